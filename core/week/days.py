"""A week's text, CSV or JSON -> one text a day. What belongs to no day is handed back, never dropped."""

from __future__ import annotations

import datetime

from core.errors import UnusableText
from core.reading.rows import without_symbols
from core.week.dates import HEAD, Head, date_of_head, names_a_date
from core.week.tables import from_json, from_table, table_of
from core.week.values import DayText, Trouble, WeekText

MAX_WEEK_BYTES = 100_000
MOST_DAYS = 62
MOST_SPAN = datetime.timedelta(days=92)  # a block of a quarter
YEARS = range(2000, 2100)  # outside of them a date is a slip
BROKEN = "\ufffd"  # what stands where bytes were no text
MOST_BROKEN = 1 / 20


def read_week(text: str, monday: datetime.date) -> WeekText:
    """The days of a pasted or uploaded week. ``monday`` starts the week that day names without a date belong
    to.

    Text has day headings ("Monday", "Tue 1 Dec: Title", "2026-12-02", "Day 3"); CSV has a date (or day) and a
    text column, and may have a title; JSON is a list of {"date", "title", "text"}, or {"sessions": [...]}.
    Raises UnusableText when no day is found at all, or the input is too long.
    """
    _check_usable(text)
    text = text.lstrip("\ufeff").replace("\r\n", "\n").replace("\r", "\n")
    week = _without_slips(_read(text, monday))
    if not week.days:
        why = week.troubles[0].reason if week.troubles else "no line names a day"
        start = "Start every day with a heading such as 'Monday' or '2026-12-02'"
        raise UnusableText(f"No day could be found: {why}. {start}.")
    first, last = min(day.date for day in week.days), max(day.date for day in week.days)
    if last - first > MOST_SPAN:
        apart = f"The days go from {first.isoformat()} to {last.isoformat()}"
        raise UnusableText(f"{apart}; import up to {MOST_SPAN.days} days at a time.")
    if len(week.days) > MOST_DAYS:
        raise UnusableText(f"{len(week.days)} sessions are too many at once; import up to {MOST_DAYS}.")
    return week


def _without_slips(week: WeekText) -> WeekText:
    """Days of a year that cannot be meant are handed back as troubles."""
    slips = [day for day in week.days if day.date.year not in YEARS]
    if not slips:
        return week
    said = (Trouble(day.line, day.title or day.text[:40], f"no class is in {day.date.year}") for day in slips)
    days = tuple(day for day in week.days if day.date.year in YEARS)
    return WeekText(week.kind, days, (*week.troubles, *said))


def _check_usable(text: str) -> None:
    if not text.strip():
        raise UnusableText(
            "There is nothing to read. Paste a week with a heading for every day, such as 'Monday'."
        )
    if len(text.encode("utf-8", "replace")) > MAX_WEEK_BYTES:
        raise UnusableText(f"This is longer than {MAX_WEEK_BYTES // 1000} kB. Import a few weeks at a time.")
    if "\x00" in text or text.count(BROKEN) > len(text) * MOST_BROKEN:
        raise UnusableText(
            "This looks like a binary file, not text. Save the week as plain text, CSV or JSON."
        )


def _read(text: str, monday: datetime.date) -> WeekText:
    if text.lstrip()[:1] in ("[", "{"):
        return from_json(text, monday)
    table = table_of(text)
    return _from_text(text, monday) if table is None else from_table(table, monday)


def write_week(days: tuple[DayText, ...]) -> str:
    """The days as one text that reads back the same."""
    blocks = []
    for day in days:
        heading = f"{day.date.isoformat()}: {day.title}" if day.title else day.date.isoformat()
        blocks.append(f"{heading}\n{day.text.strip()}")
    return "\n\n".join(blocks) + "\n"


def _from_text(text: str, monday: datetime.date) -> WeekText:
    lines = text.split("\n")
    heads = [HEAD.match(without_symbols(line)) for line in lines]
    blocks = _Blocks()
    week = _first_week(heads, monday)
    for number, (line, head) in enumerate(zip(lines, heads, strict=True), 1):
        date = date_of_head(head, week) if head else None
        if head is None or date is None:
            blocks.lines.append(line)
            continue
        if names_a_date(head):
            week = _monday_of(date)
        blocks.start(date, (head["title"] or "").strip(" *_#:"), number)
    blocks.close()
    return WeekText("text", tuple(blocks.days), tuple(blocks.troubles))


def _first_week(heads: list[Head | None], monday: datetime.date) -> datetime.date:
    """Bare day names before the first date are of its week."""
    dated = next((head for head in heads if head and names_a_date(head)), None)
    date = date_of_head(dated, monday) if dated else None
    return _monday_of(date) if date else monday


def _monday_of(date: datetime.date) -> datetime.date:
    return date - datetime.timedelta(days=date.weekday())


class _Blocks:
    """Lines gathered under the day they follow."""

    def __init__(self) -> None:
        self.days: list[DayText] = []
        self.troubles: list[Trouble] = []
        self.lines: list[str] = []
        self.head: DayText | None = None  # the day being gathered, its text still empty

    def start(self, date: datetime.date, title: str, line: int) -> None:
        self.close()
        self.head, self.lines = DayText(date, title, "", line), []

    def close(self) -> None:
        """The day that was being gathered is whole."""
        head, body = self.head, "\n".join(self.lines).strip("\n")
        if head is None:
            self.troubles.extend(
                Trouble(number, line.strip(), "it stands before the first day")
                for number, line in enumerate(self.lines, 1)
                if line.strip()
            )
        elif body.strip():
            self.days.append(DayText(head.date, head.title, body, head.line))
        else:
            name = head.title or f"{head.date:%A}"
            self.troubles.append(Trouble(head.line, name, "nothing is written under this day"))
