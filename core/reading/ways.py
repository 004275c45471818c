"""Distances without a name on rows of their own: '400-800-1200-800-400' below 'Run WOD'."""

from __future__ import annotations

import re
from collections.abc import Sequence

from core.reading.languages import rebuilt
from core.reading.names import Names
from core.reading.rows import Row

_WAYS = re.compile(r"^\W*(?P<ways>[1-9]\d{2,3}(?:\s?[-–,/]\s?[1-9]\d{2,3}){2,9})\s?(?:m|metres|meters)?\W*$")
_GOES = re.compile(
    r"\b(?P<row>row(?:s|ing|er)?)|(?P<ski>ski(?:ing)?)|(?P<bike>bik(?:e|ing))|(?P<run>run(?:s|ning)?)\b",
    re.IGNORECASE,
)
STEP_M = 50  # which ways are whole numbers of
USUAL = "run"  # where nothing says how; common practice


def ways_in_rows(rows: Sequence[Row], names: Names) -> None:
    """Give each such row the name of what the rows above go by, a run where they say nothing; none where bare
    names stand below it, which it rules."""
    for at, row in enumerate(rows):
        said = _WAYS.match(row.text) if row.role == "work" else None
        ways = re.findall(r"\d+", said["ways"]) if said is not None else []
        below = rows[at + 1] if at + 1 < len(rows) and not rows[at + 1].after_blank else None
        rules = below is not None and names.starts(below.text.strip())
        if said is None or rules or any(int(way) % STEP_M for way in ways):
            continue
        above = [found for one in reversed(rows[:at]) for found in _GOES.finditer(one.text)]
        name = above[0].lastgroup if above else USUAL
        row.english = rebuilt(row.english, [(*said.span("ways"), f"{name}: {' - '.join(ways)}")])
        row.text = row.english.text
