"""Instants as whole seconds since 1970-01-01 UTC, and what a zone's clock shows at them."""

from __future__ import annotations

import datetime
import re
from zoneinfo import ZoneInfo

from core.errors import UnusableFile
from core.week.dates import WEEKDAYS, date_of
from core.week.sending import local

_CLOCK = re.compile(r"(\d{1,2})\s*(?:[:.h]\s*(\d{2}))?\s*(am|pm|a\.m\.|p\.m\.|uhr)?", re.IGNORECASE)
_FIGURES = re.compile(r"([01]\d|2[0-3])([0-5]\d)")
_DAY_NUMBER = re.compile(r"day\s+(\d{1,2})", re.IGNORECASE)


def clock_minutes(text: str) -> int | None:
    """Minutes after midnight of a clock time as written ("9:05", "9.05 am", "15h20", "0930", "2 pm"); None
    for what is no time."""
    bare = text.strip().lower()
    if four := _FIGURES.fullmatch(bare):
        return int(four[1]) * 60 + int(four[2])
    found = _CLOCK.fullmatch(bare)
    if found is None or not (found[2] or found[3]):
        return None
    hours, minutes, half = int(found[1]), int(found[2] or 0), (found[3] or "").replace(".", "")
    if half in ("am", "pm"):
        if not 1 <= hours <= 12:
            return None
        hours = hours % 12 + (12 if half == "pm" else 0)
    return hours * 60 + minutes if hours < 24 and minutes < 60 else None


def day_of(text: str, first: datetime.date, days: int) -> datetime.date | None:
    """The day of a competition that a word names ("Sat", "day 2", "2026-11-29"); the first for an empty one,
    None for a day that is not among its days."""
    if not text.strip():
        return first
    if numbered := _DAY_NUMBER.fullmatch(text.strip()):
        return first + datetime.timedelta(days=int(numbered[1]) - 1) if 0 < int(numbered[1]) <= days else None
    for offset in range(days):
        date = first + datetime.timedelta(days=offset)
        if (
            WEEKDAYS[date.weekday()].startswith(text.strip().lower().rstrip(".")[:9])
            and len(text.strip()) > 1
        ):
            return date
    named = date_of(text, first - datetime.timedelta(days=first.weekday()))
    return named if named and 0 <= (named - first).days < days else None


def day_named(written: str) -> datetime.date:
    """The day of an ISO date. Raises UnusableFile for one that does not exist."""
    try:
        return datetime.date.fromisoformat(written)
    except ValueError as problem:
        raise UnusableFile(f"--date: there is no day {written}") from problem


def instant_of(date: datetime.date, minutes: int, zone: ZoneInfo) -> int:
    """The instant at which a zone's clock shows so many minutes after midnight on a day. A time that the
    clocks skip moves on by what they skip; of one that comes twice it is the first."""
    hours, minutes = divmod(minutes, 60)
    return int(local(date, datetime.time(hours, minutes), zone).timestamp())


def clock_words(instant: int, zone: ZoneInfo) -> str:
    """What the clock shows: "09:05"."""
    return f"{_there(instant, zone):%H:%M}"


def day_words(instant: int, zone: ZoneInfo) -> str:
    """The day it is there: "Saturday 28 November"."""
    there = _there(instant, zone)
    return f"{there:%A} {there.day} {there:%B}"


def date_there(instant: int, zone: ZoneInfo) -> datetime.date:
    """The date it is there."""
    return _there(instant, zone).date()


def _there(instant: int, zone: ZoneInfo) -> datetime.datetime:
    return datetime.datetime.fromtimestamp(instant, zone)
