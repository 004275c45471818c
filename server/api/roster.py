"""A class's roster: who comes, who does what, and how the class's prep answers."""

from __future__ import annotations

import datetime
from typing import Annotated

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Schema, Status
from pydantic import Field

from core.catalog import load_catalog
from core.documents.roster import RosterAnswer, roster_answer
from server.api.access import class_of, coach, session_of
from server.api.account_schemas import PersonName
from server.api.problems import Problem
from server.api.schemas import SessionOut
from server.api.week import session_out
from server.computing.run import compute
from server.people.audit import looked
from server.people.models import Person
from server.prep.drafts import session_ask
from server.programme import actions as programme
from server.programme import rosters
from server.programme.models import GymClass

router = Router(tags=["roster"])


class Attendee(Schema):
    """Somebody on the roster. division: their own; doing: for this class, empty for their own."""

    id: int
    name: str
    division: str
    doing: str
    pair: int | None
    cautions: list[str]
    adaptive: list[str]


class Other(Schema):
    """Somebody of the gym who does not come."""

    id: int
    name: str


class RosterOut(Schema):
    class_id: int
    session_id: int
    title: str
    starts_at: datetime.datetime
    timezone: str
    coach: str
    people: list[Attendee]
    others: list[Other]
    answer: RosterAnswer


class AttendIn(Schema):
    division: Annotated[str, Field(max_length=20)] = ""
    pair: int | None = None


class ClassIn(Schema):
    """starts: by the gym's own clock."""

    starts: datetime.time


class WalkIn(Schema):
    name: PersonName


@router.get("/classes/{class_id}/roster", response=RosterOut)
def roster(request: HttpRequest, class_id: int) -> RosterOut:
    """Who comes, what the session asks of each, and the prep for them."""
    by = coach(request)
    return _out(by, class_of(by, class_id))


@router.put("/classes/{class_id}/roster/{person_id}", response=RosterOut)
def put_on(request: HttpRequest, class_id: int, person_id: int, payload: AttendIn) -> RosterOut:
    """Put somebody on the roster, or change their division or pair for this class."""
    by = coach(request)
    gym_class = class_of(by, class_id)
    person = get_object_or_404(Person, gym_id=by.gym_id, pk=person_id)
    rosters.put_on(by, gym_class, person, payload.division, payload.pair)
    return _out(by, gym_class)


@router.delete("/classes/{class_id}/roster/{person_id}", response=RosterOut)
def take_off(request: HttpRequest, class_id: int, person_id: int) -> RosterOut:
    """Take somebody off the roster."""
    by = coach(request)
    gym_class = class_of(by, class_id)
    rosters.take_off(by, gym_class, person_id)
    return _out(by, gym_class)


@router.post("/classes/{class_id}/walk-in", response=RosterOut)
def walk_in(request: HttpRequest, class_id: int, payload: WalkIn) -> RosterOut:
    """Somebody by name: of the gym, or new to it."""
    by = coach(request)
    gym_class = class_of(by, class_id)
    rosters.walk_in(by, gym_class, payload.name)
    return _out(by, gym_class)


@router.post("/sessions/{session_id}/classes", response={201: SessionOut})
def add_class(request: HttpRequest, session_id: int, payload: ClassIn) -> Status[SessionOut]:
    """A class of a session, with the people of the latest one at that time on that weekday."""
    by = coach(request)
    session_of(by, session_id)
    programme.add_class(by, session_id, payload.starts.replace(second=0, microsecond=0, tzinfo=None))
    return Status(201, session_out(session_of(by, session_id)))


@router.delete("/classes/{class_id}", response={204: None})
def remove_class(request: HttpRequest, class_id: int) -> Status[None]:
    """Take a class away that nobody was given anything for."""
    by = coach(request)
    try:
        programme.remove_class(by, class_of(by, class_id))
    except programme.AlreadySent as sent:
        detail = "Members have this class; take people off it instead."
        raise Problem(409, "Already published", detail) from sent
    return Status(204, None)


def _out(by: Person, gym_class: GymClass) -> RosterOut:
    session, today = gym_class.session, by.gym.today()
    rows = gym_class.attending.select_related("person").prefetch_related("person__cautions")
    coming = sorted((row for row in rows if row.person.left_at is None), key=lambda row: row.person.name)
    here = [row.person_id for row in coming]
    looked(by, here, "roster", today)
    catalog = load_catalog()
    people = [
        Attendee(
            id=row.person_id,
            name=row.person.name,
            division=row.person.division,
            doing=row.division,
            pair=row.pair,
            cautions=[
                catalog.cautions[one.caution].name
                for one in row.person.cautions_on(today)
                if one.caution in catalog.cautions
            ],
            adaptive=row.person.adaptive,
        )
        for row in coming
    ]
    others = by.gym.people.current().exclude(pk__in=here).values_list("pk", "name")
    return RosterOut(
        class_id=gym_class.pk,
        session_id=session.pk,
        title=session.title,
        starts_at=gym_class.starts_at,
        timezone=by.gym.timezone,
        coach=gym_class.coach.name if gym_class.coach else "",
        people=people,
        others=[Other(id=pk, name=name) for pk, name in others],
        answer=RosterAnswer.model_validate(
            compute(by.gym_id, roster_answer, session_ask(session, gym_class)) if people else {}
        ),
    )
