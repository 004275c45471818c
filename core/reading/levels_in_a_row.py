"""What each level does, told on one row: 'Int: 60/40, chest-to-bars | Beg: 40/25, ring rows'. Each level
on a row of its own, as if it stood below the others."""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterable, Iterator

from core.reading.rows import Row
from core.reading.tables import DIVISION

_NAMED = rf"{DIVISION}(?![^\W\d])"
_OPENS = re.compile(rf"^\W{{0,6}}(?P<level>{_NAMED})\s?(?:[:=–-]|\s)", re.IGNORECASE)
_NEXT = re.compile(
    rf"\s{{0,3}}(?:\|{{1,2}}|//|;|·)\s{{0,3}}(?={_NAMED}\s?(?:[:=–-]|\s\S))"  # a sign that parts on its own
    rf"|(?:,|\.|\s/)\s{{1,3}}(?={_NAMED}\s?[:=–-]\s)",  # one that needs the sign behind the level's name
    re.IGNORECASE,
)
_A_LOAD = r"@?\s?\d{1,3}(?:[.,]\d)?(?:\s?/\s?\d{1,3}(?:[.,]\d)?)?\s?(?:kgs?\b|lbs?\b|#)?"
_SIGN = re.compile(  # 'Sc - 4 rounds, 50/35', 'Int = ring rows', 'Sc – 40/30 and knee raises'
    rf"\W{{0,6}}{_NAMED}(?P<sign>\s?(?:=(?=\s)|[–=-](?=\s?(?:\d{{1,2}}\s+rounds?(?:\s*(?:[,;]|with|at|@)?\s*{_A_LOAD})?[\s|/;·]*$"
    rf"|{_A_LOAD}(?:\s*[,;]\s*\d{{1,2}}\s+rounds?[\s|/;·]*$|\s*(?:[,;+&]|and\b)\s)))))",
    re.IGNORECASE,
)


def levels_in_a_row(rows: Iterable[Row]) -> Iterator[Row]:
    """The rows with each level that a row tells on one of its own."""
    for row in rows:
        for one in _a_row_each(row) if row.role == "work" else (row,):
            if one.role == "work" and (said := _SIGN.match(one.text, one.start)) is not None:
                one.say([(*said.span("sign"), ":")])
            yield one


def _a_row_each(row: Row) -> Iterator[Row]:
    starts = _starts(row.text)
    if not starts:
        yield row
        return
    for start, stop in itertools.pairwise((*starts, len(row.text))):
        yield row.stretch(start, stop)


def _starts(text: str) -> list[int]:
    """Where each level begins; empty where fewer than two are told, one of them twice, or one without words
    (the head of columns)."""
    if _OPENS.match(text) is None:
        return []
    starts = [0, *(said.end() for said in _NEXT.finditer(text))]
    parts = [text[start:stop] for start, stop in itertools.pairwise((*starts, len(text)))]
    opened = [_OPENS.match(part) for part in parts]
    told = [
        any(map(str.isalnum, part[said.end() :])) for part, said in zip(parts, opened, strict=True) if said
    ]
    levels = {said["level"].lower() for said in opened if said}
    return starts if len(levels) == len(starts) > 1 and all(told) else []
