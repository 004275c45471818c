"""Shapes of what goes in and out about accounts and signing in."""

from __future__ import annotations

import datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field, StringConstraints

from server.api.schemas import Role

Email = Annotated[str, StringConstraints(strip_whitespace=True, max_length=254, pattern=r"^[^@\s]+@[^@\s]+$")]
Password = Annotated[str, Field(max_length=200)]
LinkWord = Annotated[str, Field(min_length=1, max_length=300)]
Unit = Literal["kg", "lb"]
PersonName = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=80)]


class SignIn(Schema):
    email: str = Field(max_length=254)
    password: Password


class GymOfMine(Schema):
    """A gym the account has a row in."""

    id: int
    name: str
    role: Role


class Me(Schema):
    """Who has signed in, in the gym this request is for. id: of the row in that gym; unit: what loads are
    shown in."""

    id: int
    name: str
    email: str
    role: Role
    coaches: bool
    owns: bool
    gym: str
    gym_id: int
    gyms: list[GymOfMine]
    timezone: str
    unit: Unit
    demo: bool


class EmailIn(Schema):
    email: Email


class LinkIn(Schema):
    token: LinkWord


class NewPassword(Schema):
    token: LinkWord
    password: Password


class ChangedPassword(Schema):
    """current: empty for an account that has none yet."""

    current: Password
    password: Password


class Device(Schema):
    """id: opens nothing. this: the one that asks."""

    id: str
    device: str
    began_at: datetime.datetime | None
    seen_at: datetime.datetime | None
    this: bool


class FirstRun(Schema):
    needed: bool


class GymIn(Schema):
    name: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=80)]
    place: Annotated[str, StringConstraints(strip_whitespace=True, max_length=80)] = ""
    timezone: str = Field(max_length=40)
    unit: Unit = "kg"


class FirstRunIn(Schema):
    """code: printed where the server was started."""

    code: str = Field(max_length=40)
    gym: GymIn
    name: PersonName
    email: Email
    password: Password


class InvitationOut(Schema):
    """What a link offers. has_account: the address can sign in already."""

    gym: str
    name: str
    email: str
    role: Role
    has_account: bool


class AcceptIn(Schema):
    """password: of a new account, or the one the address has; empty to join as who has signed in. agrees:
    to what is kept and why."""

    token: LinkWord
    password: Password = ""
    agrees: bool


class Mail(Schema):
    to: str
    subject: str
    body: str
    sent_at: datetime.datetime
