"""Who looked at what is private of whom, and who changed it. The owner and the person see both."""

from __future__ import annotations

import datetime
from collections.abc import Iterable
from typing import Literal

from django.db.models import QuerySet

from server.people.models import Change, Look, Person

Screen = Literal[
    "people",
    "person",
    "measure",
    "roster",
    "bench",
    "preview",
    "sheet",
    "export",
    "lab",
    "publish",
    "sending",
    "competition",
    "floor",
    "log",
    "blocks",
]


def looked(by: Person, people: Iterable[int], screen: Screen, day: datetime.date) -> None:
    """Write down that ``by`` sees what is private of these people today, themselves left out."""
    today = Look.objects.filter(viewer=by, screen=screen, day=day)
    new = set(people) - set(today.values_list("person_id", flat=True)) - {by.pk}
    rows = [Look(viewer=by, person_id=pk, screen=screen, day=day) for pk in sorted(new)]
    Look.objects.bulk_create(rows, ignore_conflicts=True)


def changed(by: Person | None, person: Person, what: str) -> None:
    """Write down a change of what is private of a person."""
    Change.objects.create(person=person, by=by, what=what)


def may_see_trail(by: Person, person: Person) -> bool:
    """Whether somebody may see who looked at a person: that person, and an owner of the gym."""
    return by.pk == person.pk or (by.owns and by.gym_id == person.gym_id)


def looks_at(person: Person) -> QuerySet[Look]:
    """The newest first."""
    return person.looks.select_related("viewer").order_by("-day", "-pk")


def changes_of(person: Person) -> QuerySet[Change]:
    """The newest first."""
    return person.changes.select_related("by").order_by("-at", "-pk")
