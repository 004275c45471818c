"""The prep sheet: frozen values, times in whole seconds from the start of the prep."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Dose:
    """How much of a drill. extra_side: the tighter side that gets a couple more."""

    sets: int = 1
    reps: int | None = None
    per_side: bool = False
    hold_s: int | None = None
    breaths: int | None = None
    extra_side: str | None = None
    work_s: int | None = None

    def words(self, seconds: int | None = None) -> str:
        """The dose as a coach says it. seconds: how long it takes, said where nothing else is counted."""
        if self.work_s:
            amount = f"{self.work_s} s"
            return (f"{self.sets} x {amount}" if self.sets > 1 else amount) + (
                " a side" if self.per_side else ""
            )
        amount = f"{self.reps} reps" if self.reps else f"{self.breaths} slow breaths" if self.breaths else ""
        if self.hold_s:
            amount = f"{amount}, {self.hold_s} s each" if amount else f"{self.hold_s} s"
        if not amount:
            amount = f"steady, {seconds // 60}:{seconds % 60:02}" if seconds else "steady"
        if self.sets > 1:
            amount = f"{self.sets} x {amount}"
        if self.per_side:
            amount += " a side"
        return amount + (f", 2 more on the {self.extra_side}" if self.extra_side else "")


@dataclass(frozen=True, slots=True)
class Item:
    """One drill at its place in the prep. start_s and end_s: of its first and its last turn; seconds: of work in all turns.

    turns: (start, seconds) of each, in order. group: drills done back to back share one from 1, 0 for the others. gain: share of
    the whole need it covers taken alone. new: nobody has done it for four weeks, so the dose is low.
    """

    drill: str
    name: str
    phase: str
    start_s: int
    seconds: int
    dose: Dose
    serves: tuple[str, ...]
    kit: tuple[str, ...]
    level: str
    cautions: tuple[str, ...]
    cues: tuple[str, ...]
    waves: int = 1
    pinned: bool = False
    gain: float = 0.0
    turns: tuple[tuple[int, int], ...] = ()
    group: int = 0
    dose_option: int = 0
    new: bool = False
    why: str = ""

    @property
    def end_s(self) -> int:
        """When its last turn ends."""
        return self.turns[-1][0] + self.turns[-1][1] if self.turns else self.start_s + self.seconds


@dataclass(frozen=True, slots=True)
class RampSet:
    """One build-up set. load and plates (per side) in ``unit``. start_s is None when it no longer fits the prep's minutes."""

    movement: str
    load_kg: float
    reps: int
    rest_s: int
    plates: tuple[float, ...]
    start_s: int | None
    seconds: int
    share: float
    estimated: bool = False
    load: float = 0.0
    unit: str = "kg"


@dataclass(frozen=True, slots=True)
class Ramp:
    """The way up for one group that lifts the same. working: what the rack makes of the weight ``wanted``; these, bar and plates (on
    each end, at the working weight) in ``unit``."""

    division: str | None
    sex: str | None
    people: int
    movement: str
    working: float
    unit: str
    bar: float
    plates: tuple[float, ...]
    sets: tuple[RampSet, ...]
    estimated: bool
    wanted: float = 0.0

    @property
    def seconds(self) -> int:
        return sum(one.seconds for one in self.sets)


@dataclass(frozen=True, slots=True)
class SharedTurn:
    """One set on a shared bar. who: 0 or 1; reps is None for the working weight; plates on each end."""

    who: int
    load: float
    reps: int | None
    plates: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class Uncovered:
    demand: str
    why: str
    covered: float


@dataclass(frozen=True, slots=True)
class NextMinute:
    """What one more minute would buy. gain: what the longer prep would lose without this drill; whole: the share of the whole need it
    prepares more in all; new: how many drills it brings."""

    drill: str
    name: str
    gain: float
    whole: float = 0.0
    new: int = 1


@dataclass(frozen=True, slots=True)
class Tally:
    """contacts: foot contacts of jumps in the workout and the prep. lunge_steps: over the distances written. reps: of each drill
    of an every-minute block in all. share_of_hour: warm-up and cool-down, 0..1."""

    contacts: int
    contacts_words: str
    lunge_steps: int
    reps: tuple[tuple[str, int], ...]
    share_of_hour: float


@dataclass(frozen=True, slots=True)
class Break:
    """The stop before a later part of the session. part: its place among the parts that ask something, from 0; until: the first part
    it does not serve any more; starts_min: when the stop begins, minutes from the start of the prep, from how long what comes before it usually takes.

    ready: (demand, readiness 0..1) of what that part asks, most asked first. missing: demands too little ready for it.
    minutes is 0 when the coach gives it none: then nothing is planned for it.
    """

    part: int
    until: int
    name: str
    starts_min: float
    minutes: int
    ready: tuple[tuple[str, float], ...] = ()
    missing: tuple[str, ...] = ()
    items: tuple[Item, ...] = ()
    ramp: tuple[RampSet, ...] = ()
    seconds: int = 0
    covered: float = 0.0
    uncovered: tuple[Uncovered, ...] = ()


@dataclass(frozen=True, slots=True)
class PrepSheet:
    """A prep that fits its minutes. covered: share of the weighted need that is prepared, 0..1, and by demand. parts: how many
    parts of the session it prepares (None: all of them); breaks: the stops before later ones."""

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
    coverage: tuple[tuple[str, float], ...]
    notes: tuple[str, ...] = ()
    pace: str = "free"
    rounds: int = 1
    tally: Tally | None = None
    parts: int | None = None
    breaks: tuple[Break, ...] = ()
    ramps: tuple[Ramp, ...] = ()
