"""Whiteboard text -> Workout: the document pass says what every row is; rows of work become formats and movements; the rest
is a note, or handed back as unread."""

from __future__ import annotations

import itertools
import re
import unicodedata
from collections.abc import Sequence
from dataclasses import replace

from core.catalog import Catalog, load_catalog
from core.errors import UnusableText
from core.reading.attach import Attacher
from core.reading.chunks import ChunkReader, take_asides, take_vest
from core.reading.columns import Columns, read_columns
from core.reading.divisions import NOTHING_OF_ITS_OWN, canonical_division, division_id, instead_of, leading_division
from core.reading.document import DocumentPass
from core.reading.doubts import YES_SO, doubts_of
from core.reading.draft import Chunk
from core.reading.formats import FormatFound, read_format
from core.reading.languages import languages, shown_languages, translator
from core.reading.line import SILENT, Line
from core.reading.loads import system_of
from core.reading.names import Names, plain
from core.reading.parts import PartDraft, Parts
from core.reading.prose import Prose
from core.reading.rows import REMARK, Row, inline_stations
from core.reading.split import Splitter, spread_time
from core.reading.tokens import Phrase, seconds_of
from core.reading.workout import Mark, MarkRole, Part, Unread, Work, Workout

MAX_TEXT_BYTES = 100_000
MAX_LINE = 2_000
MOST_GUESSES = 200  # unread places of one text that get candidates; beyond it the text is no workout
NOTE_WORD = re.compile(r"^(?:coach(?:es|'s|’s)?\s+)?notes?\s*[:\-]\s*(?=\S)", re.IGNORECASE)
SHORT_WINDOW_S = 300


def check_text(text: str) -> None:
    """Raise UnusableText, in words fit for a coach, for a text that is no workout text at all."""
    if not text.strip():
        raise UnusableText("There is no text to read. Paste the day's workout, one movement a line.")
    size = len(text.encode("utf-8", "replace"))
    if size > MAX_TEXT_BYTES:
        most = f"up to {MAX_TEXT_BYTES // 1000} kB can be read"
        raise UnusableText(f"The text is {size // 1000} kB; {most}. Paste one day at a time.")
    odd = sum(
        1 for letter in text if unicodedata.category(letter) in ("Cc", "Co", "Cs") and letter not in "\n\r\t\f\v"
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
        self.columns = Columns()
        self.note_words = notes
        self.unread: list[Unread] = []
        self.marks: list[Mark] = []
        self.preface: list[str] = []
        self.title = ""
        self.system = ""
        self.guesses = 0
        self.pending: str | None = None
        self.sure: set[int] = set()  # lines whose doubts were answered
        self.scaling = False  # below a heading such as "Scaling", whose lines are for those who scale

    def read(self, text: str) -> Workout:
        """The whole text."""
        shown = shown_languages(text)
        little = frozenset(word for one in languages() if one.name in shown for word in one.functions)
        self.system = system_of(text)
        document = DocumentPass(self.names, Prose(self.names, little), translator(shown) if shown else None)
        rows = document.read(lines_of(text)).rows
        for row in rows:
            self.parts.after_blank = row.after_blank
            if row.after_blank:
                self._set_columns(None)
            self._row(row)
        for row in rows:
            self._standards(row)
        if self.preface and not self.parts.all:
            self.parts.all.append(PartDraft("A", 1))
        if self.preface:
            self.parts.all[0].notes[:0] = self.preface
        return self._as_written(tuple(self.parts.finished()), {row.number: row for row in rows})

    def _as_written(self, parts: tuple[Part, ...], rows: dict[int, Row]) -> Workout:
        """The result with every place and word as in the text, which may be in another language."""
        foreign = {number: row for number, row in rows.items() if row.english.starts}
        marks, unread = self.marks, self.unread
        if foreign:
            marks = [_mark_as_written(mark, foreign) for mark in marks]
            unread = [_unread_as_written(one, foreign) for one in unread]
            parts = tuple(replace(part, work=tuple(_work_as_written(work, foreign) for work in part.work)) for part in parts)
        return Workout(
            self.title,
            parts,
            tuple(sorted(unread, key=lambda one: (one.line, one.column))),
            doubts_of(parts, tuple(self.parts.two_caps), self.catalog, frozenset(self.sure)),
            tuple(sorted(marks, key=lambda one: (one.line, one.column))),
        )

    # -- one row --------------------------------------------------------------------------------

    def _row(self, row: Row) -> None:
        for start, end, says in row.marks:
            self.marks.append(Mark(row.number, start + 1, end - start, "note", says))
        if row.role == "too-long":
            self.unread.append(Unread(row.number, 1, row.written[:80], f"a line of over {MAX_LINE} characters"))
            self.marks.append(Mark(row.number, 1, len(row.written), "unread", "too long"))
        elif row.role == "title":
            self.title = row.written.strip().strip('*_#"“”«» ').rstrip(":").strip()
            self._mark_row(row, "title", "the session's name")
            self._team_of_all(row)
            self._movement_of_title()
        elif row.role == "table":
            self._mark_row(row, "note", "what the columns say")
        elif row.role == "schedule":
            self._note_row(row, "times of the day")
        elif row.role == "note":
            self._note_row(row, "a coach's note")
            self._team_of_all(row)
        else:
            self._work_row(row)

    def _movement_of_title(self) -> None:
        """'Row intervals': what is gone or pulled where lines only say how far."""
        match = self.names.find(self.title)
        row = self.catalog.movements.get(match.movement) if match else None
        if row is not None and row.family in ("machine", "running"):
            self.attacher.of_title = row.id

    def _team_of_all(self, row: Row) -> None:
        """'Saturday team of three' above everything: how many share what is shared below."""
        read = Line(row.number, row.text)
        found = read_format(read)
        if found is not None and found.format.team:
            self.parts.team = found.format.team

    def _standards(self, row: Row) -> None:
        """What a table of divisions says: the first column's load for what is lifted in the text, the others in words."""
        for place, standard in enumerate(row.standards):
            read = Line(row.number, row.text, standard.cell.start, standard.cell.end)
            read.system = self.system
            match = self.names.find(standard.movement)
            chunks = self.splitter.chunks(read) if place == 0 and match is not None else []
            for _, chunk in chunks:
                if match is not None and chunk.draft.loads and not chunk.named:
                    self.attacher.give_load(chunk.draft, match.movement)
            self._note(row, f"{standard.movement}, {standard.division}: {standard.cell.text}")

    def _mark_row(self, row: Row, role: MarkRole, says: str) -> None:
        self.marks.append(Mark(row.number, 1, len(row.text.rstrip()), role, says))

    def _note_row(self, row: Row, says: str) -> None:
        self._note(row, row.as_written(row.start, len(row.text)))
        self._mark_row(row, "note", says)

    def _note(self, row: Row, text: str) -> None:
        text = NOTE_WORD.sub("", text).lstrip("/ ")
        (self.parts.current(row.number).notes if self.parts.last else self.preface).append(text)

    def _work_row(self, row: Row) -> None:
        if row.heading is not None:
            self._open(row)
        if self._column_line(row):
            return
        stations = inline_stations(row.text, row.start) if row.letter is None and row.bullet is None else []
        if stations:
            self._inline_stations(row, stations)
            return
        for place, (start, stop, note) in enumerate(row.pieces):
            if note:
                self._note(row, row.as_written(start, stop))
                self.marks.append(Mark(row.number, start + 1, len(row.text[start:stop].rstrip()), "note", "a coach's note"))
            else:
                self._piece(row, start, stop, first=place == 0)
        self._remark(row)

    def _open(self, row: Row) -> None:
        heading = row.heading
        if heading is None:
            return
        self.marks.append(Mark(row.number, 1, heading.end, "heading", heading.name))
        self._set_columns(None)
        self.scaling = heading.opens == "divisions"
        if heading.opens == "part":
            self.parts.open(heading.name, heading.kind, row.number, heading.quoted)
            self.pending = None
            self._team_of_heading(row, heading.end)
        elif heading.opens == "day":
            self.pending = heading.name
        else:
            self._note(row, row.as_written(0, heading.end))
            if self.parts.last:
                self.parts.last.block_division = None

    def _team_of_heading(self, row: Row, end: int) -> None:
        """'Partner WOD', 'Trio': the heading says how many share."""
        found = read_format(Line(row.number, row.text, 0, end))
        if found is not None and found.format.team and self.parts.last is not None:
            self.parts.last.changes |= {"team": found.format.team, "share": found.format.share}

    def _settle(self, row: Row) -> None:
        """Open the part of a day that has work before any other heading."""
        if self.pending is not None:
            self.parts.open(self.pending, None, row.number)
            self.pending = None

    def _inline_stations(self, row: Row, stations: Sequence[tuple[int, int, int, int]]) -> None:
        """'A) 10 rows B) 12 swings C) rest' on one line."""
        if stations[0][0] > row.start:
            self._piece(row, row.start, stations[0][0], first=True)
        for sign, words, stop, number in stations:
            self.marks.append(Mark(row.number, sign + 1, words - sign, "format", f"number {number} of the list"))
            self._piece(row, words, stop, first=number == 1, bullet=number)

    def _remark(self, row: Row) -> None:
        """'10 burpees // step if you must': what stands after two slashes is a note on the line's last
        movement."""
        remark = REMARK.search(row.text, row.start) if row.content.lstrip()[:2] != "//" else None
        text = row.text[remark.end() :].strip() if remark else ""
        if remark is None or not text:
            return
        self.marks.append(Mark(row.number, remark.end() + 1, len(row.text.rstrip()) - remark.end(), "note", "a note"))
        if YES_SO.match(text):
            self.sure.add(row.number)
            return
        part = self.parts.current(row.number)
        if part.work and part.work[-1].line == row.number:
            part.work[-1].notes.extend(text.split("; "))
        else:
            part.notes.append(text)

    # -- one piece of a row ---------------------------------------------------------------------

    def _piece(self, row: Row, start: int, stop: int, first: bool, bullet: int | None = None) -> None:
        if first and self._canonical_line(row, start, stop):
            return
        division = leading_division(row.text[start:stop]) if first else None
        if division is not None:
            name, end = division
            self.marks.append(Mark(row.number, start + 1, end, "division", name))
            self._of_division(row, name, start + end, stop)
            return
        if self.scaling and first:
            self._of_division(row, "scaled", start, stop)
            return
        read = Line(row.number, row.text, start, stop)
        if self._says_nothing(read):
            return
        if first and row.heading is not None and self._only_minutes(read):
            read.take(range(len(read.phrases)), "note", "how long the section lasts")
            self.marks.extend(read.marks)
            return
        self._settle(row)
        cut = self.splitter.cut_before_format(read)
        spans = ((start, stop),) if cut is None else ((start, cut), (cut, stop))
        for begin, end in spans:
            piece = read if cut is None else Line(row.number, row.text, begin, end)
            self._content(row, piece, bullet or row.bullet or row.letter)
            self._collect(row, piece)

    def _only_minutes(self, read: Line) -> bool:
        """'(20 min)' beside a heading."""
        said = [phrase for phrase in read.phrases if phrase.kind not in SILENT]
        return len(said) == 1 and said[0].kind in ("measure", "clock") and seconds_of(said[0]) is not None

    def _says_nothing(self, read: Line) -> bool:
        return not any(phrase.kind not in SILENT or phrase.text.isalnum() for phrase in read.phrases)

    def _of_division(self, row: Row, division: str, start: int, stop: int) -> None:
        """'Scaled: ring rows, 40/30 kg', or 'Scaled' alone, whose block follows."""
        rest = row.text[start:stop]
        if not rest.strip(" :-–—().,"):
            self._begin_block(row, division)
            return
        if NOTHING_OF_ITS_OWN.match(rest):
            self.marks.append(Mark(row.number, start + 1, len(rest.rstrip()), "note", "no other than the others"))
            return
        if instead := instead_of(rest):
            comma = rest.find(",", instead[1])
            end = start + (comma if comma >= 0 else len(rest.rstrip()))
            self.marks.append(Mark(row.number, start + instead[0] + 1, end - start - instead[0], "note", "what it stands in for"))
            if comma >= 0:
                self._of_division(row, division, start + comma + 1, stop)
            stop = start + instead[0]
        target, start = self._target(row, start, stop)
        read = Line(row.number, row.text, start, stop)
        read.of_division, read.system = True, self.system
        self.splitter.glue_names(read)
        take_vest(read)
        found = read_format(read)
        if found is not None:
            self.parts.apply(row, found, division)
        chunks = self.splitter.chunks(read)
        self._give_division(row, read, chunks, division, target)
        self._collect(row, read)

    def _canonical_line(self, row: Row, start: int, stop: int) -> bool:
        """'scaled (line 2): ring rows', as the canonical text says it."""
        said = canonical_division(row.text[start:stop])
        part = self.parts.last
        if said is None or part is None:
            return False
        division, places, end = said
        self.marks.append(Mark(row.number, start + 1, end, "division", division))
        read = Line(row.number, row.text, start + end, stop)
        read.system = self.system
        self.splitter.glue_names(read)
        station, role = self._station(read), self._role(row, read)
        chunks = [chunk for _, chunk in self.splitter.chunks(read)]
        self.attacher.bind_complex(chunks)
        for chunk in chunks:
            if chunk.named:
                draft = chunk.draft
                draft.division, draft.station, draft.role = division, station, role or part.block_role
                draft.replaces = tuple(place for place in places if place < len(part.work))
                part.work.append(draft)
        self._collect(row, read)
        return True

    def _target(self, row: Row, start: int, stop: int) -> tuple[str, int]:
        """'pull-ups: ring rows': the movement a division's words are for, and where they begin."""
        label = re.match(r"[\s*•-]*([^:=>]{3,30}?)\s*(?::|=|->|>)\s+(?=\S)", row.text[start:stop])
        match = self.names.find(label.group(1)) if label else None
        if label is None or match is None or match.left_over or match.confidence < 1:
            return "", start
        self.marks.append(Mark(row.number, start + label.start(1) + 1, len(label.group(1)), "note", "what it stands in for"))
        return match.movement, start + label.end()

    def _begin_block(self, row: Row, division: str) -> None:
        part = self.parts.current(row.number)
        part.block_division = division
        part.block_role = ""

    def _give_division(
        self, row: Row, read: Line, chunks: list[tuple[str | None, Chunk]], division: str, target: str = ""
    ) -> None:
        if division in ("rx", "elite") and self.attacher.loads_in_order([chunk for _, chunk in chunks]):
            return
        if self.attacher.loads_of_division([chunk for _, chunk in chunks], division):
            return
        _carry_counts([chunk for _, chunk in chunks])
        for own, chunk in chunks:
            self.attacher.as_load(chunk)
            if not self.attacher.add_for_division(chunk, own or division, row.number, target):
                self.attacher.keep_as_note(read, chunk, own or division)

    def _content(self, row: Row, read: Line, bullet: int | None, division: str | None = None) -> None:
        """What a piece says: a format, a role, movements with their amounts."""
        self.splitter.glue_names(read)
        read.system, read.followed, read.headed, read.named = self.system, row.followed, row.heading is not None, row.named
        read.of_division = bool(self.parts.last and self.parts.last.block_division)
        if self._division_alone(row, read):
            return
        take_asides(read)
        take_vest(read)
        self._window(row, read)
        station = self._station(read)
        role = self._role(row, read)
        found = read_format(read)
        if found and not (found.rest_only and (station or bullet)):
            self.parts.apply(row, found, division)
        elif found and station:
            self.parts.current(row.number).rest_stations.add(station)
        if self._then_alone(read):
            return
        self._all_out(row, read)
        self._each_once(row, read)
        chunks = self.splitter.chunks(read)
        spread_time(read, [chunk for _, chunk in chunks])
        _fill_window(read, [chunk for _, chunk in chunks])
        self._attach(row, read, chunks, self._place_in_list(bullet, station, found), role, division)

    def _all_out(self, row: Row, read: Line) -> None:
        """'4 sets for max reps:' on a line that names nothing: every movement of its list."""
        if row.named:
            return
        for index in read.free():
            if read.phrases[index].kind == "max":
                self.parts.current(row.number).all_out = True
                read.take([index], "format", "as many as you can")

    def _each_once(self, row: Row, read: Line) -> None:
        """'each station once', 'alternating:' beside intervals: one place of the list an interval."""
        part = self.parts.current(row.number)
        for index in read.free():
            phrase = read.phrases[index]
            if phrase.kind == "stations" and phrase.text.lower().endswith("once"):
                part.each_once = True
                read.take([index], "format", "each once")
        interval = part.format is not None and part.format.kind == "intervals" and not part.work
        if interval and "alternat" in row.content.lower():
            part.each_once = True

    def _place_in_list(self, bullet: int | None, station: int | None, found: FormatFound | None) -> int | None:
        """Which minute or interval a line is: its own word says, or its number in the list."""
        part = self.parts.last
        listed = part is not None and part.format is not None and part.format.kind in ("every-minute", "intervals")
        if station is not None or not bullet or part is None or not listed or (found and not found.only_changes):
            return station
        if found and found.rest_only:
            part.rest_stations.add(bullet)
        return bullet

    def _attach(
        self, row: Row, read: Line, chunks: list[tuple[str | None, Chunk]], station: int | None, role: str, division: str | None
    ) -> None:
        all_chunks = [chunk for _, chunk in chunks]
        named = any(chunk.named for chunk in all_chunks)
        block = self.parts.last.block_division if self.parts.last else None
        if block and self._block_line(row, read, chunks, block):
            return
        if not named and self.attacher.loads_in_order(all_chunks):
            return
        self.attacher.bind_complex(all_chunks)
        here = ""
        listed = sum(chunk.named for chunk in all_chunks) > 1 and row.format and not row.followed_deeper
        for place, (own, chunk) in enumerate(chunks):
            here = chunk.draft.movement or here
            if not chunk.named and not self.attacher.name_a_run(read, chunk):
                if own and own != "rx" and not self.attacher.in_columns:
                    self.attacher.as_load(chunk)
                    self.attacher.add_for_division(chunk, own, row.number, here)
                else:
                    if own:
                        self.attacher.as_load(chunk)
                    self.attacher.loose(row, read, chunk, alone=not named)
            elif (own or division) and not self.attacher.in_columns:
                self.attacher.add_for_division(chunk, own or division or "", row.number)
            else:
                self.attacher.add(row, chunk, station, role, first=place == 0)

        self._slashed_minutes(row, all_chunks)
        part = self.parts.last
        if listed and part is not None and part.repeats and part.format_line == row.number:
            part.closed = True  # "5 rounds of 5 pull-ups, 10 push-ups": the list stands on the line itself

    def _slashed_minutes(self, row: Row, chunks: list[Chunk]) -> None:
        """'EMOM 16: 12 cal bike / 12 push-ups / rest': a minute each."""
        part = self.parts.last
        named = [chunk for chunk in chunks if chunk.named]
        slashed = len(named) > 1 and all(chunk.joined_by == "slash" for chunk in named[1:])
        if part is None or part.format is None or part.format.kind != "every-minute" or not slashed:
            return
        for place, chunk in enumerate(named, start=1):
            chunk.draft.station = place
        if re.search(r"/\s*rest\W*$", row.text, re.IGNORECASE):
            part.rest_stations.add(len(named) + 1)

    def _block_line(self, row: Row, read: Line, chunks: list[tuple[str | None, Chunk]], division: str) -> bool:
        """A line below 'Scaled' that only changes shared lines. False where it is one of a list of its own."""
        part = self.parts.last
        if part is None or not part.work or any(chunk.named and chunk.draft.has_amount for _, chunk in chunks):
            return False
        if any(one.division == division and not one.replaces for one in part.work):
            return False
        self._give_division(row, read, chunks, division)
        return True

    def _collect(self, row: Row, read: Line) -> None:
        read.hand_back_rest("no movement by this name", self._guess)
        for one in read.unread:
            if self.note_words and plain(one.text) in self.note_words:  # the gym has said before that this is no work
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

    # -- columns of divisions -------------------------------------------------------------------

    def _set_columns(self, columns: list[tuple[str, int, int]] | None) -> None:
        self.columns.heads = columns
        self.attacher.in_columns = columns is not None

    def _column_line(self, row: Row) -> bool:
        """A row of a text in columns, each column a division. True when the line was one."""
        if (head := read_columns(row.text)) is not None:
            self._set_columns(head)
            self.marks.append(Mark(row.number, 1, len(row.text), "division", ", ".join(one[0] for one in head)))
            return True
        cells = self.columns.cells(row.text)
        if not cells:
            return False
        heads = self.columns.heads or []
        for start, end in cells[len(heads) :]:
            self.unread.append(Unread(row.number, start + 1, row.text[start:end], "a cell beyond the columns the heading names"))
            self.marks.append(Mark(row.number, start + 1, end - start, "unread", "beyond the columns"))
        self._settle(row)
        first: int | None = None
        for place, (start, end) in enumerate(cells[: len(heads)]):
            read = Line(row.number, row.text, start, end)
            known = len(self.parts.current(row.number).work)
            self._content(row, read, None, heads[place][0])
            self._collect(row, read)
            added = self.parts.all[-1].work[known:]
            first = known if place == 0 and added else first
            for one in added:
                one.division = heads[place][0]
                one.replaces = (first,) if place and first is not None else ()
        return True

    # -- what arranges a piece ------------------------------------------------------------------

    def _division_alone(self, row: Row, read: Line) -> bool:
        """'(Scaled)' on a line of its own: what follows in this part is that division's."""
        free = [index for index in read.free() if read.phrases[index].kind not in SILENT]
        if not free or any(read.phrases[index].kind != "division" for index in free):
            return False
        self._begin_block(row, division_id(read.phrases[free[0]].text))
        read.take(range(len(read.phrases)), "division", division_id(read.phrases[free[0]].text))
        return True

    def _window(self, row: Row, read: Line) -> None:
        """'0:00-5:00' before what is done in that time: kept as a note; a list of such windows is one piece each."""
        for index in read.free():
            phrase = read.phrases[index]
            if phrase.kind != "window":
                continue
            part = self.parts.current(row.number)
            if index == 0 and part.window_s and part.work and (part.window_s > SHORT_WINDOW_S or _window_s(phrase) > SHORT_WINDOW_S):
                part = self.parts.next(row.number)
            part.window_s = _window_s(phrase)
            part.notes.append(phrase.text)
            read.take([index], "note", "a window on the clock")
            read.window_s = part.window_s

    def _station(self, read: Line) -> int | None:
        """'minute 2 -' or 'odd' at the start of a line: which minute it belongs to."""
        if not read.phrases or read.phrases[0].kind != "station":
            return None
        phrase = read.phrases[0]
        digits = re.search(r"\d+", phrase.text)
        number = int(digits.group()) if digits else 1 if "odd" in phrase.text.lower() else 2
        read.take([0], "format", f"minute {number}")
        return number

    def _role(self, row: Row, read: Line) -> str:
        """'buy-in:' and 'cash-out:' before a movement, or heading the lines that follow."""
        at = next((index for index in read.free() if read.phrases[index].kind in ("buy-in", "cash-out")), None)
        if at is None:
            return ""
        role = read.phrases[at].kind
        read.take([at], "format", "once, before the rest" if role == "buy-in" else "once, after the rest")
        if all(read.phrases[index].kind in SILENT for index in read.free()):
            self.parts.current(row.number).block_role = role
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


def _carry_counts(chunks: list[Chunk]) -> None:
    """'25/20/15 double-unders and sit-ups': a list that leads holds for a bare name after it."""
    for before, chunk in itertools.pairwise(chunks):
        if before.draft.leads and chunk.named and not chunk.draft.has_amount:
            chunk.draft.scheme, chunk.draft.sets, chunk.draft.sets_written = before.draft.scheme, before.draft.sets, True
            chunk.draft.leads = True


def _fill_window(read: Line, chunks: list[Chunk]) -> None:
    """'0:00-0:45 thrusters': as many as one can in the window."""
    for chunk in chunks:
        if read.window_s and chunk.named and not chunk.draft.has_amount:
            chunk.draft.max_effort, chunk.draft.seconds = True, read.window_s


def _window_s(phrase: Phrase) -> int:
    """Seconds from the start of a window to its end."""
    clocks = [int(a) * 60 + int(b) for a, b in re.findall(r"(\d{1,2}):(\d{2})", phrase.text)]
    return max(0, clocks[-1] - clocks[0])


def _mark_as_written(mark: Mark, rows: dict[int, Row]) -> Mark:
    row = rows.get(mark.line)
    if row is None:
        return mark
    start, end = row.english.written(mark.column - 1, mark.column - 1 + mark.length)
    return replace(mark, column=start + 1, length=max(1, end - start))


def _unread_as_written(one: Unread, rows: dict[int, Row]) -> Unread:
    row = rows.get(one.line)
    if row is None:
        return one
    start, end = row.english.written(one.column - 1, one.column - 1 + len(one.text))
    return replace(one, column=start + 1, text=row.written[start:end])


def _work_as_written(work: Work, rows: dict[int, Row]) -> Work:
    row = rows.get(work.line)
    if row is None:
        return work
    start, end = row.english.written(work.column - 1, work.column - 1 + len(work.text))
    return replace(work, column=start + 1, text=row.written[start:end])
