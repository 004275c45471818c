"""Build the bar up to the working weight: never a jump of more than 20 points, reps falling, plates from
the rack; for every group of a class that lifts the same."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence
from dataclasses import replace
from itertools import pairwise
from typing import NamedTuple

from core.catalog import Catalog
from core.demand.exposure import load_for, relative_load
from core.demand.people import Person, cautions_of
from core.hazards import hazards_of_movement
from core.prep.plates import USUAL_RACK, Rack, loading, shared
from core.prep.sheet import Ramp, RampSet, SharedTurn
from core.reading.workout import Work, Workout

MAX_JUMP = 0.20  # of the working weight; common practice
HEAVY_FROM = 0.55  # relative load from which a lift gets a ramp; estimate
SECONDS_PER_REP = 3
MOST_REPS = 5
MOST_STEPS = 40
FEWEST_JUMPS = 2  # of any heavy lift; common practice
# falling as the bar gets heavier; common practice, cf. NSCA
REPS_BY_SHARE = ((0.45, 5), (0.65, 3), (0.85, 2), (9.9, 1))
REST_BY_SHARE = ((0.6, 30), (0.8, 45), (9.9, 60))  # plate change and a short rest; common practice
HARDLY = 1e-9


def ramp_loads(working: float, bar: float, rack: Rack = USUAL_RACK) -> tuple[float, ...]:
    """Loads of the build-up in the rack's unit, the bar first, the working weight left out. Empty when the
    work is lighter than the bar."""
    if working <= bar:
        return ()
    loads: list[float] = [bar]
    fewest = max(FEWEST_JUMPS, math.ceil((working - bar) / working / MAX_JUMP))
    for jumps in range(fewest, MOST_STEPS):
        step = (working - bar) / jumps
        loads = list(dict.fromkeys(rack.nearest(bar + step * index, bar) for index in range(jumps)))
        highest = max(after - before for before, after in pairwise([*loads, working]))
        if highest <= MAX_JUMP * working + HARDLY:
            break
        if len(loads) < jumps:  # the plates make no finer steps
            break
    return tuple(load for load in loads if load < working)


def main_lift(workout: Workout, person: Person, catalog: Catalog) -> Work | None:
    """The heaviest barbell line of the session, if any is heavy enough for a ramp; the earlier one on a
    tie."""
    lifts = [work for work in workout.works if catalog.movements[work.movement].implement == "barbell"]

    def heavy(work: Work) -> float:
        return relative_load(work, catalog.movements[work.movement], person)

    return max((work for work in lifts if heavy(work) >= HEAVY_FROM), key=heavy, default=None)


class WorkingWeight(NamedTuple):
    """A weight in the rack's unit, and whether it is an estimate: from body mass, or from a best that is
    one."""

    load: float
    estimated: bool


def working_weight(work: Work, person: Person, catalog: Catalog, rack: Rack = USUAL_RACK) -> WorkingWeight:
    """The working weight as asked."""
    row = catalog.movements[work.movement]
    if work.loads_kg:
        return WorkingWeight(rack.in_unit(load_for(work, person)), False)
    if work.bodyweight:
        wanted_kg = work.bodyweight * person.body_mass_kg
        return WorkingWeight(rack.in_unit(wanted_kg), person.mass_kg is None)
    share, best = relative_load(work, row, person), person.best(work.movement)
    if best:
        return WorkingWeight(rack.in_unit(share * best.kg), best.estimated)
    return WorkingWeight(rack.in_unit(share * row.bodyweight_share * person.body_mass_kg), True)


def build_ramp(
    workout: Workout, person: Person, catalog: Catalog, rack: Rack = USUAL_RACK
) -> tuple[RampSet, ...]:
    """Ramp sets to the session's main lift, without start times. Empty when nothing is heavy."""
    ramp = ramp_of(workout, person, catalog, rack)
    return ramp.sets if ramp else ()


def stopped(work: Work, person: Person, catalog: Catalog, share: float = 1.0) -> frozenset[str]:
    """Hazards of a lift, at a share of its working weight, that this person's cautions do not allow."""
    relative = share * relative_load(work, catalog.movements[work.movement], person)
    return cautions_of(person, catalog).stop_movement(hazards_of_movement(work.movement, catalog, relative))


def ramp_of(workout: Workout, person: Person, catalog: Catalog, rack: Rack = USUAL_RACK) -> Ramp | None:
    """The way up to one person's working weight, as far as their cautions allow it; None when nothing is
    heavy, or none of it is for them."""
    work = main_lift(workout, person, catalog)
    return ramp_to(work, working_weight(work, person, catalog, rack), person, catalog, rack) if work else None


def ramp_to(
    work: Work, wanted: WorkingWeight, person: Person, catalog: Catalog, rack: Rack = USUAL_RACK
) -> Ramp | None:
    """The way up to a weight of one lift, as far as a person's cautions allow it; None when it is not for
    them."""
    if stopped(work, person, catalog, share=0.0):
        return None
    bar = rack.bar_for(person.sex)
    working = rack.nearest(wanted.load, bar)
    loads = ramp_loads(working, bar, rack)
    # the working weight counts: what stays on for it need not move
    plates = loading((*loads, working), bar, dict(rack.pairs))
    most, steps = MOST_REPS, []
    for load, on in zip(loads, plates, strict=False):
        share = load / working
        most = min(most, _by_share(REPS_BY_SHARE, share))
        rest_s = _by_share(REST_BY_SHARE, share)
        if stopped(work, person, catalog, share):
            break
        steps.append(
            RampSet(
                movement=work.movement,
                load_kg=rack.in_kg(load),
                reps=most,
                rest_s=rest_s,
                plates=on,
                seconds=most * SECONDS_PER_REP + rest_s,
                share=round(share, 3),
                estimated=wanted.estimated,
                load=round(load, 4),
                unit=rack.unit,
            )
        )
    return Ramp(
        division=person.division,
        sex=person.sex,
        people=1,
        movement=work.movement,
        working=round(working, 4),
        wanted=round(wanted.load, 4),
        unit=rack.unit,
        bar=bar,
        plates=plates[-1],
        estimated=wanted.estimated,
        sets=tuple(steps),
    )


def _by_share(table: tuple[tuple[float, int], ...], share: float) -> int:
    """The value of the first row whose limit is above a share of the working weight."""
    return next(value for limit, value in table if share < limit)


class _Lifters(NamedTuple):
    """Who would lift the same: a division and a sex; cautions: those that end a way up before it is heavy."""

    division: str | None
    sex: str | None
    cautions: tuple[str, ...]


class _SameLift(NamedTuple):
    movement: str
    working: float
    bar: float
    sets: int


def ramps_for(
    workout: Workout,
    people: Sequence[Person],
    catalog: Catalog,
    rack: Rack = USUAL_RACK,
    division: str | None = None,
) -> tuple[Ramp, ...]:
    """One ramp for every group of a class that lifts the same on the same bar, most people first. People
    who have no heavy lift in their division, and seated ones, have none. One person alone has their own
    bests. Limitations: a group's percentage is worked out for the average lifter of a sex; members' own
    sheets have their own."""
    lifting = [person for person in people or (Person(),) if _lifts(workout, person, division, catalog)]
    lifters = Counter(
        _Lifters(person.division or division, person.sex, _straining(person, catalog)) for person in lifting
    )
    ramps: dict[_SameLift, Ramp] = {}
    for group, count in lifters.items():
        typical = Person(sex=group.sex, division=group.division, cautions=group.cautions)
        typical = lifting[0] if len(lifting) == 1 else typical
        ramp = ramp_of(workout.for_division(group.division), typical, catalog, rack)
        if ramp is None:
            continue
        lift = _SameLift(ramp.movement, ramp.working, ramp.bar, len(ramp.sets))
        before = ramps.get(lift, replace(ramp, people=0))
        ramps[lift] = replace(before, people=before.people + count)
    return tuple(sorted(ramps.values(), key=lambda ramp: (-ramp.people, -ramp.working)))


def _lifts(workout: Workout, person: Person, division: str | None, catalog: Catalog) -> bool:
    """Whether a person's cautions, or a chair, leave them the lift of their division."""
    work = main_lift(workout.for_division(person.division or division), person, catalog)
    if "seated" in person.adaptive or work is None:
        return False
    return not stopped(work, person, catalog, share=0.0)


def _straining(person: Person, catalog: Catalog) -> tuple[str, ...]:
    """The one caution that allows a lift but not all of its way up."""
    return ("breath-holding",) if "breath-holding" in cautions_of(person, catalog).hazards else ()


def timed(ramp: tuple[RampSet, ...], start_s: int, total_s: int) -> tuple[RampSet, ...]:
    """Sets one after the other from ``start_s``; those that end after ``total_s`` have no start."""
    steps: list[RampSet] = []
    clock, fits = start_s, True
    for step in ramp:
        fits = fits and clock + step.seconds <= total_s
        steps.append(replace(step, start_s=clock if fits else None))
        clock += step.seconds
    return tuple(steps)


def _loads(ramp: Ramp) -> list[float]:
    """Everything a group lifts, in order."""
    return [*(step.load for step in ramp.sets), ramp.working]


def shared_bar(first: Ramp, second: Ramp, rack: Rack) -> tuple[SharedTurn, ...]:
    """Two groups' lifters on one bar, set about, their first working set at the end, with the fewest plate
    changes. Raises ValueError when they lift different bars."""
    if first.bar != second.bar:
        bars = f"a bar of {first.bar:g} {rack.unit} and the other one of {second.bar:g}"
        raise ValueError(f"one lifts {bars}: they need two bars")
    ramps = (first, second)
    reps = [{step.load: step.reps for step in ramp.sets} for ramp in ramps]
    turns = shared(_loads(first), _loads(second), first.bar, dict(rack.pairs))
    return tuple(
        SharedTurn(turn.who, turn.load, reps[turn.who].get(turn.load), turn.plates) for turn in turns
    )
