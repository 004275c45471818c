"""What an owner settles about the gym: its name, zone, units, defaults, class times, and who coaches."""

from __future__ import annotations

import datetime
from typing import Annotated, Any
from zoneinfo import available_timezones

from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field

from core.prep.settings import MAX_MINUTES, MIN_MINUTES
from server.api.access import coach, owner
from server.api.account_schemas import PersonName, Unit
from server.api.people_schemas import Short80
from server.api.problems import stale_problem
from server.api.schemas import Role, RowVersion, role_of
from server.gym.models import Gym
from server.gym.settling import MOST_CLASSES, Slot, settle
from server.people.models import Person
from server.versions import Stale

router = Router(tags=["gym"])


class ClassTimeIn(Schema):
    """A class of every week. weekday: Monday is 0; coach: a person's id."""

    weekday: int = Field(ge=0, le=6)
    starts: datetime.time
    coach: int | None = None


class CoachOut(Schema):
    id: int
    name: str
    role: Role
    joined: bool


class GymOut(Schema):
    """may_change: the asker is an owner."""

    version: int
    name: str
    place: str
    timezone: str
    unit: Unit
    method: str
    minutes: int
    times: list[ClassTimeIn]
    coaches: list[CoachOut]
    may_change: bool
    zones: list[str]


class GymPatch(Schema):
    """Only what is given changes. times: all of a week's, anew."""

    version: RowVersion
    name: PersonName | None = None
    place: Short80 | None = None
    timezone: Annotated[str, Field(max_length=40)] | None = None
    unit: Unit | None = None
    method: Annotated[str, Field(max_length=40)] | None = None
    minutes: int | None = Field(default=None, ge=MIN_MINUTES, le=MAX_MINUTES)
    times: list[ClassTimeIn] | None = Field(default=None, max_length=MOST_CLASSES + 1)


class StaleGym(Schema):
    """A problem (RFC 9457): what is settled now, and what was given and not saved."""

    title: str
    status: int
    detail: str
    stands: GymOut
    given: dict[str, Any]


@router.get("/gym", response=GymOut)
def settled(request: HttpRequest) -> GymOut:
    """What is settled, to every coach."""
    by = coach(request)
    return _out(by, by.gym)


@router.patch("/gym", response={200: GymOut, 409: StaleGym})
def change(request: HttpRequest, payload: GymPatch) -> GymOut:
    """Save what changed since ``version``; 409 when somebody was quicker."""
    by = owner(request)
    fields = payload.dict(exclude_unset=True, exclude={"version", "times"})
    changes = {name: value for name, value in fields.items() if value is not None}
    times = None
    if payload.times is not None:
        times = [Slot(time.weekday, time.starts, time.coach) for time in payload.times]
    try:
        gym = settle(by, payload.version, changes, times)
    except Stale as stale:
        by.gym.refresh_from_db()
        given = payload.model_dump(mode="json", exclude_unset=True)
        raise stale_problem(stale, _out(by, by.gym), given) from stale
    return _out(by, gym)


def _out(by: Person, gym: Gym) -> GymOut:
    coaches = gym.people.current().exclude(role=Person.Role.MEMBER)
    return GymOut(
        version=gym.version,
        name=gym.name,
        place=gym.place,
        timezone=gym.timezone,
        unit="lb" if gym.unit == "lb" else "kg",
        method=gym.method,
        minutes=gym.minutes,
        times=[
            ClassTimeIn(weekday=row.weekday, starts=row.starts, coach=row.coach_id)
            for row in gym.weekly_classes.all()
        ],
        coaches=[
            CoachOut(id=row.pk, name=row.name, role=role_of(row.role), joined=row.account_id is not None)
            for row in coaches
        ],
        may_change=by.owns,
        zones=sorted(zone for zone in available_timezones() if "/" in zone and not zone.startswith("Etc/")),
    )
