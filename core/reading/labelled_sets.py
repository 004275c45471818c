"""Sets and repetitions under labels of their own: 'Sets: 5' above 'Reps: 3', 'Sets: 5 | Reps: 3 | Load: 75
%'."""

from __future__ import annotations

import itertools
import re
from collections.abc import Sequence

from core.reading.rows import Row

MOST_LABELS = 4  # rows below the first that say how a lift is done
_IS = r"(?:\s?[:=–-]\s?|\s)"
_SETS = rf"(?P<sets>sets?{_IS}\d{{1,2}})"
_REPS = rf"(?P<reps>rep(?:etition)?s?{_IS}\d{{1,3}}|\d{{1,3}}\sreps)"
_ONE_ROW = re.compile(
    rf"(?P<said>{_SETS}\s?(?:[,;|/·]\s?|\s){_REPS})(?:\s?[,;|/·]\s?(?P<load>(?:load|weight|@)\s?[:=–-]\s?(?P<kg>\d{{1,3}})))?",
    re.IGNORECASE,
)
_SETS_ALONE = re.compile(rf"^\W{{0,6}}(?P<said>{_SETS})\s{{0,3}}$", re.IGNORECASE)
_REPS_ALONE = re.compile(rf"^\W{{0,6}}(?P<said>{_REPS})\s{{0,3}}$", re.IGNORECASE)
_LOAD_ALONE = re.compile(
    r"^\W{0,6}(?P<said>(?:load|weight|intensity)\s?[:=–-]\s?(?P<kg>\d{1,3}))", re.IGNORECASE
)


def labelled_sets(rows: Sequence[Row]) -> None:
    """Rows with sets and repetitions under labels, as '5 x 3'."""
    for row, below in itertools.zip_longest(rows, rows[1:]):
        if row.role != "work":
            continue
        if said := _ONE_ROW.search(row.text):
            load = [(*said.span("load"), f"@ {said['kg']}")] if said["load"] else []
            row.say([(*said.span("said"), _times(said.groupdict())), *load])
            continue
        one = _SETS_ALONE.match(row.text)
        two = _REPS_ALONE.match(below.text) if one is not None and below is not None else None
        if one is None or two is None:
            one = _REPS_ALONE.match(row.text)
            two = _SETS_ALONE.match(below.text) if one is not None and below is not None else None
        if one is not None and two is not None and below is not None:
            both = one.groupdict() | two.groupdict()
            row.say([(*one.span("said"), _times(both))])
            below.role = "note"
            _loads(rows, row.number)


def _times(said: dict[str, str]) -> str:
    """'5 x 3' of 'Sets: 5' and 'Reps: 3'."""
    return " x ".join(re.sub(r"\D", "", said[name]) for name in ("sets", "reps"))


def _loads(rows: Sequence[Row], number: int) -> None:
    """'Load: 75 %' below sets under labels, as '@ 75 %'."""
    for row in rows:
        if number < row.number <= number + MOST_LABELS and (said := _LOAD_ALONE.match(row.text)):
            row.say([(*said.span("said"), f"@ {said['kg']}")])


_HEAD_OF_SETS = re.compile(
    r"^\s{0,3}sets?\s?#?,\s?reps?,\s?(?:%|percent|percentage|load|weight|kg|lbs?|intensity)(?:,\s?(?:rest|rpe|tempo))?\s{0,3}$",
    re.IGNORECASE,
)
_SET_BETWEEN_COMMAS = re.compile(
    r"^\s{0,3}\d{1,2},\s?\d{1,2}\+?,\s?\d{1,3}(?:\.\d)?\s?(?:%|kgs?|lbs?)?(?:,[^,]{0,20})?\s{0,3}$"
)


def sets_between_commas(rows: Sequence[Row]) -> None:
    """'Set,Reps,Percent' over '1,5,65': cells of a table."""
    below = False
    for row in rows:
        head = row.role == "work" and _HEAD_OF_SETS.match(row.text) is not None
        below = head or (below and row.role == "work" and _SET_BETWEEN_COMMAS.match(row.text) is not None)
        if below:
            row.say([(*comma.span(), "\t") for comma in re.finditer(r",\s?", row.text)])
