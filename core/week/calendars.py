"""When classes are: events of an iCalendar file, repeating ones and time zones included."""

from __future__ import annotations

import datetime
import re
from collections.abc import Iterator
from typing import Any
from zoneinfo import ZoneInfo

from dateutil.rrule import rruleset
from icalendar import Calendar

from core.errors import UnusableText
from core.week.rules import FEWER, followed
from core.week.times import ClassTime

MOST_TIMES = 500
MAX_CALENDAR_BYTES = 2_000_000
MOST_EVENTS = 3_000  # that repeat or start near the days
MOST_RULES = 400
MOST_NEAR = 400_000  # letters of the events near the days, with what repeats
MOST_STEPS = 150_000  # moments walked through, of all rules; a gym's calendar takes a few hundred
BROKEN = (ValueError, KeyError, IndexError, TypeError, AttributeError, OverflowError, RecursionError)
EARLIER = datetime.timedelta(days=2)  # wall clocks of other zones are at most a day off

AGAIN = "Export the class times as .ics and try again"
_EVENTS = re.compile(r"^(?=BEGIN:VEVENT)", re.MULTILINE | re.IGNORECASE)
_END = re.compile(r"^END:VEVENT[^\n]*\n?", re.MULTILINE | re.IGNORECASE)
_START = re.compile(r"^DTSTART[^:\n]*:(\d{8})", re.MULTILINE | re.IGNORECASE)
_REPEATS = re.compile(r"^(?:RRULE|RDATE|RECURRENCE-ID)[;:]", re.MULTILINE | re.IGNORECASE)
_RULE = re.compile(r"^RRULE[;:]", re.MULTILINE | re.IGNORECASE)
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
    events = _events(raw, first, last)
    try:
        classes = _classes(events, zone, first, last)
    except BROKEN as problem:
        raise UnusableText(
            f"An event of this calendar cannot be read ({_said(problem)}). {AGAIN}."
        ) from problem
    if not classes:
        raise UnusableText(f"The calendar has no event from {first.isoformat()} to {last.isoformat()}.")
    return tuple(sorted(classes))


def _classes(
    events: list[Event], zone: ZoneInfo, first: datetime.date, last: datetime.date
) -> set[ClassTime]:
    """Every start within the days. Raises UnusableText for more than a class plan holds."""
    window = _Window(first, last)
    changed = {
        (str(event.get("UID")), _local(event["RECURRENCE-ID"].dt, zone))
        for event in events
        if "RECURRENCE-ID" in event
    }
    classes: set[ClassTime] = set()
    for event in filter(_is_class, events):
        for start in _starts(event, zone, window):
            if not first <= start.date() <= last:
                continue
            replaced = "RECURRENCE-ID" not in event and (str(event.get("UID")), start) in changed
            if not replaced:
                classes.add(ClassTime(start, str(event.get("SUMMARY", ""))))
        if len(classes) > MOST_TIMES:
            raise UnusableText(f"More than {MOST_TIMES} classes in these days; that is no class plan.")
    return classes


class _Window:
    """The days asked for on any wall clock, and how far rules may still be followed for them."""

    def __init__(self, first: datetime.date, last: datetime.date) -> None:
        self.early = datetime.datetime.combine(first - EARLIER, datetime.time())
        self.late = datetime.datetime.combine(last + EARLIER, datetime.time.max)
        self.left = float(MOST_STEPS)

    def spend(self, steps: float) -> None:
        """Raises UnusableText when it is too far."""
        self.left -= steps
        if self.left < 0:
            raise UnusableText(f"Following what repeats in this calendar takes too long. {FEWER}.")


def _events(raw: bytes | str, first: datetime.date, last: datetime.date) -> list[Event]:
    """The events that may start within the days. Raises UnusableText for no calendar, or one too large."""
    if len(raw) > MAX_CALENDAR_BYTES:
        raise UnusableText(f"This calendar is longer than {MAX_CALENDAR_BYTES // 1_000_000} MB. {FEWER}.")
    text = raw.decode("utf-8", "replace") if isinstance(raw, bytes) else raw
    text = _near(text, first, last)
    count, rules = text.upper().count("BEGIN:VEVENT"), len(_RULE.findall(text))
    if count > MOST_EVENTS or rules > MOST_RULES or len(text) > MOST_NEAR:
        raise UnusableText(f"This calendar has {count:,} events, {rules:,} of them repeating. {FEWER}.")
    try:
        calendars = Calendar.from_ical(text, multiple=True)
    except BROKEN as problem:
        raise UnusableText(f"This is no iCalendar file ({_said(problem)}). {AGAIN}.") from problem
    events: list[Event] = []
    for calendar in calendars:
        events.extend(calendar.walk("VEVENT"))
    return events


def _near(text: str, first: datetime.date, last: datetime.date) -> str:
    """The calendar without single events of other days, which a year's export has by the thousand. Only
    what is plainly elsewhere is left out; everything else is left for the parser."""
    early, late = (f"{day:%Y%m%d}" for day in (first - EARLIER, last + EARLIER))

    def kept(block: str) -> str:
        """An event and what follows it up to the next: without the event, when it is elsewhere."""
        start, end = _START.search(block), _END.search(block)
        if start is None or end is None or early <= start[1] <= late or _REPEATS.search(block):
            return block
        return block[end.end() :]

    head, *blocks = _EVENTS.split(text)
    return head + "".join(map(kept, blocks))


def _said(problem: Exception) -> str:
    """What a parser says, as far as it fits a line."""
    return " ".join(str(problem).split())[:120]


def _is_class(event: Event) -> bool:
    """Whether an event has a time of day and was not cancelled."""
    if "DTSTART" not in event or str(event.get("STATUS", "")).upper() == "CANCELLED":
        return False
    return isinstance(event["DTSTART"].dt, datetime.datetime)


def _local(moment: datetime.datetime, zone: ZoneInfo) -> datetime.datetime:
    """An instant in the gym's zone; a floating time is the gym's own clock."""
    return moment.replace(tzinfo=zone) if moment.tzinfo is None else moment.astimezone(zone)


def _starts(event: Event, zone: ZoneInfo, window: _Window) -> Iterator[datetime.datetime]:
    """Starts of an event in the gym's zone within the window. Repetition runs on the event's own wall clock,
    so that a class at 06:15 stays at 06:15 over a change of daylight saving."""
    start: datetime.datetime = event["DTSTART"].dt
    named = event["DTSTART"].params.get("TZID")
    if named and start.tzinfo is None:
        raise UnusableText(f"This calendar names a time zone that does not exist: {str(named)[:60]}.")
    own_zone = start.tzinfo or zone
    repeats = _repeats(event, start, own_zone, window)
    for moment in repeats.between(window.early, window.late, inc=True):
        yield _local(moment.replace(tzinfo=own_zone), zone)


def _repeats(event: Event, start: datetime.datetime, own_zone: datetime.tzinfo, window: _Window) -> rruleset:
    """Every start of an event on its own wall clock, from a little before the window where that can be told.
    Raises UnusableText for a rule that no class has."""
    wall = start.replace(tzinfo=None)
    repeats = rruleset()
    repeats.rdate(wall)
    if "RRULE" in event:
        rule, steps = followed(event["RRULE"], wall, window.early, window.late)
        window.spend(steps)
        repeats.rrule(rule)
    for moment in _moments(event, "RDATE", own_zone):
        repeats.rdate(moment)
    for moment in _moments(event, "EXDATE", own_zone):
        repeats.exdate(moment)
    return repeats


def _moments(event: Event, name: str, own_zone: datetime.tzinfo) -> Iterator[datetime.datetime]:
    """Dates of a property on the event's own wall clock."""
    entries = event.get(name, [])
    for entry in entries if isinstance(entries, list) else [entries]:
        for value in entry.dts:
            if isinstance(value.dt, datetime.datetime):
                moment = value.dt if value.dt.tzinfo is None else value.dt.astimezone(own_zone)
                yield moment.replace(tzinfo=None)
