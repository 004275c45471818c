"""When classes are: events of an iCalendar file, repeating ones and time zones included."""

from __future__ import annotations

import datetime
import re
from collections.abc import Iterator
from typing import Any
from zoneinfo import ZoneInfo

from dateutil.rrule import rruleset, rrulestr
from icalendar import Calendar

from core.errors import UnusableText
from core.week.times import ClassTime

MOST_TIMES = 500
MAX_CALENDAR_BYTES = 2_000_000
EARLIER = datetime.timedelta(days=2)  # wall clocks of other zones are at most a day off

Event = Any  # icalendar types a property's value as any of thirty classes


def read_calendar(
    raw: bytes | str, first: datetime.date, last: datetime.date, timezone: str
) -> tuple[ClassTime, ...]:
    """Every event that starts from ``first`` to ``last`` (dates in the gym's time zone), repeating ones
    expanded.

    Times without a zone are the gym's own; all-day events and cancelled ones are no classes. Raises
    UnusableText for what is no iCalendar, or has no event in those days. Limitations: RRULE, RDATE and EXDATE
    are followed, and changed single instances (RECURRENCE-ID) replace theirs; THISANDFUTURE changes are not
    known.
    """
    zone = ZoneInfo(timezone)
    events = _events(raw)
    changed = {
        (str(event.get("UID")), _local(event["RECURRENCE-ID"].dt, zone))
        for event in events
        if "RECURRENCE-ID" in event
    }
    classes: set[ClassTime] = set()
    for event in filter(_is_class, events):
        for start in _starts(event, zone, first, last):
            replaced = "RECURRENCE-ID" not in event and (str(event.get("UID")), start) in changed
            if not replaced:
                classes.add(ClassTime(start, str(event.get("SUMMARY", ""))))
        if len(classes) > MOST_TIMES:
            raise UnusableText(f"More than {MOST_TIMES} classes in these days; that is no class plan.")
    if not classes:
        raise UnusableText(f"The calendar has no event from {first.isoformat()} to {last.isoformat()}.")
    return tuple(sorted(classes))


def _events(raw: bytes | str) -> list[Event]:
    if len(raw) > MAX_CALENDAR_BYTES:
        raise UnusableText(f"This calendar is longer than {MAX_CALENDAR_BYTES // 1_000_000} MB.")
    try:
        calendars = Calendar.from_ical(raw, multiple=True)
    except (ValueError, KeyError, IndexError) as problem:
        again = "Export the class times as .ics and try again"
        raise UnusableText(f"This is no iCalendar file ({problem}). {again}.") from problem
    events: list[Event] = []
    for calendar in calendars:
        events.extend(calendar.walk("VEVENT"))
    return events


def _is_class(event: Event) -> bool:
    """Whether an event has a time of day and was not cancelled."""
    if "DTSTART" not in event or str(event.get("STATUS", "")).upper() == "CANCELLED":
        return False
    return isinstance(event["DTSTART"].dt, datetime.datetime)


def _local(moment: datetime.datetime, zone: ZoneInfo) -> datetime.datetime:
    """An instant in the gym's zone; a floating time is the gym's own clock."""
    return moment.replace(tzinfo=zone) if moment.tzinfo is None else moment.astimezone(zone)


def _starts(
    event: Event, zone: ZoneInfo, first: datetime.date, last: datetime.date
) -> Iterator[datetime.datetime]:
    """Starts of an event in the gym's zone within the days. Repetition runs on the event's own wall clock,
    so that a class at 06:15 stays at 06:15 over a change of daylight saving."""
    start: datetime.datetime = event["DTSTART"].dt
    own_zone = start.tzinfo or zone
    early = datetime.datetime.combine(first - EARLIER, datetime.time())
    late = datetime.datetime.combine(last + EARLIER, datetime.time.max)
    for moment in _repeats(event, start, own_zone).between(early, late, inc=True):
        local = _local(moment.replace(tzinfo=own_zone), zone)
        if first <= local.date() <= last:
            yield local


def _repeats(event: Event, start: datetime.datetime, own_zone: datetime.tzinfo) -> rruleset:
    """Every start of an event on its own wall clock."""
    wall = start.replace(tzinfo=None)
    repeats = rruleset()
    repeats.rdate(wall)
    if "RRULE" in event:
        rule: Any = rrulestr(_until_on_the_wall(event["RRULE"].to_ical().decode()), dtstart=wall)
        repeats.rrule(rule)
    for moment in _moments(event, "RDATE", own_zone):
        repeats.rdate(moment)
    for moment in _moments(event, "EXDATE", own_zone):
        repeats.exdate(moment)
    return repeats


def _until_on_the_wall(rule: str) -> str:
    """A rule whose end has no zone, as its start has none."""
    return re.sub(r"UNTIL=(\d{8})(T\d{6})?Z?", lambda until: f"UNTIL={until[1]}{until[2] or 'T235959'}", rule)


def _moments(event: Event, name: str, own_zone: datetime.tzinfo) -> Iterator[datetime.datetime]:
    """Dates of a property on the event's own wall clock."""
    entries = event.get(name, [])
    for entry in entries if isinstance(entries, list) else [entries]:
        for value in entry.dts:
            if isinstance(value.dt, datetime.datetime):
                moment = value.dt if value.dt.tzinfo is None else value.dt.astimezone(own_zone)
                yield moment.replace(tzinfo=None)
