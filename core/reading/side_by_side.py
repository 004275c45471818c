"""Divisions beside each other in a line: "RX / INT / SC" above "30 / 24 / 18 wall balls" and "pull-ups / ring
rows / bent rows". Each line becomes that of the first division, and one for each of the others."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace
from typing import NamedTuple

from core.reading.divisions import division_id
from core.reading.languages import Translated
from core.reading.names import Names
from core.reading.rows import AGAIN, Row
from core.reading.tables import DIVISION, Cell, composed

_RUN = re.compile(
    rf"(?:^|(?<=[\s,:(–-]))(?P<run>{DIVISION}(?:\s*/\s*{DIVISION}){{1,3}})\s*\)?\s*:?\s*$",
    re.IGNORECASE,
)
_RUN_OF_BARS = re.compile(
    rf"(?:(?<=[:(])\s*|(?<=\s)[–-]\s+)(?P<run>{DIVISION}(?:\s*\|\s*{DIVISION}){{1,3}})\s*\)?\s*:?\s*$",
    re.IGNORECASE,
)
_APART = re.compile(r"\S+\s+/\s+\S+")  # "80 / 50", where men's and women's are "80/50"
_BRACKETED = re.compile(
    rf"(?:^|(?<=[\s,:–-]))(?P<run>({DIVISION})\s*\(\s*({DIVISION})\s*\))\s*:?\s*$", re.IGNORECASE
)
_BRACKET = re.compile(r"\(([^()]{2,60})\)\s*$")
_GAP = re.compile(r"\s+/\s+")
_NUMBER = r"\d{1,4}(?:[.,]\d{1,2})?"
_PAIR = rf"{_NUMBER}/{_NUMBER}"
_LEAST_NUMBERS = 3  # two beside each other may be men's and women's
_COUNTS = re.compile(r"\s+(?!(?:kg|lbs?|cal|calories|m|km|in|cm|s|sec|min)\b)[^\W\d_]", re.IGNORECASE)
_WORDS = re.compile(r"[tc]2[br]|[^\W\d_][^\d/|@()]*[^\W\d_]", re.IGNORECASE)


class Divisions(NamedTuple):
    """Which stand beside each other, in order, and where in their row. first: of the one whose the lines are
    as written, of which the others are told. bracketed: the second stands in brackets, also below."""

    names: tuple[str, ...]
    start: int
    end: int
    bracketed: bool = False

    @property
    def first(self) -> int:
        prescribed = (place for place, name in enumerate(self.names) if division_id(name) == "rx")
        return next(prescribed, 0)


Lines = list[list[tuple[str, Cell]]]  # of each division: its words, with the place that each stands at


def side_by_side(rows: list[Row], names: Names) -> None:
    """Part every line below such a head, up to the next gap."""
    at = 0
    while at < len(rows):
        head = _head(rows[at]) if rows[at].role == "work" else None
        at += 1
        if head is None:
            continue
        last = at
        while last < len(rows) and rows[last].role == "work" and (last == at or not rows[last].after_blank):
            last += 1
        parted = {place: _parted(rows[place].text, head, names) for place in range(at, last)}
        if not any(parted.values()):
            continue
        _take_head(rows[at - 1], head)
        for place in reversed(range(at, last)):
            if lines := parted[place]:
                rows[place : place + 1] = _rows_of(rows[place], lines, head)
                last += len(head.names) - 1
        at = last


def _head(row: Row) -> Divisions | None:
    if "(" in row.text and (two := _BRACKETED.search(row.text)) is not None:
        return Divisions((two[2], two[3]), two.start("run"), two.end("run"), True)
    found = _RUN.search(row.text) if "/" in row.text else None
    found = found or (_RUN_OF_BARS.search(row.text) if "|" in row.text else None)
    if found is None or re.search(r"[/|]\s*$", row.text[: found.start("run")]):
        return None
    names = re.split(r"\s*[/|]\s*", found["run"])
    return Divisions(tuple(names), found.start("run"), found.end("run"))


def _take_head(row: Row, head: Divisions) -> None:
    """The head says who does what; what stands before it is read as ever."""
    before = row.text[: head.start].rstrip(" ,(–-")
    if not before.strip():
        row.role = "table"
        return
    row.marks.append((head.start, head.end, "divisions beside each other"))
    row.text = before


def _parted(text: str, head: Divisions, names: Names) -> Lines | None:
    """A line parted into what each division does; None for one that is the same for all."""
    if head.bracketed:
        return _by_bracket(text)
    return (
        _by_bars(text, head)
        or _by_names(text, head, names)
        or _by_numbers(text, len(head.names))
        or _by_gaps(text, head)
    )


def _by_numbers(text: str, count: int) -> Lines | None:
    """'30 / 24 / 18 wall balls 9/6/4 kg'."""
    run = re.compile(rf"(?<![\d/.,x-]){_NUMBER}(?:\s*/\s*{_NUMBER}){{{count - 1}}}(?![\d/]|\s*/)")
    runs = list(run.finditer(text))
    if count < _LEAST_NUMBERS:  # else men's and women's, as loads and calories are told
        leading = [one for one in runs if not text[: one.start()].strip()]
        runs = [one for one in leading if _COUNTS.match(text[one.end() :]) or _APART.fullmatch(one.group())]
    if not runs:
        return None
    loads = re.compile(rf"\(?(?P<all>{_PAIR}(?:\s*,\s*{_PAIR}){{{count - 1}}})\s*(?:kg)?\)?\s*$")
    each = loads.search(text, runs[-1].end())  # "100 / 60 wall balls (9/6, 6/4)"
    lines: Lines = []
    for place in range(count):
        pieces: list[tuple[str, Cell]] = []
        begin = 0
        for one in runs:
            pieces.append(_kept(text, begin, one.start()))
            pieces.append(_item(text, one.start(), one.end(), place))
            begin = one.end()
        if each is not None:
            pieces.append(_kept(text, begin, each.start()))
            pieces.append(_item(text, *each.span("all"), place, ","))
            begin = len(text)
        pieces.append(_kept(text, begin, len(text)))
        lines.append([piece for piece in pieces if piece[0]])
    return lines


def _by_names(text: str, head: Divisions, names: Names) -> Lines | None:
    """'Pull-ups / jumping pull-ups / ring rows', '15 pull-ups / 12 ring rows'."""
    count = len(head.names)
    items = [_item(text, 0, len(text), place) for place in range(count)]
    if len(re.findall("/", text)) != count - 1:
        return None
    for words, _ in items:
        said = _WORDS.search(words)
        match = names.find(said.group()) if said else None
        if match is None or match.left_over or match.confidence < 1:
            return None
    return _standing_in(items, head.first)


def _by_bars(text: str, head: Divisions) -> Lines | None:
    """'10 power cleans 60/40 | 45/30'."""
    count = len(head.names)
    if text.count("|") != count - 1:
        return None
    items = [_item(text, 0, len(text), place, "|") for place in range(count)]
    told = _WORDS.search(items[0][0]) and all(words for words, _ in items)
    return _standing_in(items, head.first) if told else None


def _by_gaps(text: str, head: Divisions) -> Lines | None:
    """'20 T2B / 20 knee raises', '30 wall balls 9/6 / 30 wall balls 6/4'."""
    gaps = [0, *(place for found in _GAP.finditer(text) for place in found.span()), len(text)]
    items = [_kept(text, start, end) for start, end in zip(gaps[::2], gaps[1::2], strict=True)]
    told = _WORDS.search(items[0][0]) and all(words for words, _ in items)
    return _standing_in(items, head.first) if told and len(items) == len(head.names) else None


def _by_bracket(text: str) -> Lines | None:
    """'Deadlift 84/61 kg (60/43 kg)' below 'RX (Scaled)'."""
    said = _BRACKET.search(text)
    if said is None or not _WORDS.search(text[: said.start()]):
        return None
    return _standing_in([_kept(text, 0, said.start()), _kept(text, said.start(1), said.end(1))], 0)


_LOAD_ALONE = re.compile(
    rf"@?\(?{_NUMBER}(?:\s?/\s?{_NUMBER}\s?(?:kgs?|lbs?)?|\s?(?:kgs?|lbs?))\)?", re.IGNORECASE
)


def _standing_in(items: Sequence[tuple[str, Cell]], first: int) -> Lines:
    """Each item in the place of the first division's; one that is a number alone is of the same movement."""
    named = next(filter(None, (_WORDS.search(items[place][0]) for place in (first, 0))), None)
    name = named.group() if named else ""
    counted = named.string[: named.end()] if named else ""
    lines: Lines = []
    for place, (words, cell) in enumerate(items):
        own = _WORDS.search(words) is not None
        there = Cell("", cell.start, cell.end)
        before = f"{name} ->" if own else counted if _LOAD_ALONE.fullmatch(words) else name
        between = [] if own and place == first else [(before, there)]
        lines.append([*between, (words, cell)])
    return lines


def _item(text: str, start: int, end: int, place: int, mark: str = "/") -> tuple[str, Cell]:
    """The piece at one place between marks."""
    for _ in range(place):
        start = text.index(mark, start, end) + 1 if mark in text[start:end] else end
    stop = text.index(mark, start, end) if mark in text[start:end] else end
    return _kept(text, start, stop)


def _kept(text: str, start: int, end: int) -> tuple[str, Cell]:
    words = text[start:end].strip()
    start += len(text[start:end]) - len(text[start:end].lstrip())
    return words, Cell(words, start, start + len(words))


def _rows_of(row: Row, lines: Lines, head: Divisions) -> list[Row]:
    """The first division's line, and a row of the same line for each of the others, all of whose words lie
    where that division's own stand."""
    first = lines[head.first]
    made = [_with(row, composed(first, row.english), row.number)]
    for division, pieces in zip(head.names, lines, strict=True):
        if pieces is first:
            continue
        own = next(cell for words, cell in pieces if (words, cell) not in first)
        there = Cell("", own.start, own.end)
        told = [(f"{division}:", there), *((words, there) for words, _ in pieces)]
        made.append(_with(row, composed(told, row.english), row.number + AGAIN * len(made)))
    return made


def _with(row: Row, english: Translated, number: int) -> Row:
    first = number < AGAIN
    return replace(
        row,
        number=number,
        english=english,
        text=english.text,
        tabled=not first,
        after_blank=row.after_blank and first,
        marks=list(row.marks) if first else [],
    )
