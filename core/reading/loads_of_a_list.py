"""A load said once with what arranges a list: '5 rounds of 15 each (50/35 kg)', 'AMRAP 7 - 70/47.5'."""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator

from core.reading.rows import Row

_KG = r"\d{1,3}(?:[.,]\d{1,2})?\s?(?:kg|lbs?)?"
LOAD = (  # '60/40 kg', '♂ 43 kg ♀ 30 kg', 'M 43 / F 30', 'men 43 kg, women 30 kg', '60 kg'
    rf"(?:\(?@?\s?{_KG}\s?/\s?{_KG}\)?|\(?[♂♀]\s?{_KG}\s?[/,]?\s?[♂♀]\s?{_KG}\)?"
    rf"|\(?(?:m|men|f|women)\b\.?:?\s?{_KG}\s?[/,]?\s?(?:m|men|f|women)\b\.?:?\s?{_KG}\)?|\(?@?\s?\d{{1,3}}(?:[.,]5)?\s?(?:kg|lbs?)\)?)"
)
ONLY_A_LOAD = re.compile(rf"\W*(?:(?:rx|load|weights?|bar(?:bell)?)\s?[:=]?\s)?{LOAD}\W*", re.IGNORECASE)
_HEAD = re.compile(
    r"\W*(?P<head>(?:for\s+time\W+)?(?:(?:(?:\d{1,2}\s+(?:rounds?|rds|sets)|\d{1,2}\s?RFT)(?:\s+for\s+time)?|\d{1,3}(?:-\d{1,3}){1,11})"
    r"(?:\s+for\s+time)?(?:,?\s+(?:of\s+)?\d{1,3}\s+(?:reps?\s+)?(?:of\s+)?each)?(?:\s+reps)?|AMRAP\s+(?:in\s+)?\d{1,2}(?:\s?min(?:ute)?s?|')?|\d{1,2}\s?(?:min(?:ute)?s?|')\s+AMRAP))"
    rf"\s*(?:[,–-]\s)?\s*(?={LOAD}\W*$)",
    re.IGNORECASE,
)

_OF_BOTH = re.compile(r"[/♂♀]|women", re.IGNORECASE)


def loads_behind_heads(rows: Iterable[Row]) -> Iterator[Row]:
    """A row of its own for the load, below what arranges its list."""
    for row in rows:
        said = _HEAD.match(row.text) if row.role == "work" else None
        behind = row.text[said.end() :] if said is not None else ""
        if said is None or not _OF_BOTH.search(behind) or ("@" in behind and "each" not in said["head"]):
            yield row
            continue
        yield row.stretch(0, said.end("head"))
        yield row.stretch(said.end(), len(row.text))
