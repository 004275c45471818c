"""What is passed around while a day is timed."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from core.day.fitting import Timed, span_s
from core.day.line import Block, ForHeat, Placed
from core.day.prepared import Prepared
from core.day.racks import hold_slots, rest_slots
from core.day.values import Entry, Heat
from core.prep.sheet import RampSet


class Start(NamedTuple):
    """A heat of one athlete."""

    heat: Heat
    entry: Entry
    prepared: Prepared

    @property
    def ends_at(self) -> int:
        return self.heat.starts_at + self.prepared.duration_s


class Told(NamedTuple):
    """What an athlete's line of a heat hangs on."""

    heat: str
    starts_at: int
    check_in_at: int
    lane: int | None
    stamp: str


def climb_of(ramp: Sequence[RampSet]) -> tuple[tuple[int, ...], tuple[int, ...]]:
    """Slots that each set holds a rack, and the least rests between."""
    holds = tuple(hold_slots(step.reps) for step in ramp)
    return holds, tuple(rest_slots(step.share) for step in ramp[:-1])


class Chosen(NamedTuple):
    """Drills for a heat with their seconds, in order, and those that are not needed."""

    drills: list[Timed]
    needless: list[str]

    @property
    def seconds(self) -> int:
        return span_s([seconds for _, seconds in self.drills])


class Before(NamedTuple):
    """Drills before a heat at their times, those there was no time for, and those that are not needed."""

    placed: list[Placed]
    dropped: list[str]
    needless: list[str]


class Made(NamedTuple):
    """What comes before a heat, and what is told of it."""

    blocks: list[Block]
    told: ForHeat
