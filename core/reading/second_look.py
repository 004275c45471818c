"""A second, crude look at the text of every part. It shares nothing with how the text was read: percents,
loads and words of sharing that stand there and left no trace in the part are told of its works as assumed,
because then something was probably passed over."""

from __future__ import annotations

import bisect
import re
from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from core.catalog import Catalog
from core.reading.kit_words import LOADED
from core.reading.units import METRE_PER
from core.reading.workout import ASKING_KINDS, Part, Work

_PERCENT = re.compile(
    r"(\d{2,3}(?:\.\d)?)(?:\s*(?:-|–|to|->|/)\s*(\d{2,3}(?:\.\d)?))?\s*(?:%|percent)", re.IGNORECASE
)
_LOAD = re.compile(
    r"(?<!\+)(?<!\+\s)(\d+(?:\.\d+)?)\s*(?:(?:kg|lbs?|#)?\s*/\s*(\d+(?:\.\d+)?)"
    r"(?!\d|\s*(?:kg\s*)?(?:/|,?\s*(?:cm|in\b|inch|\"|”|cal|m\b|s\b|sec|min|legs?|si"
    r"des?|arms?|each|of\b|reps?)))"
    r"|(?:kg|kilos?|lbs?|#|pood)(?![a-z]))",
    re.IGNORECASE,
)
_SHARED = re.compile(r"\bsplit\b|\bshared?\b|\bas you like\b|\bdivided?\b", re.IGNORECASE)
_TEAM = re.compile(r"\bteams?\b|\bpairs?\b|\bpartners?\b|\bduos?\b|\btrios?\b", re.IGNORECASE)
_TEAM_OF = re.compile(
    r"\bteams? of\b|\bin (?:pairs|threes)\b|\bpartner wod\b|\bi go,? you go\b", re.IGNORECASE
)
_NEAR = 0.02  # numbers this near each other are one, as a share


@dataclass(frozen=True)
class _Stretch:
    """The lines of one part, and what was read of those lines."""

    lines: tuple[tuple[int, str], ...]
    part: Part
    works: tuple[Work, ...]  # of every part that begins on the same line


class SecondLook:
    """Says of a part's works what stands in their text and is not in them."""

    def __init__(self, lines: Iterable[tuple[int, str]], catalog: Catalog):
        self.lines = tuple(lines)
        self.catalog = catalog
        self.team = any(_TEAM.search(text) for _, text in self.lines)

    def reasons(self, parts: tuple[Part, ...]) -> Iterator[dict[int, list[str]]]:
        """For every part: place of a work in it -> what was taken for granted of it."""
        begun: dict[int, list[Work]] = {}
        for part in parts:
            begun.setdefault(part.line, []).extend(part.work)
        starts, numbers = sorted(begun), [number for number, _ in self.lines]
        for part in parts:
            after = bisect.bisect_right(starts, part.line)
            end = bisect.bisect_left(numbers, starts[after]) if after < len(starts) else len(numbers)
            lines = self.lines[bisect.bisect_left(numbers, part.line) : end]
            asks = part.kind in ASKING_KINDS
            yield self._of(_Stretch(lines, part, tuple(begun[part.line]))) if asks else {}

    def _of(self, stretch: _Stretch) -> dict[int, list[str]]:
        percent, load, shared = _percent(stretch), _load(stretch), self._shared(stretch)
        twice = _once_for_two(stretch)
        found: dict[int, list[str]] = {}
        for place, work in enumerate(stretch.part.work):
            implement = self.catalog.movements[work.movement].implement
            free = not (work.percents or work.loads or work.rpe or work.bodyweight)
            said = [
                f"the {percent} not for {work.text}" if percent and free and implement == "barbell" else "",
                f"the {load} not for {work.text}" if load and free and implement in LOADED else "",
                f"{twice} both as rounds and as sets of {work.text}"
                if twice and work.written.sets == twice
                else "",
                f"all of {work.text} by each" if shared and not (work.synchro or work.everyone) else "",
            ]
            found[place] = [one for one in said if one]
        return found

    def _shared(self, stretch: _Stretch) -> bool:
        """Whether words of sharing stand there and nothing is shared."""
        fmt = stretch.part.format
        if fmt.team or fmt.share:
            return False
        text = "\n".join(text for _, text in stretch.lines)
        return bool(_TEAM_OF.search(text)) or (self.team and bool(_SHARED.search(text)))


def _once_for_two(stretch: _Stretch) -> int:
    """How many rounds a part has, where their number stands there once and a line has as many sets; or 0."""
    rounds = stretch.part.format.rounds or 0
    numbers = [int(one) for _, text in stretch.lines for one in re.findall(r"\d+", text)]
    return rounds if rounds > 1 and stretch.part.format.kind == "rounds" and numbers.count(rounds) == 1 else 0


def _percent(stretch: _Stretch) -> str:
    """The first percent that no lift of the stretch has."""
    read = {percent for work in stretch.works for percent in work.percents}
    for number, text in stretch.lines:
        for found in _PERCENT.finditer(text):
            if not any(abs(float(one) - percent) < 1 for one in found.groups() if one for percent in read):
                return f"{found[0].strip()} of line {number}"
    return ""


def _load(stretch: _Stretch) -> str:
    """The first load that nothing in the stretch has as a load or as anything else."""
    fmt = stretch.part.format
    read = {value for work in stretch.works for value in numbers_of(work)}
    read |= {float(value) for value in (fmt.work_s, fmt.rest_s, *fmt.scheme) if value}
    for number, text in stretch.lines:
        for found in _LOAD.finditer(text):
            value = float(found[1])
            pair = found[2] is None or value > float(found[2])  # the heavier standard stands first
            if pair and not any(abs(value - one) <= _NEAR * value for one in read):
                return f"{found[0].strip()} of line {number}"
    return ""


def numbers_of(work: Work) -> Iterator[float]:
    """Every number a line may have written for a work."""
    written = work.written
    yield from work.loads
    yield from work.percents
    yield from (
        *written.scheme,
        written.reps or 0,
        written.sets or 0,
        written.calories or 0,
        written.other or 0,
    )
    yield from (written.distance_m or 0, (written.distance_m or 0) / METRE_PER["km"], written.seconds or 0)
    yield from (
        (written.seconds or 0) / 60,
        work.bodyweight or 0,
        (work.bodyweight or 0) * 100,
        work.rpe or 0,
    )
    for height in work.heights_m:
        yield from (height / METRE_PER["cm"], height / METRE_PER["in"], height)
