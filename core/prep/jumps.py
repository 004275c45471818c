"""Foot contacts of jumps in a workout and a prep, and what each weighs.

Limitations: a rope that is turned for time to get warm is not counted, nor are running steps.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from typing import NamedTuple

from core.catalog import Catalog
from core.catalog.rows import Landing
from core.prep.sheet import Item
from core.reading.workout import Workout

WEIGHT: dict[Landing, float] = {  # of one contact; estimates
    "small": 0.25,  # skipping, low quick hops
    "two-foot": 1.0,
    "one-foot": 1.5,
    "depth": 1.5,
}


class Jumps(NamedTuple):
    """Contacts of one kind, as many feet-on-the-ground as one person makes."""

    landing: Landing
    contacts: int

    @property
    def weighted(self) -> float:
        """What they weigh: a two-foot jump is 1."""
        return WEIGHT[self.landing] * self.contacts


def jumps_of(workout: Workout, catalog: Catalog) -> Iterator[Jumps]:
    """Of one person's work, line by line; every division's when the workout holds several."""
    for work in workout.works:
        row = catalog.movements[work.movement]
        if row.contacts:
            yield Jumps(row.landing, round(row.contacts * work.reps))


def jumps_in(items: Iterable[Item]) -> Iterator[Jumps]:
    """Of the drills of a prep."""
    for item in items:
        if item.drill.landing is not None and item.dose.reps:
            sides = 2 if item.dose.per_side else 1
            yield Jumps(item.drill.landing, item.dose.reps * item.dose.sets * sides)


def weighted(jumps: Iterable[Jumps]) -> float:
    """What contacts weigh together."""
    return sum(jump.weighted for jump in jumps)
