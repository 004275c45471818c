"""How a week leans: days on end on one joint, contacts and grip with the blocks beside, and what it could
swap."""

from __future__ import annotations

import datetime
from collections import defaultdict
from collections.abc import Sequence
from typing import NamedTuple

from django.db.models import Count

from core.documents.glance import Glance
from core.log import Change, Lean, SessionLoad, lean_of, suggestions
from server.blocks.courses import open_in, running
from server.computing.stored import kept_glances
from server.gym.models import Gym
from server.programme.models import Session
from server.publishing.models import MemberSheet
from server.shelf.actions import vocabulary_of

AROUND = 4  # days before and after the week that a run may reach into
DAYS = 7


class WeekLean(NamedTuple):
    """A week and how it leans. dates: of the week; lean: of the days around it too, from ``first``;
    block_contacts: of each day of the week, the most that one person's blocks add; changes: what could be
    swapped."""

    dates: list[datetime.date]
    first: datetime.date
    lean: Lean
    block_contacts: list[float]
    changes: tuple[Change, ...]
    titles: dict[int, str]


def week_lean(gym: Gym, monday: datetime.date) -> WeekLean:
    """How a week from a Monday leans, by its boards and the blocks that run."""
    dates = [monday + datetime.timedelta(days=number) for number in range(-AROUND, DAYS + AROUND)]
    week = dates[AROUND : AROUND + DAYS]
    rows = list(Session.objects.filter(gym=gym, date__range=(dates[0], dates[-1])).order_by("date", "pk"))
    looked = kept_glances(gym.pk, [row.text for row in rows], vocabulary_of(gym))
    told = _told([row.pk for row in rows])
    today = gym.today()
    loads = [
        _load(row, seen, told.get(row.pk, 0), row.date not in week or row.date <= today)
        for row, seen in zip(rows, looked, strict=True)
    ]
    movable = [date for date in week if date > today]  # today's may be under way
    return WeekLean(
        dates=week,
        first=dates[0],
        lean=lean_of(loads, dates),
        block_contacts=_block_contacts(gym, week),
        changes=suggestions(loads, dates, movable),
        titles={row.pk: row.title for row in rows},
    )


def _load(row: Session, seen: Glance, told: int, fixed: bool) -> SessionLoad:
    return SessionLoad(
        id=row.pk,
        title=row.title,
        on=row.date,
        asks={asked.id: asked.score for asked in seen.asks},
        contacts=seen.contacts,
        told=told,
        fixed=fixed,
    )


def _told(sessions: Sequence[int]) -> dict[int, int]:
    """Of some sessions: people who have a sheet of any version."""
    rows = MemberSheet.objects.filter(publication__gym_class__session_id__in=sessions).order_by()
    counted = rows.values("publication__gym_class__session_id").annotate(
        people=Count("person", distinct=True)
    )
    return {row["publication__gym_class__session_id"]: row["people"] for row in counted}


def _block_contacts(gym: Gym, week: Sequence[datetime.date]) -> list[float]:
    rows = list(open_in(gym).filter(block__aim="jump"))
    most: dict[datetime.date, float] = defaultdict(float)
    for one in running(gym, rows, near=True):
        for day in one.course.days:
            most[day.on] = max(most[day.on], day.contacts)
    return [most[date] for date in week]
