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
from typing import Any

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Ranges = Mapping[str, Array]  # motion -> degrees [B, n]
NODES = 33
NEVER = 1e4  # degrees nobody has: what a posture that cannot be made asks
AROUND = np.linspace(-1.0, 1.0, 9)  # places tried around the best node


@dataclass(frozen=True, slots=True)
class Group:
    """What a posture asks of one motion, or of several together: ``at + slope x`` degrees. at: [B, P]."""

    motions: tuple[str, ...]
    at: Array
    slope: float = 0.0
    # discomfort at the very end of its range; it grows with the eighth power of the share in use (estimate)
    end: float = 0.0


@dataclass(frozen=True)
class _Condition:
    """``table <= sum of weights x ranges``; table: [B, P]."""

    table: Array
    weights: Mapping[str, float]

    def given(self, ranges: Ranges) -> Array:
        total: Any = np.zeros((self.table.shape[0], 1))
        for motion, weight in self.weights.items():
            total = total + weight * ranges[motion]
        return np.asarray(total)


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
    def _conditions(self) -> tuple[_Condition, ...]:
        """What is left to ask when ``x`` may be anything in between."""
        found: list[_Condition] = []
        ups: list[_Condition] = []
        downs: list[_Condition] = []
        for group in self.groups:
            scale = abs(group.slope) or 1.0
            weights = dict.fromkeys(group.motions, 1 / scale)
            side = ups if group.slope > 0 else downs if group.slope < 0 else found
            side.append(_Condition(group.at / scale, weights))
        if self.low is not None and self.high is not None:
            ups.append(_Condition(-self.high, {}))
            downs.append(_Condition(self.low, {}))
        for up in ups:
            for down in downs:
                found.append(_Condition(up.table + down.table, _sum(up.weights, down.weights)))
        return tuple(found)

    def holds(self, ranges: Ranges) -> NDArray[np.bool_]:
        """Whether any posture is within these ranges: [B, n]."""
        start, end = _meet(self._stretches(ranges).values())
        return np.asarray(start <= end)

    def least(self, ranges: Ranges) -> dict[str, Array]:
        """motion -> the least degrees of it with which a posture is within the other ranges: [B, n];
        ``inf`` where the others leave none. A motion's own range does not count for it."""
        stretches = self._stretches(ranges)
        return {motion: self._least(motion, ranges, stretches) for motion in self.motions}

    def _least(self, motion: str, ranges: Ranges, stretches: Mapping[int, tuple[Array, Array]]) -> Array:
        own = [each for each in self._conditions if motion in each.weights]
        start, end = _meet(
            [stretches[place] for place, each in enumerate(self._conditions) if motion not in each.weights]
            or [(np.zeros((1, 1)), np.full((1, 1), self.dislike.shape[1] - 1.0))]
        )
        nodes = np.arange(self.dislike.shape[1])
        shape = np.broadcast_shapes(start.shape, ranges[motion].shape)
        needs = np.full((*shape, nodes.size), -NEVER)
        ends = [np.full(shape, -NEVER), np.full(shape, -NEVER)]
        for each in own:
            weight = each.weights[motion]
            rest = each.given(ranges) - weight * ranges[motion]
            np.maximum(needs, (each.table[:, None, :] - rest[..., None]) / weight, out=needs)
            for side, place in enumerate((start, end)):
                ends[side] = np.maximum(ends[side], (_between(each.table, place) - rest) / weight)
        inside = (nodes >= start[..., None]) & (nodes <= end[..., None])
        lowest = np.where(inside, needs, np.inf).min(axis=-1)
        lowest = np.minimum(lowest, np.minimum(*ends))
        return np.asarray(np.where((start <= end) & (lowest < NEVER / 10), lowest, np.inf))

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
        """The best of some places [B, n, K], or of all nodes."""
        read = self._reader(places)
        low, high = read(self.low, -NEVER), read(self.high, NEVER)
        missing: Any = 0.0
        dislike = read(self.dislike)
        for group in self.groups:
            has = np.asarray(sum((ranges[motion] for motion in group.motions), np.zeros((1, 1))))[..., None]
            at = read(group.at)
            if group.slope > 0:
                high = np.minimum(high, (has - at) / group.slope)
            elif group.slope < 0:
                low = np.maximum(low, (at - has) / -group.slope)
            else:
                missing = np.maximum(missing, at - has)
            if group.end:
                used = np.clip(at / np.maximum(has, 1.0), 0.0, 1.5)
                used *= used
                used *= used
                dislike = dislike + group.end * used * used
        x: Any = np.zeros(1)
        if self.prefers is not None:
            wanted = read(self.prefers)
            x = np.maximum(np.minimum(wanted, high), low)
            dislike = dislike + self.weighs * (x - wanted) ** 2
            missing = np.maximum(missing, low - high)
        dislike = dislike + NEVER * np.maximum(missing, 0.0)
        best = dislike.argmin(axis=-1)[..., None]
        taken = [
            np.take_along_axis(np.broadcast_to(each, dislike.shape), best, -1)[..., 0]
            for each in (np.arange(dislike.shape[-1], dtype=float) if places is None else places, x, dislike)
        ]
        return taken[0], taken[1], taken[2]

    def _reader(self, places: Array | None) -> Callable[..., Any]:
        """Tables at places: all nodes as they are, or between them."""
        if places is None:
            return lambda table, without=0.0: without if table is None else table[:, None, :]
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

    def _stretches(self, ranges: Ranges) -> dict[int, tuple[Array, Array]]:
        return {
            place: _stretch(each.table, each.given(ranges)) for place, each in enumerate(self._conditions)
        }


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


def _sum(one: Mapping[str, float], other: Mapping[str, float]) -> dict[str, float]:
    return {motion: one.get(motion, 0.0) + other.get(motion, 0.0) for motion in {**one, **other}}


def _meet(stretches: Any) -> tuple[Array, Array]:
    """Where all stretches overlap; start > end where they do not."""
    starts, ends = zip(*stretches, strict=True)
    start, end = starts[0], ends[0]
    for other in starts[1:]:
        start = np.maximum(start, other)
    for other in ends[1:]:
        end = np.minimum(end, other)
    return start, end


def _stretch(table: Array, most: Array) -> tuple[Array, Array]:
    """First and last place along the nodes, in fractions of a step, where a table is not above ``most``."""
    within = table[:, None, :] <= most[..., None]
    size = table.shape[1]
    first, last = within.argmax(axis=-1), size - 1 - within[..., ::-1].argmax(axis=-1)
    some = np.take_along_axis(within, first[..., None], -1)[..., 0]
    start = first - _beyond(table, first, first - 1, most)
    end = last + _beyond(table, last, last + 1, most)
    return np.where(some, start, np.inf), np.where(some, end, -np.inf)


def _beyond(table: Array, inner: NDArray[np.int64], outer: NDArray[np.int64], most: Array) -> Array:
    """How far from a node inside to the next one outside a table reaches ``most``: 0 to 1."""
    rows = np.arange(table.shape[0])[:, None]
    there = (outer >= 0) & (outer < table.shape[1])
    here, beyond = table[rows, inner], table[rows, np.clip(outer, 0, table.shape[1] - 1)]
    with np.errstate(invalid="ignore", divide="ignore"):
        share = (most - here) / (beyond - here)
    return np.asarray(np.where(there & (beyond > here), np.clip(share, 0.0, 1.0), 0.0))


def _between(table: Array, place: Array) -> Array:
    """A table at places between its nodes."""
    rows = np.arange(table.shape[0])[:, None]
    inside = np.clip(np.where(np.isfinite(place), place, 0.0), 0, table.shape[1] - 1)
    node = np.minimum(inside.astype(np.int64), table.shape[1] - 2)
    low, high = table[rows, node], table[rows, node + 1]
    return np.asarray(low + (inside - node) * (high - low))
