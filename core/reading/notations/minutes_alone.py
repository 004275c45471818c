"""A time alone above a list: '20 min, steady'."""

from __future__ import annotations

import re
from collections.abc import Sequence

from core.reading.board_words import board_words
from core.reading.notations.notation import Example, Notation
from core.reading.phrases import Phrase
from core.reading.plain_words import plain
from core.reading.prose import COUNTED
from core.reading.scan import FILLERS, Scan
from core.reading.tokens import seconds_of
from core.reading.workout import Format

WITHIN = ("in", "within")
FOR_A_TIME = ("for",)
WITHIN_A_TIME = frozenset(("in", "within", "complete", "finish", "order", "partition"))
_BESIDE = frozenset("comma colon at words dash of then slash bar open close team share max quality".split())
_TO_WORK = re.compile(r"\bto\s+(?:work|build|establish|find|practi[sc]e|lift|get)\b", re.IGNORECASE)
LEAST_S = 240  # a shorter time alone is no piece; common practice
LEAST_PIECE_S = 120  # "4 x 3 min: .." before a list on its line
LEAST_AGAIN_S = 30  # "6 x 45 s" above a list


def read(scan: Scan) -> Format | None:
    """Only a time, with words that say how; a list stands below."""
    if (inline := _again_and_again(scan)) is not None:
        return inline
    again = len(scan.free) > 1 and scan.kind(scan.free[-1]) == "of"  # "Part C - 12 min of"
    several = any(
        scan.phrases[place].times > 1 or scan.kind(place) == "share" for place in scan.free
    )  # "6 x 3 min", "10 min, you go I go"
    if not scan.line.followed or scan.line.named or (scan.line.headed and not (again or several)):
        return None
    resting = {
        place
        for place in scan.free
        if seconds_of(scan.phrases[place]) and "rest" in (scan.kind(place - 1), scan.kind(place + 1))
    }
    times = [
        place for place in scan.free if seconds_of(scan.phrases[place]) is not None and place not in resting
    ]
    again_at = next(
        (one for one in scan.free if scan.kind(one) == "x" and scan.kind(one + 1) == "count"), None
    )
    said_again = () if again_at is None else (again_at, again_at + 1)  # "5 min windows x 4"
    others = [
        place
        for place in scan.free
        if place not in times
        and place not in said_again
        and place not in resting
        and scan.phrases[place].unit != "percent"  # "12 min @ 80 % effort"
        and scan.kind(place) != "rest"
        and scan.phrases[place].kind not in _BESIDE
    ]
    words = {
        word
        for place in scan.free
        if scan.kind(place) == "words" and (place or scan.kind(1) != "colon")  # "Density: 12 min"
        for word in plain(scan.phrases[place].text).split()
    }
    if (
        len(times) != 1
        or others
        or words - board_words().passable - board_words().sentences - FILLERS - {"movement", "windows"}
    ):
        return None
    seconds = seconds_of(scan.phrases[times[0]]) or 0
    if seconds < (LEAST_AGAIN_S if scan.phrases[times[0]].times > 1 else LEAST_S):
        return None
    kept = ("rest", "team", "share", "max")  # read beside the format
    scan.used |= {place for place in scan.free if place not in resting and scan.kind(place) not in kept}
    rounds = scan.phrases[times[0]].times
    if again_at is not None:
        rounds = int(scan.phrases[again_at + 1].values[0])
    if rounds > 1:
        return Format("intervals", rounds=rounds, work_s=seconds)  # "5 x 4:00"
    if scan.line.minutes_below:
        return Format("every-minute", rounds=seconds // 60, minutes=seconds / 60, interval_s=60)
    if words & WITHIN_A_TIME or _to_work_up(scan) or any(scan.kind(place) == "team" for place in scan.free):
        return Format(cap_s=seconds)
    return Format("as-many-as-possible", minutes=seconds / 60)


def _to_work_up(scan: Scan) -> bool:
    """'12 min to work:', '15 min to build' above sets: a window for them."""
    return _TO_WORK.search(scan.line.text) is not None


def _only_says_how(text: str) -> bool:
    passable = board_words().passable
    return all(word in passable or plain(word) in passable for word in text.lower().split())


def leads_a_list(phrases: Sequence[Phrase]) -> bool:
    """Whether a time leads a list on its line: '12 min: 10 push-ups, 200 m run', '12 min of 10 push-ups'."""
    phrases = phrases[1:] if phrases and phrases[0].kind == "then" else phrases
    said = phrases[1:] if phrases and phrases[0].text.lower() in (*WITHIN, *FOR_A_TIME) else phrases
    leads = bool(said) and seconds_of(said[0]) is not None
    kinds = [phrase.kind for phrase in said[1:7]]
    counted = len(kinds) > 1 and kinds[0] == "of" and kinds[1] in COUNTED
    return leads and ("colon" in kinds or counted)


def _again_and_again(scan: Scan) -> Format | None:
    """'10 min continuous: 20 m crawl, 20 m lunge': a list on the line itself."""
    team = any(scan.kind(place) == "team" for place in scan.free)
    ahead = (
        [place for place in scan.free if scan.kind(place) not in ("team", "comma", "share")]
        if team
        else [place for place in scan.free if scan.kind(place) != "then" or place > scan.free[0]]
    )
    first, *others = ahead or (0,)
    within = bool(others) and scan.phrases[first].text.lower() in WITHIN
    lasts = bool(others) and scan.phrases[first].text.lower() in FOR_A_TIME  # "for 8 min: 10 swings, .."
    first, *others = others if within or lasts else (first, *others)
    seconds = seconds_of(scan.phrases[first]) if others else None
    of = others[0] if others and scan.kind(others[0]) == "of" else None  # "12 minutes of 5 pull-ups, 10 .."
    colon = next((place for place in others if scan.kind(place) == "colon"), of)
    times = scan.phrases[first].times if others else 1
    least = LEAST_S if times == 1 else LEAST_PIECE_S
    if seconds is None or seconds < least or colon is None:
        return None
    tried = ("max",) if times > 1 else ()  # "5 x 2 min: 8 front squats, max double-unders"
    counted = [place for place in others if place > colon and scan.kind(place) in (*COUNTED, *tried)]
    between = [place for place in others if place < colon]
    says_how = all(
        scan.kind(place) in ("comma", "dash", "rounds", "of", "unit")
        or _only_says_how(scan.phrases[place].text)
        for place in between
    )
    of_each = [place for place in counted if scan.kind(place) == "scheme" and "/" in scan.phrases[place].text]
    in_sets = any(
        scan.kind(place) == "set-word"
        or (scan.kind(place) == "scheme" and place not in of_each)
        or (scan.kind(place) == "sets" and not (scan.phrases[place].times == 2 and scan.phrases[place].pair))
        for place in others
    )
    turns = any(
        scan.kind(place) == "share" and " go" in scan.phrases[place].text.lower() for place in scan.free
    )  # "in pairs, 15 min, you go I go: 10 cal bike"
    if (len(counted) < 2 and not (of_each or (turns and counted))) or not says_how or in_sets:
        return None
    scan.used |= {*ahead[:1], first, colon, *between}
    if times > 1:
        return Format("intervals", rounds=times, work_s=seconds)
    if within or (team and not turns):
        return Format(cap_s=seconds)
    return Format("as-many-as-possible", minutes=seconds / 60)


NOTATION = Notation(
    name="a time alone",
    meaning="the list below again and again for so long, without a score",
    keys=frozenset(("measure", "clock")),
    read=read,
    rank=95,
    examples=(
        Example("In 40 minutes:", Format(cap_s=2400)),
        Example("15 min to complete:", Format(cap_s=900)),
        Example("10 min continuous: 20 m bear crawl, 20 m walk", Format("as-many-as-possible", minutes=10)),
        Example("6 x 3 min", Format("intervals", rounds=6, work_s=180)),
        Example("4 x 4 min: 40 double-unders, 20 wall balls", Format("intervals", rounds=4, work_s=240)),
        Example("12 min to work:", Format(cap_s=720)),
        Example("5 min windows x 4:", Format("intervals", rounds=4, work_s=300)),
        Example("12 min @ 80% effort", Format("as-many-as-possible", minutes=12)),
        Example("For 8 min: 40 m carry, 10 curls", Format("as-many-as-possible", minutes=8)),
        Example("20 min, steady", Format("as-many-as-possible", minutes=20)),
        Example("12 min of", Format("as-many-as-possible", minutes=12)),
        Example("20 min of 5/10/15 pull-ups, push-ups, squats", Format("as-many-as-possible", minutes=20)),
        Example("12 minutes of 5 pull-ups, 10 push-ups", Format("as-many-as-possible", minutes=12)),
    ),
    counter_examples=("2 min", "20 min row"),
)
