"""Shapes of what goes in and out about people."""

from __future__ import annotations

import datetime
from typing import Annotated, Any, Literal

from ninja import Schema
from pydantic import Field, StringConstraints

from core.documents.body import ComingFor, RangeOf, Short
from server.api.account_schemas import PersonName, Unit
from server.api.schemas import Day, Role, RowVersion
from server.people.listing import Standing

Short200 = Annotated[str, StringConstraints(strip_whitespace=True, max_length=200)]
Short80 = Annotated[str, StringConstraints(strip_whitespace=True, max_length=80)]
Id = Annotated[str, Field(max_length=90)]
Side = Literal["left", "right", "both"]
Sex = Literal["male", "female", ""]
Address = Annotated[
    str, StringConstraints(strip_whitespace=True, max_length=254, pattern=r"^([^@\s]+@[^@\s]+)?$")
]
Number = Annotated[float, Field(allow_inf_nan=False)]
OwnUnit = Literal["kg", "lb", ""]


class PersonRow(Schema):
    """One line of the list. standing: has an account, is invited, stands on the roster only, or has left;
    tested_on: the newest test; measured: motions."""

    id: int
    name: str
    role: Role
    standing: Standing
    division: str
    groups: list[str]
    cautions: list[str]
    adaptive: list[str]
    measured: int
    tested_on: datetime.date | None
    stale: bool


class ComingSession(Schema):
    """A session of the days ahead, for which people may be short."""

    id: int
    date: datetime.date
    title: str


class People(Schema):
    """The gym's people. stale_days: a test older than this is stale."""

    people: list[PersonRow]
    groups: list[str]
    coming: list[ComingSession]
    stale_days: int
    left: int


class ShortPerson(Schema):
    """Whom a session finds short, and of what."""

    id: int
    shorts: list[Short]


class PersonIn(Schema):
    name: PersonName
    email: Address = ""
    role: Role = "member"


class PersonPatch(Schema):
    """Only what is given changes. version: of the row the changes were made on."""

    version: RowVersion
    name: PersonName | None = None
    email: Address | None = None
    role: Role | None = None
    born: int | None = Field(default=None, ge=0, le=3000)
    sex: Sex | None = None
    height_m: Number | None = None
    mass_kg: Number | None = None
    lengths_m: dict[Id, Number] | None = Field(default=None, max_length=10)
    division: Annotated[str, Field(max_length=20)] | None = None
    adaptive: Annotated[list[Id], Field(max_length=10)] | None = None
    kit_at_home: Annotated[list[Id], Field(max_length=40)] | None = None
    unit: OwnUnit | None = None
    groups: Annotated[list[Annotated[str, Field(max_length=80)]], Field(max_length=40)] | None = None


class CautionOut(Schema):
    id: int
    caution: str
    name: str
    note: str
    by_word: str
    noted_by: str
    since: datetime.date
    until: datetime.date | None
    holds: bool


class CautionIn(Schema):
    caution: Id
    note: Short200 = ""
    by_word: Short80 = ""
    since: Day | None = None
    until: Day | None = None


class CautionEnd(Schema):
    """until: the last day it holds; left out, yesterday by the gym's own calendar: it holds no more."""

    until: Day | None = None


class BestOut(Schema):
    """kg: as lifted; best_kg: of one repetition, estimated where reps is more than one."""

    id: int
    movement: str
    name: str
    kg: float
    reps: int
    best_kg: float
    estimated: bool
    on: datetime.date
    counts: bool


class BestIn(Schema):
    movement: Id
    kg: Number
    reps: int = 1
    on: Day | None = None


class SpotIn(Schema):
    motion: Id
    side: Side = "both"
    note: Short200 = ""
    drill: Id = ""
    when: Id = ""


class SpotOut(SpotIn):
    id: int
    name: str
    drill_name: str


class NoteIn(Schema):
    text: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=1000)]
    private: bool = False


class NoteOut(NoteIn):
    id: int
    by: str
    at: datetime.datetime


class HeldOut(Schema):
    """A test that gives no degrees: held or not, a rung, a width."""

    test: str
    name: str
    reads: str
    value: float
    said: str
    on: datetime.date


class TrailLook(Schema):
    by: str
    screen: str
    day: datetime.date


class TrailChange(Schema):
    by: str
    what: str
    at: datetime.datetime


class PersonOut(Schema):
    """One person, as far as the asker may see. mine: it is the asker; may_edit: all of it, not only the body;
    trail: who looked and who changed, for the person and the owner, else null."""

    id: int
    version: int
    name: str
    email: str
    role: Role
    standing: Standing
    joined: bool
    mine: bool
    may_edit: bool
    may_own: bool
    born: int | None
    age: int | None
    sex: Sex
    height_m: float | None
    mass_kg: float | None
    lengths_m: dict[str, float]
    division: str
    adaptive: list[str]
    kit_at_home: list[str]
    unit: OwnUnit
    gym_unit: Unit
    groups: list[str]
    ranges: list[RangeOf]
    held: list[HeldOut]
    cautions: list[CautionOut]
    bests: list[BestOut]
    spots: list[SpotOut]
    notes: list[NoteOut]
    looks: list[TrailLook] | None
    changes: list[TrailChange] | None
    homework: list[HomeworkLine]


class HomeworkLine(Schema):
    """What they were last given for home."""

    name: str
    motion: str
    dose: str
    stop: str


class Choice(Schema):
    id: str
    name: str


class PersonChoices(Schema):
    """Closed sets that a person's page chooses from."""

    cautions: list[CautionChoice]
    adaptive: list[Choice]
    kit: list[Choice]
    motions: list[Choice]
    patterns: list[Choice]
    drills: list[Choice]
    segments: list[str]
    divisions: list[str]


class CautionChoice(Choice):
    changes: str
    bundle: bool


class Coming(Schema):
    """A session of the days ahead for one person."""

    id: int
    date: datetime.date
    title: str
    asks: ComingFor


class StalePerson(Schema):
    """A problem (RFC 9457): the person as they stand, and what was given and not saved."""

    title: str
    status: int
    detail: str
    stands: PersonOut
    given: dict[str, Any]


class InvitedOut(Schema):
    """link: to be handed over by hand, only where no mail can be sent."""

    email: str
    until: datetime.datetime
    mailed: bool
    link: str | None


PersonOut.model_rebuild()
PersonChoices.model_rebuild()
