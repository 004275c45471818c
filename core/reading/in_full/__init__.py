"""What boards write short, written in full before it is read: numbers in words, sets, ways and words."""

from __future__ import annotations

import itertools
import re
from collections.abc import Callable

from core.reading.in_full import sets, ways, words
from core.reading.languages import Translated, rebuilt
from core.reading.spelled import numbers_in_words

_LABEL = re.compile(  # '1)', 'B.', 'a)', 'A2:', 'Part 2:' before what is said
    r"^\s*(?:[-*•–]\s+)?(?:\(?(?:\d{1,2}|[A-Ha-h]\d?|\d[a-d])[.)]|[A-H]\d?:|#\d{1,2}\b|\d{1,2}\s+[-–](?=\s)"
    r"|(?i:part|block|piece|section)\s*(?:\d|[A-H])\s*[:.)–-])\s+"
)


def _blank(label: re.Match[str]) -> str:
    """Spaces for a label, so that what follows begins the line; no column moves."""
    return " " * len(label[0])


WAYS = (*sets.WAYS, *ways.WAYS, *words.WAYS)


def in_full(line: Translated, begins_a_name: Callable[[str], bool]) -> Translated:
    """A line with everything of this kind written in full; the line itself where it holds none.

    begins_a_name: whether words begin with a movement's name.
    """
    text = _LABEL.sub(_blank, line.text)
    cuts = sorted((*numbers_in_words(text, begins_a_name), *(cut for way in WAYS for cut in way(text))))
    apart = all(one[1] <= other[0] for one, other in itertools.pairwise(cuts))
    return rebuilt(line, cuts) if cuts and apart else line
