"""Whiteboard text -> Workout: the document pass says what every row is; rows of work become formats and
movements; the rest is a note, or handed back as unread."""

from __future__ import annotations

import re
from collections.abc import Sequence

from core.catalog import Catalog, load_catalog
from core.reading.around import kit_of_all, take_turns_below
from core.reading.as_written import AsWritten
from core.reading.columns import ColumnLines
from core.reading.division_lines import DivisionLines
from core.reading.document import MAX_LINE, DocumentPass
from core.reading.doubts import YES_SO, doubts_of
from core.reading.formats import read_format
from core.reading.granted import told
from core.reading.headings import AROUND, CANONICAL, Heading
from core.reading.kit_words import GOING
from core.reading.languages import languages, shown_languages, translator
from core.reading.line import Line
from core.reading.load_lines import LoadLines
from core.reading.part_draft import PartDraft
from core.reading.phrases import PAIR
from core.reading.pieces import Pieces
from core.reading.prose import Prose, arranges
from core.reading.rows import AGAIN, Row, inline_stations
from core.reading.rungs import again_with, goes_on, goes_up_to
from core.reading.state import Reading
from core.reading.tables import Standard, is_division
from core.reading.tokens import seconds_of, tokenize
from core.reading.traces import without_trace
from core.reading.usable import check_amount, check_text, lines_of
from core.reading.workout import Unread, Workout

NOTE_WORD = re.compile(r"^(?:coach(?:es|'s|’s)?\s+)?notes?\s*[:\-]\s*(?=\S)", re.IGNORECASE)
TEAM_WORDS = re.compile(
    r"team|group|pair|partner|trio|duo|person|relay|split|shar|one works|each athlete", re.IGNORECASE
)
_IN_GROUPS = re.compile(
    r"(?!.*\b(?:teams?|partners?|shared?|split|one\s+works)\b).*\bgroups\s+of\b", re.IGNORECASE
)  # who stands together at a station
_PARTNERS = re.compile(
    r"\W*(?:partners?|buddy)\s+(?!stretch|mobility|warm|day\b)[^\W\d]|.*\(half\s+each\)", re.IGNORECASE
)  # "Partner Milestone (half each)" names who shares it
_TEAMS_FIRST = re.compile(r"\W*(?:two|three|four|[2-6])[\s-](?:person|man|people)\s+teams?\b", re.IGNORECASE)
_BOTH = re.compile(r"\bpartners?\b", re.IGNORECASE)
_RUN_TOGETHER = re.compile(
    r"\b(?:both|all)\s+run\b|\bruns?\s+(?:is|are\s+)?(?:done\s+)?together\b", re.IGNORECASE
)
_BUT_THE_RUNS = re.compile(
    r"\b(?:except|apart\s+from|other\s+than|but)\s+(?:for\s+|on\s+)?(?:the\s+)?runs?\b", re.IGNORECASE
)
_SHARES = re.compile(r"\bsplit|\bshare|\bdivid|\bi\s+go\b|\balternat", re.IGNORECASE)
_WINDOW = re.compile(r"\((\d{1,2})\s*[-–]\s*(\d{1,2})(?:\s*(?:min|'))?\)")
_BLOCKS = re.compile(  # "4 blocks of 12 min" above them
    r"\b(\d)\s+(?:(?:blocks|parts|pieces|sections)\s+(?:of|x|at)|stations?\s*[,x×:]?)\s+(\d{1,2})\s*(?:min|')",
    re.IGNORECASE,
)
_BARE_MINUTES = re.compile(r"\s*\((\d{1,2})\)\s*$")
_CLOCK_WINDOW = re.compile(r"(\d{1,2}):00\s*[-–]\s*(\d{1,2}):00")
DAY_H = 24  # minutes beyond are no hours
_QUOTES = '"“”„«»'


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
    return _Reader(Reading(catalog or load_catalog(), taught, notes)).read(text)


_OF_EACH = re.compile(r"(?<![-/\d])(\d{1,3})\s+(?:reps?\s+)?(?:of\s+)?each\b(?!\s+side)", re.IGNORECASE)


class _Reader:
    """Row after row of one text."""

    def __init__(self, reading: Reading):
        self.reading = reading
        self.divisions = DivisionLines(reading)
        self.pieces = Pieces(reading, self.divisions)
        self.loads = LoadLines(reading)
        self.columns = ColumnLines(reading, self.pieces)
        self.preface: list[str] = []
        self.title = ""
        self.lines: tuple[tuple[int, str], ...] = ()  # number -> text, as written
        self.of_all: tuple[int | None, str, str] | None = None  # who shares, how, and with what, on every day
        self.sure: set[int] = set()  # lines whose doubts were answered

    def read(self, text: str) -> Workout:
        """The whole text."""
        self.lines = tuple(enumerate(lines_of(text), start=1))
        shown = shown_languages(text)
        little = frozenset(word for one in languages() if one.name in shown for word in one.functions)
        names = self.reading.names
        rows = DocumentPass(names, Prose(names, little), translator(shown) if shown else None).read(
            [line for _, line in self.lines]
        )
        self.reading.settle(rows)
        self.reading.parts.run_together = any(_BUT_THE_RUNS.search(row.text) for row in rows)
        gap = False
        for row in rows:
            gap |= row.after_blank
            self.reading.parts.after_blank = gap
            if row.after_blank:
                self.columns.set_heads([])
            before = self.reading.parts.said
            self._row(row)
            for start, end in row.asides:
                self._note(row, row.as_written(start, end).strip(" ,;()–—-"))
            gap = gap and self.reading.parts.said == before  # words after a gap do not close it
            self.reading.hand_back_cells(row)
        self.divisions.give_above()
        for row in rows:
            self._standards(row)
        self._give_preface()
        return self._workout(rows)

    def _give_preface(self) -> None:
        """Notes above the first part are that part's."""
        parts = self.reading.parts
        if self.preface and not parts.all:
            parts.all.append(PartDraft("A", 1))
        if self.preface:
            parts.all[0].notes[:0] = self.preface

    def _workout(self, rows: Sequence[Row]) -> Workout:
        reading, written = self.reading, AsWritten(rows)
        lines = [(row.number, row.text) for row in rows if row.number < AGAIN]
        parts = told(written.parts(reading.parts.finished()), lines, reading.catalog)
        works = [work.movement for part in parts for work in part.work]
        check_amount(len(parts), len(works), len(set(works)))
        doubts = doubts_of(parts, tuple(reading.parts.two_caps), reading.catalog, frozenset(self.sure))
        marks, lost = without_trace(written.marks(reading.marks), parts, self.lines)
        unread = sorted((*written.unread(reading.unread), *lost), key=lambda one: (one.line, one.column))
        return Workout(self.title, parts, tuple(unread), doubts, tuple(marks))

    # -- one row --------------------------------------------------------------------------------

    def _row(self, row: Row) -> None:
        blocks = _BLOCKS.search(row.text) if self.reading.parts.last is None else None
        if blocks is not None:
            self.reading.parts.each_lasts = (int(blocks[1]), int(blocks[2]) * 60)
        for start, end, says in row.marks:
            self.reading.mark(row, start, end, "note", says)
        if row.parted:
            self._begin_anew()
        take_turns_below(row, self.reading.parts)
        if row.role == "too-long":
            reason = f"a line of over {MAX_LINE} characters"
            self.reading.unread.append(Unread(row.number, 1, row.written[:80], reason))
            self.reading.mark(row, 0, len(row.written), "unread", "too long")
        elif row.role == "title":
            self._title(row)
        elif row.role == "cells":
            for standard in row.standards:
                self.reading.mark(row, standard.cell.start, standard.cell.end, "note", "what a division does")
        elif row.role == "table":
            self.reading.mark(row, 0, len(row.text.rstrip()), "note", "what the columns say")
        elif row.role in ("schedule", "note"):
            self._note_row(row)
        else:
            self._work_row(row)

    def _title(self, row: Row) -> None:
        title = _bare_title(row.written)
        self.title = self.title or title
        self.reading.mark(row, 0, len(row.text.rstrip()), "title", "the session's name")
        self._team_of_all(row)
        self.reading.parts.kit = kit_of_all(title)
        if (each := _OF_EACH.search(title)) is not None:
            self.reading.parts.current(row.number).each_reps = int(each[1])
        match = self.reading.names.find(title)
        movement = self.reading.catalog.movements.get(match.movement) if match else None
        if movement is not None and movement.family in GOING:
            self.reading.attacher.of_title = movement.id  # "Row intervals": lines below only say how far
        loaded = movement.context.get("loaded", movement.id) if movement is not None else ""
        if loaded and self.reading.catalog.movements[loaded].implement == "barbell":
            self.reading.attacher.lift = loaded

    def _note_row(self, row: Row) -> None:
        says = "times of the day" if row.role == "schedule" else "a coach's note"
        self._note(row, row.as_written(row.start, len(row.text)))
        self.reading.mark(row, 0, len(row.text.rstrip()), "note", says)
        self.loads.read(row, row.start, len(row.text))
        self._team_of_all(row)
        last = self.reading.parts.last
        if last is not None and last.work and goes_on(row.text):
            last.goes_on, last.goes_up_to = True, goes_up_to(row.text)
        if last is not None and row.later:
            again_with(last, row.later)
        if last is not None and row.rung and not last.grows:
            counts = {one.reps for one in last.work if one.as_prescribed}
            first = counts.pop() if len(counts) == 1 else None
            last.grows = max(0, row.rung - first) if first else 0  # "3 squats", and below it "6 - 6"

    def _team_of_all(self, row: Row) -> None:
        """'Saturday team of three' above everything: how many share what is shared below."""
        speaks = TEAM_WORDS.search(row.text) and not _IN_GROUPS.search(row.text)
        found = read_format(Line(row.number, row.text)) if speaks else None
        if found is not None and found.format.team:
            self.reading.parts.team = found.format.team
            told = row.role == "title" or _TEAMS_FIRST.match(row.text) is not None
            self.reading.parts.share = found.format.share if told else ""
        elif row.role == "title" and _PARTNERS.match(row.text):
            self.reading.parts.team, self.reading.parts.share = PAIR, "split"
        last = self.reading.parts.last
        above = last is None or not any(part.work for part in self.reading.parts.all)
        shared = found is not None and _SHARES.search(row.text) and not self.reading.parts.team
        if above and found is not None and shared and _BOTH.search(row.text):
            self.reading.parts.team, self.reading.parts.share = PAIR, found.format.share
            self.reading.parts.run_together = _RUN_TOGETHER.search(row.text) is not None
        said = found is not None and found.format.share and not found.format.team
        if said and found is not None and last is not None and self.reading.parts.team:
            last.changes["share"] = found.format.share

    def _note(self, row: Row, text: str) -> None:
        text = NOTE_WORD.sub("", text).lstrip("/ ")
        parts = self.reading.parts
        (parts.current(row.number).notes if parts.last else self.preface).append(text)

    def _standards(self, row: Row) -> None:
        """What a table of divisions says. Beside a list: the first column's load for what is lifted
        there, the rest in words. Where it is the list: what the other divisions do instead."""
        for place, standard in enumerate(row.standards):
            match = self.reading.names.find(standard.movement)
            if match is not None and row.role == "cells" and is_division(standard.division):
                self.divisions.cell(row, standard, match.movement)
            elif match is not None and place == 0:
                self._first_standard(row, standard, match.movement)
            self._note(row, f"{standard.movement}, {standard.division}: {standard.cell.text}")

    def _first_standard(self, row: Row, standard: Standard, movement: str) -> None:
        for _, chunk in self.reading.splitter.chunks(
            self.reading.line(row, standard.cell.start, standard.cell.end)
        ):
            self.reading.divisions.as_load(chunk)
            if chunk.draft.loads and not chunk.named:
                self.reading.divisions.give_load(chunk.draft, movement)

    # -- a row of work --------------------------------------------------------------------------

    def _work_row(self, row: Row) -> None:
        if row.heading is not None and self._of_an_earlier_part(row, row.heading):
            return
        if row.heading is not None:
            self._open(row)
        elif row.parted and (row.named or row.followed) and any(part.work for part in self.reading.parts.all):
            self.reading.parts.next(row.number)  # below a rule
        if self.columns.read(row):
            return
        stations = _stations_of(row)
        if stations:
            self._inline_stations(row, stations)
            return
        for place, (start, stop, note) in enumerate(row.pieces):
            if note:
                self._note(row, row.as_written(start, stop))
                if row.heading is not None and row.heading.kind == "event":
                    self._team_of_event(row, start, stop)
                self.loads.read(row, start, stop)
                self.reading.mark(
                    row, start, start + len(row.text[start:stop].rstrip()), "note", "a coach's note"
                )
            else:
                self.pieces.read(row, start, stop, first=place == 0)
        if row.team:
            self.pieces.of_the_team(row)
        self._remark(row)

    def _of_an_earlier_part(self, row: Row, heading: Heading) -> bool:
        """'Event 1: ring rows, 30/20 kg' below 'Scaled': what a division does otherwise in a part that stands
        above."""
        parts = self.reading.parts
        division = parts.last.block_division if parts.last is not None else None
        earlier = next(
            (part for part in parts.all if heading.name in (part.name, part.name.split()[-1]) and part.work),
            None,
        )
        if division is None or earlier is None or heading.alone:
            return False
        self.reading.mark(row, 0, heading.end, "division", f"{division}, {heading.name}")
        self.reading.divisions.only = earlier
        self.divisions.of_division(row, division, row.start, len(row.text))
        self.reading.divisions.only = None
        return True

    def _open(self, row: Row) -> None:
        """Begin the section a row heads."""
        heading, parts = row.heading, self.reading.parts
        if heading is None:
            return
        self.reading.mark(row, 0, heading.end, "heading", heading.name)
        self.columns.set_heads([])
        self.divisions.scaling = heading.opens == "divisions"
        if heading.division or heading.opens == "day" or heading.kind in AROUND:
            parts.division = heading.division or None
        if heading.opens == "part":
            above = parts.last
            part = parts.open(heading.name, heading.kind, row.number, heading.quoted)
            part.exact = CANONICAL.match(row.text) is not None
            part.kit = part.kit or kit_of_all(heading.name)
            if above is not None and heading.quoted and not (above.work or above.format):
                part.lasts_s = part.lasts_s or above.lasts_s  # "Conditioning (12 min)", and below it its name
            self._time_of_heading(row, heading.end)
            self.pieces.pending = None
            self._team_of_heading(row, heading.end)
        elif heading.opens == "day":
            self.pieces.pending = heading.name
            self._begin_anew()
        else:
            self._note(row, row.as_written(0, heading.end))
            if parts.last:
                parts.last.block_division = None

    def _begin_anew(self) -> None:
        """A day or a rule ends what a name above it said of its pieces: how many share, and with what. What
        stands above all work stays."""
        parts = self.reading.parts
        self.divisions.begin_anew()
        parts.end_of_a_day()
        if self.of_all is None:
            worked = any(part.work for part in parts.all)
            self.of_all = (None, "", "") if worked else (parts.team, parts.share, parts.kit)
        parts.team, parts.share, parts.kit = self.of_all
        parts.run_together = False
        self.reading.attacher.of_title = ""

    def _time_of_heading(self, row: Row, end: int) -> None:
        """'Finisher, 6 min: EMOM ..': how long the section lasts."""
        within = row.heading is not None and (row.heading.alone or row.heading.timed)
        beside = tokenize(row.text[: row.start] if within else row.text[end : row.start])
        said = [seconds_of(phrase) for phrase in beside if phrase.kind != "clock" or not within]
        window = _WINDOW.search(row.text[end : row.start]) or _CLOCK_WINDOW.search(row.text[end : row.start])
        of_the_piece = window is not None and (
            window.re is _WINDOW or int(window[1]) == 0 or int(window[2]) > DAY_H
        )
        if window is not None and of_the_piece and int(window[2]) > int(window[1]):
            said.append((int(window[2]) - int(window[1])) * 60)  # "Part A (0-12): AMRAP", "B - 18:00-30:00"
        bare = _BARE_MINUTES.match(row.text[end : row.start])  # "Conditioning (12): .."
        said.append((int(bare[1]) if bare else row.lasts_min) * 60)
        if (last := self.reading.parts.last) is not None and any(said):
            last.lasts_s = next(filter(None, said))

    def _team_of_heading(self, row: Row, end: int) -> None:
        """'Partner WOD', 'Trio': the heading says how many share."""
        if row.text[end:].startswith("("):
            end = row.text.find(")", end) + 1 or end  # "Team WOD (2)"
        found = read_format(Line(row.number, row.text, 0, end)) if TEAM_WORDS.search(row.text[:end]) else None
        last = self.reading.parts.last
        if found is not None and found.format.team and last is not None:
            last.changes |= {"team": found.format.team, "share": found.format.share}

    def _team_of_event(self, row: Row, start: int, stop: int) -> None:
        """'Event 5 - Saturday 15:40, main floor - teams of 3, two at a time': who shares it."""
        said = TEAM_WORDS.search(row.text, start, stop)
        found = read_format(Line(row.number, row.text, start, stop)) if said else None
        last = self.reading.parts.last
        if found is not None and found.format.team and last is not None:
            last.changes |= {"team": found.format.team, "share": found.format.share or "split"}

    def _inline_stations(self, row: Row, stations: Sequence[tuple[int, int, int, int]]) -> None:
        """'A) 10 rows B) 12 swings C) rest' on one line."""
        if stations[0][0] > row.start:
            followed, row.followed = row.followed, True  # by the stations
            self.pieces.read(row, row.start, stations[0][0], first=True)
            row.followed = followed
        for sign, words, stop, number in stations:
            self.reading.mark(row, sign, words, "format", f"number {number} of the list")
            if sign > stations[0][0] and (part := self.reading.parts.last) is not None:
                part.closed = False  # "min 1: 2 cleans + 1 jerk, min 2: .."
            self.pieces.read(row, words, stop, first=number == 1, bullet=number)
        if (end := stations[-1][2]) < len(row.text.rstrip(" .")):
            self.pieces.read(row, end, len(row.text), first=False)

    def _remark(self, row: Row) -> None:
        """'10 burpees // step if you must': what stands after two slashes is a note on the line's last
        movement."""
        remark = row.remark
        text = row.text[remark.end() :].strip() if remark else ""
        if remark is None or not text:
            return
        self.reading.mark(row, remark.end(), len(row.text.rstrip()), "note", "a note")
        part = self.reading.parts.current(row.number)
        if YES_SO.match(text):
            self.sure.add(row.number)
        elif part.work and part.work[-1].line == row.number:
            part.work[-1].notes.extend(text.split("; "))
        else:
            part.notes.append(text)


def _bare_title(text: str) -> str:
    """A title without what only adorns it; quotes around a name at one of its ends stay."""
    title = text.strip(" *_#")
    quotes = sum(title.count(sign) for sign in _QUOTES)
    whole = title[:1] in _QUOTES and title[-1:] in _QUOTES
    return title.strip(f"{_QUOTES} " if quotes != PAIR or whole else " ").rstrip(":").strip()


def _stations_of(row: Row) -> list[tuple[int, int, int, int]]:
    """The places of a list on the row itself: where their signs and words start, where they end, numbers."""
    if row.letter == 1:  # "(a) hip thrust 4 x 8 (b) walking lunges 3 x 20"
        lettered = inline_stations(row.text, 0)
        return lettered if lettered and lettered[0][1] == row.start else []
    stations = inline_stations(row.text, row.start)
    if row.bullet is not None and stations and not arranges(row.text[row.start : stations[0][0]]):
        return []  # "2. 12 dips" is one place, "3) EMOM 9: 1 - .., 2 - .." holds a list
    return [] if row.letter is not None else stations
