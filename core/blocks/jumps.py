"""Landing and jump: six weeks of weighted contacts, from two feet on the spot to one foot and turns, with
rests in between and 48 h after. What the class jumps that day is taken off; gyms go higher, this does not."""

from __future__ import annotations

import math
from functools import lru_cache
from itertools import product
from typing import Literal, NamedTuple

from core.blocks.values import LEVELS, Level, Work
from core.catalog import Catalog
from core.catalog.rows import Drill
from core.hazards import Cautions
from core.prep.dose import Dose
from core.prep.jumps import WEIGHT

# weighted contacts of a session by week; published bands of the NSCA, from memory
TARGET: dict[Level, tuple[int, ...]] = {
    "beginner": (80, 85, 90, 95, 100, 80),
    "intermediate": (100, 105, 110, 115, 120, 100),
    "advanced": (120, 125, 130, 135, 140, 120),
}
REST_HOURS = 48  # between two sessions; common practice
CLASS_COUNTS = 40  # weighted contacts of a class, over which it counts for the rest too
LEAST = 10.0  # contacts below which a session is not worth it; estimate
LANDS = "knee.landing"

Stage = Literal["two-foot", "long", "lateral", "one-foot", "turn"]
STAGES: tuple[Stage, ...] = ("two-foot", "long", "lateral", "one-foot", "turn")
EASED: Stage = "long"  # what the last, easier week ends on
DRILL: dict[Stage, str] = {
    "two-foot": "jump-easy",
    "long": "long-jump-stick",
    "lateral": "side-jumps-mark",
    "one-foot": "hop-and-hold",
    "turn": "turning-jumps",
}
SMALL = "pogo-hops"
SMALL_SETS = 2
EARLIER_SHARE = 0.4  # of a session for the kind of the week before; estimate


class SetOf(NamedTuple):
    """How a kind of jump is done. reps: of a set, a side where it has sides; each_s: seconds of one; rest_s:
    after a set. 6-8 when far or high, 12-16 when small and quick; 30 s after small hops, a minute after the
    longest or highest; common practice."""

    reps: tuple[int, ...]
    each_s: float
    rest_s: int


QUICK = SetOf((12, 13, 14, 15, 16), 0.6, 30)
FAR = SetOf((6, 7, 8), 3.0, 60)
A_SIDE = SetOf((3, 4), 3.0, 60)


def target_of(level: Level, step: int) -> float:
    """Weighted contacts of one session of a week."""
    table = TARGET[level]
    return float(table[min(step, len(table) - 1)])


def next_level(level: Level) -> Level:
    """After a whole block without pain."""
    return LEVELS[min(LEVELS.index(level) + 1, len(LEVELS) - 1)]


def stages_of(step: int) -> tuple[Stage, ...]:
    """What a week's sessions are made of: its own kind, and the one before it."""
    if step >= len(STAGES):
        return (EASED, STAGES[0])
    return (STAGES[step], STAGES[step - 1]) if step else (STAGES[0],)


def jump_work(step: int, left: float, cautions: Cautions, catalog: Catalog) -> tuple[Work, ...]:
    """A session of at most ``left`` weighted contacts, as near to it as whole sets come; empty when that is
    too little, or when nothing of it is for this person."""
    if left < LEAST:
        return ()
    rows = [_allowed(stage, cautions, catalog) for stage in stages_of(step)]
    kinds = list(dict.fromkeys(row.id for row in rows if row is not None))
    if not kinds:
        return ()
    small = SMALL if _may(catalog.drills[SMALL], cautions, catalog) else ""
    sets = _compose(tuple(kinds), small, math.floor(left * 4) / 4, catalog)
    return tuple(_work(one, catalog) for one in sets)


class Sets(NamedTuple):
    """So many sets of a drill."""

    drill: str
    sets: int
    reps: int


@lru_cache(maxsize=4096)
def _compose(kinds: tuple[str, ...], small: str, left: float, catalog: Catalog) -> tuple[Sets, ...]:
    """The sets that come nearest to ``left`` contacts without going over: hops first where they are allowed,
    then the kind of the week before, then the week's own, which has most of it."""
    opening = [Sets(small, SMALL_SETS, reps) for reps in QUICK.reps] if small else []
    best: tuple[float, float, int] = (-1.0, 0.0, 0)
    chosen: tuple[Sets, ...] = ()
    earlier: list[Sets | None] = [None]
    if len(kinds) > 1:
        earlier += _up_to(kinds[1], left, catalog)
    for first, before in product([*opening, None], earlier):
        spent = sum(_weight(one, catalog) for one in (first, before) if one)
        for last in _up_to(kinds[0], left - spent, catalog):
            total = spent + _weight(last, catalog)
            share = _weight(before, catalog) / total if before else 0.0
            off = abs(share - EARLIER_SHARE) if len(kinds) > 1 else 0.0
            worth = (total, -off, -last.sets)
            if worth > best:
                best, chosen = worth, tuple(one for one in (first, before, last) if one)
    return chosen


def _up_to(drill: str, left: float, catalog: Catalog) -> list[Sets]:
    """Every number of sets of a drill that stays within what is left."""
    found = []
    for reps in _set_of(catalog.drills[drill]).reps:
        each = _weight(Sets(drill, 1, reps), catalog)
        found += [Sets(drill, sets, reps) for sets in range(1, int(left / each) + 1)]
    return found


def _weight(one: Sets, catalog: Catalog) -> float:
    row = catalog.drills[one.drill]
    sides = 2 if _sided(row) else 1
    return one.sets * one.reps * sides * WEIGHT[row.landing or "two-foot"]


def _sided(row: Drill) -> bool:
    return any(option.per_side for option in row.doses)


def _set_of(row: Drill) -> SetOf:
    if row.landing == "small" or row.id == DRILL["lateral"]:
        return QUICK
    return A_SIDE if _sided(row) else FAR


def _work(one: Sets, catalog: Catalog) -> Work:
    row = catalog.drills[one.drill]
    how = _set_of(row)
    sides = 2 if _sided(row) else 1
    set_s = one.reps * sides * how.each_s + how.rest_s
    return Work(
        drill=row.id,
        name=row.name,
        motion=LANDS,
        dose=Dose(sets=one.sets, reps=one.reps, per_side=_sided(row)),
        seconds=round(one.sets * set_s),
        rest_s=how.rest_s,
        contacts=_weight(one, catalog),
    )


def _allowed(stage: Stage, cautions: Cautions, catalog: Catalog) -> Drill | None:
    """The drill of a kind, or of the nearest kind before it, that may reach somebody."""
    earlier = reversed(STAGES[: STAGES.index(stage) + 1])
    rows = (catalog.drills[DRILL[one]] for one in earlier)
    return next((row for row in rows if _may(row, cautions, catalog)), None)


def _may(row: Drill, cautions: Cautions, catalog: Catalog) -> bool:
    """At home nobody shows another way, so only what needs none."""
    seated = cautions.seated and row.seated is None
    return not (seated or cautions.stop(row, catalog) or cautions.way(row))
