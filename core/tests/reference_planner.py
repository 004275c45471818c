"""The planner's problem stated to a general solver (OR-tools CP-SAT): same candidates, same limits, same
objective."""

from __future__ import annotations

import math
from dataclasses import dataclass

from ortools.sat.python import cp_model

from core.catalog.rows import HOLD_CAP_S
from core.prep.candidates import FULL, TAU
from core.prep.choose import Choice
from core.prep.problem import FATIGUE_CAP, FLOOR, FLOOR_COST, LIMITING_FATIGUE_CAP, SHORT_COST, Problem

SCALE = 1_000_000  # the objective in whole millionths of the whole weight
HUNDREDTHS = 100  # fatigue is given in hundredths
SHARES = 100_000  # of a reach, its motions' shares in hundred-thousandths


@dataclass(frozen=True)
class Proof:
    """What the solver found: value of its best plan, a bound no plan can pass, whether that is proven,
    seconds it took, the rows."""

    value: float
    bound: float
    proven: bool
    seconds: float
    rows: tuple[int, ...]


def _lacks(model, problem, prepared):
    """What every reach lacks of the floor, in hundred-thousandths of millionths."""
    lacks = []
    for number, reach in enumerate(problem.floor):
        lack = model.new_int_var(0, SCALE * SHARES, f"f{number}")
        given = sum(round(float(reach[place]) * SHARES) * var for place, var in prepared.items())
        model.add(lack >= round(FLOOR * SCALE * SHARES) - given)
        lacks.append(lack)
    return lacks


def prove(
    problem: Problem,
    hint: Choice | None = None,
    seconds: float = 10.0,
    workers: int = 2,
    keep: tuple[int, ...] = (),
) -> Proof:
    """Solve the same problem. ``hint``: our own plan, offered as a start so that only the proof is left to
    find. keep: rows that must stay."""
    model = cp_model.CpModel()
    rows = range(len(problem.candidates))
    chosen = [model.new_bool_var(f"x{row}") for row in rows]
    for drill in set(problem.drill_of):
        model.add_at_most_one(chosen[row] for row in rows if problem.drill_of[row] == drill)
    model.add(sum(problem.spends_of[row] * chosen[row] for row in rows) <= problem.limits.seconds)
    worth = []
    prepared = {}  # place of a demand -> millionths of it that are prepared
    for place, demand in enumerate(problem.demands):
        effect = {
            row: twentieths
            for row in rows
            for name, twentieths in problem.candidates[row].effects
            if name == demand
        }
        if not effect:
            continue
        most = min(sum(effect.values()), 12 * FULL)
        total, value = model.new_int_var(0, most, f"t{place}"), model.new_int_var(0, SCALE, f"v{place}")
        model.add(total <= sum(twentieths * chosen[row] for row, twentieths in effect.items()))
        share = float(problem.weights[place]) / problem.total
        model.add_element(
            total,
            [
                math.floor(SCALE * share * (1 - math.exp(-amount / FULL / TAU)) + 0.5)
                for amount in range(most + 1)
            ],
            value,
        )
        worth.append(value)
        if any(reach[place] for reach in problem.floor):
            prepared[place] = model.new_int_var(0, SCALE, f"p{place}")
            model.add_element(
                total,
                [
                    math.floor(SCALE * (1 - math.exp(-amount / FULL / TAU)) + 0.5)
                    for amount in range(most + 1)
                ],
                prepared[place],
            )
    lacks = _lacks(model, problem, prepared)
    short = []
    pinned = set(keep)
    for row in keep:
        model.add(chosen[row] == 1)
    for place, (most, least, most_s, least_s) in enumerate(problem.bounds):
        own = [row for row in rows if int(problem.phase[row]) == place]
        items, time = (
            sum(chosen[row] for row in own),
            sum(int(problem.seconds[row]) * chosen[row] for row in own),
        )
        kept_items, kept_s = (
            len(pinned & set(own)),
            sum(int(problem.seconds[row]) for row in pinned & set(own)),
        )
        model.add(items <= max(most, kept_items))
        model.add(time <= max(math.floor(most_s + 1e-6), kept_s))
        lacking, slow = model.new_int_var(0, least, f"l{place}"), model.new_bool_var(f"s{place}")
        model.add(lacking >= least - items)
        model.add(time >= math.ceil(least_s - 1e-6)).only_enforce_if(slow.Not())
        short += [lacking, slow]
    for muscle in range(problem.holds.shape[1]):
        model.add(sum(int(problem.holds[row, muscle]) * chosen[row] for row in rows) <= HOLD_CAP_S)
        cap = (
            LIMITING_FATIGUE_CAP
            if problem.fatigue_cap[muscle] < (LIMITING_FATIGUE_CAP + FATIGUE_CAP) / 2
            else FATIGUE_CAP
        )
        model.add(
            sum(round(problem.fatigue[row, muscle] * HUNDREDTHS) * chosen[row] for row in rows)
            <= round(cap * HUNDREDTHS)
        )
    costs = sum(round(float(problem.cost[row]) * SCALE) * chosen[row] for row in rows)
    finer = SHARES * max(1, len(lacks))
    gained = sum(worth) - costs - round(SHORT_COST * SCALE) * sum(short)
    model.maximize(finer * gained - round(FLOOR_COST) * sum(lacks))
    if hint is not None:
        for row in rows:
            model.add_hint(chosen[row], row in hint.rows)
    solver = cp_model.CpSolver()
    solver.parameters.max_time_in_seconds, solver.parameters.num_workers, solver.parameters.random_seed = (
        seconds,
        workers,
        1,
    )
    status = solver.solve(model)
    found = status in (cp_model.OPTIMAL, cp_model.FEASIBLE)
    return Proof(
        solver.objective_value / SCALE / finer if found else -math.inf,
        solver.best_objective_bound / SCALE / finer,
        status == cp_model.OPTIMAL,
        solver.wall_time,
        tuple(row for row in rows if found and solver.value(chosen[row])),
    )
