"""Choose the drills: a beam search over time, then exchanges of one and of two until none helps. Deterministic.

First the method's least of every phase is met as far as it can be; then the objective is the sum over demands of
``weight * (1 - exp(-effect / tau))``, as a share of the whole weight, less a small cost per item and per piece of kit. Limits:
seconds, phase bounds, one dose per drill, static-hold seconds per muscle group, fatigue of what the workout needs. Tests hold
it against the same problem stated to a general solver.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from core.catalog.rows import Method
from core.prep.beam import Beam, best_rows, promising
from core.prep.candidates import Candidate
from core.prep.exchange import improved
from core.prep.least import least_plans
from core.prep.problem import HARDLY, Limits, Problem


BEAMS = (Beam(0.02, True), Beam(0.3, False))  # what a phase lacks is taken lightly, and seriously


@dataclass(frozen=True)
class Choice:
    """The chosen candidates of a problem, by row, and what they leave."""

    problem: Problem
    rows: tuple[int, ...]

    @property
    def picked(self) -> dict[str, Candidate]:
        """Chosen candidates by drill, in the order they were chosen."""
        return {self.problem.candidates[row].drill.id: self.problem.candidates[row] for row in self.rows}

    @property
    def left(self) -> dict[str, float]:
        """What is left of every demand's weight."""
        return dict(zip(self.problem.demands, self._remains().tolist()))

    def _remains(self) -> np.ndarray:
        return self.problem.weights * self.problem.keeps[list(self.rows)].prod(axis=0)

    def covered(self) -> float:
        """Share of the whole weight that is prepared."""
        return 1 - float(self._remains().sum()) / self.problem.total

    def value(self) -> float:
        return self.problem.value_of(self.rows)

    def without(self, row: int) -> Choice:
        return Choice(self.problem, tuple(one for one in self.rows if one != row))


def choose(candidates: Sequence[Candidate], weights: dict[str, float], limits: Limits) -> Choice:
    """The drills of a prep."""
    return solve(Problem(candidates, weights, limits))


def solve(problem: Problem) -> Choice:
    """The best plans of a beam search, filled up, each improved by exchanges; the best of them wins."""
    start = pinned(problem)
    if not problem.candidates:
        return Choice(problem, start)
    rows = promising(problem, start)
    small, at = problem.only(rows), {row: place for place, row in enumerate(rows)}
    begin = tuple(at[row] for row in start)
    found = best_rows(small, begin, BEAMS)
    if max(map(small.value_of, found)) < 0:  # some phase lacks its least
        found += least_plans(small, begin)
    plans = list({frozenset(plan): plan for plan in found}.values())  # the beams often agree
    best = max(improved(small, plans, frozenset(begin), 1), key=small.value_of)
    return Choice(problem, tuple(rows[place] for place in improved(small, [best], frozenset(begin), 2)[0]))


def choose_few(problem: Problem, most: int) -> Choice:
    """The best plan of at most ``most`` drills, all of them tried. For a handful of drills from a small pool; pins are not kept."""
    if not problem.candidates:
        return Choice(problem, ())
    best, best_value, plans = (), problem.value_of(()), [()]
    for size in range(most):
        _, values, fits = problem.grown(plans)
        worth = np.where(fits, values, -np.inf)
        plan, row = divmod(int(worth.argmax()), worth.shape[1])
        if worth[plan, row] > best_value + HARDLY:
            best, best_value = (*plans[plan], row), float(worth[plan, row])
        plans = [
            (*rows, row)
            for rows, able in zip(plans, fits)
            for row in np.flatnonzero(able).tolist()
            if not rows or row > rows[-1]
        ]
        if not plans or size + 1 == most:
            break
    return Choice(problem, best)


def pinned(problem: Problem) -> tuple[int, ...]:
    """Rows of what the coach pinned, each in its phase where it can be, else where it fits; whatever the phase's bounds."""
    rows: tuple[int, ...] = ()
    for own in problem.pinned_rows():
        able = [row for row in own if problem.harmless(rows, row)]
        if able:
            value, values, _ = problem.grown([rows])
            rows = (
                *rows,
                max(able, key=lambda row: (float(values[0, row] - value[0]) / problem.spends_of[row], -row)),
            )
    return rows


def limits_for(
    method: Method,
    seconds: int,
    limiting: frozenset[str],
    pins: dict[str, str],
    recent: Sequence[str],
    between_s: int,
) -> Limits:
    """Phase bounds scaled to the seconds there are for drills."""
    return Limits(
        seconds,
        method.phases,
        seconds / (method.reference_minutes * 60),
        limiting,
        dict(pins),
        frozenset(recent),
        between_s,
    )
