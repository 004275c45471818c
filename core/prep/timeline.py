"""How long a part of the session takes, for what is still warm after it. Minutes, from its format, else
from the pace of its work."""

from __future__ import annotations

from core.catalog import Catalog
from core.reading.volumes import lasts_s
from core.reading.workout import Format, Part, Work

SET_MIN = 2.5  # one set of a lift with its rest; common practice
SLOWING = 1.2  # people slow down and change between movements; estimate
CHANGE_MIN = 2.0  # from the end of one part to the start of the next: chalk, plates, water; estimate
LEAST_MIN = 1.0
INTERVAL_S = 60


def part_minutes(part: Part, catalog: Catalog) -> float:
    """Minutes from a part's start to its end, its own rests counted."""
    fmt = part.format
    as_written = [work for work in part.work if work.as_prescribed] or list(part.work)
    on_the_clock = _clock_minutes(fmt)
    if on_the_clock is not None:
        return on_the_clock
    if fmt.kind == "sets-x-reps":
        return max(LEAST_MIN, SET_MIN * _sets(as_written))
    seconds = sum(lasts_s(work, catalog) for work in as_written)
    minutes = seconds * SLOWING / 60 + _rests_min(fmt)
    if fmt.cap_s:
        minutes = min(minutes, fmt.cap_s / 60)
    return max(LEAST_MIN, minutes)


def _clock_minutes(fmt: Format) -> float | None:
    """Minutes of a part whose clock is written, else None."""
    if fmt.minutes:
        return fmt.minutes * fmt.repeat + _rests_min(fmt)
    if fmt.kind == "every-minute" and fmt.rounds:
        return fmt.rounds * (fmt.interval_s or INTERVAL_S) / 60 * fmt.repeat + _rests_min(fmt)
    if fmt.kind == "intervals" and fmt.rounds and fmt.work_s:
        return fmt.rounds * (fmt.work_s + (fmt.rest_s or 0)) / 60
    return None


def _rests_min(fmt: Format) -> float:
    return (fmt.rest_s or 0) / 60 * max(0, fmt.repeat - 1)


def _sets(works: list[Work]) -> int:
    """Sets of a strength part; the lifts of one complex share theirs."""
    sets: dict[int | str, int] = {}
    for work in works:
        lift = work.complex if work.complex is not None else f"line {work.line}"
        sets[lift] = max(1, len(work.scheme))
    return sum(sets.values())
