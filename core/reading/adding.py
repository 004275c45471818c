"""A list that grows: 'add 2 reps each round', '+3 every round', 'add 2 deadlifts and 4 box jumps a round'."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace

from core.reading.draft import Draft
from core.reading.names import Names
from core.reading.numerals import COUNT_WORDS
from core.reading.part_draft import PartDraft
from core.reading.plain_words import plain_words
from core.reading.schemes import LEAST_RUNGS
from core.reading.units import MINUTE_S
from core.reading.workout import Format

_NUMBER = r"(?:\d{1,2}|one|two|three|four|five|six|ten)"
GROWS = re.compile(
    r"(?<![\s,;.:(*–-])[\s,;.:(*–-]{0,8}(?:then\s+|and\s+)?"
    r"(?:(?:add(?:ing)?|increas(?:e|ing)(?:\s+by)?|go(?:ing)?\s+up(?:\s+by)?|plus)\s+(?:another\s+)?|\+\s?)"
    rf"(?P<steps>{_NUMBER}\b(?![^;:.()]*\b(?:after|between|before|at)\b)"
    r"(?!\s*(?:[-–]\s*\d+\s*)?(?:kg|kilos?|lbs?|%|percent|s\b|sec|min))[^;:.()@]{0,60}?)"
    r"\s*(?:each|every|per|a)\s+(?:new\s+)?(?:round|time|set|rung|turn|min(?:ute)?)s?(?:\s+(?:un)?till?\s+(?:you|failure)[^\d:]*)?(?:\s*\(max(?:imum)?\s+\d+\))?\W*$",
    re.IGNORECASE,
)
_STEP = re.compile(rf"(?P<number>{_NUMBER})\b\s*(?P<what>[^\d]*)", re.IGNORECASE)
_OF_ALL = re.compile(
    r"(?:more\s+|extra\s+)?(?:reps?|repetitions?)?\s*(?:(?:to|on|of|for|per|in)?\s*"
    r"(?:each|every|all|both|the|everything)?"
    r"(?:\s*(?:movements?|exercises?|things?|lifts?|lines?))?)?[\s,/&+–-]*(?:and)?\s*",
    re.IGNORECASE,
)


def take_steps(text: str, part: PartDraft, names: Names) -> bool:
    """Let the list above grow as the words say; whether it could."""
    lines = _growing(part, calories=_EVERYTHING.search(text) is not None)
    return _grow(part, lines, _steps(list(_STEP.finditer(text)), lines, names))


def take_growth(text: str, part: PartDraft) -> tuple[int, int] | None:
    """'AMRAP 10, ascending by 2': keep by how much the list below grows; where that stands."""
    said = _ASCENDS.search(text)
    if said is None:
        return None
    part.grows = int(said["step"])
    return said.start(), said.end()


def grow(part: PartDraft) -> None:
    """Let a list whose format says so grow."""
    lines = _growing(part, calories=False)
    if part.grows and _grow(part, lines, [part.grows] * len(lines)):
        part.grows = 0


_ASCENDS = re.compile(
    r"\b(?:ascending|climbing|increasing|going\s+up|up)\s+(?:ladder\s+)?(?:by|in)\s+"
    r"(?P<step>\d{1,2})(?:s|\s+reps)?\b"
    r"(?:\s+(?:each|every|a|per)\s+round)?(?!\s*(?:kg|lbs?|%|min|sec))",
    re.IGNORECASE,
)


_EVERYTHING = re.compile(r"\b(?:movements?|exercises?|everything|cals?|calories)\b", re.IGNORECASE)


def _growing(part: PartDraft, calories: bool) -> list[Draft]:
    """The lines of a list that can grow: repetitions, and calories where they are meant too."""
    shared = [one for one in part.work if one.as_prescribed and not one.role]
    return [one for one in shared if one.reps or (calories and one.calories)]


def _grow(part: PartDraft, lines: Sequence[Draft], steps: Sequence[int]) -> bool:
    fmt = _until_its_time_is_up(part)
    if not steps or not lines or fmt is None or fmt.scheme:
        return False
    rounds = fmt.rounds if fmt.kind == "rounds" else None
    if rounds is None and fmt.kind not in ("as-many-as-possible", "every-minute", "death-by"):
        return False
    for one, step in zip(lines, steps, strict=True):
        if step:
            first = int(one.reps or one.calories or 0)
            one.counts, one.calories = ("" if one.reps else "cal"), None
            one.scheme = tuple(first + step * place for place in range(rounds or LEAST_RUNGS))
            one.ladder_step, one.reps = (step if rounds is None else None), None
    growing = replace(next(one for one, step in zip(lines, steps, strict=True) if step))
    for one in lines:
        if one.scheme == growing.scheme and rounds is None:
            one.scheme, one.ladder_step = (), None
    if rounds is not None:
        part.format = replace(fmt, kind="for-time", rounds=None, scheme=growing.scheme)
    else:
        part.format = replace(fmt, scheme=growing.scheme, ladder_step=growing.ladder_step)
    return True


def _until_its_time_is_up(part: PartDraft) -> Format | None:
    """'18 min' or a cap above a list that grows: as far as one comes in it."""
    fmt, lasts_s = (
        part.format,
        part.lasts_s or (part.format.cap_s if part.format else part.changes.get("cap_s")),
    )
    if not lasts_s or (fmt is not None and (fmt.kind != "for-time" or fmt.scheme)):
        return fmt
    part.changes.pop("cap_s", None)
    return replace(
        fmt or Format(), kind="as-many-as-possible", minutes=lasts_s / MINUTE_S, cap_s=None, for_time=False
    )


def _steps(said: Sequence[re.Match[str]], lines: Sequence[Draft], names: Names) -> list[int]:
    """By how much each line grows; empty where nobody can tell."""
    numbers = [_number(one["number"]) for one in said]
    whats = [one["what"].strip(" ,/&+-–").removesuffix(" and") for one in said]
    if not lines or not numbers:
        return []
    if all(_OF_ALL.fullmatch(what) for what in whats):
        if len(numbers) == 1:
            return numbers * len(lines)
        return numbers if len(numbers) == len(lines) else []
    steps = [0] * len(lines)
    for what, number in zip(whats, numbers, strict=True):
        meant = [place for place, one in enumerate(lines) if _is_meant(what, one, names)]
        if len(meant) != 1:
            return []
        steps[meant[0]] = number
    return steps


def _is_meant(what: str, line: Draft, names: Names) -> bool:
    """'snatches' may be the dumbbell snatches of a list."""
    match = names.find(what)
    same = match is not None and match.movement == line.movement
    return same or (bool(plain_words(what)) and set(plain_words(what)) <= set(plain_words(line.text)))


def _number(text: str) -> int:
    return int(text) if text.isdecimal() else int(COUNT_WORDS[text.lower()])
