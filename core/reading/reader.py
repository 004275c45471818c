"""Whiteboard text -> Workout: lines become headings, formats, movements and notes; the rest is handed back as unread."""
from __future__ import annotations

import re
import unicodedata
from collections.abc import Iterable
from dataclasses import dataclass, field, replace

from core.catalog import Catalog, load_catalog
from core.errors import UnusableText
from core.reading.amounts import AMOUNTS, LOADS, Chunk, ChunkReader, Draft, guess_unit
from core.reading.formats import FILLERS, FormatFound, read_format
from core.reading.headings import BULLET, NUMBER_BULLET, division_id, is_note, may_be_title, read_columns, read_heading, split_cells, without_symbols
from core.reading.line import SILENT, Line
from core.reading.names import MODIFIERS, Names, plain
from core.reading.volumes import finish, rounds_of
from core.reading.workout import Format, Mark, Part, Unread, Workout

MAX_TEXT_BYTES = 100_000
MAX_LINE = 2_000
SHORTEST_RUN_M = 100  # a bare distance from here on is a run; common practice
MOST_GUESSES = 200  # unread places of one text that get candidates; beyond it the text is no workout
NOTE_WORD = re.compile(r"^(?:coach(?:es|'s|’s)?\s+)?notes?\s*[:\-]\s*(?=\S)", re.IGNORECASE)
REMARK = re.compile(r"\s//\s*")
STRENGTH_IMPLEMENTS = ("barbell",)
STARTS_NEXT = ("count", "measure", "max", "sets", "clock", "scheme")  # what may begin another movement on the same line


@dataclass
class PartDraft:
    """A part being read."""

    name: str
    line: int
    heading: bool = False
    heading_kind: str = ""
    format: Format | None = None
    changes: dict = field(default_factory=dict)
    work: list[Draft] = field(default_factory=list)
    notes: list[str] = field(default_factory=list)
    block_division: str | None = None
    block_role: str = ""
    format_indent: int | None = None
    work_indent: int | None = None
    adjacent: bool = False
    closed: bool = False
    rest_stations: set[int] = field(default_factory=set)

    @property
    def repeats(self) -> bool:
        """Whether the list is done more than once, so that where it ends matters."""
        fmt = self.format
        return fmt is not None and (fmt.kind not in ("for-time", "rounds", "sets-x-reps") or (fmt.rounds or 1) > 1 or bool(fmt.scheme))


def check_text(text: str) -> None:
    """Raise UnusableText, in words fit for a coach, for a text that is no workout text at all."""
    if not text.strip():
        raise UnusableText("There is no text to read. Paste the day's workout, one movement a line.")
    size = len(text.encode("utf-8", "replace"))
    if size > MAX_TEXT_BYTES:
        raise UnusableText(f"The text is {size // 1000} kB; up to {MAX_TEXT_BYTES // 1000} kB can be read. Paste one day at a time.")
    odd = sum(1 for letter in text if unicodedata.category(letter) in ("Cc", "Co", "Cs") and letter not in "\n\r\t\f\v")
    if "\x00" in text or odd > len(text) // 20 or text.count("\ufffd") > len(text) // 20:
        raise UnusableText("This looks like a binary file, not text. Save the workout as plain text and try again.")


def lines_of(text: str) -> list[str]:
    """The lines of a text, as places count them."""
    return text.replace("\r\n", "\n").replace("\r", "\n").split("\n")


def read_workout(text: str, catalog: Catalog | None = None, taught: dict[str, str] | None = None, notes: frozenset[str] = frozenset()) -> Workout:
    """Read a whiteboard text. Every word is in the result: as work, format, title, note, or unread with its place.

    taught: a gym's own words, word -> movement id. notes: words a gym has marked as no work, in plain form. Raises
    UnusableText for an empty, binary or over-long text. Time grows linearly with the length of the text.
    """
    check_text(text)
    return _Reader(catalog or load_catalog(), taught, notes).read(text)


class _Reader:
    def __init__(self, catalog: Catalog, taught: dict[str, str] | None, notes: frozenset[str]):
        self.catalog = catalog
        self.names = Names(catalog, taught)
        self.chunks = ChunkReader(self.names, catalog)
        self.note_words = notes
        self.parts: list[PartDraft] = []
        self.unread: list[Unread] = []
        self.marks: list[Mark] = []
        self.preface: list[str] = []
        self.title = ""
        self.after_blank = False
        self.columns: list[tuple[str, int, int]] | None = None
        self.complexes = 0
        self.guesses = 0

    def read(self, text: str) -> Workout:
        lines = lines_of(text)
        self.line_count = sum(1 for line in lines if line.strip())
        for number, line in enumerate(lines, start=1):
            if not line.strip():
                self.after_blank = True
                self.columns = None
                continue
            if len(line) > MAX_LINE:
                self.unread.append(Unread(number, 1, line[:80], f"a line of over {MAX_LINE} characters"))
                self.marks.append(Mark(number, 1, len(line), "unread", "too long"))
                continue
            self._line(number, without_symbols(line))
            self.after_blank = False
        kept = [part for part in self.parts if part.work or part.notes or part.format or part.heading or part.changes]
        if self.preface and kept:
            kept[0].notes[:0] = self.preface
        elif self.preface:
            kept = [PartDraft("A", 1, notes=self.preface)]
        parts = tuple(self._finish(part) for part in kept)
        order = sorted(self.unread, key=lambda one: (one.line, one.column))
        return Workout(self.title, parts, tuple(order), tuple(sorted(self.marks, key=lambda one: (one.line, one.column))))

    # -- one line -------------------------------------------------------------------------------------------------

    def _line(self, number: int, line: str) -> None:
        start = 0
        lettered = self._lettered_station(line)
        heading = None if lettered else read_heading(line)
        if heading:
            self.parts.append(PartDraft(heading.name, number, True, heading.kind))
            self.marks.append(Mark(number, 1, heading.end, "heading", heading.name))
            self.columns = None
            start = heading.end
        if self._column_line(number, line):
            return
        numbered = NUMBER_BULLET.match(line[start:])
        bullet_number = int(numbered.group(1)) if numbered else None
        if numbered:
            self.marks.append(Mark(number, start + numbered.start(1) + 1, len(numbered.group(1)), "note", "a number in a list"))
        if lettered:
            self.marks.append(Mark(number, 1, lettered[0], "format", f"minute {lettered[1]}"))
            start, bullet_number = lettered
        elif bullet := BULLET.match(line[start:]):
            start += bullet.end()
        if not line[start:].strip():
            return
        remark = REMARK.search(line, start)
        read = Line(number, line, start, remark.start() if remark else None)
        if not read.phrases or all(phrase.kind in SILENT and not phrase.text.isalnum() for phrase in read.phrases):
            return
        if self._is_title(read, line):
            self.title = line.strip().strip("*_#\"“” ").rstrip(":").strip()
            self.marks.append(Mark(number, 1, len(line), "title", "the session's name"))
            return
        indent = len(line) - len(line.lstrip())
        cut = self._cut_before_format(read)
        for piece in (read,) if cut is None else (Line(number, line, start, cut), Line(number, line, cut, remark.start() if remark else None)):
            self._content(piece, indent, bullet_number)
            self._collect(piece)
        if remark:
            self._remark(number, line, remark)

    def _remark(self, number: int, line: str, remark: re.Match) -> None:
        """'10 burpees // step if you must': what stands after two slashes is a note on the line's last movement."""
        text = line[remark.end():].strip()
        if not text:
            return
        self.marks.append(Mark(number, remark.end() + 1, len(line.rstrip()) - remark.end(), "note", "a note"))
        part = self._part(number)
        if part.work and part.work[-1].line == number:
            part.work[-1].notes.extend(text.split("; "))
        else:
            part.notes.append(text)

    def _lettered_station(self, line: str) -> tuple[int, int] | None:
        """'a) 15 cal row' under an every-minute format: (column after the letter, which minute); else None."""
        part = self.parts[-1] if self.parts else None
        if part is None or part.format is None or part.format.kind not in ("every-minute", "intervals"):
            return None
        match = re.match(r"^\s*([a-h])[).]\s+(?=\S)", line)
        return (match.end(), ord(match.group(1)) - ord("a") + 1) if match else None

    def _cut_before_format(self, read: Line) -> int | None:
        """The column of a 'then' that stands between a movement and a format: '100 skips, then 3 rounds of:'."""
        for index, phrase in enumerate(read.phrases):
            if phrase.kind == "then" and index and any(one.kind in ("rounds", "amrap", "every", "interval") for one in read.phrases[index + 1:]):
                if not any(one.kind in ("rounds", "amrap", "every", "interval", "for-time") for one in read.phrases[:index]) and self._named(read, range(index)):
                    return phrase.column
        return None

    def _collect(self, read: Line) -> None:
        read.hand_back_rest("no movement by this name", self._guess)
        for one in read.unread:
            if self.note_words and plain(one.text) in self.note_words:  # the gym has said before that this is no work
                self._part(read.number).notes.append(one.text)
                read.marks = [replace(mark, role="note", says="a note, as you said before") if mark.column == one.column and mark.role == "unread" else mark
                              for mark in read.marks]
            else:
                self.unread.append(one)
        self.marks.extend(read.marks)

    def _guess(self, text: str) -> tuple[str, ...]:
        self.guesses += 1
        return self.names.candidates(text) if self.guesses <= MOST_GUESSES else ()

    def _column_line(self, number: int, line: str) -> bool:
        """A row of a text in columns, each column a division. True when the line was one."""
        if (head := read_columns(line)) is not None:
            self.columns = head
            self.marks.append(Mark(number, 1, len(line), "division", ", ".join(one[0] for one in head)))
            return True
        if self.columns is None:
            return False
        cells = split_cells(line)
        if len(cells) < 2:
            return False
        first = None
        for start, end in cells[len(self.columns):]:
            self.unread.append(Unread(number, start + 1, line[start:end], "a cell beyond the columns the heading names"))
            self.marks.append(Mark(number, start + 1, end - start, "unread", "beyond the columns"))
        for place, (start, end) in enumerate(cells[:len(self.columns)]):
            division = self.columns[place][0]
            read = Line(number, line, start, end)
            known = len(self._part(number).work)
            self._content(read, 0, None, division)
            self._collect(read)
            added = self.parts[-1].work[known:]
            if place == 0 and added:
                first = known
            for one in added:
                one.division = division
                if place and first is not None:
                    one.replaces = first
        return True

    def _content(self, read: Line, indent: int, bullet: int | None, division: str | None = None) -> None:
        """What a line says after its heading and bullet."""
        self._glue_names(read)
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
            self._format(read, found, indent, division)
        elif found and station:
            self._part(read.number).rest_stations.add(station)
        if self._then_alone(read):
            return
        chunks = self._read_chunks(read)
        _spread_time(read, [chunk for _, chunk in chunks])
        part = self.parts[-1] if self.parts else None
        if station is None and bullet and part and part.format and part.format.kind in ("every-minute", "intervals") and not (found and not found.only_changes):
            station = bullet
            if found and found.rest_only:
                part.rest_stations.add(bullet)
        for place, (own_division, chunk) in enumerate(chunks):
            self._add(read, chunk, own_division or division, station, role, indent, first=place == 0)
        self._bind_complex(read, [chunk for _, chunk in chunks])

    def _glue_names(self, read: Line) -> None:
        """'clean & jerk' is one name: words on both sides of an 'and' that together name a movement become one phrase."""
        index = 1
        while index < len(read.phrases) - 1:
            if read.phrases[index].kind == "and" and read.phrases[index - 1].kind == read.phrases[index + 1].kind == "words":
                text = read.text[read.phrases[index - 1].column:read.phrases[index + 1].end]
                match = self.names.find(text)
                place = read.phrases[index].column - read.phrases[index - 1].column
                if match and match.start <= place < match.end:
                    read.glue(index - 1, index + 1)
                    continue
            index += 1

    def _note(self, read: Line) -> None:
        text = NOTE_WORD.sub("", read.content.strip())
        (self._part(read.number).notes if self.parts else self.preface).append(text)
        read.taken.update(range(len(read.phrases)))
        read.mark(read.phrases[0].column, read.end, "note", "a coach's note")

    def _is_title(self, read: Line, line: str) -> bool:
        if self.title or self.parts or self.unread or self.line_count < 2:
            return False
        if is_note(line, read.phrases, self.names):
            return False
        return may_be_title(read.phrases, self.names)

    def _division_alone(self, read: Line) -> bool:
        """'Scaled:' on a line of its own: what follows in this part is that division's."""
        free = [index for index in read.free() if read.phrases[index].kind not in SILENT]
        if not free or any(read.phrases[index].kind != "division" for index in free):
            return False
        part = self._part(read.number)
        part.block_division = division_id(read.phrases[free[0]].text)
        part.block_role = ""
        read.take(range(len(read.phrases)), "division", part.block_division)
        return True

    def _window(self, read: Line) -> None:
        """'0:00-5:00' before what is done in that time: kept as a note."""
        for index in read.free():
            if read.phrases[index].kind == "window":
                self._part(read.number).notes.append(read.phrases[index].text)
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
        at = next((index for index in read.free() if read.phrases[index].kind in ("buy-in", "cash-out")), None)
        if at is None:
            return ""
        role = read.phrases[at].kind
        read.take([at], "format", "once, before the rest" if role == "buy-in" else "once, after the rest")
        if all(read.phrases[index].kind in SILENT for index in read.free()):
            self._part(read.number).block_role = role
        return role

    def _then_alone(self, read: Line) -> bool:
        free = read.free()
        if not free or read.phrases[free[0]].kind != "then":
            return False
        read.take([free[0]], "format", "then")
        read.mark(read.phrases[free[0]].column, read.phrases[free[0]].end, "format", "then")
        if all(read.phrases[index].kind in SILENT for index in read.free()):
            if self.parts:
                self.parts[-1].closed = True
            return True
        if self.parts and self.parts[-1].repeats and self.parts[-1].work:
            self.parts[-1].closed = True
        return False

    # -- parts and formats ----------------------------------------------------------------------------------------

    def _part(self, number: int) -> PartDraft:
        if not self.parts:
            self.parts.append(PartDraft("A", number))
        return self.parts[-1]

    def _next_part(self, number: int) -> PartDraft:
        """A part nobody named: the next letter, or 'B, then' inside one that was."""
        current = self.parts[-1] if self.parts else None
        if current is not None and any(part.heading for part in self.parts):
            base = current.name.partition(", then")[0]
            names = {part.name for part in self.parts}
            count = next(count for count in range(1, len(self.parts) + 2) if _then_name(base, count) not in names)
            part = PartDraft(_then_name(base, count), number, heading_kind=current.heading_kind if current.heading_kind in ("event", "warm-up", "cool-down") else "")
        else:
            part = PartDraft(_next_letter(self.parts), number)
        self.parts.append(part)
        return part

    def _format(self, read: Line, found: FormatFound, indent: int, division: str | None) -> None:
        part = self._part(read.number)
        fmt = found.format
        if found.only_changes:
            part.changes |= _said(fmt)
            return
        if division is not None and part.format is not None or (part.block_division and part.format is not None):
            if _kind_only(fmt) != _kind_only(part.format):
                part.notes.append(f"{division or part.block_division}: {read.text.strip()}")
            return
        last = part.work[-1] if part.work else None
        if fmt == Format(scheme=fmt.scheme) and fmt.scheme and part.format is None and last is not None and not last.has_amount:
            last.scheme, last.sets, last.sets_written = fmt.scheme, len(fmt.scheme), True  # "Deadlift", then "5-5-3-3-1"
            return
        if part.format is not None and not part.work:
            merged = _merged(part.format, fmt)
            if merged is not None:
                part.format = merged
                part.format_indent = indent
                return
        if (part.work and any(one.role != "buy-in" for one in part.work)) or part.format is not None and part.work == []:
            part = self._next_part(read.number)
        if part.format is not None and part.work:  # only a buy-in so far: what follows is the piece itself
            fmt = replace(fmt, for_time=fmt.for_time or part.format.for_time, cap_s=fmt.cap_s or part.format.cap_s)
        part.format, part.format_indent, part.work_indent, part.adjacent = fmt, indent, None, False
        part.block_role = ""

    def _place_for(self, read: Line, draft: Draft, indent: int, first: bool) -> PartDraft:
        """The part a movement belongs to: the open one, or a new one where its list has ended."""
        part = self._part(read.number)
        if not first or draft.division or draft.role:
            return part
        ended = part.closed
        if part.work and part.repeats and self.after_blank and part.adjacent and draft.station is None and not part.block_division:
            ended = True
        if part.work and part.repeats and part.format_indent is not None and (part.work_indent or 0) > part.format_indent >= indent:
            ended = True
        if part.work and part.format is None and not part.heading and self.after_blank and draft.sets_written:
            ended = True
        if not ended:
            return part
        if not part.work:
            part.closed = False
            return part
        return self._next_part(read.number)

    # -- movements ------------------------------------------------------------------------------------------------

    def _read_chunks(self, read: Line) -> list[tuple[str | None, Chunk]]:
        """Every movement of a line, with the division a word before or after it names."""
        found: list[tuple[str | None, Chunk]] = []
        division: str | None = None
        carried: list[int] = []
        for joined_by, own, indices in self._split(read):
            division = own if own is not None else (division if joined_by not in ("division",) else None)
            if not indices:
                continue
            chunk = self.chunks.read(read, carried + indices)
            carried = []
            chunk.joined_by = joined_by
            if joined_by == "or" and found and chunk.named:  # another choice, not more work
                first, last = read.phrases[indices[0]], read.phrases[indices[-1]]
                found[-1][1].draft.notes.append(f"or {read.text[first.column:last.end]}")
                continue
            if not chunk.named and not found and self._names_later(read, indices[-1]) and own is None:
                for index in indices:
                    read.taken.discard(index)
                carried = indices  # "5x5, back squat": amounts first
                read.marks = [mark for mark in read.marks if not any(read.phrases[index].column + 1 == mark.column for index in indices)]
                continue
            found.append((division, chunk))
        return found

    def _names_later(self, read: Line, after: int) -> bool:
        return any(phrase.kind == "words" and index > after and index not in read.taken and self.names.find(phrase.text) is not None
                   for index, phrase in enumerate(read.phrases))

    def _split(self, read: Line) -> list[tuple[str, str | None, list[int]]]:
        """(what joins it to the one before, its division, its phrases), in order."""
        pieces: list[tuple[str, str | None, list[int]]] = [("", None, [])]
        free = read.free()
        for place, index in enumerate(free):
            phrase = read.phrases[index]
            kind = phrase.kind
            here = pieces[-1][2]
            if kind == "division":
                name = division_id(phrase.text)
                read.take([index], "division", name)
                if here and self._named(read, here) and self._nothing_follows(read, free[place + 1:]):
                    pieces[-1] = (pieces[-1][0], name, here)
                else:
                    pieces.append(("division", name, []))
            elif kind in ("comma", "plus", "then", "and", "bar", "slash") and here and self._splits_at(read, kind, here, free[place + 1:]):
                read.taken.add(index)
                pieces.append((kind, None, []))
            elif kind in STARTS_NEXT and here and self._named(read, here) and self._begins_movement(read, free[place:]):
                pieces.append(("", None, [index]))
            elif kind == "or":
                read.taken.add(index)
                if here and self._named(read, here):
                    pieces.append(("or", None, []))
            elif kind not in SILENT or kind == "each":
                here.append(index)
        return pieces

    def _nothing_follows(self, read: Line, rest: list[int]) -> bool:
        """Whether after a division word its bracket or the line ends, or the next choice begins."""
        for index in rest:
            kind = read.phrases[index].kind
            if kind in ("close", "slash", "comma", "bar", "or"):
                return True
            if kind in ("colon", "dash") or kind not in SILENT:
                return False
        return True

    def _named(self, read: Line, indices: Iterable[int]) -> bool:
        return any(read.phrases[index].kind == "words" and self.names.find(read.phrases[index].text) is not None for index in indices)

    def _splits_at(self, read: Line, kind: str, here: list[int], rest: list[int]) -> bool:
        """Whether a comma, plus, 'and' or slash stands between two movements."""
        if kind == "comma" and _a_set(read, here) and rest and read.phrases[rest[0]].kind in ("sets", "count") and not self._named(read, here):
            return True  # "1x5 @ 65 %, 1x5 @ 75 %"
        if not self._named(read, here) and not any(read.phrases[index].kind == "words" and not _only_fillers(read.phrases[index].text) for index in here):
            return False
        upcoming = next((index for index in rest if read.phrases[index].kind not in SILENT), None)
        if upcoming is None or read.phrases[upcoming].kind == "sex":
            return False
        if kind in ("comma", "then", "bar"):
            return True
        if kind == "and":
            return read.phrases[upcoming].kind in STARTS_NEXT or (read.phrases[upcoming].kind == "words" and self.names.starts(read.phrases[upcoming].text))
        if kind == "slash":
            return read.phrases[upcoming].kind in ("words", "division", "count") and self._named(read, [one for one in rest if read.phrases[one].kind == "words"][:1])
        return True

    def _begins_movement(self, read: Line, rest: list[int]) -> bool:
        """Whether amounts here lead to the words of another movement with nothing between that ends the first."""
        if read.phrases[rest[0]].kind == "measure" and read.phrases[rest[0]].unit in ("kg", "lb", "pood", "percent", "in", "cm"):
            return False
        for index in rest[1:]:
            kind = read.phrases[index].kind
            if kind == "words":
                return self.names.starts(read.phrases[index].text)
            if kind not in ("x", "of", "reps", "unit", "count", "each") or index in read.bracketed:
                return False
        return False

    def _add(self, read: Line, chunk: Chunk, division: str | None, station: int | None, role: str, indent: int, first: bool) -> None:
        draft = chunk.draft
        draft.station = station
        if not chunk.named:
            if not self._unnamed_run(read, chunk):
                self._loose(read, chunk, division)
                return
        draft.division = division
        draft.role = role
        part = self._place_for(read, draft, indent, first)
        draft.role = role or part.block_role
        inline = division is not None
        draft.division = division or part.block_division
        if inline:
            self._override(part, draft)
        if part.work_indent is None:
            part.work_indent = indent
        part.adjacent = part.adjacent or not self.after_blank
        if draft.ladder_step is not None and part.format is not None and part.format.kind in ("as-many-as-possible", "every-minute") and not part.format.scheme:
            part.format = replace(part.format, scheme=draft.scheme, ladder_step=draft.ladder_step)
            draft.scheme, draft.sets, draft.sets_written = (), None, False
        part.work.append(draft)

    def _override(self, part: PartDraft, draft: Draft) -> None:
        """An inline division line replaces the last shared movement and takes over the amounts it does not say."""
        if draft.division == "rx" or self.columns is not None:
            return
        shared = [index for index, work in enumerate(part.work) if work.division in (None, "rx")]
        if not shared:
            return
        draft.replaces = shared[-1]
        original = part.work[draft.replaces]
        if not draft.has_amount:
            for name in (*AMOUNTS, "station"):
                setattr(draft, name, getattr(original, name))

    def _loose(self, read: Line, chunk: Chunk, division: str | None) -> None:
        """Amounts without a name belong to the movement before them, if that one still lacks them."""
        draft = chunk.draft
        part = self._part(read.number) if self.parts else None
        words = [index for index in chunk.indices if index not in read.taken and read.phrases[index].kind == "words"]
        if words:
            return  # strange words: they stay free and are handed back
        last = part.work[-1] if part is not None and part.work else None
        if last is not None and last.complex and draft.sum:
            group = [one for one in part.work if one.complex == last.complex]
            if len(group) == len(draft.sum):
                _share_out(group, draft)
                for one in group:
                    _lend(draft, one, LOADS)
                return
        if last is not None and division and division != "rx":
            last = self._division_twin(part, draft, division)
        if last is not None and last.has_amount and not last.loads and draft.reps and draft.other is not None:
            values = (float(draft.reps), draft.other)  # "40 swings, 24/16": two standards, not another count
            draft.loads, draft.load_unit, draft.reps, draft.other = values, guess_unit(values), None, None
            draft.assumed.append(f"{'/'.join(f'{value:g}' for value in values)} as {draft.load_unit}")
        taken = False
        if last is not None and last.has_amount and _another_set(draft, last):
            _append_set(last, draft)
            return
        if last is not None:
            for name in (*AMOUNTS, *LOADS):
                if name == "sides":
                    last.sides = max(last.sides, draft.sides)
                elif _worth(draft, name) and not _worth(last, name):
                    setattr(last, name, getattr(draft, name))
                    taken = True
            last.assumed.extend(draft.assumed)
            last.notes.extend(draft.notes)
            last.estimated |= draft.estimated
        said = [index for index in chunk.indices if read.phrases[index].kind not in SILENT]
        if said and not taken and (draft.has_amount or draft.loads or draft.percents or draft.heights_m) and not draft.notes:
            start, end = read.phrases[said[0]].column, read.phrases[said[-1]].end
            read.marks = [mark for mark in read.marks if not start < mark.column <= end]
            read.hand_back(start, end, "an amount with no movement to go with")

    def _unnamed_run(self, read: Line, chunk: Chunk) -> bool:
        """'6 x 400 m' with no name on the line is a run, and shown as an assumption."""
        draft = chunk.draft
        free_words = any(index not in read.taken and read.phrases[index].kind == "words" for index in chunk.indices)
        if free_words or (draft.distance_m or 0) < SHORTEST_RUN_M or draft.reps or draft.loads:
            return False
        if self.parts and self.parts[-1].work and not self.parts[-1].work[-1].has_amount:
            return False  # it is the distance of the movement above
        draft.movement = "run"
        phrase = read.phrases[chunk.indices[0]]
        draft.text, draft.column = phrase.text, phrase.column + 1
        draft.assumed.append(f"{phrase.text} as a run")
        return True

    def _division_twin(self, part: PartDraft, draft: Draft, division: str) -> Draft:
        """'Scaled: 40/30 kg': the last loaded shared movement again, for that division, with this load."""
        shared = [index for index, work in enumerate(part.work) if work.division in (None, "rx")]
        loaded = [index for index in shared if part.work[index].loads] if draft.loads else shared
        if not (loaded or shared):
            return part.work[-1]
        at = (loaded or shared)[-1]
        original = part.work[at]
        twin = replace(original, division=division, replaces=at, line=draft.line, column=draft.column, text=draft.text or original.text,
                       assumed=[], notes=[], estimated=False)
        for name in (*AMOUNTS, *LOADS):
            if _worth(draft, name) and name != "sides":
                setattr(twin, name, getattr(Draft(0, 0, ""), name))
        part.work.append(twin)
        return twin

    def _bind_complex(self, read: Line, chunks: list[Chunk]) -> None:
        """'1 clean + 1 front squat + 2 jerks': barbell movements joined by plus signs are one unit and share bar and sets."""
        drafts = [chunk.draft for chunk in chunks if chunk.named]
        sums = drafts and len(drafts[-1].sum) == len(drafts)
        joined = len(drafts) > 1 and all(chunk.joined_by == "plus" or (sums and chunk.joined_by == "and") for chunk in chunks[1:] if chunk.named)
        if not joined or any(self.catalog.movements[draft.movement].implement != "barbell" for draft in drafts):
            return
        if any(draft.reps and draft.reps > 10 for draft in drafts):
            return
        self.complexes += 1
        last = drafts[-1]
        for draft in drafts:
            draft.complex = self.complexes
            _lend(last, draft, LOADS)
        if len(last.sum) == len(drafts):  # "clean + jerk 5 x (1+2)"
            _share_out(drafts, last)
        leader = next((draft for draft in drafts if draft.sets_written and draft.sets), None)
        if leader is not None and len(last.sum) != len(drafts):
            for draft in drafts:
                if not draft.scheme:
                    draft.scheme, draft.sets, draft.sets_written = (draft.reps or 1,) * leader.sets, leader.sets, True
                    draft.reps = None

    # -- a whole part ---------------------------------------------------------------------------------------------

    def _finish(self, part: PartDraft) -> Part:
        fmt = part.format
        carried = _carry_scheme(part.work)
        if fmt is None and carried:
            fmt = Format("for-time", scheme=carried)
        if fmt is None:
            strength = [work.sets_written for work in part.work]
            fmt = Format("sets-x-reps") if any(strength) else Format("for-time")
            sets = {work.sets for work in part.work if work.sets}
            fmt = replace(fmt, rounds=sets.pop() if len(sets) == 1 else None)
        if part.changes:
            fmt = replace(fmt, **part.changes)
        stations = max({work.station for work in part.work if work.station} | part.rest_stations, default=0)
        if fmt.kind in ("every-minute", "intervals"):
            fmt = replace(fmt, stations=stations)
        reading = rounds_of(fmt, part.work, self.catalog)
        if reading.estimated:
            fmt = replace(fmt, rounds=reading.rounds, estimated=True, rounds_range=(reading.fewest, reading.most))
        works = tuple(finish(draft, fmt, reading, self.catalog) for draft in part.work)
        blocks = {work.division for work in part.work if work.division and work.replaces is None} - {"rx"}
        if blocks and any(one.division in (None, "rx") for one in part.work) and not any(one.replaces is not None for one in part.work):
            works = _block_overrides(works, blocks)
        return Part(part.name, self._kind(part, fmt), fmt, works, tuple(part.notes), part.line)

    def _kind(self, part: PartDraft, fmt: Format) -> str:
        if part.heading_kind and part.heading_kind != "conditioning":
            return part.heading_kind
        if fmt.kind == "sets-x-reps" and part.work:
            return part.heading_kind or "strength"
        if part.heading_kind:
            return part.heading_kind
        heavy = [work for work in part.work if (work.percents or work.rpe)
                 and self.catalog.movements[work.movement].implement in STRENGTH_IMPLEMENTS]
        return "strength" if heavy and len(heavy) == len(part.work) else "conditioning"


def _share_out(drafts: list[Draft], source: Draft) -> None:
    """Reps of a complex written as a sum, one number for each of its movements."""
    parts, sets = source.sum, source.sets or 1
    for part, draft in zip(parts, drafts):
        draft.reps, draft.scheme, draft.sets, draft.sets_written = None, (part,) * sets, sets, True


def _lend(source: Draft, target: Draft, names: tuple[str, ...]) -> None:
    """Give a draft what another says and it does not."""
    for name in names:
        if _worth(source, name) and not _worth(target, name):
            setattr(target, name, getattr(source, name))


def _worth(draft: Draft, name: str) -> bool:
    value = getattr(draft, name)
    if name == "load_unit":
        return bool(draft.loads)
    if name == "implements":
        return value > 1
    if name == "sides":
        return value > 1
    return bool(value)


def _another_set(draft: Draft, last: Draft) -> bool:
    """Whether a line of amounts is one more set of the movement above: '5 @ 70 %' under '5 @ 60 %'."""
    weighed = draft.percents or draft.loads or draft.rpe or draft.bodyweight
    return bool((draft.reps or draft.scheme) and weighed and (last.reps or last.scheme) and last.sides == draft.sides)


def _append_set(last: Draft, draft: Draft) -> None:
    """Add a set (or sets) with its own load; of loads the heaviest stands, the others are noted."""
    before, more = last.scheme or (last.reps,), draft.scheme or (draft.reps,)
    if last.percents and draft.percents:
        last.percents = _each_set(last.percents, len(before)) + _each_set(draft.percents, len(more))
    elif draft.percents:
        last.percents = draft.percents
    if draft.loads:
        if last.loads and last.load_unit == draft.load_unit:
            last.notes.append(f"from {last.load_text}" if not last.notes else last.load_text)
        last.loads, last.load_unit, last.load_text = draft.loads, draft.load_unit, draft.load_text
    last.rpe = draft.rpe or last.rpe
    last.scheme, last.reps = before + more, None
    last.sets, last.sets_written = len(last.scheme), True


def _each_set(percents: tuple[float, ...], sets: int) -> tuple[float, ...]:
    return percents if len(percents) == sets else (percents[0],) * sets


def _said(fmt: Format) -> dict:
    """The fields in which a format differs from an empty one."""
    empty = Format()
    return {name: getattr(fmt, name) for name in ("rest_s", "cap_s", "team", "share", "rounds", "rounds_range", "estimated")
            if getattr(fmt, name) != getattr(empty, name)}


def _kind_only(fmt: Format) -> tuple:
    return fmt.kind, fmt.rounds, fmt.minutes, fmt.scheme, fmt.interval_s


def _merged(first: Format, second: Format) -> Format | None:
    """Two format lines in a row that are one format: 'for time' and '3 rounds', 'AMRAP 12' and a ladder; else None."""
    said = _said(first) | _said(second)
    said.pop("rounds", None)
    if first == Format(for_time=first.for_time, **_said(first)) and first.kind == "for-time" and not first.scheme:
        return replace(second, for_time=first.for_time or second.for_time, **{name: said[name] for name in said if not getattr(second, name)})
    if second.kind == "for-time" and not (second.scheme and first.scheme):
        return replace(first, scheme=second.scheme or first.scheme, ladder_step=second.ladder_step or first.ladder_step,
                       for_time=first.for_time or second.for_time, **{name: said[name] for name in said if not getattr(first, name)})
    if second.kind == "as-many-as-possible" and first.kind == "rounds" and first.rounds and not first.for_time:
        return replace(second, repeat=first.rounds, rest_s=first.rest_s or second.rest_s)
    if second.kind == "intervals" and first.kind == "rounds":
        return replace(second, rounds=second.rounds or first.rounds)
    return None


def _carry_scheme(works: list[Draft]) -> tuple[int, ...]:
    """'21-15-9 thrusters' and below it 'pull-ups': a scheme that leads a line holds for bare names after it.

    Returns the scheme when it holds for the whole list, which is then the format's and no longer the lines'.
    """
    scheme: tuple[int, ...] = ()
    followed = False
    for work in works:
        if work.leads:
            scheme = work.scheme
        elif scheme and not work.has_amount and not work.role:
            work.scheme, work.sets, work.sets_written, followed = scheme, len(scheme), True, True
    if not followed or any(work.scheme != scheme or work.counts or work.percents or work.role for work in works):
        return ()
    for work in works:
        work.scheme, work.sets, work.sets_written = (), None, False
    return scheme


def _block_overrides(work: tuple, blocks: set[str]) -> tuple:
    """A division written as its own block replaces the shared list one for one, then adds what is left."""
    shared = [index for index, one in enumerate(work) if one.division in (None, "rx")]
    result = list(work)
    for division in sorted(blocks):
        own = [index for index, one in enumerate(work) if one.division == division]
        for place, index in enumerate(own):
            if place < len(shared):
                result[index] = replace(work[index], replaces=shared[place])
    return tuple(result)


def _then_name(base: str, count: int) -> str:
    return f"{base}, then" if count == 1 else f"{base}, then {count}"


def _next_letter(parts: list[PartDraft]) -> str:
    letters = [part.name for part in parts if len(part.name) == 1 and part.name.isalpha()]
    return chr(min(ord("Z"), ord(max(letters)) + 1)) if letters else "A"


def _spread_time(read: Line, chunks: list[Chunk]) -> None:
    """'1 min each: pull-ups, push-ups, sit-ups': the time holds for every name on the line."""
    each = any(one.kind == "each" and index and read.phrases[index - 1].kind in ("clock", "measure") for index, one in enumerate(read.phrases))
    named = [chunk.draft for chunk in chunks if chunk.named]
    if each and len(named) > 1 and named[0].seconds and not any(draft.has_amount for draft in named[1:]):
        for draft in named[1:]:
            draft.seconds = named[0].seconds


def _a_set(read: Line, here: list[int]) -> bool:
    kinds = {read.phrases[index].kind for index in here}
    return bool(kinds & {"sets", "count"}) and bool(kinds & {"measure", "rpe"})


def _only_fillers(text: str) -> bool:
    words = text.lower().split()
    return all(word in FILLERS or word in MODIFIERS for word in words)
