"""Take drills out of a plan and fill up again, as long as that helps: all exchanges of one or two weighed together as arrays."""
from __future__ import annotations

from itertools import combinations

import numpy as np

from core.prep.problem import HARDLY, Problem

IN_PAIRS = 12  # drills, those that give least for their time, that are taken out two at a time
WAYS = 2  # ways each gap is filled first


def improved(problem: Problem, rows: tuple[int, ...], fixed: frozenset[int], depth: int) -> tuple[int, ...]:
    """The rows after the last exchange that helped, of one drill or (at depth 2) of two. ``fixed`` rows stay."""
    value = problem.value_of(rows)
    while True:
        for out in range(1, depth + 1):
            better, better_value = _best_exchange(problem, rows, fixed, out)
            if better_value > value + HARDLY:
                rows, value = better, better_value
                break
        else:
            return rows


def _best_exchange(problem: Problem, rows: tuple[int, ...], fixed: frozenset[int], out: int) -> tuple[tuple[int, ...], float]:
    """The best plan without ``out`` of the rows and with something better in their place, and its value."""
    free = [row for row in rows if row not in fixed]
    alone = [tuple(one for one in rows if one != row) for row in free]
    if out == 1:
        outs, plans = [(), *((row,) for row in free)], [rows, *alone]
    else:
        whole, *left = problem.grown([rows, *alone], 0.0)[0].tolist()
        cheap = [row for _, row in sorted(((whole - value) / problem.spends_of[row], row) for value, row in zip(left, free))][:IN_PAIRS]
        outs = list(combinations(cheap, 2))
        plans = [tuple(row for row in rows if row not in gone) for gone in outs]
    if not plans:
        return rows, -np.inf
    value, values, fits = problem.grown(plans)
    for number, gone in enumerate(outs):
        fits[number, list(gone)] = False
    ranked = np.argsort(-np.where(fits, values, -np.inf), axis=1, kind="stable")[:, :WAYS].tolist()
    by_rate = _by_rate(problem, values - value[:, None], fits)
    start: dict[frozenset[int], tuple[int, ...]] = {}
    for number, plan in enumerate(plans):
        for row in dict.fromkeys((*ranked[number], by_rate[number])):
            if fits[number, row]:
                start.setdefault(frozenset((*plan, row)), (*plan, row))
    return _best_filled(problem, [*start.values(), *plans[:1]])


def _best_filled(problem: Problem, plans: list[tuple[int, ...]]) -> tuple[tuple[int, ...], float]:
    """The best of the plans after each was given what adds most per second, again and again, until nothing fits or helps."""
    growing, best, best_value = plans, plans[0], -np.inf
    while growing:
        value, values, fits = problem.grown(growing)
        fits &= values > value[:, None] + HARDLY
        rates = _by_rate(problem, values - value[:, None], fits)
        longer: dict[frozenset[int], tuple[int, ...]] = {}
        for number, plan in enumerate(growing):
            if fits[number, rates[number]]:
                longer.setdefault(frozenset((*plan, rates[number])), (*plan, rates[number]))
            elif value[number] > best_value:
                best, best_value = plan, float(value[number])
        growing = list(longer.values())
    return best, best_value


def _by_rate(problem: Problem, gains: np.ndarray, fits: np.ndarray) -> list[int]:
    return np.where(fits, gains / problem.spends, -np.inf).argmax(axis=1).tolist()
