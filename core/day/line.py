"""The line of the day: what each athlete does from which minute, as values."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal, NamedTuple

from core.day.prepared import DayDrill, Prepared
from core.day.racks import Schedule
from core.day.values import Heat
from core.prep.sheet import RampSet

BlockKind = Literal[
    "arrive", "raise", "open", "prime", "ramp", "wait", "check-in", "event", "after", "keep-warm", "rest"
]
CHECK_IN_S = 600  # at the lanes before a heat; common practice


@dataclass(frozen=True, slots=True)
class Placed:
    """A drill at its time. seconds: of it now; a raise may be shorter than it is written."""

    drill: DayDrill
    starts_at: int
    seconds: int

    @property
    def ends_at(self) -> int:
        return self.starts_at + self.seconds


@dataclass(frozen=True, slots=True)
class PlacedSet:
    """A set of a way up at its time, on a rack for ``hold_s``."""

    step: RampSet
    starts_at: int
    hold_s: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Block:
    """A stretch of an athlete's day. heat: the one it is for, by key; said: what else is to be known."""

    kind: BlockKind
    starts_at: int
    ends_at: int
    heat: str = ""
    drills: tuple[Placed, ...] = ()
    sets: tuple[PlacedSet, ...] = ()
    said: tuple[str, ...] = ()


class Point(NamedTuple):
    """How ready an athlete is for their next event at an instant, 0..1."""

    at: int
    ready: float


@dataclass(frozen=True, slots=True, kw_only=True)
class ForHeat:
    """One athlete's preparation for one heat as it is timed. ready: at the start, by demand; overall: of
    all that is asked; found: overall without anything done for it. dropped: drills there was no time for;
    done: drills that earlier ones made needless. missed: no rack in time for the way up. stamp: what it was
    prepared from."""

    heat: str
    event: str
    starts_at: int
    ends_at: int
    check_in_at: int
    ready: Mapping[str, float]
    overall: float
    found: float
    curve: tuple[Point, ...]
    dropped: tuple[str, ...] = ()
    needless: tuple[str, ...] = ()
    missed: bool = False
    lane: int | None = None
    division: str | None = None
    rack_waits_s: int = 0
    stamp: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Line:
    """An athlete's day."""

    athlete: str
    blocks: tuple[Block, ...]
    heats: tuple[ForHeat, ...]

    def for_heat(self, heat: str) -> ForHeat | None:
        return next((one for one in self.heats if one.heat == heat), None)

    @property
    def sets(self) -> dict[str, tuple[int, ...]]:
        """Starts of the sets of each heat's way up."""
        return {block.heat: tuple(one.starts_at for one in block.sets) for block in self.blocks if block.sets}


Prepares = Mapping[tuple[str, str], Prepared]  # athlete, event


@dataclass(frozen=True, slots=True, kw_only=True)
class DayAsk:
    """arrives_at: by athlete, the earliest they are there. published: lines athletes have. now: None while
    the day is only planned; what runs by then, or begins within 5 min, stays as it was published. effort:
    of the search for racks, 1 at a desk."""

    heats: tuple[Heat, ...]
    prepared: Prepares
    racks: int
    check_in_s: int = CHECK_IN_S
    arrives_at: Mapping[str, int] = field(default_factory=dict)
    published: Mapping[str, Line] = field(default_factory=dict)
    now: int | None = None
    effort: float = 1.0


@dataclass(frozen=True, slots=True)
class DayLines:
    """Every athlete's line, and how their racks were shared."""

    lines: tuple[Line, ...]
    racks: Schedule

    def of(self, athlete: str) -> Line | None:
        return next((line for line in self.lines if line.athlete == athlete), None)
