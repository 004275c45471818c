"""A beam over time: plans kept by the seconds they fill, the best few of each third of a minute, each grown by one drill at a time.

Every plan that fills t seconds is made from one that fills less, so the beams are run through once, shortest first, and all
plans of one beam are weighed together as arrays. Deterministic: equal values keep the order of the candidates.
"""
from __future__ import annotations

import numpy as np

from core.prep.problem import HARDLY, Problem

SLICE_S = 20  # plans whose seconds fall into one slice compete with each other
KEPT = 8  # plans kept of a slice
GROWN = 8  # ways each of them is grown
MOST_ROWS, PHASE_ROWS, SHORT_ROWS, WEIGHTY_DEMANDS, DEMAND_ROWS = 80, 12, 4, 20, 3  # rows a beam looks at: overall, of a phase, its shortest, of each weighty demand
FINISHED = 2  # plans handed on in the end


def promising(problem: Problem, start: tuple[int, ...]) -> list[int]:
    """Rows worth trying: those that give most for their time, in all, in their phase and to each demand; and the start."""
    (value,), (values,), _ = problem.grown([()], 0.0)
    rate = (values - value) / problem.spends
    order = np.argsort(-rate, kind="stable")
    kept = {*start, *order[:MOST_ROWS].tolist()}
    for phase in range(len(problem.bounds)):
        kept.update(order[problem.phase[order] == phase][:PHASE_ROWS].tolist())
        shortest = np.argsort(problem.spends, kind="stable")  # when there is little time, a phase's least may hang on them
        kept.update(shortest[problem.phase[shortest] == phase][:SHORT_ROWS].tolist())
        kept.update(row for way in long_enough(problem, phase, order.tolist()) for row in way[:SHORT_ROWS])
    for place in np.argsort(-problem.weights, kind="stable")[:WEIGHTY_DEMANDS].tolist():
        kept.update(np.argsort(-problem.taken[:, place] / problem.spends, kind="stable")[:DEMAND_ROWS].tolist())
    return sorted(kept)


def long_enough(problem: Problem, phase: int, order: list[int]) -> list[list[int]]:
    """Rows of a phase, in ``order``, that fill its least seconds alone, and those of which two do."""
    _, _, _, least_s = problem.bounds[phase]
    own = [row for row in order if problem.phase[row] == phase] if least_s else []
    return [[row for row in own if problem.seconds[row] * times >= least_s - HARDLY] for times in (1, 2)]


def best_rows(problem: Problem, start: tuple[int, ...], short_cost: float, by_drill: bool) -> list[tuple[int, ...]]:
    """Rows of the best plans found that contain ``start``, best first.

    short_cost: of what a phase lacks on the way. by_drill: plans of the same drills compete as one.
    """
    marks = problem.drill_of if by_drill else list(range(len(problem.candidates)))  # plans of the same marks are one and the same
    first = sum(problem.spends_of[row] for row in start)
    waiting: dict[int, dict[frozenset[int], tuple[float, tuple[int, ...]]]] = {
        first // SLICE_S: {frozenset(marks[row] for row in start): (problem.value_of(start), start)}}
    ended: list[tuple[float, tuple[int, ...]]] = []
    while waiting:
        place = min(waiting)
        beam = sorted(waiting.pop(place).values(), key=lambda one: -one[0])[:KEPT]
        ended.append(beam[0])
        _, values, fits = problem.grown([rows for _, rows in beam], short_cost)
        ranked = np.argsort(-np.where(fits, values, -np.inf), axis=1, kind="stable")[:, :GROWN]
        for number, (_, rows) in enumerate(beam):
            own, spent = frozenset(marks[row] for row in rows), sum(problem.spends_of[row] for row in rows)
            for row in ranked[number].tolist():
                if not fits[number, row]:
                    break
                slot = waiting.setdefault((spent + problem.spends_of[row]) // SLICE_S, {})
                grown = float(values[number, row])
                key = own | {marks[row]}
                if key not in slot or slot[key][0] < grown:
                    slot[key] = (grown, (*rows, row))
    return [rows for _, rows in sorted(ended, key=lambda one: -one[0])[:FINISHED]]
