"""Lines of a workout that a person's cautions do not allow as written."""

from __future__ import annotations

from dataclasses import dataclass

from core.catalog import Catalog
from core.demand.people import Person
from core.hazards.cautions import SEATED
from core.hazards.movements import OF_THE_LEGS, takes_standing
from core.prep.ramp import stopped
from core.reading.workout import Workout


@dataclass(frozen=True, slots=True)
class Barred:
    """A line of the workout that this person's cautions do not allow as written: their coach has to name
    another movement. hazards: cautions by id, for which it is not."""

    line: int
    movement: str
    hazards: tuple[str, ...]


def barred_lines(mine: Workout, person: Person, catalog: Catalog) -> tuple[Barred, ...]:
    """Lines of what a person does that are not for them as written, each movement once."""
    barred: dict[str, Barred] = {}
    for work in mine.works:
        against = stopped(work, person, catalog)
        hazards = tuple(hazard for hazard in catalog.cautions if hazard in against)
        if SEATED in person.adaptive and _takes_legs(work.movement, catalog):
            hazards = (SEATED, *hazards)
        if hazards:
            barred.setdefault(work.movement, Barred(work.line, work.movement, hazards))
    return tuple(barred.values())


def _takes_legs(movement: str, catalog: Catalog) -> bool:
    """Whether a movement is none from a chair: done standing, upside down, or with a swing of the body."""
    patterns = catalog.movements[movement].patterns
    swings = any(patterns.get(name, 0.0) >= OF_THE_LEGS for name in ("invert", "kip"))
    return swings or takes_standing(movement, catalog)


def why_words(hazards: tuple[str, ...], catalog: Catalog) -> tuple[str, ...]:
    """Cautions by name; a chair says what it takes."""
    return tuple("Takes standing" if one == SEATED else catalog.cautions[one].name for one in hazards)


def barred_words(barred: Barred, catalog: Catalog) -> str:
    """A barred line in one sentence."""
    why = ", ".join(why_words(barred.hazards, catalog)).lower()
    return f"{catalog.movements[barred.movement].name} is not for them as written ({why}): name another one."
