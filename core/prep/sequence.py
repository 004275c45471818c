"""Put the chosen drills in order and give each its start: phases in order, few changes of level, few trips for kit."""
from __future__ import annotations

from collections.abc import Sequence
from itertools import permutations

from core.catalog.rows import PHASES
from core.prep.candidates import SHORT_TRANSITION_S, TRANSITION_S, Candidate

EXACT_UP_TO = 6  # every order of a phase is tried up to this many drills


def transition_s(before: Candidate | None, after: Candidate) -> int:
    """Seconds from one drill to the next: longer when kit is fetched or the level changes; none at the start."""
    if before is None:
        return 0
    fetch = set(after.kit) - set(before.kit)
    return TRANSITION_S if fetch or before.level != after.level else SHORT_TRANSITION_S


def in_order(picked: Sequence[Candidate], order: Sequence[str] = ()) -> list[Candidate]:
    """The drills in teaching order. ``order`` (drill ids) is the coach's own and wins inside each phase."""
    result: list[Candidate] = []
    for phase in PHASES:
        group = sorted((one for one in picked if one.phase == phase), key=lambda one: one.drill.id)
        if not group:
            continue
        if any(one.drill.id in order for one in group):
            fixed = {drill: place for place, drill in enumerate(order)}
            group.sort(key=lambda one: (fixed.get(one.drill.id, len(fixed)), one.drill.id))
            result.extend(group)
        elif len(group) <= EXACT_UP_TO:
            result.extend(min(permutations(group), key=lambda run: _trip_cost(result, run)))
        else:
            result.extend(_nearest_next(result, group))
    return result


def _trip_cost(before: list[Candidate], run: Sequence[Candidate]) -> tuple:
    last = before[-1] if before else None
    cost = 0
    for one in run:
        cost += transition_s(last, one)
        last = one
    return (cost, tuple(one.drill.id for one in run))


def _nearest_next(before: list[Candidate], group: list[Candidate]) -> list[Candidate]:
    left, run = list(group), []
    last = before[-1] if before else None
    while left:
        nearest = min(left, key=lambda one: (transition_s(last, one), one.level, one.drill.id))
        left.remove(nearest)
        run.append(nearest)
        last = nearest
    return run


def starts(run: Sequence[Candidate]) -> list[int]:
    """Start second of each drill, and the end of the last one as a final entry."""
    found, clock, last = [], 0, None
    for one in run:
        clock += transition_s(last, one)
        found.append(clock)
        clock += one.seconds
        last = one
    return [*found, clock]
