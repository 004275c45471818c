"""What boards write short, written in full before it is read: numbers in words, sets, ways and words."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable, Iterator

from core.reading.in_full import ladders, rounds, sets, ways, words
from core.reading.languages import Translated, rebuilt
from core.reading.spelled import numbers_in_words

_LABEL = re.compile(  # '1)', 'B.', 'a)', 'A2:', 'Part 2:' before what is said
    r"^\s*(?:[-*•–]\s+)?(?:\(?(?:\d{1,2}|[A-Ha-h]\d?|\d[a-d])[.)]|[A-H]\d?:|#\d{1,2}\b|\d{1,2}\s+[-–](?=\s)"
    r"|(?i:part|block|piece|section)\s*(?:\d|[A-H])\s*[:.)–-])\s+"
)


def _blank(label: re.Match[str]) -> str:
    """Spaces for a label, so that what follows begins the line; no column moves."""
    return " " * len(label[0])


WAYS = (*ladders.WAYS, *rounds.WAYS, *sets.WAYS, *ways.WAYS, *words.WAYS)


def in_full(line: Translated, begins_a_name: Callable[[str], bool]) -> Translated:
    """A line with everything of this kind written in full; the line itself where it holds none.

    begins_a_name: whether words begin with a movement's name.
    """
    text = _LABEL.sub(_blank, line.text)
    said = (*numbers_in_words(text, begins_a_name), *(cut for way in WAYS for cut in way(text)))
    cuts = list(_apart(sorted(said, key=lambda cut: (cut[0], -cut[1]))))
    return rebuilt(line, cuts) if cuts else line


def _apart(cuts: Iterable[tuple[int, int, str]]) -> Iterator[tuple[int, int, str]]:
    """Cuts in order, without those that begin within one before: two that say the same are one."""
    end = 0
    for cut in cuts:
        if cut[0] >= end:
            yield cut
            end = cut[1]
