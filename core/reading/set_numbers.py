"""Numbers of the sets of a lift, a row each."""

from __future__ import annotations

import itertools
import re
from collections.abc import Sequence

from core.reading.arranging import LEAST_LABELS
from core.reading.names import Names
from core.reading.rows import Row

_SO_MANY_SETS = re.compile(r"[^\W\d](?P<said>\s*[-–,:(]?\s*(?P<many>\d{1,2})\s+sets\)?)\W*$", re.IGNORECASE)
_ONE_SET = re.compile(r"^\W*(?P<number>\d{1,2})[.)]\s*\d{1,2}\s*(?:@|[x×]|reps?\b|at\b)", re.IGNORECASE)


def sets_that_follow(rows: list[Row]) -> None:
    """'Back squat - 6 sets' above '1. 6 @ 65 %', '2. 5 @ 70 %', ..: how many of them follow."""
    for at, row in enumerate(rows):
        said = _SO_MANY_SETS.search(row.text) if row.role == "work" else None
        below = itertools.takewhile(bool, (_ONE_SET.match(one.text) for one in rows[at + 1 :]))
        numbers = [int(one["number"]) for one in below if one is not None] if said is not None else []
        if said is not None and numbers and numbers == list(range(1, int(said["many"]) + 1)):
            begin, end = said.span("said")
            row.say([(begin, end, " " * (end - begin))])
            row.marks.append((begin, end, "how many sets follow"))


def sets_in_order(rows: list[Row]) -> None:
    """'Set 1 - 8 @ 65%', 'Set 2 - 6 @ 70%': a set's number and its repetitions, where numbers count up."""
    found = [(row, match) for row in rows if row.role == "work" and (match := SET_DASH.match(row.text))]
    numbers = [int(match[1]) for _, match in found]
    if len(found) < LEAST_LABELS or numbers != list(range(1, len(found) + 1)):
        return
    for row, match in found:
        row.sets, row.start = 1, match.end()
        row.marks.append((0, len(match.group().rstrip()), "which set"))


def sets_in_ranges(rows: list[Row]) -> None:
    """'1-3 @ 70 %', '4-6 @ 75 %', '7 @ 80 %' below a lift: which of its sets, counted on from one."""
    at = 0
    while at < len(rows):
        run = list(itertools.takewhile(bool, (_SET_RANGE.match(row.text) for row in rows[at:])))
        spans = [(int(one[1]), int(one[2] or one[1])) for one in run if one is not None]
        ends = [0, *(last for _, last in spans)]
        joined = all(first == before + 1 <= last for (first, last), before in zip(spans, ends, strict=False))
        if len(spans) >= LEAST_LABELS and joined and any(first < last for first, last in spans):
            for row, match, (first, last) in zip(rows[at:], run, spans, strict=False):
                row.sets, row.start = last - first + 1, match.end() if match is not None else 0
                row.marks.append((0, row.start, "which sets"))
        at += max(1, len(run))


_NUMBERED = re.compile(r"^\W*(?P<said>(?P<number>\d{1,2})(?:\s*[.):](?:\s+(?=\S)|\W*$)|\W*$))")


def numbers_alone(rows: Sequence[Row]) -> None:
    """'1)', and below it a piece; '2)', and below it the next: rows of nothing but a number head parts, and
    so does what counts on with them; a list in between has numbers of its own."""
    piece = listed = 0
    heads: list[tuple[Row, re.Match[str]]] = []
    for row in rows:
        said = _NUMBERED.match(row.text) if row.role == "work" else None
        number = int(said["number"]) if said is not None else 0
        if said is None or (listed and number == listed + 1 and row.text[said.end() :].strip()):
            listed += said is not None
        elif number == piece + 1:
            piece, listed = number, 0
            heads.append((row, said))
        else:
            listed = number
    if piece > 1 and any(not row.text[said.end() :].strip() for row, said in heads):
        for row, said in heads:
            row.say([(*said.span("said"), f"Part {said['number']}:")])


_KIND_OF_SETS = re.compile(
    r"^[\s*•·–-]*(?P<label>(?P<warm>(?:warm[\s-]?up|ramp(?:[\s-]?up)?|build(?:[\s-]?"
    r"up)?|primer)(?:\s+sets?)?)"
    r"|(?:(?:work(?:ing)?|main|top|heavy|back[\s-]?off|drop|down|light(?:er)?|last|f"
    r"inal|first|volume|speed)\s*)+"
    r"(?:sets?|single|double|triple|work|weight)?)\s*(?::|[-–](?=\s)|=|(?<=sets)\s)\s*"
    r"(?=\d{1,2}\+?\s*(?:[x×@,/-]|at\b|reps?\b|sets?\b)|\d{2,3}\s?%)",
    re.IGNORECASE,
)


_A_WAY = re.compile(r"\s*(?:\d{1,2}\s?[x×]\s?)?\d{2,4}\s?k?m\b", re.IGNORECASE)  # "Main: 10 x 100 m"


def kinds_of_sets(rows: list[Row], names: Names) -> None:
    """'Warm-up: 5 @ 40 %', 'Work: 3x5 @ 75 %', 'Back-off - 2x8' below a lift's name: which of its sets a row
    says; those to warm up with are a note."""
    lift = False
    for row in rows:
        said = _KIND_OF_SETS.match(row.text) if lift and row.role == "work" else None
        said = None if said is not None and _A_WAY.match(row.text, said.end()) else said
        named = row.role == "work" and names.find(row.text[said.end() if said else 0 :]) is not None
        if said is None or named:
            lift = row.role == "work" and named
        elif said["warm"]:
            row.role = "note"
        else:
            row.start = said.end()
            row.marks.append((said.start("label"), said.end("label"), "which sets"))


_SET_RANGE = re.compile(
    r"^\s*(?:(?:min(?:ute)?|set|round)s?\s*)?(\d{1,2})(?:\s*[-–]\s*(\d{1,2}))?\s*:?\s*(?=@|at\s+\d)",
    re.IGNORECASE,
)
SET_DASH = re.compile(r"^\W*set\s*#?(\d{1,2})\s*[-–x×]\s*(?=\d)", re.IGNORECASE)
