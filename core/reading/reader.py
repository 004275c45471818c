"""Whiteboard text -> Workout: lines become headings, formats, movements and notes; the rest is handed back
as unread."""

from __future__ import annotations

import re
import unicodedata
from dataclasses import replace

from core.catalog import Catalog, load_catalog
from core.errors import UnusableText
from core.reading.attach import Attacher
from core.reading.chunks import ChunkReader
from core.reading.formats import read_format
from core.reading.headings import (
    BULLET,
    NUMBER_BULLET,
    QUOTED,
    WEEK_OF,
    Heading,
    division_id,
    is_note,
    may_be_title,
    read_columns,
    read_heading,
    split_cells,
    without_symbols,
)
from core.reading.line import SILENT, Line
from core.reading.names import Names, plain
from core.reading.parts import PartDraft, Parts
from core.reading.split import Splitter, spread_time
from core.reading.workout import Mark, Unread, Workout

MAX_TEXT_BYTES = 100_000
MAX_LINE = 2_000
MOST_GUESSES = 200  # unread places of one text that get candidates; beyond it the text is no workout
NOTE_WORD = re.compile(r"^(?:coach(?:es|'s|’s)?\s+)?notes?\s*[:\-]\s*(?=\S)", re.IGNORECASE)
REMARK = re.compile(r"\s//\s*")
LETTERED = re.compile(r"^\s*([a-h])[).]\s+(?=\S)")


def check_text(text: str) -> None:
    """Raise UnusableText, in words fit for a coach, for a text that is no workout text at all."""
    if not text.strip():
        raise UnusableText("There is no text to read. Paste the day's workout, one movement a line.")
    size = len(text.encode("utf-8", "replace"))
    if size > MAX_TEXT_BYTES:
        most = f"up to {MAX_TEXT_BYTES // 1000} kB can be read"
        raise UnusableText(f"The text is {size // 1000} kB; {most}. Paste one day at a time.")
    odd = sum(
        1
        for letter in text
        if unicodedata.category(letter) in ("Cc", "Co", "Cs") and letter not in "\n\r\t\f\v"
    )
    if "\x00" in text or odd > len(text) // 20 or text.count("\ufffd") > len(text) // 20:
        raise UnusableText(
            "This looks like a binary file, not text. Save the workout as plain text and try again."
        )


def lines_of(text: str) -> list[str]:
    """The lines of a text, as places count them."""
    return text.replace("\r\n", "\n").replace("\r", "\n").split("\n")


def read_workout(
    text: str,
    catalog: Catalog | None = None,
    taught: dict[str, str] | None = None,
    notes: frozenset[str] = frozenset(),
) -> Workout:
    """Read a whiteboard text. Every word is in the result: as work, format, title, note, or unread with its
    place.

    taught: a gym's own words, word -> movement id. notes: words a gym has marked as no work, in plain form.
    Raises UnusableText for an empty, binary or over-long text. Time grows linearly with the length of the
    text.
    """
    check_text(text)
    return _Reader(catalog or load_catalog(), taught, notes).read(text)


class _Reader:
    def __init__(self, catalog: Catalog, taught: dict[str, str] | None, notes: frozenset[str]):
        self.catalog = catalog
        self.names = Names(catalog, taught)
        self.parts = Parts(catalog)
        self.splitter = Splitter(self.names, ChunkReader(self.names, catalog))
        self.attacher = Attacher(self.parts, catalog)
        self.note_words = notes
        self.unread: list[Unread] = []
        self.marks: list[Mark] = []
        self.preface: list[str] = []
        self.title = ""
        self.columns: list[tuple[str, int, int]] | None = None
        self.guesses = 0

    def read(self, text: str) -> Workout:
        lines = lines_of(text)
        self.line_count = sum(1 for line in lines if line.strip())
        for number, line in enumerate(lines, start=1):
            if not line.strip():
                self.parts.after_blank = True
                self._set_columns(None)
                continue
            if len(line) > MAX_LINE:
                self.unread.append(Unread(number, 1, line[:80], f"a line of over {MAX_LINE} characters"))
                self.marks.append(Mark(number, 1, len(line), "unread", "too long"))
                continue
            self._line(number, without_symbols(line))
            self.parts.after_blank = False
        kept = [
            part
            for part in self.parts.all
            if part.work or part.notes or part.format or part.heading or part.changes
        ]
        if self.preface and kept:
            kept[0].notes[:0] = self.preface
        elif self.preface:
            kept = [PartDraft("A", 1, notes=self.preface)]
        parts = tuple(self.parts.finish(part) for part in kept)
        order = sorted(self.unread, key=lambda one: (one.line, one.column))
        return Workout(
            self.title, parts, tuple(order), tuple(sorted(self.marks, key=lambda one: (one.line, one.column)))
        )

    # -- one line -------------------------------------------------------------------------------

    def _line(self, number: int, line: str) -> None:  # noqa: C901  # one test a kind of line; to be a document pass
        start = 0
        lettered = self._lettered_station(line)
        heading = None if lettered else read_heading(line) or self._quoted_name(line)
        if heading:
            self.parts.open(heading.name, heading.kind, number)
            self.marks.append(Mark(number, 1, heading.end, "heading", heading.name))
            self._set_columns(None)
            start = heading.end
        if self._column_line(number, line):
            return
        numbered = NUMBER_BULLET.match(line[start:])
        bullet_number = int(numbered.group(1)) if numbered else None
        if numbered:
            self.marks.append(
                Mark(
                    number,
                    start + numbered.start(1) + 1,
                    len(numbered.group(1)),
                    "note",
                    "a number in a list",
                )
            )
        if lettered:
            self.marks.append(Mark(number, 1, lettered[0], "format", f"number {lettered[1]} of the list"))
            start, bullet_number = lettered
        elif bullet := BULLET.match(line[start:]):
            start += bullet.end()
        if week := WEEK_OF.match(line[start:]):
            self.marks.append(Mark(number, start + 1, week.end(), "note", "which week of a cycle"))
            start += week.end()
        if not line[start:].strip():
            return
        remark = REMARK.search(line, start) if line[start:].lstrip()[:2] != "//" else None
        read = Line(number, line, start, remark.start() if remark else None)
        if not read.phrases or all(
            phrase.kind in SILENT and not phrase.text.isalnum() for phrase in read.phrases
        ):
            if remark:
                self._remark(number, line, remark)
            return
        if self._is_title(read, line):
            self.title = line.strip().strip('*_#"“” ').rstrip(":").strip()
            self.marks.append(Mark(number, 1, len(line), "title", "the session's name"))
            return
        indent = len(line) - len(line.lstrip())
        cut = self.splitter.cut_before_format(read)
        for piece in (
            (read,)
            if cut is None
            else (Line(number, line, start, cut), Line(number, line, cut, remark.start() if remark else None))
        ):
            self._content(piece, indent, bullet_number)
            self._collect(piece)
        if remark:
            self._remark(number, line, remark)

    def _quoted_name(self, line: str) -> Heading | None:
        """A name in quotation marks on a line of its own, below other work: the next piece's."""
        match = QUOTED.match(line)
        if match is None or self.parts.last is None or self.names.find(match.group(1)) is not None:
            return None
        return Heading(match.group(1).strip(), None, len(line))

    def _remark(self, number: int, line: str, remark: re.Match[str]) -> None:
        """'10 burpees // step if you must': what stands after two slashes is a note on the line's last
        movement."""
        text = line[remark.end() :].strip()
        if not text:
            return
        self.marks.append(Mark(number, remark.end() + 1, len(line.rstrip()) - remark.end(), "note", "a note"))
        part = self.parts.current(number)
        if part.work and part.work[-1].line == number:
            part.work[-1].notes.extend(text.split("; "))
        else:
            part.notes.append(text)

    def _lettered_station(self, line: str) -> tuple[int, int] | None:
        """'a) 15 cal row' under a format: (column after the letter, which place in its list); else None.

        Under rounds the list has to start at a), or small letters would never name parts.
        """
        part, match = self.parts.last, LETTERED.match(line)
        if match is None or part is None or part.format is None:
            return None
        if part.format.kind not in ("every-minute", "intervals"):
            part.lettered = part.lettered or (match.group(1) == "a" and not part.work and part.repeats)
            if not part.lettered:
                return None
        return match.end(), ord(match.group(1)) - ord("a") + 1

    def _collect(self, read: Line) -> None:
        read.hand_back_rest("no movement by this name", self._guess)
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

    def _guess(self, text: str) -> tuple[str, ...]:
        self.guesses += 1
        return self.names.candidates(text) if self.guesses <= MOST_GUESSES else ()

    def _set_columns(self, columns: list[tuple[str, int, int]] | None) -> None:
        self.columns = columns
        self.attacher.in_columns = columns is not None

    def _column_line(self, number: int, line: str) -> bool:
        """A row of a text in columns, each column a division. True when the line was one."""
        if (head := read_columns(line)) is not None:
            self._set_columns(head)
            self.marks.append(Mark(number, 1, len(line), "division", ", ".join(one[0] for one in head)))
            return True
        if self.columns is None:
            return False
        cells = split_cells(line)
        if len(cells) < 2:
            return False
        first = None
        for start, end in cells[len(self.columns) :]:
            self.unread.append(
                Unread(number, start + 1, line[start:end], "a cell beyond the columns the heading names")
            )
            self.marks.append(Mark(number, start + 1, end - start, "unread", "beyond the columns"))
        for place, (start, end) in enumerate(cells[: len(self.columns)]):
            division = self.columns[place][0]
            read = Line(number, line, start, end)
            known = len(self.parts.current(number).work)
            self._content(read, 0, None, division)
            self._collect(read)
            added = self.parts.all[-1].work[known:]
            if place == 0 and added:
                first = known
            for one in added:
                one.division = division
                if place and first is not None:
                    one.replaces = first
        return True

    def _content(self, read: Line, indent: int, bullet: int | None, division: str | None = None) -> None:
        """What a line says after its heading and bullet."""
        self.splitter.glue_names(read)
        if is_note(read.content, read.phrases, self.names):
            self._note(read)
            return
        if self._division_alone(read):
            return
        self._window(read)
        station = self._station(read)
        role = self._role(read)
        found = read_format(read)
        if found and not (found.rest_only and station):
            self.parts.apply(read, found, indent, division)
        elif found and station:
            self.parts.current(read.number).rest_stations.add(station)
        if self._then_alone(read):
            return
        chunks = self.splitter.chunks(read)
        spread_time(read, [chunk for _, chunk in chunks])
        part = self.parts.last
        if (
            station is None
            and bullet
            and part
            and part.format
            and part.format.kind in ("every-minute", "intervals")
            and not (found and not found.only_changes)
        ):
            station = bullet
            if found and found.rest_only:
                part.rest_stations.add(bullet)
        for place, (own_division, chunk) in enumerate(chunks):
            self.attacher.add(read, chunk, own_division or division, station, role, indent, first=place == 0)
        self.attacher.bind_complex(read, [chunk for _, chunk in chunks])

    def _note(self, read: Line) -> None:
        text = NOTE_WORD.sub("", read.content.strip()).lstrip("/ ")
        (self.parts.current(read.number).notes if self.parts.last else self.preface).append(text)
        read.taken.update(range(len(read.phrases)))
        read.mark(read.phrases[0].column, read.end, "note", "a coach's note")

    def _is_title(self, read: Line, line: str) -> bool:
        if self.title or self.parts.last or self.unread or self.line_count < 2:
            return False
        if is_note(line, read.phrases, self.names):
            return False
        return may_be_title(read.phrases, self.names)

    def _division_alone(self, read: Line) -> bool:
        """'Scaled:' on a line of its own: what follows in this part is that division's."""
        free = [index for index in read.free() if read.phrases[index].kind not in SILENT]
        if not free or any(read.phrases[index].kind != "division" for index in free):
            return False
        part = self.parts.current(read.number)
        part.block_division = division_id(read.phrases[free[0]].text)
        part.block_role = ""
        read.take(range(len(read.phrases)), "division", part.block_division)
        return True

    def _window(self, read: Line) -> None:
        """'0:00-5:00' before what is done in that time: kept as a note."""
        for index in read.free():
            if read.phrases[index].kind == "window":
                self.parts.current(read.number).notes.append(read.phrases[index].text)
                read.take([index], "note", "a window on the clock")

    def _station(self, read: Line) -> int | None:
        """'minute 2 -' or 'odd' at the start of a line: which minute it belongs to."""
        if not read.phrases or read.phrases[0].kind != "station":
            return None
        phrase = read.phrases[0]
        digits = re.search(r"\d+", phrase.text)
        number = int(digits.group()) if digits else 1 if "odd" in phrase.text.lower() else 2
        read.take([0], "format", f"minute {number}")
        return number

    def _role(self, read: Line) -> str:
        """'buy-in:' and 'cash-out:' before a movement, or heading the lines that follow."""
        at = next(
            (index for index in read.free() if read.phrases[index].kind in ("buy-in", "cash-out")), None
        )
        if at is None:
            return ""
        role = read.phrases[at].kind
        read.take([at], "format", "once, before the rest" if role == "buy-in" else "once, after the rest")
        if all(read.phrases[index].kind in SILENT for index in read.free()):
            self.parts.current(read.number).block_role = role
        return role

    def _then_alone(self, read: Line) -> bool:
        free = read.free()
        if not free or read.phrases[free[0]].kind != "then":
            return False
        read.take([free[0]], "format", "then")
        read.mark(read.phrases[free[0]].column, read.phrases[free[0]].end, "format", "then")
        if all(read.phrases[index].kind in SILENT for index in read.free()):
            if self.parts.last:
                self.parts.last.closed = self._past_the_buy_in()
            return True
        if self.parts.last and self.parts.last.repeats:
            self.parts.last.closed = self._past_the_buy_in()
        return False

    def _past_the_buy_in(self) -> bool:
        """Whether the open part has more than what is done once before it, so that a 'then' ends its list."""
        last = self.parts.last
        return last is not None and any(work.role != "buy-in" for work in last.work)
