"""Numbers spelled in words, where they count: 'fifteen pull-ups', 'two hundred metre run', 'forty on'."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator

ONES = ("one", "two", "three", "four", "five", "six", "seven", "eight", "nine")
TEENS = (
    *("ten", "eleven", "twelve", "thirteen", "fourteen", "fifteen", "sixteen"),
    *("seventeen", "eighteen", "nineteen"),
)
TENS = ("twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety")
WORTH = (
    {word: number for number, word in enumerate((*ONES, *TEENS), start=1)}
    | {word: number for number, word in zip(range(20, 100, 10), TENS, strict=True)}
    | {"a": 1}
)
SCALES = {"hundred": 100, "thousand": 1000}
LEAST_OF_A_NAME = 3  # "two rowers", "one box" count what stands in the room
LEAST_ON = 10  # seconds of work: "one on the ski" counts none
_UNDER_HUNDRED = rf"(?:(?:{'|'.join(TENS)})(?:[\s-](?:{'|'.join(ONES)}))?|{'|'.join((*TEENS, *ONES))})"
_SPELLED = re.compile(
    rf"(?<![\w-])(?:(?:a|{_UNDER_HUNDRED})(?:\s+(?:hundred|thousand))(?:\s+(?:and\s+)?{_UNDER_HUNDRED})?"
    rf"|{_UNDER_HUNDRED})(?=\s)",
    re.IGNORECASE,
)
_MEASURED = re.compile(
    r"[\s-]+(?:met(?:re|er)s?|kilomet(?:re|er)s?|k?m|k|cals?|calories|reps?|repetitions|min(?:ute)?s?"
    r"|sec(?:ond)?s?|miles?|rounds|sets|kilos?|kgs?|pounds|lbs?|per\s?cent|each|unbroken)(?!\w)",
    re.IGNORECASE,
)
_LIFTED = re.compile(  # "one deadlift", of which none stand in the room
    r"(?:\S+\s){0,2}(?:snatch(?:es)?|cleans?|jerks?|press(?:es)?|squats?|deadlifts?|thrusters?|ohs)\b",
    re.IGNORECASE,
)
_ON_OFF = re.compile(r"\s+(?:on|off)(?!\w)", re.IGNORECASE)
_SPOKEN_OF = re.compile(
    r"(?:\b(?:the|these|those|first|last|other|next|to|or|all|of you)\s+)$", re.IGNORECASE
)
_BY = re.compile(r"\s+by\s+[^\W\d]+", re.IGNORECASE)  # "five by five" is said as a whole (in_full/sets.py)
_BY_BEFORE = re.compile(r"\bby\s+$", re.IGNORECASE)
_UNTIL = re.compile(r"[,;:.()\d/]|\s(?:and|then|to|or)\s")


def numbers_in_words(text: str, begins_a_name: Callable[[str], bool]) -> Iterator[tuple[int, int, str]]:
    """Where spelled numbers that count a measure or a movement start and end, with their digits.

    begins_a_name: whether words begin with a movement's name.
    """
    for said in _SPELLED.finditer(text):
        number = worth(said.group())
        if number and _counts(text, said, number, begins_a_name):
            yield said.start(), said.end(), str(number)


def worth(words: str) -> int:
    """'one hundred and fifty' -> 150; 0 where no word is a number."""
    whole = part = 0
    for word in re.split(r"[\s-]+", words.lower()):
        if word in SCALES:
            whole, part = whole + part * SCALES[word], 0
        else:
            part += WORTH.get(word, 0)  # "and"
    return whole + part


def number_said(text: str) -> int:
    """'5' and 'five' -> 5."""
    return int(text) if text.isdecimal() else worth(text)


def _counts(text: str, said: re.Match[str], number: int, begins_a_name: Callable[[str], bool]) -> bool:
    """Whether a measure or a movement stands behind, and nothing before it speaks of it otherwise."""
    if (
        _SPOKEN_OF.search(text, 0, said.start())
        or _BY.match(text, said.end())
        or _BY_BEFORE.search(text, 0, said.start())
    ):
        return False
    if _MEASURED.match(text, said.end()) or (number >= LEAST_ON and _ON_OFF.match(text, said.end())):
        return True
    behind = _UNTIL.split(text[said.end() :].lstrip(), maxsplit=1)[0]
    least = 1 if _LIFTED.match(behind) else LEAST_OF_A_NAME
    return number >= least and begins_a_name(behind)
