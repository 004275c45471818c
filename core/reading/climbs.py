"""Percents that climb by a step: 'start at 60 %, add 5 % each set', beside or below the number of sets."""

from __future__ import annotations

import re
from collections.abc import Sequence

from core.reading.rows import Row

_CLIMBS = re.compile(
    r"(?:(?:start(?:ing)?|begin(?:ning)?)\s+(?:at\s+|with\s+|from\s+|@\s?)?|@\s?|at\s+)(?P<first>[3-9]\d)\s?%?\s*[,;&]?\s*"
    r"(?:and\s+|then\s+)*(?:\+\s?|(?:add(?:ing)?|increas(?:e|ing)|go(?:ing)?\s+up|build(?:ing)?|climb(?:ing)?|up)\s+(?:by\s+)?)"
    r"(?P<step>10|\d(?:[.,]5)?)\s?%\s*(?:each|every|per|a)\s+(?:set|round|minute|time|interval|lift|rep)\b",
    re.IGNORECASE,
)
_SETS = re.compile(
    r"(?<![\d.:/])(?P<sets>\d{1,2})\s?(?:[x×]\s?\(?\d|sets?\b|rounds?\b)|\b(?:e\d?mom|every\b[^,;x]{0,20}?)\s*[x×]?\s*"
    r"(?P<times>(?<=[x×]\s)\d{1,2}|(?<=[x×])\d{1,2}|(?<=mom\s)\d{1,2})\b(?!\s?%)|[x×]\s?(?P<behind>\d{1,2})\s*(?:$|[,;:(])",
    re.IGNORECASE,
)
MOST_PERCENT = 110  # of a best that sets climb to; common practice
MOST_SETS = 12
ROWS_ABOVE = 2


def percents_that_climb(rows: Sequence[Row]) -> None:
    """Say the first and the last of the percents in full, where the number of sets is known."""
    for at, row in enumerate(rows):
        said = _CLIMBS.search(row.text) if "%" in row.text and row.role == "work" else None
        sets = _sets_of(rows, at, said) if said is not None else 0
        if said is None or not 1 < sets <= MOST_SETS:
            continue
        first = int(said["first"])
        last = first + float(said["step"].replace(",", ".")) * (sets - 1)
        if last <= MOST_PERCENT:
            row.say([(*said.span(), f"@ {first}-{last:g} %")])


def _sets_of(rows: Sequence[Row], at: int, said: re.Match[str]) -> int:
    """How many sets the row says, or one right above it; 0 where none does."""
    texts = [rows[at].text[: said.start()] + " " * len(said.group()) + rows[at].text[said.end() :]]
    for back in range(at - 1, max(-1, at - 1 - ROWS_ABOVE), -1):
        if rows[back + 1].after_blank:
            break
        texts.append(rows[back].text)
    for text in texts:
        if (found := _SETS.search(text)) is not None:
            return int(found["sets"] or found["times"] or found["behind"])
    return 0
