"""So long at every station: '3 rounds, 1 minute at each station'."""

from __future__ import annotations

from core.reading.notations.notation import Example, Notation
from core.reading.scan import Scan
from core.reading.tokens import seconds_of
from core.reading.workout import Format


def read(scan: Scan) -> Format | None:
    """A time with 'each station' or '5 stations', the rounds, and the rest or the change between."""
    at = scan.at("stations")
    if at is None or scan.at("every", "amrap", "interval") is not None:
        return None
    work = next((place for place in scan.free if _is_work(scan, place)), None)
    if work is None:
        return None
    scan.used |= {at, work}
    if scan.kind(work + 1) == "each":
        scan.used.add(work + 1)
    rounds = _rounds(scan)
    return Format("intervals", work_s=seconds_of(scan.phrases[work]), rest_s=_change(scan), rounds=rounds)


def _is_work(scan: Scan, place: int) -> bool:
    return (
        seconds_of(scan.phrases[place]) is not None
        and scan.kind(place - 1) != "rest"
        and scan.phrases[place].times == 1
    )


def _rounds(scan: Scan) -> int:
    at = scan.at("rounds")
    if at is None or scan.kind(at - 1) != "count":
        return 1
    scan.used |= {at, at - 1}
    return scan.bounded(scan.phrases[at - 1].values[0]) or 1


def _change(scan: Scan) -> int | None:
    """'1 min to change', '1 min transition'."""
    for place in scan.free:
        seconds = seconds_of(scan.phrases[place])
        following = scan.phrases[place + 1] if place + 1 < len(scan.phrases) else None
        if place in scan.used or seconds is None or following is None or following.kind != "words":
            continue
        if any(
            word in following.text.lower() for word in ("change", "switch", "transition", "rotate", "move")
        ):
            scan.used |= {place, place + 1}
            return seconds
    return None


NOTATION = Notation(
    name="so long a station",
    meaning="the time is worked at every station of the list; the list is done so many times",
    keys=frozenset(("stations",)),
    read=read,
    rank=25,
    examples=(
        Example("3 rounds, 1 minute at each station", Format("intervals", work_s=60, rounds=3)),
        Example(
            "5 stations, 4 min each, 1 min to change", Format("intervals", work_s=240, rest_s=60, rounds=1)
        ),
    ),
    counter_examples=("EMOM 18, 3 stations",),
)
