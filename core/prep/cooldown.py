"""The cool-down: at least three long holds of what worked most, then an easy walk."""

from __future__ import annotations

from collections.abc import Mapping

from core.catalog import Catalog
from core.catalog.rows import Drill
from core.demand.exposure import exposure
from core.demand.people import Person
from core.prep.candidates import as_written
from core.prep.pace import TRANSITION_S
from core.prep.placing import place
from core.prep.settings import PlanSettings
from core.prep.sheet import Item
from core.reading.workout import Workout

HOLDS = 3  # common practice
HOLD_LEAST_S = 45  # common practice
HELPS_LESS = 0.25  # of a movement's effort, for each muscle named before; estimate
HELD_ALREADY = 0.2  # of a muscle's need, once a hold has served it; estimate
WALK = "settle-walk"


def muscles_worked(workout: Workout, person: Person, catalog: Catalog) -> dict[str, float]:
    """Muscle -> how much it worked, in exposures; only the order and the ratio mean something."""
    worked: dict[str, float] = {}
    for work in workout.works:
        row = catalog.movements[work.movement]
        share = exposure(work, row, person)
        for number, muscle in enumerate(row.muscles):
            worked[muscle] = worked.get(muscle, 0.0) + share / (1 + HELPS_LESS * number)
    return worked


def most_worked(worked: Mapping[str, float], most: int) -> list[str]:
    """The muscles that worked most, hardest first."""
    return sorted(worked, key=lambda muscle: -worked[muscle])[:most]


def cool_down(worked: Mapping[str, float], settings: PlanSettings, catalog: Catalog) -> tuple[Item, ...]:
    """Items of the cool-down in order, starts from 0. Empty when nothing worked."""
    if not worked:
        return ()
    items: list[Item] = []
    clock = 0
    walk = catalog.drills[WALK]
    walks = () if settings.cautions.stop(walk, catalog) else (walk,)
    for drill in (*_holds(worked, settings, catalog), *walks):
        way = as_written(drill, "settle", settings.cautions)
        item = place(way, clock, drill.effects)
        items.append(item)
        clock = item.end_s + TRANSITION_S
    return tuple(items)


def _holds(worked: Mapping[str, float], settings: PlanSettings, catalog: Catalog) -> list[Drill]:
    """The long holds of what worked most; a muscle that one of them serves asks less of the next."""
    left = dict(worked)
    drills = [drill for drill in catalog.drills.values() if _holds_long(drill, settings, catalog)]
    chosen: list[Drill] = []

    def worth(drill: Drill) -> tuple[float, str]:
        return sum(left.get(muscle, 0.0) for muscle in drill.muscles), drill.id

    while drills and len(chosen) < HOLDS:
        best = max(drills, key=worth)
        drills.remove(best)
        chosen.append(best)
        for muscle in best.muscles:
            left[muscle] = left.get(muscle, 0.0) * HELD_ALREADY
    return chosen


def _holds_long(drill: Drill, settings: PlanSettings, catalog: Catalog) -> bool:
    """Whether a drill is a long hold that may be given."""
    if "settle" not in drill.phases or not drill.holds_s or settings.cautions.stop(drill, catalog):
        return False
    if settings.seated and not drill.seated:
        return False
    return max(option.hold_s or 0 for option in drill.doses) >= HOLD_LEAST_S
