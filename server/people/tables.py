"""Tables from strangers: a CSV file read whatever its separator, and one written that no spreadsheet runs."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Sequence
from typing import NamedTuple

from core.errors import Refused

MOST_LETTERS, MOST_ROWS, MOST_COLUMNS = 1_000_000, 2_500, 80
SEPARATORS = ",;\t|"
FORMULA = ("=", "+", "-", "@", "\t", "\r")  # what a spreadsheet takes for the start of a formula (OWASP)


class NoTable(Refused):
    """A file that is no table."""


class Table(NamedTuple):
    """Headings, and rows as wide as they are; ``numbers``: the line each row stands on in the file."""

    headings: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]
    numbers: tuple[int, ...]


def read_table(text: str) -> Table:
    """A CSV file with headings (RFC 4180; also with semicolons, tabs or bars). Raises NoTable."""
    text = text.removeprefix("\ufeff")
    if len(text) > MOST_LETTERS:
        raise NoTable("file", f"The file has {len(text):,} letters; up to {MOST_LETTERS:,} can be read.")
    first = next((line for line in text.splitlines() if line.strip()), "")
    separator = max(SEPARATORS, key=first.count)
    reader = csv.reader(io.StringIO(text, newline=""), delimiter=separator)
    headings: tuple[str, ...] = ()
    rows: list[tuple[str, ...]] = []
    numbers: list[int] = []
    try:
        for row in reader:
            cells = [_plain(cell) for cell in row]
            if not any(cells):
                continue
            if not headings:
                headings = _headings(cells)
                continue
            if len(rows) >= MOST_ROWS:
                raise NoTable("file", f"More than {MOST_ROWS:,} rows; split the file.")
            rows.append(tuple(cells[: len(headings)]) + ("",) * (len(headings) - len(cells)))
            numbers.append(reader.line_num)
    except csv.Error as problem:
        raise NoTable("file", f"Line {reader.line_num} cannot be read: {problem}.") from problem
    if not rows:
        raise NoTable("file", "There is no row under the headings. The first line names the columns.")
    return Table(headings, tuple(rows), tuple(numbers))


def _headings(cells: Sequence[str]) -> tuple[str, ...]:
    if len(cells) > MOST_COLUMNS:
        raise NoTable("file", f"{len(cells)} columns; up to {MOST_COLUMNS} can be read.")
    seen: dict[str, int] = {}
    named: list[str] = []
    for place, cell in enumerate(cells, 1):
        name = cell or f"column {place}"
        seen[name] = seen.get(name, 0) + 1
        named.append(name if seen[name] == 1 else f"{name} ({seen[name]})")
    return tuple(named)


def _plain(cell: str) -> str:
    """A cell without the mark that keeps it from being a formula."""
    cell = cell.strip()
    return cell[1:] if cell.startswith("'") and cell[1:2] in FORMULA and len(cell) > 1 else cell


def write_table(headings: Sequence[str], rows: Iterable[Sequence[object]]) -> str:
    """A CSV file (RFC 4180) whose cells are text to every spreadsheet: what looks like a formula gets a mark
    that ``read_table`` takes off again."""
    out = io.StringIO(newline="")
    writer = csv.writer(out)
    writer.writerow(headings)
    writer.writerows([_safe(cell) for cell in row] for row in rows)
    return out.getvalue()


def _safe(cell: object) -> str:
    if cell is None:
        return ""
    text = str(cell)
    is_number = isinstance(cell, int | float)
    return f"'{text}" if text.startswith(FORMULA) and not is_number else text
