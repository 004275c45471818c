"""Build the bar up to the working weight: never a jump of more than 20 points, reps falling, plates from the rack; for every group
of a class that lifts the same."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence
from dataclasses import replace

from core.catalog import Catalog
from core.demand.exposure import load_for, relative_load
from core.demand.people import Person
from core.prep.plates import Rack, loading, shared
from core.prep.sheet import Ramp, RampSet, SharedTurn
from core.reading.workout import Work, Workout

MAX_JUMP = 0.20  # of the working weight; common practice
HEAVY_FROM = 0.55  # relative load from which a lift gets a ramp; estimate
SECONDS_PER_REP = 3
MOST_REPS = 5
MOST_STEPS = 40
REPS_BY_SHARE = (
    (0.45, 5),
    (0.65, 3),
    (0.85, 2),
    (9.9, 1),
)  # falling as the bar gets heavier; common practice, cf. NSCA
REST_BY_SHARE = ((0.6, 30), (0.8, 45), (9.9, 60))  # plate change and a short rest; common practice


def epley_max(load_kg: float, reps: int) -> float:
    """One-repetition maximum from a set, kg. Epley, from memory: w (1 + reps / 30)."""
    return load_kg if reps == 1 else load_kg * (1 + reps / 30)


def ramp_loads(working: float, bar: float, rack: Rack = Rack()) -> tuple[float, ...]:
    """Loads of the build-up in the rack's unit, the bar first, the working weight left out. Empty when the work is lighter than
    the bar."""
    if working <= bar:
        return ()
    chain: list[float] = [bar]
    for jumps in range(max(2, math.ceil((working - bar) / working / MAX_JUMP)), MOST_STEPS):
        step = (working - bar) / jumps
        chain = list(dict.fromkeys(rack.nearest(bar + step * index, bar) for index in range(jumps)))
        if all(
            after - before <= MAX_JUMP * working + 1e-9 for before, after in zip(chain, [*chain[1:], working])
        ):
            break
        if len(chain) < jumps:  # the plates make no finer steps
            break
    return tuple(load for load in chain if load < working)


def main_lift(workout: Workout, person: Person, catalog: Catalog) -> Work | None:
    """The heaviest barbell line of the session, if any is heavy enough for a ramp; the earlier one on a tie."""
    lifts = [
        work
        for part in workout.parts
        for work in part.work
        if catalog.movements[work.movement].implement == "barbell"
    ]
    heavy = [
        work for work in lifts if relative_load(work, catalog.movements[work.movement], person) >= HEAVY_FROM
    ]
    return max(
        heavy, key=lambda work: relative_load(work, catalog.movements[work.movement], person), default=None
    )


def working_weight(work: Work, person: Person, catalog: Catalog, rack: Rack = Rack()) -> tuple[float, bool]:
    """The working weight as asked, in the rack's unit, and whether it is an estimate from body mass."""
    row = catalog.movements[work.movement]
    if work.bodyweight and not work.loads_kg:
        wanted_kg, estimated = work.bodyweight * person.body_mass_kg, person.mass_kg is None
    elif work.loads_kg:
        wanted_kg, estimated = load_for(work, person), False
    else:
        wanted_kg, estimated = (
            relative_load(work, row, person) * row.bodyweight_share * person.body_mass_kg,
            True,
        )
    return rack.in_unit(wanted_kg), estimated


def build_ramp(
    workout: Workout, person: Person, catalog: Catalog, rack: Rack = Rack()
) -> tuple[RampSet, ...]:
    """Ramp sets to the session's main lift, without start times. Empty when nothing is heavy."""
    ramp = ramp_of(workout, person, catalog, rack)
    return ramp.sets if ramp else ()


def ramp_of(workout: Workout, person: Person, catalog: Catalog, rack: Rack = Rack()) -> Ramp | None:
    """The way up to one person's working weight, or None when nothing is heavy."""
    work = main_lift(workout, person, catalog)
    if work is None:
        return None
    bar, most, sets = rack.bar_for(person.sex), MOST_REPS, []
    wanted, estimated = working_weight(work, person, catalog, rack)
    working = rack.nearest(wanted, bar)
    loads = ramp_loads(working, bar, rack)
    plates = loading(
        (*loads, working), bar, dict(rack.pairs)
    )  # the working weight counts: what stays on for it need not move
    for load, on in zip(loads, plates):
        share = load / working
        most = min(most, next(reps for limit, reps in REPS_BY_SHARE if share < limit))
        rest = next(rest for limit, rest in REST_BY_SHARE if share < limit)
        sets.append(
            RampSet(
                work.movement,
                rack.in_kg(load),
                most,
                rest,
                on,
                None,
                most * SECONDS_PER_REP + rest,
                round(share, 3),
                estimated,
                round(load, 4),
                rack.unit,
            )
        )
    return Ramp(
        person.division,
        person.sex,
        1,
        work.movement,
        round(working, 4),
        rack.unit,
        bar,
        plates[-1],
        tuple(sets),
        estimated,
        round(wanted, 4),
    )


def ramps_for(
    workout: Workout,
    people: Sequence[Person],
    catalog: Catalog,
    rack: Rack = Rack(),
    division: str | None = None,
) -> tuple[Ramp, ...]:
    """One ramp for every group of a class that lifts the same on the same bar, most people first. People who have no heavy lift in
    their division, and seated ones, have none. Limitations: a percentage without anyone's best is worked out for the average
    lifter of a sex."""
    lifters = Counter(
        (person.division or division, person.sex)
        for person in people or (Person(),)
        if "seated" not in person.adaptive
    )
    found: dict[tuple, Ramp] = {}
    for (does, sex), count in lifters.items():
        ramp = ramp_of(workout.for_division(does), Person(sex=sex, division=does), catalog, rack)
        if ramp:
            key = (ramp.movement, ramp.working, ramp.bar)
            before = found[key].people if key in found else 0
            found[key] = replace(found.get(key, ramp), people=before + count)
    return tuple(sorted(found.values(), key=lambda one: (-one.people, -one.working)))


def timed(ramp: tuple[RampSet, ...], start_s: int, total_s: int) -> tuple[RampSet, ...]:
    """Sets one after the other from ``start_s``; those that end after ``total_s`` have no start."""
    found, clock = [], start_s
    for one in ramp:
        fits = clock + one.seconds <= total_s and (not found or found[-1].start_s is not None)
        found.append(replace(one, start_s=clock if fits else None))
        clock += one.seconds
    return tuple(found)


def shared_bar(first: Ramp, second: Ramp, rack: Rack) -> tuple[SharedTurn, ...]:
    """Two groups' lifters on one bar, set about, their first working set at the end, with the fewest plate changes. Raises
    ValueError when they lift different bars."""
    if first.bar != second.bar:
        raise ValueError(
            f"one lifts a bar of {first.bar:g} {rack.unit} and the other one of {second.bar:g}: they need two bars"
        )
    loads = [[*(one.load for one in ramp.sets), ramp.working] for ramp in (first, second)]
    reps = [{one.load: one.reps for one in ramp.sets} for ramp in (first, second)]
    return tuple(
        SharedTurn(who, load, reps[who].get(load), on)
        for who, load, on in shared(*loads, first.bar, dict(rack.pairs))
    )
