"""A gym's log over weeks: classes, who came, what they said, which joints the weeks lean on, which drills
were given."""

from __future__ import annotations

import datetime
from collections import Counter, defaultdict
from collections.abc import Iterable, Sequence
from typing import Any, NamedTuple

from django.db.models import Count, Exists, F, OuterRef, Q, QuerySet, Sum
from django.db.models.functions import TruncWeek
from django.utils import timezone

from core.catalog import Catalog
from core.log import HARD, Answered, ComesBack, DrillUse, Given, comes_back, drill_use
from core.log.joints import Joint
from server.floor.models import Ran
from server.gym.models import Gym
from server.logbook.models import SessionAsked
from server.people.models import MeasuredRange
from server.programme.models import Attending, GymClass
from server.publishing.models import Publication, Said
from server.shelf.actions import vocabulary_of

MOST_WEEKS = 53
WEEK = datetime.timedelta(days=7)


class Span(NamedTuple):
    """Days from the first to the last, both counted; whole weeks from a Monday."""

    first: datetime.date
    last: datetime.date

    @classmethod
    def of(cls, today: datetime.date, weeks: int) -> Span:
        """So many weeks up to the one of today."""
        monday = today - datetime.timedelta(days=today.weekday())
        return cls(monday - WEEK * (weeks - 1), monday + WEEK - datetime.timedelta(days=1))

    @property
    def mondays(self) -> list[datetime.date]:
        """First days of its weeks."""
        count = ((self.last - self.first).days + 1) // 7
        return [self.first + WEEK * number for number in range(count)]


class WeekLog(NamedTuple):
    """One week. came: people times classes; joints: joint -> days that worked it hard; contacts: weighted,
    of the week's boards; extras, better, same, worse, pain: answers; tests: readings."""

    monday: datetime.date
    classes: int
    came: int
    joints: dict[Joint, int]
    contacts: float
    extras: int
    better: int
    same: int
    worse: int
    pain: int
    tests: int


class GymLog(NamedTuple):
    """A gym's weeks. unread: boards that are not read yet."""

    weeks: list[WeekLog]
    coming_back: list[ComesBack]
    drills: list[DrillUse]
    asked: dict[str, float]
    classes: int


def over(gym: Gym, today: datetime.date) -> QuerySet[GymClass]:
    """Classes of a gym that took place up to a day."""
    somebody = Attending.objects.filter(gym_class=OuterRef("pk"))
    return GymClass.objects.filter(
        Exists(somebody),
        session__gym=gym,
        session__date__lte=today,
        starts_at__lte=timezone.now(),
        cancelled_at=None,
    )


def gym_log(gym: Gym, span: Span, today: datetime.date) -> GymLog:
    """A gym's log over some weeks, in a fixed number of queries."""
    classes = _classes(gym, span, today)
    said = _said(gym, span)
    joints, contacts, asked = _asked(gym, span, today)
    tests = _by_week(
        MeasuredRange.objects.filter(person__gym=gym, measured_on__range=span), "measured_on", Count("pk")
    )
    weeks = [
        WeekLog(
            monday=monday,
            classes=classes[monday][0],
            came=classes[monday][1],
            joints=joints[monday],
            contacts=contacts[monday],
            extras=said[monday]["extras"],
            better=said[monday]["better"],
            same=said[monday]["same"],
            worse=said[monday]["worse"],
            pain=said[monday]["pain"],
            tests=tests.get(monday, 0),
        )
        for monday in span.mondays
    ]
    count = sum(week.classes for week in weeks)
    return GymLog(
        weeks=weeks,
        coming_back=list(comes_back(positions_by_week(gym, span), week_number(today))),
        drills=_drills(gym, span, today, asked, count),
        asked=asked,
        classes=count,
    )


def week_number(day: datetime.date) -> int:
    """A number for a day's week that grows by one each week."""
    return day.toordinal() // 7 if day.weekday() != 6 else (day.toordinal() - 1) // 7


def _by_week(rows: QuerySet[Any], field: str, value: Count | Sum) -> dict[datetime.date, int]:
    weekly = rows.annotate(monday=TruncWeek(field)).order_by().values("monday").annotate(value=value)
    return {row["monday"]: row["value"] for row in weekly}


def _classes(gym: Gym, span: Span, today: datetime.date) -> dict[datetime.date, tuple[int, int]]:
    """Classes of each week and who came to them."""
    last = min(span.last, today)
    rows = (
        Attending.objects.filter(
            gym_class__session__gym=gym,
            gym_class__session__date__range=(span.first, last),
            gym_class__starts_at__lte=timezone.now(),
            gym_class__cancelled_at=None,
        )
        .annotate(monday=TruncWeek("gym_class__session__date"))
        .order_by()
        .values("monday")
        .annotate(
            classes=Count("gym_class", distinct=True), came=Count("pk", filter=~Q(came=False) | Q(came=None))
        )
    )
    found: dict[datetime.date, tuple[int, int]] = defaultdict(lambda: (0, 0))
    found.update({row["monday"]: (row["classes"], row["came"]) for row in rows})
    return found


def _said(gym: Gym, span: Span) -> dict[datetime.date, Counter[str]]:
    """Answers of each week, by what they say; those put aside are left out."""
    rows = (
        Said.objects.filter(gym_class__session__gym=gym, gym_class__session__date__range=span, aside_at=None)
        .exclude(kind=Said.Kind.DONE)
        .annotate(monday=TruncWeek("gym_class__session__date"))
        .order_by()
        .values("monday", "kind", "value")
        .annotate(count=Count(F("person"), distinct=False))
    )
    found: dict[datetime.date, Counter[str]] = defaultdict(Counter)
    for row in rows:
        word = row["kind"]
        if row["kind"] == Said.Kind.FELT:
            word = row["value"]
        elif row["kind"] == Said.Kind.EXTRAS and row["value"] != "yes":
            continue
        found[row["monday"]][word] += row["count"]
    return found


def _asked(
    gym: Gym, span: Span, today: datetime.date
) -> tuple[dict[datetime.date, dict[Joint, int]], dict[datetime.date, float], dict[str, float]]:
    """Of each week: joint -> days that worked it hard, and contacts; of all of them: demand -> mean score a
    day."""
    rows = SessionAsked.objects.filter(
        session__gym=gym, session__date__range=(span.first, min(span.last, today))
    ).values_list("session__date", "joints", "demands", "contacts")
    loads: dict[datetime.date, dict[Joint, float]] = defaultdict(dict)
    contacts: dict[datetime.date, float] = defaultdict(float)
    asked: dict[str, float] = defaultdict(float)
    for date, joints, demands, jumped in rows:
        for joint, load in joints.items():
            loads[date][joint] = max(loads[date].get(joint, 0.0), load)
        for demand, score in demands.items():
            asked[demand] += score
        contacts[_monday(date)] += jumped
    hard: dict[datetime.date, dict[Joint, int]] = defaultdict(dict)
    for date, of_day in loads.items():
        week = hard[_monday(date)]
        for joint, load in of_day.items():
            if load >= HARD:
                week[joint] = week.get(joint, 0) + 1
    days = max(1, len(loads))
    return hard, contacts, {demand: score / days for demand, score in asked.items()}


def _monday(day: datetime.date) -> datetime.date:
    return day - datetime.timedelta(days=day.weekday())


def positions_by_week(gym: Gym, span: Span, person: int | None = None) -> list[Answered]:
    """Answers on each position in each week; those put aside are left out."""
    rows = Said.objects.filter(
        gym_class__session__gym=gym,
        gym_class__session__date__range=span,
        kind=Said.Kind.FELT,
        aside_at=None,
    ).exclude(position="")
    if person is not None:
        rows = rows.filter(person_id=person)
    weekly = (
        rows.annotate(monday=TruncWeek("gym_class__session__date"))
        .order_by()
        .values("monday", "position")
        .annotate(
            better=Count("pk", filter=Q(value="better")),
            same=Count("pk", filter=Q(value="same")),
            worse=Count("pk", filter=Q(value="worse")),
        )
    )
    return [
        Answered(row["position"], week_number(row["monday"]), row["better"], row["same"], row["worse"])
        for row in weekly
    ]


def _drills(
    gym: Gym, span: Span, today: datetime.date, asked: dict[str, float], classes: int
) -> list[DrillUse]:
    catalog = vocabulary_of(gym).catalog
    kit = frozenset(item for item, pieces in gym.kit_pieces().items() if pieces) or frozenset(catalog.kit)
    return list(drill_use(drills_given(gym, span, today), classes, asked, kit, catalog))


def drills_given(gym: Gym, span: Span, today: datetime.date) -> list[Given]:
    """Drills by the classes they were in: as a clock ran them, and as they were sent where none ran."""
    days = (span.first, min(span.last, today))
    ran = (
        Ran.objects.filter(run__gym_class__session__gym=gym, run__gym_class__session__date__range=days)
        .exclude(drill="")
        .order_by()
        .values("drill")
        .annotate(
            classes=Count("run__gym_class", distinct=True),
            planned=Sum("planned_s"),
            ran=Sum("ran_s"),
            cut=Count("pk", filter=~Q(outcome="run")),
        )
    )
    found = {
        row["drill"]: Given(row["drill"], row["classes"], row["planned"], row["ran"], row["cut"])
        for row in ran
    }
    for drill, count in _only_sent(gym, days).items():
        there = found.get(drill, Given(drill, 0))
        found[drill] = there._replace(classes=there.classes + count)
    return list(found.values())


def _only_sent(gym: Gym, days: tuple[datetime.date, datetime.date]) -> Counter[str]:
    """Drills of classes that were sent and ran on no clock, by their newest version."""
    rows = Publication.objects.filter(
        gym_class__session__gym=gym,
        gym_class__session__date__range=days,
        gym_class__runs__isnull=True,
        gym_class__cancelled_at=None,
        kind=Publication.Kind.PREP,
    ).order_by("version")
    newest: dict[int, Sequence[str]] = dict(rows.values_list("gym_class_id", "drills"))
    return Counter(drill for drills in newest.values() for drill in set(drills))


def named(drills: Iterable[DrillUse], catalog: Catalog) -> list[tuple[DrillUse, str]]:
    """Each drill with the name of what it serves."""
    return [
        (use, catalog.demands[use.serves].name if use.serves in catalog.demands else "") for use in drills
    ]
