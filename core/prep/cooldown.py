"""The cool-down: at least three long holds of what worked most, then an easy walk."""

from __future__ import annotations

from collections import Counter

from core.catalog import Catalog
from core.catalog.rows import Drill
from core.demand.exposure import exposure
from core.demand.people import Person
from core.prep.settings import PlanSettings
from core.prep.sheet import Dose, Item
from core.reading.workout import Workout

HOLDS = 3  # common practice
WALK = "settle-walk"


def muscles_worked(workout: Workout, person: Person, catalog: Catalog) -> Counter[str]:
    """Muscle -> how much it worked, in exposures; only the order and the ratio mean something."""
    worked: Counter[str] = Counter()
    for part in workout.parts:
        for work in part.work:
            row = catalog.movements[work.movement]
            share = exposure(work, row, person)
            for place, muscle in enumerate(row.muscles):
                worked[muscle] += share / (1 + 0.25 * place)
    return worked


def cool_down(worked: Counter[str], settings: PlanSettings, catalog: Catalog) -> tuple[Item, ...]:
    """Items of the cool-down in order, starts from 0. Empty when nothing worked."""
    if not worked:
        return ()
    drills = [
        drill
        for drill in catalog.drills.values()
        if "settle" in drill.phases
        and drill.holds_s
        and max(option.hold_s or 0 for option in drill.doses) >= 45
        and not settings.avoid & set(drill.avoid)
        and (not settings.seated or drill.seated)
    ]
    left, chosen = Counter(worked), []
    while drills and len(chosen) < HOLDS:
        best = max(drills, key=lambda drill: (sum(left[muscle] for muscle in drill.muscles), drill.id))
        drills.remove(best)
        chosen.append(best)
        for muscle in best.muscles:
            left[muscle] *= 0.2
    chosen.append(catalog.drills[WALK])
    items, clock = [], 0
    for drill in chosen:
        items.append(_item(drill, clock, settings))
        clock += items[-1].seconds + 10
    return tuple(items)


def _item(drill: Drill, start_s: int, settings: PlanSettings) -> Item:
    option = drill.doses[0]
    dose = Dose(option.sets, option.reps, option.per_side, option.hold_s, option.breaths)
    cues = (drill.seated,) if settings.seated and drill.seated else drill.cues
    return Item(
        drill.id,
        drill.name,
        "settle",
        start_s,
        option.seconds,
        dose,
        tuple(drill.effects),
        (),
        "seated" if settings.seated else drill.level,
        drill.cautions,
        cues,
    )
