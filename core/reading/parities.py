"""Odd and even minutes: in front of what is done in them, behind it, or by their letters."""

from __future__ import annotations

import itertools
import re
from collections.abc import Sequence

from core.reading.rows import Row

_PARITIES = re.compile(r"\W*(?P<which>odd|even)s?(?:\s+min(?:ute)?s?)?\s*[:=–-]", re.IGNORECASE)
_ONLY_MINUTES = re.compile(
    r"\W*(?P<said>\d{1,2})\s*(?:min(?:ute)?s?|')(?:\s+(?:total|in\s+all))?\W*", re.IGNORECASE
)


_PARITY_BEHIND = re.compile(
    r"\S(?P<said>\s*(?:\(\s*(?:on\s+(?:the\s+)?)?(?P<a>odd|even)s?(?:\s+min(?:ute)?s?)?\s*\)"
    r"|\s[-–]\s(?P<b>odd|even)s?(?:\s+min(?:ute)?s?)?|\s+on\s+(?:the\s+)?(?P<c>odd|e"
    r"ven)s?(?:\s+min(?:ute)?s?)?))\s*$",
    re.IGNORECASE,
)
_PARITY_LETTER = re.compile(r"[\s\W]*(?P<said>[OE])(?=\s*[:.)=-]\s)")


def _say_parities(first: Row, second: Row) -> None:
    """'12 cal row (odd)' and '15 sit-ups (even)', 'O: ..' and 'E: ..': the minute before what is done in
    it."""
    if first.role != "work" or second.role != "work":
        return
    behind = [_PARITY_BEHIND.search(row.text) for row in (first, second)]
    words = [(one["a"] or one["b"] or one["c"]).lower() for one in behind if one]
    if sorted(words) == ["even", "odd"]:
        for row, one, word in zip((first, second), behind, words, strict=True):
            if one is not None:
                said = f"{word}: "
                row.say([(0, 0, said), (*one.span("said"), " ")])
                row.marks.append(
                    (one.start("said") + len(said), one.start("said") + len(said) + 1, "which minutes")
                )
    letters = [_PARITY_LETTER.match(row.text) for row in (first, second)]
    if letters[0] and letters[1] and letters[0]["said"] == "O" and letters[1]["said"] == "E":
        for row, one, word in zip((first, second), letters, ("odd", "even"), strict=True):
            if one is not None:
                row.say([(*one.span("said"), word)])


def minutes_of_odd_and_even(rows: Sequence[Row]) -> None:
    """'Odd minutes: 12 cal', 'Even minutes: 8 burpees' above or below '20 min': so many minutes, each of them
    one of the two."""
    for above, below in itertools.pairwise(rows):
        _say_parities(above, below)
    said = [_PARITIES.match(row.text) if row.role == "work" else None for row in rows]
    for at in range(len(rows) - 1):
        first, second = said[at], said[at + 1]
        if first is None or second is None or first["which"].lower() == second["which"].lower():
            continue
        for place in (at - 1, at + 2):
            row = rows[place] if 0 <= place < len(rows) else None
            minutes = _ONLY_MINUTES.fullmatch(row.text) if row is not None and row.role == "work" else None
            if row is not None and minutes is not None:
                start, end = minutes.start("said"), len(row.text.rstrip(" .:"))
                row.say([(start, end, f"EMOM {minutes['said']}")])
