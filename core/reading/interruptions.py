"""What interrupts a list, wherever and however it is told, on a row of its own below the list: 'drop the
bar: 5 burpees', '200 m run to start each round', '4 rounds, between rounds 10 cal row'."""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from core.reading.names import Names
from core.reading.prose import arranges
from core.reading.rows import Row

_WHAT = (
    r"(?:an?\s)?(?P<what>(?!rest\b|off\b|\d{1,3}\s?(?:s|sec|seconds|mins?|minutes?)\s(?:rest|off))"
    r"[^\s.;:,()][^.;:,()]{1,40}?)"
)
_ROUND = r"(?:rounds?|rnds?|rds?|laps?)"
_EACH = rf"(?:each|every)\s{_ROUND}"
_BREAK = (
    r"(?:(?:each|every|any)\s(?:break|drop|stop|rest|pause)"
    r"|(?:each|every|any)\stime\s(?:you|the\sbar|someone|anyone)\s[^\d:;,.]{3,30}?"
    r"|(?:if|when|whenever)\syou\s(?:stop|break|rest|drop(?:\sthe\sbar)?|come\soff(?:\sthe\sbar)?"
    r"|put\s(?:it|the\sbar)\sdown)"
    r"|drop(?:ping)?\sthe\sbar)"
)
_SOME = (
    rf"(?:(?:after|following)\s{_ROUND}\s(?:of\s)?(?P<list{{0}}>\d{{{{1,2}}}}"
    rf"(?:(?:,\s?|\s(?:and|&)\s|,\sand\s)(?:{_ROUND}\s)?\d{{{{1,2}}}}){{{{1,4}}}}))"
)
_MINUTE = (
    r"(?:(?:every|each)\sminute(?:\son\sthe\sminute)?|on\s(?:the|every)\sminute"
    r"|at\sthe\s(?:top|start)\sof\s(?:every|each|the)\sminute|EMOM)"
)
_LEADING = (  # when, and behind it what
    ("round", rf"(?:start|begin|open|finish|end|close)\s{_EACH}\swith\s"),
    ("round", rf"{_EACH}\s(?:starts|begins|opens|ends|finishes|closes)\swith\s"),
    ("round", rf"(?:after|before|at\sthe\s(?:end|start|beginning)\sof)\s{_EACH}\s?[,:–-]?\s(?:do\s)?"),
    ("finish", rf"(?:in\s)?{_EACH}\s?[,:–-]?\s(?:also\s)?"),
    ("between", rf"(?:in\s)?(?:between|b/w|btw)\s(?:the\s|each\s|all\s)?{_ROUND}\s?[,:–-]?\s(?:do\s)?"),
    ("some", rf"{_SOME.format('a')}\s?[,:–-]?\s(?:do\s)?"),
    (
        "break",
        rf"(?:penalty\s(?:for|at|on)\s(?:each|every|a)\s(?:break|drop|stop|rest)|{_BREAK})\s?[,:=–-]?\s(?:do\s)?",
    ),
    (
        "minute",
        rf"{_MINUTE}(?:,?\s(?:starting|beginning|including)\s(?:with|at|from)?\s?0:00)?\s?[,:–-]?\s(?:do\s|stop\sand\sdo\s)?",
    ),
)
_TRAILING = (  # what, and behind it when
    (
        "round",
        rf"\s(?:after|before|at\sthe\s(?:end|start|beginning)\sof|to\s(?:start|begin|open|finish|end|close))\s{_EACH}",
    ),
    ("between", rf"\s(?:in\s)?(?:between|b/w|btw)\s(?:the\s|each\s|all\s)?{_ROUND}"),
    ("some", rf"\s{_SOME.format('b')}"),
    ("break", rf"\s(?:per\s(?:break|drop|stop)|(?:for\s)?{_BREAK})"),
    ("minute", rf"\s{_MINUTE}"),
    ("each", rf"\s{_EACH}"),
)
_OPENS = (
    r"(?:^(?P<label>\W{0,6}(?:(?:rule|penalty|note|twist)\s?:\s?)?)"
    r"|(?P<part>\s?[,;.(]\s?(?:(?:and|with|\+|penalty:)\s)?|\s[–/+-]{1,2}\s)[*+]?\s?)"
)
_PATTERNS = tuple(
    (
        kind,
        re.compile(
            rf"{_OPENS}(?P<said>{said})(?:[.)!]?\s{{0,3}}$|(?=\s\([^()]{{3,40}}\)|\.\s))", re.IGNORECASE
        ),
    )
    for kind, said in (
        *(
            (
                kind,
                when
                + _WHAT
                + (r"(?:\s(?:to\sfinish|to\send|to\sclose|as\swell|too))?" if kind == "finish" else ""),
            )
            for kind, when in _LEADING
        ),
        *((kind, _WHAT + when) for kind, when in _TRAILING),
    )
)


@dataclass(frozen=True, slots=True)
class _Told:
    """An interruption within a row: where it is told, where what is done stands in it, and when, in the words
    the reader knows."""

    start: int
    what: int
    what_ends: int
    stop: int
    when: str


def interruptions(rows: Sequence[Row], names: Names) -> Iterator[Row]:
    """The rows with what interrupts a list on a row of its own, right below the list."""
    waiting: Row | None = None
    listed = 0  # rows of the list that what is waiting interrupts
    for row, below in itertools.zip_longest(rows, rows[1:]):
        if waiting is not None and not _goes_on(row):
            yield waiting
            waiting = None
        listed = 0 if row.after_blank else listed
        told = _told(row, names) if row.role == "work" and waiting is None else None
        if told is None or not (listed or _COUNTS.search(row.text, row.start, told.start)):
            listed += _is_listed(row)
            yield row
            continue
        above, apart = _parted(row, told)
        if above is None:
            yield apart
        elif below is not None and _goes_on(below) and _heads(above.text):
            yield above
            waiting = apart
        else:
            yield above
            yield apart
        listed += 1
    if waiting is not None:
        yield waiting


def _told(row: Row, names: Names) -> _Told | None:
    """What a row ends with, or is, that interrupts a list."""
    for kind, pattern in _PATTERNS:
        said = pattern.search(row.text, row.start)
        if said is None or (said["part"] is not None and not row.text[: said.start()].strip()):
            continue
        if not _is_done(said["what"], names):
            continue
        start = said.start("said" if said["label"] is None else "label")
        return _Told(start, *said.span("what"), said.end(), _when(kind, said))
    return None


def _when(kind: str, said: re.Match[str]) -> str:
    """When it is, in the words the reader knows."""
    if kind != "some":
        return {"between": "Between rounds", "break": "Every break", "minute": "Every minute"}.get(
            kind, "Every round"
        )
    told = next(value for name, value in said.groupdict().items() if name.startswith("list") and value)
    return f"After rounds {', '.join(re.findall(r'[0-9]+', told))}"


def _is_done(what: str, names: Names) -> bool:
    """Whether words are one movement's work: '10 cal row', 'run 200 m'."""
    return _AMOUNT.search(what) is not None and names.find(what) is not None


_AMOUNT = re.compile(r"^(?:\d|an?\s\d|(?:run|row|ski|bike|swim|carry|hold|plank|sprint)\b)", re.IGNORECASE)


def _goes_on(row: Row) -> bool:
    """Whether a row goes on with the list above it."""
    return row.role == "work" and row.heading is None and not row.after_blank and not arranges(row.text)


def _is_listed(row: Row) -> bool:
    """Whether a row may be of a list that is interrupted."""
    return row.role == "work" and _COUNTS.search(row.text) is not None


_COUNTS = re.compile(r"\d")


def _heads(text: str) -> bool:
    """Whether a row only says how the list below it is done."""
    return arranges(text) and ": " not in text.strip().rstrip(":")


def _parted(row: Row, told: _Told) -> tuple[Row | None, Row]:
    """A row without what interrupts, and that on a row of its own."""
    alone = not row.text[row.start : told.start].strip(" -–*•:(")
    cut, when = told.start, f"{told.when}: "
    tail = row.text[told.what_ends : told.stop].strip(" .!)") != ""
    row.say([(cut, told.what, when), *([(told.what_ends, told.stop, " ")] if tail else [])])
    behind = cut + len(when) + told.what_ends - told.what
    marks = [(behind, behind + 1, "how often")] if tail else []
    if alone:
        row.marks = [*row.marks, *marks]
        return None, row
    lead = len(row.text[:cut].rstrip(" ,;.(–+/-"))
    above = replace(row, text=row.text[:lead])
    apart = replace(
        row, text=" " * cut + row.text[cut:], start=cut, after_blank=False, marks=marks, heading=None
    )
    return above, apart
