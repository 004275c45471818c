"""What a day is made of, as far as drills are concerned: which practice rehearses it, and how far; what it
has to keep fresh."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from functools import lru_cache

from core.catalog import Catalog
from core.catalog.rows import Drill, Movement
from core.demand.exposure import exposure
from core.demand.people import Person
from core.reading.workout import Workout

# of the positions, shared with a movement, below which a practice rehearses nothing: over half; estimate
LEAST_ALIKE = 0.51
SAME_FAMILY = (
    0.5  # of a position, another one of the same solved family (a squat under another bar); estimate
)
OTHER_WEIGHT = 0.6  # of that, with a weight of another kind; estimate
WEIGHTS = frozenset({"barbell", "dumbbell", "kettlebell", "sandbag", "medicine-ball"})
STANDING = "standing"  # in nearly every movement, so it tells none from another
KIP = "shoulder.kip"
KIPS_FROM = 5  # twentieths of an effect from which a drill kips
# holds and patterns that name what limits a movement, whatever its volume; common practice
LIMITERS: Mapping[str, tuple[str, ...]] = {
    "grip": ("forearms",),
    "pull-vertical": ("lats", "forearms"),
    "kip": ("lats", "forearms"),
    "carry": ("forearms",),
    "invert": ("shoulders", "triceps"),
    "push-horizontal": ("triceps",),
}
LIMITS_FROM = 0.4  # of a hold or pattern


@dataclass(frozen=True)
class Day:
    """shares: of each practice drill, how much of the session's movements it goes through, 0..1, where less
    than all; unfit: drills that do not belong to it; limiting: muscles that limit its movements;
    spots: motions that tissue work may go to, none when anything may have it."""

    shares: Mapping[str, float] = field(default_factory=dict)
    unfit: frozenset[str] = frozenset()
    limiting: frozenset[str] = frozenset()
    spots: frozenset[str] = frozenset()


ANY_DAY = Day()


def day_of(workout: Workout, catalog: Catalog) -> Day:
    """A session's day. The movements that ask most count whole, small ones less."""
    asked: dict[str, float] = {}
    for work in workout.works:
        much = exposure(work, catalog.movements[work.movement], Person())
        asked[work.movement] = max(asked.get(work.movement, 0.0), round(much, 3))
    most = max(asked.values(), default=0.0)
    if not most:
        return ANY_DAY
    return _day(tuple((movement, (much / most) ** 0.5) for movement, much in sorted(asked.items())), catalog)


@lru_cache(maxsize=256)
def _day(asked: tuple[tuple[str, float], ...], catalog: Catalog) -> Day:
    shares: dict[str, float] = {}
    unfit = set[str]()
    kips = any(KIP in catalog.movements[movement].snaps for movement, _ in asked)
    for drill in catalog.drills.values():
        if not drill.rehearses:
            continue
        share = max(much * _alike(movement, drill.rehearses, catalog) for movement, much in asked)
        if (
            share < LEAST_ALIKE
            or (not kips and drill.effects.get(KIP, 0) >= KIPS_FROM)
            or _jumps_up(drill, kips)
        ):
            unfit.add(drill.id)
        elif share < 1:
            shares[drill.id] = share
    limiting = (limiters(catalog.movements[movement], catalog) for movement, _ in asked)
    return Day(shares, frozenset(unfit), frozenset[str]().union(*limiting))


def _jumps_up(drill: Drill, kips: bool) -> bool:
    """Whether a drill jumps into a hang, which a day of strict pulls has no use for."""
    return not kips and "impact" in drill.risks and drill.effects.get("pull-vertical", 0) >= KIPS_FROM


def _alike(movement: str, others: Iterable[str], catalog: Catalog) -> float:
    """The most that a movement's positions have in common with those of one of the others, 0..1; a weight of
    another kind is another practice."""
    mine = catalog.movements[movement].implement
    return max(
        _shared(movement, other, catalog) * _as_held(mine, catalog.movements[other].implement)
        for other in others
    )


def _as_held(implement: str, other: str) -> float:
    return OTHER_WEIGHT if implement != other and {implement, other} <= WEIGHTS else 1.0


@lru_cache(maxsize=65536)
def _shared(movement: str, other: str, catalog: Catalog) -> float:
    """Shared positions by all positions of two movements; of one family counts in part."""
    if movement == other:
        return 1.0
    mine, theirs = (_positions(catalog.movements[name]) for name in (movement, other))
    both = sum(max(_same(position, another, catalog) for another in theirs) for position in mine)
    return both / (len(mine) + len(theirs) - both)


def _positions(row: Movement) -> tuple[str, ...]:
    return tuple(name for name in row.positions if name != STANDING) or row.positions


def _same(position: str, other: str, catalog: Catalog) -> float:
    if position == other:
        return 1.0
    one, another = catalog.positions[position].shape, catalog.positions[other].shape
    if one is None or another is None or one.family != another.family:
        return 0.0
    return SAME_FAMILY if one.single_leg == another.single_leg else 0.0


def limiters(row: Movement, catalog: Catalog) -> frozenset[str]:
    """Muscles that limit a movement, whatever its volume."""
    asks = dict(row.patterns)
    for position in row.positions:
        for hold, much in catalog.positions[position].holds.items():
            asks[hold] = max(much, asks.get(hold, 0.0))
    named = (LIMITERS.get(name, ()) for name, much in asks.items() if much >= LIMITS_FROM)
    return frozenset(muscle for muscles in named for muscle in muscles)
