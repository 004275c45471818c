"""Shapes of the floor. Instants in ``_ms`` are milliseconds since 1970 on the server's clock."""

from __future__ import annotations

import datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field, StringConstraints

from core.floor.clock import Command, CommandKind, Outcome
from core.floor.kept import Ran
from core.floor.room import GymPlan
from core.floor.set_out import SetOut
from core.floor.who import ItemWays
from server.floor.shown import Floor, RunShown

InstantMs = Annotated[int, Field(ge=0, le=4_102_444_800_000)]
PressKey = Annotated[str, Field(pattern="^[0-9A-Za-z-]{8,64}$")]
GoKey = Annotated[str, Field(max_length=40)]
Version = Annotated[int, Field(ge=0, le=2_000_000_000)]
ScreenName = Annotated[str, StringConstraints(strip_whitespace=True, max_length=40)]
Code = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=20)]
Did = Literal["asked"] | Outcome
ScreenState = Literal["none", "waiting", "in"]


class TimeOut(Schema):
    """The server's clock."""

    ms: int


class PressIn(Schema):
    """One command: made at an instant, on a version, while a go was on."""

    key: PressKey
    kind: CommandKind
    go: GoKey = ""
    version: Version
    at_ms: InstantMs

    def command(self) -> Command:
        """As the core has it."""
        return Command(**self.dict())


class PressedIn(Schema):
    """Commands in order. alone_since: the version there was when the device lost its network."""

    commands: Annotated[list[PressIn], Field(min_length=1, max_length=60)]
    alone_since: Version | None = None


class PressedOut(Schema):
    """How the run stands after, and what each command did."""

    run: RunShown | None
    outcomes: list[Did]
    at_ms: int


class StartIn(Schema):
    """key: of the attempt; ends_ms: when the prep has to be over."""

    key: PressKey
    ends_ms: InstantMs | None = None


class ShortenIn(Schema):
    """take: do it; else only say what would go."""

    key: PressKey
    ends_ms: InstantMs
    take: bool = False


class ShortenOut(Schema):
    """What goes and what is done less. left_s: until the section ends then; over_s: what still does not
    fit."""

    gone: list[str]
    shorter: list[str]
    left_s: int
    over_s: int
    run: RunShown | None


class SettleIn(Schema):
    take: bool


class LateIn(Schema):
    person: Annotated[int, Field(ge=1, le=2**53)]


class WhoOut(Schema):
    """Who does which drill another way; late: on the roster, and not in the run yet."""

    ways: tuple[ItemWays, ...]
    late: list[PersonName]


class PersonName(Schema):
    id: int
    name: str


class RanOut(Schema):
    """A run that is over: when, by whom, and what became of each drill."""

    id: int
    started_ms: int
    ended_ms: int
    by: str
    rows: list[Ran]


class Ticked(Schema):
    """A line of the set-out that is done, and by whom."""

    key: str
    by: str


class SetOutOut(Schema):
    """What to set out for a class, and what of it stands."""

    class_id: int
    title: str
    starts_ms: int
    timezone: str
    heads: int
    set_out: SetOut
    ticked: list[Ticked]
    plan: GymPlan


class TickIn(Schema):
    key: Annotated[str, Field(min_length=1, max_length=80)]
    on: bool


class PlanOut(Schema):
    """A gym from above; version 0 where nobody drew it."""

    plan: GymPlan
    version: int


class PlanIn(Schema):
    """version: of the plan it was made on."""

    plan: GymPlan
    version: Version


class ScreenOut(Schema):
    """A screen of the gym."""

    id: int
    name: str
    approved_at: datetime.datetime
    approved_by: str
    seen_at: datetime.datetime | None


class ApproveIn(Schema):
    code: Code
    name: ScreenName = ""


class PairOut(Schema):
    """Where a screen stands: none of ours, showing its code, or let in."""

    state: ScreenState
    code: str = ""
    gym: str = ""
    name: str = ""


class LiveFloor(Schema):
    """The floor, and where to be told of changes (empty: ask again)."""

    floor: Floor
    stream: str


WhoOut.model_rebuild()
