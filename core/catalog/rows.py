"""One frozen, validated type per catalog row, with every rule about it: what loads can be planned with and
drawn.

A field that is not listed here is an error, never ignored.
"""

from __future__ import annotations

from functools import cached_property, lru_cache
from typing import Annotated, Literal

from pydantic import AfterValidator, BaseModel, ConfigDict, Field, StringConstraints, model_validator
from pydantic_core import PydanticCustomError

from core.body.pose import Limb, Support, View
from core.body.props import prop_fault
from core.posture import Shape, body_of, postures_of
from core.posture.shape import shape_fault

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
Landing = Literal["small", "two-foot", "one-foot", "depth"]
Quality = Literal["free", "loaded", "ballistic"]
Kind = Literal["reach", "hold", "snap", "pattern"]
SourceKind = Literal["exact", "measured", "estimated", "common-practice"]
ClockKind = Literal["free", "stations", "supersets", "flow", "every-minute"]
Unit = Literal["rep", "metre", "second"]
Context = Literal["loaded", "heavy", "pair", "light", "counted", "measured"]
WithoutTag = Literal["one-arm", "one-leg", "low-vision", "no-floor", "no-hang", "no-impact"]
Risk = Literal["impact", "breath-holding", "balance"]  # what poses cannot show
PHASES: tuple[Phase, ...] = ("raise", "release", "open", "switch-on", "rehearse")  # before training, in order
HOLD_CAP_S = (
    30  # static-hold seconds a muscle group before training; Behm 2016, Kay & Blazevich 2012, from memory
)


def broken(field: str, expected: str) -> PydanticCustomError:
    """A rule about several fields of a row, told at the field to change."""
    return PydanticCustomError("rule", expected, {"field": field})


def _drawable(prop: str) -> str:
    fault = prop_fault(prop)
    if fault:
        raise ValueError(fault)
    return prop


Prop = Annotated[str, AfterValidator(_drawable)]  # what@where
Words = Annotated[str, StringConstraints(min_length=1, strip_whitespace=True)]


class Row(BaseModel):
    """Base of all rows: immutable, strict about unknown fields."""

    model_config = ConfigDict(frozen=True, extra="forbid")


class PoseRow(Row):
    """A shape of the body: joint angles, or a family of postures to solve. from: the pose it starts from;
    far copies near where it says nothing."""

    model_config = ConfigDict(frozen=True, extra="forbid", populate_by_name=True)

    id: str
    start: str | None = Field(default=None, alias="from")
    solved: dict[str, float | str | bool] | None = None
    view: View | None = None
    support: Support | None = None
    lean: float | None = None
    lumbar: float | None = None
    thoracic: float | None = None
    neck: float | None = None
    heel: float | None = None
    near: dict[Limb, float] = {}
    far: dict[Limb, float] = {}
    props: tuple[Prop, ...] = ()


class Source(Row):
    id: str
    kind: SourceKind
    from_memory: bool
    citation: str


class Demand(Row):
    id: str
    kind: Kind
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
            raise broken("weights", "one number for each motion")
        return self

    @property
    def shares(self) -> tuple[tuple[str, float], ...]:
        """(motion, weight) in order."""
        return tuple(zip(self.motions, self.weights or (1.0,) * len(self.motions), strict=True))


@lru_cache(maxsize=512)
def _shape_of(solved: tuple[tuple[str, float | str | bool], ...]) -> Shape:
    return Shape(**dict(solved))  # type: ignore[arg-type]


@lru_cache(maxsize=512)
def _motions_of(shape: Shape) -> tuple[str, ...]:
    return postures_of(shape, [body_of()]).motions


class Position(Row):
    """judged: a repetition is usually decided here (depth, lockout, hips open), so it has to be reached
    every time. solved: the family and numbers of the posture that core/posture solves for every body;
    quality: of its reserve; needs: what is asked besides, as angles everybody is asked alike."""

    id: str
    name: str
    pose: str
    judged: bool = False
    props: tuple[Prop, ...] = ()
    solved: dict[str, float | str | bool] | None = None
    quality: Quality = "free"
    needs: tuple[Need, ...] = ()
    holds: dict[str, Severity] = {}
    holds_source: str = "estimate"

    @model_validator(mode="after")
    def _solvable(self) -> Position:
        if self.solved is None:
            return self
        fault = shape_fault(self.solved)
        if fault:
            raise broken("solved", fault)
        return self

    @property
    def shape(self) -> Shape | None:
        """What is solved for every body, where it is."""
        return None if self.solved is None else _shape_of(tuple(self.solved.items()))

    @property
    def solved_motions(self) -> tuple[str, ...]:
        """Motions that the solved posture asks of."""
        return () if self.shape is None else _motions_of(self.shape)

    @cached_property
    def reaches(self) -> tuple[str, ...]:
        """Every motion asked here, solved or not."""
        return tuple(
            dict.fromkeys((*self.solved_motions, *(one for need in self.needs for one in need.motions)))
        )


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
    unit: Unit = "rep"
    reps_per_unit: float = 1.0
    metres_per_rep: float | None = None
    calorie_s: tuple[float, float] | None = None
    calories_reps: float = 1.0
    bodyweight_share: float = 0.0
    ballistic: bool = False
    contacts: int = 0
    landing: Landing = "two-foot"
    sides: Literal[1, 2] = 1
    context: dict[Context, str] = {}
    standard: Words
    fault: Words
    source: str = "estimate"

    @model_validator(mode="after")
    def _pace_runs_fast_to_slow(self) -> Movement:
        if not 0 < self.pace_s[0] <= self.pace_s[1]:
            raise broken("pace_s", "[fast, slow], both above 0")
        return self


class Kit(Row):
    """weight: a load to lift or carry; hands: how many it takes."""

    id: str
    name: str
    swaps: tuple[str, ...] = ()
    weight: bool = False
    hands: Literal[1, 2] = 1
    source: str


class Caution(Row):
    """What a person can be cautious of: one hazard, or a bundle of them (``holds``), which points to
    licensed care. changes: what it takes out of a prep, in words. limit: from where on something counts, in
    ``unit``."""

    id: str
    name: Words
    changes: Words
    limit: float | None = None
    unit: str = ""
    holds: tuple[str, ...] = ()
    care: str = ""
    source: str

    @model_validator(mode="after")
    def _a_bundle_points_to_care(self) -> Caution:
        if self.holds and not self.care:
            raise broken("care", "where a bundle points to, as none of it is medical advice")
        if (self.limit is None) != (not self.unit):
            raise broken("unit", "a unit for the limit, and none without one")
        return self


class MethodPhase(Row):
    """Time and item bounds of one phase at the method's reference length; they scale with the minutes."""

    phase: Phase
    min_s: Seconds
    max_s: Seconds
    min_items: int
    max_items: int


class Clock(Row):
    """How a method runs its time (core/prep/pace.py): stations work ``work_s`` and change in ``change_s``;
    supersets, flow and every-minute come round ``rounds`` times."""

    kind: ClockKind = "free"
    work_s: Annotated[int, Field(ge=10, le=300)] = 30
    change_s: Annotated[int, Field(ge=0, le=120)] = 10
    rounds: Annotated[int, Field(ge=1, le=10)] = 1


class Method(Row):
    """A school of warm-up. forbids: styles of drill it never uses; styles: what a phase may hold, when it
    is not everything; kit_only: all the kit it needs; item_s: fewest and most seconds of one item's work;
    if_cold: phases that a cold room adds, or puts in the place of the usual ones. ``differ``: what others
    hold against it."""

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
            raise broken("phases", "at least one phase")
        names = [phase.phase for phase in self.phases]
        if names != sorted(set(names), key=PHASES.index):
            raise broken("phases", f"each phase once, in the order {', '.join(PHASES)}")
        for phase in (*self.phases, *self.if_cold):
            if phase.min_s > phase.max_s or phase.min_items > phase.max_items:
                raise broken(
                    "phases", f"bounds that run upward: in {phase.phase} the least is above the most"
                )
        if self.item_s[0] > self.item_s[1]:
            raise broken("item_s", "[least, most]")
        return self

    def __hash__(self) -> int:  # of equal rows it is equal, and quicker than of every field
        return hash(self.id)


@lru_cache(maxsize=64)
def in_a_cold_room(method: Method) -> Method:
    """The same method where the room is cold."""
    phases = {bounds.phase: bounds for bounds in (*method.phases, *method.if_cold)}
    return method.model_copy(update={"phases": tuple(phases[name] for name in PHASES if name in phases)})


@lru_cache(maxsize=64)
def on_a_hot_day(method: Method) -> Method:
    """The same method where heat has raised people half way already."""
    phases = [
        bounds.model_copy(update={"min_s": bounds.min_s // 2, "max_s": bounds.max_s // 2})
        if bounds.phase == "raise"
        else bounds
        for bounds in method.phases
    ]
    return method.model_copy(update={"phases": tuple(phases)})


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
            raise broken("rungs", "a test on each rung but the last")
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

    @property
    def of_kind(self) -> dict[Kind, str]:
        """The reason by kind of demand."""
        return {"reach": self.reach, "hold": self.hold, "snap": self.snap, "pattern": self.pattern}


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
    """A drill or primer. effects are twentieths (0..20) of full preparation of a demand; ``why`` is the
    reason for them.

    style: what kind of work it is. effort: share of all one has, 0..1. space: what one person needs (a spot
    to stand, a mat, a bar's length, a lane to travel, a wall). instead: other ways for a tag of adaptation.
    rehearses: movements it is a practice of. only_seated: whoever stands has no use for it. risks: what its
    poses cannot show; all else it could harm is derived (core/hazards).
    """

    id: str
    name: str
    aliases: tuple[str, ...] = ()
    style: Style
    landing: Landing | None = None
    effort: Severity = 0.3
    space: Space = "spot"
    why: Words
    instead: dict[WithoutTag, str] = {}
    phases: Annotated[tuple[Phase, ...], Field(min_length=1)]
    effects: dict[str, Annotated[int, Field(ge=0, le=20)]] = {}
    effects_source: str = "estimate"
    doses: Annotated[tuple[DoseOption, ...], Field(min_length=1)]
    holds_s: dict[str, Seconds] = {}
    fatigue: dict[str, Severity] = {}
    muscles: tuple[str, ...] = ()
    kit: dict[str, Annotated[float, Field(gt=0, le=4)]] = {}
    rehearses: tuple[str, ...] = ()
    level: Level
    risks: tuple[Risk, ...]
    seated: str | None = None
    only_seated: bool = False
    cues: Annotated[tuple[Words, ...], Field(min_length=1)]
    fault: Words
    cautions: tuple[str, ...] = ()
    poses: tuple[str, str]
    props: tuple[Prop, ...] = ()
    source: str

    @model_validator(mode="after")
    def _may_be_given(self) -> Drill:
        too_long = [muscle for muscle, held_s in self.holds_s.items() if held_s > HOLD_CAP_S]
        if too_long and "settle" not in self.phases:
            expected = f"at most {HOLD_CAP_S} s a muscle before training, also for {', '.join(too_long)}"
            raise broken("holds_s", expected)
        return self
