"""Take drills out of a plan and fill up again, as long as that helps: all exchanges of one or two weighed
together as arrays, those of several plans side by side."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import combinations
from typing import NamedTuple

import numpy as np

from core.prep.problem import HARDLY, Bools, Floats, Problem, Rows, best_first

IN_PAIRS = 14  # drills, those that give least for their time, that are taken out two at a time
WAYS = 2  # ways each gap is filled first


class Offer(NamedTuple):
    """A plan and what it is worth."""

    rows: Rows
    value: float


class Gap(NamedTuple):
    """An exchange worth trying: of which plan, what is taken out, what stays."""

    plan: int
    gone: Rows
    rows: Rows


class Same(NamedTuple):
    """What makes two fillings one: the plan they come from, and their rows in any order."""

    plan: int
    rows: frozenset[int]


def improved(problem: Problem, plans: Sequence[Rows], fixed: frozenset[int], depth: int) -> list[Rows]:
    """Each plan after the last exchange that helped it, of one drill or (at depth 2) of two. ``fixed``
    rows stay."""
    best = [Offer(rows, problem.value_of(rows)) for rows in plans]
    going = list(range(len(best)))
    while going:
        going = _round(problem, best, going, fixed, depth)
    return [offer.rows for offer in best]


def _round(
    problem: Problem, best: list[Offer], going: list[int], fixed: frozenset[int], depth: int
) -> list[int]:
    """Try one exchange on each plan still going, smaller ones first; keeps what helped in ``best`` and
    names those plans."""
    waiting, helped = going, []
    for out in range(1, depth + 1):
        offers = _best_exchanges(problem, [best[number].rows for number in waiting], fixed, out)
        still: list[int] = []
        for number, offer in zip(waiting, offers, strict=True):
            if offer.value > best[number].value + HARDLY:
                best[number] = offer
                helped.append(number)
            else:
                still.append(number)
        waiting = still
        if not waiting:
            break
    return helped


def _best_exchanges(problem: Problem, plans: Sequence[Rows], fixed: frozenset[int], out: int) -> list[Offer]:
    """For each plan the best one without ``out`` of its rows and with something better in their place."""
    gaps: list[Gap] = []
    for number, rows in enumerate(plans):
        gaps.extend(_gaps(problem, number, rows, fixed, out))
    if not gaps:
        return [Offer(rows, -np.inf) for rows in plans]
    grown = problem.grown([gap.rows for gap in gaps])
    fits = grown.fits
    for index, gap in enumerate(gaps):
        fits[index, list(gap.gone)] = False
    ranked, _ = best_first(np.where(fits, grown.values, -np.inf), WAYS)
    by_rate = _by_rate(problem, grown.values - grown.value[:, None], fits)
    start: dict[Same, Rows] = {}
    for index, gap in enumerate(gaps):
        for row in dict.fromkeys((*ranked[index], by_rate[index])):
            if fits[index, row]:
                filled = (*gap.rows, row)
                start.setdefault(Same(gap.plan, frozenset(filled)), filled)
    return _best_filled(problem, plans, start)


def _gaps(problem: Problem, number: int, rows: Rows, fixed: frozenset[int], out: int) -> list[Gap]:
    """Every exchange of one plan that is worth trying."""
    free = [row for row in rows if row not in fixed]
    alone = [_without(rows, row) for row in free]
    if out == 1:
        singles = (Gap(number, (row,), left) for row, left in zip(free, alone, strict=True))
        return [Gap(number, (), rows), *singles]
    whole, *without = problem.grown([rows, *alone], 0.0).value.tolist()
    rates = [
        ((whole - value) / problem.spends_of[row], row) for value, row in zip(without, free, strict=True)
    ]
    cheap = [row for _, row in sorted(rates)][:IN_PAIRS]
    pairs = combinations(cheap, 2)
    return [Gap(number, gone, _without(rows, *gone)) for gone in pairs]


def _without(rows: Rows, *gone: int) -> Rows:
    return tuple(row for row in rows if row not in gone)


def _best_filled(problem: Problem, plans: Sequence[Rows], start: dict[Same, Rows]) -> list[Offer]:
    """For each plan the best of its starts after each was given what adds most per second, again and
    again, until nothing fits or helps."""
    best = [Offer(rows, -np.inf) for rows in plans]
    growing = start
    while growing:
        value, values, fits = problem.grown(list(growing.values()))
        fits &= values > value[:, None] + HARDLY
        rates = _by_rate(problem, values - value[:, None], fits)
        longer: dict[Same, Rows] = {}
        for index, (same, rows) in enumerate(growing.items()):
            if fits[index, rates[index]]:
                filled = (*rows, rates[index])
                longer.setdefault(Same(same.plan, frozenset(filled)), filled)
            elif value[index] > best[same.plan].value:
                best[same.plan] = Offer(rows, float(value[index]))
        growing = longer
    return best


def _by_rate(problem: Problem, gains: Floats, fits: Bools) -> list[int]:
    """For each plan the candidate that adds most per second."""
    rates: list[int] = np.where(fits, gains / problem.spends, -np.inf).argmax(axis=1).tolist()
    return rates
