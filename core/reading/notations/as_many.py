"""As many rounds or repetitions as possible in a time."""

from __future__ import annotations

import re

from core.reading.notations.notation import Example, Notation
from core.reading.scan import FILLERS, Scan
from core.reading.schemes import ladder_on_line
from core.reading.tokens import seconds_of
from core.reading.workout import Format

_MAY_FOLLOW_A_TIMES = ("", "comma", "colon", "rounds", "set-word", "close", "rest", "open")
_SAYS_NOTHING = ("comma", "colon", "dash", "cap", "of", "open", "close", "at")
LONGEST_MIN = 60
_WHAT_IS_LEFT = re.compile(
    r"(?:in|for|with)\s+(?:the\s+)?(?:(?:remaining|rest\s+of\s+the)\s+(?:time|minute"
    r"s)|time\s+(?:left|remaining))"
)
_TIMES_BEFORE = ("rounds", "set-word")


def read(scan: Scan) -> Format | None:
    """'AMRAP 12', '12 min AMRAP', '3 x 5:00 AMRAP', with a ladder where one stands beside it."""
    at = scan.at("amrap")
    if at is None or _means_max_effort(scan, at):
        return None
    scan.used.add(at)
    if (times := _minutes_times(scan, at)) is not None:
        return times
    if (several := _several(scan)) is not None:
        return several
    seconds = _just_before(scan, at) or scan.time_near(at, bare_minutes=True) or _leading_time(scan, at)
    repeat = _of_its_time(scan, seconds) or _times(scan, at) or 1
    scheme, step = ladder_on_line(scan)
    return Format(
        "as-many-as-possible",
        minutes=seconds / 60 if seconds else None,
        repeat=repeat,
        scheme=scheme,
        ladder_step=step,
    )


def _several(scan: Scan) -> Format | None:
    """'4 min AMRAP, 1 min rest, 4 min AMRAP': so many of them, or all their time together where they differ;
    where the line names nothing."""
    pieces = [place for place in scan.free if scan.kind(place) == "amrap"]
    if len(pieces) < 2 or scan.line.named:
        return None
    rests = {place for place in scan.free if scan.kind(place) == "rest"}
    resting = {
        place for at in rests for place in (at - 1, at + 1) if scan.kind(at - 1) != "amrap" or place > at
    }
    times = [
        seconds_of(scan.phrases[place]) or scan.phrases[place].values[0] * 60
        for place in scan.free
        if place not in resting and (seconds_of(scan.phrases[place]) or scan.kind(place) == "count")
    ]
    if len(times) != len(pieces):
        return None
    scan.used |= set(scan.free)
    if len(set(times)) == 1:
        return Format("as-many-as-possible", minutes=times[0] / 60, repeat=len(times))
    return Format("as-many-as-possible", minutes=sum(times) / 60)


def _means_max_effort(scan: Scan, at: int) -> bool:
    """'3 x AMRAP push-ups', '3 x AMRAP-1': as many as one can, not a format; 'AMRAP 12' and '12 min AMRAP'
    are formats."""
    if "rounds" in scan.phrases[at].text.lower():
        return False  # ".., 10 sit-ups, as many rounds as possible"
    sets = scan.kind(at - 1) == "x" and scan.kind(at - 2) == "count"
    if sets and scan.kind(at + 1) not in ("count", "measure", "clock", "sets", "colon"):
        return True
    behind = at + 2 if scan.kind(at + 1) == "set-word" else at + 1
    if scan.kind(behind) == "at" and seconds_before(scan, at) is None:
        return True  # "AMRAP @ 70 %", "AMRAP set @ 70 %": the last of a lift's sets
    if scan.time_near(at, bare_minutes=True, dry=True) is not None or _time_that_leads(scan, at) is not None:
        return False
    following = scan.phrases[at + 1].text.lower() if scan.kind(at + 1) == "words" else ""
    if scan.kind(at + 2) == "colon" and _WHAT_IS_LEFT.fullmatch(following):
        scan.used.add(at + 1)  # "then AMRAP in the time left: ..": a list of its own
        return False
    return scan.kind(at - 1) in ("x", "comma") or (bool(following) and following not in FILLERS)


def _minutes_times(scan: Scan, at: int) -> Format | None:
    """'AMRAP 3 x 4': four times three minutes."""
    following = scan.phrases[at + 1] if scan.kind(at + 1) == "sets" else None
    if following is None or following.form or following.pair:
        return None
    scan.used.add(at + 1)
    repeat = scan.bounded(following.values[0]) or 1
    return Format("as-many-as-possible", minutes=float(following.times), repeat=repeat)


def seconds_before(scan: Scan, at: int) -> int | None:
    """The time right before the word; '12 m' beside it is minutes."""
    if at - 1 not in scan.free or at - 1 in scan.used:
        return None
    phrase = scan.phrases[at - 1]
    if phrase.unit == "m" and phrase.times == 1 and phrase.values[0] <= LONGEST_MIN:
        return int(phrase.values[0] * 60)
    return seconds_of(phrase)


def _just_before(scan: Scan, at: int) -> int | None:
    """'4 min AMRAP, 1 min rest': the time before is its own."""
    seconds = seconds_before(scan, at)
    if seconds is not None:
        scan.used.add(at - 1)
    return seconds


def _time_that_leads(scan: Scan, at: int) -> int | None:
    """'In 12 minutes, complete as many rounds as possible', '12 min cap: as many ..': the line's first time,
    with nothing but words that carry nothing between."""
    before = [place for place in scan.free if place < at and place not in scan.used]
    times = [place for place in before if seconds_of(scan.phrases[place]) is not None]
    others = [place for place in before if place not in times]
    if len(times) != 1 or not all(scan.kind(one) in _SAYS_NOTHING or scan.is_filler(one) for one in others):
        return None
    return seconds_of(scan.phrases[times[0]])


def _leading_time(scan: Scan, at: int) -> int | None:
    seconds = _time_that_leads(scan, at)
    if seconds is not None:
        scan.used |= {place for place in scan.free if place < at}
    return seconds


def _of_its_time(scan: Scan, seconds: int | None) -> int | None:
    """'3 x 5:00 AMRAP': how often stands with the time."""
    for place in scan.free:
        phrase = scan.phrases[place]
        if phrase.kind == "measure" and phrase.times > 1 and seconds_of(phrase) == seconds:
            scan.used.add(place)
            return phrase.times
    return None


def _times(scan: Scan, at: int) -> int | None:
    """'x 4' or '4 rounds of' beside a timed piece: how often it is done."""
    for place in scan.free:
        if place in scan.used or scan.kind(place) != "count" or scan.phrases[place].pair:
            continue
        beside = _beside_count(scan, place, at)
        if beside:
            scan.used |= {place, *beside}
            return scan.bounded(scan.phrases[place].values[0])
    return None


def _beside_count(scan: Scan, place: int, at: int) -> set[int]:
    """The phrases that make a count say how often; empty where it says something else."""
    after = scan.kind(place + 1)
    named = scan.kind(place - 2) == "words" and not scan.is_filler(place - 2)
    listed = any(scan.kind(one) in ("colon", "dash", "of") for one in range(at, place))
    counted = scan.kind(place - 3) in ("count", "measure")  # "AMRAP 4 of 5 burpees x 3"
    if named and not counted and scan.kind(place - 1) == "x" and listed:
        return set()  # "AMRAP 12: 5 sit-ups, box jumps x 9"
    if scan.kind(place - 1) == "x" and (after in _MAY_FOLLOW_A_TIMES or place + 1 in scan.line.taken):
        return {place - 1}
    if (after in _TIMES_BEFORE and place < at) or (after == "x" and place + 2 == at):
        return {place + 1}
    if after == "x" and scan.kind(place + 2) == "open" and place + 3 == at:
        return {place + 1, place + 2}  # "3 x [AMRAP 4, rest 2]"
    if after in ("x", "rounds") and scan.kind(place - 1) in ("", "comma") and scan.kind(place + 2) == "colon":
        return {place + 1}  # "4 min AMRAP, 2 min rest, 4x: ..", "4x: 4 min AMRAP"
    return set()


NOTATION = Notation(
    name="as many as possible",
    meaning="the list again and again until the time is up; rounds are estimated from pace",
    keys=frozenset(("amrap",)),
    read=read,
    rank=50,
    examples=(
        Example("AMRAP 12", Format("as-many-as-possible", minutes=12)),
        Example("12 min AMRAP:", Format("as-many-as-possible", minutes=12)),
        Example("4 min AMRAP, 4x:", Format("as-many-as-possible", minutes=4, repeat=4)),
        Example("3 x 5:00 AMRAP", Format("as-many-as-possible", minutes=5, repeat=3)),
        Example(
            "AMRAP 9: 2-4-6-8...",
            Format("as-many-as-possible", minutes=9, scheme=(2, 4, 6, 8), ladder_step=2),
        ),
        Example("AMRAP 5 / rest 2 / AMRAP 5", Format("as-many-as-possible", minutes=5, repeat=2)),
        Example("4 min AMRAP, 1 min rest, 2 min AMRAP", Format("as-many-as-possible", minutes=6)),
    ),
    counter_examples=("3 x AMRAP push-ups",),
)
