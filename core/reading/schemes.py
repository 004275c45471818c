"""Lists of repetitions on a format's line: '21-15-9', '2-4-6-8...', '10 to 1 ladder'."""

from __future__ import annotations

import itertools
from collections.abc import Sequence

from core.reading.scan import Scan
from core.reading.tokens import expand_ladder

LEAST_RUNGS = 3


def leads(scan: Scan, at: int) -> bool:
    """Whether no real words stand before a phrase."""
    return all(scan.phrases[one].kind != "words" or scan.is_filler(one) for one in scan.free if one < at)


def ladder_on_line(scan: Scan) -> tuple[tuple[int, ...], int | None]:
    """A ladder on the line, taken from it: its rungs, and the step when it goes on for ever."""
    word = scan.at("ladder-word")
    at = _place(scan, word)
    if word is not None:
        scan.used.add(word)
    if at is None:
        return (), None
    scan.used.add(at)
    phrase = scan.phrases[at]
    if phrase.kind != "scheme":
        return expand_ladder(phrase)
    values = tuple(int(value) for value in phrase.values)
    open_ended = word is not None or scan.at("amrap") is not None or scan.has("amrap", "every")
    return values, even_step(values) if open_ended else None


def _place(scan: Scan, word: int | None) -> int | None:
    at = scan.at("ladder")
    if at is None and word is not None:
        at = scan.at("span", "scheme")
    if at is None and word is None and not scan.has("for-time", "amrap", "rounds"):
        return None
    if at is None and (span := scan.at("span")) is not None and scan.kind(span + 1) != "reps":
        return span
    listed = scan.at("scheme") if at is None else None
    if listed is not None and leads(scan, listed) and len(scan.phrases[listed].values) >= LEAST_RUNGS:
        return listed
    return at


def even_step(values: Sequence[int], least: int = LEAST_RUNGS) -> int | None:
    """The step of a list of at least so many numbers that rises evenly."""
    step = values[1] - values[0]
    even = len(values) >= least and all(b - a == step > 0 for a, b in itertools.pairwise(values))
    return step if even else None
