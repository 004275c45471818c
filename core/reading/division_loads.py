"""What each division lifts, told on one row or two: 'RX / INT / SC - 60/40 | 50/35 | 40/30', 'Bar: Rx 60/40,
Scaled 40/30'. Each division on a row of its own."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from core.reading.rows import Row
from core.reading.tables import DIVISION

_LOAD = r"(?:\d{1,3}(?:[.,]\d)?(?:\s?/\s?\d{1,3}(?:[.,]\d)?)?\s?(?:kgs?\b|lbs?\b|#)?)"
_PARTS = r"\s?(?://?|\||;|,|·)\s?"
_NAMED = rf"{DIVISION}(?![^\W\d])"
_WHAT = (
    r"(?P<what>(?:(?:the\s)?"
    r"(?:loads?|weights?|standards?|bar|barbell|kgs?|db|kb|dumbbells?|kettlebells?|ball|sandbag|bag)(?:\s?[:=–-]\s?|\s))?)"
)
_PAIR = rf"(?P<division>{_NAMED})\s?[:=–-]?\s?@?(?P<load>{_LOAD})"
_PAIRS = re.compile(
    rf"^\W{{0,6}}{_WHAT}{_NAMED}\s?[:=–-]?\s?@?{_LOAD}(?:(?:{_PARTS}|\.\s|\s){_NAMED}\s?[:=–-]?\s?@?{_LOAD}){{1,4}}\W{{0,3}}$",
    re.IGNORECASE,
)
_ONE_PAIR = re.compile(_PAIR, re.IGNORECASE)
_ONE_LOAD = re.compile(_LOAD, re.IGNORECASE)
_NAMES = rf"{_NAMED}(?:{_PARTS}{_NAMED}){{1,4}}"
_LOADS = rf"@?{_LOAD}(?:\s?(?://|\||;|·)\s?{_LOAD}|\s/\s{_LOAD}|,\s{_LOAD}){{1,4}}"
_IN_ORDER = re.compile(
    rf"^\W{{0,6}}{_WHAT}(?P<names>{_NAMES})\s?[:=–-]?\s?(?P<loads>{_LOADS})\W{{0,3}}$", re.IGNORECASE
)
_ONLY_NAMES = re.compile(rf"^\W{{0,6}}{_WHAT}(?P<names>{_NAMES})\s?:?\s{{0,3}}$", re.IGNORECASE)
_ONLY_LOADS = re.compile(rf"^\W{{0,6}}{_WHAT}(?P<loads>{_LOADS})\W{{0,3}}$", re.IGNORECASE)
_A_NAME = re.compile(_NAMED, re.IGNORECASE)
_BEHIND = re.compile(rf"^\W{{0,6}}(?P<name>{_NAMED})\s?[=–-]\s?(?={_LOAD}\W{{0,3}}$)", re.IGNORECASE)
_BRACKETS = re.compile(
    rf"\((?P<first>elite|pro)\s?[:=–-]?\s?(?P<one>{_LOAD})(?P<between>\)\s?\(|{_PARTS})(?P<second>rx\+?|open)\s?[:=–-]?\s?(?P<two>{_LOAD})(?=\)|{_PARTS})",
    re.IGNORECASE,
)


def division_loads(rows: Sequence[Row]) -> Iterator[Row]:
    """The rows with every division's load on a row of its own, as 'Rx: 60/40 kg'."""
    names: list[str] = []
    for at, row in enumerate(rows):
        if row.role != "work":
            names = []
            yield row
            continue
        told = _told(row.text)
        told = told if told[0] else _below_names(row.text, names)
        below = rows[at + 1] if at + 1 < len(rows) else None
        heads = None if told[0] else _ONLY_NAMES.match(row.text)
        names = _names(heads["names"]) if heads is not None else []
        if names and below is not None and _below_names(below.text, names)[0]:
            row.role = "note"
        elif told[0]:
            yield from _a_row_each(row, told)
            continue
        else:
            _the_usual_first(row)
        yield row


@dataclass(frozen=True, slots=True)
class _Standard:
    """One division's load: its name, where what is said of it starts, where the load itself does, its end."""

    division: str
    start: int
    load: int
    stop: int


def _told(text: str) -> tuple[list[_Standard], str]:
    """Every division's load on one row, and what it is of ('bar', 'DB')."""
    if (said := _PAIRS.match(text)) is not None:
        found, start = [], 0
        for one in _ONE_PAIR.finditer(text, said.end("what")):
            found.append(_Standard(one["division"], start, one.start("load"), one.end("load")))
            start = one.end("load")
        return found, _kit(said["what"])
    if (said := _IN_ORDER.match(text)) is not None:
        return _in_order(_names(said["names"]), text, said), _kit(said["what"])
    if (behind := _BEHIND.match(text)) is not None:
        return [_Standard(behind["name"], 0, behind.end(), len(text.rstrip()))], ""
    return [], ""


def _below_names(text: str, names: Sequence[str]) -> tuple[list[_Standard], str]:
    """'60/40 kg | 50/35 kg' below 'Rx | Scaled'."""
    said = _ONLY_LOADS.match(text) if names else None
    return (_in_order(names, text, said), _kit(said["what"])) if said is not None else ([], "")


def _in_order(names: Sequence[str], text: str, said: re.Match[str]) -> list[_Standard]:
    loads = list(_ONE_LOAD.finditer(text, *said.span("loads")))
    if len(loads) != len(names):
        return []
    starts = [0, *(one.end() for one in loads)]
    return [
        _Standard(name, start, one.start(), one.end())
        for name, start, one in zip(names, starts, loads, strict=False)
    ]


def _names(text: str) -> list[str]:
    return [one.group() for one in _A_NAME.finditer(text)]


def _kit(what: str) -> str:
    said = _KIT.search(what)
    return f"{said.group()} " if said is not None else ""


_KIT = re.compile(r"\b(?:db|kb|dumbbell|kettlebell|ball|sandbag|bag|bar|barbell)s?\b", re.IGNORECASE)


def _a_row_each(row: Row, told: tuple[Sequence[_Standard], str]) -> Iterator[Row]:
    """A row for each division: 'Rx: DB 22.5/15'."""
    standards, kit = told
    heads = [f"{one.division}: {kit}" for one in standards]
    row.say([(one.start, one.load, head) for one, head in zip(standards, heads, strict=True)])
    start = 0
    for one, head in zip(standards, heads, strict=True):
        stop = start + len(head) + one.stop - one.load
        last = one is standards[-1]
        text = " " * start + (row.text[start:] if last else row.text[start:stop])
        yield replace(
            row,
            text=text,
            start=start,
            marks=[] if start else row.marks,
            after_blank=row.after_blank and not start,
        )
        start = stop


def _the_usual_first(row: Row) -> None:
    """'12 front squats (Elite 70/50, Rx 60/40)': what is usual stands first."""
    if said := _BRACKETS.search(row.text):
        row.say(
            [
                (*said.span("first"), said["second"]),
                (*said.span("one"), said["two"]),
                (*said.span("second"), said["first"]),
                (*said.span("two"), said["one"]),
            ]
        )
