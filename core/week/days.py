"""A week's text, CSV or JSON -> one text a day. What belongs to no day is handed back, never dropped."""

from __future__ import annotations

import csv
import datetime
import io
import json
import re
from dataclasses import dataclass

from core.errors import UnusableText
from core.reading.headings import without_symbols

MAX_WEEK_BYTES = 400_000
MOST_DAYS = 62
WEEKDAYS = ("monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday")
MONTHS = (
    "january",
    "february",
    "march",
    "april",
    "may",
    "june",
    "july",
    "august",
    "september",
    "october",
    "november",
    "december",
)
DATE_COLUMNS = ("date", "day", "when")
TITLE_COLUMNS = ("title", "name", "session")
TEXT_COLUMNS = ("text", "workout", "wod", "programming", "content", "description")

_DAY = r"(?P<day>mon(?:day)?|tue(?:s|sday)?|wed(?:nesday)?|thu(?:r|rs|rsday)?|fri(?:day)?|sat(?:urday)?|sun(?:day)?)\.?"
_MONTH = r"(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[a-z]*\.?"
_DATE = (
    rf"(?P<iso>\d{{4}}-\d{{1,2}}-\d{{1,2}})|(?P<numbers>\d{{1,2}}[./]\d{{1,2}}(?:[./]\d{{2,4}})?)"
    rf"|(?P<dm>\d{{1,2}}(?:st|nd|rd|th)?\s+{_MONTH}(?:\s+\d{{4}})?)|(?P<md>{_MONTH}\s+\d{{1,2}}(?:st|nd|rd|th)?(?:,?\s+\d{{4}})?)|(?P<bare>\d{{1,2}}(?:st|nd|rd|th)?)"
)
_REST = r"\s*(?:(?:[:\-–—|]|\s{2,})\s*(?P<title>.*?))?\s*[*_#:]*\s*$"
HEAD = re.compile(
    rf"^\s*[*_#>=\-]*\s*(?:{_DAY}(?:[\s,]+(?:the\s+)?(?:{_DATE}))?|(?P<number>day\s+\d{{1,2}})|(?P<only>\d{{4}}-\d{{1,2}}-\d{{1,2}}))[*_]*{_REST}",
    re.IGNORECASE,
)


@dataclass(frozen=True, slots=True)
class DayText:
    """One session of one day. line: where it starts in what was read (from 1; the row of a table)."""

    date: datetime.date
    title: str
    text: str
    line: int


@dataclass(frozen=True, slots=True)
class Trouble:
    """A piece that belongs to no day, or a row that cannot be used: where, what, and why."""

    line: int
    text: str
    reason: str


@dataclass(frozen=True, slots=True)
class WeekText:
    """kind: text | csv | json."""

    kind: str
    days: tuple[DayText, ...]
    troubles: tuple[Trouble, ...]


def read_week(text: str, monday: datetime.date) -> WeekText:
    """The days of a pasted or uploaded week. ``monday`` starts the week that day names without a date belong to.

    Text has day headings ("Monday", "Tue 1 Dec: Title", "2026-12-02", "Day 3"); CSV has a date (or day) and a text column,
    and may have a title; JSON is a list of {"date", "title", "text"}, or {"sessions": [...]}. Raises UnusableText when no
    day is found at all, or the input is too long.
    """
    if not text.strip():
        raise UnusableText(
            "There is nothing to read. Paste a week with a heading for every day, such as 'Monday'."
        )
    if len(text.encode("utf-8", "replace")) > MAX_WEEK_BYTES:
        raise UnusableText(f"This is longer than {MAX_WEEK_BYTES // 1000} kB. Import a few weeks at a time.")
    if "\x00" in text or text.count("\ufffd") > len(text) // 20:
        raise UnusableText(
            "This looks like a binary file, not text. Save the week as plain text, CSV or JSON."
        )
    text = text.lstrip("\ufeff").replace("\r\n", "\n").replace("\r", "\n")
    if text.lstrip()[:1] in "[{":
        found = _from_json(text, monday)
    elif (table := _table(text)) is not None:
        found = _from_table(table, monday)
    else:
        found = _from_text(text, monday)
    if not found.days:
        why = found.troubles[0].reason if found.troubles else "no line names a day"
        raise UnusableText(
            f"No day could be found: {why}. Start every day with a heading such as 'Monday' or '2026-12-02'."
        )
    if len(found.days) > MOST_DAYS:
        raise UnusableText(f"{len(found.days)} sessions are too many at once; import up to {MOST_DAYS}.")
    return found


def write_week(days: tuple[DayText, ...]) -> str:
    """The days as one text that reads back the same."""
    return (
        "\n\n".join(
            f"{day.date.isoformat()}{': ' + day.title if day.title else ''}\n{day.text.strip()}"
            for day in days
        )
        + "\n"
    )


def date_of(text: str, monday: datetime.date) -> datetime.date | None:
    """The date a heading or a cell names, or None. Without a year, the nearest to the week; without a date, that week's day."""
    match = HEAD.match(text.strip())
    if match:
        return _date(match, monday)
    numbers = re.fullmatch(r"\s*(\d{1,2})[./](\d{1,2})(?:[./](\d{2,4}))?\s*", text)
    return _day_month(numbers.group(1), numbers.group(2), numbers.group(3), monday, None) if numbers else None


def _date(match: re.Match, monday: datetime.date) -> datetime.date | None:
    weekday = next(
        (
            index
            for index, name in enumerate(WEEKDAYS)
            if match.group("day") and name.startswith(match.group("day").lower()[:3])
        ),
        None,
    )
    try:
        if iso := match.group("iso") or match.group("only"):
            return datetime.date(*(int(piece) for piece in iso.split("-")))
        if match.group("number"):
            return monday + datetime.timedelta(days=int(match.group("number").split()[1]) - 1)
        if numbers := match.group("numbers"):
            pieces = re.split(r"[./]", numbers)
            return _day_month(pieces[0], pieces[1], pieces[2] if len(pieces) > 2 else None, monday, weekday)
        if words := match.group("dm") or match.group("md"):
            day = re.search(r"\d{1,2}", words).group()
            month = next(
                index
                for index, name in enumerate(MONTHS, 1)
                if name.startswith(
                    re.search(r"[a-z]{3}", words.lower().replace(day, "", 1).replace("st ", " ")).group()
                )
            )
            year = re.search(r"\d{4}", words)
            return _day_month(day, str(month), year.group() if year else None, monday, None)
        if bare := match.group("bare"):
            return _nearest(int(re.search(r"\d+", bare).group()), weekday, monday)
    except (ValueError, StopIteration, AttributeError):
        return None
    return monday + datetime.timedelta(days=weekday)


def _day_month(
    first: str, second: str, year: str | None, monday: datetime.date, weekday: int | None
) -> datetime.date | None:
    """Day and month, in the order that gives a date (and the right weekday, when one is named); day first when both do."""
    candidates = []
    for day, month in ((int(first), int(second)), (int(second), int(first))):
        years = (
            [int(year) + (2000 if int(year) < 100 else 0)]
            if year
            else [monday.year - 1, monday.year, monday.year + 1]
        )
        for one in years:
            try:
                candidates.append(datetime.date(one, month, day))
            except ValueError:
                continue
        if candidates and (weekday is None or any(one.weekday() == weekday for one in candidates)):
            break
    return min(
        candidates,
        key=lambda one: (weekday is not None and one.weekday() != weekday, abs((one - monday).days)),
        default=None,
    )


def _nearest(day: int, weekday: int | None, monday: datetime.date) -> datetime.date:
    """'Mon 30': the date with that number (and weekday) nearest to the week."""
    near = [monday + datetime.timedelta(days=offset) for offset in range(-45, 46)]
    fits = [one for one in near if one.day == day and (weekday is None or one.weekday() == weekday)]
    return (
        min(fits, key=lambda one: abs((one - monday).days))
        if fits
        else monday + datetime.timedelta(days=weekday or 0)
    )


def _names_a_date(match: re.Match) -> bool:
    return any(match.group(name) for name in ("iso", "only", "numbers", "dm", "md", "bare"))


def _monday_of(date: datetime.date) -> datetime.date:
    return date - datetime.timedelta(days=date.weekday())


def _from_text(text: str, monday: datetime.date) -> WeekText:
    days: list[DayText] = []
    troubles: list[Trouble] = []
    current: tuple[datetime.date, str, int] | None = None
    lines: list[str] = []

    def close() -> None:
        body = "\n".join(lines).strip("\n")
        if current is None:
            troubles.extend(
                Trouble(number, line.strip(), "it stands before the first day")
                for number, line in enumerate(lines, 1)
                if line.strip()
            )
        elif body.strip():
            days.append(DayText(current[0], current[1], body, current[2]))
        else:
            troubles.append(
                Trouble(current[2], current[1] or f"{current[0]:%A}", "nothing is written under this day")
            )

    week = monday
    dated = (HEAD.match(without_symbols(line)) for line in text.split("\n"))
    if (first := next((match for match in dated if match and _names_a_date(match)), None)) and (
        known := _date(first, monday)
    ):
        week = _monday_of(known)  # bare day names before the first date are of its week
    for number, line in enumerate(text.split("\n"), 1):
        match = HEAD.match(without_symbols(line))
        date = _date(match, week) if match else None
        if date is not None and _names_a_date(match):
            week = _monday_of(date)
        if date is not None:
            close()
            current, lines = (date, (match.group("title") or "").strip(" *_#:"), number), []
        else:
            lines.append(line)
    close()
    return WeekText("text", tuple(days), tuple(troubles))


def _table(text: str) -> list[list[str]] | None:
    """Rows of a CSV whose first row names a date and a text column; None when it is no such table."""
    first = text.split("\n", 1)[0].lower()
    for delimiter in (",", ";", "\t"):
        names = [cell.strip().strip('"') for cell in first.split(delimiter)]
        if any(name in names for name in DATE_COLUMNS) and any(name in names for name in TEXT_COLUMNS):
            return list(csv.reader(io.StringIO(text), delimiter=delimiter))
    return None


def _from_table(rows: list[list[str]], monday: datetime.date) -> WeekText:
    names = [name.strip().lower() for name in rows[0]]

    def column(options: tuple[str, ...]) -> int | None:
        return next((names.index(one) for one in options if one in names), None)

    at_date, at_title, at_text = column(DATE_COLUMNS), column(TITLE_COLUMNS), column(TEXT_COLUMNS)
    days, troubles = [], []
    for number, row in enumerate(rows[1:], 2):
        if not any(cell.strip() for cell in row):
            continue
        cell = row[at_date] if at_date < len(row) else ""
        date = date_of(cell, monday)
        body = row[at_text] if at_text < len(row) else ""
        if date is None:
            troubles.append(
                Trouble(
                    number,
                    cell,
                    f"row {number}: '{cell}' is no date or day; expected one such as 2026-12-02 or Monday",
                )
            )
        elif not body.strip():
            troubles.append(Trouble(number, cell, f"row {number}: the text is empty"))
        else:
            days.append(
                DayText(
                    date,
                    (row[at_title].strip() if at_title is not None and at_title < len(row) else ""),
                    body.strip("\n"),
                    number,
                )
            )
    return WeekText("csv", tuple(days), tuple(troubles))


def _from_json(text: str, monday: datetime.date) -> WeekText:
    try:
        body = json.loads(text)
    except json.JSONDecodeError as problem:
        raise UnusableText(
            f"This starts like JSON, but line {problem.lineno}, column {problem.colno} cannot be read: {problem.msg}."
        ) from problem
    rows = body.get("sessions") if isinstance(body, dict) else body
    if not isinstance(rows, list):
        raise UnusableText('Expected a JSON list of {"date", "title", "text"}, or {"sessions": [...]}.')
    days, troubles = [], []
    for number, row in enumerate(rows, 1):
        date = date_of(str(row.get("date", "")), monday) if isinstance(row, dict) else None
        body_text = row.get("text") if isinstance(row, dict) else None
        if date is None or not isinstance(body_text, str) or not body_text.strip():
            troubles.append(
                Trouble(number, str(row)[:80], f"entry {number} needs a date such as 2026-12-02 and a text")
            )
        else:
            days.append(DayText(date, str(row.get("title") or ""), body_text, number))
    return WeekText("json", tuple(days), tuple(troubles))
