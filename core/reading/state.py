"""What all that read one text share: the gym's names, the parts so far, and what every stretch was read
as."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from core.catalog import Catalog
from core.reading.asides import is_aside, rounds_of_it
from core.reading.attach import Attacher
from core.reading.board_words import board_words
from core.reading.chunks import ChunkReader
from core.reading.complexes import Complexes
from core.reading.division_attach import DivisionAttacher
from core.reading.line import Line
from core.reading.loads import only_percents, system_of
from core.reading.names import Names
from core.reading.parts import Parts
from core.reading.plain_words import plain
from core.reading.rows import Row
from core.reading.split import Splitter
from core.reading.workout import Mark, MarkRole, Unread

MOST_GUESSES = 200  # unread places of one text that get candidates; beyond it the text is no workout


class Reading:
    """One text being read."""

    def __init__(self, catalog: Catalog, taught: dict[str, str] | None, notes: frozenset[str]):
        self.catalog = catalog
        self.names = Names(catalog, taught)
        self.parts = Parts(catalog)
        self.splitter = Splitter(self.names, ChunkReader(self.names, catalog))
        self.attacher = Attacher(self.parts, catalog)
        self.complexes = Complexes(catalog)
        self.divisions = DivisionAttacher(self.parts, catalog)
        self.note_words = notes
        self.system = ""  # "kg" or "lb", of the whole text
        self._in_percents: set[int] = set()  # rows where a lone number behind "@" is one
        self.unread: list[Unread] = []
        self.marks: list[Mark] = []
        self.guesses = 0

    def settle(self, rows: Sequence[Row]) -> None:
        """What the text says of its numbers, before any of them is read: its units as a whole, and of every
        day whether it speaks in percents."""
        self.system = system_of("\n".join(row.text for row in rows))
        days: list[list[Row]] = [[]]
        for row in rows:
            if row.heading is not None and row.heading.opens == "day":
                days.append([])
            days[-1].append(row)
        for day in days:
            if only_percents("\n".join(row.text for row in day)):
                self._in_percents.update(row.number for row in day)

    def mark(self, row: Row, start: int, end: int, role: MarkRole, says: str) -> None:
        """Say what a stretch of a row (columns from 0) was read as."""
        self.marks.append(Mark(row.number, start + 1, end - start, role, says))

    def line(self, row: Row, start: int, stop: int, of_division: bool = False) -> Line:
        """A stretch of a row, ready to be read."""
        read = Line(row.number, row.text, start, stop)
        read.system, read.of_division = self.system, of_division
        read.told, read.minutes_below = row.told, row.minutes_below
        read.sets_below, read.percents = row.sets_below, row.number in self._in_percents
        read.followed, read.headed, read.named = row.followed, row.heading is not None, row.named
        above = self.parts.last.format if self.parts.last is not None and row.heading is None else None
        read.counted_above = above is not None and bool(above.scheme)
        return read

    def collect(self, read: Line) -> None:
        """Take over what a line has unread; what nobody has taken of it is an aside or handed back."""
        for text in read.asides:
            self.parts.current(read.number).notes.append(text)
        runs = [(run, is_aside(read, run)) for run in read.untaken()]
        for run, by_the_way in runs:
            start, end = read.phrases[run[0]].column, read.phrases[run[-1]].end
            words = " ".join(read.phrases[one].text for one in run if read.phrases[one].kind == "words")
            if by_the_way and not self._names_one(words):
                self.parts.current(read.number).notes.append(read.text[start:end])
                read.mark(start, end, "note", "words by the way")
            else:
                read.hand_back(start, end, "no movement by this name", self._guess(words) if words else ())
                self.parts.current(read.number).lost += rounds_of_it(read, run)
            read.taken.update(run)
        for one in read.unread:
            if (
                self.note_words and plain(one.text) in self.note_words
            ):  # the gym has said before that this is no work
                self.parts.current(read.number).notes.append(one.text)
                read.marks = [
                    replace(mark, role="note", says="a note, as you said before")
                    if mark.column == one.column and mark.role == "unread"
                    else mark
                    for mark in read.marks
                ]
            else:
                self.unread.append(one)
        self.marks.extend(read.marks)

    def _names_one(self, words: str) -> bool:
        """Whether words are a movement's whole name, which is nothing by the way."""
        match = self.names.find(words) if words else None
        whole = match is not None and match.confidence == 1 and not (match.left_over or match.beside)
        return whole and words.lower() not in board_words().passable | {"single", "singles"}

    def hand_back_cells(self, row: Row) -> None:
        """Cells of a table under no column are unread."""
        for start, end in row.beyond:
            why = "a cell of the table under no column"
            self.unread.append(Unread(row.number, start + 1, row.english.text[start:end], why))
            self.mark(row, start, end, "unread", why)

    def _guess(self, text: str) -> tuple[str, ...]:
        self.guesses += 1
        return self.names.candidates(text) if self.guesses <= MOST_GUESSES else ()
