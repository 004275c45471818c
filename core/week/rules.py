"""How an event repeats (RFC 5545, RRULE): followed near the days asked for, refused where it is no class.

What a rule may cost is counted before it is followed: rules of a calendar are written by anybody.
"""

from __future__ import annotations

import datetime
import math
import re
from itertools import product
from typing import Any

from dateutil.rrule import rrulestr

from core.errors import UnusableText

FEWER = "Export only the classes of these weeks and try again"
YEARS_BACK = 30  # how long a class may have been running
PERIOD_DAYS = {"DAILY": 1.0, "WEEKLY": 7.0, "MONTHLY": 30.4, "YEARLY": 365.25}
OF_THE_DAY = ("BYHOUR", "BYMINUTE", "BYSECOND")
DAYS_OF = {"WEEKLY": 7, "MONTHLY": 31, "YEARLY": 366}  # candidates of a period that a set is picked from
SPARSE = ("BYYEARDAY", "BYWEEKNO", "BYEASTER")
LEAP_YEAR = 2000
FURTHEST_PICK = 4  # of a set; the fifth Monday is in some months, a sixth in none

Rule = Any  # of icalendar: a mapping of lists


def followed(
    rule: Rule, wall: datetime.datetime, early: datetime.datetime, late: datetime.datetime
) -> tuple[Any, float]:
    """A rule of an event that starts at ``wall``, ready to be asked for the moments from ``early`` to
    ``late``; and about how many moments it walks through. Raises UnusableText for a rule that no class has.
    """
    frequency, interval = str(rule.get("FREQ", [""])[0]).upper(), int(rule.get("INTERVAL", [1])[0])
    _check(rule, frequency, interval)
    if early.year - wall.year > YEARS_BACK:
        raise UnusableText(f"A repeating event of this calendar starts in {wall.year}. {FEWER}.")
    start = _nearer(rule, frequency, interval, wall, early)
    periods = max(1.0, (late - start).days / (PERIOD_DAYS[frequency] * interval))
    each = math.prod(len(rule.get(part, ())) or 1 for part in OF_THE_DAY)
    picked = DAYS_OF.get(frequency, 1) if "BYDAY" in rule or "BYSETPOS" in rule else 1
    written = _until_on_the_wall(rule.to_ical().decode())
    return rrulestr(written, dtstart=start), periods * each * picked


def _check(rule: Rule, frequency: str, interval: int) -> None:
    """Raises UnusableText for a rule that repeats too often, or on days that may never come."""
    if frequency not in PERIOD_DAYS or interval < 1:
        often = f"{frequency.lower() or 'without a frequency'}, every {interval}"
        raise UnusableText(f"A class repeats by days, weeks or months; this calendar has one {often}.")
    parts = [part for part in SPARSE if part in rule]
    rare = len(parts) > 1 or (parts and ("BYMONTH" in rule or "BYMONTHDAY" in rule))
    far = any(abs(int(place)) > FURTHEST_PICK for place in rule.get("BYSETPOS", ()))
    if rare or far or not _days_exist(rule):
        raise UnusableText(f"An event of this calendar repeats on days that may never come. {FEWER}.")


def _days_exist(rule: Rule) -> bool:
    """Whether one of its days of the month is in one of its months; without both there is one."""
    months, days = rule.get("BYMONTH", ()), rule.get("BYMONTHDAY", ())
    if not months or not days:
        return True
    return any(abs(int(day)) <= _length(int(month)) for month, day in product(months, days))


def _length(month: int) -> int:
    following = datetime.date(LEAP_YEAR, month, 28) + datetime.timedelta(days=4)
    return (following - datetime.timedelta(days=following.day)).day


def _nearer(
    rule: Rule, frequency: str, interval: int, wall: datetime.datetime, early: datetime.datetime
) -> datetime.datetime:
    """A start of the same rule by whole intervals nearer to the days, so that years of a daily class need not
    be walked through. A rule that counts, or picks from a set, keeps its own start."""
    step = {"DAILY": 1, "WEEKLY": 7}.get(frequency, 0) * interval
    if not step or "COUNT" in rule or "BYSETPOS" in rule or wall >= early:
        return wall
    whole = max(0, (early - wall).days // step - 1)
    return wall + datetime.timedelta(days=step * whole)


def _until_on_the_wall(rule: str) -> str:
    """A rule whose end has no zone, as its start has none."""
    return re.sub(r"UNTIL=(\d{8})(T\d{6})?Z?", lambda until: f"UNTIL={until[1]}{until[2] or 'T235959'}", rule)
