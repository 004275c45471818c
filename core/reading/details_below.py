"""How a movement is done, each detail on a row below its name: sets, repetitions, load, counts."""

from __future__ import annotations

import itertools
import re
from collections.abc import Sequence

from core.reading.phrases import PAIR
from core.reading.rows import Row

_SETS = re.compile(r"[^\w]*(?P<n>\d{1,2})\s+sets?\W*", re.IGNORECASE)
_REPS = re.compile(r"[^\w]*(?P<n>\d{1,3})\s+reps?\W*", re.IGNORECASE)
_LOAD = re.compile(r"[^\w@]*(?:@|at)?\s*(?P<load>\d{2,3}(?:[.,]\d)?\s?(?:%|kgs?|lbs?))\W*", re.IGNORECASE)
_TIMES = re.compile(r"[^\w]*(?P<said>[x×]\s?(?P<n>\d{1,3}))\W*", re.IGNORECASE)
_ARRANGES = re.compile(
    r"\b(?:rounds?|for\s+time|amrap|emom|tabata|rest|sets?|warm[\s-]?up|strength)\b", re.IGNORECASE
)


def details_below(rows: Sequence[Row]) -> None:
    """Sets, repetitions and load below a name in one row; how often each of bare names is done as a count."""
    for at, (name, first, second) in enumerate(zip(rows, rows[1:], rows[2:], strict=False)):
        sets, reps = _SETS.fullmatch(first.text), _REPS.fullmatch(second.text)
        if sets is None or reps is None or not _only_names(name) or {first.role, second.role} != {"work"}:
            continue
        third = rows[at + 3] if at + 3 < len(rows) and rows[at + 3].role == "work" else None
        load = _LOAD.fullmatch(third.text) if third is not None else None
        said = f"{sets['n']} x {reps['n']}" + (f" @ {load['load']}" if load is not None else "")
        first.say([(sets.start("n"), len(first.text.rstrip()), said)])
        second.role = "note"
        if third is not None and load is not None:
            third.role = "note"
    _counts_below(rows)


def _counts_below(rows: Sequence[Row]) -> None:
    found = [
        (row, said)
        for name, row in itertools.pairwise(rows)
        if row.role == "work" and _only_names(name) and (said := _TIMES.fullmatch(row.text))
    ]
    if len(found) >= PAIR:
        for row, said in found:
            row.say([(*said.span("said"), f"{said['n']} reps")])


def _only_names(row: Row) -> bool:
    """Whether a row may name a movement and says no number."""
    words = row.text.strip()
    named = row.role == "work" and bool(words) and not any(map(str.isdecimal, words))
    return named and _ARRANGES.search(words) is None
