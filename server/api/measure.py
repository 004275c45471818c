"""Measuring a class: the tests, the line of people with what was read last, and readings that join later."""

from __future__ import annotations

import datetime
from typing import Annotated

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Schema, Status
from pydantic import Field

from core.catalog import load_catalog
from core.catalog.measuring import RangeTest, Reads
from core.documents.picture import Picture, picture_of_test
from core.testing import smallest_detectable_change
from core.testing.change import SURPRISING, falls
from server.api.access import coach
from server.api.people_schemas import Id, Number, Side
from server.api.schemas import Day
from server.people.audit import looked
from server.people.measuring import Reading, allowed, take, take_back
from server.people.models import Person
from server.programme.models import GymClass

router = Router(tags=["measuring"])
MOST_AT_ONCE = 400
CLASSES_DAYS = 2  # classes of yesterday, today and tomorrow can be picked
Key = Annotated[str, Field(pattern="^[0-9A-Za-z-]{8,64}$")]


class TestOut(Schema):
    """A test as it is done. detectable: from where a change is one, in what is read; asked: from where a
    change is asked about; falls: more range reads less."""

    id: str
    name: str
    measures: str
    motion: str | None
    reads: Reads
    per_side: bool
    step: float
    low: float
    high: float
    detectable: float
    asked: float
    falls: bool
    rungs: list[str]
    steps: list[str]
    read_off: str
    stop: str
    kit: list[str]
    picture: Picture


class ClassToMeasure(Schema):
    id: int
    title: str
    starts_at: datetime.datetime
    people: list[int]


class Last(Schema):
    """The newest reading of a test and side."""

    test: str
    side: str
    value: float
    on: datetime.date


class Measured(Schema):
    """Somebody in the line. not_for: tests that a caution stands against."""

    id: int
    name: str
    last: list[Last]
    not_for: list[str]


class Measuring(Schema):
    """All it takes to measure without a network."""

    today: datetime.date
    timezone: str
    tests: list[TestOut]
    people: list[Measured]
    classes: list[ClassToMeasure]


class ReadingIn(Schema):
    key: Key
    person: int
    test: Id
    side: Side
    value: Number
    on: Day


class ReadingsIn(Schema):
    readings: list[ReadingIn] = Field(max_length=MOST_AT_ONCE)


class RefusedOut(Schema):
    key: str
    why: str


class TakenOut(Schema):
    kept: list[str]
    refused: list[RefusedOut]


def tests_out() -> list[TestOut]:
    """Every test of the catalog."""
    return [_test(row) for row in load_catalog().range_tests.values()]


def _test(row: RangeTest) -> TestOut:
    catalog = load_catalog()
    detectable = smallest_detectable_change(row)
    return TestOut(
        id=row.id,
        name=row.name,
        measures=row.measures,
        motion=row.motion,
        reads=row.reads,
        per_side=row.per_side,
        step=row.step,
        low=row.limits[0],
        high=row.limits[1],
        detectable=round(detectable, 2),
        asked=round(SURPRISING * detectable, 2),
        falls=falls(row),
        rungs=list(row.rungs),
        steps=list(row.steps),
        read_off=row.read_off,
        stop=row.stop,
        kit=[catalog.kit[item].name for item in row.kit],
        picture=picture_of_test(row.id, catalog),
    )


@router.get("/measure", response=Measuring)
def start(request: HttpRequest) -> Measuring:
    """The tests, everybody with what was read last, and the classes of these days."""
    by = coach(request)
    today, tests = by.gym.today(), load_catalog().range_tests.values()
    people = list(by.gym.people.current().prefetch_related("ranges", "cautions"))
    looked(by, [person.pk for person in people], "measure", today)
    return Measuring(
        today=today,
        timezone=by.gym.timezone,
        tests=tests_out(),
        people=[
            Measured(
                id=person.pk,
                name=person.name,
                last=_last(person),
                not_for=[test.id for test in tests if not allowed(person, test, today)],
            )
            for person in people
        ],
        classes=_classes(by, today),
    )


def _last(person: Person) -> list[Last]:
    newest: dict[tuple[str, str], Last] = {}
    for row in sorted(person.ranges.all(), key=lambda row: (row.measured_on, row.pk)):
        newest[row.test, row.side] = Last(test=row.test, side=row.side, value=row.value, on=row.measured_on)
    return list(newest.values())


def _classes(by: Person, today: datetime.date) -> list[ClassToMeasure]:
    near = datetime.timedelta(days=CLASSES_DAYS - 1)
    rows = (
        GymClass.objects.filter(session__gym_id=by.gym_id, session__date__range=(today - near, today + near))
        .select_related("session")
        .prefetch_related("people")
        .order_by("starts_at", "pk")
    )
    return [
        ClassToMeasure(
            id=row.pk,
            title=row.session.title,
            starts_at=row.starts_at,
            people=[person.pk for person in row.people.all()],
        )
        for row in rows
    ]


@router.post("/measure", response={200: TakenOut})
def readings(request: HttpRequest, payload: ReadingsIn) -> TakenOut:
    """Keep readings, each once, however often they are sent; each that cannot be comes back with its
    reason."""
    taken = take(coach(request), [Reading(**one.dict()) for one in payload.readings])
    return TakenOut(
        kept=taken.kept, refused=[RefusedOut(key=key, why=why) for key, why in taken.refused.items()]
    )


@router.delete("/measure/{person_id}/{key}", response={204: None})
def undo(request: HttpRequest, person_id: int, key: str) -> Status[None]:
    """Take a reading back; one that never arrived is gone as well."""
    by = coach(request)
    take_back(by, get_object_or_404(Person, gym_id=by.gym_id, pk=person_id), key)
    return Status(204, None)
