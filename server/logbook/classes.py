"""The log of classes: what was run and for how long, who came, what they said and what was tested that
day."""

from __future__ import annotations

import datetime
from collections import Counter, defaultdict
from collections.abc import Sequence
from typing import NamedTuple

from django.db import transaction
from django.db.models import Count, Q, Sum

from core.errors import Refused
from server.floor.models import Ran
from server.gym.models import Gym
from server.logbook.weeks import over
from server.people.models import MeasuredRange, Person
from server.programme.models import Attending, GymClass
from server.publishing.models import Said
from server.publishing.sheets import felt_in_all, positions_in, said_by

SHOWN = 30


class NotThere(Refused):
    """Somebody who is not on that roster."""


class ClassLine(NamedTuple):
    """A class in the list. ran_s: 0 where no clock ran; tests: readings of that day of those who came."""

    id: int
    title: str
    starts_at: datetime.datetime
    coach: str
    roster: int
    came: int
    planned_s: int
    ran_s: int
    extras: int
    better: int
    same: int
    worse: int
    pain: int


def class_lines(gym: Gym, today: datetime.date, before: datetime.datetime | None) -> list[ClassLine]:
    """Classes that are over, the newest first, a page of them before an instant; a fixed number of
    queries."""
    rows = over(gym, today).select_related("session", "coach").order_by("-starts_at", "-pk")
    if before is not None:
        rows = rows.filter(starts_at__lt=before)
    classes = list(rows[:SHOWN])
    ids = [one.pk for one in classes]
    roster = _roster(ids)
    ran = _ran(ids)
    said = _said(ids)
    return [
        ClassLine(
            id=one.pk,
            title=one.session.title,
            starts_at=one.starts_at,
            coach=one.coach.name if one.coach else "",
            roster=roster[one.pk][0],
            came=roster[one.pk][1],
            planned_s=ran[one.pk][0],
            ran_s=ran[one.pk][1],
            extras=said[one.pk]["extras"],
            better=said[one.pk]["better"],
            same=said[one.pk]["same"],
            worse=said[one.pk]["worse"],
            pain=said[one.pk]["pain"],
        )
        for one in classes
    ]


def _roster(ids: Sequence[int]) -> dict[int, tuple[int, int]]:
    rows = Attending.objects.filter(gym_class_id__in=ids).order_by().values("gym_class_id")
    counted = rows.annotate(roster=Count("pk"), gone=Count("pk", filter=Q(came=False)))
    found: dict[int, tuple[int, int]] = defaultdict(lambda: (0, 0))
    found.update({row["gym_class_id"]: (row["roster"], row["roster"] - row["gone"]) for row in counted})
    return found


def _ran(ids: Sequence[int]) -> dict[int, tuple[int, int]]:
    rows = Ran.objects.filter(run__gym_class_id__in=ids).order_by().values("run__gym_class_id")
    found: dict[int, tuple[int, int]] = defaultdict(lambda: (0, 0))
    for row in rows.annotate(planned=Sum("planned_s"), ran=Sum("ran_s")):
        found[row["run__gym_class_id"]] = (row["planned"], row["ran"])
    return found


def _said(ids: Sequence[int]) -> dict[int, Counter[str]]:
    """People of each class by what they last said, in one word each."""
    told: dict[tuple[int, int], dict[str, str]] = defaultdict(dict)
    rows = Said.objects.filter(gym_class_id__in=ids, aside_at=None).order_by("said_at", "pk")
    for class_id, person, kind, position, value in rows.values_list(
        "gym_class_id", "person_id", "kind", "position", "value"
    ):
        told[class_id, person][f"{kind}@{position}" if position else kind] = value
    found: dict[int, Counter[str]] = defaultdict(Counter)
    for (class_id, _), words in told.items():
        felt = felt_in_all(words)
        if felt:
            found[class_id][felt] += 1
        found[class_id]["extras"] += words.get(Said.Kind.EXTRAS) == "yes"
        found[class_id]["pain"] += Said.Kind.PAIN in words
    return found


class Attended(NamedTuple):
    """Somebody on a class's roster and what they said of it. came: None while nobody said otherwise."""

    person: int
    name: str
    came: bool | None
    done: bool
    extras: bool
    felt: str
    felt_at: dict[str, str]
    pain: str


class TestOfDay(NamedTuple):
    """A reading of the day of a class, of somebody who was there."""

    id: int
    person: int
    name: str
    motion: str
    test: str
    side: str
    value: float


class ClassLog(NamedTuple):
    """One class. ran: what became of each drill, way up and part, in order."""

    gym_class: GymClass
    ran: list[Ran]
    people: list[Attended]
    tests: list[TestOfDay]


def class_log(gym: Gym, gym_class: GymClass) -> ClassLog:
    """All that is known of one class."""
    rows = list(gym_class.attending.select_related("person").order_by("person__name", "person_id"))
    ids = [row.person_id for row in rows]
    told = said_by(ids, gym_class.pk)
    day = gym_class.starts_at.astimezone(gym.zone).date()
    tests = MeasuredRange.objects.filter(person_id__in=ids, measured_on=day).select_related("person")
    return ClassLog(
        gym_class=gym_class,
        ran=list(Ran.objects.filter(run__gym_class=gym_class).order_by("run", "place")),
        people=[_attended(row, told.get(row.person_id, {})) for row in rows],
        tests=[
            TestOfDay(row.pk, row.person_id, row.person.name, row.motion, row.test, row.side, row.value)
            for row in tests.order_by("person__name", "pk")
        ],
    )


def _attended(row: Attending, told: dict[str, str]) -> Attended:
    return Attended(
        person=row.person_id,
        name=row.person.name,
        came=row.came,
        done=told.get(Said.Kind.DONE) == "yes",
        extras=told.get(Said.Kind.EXTRAS) == "yes",
        felt=felt_in_all(told),
        felt_at=positions_in(told),
        pain=told.get(Said.Kind.PAIN, ""),
    )


@transaction.atomic
def note_came(by: Person, gym_class: GymClass, person_id: int, came: bool) -> None:
    """Whether somebody on the roster came. Raises PermissionError, and NotThere."""
    if not by.coaches_in(gym_class.session.gym_id):
        raise PermissionError("Only a coach of this gym can say who came.")
    if not gym_class.attending.filter(person_id=person_id).update(came=came):
        raise NotThere("person", "They are not on this class's roster.")
