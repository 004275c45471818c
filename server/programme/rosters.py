"""Who comes to a class: add, take off, a walk-in by name, which division each does, and who trains with
whom."""

from __future__ import annotations

import datetime
from collections.abc import Iterable
from itertools import groupby, pairwise
from typing import NamedTuple

from django.db import transaction
from django.utils import timezone

from core.errors import Refused
from server.people.actions import add_person
from server.people.models import Person
from server.programme.models import Attending, GymClass, Session

MOST_ON_A_ROSTER = 60
MOST_PAIRS = 30
AN_HOUR = datetime.timedelta(hours=1)  # what a class takes; common practice


class NotOnRoster(Refused):
    """Somebody who cannot be put on a roster so; ``field`` names what is at fault."""


def _check(by: Person, gym_class: GymClass) -> None:
    if not by.coaches_in(gym_class.session.gym_id):
        raise PermissionError("Only a coach of this gym can change who comes.")


def _touch(gym_class: GymClass) -> None:
    """Who comes has changed: what was sent may not hold any more."""
    GymClass.objects.filter(pk=gym_class.pk).update(touched_at=timezone.now())


@transaction.atomic
def put_on(
    by: Person, gym_class: GymClass, person: Person, division: str = "", pair: int | None = None
) -> Attending:
    """Put somebody on a class's roster, or change how they do it. Raises NotOnRoster."""
    _check(by, gym_class)
    if person.left_at:
        raise NotOnRoster("person", f"{person.name} has left; take them back first.")
    if pair is not None and not 1 <= pair <= MOST_PAIRS:
        raise NotOnRoster("pair", f"Pairs are numbered from 1 to {MOST_PAIRS}.")
    here = gym_class.attending.exclude(person=person)
    if here.count() >= MOST_ON_A_ROSTER:
        raise NotOnRoster("person", f"A class has up to {MOST_ON_A_ROSTER} people.")
    fields = {"division": division.strip(), "pair": pair}
    _touch(gym_class)
    return Attending.objects.update_or_create(gym_class=gym_class, person=person, defaults=fields)[0]


def take_off(by: Person, gym_class: GymClass, person_id: int) -> None:
    """Take somebody off a class's roster; who is not on it is off it already."""
    _check(by, gym_class)
    if gym_class.attending.filter(person_id=person_id).delete()[0]:
        _touch(gym_class)


@transaction.atomic
def walk_in(by: Person, gym_class: GymClass, name: str) -> Person:
    """Somebody of this name on the roster: of the gym where there is exactly one, else new to it."""
    _check(by, gym_class)
    tidy = " ".join(name.split())
    same = list(by.gym.people.current().filter(name__iexact=tidy)[:2])
    person = same[0] if len(same) == 1 else add_person(by, tidy)
    put_on(by, gym_class, person)
    return person


class AtTwo(NamedTuple):
    """Somebody on the rosters of two classes at one hour: when the first begins, and both sessions."""

    name: str
    starts_at: datetime.datetime
    titles: tuple[str, str]


def at_two_at_once(sessions: Iterable[Session]) -> list[AtTwo]:
    """Who is expected in two classes at one hour, by time and name. sessions: with their classes fetched; one
    query, and none where no two classes overlap."""
    classes = {
        one.pk: (one.starts_at, session.title)
        for session in sessions
        for one in session.classes.all()
        if one.cancelled_at is None
    }
    by_time = sorted(classes, key=lambda one: classes[one])
    close = [pair for pair in pairwise(by_time) if classes[pair[1]][0] - classes[pair[0]][0] < AN_HOUR]
    if not close:
        return []
    rows = (
        Attending.objects.filter(gym_class__in={one for pair in close for one in pair})
        .order_by("person_id")
        .values_list("person_id", "person__name", "gym_class_id")
    )
    found = []
    for (_, name), of_one in groupby(rows, key=lambda row: row[:2]):
        mine = sorted(classes[row[2]] for row in of_one)
        found += [
            AtTwo(name, starts_at, (title, other))
            for (starts_at, title), (then, other) in pairwise(mine)
            if then - starts_at < AN_HOUR
        ]
    return sorted(found, key=lambda one: (one.starts_at, one.name))
