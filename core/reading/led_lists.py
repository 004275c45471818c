"""Rows that say in words of their own how often the list below or above them is done: 'Accessory menu, pick
3, 3 sets each:', 'Our circuit for the last fifteen minutes:', 'That's one round, we do four'. Each is said in
short."""

from __future__ import annotations

import re
from collections.abc import Sequence

from core.reading.board_words import board_words
from core.reading.formats import read_format
from core.reading.line import Line
from core.reading.names import Names
from core.reading.plain_words import plain
from core.reading.prose import Prose
from core.reading.rows import Row
from core.reading.spelled import ONES, TEENS, worth
from core.reading.tokens import tokenize

_COUNTS = re.compile(r"\d")
_POSITIONS = re.compile(r"\b\d[\s-]?pos(?:ition)?s?\b", re.IGNORECASE)
LONGEST_LEAD = 16  # words
_NUMBER = rf"(?:\d{{1,2}}|{'|'.join((*ONES[1:], *TEENS, 'twenty', 'thirty'))})"
_MINUTES = r"\s*(?:min(?:ute)?s?\b|['’′])"
_ROUNDS = re.compile(
    rf"(?<![\w.,/-])(?<!last\s)(?<!first\s)(?<!final\s)(?P<n>{_NUMBER})\s+(?:[^\W\d]+"
    rf"\s+)?(?:sets|rounds|rds|laps|circuits)\b",
    re.IGNORECASE,
)
_AGAIN = re.compile(
    rf"\b(?:for|over|during|through|spend|use)\s+(?:the\s+(?:last|first|next|final)\s"
    rf"+)?(?P<n>{_NUMBER}){_MINUTES}"
    rf"|^\W*(?:then\s+)?(?P<at_once>{_NUMBER}){_MINUTES}\s*,?\s*(?=(?:easy|no\s+breaks?|non-?stop|stea"
    rf"dy|straight|of\s+this|without\s+(?:stopping|a\s+break))[^:\d]*:)",
    re.IGNORECASE,
)
_SO_LONG = re.compile(rf"^\W*(?P<n>{_NUMBER}){_MINUTES}\s+of\s+(?:[^\W\d]+\s*){{1,3}}$", re.IGNORECASE)
_OF_SOMETHING_ELSE = re.compile(
    r"\b(?:rest|between|after|score|expect|target|goal|standards?|aim|cap|if|warm|until|before|order)\b",
    re.IGNORECASE,
)
_ALL_OF_IT = (
    r"^\W*(?:all|everything)(?:\s+of)?(?:\s+(?:it|this|that))?\s*,?\s*"
    rf"(?:x\s*(?P<n>\d{{1,2}})|(?P<m>{_NUMBER})\s+times)\W*$"
)
_OWN_SETS = re.compile(r"\d\s?[x×–-]\s?\d")
_LOAD = r"(?:@|at)\s*(?P<load>\d[\d.,/–-]*\s*(?:%|kgs?|lbs?)?)"
_LOADED = re.compile(  # "5 sets @ 75 %", "complex @ 60 kg, 5 sets", "4 sets @ 70 % of"
    rf"^\W*(?:[^\W\d]+\s+)?(?:complex\b\W*)?(?:(?P<n>{_NUMBER})\s+sets\s*(?:of\s+(?:the|this)\s+complex\s*)?[,(]?\s*{_LOAD}"
    rf"|{_LOAD.replace('load', 'bar')}\s*[,–-]\s*(?P<m>{_NUMBER})\s+sets"
    rf"|(?<=complex,\s)(?P<o>{_NUMBER})\s+sets,\s(?P<behind>\d[\d.,/–-]*\s*(?:%|kgs?|lbs?)))\)?\s*(?:of\s*)?:?\s*$",
    re.IGNORECASE,
)
_BELOW = tuple(  # what stands below its list, and how often it is done then
    (re.compile(pattern, re.IGNORECASE), says)
    for pattern, says in (
        (
            rf"^\W*(?:that(?:['’]?s|\s+is|\s+was)|this\s+is)\s+(?:one|1)\s+round\b[^\d]*?\b"
            rf"(?P<n>{_NUMBER})\b[^\d]*$",
            "{n} rounds",
        ),
        (_ALL_OF_IT, "{n} rounds"),
        (
            r"^\W*rest\s+(?P<rest>\d{1,2}(?::\d{2})?\s*(?:min(?:ute)?s?|s(?:ec(?:ond)?s?)?|"
            r"['’′\"])?)\s*,?\s*(?:and|then|&)\s+(?:then\s+)?(?:repeat|do\s+(?:it|that|this)"
            r"\s+again|again)\W*$",
            "2 rounds, rest {rest}",
        ),
        (
            r"^\W*(?:and\s+)?(?:then\s+)?(?:do\s+(?:it|that|this)\s+)?(?:all\s+)?(?:over\s+)"
            r"?again(?:\s+from\s+(?:the\s+)?(?:top|start|beginning))?\W*$",
            "2 rounds",
        ),
        (rf"^\W*for\s+(?P<n>{_NUMBER}){_MINUTES}\W*$", "AMRAP {n} min"),
    )
)


class LedLists:
    """Finds them with one gym's names."""

    def __init__(self, names: Names, prose: Prose):
        self.names = names
        self.prose = prose

    def read(self, rows: Sequence[Row]) -> None:
        """Say in short how often a list is done, where no notation of its own tells it."""
        for at, row in enumerate(rows):
            above = rows[at - 1] if at else None
            below = rows[at + 1] if at + 1 < len(rows) else None
            if row.role != "work":
                continue
            leads = below is not None and not below.after_blank
            loaded = _LOADED.match(row.text) if leads else None
            if loaded is not None and self._lists(below) and not self._of_a_lift(above):
                often = _count(_first(loaded, "n", "m", "o"))
                _say(row, f"{often} rounds @ {_first(loaded, 'load', 'bar', 'behind')}")
            elif below is not None and leads and self._leads(row) and self._lists(below):
                _lead(row, below)
            elif above is not None and not row.after_blank:
                self._trail(row, above)

    def _lists(self, row: Row | None) -> bool:
        """Whether a row may be one of a list: it names a movement."""
        return row is not None and row.role == "work" and _names(row, self.names)

    def _trail(self, row: Row, above: Row) -> None:
        for pattern, says in _BELOW:
            if said := pattern.match(row.text):
                if self._lists(above):
                    groups = {name: one for name, one in said.groupdict().items() if one}
                    number = groups.get("n") or groups.get("m")
                    _say(row, says.format(n=_count(number) if number else "", rest=groups.get("rest", "")))
                return

    def _of_a_lift(self, above: Row | None) -> bool:
        """Whether the row above only names a lift, of which a row says the sets."""
        return (
            above is not None
            and self._lists(above)
            and _COUNTS.search(_POSITIONS.sub("", above.written)) is None
        )

    def _leads(self, row: Row) -> bool:
        colon = row.text.rstrip().endswith(":") and len(row.text.split()) <= LONGEST_LEAD
        if (
            not (colon or _SO_LONG.match(row.text))
            or _OF_SOMETHING_ELSE.search(row.text)
            or _names(row, self.names)
        ):
            return False
        told = plain(row.text.split(":")[0].split(",")[0]) in board_words().notes
        return not told and (not _tells_itself(row) or self.prose.is_note(row.text, tokenize(row.text)))


def _lead(row: Row, below: Row) -> None:
    if said := re.match(_ALL_OF_IT, row.text, re.IGNORECASE):
        _say(row, f"{_count(said['n'] or said['m'])} rounds:")
    elif said := _ROUNDS.search(row.text):
        _say(row, f"{_count(said['n'])} rounds:")
    elif _OWN_SETS.search(below.text) or any(
        word in board_words().headings for word in plain(row.text).split()
    ):
        return  # "15 minutes for this:" above "back squat 5x5", "15 minutes of technique:"
    elif said := _AGAIN.search(row.text):
        _say(row, f"AMRAP {_count(said['n'] or said['at_once'])} min:")
    elif said := _SO_LONG.match(row.text):
        _say(row, f"AMRAP {_count(said['n'])} min:")


def _first(said: re.Match[str], *names: str) -> str:
    """The first of these groups that is said."""
    return next(said[name] for name in names if said[name])


def _say(row: Row, short: str) -> None:
    row.say([(_begin(row), len(row.text.rstrip()), short)])


_LABEL = re.compile(r"\s*(?:(?:[A-H]\d?|\d{1,2})[.):]\s+)?", re.IGNORECASE)


def _begin(row: Row) -> int:
    """Where the words of a row begin behind its letter or number."""
    label = _LABEL.match(row.text)
    return label.end() if label is not None else 0


def _count(text: str) -> int:
    return int(text) if text.isdecimal() else worth(text)


def _tells_itself(row: Row) -> bool:
    """Whether a notation reads the row already."""
    read = Line(row.number, row.text, _begin(row))
    read.followed = True
    found = read_format(read)
    fmt = found.format if found is not None else None
    return fmt is not None and bool(fmt.rounds or fmt.minutes or fmt.scheme or fmt.interval_s or fmt.work_s)


def _names(row: Row, names: Names) -> bool:
    """Whether a row names a movement, and no strange words beside it."""
    matches = (names.find(one.text) for one in tokenize(row.text) if one.kind == "words")
    return any(match is not None and match.confidence == 1 and not match.left_over for match in matches)
