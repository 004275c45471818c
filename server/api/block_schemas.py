"""Shapes of blocks and homework, for coaches and for the member who does them."""

from __future__ import annotations

import datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import AwareDatetime, Field

from core.blocks.judging import Stands
from core.blocks.values import Aim, Ended, Level
from server.api.people_schemas import Id
from server.api.schemas import Day, SheetPage

Key = Annotated[str, Field(pattern="^[0-9A-Za-z-]{8,64}$")]
Remind = Literal["never", "morning", "evening"]
Weekdays = Annotated[list[Annotated[int, Field(ge=0, le=6)]], Field(max_length=7)]


class BlockWork(Schema):
    """A drill of a day. rest_s: between its sets; contacts: weighted."""

    drill: str
    name: str
    figure: str
    dose_words: str
    seconds: int
    rest_s: int
    contacts: float
    cues: list[str]


class BlockDay(Schema):
    """A day of a block. usual_on: that it was moved from; said: what was moved, made smaller or taken off;
    not_before: hour from which rest is over."""

    on: datetime.date
    work: list[BlockWork]
    seconds: int
    contacts: float
    usual_on: datetime.date | None
    said: list[str]
    not_before: float | None
    done: bool
    with_class: bool


class BlockWeekOut(Schema):
    """A week. number: of the block's steps, from 1; target: contacts or minutes of a session, or seconds of
    a muscle group and week, as target_words says it."""

    starts_on: datetime.date
    ends_on: datetime.date
    number: int
    repeats: bool
    missed: bool
    over: bool
    target: float
    target_words: str
    days: list[BlockDay]
    said: list[str]
    tests_on: list[datetime.date]


class TestPoint(Schema):
    """A test in degrees, and how far it may be off."""

    on: datetime.date
    degrees: float
    error_deg: float
    selected: bool


class RungOut(Schema):
    drill: str
    name: str
    test: str


class AreaOut(Schema):
    """A range somebody works on. stands and why: by the rules of re-tests; change_deg and error_deg: null
    while there are too few tests, and where a link alone asks; tests: empty there."""

    motion: str
    name: str
    side: str
    drill: str
    drill_name: str
    goal_deg: float | None
    stands: Stands
    why: str
    change_deg: float | None
    error_deg: float | None
    tests: list[TestPoint]
    rung: RungOut | None


class EnrolledOut(Schema):
    """Somebody in a block, and how it runs for them. share_done: of the days planned so far."""

    id: int
    person: int
    name: str
    level: Level
    ended: str
    course_ended: Ended
    weeks_done: int
    planned: int
    done: int
    share_done: float
    areas: list[AreaOut]
    weeks: list[BlockWeekOut]


class BlockOut(Schema):
    """A block. for_words: who it is for; of_many: of a group or class, whose people change."""

    id: int
    version: int
    aim: Aim
    name: str
    starts_on: datetime.date
    weeks: int
    weekdays: list[int]
    motions: list[str]
    skill: str
    until: datetime.date | None
    for_words: str
    of_many: bool
    homework: bool
    by_rule: bool
    made_by: str
    stopped_on: datetime.date | None
    enrolled: list[EnrolledOut]


class BlockLine(Schema):
    """A block in the list. asks: people about whom a coach is asked something; planned: whether any day lies
    behind; today: people for whom today holds something."""

    id: int
    aim: Aim
    name: str
    starts_on: datetime.date
    weeks: int
    week: int
    for_words: str
    people: int
    running: int
    planned: bool
    share_done: float
    today: int
    today_words: str
    clashes: list[str]
    asks: list[str]
    homework: bool
    stopped: bool


class BlockLines(Schema):
    today: datetime.date
    blocks: list[BlockLine]
    over: int


class BlockChoice(Schema):
    id: int
    name: str
    people: int


class DrillChoice(Schema):
    id: str
    name: str


class DaysAWeek(Schema):
    fewest: int
    most: int


class BlockChoices(Schema):
    """What a new block is chosen from. days: fewest and most a week, by aim; weeks: offered first, by aim."""

    motions: list[DrillChoice]
    skills: list[DrillChoice]
    groups: list[BlockChoice]
    classes: list[BlockChoice]
    people: list[BlockChoice]
    days: dict[Aim, DaysAWeek]
    weeks: dict[Aim, int]
    today: datetime.date


class BlockNew(Schema):
    aim: Aim
    name: Annotated[str, Field(max_length=80)] = ""
    starts_on: Day
    weeks: Annotated[int, Field(ge=1, le=60)]
    weekdays: Weekdays
    motions: list[Id] = Field(default=[], max_length=4)
    skill: Annotated[str, Field(max_length=60)] = ""
    until: Day | None = None
    people: list[int] = Field(default=[], max_length=300)
    group: int | None = None
    weekly_class: int | None = None


class LeftOutOut(Schema):
    name: str
    why: str


class StartedOut(Schema):
    """A block that was started, and whom it is not for."""

    id: int
    left_out: list[LeftOutOut]


class BlockPatch(Schema):
    version: Annotated[int, Field(ge=1)]
    name: Annotated[str, Field(max_length=80)] | None = None
    weekdays: Weekdays | None = None


class PeopleIn(Schema):
    people: list[int] = Field(default=[], max_length=300)


class HomeworkIn(Schema):
    motion: Id
    drill: Annotated[str, Field(max_length=60)] = ""


class DrillIn(Schema):
    motion: Id
    drill: Id


class MotionIn(Schema):
    motion: Id


class LevelIn(Schema):
    level: Level


class TrainingBlock(Schema):
    """A block as its member sees it: the weeks around today."""

    enrolled: int
    name: str
    aim: Aim
    week: int
    weeks: int
    repeats: bool
    target_words: str
    days: list[BlockDay]
    said: list[str]
    tests_on: list[datetime.date]
    test_names: list[str]
    areas: list[AreaOut]
    done: int
    planned: int
    hurt: bool


class Training(Schema):
    """A member's blocks, by their own link or beside a class's sheet. stamp: names it as it stands."""

    token: str
    name: str
    gym: str
    timezone: str
    today: datetime.date
    remind: Remind
    reachable: bool
    private: bool
    blocks: list[TrainingBlock]
    stamp: str


class TrainingTick(Schema):
    enrolled: int
    on: Day
    value: Literal["yes", "no", "hurt"]
    words: Annotated[str, Field(max_length=200)] = ""
    key: Key
    at: AwareDatetime


class TrainingTicks(Schema):
    rows: list[TrainingTick] = Field(max_length=50)


class RemindIn(Schema):
    remind: Remind


class SheetAndTraining(SheetPage):
    """A member's page of a class, with their blocks beside it; null for somebody without any."""

    training: Training | None = None
