"""One frozen, validated type per catalog row. A field that is not listed here is an error, never ignored."""

from __future__ import annotations

from functools import lru_cache
from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, model_validator

Severity = Annotated[float, Field(ge=0, le=1)]
Seconds = Annotated[int, Field(ge=0, le=1800)]
Phase = Literal["raise", "release", "open", "switch-on", "rehearse", "settle"]
Level = Literal[
    "standing", "half-kneeling", "hands-and-knees", "prone", "supine", "seated", "hanging", "floor-by-choice"
]
Style = Literal[
    "pulse",
    "dynamic",
    "circle",
    "tension",
    "static",
    "soft-tissue",
    "breath",
    "control",
    "strength",
    "spring",
    "throw",
    "practice",
]
Space = Literal["spot", "mat", "bar", "lane", "wall"]
Quality = Literal["free", "loaded", "ballistic"]
PHASES: tuple[str, ...] = ("raise", "release", "open", "switch-on", "rehearse")


class Row(BaseModel):
    """Base of all rows: immutable, strict about unknown fields."""

    model_config = ConfigDict(frozen=True, extra="forbid")


class Source(Row):
    id: str
    kind: Literal["exact", "measured", "estimated", "common-practice"]
    from_memory: bool
    citation: str


class Demand(Row):
    id: str
    kind: Literal["reach", "hold", "snap", "pattern"]
    name: str
    plain: str


class Band(Row):
    """Range of one age band, degrees: [mean, sd] per sex."""

    ages: tuple[int, int]
    male: tuple[float, float]
    female: tuple[float, float]
    source: str


class Norm(Row):
    id: str
    error_deg: Annotated[float, Field(gt=0)]
    bands: tuple[Band, ...]


class Need(Row):
    """A reach need: the motions that share one angle, and the degrees needed of them together.

    weights: how much of each motion's degrees counts toward the shared angle, 1 each when left out.
    """

    motions: Annotated[tuple[str, ...], Field(min_length=1)]
    weights: tuple[Annotated[float, Field(gt=0, le=1)], ...] = ()
    deg: Annotated[float, Field(ge=-20, le=260)]
    quality: Quality
    source: str
    note: str = ""

    @model_validator(mode="after")
    def _one_weight_a_motion(self) -> Need:
        if self.weights and len(self.weights) != len(self.motions):
            raise ValueError("weights must name one number for each motion")
        return self

    @property
    def shares(self) -> tuple[tuple[str, float], ...]:
        """(motion, weight) in order."""
        return tuple(zip(self.motions, self.weights or (1.0,) * len(self.motions)))


class Position(Row):
    """judged: a repetition is usually decided here (depth, lockout, hips open), so it has to be reached every time."""

    id: str
    name: str
    pose: str
    judged: bool = False
    props: tuple[str, ...] = ()
    needs: tuple[Need, ...] = ()
    holds: dict[str, Severity] = {}
    holds_source: str = "estimate"


class Movement(Row):
    id: str
    name: str
    aliases: tuple[str, ...] = ()
    family: str
    implement: str
    positions: Annotated[tuple[str, ...], Field(min_length=1)]
    snaps: dict[str, Severity] = {}
    patterns: dict[str, Severity] = {}
    muscles: Annotated[tuple[str, ...], Field(min_length=1)]
    pace_s: tuple[float, float]
    unit: Literal["rep", "metre", "second"] = "rep"
    reps_per_unit: float = 1.0
    metres_per_rep: float | None = None
    calorie_s: tuple[float, float] | None = None
    calories_reps: float = 1.0
    bodyweight_share: float = 0.0
    ballistic: bool = False
    contacts: int = 0
    sides: Literal[1, 2] = 1
    context: dict[Literal["loaded", "pair", "light", "counted", "measured"], str] = {}
    standard: str
    fault: str
    source: str = "estimate"

    @model_validator(mode="after")
    def _pace_runs_fast_to_slow(self) -> Movement:
        if not 0 < self.pace_s[0] <= self.pace_s[1]:
            raise ValueError("pace_s must be [fast, slow], both above 0")
        return self


class Kit(Row):
    id: str
    name: str
    swaps: tuple[str, ...] = ()
    source: str


class MethodPhase(Row):
    """Time and item bounds of one phase at the method's reference length; they scale with the minutes."""

    phase: Phase
    min_s: Seconds
    max_s: Seconds
    min_items: int
    max_items: int


class Clock(Row):
    """How a method runs its time (core/prep/pace.py): stations work ``work_s`` and change in ``change_s``; supersets, flow and
    every-minute come round ``rounds`` times."""

    kind: Literal["free", "stations", "supersets", "flow", "every-minute"] = "free"
    work_s: Annotated[int, Field(ge=10, le=300)] = 30
    change_s: Annotated[int, Field(ge=0, le=120)] = 10
    rounds: Annotated[int, Field(ge=1, le=10)] = 1


class Method(Row):
    """A school of warm-up. forbids: styles of drill it never uses; styles: what a phase may hold, when it is not everything;
    kit_only: all the kit it needs; item_s: fewest and most seconds of one item's work; if_cold: phases that a cold room adds, or
    puts in the place of the usual ones. ``differ``: what others hold against it."""

    id: str
    name: str
    belief: str
    differ: str
    reference_minutes: int
    phases: tuple[MethodPhase, ...]
    ramp_share: Annotated[float, Field(ge=0, le=1)]
    max_hold_s: Seconds
    item_s: tuple[Seconds, Seconds] = (0, 1800)
    forbids: tuple[Style, ...] = ()
    styles: dict[Phase, tuple[Style, ...]] = {}
    kit_only: tuple[str, ...] | None = None
    clock: Clock = Clock()
    if_cold: tuple[MethodPhase, ...] = ()
    source: str

    @model_validator(mode="after")
    def _bounds_run_upward(self) -> Method:
        if not self.phases:
            raise ValueError("a method needs at least one phase")
        names = [phase.phase for phase in self.phases]
        if names != sorted(set(names), key=PHASES.index):
            raise ValueError(f"phases stand once each, in the order {', '.join(PHASES)}")
        for phase in (*self.phases, *self.if_cold):
            if phase.min_s > phase.max_s or phase.min_items > phase.max_items:
                raise ValueError(f"phase {phase.phase}: the least is above the most")
        if self.item_s[0] > self.item_s[1]:
            raise ValueError("item_s: the least is above the most")
        return self

    def __hash__(self) -> int:  # of equal rows it is equal, and quicker than of every field
        return hash(self.id)

    @lru_cache(maxsize=64)
    def when_cold(self) -> Method:
        """The same method in a cold room."""
        phases = {phase.phase: phase for phase in (*self.phases, *self.if_cold)}
        return self.model_copy(update={"phases": tuple(phases[name] for name in PHASES if name in phases)})


class Rung(Row):
    """One drill of a ladder; ``up``: the test that moves a person to the next, empty on the last."""

    drill: str
    up: str = ""


class Ladder(Row):
    """Drills of one purpose, easiest first. Whoever cannot meet a rung's test goes one down."""

    id: str
    name: str
    rungs: Annotated[tuple[Rung, ...], Field(min_length=2)]

    @model_validator(mode="after")
    def _every_rung_but_the_last_has_its_test(self) -> Ladder:
        if not all(rung.up for rung in self.rungs[:-1]) or self.rungs[-1].up:
            raise ValueError("each rung but the last needs its test")
        return self


class Reason(Row):
    """Why a style of drill prepares each kind of demand, said after the demand's name."""

    id: Style
    name: str
    reach: str
    hold: str
    snap: str
    pattern: str
    source: str


class DoseOption(Row):
    """One way to do a drill. Seconds count the whole dose: both sides and all sets, without fetching kit."""

    seconds: Annotated[int, Field(ge=10, le=900)]
    sets: Annotated[int, Field(ge=1)] = 1
    reps: int | None = None
    hold_s: int | None = None
    breaths: int | None = None
    per_side: bool = False
    source: str = "common-practice"


class Drill(Row):
    """A drill or primer. effects are twentieths (0..20) of full preparation of a demand; ``why`` is the reason for them.

    style: what kind of work it is. effort: share of all one has, 0..1. space: what one person needs (a spot to stand, a mat, a
    bar's length, a lane to travel, a wall). instead: other ways for a tag of adaptation or caution.
    """

    id: str
    name: str
    style: Style
    effort: Severity = 0.3
    space: Space = "spot"
    why: str
    instead: dict[Literal["one-arm", "no-floor", "no-hang", "no-impact"], str] = {}
    aliases: tuple[str, ...] = ()
    phases: Annotated[tuple[Phase, ...], Field(min_length=1)]
    effects: dict[str, Annotated[int, Field(ge=0, le=20)]] = {}
    effects_source: str = "estimate"
    doses: Annotated[tuple[DoseOption, ...], Field(min_length=1)]
    holds_s: dict[str, Seconds] = {}
    fatigue: dict[str, Severity] = {}
    muscles: tuple[str, ...] = ()
    kit: dict[str, Annotated[float, Field(gt=0, le=4)]] = {}
    level: Level
    seated: str | None = None
    avoid: tuple[str, ...] = ()
    cues: Annotated[tuple[str, ...], Field(min_length=1)]
    fault: str = ""
    cautions: tuple[str, ...] = ()
    poses: Annotated[tuple[str, ...], Field(min_length=1, max_length=2)]
    props: tuple[str, ...] = ()
    source: str
