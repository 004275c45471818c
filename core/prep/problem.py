"""The choosing stated once, as arrays: candidates, what they take away of every demand, and the limits a choice must keep to."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from copy import copy
from dataclasses import dataclass, replace
from itertools import chain

import numpy as np

from core.catalog.rows import MethodPhase
from core.prep.candidates import Candidate, taken_away

ITEM_COST = 0.004  # of the whole need, so that a drill has to earn its place; estimate
KIT_COST = 0.003
REPEAT_COST = 0.012  # for a drill used in the last days
HOLD_CAP_S = (
    30  # static-hold seconds per muscle group before training; Behm 2016, Kay & Blazevich 2012, from memory
)
FATIGUE_CAP = 0.5
LIMITING_FATIGUE_CAP = 0.2  # of muscles that limit the workout; common practice
SHORT_COST = (
    1.0  # of an item, or of the seconds, that a phase lacks: more than all drills together can be worth
)
HARDLY = 1e-9


@dataclass(frozen=True, slots=True)
class Limits:
    """What a choice must keep to. seconds includes ``between_s`` after every drill."""

    seconds: int
    phases: tuple[MethodPhase, ...]
    scale: float
    limiting: frozenset[str]
    pins: dict[str, str]
    recent: frozenset[str]
    between_s: int

    def most_s(self, bound: MethodPhase) -> float:
        """The most seconds of a phase, scaled to the minutes there are."""
        return max(bound.max_s * self.scale, bound.min_s if self.scale >= 1 else 0)

    def least_s(self, bound: MethodPhase) -> float:
        return bound.min_s * min(1.0, self.scale)


class Problem:
    """The candidates as arrays: one row each. Built once for a plan."""

    def __init__(self, candidates: Sequence[Candidate], weights: dict[str, float], limits: Limits):
        self.candidates, self.limits = tuple(candidates), limits
        self.demands = [demand for demand, weight in weights.items() if weight > 0]
        self.weights = np.array([weights[demand] for demand in self.demands])
        self.total = float(self.weights.sum()) or 1.0
        drills: dict[str, int] = {}
        for one in self.candidates:
            drills.setdefault(one.drill.id, len(drills))
        muscles = sorted(
            {name for one in self.candidates for name in (*one.drill.holds_s, *one.drill.fatigue)}
        )
        self.taken = _table([one.effects for one in self.candidates], self.demands, taken_away)
        self.holds = _table([one.drill.holds_s.items() for one in self.candidates], muscles, float)
        self.fatigue = _table([one.drill.fatigue.items() for one in self.candidates], muscles, float)
        self.drill = np.array([drills[one.drill.id] for one in self.candidates], dtype=int)
        self.seconds = np.array([one.seconds for one in self.candidates], dtype=int)
        self.cost = np.array(
            [
                ITEM_COST + KIT_COST * len(one.kit) + (REPEAT_COST if one.drill.id in limits.recent else 0.0)
                for one in self.candidates
            ]
        )
        self.fatigue_cap = np.array(
            [LIMITING_FATIGUE_CAP if name in limits.limiting else FATIGUE_CAP for name in muscles]
        )
        names = [bound.phase for bound in limits.phases]
        self.phase = np.array([names.index(one.phase) for one in self.candidates], dtype=int)
        self._bound()
        self._work_out()

    def _bound(self) -> None:
        """What the limits say of every phase."""
        limits = self.limits
        self.bounds = tuple(
            (bound.max_items, bound.min_items, limits.most_s(bound), limits.least_s(bound))
            for bound in limits.phases
        )
        self.most_items, self.least_items, self.most_s, self.least_s = (
            np.array(column, dtype=float) for column in zip(*self.bounds)
        )

    def _work_out(self) -> None:
        """What follows from the rows, for speed."""
        self.spends = self.seconds + self.limits.between_s
        self.keeps, self.same = 1 - self.taken, (self.drill[:, None] == self.drill[None, :]).astype(float)
        self.taken_shares, self.log_keeps = (
            np.ascontiguousarray(self.taken.T) / self.total,
            np.log(self.keeps),
        )
        self.in_phase = np.equal.outer(self.phase, np.arange(len(self.bounds))).astype(float)
        self.seconds_in_phase = self.in_phase * self.seconds[:, None]
        strain = np.concatenate([self.holds, self.fatigue], axis=1)
        self.strain_cap = (
            np.concatenate([np.full(self.holds.shape[1], float(HOLD_CAP_S)), self.fatigue_cap]) + HARDLY
        )
        self.strain, self.strained = strain, np.flatnonzero((strain > 0).any(axis=1))
        self.own_strain = strain[self.strained]
        self.unstrained, self.most_strain = self.own_strain == 0, self.own_strain.max(axis=0, initial=0.0)
        blocks = (
            self.log_keeps,
            self.in_phase,
            self.seconds_in_phase,
            self.spends[:, None],
            self.cost[:, None],
            strain,
            self.same,
        )
        ends = np.cumsum([0, *(block.shape[1] for block in blocks)]).tolist()
        self.columns, self.parts = (
            np.concatenate(blocks, axis=1),
            tuple(slice(*own) for own in zip(ends, ends[1:])),
        )  # all that adds up over a plan
        self.drill_of, self.spends_of = (
            self.drill.tolist(),
            self.spends.tolist(),
        )  # plain numbers, for single rows

    def only(self, rows: Sequence[int]) -> Problem:
        """The same problem with some of its candidates, in this order."""
        other, own = copy(self), list(rows)
        other.candidates = tuple(self.candidates[row] for row in own)
        for name in ("taken", "holds", "fatigue", "drill", "seconds", "cost", "phase"):
            setattr(other, name, getattr(self, name)[own])
        other._work_out()
        return other

    def serving(self, demand: str, twentieths: float) -> np.ndarray:
        """Which candidates prepare a demand by at least so much."""
        if demand not in self.demands:
            return np.zeros(len(self.candidates), dtype=bool)
        return self.taken[:, self.demands.index(demand)] >= taken_away(twentieths) - HARDLY

    def grown(
        self, plans: Sequence[tuple[int, ...]], short_cost: float | np.ndarray = SHORT_COST
    ) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
        """Value of every plan; of every plan with every candidate added; whether it may be added (plans x candidates).

        short_cost: of what a phase lacks, one for all or one a plan; a search may take it lightly on the way.
        """
        sums = self._chosen(plans) @ self.columns
        logs, items, phase_s, spent, cost, strained, same = (sums[:, own] for own in self.parts)
        remains = self.weights * np.exp(logs)
        room = np.where(items < self.most_items, self.most_s - phase_s, -1.0) + HARDLY
        fits = self.spends <= self.limits.seconds - spent
        fits &= same == 0
        fits &= self.seconds <= room[:, self.phase]
        if self.strained.size:
            fits[:, self.strained] &= self._strain_allowed(strained)
        lacking, slow = np.maximum(0, self.least_items - items), phase_s < self.least_s - HARDLY
        value = 1 - remains.sum(axis=1) / self.total - cost[:, 0]
        values = remains @ self.taken_shares - self.cost
        short = lacking.sum(axis=1) + slow.sum(axis=1)
        if short.any():
            dear = np.full(len(plans), short_cost)
            value -= dear * short
            still_s = np.where(slow, self.least_s - HARDLY - phase_s, np.inf)
            values += np.where(lacking > 0, dear[:, None], 0.0)[:, self.phase]
            values += np.where(self.seconds >= still_s[:, self.phase], dear[:, None], 0.0)
        values += value[:, None]
        return value, values, fits

    def _chosen(self, plans: Sequence[tuple[int, ...]]) -> np.ndarray:
        """1 where a plan has a candidate: plans x candidates."""
        chosen = np.zeros((len(plans), len(self.candidates)))
        chosen[
            np.repeat(np.arange(len(plans)), [len(rows) for rows in plans]), list(chain.from_iterable(plans))
        ] = 1.0
        return chosen

    def harmless(self, rows: tuple[int, ...], row: int) -> bool:
        """Whether a row keeps to the minutes, to one dose a drill and to the caps on holds and fatigue, phases aside."""
        own = [*rows, row]
        if (
            len({self.drill_of[one] for one in own}) < len(own)
            or sum(self.spends_of[one] for one in own) > self.limits.seconds
        ):
            return False
        return self.bearable(own)

    def bearable(self, rows: Sequence[int]) -> bool:
        """Whether rows together keep the caps on static holds and fatigue."""
        own = list(rows)
        return bool(
            (self.holds[own].sum(axis=0) <= HOLD_CAP_S).all()
            and (self.fatigue[own].sum(axis=0) <= self.fatigue_cap + HARDLY).all()
        )

    def stops(self, rows: tuple[int, ...]) -> dict[str, np.ndarray]:
        """What each limit alone says to every candidate: taken | strain | phase | time -> whether it stops it."""
        chosen = self._chosen([rows])
        strained = np.zeros(len(self.candidates), dtype=bool)
        if self.strained.size:
            strained[self.strained] = ~self._strain_allowed(chosen @ self.strain)[0]
        items, phase_s = (chosen @ self.in_phase)[0], (chosen @ self.seconds_in_phase)[0]
        room = np.where(items < self.most_items, self.most_s - phase_s, -1.0)
        return {
            "taken": (chosen @ self.same)[0] > 0,
            "strain": strained,
            "phase": self.seconds > room[self.phase] + HARDLY,
            "time": self.spends > self.limits.seconds - (chosen @ self.spends)[0],
        }

    def _strain_allowed(self, strained: np.ndarray) -> np.ndarray:
        """Whether static holds and fatigue stay under their caps beside what plans strain already (plans x muscles): plans x strained
        candidates. A muscle that a candidate does not strain cannot stop it."""
        left = self.strain_cap - strained
        least = left.min(axis=0)
        used = np.flatnonzero(
            (least < self.strain_cap) & (least < self.most_strain)
        )  # elsewhere nothing is used yet, or nothing can be over
        return ((self.own_strain[None, :, used] <= left[:, None, used]) | self.unstrained[None, :, used]).all(
            axis=2
        )

    def value_of(self, rows: Sequence[int]) -> float:
        """What a plan is worth: the share of the whole need it prepares, less its costs and the least it lacks."""
        own = list(rows)
        remains = self.weights * self.keeps[own].prod(axis=0)
        items, seconds = (
            self.in_phase[own].sum(axis=0),
            (self.in_phase[own] * self.seconds[own, None]).sum(axis=0),
        )
        short = np.maximum(0, self.least_items - items).sum() + (seconds < self.least_s - HARDLY).sum()
        return float(1 - remains.sum() / self.total - self.cost[own].sum() - SHORT_COST * short)

    def pinned_rows(self) -> list[list[int]]:
        """For each pin the rows that satisfy it: in its phase when there is one, else any of the drill."""
        found = []
        for drill, phase in sorted(self.limits.pins.items()):
            own = [row for row, one in enumerate(self.candidates) if one.drill.id == drill]
            found.append([row for row in own if self.candidates[row].phase == phase] or own)
        return [rows for rows in found if rows]


def _table(
    rows: Sequence[Iterable[tuple[str, float]]], columns: Sequence[str], value: Callable[[float], float]
) -> np.ndarray:
    """Named values of every row as an array; names that are no column are left out."""
    place = {name: number for number, name in enumerate(columns)}
    found = [
        (row, place[name], value(amount))
        for row, pairs in enumerate(rows)
        for name, amount in pairs
        if name in place
    ]
    table = np.zeros((len(rows), len(columns)))
    if found:
        at, column, values = zip(*found)
        table[at, column] = values
    return table
