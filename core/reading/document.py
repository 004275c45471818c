"""The document pass: what every row of a text is, before any row is read for what it says.

Headings open sections; sections of standards, schedules and prose hold no work; tables become lines; bullets, numbers of
sets and clock times are told from amounts; sentences are told from work; and every row learns whether a list follows it,
so that a rule ('5 rounds', 'cap 12', '95/65') can be given to the list above it or below.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence

from core.reading import tables
from core.reading.divisions import leads_with_division
from core.reading.formats import TELLING
from core.reading.headings import QUOTED, Heading, letters_head_parts, read_heading
from core.reading.languages import Translated, Translator
from core.reading.names import Names
from core.reading.prose import FIRST_HOUR, Prose, is_schedule
from core.reading.rows import (
    AT_A_TIME,
    BULLET,
    LETTER_BULLET,
    NUMBER_BULLET,
    NUMBER_DASH,
    OF_THE_CLOCK,
    OF_THE_HOUR,
    REMARK,
    SET_NUMBER,
    WEEK_OF,
    Row,
    after_heading,
    indent_of,
    inline_stations,
    sentences_of,
    without_symbols,
)
from core.reading.tokens import Phrase, tokenize

MAX_LINE = 2_000
LONGEST_CAPITALS = 6  # words of a line of capitals that is a heading
LEAST_CLOCK_ROWS = 2
_CAPITALS = re.compile(r"^[^a-z]*[A-ZÀ-Ý]{3}[^a-z]*$")
_BEFORE = ((WEEK_OF, "which week of a cycle"), (AT_A_TIME, "when it starts"))
_ARRANGING = frozenset(("rounds", "amrap", "every", "interval", "for-time", "tabata", "death-by", "quality"))


class DocumentPass:
    """Reads one text's rows with one gym's names."""

    def __init__(self, names: Names, prose: Prose, translator: Translator | None):
        self.names = names
        self.prose = prose
        self.translator = translator

    def read(self, lines: Sequence[str]) -> list[Row]:
        """What every row is."""
        rows = list(self._rows(lines))
        self._tables(rows)
        self._minutes_of_the_hour(rows)
        self._headings(rows, letters_head_parts(row.text for row in rows))
        self._numbered_by_dash(rows)
        for row in rows:
            if row.role == "work":
                self._before_words(row)
        self._numbered_sections(rows)
        self._clock_rows(rows)
        for row in rows:
            self._content(row)
        self._title(rows)
        self._follow(rows)
        return rows

    # -- rows ---------------------------------------------------------------------------------------

    def _rows(self, lines: Sequence[str]) -> Iterator[Row]:
        blank = False
        for number, line in enumerate(lines, start=1):
            if not line.strip():
                blank = True
                continue
            plain = without_symbols(line)
            if len(line) > MAX_LINE:
                yield Row(number, line, Translated(plain), 0, blank, plain[:1], role="too-long")
            else:
                plain = _without_rule(plain)
                english = self.translator.line(plain) if self.translator else Translated(plain)
                yield Row(number, line, english, indent_of(plain), blank, english.text)
            blank = False

    # -- tables -------------------------------------------------------------------------------------

    def _tables(self, rows: list[Row]) -> None:
        at = 0
        while at < len(rows):
            row = rows[at]
            if row.role == "work" and tables.division_head(row.text) is not None:
                at = self._division_table(rows, at)
                continue
            head = tables.read_head(row.text) if row.role == "work" else None
            block = self._block(rows, at)
            if head is not None:
                row.role = "table"
                at = self._table(rows, at + 1, head)
            elif "\t" in row.written and (head := tables.unheaded([one.text for one in block], self.names)):
                at = self._table(rows, at, head)
            else:
                at += 1

    def _division_table(self, rows: list[Row], at: int) -> int:
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

    def _block(self, rows: list[Row], at: int) -> list[Row]:
        block = [rows[at]]
        for row in rows[at + 1 :]:
            if row.after_blank:
                break
            block.append(row)
        return block

    def _table(self, rows: list[Row], at: int, head: tables.Head) -> int:
        """Turn the rows under a head into lines; the place after them."""
        while at < len(rows) and not rows[at].after_blank:
            row = rows[at]
            if tables.is_rule(row.text):
                row.role = "table"
            else:
                cells = tables.cells_of(row.text, head.separator)
                if len(cells) < tables.LEAST_COLUMNS:
                    break
                row.english = tables.line_of(head, cells, row.english)
                row.text = row.english.text
                row.tabled = True
            at += 1
        return at

    def _minutes_of_the_hour(self, rows: list[Row]) -> None:
        """'05-15 Warm-up', '15-35 Strength': a plan of the hour, where one row ends when the next begins."""
        timed = [(row, match) for row in rows if (match := OF_THE_HOUR.match(row.text))]
        joined = [a[1].group(2) == b[1].group(1) for a, b in zip(timed, timed[1:], strict=False)]
        if not joined or not all(joined):
            return
        for row, match in timed:
            row.marks.append((0, len(match.group().rstrip()), "which minutes of the hour"))
            row.start = match.end()

    # -- headings -----------------------------------------------------------------------------------

    def _headings(self, rows: list[Row], letters: bool) -> None:
        within_notes = False
        for at, row in enumerate(rows):
            if row.role != "work" or row.tabled:
                within_notes = within_notes and not row.tabled
                continue
            heading = self._heading(row, letters, at == 0)
            if heading is not None and heading.opens == "notes" and not heading.alone:
                heading = None  # 'Score: total reps': one line, told by its label
            if heading is not None:
                row.heading, row.start = (
                    heading,
                    after_heading(row.text, heading.end, heading.kind is not None),
                )
                if row.start > heading.end:
                    row.marks.append((heading.end, row.start, "beside the heading"))
                within_notes = heading.opens == "notes"
                continue
            if within_notes and row.after_blank and self._arranges(row.text):
                within_notes = False
            if within_notes:
                row.role = "note"

    def _heading(self, row: Row, letters: bool, first: bool) -> Heading | None:
        text = " " * row.start + row.text[row.start :]
        heading = read_heading(text, letters)
        if heading is not None and not self._is_a_list(row, heading):
            return heading
        if heading is not None:
            return None
        quoted = QUOTED.match(text)
        if (
            quoted
            and not (first and quoted.end() == len(text))
            and not self._arranges(quoted.group(1))
            and (quoted.end() == len(text) or text[quoted.end() :].lstrip()[:1] in "-–—(:,/")
        ):
            return Heading(
                quoted.group(1).strip(), None, quoted.end(), alone=quoted.end() == len(text), quoted=True
            )
        if not first and _CAPITALS.match(text) and self._names_a_section(text):
            return Heading(" ".join(text.split()).strip(" *_#=:-").capitalize(), None, len(text), alone=True)
        return None

    def _is_a_list(self, row: Row, heading: Heading) -> bool:
        """'a) 12 cal row' and small letters are places of a list, not parts; several on a line are its stations."""
        return bool(LETTER_BULLET.match(row.text)) or (
            bool(inline_stations(row.text, 0)) and heading.kind is None
        )

    def _names_a_section(self, text: str) -> bool:
        phrases = tokenize(text)
        words = [phrase for phrase in phrases if phrase.kind == "words"]
        return (
            bool(words)
            and len(text.split()) <= LONGEST_CAPITALS
            and all(
                phrase.kind
                in ("words", "dash", "and", "plus", "slash", "colon", "comma", "other", "open", "close")
                for phrase in phrases
            )
            and not any(self._exact(phrase) for phrase in words)
        )

    def _exact(self, phrase: Phrase) -> bool:
        match = self.names.find(phrase.text)
        return match is not None and match.confidence == 1

    def _arranges(self, text: str) -> bool:
        return any(phrase.kind in _ARRANGING for phrase in tokenize(text))

    def _numbered_by_dash(self, rows: list[Row]) -> None:
        """'1 - 12 cal row', '2 - 10 push-ups': places of a list, where they count up from one."""
        run: list[tuple[Row, re.Match[str]]] = []
        for row in rows:
            match = NUMBER_DASH.match(row.text) if row.role == "work" and row.heading is None else None
            if match is not None and int(match.group(1)) == len(run) + 1:
                run.append((row, match))
            elif len(run) > 1:
                break
            else:
                run = []
        for row, match in run if len(run) > 1 else ():
            row.bullet, row.start = int(match.group(1)), match.end()
            row.marks.append((match.start(1), match.end(1), "a number in a list"))

    # -- before the words ---------------------------------------------------------------------------

    def _before_words(self, row: Row) -> None:
        for pattern, says in _BEFORE:
            if match := pattern.match(row.content):
                row.marks.append((row.start, row.start + len(match.group().rstrip()), says))
                row.start += match.end()
        if row.marks and not row.content.strip() and row.heading is None and AT_A_TIME.match(row.text):
            row.heading = Heading(" ".join(row.text.split()), None, len(row.text), alone=True)
            return
        numbered = None if SET_NUMBER.match(row.content) else NUMBER_BULLET.match(row.content)
        if numbered:
            row.bullet = int(numbered.group(1))
            row.marks.append(
                (row.start + numbered.start(1), row.start + numbered.end(1), "a number in a list")
            )
            row.start += numbered.end()
        elif lettered := LETTER_BULLET.match(row.content):
            row.letter = ord(lettered.group(1)) - ord("a") + 1
            row.marks.append(
                (
                    row.start + lettered.start(1),
                    row.start + lettered.end(1),
                    f"number {row.letter} of the list",
                )
            )
            row.start += lettered.end()
        elif bullet := BULLET.match(row.content):
            row.start += bullet.end()
        if (sets := SET_NUMBER.match(row.content)) is not None:
            first, last = sets["from"] or sets["bare"], sets["to"] or sets["until"]
            row.sets = max(1, int(last) - int(first) + 1) if last else 1
            row.marks.append((row.start, row.start + len(sets.group().rstrip()), "which sets"))
            row.start += sets.end()

    def _numbered_sections(self, rows: list[Row]) -> None:
        """Numbers that head pieces of their own ('3) Metcon, 4 rounds' with a list below) are headings."""
        for run in _runs(rows):
            if any(self._heads_a_piece(rows, at) for at in run) and not self._lists_stations(rows, run[0]):
                for at in run:
                    self._make_heading(rows[at])

    def _heads_a_piece(self, rows: list[Row], at: int) -> bool:
        row = rows[at]
        following = rows[at + 1] if at + 1 < len(rows) else None
        inner = read_heading(row.content)
        if inner is not None and inner.opens == "part" and inner.kind is not None:
            return True
        if following is None or following.role != "work" or following.heading or following.bullet:
            return False
        return following.indent > row.indent or self._arranges(row.content)

    def _lists_stations(self, rows: list[Row], at: int) -> bool:
        """Whether the row above arranges minutes or intervals, whose places the numbers are."""
        before = rows[at - 1] if at else None
        if before is None or (before.role == "note" and not before.heading):
            return False
        return any(
            phrase.kind in ("every", "interval", "tabata", "stations") for phrase in tokenize(before.text)
        )

    def _make_heading(self, row: Row) -> None:
        inner = read_heading(row.content)
        named = inner is not None and inner.opens == "part" and inner.kind is not None
        end = row.start + (inner.end if inner is not None and named else 0)
        row.heading = Heading(str(row.bullet), inner.kind if inner is not None and named else None, end)
        row.start, row.bullet = end, None

    def _clock_rows(self, rows: list[Row]) -> None:
        """'10:20 Warm-up: ..': a time of the day before the words, where several rows have one."""
        timed = [
            (row, match)
            for row in rows
            if row.role == "work"
            and not row.heading
            and (match := OF_THE_CLOCK.match(row.content))
            and not self._arranges(row.content)
        ]
        times = [int(match.group(1)) * 60 + int(match.group(2)) for _, match in timed]
        if len(timed) < LEAST_CLOCK_ROWS or times != sorted(set(times)) or times[0] < FIRST_HOUR * 60:
            return
        for row, match in timed:
            row.marks.append((row.start, row.start + match.end(), "a time of the day"))
            row.start += match.end()
            inner = read_heading(row.content)
            if inner is not None and inner.opens == "part":
                row.heading = Heading(inner.name, inner.kind, row.start + inner.end)
                row.start += inner.end
            elif inner is None:
                row.heading = Heading(f"{match.group(1)}:{match.group(2)}", None, row.start)

    # -- what a row says ----------------------------------------------------------------------------

    def _content(self, row: Row) -> None:
        if row.role != "work" or not row.content.strip():
            return
        end = len(row.text)
        if (remark := REMARK.search(row.text, row.start)) and row.content.lstrip()[:2] != "//":
            end = remark.start()
        if row.heading is None and is_schedule(
            row.text, tokenize(row.text), self._names_exactly(row.content)
        ):
            row.role = "schedule"
            return
        visible = row.text[:end]
        if leads_with_division(visible[row.start :]):
            pieces = [
                (start, stop, place > 0 and self._is_note(row, start, stop))
                for place, (start, stop) in enumerate(sentences_of(visible, row.start))
            ]
        else:
            pieces = [
                (start, stop, self._is_note(row, start, stop))
                for start, stop in sentences_of(visible, row.start)
            ]
        row.pieces = _joined(self._after_notes(row, pieces))
        if row.pieces and all(note for _, _, note in row.pieces) and not row.heading and end == len(row.text):
            row.role = "note"
            return
        for start, stop, note in row.pieces:
            if not note:
                phrases = tokenize(row.text[start:stop])
                row.named |= any(
                    phrase.kind == "words" and self.names.find(phrase.text) is not None for phrase in phrases
                )
                row.has_sets |= any(phrase.kind == "sets" or phrase.times > 1 for phrase in phrases)
                row.format |= any(phrase.kind in TELLING for phrase in phrases)

    def _after_notes(self, row: Row, pieces: list[tuple[int, int, bool]]) -> list[tuple[int, int, bool]]:
        """'.. on Thursday. Thanks': after a sentence, words that count nothing are one more."""
        kept: list[tuple[int, int, bool]] = []
        for start, stop, note in pieces:
            follows = bool(kept) and kept[-1][2]
            kept.append(
                (
                    start,
                    stop,
                    note or (follows and not self.prose.begins_work(tokenize(row.text[start:stop]))),
                )
            )
        return kept

    def _names_exactly(self, text: str) -> bool:
        return any(self._exact(phrase) for phrase in tokenize(text) if phrase.kind == "words")

    def _is_note(self, row: Row, start: int, stop: int) -> bool:
        if row.tabled:
            return False
        text = row.text[start:stop]
        return self.prose.is_note(text, tokenize(text))

    def _title(self, rows: list[Row]) -> None:
        """A first row of words that say no work names the session."""
        if (
            len(rows) < 2
            or rows[0].heading
            or rows[0].role not in ("work", "note")
            or (rows[0].number > 3 and rows[0].after_blank)
        ):
            return
        row = rows[0]
        phrases = tokenize(row.content)
        if self.prose.is_title(row.content, phrases):
            row.role = "title"

    def _follow(self, rows: list[Row]) -> None:
        """Whether a list stands below each row, before the block ends."""
        for row, following in zip(rows, rows[1:], strict=False):
            row.followed_deeper = (
                following.indent > row.indent
                or following.bullet is not None
                or following.text.lstrip()[:1] in "-•*"
            )
            row.followed = following.item and not following.after_blank and following.heading is None
            if (
                following.role == "work"
                and following.format
                and not following.named
                and not following.after_blank
                and not following.heading
            ):
                row.followed = row.followed or _next_items(rows, following)


def _without_rule(line: str) -> str:
    """A line without the dashes, stars or equals signs that only adorn its end: '-rest 2 min-', '** A **'."""
    end = len(line.rstrip().rstrip("-–—*_=~"))
    return line if end == 0 else line[:end] + " " * (len(line) - end)


def _next_items(rows: list[Row], row: Row) -> bool:
    at = rows.index(row) + 1
    return at < len(rows) and rows[at].item and not rows[at].after_blank and rows[at].heading is None


def _runs(rows: list[Row]) -> Iterator[list[int]]:
    """Places of rows numbered 1, 2, 3.. at one indent, other rows between allowed."""
    run: list[int] = []
    for at, row in enumerate(rows):
        if row.bullet is None:
            if row.heading is not None and run:
                yield run
                run = []
            continue
        if run and row.bullet == (rows[run[-1]].bullet or 0) + 1 and row.indent == rows[run[0]].indent:
            run.append(at)
        else:
            if len(run) > 1:
                yield run
            run = [at]
    if len(run) > 1:
        yield run


def _joined(pieces: list[tuple[int, int, bool]]) -> list[tuple[int, int, bool]]:
    """Notes that follow one another as one."""
    kept: list[tuple[int, int, bool]] = []
    for start, stop, note in pieces:
        if kept and note and kept[-1][2]:
            kept[-1] = (kept[-1][0], stop, True)
        else:
            kept.append((start, stop, note))
    return kept
