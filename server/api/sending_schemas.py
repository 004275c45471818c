"""Shapes of what goes out by itself, and of how somebody is reached."""

from __future__ import annotations

import datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field, StringConstraints

How = Literal["by hand", "evening", "hours"]
Phone = Annotated[str, StringConstraints(strip_whitespace=True, pattern=r"^(\+[0-9][0-9 ]{5,18})?$")]


class RuleIn(Schema):
    """When classes go out by themselves: at a clock time on the evening before, or hours before; approve:
    after a coach's yes."""

    how: How
    clock: datetime.time = datetime.time(19, 0)
    hours: Annotated[int, Field(ge=1, le=48)] = 12
    approve: bool = False


class NextOut(Schema):
    """A class that goes out by itself. due_at: when; first_at: earlier, where somebody wants quiet then;
    state: waiting, or held; why: what holds it; asks: whether it waits for a coach's yes; version: that its
    people have already."""

    class_id: int
    session_id: int
    title: str
    starts_at: datetime.datetime
    due_at: datetime.datetime
    first_at: datetime.datetime
    state: str
    why: list[str]
    approve: bool
    approved: bool
    version: int | None


class NotArrived(Schema):
    """A message that reached nobody, or waits to be tried again; about a class, or a competition (starts_at
    is then when it was written)."""

    class_id: int | None
    competition_id: int | None
    starts_at: datetime.datetime
    person: int
    name: str
    channel: str
    kind: str
    state: str
    why: str
    at: datetime.datetime
    attempts: int


class PainOut(Schema):
    """Somebody said that something hurts; what: in their words."""

    class_id: int
    starts_at: datetime.datetime
    name: str
    what: str
    at: datetime.datetime


class TestedOut(Schema):
    """Whether a mail was taken by the mail server, or in whose words it was not."""

    taken: bool
    why: str


class SendingOut(Schema):
    """What a gym sends next and what went wrong. pains: of the last two days, the newest first. no_zone:
    nobody chose the gym's time zone; mail, text: whether there is a way for them; counts: messages of the
    last two days by what became of them; unreachable: whom no channel reaches."""

    timezone: str
    no_zone: bool
    paused_at: datetime.datetime | None
    sender: str
    mail: bool
    text: bool
    rule: RuleIn
    next: list[NextOut]
    troubles: list[NotArrived]
    counts: dict[str, int]
    pains: list[PainOut]
    unreachable: list[str]


class PauseIn(Schema):
    paused: bool


class SenderIn(Schema):
    """Whom the gym's mails are from; empty: the installation's own."""

    sender: Annotated[str, StringConstraints(strip_whitespace=True, max_length=254)]


class OwnRule(Schema):
    """Of one class: its own rule (null: what holds above it), its session's, the gym's, and when it goes
    out."""

    timezone: str
    own: RuleIn | None
    session: RuleIn | None
    gym: RuleIn
    next: NextOut | None


class ReachOut(Schema):
    """How a member is reached. feed: the address of their calendar; bounced_why: why a mail came back from
    their address; text: whether this gym can send text messages at all."""

    mail: bool
    text: bool
    phone: Phone
    quiet_from: datetime.time | None
    quiet_to: datetime.time | None
    email: str
    feed: str
    bounced_why: str
    can_text: bool
    timezone: str


class ReachIn(Schema):
    """phone: with its country, +44 ...; quiet hours: both or neither."""

    mail: bool
    text: bool
    phone: Phone = ""
    quiet_from: datetime.time | None = None
    quiet_to: datetime.time | None = None
