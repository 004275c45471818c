"""The log as tables: one a kind, for CSV and JSON alike."""

from __future__ import annotations

import datetime
from collections.abc import Callable, Sequence
from typing import Literal, NamedTuple

from server.blocks.models import Ticked
from server.floor.models import Ran
from server.gym.models import Gym
from server.logbook.models import SessionAsked, Trial
from server.logbook.weeks import Span, over
from server.people.models import MeasuredRange
from server.programme.models import Attending
from server.publishing.models import Said

What = Literal["classes", "came", "ran", "said", "asked", "tests", "trials", "ticks"]
Cell = str | int | float | None
MOST_ROWS = 200_000


class LogTable(NamedTuple):
    """Headings and rows. people: whose private data stand in it."""

    headings: tuple[str, ...]
    rows: Sequence[tuple[Cell, ...]]
    people: set[int]


def log_table(what: What, gym: Gym, span: Span) -> LogTable:
    """One kind of the log, over some weeks."""
    return TABLES[what](gym, span)


def _classes(gym: Gym, span: Span) -> LogTable:
    rows = over(gym, span.last).filter(session__date__gte=span.first).order_by("starts_at", "pk")
    found: list[tuple[Cell, ...]] = [
        (one.pk, _at(one.starts_at, gym), one.session.title, one.coach.name if one.coach else "")
        for one in rows.select_related("session", "coach")[:MOST_ROWS]
    ]
    return LogTable(("class", "starts_at", "title", "coach"), found, set())


def _came(gym: Gym, span: Span) -> LogTable:
    rows = Attending.objects.filter(
        gym_class__session__gym=gym, gym_class__session__date__range=span, gym_class__cancelled_at=None
    ).order_by("gym_class__starts_at", "person__name")
    values = list(
        rows.values_list("gym_class_id", "gym_class__starts_at", "person_id", "person__name", "came")[
            :MOST_ROWS
        ]
    )
    found: list[tuple[Cell, ...]] = [
        (class_id, _at(starts, gym), name, {True: "yes", False: "no", None: ""}[came])
        for class_id, starts, _, name, came in values
    ]
    return LogTable(("class", "starts_at", "person", "came"), found, {row[2] for row in values})


def _ran(gym: Gym, span: Span) -> LogTable:
    rows = Ran.objects.filter(
        run__gym_class__session__gym=gym, run__gym_class__session__date__range=span
    ).order_by("run__started_ms", "place")
    found = list(
        rows.values_list(
            "run__gym_class_id", "place", "name", "drill", "phase", "section", "planned_s", "ran_s", "outcome"
        )[:MOST_ROWS]
    )
    headings = ("class", "place", "name", "drill", "phase", "section", "planned_s", "ran_s", "outcome")
    return LogTable(headings, found, set())


def _said(gym: Gym, span: Span) -> LogTable:
    rows = Said.objects.filter(gym_class__session__gym=gym, gym_class__session__date__range=span).order_by(
        "said_at", "pk"
    )
    values = list(
        rows.values_list(
            "gym_class_id", "said_at", "person_id", "person__name", "kind", "position", "value", "aside_at"
        )[:MOST_ROWS]
    )
    found: list[tuple[Cell, ...]] = [
        (class_id, _at(said_at, gym), name, kind, position, value, "yes" if aside else "")
        for class_id, said_at, _, name, kind, position, value, aside in values
    ]
    headings = ("class", "said_at", "person", "kind", "position", "value", "put_aside")
    return LogTable(headings, found, {row[2] for row in values})


def _asked(gym: Gym, span: Span) -> LogTable:
    rows = SessionAsked.objects.filter(session__gym=gym, session__date__range=span)
    values = rows.order_by("session__date", "session_id").values_list(
        "session__date", "session__title", "joints", "contacts"
    )
    found: list[tuple[Cell, ...]] = [
        (date.isoformat(), title, joint, load, contacts)
        for date, title, joints, contacts in values[:MOST_ROWS]
        for joint, load in sorted(joints.items())
    ]
    return LogTable(("date", "title", "joint", "load", "contacts"), found, set())


def _tests(gym: Gym, span: Span) -> LogTable:
    rows = MeasuredRange.objects.filter(person__gym=gym, measured_on__range=span).order_by(
        "measured_on", "pk"
    )
    values = list(
        rows.values_list("measured_on", "person_id", "person__name", "test", "motion", "side", "value")[
            :MOST_ROWS
        ]
    )
    found: list[tuple[Cell, ...]] = [
        (on.isoformat(), name, test, motion, side, value) for on, _, name, test, motion, side, value in values
    ]
    return LogTable(("on", "person", "test", "motion", "side", "value"), found, {row[1] for row in values})


def _trials(gym: Gym, span: Span) -> LogTable:
    """Only those with both readings: of the others the first stays hidden."""
    rows = Trial.objects.filter(
        person__gym=gym, before_at__date__range=span, after__isnull=False
    ).select_related("person")
    found: list[tuple[Cell, ...]] = []
    people: set[int] = set()
    for row in rows.order_by("before_at", "pk")[:MOST_ROWS]:
        people.add(row.person_id)
        found.append(
            (
                _at(row.before_at, gym),
                row.person.name,
                row.test,
                row.side,
                row.before,
                row.after,
                " ".join(row.between),
            )
        )
    return LogTable(("before_at", "person", "test", "side", "before", "after", "between"), found, people)


def _ticks(gym: Gym, span: Span) -> LogTable:
    rows = Ticked.objects.filter(enrolled__block__gym=gym, on__range=span).order_by("on", "pk")
    values = list(
        rows.values_list(
            "on", "enrolled__person_id", "enrolled__person__name", "enrolled__block__name", "value", "said_at"
        )[:MOST_ROWS]
    )
    found: list[tuple[Cell, ...]] = [
        (on.isoformat(), name, block, value, _at(said_at, gym))
        for on, _, name, block, value, said_at in values
    ]
    return LogTable(("on", "person", "block", "value", "said_at"), found, {row[1] for row in values})


def _at(instant: datetime.datetime, gym: Gym) -> str:
    return instant.astimezone(gym.zone).isoformat(timespec="minutes")


TABLES: dict[What, Callable[[Gym, Span], LogTable]] = {
    "classes": _classes,
    "came": _came,
    "ran": _ran,
    "said": _said,
    "asked": _asked,
    "tests": _tests,
    "trials": _trials,
    "ticks": _ticks,
}
