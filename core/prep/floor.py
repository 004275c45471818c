"""The reaches that a prep prepares before it polishes anything: the three of most weight.

Motions that share an angle (the front rack's shoulder, its outward turn and the upper back), or that trade
with each other in one solved posture (ankle, knee and hip of a squat), are one reach: what opens one of
them opens it.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from functools import lru_cache

from core.catalog import Catalog
from core.posture import body_of, postures_of
from core.reading.workout import Workout

FLOORED = 3  # reaches that have a floor
SLIGHT = 0.1  # of weight, below which a reach has none; estimate

LEGS = frozenset({"ankle.dorsiflexion", "knee.flexion", "hip.flexion"})  # they trade in a squat
MOSTLY = 0.5  # of a reach's weight, in one that has a floor already: then it has none of its own; estimate

Reach = tuple[tuple[str, float], ...]  # its motions, each with its share of the reach's weight


def floor_of(workout: Workout, weights: Mapping[str, float], catalog: Catalog) -> tuple[Reach, ...]:
    """The reaches of most weight, none of them slight."""
    positions = {name for work in workout.works for name in catalog.movements[work.movement].positions}
    together = {group for position in sorted(positions) for group in _reaches_of(position, catalog)}
    grouped = frozenset[str]().union(*together)
    alone = [
        frozenset({motion})
        for motion in weights
        if catalog.demands[motion].kind == "reach" and motion not in grouped
    ]
    weight = {group: sum(weights.get(motion, 0.0) for motion in group) for group in (*together, *alone)}
    ranked = sorted(weight, key=lambda group: (-weight[group], sorted(group)))
    weighty: list[frozenset[str]] = []
    for group in ranked:
        new = group.difference(*weighty)
        mostly_new = sum(weights.get(motion, 0.0) for motion in new) > MOSTLY * weight[group]
        if weight[group] >= SLIGHT and mostly_new and len(weighty) < FLOORED:
            weighty.append(group)
    return tuple(
        tuple((motion, weights[motion] / weight[group]) for motion in sorted(group) if weights.get(motion))
        for group in weighty
    )


@lru_cache(maxsize=1024)
def _reaches_of(position: str, catalog: Catalog) -> tuple[frozenset[str], ...]:
    """Motions of a position that make one reach together."""
    return tuple(_merged(list(_together(position, catalog))))


def _together(position: str, catalog: Catalog) -> Iterator[frozenset[str]]:
    row = catalog.positions[position]
    yield from (frozenset(need.motions) for need in row.needs)
    if row.shape is None:
        return
    groups = [
        frozenset(group.motions) for group in postures_of(row.shape, [body_of()]).groups if group.motions
    ]
    if row.shape.family == "squat":
        yield LEGS
        groups = [group - LEGS for group in groups if group - LEGS]
    yield from groups


def _merged(groups: list[frozenset[str]]) -> list[frozenset[str]]:
    """Groups of one position that share a motion, as one."""
    merged: list[frozenset[str]] = []
    for group in groups:
        apart = [other for other in merged if not other & group]
        merged = [*apart, group.union(*(other for other in merged if other & group))]
    return merged
