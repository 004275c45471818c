"""What boards write short or in words, written in full: 'fifteen pull-ups', 'two hundred metre run', '14 down
to 2 by 2s', '5 pull, 10 push, 15 squat'."""

from __future__ import annotations

import itertools
import re
from collections.abc import Callable, Iterator

from core.reading.languages import Translated, rebuilt

ONES = ("one", "two", "three", "four", "five", "six", "seven", "eight", "nine")
TEENS = (
    "ten",
    "eleven",
    "twelve",
    "thirteen",
    "fourteen",
    "fifteen",
    "sixteen",
    "seventeen",
    "eighteen",
    "nineteen",
)
TENS = ("twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety")
WORTH = (
    {word: number for number, word in enumerate((*ONES, *TEENS), start=1)}
    | {word: number for number, word in zip(range(20, 100, 10), TENS, strict=True)}
    | {"a": 1}
)
SCALES = {"hundred": 100, "thousand": 1000}
LEAST_OF_A_NAME = 3  # "two rowers", "one box" count what stands in the room
_UNDER_HUNDRED = rf"(?:(?:{'|'.join(TENS)})(?:[\s-](?:{'|'.join(ONES)}))?|{'|'.join((*TEENS, *ONES))})"
_SPELLED = re.compile(
    rf"(?<![\w-])(?:(?:a|{_UNDER_HUNDRED})(?:\s+(?:hundred|thousand))(?:\s+(?:and\s+)?{_UNDER_HUNDRED})?"
    rf"|{_UNDER_HUNDRED})(?=\s)",
    re.IGNORECASE,
)
_MEASURED = re.compile(
    r"[\s-]+(?:met(?:re|er)s?|kilomet(?:re|er)s?|k?m|cals?|calories|reps?|repetitions|min(?:ute)?s?"
    r"|sec(?:ond)?s?|miles?|rounds|sets|kilos?|kgs?|pounds|lbs?|per\s?cent|each|unbroken)(?!\w)",
    re.IGNORECASE,
)
LEAST_ON = 10  # seconds of work: "one on the ski" counts none
_ON_OFF = re.compile(r"\s+(?:on|off)(?!\w)", re.IGNORECASE)
_SPOKEN_OF = re.compile(
    r"(?:\b(?:the|these|those|first|last|other|next|to|or|all|of you)\s+)$", re.IGNORECASE
)
_UNTIL = re.compile(r"[,;:.()\d/]|\s(?:and|then|to|or)\s")


_BY_STEPS = re.compile(
    r"(?<![\d.,:/-])(?P<first>\d{1,3})\s*(?:(?:down|up)\s+to|to|-|–)\s*(?P<last>\d{1,3})\s*,?\s*"
    r"(?:(?:going\s+)?(?:down|up)\s+)?by\s+(?P<step>\d{1,2}|one|two|three|four|five|ten)(?:['’]?s)?(?![\w.%]|\s*(?:kg|lbs?|min|sec))",
    re.IGNORECASE,
)
MOST_RUNGS = 30
_SETS_AT = (
    r"(?:the\s+)?(?:first|next|then|last|final)\s+(?P<sets{0}>\d|one|two|three|four|five|six)\s*(?:sets?|reps?|rounds?)?"
    r"\s*(?:at|@|on)\s*(?P<load{0}>\d{{2,3}}(?:[.,]5)?)\s*(?:%|percent|kg|kilos?|lbs?)?"
)
_UNIT = re.compile(r"%|percent|kg|kilos?|lbs?", re.IGNORECASE)
_IN_TURN = re.compile(
    r",?\s*"
    + r"\s*[,;]?\s*(?:and\s+|then\s+)?".join((_SETS_AT.format(1), _SETS_AT.format(2)))
    + r"(?:\s*[,;]?\s*(?:and\s+|then\s+)?"
    + _SETS_AT.format(3)
    + r")?(?![\w])",
    re.IGNORECASE,
)
_PULL_AND_PUSH = re.compile(
    r"\d\s+(?P<pull>pulls?)(?=\s*(?:$|[,;/|+&]|and\b))(?=.*\d\s+push)"
    r"|(?<=\d)\s+(?P<push>push(?:es)?)(?=\s*(?:$|[,;/|+&]|and\b))",
    re.IGNORECASE,
)


def in_full(line: Translated, begins_a_name: Callable[[str], bool]) -> Translated:
    """A line with everything of this kind written in full; the line itself where it holds none.

    begins_a_name: whether words begin with a movement's name.
    """
    cuts = [
        *(
            (said.start(), said.end(), str(number))
            for said in _SPELLED.finditer(line.text)
            if (number := _worth(said.group())) and _counts(line.text, said, number, begins_a_name)
        ),
        *_ladders(line.text),
        *_pulls_and_pushes(line.text),
        *_singles(line.text),
        *_percents_by_reps(line.text),
        *((*one.span("skips"), "single-unders") for one in _SKIPS.finditer(line.text)),
        *_loads_in_turn(line.text),
    ]
    apart = all(one[1] <= other[0] for one, other in itertools.pairwise(sorted(cuts)))
    return rebuilt(line, sorted(cuts)) if cuts and apart else line


def _ladders(text: str) -> Iterator[tuple[int, int, str]]:
    """'14 down to 2 by 2s': every rung of it."""
    for said in _BY_STEPS.finditer(text) if " by " in text else ():
        first, last = int(said["first"]), int(said["last"])
        step = int(said["step"]) if said["step"].isdigit() else WORTH[said["step"].lower()]
        rungs = range(first, last - 1, -step) if first > last else range(first, last + 1, step)
        if step and 2 < len(rungs) <= MOST_RUNGS and rungs[-1] == last:
            yield said.start(), said.end(), "-".join(map(str, rungs))


_PERCENTS_BY_REPS = re.compile(  # the plus of a last set tells percents from loads
    r"(?<![\d/.,])[4-9]\d/\d\b(?:\s*,?\s+(?:1\d\d|[4-9]\d)/\d\b)*\s*,?\s+(?:1\d\d|[4-9]\d)/\d\+(?![\d/.%])"
)


def _percents_by_reps(text: str) -> Iterator[tuple[int, int, str]]:
    """'65/3 75/3 85/3+': three at each percent."""
    for said in _PERCENTS_BY_REPS.finditer(text):
        yield (
            said.start(),
            said.end(),
            ", ".join(re.sub(r"/", "% x ", one.strip(",")) for one in said[0].split()),
        )


_SINGLES = re.compile(
    r"(?<![\d.,/x-])(?P<sets>\d{1,2})\s+(?:heavy\s+|good\s+)?(?P<reps>singles|doubles|triples)(?=\s*(?:@|at)\s*\d)",
    re.IGNORECASE,
)
_SKIPS = re.compile(
    r"[,;/]\s*(?:\d+\s+)?(?P<skips>singles)(?=\s*\(?x\s?[23]\)?\s*(?:[,;/.]|$))", re.IGNORECASE
)
_REPS = {"singles": 1, "doubles": 2, "triples": 3}


def _singles(text: str) -> Iterator[tuple[int, int, str]]:
    """'5 singles @ 80': five sets of one, and no skips."""
    for said in _SINGLES.finditer(text):
        yield said.start(), said.end(), f"{said['sets']} x {_REPS[said['reps'].lower()]}"


def _loads_in_turn(text: str) -> Iterator[tuple[int, int, str]]:
    """'6 x 2, first two sets at 65 %, next two at 70 %, last two at 75 %': a load for each set."""
    for said in _IN_TURN.finditer(text) if "last " in text or "next " in text else ():
        loads: list[str] = []
        for place in ("1", "2", "3"):
            sets = said["sets" + place]
            loads += [said["load" + place]] * (0 if sets is None else _worth(sets) or int(sets))
        units = _UNIT.findall(said.group())
        yield said.start(), said.end(), f" @ {'/'.join(loads)} {units[-1] if units else ''}"


def _pulls_and_pushes(text: str) -> Iterator[tuple[int, int, str]]:
    """'5 pull, 10 push, 15 squat': pull-ups and push-ups, where both stand there."""
    said = list(_PULL_AND_PUSH.finditer(text)) if "push" in text.lower() else []
    if {one.lastgroup for one in said} == {"pull", "push"}:
        for one in said:
            yield one.start(one.lastgroup or 0), one.end(), f"{one.lastgroup}-ups"


def _counts(text: str, said: re.Match[str], number: int, begins_a_name: Callable[[str], bool]) -> bool:
    """Whether a measure or a movement stands behind, and nothing before it speaks of it otherwise."""
    if _SPOKEN_OF.search(text, 0, said.start()):
        return False
    if _MEASURED.match(text, said.end()) or (number >= LEAST_ON and _ON_OFF.match(text, said.end())):
        return True
    behind = _UNTIL.split(text[said.end() :].lstrip(), maxsplit=1)[0]
    return number >= LEAST_OF_A_NAME and begins_a_name(behind)


def _worth(words: str) -> int:
    """'one hundred and fifty' -> 150."""
    whole = part = 0
    for word in re.split(r"[\s-]+", words.lower()):
        if word in SCALES:
            whole, part = whole + part * SCALES[word], 0
        else:
            part += WORTH.get(word, 0)  # "and"
    return whole + part
