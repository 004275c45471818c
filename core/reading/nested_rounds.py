"""Rounds inside rounds: '5 rounds: 400 m run, then 3 x (5 pull-ups, 10 push-ups)', or '3 rounds of:' with
its list below one way that the outer rounds go. What is inside is done so many times in each of them."""

from __future__ import annotations

import re
from collections.abc import Sequence

from core.reading.rows import BULLET, Row

_N = r"(?:[2-9]|1\d)"
_ROUNDS = r"(?:rounds|rnds|rds)"
_OUTER = re.compile(
    rf"^\W{{0,6}}(?:for\stime[,:]?\s)?(?P<n>{_N})\s(?:{_ROUNDS}(?:\s(?:for\stime|of))?|rft)\s?:?\s{{0,3}}$",
    re.IGNORECASE,
)
_INNER = re.compile(
    rf"^(?P<said>\W{{0,6}}(?P<n>{_N})\s?(?:x|×|{_ROUNDS}(?:\sof)?)\s?:?)\s{{0,3}}$", re.IGNORECASE
)
_INNER_LINE = re.compile(
    rf"^\W{{0,6}}(?P<said>(?P<n>{_N})\s(?:{_ROUNDS}\sof)\s?:?\s)\(?(?P<list>(?=[^()]*\d)[^\s()][^()]*?(?:,|\+|&|\sand\s)[^()]*?)\)?\s{{0,3}}$",
    re.IGNORECASE,
)
_ONE_LINE = re.compile(
    rf"^\W{{0,6}}(?:for\stime[,:]?\s)?{_N}\s(?:{_ROUNDS}(?:\s(?:for\stime|of))?|rft)\s?:\s[^,;:]{{4,40}}(?P<then>(?:,|;|\s\+)\s(?:then\s)?)"
    rf"(?P<said>(?P<n>{_N})(?:\s?(?:x|×)\s?:?\s?\(|\s{_ROUNDS}\sof\s?:?\s?\(?))(?P<list>(?=[^()]*\d)[^\s()][^()]*?)(?P<end>\)?)\s{{0,3}}$",
    re.IGNORECASE,
)
_COUNTED = re.compile(r"\d")
_NAME_FIRST = re.compile(
    r"(?P<name>[^\W\d][^\d(]*?)\s(?:[x×]\s?)?(?P<count>\d{1,4}(?:\s?(?:m|cals?))?)\s{0,3}$"
)
_ENDS = re.compile(r"^\W{0,6}(?P<said>(?:and\s)?then\s?[,:]?\s)", re.IGNORECASE)
_LEAD = re.compile(r"^\W*")


def nested_rounds(rows: Sequence[Row]) -> None:
    """The rows of inner rounds with how often they are done within each outer one."""
    for at, row in enumerate(rows):
        if row.role != "work":
            continue
        if said := _ONE_LINE.match(row.text):
            row.say(
                [
                    (*said.span("then"), ", "),
                    (*said.span("said"), f"{said['n']} x ("),
                    (*said.span("end"), ")"),
                ]
            )
        elif _OUTER.match(row.text):
            _within(rows, at)


def _within(rows: Sequence[Row], at: int) -> None:
    """The list below outer rounds: one way or station, and inner rounds; or those first, deeper."""
    listed = _list_below(rows, at)
    inner = next(
        (place for place, row in enumerate(listed) if _INNER.match(row.text) or _INNER_LINE.match(row.text)),
        None,
    )
    if inner is None or not (inner == 1 or (inner == 0 and _indent(listed[0]) > _indent(rows[at]))):
        return
    if line := _INNER_LINE.match(listed[inner].text):
        if inner and not _ENDS.match(listed[inner].text):
            listed[inner].say(
                [
                    (*line.span("said"), f"{line['n']} x ("),
                    (line.end("list"), len(listed[inner].text.rstrip()), ")"),
                ]
            )
        return
    said = _INNER.match(listed[inner].text)
    items = _items(listed, inner)
    if said is None or not items or (inner and not all(BULLET.match(one.text) for one in items)):
        return
    listed[inner].role = "note"
    for one in items:
        start = len(_LEAD.match(one.text)[0])  # type: ignore[index]
        named = _NAME_FIRST.match(one.text, start)
        told = f"{said['n']} x " + (f"{named['count']} {named['name']}" if named is not None else "")
        one.say([(start, named.end() if named is not None else start, told)])
    behind = listed[inner + 1 + len(items) :]
    if behind and (then := _ENDS.match(behind[0].text)):
        behind[0].say([(*then.span("said"), "")])


def _list_below(rows: Sequence[Row], at: int) -> list[Row]:
    """The rows right below one, up to a gap, a heading or what is no work."""
    found: list[Row] = []
    for row in rows[at + 1 :]:
        if row.role != "work" or row.heading is not None or row.after_blank or not row.text.strip():
            break
        found.append(row)
    return found


def _items(listed: Sequence[Row], inner: int) -> list[Row]:
    """The rows of inner rounds: those with a sign where the first has one, else up to 'then'."""
    signed = len(listed) > inner + 1 and BULLET.match(listed[inner + 1].text) is not None
    found: list[Row] = []
    for row in listed[inner + 1 :]:
        if _ENDS.match(row.text) or (signed and not BULLET.match(row.text)) or not _COUNTED.search(row.text):
            break
        found.append(row)
    ended = len(listed) > inner + 1 + len(found)
    return found if inner or ended else []


def _indent(row: Row) -> int:
    return len(row.text) - len(row.text.lstrip())
