"""Shapes of what goes in and out beside the core's documents. The TypeScript types are generated from
these."""

from __future__ import annotations

import datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field, TypeAdapter

from core.catalog.rows import ClockKind, Kind, Phase, Style
from core.documents.bench import ProblemAt
from core.documents.sheet import DemandName, DrawnSheet
from server.prep.dials import MAX_TEXT, Dials, DialsGiven

Role = Literal["owner", "coach", "member"]
ROLE: TypeAdapter[Role] = TypeAdapter(Role)
Title = Annotated[str, Field(min_length=1, max_length=120)]
BoardText = Annotated[str, Field(max_length=MAX_TEXT)]


def role_of(stored: str) -> Role:
    """A stored role as one of the closed set. Raises ValidationError for another."""
    return ROLE.validate_python(stored)


class SignIn(Schema):
    email: str = Field(max_length=254)
    password: str = Field(max_length=200)


class Me(Schema):
    id: int
    name: str
    email: str
    role: Role
    coaches: bool
    gym: str
    demo: bool


class MethodOut(Schema):
    id: str
    name: str
    belief: str
    differ: str
    own: bool


class MovementOut(Schema):
    id: str
    name: str


class Choices(Schema):
    """The closed sets a method is made of, in order."""

    phases: tuple[Phase, ...]
    styles: tuple[Style, ...]
    clocks: tuple[ClockKind, ...]


class Shelf(Schema):
    """What pages need once: methods, movement names, demand names, and closed sets to choose from."""

    methods: list[MethodOut]
    movements: list[MovementOut]
    demands: dict[str, DemandName]
    min_minutes: int
    max_minutes: int
    choices: Choices


class ClassOut(Schema):
    id: int
    starts_at: datetime.datetime
    coach: str
    people: int
    published_version: int | None
    changed_since: bool


class SessionIn(Schema):
    date: datetime.date
    title: Title
    text: BoardText = ""


class SessionPatch(DialsGiven):
    """Only what is given changes."""

    title: Title | None = None
    text: BoardText | None = None


class SessionOut(Dials):
    id: int
    date: datetime.date
    title: str
    text: str
    classes: list[ClassOut]


class TopDemand(Schema):
    id: str
    name: str
    kind: Kind
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


class BenchIn(Dials):
    """The Bench as it stands in the page, saved or not."""

    text: BoardText
    class_id: int | None = None


class SharedBarIn(BenchIn):
    """first and second: numbers in the plan's ramps."""

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


Felt = Literal["better", "same", "worse"]


class SheetPage(DrawnSheet):
    """A member's page: their sheet, the class it is for, and where it stands among its versions."""

    version: int
    newest: bool
    felt: Felt | Literal[""]
    title: str
    date: datetime.date
    starts_at: datetime.datetime
    timezone: str
    gym: str
    coach: str
    name: str
    caution_note: str


class FeltIn(Schema):
    felt: Felt


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
