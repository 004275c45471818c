"""Weeks as CSV or JSON."""

from __future__ import annotations

import csv
import datetime
import io
from collections.abc import Sequence

from core.errors import UnusableText
from core.json_text import BrokenJson, json_of
from core.week.dates import date_of
from core.week.values import DayText, Trouble, WeekText

DATE_COLUMNS = ("date", "day", "when")
TITLE_COLUMNS = ("title", "name", "session")
TEXT_COLUMNS = ("text", "workout", "wod", "programming", "content", "description")
DELIMITERS = (",", ";", "\t")
SHOWN = 80  # letters of a broken entry


def table_of(text: str) -> list[list[str]] | None:
    """Rows of a CSV whose first row names a date and a text column; None when it is no such table. Raises
    UnusableText for a table that is broken."""
    first = text.split("\n", 1)[0].lower()
    for delimiter in DELIMITERS:
        names = [cell.strip().strip('"') for cell in first.split(delimiter)]
        if any(name in names for name in DATE_COLUMNS) and any(name in names for name in TEXT_COLUMNS):
            return _rows(text, delimiter)
    return None


def _rows(text: str, delimiter: str) -> list[list[str]]:
    try:
        return list(csv.reader(io.StringIO(text), delimiter=delimiter))
    except csv.Error as problem:
        raise UnusableText(f"This table cannot be read ({problem}). Export it again as CSV.") from problem


def from_table(rows: Sequence[Sequence[str]], monday: datetime.date) -> WeekText:
    """The days of a table whose first row names its columns."""
    names = [name.strip().lower() for name in rows[0]]
    days: list[DayText] = []
    troubles: list[Trouble] = []
    for number, row in enumerate(rows[1:], 2):
        if not any(cell.strip() for cell in row):
            continue
        cells = dict(zip(names, row, strict=False))
        when, body = _cell(cells, DATE_COLUMNS), _cell(cells, TEXT_COLUMNS)
        date = date_of(when, monday)
        if date is None:
            expected = "expected one such as 2026-12-02 or Monday"
            troubles.append(Trouble(number, when, f"row {number}: '{when}' is no date or day; {expected}"))
        elif not body.strip():
            troubles.append(Trouble(number, when, f"row {number}: the text is empty"))
        else:
            days.append(DayText(date, _cell(cells, TITLE_COLUMNS).strip(), body.strip("\n"), number))
    return WeekText("csv", tuple(days), tuple(troubles))


def _cell(cells: dict[str, str], columns: tuple[str, ...]) -> str:
    """The cell of the first of these columns that the table has."""
    return next((cells[column] for column in columns if column in cells), "")


def from_json(text: str, monday: datetime.date) -> WeekText:
    """The days of a JSON list. Raises UnusableText for JSON of another form."""
    try:
        body = json_of(text)
    except BrokenJson as problem:
        raise UnusableText(f"This starts like JSON, but cannot be read: {problem}.") from problem
    rows = body.get("sessions") if isinstance(body, dict) else body
    if not isinstance(rows, list):
        raise UnusableText('Expected a JSON list of {"date", "title", "text"}, or {"sessions": [...]}.')
    days: list[DayText] = []
    troubles: list[Trouble] = []
    for number, row in enumerate(rows, 1):
        day = _day_of(row, number, monday) if isinstance(row, dict) else None
        if day:
            days.append(day)
        else:
            why = f"entry {number} needs a date such as 2026-12-02 and a text"
            troubles.append(Trouble(number, str(row)[:SHOWN], why))
    return WeekText("json", tuple(days), tuple(troubles))


def _day_of(row: dict[str, object], number: int, monday: datetime.date) -> DayText | None:
    date, body = date_of(str(row.get("date", "")), monday), row.get("text")
    if date is None or not isinstance(body, str) or not body.strip():
        return None
    return DayText(date, str(row.get("title") or ""), body, number)
