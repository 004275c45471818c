"""When there is hardly time for the least of every phase: which few short drills lack as little of it as
can be."""

from __future__ import annotations

from itertools import combinations
from operator import attrgetter
from typing import NamedTuple

from core.prep.beam import long_enough
from core.prep.problem import HARDLY, Floats, Problem, Rows

SHORTEST = 7  # rows of a phase that are looked at
LONG = 2  # and of those that fill its least seconds, alone or as one of two
HANDED_ON = 4  # plans that lack least, the best of them first


class Way(NamedTuple):
    """Some drills of one phase: what of its least is lacking, and what they take."""

    lacking: int
    seconds: int
    rows: Rows
    drills: frozenset[int]
    strain: Floats


def least_plans(problem: Problem, start: Rows) -> list[Rows]:
    """Plans of the shortest drills that contain ``start`` and lack as little as possible of every phase's
    least: every way to take up to the least number of items of each phase is tried."""
    search = _Search(problem, [_ways(problem, phase, start) for phase in range(len(problem.bounds))])
    search.run(_way_of(problem, start, 0))
    plans = search.plans
    values = problem.grown(plans).value.tolist() if plans else []
    # the best first, the earlier one on a tie
    ranked = sorted(zip(values, range(len(plans), 0, -1), plans, strict=True), reverse=True)
    return [rows for _, _, rows in ranked[:HANDED_ON]]


def _way_of(problem: Problem, rows: Rows, lacking: int) -> Way:
    return Way(
        lacking=lacking,
        seconds=sum(problem.spends_of[row] for row in rows),
        rows=rows,
        drills=frozenset(problem.drill_of[row] for row in rows),
        strain=problem.strain[list(rows)].sum(axis=0),
    )


def _ways(problem: Problem, phase: int, start: Rows) -> list[Way]:
    """Every way to take a phase's items beside those of ``start``, those that lack least first."""
    bounds = problem.bounds[phase]
    there = [row for row in start if problem.phase[row] == phase]
    rows, wanted = _few(problem, phase)
    ways: list[Way] = []
    for count in range(max(0, min(wanted, bounds.most_items) - len(there)) + 1):
        for chosen in combinations(rows, count):
            if len({problem.drill_of[row] for row in chosen}) < count:
                continue
            seconds = sum(int(problem.seconds[row]) for row in (*there, *chosen))
            if count and seconds > bounds.most_s + HARDLY:
                continue
            slow = seconds < bounds.least_s - HARDLY
            lacking = max(0, bounds.least_items - len(there) - count) + int(slow)
            ways.append(_way_of(problem, chosen, lacking))
    return sorted(ways, key=attrgetter("lacking", "seconds", "rows"))


class _Few(NamedTuple):
    """Rows of a phase worth trying, and how many of them at the most."""

    rows: list[int]
    wanted: int


def _few(problem: Problem, phase: int) -> _Few:
    """The shortest rows of a phase and some that fill its least seconds."""
    least_items = problem.bounds[phase].least_items
    there = [row for row in range(len(problem.candidates)) if problem.phase[row] == phase]
    by_time = sorted(there, key=lambda row: (problem.spends_of[row], row))
    filling = long_enough(problem, phase, by_time)
    longer: list[int] = []
    if least_items <= 1:
        longer = filling.alone[:LONG] or filling.in_two[:LONG]
    needs_two = bool(longer) and not filling.alone
    rows = list(dict.fromkeys([*by_time[:SHORTEST], *longer]))
    return _Few(rows, max(least_items, 2 if needs_two else 0))


class _Search:
    """Depth first through the phases, those ways first that lack least; keeps the plans that lack least of
    all."""

    def __init__(self, problem: Problem, ways: list[list[Way]]):
        self.problem, self.ways = problem, ways
        self.plans: list[Rows] = []
        self.least_lacking: int | None = None

    def run(self, so_far: Way, phase: int = 0) -> None:
        if self.least_lacking is not None and so_far.lacking > self.least_lacking:
            return
        if phase == len(self.ways):
            self._keep(so_far)
            return
        for way in self.ways[phase]:
            if self._fits(so_far, way):
                joined = Way(
                    lacking=so_far.lacking + way.lacking,
                    seconds=so_far.seconds + way.seconds,
                    rows=(*so_far.rows, *way.rows),
                    drills=so_far.drills | way.drills,
                    strain=so_far.strain + way.strain,
                )
                self.run(joined, phase + 1)

    def _keep(self, whole: Way) -> None:
        if self.least_lacking is None or whole.lacking < self.least_lacking:
            self.least_lacking = whole.lacking
            self.plans = []
        self.plans.append(whole.rows)

    def _fits(self, so_far: Way, way: Way) -> bool:
        if so_far.seconds + way.seconds > self.problem.limits.seconds or way.drills & so_far.drills:
            return False
        return bool((so_far.strain + way.strain <= self.problem.strain_cap).all())
