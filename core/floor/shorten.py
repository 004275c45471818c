"""Ending at a time: what is left of a prep or a stop, in the seconds there are, and what goes for it.

Things go in this order: rounds (the last ones), then the seconds of stations and their last turns, then
drills, those first without which least is lost of what the session asks; the raise is kept, down to two
minutes, while nobody has had one; the ways up are never cut, because a step of more than 20 points is none.
Which drills stay is searched whole.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from typing import NamedTuple

import numpy as np

from core.catalog import Catalog
from core.floor.values import Go, Order
from core.prep.candidates import FULL, TAU, taken_away

LEAST_RAISE_S = 120  # the trade's least, like a late start on a competition day; common practice
LEAST_STATION_S = 20  # ten seconds a side; common practice
SEARCHED = 17  # drills up to which every choice is weighed; of more, the least worth goes first
AT_ONCE = 1 << 14  # choices weighed together


class Shortened(NamedTuple):
    """The order in its new length. gone: drills that are left out; shorter: those that are done less;
    left_s: seconds until the section ends; over_s: what does not fit however much goes."""

    order: Order
    gone: tuple[str, ...]
    shorter: tuple[str, ...]
    left_s: int
    over_s: int


class _Drill(NamedTuple):
    """A drill that is still to come whole: its gos with the change before each, and what it prepares."""

    item: int
    places: tuple[int, ...]
    seconds: int
    raises: bool
    effects: Mapping[str, int]


def shortened(
    order: Order, place: int, in_ms: int, room_s: int, weights: Mapping[str, float], catalog: Catalog
) -> Shortened:
    """What is left of the section that runs, in ``room_s`` seconds. place, in_ms: where the clock stands; the
    go that is on is never cut. weights: demand -> what preparing it is worth (core.prep.plan).

    Where everything fits, nothing goes. Raises IndexError past the last go.
    """
    section = order.gos[place].section
    ends = next(
        (at for at in range(place, len(order.gos)) if order.gos[at].section != section), len(order.gos)
    )
    running_s = max(0, math.ceil(order.gos[place].seconds - in_ms / 1000))
    gos = list(order.gos)
    left = _Left(order, place, ends, catalog, weights, max(0, room_s - running_s))
    left.cut()
    gos[place + 1 : ends] = left.gos
    left_s = running_s + sum(go.seconds for go in left.gos)
    names = [order.items[item].name for item in left.gone]
    if left.turns_gone:
        names.append(f"the last {left.turns_gone} of the turns at stations")
    return Shortened(
        order.model_copy(update={"gos": tuple(gos), "dropped": (*order.dropped, *names)}),
        tuple(names),
        tuple(order.items[item].name for item in left.shorter),
        left_s,
        max(0, left_s - room_s),
    )


class _Left:
    """The gos that are still to come in a section, being cut."""

    def __init__(
        self,
        order: Order,
        place: int,
        ends: int,
        catalog: Catalog,
        weights: Mapping[str, float],
        room_s: int,
    ):
        self.order, self.catalog, self.weights, self.room_s = order, catalog, weights, room_s
        self.gos = list(order.gos[place + 1 : ends])
        self.before = order.gos[: place + 1]
        self.on = order.gos[place]
        self.gone: list[int] = []
        self.shorter: list[int] = []
        self.turns_gone = 0

    def cut(self) -> None:
        """Until it fits, or nothing more may go."""
        for step in (self._rounds, self._station_seconds, self._turns, self._drills, self._raise):
            if self._over_s() <= 0:
                return
            step()

    def _over_s(self) -> int:
        return sum(go.seconds for go in self.gos) - self.room_s

    def _rounds(self) -> None:
        """Whole rounds go from the last on, while one is left of every drill."""
        last = max((go.rounds for go in self.gos if go.kind == "drill"), default=1)
        keeps = max(1, self.on.round if self.on.item is not None else 1)
        for number in range(last, keeps, -1):
            if self._over_s() <= 0:
                return
            cut = {go.item for go in self.gos if go.kind == "drill" and go.round == number}
            self.shorter.extend(item for item in cut if item is not None and item not in self.shorter)
            self.gos = [go for go in self.gos if not (go.item in cut and go.round == number)]
            self.gos = [
                go.model_copy(update={"rounds": number - 1}) if go.item in cut else go for go in self.gos
            ]

    def _station_seconds(self) -> None:
        """Every station to come equally shorter."""
        turns = [go for go in self.gos if go.kind == "stations"]
        if not turns:
            return
        spare_s = math.ceil(self._over_s() / len(turns))
        seconds = max(LEAST_STATION_S, turns[0].seconds - spare_s)
        if seconds >= turns[0].seconds:
            return
        half_s = (seconds + 1) // 2
        self.shorter.extend(at.item for at in turns[0].stations)
        self.gos = [
            go.model_copy(update={"seconds": seconds, "half_s": go.half_s and half_s})
            if go.kind == "stations"
            else go
            for go in self.gos
        ]

    def _turns(self) -> None:
        """The last turns of the stations: each group misses as many places."""
        while self._over_s() > 0:
            turns = [at for at, go in enumerate(self.gos) if go.stations]
            if not any(self.gos[at].kind == "stations" for at in turns):
                return
            last = self.gos[turns[-1]].round
            self.gos = [go for go in self.gos if not (go.stations and go.round == last)]
            self.turns_gone += 1

    def _drills(self) -> None:
        """The drills that stay are those with which most is prepared in the time there is."""
        drills = list(self._whole())
        raised_s = sum(go.seconds for go in self.before if go.kind == "drill" and self._phase(go) == "raise")
        kept = _best(drills, self._over_s(), self.weights, self._done(), keep_raise=raised_s < LEAST_RAISE_S)
        out = {at for drill in drills if drill not in kept for at in drill.places}
        self.gone.extend(drill.item for drill in drills if drill not in kept)
        self.gos = [go for at, go in enumerate(self.gos) if at not in out]

    def _raise(self) -> None:
        """The raise that nobody has had yet, down to two minutes."""
        for at, go in enumerate(self.gos):
            over_s = self._over_s()
            if over_s <= 0:
                return
            if go.kind == "drill" and self._phase(go) == "raise" and go.seconds > LEAST_RAISE_S:
                seconds = max(LEAST_RAISE_S, go.seconds - over_s)
                self.gos[at] = go.model_copy(update={"seconds": seconds})
                if go.item is not None and go.item not in self.shorter:
                    self.shorter.append(go.item)

    def _phase(self, go: Go) -> str:
        return self.order.items[go.item].phase if go.item is not None else ""

    def _done(self) -> list[_Drill]:
        """The drills that have begun: what they prepare need not be prepared again."""
        begun = dict.fromkeys(go.item for go in self.before if go.item is not None and go.kind == "drill")
        return [self._drill(item, ()) for item in begun]

    def _drill(self, item: int, places: tuple[int, ...]) -> _Drill:
        row = self.catalog.drills.get(self.order.items[item].drill)
        return _Drill(
            item,
            places,
            sum(self.gos[at].seconds for at in places),
            self.order.items[item].phase == "raise",
            row.effects if row else {},
        )

    def _whole(self) -> Iterator[_Drill]:
        """Drills none of whose gos has begun."""
        begun = {go.item for go in self.before}
        items = dict.fromkeys(go.item for go in self.gos if go.item is not None and go.kind == "drill")
        for item in items:
            if item in begun and item != self._next_up():
                continue
            places = tuple(at for at, go in enumerate(self.gos) if go.item == item)
            yield self._drill(item, places)

    def _next_up(self) -> int | None:
        """The drill that the change-over that runs leads to: it has not begun."""
        return self.on.item if self.on.kind == "change" else None


def _best(
    drills: Sequence[_Drill],
    over_s: int,
    weights: Mapping[str, float],
    done: Sequence[_Drill],
    keep_raise: bool,
) -> list[_Drill]:
    """Those that stay when at least ``over_s`` seconds go: of all choices the one that prepares most beside
    what is done."""
    fixed = [drill for drill in drills if drill.raises and keep_raise]
    free = [drill for drill in drills if drill not in fixed]
    if sum(drill.seconds for drill in free) <= over_s:
        return fixed
    if len(free) > SEARCHED:
        return _least_worth_out(drills, free, over_s, weights, done)
    stays = _best_choice(free, over_s, weights, [*done, *fixed])
    return [drill for drill in drills if drill in fixed or drill.item in stays]


def _best_choice(
    free: Sequence[_Drill], over_s: int, weights: Mapping[str, float], there: Sequence[_Drill]
) -> set[int]:
    """Items of the drills that stay, every choice weighed at once; the earlier ones on a tie."""
    demands = sorted(weights)
    weight = np.array([weights[demand] for demand in demands])
    effects = np.array([[drill.effects.get(demand, 0) for demand in demands] for drill in free], dtype=float)
    base = np.array([sum(drill.effects.get(demand, 0) for drill in there) for demand in demands], dtype=float)
    seconds = np.array([drill.seconds for drill in free])
    best_worth, best_stay = -1.0, np.zeros(len(free), dtype=bool)
    # bit 0 of a choice is the last drill, so that of equals the highest number keeps what comes first
    for first in range(0, 1 << len(free), AT_ONCE):
        numbers = np.arange(first, min(first + AT_ONCE, 1 << len(free)))
        stay = (numbers[:, None] >> np.arange(len(free))[::-1] & 1).astype(bool)
        fits = (~stay) @ seconds >= over_s
        if not fits.any():
            continue
        stay = stay[fits]
        worth = np.round((1 - np.exp(-(base + stay @ effects) / FULL / TAU)) @ weight, 9)
        at = len(worth) - 1 - int(np.argmax(worth[::-1]))
        if worth[at] >= best_worth:
            best_worth, best_stay = float(worth[at]), stay[at]
    return {drill.item for drill, kept in zip(free, best_stay, strict=True) if kept}


def _least_worth_out(
    drills: Sequence[_Drill],
    free: Sequence[_Drill],
    over_s: int,
    weights: Mapping[str, float],
    done: Sequence[_Drill],
) -> list[_Drill]:
    kept = list(drills)
    out_s = 0
    while out_s < over_s:
        whole = prepares([*done, *kept], weights)

        def loss(drill: _Drill, whole: float = whole) -> float:
            rest = [one for one in kept if one is not drill]
            return (whole - prepares([*done, *rest], weights)) / drill.seconds

        least = min((drill for drill in free if drill in kept), key=loss)
        kept.remove(least)
        out_s += least.seconds
    return kept


def prepares(drills: Sequence[_Drill], weights: Mapping[str, float]) -> float:
    """What some drills prepare of what is asked, with diminishing returns as the plan counts them."""
    effects: dict[str, int] = {}
    for drill in drills:
        for demand, twentieths in drill.effects.items():
            effects[demand] = effects.get(demand, 0) + twentieths
    return sum(weights.get(demand, 0.0) * taken_away(effect) for demand, effect in effects.items())
