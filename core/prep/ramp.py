"""Build the bar up to the working weight: never a jump of more than 20 points, reps falling, plates per side."""
from __future__ import annotations

import math

from core.catalog import Catalog
from core.demand.exposure import load_for, relative_load
from core.demand.people import Person
from core.prep.plates import KG_PAIRS, loading
from core.prep.sheet import RampSet
from core.reading.workout import Work, Workout

BAR_KG = {"male": 20.0, "female": 15.0, None: 20.0}  # competition bars, from memory
PLATES_KG = (25.0, 20.0, 15.0, 10.0, 5.0, 2.5, 1.25)
STEP_KG = 2.5
MAX_JUMP = 0.20  # of the working weight; common practice
HEAVY_FROM = 0.55  # relative load from which a lift gets a ramp; estimate
SECONDS_PER_REP = 3
REPS_BY_SHARE = ((0.45, 5), (0.65, 3), (0.85, 2), (9.9, 1))  # falling as the bar gets heavier; common practice, cf. NSCA
REST_BY_SHARE = ((0.6, 30), (0.8, 45), (9.9, 60))  # plate change and a short rest; common practice


def plates_per_side(load_kg: float, bar_kg: float) -> tuple[float, ...]:
    """Plates on each end, heaviest first. Raises ValueError below the bar or off the 2.5 kg grid."""
    side = (load_kg - bar_kg) / 2
    if side < 0 or abs(side / 1.25 - round(side / 1.25)) > 1e-6:
        raise ValueError(f"{load_kg} kg on a {bar_kg} kg bar: expected the bar plus a multiple of {STEP_KG} kg")
    plates = []
    for plate in PLATES_KG:
        while side >= plate - 1e-9:
            plates.append(plate)
            side -= plate
    return tuple(plates)


def epley_max(load_kg: float, reps: int) -> float:
    """One-repetition maximum from a set, kg. Epley, from memory: w (1 + reps / 30)."""
    return load_kg if reps == 1 else load_kg * (1 + reps / 30)


def ramp_loads(working_kg: float, bar_kg: float) -> tuple[float, ...]:
    """Loads of the build-up, the bar first, the working weight left out. Empty when the work is lighter than the bar."""
    if working_kg <= bar_kg:
        return ()
    for jumps in range(max(2, math.ceil((working_kg - bar_kg) / working_kg / MAX_JUMP)), 40):
        step = (working_kg - bar_kg) / jumps
        loads = [bar_kg + round(step * index / STEP_KG) * STEP_KG for index in range(jumps)]
        chain = [*dict.fromkeys(loads), working_kg]
        if all(after - before <= MAX_JUMP * working_kg + 1e-9 for before, after in zip(chain, chain[1:])):
            return tuple(chain[:-1])
        if step < STEP_KG:
            return tuple(chain[:-1])
    return (bar_kg,)


def main_lift(workout: Workout, person: Person, catalog: Catalog) -> Work | None:
    """The heaviest barbell line of the session, if any is heavy enough for a ramp; the earlier one on a tie."""
    lifts = [work for part in workout.parts for work in part.work if catalog.movements[work.movement].implement == "barbell"]
    heavy = [work for work in lifts if relative_load(work, catalog.movements[work.movement], person) >= HEAVY_FROM]
    return max(heavy, key=lambda work: relative_load(work, catalog.movements[work.movement], person), default=None)


def working_weight(work: Work, person: Person, catalog: Catalog) -> tuple[float, bool]:
    """Working weight in kg on the 2.5 kg grid of the bar, and whether it is an estimate from body mass."""
    row = catalog.movements[work.movement]
    bar = BAR_KG[person.sex]
    if work.bodyweight and not work.loads_kg:
        wanted = work.bodyweight * person.body_mass_kg
        return max(bar, bar + round((wanted - bar) / STEP_KG) * STEP_KG), person.mass_kg is None
    if work.loads_kg:
        return max(bar, bar + round((load_for(work, person) - bar) / STEP_KG) * STEP_KG), False
    guess = relative_load(work, row, person) * row.bodyweight_share * person.body_mass_kg
    return max(bar, bar + round((guess - bar) / STEP_KG) * STEP_KG), True


def build_ramp(workout: Workout, person: Person, catalog: Catalog) -> tuple[RampSet, ...]:
    """Ramp sets to the session's main lift, without start times. Empty when nothing is heavy."""
    work = main_lift(workout, person, catalog)
    if work is None:
        return ()
    working, estimated = working_weight(work, person, catalog)
    bar = BAR_KG[person.sex]
    sets, most = [], 5
    loads = ramp_loads(working, bar)
    plates = loading((*loads, working), bar, KG_PAIRS)  # the working weight counts: what stays on for it need not move
    for load, on in zip(loads, plates):
        share = load / working
        reps = min(most, next(reps for limit, reps in REPS_BY_SHARE if share < limit))
        most = reps
        rest = next(rest for limit, rest in REST_BY_SHARE if share < limit)
        sets.append(RampSet(work.movement, load, reps, rest, on, None,
                            reps * SECONDS_PER_REP + rest, round(share, 3), estimated))
    return tuple(sets)
