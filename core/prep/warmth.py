"""What is already warm: readiness after an earlier part or event, and how it fades."""
from __future__ import annotations

from core.catalog import Catalog
from core.demand.exposure import exposure
from core.demand.people import Person
from core.reading.workout import Workout

HALF_LIFE_MIN = 15.0  # muscle temperature fades over about 15 min of rest; Bishop 2003, from memory
DEFAULT_GAP_MIN = 10.0


def readiness_after(workout: Workout, person: Person, catalog: Catalog, gap_min: float = DEFAULT_GAP_MIN) -> dict[str, float]:
    """demand id -> readiness in [0, 1] left ``gap_min`` minutes after a workout was done."""
    fade = 0.5 ** (gap_min / HALF_LIFE_MIN)
    left: dict[str, float] = {}
    for part in workout.parts:
        for work in part.work:
            row = catalog.movements[work.movement]
            share = exposure(work, row, person)
            for demand in _demands_of(row, catalog):
                left[demand] = left.get(demand, 1.0) * (1 - share)
    return {demand: (1 - rest) * fade for demand, rest in left.items()}


def _demands_of(row, catalog: Catalog) -> set[str]:
    found = {*row.snaps, *row.patterns}
    for position in row.positions:
        spot = catalog.positions[position]
        found.update(spot.holds, *(need.motions for need in spot.needs))
    return found
