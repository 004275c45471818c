"""The document pass: what every row of a text is, before any row is read for what it says.

Headings open sections; sections of standards, schedules and prose hold no work; tables become lines; bullets,
numbers of sets and clock times are told from amounts; sentences are told from work; and every row learns
whether a list follows it, so that a rule ('5 rounds', 'cap 12', '95/65') can be given to the list above it or
below.
"""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterator, Sequence

from core.reading.divisions import leads_with_division
from core.reading.formats import TELLING
from core.reading.headings import (
    AROUND,
    NUMBERED,
    QUOTED,
    Heading,
    bullets_head_parts,
    letters_head_parts,
    read_heading,
)
from core.reading.languages import Translated, Translator
from core.reading.names import Names
from core.reading.numbering import (
    before_words,
    clock_rows,
    clock_starts,
    counted_labels,
    labelled_lists,
    message_heads,
    minutes_in_order,
    minutes_of_the_hour,
    numbered_by_bar,
    numbered_by_dash,
    numbered_sections,
    pairs_of_a_superset,
    partners,
    piece_windows,
    sets_in_order,
    short_days,
    weeks_side_by_side,
)
from core.reading.phrases import Phrase
from core.reading.plain_words import plain_words
from core.reading.prose import ARRANGES, COUNTED, FIRST_HOUR, Prose, arranges, is_schedule, tells_work
from core.reading.row_roles import (
    ROUND,
    begins_with_sets,
    level_blocks,
    lists_on,
    name_a_round,
    notes_joined,
    only_a_label,
    only_division,
    only_says_who,
    opens_with_sets,
    within_a_piece,
    without_rule,
)
from core.reading.rows import (
    LETTER_BULLET,
    REMARK,
    Row,
    after_heading,
    cased,
    indent_of,
    inline_stations,
    sentences_of,
    without_symbols,
)
from core.reading.rungs import goes_on
from core.reading.several import PieceCuts
from core.reading.side_by_side import side_by_side
from core.reading.table_rows import find_tables
from core.reading.team_roles import change_said, changes_only, team_roles, without_open
from core.reading.tokens import seconds_of, tokenize

MAX_LINE = 2_000
_NAMED_PIECE = re.compile(r"(?:event|workout|wod|test|match)\b", re.IGNORECASE)
SHORTEST_SECTION = 3  # letters of a line of capitals that head nothing: "PVC"
LEAST_WORKING_PERCENT = 65  # of a best, from which sets are no warm-up; common practice
LONGEST_CAPITALS = 6  # words of a line of capitals that is a heading
_SEEKS = re.compile(r"\b(?:find|establish|build|work up|max)\b", re.IGNORECASE)
_DATED_PIECE = re.compile(r"(?:day|session|[dw])\s*\d", re.IGNORECASE)
_RESTS = re.compile(r"\W*(?:rest(?:\s+day)?|off)\W*$", re.IGNORECASE)
_CAPITALS = re.compile(r"^[^a-z]*[A-ZÀ-Ý]{3}[^a-z]*$")

RULE = " \t-=_*~–—"  # a row of nothing else parts what stands above it from what stands below


_OF_A_THEME = ("words", "comma", "dash", "open", "close", "and", "plus", "slash", "of", "other")


class DocumentPass:
    """Reads one text's rows with one gym's names."""

    def __init__(self, names: Names, prose: Prose, translator: Translator | None):
        self.names = names
        self.prose = prose
        self.translator = translator
        self.cuts = PieceCuts(names)
        self.bullets = False  # whether sections stand behind bullets

    def read(self, lines: Sequence[str]) -> list[Row]:
        """What every row is."""
        rows = list(self._rows(lines))
        side_by_side(rows, self.names)
        find_tables(rows, self.names)
        minutes_of_the_hour(rows)
        message_heads(rows)
        weeks_side_by_side(rows)
        partners(rows)
        short_days(rows)
        numbered_by_bar(rows)
        sets_in_order(rows)
        minutes_in_order(rows)
        labelled_lists(rows, self.names)
        pairs_of_a_superset(rows)
        counted_labels(rows, self.names)
        clock_starts(rows)
        piece_windows(rows)
        texts = [row.text for row in rows]
        self.bullets = bullets_head_parts(texts)
        self._headings(rows, letters_head_parts(texts))
        numbered_by_dash(rows)
        for row in rows:
            if row.role == "work":
                before_words(row)
        numbered_sections(rows)
        clock_rows(rows)
        for row, following in itertools.zip_longest(rows, rows[1:]):
            self._content(row, following)
        self._title(rows)
        self._follow(rows)
        self._lifts(rows)
        return rows

    def _lifts(self, rows: Sequence[Row]) -> None:
        """'Back squat 20 min' with its sets below ends a warm-up."""
        within = None
        for row in rows:
            if row.heading is not None:
                within = row.heading.kind
            elif within in AROUND and (
                (row.after_blank and row.sets_below and self._is_a_lift(row))
                or self._seeks_a_best(row)
                or self._works_at_a_percent(row)
            ):
                row.heading = Heading("Strength", "strength", 0)
                within = "strength"

    def _works_at_a_percent(self, row: Row) -> bool:
        """'Front squats: 4 sets of 6 @ 70 %': no warm-up."""
        phrases = row.phrases(row.start, len(row.text)) if row.role == "work" and row.named else []
        heavy = any(one.unit == "percent" and max(one.values) >= LEAST_WORKING_PERCENT for one in phrases)
        return heavy and any(one.kind == "sets" for one in phrases)

    def _seeks_a_best(self, row: Row) -> bool:
        """'Find your 5RM front squat': no warm-up."""
        phrases = row.phrases(row.start, len(row.text)) if row.role == "work" and row.named else []
        return any(phrase.kind == "rm" for phrase in phrases) and any(
            phrase.kind in ("build", "words") and _SEEKS.search(phrase.text) for phrase in phrases
        )

    def _is_a_lift(self, row: Row) -> bool:
        phrases = row.phrases(row.start, len(row.text))
        timed = len(phrases) == 1 or (len(phrases) == 2 and seconds_of(phrases[1]) is not None)
        return bool(phrases) and timed and phrases[0].kind == "words" and self._exact(phrases[0])

    # -- rows ---------------------------------------------------------------------------------------

    def _rows(self, lines: Sequence[str]) -> Iterator[Row]:
        blank = False
        for number, (line, in_case) in enumerate(zip(lines, cased(lines), strict=True), start=1):
            if not line.strip(RULE):
                blank = True
                continue
            plain = without_symbols(in_case)
            if len(line) > MAX_LINE:
                yield Row(number, line, Translated(plain), 0, blank, plain[:1], role="too-long")
            else:
                plain = without_rule(plain)
                english = self.translator.line(plain) if self.translator else Translated(plain)
                yield Row(number, line, english, indent_of(plain), blank, english.text)
            blank = False

    # -- headings -----------------------------------------------------------------------------------

    def _headings(self, rows: list[Row], letters: bool) -> None:
        within_notes = False
        level_blocks(rows)
        for at, row in enumerate(rows):
            if row.heading is not None and row.heading.division:
                within_notes = False
                continue
            if row.role != "work" or row.tabled:
                within_notes = within_notes and not row.tabled
                continue
            heading = self._heading(row, letters, at == 0)
            if heading is not None and ROUND.match(heading.name) and within_a_piece(rows, at):
                name_a_round(row, heading)
                continue
            if heading is not None and not heading.alone and only_a_label(heading, row):
                heading = None  # 'Score: total reps': one line, told by its label
            if heading is not None:
                self._head(rows, at, heading)
                within_notes = heading.opens == "notes"
                continue
            listed = row.after_blank or (at + 1 < len(rows) and rows[at + 1].text.lstrip()[:1].isdecimal())
            ends = (listed and arranges(row.text)) or (row.after_blank and only_division(row.text))
            within_notes = within_notes and not ends
            if within_notes:
                row.role = "note"

    def _head(self, rows: Sequence[Row], at: int, heading: Heading) -> None:
        """Make a row the head of a section."""
        row = rows[at]
        row.heading = heading
        row.start = after_heading(row.text, heading.end, heading.kind not in (None, "skill"))
        if row.start > heading.end:
            row.marks.append((heading.end, row.start, "beside the heading"))
        if self._only_names(rows, at):
            row.marks.append((row.start, len(row.text.rstrip()), "beside the heading"))
            row.start = len(row.text)

    def _heading(self, row: Row, letters: bool, first: bool) -> Heading | None:
        if row.letter is not None:
            return None
        text = " " * row.start + row.text[row.start :]
        heading = row.day or read_heading(text, letters, self.bullets)
        if heading is not None and (heading.opens == "day" or not self._is_a_list(row, heading)):
            return heading
        if heading is not None:
            return None
        quoted = QUOTED.match(text)
        if (
            quoted
            and not (first and quoted.end() == len(text))
            and not arranges(quoted.group(1))
            and (
                quoted.end() == len(text)
                or text[quoted.end() :].lstrip()[:1] in "-–—(:,/"
                or arranges(text[quoted.end() :])
            )
        ):
            return Heading(
                quoted.group(1).strip(), None, quoted.end(), alone=quoted.end() == len(text), quoted=True
            )
        if not first and _CAPITALS.match(text) and self._names_a_section(text):
            return Heading(" ".join(text.split()).strip(" *_#=:-").capitalize(), None, len(text), alone=True)
        return None

    def _only_names(self, rows: Sequence[Row], at: int) -> bool:
        """Whether the row of a day or an event goes on with words that are no work: 'SATURDAY - COMP
        SIMULATION', 'Monday - Squat + engine', 'Event 5: The shuttle'."""
        row = rows[at]
        said = row.phrases(row.start, len(row.text))
        phrases = [one for one in said if one.kind != "clock" or one.values[0] < FIRST_HOUR * 60]
        heading = row.heading
        if heading is not None and heading.kind == "skill" and self._is_a_theme(phrases, rows, at):
            return True
        if not phrases or any(phrase.kind in COUNTED | ARRANGES for phrase in phrases):
            return False
        day = heading is not None and heading.opens == "day"
        if not any(phrase.kind == "words" and self.names.find(phrase.text) for phrase in phrases):
            piece = heading is not None and NUMBERED.match(row.text) is not None
            return day or (piece and self._counts_below(rows, at))
        if self._named_again_below(phrases, rows[at + 1] if at + 1 < len(rows) else None):
            return True
        theme = day and any(phrase.kind in ("plus", "and", "comma") for phrase in phrases)
        named = heading is not None and _NAMED_PIECE.match(heading.name)
        if (theme or named) and self._counts_below(rows, at):
            return True
        following = rows[at + 1] if at + 1 < len(rows) and not rows[at + 1].after_blank else None
        dated = day or (heading is not None and _DATED_PIECE.match(heading.name))
        return (
            bool(dated)
            and following is not None
            and (
                _RESTS.match(following.text) is not None
                or self._counts_a_name(following.phrases(following.start, len(following.text)))
            )
        )

    def _is_a_theme(self, phrases: Sequence[Phrase], rows: Sequence[Row], at: int) -> bool:
        """'Skill - handstand, 15 min' above a list that counts what is done."""
        untimed = [one for one in phrases if seconds_of(one) is None or one.kind != "measure"]
        bare = bool(untimed) and all(one.kind in _OF_A_THEME for one in untimed)
        below = rows[at + 1] if at + 1 < len(rows) else None
        if not bare or below is None or below.after_blank or read_heading(below.text) is not None:
            return False
        return self._counts_a_name(below.phrases(below.start, len(below.text)))

    def _named_again_below(self, phrases: Sequence[Phrase], following: Row | None) -> bool:
        """'III. SQUAT' above 'Back squat', '1. Snatch' above '3 position snatch: 5 sets': what it is
        about."""
        said = {word for one in phrases if one.kind == "words" for word in plain_words(one.text)}
        others = [
            one.kind for one in phrases if one.kind not in ("words", "open", "close", "count", "measure")
        ]
        if following is None or following.after_blank or others or not said:
            return False
        below = [one for one in tokenize(following.text) if one.kind == "words"]
        named = {word for one in below for word in plain_words(one.text)}
        return said < named and any(self.names.find(one.text) for one in below)

    def _counts_below(self, rows: Sequence[Row], at: int) -> bool:
        """Whether a row right below counts a movement of its own."""
        below = itertools.takewhile(lambda row: not row.after_blank, rows[at + 1 : at + 4])
        return any(self._counts_a_name(row.phrases(row.start, len(row.text))) for row in below)

    def _counts_a_name(self, phrases: Sequence[Phrase]) -> bool:
        return any(
            (a.kind in COUNTED and b.kind == "words" and self._exact(b))
            or (a.kind == "words" and b.kind in ("sets", "scheme", "steps") and self._exact(a))
            for a, b in itertools.pairwise(phrases)
        )

    def _is_a_list(self, row: Row, heading: Heading) -> bool:
        """'a) 12 cal row' and small letters are places of a list, not parts; several on a line are its
        stations."""
        return bool(LETTER_BULLET.match(row.text)) or (
            bool(inline_stations(row.text, 0)) and heading.kind is None
        )

    def _names_a_section(self, text: str) -> bool:
        phrases = tokenize(text)
        words = [phrase for phrase in phrases if phrase.kind == "words"]
        return (
            bool(words)
            and len(text.strip(" *_#:")) > SHORTEST_SECTION
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

    # -- what a row says ----------------------------------------------------------------------------

    def _content(self, row: Row, following: Row | None) -> None:
        if row.role != "work" or not row.content.strip():
            return
        if changes_only(row.text) or goes_on(row.text):
            row.role = "note"
            return
        if not any(sign.isalnum() for sign in row.content):
            return  # only signs
        timed = row.heading is None and not row.of_the_piece and is_schedule(row.text)
        if timed and not self._is_work(row):
            row.role = "schedule"
            return
        self._in_pieces(row, following)

    def _in_pieces(self, row: Row, following: Row | None) -> None:
        """The row's sentences, and which of them are notes."""
        end = len(row.text)
        row.remark = self._remark(row)
        if row.remark is not None:
            end = row.remark.start()
        if not row.tabled and self._gives_roles(row, end):
            return
        spans = list(sentences_of(row.text[:end], row.start))
        lifted = following is not None and self._is_above_its_sets(row, following)
        pieces = [
            (
                *span,
                not lifted and not leads_with_division(row.text[slice(*span)]) and self._is_note(row, *span),
            )
            for span in spans
        ]
        row.pieces = notes_joined(self._after_notes(row, pieces))
        if row.pieces and all(note for _, _, note in row.pieces) and not row.heading and end == len(row.text):
            row.role = "note"
            return
        for start, stop, note in row.pieces:
            if not note:
                self._features(row, row.phrases(start, stop))

    def _gives_roles(self, row: Row, end: int) -> bool:
        """'One works, the other skips': who of a team does what, and what stands before and behind it."""
        if row.of_partner:
            self._until_the_other_is_done(row)
        row.team, row.team_end = team_roles(row.text[:end], row.start, self.names)
        if not row.team:
            return False
        around = ((row.start, row.team[0].start), (change_said(row.text, row.team_end), end))
        row.pieces = [(*one, False) for one in around if row.text[slice(*one)].strip(" ,;.:")]
        row.named = True
        return True

    def _until_the_other_is_done(self, row: Row) -> None:
        """'B: max rounds of 5 burpees' beside 'A: 400 m run': as often as the other takes."""
        begin = without_open(row.text, row.start)
        if begin > row.start:
            row.marks.append((row.start, begin, "for as long as the other takes"))
            row.start = begin

    def _is_above_its_sets(self, row: Row, following: Row) -> bool:
        """'Jerk from the rack' with '75 % 2x2' below it."""
        phrases = row.phrases(row.start, len(row.text))
        named = bool(phrases) and phrases[0].kind == "words" and self.names.starts(phrases[0].text)
        sets = not following.after_blank and opens_with_sets(following)
        return named and sets and len(row.content.split()) <= LONGEST_CAPITALS

    def _remark(self, row: Row) -> re.Match[str] | None:
        """'10 burpees // step if you must'; behind '5 x 5 squats // AMRAP 10: ..' stands another piece."""
        found = REMARK.search(row.text, row.start) if row.content.lstrip()[:2] != "//" else None
        if found is None or self.cuts.begins(tokenize(row.text[found.end() :]), False):
            return None
        return found

    def _features(self, row: Row, phrases: Sequence[Phrase]) -> None:
        """What the rows around have to know of a row."""
        row.named |= self.prose.names_work(phrases)
        listed = any(b.kind == "scheme" and a.kind == "words" for a, b in itertools.pairwise(phrases))
        row.has_sets |= listed or any(
            phrase.kind in ("sets", "steps") or phrase.times > 1 for phrase in phrases
        )
        row.told |= self.prose.tells(phrases)
        row.lists |= self.prose.lists_after_colon(phrases)
        row.format |= any(phrase.kind in TELLING for phrase in phrases)

    def _is_work(self, row: Row) -> bool:
        """Whether a row of clock times arranges or names something."""
        phrases = row.phrases(row.start, len(row.text))
        return tells_work(phrases, row.text) or any(
            self._exact(one) for one in phrases if one.kind == "words"
        )

    def _after_notes(self, row: Row, pieces: list[tuple[int, int, bool]]) -> list[tuple[int, int, bool]]:
        """'.. on Thursday. Thanks': after a sentence, words that count nothing are one more."""
        kept: list[tuple[int, int, bool]] = []
        for start, stop, note in pieces:
            follows = bool(kept) and kept[-1][2] and not leads_with_division(row.text[start:stop])
            text, phrases = row.text[start:stop], row.phrases(start, stop)
            works = self.prose.begins_work(phrases) or self.prose.counts_several(text, phrases)
            kept.append((start, stop, note or (follows and not works)))
        return kept

    def _is_note(self, row: Row, start: int, stop: int) -> bool:
        if row.tabled:
            return False
        text = row.text[start:stop]
        return self.prose.is_plain(text) or self.prose.is_note(text, row.phrases(start, stop))

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
        phrases = row.phrases(row.start, len(row.text))
        if self.prose.is_dated(phrases, row.content) and lists_on(rows[1]) and rows[1].named:
            row.role = "title"  # "Swim/run Saturday" above what is done
            return
        if not rows[1].after_blank and only_says_who(phrases):
            return  # "Partner workout:" right above its list
        if self._names_what_follows(phrases, rows[1:]):
            row.role = "title"  # "BACK SQUAT" above "Back squat 5 x 5"
            return
        if self.prose.is_title(row.content, phrases) and not leads_with_division(row.content):
            row.role = "title"

    def _names_what_follows(self, phrases: Sequence[Phrase], following: Sequence[Row]) -> bool:
        """Whether a bare name stands alone, and some row below counts the same movement."""
        match = self.names.find(phrases[0].text) if len(phrases) == 1 and phrases[0].kind == "words" else None
        if match is None or match.confidence < 1 or match.left_over:
            return False
        if opens_with_sets(following[0]) and not following[0].named:
            return False  # its own sets stand right below
        for row in following:
            said = row.phrases(row.start, len(row.text)) if row.role == "work" else ()
            named = (self.names.find(one.text) for one in said if one.kind == "words")
            counted = any(one.kind in COUNTED for one in said)
            if counted and any(one is not None and one.movement == match.movement for one in named):
                return True
        return False

    def _follow(self, rows: list[Row]) -> None:
        """Whether a list stands below each row, before the block ends."""
        for at, (row, following) in enumerate(itertools.pairwise(rows)):
            leads = following.text.lstrip()[:1] in "-•*"
            numbered = following.bullet is not None and row.bullet is None
            row.followed_deeper = following.indent > row.indent or numbered or leads
            row.followed = lists_on(following)
            row.sets_below = not following.after_blank and begins_with_sets(following)
            arranges_more = following.role == "work" and following.format and not following.named
            if arranges_more and not following.after_blank and not following.heading:
                row.followed |= at + 2 < len(rows) and lists_on(rows[at + 2])
