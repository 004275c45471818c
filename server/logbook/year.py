"""A year on a page: a person's, and a gym's; without scores and without anybody beside anybody."""

from __future__ import annotations

import datetime
from collections import Counter, defaultdict
from typing import Any, NamedTuple

from django.db.models import Count, Q, QuerySet
from django.db.models.functions import TruncMonth
from django.utils import timezone

from core.catalog import Catalog
from core.log import HARD, Given
from core.log.joints import Joint
from core.testing import Change, judge
from server.blocks.models import Block, Enrolled, Ticked
from server.gym.models import Gym
from server.logbook.models import SessionAsked
from server.logbook.weeks import Span, drills_given
from server.people.models import MeasuredRange, Person
from server.programme.models import Attending
from server.publishing.models import Said
from server.shelf.actions import vocabulary_of

MOST_DRILLS = 10


class Month(NamedTuple):
    """One month. classes: of one person, those they came to; joints: joint -> days that worked it hard (a
    gym's)."""

    first: datetime.date
    classes: int
    came: int
    extras: int
    better: int
    same: int
    worse: int
    tests: int
    ticks: int
    joints: dict[Joint, int]


class TestOverYear(NamedTuple):
    """The first and the last reading of a test and side in a year, and whether that is a change."""

    test: str
    name: str
    side: str
    reads: str
    readings: int
    first: float
    last: float
    change: Change


class BlockOfYear(NamedTuple):
    """A block that ran in a year. done: days; people: in it (a gym's)."""

    name: str
    starts_on: datetime.date
    weeks: int
    ended: str
    done: int
    people: int


class PersonYear(NamedTuple):
    """A person's year."""

    months: list[Month]
    tests: list[TestOverYear]
    blocks: list[BlockOfYear]


class GymYear(NamedTuple):
    """A gym's year. people: that came; drills: the most given, with the classes they were in."""

    months: list[Month]
    blocks: list[BlockOfYear]
    people: int
    drills: list[Given]


def _days(year: int) -> tuple[datetime.date, datetime.date]:
    return datetime.date(year, 1, 1), datetime.date(year, 12, 31)


def person_year(gym: Gym, person: Person, year: int) -> PersonYear:
    """A person's year, in a fixed number of queries."""
    days = _days(year)
    enrolled = (
        Enrolled.objects.filter(person=person, block__starts_on__range=days)
        .select_related("block")
        .annotate(ticked=Count("ticks__on", filter=Q(ticks__value=Ticked.Value.YES), distinct=True))
    )
    return PersonYear(
        months=_months(gym, year, person),
        tests=_tests(person, days, vocabulary_of(gym).catalog),
        blocks=[
            BlockOfYear(row.block.name, row.block.starts_on, row.block.weeks, row.ended, row.ticked, 1)
            for row in enrolled.order_by("block__starts_on", "pk")
        ],
    )


def gym_year(gym: Gym, year: int) -> GymYear:
    """A gym's year, in a fixed number of queries."""
    days = _days(year)
    today = gym.today()
    blocks = Block.objects.filter(gym=gym, homework=False, starts_on__range=days).annotate(
        people=Count("enrolled", distinct=True),
        done=Count("enrolled__ticks", filter=Q(enrolled__ticks__value=Ticked.Value.YES), distinct=True),
    )
    people = Attending.objects.filter(
        gym_class__session__gym=gym,
        gym_class__session__date__range=(days[0], min(days[1], today)),
        gym_class__starts_at__lte=timezone.now(),
        gym_class__cancelled_at=None,
    ).exclude(came=False)
    given = sorted(drills_given(gym, Span(*days), today), key=lambda one: (-one.classes, one.drill))
    return GymYear(
        months=_months(gym, year, None),
        blocks=[
            BlockOfYear(row.name, row.starts_on, row.weeks, "", row.done, row.people)
            for row in blocks.order_by("starts_on", "pk")
        ],
        people=people.values("person").distinct().count(),
        drills=given[:MOST_DRILLS],
    )


def _months(gym: Gym, year: int, person: Person | None) -> list[Month]:
    first, last = _days(year)
    upto = min(last, gym.today())
    mine = {"person": person} if person else {}
    came = (
        Attending.objects.filter(
            gym_class__session__gym=gym,
            gym_class__session__date__range=(first, upto),
            gym_class__starts_at__lte=timezone.now(),
            gym_class__cancelled_at=None,
            **mine,
        )
        .exclude(came=False)
        .annotate(month=TruncMonth("gym_class__session__date"))
        .order_by()
        .values("month")
        .annotate(classes=Count("gym_class", distinct=True), came=Count("pk"))
    )
    classes = {row["month"]: (row["classes"], row["came"]) for row in came}
    said = _words(gym, first, last, mine)
    tests = _counted(
        MeasuredRange.objects.filter(person__gym=gym, measured_on__range=(first, last), **mine), "measured_on"
    )
    ticked = {"enrolled__person": person} if person else {}
    ticks = _counted(
        Ticked.objects.filter(
            enrolled__block__gym=gym, value=Ticked.Value.YES, on__range=(first, last), **ticked
        ),
        "on",
    )
    joints = {} if person else _joints(gym, first, upto)
    return [
        Month(
            first=month,
            classes=classes.get(month, (0, 0))[0],
            came=classes.get(month, (0, 0))[1],
            extras=said[month]["extras"],
            better=said[month]["better"],
            same=said[month]["same"],
            worse=said[month]["worse"],
            tests=tests.get(month, 0),
            ticks=ticks.get(month, 0),
            joints=joints.get(month, {}),
        )
        for month in (datetime.date(year, number, 1) for number in range(1, 13))
    ]


def _counted(rows: QuerySet[Any], field: str) -> dict[datetime.date, int]:
    monthly = rows.annotate(month=TruncMonth(field)).order_by().values("month").annotate(count=Count("pk"))
    return {row["month"]: row["count"] for row in monthly}


def _words(
    gym: Gym, first: datetime.date, last: datetime.date, mine: dict[str, Person]
) -> dict[datetime.date, Counter[str]]:
    rows = (
        Said.objects.filter(
            gym_class__session__gym=gym, gym_class__session__date__range=(first, last), aside_at=None, **mine
        )
        .filter(Q(kind=Said.Kind.FELT) | Q(kind=Said.Kind.EXTRAS, value="yes"))
        .annotate(month=TruncMonth("gym_class__session__date"))
        .order_by()
        .values("month", "kind", "value")
        .annotate(count=Count("pk"))
    )
    words: dict[datetime.date, Counter[str]] = defaultdict(Counter)
    for row in rows:
        word = row["value"] if row["kind"] == Said.Kind.FELT else row["kind"]
        words[row["month"]][word] += row["count"]
    return words


def _joints(gym: Gym, first: datetime.date, last: datetime.date) -> dict[datetime.date, dict[Joint, int]]:
    rows = SessionAsked.objects.filter(session__gym=gym, session__date__range=(first, last))
    loads: dict[datetime.date, dict[Joint, float]] = defaultdict(dict)
    for date, joints in rows.values_list("session__date", "joints"):
        for joint, load in joints.items():
            loads[date][joint] = max(loads[date].get(joint, 0.0), load)
    hard: dict[datetime.date, dict[Joint, int]] = defaultdict(dict)
    for date, of_day in loads.items():
        month = hard[date.replace(day=1)]
        for joint, load in of_day.items():
            if load >= HARD:
                month[joint] = month.get(joint, 0) + 1
    return hard


def _tests(person: Person, days: tuple[datetime.date, datetime.date], catalog: Catalog) -> list[TestOverYear]:
    rows = person.ranges.filter(measured_on__range=days).order_by("measured_on", "pk")
    by_test: dict[tuple[str, str], list[MeasuredRange]] = defaultdict(list)
    for row in rows:
        if row.test in catalog.range_tests:
            by_test[row.test, row.side].append(row)
    found = []
    for (test_id, side), readings in sorted(by_test.items()):
        test = catalog.range_tests[test_id]
        first, last = readings[0].value, readings[-1].value
        change = judge(test, first if len(readings) > 1 else None, last)
        found.append(TestOverYear(test_id, test.name, side, test.reads, len(readings), first, last, change))
    return found
