"""Shapes of a week's review and import."""

from __future__ import annotations

import datetime
from typing import Literal

from ninja import Schema
from pydantic import Field, field_validator

from core.reading.workout import FormatKind
from server.api.schemas import Day
from server.programme.week_import import Status

MAX_TEXT = 500_000  # letters; the core refuses over 400 kB with a message of its own
MAX_CALENDAR = 2_100_000


class WeekIn(Schema):
    """Text, CSV or JSON of a week; class times from a calendar's text or a weekly pattern."""

    text: str = Field(max_length=MAX_TEXT)
    monday: Day
    calendar: str = Field(default="", max_length=MAX_CALENDAR)
    pattern: str = Field(default="", max_length=500)

    @field_validator("monday")
    @classmethod
    def _start_of_week(cls, value: datetime.date) -> datetime.date:
        return value - datetime.timedelta(days=value.weekday())


class WeekTake(WeekIn):
    """skip: days to leave out, by number from 0. stands: as the review said."""

    skip: tuple[int, ...] = Field(default=(), max_length=100)
    stands: str | None = Field(default=None, max_length=64)


class ReviewPart(Schema):
    name: str
    format: FormatKind
    movements: list[str]


class ReviewDay(Schema):
    """One day as it would be read, and what is there already."""

    date: datetime.date
    title: str
    text: str
    line: int
    status: Status
    times: list[datetime.datetime]
    new_times: int
    parts: list[ReviewPart]
    unread: list[str]
    assumed: list[str]
    asks: list[str]
    problem: str


class TroubleOut(Schema):
    line: int
    text: str
    reason: str


class ReviewOut(Schema):
    kind: Literal["text", "csv", "json"]
    days: list[ReviewDay]
    troubles: list[TroubleOut]
    new: int
    changed: int
    same: int
    stands: str


class StaleWeek(Schema):
    """A problem (RFC 9457): the review as it would be now."""

    title: str
    status: int
    detail: str
    stands: ReviewOut


class ImportedOut(Schema):
    added: int
    changed: int
    same: int
    classes: int
