"""Shapes of the Bench's answer: the workout as read, the demands with their terms, the plan with its figures."""

from __future__ import annotations

from typing import Any, Literal

from ninja import Schema


class ProblemAt(Schema):
    field: str
    message: str


class Picture(Schema):
    points: dict[str, list[float]]
    shapes: list[dict[str, Any]]
    box: list[float]
    arcs: list[dict[str, Any]]
    frames: list[dict[str, list[float]]] | None = None
    frame_shapes: list[list[dict[str, Any]]] | None = None


class UnreadOut(Schema):
    line: int
    column: int
    text: str
    reason: str
    candidates: list[str]
    candidate_names: list[str]


class WorkOut(Schema):
    movement: str
    name: str
    standard: str
    division: str | None
    line: int
    column: int
    text: str
    scheme: list[int]
    reps: int
    reps_estimated: bool
    reps_range: list[int] | None
    load_kg: float | None
    loads_kg: list[float]
    loads: list[float]
    load_unit: str | None
    implements: int
    bodyweight: float | None
    percent: float | None
    percents: list[float]
    rpe: float | None
    heights_m: list[float]
    sides: int
    tempo: str | None
    station: int | None
    role: str | None
    complex: int | None
    synchro: bool
    max_effort: bool
    distance_m: float | None
    calories: int | None
    seconds: int | None
    assumed: str | None
    note: str | None


class FormatOut(Schema):
    kind: str
    rounds: int | None
    minutes: float | None
    interval_s: int | None
    work_s: int | None
    rest_s: int | None
    cap_s: int | None
    scheme: list[int]
    ladder_step: int | None
    repeat: int
    team: int | None
    share: str | None
    for_time: bool
    estimated: bool
    rounds_range: list[int] | None


class PartOut(Schema):
    name: str
    kind: str
    line: int
    format: FormatOut
    work: list[WorkOut]
    notes: list[str]


class MarkOut(Schema):
    """What a stretch of the text was read as."""

    line: int
    column: int
    length: int
    role: str
    says: str


class WorkoutOut(Schema):
    title: str
    parts: list[PartOut]
    unread: list[UnreadOut]
    marks: list[MarkOut]


class TermOut(Schema):
    movement: str
    line: int
    column: int
    text: str
    part: str
    division: str | None
    position: str
    position_name: str
    in_lab: bool
    severity: float
    exposure: float
    required_deg: float | None
    range_deg: float | None
    short_probability: float | None
    shortfall_deg: float | None
    shared_with: list[str]
    counts: bool
    judged: bool
    people: int


class StandingOut(Schema):
    name: str
    range_deg: float
    required_deg: float
    measured: bool
    short: bool
    short_probability: float
    shortfall_deg: float
    score: float
    left_deg: float | None
    right_deg: float | None
    division: str | None


class DivisionScoreOut(Schema):
    """What a demand scores among the people of one division."""

    division: str | None
    people: int
    score: float
    short: int


class BandOut(Schema):
    """People whose expected shortfall is above the band before and up to this one; up_to_deg is null for the last."""

    up_to_deg: float | None
    people: int


class DemandOut(Schema):
    id: str
    name: str
    plain: str
    kind: Literal["reach", "hold", "snap", "pattern"]
    score: float
    shortfall_deg: float
    required_deg: float | None
    short: int
    people: list[StandingOut]
    divisions: list[DivisionScoreOut]
    shortfall_bands: list[BandOut]
    terms: list[TermOut]


class PositionOut(Schema):
    id: str
    name: str
    lines: list[int]
    demands: list[str]
    picture: Picture


class DoseOut(Schema):
    sets: int
    reps: int | None
    per_side: bool
    hold_s: int | None
    breaths: int | None
    extra_side: str | None
    work_s: int | None = None


class RungOut(Schema):
    """A neighbour on a drill's ladder, and the test that stands between the two."""

    drill: str
    name: str
    test: str


class ItemOut(Schema):
    drill: str
    name: str
    phase: str
    start_s: int
    seconds: int
    dose: DoseOut
    dose_words: str
    serves: list[str]
    kit: list[str]
    kit_names: list[str]
    level: str
    cautions: list[str]
    cues: list[str]
    fault: str = ""
    waves: int
    pinned: bool
    gain: float
    end_s: int | None = None
    turns: list[list[int]] = []
    group: int = 0
    dose_option: int = 0
    dose_count: int = 1
    new: bool = False
    why: str = ""
    instead: dict[str, str] = {}
    easier: RungOut | None = None
    harder: RungOut | None = None
    picture: Picture


class RampStep(Schema):
    load: float
    unit: str
    load_kg: float
    reps: int
    rest_s: int
    plates: list[float]
    share: float
    seconds: int


class RampOut(Schema):
    movement: str
    name: str
    load_kg: float
    reps: int
    rest_s: int
    plates: list[float]
    start_s: int | None
    seconds: int
    share: float
    estimated: bool
    load: float
    unit: str = "kg"


class GroupRampOut(Schema):
    """The way up for one group of the class that lifts the same."""

    division: str | None
    sex: str | None
    people: int
    movement: str
    name: str
    working: float
    wanted: float
    unit: str
    bar: float
    plates: list[float]
    estimated: bool
    sets: list[RampStep]


class SharedTurnOut(Schema):
    who: int
    load: float
    reps: int | None
    plates: list[float]
    moved: int


class SharedBarOut(Schema):
    """turns is empty when the two cannot share; why says so. moved: plates on or off each end before a set."""

    turns: list[SharedTurnOut]
    moved: int
    apart_moved: int
    why: str


class UncoveredOut(Schema):
    demand: str
    name: str
    why: str
    covered: float


class ReadyOut(Schema):
    demand: str
    name: str
    readiness: float


class MissingOut(Schema):
    demand: str
    name: str


class BreakOut(Schema):
    """The stop before a later part: what is still ready, what is missing, and the drills for it when it has minutes."""

    part: int
    name: str
    starts_min: float
    minutes: int
    seconds: int
    ready: list[ReadyOut]
    missing: list[MissingOut]
    items: list[ItemOut]
    ramp: list[RampOut]
    covered: float
    uncovered: list[UncoveredOut]


class EarlierOut(Schema):
    """What was done before: its movements, what of it could not be read, what is still warm."""

    movements: list[str]
    unread: list[str]
    warm: list[ReadyOut]


class NextMinuteOut(Schema):
    """One of ``new`` drills that a minute more brings; whole: the share prepared more in all."""

    drill: str
    name: str
    gain: float
    whole: float = 0.0
    new: int = 1


class CountedOut(Schema):
    name: str
    reps: int


class TallyOut(Schema):
    contacts: int
    contacts_words: str
    lunge_steps: int
    reps: list[CountedOut]
    share_of_hour: float


class PlanOut(Schema):
    minutes: int
    seconds: int
    method: str
    method_name: str
    headcount: int
    items: list[ItemOut]
    ramp: list[RampOut]
    cooldown: list[ItemOut]
    uncovered: list[UncoveredOut]
    next_minute: list[NextMinuteOut]
    covered: float
    coverage: dict[str, float]
    notes: list[str]
    pace: str = "free"
    rounds: int = 1
    tally: TallyOut | None = None
    parts: int | None = None
    breaks: list[BreakOut] = []
    ramps: list[GroupRampOut] = []


class BenchOut(Schema):
    problem: ProblemAt | None
    workout: WorkoutOut | None
    demands: list[DemandOut]
    positions: list[PositionOut]
    plan: PlanOut | None
    earlier: EarlierOut | None = None


class AlternativeOut(Schema):
    drill: str
    name: str
    seconds: int
    seconds_more: int
    covered_more: float
    kit_names: list[str]
    level: str
    serves: list[str]
    picture: Picture
