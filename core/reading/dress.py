"""What adorns a whole text and says nothing of its own (a bullet or the mark of a quotation before every
line, every line in bold, a blank line after each), taken off before the text is
read, with the way back to its own columns."""

from __future__ import annotations

import itertools
import re
from collections.abc import Sequence

from core.reading.languages import Translated, rebuilt

LEAST_LINES = 3  # from which what every line wears is a habit; common practice
_DRESSES = (
    re.compile(r"\s*(?P<front>(?P<sign>[•▪◦‣●○✓✔☐>]|[-*–—](?=\s))\s?)"),
    re.compile(r"\s*(?P<front>(?P<sign>\*\*|__|~~|`))(?=[^\s*_]).*?(?P<behind>(?P=sign)\s*)?$"),
)


def undressed(lines: Sequence[str]) -> list[Translated | None]:
    """Every line without the text's dress; None for a blank line that parts nothing."""
    bare: list[Translated | None] = list(map(Translated, lines))
    said = [number for number, line in enumerate(lines) if line.strip()]
    if len(said) < LEAST_LINES:
        return bare
    for dress in _DRESSES:
        _take_off(dress, bare, said)
    for number in _parting_nothing(said):
        bare[number] = None
    return bare


def _take_off(dress: re.Pattern[str], bare: list[Translated | None], said: Sequence[int]) -> None:
    """One sign before every line, and behind it where it stands there again."""
    worn = {number: dress.match(line.text) for number in said if (line := bare[number]) is not None}
    if len({match and match["sign"] for match in worn.values()}) != 1:
        return
    for number, match in worn.items():
        line = bare[number]
        if match is not None and line is not None:
            named = [name for name in ("front", "behind") if match.groupdict().get(name)]
            bare[number] = rebuilt(line, [(*match.span(name), "") for name in named])


def _parting_nothing(said: Sequence[int]) -> list[int]:
    """The blank lines of a text that has one after every line; of two or more in a row one still parts."""
    gaps = [range(above + 1, below) for above, below in itertools.pairwise(said)]
    if not all(gaps):
        return []
    return [gap[0] for gap in gaps if len(gap) == 1]
