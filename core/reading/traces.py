"""Amounts that were understood and went nowhere ('4 x 3 @ 77.5 %' above what has its own): handed back."""

from __future__ import annotations

import bisect
import re
from collections.abc import Iterable, Sequence
from dataclasses import replace

from core.reading.granted import sets_of
from core.reading.second_look import numbers_of
from core.reading.workout import Mark, Part, Unread

_COUNTS = re.compile(r"\b(?:reps|sets|sets of \d+|m|cal)$")  # what a mark says of repetitions, ways, calories
_SETS = re.compile(r"(\d+) sets")
_NUMBER = re.compile(r"\d+(?:[.,]\d+)?")
_ELSEWHERE = re.compile(r"\beach\b|\bor\b|\bper\b", re.IGNORECASE)  # "20 climbs (5 each)", "500 m or 400 m"
NEXT = 3  # columns between a number and the words it stands beside: " x "
_NEAR = 0.02  # numbers this near each other are one, as a share


def without_trace(
    marks: Sequence[Mark], parts: Sequence[Part], lines: Iterable[tuple[int, str]]
) -> tuple[list[Mark], list[Unread]]:
    """The marks, with those of amounts that no part holds as unread, and these. marks: in order of their
    places. lines: number -> text as written."""
    texts, held = dict(lines), sorted(_held(parts))
    most = max((sets_of(work) for part in parts for work in part.work), default=0)
    kept: list[Mark] = []
    lost: list[Unread] = []
    for before, mark, behind in zip((None, *marks), marks, (*marks[1:], None), strict=False):
        text = texts.get(mark.line, "")
        said = text[mark.column - 1 : mark.column - 1 + mark.length]
        if (
            mark.role != "amount"
            or _counts_words(before, mark, behind)
            or _ELSEWHERE.search(text)
            or _is_held(said, mark.says, held, most)
        ):
            kept.append(mark)
            continue
        reason = "an amount that nothing on the board takes"
        kept.append(replace(mark, role="unread", says=reason))
        lost.append(Unread(mark.line, mark.column, said, reason))
    return kept, lost


def _counts_words(before: Mark | None, mark: Mark, behind: Mark | None) -> bool:
    """'20 what-nots', 'what-nots x 20': what it counts is handed back, or marked as no work."""
    return (before is not None and before.role == "unread" and _beside(before, mark)) or (
        behind is not None and behind.role in ("unread", "note") and _beside(mark, behind)
    )


def _beside(first: Mark, second: Mark) -> bool:
    """Whether one mark stands right before another of its line."""
    return first.line == second.line and 0 <= second.column - first.column - first.length <= NEXT


def _held(parts: Iterable[Part]) -> set[float]:
    """Every number that stands in what was read."""
    held: set[float] = set()
    for part in parts:
        fmt = part.format
        held.update(float(one) for one in fmt.scheme)
        held.update(float(one or 0) for one in (fmt.rounds, fmt.repeat, fmt.stations, fmt.team, fmt.minutes))
        for work in part.work:
            held.update(numbers_of(work))
            held.update((float(work.reps), float(work.written.reps_to or 0)))
            replaced = (part.work[index].reps for index in work.replaces)
            held.update(work.reps / reps for reps in replaced if reps)  # "ring rows x2"
    return held


def _is_held(said: str, says: str, held: Sequence[float], most: int) -> bool:
    """Whether any number of an amount, as written or as understood, stands in what was read; true of times,
    which may be a window, and of some of the ``most`` sets of a line."""
    sets = _SETS.fullmatch(says)
    if sets is not None and int(sets[1]) <= most:
        return True
    if not _COUNTS.search(says):
        return True
    numbers = [float(one.replace(",", ".")) for one in _NUMBER.findall(f"{said} {says}")]
    return not numbers or any(_stands(one, held) for one in numbers)


def _stands(number: float, held: Sequence[float]) -> bool:
    """Whether a number stands among others in order, but for a small share."""
    at = bisect.bisect_left(held, number * (1 - _NEAR))
    return at < len(held) and held[at] <= number * (1 + _NEAR)
