"""'10 min to find max weight', 'Max load in 12:00', 'For load (8 min)': as heavy as it goes."""

from __future__ import annotations

import re

from core.reading.in_full.cuts import Cuts

_HEAD = (
    r"^\W{0,44}(?:(?:(?:event|workout|wod|part|block|strength|section|test)\s?(?:#?\d|[A-H]\b)?"
    r"|\"[^\"]{2,30}\")\s{0,2}[:–|-]\s{1,2})?"
)
_TIME = (
    r"(?:(?:in|within|over|you\shave)\s)?(?P<{0}>\d{{1,2}})(?::00|\s?min(?:ute)?s?\b"
    r"|['’′])(?:\s(?:time\s)?(?:cap|window|limit)\b)?"
)
_FIND = (
    r"(?:(?:to\s)?(?:find|establish|set|hit|reach|get\sto|build(?:\sup)?\sto|work(?:\sup)?\sto"
    r"|build(?:ing)?(?:\sup)?|ramp(?:\sup)?\sto)\s)"
)
_OF_ALL = r"(?:(?:an?|your|the|today['’]?s|max(?:imum|imal)?|as)\s){0,3}"
_FURTHER = (
    r"(?:\s(?:set|weight|load|lift|bar|complex|one|possible|as\s(?:possible|you\scan)|you\scan(?:\s(?:lift|move|do|hold))?"
    r"|of\sthe\sday|today|of)\b){0,3}"
)
_SURE = (  # words that say it without more
    rf"(?:for\s(?:max(?:imum|imal)?\s)?(?:load|weight)|(?:for\s)?(?:an?\s)?max(?:imum|imal)?\s(?:load|weight){_FURTHER}|as\sheavy\sas\s(?:possible|you\scan)"
    rf"|(?:the\s|your\s)?heaviest{_FURTHER})"
)
_FOUND = rf"(?:{_FIND}{_OF_ALL}(?:max(?:imum|imal)?|heaviest|heavy|best|weight|load){_FURTHER})"
_BETWEEN = r"\s{0,2}[,:;–-]?\s{0,2}"
_ENDS = r"\)?(?=\s{0,2}(?:$|:|\.$))"
_AS_HEAVY_AS_IT_GOES = re.compile(
    rf"{_HEAD}(?P<said>(?:{_TIME.format('before')}{_BETWEEN}(?:(?:for|to)\s)?(?:{_FOUND}|{_SURE})"
    rf"|(?:{_FOUND}|{_SURE})(?:\s{{0,2}}[,:;(–-]?\s{{0,2}}{_TIME.format('behind')})?){_ENDS})",
    re.IGNORECASE,
)
_SOME = re.compile(r"max|heav|load|weight|best", re.IGNORECASE)
_ONE_LIFT = re.compile(  # ": front squat, 1 rep", and no complex
    r"\s{0,2}:\s{1,3}[^\W\d][^\d,;:+]{2,40}(?P<reps>,\s(?P<n>[1-9])(?:\sreps?)?)?\s{0,3}$"
)

_ARRANGED = re.compile(
    r"\s{0,2}:\s{0,3}(?:every|e\d?mom|amrap|\d{1,2}\s?[x×])", re.IGNORECASE
)  # "For load: 3 x 2"


def _as_heavy_as_it_goes(text: str) -> Cuts:
    """'In 8:00 find the heaviest you can:', 'Build to a heavy, 12 min': what follows is built up."""
    said = _AS_HEAVY_AS_IT_GOES.match(text) if _SOME.search(text) else None
    minutes = said and (said["before"] or said["behind"])
    if said is None or (minutes is None and _ARRANGED.match(text, said.end())):
        return
    one = _ONE_LIFT.match(text, said.end())
    what = f"{one['n'] or 1}RM" if one else "build to a heavy complex"
    yield *said.span("said"), what + (f", {minutes} min" if minutes else "")
    if one and one["reps"]:
        yield *one.span("reps"), ""


WAYS = (_as_heavy_as_it_goes,)
