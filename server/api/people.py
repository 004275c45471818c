"""The gym's people: who is here, who is short for what is coming; add, change, invite, leave, erase."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import Router, Status

from core.catalog import load_catalog
from core.documents.base import as_json
from core.documents.body import shorts_of
from server.api import people_schemas as schemas
from server.api.access import coach, session_of
from server.api.schemas import role_of
from server.api.shown_person import person_out
from server.computing.stored import kept_of_people
from server.people import actions
from server.people.audit import looked
from server.people.listing import STALE_DAYS, Listed, coming_sessions, listed
from server.programme.models import Attending
from server.shelf.actions import vocabulary_of

router = Router(tags=["people"])


@router.get("/people", response=schemas.People)
def people(request: HttpRequest, left: bool = False) -> HttpResponse:
    """Everybody, by name; or those who left."""
    by = coach(request)
    today, catalog = by.gym.today(), load_catalog()
    rows = listed(by.gym, today, left)
    looked(by, [row.person.pk for row in rows], "people", today)

    def shown(row: Listed) -> schemas.PersonRow:
        person = row.person
        return schemas.PersonRow(
            id=person.pk,
            name=person.name,
            role=role_of(person.role),
            standing=row.standing,
            division=person.division,
            groups=list(row.groups),
            cautions=[catalog.cautions[one].name if one in catalog.cautions else one for one in row.cautions],
            adaptive=person.adaptive,
            measured=row.measured,
            tested_on=row.tested_on,
            stale=row.is_stale(today),
        )

    found = schemas.People(
        people=[shown(row) for row in rows],
        groups=list(by.gym.groups.values_list("name", flat=True)),
        coming=[
            schemas.ComingSession(id=one.pk, date=one.date, title=one.title)
            for one in coming_sessions(by.gym, today)
        ],
        stale_days=STALE_DAYS,
        left=by.gym.people.exclude(left_at=None).count(),
    )
    return HttpResponse(as_json(found), content_type="application/json")  # checked when it was made


@router.get("/people/short/{session_id}", response=list[schemas.ShortPerson])
def short(request: HttpRequest, session_id: int) -> list[schemas.ShortPerson]:
    """Whom one session finds short, of those who come to a class of it and were measured; of everybody
    measured while nobody is on its rosters. Asked one session after the other, as the first time takes a
    while."""
    by = coach(request)
    session = session_of(by, session_id)
    people = by.gym.people.current().whole().filter(ranges__isnull=False).distinct()
    if Attending.objects.filter(gym_class__session=session).exists():
        people = people.filter(attending__gym_class__session=session)
    values = [person.value(by.gym.today()) for person in people]
    found = kept_of_people(by.gym_id, shorts_of, session.text, values, vocabulary_of(by.gym))
    return [
        schemas.ShortPerson(id=int(person.key), shorts=shorts)
        for person, shorts in zip(values, found, strict=True)
        if shorts
    ]


@router.post("/people", response={201: schemas.PersonOut})
def add(request: HttpRequest, payload: schemas.PersonIn) -> Status[schemas.PersonOut]:
    """Put somebody on the roster; nobody is told."""
    by = coach(request)
    person = actions.add_person(by, payload.name, email=payload.email, role=payload.role)
    return Status(201, person_out(by, person))
