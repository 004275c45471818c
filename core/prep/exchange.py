"""Take drills out of a plan and fill up again, as long as that helps: all exchanges of one or two weighed together as arrays, those
of several plans side by side."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import combinations

import numpy as np

from core.prep.problem import HARDLY, Problem

IN_PAIRS = 12  # drills, those that give least for their time, that are taken out two at a time
WAYS = 2  # ways each gap is filled first
Rows = tuple[int, ...]


def improved(problem: Problem, plans: Sequence[Rows], fixed: frozenset[int], depth: int) -> list[Rows]:
    """Each plan after the last exchange that helped it, of one drill or (at depth 2) of two. ``fixed`` rows stay."""
    found, values = list(plans), [problem.value_of(rows) for rows in plans]
    going = list(range(len(found)))
    while going:
        waiting, better = going, []
        for out in range(1, depth + 1):
            offers = _best_exchanges(problem, [found[number] for number in waiting], fixed, out)
            helped = [
                number for number, (_, value) in zip(waiting, offers) if value > values[number] + HARDLY
            ]
            for number, (rows, value) in zip(waiting, offers):
                if number in helped:
                    found[number], values[number] = rows, value
            better += helped
            waiting = [number for number in waiting if number not in helped]
            if not waiting:
                break
        going = better
    return found


def _best_exchanges(
    problem: Problem, plans: Sequence[Rows], fixed: frozenset[int], out: int
) -> list[tuple[Rows, float]]:
    """For each plan the best one without ``out`` of its rows and with something better in their place, and its value."""
    gaps = [gap for number, rows in enumerate(plans) for gap in _gaps(problem, number, rows, fixed, out)]
    if not gaps:
        return [(rows, -np.inf) for rows in plans]
    value, values, fits = problem.grown([rows for _, _, rows in gaps])
    for place, (_, gone, _) in enumerate(gaps):
        fits[place, list(gone)] = False
    ranked = np.argsort(-np.where(fits, values, -np.inf), axis=1, kind="stable")[:, :WAYS].tolist()
    by_rate = _by_rate(problem, values - value[:, None], fits)
    start: dict[tuple[int, frozenset[int]], Rows] = {}
    for place, (number, _, rows) in enumerate(gaps):
        for row in dict.fromkeys((*ranked[place], by_rate[place])):
            if fits[place, row]:
                start.setdefault((number, frozenset((*rows, row))), (*rows, row))
    return _best_filled(problem, plans, start)


def _gaps(
    problem: Problem, number: int, rows: Rows, fixed: frozenset[int], out: int
) -> list[tuple[int, Rows, Rows]]:
    """(number of the plan, what is taken out, what stays) of every exchange worth trying."""
    free = [row for row in rows if row not in fixed]
    alone = [tuple(one for one in rows if one != row) for row in free]
    if out == 1:
        return [(number, (), rows), *((number, (row,), left) for row, left in zip(free, alone))]
    whole, *left = problem.grown([rows, *alone], 0.0)[0].tolist()
    cheap = [
        row
        for _, row in sorted(
            ((whole - value) / problem.spends_of[row], row) for value, row in zip(left, free)
        )
    ][:IN_PAIRS]
    return [(number, gone, tuple(row for row in rows if row not in gone)) for gone in combinations(cheap, 2)]


def _best_filled(
    problem: Problem, plans: Sequence[Rows], start: dict[tuple[int, frozenset[int]], Rows]
) -> list[tuple[Rows, float]]:
    """For each plan the best of its starts after each was given what adds most per second, again and again, until nothing fits or
    helps."""
    best: list[tuple[Rows, float]] = [(rows, -np.inf) for rows in plans]
    growing = start
    while growing:
        value, values, fits = problem.grown(list(growing.values()))
        fits &= values > value[:, None] + HARDLY
        rates = _by_rate(problem, values - value[:, None], fits)
        longer: dict[tuple[int, frozenset[int]], Rows] = {}
        for place, ((number, _), rows) in enumerate(growing.items()):
            if fits[place, rates[place]]:
                longer.setdefault((number, frozenset((*rows, rates[place]))), (*rows, rates[place]))
            elif value[place] > best[number][1]:
                best[number] = (rows, float(value[place]))
        growing = longer
    return best


def _by_rate(problem: Problem, gains: np.ndarray, fits: np.ndarray) -> list[int]:
    return np.where(fits, gains / problem.spends, -np.inf).argmax(axis=1).tolist()
