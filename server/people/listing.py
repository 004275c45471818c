"""The gym's people at a glance, in a fixed number of queries however many there are."""

from __future__ import annotations

import datetime
from typing import Any, Literal, NamedTuple

from django.db.models import Count, Exists, Max, OuterRef, Q, QuerySet
from django.utils import timezone

from server.gym.models import Gym
from server.people.models import Invitation, Person
from server.programme.models import Session

STALE_DAYS = 180  # a test this old has grown three degrees less sure; common practice is to test again
AHEAD_DAYS = 7


Standing = Literal["account", "invited", "roster", "left"]


class Listed(NamedTuple):
    """A person with what was annotated in SQL."""

    person: Person
    measured: int
    tested_on: datetime.date | None
    standing: Standing

    def is_stale(self, today: datetime.date) -> bool:
        """Whether their newest test is old; nobody untested is stale."""
        return self.tested_on is not None and (today - self.tested_on).days > STALE_DAYS


def listed(gym: Gym, left: bool = False) -> list[Listed]:
    """Everybody in the gym by name, or those who left."""
    invited = Invitation.objects.filter(
        person=OuterRef("pk"), used_at=None, ended_at=None, until__gt=timezone.now()
    )
    rows = (
        gym.people.filter(left_at__isnull=not left)
        .annotate(
            measured=Count("ranges__motion", distinct=True, filter=~Q(ranges__motion="")),
            tested_on=Max("ranges__measured_on"),
            is_invited=Exists(invited),
        )
        .prefetch_related("cautions", "groups")
        .order_by("name", "pk")
    )
    return [_listed(row) for row in rows]


def _listed(row: Any) -> Listed:
    """A row as it was annotated."""
    return Listed(row, row.measured, row.tested_on, standing_of(row, row.is_invited))


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
