"""A load for each round, below the list or in brackets behind a lift: 'R1 50/35, R2 60/40, R3 70/47.5'. The
line says the heaviest, as a lift that climbs does; which round has which is marked."""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterator, Sequence

from core.reading.rows import Row

LEAST_ROUNDS = 2
_ITEM = (
    r"(?:rounds?|rds?|r)\s?#?(?P<{n}>[1-9])\s?(?:[:=–-]\s?|at\s)?@?\s?"
    r"(?P<{load}>(?P<{kg}>\d{{2,3}}(?:[.,]5)?)(?:\s?/\s?\d{{2,3}}(?:[.,]5)?)?\s?(?:kgs?|lbs?|%)?)(?![\w/])"
)
_ONE = re.compile(_ITEM.format(n="n", load="load", kg="kg"), re.IGNORECASE)
_BARE = re.sub(r"\(\?P<\w+>", "(?:", _ITEM.format(n="n", load="load", kg="kg"))
_ALL = rf"{_BARE}(?:\s?(?:[,;|+]|//?|then|and)?\s{{0,2}}{_BARE}){{0,8}}"
_ROW = re.compile(rf"^\W{{0,6}}(?P<said>{_ALL})\W{{0,3}}$", re.IGNORECASE)
_BRACKET = re.compile(rf"(?<=\()(?P<said>{_ALL})(?=\)\W{{0,3}}$)", re.IGNORECASE)


def loads_by_round(rows: Sequence[Row]) -> None:
    """Leave the heaviest load where each round has its own."""
    at = 0
    while at < len(rows):
        block = list(_block(rows, at))
        loads = [(row, one) for row, said in block for one in _ONE.finditer(row.text, *said.span("said"))]
        counted = [int(one["n"]) for _, one in loads] == list(range(1, len(loads) + 1))
        if counted and len(loads) >= LEAST_ROUNDS:
            _leave_the_heaviest(block, *max(loads, key=lambda load: float(load[1]["kg"].replace(",", "."))))
        if not block and rows[at].role == "work":
            _climbs(rows, at)
        at += max(1, len(block))


_N = r"\d{2,3}(?:[.,]5)?"
_CLIMB = re.compile(
    rf"^\W{{0,6}}(?:(?:sets?|loads?|weights?|bar(?:bell)?)\s?:\s?)?(?P<said>(?P<all>{_N}(?:\s?[-–/,]\s?{_N}){{2,9}})\s?(?P<unit>kgs?|lbs?)?"
    rf"(?:\s/\s{_N}(?:\s?[-–/,]\s?{_N}){{2,9}}\s?(?:kgs?|lbs?)?)?)\W{{0,3}}$",
    re.IGNORECASE,
)
_SETS = re.compile(
    r"^\W*(?:[^\d]{0,40}\W)?(?P<n>\d{1,2})\s(?:sets|rounds|rds)\b|^\W*(?P<m>\d{1,2})\s?[x×]\s", re.IGNORECASE
)
ROWS_ABOVE = 9


def _climbs(rows: Sequence[Row], at: int) -> None:
    """'40-45-50-55-60 kg' below '5 sets' of a list: as many loads as sets, each heavier."""
    row = rows[at]
    said = _CLIMB.match(row.text)
    if said is None or row.after_blank:
        return
    loads = [(one, float(one[0].replace(",", "."))) for one in re.finditer(_N, row.text[: said.end("all")])]
    rising = all(second > first for (_, first), (_, second) in itertools.pairwise(loads))
    above = (_SETS.match(one.text) for one in reversed(rows[max(0, at - ROWS_ABOVE) : at]))
    sets = next((int(one["n"] or one["m"]) for one in above if one is not None), 0)
    if rising and sets == len(loads):
        last = loads[-1][0]
        kept = (last.start(), max(said.end("unit"), last.end()))
        _keep(row, said.span("said"), kept, "the load of each set")


def _block(rows: Sequence[Row], at: int) -> Iterator[tuple[Row, re.Match[str]]]:
    """The rows from a place on that tell nothing but loads of rounds, or the one whose brackets do."""
    for row in rows[at:]:
        if row.role != "work" or (row is not rows[at] and row.after_blank):
            return
        said = _ROW.match(row.text) or (_BRACKET.search(row.text) if row is rows[at] else None)
        if said is None:
            return
        yield row, said
        if said.re is _BRACKET:
            return


def _leave_the_heaviest(
    block: Sequence[tuple[Row, re.Match[str]]], heaviest: Row, load: re.Match[str]
) -> None:
    for row, said in block:
        if row is not heaviest:
            row.role = "note"
            continue
        _keep(row, said.span("said"), load.span("load"), "which rounds")


def _keep(row: Row, said: tuple[int, int], kept: tuple[int, int], says: str) -> None:
    """Blank a stretch but for what is kept of it; what is blanked is marked."""
    edges = [(begin, stop) for begin, stop in ((said[0], kept[0]), (kept[1], said[1])) if begin < stop]
    row.say([(begin, stop, " " * (stop - begin)) for begin, stop in edges])
    row.marks += [(begin, stop, says) for begin, stop in edges]
