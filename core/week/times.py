"""When classes are: from an iCalendar file (repeating events and time zones included) or a weekly pattern in words."""

from __future__ import annotations

import datetime
import re
from dataclasses import dataclass
from zoneinfo import ZoneInfo

from dateutil.rrule import rruleset, rrulestr
from icalendar import Calendar

from core.errors import UnusableText
from core.week.days import WEEKDAYS

MOST_TIMES = 500
MAX_CALENDAR_BYTES = 2_000_000
_SPAN = re.compile(
    r"(?P<days>(?:[a-z]{3,9}\.?(?:\s*[-–]\s*[a-z]{3,9}\.?)?(?:\s*[,&+/]\s*|\s+and\s+|\s+)?)+?)\s*:?\s*(?P<times>\d{1,2}[:.h]\d{2}.*)$",
    re.IGNORECASE,
)
_TIME = re.compile(r"(\d{1,2})[:.h](\d{2})\s*(am|pm)?", re.IGNORECASE)


@dataclass(frozen=True, slots=True, order=True)
class ClassTime:
    """One class: an aware instant in the gym's time zone, and what the calendar calls it."""

    starts_at: datetime.datetime
    name: str = ""


def read_calendar(
    raw: bytes | str, first: datetime.date, last: datetime.date, timezone: str
) -> tuple[ClassTime, ...]:
    """Every event that starts from ``first`` to ``last`` (dates in the gym's time zone), repeating ones expanded.

    Times without a zone are the gym's own; all-day events and cancelled ones are no classes. Raises UnusableText for what is
    no iCalendar, or has no event in those days. Limitations: RRULE, RDATE and EXDATE are followed, and changed single
    instances (RECURRENCE-ID) replace theirs; THISANDFUTURE changes are not known.
    """
    if len(raw) > MAX_CALENDAR_BYTES:
        raise UnusableText(f"This calendar is longer than {MAX_CALENDAR_BYTES // 1_000_000} MB.")
    try:
        calendars = Calendar.from_ical(raw, multiple=True)
    except (ValueError, KeyError, IndexError) as problem:
        raise UnusableText(
            f"This is no iCalendar file ({problem}). Export the class times as .ics and try again."
        ) from problem
    zone = ZoneInfo(timezone)
    events = [event for calendar in calendars for event in calendar.walk("VEVENT")]
    changed = {
        (str(event.get("UID")), _local(event["RECURRENCE-ID"].dt, zone))
        for event in events
        if "RECURRENCE-ID" in event
    }
    found: set[ClassTime] = set()
    for event in events:
        if (
            "DTSTART" not in event
            or str(event.get("STATUS", "")).upper() == "CANCELLED"
            or not isinstance(event["DTSTART"].dt, datetime.datetime)
        ):
            continue
        for start in _starts(event, zone, first, last):
            if "RECURRENCE-ID" in event or (str(event.get("UID")), start) not in changed:
                found.add(ClassTime(start, str(event.get("SUMMARY", ""))))
            if len(found) > MOST_TIMES:
                raise UnusableText(f"More than {MOST_TIMES} classes in these days; that is no class plan.")
    if not found:
        raise UnusableText(f"The calendar has no event from {first.isoformat()} to {last.isoformat()}.")
    return tuple(sorted(found))


def _local(moment: datetime.datetime, zone: ZoneInfo) -> datetime.datetime:
    """An instant in the gym's zone; a floating time is the gym's own clock."""
    return moment.replace(tzinfo=zone) if moment.tzinfo is None else moment.astimezone(zone)


def _starts(event, zone: ZoneInfo, first: datetime.date, last: datetime.date):
    """Starts of an event in the gym's zone within the days. Repetition runs on the event's own wall clock, so that a class
    at 06:15 stays at 06:15 over a change of daylight saving."""
    start = event["DTSTART"].dt
    own_zone = start.tzinfo or zone
    wall = start.replace(tzinfo=None)
    rules = rruleset()
    rules.rdate(wall)
    if "RRULE" in event:
        text = event["RRULE"].to_ical().decode()
        text = re.sub(
            r"UNTIL=(\d{8})(T\d{6})?Z?",
            lambda match: f"UNTIL={match.group(1)}{match.group(2) or 'T235959'}",
            text,
        )
        rules.rrule(rrulestr(text, dtstart=wall))
    for name, add in (("RDATE", rules.rdate), ("EXDATE", rules.exdate)):
        entries = event.get(name, [])
        for entry in entries if isinstance(entries, list) else [entries]:
            for one in entry.dts:
                if isinstance(one.dt, datetime.datetime):
                    moment = one.dt if one.dt.tzinfo is None else one.dt.astimezone(own_zone)
                    add(moment.replace(tzinfo=None))
    early = datetime.datetime.combine(first - datetime.timedelta(days=2), datetime.time())
    late = datetime.datetime.combine(last + datetime.timedelta(days=2), datetime.time.max)
    for moment in rules.between(early, late, inc=True):
        local = _local(moment.replace(tzinfo=own_zone), zone)
        if first <= local.date() <= last:
            yield local


def read_pattern(
    text: str, first: datetime.date, last: datetime.date, timezone: str
) -> tuple[ClassTime, ...]:
    """'Mon-Fri 06:15 12:10 17:30; Sat 9:00' -> the classes of those days. Raises UnusableText naming the piece at fault."""
    zone = ZoneInfo(timezone)
    by_day: dict[int, set[datetime.time]] = {}
    for piece in re.split(r"[;\n]+", text):
        if not piece.strip():
            continue
        match = _SPAN.match(piece.strip())
        days = _days(match.group("days")) if match else None
        if not days:
            raise UnusableText(
                f"'{piece.strip()}' names no days and times; expected something like 'Mon-Fri 06:15 17:30'."
            )
        times = [_time(*found) for found in _TIME.findall(match.group("times"))]
        if not times or None in times:
            raise UnusableText(
                f"'{match.group('times').strip()}' has no time that can be read; expected something like 06:15."
            )
        for day in days:
            by_day.setdefault(day, set()).update(times)
    found = []
    for offset in range((last - first).days + 1):
        date = first + datetime.timedelta(days=offset)
        found.extend(
            ClassTime(datetime.datetime.combine(date, time, zone))
            for time in sorted(by_day.get(date.weekday(), ()))
        )
    return tuple(found)


def _days(text: str) -> set[int] | None:
    found: set[int] = set()
    lowered = text.lower().strip()
    if lowered in ("daily", "every day", "each day"):
        return set(range(7))
    if lowered in ("weekdays", "weekday"):
        return set(range(5))
    if lowered in ("weekends", "weekend"):
        return {5, 6}
    for piece in re.split(r"[,&+/\s]+|\band\b", re.sub(r"\s*[-–]\s*", "-", lowered)):
        if not piece:
            continue
        ends = [
            next(
                (
                    index
                    for index, name in enumerate(WEEKDAYS)
                    if len(end) >= 3
                    and name.startswith(
                        end.rstrip(".")[:9].rstrip("s")
                        if end.rstrip(".") not in WEEKDAYS
                        else end.rstrip(".")
                    )
                ),
                None,
            )
            for end in piece.split("-")
        ]
        if None in ends or len(ends) > 2:
            return None
        low, high = ends[0], ends[-1]
        found.update((low + step) % 7 for step in range((high - low) % 7 + 1))
    return found


def _time(hours: str, minutes: str, half: str) -> datetime.time | None:
    hour = int(hours) % 12 + (12 if half.lower() == "pm" else 0) if half else int(hours)
    return datetime.time(hour, int(minutes)) if hour < 24 and int(minutes) < 60 else None
