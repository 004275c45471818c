"""Lists that differ from round to round: 'Odd rounds: 12 cal', 'Rounds 2, 4, 6: 8 burpees'."""

from __future__ import annotations

import itertools
import re
from collections.abc import Sequence
from dataclasses import dataclass

from core.reading.formats import read_format
from core.reading.line import Line
from core.reading.rows import Row
from core.reading.units import MINUTE_S
from core.reading.workout import Format

_WHAT_A_ROUND_IS = re.compile(
    r"\W*(?:1|one|a|each|every)\s+(?:full\s+|whole\s+)?(?:round|rd|lap)(?:\s+(?:is|means|looks\s+like|consists\s+of))?\W*",
    re.IGNORECASE,
)
MOST_ROUNDS = 20  # that are told apart by their numbers; common practice
_AND = r"\s{0,2}(?:,\s{0,2}(?:and\s)?|/\s?|&\s?|\+\s?|\band\s)"
_NUMBER = r"\d{1,2}(?:st|nd|rd|th)?"
_NUMBERS = rf"{_NUMBER}(?:{_AND}{_NUMBER}){{1,9}}|{_NUMBER}\s?(?:-|–|to)\s?{_NUMBER}"
_TURN = r"(?:rounds?|rds?|sets?|intervals?|turns?)"
_LABEL = re.compile(
    r"^\W{0,8}(?:(?:in|on|during|for)\s)?(?:the\s)?"
    rf"(?:(?P<which>odd|even)s?(?:[\s-](?:numbered\s)?{_TURN})?"
    rf"|(?:{_TURN}|r)\s{{0,2}}(?P<numbers>{_NUMBERS})"
    r"|(?:rounds?|rds?|r)\s{0,2}#?(?P<single>\d{1,2})(?=\s?[:=–-]\s+"
    r"(?:\d{1,4}\s?(?:m\b|cals?\b)?\s*[^\W\d]"
    r"|[^\W\d][\w -]{2,24}?\s(?:[x×]\s?)?\d{1,3}(?:\s?(?:m|cals?))?\s*$))"
    rf"|(?P<behind>{_NUMBERS})(?:\s{_TURN}|(?=\s?:)))"
    r"(?:\s{0,2}(?:[:=]|[–-](?=\s)|$)|\s(?=\d))",
    re.IGNORECASE,
)


@dataclass(frozen=True)
class _Label:
    """A row that says which rounds it is for, and where that ends."""

    at: int
    rounds: frozenset[int]
    end: int
    alone: bool


def rounds_told_apart(rows: Sequence[Row]) -> None:
    """What is done in some rounds only, below a row that says how many there are: on the row of its label, or
    on the rows below it."""
    if not any(_LABEL.match(row.text) for row in rows):
        return
    for at, row in enumerate(rows):
        rounds = _rounds_of(row)
        if rounds is None:
            continue
        block = list(itertools.takewhile(_goes_on, rows[at + 1 :]))
        labels = [one for one in (_label(below, place, rounds) for place, below in enumerate(block)) if one]
        if _parts_all(labels, rounds):
            _tell(block, labels)


def _goes_on(row: Row) -> bool:
    """Whether a row is still of the list above it."""
    if row.after_blank or row.role != "work":
        return False
    return _LABEL.match(row.text) is not None or _format(row) is None


def _rounds_of(row: Row) -> int | None:
    """How many rounds a row says that are no minutes."""
    fmt = _format(row)
    if fmt is None or fmt.kind not in ("rounds", "every-minute"):
        return None
    minutes = fmt.kind == "every-minute" and (fmt.interval_s or MINUTE_S) <= MINUTE_S
    return None if minutes or not 1 < (fmt.rounds or 0) <= MOST_ROUNDS else fmt.rounds


def _format(row: Row) -> Format | None:
    if row.role != "work" or not any(map(str.isdecimal, row.text)):
        return None
    line = Line(row.number, row.text, 0)
    line.followed = True
    found = read_format(line)
    return found.format if found is not None and not found.only_changes else None


def _label(row: Row, at: int, rounds: int) -> _Label | None:
    said = _LABEL.match(row.text)
    if said is None:
        return None
    if which := (said["which"] or "").lower():
        told = frozenset(range(1 if which == "odd" else 2, rounds + 1, 2))
    else:
        listed = said["numbers"] or said["single"] or said["behind"]
        numbers = [int(one) for one in re.findall(r"\d+", listed)]
        spans = re.search(r"-|–|to", listed)
        told = frozenset(range(numbers[0], numbers[-1] + 1) if spans else numbers)
    return _Label(at, told, said.end(), not row.text[said.end() :].strip())


def _parts_all(labels: Sequence[_Label], rounds: int) -> bool:
    """Whether the labels share out all rounds between them, none twice."""
    told = [one for label in labels for one in label.rounds]
    return len(labels) > 1 and sorted(told) == list(range(1, rounds + 1))


def _tell(block: Sequence[Row], labels: Sequence[_Label]) -> None:
    ends = [*(label.at for label in labels[1:]), len(block)]
    for label, end in zip(labels, ends, strict=True):
        row = block[label.at]
        row.marks.append((0, len(row.text[: label.end].rstrip()), "which rounds"))
        row.sets = len(label.rounds)
        if label.alone:
            row.role = "note"
            for one in block[label.at + 1 : end]:
                one.sets = len(label.rounds)
        else:
            row.start = label.end


def what_a_round_is(rows: Sequence[Row]) -> None:
    """'1 round =' below how many there are is no round more."""
    for above, row in itertools.pairwise(rows):
        if row.role == "work" and _WHAT_A_ROUND_IS.fullmatch(row.text):
            fmt = _format(above)
            if fmt is not None and (fmt.kind != "rounds" or (fmt.rounds or 0) > 1):
                row.role = "note"
