"""Levels side by side on each row of a list, named once above or below it: '10 thrusters 43/30 | 30/20' and
'(Rx | Scaled)'."""

from __future__ import annotations

import re
from collections.abc import Iterable, Sequence

from core.reading.divisions import leading_division
from core.reading.phrases import PAIR
from core.reading.rows import Row

_PARTED = re.compile(r"\s+[|/]\s+")
_COUNTS_TWICE = re.compile(r"\s[|/]\s+\d{1,4}\s?(?:m\s|cals?\s|x\s)?\s*[^\W\d]{2}")
_LEVEL = re.compile(r"[A-Za-z][A-Za-z ]{0,14}[+]?|[A-Za-z]+\s?\d")


def columns_of_levels(rows: Sequence[Row]) -> None:
    """What stands behind the first sign of each row is of the second level, and so on."""
    for at, row in enumerate(rows):
        levels = _levels(row)
        listed = _listed(reversed(rows[:at]), len(levels)) or _listed(rows[at + 1 :], len(levels))
        if len(listed) < PAIR or all(_COUNTS_TWICE.search(one.text) for one in listed):
            continue  # a list of its own for each level
        row.role = "note"
        for one in listed:
            signs = list(_PARTED.finditer(one.text))
            cuts = [
                (*sign.span(), f"{')' if place else ''} ({level}: ")
                for place, (sign, level) in enumerate(zip(signs, levels[1:], strict=True))
            ]
            end = len(one.text.rstrip())
            one.say([*cuts, (end, end, ")")])


def _levels(row: Row) -> list[str]:
    """The names of a row that names levels and nothing else, the prescribed one first; else none."""
    words = _PARTED.split(row.text.strip(" ()[]*_:")) if row.role == "work" else []
    named = len(words) >= PAIR and all(
        _LEVEL.fullmatch(one) and (said := leading_division(f"{one}: ")) and said[1] >= len(one)
        for one in words
    )
    return words if named else []


def _listed(rows: Iterable[Row], levels: int) -> list[Row]:
    """The rows right here that count something for each of so many levels."""
    found: list[Row] = []
    for row in rows if levels else ():
        counted = row.role == "work" and row.text.strip()[:1].isdecimal()
        if not counted or len(_PARTED.findall(row.text)) != levels - 1:
            break
        found.append(row)
    return found
