"""What may stand beside any format: a cap, a rest, a team and how it shares, the rounds a coach expects."""

from __future__ import annotations

import re
from dataclasses import replace

from core.reading.scan import Scan
from core.reading.tokens import seconds_of
from core.reading.workout import Format

TEAM_WORDS = {
    "two": 2,
    "pairs": 2,
    "partner": 2,
    "partners": 2,
    "pair": 2,
    "buddy": 2,
    "duo": 2,
    "three": 3,
    "trios": 3,
    "four": 4,
    "five": 5,
    "six": 6,
}
MOST_IN_TEAM = 12
MOST_REST_MIN = 10  # a larger bare number is of seconds; common practice
TURNS = ("ygig", "igyg", "go", "altern", "one ")  # words of taking turns


def read_beside(scan: Scan, found: Format | None) -> Format | None:
    """A format with the cap, rest, team and expected rounds the line says; None when it says nothing of
    the kind."""
    base = found or Format()
    changed = found is not None
    if (at := scan.at("cap")) is not None:
        scan.used.add(at)
        base, changed = replace(base, cap_s=scan.time_near(at, bare_minutes=True)), True
    rests = _rests(scan)
    if rests:
        base, changed = replace(base, rest_s=next(filter(None, rests), base.rest_s)), True
    if (at := scan.at("team")) is not None:
        scan.used.add(at)
        base, changed = replace(base, team=_team_size(scan, at), share=base.share or "split"), True
    if (at := scan.at("share")) is not None:
        scan.used.add(at)
        alternate = any(word in scan.phrases[at].text.lower() for word in TURNS)
        base, changed = replace(base, share="alternate" if alternate else "split"), True
    if (at := scan.at("everyone")) is not None and not scan.line.named:
        scan.used.add(at)
        base, changed = replace(base, share="each"), True
    base = _rounds_of_each(scan, base)
    if (at := scan.at("expect")) is not None and (found is None or found.kind == "as-many-as-possible"):
        scan.used.add(at)
        values = scan.phrases[at].values
        low, high = int(values[0]), int(values[-1])
        base, changed = (
            replace(base, rounds=(low + high + 1) // 2, rounds_range=(low, high), estimated=True),
            True,
        )
    return base if changed else None


def _rests(scan: Scan) -> list[int | None]:
    """How long each rest of a line lasts: '2 min rest between reps, 4 min rest between sets'."""
    found: list[int | None] = []
    while (at := scan.at("rest")) is not None:
        scan.used.add(at)
        alone = scan.kind(at + 1) == "count" and scan.kind(at + 2) in ("", "and", "then", "comma", "other")
        said = _just_before(scan, at) or _bare_range(scan, at + 1) or _bare_seconds(scan, at + 1, alone)
        found.append(said or scan.time_near(at, bare_minutes=alone))  # "rest 3"
        if (between := scan.at("after-set")) is not None:
            scan.used.add(between)
    return found


def _bare_range(scan: Scan, at: int) -> int | None:
    """'rest 2-3', 'rest 60-90': minutes, or seconds where that would be long."""
    at += scan.kind(at) == "colon"
    phrase = scan.phrases[at] if scan.kind(at) == "scheme" and at not in scan.used else None
    if phrase is None or len(phrase.values) != 2 or phrase.values[0] >= phrase.values[1]:
        return None
    scan.used.add(at)
    least = int(phrase.values[0])
    return least * 60 if phrase.values[1] <= MOST_REST_MIN else least


def _bare_seconds(scan: Scan, at: int, alone: bool) -> int | None:
    """'rest 60', 'rest 90': seconds, as nobody rests so many minutes."""
    if not alone or at in scan.used or scan.phrases[at].pair or scan.phrases[at].values[0] <= MOST_REST_MIN:
        return None
    scan.used.add(at)
    return int(scan.phrases[at].values[0])


def _just_before(scan: Scan, at: int) -> int | None:
    """'2 min rest between reps, 4 min rest ..': the time right before the word, where none stands
    right behind it."""
    behind = scan.phrases[at + 1] if scan.kind(at + 1) else None
    if at - 1 not in scan.free or at - 1 in scan.used or (behind is not None and seconds_of(behind)):
        return None
    seconds = seconds_of(scan.phrases[at - 1]) if scan.phrases[at - 1].times == 1 else None
    if seconds is not None:
        scan.used.add(at - 1)
    return seconds


def _rounds_of_each(scan: Scan, base: Format) -> Format:
    """'5 rounds each (10 total)' are everybody's; '12 rounds (6 each)' says how many of them are one's
    own."""
    each = scan.at("each")
    if each is None:
        return base
    if _own_rounds(scan, each, base.rounds or 0):
        scan.used |= {each - 1, each}
    elif base.rounds and (base.share or _rounds_each(scan, each)):
        scan.used |= {each, *_all_of_them(scan, each)}
        return replace(base, share="each")
    return base


def _own_rounds(scan: Scan, each: int, rounds: int) -> bool:
    if each < 2 or scan.phrases[each - 1].kind != "count" or scan.phrases[each - 2].kind != "open":
        return False
    own = int(scan.phrases[each - 1].values[0])
    return 0 < own < rounds and rounds % own == 0


def _rounds_each(scan: Scan, each: int) -> bool:
    """'3 rounds each': everybody does all of them; '3 rounds, 10 each' does not say so."""
    return scan.phrases[each - 1].kind == "rounds" if each else False


def _all_of_them(scan: Scan, each: int) -> set[int]:
    """'(6 total)', '(so 6 in total)': how many that makes together."""
    behind = scan.phrases[each + 1 : each + 5]
    if not behind or behind[0].kind != "open":
        return set()
    ends = next((at for at, one in enumerate(behind) if one.kind == "close"), 0)
    words = " ".join(one.text.lower() for one in behind[1:ends] if one.kind == "words")
    return set(range(each + 1, each + 2 + ends)) if "total" in words else set()


_HE_AND_SHE = re.compile(r"(\d)\s*m(?:an|ale)?\s*(?:\+|&|and|,)\s*(\d)\s*[fw]", re.IGNORECASE)


def _team_size(scan: Scan, at: int) -> int:
    phrase = scan.phrases[at]
    if he_and_she := _HE_AND_SHE.search(phrase.text):
        return int(he_and_she[1]) + int(he_and_she[2])  # "1 M + 1 F"
    if phrase.values:
        both = sum(phrase.values) if "men" in phrase.text.lower() else phrase.values[0]  # "2 men, 2 women"
        return max(1, min(MOST_IN_TEAM, int(both)))
    return next((size for word, size in TEAM_WORDS.items() if word in phrase.text.lower()), 2)
