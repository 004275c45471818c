"""Whose minute it is, on a row of its own above what is done in it: 'Odd', 'Minute 2:', 'Station 3'."""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterator, Sequence

from core.reading.rows import Row

_LABEL = re.compile(
    r"\W*(?:(?:in|on)\s+)?(?:the\s+)?(?:(?P<parity>odd|even)s?(?:[\s-]+(?:numbered\s+)?min(?:ute)?s?)?"
    r"|(?P<word>min(?:ute)?|station|stop|stage|m|st)s?[\s.#]*(?P<number>\d{1,2}))\W*",
    re.IGNORECASE,
)
_FIRST_WORD = re.compile(r"\w|$")
LEAST = 2  # labels of a list


def labels_alone(rows: Sequence[Row]) -> None:
    """Labels that count on, each alone on its row, stand in front of the first row below them."""
    above: list[tuple[Row, Row, str]] = []
    for label, row, said in _labels(rows):
        if above and not _counts_on(above, said):
            _put(above)
            above = []
        above.append((label, row, said))
    _put(above)


def _labels(rows: Sequence[Row]) -> Iterator[tuple[Row, Row, str]]:
    """Each label alone, the row below it, and what it says: 'odd', 'even' or a word and a number."""
    for label, row in itertools.pairwise(rows):
        said = _LABEL.fullmatch(label.text) if label.role == row.role == "work" else None
        if said is not None and not _LABEL.fullmatch(row.text):
            yield label, row, (said["parity"] or f"{said['word']} {int(said['number'])}").lower()


def _counts_on(above: Sequence[tuple[Row, Row, str]], said: str) -> bool:
    """Whether a label follows those above it: even minutes odd ones or odd ones even, and 3 follows 2."""
    *_, before = (one for _, _, one in above)
    if " " not in said or " " not in before:
        return {said, before} == {"odd", "even"} and len(above) == 1
    word, number = said.split()
    return before == f"{word} {int(number) - 1}"


def _put(labels: Sequence[tuple[Row, Row, str]]) -> None:
    if len(labels) < LEAST or labels[0][2][-2:] not in ("dd", "en", " 1"):
        return
    for label, row, said in labels:
        start = _FIRST_WORD.search(row.text)
        words = f"{said}: "
        row.say([(0, start.start() if start else 0, words)])
        row.marks.append((0, len(words) - 1, "which minutes"))
        label.role = "note"
