"""A gym's floor as screens and remotes see it: the classes near now, and how their clocks stand. It is made
once for all of a gym's streams."""

from __future__ import annotations

import datetime
from typing import Any

from django.db.models import Count, Q
from django.utils import timezone

from core.documents.base import Document
from core.floor.clock import State
from server.floor.live import now_ms
from server.floor.models import Aside, Run
from server.gym.models import Gym
from server.prep.drafts import draft_of
from server.programme.models import GymClass

BEFORE, LONGEST = datetime.timedelta(hours=14), datetime.timedelta(hours=3)
SHOWN = 12


class AsideShown(Document):
    """What a screen did alone, for the coach to say whether it holds."""

    id: int
    screen: str
    kinds: tuple[str, ...]
    from_ms: int
    to_ms: int


class RunShown(Document):
    """A run that is on."""

    id: int
    started_ms: int
    state: State
    asides: tuple[AsideShown, ...]


class ClassShown(Document):
    """A class near now. starts_ms: when it begins; minutes: of its prep."""

    id: int
    title: str
    coach: str
    starts_ms: int
    heads: int
    minutes: int
    run: RunShown | None


class Floor(Document):
    """What stands on a gym's floor. at_ms: when that was so, on the server's clock."""

    at_ms: int
    gym: str
    timezone: str
    classes: tuple[ClassShown, ...]


def floor_of(gym: Gym) -> Floor:
    """The classes that run, and those to come in the next hours; three queries."""
    now = timezone.now()
    near = Q(starts_at__gte=now - LONGEST, starts_at__lte=now + BEFORE)
    open_runs = Q(runs__ended_ms=None, runs__isnull=False)
    rows = (
        GymClass.objects.filter(near | open_runs, session__gym=gym, cancelled_at=None)
        .select_related("session__gym", "session__draft", "coach")
        .annotate(heads=Count("people", distinct=True))
        .order_by("starts_at", "pk")[:SHOWN]
    )
    classes = list(rows)
    runs = {
        run.gym_class_id: run
        for run in Run.objects.filter(gym_class__in=[one.pk for one in classes], ended_ms=None)
    }
    asides: dict[int, list[Aside]] = {}
    for aside in Aside.objects.filter(run__in=[run.pk for run in runs.values()], settled_ms=None):
        asides.setdefault(aside.run_id, []).append(aside)
    return Floor(
        at_ms=now_ms(),
        gym=gym.name,
        timezone=gym.timezone,
        classes=tuple(_class(one, runs.get(one.pk), asides) for one in classes),
    )


def _class(row: Any, run: Run | None, asides: dict[int, list[Aside]]) -> ClassShown:
    return ClassShown(
        id=row.pk,
        title=row.session.title,
        coach=row.coach.name if row.coach else "",
        starts_ms=round(row.starts_at.timestamp() * 1000),
        heads=row.heads,
        minutes=draft_of(row.session).minutes,
        run=run and run_shown(run, asides.get(run.pk, [])),
    )


def run_shown(run: Run, asides: list[Aside]) -> RunShown:
    """How one run stands."""
    return RunShown(
        id=run.pk,
        started_ms=run.started_ms,
        state=run.clock,
        asides=tuple(
            AsideShown(
                id=one.pk,
                screen=one.screen,
                kinds=tuple(one.kinds),
                from_ms=one.from_ms,
                to_ms=one.to_ms,
            )
            for one in asides
        ),
    )
