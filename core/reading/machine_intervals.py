"""Intervals below the machine or the run they are of: 'Row intervals' above '8 x 1 min hard, 1 min easy',
'then 4 min off' and '4 x 500 m, 2 min rest'. Each row says of what it is, and is a piece of its own."""

from __future__ import annotations

import re
from collections.abc import Sequence

from core.reading.rows import Row

WAYS = {
    "row": "row",
    "rower": "row",
    "bike": "bike",
    "ski": "ski",
    "run": "run",
    "track": "run",
    "erg": "row",
}
_WAY = r"(?:row|bike|ski|run)"
_HEAD = re.compile(
    r"^\W{0,6}(?P<label>(?:(?:[A-H]\d?|\d)[.):]\s)?(?:(?:part|conditioning|endurance|engine|metcon|cardio|intervals)\s?[:–-]\s)?)"
    rf"(?:(?P<way>{_WAY})(?:n?ing)?(?:\s?-?\s?erg)?(?:\s(?:[-–]\s)?(?:intervals?|day|session|repeats))?"
    r"|intervals?\s(?:on|with)\s(?:the\s|a\s)?(?P<on>rower|row|bike|ski|erg|track))(?:\s?-?\s?erg)?\W{0,3}$",
    re.IGNORECASE,
)
_TIME = r"(?:\d{1,2}:\d{2}|\d{1,3}\s?(?:min(?:ute)?s?|s(?:ec(?:ond)?s?)?|['’′\"”″]))"
_HOW = (  # how hard: what stands between the work and the rest
    r"(?:\s?@\s?[^,/()\d]{0,20}(?:\d{1,3}\s?(?:%|k\b|/10)?(?:\s?(?:pace|effort))?)?[^,/()\d]{0,16}?"
    r"|\s(?:hard|fast|strong|on|work|sprint|all[\s-]out|steady|moderate|quick|max)(?:\s(?:pace|effort))?)?"
)
_EASY = r"(?:easy|off|rest|recover(?:y)?|light|slow|walk|spin|float)"
_TIMES = r"(?P<n>\d{1,2})\s?(?:[x×]|(?:rounds|sets)(?:\sof|:)?)\s?"
_SPEC = re.compile(
    rf"^\W{{0,6}}(?P<said>(?:(?:and\s)?then\s)?{_TIMES}\(?\s?(?P<work>{_TIME}|\d{{2,4}}\s?m|\d(?:[.,]\d)?\s?km){_HOW}"
    rf"(?:\s?[,;/+–-]\s?|\s(?:with|w/|then|and)\s?|\s)(?:(?:rest|r|off|easy|recover)\s)?(?P<rest>{_TIME}|1:1)(?:\s(?:of\s)?{_EASY})*"
    r"(?:\s(?:between|after\seach))?\s?\)?)\W{0,3}$",
    re.IGNORECASE,
)
_BETWEEN = re.compile(
    rf"^\W{{0,6}}(?:(?:and\s)?then\s)?(?:{_EASY}\s{_TIME}|{_TIME}\s(?:of\s)?(?:complete\s|full\s)?{_EASY}|{_TIME}\s?:)\W{{0,3}}$",
    re.IGNORECASE,
)


def machine_intervals(rows: Sequence[Row]) -> None:
    """Name the machine on every row of intervals below it."""
    for at, head in enumerate(rows):
        said = _HEAD.match(head.text) if head.role == "work" else None
        if said is None:
            continue
        way = WAYS[(said["way"] or said["on"]).lower()]
        below = _below(rows, at)
        if not any(spec is not None for _, spec in below):
            continue
        if not said["label"]:
            head.role = "note"
        for place, (row, spec) in enumerate(below):
            if spec is None:
                row.role = "note"
                continue
            rest = "rest" if spec["rest"] == "1:1" else f"{spec['rest']} rest"
            told = f"{spec['n']} x {spec['work']} {way}, {'rest 1:1' if rest == 'rest' else rest}"
            row.say([(*spec.span("said"), told)])
            row.after_blank = row.after_blank or place > 0


def _below(rows: Sequence[Row], at: int) -> list[tuple[Row, re.Match[str] | None]]:
    """The rows right below a head that tell intervals, each with what it tells, and the rests between."""
    found: list[tuple[Row, re.Match[str] | None]] = []
    for row in rows[at + 1 :]:
        spec = _SPEC.match(row.text)
        if row.role != "work" or row.after_blank or (spec is None and not _BETWEEN.match(row.text)):
            break
        found.append((row, spec))
    return found
