"""Texts whose columns are divisions: 'Rx | Scaled' over two lists side by side."""

from __future__ import annotations

from dataclasses import dataclass

from core.reading.divisions import division_id
from core.reading.tables import split_cells
from core.reading.tokens import tokenize

HEAD_KINDS = ("division", "colon", "dash", "open", "close")


@dataclass
class Columns:
    """The divisions that head the columns being read, each with the start and end of its cell."""

    heads: list[tuple[str, int, int]] | None = None

    def cells(self, line: str) -> list[tuple[int, int]]:
        """The cells of a row below the heads; empty where the line is no row of theirs."""
        cells = split_cells(line) if self.heads is not None else []
        return cells if len(cells) > 1 else []


def read_columns(line: str) -> list[tuple[str, int, int]] | None:
    """Divisions that head columns, with the start and end of each cell; None when the line is no such
    head."""
    cells = split_cells(line)
    if len(cells) < 2:
        return None
    found = []
    for start, end in cells:
        phrases = tokenize(line[start:end])
        if not phrases or phrases[0].kind != "division" or any(phrase.kind not in HEAD_KINDS for phrase in phrases):
            return None
        found.append((division_id(phrases[0].text), start, end))
    return found
