"""How long a part of the session takes, for what is still warm after it. Minutes, from its format, else from the pace of its work."""

from __future__ import annotations

from core.catalog import Catalog
from core.reading.workout import Part, Work

SET_MIN = 2.5  # one set of a lift with its rest; common practice
SLOWING = 1.2  # people slow down and change between movements; estimate
CHANGE_MIN = 2.0  # from the end of one part to the start of the next: chalk, plates, water; estimate
LEAST_MIN = 1.0
CALORIE_S = 3.5  # where a machine has no pace of its own; estimate


def part_minutes(part: Part, catalog: Catalog) -> float:
    """Minutes from a part's start to its end, its own rests counted."""
    fmt, own = part.format, [work for work in part.work if work.division in (None, "rx")] or list(part.work)
    rest_min = (fmt.rest_s or 0) / 60 * max(0, fmt.repeat - 1)
    if fmt.minutes:
        return fmt.minutes * fmt.repeat + rest_min
    if fmt.kind == "every-minute" and fmt.rounds:
        return fmt.rounds * (fmt.interval_s or 60) / 60 * fmt.repeat + rest_min
    if fmt.kind == "intervals" and fmt.rounds and fmt.work_s:
        return fmt.rounds * (fmt.work_s + (fmt.rest_s or 0)) / 60
    if fmt.kind == "sets-x-reps":
        units = {
            work.complex if work.complex is not None else f"line {work.line}": max(1, len(work.scheme))
            for work in own
        }
        return max(LEAST_MIN, SET_MIN * sum(units.values()))
    minutes = sum(_seconds(work, catalog) for work in own) * SLOWING / 60 + rest_min
    return max(LEAST_MIN, min(minutes, fmt.cap_s / 60) if fmt.cap_s else minutes)


def _seconds(work: Work, catalog: Catalog) -> float:
    row = catalog.movements[work.movement]
    each = sum(row.pace_s) / 2
    if work.seconds:
        return float(work.seconds)
    if work.distance_m:
        return (
            work.distance_m * each
            if row.unit == "metre"
            else work.distance_m / (row.metres_per_rep or 1.0) * each
        )
    if work.calories:
        return work.calories * (sum(row.calorie_s) / 2 if row.calorie_s else CALORIE_S)
    return work.reps * each
