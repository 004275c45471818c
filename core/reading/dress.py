"""What adorns a text and says nothing of its own, taken off before the text is read, with the way back to its
own columns: a full stop behind an entry, a bullet or the mark of a quotation before every line or before what
is numbered anyhow, every line in bold, a blank line after each."""

from __future__ import annotations

import itertools
import re
from collections.abc import Sequence

from core.reading.languages import Translated, rebuilt

LEAST_LINES = 3  # from which what every line wears is a habit; common practice
HABIT = 2 / 3  # of a text's short lines, from which a stop behind them is one; common practice
MOST_WORDS = 14  # of an entry of a list, behind which a full stop ends no sentence; common practice
MOST_NAMED = 5  # words in such an entry, numbers and signs not counted; common practice
_WORD = re.compile(r"[^\W\d_]{2,}")
_STOP = re.compile(r"(?<=[\w)%\]'\"′″+])[.;](?=\s*$)")
_SENTENCE = re.compile(r"[.!?;]\s+\S")
_ENTRY = re.compile(r"\s*(?:[-*•–]\s*|[A-Ha-h]?\d?[a-d]?[).:]?\s+)?[@(]?\d")
_DRESSES = (
    re.compile(r"\s*(?P<front>(?P<sign>[•▪◦‣●○✓✔☐>]|[-*–—](?=\s))\s?)"),
    re.compile(r"\s*(?P<front>(?P<sign>\*\*|__|~~|`))(?=[^\s*_]).*?(?P<behind>(?P=sign)\s*)?$"),
)
_BEFORE_A_LABEL = re.compile(  # '- 1) 12 cal row', '• A. Snatch', '- 0-10 warm-up'
    r"\s*(?P<front>[-*•–—]\s+)(?=(?:\d{1,2}|[A-H]\d?|\d[a-d])[.):]\s|\d{1,2}['’]\s|\d{1,2}\s+[-–—]\s+\S"
    r"|\d{1,2}[-–]\d{1,2}:?\s+[A-Z])"
)
_QUOTED = re.compile(  # '"Every 3 min x 5"': no title
    r"\s*(?P<front>[\"“])(?=(?:e\d?mom|every|on\s+the|amrap|\d{1,2}\s+(?:rounds|rft)"
    r")\b)[^\"“”]*?(?P<behind>[\"”])\s*$",
    re.IGNORECASE,
)
_COLUMNS = re.compile(r"(?<=\S) {2,}(?=\S)")
_GAP = re.compile(r"(?<=[^\s.):]) {2,3}(?=\S)")
_RULE_BEFORE = re.compile(r"\s*(?P<front>[-=~_–—]{3,}\s+)(?=[\w\"“(])")
_Lines = dict[int, Translated]  # number from 0 -> a line that says something


def undressed(lines: Sequence[str]) -> list[Translated | None]:
    """Every line without the text's dress; None for a blank line that parts nothing."""
    said = {number: Translated(line) for number, line in enumerate(lines) if line.strip()}
    _take_off_stops(said)
    for dress in _DRESSES if len(said) >= LEAST_LINES else ():
        _take_off(said, {number: dress.match(line.text) for number, line in said.items()})
    _cut(said, {number: rule for number, line in said.items() if (rule := _RULE_BEFORE.match(line.text))})
    _cut(said, {number: told for number, line in said.items() if (told := _QUOTED.match(line.text))})
    labels = {number: label for number, line in said.items() if (label := _BEFORE_A_LABEL.match(line.text))}
    if len(labels) > 1:
        _cut(said, labels)
    _in_digits(said)
    _close_gaps(said)
    silent = _parting_nothing(list(said)) if len(said) >= LEAST_LINES else frozenset()
    return [
        None if number in silent else said.get(number, Translated(line)) for number, line in enumerate(lines)
    ]


_ROMAN = ("i", "ii", "iii", "iv", "v", "vi", "vii", "viii")
_ROMAN_LABEL = re.compile(r"\s*\(?(?P<roman>i{1,3}|iv|vi{0,3})(?=[.):]\s)", re.IGNORECASE)


def _in_digits(said: _Lines) -> None:
    """'i. 5 cleans', 'ii. 10 dips': numbered, where they count from one."""
    labels = {number: label for number, line in said.items() if (label := _ROMAN_LABEL.match(line.text))}
    count = 0
    for number, label in labels.items():
        roman = label["roman"].lower()
        count = count + 1 if roman == _ROMAN[min(count, len(_ROMAN) - 1)] else 1 if roman == "i" else 0
        again = sum(other["roman"].lower() == "ii" for other in labels.values())
        if count and again:
            said[number] = rebuilt(said[number], [(*label.span("roman"), str(count))])


def _take_off_stops(said: _Lines) -> None:
    """'5 pull-ups.', 'AMRAP 12.': entries of a list; 'Row.' too where most lines end so. No column moves."""
    stops = {number: stop.start() for number, line in said.items() if (stop := _stop_of(line.text))}
    short = sum(len(line.text.split()) <= MOST_WORDS for line in said.values())
    habit = len(stops) >= max(2, HABIT * short)
    for number, at in stops.items():
        text = said[number].text
        entry = _ENTRY.match(text) and len(_WORD.findall(text)) <= MOST_NAMED
        if habit or entry:
            said[number] = Translated(f"{text[:at]} {text[at + 1 :]}")


def _stop_of(line: str) -> re.Match[str] | None:
    """The full stop behind a short line that holds no sentence."""
    stop = _STOP.search(line)
    return None if _SENTENCE.search(line) or len(line.split()) > MOST_WORDS else stop


def _take_off(said: _Lines, worn: dict[int, re.Match[str] | None]) -> None:
    """One sign before every line, and behind it where it stands there again."""
    matches = {number: match for number, match in worn.items() if match is not None}
    if len(matches) == len(said) and len({match["sign"] for match in matches.values()}) == 1:
        _cut(said, matches)


def _cut(said: _Lines, matches: dict[int, re.Match[str]]) -> None:
    """Lines without what stands in front of and behind them."""
    for number, match in matches.items():
        groups = [match.span(name) for name, words in match.groupdict().items() if words and name != "sign"]
        said[number] = rebuilt(said[number], [(*span, "") for span in groups])


def _close_gaps(said: _Lines) -> None:
    """Two spaces where one is meant: beside a line that has any, too, it is a table's."""
    gaps = {number: list(_GAP.finditer(line.text)) for number, line in said.items()}
    for above, number, below in zip([None, *said], said, [*list(said)[1:], None], strict=False):
        beside = any(_COLUMNS.search(said[one].text) for one in (above, below) if one is not None)
        if gaps[number] and not beside:
            cuts = [(one.start() + 1, one.end(), "") for one in gaps[number]]
            said[number] = rebuilt(said[number], cuts)


def _parting_nothing(said: Sequence[int]) -> frozenset[int]:
    """The blank lines of a text that has one after every line; of two or more in a row one still parts."""
    gaps = [range(above + 1, below) for above, below in itertools.pairwise(said)]
    return frozenset(gap[0] for gap in gaps if len(gap) == 1) if all(gaps) else frozenset()
