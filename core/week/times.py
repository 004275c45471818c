"""When classes are: a weekly pattern in words."""

from __future__ import annotations

import datetime
import re
from dataclasses import dataclass
from zoneinfo import ZoneInfo

from core.errors import UnusableText
from core.week.dates import WEEKDAYS

_FIRST_TIME = re.compile(r"\d{1,2}[:.h]\d{2}", re.IGNORECASE)
_TIME = re.compile(r"(\d{1,2})[:.h](\d{2})\s*(am|pm)?", re.IGNORECASE)
GROUPS = {
    "daily": range(7),
    "every day": range(7),
    "each day": range(7),
    "weekday": range(5),
    "weekdays": range(5),
    "weekend": range(5, 7),
    "weekends": range(5, 7),
}
LEAST_LETTERS = 3  # of a day's name


@dataclass(frozen=True, slots=True, order=True)
class ClassTime:
    """One class: an aware instant in the gym's time zone, and what the calendar calls it."""

    starts_at: datetime.datetime
    name: str = ""


def read_pattern(
    text: str, first: datetime.date, last: datetime.date, timezone: str
) -> tuple[ClassTime, ...]:
    """'Mon-Fri 06:15 12:10 17:30; Sat 9:00' -> the classes of those days. Raises UnusableText naming the
    piece at fault."""
    zone = ZoneInfo(timezone)
    by_day: dict[int, set[datetime.time]] = {}
    for piece in filter(None, (piece.strip() for piece in re.split(r"[;\n]+", text))):
        clock = _FIRST_TIME.search(piece)
        days = _days(piece[: clock.start()].rstrip(" \t:")) if clock else None
        if clock is None or not days:
            expected = "expected something like 'Mon-Fri 06:15 17:30'"
            raise UnusableText(f"'{piece[:60]}' names no days and times; {expected}.")
        times = _times(piece[clock.start() :])
        for day in days:
            by_day.setdefault(day, set()).update(times)
    classes: list[ClassTime] = []
    for offset in range((last - first).days + 1):
        date = first + datetime.timedelta(days=offset)
        for time in sorted(by_day.get(date.weekday(), ())):
            classes.append(ClassTime(datetime.datetime.combine(date, time, zone)))
    return tuple(classes)


def _days(text: str) -> set[int] | None:
    """Numbers of the days that words name, Monday 0; None when a word is no day."""
    lowered = text.lower().strip()
    if lowered in GROUPS:
        return set(GROUPS[lowered])
    days: set[int] = set()
    for piece in re.split(r"[,&+/\s]+|\band\b", re.sub(r"\s*[-–]\s*", "-", lowered)):
        if not piece:
            continue
        start, *end = (_day(name) for name in piece.split("-"))
        until = end[-1] if end else start
        if start is None or until is None or len(end) > 1:
            return None
        days.update((start + step) % len(WEEKDAYS) for step in range((until - start) % len(WEEKDAYS) + 1))
    return days


def _day(name: str) -> int | None:
    """'mon', 'Mondays' -> 0; None for what is no day."""
    bare = name.rstrip(".")
    if bare not in WEEKDAYS:
        bare = bare[:9].rstrip("s")
    if len(name) < LEAST_LETTERS:
        return None
    return next((number for number, day in enumerate(WEEKDAYS) if day.startswith(bare)), None)


def _times(text: str) -> list[datetime.time]:
    """Every time of day in a text. Raises UnusableText where there is none, or one that does not exist."""
    times = [_time(*parts) for parts in _TIME.findall(text)]
    there = [time for time in times if time is not None]
    if not there or len(there) < len(times):
        raise UnusableText(f"'{text.strip()}' has no time that can be read; expected something like 06:15.")
    return there


def _time(hours: str, minutes: str, half: str) -> datetime.time | None:
    hour = int(hours)
    if half:
        hour = hour % 12 + (12 if half.lower() == "pm" else 0)
    return datetime.time(hour, int(minutes)) if hour < 24 and int(minutes) < 60 else None
