"""When a class is told: the evening before or some hours before, in its gym's time zone, and not while
somebody wants quiet."""

from __future__ import annotations

import datetime
from dataclasses import dataclass
from zoneinfo import ZoneInfo

LEAD = datetime.timedelta(
    minutes=30
)  # what is told later than this before a class is of no use; common practice
BEFORE_QUIET = datetime.timedelta(minutes=10)
DAY = datetime.timedelta(days=1)


def local(date: datetime.date, clock: datetime.time, zone: ZoneInfo) -> datetime.datetime:
    """The instant of a clock time on a day, in UTC. A time that the clocks skip moves forward by what they
    skip, and of one that comes twice it is the first (PEP 495, fold 0)."""
    return datetime.datetime.combine(date, clock, zone).astimezone(datetime.UTC)


def evening_before(starts_at: datetime.datetime, clock: datetime.time, zone: ZoneInfo) -> datetime.datetime:
    """A clock time on the day before a class, by the gym's calendar."""
    return local(starts_at.astimezone(zone).date() - DAY, clock, zone)


def hours_before(starts_at: datetime.datetime, hours: int) -> datetime.datetime:
    """So many hours that pass before a class, whatever the clocks do in between."""
    return starts_at.astimezone(datetime.UTC) - datetime.timedelta(hours=hours)


@dataclass(frozen=True, slots=True)
class Quiet:
    """Hours in which somebody wants no message, by clock times of a zone; over midnight when they end before
    they begin. From and until the same is never."""

    begins: datetime.time
    ends: datetime.time
    zone: ZoneInfo

    def around(self, instant: datetime.datetime) -> tuple[datetime.datetime, datetime.datetime] | None:
        """When the quiet hours that hold at an instant began and end; None when none hold."""
        today = instant.astimezone(self.zone).date()
        for date in (today - DAY, today):
            begins = local(date, self.begins, self.zone)
            over_midnight = self.ends < self.begins
            ends = local(date + DAY if over_midnight else date, self.ends, self.zone)
            if begins <= instant < ends:
                return begins, ends
        return None


def tell_at(
    wanted: datetime.datetime, now: datetime.datetime, starts_at: datetime.datetime, quiet: Quiet | None
) -> datetime.datetime | None:
    """When somebody is told of a class: as wanted, else when their quiet hours end; else, where that would be
    too late for the class, before they begin. None when that has passed: then they are not told."""
    wanted = max(wanted, now)
    hours = quiet.around(wanted) if quiet else None
    if hours is None:
        return wanted
    begins, ends = hours
    if ends <= starts_at - LEAD:
        return ends
    if now >= begins:
        return None
    before = max(now, begins - BEFORE_QUIET)
    earlier = quiet.around(before) if quiet else None
    return before if earlier is None else earlier[1]  # who is quiet nearly all day: between the two nights


def time_words(starts_at: str, timezone: str) -> str:
    """An instant (ISO 8601) by a zone's clock: "Tuesday 3 November, 18:15"."""
    starts = datetime.datetime.fromisoformat(starts_at).astimezone(ZoneInfo(timezone))
    return f"{starts:%A} {starts.day} {starts:%B}, {starts:%H:%M}"
