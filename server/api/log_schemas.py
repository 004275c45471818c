"""Shapes of the log, of a year, and of tests before and after."""

from __future__ import annotations

import datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import AwareDatetime, Field

from core.catalog.measuring import Reads
from core.log.drills import Wear
from core.log.joints import Joint
from core.testing.change import Verdict
from server.api.people_schemas import Id, Number, Side

FeltWord = Literal["better", "same", "worse", ""]
Key = Annotated[str, Field(pattern="^[0-9A-Za-z-]{8,64}$")]


class JointName(Schema):
    id: Joint
    name: str


class WeekOfLog(Schema):
    """A week. came: people times classes; joints: joint -> days that worked it hard; contacts: weighted, of
    the boards."""

    monday: datetime.date
    classes: int
    came: int
    joints: dict[Joint, int]
    contacts: float
    extras: int
    better: int
    same: int
    worse: int
    pain: int
    tests: int


class PositionBack(Schema):
    """A position over the last six weeks. again: it keeps coming back."""

    position: str
    name: str
    weeks: int
    better: int
    same: int
    worse: int
    again: bool


class DrillUsed(Schema):
    """A drill over these weeks. share: of the classes; serves: what these weeks asked that it does most
    for."""

    drill: str
    name: str
    wear: Wear
    classes: int
    share: float
    planned_s: int
    ran_s: int
    cut: int
    serves: str


class GymLogOut(Schema):
    """unread: boards not read yet; they are read in the background. hard: from what share of load a day
    works a joint hard."""

    weeks: list[WeekOfLog]
    joints: list[JointName]
    coming_back: list[PositionBack]
    drills: list[DrillUsed]
    classes: int
    unread: int
    hard: float
    felt_moves: bool
    may_change: bool


class FeltMovesIn(Schema):
    on: bool


class ClassLineOut(Schema):
    """A class that is over. ran_s: 0 where no clock ran."""

    id: int
    title: str
    starts_at: datetime.datetime
    coach: str
    roster: int
    came: int
    planned_s: int
    ran_s: int
    extras: int
    better: int
    same: int
    worse: int
    pain: int


class ClassLines(Schema):
    timezone: str
    classes: list[ClassLineOut]
    more: bool


class RanRow(Schema):
    name: str
    drill: str
    section: str
    planned_s: int
    ran_s: int
    outcome: str


class FeltAt(Schema):
    position: str
    name: str
    value: FeltWord


class AttendedOut(Schema):
    """Somebody on the roster. came: null while nobody said otherwise."""

    person: int
    name: str
    came: bool | None
    done: bool
    extras: bool
    felt: FeltWord
    felt_at: list[FeltAt]
    pain: str


class TestOfDayOut(Schema):
    person: int
    name: str
    test: str
    side: str
    said: str


class ChangedBecause(Schema):
    """What is different because of something here, and where to see it. link: an address of the
    application."""

    person: int
    name: str
    said: str
    link: str


class TrialOut(Schema):
    """A test before and after. before and after: null until both are in; between: names of drills."""

    id: int
    key: str
    person: int
    name: str
    test: str
    test_name: str
    side: str
    before: float | None
    after: float | None
    verdict: Verdict | None
    between: list[str]
    before_at: datetime.datetime
    open: bool


class ClassLogOut(Schema):
    id: int
    session: int
    title: str
    starts_at: datetime.datetime
    timezone: str
    coach: str
    ran: list[RanRow]
    people: list[AttendedOut]
    tests: list[TestOfDayOut]
    trials: list[TrialOut]
    because: list[ChangedBecause]


class CameIn(Schema):
    person: int
    came: bool


class PersonWeekOut(Schema):
    monday: datetime.date
    classes: int
    extras: int
    better: int
    same: int
    worse: int
    pain: int


class PositionWeek(Schema):
    monday: datetime.date
    better: int
    same: int
    worse: int


class PositionOverWeeks(Schema):
    position: str
    name: str
    weeks: list[PositionWeek]


class CauseOut(Schema):
    said: int
    on: datetime.date
    value: str


class FeltMoved(Schema):
    """What answers move for one position. factor: of its need; instead_of: drills that another takes the
    place of; session and point: the next session where it shows."""

    position: str
    name: str
    factor: float
    instead_of: list[str]
    ask_coach: bool
    causes: list[CauseOut]
    session: int | None
    title: str
    point: str


class AnswerOut(Schema):
    """Something said after a class. may_aside: whether who asks may put it aside, or let it count again."""

    id: int
    on: datetime.date
    title: str
    kind: Literal["felt", "pain"]
    position: str
    name: str
    value: str
    aside: bool
    aside_by: str
    may_aside: bool


class EventOut(Schema):
    """Something of a block that was given, changed or ended, and what it follows from, in words."""

    at: datetime.datetime
    block: str
    block_id: int
    what: str
    said: str
    by: str
    because: str


class PersonLogOut(Schema):
    id: int
    name: str
    mine: bool
    coaches: bool
    weeks: list[PersonWeekOut]
    positions: list[PositionOverWeeks]
    moved: list[FeltMoved]
    answers: list[AnswerOut]
    events: list[EventOut]
    trials: list[TrialOut]


class AsideIn(Schema):
    aside: bool


class TrialIn(Schema):
    """A first or second reading; both have the same key. between: drills, where it is no class's prep."""

    key: Key
    person: int
    test: Id
    side: Side
    value: Number
    at: AwareDatetime
    second: bool
    gym_class: int | None = None
    between: list[Id] = Field(default=[], max_length=20)


class TrialsIn(Schema):
    rows: list[TrialIn] = Field(max_length=100)


class RefusedTrial(Schema):
    key: str
    why: str


class TrialsOut(Schema):
    kept: list[str]
    refused: list[RefusedTrial]


class RunOfDays(Schema):
    joint: Joint
    name: str
    first: datetime.date
    last: datetime.date
    days: int


class MoveOut(Schema):
    session: int
    title: str
    to: datetime.date


class SwapOut(Schema):
    """Sessions that could change their days; gains and costs in sentences."""

    moves: list[MoveOut]
    gains: list[str]
    costs: list[str]


class LeanDay(Schema):
    date: datetime.date
    contacts: float
    block_contacts: float
    grip: float
    joints: dict[Joint, float]
    crowded: bool


class LeanOut(Schema):
    """How a week leans: its days, four and more on end on one joint (also from the days around it), and what
    it could swap."""

    days: list[LeanDay]
    runs: list[RunOfDays]
    swaps: list[SwapOut]
    joints: list[JointName]
    run_days: int
    hard: float


class MonthOut(Schema):
    first: datetime.date
    classes: int
    came: int
    extras: int
    better: int
    same: int
    worse: int
    tests: int
    ticks: int
    joints: dict[Joint, int]


class YearTest(Schema):
    """The first and the last reading of a year; verdict: whether that is a change."""

    test: str
    name: str
    side: str
    reads: Reads
    readings: int
    first: float
    last: float
    verdict: Verdict
    detectable: float


class YearBlock(Schema):
    name: str
    starts_on: datetime.date
    weeks: int
    ended: str
    done: int
    people: int


class YearDrill(Schema):
    name: str
    classes: int


class PersonYearOut(Schema):
    year: int
    years: list[int]
    gym: str
    name: str
    months: list[MonthOut]
    tests: list[YearTest]
    blocks: list[YearBlock]


class GymYearOut(Schema):
    year: int
    years: list[int]
    gym: str
    people: int
    months: list[MonthOut]
    joints: list[JointName]
    blocks: list[YearBlock]
    drills: list[YearDrill]
