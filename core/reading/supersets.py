"""Sets that stand below a superset: '4 sets' under 'A1 chin-up x 5', 'A2 split squat x 8', '4 sets of each'
under all of them."""

from __future__ import annotations

import re
from collections.abc import Sequence

from core.reading.rows import LIST_LABEL, Row

_BELOW = re.compile(
    r"\W*(?P<said>(?P<sets>\d{1,2})\s*(?:sets|rounds)(?P<all>\s+(?:of\s+)?(?:each|all|both|everything)"
    r"(?:\s+(?:pair|superset|couplet|block|group|letter))?)?)(?P<rest>\s*[,;(–-].*)?\W*",
    re.IGNORECASE,
)
_OWN_SETS = re.compile(r"\d\s?[x×]\s?\d|\d\s*(?:sets|rounds)\b", re.IGNORECASE)
_IN_BRACKETS = re.compile(r"\([^()]*\)")  # "(2x15)" is what is held
_SO_MANY = re.compile(r"\W*\d\s+(?:supersets|couplets|pairs)\b[^\d]*", re.IGNORECASE)
LEAST_OF_A_SUPERSET = 2
MOST_SETS = 10

Group = list[Row]


def sets_below_supersets(rows: Sequence[Row]) -> None:
    """Say the sets on the rows they are for, where they stand below and not above them."""
    groups = list(_groups(rows))
    said = [_sets_below(rows, group) for group in groups]
    last = said[-1] if said else None
    if last is None:
        return
    above = rows[max(0, _place(rows, groups[0][0]) - 1)]
    if _SO_MANY.fullmatch(above.text):
        above.role = "note"  # "2 supersets"
    if last["all"]:
        _say(rows, [row for group in groups for row in group], groups[-1][-1], last)
    elif all(said):
        for group, one in zip(groups, said, strict=True):
            if one is not None:
                _say(rows, group, group[-1], one)


def _groups(rows: Sequence[Row]) -> list[Group]:
    """The supersets of a text, each with the rows its label counts; none that says sets of its own."""
    groups: dict[str, Group] = {}
    for row in rows:
        label = LIST_LABEL.match(row.text) if row.role == "work" else None
        name = (label["of"] or label["piece"] or "") if label is not None else ""
        if name:
            groups.setdefault(name.upper(), []).append(row)
    several = [group for group in groups.values() if len(group) >= LEAST_OF_A_SUPERSET]
    told = any(_OWN_SETS.search(_IN_BRACKETS.sub("", row.text)) for group in several for row in group)
    return [] if told else several


def _sets_below(rows: Sequence[Row], group: Group) -> re.Match[str] | None:
    at = _place(rows, group[-1]) + 1
    if at >= len(rows) or rows[at].role != "work":
        return None
    said = _BELOW.fullmatch(rows[at].text)
    return said if said is not None and 1 < int(said["sets"]) <= MOST_SETS else None


def _say(rows: Sequence[Row], group: Group, last: Row, said: re.Match[str]) -> None:
    for row in group:
        end = len(row.text.rstrip())
        row.say([(end, end, f", {said['sets']} sets")])
    below = rows[_place(rows, last) + 1]
    below.marks.append((*said.span("said"), "how often what stands above is done"))
    if (said["rest"] or "").strip(" ,;()–-"):
        below.start = said.end("said")
    else:
        below.role = "note"


def _place(rows: Sequence[Row], row: Row) -> int:
    return next(at for at, one in enumerate(rows) if one is row)
