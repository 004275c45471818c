"""Rows of tables among the rows of a text: each becomes a line as a coach would have written it, or standards
of divisions."""

from __future__ import annotations

from core.reading import tables
from core.reading.names import Names
from core.reading.rows import Row


def find_tables(rows: list[Row], names: Names) -> None:
    at = 0
    while at < len(rows):
        row = rows[at]
        if row.role == "work" and tables.division_head(row.text) is not None:
            at = _division_table(rows, at)
            continue
        head = tables.read_head(row.text) if row.role == "work" else None
        if head is not None:
            row.role = "table"
            at = _table(rows, at + 1, head)
        elif "\t" in row.written and (head := tables.unheaded([one.text for one in _block(rows, at)], names)):
            at = max(at + 1, _table(rows, at, head))
        else:
            at += 1


def _division_table(rows: list[Row], at: int) -> int:
    """Read a table of divisions into the standards of its rows; the place after it."""
    head = tables.division_head(rows[at].text)
    if head is None:
        return at + 1
    heads = tables.cells_of(rows[at].text, head.separator)
    rows[at].role = "table"
    at += 1
    while at < len(rows) and not rows[at].after_blank:
        cells = tables.cells_of(rows[at].text, head.separator)
        if len(cells) < tables.LEAST_COLUMNS and not tables.is_rule(rows[at].text):
            break
        rows[at].role = "table"
        if not tables.is_rule(rows[at].text):
            rows[at].standards = tables.standards_of(heads, cells)
        at += 1
    return at


def _block(rows: list[Row], at: int) -> list[Row]:
    block = [rows[at]]
    for row in rows[at + 1 :]:
        if row.after_blank:
            break
        block.append(row)
    return block


def _table(rows: list[Row], at: int, head: tables.Head) -> int:
    """Turn the rows under a head into lines; the place after them."""
    first = at
    while at < len(rows) and (at == first or not rows[at].after_blank):
        row = rows[at]
        if tables.is_rule(row.text):
            row.role = "table"
        else:
            cells = tables.cells_of(row.text, head.separator)
            if len(cells) < tables.LEAST_COLUMNS:
                break
            row.english, row.beyond = tables.line_of(head, cells, row.english)
            row.text = row.english.text[: row.beyond[0][0] if row.beyond else None]
            row.tabled = True
        at += 1
    return at
