"""Ways up on shared racks as a general solver sees them (OR-tools CP-SAT, one worker): an oracle that shares
nothing with core/day/racks but the rules, each level of the objective solved to its end before the next."""

from __future__ import annotations

import random
from dataclasses import replace
from typing import Any, NamedTuple

from ortools.sat.python import cp_model

from core.day.racks import MOST_REST_SLOTS, WayUp, hold_slots, schedule

LEVELS = ("missed", "changed", "waits", "ahead")
FURTHEST = 10_000  # slots
LIMIT_S = 4.0  # of one level


class Best(NamedTuple):
    """The objective as far as it was proven."""

    values: tuple[int, ...]
    proven: bool


def instance(number: int) -> tuple[list[WayUp], int]:
    """A morning made up: two to eight ways up of two to five sets on one to three racks; in half of them
    everybody has their sets already, and one heat has moved."""
    dice = random.Random(number)
    racks, count = dice.choice((1, 1, 2, 2, 3)), dice.randrange(2, 9)
    ways = [_way(dice, place, count) for place in range(count)]
    if dice.random() < 0.5:
        given = schedule(ways, racks).starts
        moved, by = dice.randrange(count), dice.choice((-20, -8, 8, 24, 40))
        ways = [replace(way, published=given[way.key]) for way in ways]
        late = ways[moved]
        ways[moved] = replace(late, deadline=late.deadline + by, release=max(0, late.release + by))
    return ways, racks


def _way(dice: random.Random, place: int, count: int) -> WayUp:
    sets = dice.randrange(2, 6)
    holds = tuple(
        hold_slots(reps) for reps in sorted((dice.choice((1, 2, 3, 5)) for _ in range(sets)), reverse=True)
    )
    rests = tuple(sorted(dice.choice((4, 4, 8, 12)) for _ in range(sets - 1)))
    deadline = 400 + dice.choice((0, 0, 32, 40, 48, 64, 96))
    shortest = sum(holds) + sum(rests)
    return WayUp(
        key=f"w{place}",
        athlete=f"a{place % max(2, count - 1)}",
        holds=holds,
        rests=rests,
        release=deadline - shortest - dice.choice((0, 4, 12, 40, 120)),
        deadline=deadline,
    )


def best(ways: list[WayUp], racks: int) -> Best:
    """The objective of the best schedule, level by level."""
    values: list[int] = []
    for level in LEVELS:
        model, terms = _model(ways, racks)
        for name, value in zip(LEVELS, values, strict=False):
            model.add(sum(terms[name]) == value)
        model.minimize(sum(terms[level]))
        solver = cp_model.CpSolver()
        solver.parameters.num_workers = 1
        solver.parameters.max_time_in_seconds = LIMIT_S
        if solver.solve(model) != cp_model.OPTIMAL:
            return Best(tuple(values), False)
        values.append(round(solver.objective_value))
    return Best(tuple(values), True)


def _model(ways: list[WayUp], racks: int) -> tuple[Any, dict[str, list[Any]]]:
    model = cp_model.CpModel()
    terms: dict[str, list[Any]] = {name: [] for name in LEVELS}
    intervals: list[Any] = []
    changed: dict[str, Any] = {}
    for way in ways:
        done = model.new_bool_var("")
        starts = [model.new_int_var(way.release, max(way.release, way.deadline), "") for _ in way.holds]
        for start, hold in zip(starts, way.holds, strict=True):
            intervals.append(model.new_optional_interval_var(start, hold, start + hold, done, ""))
            model.add(start == way.release).only_enforce_if(done.negated())
        for number, rest in enumerate(way.rests):
            gap = starts[number + 1] - starts[number] - way.holds[number]
            model.add(gap >= rest).only_enforce_if(done)
            model.add(gap <= MOST_REST_SLOTS).only_enforce_if(done)
        model.add(starts[-1] + way.holds[-1] <= way.deadline).only_enforce_if(done)
        terms["missed"].append(1 - done)
        terms["waits"].append(_when(model, done, way.deadline - starts[-1] - way.holds[-1]))
        terms["ahead"].append(_when(model, done, way.deadline - starts[0]))
        if way.published is not None:
            other = changed.setdefault(way.athlete, model.new_bool_var(""))
            model.add(done == 1).only_enforce_if(other.negated())
            for start, given in zip(starts, way.published, strict=True):
                model.add(start == given).only_enforce_if(other.negated())
    terms["changed"] = list(changed.values()) or [0]
    model.add_cumulative(intervals, [1] * len(intervals), racks)
    return model, terms


def _when(model: Any, done: Any, amount: Any) -> Any:
    """An amount that counts only for a way up that is done."""
    counted = model.new_int_var(0, FURTHEST, "")
    model.add(counted == amount).only_enforce_if(done)
    model.add(counted == 0).only_enforce_if(done.negated())
    return counted


def worst(found: tuple[int, ...], reference: Best) -> str:
    """The first level at which a schedule is more than 2 % (or one slot) off, "" for none: the level before
    has to be the same for the next to be compared."""
    for name, mine, theirs in zip(LEVELS, found, reference.values, strict=False):
        if name in ("missed", "changed") and mine != theirs:
            return name
        if mine > max(theirs * 1.02, theirs + 1):
            return name
        if mine != theirs:
            return ""
    return ""
