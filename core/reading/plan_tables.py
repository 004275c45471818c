"""Plans of a class as tables: '| 8-25 | Strength | back squat 5 x 5 |' is a section, and when."""

from __future__ import annotations

import re
from collections.abc import Sequence

from core.reading.board_words import board_words
from core.reading.rows import Row

LEAST_SECTIONS = 2
_BAR = r"\s{0,3}(?:\||\t)\s{0,3}"
_SPAN_OF_TIME = (
    r"(?:\d{1,2}(?::\d{2})?\s?[-–]\s?\d{1,2}(?::\d{2})?(?:\s?(?:min(?:ute)?s?|['’]))?"
    r"|\d{1,2}\s?(?:min(?:ute)?s?|['’])|[012]?\d:[0-5]\d)"
)
_PLAN_CELLS = re.compile(
    rf"^[\s|]{{0,4}}(?P<opens>(?P<when>{_SPAN_OF_TIME})(?P<first>{_BAR})(?P<name>[^\W\d][\w\s&/+-]{{2,24}}?)|(?P<called>[^\W\d][\w\s&/+-]{{2,24}}?)"
    rf"(?P<then>{_BAR})(?P<lasts>{_SPAN_OF_TIME}))(?P<second>{_BAR})(?P<what>[^|\t]{{3,300}}?)(?P<ends>[\s|]{{0,4}})$",
    re.IGNORECASE,
)
_NO_WORK = frozenset(
    (
        "set up",
        "setup",
        "transition",
        "brief",
        "briefing",
        "explain",
        "welcome",
        "intro",
        "break",
        "demo",
        "questions",
    )
)


def plans_in_cells(rows: Sequence[Row]) -> None:
    """Every row of such a table as a line: '8-25 Strength: back squat 5 x 5', 'Warm-up (10 min): row'."""
    found = [(row, said) for row in rows if row.role == "work" and (said := _PLAN_CELLS.match(row.text))]
    names = [(said["name"] or said["called"]).strip().lower() for _, said in found]
    known = [name in board_words().headings or name in _NO_WORK for name in names]
    if sum(known) < LEAST_SECTIONS:
        return
    for row, said in found:
        opens = (0, said.start("opens"), " " * said.start("opens"))
        if said["name"]:
            between = ((*said.span("first"), " "), (*said.span("second"), ": "))
        else:
            between = ((*said.span("then"), " ("), (*said.span("second"), "): "))
        row.say([opens, *between, (*said.span("ends"), "")])
