"""Lines of a workout that a person's cautions do not allow as written."""

from __future__ import annotations

from dataclasses import dataclass

from core.catalog import Catalog
from core.demand.people import Person
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
        if against:
            hazards = tuple(hazard for hazard in catalog.cautions if hazard in against)
            barred.setdefault(work.movement, Barred(work.line, work.movement, hazards))
    return tuple(barred.values())


def barred_words(barred: Barred, catalog: Catalog) -> str:
    """A barred line in one sentence."""
    why = ", ".join(catalog.cautions[hazard].name.lower() for hazard in barred.hazards)
    return f"{catalog.movements[barred.movement].name} is not for them as written ({why}): name another one."
