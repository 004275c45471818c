"""Sets in waves, in full: '2 x (3-2-1)', '3/2/1 x 2', 'Wave loading: 3-2-1, 3-2-1', 'top set of 3, then
..'."""

from __future__ import annotations

import re

from core.reading.in_full.cuts import Cuts

_WAVE = r"\d{1,2}(?:\s?-\s?\d{1,2}){1,4}|\d{1,2}(?:/\d{1,2}){2,4}"
_TIMES = re.compile(
    rf"(?<![\w/.-])(?<!tempo\s)(?P<said>(?:(?P<before>[2-5])\s?[x×]\s?\(\s?(?P<in>{_WAVE}|\d{{1,2}}(?:,\s?\d{{1,2}}){{1,4}})\s?\)"
    rf"|(?P<many>[2-5])\swaves(?:\sof|\s?:)\s(?P<each>{_WAVE})|(?P<label>(?:(?:in\s)?waves?(?:\sloading)?\s?(?:of\s|:\s?)?)?)\(?(?P<of>{_WAVE})\)?\s?[x×]\s?(?P<behind>[2-5])(?:\swaves)?))(?![\w/%]|\s?(?:kgs?|lbs?|m|cals?|min|s)\b)",
    re.IGNORECASE,
)
_LISTED = re.compile(
    rf"(?<![\w/.-])(?P<said>(?:waves?(?:\sloading)?\s?:\s?)?(?P<wave>{_WAVE})(?:(?:,|;|\s/|\s\||\+|,?\sthen|,?\sand)\s(?P=wave)){{1,4}})(?![\w/%-])",
    re.IGNORECASE,
)
_TOP_SET = re.compile(r"(?P<said>\btop\sset\sof\s(?P<n>\d{1,2}))(?=\s?[,;.(]|\s?$|\sthen)", re.IGNORECASE)
_MANY = re.compile("[x×]|wave", re.IGNORECASE)
_NUMBER = re.compile(r"\d{1,2}")


def _in_waves(text: str) -> Cuts:
    """'2 x (3-2-1)': 3-2-1-3-2-1."""
    for said in _TIMES.finditer(text) if _MANY.search(text) else ():
        numbers = _NUMBER.findall(said["in"] or said["each"] or said["of"])
        yield *said.span("said"), "-".join(numbers * int(said["before"] or said["many"] or said["behind"]))
    for said in _LISTED.finditer(text):
        yield *said.span("said"), "-".join(_NUMBER.findall(said["said"]))


def _top_set(text: str) -> Cuts:
    """'top set of 3': as heavy as three go."""
    for said in _TOP_SET.finditer(text):
        yield *said.span("said"), f"build to a heavy {said['n']}"


WAYS = (_in_waves, _top_set)
