"""Plates on a bar: what goes on each end, from what the rack has, with the fewest changes from set to set.

Kilograms or pounds, whichever the rack's plates are; loads and plates in the same unit. A plate further in
comes off only after those outside it, so a change counts every plate that is taken off and put on.
"""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import NamedTuple

# competition plates, pairs by a platform; from memory
KG_PAIRS = {25.0: 8, 20.0: 2, 15.0: 2, 10.0: 2, 5.0: 2, 2.5: 2, 1.25: 1}
LB_PAIRS = {45.0: 4, 35.0: 1, 25.0: 2, 10.0: 2, 5.0: 2, 2.5: 1}  # from memory
BARS = {"kg": (20.0, 15.0), "lb": (45.0, 35.0)}  # men's and women's competition bars, from memory
MOST_WAYS = 40  # of one load that are weighed
MOST_TRIED = 4000  # ways that are looked at, heavy plates first; a usual rack has fewer
MOST_SIDE = 400.0  # on one end of a bar, kg or lb; more than anyone lifts
HARDLY = 1e-6
KG_PER = {"kg": 1.0, "lb": 0.45359237}  # exact

Plates = tuple[float, ...]  # on each end of a bar, the innermost first


@dataclass(frozen=True, slots=True)
class Rack:
    """The bars and plates of one platform, in one unit. pairs: (plate, pairs of it); bars: the men's and the
    women's."""

    unit: str = "kg"
    pairs: tuple[tuple[float, int], ...] = tuple(KG_PAIRS.items())
    bars: tuple[float, float] = BARS["kg"]

    def bar_for(self, sex: str | None) -> float:
        """The bar a person lifts, in the rack's unit."""
        return self.bars[1] if sex == "female" else self.bars[0]

    def in_unit(self, load_kg: float) -> float:
        """Kilograms in the rack's unit."""
        return load_kg / KG_PER[self.unit]

    def in_kg(self, load: float) -> float:
        """A load of this rack in kilograms."""
        return round(load * KG_PER[self.unit], 3)

    def nearest(self, load: float, bar: float) -> float:
        """The load nearest to the one asked that bar and plates make; the lighter one of two. Never less than
        the bar."""
        sides = _sides(self.pairs)
        index = bisect_left(sides, (load - bar) / 2)

        def off(side: float) -> tuple[float, float]:
            return round(abs(bar + 2 * side - load), 6), side

        return bar + 2 * min(sides[max(0, index - 1) : index + 1], key=off)


USUAL_RACK = Rack()


@lru_cache(maxsize=256)
def _sides(pairs: tuple[tuple[float, int], ...]) -> tuple[float, ...]:
    """Every weight that can stand on one end of the bar, ascending."""
    sides = {0.0}
    for size, count in pairs:
        for _ in range(count):
            heavier = {round(side + size, 4) for side in sides}
            sides |= {side for side in heavier if side <= MOST_SIDE}
    return tuple(sorted(sides))


def _holds(sides: tuple[float, ...], side: float) -> bool:
    """Whether a weight is among those that can stand on one end."""
    index = bisect_left(sides, side - HARDLY)
    return index < len(sides) and sides[index] <= side + HARDLY


def ways(side: float, pairs: Mapping[float, int], most: int = MOST_WAYS) -> list[Plates]:
    """Ways to put ``side`` on each end, heaviest plate inside, fewest plates first. Empty when the rack
    cannot make it."""
    sizes = sorted((size for size, count in pairs.items() if count > 0), reverse=True)
    rack = tuple((size, pairs[size]) for size in sizes)
    lighter = [_sides(rack[skip:]) for skip in range(len(rack) + 1)]
    tried: list[Plates] = []

    def put(left: float, depth: int, on: Plates) -> None:
        if len(tried) == MOST_TRIED or not _holds(lighter[depth], left):
            return
        if left < HARDLY:
            tried.append(on)
            return
        size = sizes[depth]
        most_of_it = min(pairs[size], int((left + HARDLY) // size))
        for count in range(most_of_it, -1, -1):
            put(left - count * size, depth + 1, (*on, *[size] * count))

    put(side, 0, ())
    return sorted(tried, key=lambda plates: (len(plates), [-size for size in plates]))[:most]


def changes(before: Sequence[float], after: Sequence[float]) -> int:
    """Plates taken off and put on, on one end, to get from one to the other."""
    same = 0
    for old, new in zip(before, after, strict=False):
        if old != new:
            break
        same += 1
    return len(before) + len(after) - 2 * same


class _Loaded(NamedTuple):
    """A way to load the bar set after set, cheapest first when compared."""

    changed: int
    plates: int
    sets: tuple[Plates, ...]


def loading(loads: Sequence[float], bar: float, pairs: Mapping[float, int]) -> list[Plates]:
    """Plates on each end for every load in turn, with the fewest changes in all (then the fewest plates).

    Raises ValueError naming the load the bar and the rack cannot make.
    """
    best: dict[Plates, _Loaded] = {(): _Loaded(0, 0, ())}
    for load in loads:
        side = (load - bar) / 2
        options = ways(side, pairs) if side >= -HARDLY else []
        if not options:
            has = ", ".join(f"{size:g}" for size in sorted(pairs, reverse=True))
            raise ValueError(f"{load:g} on a bar of {bar:g}: the rack's plates cannot make it; it has {has}")
        best = {option: _cheapest(best, option) for option in options}
    return list(min(best.values()).sets)


def _cheapest(best: Mapping[Plates, _Loaded], option: Plates) -> _Loaded:
    """The cheapest way that ends with these plates on the bar."""
    return min(
        _Loaded(way.changed + changes(before, option), way.plates + len(option), (*way.sets, option))
        for before, way in best.items()
    )


class Turn(NamedTuple):
    """One lift of two people on one bar. who: 0 or 1."""

    who: int
    load: float
    plates: Plates


def shared(
    first: Sequence[float], second: Sequence[float], bar: float, pairs: Mapping[float, int]
) -> list[Turn]:
    """Two people on one bar, set about, the lighter one first, with the fewest changes in all. A person with
    fewer sets sits out the first ones, so that both end together."""
    rounds = max(len(first), len(second))
    lifts: list[tuple[int, float]] = []
    for number in range(rounds):
        waiting = [(who, number - rounds + len(loads)) for who, loads in enumerate((first, second))]
        lifting = [((first, second)[who][at], who) for who, at in waiting if at >= 0]
        lifts.extend((who, load) for load, who in sorted(lifting))
    plates = loading([load for _, load in lifts], bar, pairs)
    return [Turn(who, load, on) for (who, load), on in zip(lifts, plates, strict=True)]
