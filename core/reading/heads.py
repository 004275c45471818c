"""Rows that head a section or name the session."""

from __future__ import annotations

import itertools
import re
from collections.abc import Sequence

from core.reading.board_words import board_words
from core.reading.divisions import leading_division, leads_with_division
from core.reading.headings import (
    AROUND,
    NUMBERED,
    QUOTED,
    Heading,
    bullets_head_parts,
    letters_head_parts,
    read_heading,
)
from core.reading.names import Names
from core.reading.phrases import Phrase
from core.reading.plain_words import plain_words
from core.reading.prose import ARRANGES, AS_USUAL, COUNTED, FIRST_HOUR, Prose, arranges, bare_words
from core.reading.row_roles import (
    ROUND,
    level_blocks,
    lists_on,
    name_a_round,
    only_a_label,
    only_division,
    only_says_who,
    opens_with_sets,
    within_a_piece,
)
from core.reading.rows import LETTER_BULLET, NUMBER_BULLET, Row, after_heading, inline_stations
from core.reading.scan import FILLERS
from core.reading.tokens import seconds_of, tokenize

_NAMED_PIECE = re.compile(r"(?:event|workout|wod|test|match)\b", re.IGNORECASE)
SHORTEST_SECTION = 3  # letters of a line of capitals that head nothing: "PVC"
_DATED_PIECE = re.compile(r"(?:day|session|[dw])\s*\d", re.IGNORECASE)
_BRACKETED = re.compile(r"\s*\([^():]{2,20}:\s[^()\d]+\)\s*")
_RESTS = re.compile(r"\W*(?:rest(?:\s+day)?|off)\W*$", re.IGNORECASE)
_SETS_BEHIND = re.compile(r"\W*\d+\s*(?:x|sets|@|-\d)", re.IGNORECASE)
_A_LESSON = re.compile(r"\b(?:lesson|lecture|module|chapter)\s+\d+\b", re.IGNORECASE)
_OF_A_WEEK = re.compile(r"\W*(?:[^\W\d]+\s+){0,3}week\b[^:]{0,20}:", re.IGNORECASE)
_WEEK_OF_A_CYCLE = re.compile(
    r"\W*(?:\d{1,2}[\s-]+week\s+)?(?:[^\W\d]+\s+){1,3}(?:cycle|block|program(?:me)?|phase|prep|progression)\b"
    r"[\s,:–-]*(?:wk|week|w|day|session|phase)?"
    r"\s*#?\d{1,2}(?:\s*(?:/|of)\s*\d{1,2})?\W*$"
    r"|\W*(?:program(?:me)?|cycle|block)\s*:\s*\d{1,2}[\s-]+week\s+(?:[^\W\d]+\s*){1,3},?\s*week\s+\d{1,2}\W*$",
    re.IGNORECASE,
)
_LIFT_AND_MINUTES = re.compile(
    r"\W{0,4}(?P<name>[^\W\d][^\W\d&-]*(?:\s[^\W\d]+){0,2})\s?\(\d{1,2}\s?(?:min(?:ute)?s?|['’′])\)\s?:\s(?=\S)",
    re.IGNORECASE,
)
_ENDS_A_TITLE = re.compile(
    r"\w\W+(?:test|ladder|day|session|challenge|special|medley|benchmark|combo|brick|sandwich)\W*$",
    re.IGNORECASE,
)
_TOWARDS_A_TEST = re.compile(
    r"\W*\d{1,3}\s?(?:k|km|m)?\s+(?:row|run|ski|bike)\s+(?:test\s+)?(?:prep|training|builder|program|plan|day|session|cycle|practice)\W*$",
    re.IGNORECASE,
)
_ONE_TITLE = re.compile(r"^\s*[A-Z][a-z]{2,}(?: [A-Za-z]{2,}){0,2}\s*:?\s*$")
_CAPITALS = re.compile(r"^[^a-z]*[A-ZÀ-Ý]{3}[^a-z]*$")
_OF_A_THEME = ("words", "comma", "dash", "open", "close", "and", "plus", "slash", "of", "other")
_ARRANGED = ("amrap", "every", "for-time", "tabata", "interval")
_KINDS_OF_WORK = frozenset(
    ("skill", "skills", "strength", "technique", "conditioning", "accessory", "drills", "metcon")
)
MOST_BEFORE = 3  # rows of a greeting and of names, above which no session is named; common practice
MOST_TIMES = 6  # that a list is done, said as "x 3" behind its name
LONGEST_CALLED = 4  # words of a piece's own name
LONGEST_CAPITALS = 6  # words of a line of capitals that is a heading


class Heads:
    """Finds them with one gym's names."""

    def __init__(self, names: Names, prose: Prose):
        self.names = names
        self.prose = prose
        self.bullets = False  # whether sections stand behind bullets

    def find(self, rows: list[Row]) -> None:
        """Give every row that heads something its heading, and rows of sections without work their role."""
        texts = [row.text for row in rows]
        self.bullets = bullets_head_parts(texts)
        self._headings(rows, letters_head_parts(texts))

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
            heading = self._heading(row, letters, at == 0) or self._said_otherwise(rows, at)
            if heading is not None and ROUND.match(heading.name) and within_a_piece(rows, at):
                name_a_round(row, heading)
                continue
            if heading is not None and _BRACKETED.fullmatch(row.text) and heading.opens != "day":
                heading = None  # "(Bonus: high five everyone)"
            if heading is not None and not heading.alone and only_a_label(heading, row):
                heading = None  # 'Score: total reps': one line, told by its label
            if heading is not None and heading.kind in AROUND and _is_an_item(rows, at, heading):
                row.role = "note"
                continue
            if heading is not None:
                self._head(rows, at, heading)
                within_notes = heading.opens == "notes"
                continue
            listed = row.after_blank or (at + 1 < len(rows) and rows[at + 1].text.lstrip()[:1].isdecimal())
            ends = (listed and arranges(row.text)) or (row.after_blank and only_division(row.text))
            within_notes = within_notes and not (ends or (row.after_blank and self._a_division_does(row)))
            if within_notes:
                row.role = "note"

    def _said_otherwise(self, rows: list[Row], at: int) -> Heading | None:
        """The heading of a row that begins with none of the usual words."""
        row = rows[at]
        if row.letter is not None or row.day is not None or only_division(row.content):
            return None
        if (lift := self._of_a_lift(row)) is not None or _within_a_warm_up(rows, at):
            return lift
        named = self._called(row) or self._of_a_kind(rows, at) or self._unknown(rows, at)
        return named or self._of_what_is_indented(rows, at)

    def _a_division_does(self, row: Row) -> bool:
        """'Foundation: 6/4 kg ball, single-unders' below a gap: what a division does otherwise, and no
        standard."""
        division = leading_division(row.text)
        phrases = row.phrases(division[1], len(row.text)) if division is not None else ()
        return any(one.kind == "words" and self.exact(one) for one in phrases)

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
        if heading is not None and heading.name.lower() == "today" and _SETS_BEHIND.match(text, heading.end):
            return None  # "Today: 5x5 @ 75 %" below its lift
        if heading is not None and AS_USUAL.match(text):
            return None
        if heading is not None and (heading.opens == "day" or not self._is_a_list(row, heading)):
            return heading
        if heading is not None:
            return None
        quoted = QUOTED.match(text)
        if (
            quoted
            and not (first and quoted.end() == len(text) and self.names.find(quoted.group(1)) is None)
            and not arranges(quoted.group(1))
            and not any(one.kind in ("sets", "scheme") for one in tokenize(quoted.group(1)))
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

    def _of_a_kind(self, rows: Sequence[Row], at: int) -> Heading | None:
        """'SNATCH SKILL (15 min)', 'Pull-up strength' above what counts a movement: what a section is about
        and of which kind it is."""
        row = rows[at]
        signs = ("open", "close", "colon")
        phrases = [one for one in row.phrases(row.start, len(row.text)) if one.kind not in signs]
        timed = len(phrases) == 2 and phrases[1].kind == "measure" and seconds_of(phrases[1]) is not None
        if not phrases or phrases[0].kind != "words" or not (len(phrases) == 1 or timed):
            return None
        *about, last = phrases[0].text.lower().split() or [""]
        match = self.names.find(" ".join(about)) if last in _KINDS_OF_WORK else None
        if match is None or match.confidence < 1 or match.left_over or not self._counts_below(rows, at):
            return None
        name, kind = " ".join(phrases[0].text.split()), board_words().headings.get(last)
        return Heading(name, kind, len(row.text), alone=True)

    def _unknown(self, rows: Sequence[Row], at: int) -> Heading | None:
        """'Primary', 'Big piece:' alone after a gap and right above what is counted: no known kind, but not
        the section before."""
        row, below = rows[at], rows[at + 1] if at + 1 < len(rows) else None
        if not at or not row.after_blank or below is None or below.after_blank or below.role != "work":
            return None
        if (
            not _ONE_TITLE.match(row.text)
            or self.names.find(row.text)
            or not (arranges(below.text) or self._counts_below(rows, at))
        ):
            return None
        kinds = {one.kind for one in row.phrases(row.start, len(row.text))}
        return (
            Heading(row.text.strip(" :"), None, len(row.text), alone=True)
            if kinds <= {"words", "colon"}
            else None
        )

    def _of_what_is_indented(self, rows: Sequence[Row], at: int) -> Heading | None:
        """'2. Squat', 'Press' after a gap and above an indented row that counts the lift by its whole name:
        what the rows below are about."""
        row, below = rows[at], rows[at + 1] if at + 1 < len(rows) else None
        opens = row.after_blank or not at
        if not opens or below is None or below.after_blank or below.indent <= row.indent:
            return None
        number = NUMBER_BULLET.match(row.content)
        start = row.start + (number.end() if number is not None else 0)
        phrases = row.phrases(start, len(row.text))
        bare = bool(phrases) and {one.kind for one in phrases} <= {"words", "colon"}
        counted = any(one.kind in COUNTED for one in tokenize(below.text))
        if not bare or not counted or not self._named_again_below(phrases, below):
            return None
        return Heading(row.text[start:].strip(" :"), None, len(row.text), alone=True)

    def _of_a_lift(self, row: Row) -> Heading | None:
        """'Snatch (20 min): every 2 min x 10: 1 power snatch': what a piece is about that names its own."""
        said = _LIFT_AND_MINUTES.match(row.text) if not row.start else None
        if said is None or self.names.find(said["name"]) is None:
            return None
        behind = row.phrases(said.end(), len(row.text))
        own = any(one.kind == "words" and self.exact(one) for one in behind)
        arranged = own and arranges(row.text[said.end() :])
        return Heading(said["name"], "strength", said.end()) if arranged else None

    def _called(self, row: Row) -> Heading | None:
        """'Lung burner: 3 rounds', 'Burn out 3x': a piece's own name before its format."""
        phrases = tuple(one for one in row.phrases(row.start, len(row.text)) if one.kind != "other")
        if len(phrases) < 3 or phrases[0].kind != "words" or len(phrases[0].text.split()) > LONGEST_CALLED:
            return None
        name = phrases[0].text
        numbered = [one.kind for one in phrases[1:3]] == ["count", "colon"] and len(phrases) > 3
        if numbered:
            name = f"{name} {phrases[1].text}"  # "Event sim 1: 7 min AMRAP"
            phrases = (phrases[0], *phrases[2:])
        behind = phrases[2:] if phrases[1].kind in ("colon", "dash") else phrases[1:]
        kinds = [one.kind for one in behind]
        times = kinds[:2] == ["count", "x"] and kinds[2:] in ([], ["colon"])
        few = kinds[:2] == ["x", "count"] and behind[1].values[0] <= MOST_TIMES
        opens = row.after_blank or row.number == 1
        times |= few and opens and (kinds[2:] in ([], ["colon"]) or kinds[2:3] == ["open"])
        counted = len(kinds) > 1 and kinds[0] == "count" and kinds[1] in ("rounds", "set-word")
        timed = seconds_of(behind[0]) is not None and kinds[1:2] == ["amrap"]
        sought = numbered and kinds[0] in ("count", "measure", "rm", "max", "build")
        arranged = counted or timed or sought or kinds[0] in _ARRANGED
        if not times and not (arranged and phrases[1].kind in ("colon", "dash")):
            return None
        words = set(bare_words(phrases[0].text))
        table = board_words()
        if not words - table.passable - FILLERS or words & (table.sentences | table.orders | table.openers):
            return None
        if self.names.find(phrases[0].text) is not None:
            return None
        kind = board_words().headings.get(" ".join(bare_words(name)))
        return Heading(" ".join(name.split()), kind, behind[0].column, quoted=True)

    def _only_names(self, rows: Sequence[Row], at: int) -> bool:
        """Whether the row of a day or an event goes on with words that are no work: 'SATURDAY - COMP
        SIMULATION', 'Monday - Squat + engine', 'Event 5: The shuttle'."""
        row = rows[at]
        said = row.phrases(row.start, len(row.text))
        phrases = [one for one in said if one.kind != "clock" or one.values[0] < FIRST_HOUR * 60]
        heading = row.heading
        if heading is not None and heading.kind == "skill" and self._is_a_theme(phrases, rows, at):
            return True
        test = (
            heading is not None
            and heading.opens == "day"
            and [one.unit for one in phrases] in (["m"], ["km"], ["k"])
        )
        if test and self._counts_below(rows, at):
            return True  # "Wednesday: 2k" above "2000 m row for time"
        called = COUNTED | {"rm"} | ARRANGES - {"ladder-word"}  # "Event 4 - Twin ladder"
        if not phrases or any(phrase.kind in called for phrase in phrases):
            return False
        day = heading is not None and heading.opens == "day"
        if not any(phrase.kind == "words" and self.names.find(phrase.text) for phrase in phrases):
            piece = heading is not None and NUMBERED.match(row.text) is not None
            worded = all(phrase.kind in ("words", "ladder-word") for phrase in phrases)
            goes_on = at + 1 < len(rows) and not rows[at + 1].after_blank
            return day or (piece and ((worded and goes_on) or self._counts_below(rows, at)))
        if self._named_again_below(phrases, rows[at + 1] if at + 1 < len(rows) else None):
            return True
        several = sum(one.kind == "words" for one in phrases) > 1 and at + 1 < len(rows)
        if several and self._names_what_follows(phrases, rows[at + 1 :]):
            return True  # "Strength: deadlift + bench" above "5 rounds" of both
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
        if phrases[0].kind == "measure" and phrases[1].kind == "of":
            return False  # "10 minutes of handstand walk practice"
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
            (a.kind in COUNTED and b.kind == "words" and self.exact(b))
            or (a.kind == "words" and b.kind in ("sets", "scheme", "steps") and self.exact(a))
            for a, b in itertools.pairwise(phrases)
        )

    def _is_a_list(self, row: Row, heading: Heading) -> bool:
        """'a) 12 cal row' and small letters are places of a list, not parts; several on a line are its
        stations."""
        places = inline_stations(row.text, 0) if heading.kind is None else []
        if not places or places[0][0] >= heading.end:
            return bool(LETTER_BULLET.match(row.text))
        numbered = row.text[places[0][0] : places[0][1]].strip(" ()")[:1].isdecimal()
        behind = numbered and inline_stations(row.text, heading.end)  # "Session 1 - EMOM 16: 1) .. 2) .."
        return bool(LETTER_BULLET.match(row.text)) or not behind

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
            and not any(self.exact(phrase) for phrase in words)
        )

    def exact(self, phrase: Phrase) -> bool:
        match = self.names.find(phrase.text)
        return match is not None and match.confidence == 1

    def titles(self, rows: list[Row]) -> None:
        """A first row of words that say no work names the session, or what is done on a day."""
        firsts = [0, *(at + 1 - row.parted for at, row in enumerate(rows) if row.parted or _heads_a_day(row))]
        for first in firsts:
            for at in range(first, min(first + MOST_BEFORE, len(rows) - 1)):
                if self._names_the_session(rows, at):
                    rows[at].role = "title"
                if rows[at].role == "work" and not all(note for *_, note in rows[at].pieces):
                    break

    def _names_the_session(self, rows: Sequence[Row], at: int) -> bool:
        row, below = rows[at], rows[at + 1]
        if row.heading or row.role not in ("work", "note") or (not at and row.number > 3 and row.after_blank):
            return False
        phrases = row.phrases(row.start, len(row.text))
        if self.prose.is_dated(phrases, row.content) and lists_on(below) and below.named:
            return True  # "Swim/run Saturday" above what is done
        if not below.after_blank and only_says_who(phrases):
            return False  # "Partner workout:" right above its list
        if _WEEK_OF_A_CYCLE.match(row.content):
            return True  # "Squat cycle wk 3/6"
        if below.after_blank and _A_LESSON.search(row.content):
            return True  # "Barbell basics, lesson 5: the clean"
        if below.heading is not None and below.heading.opens == "day" and _OF_A_WEEK.match(row.content):
            return True  # "Benchmark week: test your 2k row and your 1RM" above its days
        if _TOWARDS_A_TEST.match(row.content) and self._counts_below(rows, at):
            return True  # "5k row prep"
        ends = _ENDS_A_TITLE.search(row.content) and not any(
            one.kind in COUNTED | ARRANGES for one in phrases
        )
        if ends and not below.after_blank and self._counts_below(rows, at):
            return True  # "Run/row test"
        if self._names_what_follows(phrases, rows[at + 1 :]) or self._pairs_a_kind(phrases, rows, at):
            return True  # "BACK SQUAT" above "Back squat 5 x 5"
        return self.prose.is_title(row.content, phrases) and not leads_with_division(row.content)

    def _pairs_a_kind(self, phrases: Sequence[Phrase], rows: Sequence[Row], at: int) -> bool:
        """'Row & lift', 'Run/gymnastics' above what is counted: a movement beside a kind of work."""
        worded = [one for one in phrases if one.kind == "words"]
        signs = all(one.kind in ("words", "slash", "and", "plus", "dash") for one in phrases)
        kinds = [" ".join(one.text.lower().split()) in board_words().headings for one in worded]
        return len(worded) > 1 and signs and any(kinds) and not all(kinds) and self._counts_below(rows, at)

    def _names_what_follows(self, phrases: Sequence[Phrase], following: Sequence[Row]) -> bool:
        """Whether bare names stand alone ('Back squat', 'Swing & sprint'), and rows below count the same
        movements."""
        worded = [one for one in phrases if one.kind == "words"]
        alone = all(one.kind in ("words", "and", "plus", "slash") for one in phrases)
        said = {self._exactly(one.text) for one in worded} if alone else set()
        if not said - {None}:
            return False
        said -= {None}  # "Pool / run"
        if opens_with_sets(following[0]) and not following[0].named:
            return False  # its own sets stand right below
        if _holds_only_sets(following):
            return False  # "E90s x 8: 3-3-2-2-2-1-1-1"
        counted: set[str | None] = set()
        for row in following:
            below = row.phrases(row.start, len(row.text)) if row.role == "work" else ()
            named = (self.names.find(one.text) for one in below if one.kind == "words")
            if any(one.kind in COUNTED for one in below):
                counted.update(one.movement for one in named if one is not None)
        return said <= counted

    def _exactly(self, text: str) -> str | None:
        """The movement that words name and nothing else."""
        match = self.names.find(text)
        exact = match is not None and match.confidence == 1 and not match.left_over
        return match.movement if match is not None and exact else None


def _holds_only_sets(following: Sequence[Row]) -> bool:
    """Whether the rows right below, up to a gap, say sets and name nothing."""
    parted = (at for at, row in enumerate(following) if row.after_blank or row.heading is not None)
    block = following[: next(parted, len(following))]
    said = {one.kind for row in block for one in row.phrases(row.start, len(row.text))}
    return not any(row.named for row in block) and bool(said & {"scheme", "sets"})


def _heads_a_day(row: Row) -> bool:
    """'Tuesday' on a row of its own."""
    return row.heading is not None and row.heading.opens == "day" and not row.content.strip(" *_#:")


def _within_a_warm_up(rows: Sequence[Row], at: int) -> bool:
    """Whether a row goes on with a section that asks nothing: 'Circle: 2 rounds, ..' below 'Warm-up'."""
    for place in range(at - 1, -1, -1):
        if rows[place + 1].after_blank:
            return False
        if (heading := rows[place].heading) is not None:
            return heading.kind in AROUND
    return False


def _is_an_item(rows: Sequence[Row], at: int, heading: Heading) -> bool:
    """'- Mobility 8 min' in a list whose next item is 'Back squat 5 x 5': a plan of the class, which holds
    for its own line alone."""
    row, below = rows[at], rows[at + 1] if at + 1 < len(rows) else None
    sign = row.text.lstrip()[:1]
    if below is None or below.after_blank or sign not in "-•*–" or below.text.lstrip()[:1] != sign:
        return False
    timed = [one for one in tokenize(row.text) if seconds_of(one) is not None]
    counted = any(one.kind in ("count", "sets") for one in tokenize(row.text[heading.end :]))
    phrases = tokenize(below.text)
    lifted = any(one.kind in ("sets", "scheme") for one in phrases)
    return bool(timed) and not counted and below.indent == row.indent and (lifted or arranges(below.text))
