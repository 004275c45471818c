"""What helper processes are asked to do: core in, bytes or plain values out. Nothing here knows Django."""

from __future__ import annotations

import datetime
from collections.abc import Callable, Sequence
from typing import NamedTuple

from core.catalog import Catalog
from core.demand import Person
from core.documents.base import as_json
from core.documents.bench import (
    alternative_document,
    bench_document,
    next_minute_documents,
    shared_bar_document,
)
from core.documents.lab import lab_document
from core.errors import Refused, UnusableText
from core.lab import LabAsk, ask_lab
from core.session import SessionAsk, alternatives, share_bar
from core.week import ClassTime, WeekText, read_calendar, read_pattern, read_week


def bench_json(ask: SessionAsk) -> bytes:
    """The Bench's answer as it goes over the wire."""
    return as_json(bench_document(ask))


def next_minute_json(ask: SessionAsk) -> bytes:
    """What one more minute would buy. Raises UnusableText or PlanRefused."""
    return as_json(next_minute_documents(ask))


def alternatives_json(ask: SessionAsk, drill: str) -> bytes:
    """What could stand in a drill's place. Raises UnusableText or PlanRefused."""
    return as_json(
        tuple(alternative_document(exchange, ask.catalog) for exchange in alternatives(ask, drill))
    )


def shared_bar_json(ask: SessionAsk, first: int, second: int) -> bytes:
    """Two groups on one bar. Raises UnusableText or PlanRefused."""
    return as_json(shared_bar_document(share_bar(ask, first, second)))


def lab_json(ask: LabAsk, people: Sequence[Person], catalog: Catalog) -> bytes:
    """Where a body stops in a position. Raises UnusableFile."""
    return as_json(lab_document(ask_lab(ask, tuple(people), catalog), catalog))


class WeekSource(NamedTuple):
    """What a coach handed over. calendar and pattern say when classes are; both may be empty."""

    text: str
    monday: datetime.date
    calendar: str = ""
    pattern: str = ""


class WeekRead(NamedTuple):
    """Its days, and every class time of them in order."""

    week: WeekText
    times: list[ClassTime]


class ImportRefused(Refused):
    """The import cannot be done; ``field`` names the part of it at fault."""


Reader = Callable[[str, datetime.date, datetime.date, str], tuple[ClassTime, ...]]
READERS: dict[str, Reader] = {"calendar": read_calendar, "pattern": read_pattern}


def week_read(source: WeekSource, timezone: str) -> WeekRead:
    """A week's days and class times, in the gym's time zone. Raises ImportRefused naming text, calendar or
    pattern."""
    try:
        week = read_week(source.text, source.monday)
    except UnusableText as problem:
        raise ImportRefused("text", str(problem)) from problem
    first, last = min(day.date for day in week.days), max(day.date for day in week.days)
    times: set[ClassTime] = set()
    for field, written in (("calendar", source.calendar), ("pattern", source.pattern)):
        if not written.strip():
            continue
        try:
            times.update(READERS[field](written, first, last, timezone))
        except UnusableText as problem:
            raise ImportRefused(field, str(problem)) from problem
    return WeekRead(week, sorted(times))
