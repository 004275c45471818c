"""When there is hardly time for the least of every phase: which few short drills lack as little of it as can be."""

from __future__ import annotations

from itertools import combinations

import numpy as np

from core.prep.beam import long_enough
from core.prep.problem import HARDLY, Problem

SHORTEST = 7  # rows of a phase that are looked at
LONG = 2  # and of those that fill its least seconds, alone or as one of two
HANDED_ON = 4  # plans that lack least, the best of them first


def least_plans(problem: Problem, start: tuple[int, ...]) -> list[tuple[int, ...]]:
    """Plans of the shortest drills that contain ``start`` and lack as little as possible of every phase's least: every way to
    take up to the least number of items of each phase is tried."""
    own = [_ways(problem, phase, start) for phase in range(len(problem.bounds))]
    used = frozenset(problem.drill_of[row] for row in start)
    spent = sum(problem.spends_of[row] for row in start)
    found: list[tuple[int, tuple[int, ...]]] = []
    _search(problem, own, 0, start, used, spent, problem.strain[list(start)].sum(axis=0), 0, found)
    plans = [rows for _, rows in found]
    values = problem.grown(plans)[0].tolist() if plans else []
    return [
        rows for _, _, rows in sorted(zip(values, range(len(plans), 0, -1), plans), reverse=True)[:HANDED_ON]
    ]


def _ways(
    problem: Problem, phase: int, start: tuple[int, ...]
) -> list[tuple[int, int, tuple[int, ...], frozenset[int], np.ndarray]]:
    """(what is lacking, seconds, rows, their drills, their strain) of every way to take a phase's items, those that lack least first."""
    most_items, least_items, most_s, least_s = problem.bounds[phase]
    there = [row for row in start if problem.phase[row] == phase]
    by_time = sorted(
        (row for row in range(len(problem.candidates)) if problem.phase[row] == phase),
        key=lambda row: (problem.spends_of[row], row),
    )
    alone, in_two = long_enough(problem, phase, by_time)
    longer = [] if least_items > 1 else alone[:LONG] or in_two[:LONG]
    rows = list(dict.fromkeys([*by_time[:SHORTEST], *longer]))
    wanted = max(least_items, 2 if longer and not alone else 0)
    ways = []
    for count in range(max(0, min(wanted, most_items) - len(there)) + 1):
        for chosen in combinations(rows, count):
            if len({problem.drill_of[row] for row in chosen}) < count:
                continue
            seconds = sum(int(problem.seconds[row]) for row in (*there, *chosen))
            if count and seconds > most_s + HARDLY:
                continue
            lacking = max(0, least_items - len(there) - count) + (seconds < least_s - HARDLY)
            ways.append(
                (
                    lacking,
                    sum(problem.spends_of[row] for row in chosen),
                    chosen,
                    frozenset(problem.drill_of[row] for row in chosen),
                    problem.strain[list(chosen)].sum(axis=0),
                )
            )
    return sorted(ways, key=lambda way: way[:3])


def _search(
    problem: Problem,
    own,
    phase: int,
    rows: tuple[int, ...],
    used: frozenset[int],
    spent: int,
    strain: np.ndarray,
    lacking: int,
    found: list[tuple[int, tuple[int, ...]]],
) -> None:
    if found and lacking > found[0][0]:
        return
    if phase == len(own):
        if not found or lacking < found[0][0]:
            found[:] = []
        found.append((lacking, rows))
        return
    for more, seconds, chosen, drills, strains in own[phase]:
        if (
            spent + seconds > problem.limits.seconds
            or drills & used
            or not (strain + strains <= problem.strain_cap).all()
        ):
            continue
        _search(
            problem,
            own,
            phase + 1,
            (*rows, *chosen),
            used | drills,
            spent + seconds,
            strain + strains,
            lacking + more,
            found,
        )
