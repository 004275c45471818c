"""A beam over time: plans kept by the seconds they fill, the best few of each quarter of a minute, each grown
by one drill at a time.

Every plan that fills t seconds is made from one that fills less, so the beams are run through once, shortest
first; slices that lie closer together than the shortest drill cannot feed each other and are weighed together
as arrays. Deterministic: equal values keep the order of the candidates.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from operator import itemgetter
from typing import NamedTuple

import numpy as np

from core.prep.problem import HARDLY, Problem, Rows, best_first

SLICE_S = 15  # plans whose seconds fall into one slice compete with each other
KEPT = 6  # plans kept of a slice
GROWN = 6  # ways each of them is grown
FINISHED = 2  # plans handed on in the end
# rows a beam looks at: overall, of a phase, its shortest, of each weighty demand
MOST_ROWS, PHASE_ROWS, SHORT_ROWS, WEIGHTY_DEMANDS, DEMAND_ROWS = 60, 12, 3, 16, 2


def promising(problem: Problem, start: Rows) -> list[int]:
    """Rows worth trying: those that give most for their time, in all, in their phase and to each demand;
    and the start."""
    nothing = problem.grown([()], 0.0)
    rate = (nothing.values[0] - nothing.value[0]) / problem.spends
    order = np.argsort(-rate, kind="stable")
    # when there is little time, a phase's least may hang on the shortest
    shortest = np.argsort(problem.spends, kind="stable")
    kept = {*start, *order[:MOST_ROWS].tolist()}
    for phase in range(len(problem.bounds)):
        kept.update(order[problem.phase[order] == phase][:PHASE_ROWS].tolist())
        kept.update(shortest[problem.phase[shortest] == phase][:SHORT_ROWS].tolist())
        filling = long_enough(problem, phase, order.tolist())
        kept.update(filling.alone[:SHORT_ROWS], filling.in_two[:SHORT_ROWS])
    for demand in np.argsort(-problem.weights, kind="stable")[:WEIGHTY_DEMANDS].tolist():
        by_rate = np.argsort(-problem.taken[:, demand] / problem.spends, kind="stable")
        kept.update(by_rate[:DEMAND_ROWS].tolist())
    return sorted(kept)


class Filling(NamedTuple):
    """Rows of a phase that fill its least seconds alone, and those of which two do."""

    alone: list[int]
    in_two: list[int]


def long_enough(problem: Problem, phase: int, order: list[int]) -> Filling:
    """Rows of a phase, in ``order``, that fill its least seconds."""
    least_s = problem.bounds[phase].least_s
    if not least_s:
        return Filling([], [])
    phases, seconds = problem.phase.tolist(), problem.seconds.tolist()
    there = [row for row in order if phases[row] == phase]
    alone = [row for row in there if seconds[row] >= least_s - HARDLY]
    in_two = [row for row in there if seconds[row] * 2 >= least_s - HARDLY]
    return Filling(alone, in_two)


@dataclass(frozen=True, slots=True)
class Beam:
    """short_cost: of what a phase lacks on the way. by_drill: plans of the same drills compete as one."""

    short_cost: float
    by_drill: bool

    def marks(self, problem: Problem) -> list[int]:
        """A number for every row; plans of the same numbers compete as one."""
        return problem.drill_of if self.by_drill else list(range(len(problem.candidates)))


class Plan(NamedTuple):
    """A plan that was kept: what it is worth, the marks of its rows, its rows and its seconds in all."""

    value: float
    marks: frozenset[int]
    rows: Rows
    seconds: int


# a plan to be weighed: its value, and the plan it grew from with the row it adds (ADDS_NOTHING: itself);
# thousands are made for one prep, so they are plain pairs
Sprout = tuple[float, tuple[Plan, int]]
NEVER = -math.inf  # the worth of a row that does not fit
ADDS_NOTHING = -1
Waiting = dict[int, list[list[Sprout]]]  # slice -> sprouts of each beam


class _Kept(NamedTuple):
    """The plans that a slice keeps of one beam."""

    beam: int
    plans: list[Plan]


def best_rows(problem: Problem, start: Rows, beams: Sequence[Beam]) -> list[Rows]:
    """Rows of the best plans that each beam found, all of them with ``start`` in them. The beams go
    through time together, so that their plans are weighed in one go."""
    marks = [beam.marks(problem) for beam in beams]
    first_s, shortest_s = sum(problem.spends_of[row] for row in start), min(problem.spends_of)
    value = problem.value_of(start)
    seeds: list[list[Sprout]] = []
    for own in marks:
        seed = Plan(value, frozenset(own[row] for row in start), start, first_s)
        seeds.append([(value, (seed, ADDS_NOTHING))])
    waiting: Waiting = {first_s // SLICE_S: seeds}
    ended: list[list[Plan]] = [[] for _ in beams]
    while waiting:
        ready = min(waiting)
        # nothing that is grown now can land before this slice
        done = max(ready + 1, (ready * SLICE_S + shortest_s) // SLICE_S)
        kept = _taken_out(problem, waiting, done, marks)
        for beam, plans in kept:
            ended[beam].append(plans[0])
        _grow(problem, kept, beams, waiting)
    finished: list[Rows] = []
    for plans in ended:
        best = sorted(plans, key=lambda plan: -plan.value)[:FINISHED]
        finished.extend(plan.rows for plan in best)
    return finished


def _taken_out(problem: Problem, waiting: Waiting, done: int, marks: list[list[int]]) -> list[_Kept]:
    """The slices before ``done``, shortest first, each with what it keeps of every beam; they wait no
    longer."""
    kept: list[_Kept] = []
    for slice_number in sorted(number for number in waiting if number < done):
        for beam, sprouts in enumerate(waiting.pop(slice_number)):
            plans = _best_of(sprouts, marks[beam], problem.spends_of)
            if plans:
                kept.append(_Kept(beam, plans))
    return kept


def _grow(problem: Problem, kept: list[_Kept], beams: Sequence[Beam], waiting: Waiting) -> None:
    """Weigh every plan with every row added, and let the best ways of each wait in their slices."""
    owners: list[int] = []
    growing: list[Plan] = []
    for beam, plans in kept:
        owners.extend([beam] * len(plans))
        growing.extend(plans)
    short_costs = np.array([beams[beam].short_cost for beam in owners])
    grown = problem.grown([plan.rows for plan in growing], short_costs)
    worth = np.where(grown.fits, grown.values, NEVER)
    ways = zip(*best_first(worth, GROWN), strict=True)
    spends = problem.spends_of
    for beam, plan, (new_rows, values) in zip(owners, growing, ways, strict=True):
        for row, value in zip(new_rows, values, strict=True):
            if value == NEVER:
                break
            until = (plan.seconds + spends[row]) // SLICE_S
            slices = waiting.get(until)
            if slices is None:
                slices = waiting[until] = [[] for _ in beams]
            slices[beam].append((value, (plan, row)))


def _best_of(sprouts: list[Sprout], marks: list[int], spends: list[int]) -> list[Plan]:
    """The best few plans of a slice; of those with the same marks the best, the earlier on a tie."""
    kept: dict[frozenset[int], Plan] = {}
    for value, (plan, row) in sorted(sprouts, key=itemgetter(0), reverse=True):
        marked = plan.marks if row == ADDS_NOTHING else plan.marks | {marks[row]}
        if marked in kept:
            continue
        if row == ADDS_NOTHING:
            kept[marked] = plan
        else:
            kept[marked] = Plan(value, marked, (*plan.rows, row), plan.seconds + spends[row])
        if len(kept) == KEPT:
            break
    return list(kept.values())
