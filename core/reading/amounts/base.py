"""What every reader of amounts works on: one stretch of a line, the draft it fills, and the movement it
names."""

from __future__ import annotations

from core.catalog.rows import Movement
from core.reading.draft import Draft
from core.reading.line import Line
from core.reading.phrases import Phrase
from core.reading.workout import MarkRole


class AmountBase:
    """One chunk: its phrases in order, where the name stands, and the movement's row (None where nothing is
    named)."""

    def __init__(
        self, line: Line, draft: Draft, indices: list[int], name_at: int | None, row: Movement | None
    ):
        self.line = line
        self.draft = draft
        self.indices = [index for index in indices if index not in line.taken]
        self.name_at = name_at
        self.row = row
        self.noted: set[int] = set()  # words in brackets that nobody knows
        self.tries = False  # the most one can is sought, with nothing to load a bar for

    def kind(self, index: int) -> str:
        return self.line.phrases[index].kind if 0 <= index < len(self.line.phrases) else ""

    def take(self, index: int, says: str, role: MarkRole = "amount") -> None:
        self.line.take([index], role, says)

    def refuse(self, index: int, phrase: Phrase, reason: str) -> None:
        self.line.hand_back(phrase.column, phrase.end, reason)
        self.line.taken.add(index)
