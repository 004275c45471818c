"""Places of a list that last long: what is done at each again and again until its time is up."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from core.catalog import Catalog
from core.reading.draft import Draft
from core.reading.units import MINUTE_S
from core.reading.volumes import Rounds, once_s, rounds_of
from core.reading.workout import Format

LEAST_OPEN_S = 150  # a shorter interval holds its list once; common practice
ONCE_FILLS = 0.5  # of an interval, above which one movement is done once in it; estimate


@dataclass(frozen=True, slots=True)
class Place:
    """One place of a list: its own format, and how often its movements are done."""

    format: Format
    rounds: Rounds


def places_of(
    fmt: Format, work: Sequence[Draft], catalog: Catalog, in_turn: bool = False
) -> dict[int, Place]:
    """Every place that is a piece of its own, by its number: '3 x AMRAP 5' with a list for each, '5
    stations, 4 min each'. Empty where the list is one. in_turn: its intervals alternate."""
    numbers = sorted({one.station for one in work if one.station})
    seconds = _lasts_s(fmt)
    if len(numbers) < 2 or seconds is None:
        return {}
    again = fmt.repeat if fmt.kind == "as-many-as-possible" else fmt.rounds or 1
    places = fmt.stations or len(numbers)  # those of rest are counted
    found = {}
    for number in numbers:
        times = max(1, again // places) if again % places == 0 else again
        if in_turn or fmt.kind == "as-many-as-possible":  # "3 x AMRAP 8" of two lists
            times = max(1, again // places + (number <= again % places))
        here = [one for one in work if one.station == number]
        own = replace(fmt, rounds=times, stations=0, repeat=1)
        if fmt.kind == "as-many-as-possible" or (
            seconds >= LEAST_OPEN_S and _goes_on(here, seconds, catalog)
        ):
            own = Format("as-many-as-possible", minutes=seconds / MINUTE_S, repeat=times)
        if len(here) == 1 and here[0].max_effort and not replace(here[0], counts="").has_counts:
            own = Format("intervals", rounds=times, work_s=round(seconds))  # "max cal bike" fills it
        found[number] = Place(own, rounds_of(own, here, catalog))
    return found


def _lasts_s(fmt: Format) -> float | None:
    if fmt.kind == "intervals":
        return fmt.work_s
    several = fmt.kind == "as-many-as-possible" and fmt.repeat > 1 and fmt.minutes
    return fmt.minutes * MINUTE_S if several and fmt.minutes else None


def lasts_again(fmt: Format, work: Sequence[Draft], catalog: Catalog) -> bool:
    """Whether an interval is so long that the whole list of everybody's, said in numbers, is soon over."""
    counted = all(one.has_counts and not (one.max_effort or one.seconds) for one in work)
    once = sum(once_s(one, catalog, 0.5) for one in work)
    return counted and (fmt.work_s or 0) > max(LEAST_OPEN_S, once / ONCE_FILLS)


def _goes_on(work: Sequence[Draft], seconds: float, catalog: Catalog) -> bool:
    """Whether what stands at a place is done again and again: a list, or one movement that is soon over."""
    shared = [one for one in work if one.as_prescribed]
    if (
        not shared
        or not all(one.has_counts for one in shared)
        or any((one.max_effort and not one.reps) or one.sets_written for one in shared)
    ):
        return False
    if any(one.seconds for one in shared):
        return len(shared) > 1
    return len(shared) > 1 or once_s(shared[0], catalog, 0.5) < ONCE_FILLS * seconds
