"""A week told on one line: 'Mon: back squat 5x5. Tue: 4 x 1 km row. Wed: off.'."""

from __future__ import annotations

import re
from dataclasses import replace

from core.reading.headings import WEEKDAY, Heading
from core.reading.rows import Row

_DAY = re.compile(
    rf"(?:^\W*|[.;|!]\s+)(?P<day>{WEEKDAY})\.?\s*(?::|\s[–-](?=\s))\s*",
    re.IGNORECASE,
)
_WEEK = ("mon", "tue", "wed", "thu", "fri", "sat", "sun")
LEAST_DAYS = 3


def days_in_a_line(rows: list[Row]) -> None:
    """Make a row of each day, at its place in the line."""
    at = 0
    while at < len(rows):
        row = rows[at]
        said = list(_DAY.finditer(row.text)) if row.role == "work" else []
        places = [_WEEK.index(one["day"][:3].lower()) for one in said]
        if (
            len(said) < LEAST_DAYS
            or places != sorted(set(places))
            or row.text[: said[0].start("day")].strip()
        ):
            at += 1
            continue
        ends = [one.start("day") for one in said[1:]] + [len(row.text)]
        rows[at : at + 1] = [_day(row, one, end) for one, end in zip(said, ends, strict=True)]
        at += len(said)


def _day(row: Row, said: re.Match[str], end: int) -> Row:
    begin = said.start("day")
    text = " " * begin + row.text[begin:end]
    heading = Heading(said["day"].capitalize(), None, said.end(), "day")
    marks = [(begin, said.end("day"), "a day")]
    return replace(row, text=text, start=said.end(), heading=heading, indent=0, marks=marks)
