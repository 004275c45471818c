"""Texts whose columns are divisions: 'Rx | Scaled' over two lists side by side."""

from __future__ import annotations

import re

from core.reading.divisions import division_id, stand_in
from core.reading.draft import Draft
from core.reading.pieces import Pieces
from core.reading.rows import Row
from core.reading.state import Reading
from core.reading.tables import split_cells
from core.reading.tokens import tokenize
from core.reading.workout import Unread

LEAST_CELLS = 2
_LOAD = re.compile(
    r"\s*@?\s*(?P<his>\d{1,3}(?:[.,]\d)?)(?:\s*/\s*(?P<hers>\d{1,3}(?:[.,]\d)?))?\s*(?P<unit>kg|lb)?s?\s*",
    re.IGNORECASE,
)
HEAD_KINDS = ("division", "colon", "dash", "open", "close")


class ColumnLines:
    """Reads the rows of such a text. heads: the divisions that head the columns, each with the start and end
    of its cell."""

    def __init__(self, reading: Reading, pieces: Pieces):
        self.reading = reading
        self.pieces = pieces
        self.heads: list[tuple[str, int, int]] = []

    def set_heads(self, heads: list[tuple[str, int, int]]) -> None:
        """Begin columns, or end them with none."""
        self.heads = heads
        self.reading.divisions.in_columns = bool(heads)

    def read(self, row: Row) -> bool:
        """A row of a text in columns, each column a division. True when the row was one."""
        if (head := read_columns(row.text)) is not None:
            self.set_heads(head)
            self.reading.mark(row, 0, len(row.text), "division", ", ".join(one[0] for one in head))
            return True
        cells = split_cells(row.text) if self.heads else []
        if len(cells) < LEAST_CELLS:
            return False
        for start, end in cells[len(self.heads) :]:
            reason = "a cell beyond the columns the heading names"
            self.reading.unread.append(Unread(row.number, start + 1, row.text[start:end], reason))
            self.reading.mark(row, start, end, "unread", "beyond the columns")
        self.pieces.settle(row)
        self._cells(row, cells[: len(self.heads)])
        return True

    def _cells(self, row: Row, cells: list[tuple[int, int]]) -> None:
        parts = self.reading.parts
        first: int | None = None
        for place, (start, end) in enumerate(cells):
            division = self.heads[place][0]
            if place and first is not None and self._only_a_load(row, (start, end), first, division):
                continue
            known = len(parts.current(row.number).work)
            self.pieces.content(row, self.reading.line(row, start, end), None, division)
            added = parts.all[-1].work[known:]
            first = known if place == 0 and added else first
            for one in added:
                one.division = division
                one.replaces = (first,) if place and first is not None else ()

    def _only_a_load(self, row: Row, cell: tuple[int, int], first: int, division: str) -> bool:
        """'Deadlift 100/70 | 70/47.5': the same by another load."""
        said, part = _LOAD.fullmatch(row.text, *cell), self.reading.parts.current(row.number)
        shared = part.work[first]
        if said is None or not shared.loads:
            return False
        own = Draft(row.number, cell[0] + 1, "")
        own.loads = tuple(float(one.replace(",", ".")) for one in said.group("his", "hers") if one)
        own.load_unit, own.load_text = said["unit"] or shared.load_unit, said[0].strip()
        part.work.append(stand_in(part.work, (first,), division, own))
        self.reading.mark(row, *cell, "load", f"what {division} lifts")
        return True


def read_columns(line: str) -> list[tuple[str, int, int]] | None:
    """Divisions that head columns, with the start and end of each cell; None when the line is no such
    head."""
    cells = split_cells(line)
    if len(cells) < LEAST_CELLS:
        return None
    found = []
    for start, end in cells:
        phrases = tokenize(line[start:end])
        if (
            not phrases
            or phrases[0].kind != "division"
            or any(phrase.kind not in HEAD_KINDS for phrase in phrases)
        ):
            return None
        found.append((division_id(phrases[0].text), start, end))
    return found
