"""Which drills a gym gives: worn ones, given in most classes, and those that would serve and never come
out."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Literal, NamedTuple

from core.catalog import Catalog
from core.catalog.rows import PHASES

WORN_SHARE = 0.5  # of the classes; estimate
WORN_LEAST = 6  # classes, below which nothing is said; estimate
SERVES = 8  # twentieths a drill must do of something that is asked, to be missed; estimate
MOST_NEVER = 12

Wear = Literal["worn", "used", "never"]


class Given(NamedTuple):
    """A drill in the classes of some weeks. classes: that it was given in; planned_s and ran_s: together,
    where a clock ran; cut: times it was left out or cut short."""

    drill: str
    classes: int
    planned_s: int = 0
    ran_s: int = 0
    cut: int = 0


class DrillUse(NamedTuple):
    """A drill and how much it is used; serves: of what these weeks asked, the demand it would do most for."""

    drill: str
    name: str
    wear: Wear
    classes: int
    share: float
    planned_s: int
    ran_s: int
    cut: int
    serves: str


def drill_use(
    given: Sequence[Given], classes: int, asked: Mapping[str, float], kit: frozenset[str], catalog: Catalog
) -> tuple[DrillUse, ...]:
    """Drills that were given, the most used first, then those that never were and would serve what was asked
    most. classes: there were; asked: demand -> score over the weeks; kit: that the gym has."""
    used = [_use(row, classes, asked, catalog) for row in given if row.drill in catalog.drills]
    used.sort(key=lambda use: (-use.classes, use.drill))
    return (*used, *_never({row.drill for row in given}, asked, kit, catalog))


def _use(row: Given, classes: int, asked: Mapping[str, float], catalog: Catalog) -> DrillUse:
    share = row.classes / classes if classes else 0.0
    worn = share >= WORN_SHARE and row.classes >= WORN_LEAST
    return DrillUse(
        drill=row.drill,
        name=catalog.drills[row.drill].name,
        wear="worn" if worn else "used",
        classes=row.classes,
        share=share,
        planned_s=row.planned_s,
        ran_s=row.ran_s,
        cut=row.cut,
        serves=_serves(row.drill, asked, catalog),
    )


def _serves(drill: str, asked: Mapping[str, float], catalog: Catalog) -> str:
    effects = catalog.drills[drill].effects
    return max(effects, key=lambda demand: (effects[demand] * asked.get(demand, 0.0), demand), default="")


def _never(
    given: set[str], asked: Mapping[str, float], kit: frozenset[str], catalog: Catalog
) -> list[DrillUse]:
    """Drills for what is asked most that never came out, though there is the kit for them."""
    missed = []
    for row in catalog.drills.values():
        serves = _serves(row.id, asked, catalog)
        for_training = any(phase in PHASES for phase in row.phases)
        able = for_training and set(row.kit) <= kit and row.effects.get(serves, 0) >= SERVES
        if able and asked.get(serves, 0.0) > 0 and row.id not in given:
            missed.append((asked[serves] * row.effects[serves], row, serves))
    missed.sort(key=lambda one: (-one[0], one[1].id))
    return [
        DrillUse(row.id, row.name, "never", 0, 0.0, 0, 0, 0, serves) for _, row, serves in missed[:MOST_NEVER]
    ]
