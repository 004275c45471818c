"""The date that a heading or a cell names, near the week it belongs to."""

from __future__ import annotations

import datetime
import re

WEEKDAYS = ("monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday")
MONTHS = ("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec")
CENTURY = 2000  # of a year written with two digits
NEAR_DAYS = 45  # how far a day's number alone may be from the week

_WEEKDAY = (
    r"(?P<day>mon(?:day)?|tue(?:s|sday)?|wed(?:nesday)?|thu(?:r|rs|rsday)?"
    r"|fri(?:day)?|sat(?:urday)?|sun(?:day)?)\.?"
)
_MONTH = rf"(?:{'|'.join(MONTHS)})[a-z]*\.?"
_NUMBER = r"\d{1,2}(?:st|nd|rd|th)?"
_DATE = "|".join(
    (
        r"(?P<iso>\d{4}-\d{1,2}-\d{1,2})",
        r"(?P<numbers>\d{1,2}[./]\d{1,2}(?:[./]\d{2,4})?)",
        rf"(?P<dm>{_NUMBER}\s+{_MONTH}(?:\s+\d{{4}})?)",
        rf"(?P<md>{_MONTH}\s+{_NUMBER}(?:,?\s+\d{{4}})?)",
        rf"(?P<bare>{_NUMBER})",
    )
)
_TITLE = r"\s*(?:(?:[:\-–—|]|\s{2,})\s*(?P<title>.*?))?\s*[*_#:]*\s*$"
_NAMES = "|".join(
    (
        rf"{_WEEKDAY}(?:[\s,]+(?:the\s+)?(?:{_DATE}))?",
        r"(?P<number>day\s+\d{1,2})",
        r"(?P<only>\d{4}-\d{1,2}-\d{1,2})",
    )
)
HEAD = re.compile(rf"^\s*[*_#>=\-]*\s*(?:{_NAMES})[*_]*{_TITLE}", re.IGNORECASE)
_SHORT = re.compile(r"\s*(\d{1,2})[./](\d{1,2})(?:[./](\d{2,4}))?\s*")

Head = re.Match[str]


def date_of(text: str, monday: datetime.date) -> datetime.date | None:
    """The date a heading or a cell names, or None. Without a year, the nearest to the week; without a
    date, that week's day."""
    head = HEAD.match(text.strip())
    if head:
        return date_of_head(head, monday)
    short = _SHORT.fullmatch(text)
    return _day_month(short[1], short[2], short[3], monday) if short else None


def names_a_date(head: Head) -> bool:
    """Whether a heading says more than the name of a day."""
    return any(head[name] for name in ("iso", "only", "numbers", "dm", "md", "bare"))


def date_of_head(head: Head, monday: datetime.date) -> datetime.date | None:
    """The date of a day's heading; None for one that does not exist, such as 31.2."""
    weekday = _weekday(head["day"])
    try:
        if iso := head["iso"] or head["only"]:
            return datetime.date(*map(int, iso.split("-")))
        if head["number"]:
            return monday + datetime.timedelta(days=int(head["number"].split()[1]) - 1)
        if head["numbers"]:
            first, second, *year = re.split(r"[./]", head["numbers"])
            return _day_month(first, second, year[0] if year else None, monday, weekday)
        if words := head["dm"] or head["md"]:
            return _in_words(words, monday)
        if head["bare"]:
            return _nearest(int(re.sub(r"\D", "", head["bare"])), weekday, monday)
    except ValueError:
        return None
    return None if weekday is None else monday + datetime.timedelta(days=weekday)


def _weekday(name: str | None) -> int | None:
    """0 for 'mon', 'Monday' ...; None for no name."""
    if not name:
        return None
    return next(number for number, day in enumerate(WEEKDAYS) if day.startswith(name.lower()[:3]))


def _in_words(words: str, monday: datetime.date) -> datetime.date | None:
    """'3rd December 2026', 'Dec 3'."""
    day, *year = re.findall(r"\d+", words)
    month = re.search("|".join(MONTHS), words.lower())
    if month is None:
        return None
    return _day_month(day, str(MONTHS.index(month[0]) + 1), year[0] if year else None, monday)


def _day_month(
    first: str, second: str, year: str | None, monday: datetime.date, weekday: int | None = None
) -> datetime.date | None:
    """Day and month, in the order that gives a date (and the right weekday, when one is named); day first
    when both do."""
    years = [monday.year - 1, monday.year, monday.year + 1]
    if year:
        years = [int(year) + (CENTURY if int(year) < 100 else 0)]
    dates: list[datetime.date] = []
    for day, month in ((int(first), int(second)), (int(second), int(first))):
        dates += [date for number in years if (date := _existing(number, month, day))]
        if dates and (weekday is None or any(date.weekday() == weekday for date in dates)):
            break

    def off(date: datetime.date) -> tuple[bool, int]:
        return weekday is not None and date.weekday() != weekday, abs((date - monday).days)

    return min(dates, key=off, default=None)


def _existing(year: int, month: int, day: int) -> datetime.date | None:
    try:
        return datetime.date(year, month, day)
    except ValueError:
        return None


def _nearest(day: int, weekday: int | None, monday: datetime.date) -> datetime.date:
    """'Mon 30': the date with that number (and weekday) nearest to the week."""
    near = [monday + datetime.timedelta(days=offset) for offset in range(-NEAR_DAYS, NEAR_DAYS + 1)]
    fits = [date for date in near if date.day == day and (weekday is None or date.weekday() == weekday)]
    if not fits:
        return monday + datetime.timedelta(days=weekday or 0)
    return min(fits, key=lambda date: abs((date - monday).days))
