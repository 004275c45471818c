"""The gym's people at a glance, in a fixed number of queries however many there are."""

from __future__ import annotations

import datetime
from collections import defaultdict
from typing import Literal, NamedTuple

from django.db.models import Count, Max, Q, QuerySet
from django.utils import timezone

from server.gym.models import Gym
from server.people.models import Caution, Invitation, MeasuredRange, Person
from server.programme.models import Session

STALE_DAYS = 180  # a test this old has grown three degrees less sure; common practice is to test again
AHEAD_DAYS = 7
SHOWN = ("gym_id", "account_id", "name", "role", "left_at", "division", "adaptive")  # of a person


Standing = Literal["account", "invited", "roster", "left"]


class Listed(NamedTuple):
    """A person, and what the list tells of them. cautions: ids of those that hold."""

    person: Person
    standing: Standing
    measured: int
    tested_on: datetime.date | None
    cautions: tuple[str, ...]
    groups: tuple[str, ...]

    def is_stale(self, today: datetime.date) -> bool:
        """Whether their newest test is old; nobody untested is stale."""
        return self.tested_on is not None and (today - self.tested_on).days > STALE_DAYS


def listed(gym: Gym, today: datetime.date, left: bool = False) -> list[Listed]:
    """Everybody in the gym by name, or those who left. One query for each kind of thing told of them: rows
    that hang on every person would cost more than they hold. They are asked for by id: a join would be
    planned by what the database last counted, which right after an import is nobody."""
    people = list(gym.people.filter(left_at__isnull=not left).only(*SHOWN).order_by("name", "pk"))
    ids = [row.pk for row in people]
    open_ones = Invitation.objects.filter(used_at=None, ended_at=None, until__gt=timezone.now())
    invited = set(open_ones.filter(person__in=ids).values_list("person_id", flat=True))
    tested = (
        MeasuredRange.objects.filter(person__in=ids)
        .values("person_id")
        .annotate(motions=Count("motion", distinct=True, filter=~Q(motion="")), newest=Max("measured_on"))
    )
    tests = {row["person_id"]: (row["motions"], row["newest"]) for row in tested}
    cautions: dict[int, dict[str, None]] = defaultdict(dict)
    for row in Caution.objects.filter(person__in=ids).order_by("pk"):
        if row.holds(today):
            cautions[row.person_id][row.caution] = None
    groups: dict[int, list[str]] = defaultdict(list)
    for person_id, name in gym.groups.values_list("people", "name").order_by("name"):
        groups[person_id].append(name)
    return [
        Listed(
            row,
            standing_of(row, row.pk in invited),
            *tests.get(row.pk, (0, None)),
            tuple(cautions[row.pk]),
            tuple(groups[row.pk]),
        )
        for row in people
    ]


def standing_of(person: Person, invited: bool) -> Standing:
    """How somebody stands to the gym, in one word."""
    if person.left_at:
        return "left"
    if person.account_id:
        return "account"
    return "invited" if invited else "roster"


def coming_sessions(gym: Gym, today: datetime.date, days: int = AHEAD_DAYS) -> QuerySet[Session]:
    """Sessions of the days ahead, today's first."""
    until = today + datetime.timedelta(days=days - 1)
    return gym.sessions.filter(date__range=(today, until)).exclude(text="").order_by("date", "pk")
