"""Shapes of what goes in and out. The TypeScript types are generated from these."""

from __future__ import annotations

import datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from server.api.bench_schemas import ItemOut, Picture, ProblemAt, RampOut

MAX_TEXT = 400_000  # letters; the core refuses over 100 kB with a message of its own
Drills = list[str]
Doses = Annotated[dict[str, Annotated[int, Field(ge=0, le=9)]], Field(max_length=60)]
Breaks = Annotated[
    dict[Annotated[str, Field(pattern="^[0-9]{1,2}$")], Annotated[int, Field(ge=0, le=60)]],
    Field(max_length=40),
]


class SignIn(Schema):
    email: str = Field(max_length=254)
    password: str = Field(max_length=200)


class Me(Schema):
    id: int
    name: str
    email: str
    role: str
    coaches: bool
    gym: str
    demo: bool


class MethodOut(Schema):
    id: str
    name: str
    belief: str
    differ: str
    own: bool = False


class MovementOut(Schema):
    id: str
    name: str


class Shelf(Schema):
    """What the Bench needs once: methods, movement names and demand names."""

    methods: list[MethodOut]
    movements: list[MovementOut]
    demands: dict[str, dict[str, str]]
    min_minutes: int
    max_minutes: int


class ClassOut(Schema):
    id: int
    starts_at: datetime.datetime
    coach: str
    people: int
    published_version: int | None
    changed_since: bool


class SessionIn(Schema):
    date: datetime.date
    title: str = Field(min_length=1, max_length=120)
    text: str = Field(default="", max_length=MAX_TEXT)


class SessionPatch(Schema):
    """Only what is given changes."""

    title: str | None = Field(default=None, min_length=1, max_length=120)
    text: str | None = Field(default=None, max_length=MAX_TEXT)
    minutes: int | None = None
    method: str | None = None
    pins: Drills | None = None
    bans: Drills | None = None
    order: Drills | None = None
    doses: Doses | None = None
    breaks: Breaks | None = None
    after_text: str | None = Field(default=None, max_length=MAX_TEXT)
    after_min: int | None = Field(default=None, ge=0, le=600)
    cold: bool | None = None
    locked: bool | None = None


class SessionOut(Schema):
    id: int
    date: datetime.date
    title: str
    text: str
    minutes: int
    method: str
    pins: Drills
    bans: Drills
    order: Drills
    doses: Doses
    breaks: Breaks
    after_text: str
    after_min: int
    cold: bool
    locked: bool
    classes: list[ClassOut]


class TopDemand(Schema):
    id: str
    name: str
    kind: str
    score: float


class WeekSession(Schema):
    id: int
    title: str
    lines: int
    unread: int
    prepared: bool
    classes: list[ClassOut]
    top: list[TopDemand]


class WeekDay(Schema):
    date: datetime.date
    sessions: list[WeekSession]


class Week(Schema):
    start: datetime.date
    today: datetime.date
    days: list[WeekDay]


class BenchIn(Schema):
    """The Bench as it stands in the page, saved or not."""

    text: str = Field(max_length=MAX_TEXT)
    minutes: int
    method: str
    class_id: int | None = None
    pins: Drills = []
    bans: Drills = []
    order: Drills = []
    doses: Doses = {}
    breaks: Breaks = {}
    after_text: str = Field(default="", max_length=MAX_TEXT)
    after_min: int = Field(default=20, ge=0, le=600)
    cold: bool = False
    locked: bool = False


class SharedBarIn(BenchIn):
    """first and second: places in the plan's ramps."""

    first: int = Field(ge=0, le=40)
    second: int = Field(ge=0, le=40)


class SwapIn(BenchIn):
    drill: str


class RosterPerson(Schema):
    id: int
    name: str
    division: str
    adaptive: list[str]
    measured: int


class DeliveryOut(Schema):
    person: int
    name: str
    link: str
    sent: bool
    opened: bool
    felt: str
    extras: int
    swaps: int


class PublishOut(Schema):
    class_id: int
    session_id: int
    title: str
    starts_at: datetime.datetime
    coach: str
    roster: list[RosterPerson]
    version: int | None
    published_at: datetime.datetime | None
    published_by: str
    changed_since: bool
    deliveries: list[DeliveryOut]
    problem: ProblemAt | None


class GapOut(Schema):
    motion: str
    name: str
    plain: str
    has_deg: float
    needed_deg: float
    measured: bool
    side: str | None
    because: str


class SwapOut(Schema):
    instead_of: str
    instead_name: str
    drill: str | None
    name: str | None
    why: str


class HomeworkOut(Schema):
    """Work at home on one range that stays short."""

    motion: str
    motion_name: str
    plain: str
    side: str | None
    first_deg: float
    last_deg: float
    needed_deg: float
    visits: int
    drill: str
    name: str
    dose_words: str
    times_a_week: int
    weekly_s: int
    stop: str
    picture: Picture | None = None


class MemberBreak(Schema):
    """What a member does in the stop before a later part."""

    name: str
    minutes: int
    items: list[ItemOut]
    ramp: list[RampOut] = []


class MemberWork(Schema):
    part: str
    format: str
    line: int
    name: str
    text: str
    standard: str


class SheetOut(Schema):
    """A member's page."""

    version: int
    newest: bool
    felt: str
    title: str
    date: datetime.date
    starts_at: datetime.datetime
    timezone: str
    gym: str
    coach: str
    name: str
    text: str
    division: str
    work: list[MemberWork]
    minutes: int
    method: str
    items: list[ItemOut]
    ramp: list[RampOut]
    cooldown: list[ItemOut]
    extras: list[ItemOut]
    swaps: list[SwapOut]
    gaps: list[GapOut]
    breaks: list[MemberBreak] = []
    homework: list[HomeworkOut] = []
    demand_names: dict[str, dict[str, str]]
    caution_note: str


class FeltIn(Schema):
    felt: Literal["better", "same", "worse"]


class MySheet(Schema):
    link: str
    title: str
    starts_at: datetime.datetime
    version: int


class OutboxOut(Schema):
    to: str
    subject: str
    body: str
    sent_at: datetime.datetime
