"""The choosing stated once, as arrays: candidates, what they take away of every demand, and the limits a
choice must keep to."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from copy import copy
from dataclasses import dataclass
from itertools import chain, pairwise
from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from core.catalog.rows import HOLD_CAP_S, MethodPhase, Phase
from core.prep.candidates import Candidate, taken_away
from core.prep.floor import Reach

ITEM_COST = 0.004  # of the whole need, so that a drill has to earn its place; estimate
DIFFERENCE_COST = (
    0.02  # the same where an earlier part has done most of it: only what is really left; estimate
)
KIT_COST = 0.003
REPEAT_COST = 0.012  # for a drill used in the last days
FATIGUE_CAP = 0.5
LIMITING_FATIGUE_CAP = 0.2  # of muscles that limit the workout; common practice
SHORT_COST = (
    1.0  # of an item, or of the seconds, that a phase lacks: more than all drills together can be worth
)
FLOOR = 0.35  # of each of the weightiest reaches comes before anything is polished; estimate
FLOOR_COST = 1.0  # of what they lack of it, shared between them
ALWAYS: tuple[Phase, ...] = ("raise", "rehearse")  # never left out for want of time
ITEMS_HOLD, ROUNDED = (
    1.5,
    0.4,
)  # fewest drills of the other phases: so much times the share of time; estimates
HARDLY = 1e-9

Floats = NDArray[np.float64]
Bools = NDArray[np.bool_]
Ints = NDArray[np.int64]
Rows = tuple[int, ...]  # candidates of a plan, by number


@dataclass(frozen=True, slots=True, kw_only=True)
class Limits:
    """What a choice must keep to. seconds includes ``between_s`` after every drill. pins: drill -> its
    phase. floor: the reaches that are prepared by FLOOR before anything is polished. scale: of the phases'
    bounds; raise_scale: of the raise's, which building the bar leaves as it is. whole: the need with
    nothing ready yet, which everything is a share of; the sum of the weights at least. apart: no muscle is
    tired twice."""

    seconds: int
    phases: tuple[MethodPhase, ...]
    scale: float
    between_s: int
    limiting: frozenset[str] = frozenset()
    pins: tuple[tuple[str, Phase | None], ...] = ()
    recent: frozenset[str] = frozenset()
    floor: tuple[Reach, ...] = ()
    raise_scale: float | None = None
    whole: float = 0.0
    item_cost: float = ITEM_COST
    apart: bool = False

    def _scale(self, bound: MethodPhase) -> float:
        whole = self.raise_scale if bound.phase == "raise" else None
        return self.scale if whole is None else whole

    def most_s(self, bound: MethodPhase) -> float:
        """The most seconds of a phase, scaled to the minutes there are."""
        scale = self._scale(bound)
        return max(bound.max_s * scale, bound.min_s if scale >= 1 else 0)

    def least_items(self, bound: MethodPhase) -> int:
        """The fewest drills of a phase. Where building the bar or a short time leaves little of the usual
        minutes, opening and switching on ask for fewer; what raises and what rehearses stays."""
        if bound.phase in ALWAYS:
            return bound.min_items
        return int(bound.min_items * min(1.0, self.scale * ITEMS_HOLD) + ROUNDED)

    def least_s(self, bound: MethodPhase) -> float:
        """The least seconds of a phase; no more than usual when there is more time."""
        return bound.min_s * min(1.0, self._scale(bound))


class PhaseLimits(NamedTuple):
    """What the limits say of one phase."""

    most_items: int
    least_items: int
    most_s: float
    least_s: float


class Grown(NamedTuple):
    """Plans and what each candidate would make of them. value: of every plan; values and fits (plans x
    candidates): of every plan with the candidate added, and whether it may be."""

    value: Floats
    values: Floats
    fits: Bools


class Problem:
    """The candidates as arrays: one row each. Built once for a plan."""

    def __init__(self, candidates: Sequence[Candidate], weights: dict[str, float], limits: Limits):
        self.candidates, self.limits = tuple(candidates), limits
        self.demands = [demand for demand, weight in weights.items() if weight > 0]
        self.weights: Floats = np.array([weights[demand] for demand in self.demands])
        self.total = max(limits.whole, float(self.weights.sum())) or 1.0
        self.floor: Floats = np.zeros((len(limits.floor), len(self.demands)))  # each reach's motions
        for number, reach in enumerate(limits.floor):
            for motion, share in reach:
                self.floor[number, self.demands.index(motion)] = share
        self._set_rows()
        self._set_bounds()
        self._work_out()

    def _set_rows(self) -> None:
        """What every candidate is, row by row."""
        candidates, limits = self.candidates, self.limits
        drills: dict[str, int] = {}
        strained: set[str] = set()
        for row in candidates:
            drills.setdefault(row.drill.id, len(drills))
            strained.update(row.drill.holds_s, row.drill.fatigue)
        muscles = sorted(strained)
        phases: dict[Phase, int] = {bound.phase: number for number, bound in enumerate(limits.phases)}
        self.taken = _table([row.effects for row in candidates], self.demands, taken_away)
        self.holds = _table([row.drill.holds_s.items() for row in candidates], muscles, float)
        self.fatigue = _table([row.drill.fatigue.items() for row in candidates], muscles, float)
        if limits.apart:
            self.fatigue = np.sign(self.fatigue)
        self.drill: Ints = np.array([drills[row.drill.id] for row in candidates], dtype=np.int64)
        self.seconds: Ints = np.array([row.seconds for row in candidates], dtype=np.int64)
        self.phase: Ints = np.array([phases[row.phase] for row in candidates], dtype=np.int64)
        self.cost: Floats = np.array([_cost(row, limits) for row in candidates])
        self.fatigue_cap: Floats = np.array([_fatigue_cap(muscle, limits) for muscle in muscles])

    def _set_bounds(self) -> None:
        """What the limits say of every phase."""
        limits = self.limits
        self.bounds = tuple(
            PhaseLimits(
                bound.max_items, limits.least_items(bound), limits.most_s(bound), limits.least_s(bound)
            )
            for bound in limits.phases
        )
        columns: Floats = np.array(self.bounds, dtype=np.float64).reshape(len(self.bounds), 4).T
        self.most_items, self.least_items, self.most_s, self.least_s = columns

    def _work_out(self) -> None:
        """What follows from the rows, for speed."""
        self.spends = self.seconds + self.limits.between_s
        self.keeps: Floats = 1 - self.taken
        self.drills = int(self.drill.max(initial=-1)) + 1
        self.taken_shares: Floats = np.ascontiguousarray(self.taken.T) / self.total
        self.log_keeps: Floats = np.log(self.keeps)
        self.in_phase: Floats = np.equal.outer(self.phase, np.arange(len(self.bounds))).astype(np.float64)
        self.seconds_in_phase: Floats = self.in_phase * self.seconds[:, None]
        self.strain: Floats = np.concatenate([self.holds, self.fatigue], axis=1)
        hold_cap = np.full(self.holds.shape[1], float(HOLD_CAP_S))
        self.strain_cap: Floats = np.concatenate([hold_cap, self.fatigue_cap]) + HARDLY
        self.strained = np.flatnonzero((self.strain > 0).any(axis=1))
        self.own_strain: Floats = self.strain[self.strained]
        self.unstrained: Bools = self.own_strain == 0
        self.most_strain: Floats = self.own_strain.max(axis=0, initial=0.0)
        motions = [reach.nonzero()[0] for reach in self.floor]
        self.floored = [  # its motions, their shares, what every candidate leaves of them
            (own, reach[own], np.ascontiguousarray(self.keeps[:, own].T))
            for own, reach in zip(motions, self.floor, strict=True)
        ]
        self._join_columns()
        # plain numbers, for single rows
        self.drill_of: list[int] = self.drill.tolist()
        self.spends_of: list[int] = self.spends.tolist()

    def _join_columns(self) -> None:
        """All that adds up over a plan side by side, so that one product sums it."""
        blocks: tuple[NDArray[Any], ...] = (
            self.log_keeps,
            self.in_phase,
            self.seconds_in_phase,
            self.spends[:, None],
            self.cost[:, None],
            self.strain,
        )
        ends: list[int] = np.cumsum([0, *(block.shape[1] for block in blocks)]).tolist()
        self.columns: Floats = np.concatenate(blocks, axis=1)
        self.parts = tuple(slice(start, end) for start, end in pairwise(ends))

    def only(self, rows: Sequence[int]) -> Problem:
        """The same problem with some of its candidates, in this order."""
        smaller, kept = copy(self), list(rows)
        smaller.candidates = tuple(self.candidates[row] for row in kept)
        smaller.taken, smaller.holds, smaller.fatigue = self.taken[kept], self.holds[kept], self.fatigue[kept]
        smaller.drill, smaller.seconds = self.drill[kept], self.seconds[kept]
        smaller.cost, smaller.phase = self.cost[kept], self.phase[kept]
        smaller._work_out()
        return smaller

    def serving(self, demand: str, twentieths: float) -> Bools:
        """Which candidates prepare a demand by at least so much."""
        if demand not in self.demands:
            return np.zeros(len(self.candidates), dtype=np.bool_)
        column: Floats = self.taken[:, self.demands.index(demand)]
        return column >= taken_away(twentieths) - HARDLY

    def grown(self, plans: Sequence[Rows], short_cost: float | Floats = SHORT_COST) -> Grown:
        """What each candidate would make of each plan.

        short_cost: of what a phase lacks, one for all or one a plan; a search may take it lightly on the way.
        """
        place, flat = self._flat(plans)
        sums = self._chosen_at(len(plans), place, flat) @ self.columns
        logs, items, phase_s, spent, cost, strained = (sums[:, part] for part in self.parts)
        left = np.exp(logs)
        remains = self.weights * left
        room = np.where(items < self.most_items, self.most_s - phase_s, -1.0) + HARDLY
        fits: Bools = self.spends <= self.limits.seconds - spent
        taken: Bools = np.zeros((len(plans), self.drills), dtype=np.bool_)
        taken[place, self.drill[flat]] = True
        fits &= ~taken.take(self.drill, axis=1)
        fits &= self.seconds <= room.take(self.phase, axis=1, mode="clip")
        if self.strained.size:
            fits[:, self.strained] &= self._strain_allowed(strained)
        lacking, slow = np.maximum(0, self.least_items - items), phase_s < self.least_s - HARDLY
        value: Floats = 1 - remains.sum(axis=1) / self.total - cost[:, 0]
        values: Floats = remains @ self.taken_shares - self.cost
        if len(self.floor):
            self._mind_the_floor(left, value, values)
        short = lacking.sum(axis=1) + slow.sum(axis=1)
        if short.any():
            dear = np.full(len(plans), short_cost)
            value -= dear * short
            still_s = np.where(slow, self.least_s - HARDLY - phase_s, np.inf)
            values += np.where(lacking > 0, dear[:, None], 0.0)[:, self.phase]
            values += np.where(self.seconds >= still_s[:, self.phase], dear[:, None], 0.0)
        values += value[:, None]
        return Grown(value, values, fits)

    def _mind_the_floor(self, left: Floats, value: Floats, values: Floats) -> None:
        """Take what plans lack of the floor off their value, and add what each candidate gives of it. left:
        of each demand, plans x demands."""
        for motions, shares, kept in self.floored:
            own = left[:, motions] * shares
            lacks = self._lacks(own.sum(axis=1))
            if lacks.any():
                value -= lacks
                values += lacks[:, None]
                values -= self._lacks(own @ kept)

    def _lacks(self, left: Floats) -> Floats:
        """What is lacking of the floor where so much of a reach is left."""
        lacks: Floats = np.maximum(0.0, left - (1 - FLOOR)) * (FLOOR_COST / len(self.floor))
        return lacks

    def _flat(self, plans: Sequence[Rows]) -> tuple[Ints, Ints]:
        """The rows of all plans one after the other: of which plan each is, and the row."""
        place = np.repeat(np.arange(len(plans)), [len(rows) for rows in plans])
        return place, np.fromiter(chain.from_iterable(plans), np.int64, len(place))

    def _chosen_at(self, plans: int, place: Ints, flat: Ints) -> Floats:
        """1 where a plan has a candidate: plans x candidates."""
        chosen: Floats = np.zeros((plans, len(self.candidates)))
        chosen[place, flat] = 1.0
        return chosen

    def harmless(self, rows: Rows, row: int) -> bool:
        """Whether a row keeps to the minutes, to one dose a drill and to the caps on holds and fatigue,
        phases aside."""
        together = [*rows, row]
        if len({self.drill_of[each] for each in together}) < len(together):
            return False
        if sum(self.spends_of[each] for each in together) > self.limits.seconds:
            return False
        return self.bearable(together)

    def bearable(self, rows: Sequence[int]) -> bool:
        """Whether rows together keep the caps on static holds and fatigue."""
        chosen = list(rows)
        held_s, tired = self.holds[chosen].sum(axis=0), self.fatigue[chosen].sum(axis=0)
        return bool((held_s <= HOLD_CAP_S).all() and (tired <= self.fatigue_cap + HARDLY).all())

    def stops(self, rows: Rows) -> dict[str, Bools]:
        """What each limit alone says to every candidate: taken | strain | phase | time -> whether it stops
        it."""
        chosen = self._chosen_at(1, *self._flat([rows]))
        strained = np.zeros(len(self.candidates), dtype=np.bool_)
        if self.strained.size:
            strained[self.strained] = ~self._strain_allowed(chosen @ self.strain)[0]
        items, phase_s = (chosen @ self.in_phase)[0], (chosen @ self.seconds_in_phase)[0]
        room = np.where(items < self.most_items, self.most_s - phase_s, -1.0)
        left_s = self.limits.seconds - (chosen @ self.spends)[0]
        return {
            "taken": np.isin(self.drill, self.drill[list(rows)]),
            "strain": strained,
            "phase": self.seconds > room[self.phase] + HARDLY,
            "time": self.spends > left_s,
        }

    def _strain_allowed(self, strained: Floats) -> Bools:
        """Whether static holds and fatigue stay under their caps beside what plans strain already (plans x
        muscles): plans x strained candidates. A muscle that a candidate does not strain cannot stop it."""
        left = self.strain_cap - strained
        least = left.min(axis=0)
        # elsewhere nothing is used yet, or nothing can be over
        used = np.flatnonzero((least < self.strain_cap) & (least < self.most_strain))
        bearable = self.own_strain[None, :, used] <= left[:, None, used]
        allowed: Bools = np.asarray((bearable | self.unstrained[None, :, used]).all(axis=2))
        return allowed

    def value_of(self, rows: Sequence[int]) -> float:
        """What a plan is worth: the share of the whole need it prepares, less its costs and the least it
        lacks."""
        chosen = list(rows)
        remains = self.weights * self.keeps[chosen].prod(axis=0)
        items = self.in_phase[chosen].sum(axis=0)
        phase_s = (self.in_phase[chosen] * self.seconds[chosen, None]).sum(axis=0)
        lacking = np.maximum(0, self.least_items - items).sum()
        short = lacking + (phase_s < self.least_s - HARDLY).sum()
        value = 1 - remains.sum() / self.total - self.cost[chosen].sum() - SHORT_COST * short
        if len(self.floor):
            value -= self._lacks(self.floor @ self.keeps[chosen].prod(axis=0)).sum()
        return float(value)

    def pinned_rows(self) -> list[list[int]]:
        """For each pin the rows that satisfy it: in its phase when there is one, else any of the drill."""
        pinned: list[list[int]] = []
        for drill, phase in sorted(self.limits.pins, key=lambda pin: pin[0]):
            anywhere = [row for row, way in enumerate(self.candidates) if way.drill.id == drill]
            there = [row for row in anywhere if self.candidates[row].phase == phase]
            pinned.append(there or anywhere)
        return [rows for rows in pinned if rows]


def _fatigue_cap(muscle: str, limits: Limits) -> float:
    """How much a muscle may be tired in all; where none is tired twice, drills that tire it count one."""
    if limits.apart:
        return 1.0
    return LIMITING_FATIGUE_CAP if muscle in limits.limiting else FATIGUE_CAP


def _cost(candidate: Candidate, limits: Limits) -> float:
    repeated = REPEAT_COST if candidate.drill.id in limits.recent else 0.0
    return limits.item_cost + KIT_COST * len(candidate.kit) + repeated


def _table(
    rows: Sequence[Iterable[tuple[str, float]]], columns: Sequence[str], value: Callable[[float], float]
) -> Floats:
    """Named values of every row as an array; names that are no column are left out."""
    numbers = {name: number for number, name in enumerate(columns)}
    table: Floats = np.zeros((len(rows), len(columns)))
    for row, pairs in enumerate(rows):
        for name, amount in pairs:
            if name in numbers:
                table[row, numbers[name]] = value(amount)
    return table


def best_first(worth: Floats, count: int) -> tuple[list[list[int]], list[list[float]]]:
    """The columns of the so many best of each row, the first of equal ones first, and what they are worth;
    once nothing is left, any column and minus infinity. A few searches cost less than sorting a row."""
    left, rows = worth.copy(), np.arange(len(worth))
    columns = np.empty((len(worth), count), np.int64)
    values = np.empty((len(worth), count))
    for place in range(count):
        best = left.argmax(axis=1)
        columns[:, place], values[:, place] = best, left[rows, best]
        left[rows, best] = -np.inf
    return columns.tolist(), values.tolist()
