"""What boards write short, written in full before it is read: numbers in words, '14 down to 2 by 2s', 'first
two sets at 65, last two at 70', '5 singles @ 80', '5 pull, 10 push, 15 squat'."""

from __future__ import annotations

import itertools
import re
from collections.abc import Callable, Iterator

from core.reading.languages import Translated, rebuilt
from core.reading.spelled import numbers_in_words, worth

Cuts = Iterator[tuple[int, int, str]]  # where a stretch starts and ends, and what stands for it


def in_full(line: Translated, begins_a_name: Callable[[str], bool]) -> Translated:
    """A line with everything of this kind written in full; the line itself where it holds none.

    begins_a_name: whether words begin with a movement's name.
    """
    text = line.text
    ways = (_ladders, _pulls_and_pushes, _singles, _skips, _percents_by_reps, _loads_in_turn)
    cuts = sorted((*numbers_in_words(text, begins_a_name), *(cut for way in ways for cut in way(text))))
    apart = all(one[1] <= other[0] for one, other in itertools.pairwise(cuts))
    return rebuilt(line, cuts) if cuts and apart else line


MOST_RUNGS = 30
_BY_STEPS = re.compile(
    r"(?<![\d.,:/-])(?P<first>\d{1,3})\s*(?:(?:down|up)\s+to|to|-|–)\s*(?P<last>\d{1,3})\s*,?\s*"
    r"(?:(?:going\s+)?(?:down|up)\s+)?by\s+(?P<step>[1-9]\d?|one|two|three|four|five|ten)(?:['’]?s)?"
    r"(?![\w.%]|\s*(?:kg|lbs?|min|sec))",
    re.IGNORECASE,
)


def _ladders(text: str) -> Cuts:
    """'14 down to 2 by 2s': every rung of it."""
    for said in _BY_STEPS.finditer(text) if " by " in text else ():
        first, last, step = int(said["first"]), int(said["last"]), _number(said["step"])
        rungs = range(first, last - 1, -step) if first > last else range(first, last + 1, step)
        if 2 < len(rungs) <= MOST_RUNGS and rungs[-1] == last:
            yield said.start(), said.end(), "-".join(map(str, rungs))


_PULL_AND_PUSH = re.compile(
    r"\d\s+(?P<pull>pulls?)(?=\s*(?:$|[,;/|+&]|and\b))(?=.*\d\s+push)"
    r"|(?<=\d)\s+(?P<push>push(?:es)?)(?=\s*(?:$|[,;/|+&]|and\b))",
    re.IGNORECASE,
)


def _pulls_and_pushes(text: str) -> Cuts:
    """'5 pull, 10 push, 15 squat': pull-ups and push-ups, where both stand there."""
    said = list(_PULL_AND_PUSH.finditer(text)) if "push" in text.lower() else []
    if {one.lastgroup for one in said} == {"pull", "push"}:
        for one in said:
            yield one.start(one.lastgroup or 0), one.end(), f"{one.lastgroup}-ups"


_SINGLES = re.compile(
    r"(?<![\d.,/x-])(?P<sets>\d{1,2})\s+(?:heavy\s+|good\s+)?(?P<reps>singles|doubles|triples)"
    r"(?=\s*(?:@|at)\s*\d)",
    re.IGNORECASE,
)
_REPS = {"singles": 1, "doubles": 2, "triples": 3}


def _singles(text: str) -> Cuts:
    """'5 singles @ 80': five sets of one, and no skips."""
    for said in _SINGLES.finditer(text):
        yield said.start(), said.end(), f"{said['sets']} x {_REPS[said['reps'].lower()]}"


_SKIPS = re.compile(
    r"[,;/]\s*(?:\d+\s+)?(?P<skips>singles)(?=\s*\(?x\s?[23]\)?\s*(?:[,;/.]|$))", re.IGNORECASE
)


def _skips(text: str) -> Cuts:
    """'Scaled: knee raises, singles x2': skips, and no sets of one."""
    for said in _SKIPS.finditer(text):
        yield *said.span("skips"), "single-unders"


_PERCENTS_BY_REPS = re.compile(  # the plus of a last set tells percents from loads
    r"(?<![\d/.,])[4-9]\d/\d\b(?:\s*,?\s+(?:1\d\d|[4-9]\d)/\d\b)*\s*,?\s+(?:1\d\d|[4-9]\d)/\d\+(?![\d/.%])"
)


def _percents_by_reps(text: str) -> Cuts:
    """'65/3 75/3 85/3+': three at each percent."""
    for said in _PERCENTS_BY_REPS.finditer(text):
        sets = (one.strip(",").replace("/", "% x ") for one in said[0].split())
        yield said.start(), said.end(), ", ".join(sets)


_SETS_AT = (
    r"(?:the\s+)?(?:first|next|then|last|final)\s+(?P<sets{0}>[1-9]|one|two|three|four|five|six)"
    r"\s*(?:sets?|reps?|rounds?)?\s*(?:at|@|on)\s*(?P<load{0}>\d{{2,3}}(?:[.,]5)?)"
    r"\s*(?:%|percent|kg|kilos?|lbs?)?"
)
_UNIT = re.compile(r"%|percent|kg|kilos?|lbs?", re.IGNORECASE)
_JOINT = r"\s*[,;]?\s*(?:and\s+|then\s+)?"
_IN_TURN = re.compile(
    rf",?\s*{_SETS_AT.format(1)}{_JOINT}{_SETS_AT.format(2)}(?:{_JOINT}{_SETS_AT.format(3)})?(?!\w)",
    re.IGNORECASE,
)


def _loads_in_turn(text: str) -> Cuts:
    """'6 x 2, first two sets at 65 %, next two at 70 %, last two at 75 %': a load for each set."""
    for said in _IN_TURN.finditer(text) if "last " in text or "next " in text else ():
        places = [place for place in "123" if said["sets" + place]]
        loads = [said["load" + place] for place in places for _ in range(_number(said["sets" + place]))]
        units = _UNIT.findall(said.group())
        yield said.start(), said.end(), f" @ {'/'.join(loads)} {units[-1] if units else ''}"


def _number(text: str) -> int:
    return int(text) if text.isdecimal() else worth(text)
