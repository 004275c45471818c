"""How often a list is done, said below it: 'repeat 4 times', 'x 4, then 400 m run', 'one round, do four'."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import replace

from core.reading.prose import arranges
from core.reading.rows import Row
from core.reading.spelled import number_said

LEAST_LISTED = 2  # rows of a list
MOST_ROUNDS = 20
_N = r"(?P<{0}>\d{{1,2}}|two|three|four|five|six)"
_SAYS = "|".join(
    form.format(n=_N.format(f"n{place}"))
    for place, form in enumerate(
        (
            r"(?:repeat\s|complete\s|do\s|perform\s)?(?:this\s|that\s|it\s|all\sof\s(?:it|this|that)\s|everything\s|the\swhole\sthing\s|the\slist\s)?(?:for\s)?{n}\s?(?:x|×|times)(?:\s(?:through|over))?",
            r"(?:repeat\s|complete\s|do\s|perform\s)?(?:for\s)?{n}\s(?:rounds|rds)(?:\s(?:in\stotal|total|altogether|each|per\s(?:athlete|person|partner|member)|of\s(?:that|this|it|the\sabove)|for\stime|not\sfor\stime|for\squality))?",
            r"(?:x|×)\s?{n}(?:\s(?:rounds|rds|times))?",
            r"(?:go\s)?through\s(?:it|this|that|the\slist)\s{n}\stimes",
            r"(?:that(?:['’]s|\sis)|this\sis|=)\s(?:one|1|a)\sround[.,;:]?\s(?:(?:do|complete|repeat)\s)?{n}(?:\s(?:rounds|of\s(?:them|those)))?",
            r"repeat\suntil\syou\shave\sdone\s{n}(?:\srounds)?",
        )
    )
)
_REPEATED = re.compile(
    rf"^[\s(=–—-]{{0,6}}(?P<said>(?:{_SAYS}))\)?(?P<sign>[\s–—-]{{0,4}}$|\.$|[\s–—-]{{0,3}}(?:[,;.]\s{{1,2}}|\s)(?:and\s)?"
    r"(?=(?:then|finish(?:\swith)?|end(?:\swith)?|after(?:wards|\s(?:that|this))|cash[\s-]?out)\b))",
    re.IGNORECASE,
)
_ONCE = re.compile(
    r"^\W{0,4}(?P<said>(?:and\s)?(?:then|finish(?:\swith)?|end(?:\swith)?|after(?:wards|\s(?:that|this))|cash[\s-]?out)\b\s?[:,]?\s?)(?=\S)",
    re.IGNORECASE,
)
_AFTERWARDS = re.compile(r"\s*(?P<said>(?:and\s)?after(?:wards|\s(?:that|this)))\s?[:,]?\s?", re.IGNORECASE)
_COUNTED = re.compile(
    r"^(?:\W{0,6}(?:every(?:one|body)(?:\sdoes)?\W{1,3})?\d|[^:]{3,40}\d|\W{0,6}(?:run|row|ski|bike|swim|carry|hold|plank|max)\b)",
    re.IGNORECASE,
)


def counted_below(rows: Sequence[Row]) -> Iterator[Row]:
    """The rows with 'N rounds' on a row of its own below a list, and what is done once behind it apart."""
    ended = False
    for at, row in enumerate(rows):
        said = _REPEATED.match(row.text) if row.role == "work" and not row.start else None
        times = _times(said) if said is not None else 0
        if said is None or not 1 < times <= MOST_ROUNDS or not _ends_a_list(rows, at):
            if ended and (once := _ONCE.match(row.text)):
                _do_once(row, once)
            ended = False
            yield row
            continue
        stop = said.end("sign")
        behind = row.text[stop:].strip()
        each = " each" if _EACH.search(said["said"]) else ""
        row.say([(said.start("said"), stop, f"{times} rounds{each}" + (" " if behind else ""))])
        ended = not behind
        if not behind:
            yield row
            continue
        cut = row.text.index(f"{times} rounds{each} ") + len(f"{times} rounds{each} ")
        yield replace(row, text=row.text[:cut])
        rest = replace(row, text=" " * cut + row.text[cut:], start=cut, after_blank=True, marks=[])
        if lead := _AFTERWARDS.match(rest.text):
            rest.start = lead.end()
            rest.marks.append((*lead.span("said"), "then"))
        yield rest


def _times(said: re.Match[str]) -> int:
    number = next(value for name, value in said.groupdict().items() if name[0] == "n" and value)
    return number_said(number.lower())


def _ends_a_list(rows: Sequence[Row], at: int) -> bool:
    """Whether a list stands right above a row that nothing arranges yet."""
    listed = 0
    for row in reversed(rows[:at]):
        if _TELLS.match(row.text):
            continue
        if row.role != "work" or row.heading is not None:
            break
        if arranges(row.text) and not _FOR_TIME.fullmatch(row.text):
            return False
        if not _COUNTED.match(row.text):
            break
        listed += 1 + row.text.count(", ")
        if row.after_blank:
            break
    return listed >= LEAST_LISTED and not rows[at].after_blank and not _heads_a_list(rows, at)


def _heads_a_list(rows: Sequence[Row], at: int) -> bool:
    """'5 rounds' right above rows that count: theirs, and no more of what stands above it."""
    below = rows[at + 1] if at + 1 < len(rows) else None
    if below is None or below.after_blank or _ONCE.match(below.text) or not _PLAIN.match(rows[at].text):
        return False
    return _COUNTED.match(below.text) is not None


_TELLS = re.compile(
    r"(?:[^\W\d][\w'’-]*\s){5,}[^\d]*[.!]\s*$"
)  # "Next athlete starts when the one before is done."
_EACH = re.compile(r"\b(?:each|per)\b", re.IGNORECASE)
_PLAIN = re.compile(r"\W*(?:\d{1,2}|two|three|four|five|six)\s(?:rounds|rds)\b", re.IGNORECASE)
_FOR_TIME = re.compile(r"\W*for\s(?:time|quality)\W*", re.IGNORECASE)


def _do_once(row: Row, once: re.Match[str]) -> None:
    """'then 50 push-ups', 'cash-out: 30 burpees' below what is done so often: once, on its own."""
    row.after_blank = True
    row.say([(*once.span("said"), "then ")])
