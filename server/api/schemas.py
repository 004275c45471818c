"""Shapes of what goes in and out beside the core's documents. The TypeScript types are generated from
these."""

from __future__ import annotations

import datetime
from typing import Annotated, Any, Literal

from ninja import Header, Schema
from pydantic import AwareDatetime, Field, StringConstraints, TypeAdapter

from core.catalog.rows import ClockKind, Phase, Style
from core.documents.base import Document
from core.documents.bench import ProblemAt
from core.documents.glance import Asked
from core.documents.plan import Homework
from core.documents.sheet import DemandName, Gap, ShownSheet
from core.documents.since import TakenSince
from server.prep.dials import MAX_TEXT, Dials, DialsGiven

Role = Literal["owner", "coach", "member"]
ROLE: TypeAdapter[Role] = TypeAdapter(Role)
Title = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
RowVersion = Annotated[int, Field(ge=1, le=2_000_000_000)]
# what a page calls one attempt, so that asking twice does once
AttemptKey = Annotated[str | None, Header(alias="Idempotency-Key", pattern="^[0-9A-Za-z-]{8,64}$")]
Tab = Annotated[str, Field(pattern="^[0-9A-Za-z-]{8,40}$")]  # what a page calls itself
Day = Annotated[datetime.date, Field(ge=datetime.date(2000, 1, 1), le=datetime.date(2099, 12, 31))]
BoardText = Annotated[str, Field(max_length=MAX_TEXT)]


def role_of(stored: str) -> Role:
    """A stored role as one of the closed set. Raises ValidationError for another."""
    return ROLE.validate_python(stored)


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


class ClassOut(Document):
    id: int
    starts_at: datetime.datetime
    coach: str
    people: int
    published_version: int | None
    changed_since: bool
    cancelled: bool


class SessionIn(Schema):
    """with_classes: whether it gets the weekday's class times."""

    date: Day
    title: Title
    text: BoardText = ""
    with_classes: bool = True


class SessionPatch(DialsGiven):
    """Only what is given changes. version: of the session the changes were made on."""

    version: RowVersion
    title: Title | None = None
    text: BoardText | None = None


class SessionOut(Dials):
    id: int
    date: datetime.date
    title: str
    text: str
    version: int
    timezone: str
    classes: list[ClassOut]


class Here(Schema):
    """Who else has a session open, by name; the version it stands at; after how many seconds to ask again."""

    others: list[str]
    version: int
    again_s: int


class StaleSession(Schema):
    """A problem (RFC 9457): the session as it stands, and what was given and not saved."""

    title: str
    status: int
    detail: str
    stands: SessionOut
    given: dict[str, Any]


class WeekSession(Document):
    id: int
    title: str
    lines: int
    unread: int
    prepared: bool
    version: int
    classes: list[ClassOut]
    asks: list[Asked]


class WeekDay(Document):
    date: datetime.date
    sessions: list[WeekSession]


class Twice(Document):
    """Somebody on two rosters at one time."""

    name: str
    starts_at: datetime.datetime
    titles: list[str]


class Week(Document):
    """Monday to Sunday. twice: who is on two rosters at one time; run_days: how many days on end that ask for
    the same are worth a word."""

    start: datetime.date
    today: datetime.date
    timezone: str
    days: list[WeekDay]
    run_days: int
    twice: list[Twice]


class MoveIn(Schema):
    """To which day; version: of the session as it was seen; tell: move it though members have it, and tell
    them."""

    date: Day
    version: RowVersion
    tell: bool = False


class CopyIn(Schema):
    date: Day


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


class InsteadIn(Schema):
    """text: as on a board, or empty to take the choice back."""

    movement: str = Field(min_length=1, max_length=90)
    text: str = Field(max_length=300)


class MessageOut(Schema):
    """What became of a message. at: when it was handed over, or is due."""

    channel: str
    kind: str
    state: str
    why: str
    at: datetime.datetime


class DeliveryOut(Schema):
    """A member's part of the newest version. messages: about this class, the newest first; taken_out: whether
    a caution written down since takes something out; holds_old: whether a phone of theirs may show the page
    as it was before that, or an older version; pain: what hurts, in their words."""

    id: int
    ended: bool
    person: int
    name: str
    link: str
    opened: bool
    felt: str
    done: bool
    extras_done: bool
    pain: str | None
    extras: int
    swaps: int
    messages: list[MessageOut]
    taken_out: bool
    holds_old: bool


class PublishOut(Schema):
    """A class and what it was given. unread: lines of the board nobody understood; changes: of the newest
    version against the one before; classes: of the same session, this one among them; told: how many people
    were told of the newest version; wall: where the code on the wall leads."""

    timezone: str
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
    unread: list[str]
    changes: list[str]
    classes: list[ClassOut]
    cancelled: bool
    wall: str
    told: int


class Told(Schema):
    """What somebody is told, in sentences."""

    name: str
    changes: list[str]


class WouldChange(Schema):
    """What publishing now would change. changes: for the class, in sentences; told: whose page changes, and
    how beside that; come, go: who is new on the roster, and who is no longer on it. Nobody else is told."""

    nothing: bool
    changes: list[str]
    told: list[Told]
    come: list[str]
    go: list[str]


class SentClass(Schema):
    """A class after all of its session were published. version: that its people have; sent: whether it is
    new."""

    class_id: int
    starts_at: datetime.datetime
    version: int
    people: int
    sent: bool


Felt = Literal["better", "same", "worse"]


class ShownGap(Gap):
    """has_deg: only to the member and their coaches."""

    has_deg: float | None  # type: ignore[assignment]  # a wider field than the document's


class ShownHomework(Homework):
    """first_deg, last_deg: only to the member and their coaches."""

    first_deg: float | None  # type: ignore[assignment]  # a wider field than the document's
    last_deg: float | None  # type: ignore[assignment]  # as above


class SheetPage(ShownSheet):
    """A member's page: their sheet, the class it is for, and where it stands among its versions. private: all
    of it, to the member or a coach signed in; else without what a link need not tell. changes: since the
    version they last had before them; taken_out: for a caution written down since; stamp: names the page as
    it stands."""

    gaps: tuple[ShownGap, ...]
    homework: tuple[ShownHomework, ...]
    private: bool
    version: int
    newest: bool
    felt: Felt | Literal[""]
    felt_at: dict[str, Felt] = Field(default_factory=dict)
    changes: tuple[str, ...] = ()
    taken_out: tuple[TakenSince, ...] = ()
    stamp: str = ""
    cancelled: bool = False
    done: bool = False
    extras_done: bool = False
    pain: bool = False
    title: str
    date: datetime.date
    starts_at: datetime.datetime
    timezone: str
    gym: str
    coach: str
    name: str
    caution_note: str


class OpenedIn(Schema):
    """stamp: of the page a device shows; touched: whether somebody looked at it."""

    stamp: str = Field(max_length=40)
    touched: bool = False


class SaidRow(Schema):
    """One thing a member says. key: what their device calls it; position: that it is about, of those their
    page asks about; empty for all of the class."""

    kind: Literal["felt", "done", "extras", "pain"]
    value: str = Field(default="", max_length=200)
    position: str = Field(default="", max_length=60)
    key: str = Field(min_length=8, max_length=64)
    at: AwareDatetime


class SaidIn(Schema):
    rows: list[SaidRow] = Field(max_length=50)


class ClassAt(Schema):
    """starts: a clock time on the class's own day."""

    starts: datetime.time


class MySheet(Schema):
    link: str
    title: str
    starts_at: datetime.datetime
    timezone: str
    version: int
    opened: bool
    cancelled: bool


class OutboxOut(Schema):
    id: int
    channel: str
    to: str
    subject: str
    body: str
    sent_at: datetime.datetime
