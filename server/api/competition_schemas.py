"""Shapes of competitions. Instants of the day are whole seconds since 1970-01-01 UTC."""

from __future__ import annotations

import datetime
from typing import Annotated

from ninja import Schema
from pydantic import Field, StringConstraints

from core.day.moving import MoveKind
from core.documents.day import DayDocument
from core.documents.events import EventSheet
from core.documents.events import Fault as FaultOut
from server.api.schemas import Day, RowVersion, Title

SheetText = Annotated[str, Field(max_length=40_000)]
ListText = Annotated[str, Field(max_length=200_000)]
EventNumber = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=10)]
Short = Annotated[str, StringConstraints(strip_whitespace=True, max_length=10)]
HeatKey = Annotated[str, Field(pattern="^[0-9a-z-]{1,20}$")]
Instant = Annotated[int, Field(ge=0, le=4_102_444_800)]
Lane = Annotated[int, Field(ge=1, le=999)]
Opening = Annotated[float, Field(ge=1, le=500)]


class CompetitionIn(Schema):
    name: Title
    place: Annotated[str, Field(max_length=120)] = ""
    first: Day
    days: Annotated[int, Field(ge=1, le=7)] = 1


class CompetitionChange(Schema):
    """version: of what was changed; only fields that are there change."""

    version: RowVersion
    name: Title | None = None
    place: Annotated[str, Field(max_length=120)] | None = None
    first: Day | None = None
    days: Annotated[int, Field(ge=1, le=7)] | None = None
    timezone: Annotated[str, Field(max_length=40)] | None = None
    sheet: SheetText | None = None
    minutes: Annotated[int, Field(ge=3, le=30)] | None = None
    method: Annotated[str, Field(max_length=40)] | None = None
    check_in_min: Annotated[int, Field(ge=0, le=60)] | None = None
    racks: Annotated[int, Field(ge=0, le=20)] | None = None
    heads: Annotated[int, Field(ge=1, le=200)] | None = None
    coaches: Annotated[list[int], Field(max_length=50)] | None = None


class CompetitionRow(Schema):
    """A competition in the list."""

    id: int
    name: str
    place: str
    first: datetime.date
    last: datetime.date
    athletes: int
    heats: int
    over: bool


class CoachName(Schema):
    id: int
    name: str


class EntryOut(Schema):
    """An athlete in a heat. division: for it, empty for their own (``own_division``)."""

    person: int
    name: str
    lane: int | None
    division: str
    own_division: str
    opening_kg: float | None


class HeatOut(Schema):
    id: str
    event: str
    number: str
    starts_at: int
    entries: list[EntryOut]


class AthleteOut(Schema):
    """An athlete that day. events: numbers they start in; version: of the line they have, null for none."""

    person: int
    name: str
    division: str
    coach: int | None
    own_kit: list[str]
    arrives_at: int | None
    events: list[str]
    version: int | None
    link: str
    seen: bool


class MovedOut(Schema):
    """Something that was moved."""

    id: int
    says: str
    by: str
    at: datetime.datetime
    undone: bool


class CompetitionOut(Schema):
    """A competition whole. racks and heads: as set, null for what the sheet says; reckoned: racks that are
    reckoned with. coaches: those who are there; team: everybody who could be."""

    id: int
    version: int
    name: str
    place: str
    first: datetime.date
    days: int
    timezone: str
    sheet: str
    minutes: int
    method: str
    check_in_min: int
    racks: int | None
    reckoned: int
    heads: int | None
    coaches: list[int]
    team: list[CoachName]
    heats: list[HeatOut]
    athletes: list[AthleteOut]
    moves: list[MovedOut]
    read: EventSheet


class ChangedOut(Schema):
    """Whose line is another one than they have, and how."""

    person: int
    name: str
    sentences: list[str]


class SaidOfEvent(Schema):
    """What an athlete said after an event; held and failed: positions by name."""

    person: int
    name: str
    event: str
    title: str
    result: str
    felt: str
    pain: str
    held: list[str]
    failed: list[str]


class DayOut(Schema):
    """The day worked out: faults of the heats, what publishing now would change for whom, and what athletes
    said of their events."""

    version: int
    now: int
    day: DayDocument
    faults: list[FaultOut]
    changes: list[ChangedOut]
    unpublished: int
    said: list[SaidOfEvent]


class ListIn(Schema):
    text: ListText


class ListTake(Schema):
    version: RowVersion
    text: ListText


class StartingOut(Schema):
    person: int
    name: str
    lane: int | None
    division: str


class ListedHeat(Schema):
    """A heat of a list; starts_at is null where its day is not one of the competition's."""

    event: str
    number: str
    line: int
    starts_at: int | None
    starting: list[StartingOut]


class ListOut(Schema):
    """A list as it would be taken. strangers: names of nobody here."""

    heats: list[ListedHeat]
    strangers: list[str]
    faults: list[FaultOut]


class EntryIn(Schema):
    person: int
    lane: Lane | None = None
    division: Annotated[str, Field(max_length=20)] = ""
    opening_kg: Opening | None = None


class HeatIn(Schema):
    """A heat as it is to be; day and clock by the competition's own clock."""

    version: RowVersion
    id: HeatKey | None = None
    event: EventNumber
    number: Short = ""
    date: Day
    clock: datetime.time
    entries: list[EntryIn] = Field(default_factory=list, max_length=60)


class AthleteIn(Schema):
    """Only fields that are there change."""

    version: RowVersion
    coach: int | None = None
    own_kit: Annotated[list[str], Field(max_length=40)] | None = None
    arrives_at: Instant | None = None


class ShiftIn(Schema):
    """A heat that is to start at ``to_at``; saw_at: where it stood when that was decided."""

    heat: HeatKey
    saw_at: Instant
    to_at: Instant


class DayMoveIn(Schema):
    """Something that moves. key: what the device calls it."""

    key: Annotated[str, Field(pattern="^[0-9A-Za-z-]{8,64}$")]
    kind: MoveKind
    shifts: list[ShiftIn] = Field(default_factory=list, max_length=400)
    heat: HeatKey | None = None
    athletes: list[int] = Field(default_factory=list, max_length=2)
