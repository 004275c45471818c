"""Readiness over a day, in one sweep: what every drill, way up and event left ready, for what an event
asks.

The rules are those of ``core.prep.warmth``; here all sources, minutes and asks are numbers in arrays, so
that a day of twenty athletes is worked out while a finger is still on the screen. A test holds the two
together.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from core.prep.warmth import BEYOND_DEG, EVERYWHERE, HALF_LIFE_MIN, RAISE_MIN, READY, Ask, Key

Floats = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class Left:
    """What something left ready from an instant on. drill: whether it is one, whose effects serve everywhere.
    key: names what it is, so that what it does for an event is worked out once."""

    key: str
    ended_at: int
    shares: Mapping[Key, float]
    reached: Mapping[Key, float] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Raised:
    """How warm large muscles were at an instant, 0..1."""

    ended_at: int
    share: float


def raised_at(sources: Sequence[Raised], at: int) -> float:
    """How warm they still are."""
    cold = 1.0
    for one in sources:
        if at >= one.ended_at:
            cold *= 1 - one.share * 0.5 ** ((at - one.ended_at) / 60 / HALF_LIFE_MIN)
    return 1 - cold


def raise_of(seconds: float, ended_at: int) -> Raised:
    """What some seconds of large-muscle work leave."""
    return Raised(ended_at, float(1 - np.exp(-seconds / 60 / RAISE_MIN)))


class Asked:
    """What an event asks of one athlete, as arrays over its asks."""

    def __init__(self, asks: Sequence[Ask]):
        self.asks = tuple(asks)
        self.weights = np.array([ask.weight for ask in asks])
        self.half_lives = np.array([ask.half_life_min for ask in asks])
        names = sorted({ask.demand for ask in asks})
        self.demands = {name: number for number, name in enumerate(names)}
        self._demand_of = np.array([self.demands[ask.demand] for ask in asks], dtype=int)
        groups: dict[tuple[str, str], int] = {}
        self._group_of = np.array(
            [groups.setdefault((ask.demand, ask.together), len(groups)) for ask in asks], dtype=int
        )
        self._groups = list(groups)
        self._known: dict[str, Floats] = {}

    def shares(self, left: Left) -> Floats:
        """What a source left of each ask, when it ended."""
        found = self._known.get(left.key)
        if found is None:
            found = np.array([_share(left, ask) for ask in self.asks])
            self._known[left.key] = found
        return found

    def ready(self, sources: Sequence[Left], instants: Sequence[int]) -> Floats:
        """How ready each ask is, [instants, asks]."""
        times = np.array(instants, dtype=float)
        left = np.ones((len(times), len(self.asks)))
        for source in sources:
            minutes = (times - source.ended_at) / 60
            fade = np.exp2(-np.maximum(minutes, 0)[:, None] / self.half_lives[None, :])
            gone = (minutes >= 0)[:, None] * fade * self.shares(source)[None, :]
            left *= 1 - gone
        return 1 - left

    def overall(self, sources: Sequence[Left], instants: Sequence[int]) -> list[float]:
        """How ready all of it is, weighed by what is asked, 0..1 at each instant."""
        total = float(self.weights.sum())
        if not total:
            return [1.0 for _ in instants]
        ready = self.ready(sources, instants) @ self.weights / total
        return [float(value) for value in ready]

    def by_demand(self, sources: Sequence[Left], at: int) -> dict[str, float]:
        """How ready each demand is."""
        ready = self.ready(sources, [at])[0]
        whole = np.bincount(self._demand_of, self.weights, len(self.demands))
        done = np.bincount(self._demand_of, self.weights * ready, len(self.demands))
        return {name: float(done[n] / whole[n]) for name, n in self.demands.items() if whole[n] > 0}

    def prepared(self, sources: Sequence[Left], at: int) -> dict[str, float]:
        """Share of each demand's score that needs nothing any more: a place that is READY is done with."""
        ready = self.ready(sources, [at])[0] if sources else np.zeros(len(self.asks))
        left = np.where(ready < READY, self.weights * (1 - ready), 0.0)
        before, after = (self._scores(each) for each in (self.weights, left))
        return {name: 1 - after[n] / before[n] for name, n in self.demands.items() if before[n] > 0}

    def _scores(self, weights: Floats) -> Floats:
        """The score of each demand: of the asks of one movement only the hardest counts."""
        hardest = np.zeros(len(self._groups))
        np.maximum.at(hardest, self._group_of, weights)
        kept = np.ones(len(self.demands))
        for number, (demand, _) in enumerate(self._groups):
            kept[self.demands[demand]] *= 1 - hardest[number]
        return 1 - kept


def _share(left: Left, ask: Ask) -> float:
    everywhere = left.shares.get((EVERYWHERE, ask.demand), 0.0)
    here = left.shares.get((ask.where, ask.demand), 0.0) if ask.where else 0.0
    if not here:
        return everywhere
    reached = left.reached.get((ask.where, ask.demand))
    if reached is not None and ask.degrees is not None:
        here *= float(np.exp(-max(0.0, ask.degrees - reached) / BEYOND_DEG))
    return 1 - (1 - everywhere) * (1 - here)
