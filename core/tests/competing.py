"""A competition for tests: people made up, an event sheet of four events, and heats for them."""

from __future__ import annotations

import random
from dataclasses import replace
from functools import cache

from core.catalog import load_catalog
from core.day.line import DayAsk
from core.day.prepared import PrepareAsk, Prepared, prepare
from core.day.sheet import read_sheet
from core.day.values import Entry, EventSheet, Heat
from core.demand import Person
from core.prep.settings import PlanSettings
from core.reading.vocabulary import Vocabulary

CATALOG = load_catalog()
NINE = 1_796_029_200 // 86_400 * 86_400 + 9 * 3600  # of some day, UTC
SHEET = """Fell Gate
Event 1: Post
6 minutes to find a heavy front squat
Event 2: Rail
3 rounds for time, cap 9
7.62 m walking lunge
12 pull-ups
Floor: lanes of 7.62 m
Event 3: Gate
AMRAP 8
5 overhead squats 40/27.5 kg
10 box jumps 60/50 cm
Event 4: Yard
2 rounds for time
15 deadlifts 80/55 kg
20 sit-ups
Venue
Warm-up area: 2 racks
Kit: 2 bands, 3 sticks
"""
CAUTIONS = (
    (),
    ("shoulder-overhead",),
    ("no-floor", "no-impact"),
    ("wrist",),
    ("back-extension", "knee"),
    ("deep-bend",),
    ("breath-holding",),
    ("no-hang", "grip"),
)


@cache
def sheet() -> EventSheet:
    return read_sheet(SHEET, Vocabulary())


def people(count: int, cautions: tuple[tuple[str, ...], ...] = ((),)) -> list[Person]:
    """So many people made up; cautions in turn."""
    dice = random.Random(count)
    return [
        Person(
            name=f"Athlete {number}",
            key=f"a{number}",
            age=dice.randrange(18, 60),
            sex=dice.choice(("male", "female")),
            height_m=dice.uniform(1.55, 1.9),
            mass_kg=dice.uniform(55, 95),
            cautions=cautions[number % len(cautions)],
        )
        for number in range(count)
    ]


@cache
def made(person: Person, event: str) -> Prepared:
    """A preparation, worked out once for all tests."""
    (row,) = [one for one in sheet().events if one.number == event]
    settings = PlanSettings(minutes=10, kit=dict(sheet().venue.kit or {}))
    return prepare(
        PrepareAsk(
            person=person, entry=Entry(athlete=person.key), event=row, settings=settings, catalog=CATALOG
        )
    )


def heats_for(
    group: list[Person], first: int = NINE, between_min: int = 75, of_two: int = 2
) -> tuple[Heat, ...]:
    """Four events, so many minutes apart, in heats of two, ten minutes apart."""
    found = []
    for place, event in enumerate(sheet().events):
        for number in range(0, len(group), of_two):
            entries = tuple(
                Entry(athlete=one.key, lane=lane)
                for lane, one in enumerate(group[number : number + of_two], 1)
            )
            found.append(
                Heat(
                    key=f"{event.number}-{number // of_two + 1}",
                    event=event.number,
                    number=str(number // of_two + 1),
                    starts_at=first + place * between_min * 60 + number // of_two * 600,
                    entries=entries,
                )
            )
    return tuple(found)


def day_of(group: list[Person], heats: tuple[Heat, ...], **more) -> DayAsk:
    prepared = {(one.key, event.number): made(one, event.number) for one in group for event in sheet().events}
    return DayAsk(heats=heats, prepared=prepared, racks=more.pop("racks", 2), effort=0.1, **more)


def moved_by(heats: tuple[Heat, ...], key: str, minutes: int) -> tuple[Heat, ...]:
    return tuple(
        replace(heat, starts_at=heat.starts_at + minutes * 60) if heat.key == key else heat for heat in heats
    )
