"""What boards write short, written in full before it is read: numbers in words, sets, ways and words."""

from __future__ import annotations

import itertools
from collections.abc import Callable

from core.reading.in_full import sets, ways, words
from core.reading.languages import Translated, rebuilt
from core.reading.spelled import numbers_in_words

WAYS = (*sets.WAYS, *ways.WAYS, *words.WAYS)


def in_full(line: Translated, begins_a_name: Callable[[str], bool]) -> Translated:
    """A line with everything of this kind written in full; the line itself where it holds none.

    begins_a_name: whether words begin with a movement's name.
    """
    text = line.text
    cuts = sorted((*numbers_in_words(text, begins_a_name), *(cut for way in WAYS for cut in way(text))))
    apart = all(one[1] <= other[0] for one, other in itertools.pairwise(cuts))
    return rebuilt(line, cuts) if cuts and apart else line
