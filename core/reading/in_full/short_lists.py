"""Lists of bare numbers behind a name, in full: 'scaled: 10 cal / 8 / 10 cal', '2 s on
the chest'."""

from __future__ import annotations

import re

from core.reading.in_full.cuts import Cuts
from core.reading.tables import DIVISION

_AMOUNTS = re.compile(
    rf"^\W{{0,44}}{DIVISION}\s?[:=–-]\s?\d{{1,3}}(?:\s?(?:cals?|reps))?(?:\s?/\s?\d{{1,3}}(?:\s?(?:cals?|reps))?){{2,5}}\W{{0,3}}$", re.IGNORECASE
)
_UNIT = re.compile(r"(?<=\d)\s?(?:cals?|reps)\b", re.IGNORECASE)
_PLACE_OF_A_PAUSE = re.compile(
    r"(?<=[,;(+–-]\s|.[(@])(?P<said>(?:with\s)?(?P<s>[1-5])\s?(?:s|secs?|seconds?)\s(?:(?:on|at|in|above|below|under|over)\s(?:the\s|your\s)?"
    r"(?:chest|hole|bottom|knees?|top|catch|dip|rack|floor|pins)|overhead))(?![\w])",
    re.IGNORECASE,
)


def _bare_amounts(text: str) -> Cuts:
    """'scaled: 10 cal / 8 / 10 cal / 14': what is counted stands above."""
    for said in _UNIT.finditer(text) if _AMOUNTS.match(text) else ():
        yield *said.span(), ""


def _places_of_a_pause(text: str) -> Cuts:
    """'4 x 4 @ 70 %, 2 s on the chest': a pause."""
    for said in _PLACE_OF_A_PAUSE.finditer(text):
        yield *said.span("said"), f"{said['s']} s pause"


WAYS = (_bare_amounts, _places_of_a_pause)
