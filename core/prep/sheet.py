"""The prep sheet: frozen values, times in whole seconds from the start of the prep."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import NamedTuple

from core.catalog.rows import ClockKind, Drill, Level, Phase
from core.prep.dose import Dose


class Span(NamedTuple):
    """A stretch of the clock, whole seconds."""

    start_s: int
    seconds: int

    @property
    def end_s(self) -> int:
        return self.start_s + self.seconds


@dataclass(frozen=True, slots=True, kw_only=True)
class Item:
    """A drill and its placement in a prep, a stop, a member's sheet or a cool-down. What is true of the drill
    wherever it stands is read from its row.

    start_s and end_s: of its first and its last turn; seconds: of work in all turns. turns: each in order.
    group: drills done back to back share one from 1, 0 for the others. gain: share of the whole need it
    covers taken alone. new: nobody has done it for four weeks, so the dose is low. way: how this person does
    it, in place of the drill's own cues.
    """

    drill: Drill
    phase: Phase
    start_s: int
    seconds: int
    dose: Dose
    serves: tuple[str, ...] = ()
    kit: tuple[str, ...] = ()
    seated: bool = False
    way: str = ""
    waves: int = 1
    pinned: bool = False
    gain: float = 0.0
    turns: tuple[Span, ...] = ()
    group: int = 0
    dose_option: int = 0
    new: bool = False

    @property
    def end_s(self) -> int:
        """When its last turn ends."""
        return self.turns[-1].end_s if self.turns else self.start_s + self.seconds

    @property
    def level(self) -> Level:
        return "seated" if self.seated else self.drill.level

    @property
    def cues(self) -> tuple[str, ...]:
        """What is said while it is done: this person's own way, the way from the chair, or the drill's
        cues."""
        if self.way:
            return (self.way,)
        return (self.drill.seated,) if self.seated and self.drill.seated else self.drill.cues

    @property
    def dose_words(self) -> str:
        """The dose in words, for one wave of the class."""
        return self.dose.words(self.seconds // self.waves)


@dataclass(frozen=True, slots=True, kw_only=True)
class RampSet:
    """One build-up set. load and plates (per side) in ``unit``. start_s is None when it no longer fits the
    prep's minutes."""

    movement: str
    load_kg: float
    reps: int
    rest_s: int
    plates: tuple[float, ...]
    seconds: int
    share: float
    start_s: int | None = None
    estimated: bool = False
    load: float = 0.0
    unit: str = "kg"


@dataclass(frozen=True, slots=True, kw_only=True)
class Ramp:
    """The way up for one group that lifts the same. working: what the rack makes of the weight ``wanted``;
    these, bar and plates (on each end, at the working weight) in ``unit``."""

    division: str | None
    sex: str | None
    people: int
    movement: str
    working: float
    wanted: float
    unit: str
    bar: float
    plates: tuple[float, ...]
    estimated: bool
    sets: tuple[RampSet, ...]

    @property
    def seconds(self) -> int:
        return sum(step.seconds for step in self.sets)


@dataclass(frozen=True, slots=True)
class SharedTurn:
    """One set on a shared bar. who: 0 or 1; reps is None for the working weight; plates on each end."""

    who: int
    load: float
    reps: int | None
    plates: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class Uncovered:
    """A demand the prep leaves, the share of it that is covered, and the reason."""

    demand: str
    why: str
    covered: float


@dataclass(frozen=True, slots=True, kw_only=True)
class NextMinute:
    """What one more minute would buy. gain: what the longer prep would lose without this drill; whole: the
    share of the whole need it prepares more in all; new: how many drills it brings."""

    drill: str
    name: str
    gain: float
    whole: float
    new: int


class Counted(NamedTuple):
    """Repetitions of a drill in all."""

    name: str
    reps: int


class SlowReps(NamedTuple):
    """Repetitions that begin every so many seconds: how many a side, of how many sides, and how long in
    all."""

    name: str
    reps: int
    sides: int
    every_s: int
    seconds: int


class Intervals(NamedTuple):
    """Work and rest of a part in intervals, in all."""

    part: str
    rounds: int
    work_s: int
    rest_s: int


class Turns(NamedTuple):
    """How long one of a team works and waits in a part they share; meanwhile: what who waits does."""

    part: str
    people: int
    works_s: int
    waits_s: int
    meanwhile: tuple[str, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class Tally:
    """contacts: foot contacts of jumps in the workout and the prep. lunge_steps: over the distances written.
    reps: of each drill of an every-minute block in all. slow: repetitions by the clock. share_of_hour:
    warm-up and cool-down, 0..1."""

    contacts: int
    contacts_words: str
    lunge_steps: int
    reps: tuple[Counted, ...]
    slow: tuple[SlowReps, ...]
    intervals: tuple[Intervals, ...]
    turns: tuple[Turns, ...]
    share_of_hour: float


class Ready(NamedTuple):
    """How ready a demand is, 0..1."""

    demand: str
    readiness: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Break:
    """The stop before a later part of the session. part: its number among the parts that ask something, from
    0; until: the first part it does not serve any more; starts_min: when the stop begins, minutes from the
    start of the prep, from how long what comes before it usually takes.

    ready: of what that part asks, most asked first. missing: demands too little ready for it.
    minutes is 0 when the coach gives it none: then nothing is planned for it.
    """

    part: int
    until: int
    name: str
    starts_min: float
    minutes: int
    ready: tuple[Ready, ...] = ()
    missing: tuple[str, ...] = ()
    items: tuple[Item, ...] = ()
    ramp: tuple[RampSet, ...] = ()
    seconds: int = 0
    covered: float = 0.0
    uncovered: tuple[Uncovered, ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class PrepSheet:
    """A prep that fits its minutes. covered: share of the weighted need that is prepared, 0..1, and by
    demand. parts: how many parts of the session it prepares (None: all of them); breaks: the stops before
    later ones; finish: the position of which one clean repetition ends it all.
    today: demand -> where it is asked most, in words."""

    minutes: int
    seconds: int
    method: str
    headcount: int
    items: tuple[Item, ...]
    ramp: tuple[RampSet, ...]
    cooldown: tuple[Item, ...]
    uncovered: tuple[Uncovered, ...]
    next_minute: tuple[NextMinute, ...]
    covered: float
    coverage: dict[str, float]
    notes: tuple[str, ...]
    pace: ClockKind
    rounds: int
    tally: Tally
    ramps: tuple[Ramp, ...]
    parts: int | None = None
    breaks: tuple[Break, ...] = ()
    finish: str = ""
    today: Mapping[str, str] = field(default_factory=dict)
