"""Rows of tables among the rows of a text: each becomes a line as a coach would have written it, or standards
of divisions."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace

from core.reading import tables
from core.reading.names import Names
from core.reading.rows import AGAIN, Row


def find_tables(rows: list[Row], names: Names) -> None:
    """Give every row of a table its role and its words."""
    at = 0
    while at < len(rows):
        row = rows[at]
        if row.role == "work" and _division_head(rows, at) is not None:
            first, at = at, _division_table(rows, at)
            if _is_the_work(rows, first, at, names):
                at += _as_work(rows, first, at, names)
            continue
        head = tables.read_head(row.text) if row.role == "work" else None
        if head is not None:
            row.role = "table"
            below = [one.text for one in _block(rows, at)[1:] if not tables.is_rule(one.text)]
            at = _table(rows, at + 1, tables.with_corner(head, row.text, below))
        elif _may_be_one(row) and (found := tables.unheaded([one.text for one in _block(rows, at)], names)):
            at = max(at + 1, _table(rows, at, *found))
        else:
            at += 1


def _division_head(rows: Sequence[Row], at: int) -> tables.Head | None:
    """The head of a table of divisions, by its own words or by the rows below it."""
    below = [one.text for one in rows[at + 1 : at + 1 + tables.LEAST_COLUMNS] if not one.after_blank]
    text = rows[at].text
    return (
        tables.division_head(text)
        or tables.head_of_divisions(text, below)
        or tables.cornerless_head(text, below)
    )


def _division_table(rows: list[Row], at: int) -> int:
    """Read a table of divisions into the standards of its rows; the place after it."""
    head = _division_head(rows, at)
    if head is None:
        return at + 1
    heads = tables.cells_of(rows[at].text, head.separator)
    if tables.is_division(heads[0].text):
        heads.insert(0, tables.Cell("", 0, 0))  # its corner was not pasted
    rows[at].role = "table"
    at += 1
    while at < len(rows) and not rows[at].after_blank:
        cells = tables.cells_of(rows[at].text, head.separator)
        few = len(cells) < tables.LEAST_COLUMNS and not tables.is_rule(rows[at].text)
        if few or tables.is_told(cells, len(heads), head.separator):
            break
        rows[at].role = "table"
        if not tables.is_rule(rows[at].text):
            rows[at].standards = tables.standards_of(heads, cells)
        at += 1
    return at


def _is_the_work(rows: Sequence[Row], first: int, last: int, names: Names) -> bool:
    """Whether a table of divisions is the list itself: what its rows name is named nowhere else."""
    said = [
        match
        for row in rows[first:last]
        if row.standards and (match := names.find(row.standards[0].movement))
    ]
    table = {match.movement for match in said if match.confidence == 1}
    others = [row for row in (*rows[:first], *rows[last:]) if row.role == "work"]
    found = (
        names.find(phrase.text)
        for row in others
        for phrase in row.phrases(0, len(row.text))
        if phrase.kind == "words"
    )
    elsewhere = {match.movement for match in found if match is not None} & table
    return len(table) > 1 and len(elsewhere) * 2 < len(table)


def _as_work(rows: list[Row], first: int, last: int, names: Names) -> int:
    """Make each row of a table of divisions a line of its first division, and a row of what the others do;
    how many rows were added."""
    made: list[Row] = []
    for row in rows[first:last]:
        made.append(row)
        if len(row.standards) < tables.LEAST_COLUMNS:
            continue
        others = replace(row, number=row.number + AGAIN, role="cells", standards=row.standards[1:], marks=[])
        leads = row.standards[0]
        if tables.names_its_own(leads, names):
            column = row.text.index(leads.movement)
            others.marks.append((column, column + len(leads.movement), "what the row is about"))
        row.english = tables.line_of_division(row.text, row.standards[0], row.english, names)
        row.text, row.role, row.tabled, row.standards = row.english.text, "work", True, []
        made.append(others)
    added = len(made) - (last - first)
    rows[first:last] = made
    return added


def _goes_on(rows: Sequence[Row], at: int, head: tables.Head) -> bool:
    """Whether the next row is one of the table, below one whose other cells are empty."""
    if at >= len(rows) or rows[at].after_blank:
        return False
    return len(tables.cells_of(rows[at].text, head.separator)) == len(head.columns)


def _may_be_one(row: Row) -> bool:
    """Whether a row holds what parts cells: most do not, and are not looked at further."""
    return row.role == "work" and _PARTED.search(row.written) is not None


_PARTED = re.compile(r"\t|[|;,][^|;,]*\d[^|;,]*[|;,]|\S\s{2,}\d+\s{2,}\d")


def _block(rows: list[Row], at: int) -> list[Row]:
    block = [rows[at]]
    for row in rows[at + 1 :]:
        if row.after_blank:
            break
        block.append(row)
    return block


_LABELLED = re.compile(
    r"\s*(?:[A-H]\d?[.):]|\d{1,2}[.)]|(?:strength|metcon|wod|accessory|conditioning)\b)", re.IGNORECASE
)


def _table(rows: list[Row], at: int, head: tables.Head, count: int | None = None) -> int:
    """Turn the rows under a head into lines, or the next so many; the place after them."""
    first, last = at, len(rows) if count is None else at + count
    while at < min(last, len(rows)) and (at == first or not rows[at].after_blank):
        row = rows[at]
        if tables.is_rule(row.text):
            row.role = "table"
        else:
            cells = tables.cells_of(row.text, head.separator)
            if len(cells) < tables.LEAST_COLUMNS and not _goes_on(rows, at + 1, head):
                break
            if _LABELLED.match(row.text) and len(cells) < len(head.columns) - 1:
                break  # "B) 15-12-9: thrusters, 43/30 kg, pull-ups" right below a table
            standards = tables.standards_beside(head, cells)
            others = replace(row, number=row.number + AGAIN, role="cells", standards=standards, marks=[])
            row.english, row.beyond = tables.line_of(head, cells, row.english)
            row.text = row.english.text[: row.beyond[0][0] if row.beyond else None]
            row.tabled = True
            if standards:
                at += 1
                last += 1
                rows.insert(at, others)
        at += 1
    return at
