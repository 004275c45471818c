"""Distances without a name on rows of their own: '400-800-1200-800-400' below 'Run WOD'."""

from __future__ import annotations

import itertools
import re
from collections.abc import Sequence

from core.reading.in_full.cuts import TIME
from core.reading.names import Names
from core.reading.rows import Row

_WAYS = re.compile(r"^\W*(?P<ways>[1-9]\d{2,3}(?:\s?[-–,/]\s?[1-9]\d{2,3}){2,9})\s?(?:m|metres|meters)?\W*$")
_GOES = re.compile(
    r"\b(?P<row>row(?:s|ing|er)?)|(?P<ski>ski(?:ing)?)|(?P<bike>bik(?:e|ing))|(?P<run>run(?:s|ning)?)\b",
    re.IGNORECASE,
)
STEP_M = 50  # which ways are whole numbers of
USUAL = "run"  # where nothing says how; common practice


_HEADED = re.compile(
    r"^\W*(?P<label>(?P<how>run|row|bike|ski|swim)(?:n?ing|er)?)\s*:\s*(?=\d{1,2}\s*"
    r"(?:sets?|rounds?|rds?|x)\W*$)",
    re.IGNORECASE,
)
_INTERVALS = re.compile(
    r"^\W*(?P<how>run|row|bike|ski|swim)(?:n?ing|er)?\s+(?:intervals?|repeats?|sprin"
    r"ts?|ladder|pyramid)\b\s*[,:–-]?\s*[^\W\d][^\d:]*:?\W*$",
    re.IGNORECASE,
)
_WAY_FIRST = re.compile(r"^\W*(?P<way>\d+(?:[.,]\d+)?\s?(?:k|km|m|metres|meters))\b", re.IGNORECASE)


def ways_below_a_name(rows: Sequence[Row], names: Names) -> None:
    """'Row: 4 rounds' above '500 m': the name of the distances below that have none."""
    how = ""
    for row in rows:
        headed = _HEADED.match(row.text) if row.role == "work" else None
        if headed is not None:
            how, row.start = headed["how"].lower(), headed.end()
            row.marks.append((*headed.span("label"), "what all of it is"))
            continue
        named = _INTERVALS.match(row.text) if row.role == "work" else None
        if named is not None:  # "Row intervals w/ decreasing rest"
            how, row.role = named["how"].lower(), "note"
            continue
        how = "" if row.after_blank or row.role != "work" else how
        said = _WAY_FIRST.match(row.text) if how else None
        if said is not None and names.find(row.text[said.end() :]) is None:
            row.say([(*said.span("way"), f"{said['way']} {how}")])


_ONLY_A_WAY = re.compile(
    r"^\W*(?P<how>run|row|bike|ski|swim)(?:n?ing|m?ing|er)?(?:\s+(?:session|workout|set|day|practice|training))?\s*(?:\([^()]*\))?\W*$",
    re.IGNORECASE,
)
_BARE_WAY = re.compile(
    r"^\W*(?:\d{1,2}\s?[x×]\s?)?(?P<way>(?P<far>[1-9]\d{1,3})\s?(?:m|metres|meters)?)(?=\s*$|\s*[,(@]|\s+[^\W\d])",
    re.IGNORECASE,
)
_COUNTS = re.compile(r"\s+(?:kg|lbs?|min|sec|s|x|cals?|calories|reps?|rounds?|sets?)\b", re.IGNORECASE)
SHORTEST_M = 25  # of a pool, and of what all these are whole numbers of


def ways_of_a_session(rows: Sequence[Row], names: Names) -> None:
    """'Swim (25 m pool)' above '200 easy', '4x50 kick', '8 x 100 on 2:00': the name of those below."""
    for at, row in enumerate(rows):
        headed = _ONLY_A_WAY.match(row.text) if row.role == "work" else None
        if headed is None:
            continue
        below = list(itertools.takewhile(lambda one: _bare_way(one, names) is not None, rows[at + 1 :]))
        if len(below) > 1:
            row.role = "note"
            for one in below:
                said = _bare_way(one, names)
                if said is not None:
                    one.say([(*said.span("way"), f"{said['far']} m {headed['how'].lower()}")])


def _bare_way(row: Row, names: Names) -> re.Match[str] | None:
    """The distance a row begins with, of nothing it names."""
    said = _BARE_WAY.match(row.text) if row.role == "work" and not row.after_blank else None
    if said is None or int(said["far"]) % SHORTEST_M or _COUNTS.match(row.text, said.end()):
        return None
    return said if names.find(row.text[said.end() :]) is None else None


_EFFORT = re.compile(
    rf"^\W*(?P<row>(?P<long>{TIME})\s*(?:hard|fast|strong|on|all\s+out)\b"
    rf"[\s,/+&–-]*(?:(?P<easy>{TIME})\s*(?:easy|off|rest|slow|recovery|float))?)\W*$",
    re.IGNORECASE,
)
LEAST_EFFORTS = 3


def efforts_in_rows(rows: Sequence[Row]) -> None:
    """'1 min hard, 1 min easy', '2 min hard, 1 min easy', .. below 'Bike pyramid': each once, of what is said
    above."""
    how = ""
    found = [_EFFORT.match(row.text) if row.role == "work" else None for row in rows]
    if len(found) - found.count(None) < LEAST_EFFORTS:
        return
    for at, (row, effort) in enumerate(zip(rows, found, strict=True)):
        if (goes := _GOES.search(row.text)) is not None:
            how = goes.lastgroup or ""
        near = [one for one in found[max(0, at - LEAST_EFFORTS + 1) : at + LEAST_EFFORTS] if one is not None]
        if effort is None or not how or len(near) < LEAST_EFFORTS:
            continue
        easy = f" (then {effort['easy']} easy)" if effort["easy"] else ""
        row.say([(*effort.span("row"), f"{effort['long']} {how}{easy}")])


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
        row.say([(*said.span("ways"), f"{name}: {' - '.join(ways)}")])
