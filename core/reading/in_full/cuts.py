"""What stands for stretches of a line."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable, Iterator, Sequence

Cuts = Iterator[tuple[int, int, str]]  # where a stretch starts and ends, and what stands for it
TIME = r"(?:\d{0,2}:\d{2}|\d{1,3}\s?(?:s(?:ec(?:ond)?s?)?|min(?:ute)?s?|['\"”″′]))"  # ':30', '1:40', '40 s'
ONCE_MORE = (  # 'repeat and try to match your time', 'go again'
    r"(?:and\s+|then\s+)*(?:repeat|go\s+again|do\s+(?:it|that|this)\s+(?:all\s+)?aga"
    r"in)(?:\s+(?:it|that|this|all|everything"
    r"|(?:the\s+)?whole\s+thing|once(?:\s+more)?|of))*(?:\W+(?:and\s+|to\s+)*(?:try|"
    r"aim|match|beat|same)\b[^\d:]*)?\W*$"
)
Otherwise = tuple[str, re.Pattern[str], str]  # needed in small letters, a pattern, what is meant


def compiled(entries: Iterable[tuple[str, str, str]]) -> tuple[Otherwise, ...]:
    """A table of what is said otherwise, ready to be looked for: what a line must hold in small letters, its
    pattern, what is meant by its "said" (or all of it)."""
    return tuple((need, re.compile(pattern, re.IGNORECASE), full) for need, pattern, full in entries)


def otherwise(text: str, table: Sequence[Otherwise]) -> Cuts:
    """Everything of a table that a text holds: its "said", or all of it, as its template has it."""
    lower = text.lower()
    for need, pattern, full in table:
        for said in pattern.finditer(text) if need in lower else ():
            yield *said.span("said" if "said" in pattern.groupindex else 0), said.expand(full)


def way_of(table: Sequence[Otherwise]) -> Callable[[str], Cuts]:
    """The way that says in full what a table holds."""
    return lambda text: otherwise(text, table)
