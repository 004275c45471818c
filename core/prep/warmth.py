"""What is already warm: readiness after drills, a part or an earlier event, and how it fades."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from types import MappingProxyType

from core.catalog import Catalog
from core.catalog.rows import Drill, Movement
from core.demand.exposure import exposure
from core.demand.people import Person
from core.demand.profile import derive
from core.prep.candidates import taken_away
from core.prep.sheet import Item
from core.reading.workout import Workout

HALF_LIFE_MIN = 15.0  # muscle temperature fades over about 15 min of rest; Bishop 2003, from memory
BEYOND_DEG = 10.0  # going this far beyond what was visited finds about a third of it ready; estimate
DEFAULT_GAP_MIN = 10.0
NOTHING_ASKED: Mapping[str, float] = MappingProxyType({})


@dataclass(frozen=True, slots=True)
class Warmth:
    """What something left ready: demand id -> share in [0, 1] at the minute it ended, counted from the
    start of the prep (what came before it has a minute below 0). reached: motion -> degrees it went to,
    where that is known; a position that goes further finds less of it ready."""

    ended_min: float
    shares: Mapping[str, float]
    reached: Mapping[str, float] = field(default_factory=dict)

    def at(self, minute: float, asked: Mapping[str, float] = NOTHING_ASKED) -> dict[str, float]:
        """What is left of it, for positions that ask these degrees of these motions. Nothing is counted
        before it has ended."""
        fade = 0.0
        if minute >= self.ended_min:
            fade = 0.5 ** ((minute - self.ended_min) / HALF_LIFE_MIN)
        return {
            demand: share * fade * self._far_enough(demand, asked) for demand, share in self.shares.items()
        }

    def _far_enough(self, demand: str, asked: Mapping[str, float]) -> float:
        if demand not in asked or demand not in self.reached:
            return 1.0
        beyond_deg = max(0.0, asked[demand] - self.reached[demand])
        return math.exp(-beyond_deg / BEYOND_DEG)


class _Undone:
    """Shares that combine as 1 - product(1 - share)."""

    def __init__(self) -> None:
        self.left: dict[str, float] = {}

    def add(self, demand: str, share: float) -> None:
        self.left[demand] = self.left.get(demand, 1.0) * (1 - share)

    def done(self) -> dict[str, float]:
        return {demand: 1 - left for demand, left in self.left.items()}


def readiness(
    sources: Sequence[Warmth], minute: float, asked: Mapping[str, float] = NOTHING_ASKED
) -> dict[str, float]:
    """demand id -> readiness in [0, 1] at a minute, for these degrees asked: 1 - product of what every
    source leaves undone. Never falls with one source more, never rises with a degree asked more."""
    undone = _Undone()
    for source in sources:
        for demand, share in source.at(minute, asked).items():
            undone.add(demand, share)
    return undone.done()


def worked(workout: Workout, person: Person, catalog: Catalog) -> dict[str, float]:
    """demand id -> readiness at the moment a workout ends: every demand that its movements passed through, by
    exposure."""
    undone = _Undone()
    for work in workout.works:
        row = catalog.movements[work.movement]
        share = exposure(work, row, person)
        for demand in _demands_of(row, catalog):
            undone.add(demand, share)
    return undone.done()


def _left_ready(drill: Drill) -> dict[str, float]:
    return {demand: taken_away(effect) for demand, effect in drill.effects.items() if effect}


def drilled(items: Sequence[Item], started_min: float = 0.0) -> tuple[Warmth, ...]:
    """What every drill of a prep leaves ready, from the minute it ends. started_min: when the prep began."""
    return tuple(Warmth(item.end_s / 60 + started_min, _left_ready(item.drill)) for item in items)


def degrees_asked(workout: Workout, catalog: Catalog, division: str | None = None) -> dict[str, float]:
    """motion -> degrees a workout asks of it, of anyone in particular."""
    return {
        demand.id: demand.required_deg
        for demand in derive(workout, (), division, catalog).demands
        if demand.required_deg is not None
    }


def readiness_after(
    workout: Workout,
    person: Person,
    catalog: Catalog,
    gap_min: float = DEFAULT_GAP_MIN,
    before: Workout | None = None,
) -> dict[str, float]:
    """demand id -> readiness in [0, 1] left ``gap_min`` minutes after a workout was done, for what comes next
    (``before``)."""
    asked = degrees_asked(before, catalog) if before else NOTHING_ASKED
    warmth = Warmth(0.0, worked(workout, person, catalog), degrees_asked(workout, catalog))
    return warmth.at(gap_min, asked)


def _demands_of(row: Movement, catalog: Catalog) -> set[str]:
    demands = {*row.snaps, *row.patterns}
    for position in map(catalog.positions.__getitem__, row.positions):
        demands.update(position.holds, position.reaches)
    return demands
