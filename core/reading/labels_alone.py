"""Whose minute it is, on a row of its own above what is done in it: 'Odd', 'Minute 2:', 'Station 3', 'B)'."""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterator, Sequence
from typing import NamedTuple

from core.reading.arranging import lists_stations
from core.reading.rows import Row

_LABEL = re.compile(
    r"\W*(?:(?:in|on)\s+)?(?:the\s+)?(?:(?P<parity>odd|even)s?(?:[\s-]+(?:numbered\s+)?min(?:ute)?s?)?"
    r"|(?P<word>min(?:ute)?|station|stop|stage|m|st)s?[\s.#]*(?P<number>\d{1,2})"
    r"|(?P<bare>(?-i:[A-H])|\d{1,2}))\W*",
    re.IGNORECASE,
)
_FIRST_WORD = re.compile(r"\w|$")
_PLACES = ("stop", "stage", "st", "station")
LEAST = 2  # labels of a list


class _Label(NamedTuple):
    """A label alone, the row below it, what it says in front of that, and its place in the list. bare: it
    is a letter or a number and no more."""

    row: Row
    below: Row
    says: str
    place: int
    bare: bool


def labels_alone(rows: list[Row]) -> None:
    """Labels that count on, each alone on its row, stand in front of the first row below them."""
    above: list[_Label] = []
    for at, label in _labels(rows):
        if not above or label.place != len(above) + 1 or label.bare != above[0].bare:
            _put(above)
            above = [label] if label.place == 1 and (not label.bare or lists_stations(rows, at)) else []
        else:
            above.append(label)
    _put(above)


def _labels(rows: Sequence[Row]) -> Iterator[tuple[int, _Label]]:
    for at, (row, below) in enumerate(itertools.pairwise(rows)):
        said = _LABEL.fullmatch(row.text) if row.role == below.role == "work" else None
        if said is None or _LABEL.fullmatch(below.text):
            continue
        if parity := (said["parity"] or "").lower():
            place, says = 1 + (parity == "even"), parity
        else:
            number = said["number"] or said["bare"]
            place = int(number) if number.isdecimal() else ord(number) - ord("A") + 1
            says = f"{'station' if (said['word'] or '').lower() in _PLACES else 'min'} {place}"
        yield at, _Label(row, below, says, place, bool(said["bare"]))


def _put(labels: Sequence[_Label]) -> None:
    for label in labels if len(labels) >= LEAST else ():
        _lead(label.below, label.says, "which minutes")
        label.row.role = "note"


def _lead(row: Row, label: str, says: str) -> None:
    """Put a label in front of a row's words."""
    start = _FIRST_WORD.search(row.text)
    row.say([(0, start.start() if start else 0, f"{label}: ")])
    row.marks.append((0, len(label) + 1, says))


_FOR_ALL = re.compile(
    r"\W*(?:(?:and\s+)?then\s+)?(?:(?:all\s+)?together|both(?:\s+(?:partners|athletes))?|everyone)\W*",
    re.IGNORECASE,
)
_ENDS = re.compile(r"\W*(?:finish|end|close)(?:\s+(?:off|up))?\s+with\W*", re.IGNORECASE)
_BEGINS = re.compile(r"\W*(?:start|begin|open)(?:\s+off)?\s+with\W*", re.IGNORECASE)
_SHARED = re.compile(
    r"\W*(?:split|shared?|divide[d]?)(?:\s+(?:as\s+you\s+(?:like|want)|anyhow|evenly))?\W*", re.IGNORECASE
)


TOGETHER = "together"
_ROLES = ((_FOR_ALL, TOGETHER), (_ENDS, "cash-out"), (_BEGINS, "buy-in"))


def roles_alone(rows: Sequence[Row]) -> None:
    """'Together:', 'Both:', 'Finish with', each alone on its row, stand in front of what is below them: all
    that is counted there for all, one thing that begins or ends a piece."""
    for at, row in enumerate(rows):
        role = next((role for label, role in _ROLES if label.fullmatch(row.text)), "")
        stands = _is_counted if role == TOGETHER else _is_work
        below = list(itertools.takewhile(stands, rows[at + 1 :])) if role and row.role == "work" else []
        for one in below if role == TOGETHER else below[:1]:
            _lead(one, role, role)
        row.role = "note" if below else row.role
        for one in rows[at + 1 + len(below) :][:1] if below and role == TOGETHER else ():
            one.role = "note" if _SHARED.fullmatch(one.text) else one.role


_WORKS = re.compile(r"\W*work(?:s|ing|er)?\s*[:–-]\s*(?=\S)", re.IGNORECASE)
_WAITS = re.compile(r"\W*(?:hold(?:s|ing)?|rest(?:s|ing)?|wait(?:s|ing)?)\b", re.IGNORECASE)


def works_and_holds(rows: Sequence[Row]) -> None:
    """'Work: 10 cal row + 10 swings' above 'Hold: plank' of a team: who does what, and no section."""
    for row, below in itertools.pairwise(rows):
        said = _WORKS.match(row.text) if row.role == below.role == "work" else None
        if said is not None and _WAITS.match(below.text):
            row.start = said.end()
            row.marks.append((0, said.end(), "who works"))


_COUNTS = re.compile(r"\W*(?:\d|(?:run|row|ski|bike|max)\b)(?!.*\b(?:split|share))", re.IGNORECASE)


def _is_counted(row: Row) -> bool:
    return _is_work(row) and _COUNTS.match(row.text) is not None


def _is_work(row: Row) -> bool:
    return row.role == "work" and not row.after_blank
