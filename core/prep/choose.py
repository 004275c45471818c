"""Choose the drills: a beam search over time, then exchanges of one and of two until none helps.
Deterministic.

First the method's least of every phase is met as far as it can be; then the objective is the sum over demands
of ``weight * (1 - exp(-effect / tau))``, as a share of the whole weight, less a small cost per item and per
piece of kit. Limits: seconds, phase bounds, one dose per drill, static-hold seconds per muscle group, fatigue
of what the workout needs. Tests hold it against the same problem stated to a general solver.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from core.catalog.rows import Method, Phase
from core.prep.beam import Beam, best_rows, promising
from core.prep.candidates import Candidate
from core.prep.exchange import improved
from core.prep.floor import Reach
from core.prep.least import least_plans
from core.prep.problem import FLOOR, ITEM_COST, Floats, Limits, Problem, Rows

# what a phase lacks is taken lightly, and seriously
BEAMS = (Beam(short_cost=0.02, by_drill=True), Beam(short_cost=0.3, by_drill=False))


@dataclass(frozen=True)
class Choice:
    """The chosen candidates of a problem, by row, and what they leave."""

    problem: Problem
    rows: Rows

    @property
    def picked(self) -> dict[str, Candidate]:
        """Chosen candidates by drill, in the order they were chosen."""
        chosen = [self.problem.candidates[row] for row in self.rows]
        return {candidate.drill.id: candidate for candidate in chosen}

    @property
    def left(self) -> dict[str, float]:
        """What is left of every demand's weight."""
        remains: list[float] = self._remains().tolist()
        return dict(zip(self.problem.demands, remains, strict=True))

    def _remains(self) -> Floats:
        remains: Floats = self.problem.weights * self.problem.keeps[list(self.rows)].prod(axis=0)
        return remains

    def covered(self) -> float:
        """Share of the whole weight that is prepared."""
        return 1 - float(self._remains().sum()) / self.problem.total

    def value(self) -> float:
        """What the choice is worth, costs and what it lacks taken off."""
        return self.problem.value_of(self.rows)

    def without(self, row: int) -> Choice:
        """The same choice less one candidate."""
        return Choice(self.problem, tuple(other for other in self.rows if other != row))


def choose(candidates: Sequence[Candidate], weights: dict[str, float], limits: Limits) -> Choice:
    """The drills of a prep."""
    return solve(Problem(candidates, weights, limits))


def solve(problem: Problem) -> Choice:
    """The best plans of a beam search, filled up, each improved by exchanges; the best of them wins."""
    start = pinned(problem)
    if not problem.candidates:
        return Choice(problem, start)
    rows = promising(problem, start)
    small, numbers = problem.only(rows), {row: number for number, row in enumerate(rows)}
    begin = tuple(numbers[row] for row in start)
    plans = best_rows(small, begin, BEAMS)
    if max(map(small.value_of, plans)) < -FLOOR:  # some phase lacks its least
        plans += least_plans(small, begin)
    distinct = list({frozenset(plan): plan for plan in plans}.values())  # the beams often agree
    best = max(improved(small, distinct, frozenset(begin), 1), key=small.value_of)
    final = improved(small, [best], frozenset(begin), 2)[0]
    return Choice(problem, tuple(rows[number] for number in final))


def pinned(problem: Problem) -> Rows:
    """Rows of what the coach pinned, each in its phase where it can be, else where it fits; whatever the
    phase's bounds."""
    rows: Rows = ()
    for choices in problem.pinned_rows():
        able = [row for row in choices if problem.harmless(rows, row)]
        if able:
            rows = (*rows, _best_rate(problem, rows, able))
    return rows


def _best_rate(problem: Problem, rows: Rows, able: Sequence[int]) -> int:
    """The candidate that adds most per second, the earlier one on a tie."""
    grown = problem.grown([rows])
    gains = grown.values[0] - grown.value[0]
    return max(able, key=lambda row: (float(gains[row]) / problem.spends_of[row], -row))


def limits_for(
    method: Method,
    seconds: int,
    *,
    between_s: int,
    limiting: frozenset[str],
    pins: dict[str, Phase | None],
    recent: Sequence[str],
    floor: Sequence[Reach] = (),
    raise_scale: float | None = None,
    whole: float = 0.0,
    item_cost: float = ITEM_COST,
    apart: bool = False,
) -> Limits:
    """Phase bounds scaled to the seconds there are for drills; the raise's to the whole minutes."""
    scale = seconds / (method.reference_minutes * 60)
    return Limits(
        seconds=seconds,
        phases=method.phases,
        scale=scale,
        raise_scale=scale if raise_scale is None else raise_scale,
        between_s=between_s,
        limiting=limiting,
        pins=tuple(pins.items()),
        recent=frozenset(recent),
        floor=tuple(floor),
        whole=whole,
        item_cost=item_cost,
        apart=apart,
    )
