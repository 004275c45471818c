"""What is done in which minute, told in words: 'first minute 8 T2B, second minute 10 burpees', 'on odd
minutes 12 cal, on even minutes 8 burpees. 16 minutes.'"""

from __future__ import annotations

import re

from core.reading.in_full.cuts import Cuts
from core.reading.spelled import number_said

_PLACES = {
    "first": 1,
    "1st": 1,
    "second": 2,
    "2nd": 2,
    "third": 3,
    "3rd": 3,
    "fourth": 4,
    "4th": 4,
    "fifth": 5,
    "5th": 5,
}
_MINUTE = re.compile(
    rf"(?<![\w-])(?P<said>(?:in\s|on\s)?(?:the\s)?(?P<nth>{'|'.join(_PLACES)})\s(?:min(?:ute)?|one)\s?[:,–-]?)\s(?=\S)",
    re.IGNORECASE,
)
_OFTEN = re.compile(r"\bE\d?MOM\b|every\smin|\bminutes?\s(?:of|for)\b", re.IGNORECASE)
_PARITIES = re.compile(
    r"^\W{0,44}(?:(?P<before>\d{1,2})\s?min(?:ute)?s?\s?[,:–-]\s)?(?P<first>(?:on|in|at)\s(?:the\s|every\s)?(?P<one>odd|even)\s(?:min(?:ute)?s?|ones?)\s?[:,]?)\s(?P<what>[^.;:\n]{3,40}?)"
    r"(?P<second>(?:,|;|\.|\sand)(?:\sand)?\s(?:(?:on|in|at)\s)?(?:the\s|every\s)?(?P<other>odd|even)\s(?:min(?:ute)?s?|ones?)?\s?[:,]?)\s(?P<rest>[^.;:\n]{3,40}?)"
    r"(?P<end>(?:[.,;]\s|\sfor\s)(?:for\s|total\s)?(?P<behind>\d{1,2})\s?min(?:ute)?s?(?:\s(?:in\stotal|total|altogether))?)?\W{0,3}$",
    re.IGNORECASE,
)


def _in_order(text: str) -> Cuts:
    """'first minute 8 T2B, second minute 10 burpees' of an EMOM."""
    found = list(_MINUTE.finditer(text)) if _OFTEN.search(text) else []
    if [_PLACES[one["nth"].lower()] for one in found] == list(range(1, len(found) + 1)) and len(found) > 1:
        for place, one in enumerate(found, start=1):
            yield *one.span("said"), f"min {place}"


def _odd_and_even(text: str) -> Cuts:
    """'On odd minutes 12 cal, on even minutes 8 burpees. 16 minutes.'"""
    said = _PARITIES.match(text) if "odd" in text.lower() else None
    minutes = (said["before"] or said["behind"]) if said is not None else None
    if said is None or said["one"].lower() == said["other"].lower():
        return
    lead = f"EMOM {minutes}: " if minutes else ""
    start = said.start("before") if said["before"] else said.start("first")
    yield start, said.end("first"), f"{lead}{said['one'].lower()}:"
    yield *said.span("second"), f", {said['other'].lower()}:"
    if said["end"]:
        last = said["rest"].rsplit(" ", 1)[-1]
        yield said.end("rest") - len(last), said.end("end"), last


_ROUNDS_OF_MINUTES = re.compile(
    r"\bEMOM\s(?P<all>\d{1,2})(?:\s?min(?:ute)?s?|')?(?P<said>\s?(?:,\s|\(|[–-]\s)(?:=\s?)?(?P<rounds>\d)\srounds\)?)\s?:?\s{0,3}$",
    re.IGNORECASE,
)


def _rounds_of_minutes(text: str) -> Cuts:
    """'EMOM 18 (6 rounds)' above three rows: they take turns."""
    said = _ROUNDS_OF_MINUTES.search(text)
    if (
        said is not None
        and int(said["all"]) > int(said["rounds"])
        and int(said["all"]) % int(said["rounds"]) == 0
    ):
        yield *said.span("said"), " alternating"


_SECONDS_EACH = re.compile(
    r"(?P<said>(?P<n>\d{1,2})\s(?P<what>rounds|rds|sets)\sof\s(?P<t>\d{2})\s?s(?:ec(?:ond)?s?)?\s(?:each|of\seach|per\smovement|of)\s?:\s(?P<list>[^\d:;.()]{3,40}(?:,\s[^\d:;.(),]{3,30}){1,6}))\W*$",
    re.IGNORECASE,
)


def _seconds_each(text: str) -> Cuts:
    """'2 rounds of 30 s each: jumping jacks, squats, plank': so long of every one."""
    said = _SECONDS_EACH.search(text)
    if said is not None:
        listed = ", ".join(f"{said['t']} s {one}" for one in re.split(r",\s", said["list"].strip()))
        yield *said.span("said"), f"{said['n']} rounds: {listed}"


_EASY_MINUTES = re.compile(
    r"\b(?P<said>(?P<n>\d{1,2}|[a-z]{3,6})\s(?:easy|light|gentle|steady|slow|relaxed|quick)\s(?P<unit>min(?:ute)?s?)\s(?:of\s)?(?P<on>(?:on|at)\s)?)(?=[^\W\d])",
    re.IGNORECASE,
)


def _easy_minutes(text: str) -> Cuts:
    """'3 easy minutes on a bike', 'five easy minutes of rowing'."""
    said = _EASY_MINUTES.search(text) if " min" in text else None
    many = number_said(said["n"]) if said is not None else None
    if said is not None and many:
        yield *said.span("said"), f"{many} minutes {'easy on ' if said['on'] else 'of easy '}"


_LENGTH_FIRST = re.compile(
    r"^\W{0,44}(?P<said>(?P<long>\d{1,2}\s?(?:min(?:ute)?s?|['’′]))\s(?P<what>[^\W\d][\w’'-]*(?:\s[^\W\d][\w’'-]*){0,2}))\s*:\s(?=\d\s?[x×]\s?\d{1,2}(?:\W*$|\s*[,;(@]|\s+(?:to|per|each|with|at|on|from)\b))",
    re.IGNORECASE,
)
_ARRANGES = re.compile(
    r"\b(?:amrap|e\d?mom|every|tabata|cap|rest|rounds?|for\s+time|time|window|limit)\b", re.IGNORECASE
)


def _length_first(text: str) -> Cuts:
    """ "15' pistol work: 3 x 5": how long what is done in sets may take."""
    said = _LENGTH_FIRST.match(text)
    if said is not None and not _ARRANGES.search(said["what"]):
        yield *said.span("said"), f"{said['what']} ({said['long']})"


WAYS = (_easy_minutes, _length_first, _seconds_each, _in_order, _odd_and_even, _rounds_of_minutes)
