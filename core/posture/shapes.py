"""A position as the set of all its postures, and what is left of that set for a body with given ranges.

A family of postures runs along a row of nodes (such as the ankle from straight to fully bent). At every
node one more direction ``x`` (such as the lean of the trunk) may be free within bounds. What a posture asks
of one motion, or of several that share an angle, is ``at + slope x``. Taking ``x`` out (Fourier-Motzkin:
every upper bound meets every lower one) leaves conditions ``table(node) <= ranges``, whose tables fall and
then rise along the nodes, so each is met on one stretch of nodes. All stretches meeting is the position
holding; the least a motion needs is the lowest its own conditions get on the stretch that the others leave.

Arrays: B bodies, n points of ranges for each, P nodes. Limitations: one stretch a table; a test draws
bodies at random and holds every family against a search that knows nothing of this.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from core.posture.degrees import MANY

Array = NDArray[np.float64]
Ranges = Mapping[str, Array]  # motion -> degrees [B, n]
NODES = 33
NEVER = 1e4  # degrees nobody has: what a posture that cannot be made asks
AROUND = np.linspace(-1.0, 1.0, 9)  # places tried around the best node
WORN_POWER, WORN_MOST = 8, 1.5  # of the share in use, and the share beyond which it grows no more; estimates
HILL_DEG = 0.1  # a table that rises by more than this and falls again is cut
MOST_CUTS = 4  # of one part, each into two


@dataclass(frozen=True, slots=True)
class Group:
    """What a posture asks of one motion, or of several together: ``at + slope x`` degrees. at: [B, P]."""

    motions: tuple[str, ...]
    at: Array
    slope: float = 0.0
    # discomfort at the very end of its range; it grows with a power of the share in use
    end: float = 0.0


class _Condition(NamedTuple):
    """``table <= sum of weights x ranges``; table: [B, P]."""

    table: Array
    weights: Mapping[str, float]


@dataclass(frozen=True)
class Shapes:
    """Every posture of a position for B bodies.

    low, high: bounds of ``x`` [B, P], in low > high where a node cannot be stood in. dislike: discomfort at
    the preferred ``x`` [B, P]; prefers: that ``x``; weighs: discomfort a squared degree away from it.
    drawn: what the drawing needs at a node, by name [B, P].
    """

    groups: tuple[Group, ...]
    dislike: Array
    low: Array | None = None
    high: Array | None = None
    prefers: Array | None = None
    weighs: float = 0.0
    drawn: Mapping[str, Array] = field(default_factory=dict)

    @property
    def motions(self) -> tuple[str, ...]:
        return tuple(dict.fromkeys(motion for group in self.groups for motion in group.motions))

    @cached_property
    def conditions(self) -> tuple[Array, Array]:
        """What is left to ask when ``x`` may be anything in between, C conditions: tables [C, B, P] and
        weights [C, motions]."""
        found: list[_Condition] = []
        ups: list[_Condition] = []
        downs: list[_Condition] = []
        for group in self.groups:
            scale = abs(group.slope) or 1.0
            side = ups if group.slope > 0 else downs if group.slope < 0 else found
            side.append(_Condition(group.at / scale, dict.fromkeys(group.motions, 1 / scale)))
        if self.low is not None and self.high is not None:
            ups.append(_Condition(-self.high, {}))
            downs.append(_Condition(self.low, {}))
        for up in ups:
            for down in downs:
                found.append(_Condition(up.table + down.table, _sum(up.weights, down.weights)))
        tables = np.empty((len(found), *self.dislike.shape))
        for place, each in enumerate(found):
            tables[place] = each.table
        return tables, np.array([[each.weights.get(one, 0.0) for one in self.motions] for each in found])

    def holds(self, ranges: Ranges) -> NDArray[np.bool_]:
        """Whether any posture is within these ranges: [B, n]."""
        start, end = _stretch(self.conditions[0], self._given(ranges))
        return np.asarray(start.max(axis=0) <= end.min(axis=0))

    def least(self, ranges: Ranges) -> dict[str, Array]:
        """motion -> the least degrees of it with which a posture is within the other ranges: [B, n];
        ``inf`` where the others leave none. A motion's own range does not count for it."""
        given = self._given(ranges)
        start, end = _stretch(self.conditions[0], given)
        return {
            motion: self._least(place, ranges[motion], given, start, end)
            for place, motion in enumerate(self.motions)
        }

    def _given(self, ranges: Ranges) -> Array:
        """What the ranges leave to every condition: [C, B, n]."""
        points = np.broadcast_shapes(*(ranges[motion].shape for motion in self.motions))
        having = np.empty((len(self.motions), *points))
        for place, motion in enumerate(self.motions):
            having[place] = ranges[motion]
        given = self.conditions[1] @ having.reshape(len(having), -1)
        return np.asarray(given.reshape(-1, *points))

    def _least(self, place: int, has: Array, given: Array, start: Array, end: Array) -> Array:
        """The lowest a motion's own conditions get where the others are met."""
        tables, weights = self.conditions
        own = weights[:, place] > 0
        last = tables.shape[-1] - 1.0
        first = start[~own].max(axis=0, initial=0.0)
        final = end[~own].min(axis=0, initial=last)
        weight = weights[own, place][:, None, None]
        rest = given[own] - weight * has
        if len(weight) == 1:  # one table alone is lowest at its lowest node, or as near to it as is left
            nearest = np.minimum(np.maximum(tables[own][0].argmin(axis=-1)[:, None], first), final)
            lowest = ((_between(tables[own], nearest) - rest) / weight)[0]
            return np.asarray(np.where((first <= final) & (lowest < NEVER / 10), lowest, np.inf))
        needs = ((tables[own][:, :, None, :] - rest[..., None]) / weight[..., None]).max(axis=0)
        nodes = np.arange(tables.shape[-1])
        inside = (nodes >= first[..., None]) & (nodes <= final[..., None])
        lowest = np.where(inside, needs, np.inf).min(axis=-1)
        for at in (first, final):
            lowest = np.minimum(lowest, ((_between(tables[own], at) - rest) / weight).max(axis=0))
        return np.asarray(np.where((first <= final) & (lowest < NEVER / 10), lowest, np.inf))

    def comfortable(self, ranges: Ranges, fine: bool = True) -> tuple[Array, Array]:
        """The place among the nodes, in fractions of a step, and the ``x`` of the posture with the least
        discomfort within these ranges, each [B, n]. Where none is, the one that misses them by least."""
        return self.easiest(ranges, fine)[:2]

    def easiest(self, ranges: Ranges, fine: bool = True) -> tuple[Array, Array, Array]:
        """The same, and its discomfort: the best node, and if wanted the best place around it."""
        best = self._easiest_of(None, ranges)
        if not fine:
            return best
        node = best[0]
        around = np.clip(node[..., None] + AROUND, 0.0, self.dislike.shape[1] - 1.0)
        return self._easiest_of(around, ranges)

    def _easiest_of(self, places: Array | None, ranges: Ranges) -> tuple[Array, Array, Array]:
        """The best of some places [B, n, K], or of all nodes; in single precision, which is quicker and tells
        postures apart to a ten-thousandth of a degree."""
        read = self._reader(places)
        low, high = read(self.low, -NEVER), read(self.high, NEVER)
        missing: Any = 0.0
        dislike = read(self.dislike)
        for group in self.groups:
            together = np.asarray(sum((ranges[motion] for motion in group.motions), np.zeros((1, 1))))
            has = together.astype(np.float32)[..., None]
            at = read(group.at)
            if group.slope > 0:
                high = np.minimum(high, (has - at) / group.slope)
            elif group.slope < 0:
                low = np.maximum(low, (at - has) / -group.slope)
            else:
                missing = np.maximum(missing, at - has)
            if group.end:
                worn = group.end * np.maximum(at, 0.0) ** WORN_POWER * np.maximum(has, 1.0) ** -WORN_POWER
                dislike = dislike + np.minimum(worn, group.end * WORN_MOST**WORN_POWER)
        x: Any = np.zeros(1)
        if self.prefers is not None:
            wanted = read(self.prefers)
            x = np.maximum(np.minimum(wanted, high), low)
            dislike = dislike + self.weighs * (x - wanted) ** 2
            missing = np.maximum(missing, low - high)
        dislike = dislike + NEVER * np.maximum(missing, 0.0)
        best = dislike.argmin(axis=-1)[..., None]

        def at_best(each: Any) -> Array:
            there = np.broadcast_to(each, dislike.shape)
            return np.take_along_axis(there, best, -1)[..., 0].astype(np.float64)

        place = best[..., 0].astype(np.float64) if places is None else at_best(places)
        return place, at_best(x), at_best(dislike)

    def _reader(self, places: Array | None) -> Callable[..., Any]:
        """Tables at places: all nodes as they are, or between them."""
        if places is None:
            return lambda table, without=0.0: (
                without if table is None else table[:, None, :].astype(np.float32)
            )
        size = self.dislike.shape[1]
        node = np.minimum(places.astype(np.int64), size - 2)
        share = places - node
        rows = np.arange(self.dislike.shape[0])[:, None, None]

        def read(table: Array | None, without: float = 0.0) -> Any:
            if table is None:
                return without
            low = table[rows, node]
            return low + share * (table[rows, node + 1] - low)

        return read

    def used(self, place: Array, x: Array) -> tuple[Array, ...]:
        """Degrees each group is asked at a posture: [B, n] a group."""
        return tuple(_between(group.at, place) + group.slope * x for group in self.groups)

    def seen(self, place: Array, x: Array) -> dict[str, Array]:
        """What the drawing needs of a posture, by name."""
        return {name: _between(table, place) for name, table in self.drawn.items()}


@dataclass(frozen=True)
class Pieces:
    """Nodes in several rows, each of whose tables falls and then rises, where those of one row would not."""

    pieces: tuple[Shapes, ...]

    @property
    def motions(self) -> tuple[str, ...]:
        return self.pieces[0].motions

    @cached_property
    def groups(self) -> tuple[Group, ...]:
        rows = zip(*(piece.groups for piece in self.pieces), strict=True)
        return tuple(replace(row[0], at=np.concatenate([each.at for each in row], axis=1)) for row in rows)

    def holds(self, ranges: Ranges) -> NDArray[np.bool_]:
        return np.asarray(np.any([piece.holds(ranges) for piece in self.pieces], axis=0))

    def least(self, ranges: Ranges) -> dict[str, Array]:
        found = [piece.least(ranges) for piece in self.pieces]
        return {motion: np.min([each[motion] for each in found], axis=0) for motion in self.motions}

    def comfortable(self, ranges: Ranges, fine: bool = True) -> tuple[Array, Array]:
        place, x, dislike = self.pieces[0].easiest(ranges, fine)
        offset = self.pieces[0].dislike.shape[1]
        for piece in self.pieces[1:]:
            other, other_x, other_dislike = piece.easiest(ranges, fine)
            better = other_dislike < dislike
            place, x = np.where(better, other + offset, place), np.where(better, other_x, x)
            dislike = np.minimum(dislike, other_dislike)
            offset += piece.dislike.shape[1]
        return place, x

    def used(self, place: Array, x: Array) -> tuple[Array, ...]:
        return tuple(_between(group.at, place) + group.slope * x for group in self.groups)

    def seen(self, place: Array, x: Array) -> dict[str, Array]:
        """What the drawing needs of a posture, by name."""
        tables = {
            name: np.concatenate([piece.drawn[name] for piece in self.pieces], axis=1)
            for name in self.pieces[0].drawn
        }
        return {name: _between(table, place) for name, table in tables.items()}


def in_pieces(shapes_at: Callable[[Array], Shapes], start: Any, end: Any, cuts: int = MOST_CUTS) -> Pieces:
    """A family along nodes from start to end ([B, 1] each), cut where one of its tables rises and then
    falls, again and again, so that every table falls and then rises within a piece."""
    every = start + (end - start) * np.linspace(0.0, 1.0, NODES)
    row = shapes_at(every)
    hills = _hills(row.conditions[0])
    heights = hills.max(axis=0)  # [C, B]
    if cuts == 0 or heights.max() < HILL_DEG:
        return Pieces((row,))
    condition = heights.max(axis=-1).argmax()
    cut = _top(row.conditions[0][condition], hills[:, condition].argmax(axis=0))
    middle = start + (end - start) * cut[:, None] / (NODES - 1)
    halves = (in_pieces(shapes_at, *each, cuts - 1) for each in ((start, middle), (middle, end)))
    return Pieces(tuple(piece for half in halves for piece in half.pieces))


def _hills(tables: Array) -> Array:
    """How far every node stands above the higher of the lowest ones before and after it: [P, C, B]. Of many
    bodies node by node, as numpy runs along an array's rows many times faster than across them."""
    if tables.size < MANY:
        before = np.minimum.accumulate(tables, axis=-1)
        after = np.minimum.accumulate(tables[..., ::-1], axis=-1)[..., ::-1]
        return np.moveaxis(tables - np.maximum(before, after), -1, 0)
    by_node = np.ascontiguousarray(np.moveaxis(tables, -1, 0))
    before, after = np.empty_like(by_node), np.empty_like(by_node)
    before[0], after[-1] = by_node[0], by_node[-1]
    for node in range(1, len(by_node)):
        np.minimum(before[node - 1], by_node[node], out=before[node])
        np.minimum(after[-node], by_node[-node - 1], out=after[-node - 1])
    return np.asarray(by_node - np.maximum(before, after, out=before))


def _top(table: Array, highest: NDArray[np.int64]) -> Array:
    """Where a table [B, P] is highest around its highest node, by the parabola through three nodes: [B]."""
    at = np.clip(highest, 1, table.shape[-1] - 2)
    left, here, right = (np.take_along_axis(table, (at + step)[:, None], 1)[:, 0] for step in (-1, 0, 1))
    bend = left - 2 * here + right
    shift = np.where(bend < 0, 0.5 * (left - right) / np.where(bend < 0, bend, 1.0), 0.0)
    return np.asarray(at + np.clip(shift, -0.5, 0.5))


def _sum(one: Mapping[str, float], other: Mapping[str, float]) -> dict[str, float]:
    return {motion: one.get(motion, 0.0) + other.get(motion, 0.0) for motion in {**one, **other}}


def _stretch(tables: Array, most: Array) -> tuple[Array, Array]:
    """First and last place along the nodes, in fractions of a step, where tables [..., B, P] are not above
    ``most`` [..., B, n]; inf and -inf where they always are."""
    within = tables[..., None, :] <= most[..., None]
    last_node = tables.shape[-1] - 1
    first, last = within.argmax(axis=-1), last_node - within[..., ::-1].argmax(axis=-1)
    at_first = _at(tables, first)
    some = at_first <= most
    start = first - _beyond(tables, at_first, first - 1, most)
    end = last + _beyond(tables, _at(tables, last), last + 1, most)
    return np.where(some, start, np.inf), np.where(some, end, -np.inf)


def _beyond(tables: Array, here: Array, outer: NDArray[np.int64], most: Array) -> Array:
    """How far from a node inside, where a table is ``here``, to the next one outside it reaches ``most``: 0
    to 1."""
    beyond = _at(tables, np.minimum(np.maximum(outer, 0), tables.shape[-1] - 1))
    rises = (outer >= 0) & (outer < tables.shape[-1]) & (beyond > here)
    share = (most - here) / np.where(rises, beyond - here, 1.0)
    return np.asarray(np.where(rises, np.minimum(np.maximum(share, 0.0), 1.0), 0.0))


def _at(tables: Array, node: NDArray[np.int64]) -> Array:
    """Tables [..., B, P] at nodes [..., B, n], a good deal quicker than numpy's own way along an axis."""
    rows = np.arange(0, tables.size, tables.shape[-1]).reshape(*tables.shape[:-1], 1)
    return np.asarray(tables.ravel().take(node + rows))


def _between(tables: Array, place: Array) -> Array:
    """Tables [..., B, P] at places [B, n] between their nodes."""
    known = np.where(np.isfinite(place), place, 0.0)
    inside = np.minimum(np.maximum(known, 0.0), tables.shape[-1] - 1)
    inside = np.broadcast_to(inside, (*tables.shape[:-1], inside.shape[-1]))
    node = np.minimum(inside.astype(np.int64), tables.shape[-1] - 2)
    low, high = _at(tables, node), _at(tables, node + 1)
    return np.asarray(low + (inside - node) * (high - low))
