"""Which sets are lifted at what, beside or below what is done every so often: 'sets 1-3 @ 65 %, 4-6 @ 72 %'
'first 2 at 70 %, last 2 at 80 %', '3 @ 70 % / 2 @ 80 %' are a load for each set."""

from __future__ import annotations

import itertools
import re
from collections.abc import Sequence
from dataclasses import dataclass

from core.reading.rows import Row
from core.reading.spelled import number_said

ROWS_ABOVE = 3  # in which it is said how many sets there are
LEAST_ITEMS, MOST_SETS = 2, 20
_LOAD = r"(?P<{0}>\d{{2,3}}(?:[.,]5)?)\s?(?P<{1}>%|kgs?)"
_RANGE = (
    r"(?:(?:sets?|rounds?|rds?)\s?)?(?P<from>\d{1,2})(?:\s?[-–]\s?(?P<to>\d{1,2}))?\s?(?:@|:|=|\)|at)?\s?"
    + _LOAD.format("r", "ru")
)
_TURN = (
    r"(?:the\s)?(?P<turn>first|next|then|last|final)\s(?:the\s)?(?P<many>\d{1,2}|two|three|four|five)?(?:\s?(?:sets?|rounds?))?\s?(?:@|:|=|at)\s?"
    + _LOAD.format("t", "tu")
)
_COUNT = r"(?P<count>\d{1,2})\s(?:(?P<sets>sets?|rounds?)\s)?(?:@|at)\s?" + _LOAD.format("c", "cu")
_ITEM = re.compile(rf"(?:and\s|then\s)?(?:{_TURN}|{_COUNT}|{_RANGE})(?![\w%])", re.IGNORECASE)
_BEGINS = re.compile(r"(?:\s?[,;.:(–-]\s{1,2}|\s\(|^\W{0,6}(?:\d[.)]\s)?)", re.IGNORECASE)
_BETWEEN = re.compile(r"\s?[,;/|]\s?(?:and\s|then\s)?|\s(?:and|then)\s|\.\s", re.IGNORECASE)
_EVERY = re.compile(
    r"\b(?:every\s(?P<min>\d)(?::(?P<sec>\d\d))?(?:\s?min(?:ute)?s?)?|every\s(?P<s>\d{2,3})\s?s(?:ec(?:onds)?)?|e(?P<n>\d)mom)\b(?:,?\sfor)?\s(?P<all>\d{1,2})\s?min(?:ute)?s?\b",
    re.IGNORECASE,
)
_SETS = re.compile(
    r"\bemom\s(?P<e>\d{1,2})\b(?!\s?[x×])|[x×]\s?(?P<x>\d{1,2})\b(?!\s?(?:%|reps?\b|kg))|\b(?P<sets>\d{1,2})\s(?:sets|rounds)\b(?!\s?(?:@|at\s\d))",
    re.IGNORECASE,
)
_REPS = re.compile(
    r"\b\d{1,2}\s(?!sets|rounds|min|sec|s\b)[^\W\d]|[x×]\s?\d{1,2}\b|\breps?\b|\s\+\s", re.IGNORECASE
)
_ENDS = re.compile(r"\s?\)?[\s.]*$")


@dataclass(frozen=True)
class _Run:
    """Items in a row: where they begin and end, and what each says."""

    start: int
    end: int
    items: tuple[re.Match[str], ...]


def loads_by_set(rows: Sequence[Row]) -> None:
    """A load for each set in the place of what says which sets have which."""
    at = 0
    while at < len(rows):
        row = rows[at]
        run = _run(row.text) if row.role == "work" and not row.tabled else None
        if run is None:
            at += 1
            continue
        below = _rows_below(rows, at) if run.start == 0 and run.end == len(row.text) else [row]
        items = (
            run.items
            if len(below) == 1
            else tuple(one for each in below for one in (_run(each.text) or run).items)
        )
        before = row.text[: run.start]
        loads = _each(items, _sets_said(rows, at, before), _REPS.search(_lift(rows, at, before)) is not None)
        if loads:
            row.say([(run.start, run.end, f" @ {loads}")])
            if len(below) > 1:
                row.start, row.sets, row.marks = 0, 0, []  # no set of its own any more
            for one in below[1:]:
                one.role = "note"
        at += len(below)


def _run(text: str) -> _Run | None:
    """The items that end a row; None where it holds none."""
    for begins in _BEGINS.finditer(text):
        items, place, end = [], begins.end(), begins.end()
        while (item := _ITEM.match(text, place)) is not None:
            items.append(item)
            end = item.end()
            between = _BETWEEN.match(text, end)
            place = between.end() if between is not None else len(text)
        if items and _ENDS.match(text, end):
            return _Run(begins.start(), len(text), tuple(items))
    return None


def _rows_below(rows: Sequence[Row], at: int) -> list[Row]:
    """A row and those right below it that hold nothing but such items."""
    found = [rows[at]]
    for row in rows[at + 1 :]:
        run = _run(row.text) if row.role == "work" and not row.after_blank else None
        if run is None or run.start > 0:
            break
        found.append(row)
    return found


def _lift(rows: Sequence[Row], at: int, before: str) -> str:
    """What is lifted, as far as it is told beside or right above."""
    told = before if any(sign.isalpha() for sign in before) else rows[at - 1].text if at else ""
    return told.rsplit(":", 1)[-1]


def _sets_said(rows: Sequence[Row], at: int, before: str) -> int:
    """How many sets there are, by what stands before the items or above them; 0 where nothing says it."""
    texts = [before]
    for row in reversed(rows[max(0, at - ROWS_ABOVE) : at]):
        texts.append(row.text)
        if row.after_blank:
            break
    for text in texts:
        if said := _EVERY.search(text):
            each_s = int(said["s"] or 0) or int(said["min"] or said["n"] or 0) * 60 + int(said["sec"] or 0)
            return int(said["all"]) * 60 // each_s if each_s else 0
        counts = [int(next(filter(None, one.groups()))) for one in _SETS.finditer(text)]
        if counts and ("every" in text.lower() or "mom" in text.lower() or "set" in text.lower()):
            return counts[0]
    return 0


def _each(items: Sequence[re.Match[str]], sets: int, counted: bool) -> str:
    """'65-65-70-70-80 %': the load of every set; nothing where the items do not make up the sets."""
    said = [_turns(one) for one in items]
    unit = items[0]["ru"] or items[0]["tu"] or items[0]["cu"]
    if len(items) < LEAST_ITEMS or any((one["ru"] or one["tu"] or one["cu"]) != unit for one in items):
        return ""
    ranges = any(one["to"] for one in items)
    said = [
        (1, load) if ranges and one["count"] and not one["sets"] else (many, load)
        for one, (many, load) in zip(items, said, strict=True)
    ]
    spans = [_span(one) for one in items if one["from"] or (ranges and one["count"] and not one["sets"])]
    if len(spans) == len(items):
        joined = all(first == last + 1 for (_, last), (first, _) in itertools.pairwise(spans))
        if not joined or spans[0][0] != 1 or (sets and spans[-1][1] != sets):
            return ""
    elif spans or sum(many for many, _ in said) != sets or not (counted or all(one["turn"] for one in items)):
        return ""
    loads = [load for many, load in said for _ in range(many)]
    return "-".join(loads) + f" {unit}" if 1 < len(loads) <= MOST_SETS else ""


def _span(item: re.Match[str]) -> tuple[int, int]:
    """From which set to which; '5 @ 80 %' among ranges is the fifth."""
    first = int(item["from"] or item["count"])
    return first, int(item["to"] or first)


def _turns(item: re.Match[str]) -> tuple[int, str]:
    """How many sets an item is for, and their load."""
    if item["from"]:
        return int(item["to"] or item["from"]) - int(item["from"]) + 1, item["r"]
    many = item["many"] or item["count"] or "1"
    return number_said(many.lower()), item["t"] or item["c"]
