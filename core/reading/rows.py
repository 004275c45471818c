"""The rows of a text: what stands before the words of a line (indent, bullet, number of a set, clock time),
and where its sentences part."""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field, replace
from typing import Literal

from core.reading.board_words import board_words
from core.reading.headings import Heading
from core.reading.languages import Translated, rebuilt
from core.reading.phrases import Phrase
from core.reading.tables import Standard
from core.reading.team_roles import TeamRole
from core.reading.tokens import LOOK_ALIKES, tokenize

RowRole = Literal["work", "note", "title", "schedule", "heading", "table", "cells", "too-long"]
BULLET = re.compile(
    r"^\s*(?:(?![-–]\d{1,2}\s?%)[-*•·▪◦‣●○–—>✓✔☐]+(?=\s|\w)"
    r"|\d{1,2}[.)](?=\s|[A-Za-z])|\(\d{1,2}\)(?=\s)|\[[ x]?\])\s*"
)
NUMBER_BULLET = re.compile(
    r"^\s*(?:[-*•]\s*)?[(\[#]?(?:(?:exercise|movement|no|nr)\b\.?\s*)?(\d{1,2})"
    r"(?:[.)\]]{1,2}|[º°](?=\s)|(?:st|nd|rd|th)[:.)]|:(?=\s)|(?<=#\d)(?=\s)|(?<=\s\d"
    r")/(?=\s)|(?<=^\d)/(?=\s))(?=\s|[A-Za-z])\s*",
    re.IGNORECASE,
)
NUMBER_DASH = re.compile(r"^\s*(\d{1,2})(?:\s+[-–]|['’](?=\s+(?:\d|rest\b|max\b)))\s+(?=\S)")
LIST_LABEL = re.compile(
    r"^\s*[*_#>(]*(?:(?P<letter>[A-H])(?:[).:]|(?<=(?-i:[A-H]))\s[-–](?=\s))|(?P<of>"
    r"[A-H])(?P<number>\d)(?:[).:]|(?=\s))"
    r"|(?P<piece>\d)(?P<small>[a-d])(?:[).:]|(?=\s))|(?P<roman>[ivx]{1,4})[).])\s+(?=\S)",
    re.IGNORECASE,
)
WINDOW_ALONE = re.compile(r"^\s*\(?(?:from\s+)?(\d{1,2}:\d{2})\s*(?:[-–]|to)\s*\d{1,2}:\d{2}\)?\s*:?\s*$")
LETTER_BULLET = re.compile(r"^\s*\(?([a-h])[).]\s+(?=\S)")
SET_NUMBER = re.compile(
    r"^\s*(?:(?:sets?|waves?)\s*#?\s*(?P<from>\d{1,2})(?:\s*[-–&+]\s*(?P<to>\d{1,2})"
    r"(?![\d/])|(?![-–]\d))\s*[:\-–=.)]?\s*"
    r"|(?P<bare>\d{1,2})(?:\s*[-–]\s*(?P<until>\d{1,2}))?\s*:\s*(?=\d+\s*(?:reps?\b|"
    r"[x@%])))(?=[\d@(]|at\s+\d)",
    re.IGNORECASE,
)
OF_THE_CLOCK = re.compile(
    r"^\s*(?:at\s+)?([012]?\d)(?:[:.h]([0-5]\d)\s*(?:h|uhr|[ap]\.?m\.?)?|\s?[ap]\.?m"
    r"\.?)\s*[-–:|]?\s+(?=[A-Za-z\"“])"
)
OF_THE_HOUR = re.compile(
    r"^\s*(?:min(?:ute)?s?\s+)?([0-6]?\d)(?P<full>:00)?\s*[-–]\s*([0-6]?\d)(?(full):00)\s*(?:min|')?"
    r"(?:\s*[:\-–/|]?\s+(?!reps?\b)(?=[A-Za-z\"“])|\s*[:/|]\s+(?=\d)"
    r"|(?<=min)\s+(?=\d)|(?<=\d)\s+(?=\d{3}\s?m\s))",
    re.IGNORECASE,
)
MESSAGE = re.compile(
    r"^\s*(?:\[[^\]]{0,12}\d{1,2}[:.]\d{2}[^\]]{0,10}\]|\d{1,2}[./]\d{1,2}[./]\d"
    r"{2,4},?\s+\d{1,2}[:.]\d{2}\s*[-–])\s*"
    r"(?:[^\W\d][\w .'’&-]{0,30}:\s+)?(?=\S)"
)
SUPERSET_WITH = re.compile(
    r"\s*(?:(?:super\s?-?set(?:ted)?(?:\s+(?:the\s+[\w-]+|back-?offs?(?:\s+sets)?|these|those|them|it|each|a"
    r"ll))?|super|ss|s/s)\s*(?:(?:(?:after|between)\s+)?(?:each|every|the|all)\s+set"
    r"s?\s+)?(?:with\b|w\b[./]?)"
    r"|super\s?-?set\s+(?:after|between)\s+(?:each|every|the|all)(?:\s+sets?)?\s*[:,-]"
    r"|(?:in\s+)?between\s*:|(?:in\s+)?(?:between|after|btw)\s+(?:(?:each|every|the|"
    r"all)\s+)?sets?\b\s*(?:[:,-]|\s(?:do|perform|complete|add)\b|(?=\s\d))"
    r"|(?:super\s?-?set|ss|s/s)\s+(?=\d|.*\b(?:each|every)\s+set\b)|(?:\+|with\b|w/)"
    r"\s*(?=\d.*\b(?:each|every)\s+set\b))\s*",
    re.IGNORECASE,
)
AT_A_TIME = re.compile(
    r"^[\s–—-]*(?:(?:at|on\s+the)\s+|@\s*)\d{1,2}:\d{2}(?!\d|\s*(?:x|for)\s*\d)\s*[:,–—-]*\s*", re.IGNORECASE
)
_BESIDE_HEADING = re.compile(
    r"\s*(?:[-–—/|,:]+(?=\s|$)|\(\d{1,2}\s*[-–]\s*\d{1,2}(?:\s*(?:min|'))?\)(?=\s*"
    r"[:–-])|[\"“«][^\"”»]{1,60}[\"”»]|(?:[01]?\d|2[0-3])[:.h][0-5]\d(?:\s*[-–]\s*"
    r"(?:[01]?\d|2[0-3])[:.h][0-5]\d)?\s*(?:h|uhr|am|pm)?"
    r"(?:\s*(?:mass\s+)?start)?(?=\s*(?:[-–—/|,(]|:\s|\s{2}|$))|\(\s*(?:[01]\d|2[0-3])"
    r"[0-5]\d(?:\s*[-–]\s*(?:[01]\d|2[0-3])[0-5]\d)?\s*h?\)|\((?![^)]*(?:split|shar|"
    r"pairs|team|partner|each|time|amrap|emom|round|for|reps))(?:[^)\d]{1,40})\)(?="
    r"\s*(?:[-–—/|,:]|$))|(?:mass\s+start|\w+\s+division)(?=\s*$)"
    r"|\((?:mon|tue|wed|thu|fri|sat|sun)[a-z]{0,6}\.?,?\s+\d{1,2}(?:\.|st|nd|rd|th)?"
    r"(?:\s+[a-z]{3,9}\.?)?\)(?=\s*(?:[-–—/|,:]|$)))\s*",
    re.IGNORECASE,
)
_LENGTH = re.compile(
    r"\s*(?:\(?\d{1,3}(?:\s*[-–]\s*\d{1,3})?\s*(?:min(?:ute)?s?|')\)?|\((?:[3-9]|"
    r"[1-6]\d)\)|(?<=\w\s)(?:[5-9]|[1-6]\d)(?=\s*$))(?=\s*(?::|$))\s*",
    re.IGNORECASE,
)
_ABOUT = r"(?:(?:about|approx\.?|ca\.?|time)\s*:?\s*)?"
_MINUTES = rf"{_ABOUT}(?:[5-9]|[1-9]\d{{1,2}})(?:\s?[-–]\s?\d{{1,3}})?\s?(?:min(?:ute)?s?\b\.?|['’′])"
_MINUTES_IN_BRACKETS = re.compile(  # "Block 2 (20') - 15 m sled push": no feet of the sled's
    rf"\s*[(\[]{_MINUTES}[)\]]\s*(?:[:–|-]\s*|$|(?=[A-Za-z\d]))", re.IGNORECASE
)
_OF_ITS_OWN = (  # what says its own sets or format, so that minutes before it are how long it takes
    r"(?:[^\W\d][^:,;\d]{2,30}\s+)?(?:\d{1,2}\s?[x×]\s?\d{1,4}(?![\d/.,]|\s?(?:kgs?|lbs?)\b)|\d{1,2}(?:-\d{1,2}){2,}(?!\s+(?:of|reps)))|\d{1,2}\s+sets\b|every\s+\d|E\d?MOM\s*\d|AMRAP\s*\d"
)
LENGTH_OF_SETS = re.compile(  # "C: 20 min - 5 x 400 m run", "20': 15 m sled push", which is no feet of it
    rf"\s*(?P<said>[(\[]?{_MINUTES}[)\]]?[\s:–—|/-]*(?={_OF_ITS_OWN})"
    r"|[(\[]?\d{1,3}['’′][)\]]?[\s:–—|-]*[:–—|-]\s*(?=\d{1,4}\s?(?:k?m|cals?)\b))",
    re.IGNORECASE,
)
OF_ITS_OWN = re.compile(_OF_ITS_OWN, re.IGNORECASE)
LENGTH_BEHIND_LABEL = re.compile(  # "2. 20 min: 5 x 400 m run", "B (20'): 15 m sled push"
    rf"\W*(?:\d{{1,2}}[.)]\s*(?P<listed>[(\[]?{_MINUTES}[)\]]?[\s:–—|/-]*)(?={_OF_ITS_OWN})"
    rf"|(?:[A-H]|\d{{1,2}}[.)])\s*(?P<said>[(\[]{_MINUTES}[)\]]\s*(?:[:–|-]+\s*|$)))",
    re.IGNORECASE,
)
WEEK_OF = re.compile(r"^\s*(?:week|wk)\s*\d{1,2}\s*[:\-–]\s*(?=\S)", re.IGNORECASE)
REMARK = re.compile(r"\s//\s*")
_WORD = re.compile(r"[^\W\d_]+")
_FIRST = re.compile(r"^[^\w]*[^\W\d_]")
_AFTER_END = re.compile(r"(?<=[.!?]\s)[^\W\d_]")
_SENTENCE_END = re.compile(
    r"(?:(?<=[a-z0-9%+)\]\"\'”])|(?<=\dRM))(?!(?<=\d)\.{2,})[.!?]+\s+(?=[A-ZÀ-Ý\"“¿¡(])(?![A-Z]{2,4}\s?[:=])"
)
_LOWER_SENTENCE = re.compile(
    r"(?<=[a-z0-9%)]{2})[.!?]+\s+"
    r"(?=(?:if|when|we|you|please|bring|but|after|ps|see|no|the|then|rest|score|there|this)\b)"
)
_NO_END = re.compile(
    r"(?:(?:\b|(?<=\d))(?:alt|ea|min|mins|sec|vs|no|approx|max|incl|st|dr|ps|w|i\.e|"
    r"e\.g|a\.m|p\.m|reps|cal|t\.c|s\.a)|^\s*\d{1,2}|^\s*\w)$",
    re.IGNORECASE,
)
_INLINE_STATION = re.compile(
    r"(?:(?<=\s)|(?<=[:,;])|^)\(?(?:([A-Ha-h])(?:[).]|(?-i:(?<=[A-H])(?::|\s[-–]|(?="
    r"\s\d))))|(?:min(?:ute)?\.?\s*|m|station\s*|st\.?\s*)(\d{1,2})(?:\s*[:.)=-]|(?="
    r"\s+[\dA-Za-z]))"
    r"|(\d{1,2})(?:[).:]|\s-|(?:st|nd|rd|th)\s+min(?:ute)?\s*[:=-]?)"
    r"|(?<!on\s)(?<!on\sthe\s)(odds?|evens?)(?:\s+min(?:ute)?s?)?\)?\s*[:=-]?)\s+(?=\S)",
    re.IGNORECASE,
)
_PARITY = 4  # its group for odd and even minutes, which stand in either order
LEAST_INLINE = 2
_WEAK_LETTER = re.compile(r"[\s(]*[A-H]\s*[:–-]?\s*")
LEAST_LETTERED = 3  # of 'A: ..', 'B: ..' or 'A 10 ..', which may be who does it

AGAIN = 1_000_000  # a row that stands again for a line, with other words, has the line's number and this


@dataclass
class Row:
    """One line of a text that says something. text: in English, pictures as spaces; columns from 0 in it.

    start: where the words begin after heading and bullet. bullet: number in a list; letter: place of a letter
    in it. sets: how many sets a 'Sets 1-4:' stands for. pieces: (start, end, is a sentence) of what follows.
    of_the_piece: it is a window on a piece's own clock. loads: 'Weights:' stands before its numbers.
    beyond: stretches of the English line after the text, cells of a table under no column.
    """

    number: int
    written: str
    english: Translated
    indent: int
    after_blank: bool
    text: str = ""
    parted: bool = False  # whether a rule stands above it: a row of dashes
    start: int = 0
    role: RowRole = "work"
    heading: Heading | None = None
    day: Heading | None = None  # a day of the week in short, where several count on
    bullet: int | None = None
    letter: int | None = None
    sets: int = 0
    lasts_min: int = 0  # what its window of the class holds
    loads: bool = False
    has_sets: bool = False
    told: bool = False  # its work is told in a sentence
    rung: int = 0  # the number of each movement of the list above that it says, and nothing else
    later: tuple[int, ...] = ()  # the numbers of what is done again of the list above: "then 15, then 9"
    minutes_below: bool = False  # whether a list of minutes by their numbers stands below it
    sets_below: bool = False  # whether the row right below begins with sets or a list of them
    remark: re.Match[str] | None = None  # two slashes and what stands behind them
    lists: bool = False  # counts several movements behind a colon
    tabled: bool = False
    of_the_piece: bool = False
    pieces: list[tuple[int, int, bool]] = field(default_factory=list)
    team: list[TeamRole] = field(default_factory=list)  # who of a team does what meanwhile
    team_end: int = 0  # where that ends
    of_partner: bool = False  # it begins with who does it
    standards: list[Standard] = field(default_factory=list)
    beyond: tuple[tuple[int, int], ...] = ()
    marks: list[tuple[int, int, str]] = field(default_factory=list)
    asides: list[tuple[int, int]] = field(default_factory=list)  # what only talks, blank in its text
    named: bool = False
    format: bool = False
    followed: bool = False
    followed_deeper: bool = False

    @property
    def content(self) -> str:
        """What the row says after heading and bullet."""
        return self.text[self.start :]

    def say(self, cuts: Iterable[tuple[int, int, str]]) -> None:
        """Other words for some stretches (start, end, words) of the English line, in order."""
        self.english = rebuilt(self.english, cuts)
        self.text = self.english.text

    def stretch(self, start: int, stop: int) -> Row:
        """A part of the row as a row of its own, at its columns; behind the first part no blank line and no
        mark stands before it."""
        english = self.english.stretch(start, stop)
        own = replace(self, english=english, text=english.text)
        if not start:
            return own
        return replace(own, number=self.number + AGAIN * start, start=start, after_blank=False, marks=[])

    def phrases(self, start: int, stop: int) -> tuple[Phrase, ...]:
        """The phrases of a stretch, at their columns; what reads it later gets the same from memory."""
        return tokenize(" " * start + self.text[start:stop])

    def as_written(self, start: int, stop: int) -> str:
        """What a stretch of the English text is in the text as written."""
        begin, end = self.english.written(start, stop)
        return self.written[begin:end].strip()

    def own_words(self, column: int, text: str) -> tuple[int, str]:
        """A text found at a column (from 1) of the English line, as it stands in the text as written."""
        start, end = self.english.written(column - 1, column - 1 + len(text))
        return start + 1, self.written[start:end]

    @property
    def item(self) -> bool:
        """Whether the row is one of a list of movements."""
        return self.role == "work" and self.named and not self.sets


def cased(lines: Sequence[str]) -> Sequence[str]:
    """A text all in capitals or all in small letters as one with capitals where sentences begin, letter for
    letter; any other as it is."""
    text = "\n".join(lines)
    if text.isupper():
        small = map(_in_small_letters, lines)
        return [_FIRST.sub(_capital, _AFTER_END.sub(_capital, line)) for line in small]
    if text.islower():
        return [_AFTER_END.sub(_capital, line) for line in lines]
    return lines


def _in_small_letters(line: str) -> str:
    small = line.lower()
    if len(small) == len(line):
        return small
    return "".join(letter.lower() if len(letter.lower()) == 1 else letter for letter in line)


def _capital(match: re.Match[str]) -> str:
    return match.group().upper() if len(match.group().upper()) == len(match.group()) else match.group()


_TIMES_SIGNS = {sign: "×" for sign, plain in LOOK_ALIKES.items() if plain == "x"}


def without_symbols(line: str) -> str:
    """The line with emoji and other pictures as spaces, every column kept."""
    if line.isascii():
        return line
    if "„" in line:
        line = line.replace("“", "”").replace("„", "“")  # as German opens and closes them
    return "".join(
        " "
        if unicodedata.category(letter) in ("So", "Sk", "Cn", "Cf", "Mn") and letter not in "×″′♂♀"
        else letter
        for letter in line.translate(_TIMES_SIGNS)
    )


_INCH_WORM = re.compile(r"\b(inch)\s(worms?)\b", re.IGNORECASE)
_BELLS_HELD = re.compile(
    r"(?<=\b)(?P<before>(?:with|w/|holding|using|carrying)\s+(?:a|an|one|two|1|2|bot"
    r"h|light|heavy)\s+kb)s(?!\w|\s*swing)",
    re.IGNORECASE,
)


_IN_BRACKETS = re.compile(r"^(\s*)\(((?:after|between|every)\s[^()]*\d[^()]*)\)(\s*)$", re.IGNORECASE)


def without_brackets(text: str) -> str:
    """'(after each round 15 double-unders)' on a row of its own, without its brackets; no column moves."""
    return _IN_BRACKETS.sub(r"\1 \2 \3", text)


def without_plural(line: str) -> str:
    """'with 2 KBs' as 'with 2 KB ', which is no short name for swings; 'inch worms' as one word, without
    inches."""
    line = _INCH_WORM.sub(lambda found: found[1] + found[2] + " ", line)
    return _BELLS_HELD.sub(lambda found: found["before"] + " ", line) if "s" in line else line


def after_heading(text: str, start: int, worded: bool) -> int:
    """Where the words of a heading's row begin after names in quotes, times of the day and remarks beside it,
    and after how long it lasts where words head it."""
    while (
        match := _BESIDE_HEADING.match(text, start)
        or _MINUTES_IN_BRACKETS.match(text, start)
        or LENGTH_OF_SETS.match(text, start)
        or (_LENGTH.match(text, start) if worded else None)
    ) and match.end() > start:
        start = match.end()
    return start


def indent_of(line: str) -> int:
    """Columns before the first sign; a tab counts four."""
    lead = line[: len(line) - len(line.lstrip())]
    return len(lead.expandtabs(4))


def sentences_of(text: str, start: int) -> Iterator[tuple[int, int]]:
    """Where each sentence of a row starts and ends."""
    begin = start
    ends = sorted(
        (*_SENTENCE_END.finditer(text, start), *_LOWER_SENTENCE.finditer(text, start)), key=_place_of
    )
    for end in ends:
        if _NO_END.search(text[begin : end.start()]) and not _begins_a_sentence(text[end.end() :]):
            continue
        yield begin, end.start() + 1
        begin = end.end()
    yield begin, len(text)


def _place_of(match: re.Match[str]) -> int:
    return match.start()


_GOING_ON = frozenset(
    "then after afterwards rest finish followed warm start keep stop use go take score".split()
)


def _begins_a_sentence(text: str) -> bool:
    """'Cap: 14 min. Those without ..', '15 min. Then 3 sets': a little word in capitals begins one, whatever
    stands before it."""
    word = _WORD.match(text)
    begins = board_words().sentences | _GOING_ON
    return word is not None and len(word.group()) > 1 and word.group().lower() in begins


_THEN = re.compile(r"[.;]\s+(?=(?:Then|After that|Afterwards|Finish)\b)")


def inline_stations(text: str, start: int) -> list[tuple[int, int, int, int]]:
    """(where its sign starts, where its words start, where they end, its number) of 'A) .. B) .. C) ..' on
    one line; empty where the signs do not count up from the first."""
    runs: dict[int | None, list[tuple[int, int, int]]] = {}
    for match in _INLINE_STATION.finditer(text, start):
        found = runs.setdefault(
            match.lastindex, []
        )  # letters, minutes, numbers and odd minutes each count up
        place = _place(match)
        if place == len(found) + 1 or (match[_PARITY] and all(place != one for _, _, one in found)):
            found.append((match.start(), match.end(), place))
    found = max(runs.values(), key=len, default=[])
    weak = any(_WEAK_LETTER.fullmatch(text[begin:words]) for begin, words, _ in found)
    if len(found) < (LEAST_LETTERED if weak else LEAST_INLINE):
        return []
    after = _THEN.search(text, found[-1][1])  # "4) rest. Then 3 x 800 m run"
    stops = [begin for begin, _, _ in found[1:]] + [after.start() + 1 if after is not None else len(text)]
    return [(begin, words, stop, number) for (begin, words, number), stop in zip(found, stops, strict=True)]


def _place(match: re.Match[str]) -> int:
    letter, minute, number, parity = match.groups()
    if parity:
        return 1 if parity.lower().startswith("odd") else 2
    return ord(letter.lower()) - ord("a") + 1 if letter else int(minute or number)
