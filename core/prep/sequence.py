"""Put the chosen drills in order: phases in order, and inside a phase the fewest trips for kit and changes of level."""

from __future__ import annotations

from collections.abc import Container, Sequence

from core.catalog.rows import PHASES
from core.prep.candidates import Candidate
from core.prep.pace import SHORT_TRANSITION_S, TRANSITION_S

EXACT_UP_TO = 9  # groups of like drills up to which every order is weighed


def transition_s(before: Candidate | None, after: Candidate) -> int:
    """Seconds from one drill to the next: longer when kit is fetched or the level changes; none at the start."""
    if before is None:
        return 0
    fetch = set(after.kit) - set(before.kit)
    return TRANSITION_S if fetch or before.level != after.level else SHORT_TRANSITION_S


def in_order(
    picked: Sequence[Candidate], order: Sequence[str] = (), new: Container[str] = ()
) -> list[Candidate]:
    """The drills in teaching order. ``order`` (drill ids) is the coach's own and wins inside each phase; where the way is no
    longer for it, what people know comes before what is ``new`` to them."""
    result: list[Candidate] = []
    fixed = {drill: place for place, drill in enumerate(order)}
    for phase in PHASES:
        group = sorted(
            (one for one in picked if one.phase == phase), key=lambda one: (one.drill.id in new, one.drill.id)
        )
        if any(one.drill.id in fixed for one in group):
            result.extend(sorted(group, key=lambda one: (fixed.get(one.drill.id, len(fixed)), one.drill.id)))
        elif group:
            result.extend(_cheapest(result[-1] if result else None, group))
    return result


def _cheapest(before: Candidate | None, group: list[Candidate]) -> list[Candidate]:
    """The order with the fewest seconds between drills.

    Drills of the same kit and level stand together: parting them never saves anything, because a way round through another
    group costs at least as much. So only the order of the groups is searched (dynamic programming over sets of groups).
    """
    alike: dict[tuple, list[Candidate]] = {}
    for one in group:
        alike.setdefault((one.level, tuple(sorted(one.kit))), []).append(one)
    groups = list(alike.values())
    if len(groups) > EXACT_UP_TO:
        return _nearest_next(before, groups)
    best = {(1 << place, place): (transition_s(before, own[0]), (place,)) for place, own in enumerate(groups)}
    for size in range(2, len(groups) + 1):
        longer: dict[tuple[int, int], tuple[int, tuple[int, ...]]] = {}
        for (mask, last), (cost, way) in best.items():
            for place, own in enumerate(groups):
                if mask & (1 << place):
                    continue
                key, found = (
                    (mask | (1 << place), place),
                    (cost + transition_s(groups[last][0], own[0]), (*way, place)),
                )
                if key not in longer or found < longer[key]:
                    longer[key] = found
        best = longer
    return [one for place in min(best.values())[1] for one in groups[place]]


def _nearest_next(before: Candidate | None, groups: list[list[Candidate]]) -> list[Candidate]:
    left, run = list(groups), []
    while left:
        nearest = min(left, key=lambda own: (transition_s(before, own[0]), own[0].level, own[0].drill.id))
        left.remove(nearest)
        run.extend(nearest)
        before = nearest[-1]
    return run
