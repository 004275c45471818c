"""A beam over time: plans kept by the seconds they fill, the best few of each quarter of a minute, each grown by one drill at a time.

Every plan that fills t seconds is made from one that fills less, so the beams are run through once, shortest first; slices that lie
closer together than the shortest drill cannot feed each other and are weighed together as arrays. Deterministic: equal values keep the order of the candidates.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from operator import itemgetter

import numpy as np

from core.prep.problem import HARDLY, Problem

SLICE_S = 15  # plans whose seconds fall into one slice compete with each other
KEPT = 8  # plans kept of a slice
GROWN = 8  # ways each of them is grown
MOST_ROWS, PHASE_ROWS, SHORT_ROWS, WEIGHTY_DEMANDS, DEMAND_ROWS = (
    80,
    12,
    4,
    20,
    3,
)  # rows a beam looks at: overall, of a phase, its shortest, of each weighty demand
FINISHED = 2  # plans handed on in the end


def promising(problem: Problem, start: tuple[int, ...]) -> list[int]:
    """Rows worth trying: those that give most for their time, in all, in their phase and to each demand; and the start."""
    (value,), (values,), _ = problem.grown([()], 0.0)
    rate = (values - value) / problem.spends
    order = np.argsort(-rate, kind="stable")
    kept = {*start, *order[:MOST_ROWS].tolist()}
    for phase in range(len(problem.bounds)):
        kept.update(order[problem.phase[order] == phase][:PHASE_ROWS].tolist())
        shortest = np.argsort(
            problem.spends, kind="stable"
        )  # when there is little time, a phase's least may hang on them
        kept.update(shortest[problem.phase[shortest] == phase][:SHORT_ROWS].tolist())
        kept.update(row for way in long_enough(problem, phase, order.tolist()) for row in way[:SHORT_ROWS])
    for place in np.argsort(-problem.weights, kind="stable")[:WEIGHTY_DEMANDS].tolist():
        kept.update(
            np.argsort(-problem.taken[:, place] / problem.spends, kind="stable")[:DEMAND_ROWS].tolist()
        )
    return sorted(kept)


def long_enough(problem: Problem, phase: int, order: list[int]) -> list[list[int]]:
    """Rows of a phase, in ``order``, that fill its least seconds alone, and those of which two do."""
    _, _, _, least_s = problem.bounds[phase]
    phases, seconds = problem.phase.tolist(), problem.seconds.tolist()
    own = [row for row in order if phases[row] == phase] if least_s else []
    return [[row for row in own if seconds[row] * times >= least_s - HARDLY] for times in (1, 2)]


@dataclass(frozen=True, slots=True)
class Beam:
    """short_cost: of what a phase lacks on the way. by_drill: plans of the same drills compete as one."""

    short_cost: float
    by_drill: bool


Grown = tuple[
    float, frozenset[int], tuple[int, ...], int, int
]  # value; marks and rows of the plan it grew from; the new row; seconds in all


def best_rows(problem: Problem, start: tuple[int, ...], beams: Sequence[Beam]) -> list[tuple[int, ...]]:
    """Rows of the best plans that each beam found, all of them with ``start`` in them. The beams go through time together, so
    that their plans are weighed in one go."""
    every = [
        problem.drill_of if beam.by_drill else list(range(len(problem.candidates))) for beam in beams
    ]  # plans of the same marks are one
    first, spends, shortest = (
        sum(problem.spends_of[row] for row in start),
        problem.spends_of,
        min(problem.spends_of),
    )
    waiting: dict[int, list[list[Grown]]] = {
        first // SLICE_S: [
            [(problem.value_of(start), frozenset(marks[row] for row in start), start, -1, first)]
            for marks in every
        ]
    }
    ended: list[list[tuple[float, tuple[int, ...]]]] = [[] for _ in beams]
    while waiting:
        ready = min(waiting)
        done = max(
            ready + 1, (ready * SLICE_S + shortest) // SLICE_S
        )  # nothing that is grown now can land before this slice
        own = [
            (beam, kept)
            for place in sorted(one for one in waiting if one < done)
            for beam, plans in enumerate(waiting.pop(place))
            if (kept := _kept(plans, every[beam]))
        ]
        for beam, plans in own:
            ended[beam].append((plans[0][0], plans[0][2]))
        _, values, fits = problem.grown(
            [rows for _, plans in own for _, _, rows, _ in plans],
            np.array([beams[beam].short_cost for beam, plans in own for _ in plans]),
        )
        worth = np.where(fits, values, -np.inf)
        ranked = np.argsort(-worth, axis=1, kind="stable")[:, :GROWN]
        ways = zip(ranked.tolist(), np.take_along_axis(worth, ranked, axis=1).tolist())
        for beam, plans in own:
            for _, marked, rows, spent in plans:
                for row, grown in zip(*next(ways)):
                    if grown == -np.inf:
                        break
                    until = spent + spends[row]
                    if until // SLICE_S not in waiting:
                        waiting[until // SLICE_S] = [[] for _ in beams]
                    waiting[until // SLICE_S][beam].append((grown, marked, rows, row, until))
    return [rows for plans in ended for _, rows in sorted(plans, key=lambda one: -one[0])[:FINISHED]]


def _kept(plans: list[Grown], marks: list[int]) -> list[tuple[float, frozenset[int], tuple[int, ...], int]]:
    """The best few plans of a slice, each with its marks, rows and seconds; of those with the same marks the best, the earlier on a tie."""
    kept: dict[frozenset[int], tuple[float, frozenset[int], tuple[int, ...], int]] = {}
    for value, marked, rows, row, spent in sorted(plans, key=itemgetter(0), reverse=True):
        own = marked if row < 0 else marked | {marks[row]}
        if own not in kept:
            kept[own] = (value, own, rows if row < 0 else (*rows, row), spent)
            if len(kept) == KEPT:
                break
    return list(kept.values())
