"""A result whose places and words are those of the text as written, which may be in another language."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from core.reading.rows import AGAIN, Row
from core.reading.workout import Mark, Part, Unread, Work


class AsWritten:
    """Puts what was read of a text's English rows back into its own words."""

    def __init__(self, rows: Iterable[Row]):
        self.foreign = {
            row.number: row
            for row in rows
            if row.number >= AGAIN or row.english.starts or row.english.text != row.written
        }

    def marks(self, marks: Iterable[Mark]) -> tuple[Mark, ...]:
        """Every mark at its own place, in order."""
        moved = (self._mark(mark) for mark in marks)
        return tuple(sorted(moved, key=lambda one: (one.line, one.column)))

    def unread(self, unread: Iterable[Unread]) -> tuple[Unread, ...]:
        """Every unread stretch at its own place and in its own words, in order."""
        moved = (self._unread(one) for one in unread)
        return tuple(sorted(moved, key=lambda one: (one.line, one.column)))

    def parts(self, parts: Iterable[Part]) -> tuple[Part, ...]:
        """Every part with its lines in the text's own words."""
        if not self.foreign:
            return tuple(parts)
        return tuple(replace(part, work=tuple(map(self._work, part.work))) for part in parts)

    def _mark(self, mark: Mark) -> Mark:
        row = self.foreign.get(mark.line)
        if row is None:
            return mark
        start, end = row.english.written(mark.column - 1, mark.column - 1 + mark.length)
        return replace(mark, line=mark.line % AGAIN, column=start + 1, length=max(1, end - start))

    def _unread(self, one: Unread) -> Unread:
        row = self.foreign.get(one.line)
        if row is None:
            return one
        column, text = row.own_words(one.column, one.text)
        return replace(one, line=one.line % AGAIN, column=column, text=text)

    def _work(self, work: Work) -> Work:
        row = self.foreign.get(work.line)
        if row is None:
            return work
        column, text = row.own_words(work.column, work.text)
        return replace(work, line=work.line % AGAIN, column=column, text=text)
