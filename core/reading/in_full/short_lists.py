"""Lists of bare numbers behind a name, in full: 'scaled: 10 cal / 8 / 10 cal', '2 s on
the chest'."""

from __future__ import annotations

import re

from core.reading.in_full.cuts import Cuts
from core.reading.tables import DIVISION

_AMOUNTS = re.compile(
    rf"^\W{{0,44}}{DIVISION}\s?[:=–-]\s?\d{{1,3}}(?:\s?(?:cals?|reps))?(?:\s?/\s?\d{{1,3}}(?:\s?(?:cals?|reps))?){{2,5}}\W{{0,3}}$",
    re.IGNORECASE,
)
_UNIT = re.compile(r"(?P<n>\d{1,3})\s?(?:cals?|reps)\b", re.IGNORECASE)
_PLACE_OF_A_PAUSE = re.compile(
    r"(?<=[,;(+–-]\s|.[(@])(?P<said>(?:with\s)?(?P<s>[1-5])\s?(?:s|secs?|seconds?)\s(?:(?:on|at|in|above|below|under|over)\s(?:the\s|your\s)?"
    r"(?:chest|hole|bottom|knees?|top|catch|dip|rack|floor|pins)|overhead))(?![\w])",
    re.IGNORECASE,
)


def _bare_amounts(text: str) -> Cuts:
    """'scaled: 10 cal / 8 / 10 cal / 14': what is counted stands above."""
    for said in _UNIT.finditer(text) if _AMOUNTS.match(text) else ():
        yield *said.span(), said["n"]


def _places_of_a_pause(text: str) -> Cuts:
    """'4 x 4 @ 70 %, 2 s on the chest': a pause."""
    for said in _PLACE_OF_A_PAUSE.finditer(text):
        yield *said.span("said"), f"{said['s']} s pause"


_SCHEME_IN_STROKES = re.compile(
    r"^\W{0,6}(?P<said>\d{1,3}(?:/\d{1,3}){2,5})(?:\s(?:reps\s)?of)?\s?:?\s{0,3}$"
)
_MEN_AND_WOMEN = re.compile(
    r"(?<![\w])(?P<said>M(?:en)?:?\s(?P<m>\d{1,3}(?:\.\d)?)\s?(?:,|/|\|)?\s?(?:W(?:omen)?|F):?\s(?P<w>\d{1,3}(?:\.\d)?))(?![\w%]|\s(?!kgs?\b|lbs?\b)[a-z])"
)


_HALVES = re.compile(
    r"^[\s(@–-]{0,6}(?=[^)]*[.,]5)(?P<said>\d{1,3}(?:[.,]5)?\s?/\s?\d{1,3}(?:[.,]5)?)(?=\)?\s{0,3}$)"
)


_AT_BARE = re.compile(
    r"(?<=\w)\s(?P<said>at)\s(?=(?:[4-9]\d|10\d)\s{0,3}(?:$|[,;)]|\.\s|/\s))", re.IGNORECASE
)
_SETS_BEFORE = re.compile(r"\d\s?[x×]\s?\d|\d\s[^\W\d][^\d+]{2,30}\+\s?\d")


def _at(text: str) -> Cuts:
    """'5x3 front squat at 80': as '@ 80' is read."""
    for said in _AT_BARE.finditer(text) if " at " in text.lower() else ():
        if _SETS_BEFORE.search(text, 0, said.start()):
            yield *said.span("said"), "@"


def _halves(text: str) -> Cuts:
    """'(22.5/15)' alone: no count ends so."""
    if said := _HALVES.match(text):
        yield *said.span("said"), f"{said['said']} kg"


def _in_strokes(text: str) -> Cuts:
    """'30/20/10' alone: a scheme; 'M 32 W 24': a pair of loads."""
    if said := _SCHEME_IN_STROKES.match(text):
        numbers = [int(one) for one in said["said"].split("/")]
        if numbers == sorted(set(numbers), reverse=True):
            yield *said.span("said"), said["said"].replace("/", "-")
    for said in _MEN_AND_WOMEN.finditer(text) if "M" in text else ():
        yield *said.span("said"), f"{said['m']}/{said['w']}"


_WEEK = re.compile(
    r"(?<=[\w%])(?P<said>\s?(?P<sign>[:,;/–-])\s(?:w|wk|week)\s?\d\s?:?\s(?P<sets>\d{1,2}\s?[x×]\s?\d{1,2}))(?!\d)",
    re.IGNORECASE,
)


def _weeks(text: str) -> Cuts:
    """'Back squat: wk1 5x5 @ 70 %, wk2 5x4 @ 75 %': sets of one lift."""
    found = list(_WEEK.finditer(text)) if "w" in text.lower() else []
    for said in found if len(found) > 1 else ():
        yield *said.span("said"), (f"{said['sign']} " if said["sign"] == ":" else ", ") + said["sets"]


_LIGHTER = re.compile(
    r"(?P<n>\d)(?P<said>\s?(?:\((?:at\s|@\s?)?[-–−]\s?\d{1,2}\s?%\)|,\s?[-–−]\d{1,2}\s?%)"
    r"|\s(?:a\s(?:little|bit|touch)\s)?lighter(?=\s?(?:$|[,.;])))(?!\w)"
)


def _lighter(text: str) -> Cuts:
    """'3 back-off sets of 6 (-15 %)': less than before, and no percent of a maximum."""
    for said in _LIGHTER.finditer(text) if "%" in text or "lighter" in text else ():
        yield *said.span(), said["n"]


WAYS = (_lighter, _weeks, _at, _halves, _in_strokes, _bare_amounts, _places_of_a_pause)
