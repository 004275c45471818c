"""One person: who they are to the gym, what is known of them, and what is coming for them."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Status

from core.documents.body import coming_for
from core.hazards.cautions import ADAPTIVE
from core.posture.body import MEASURABLE
from server.api import people_schemas as schemas
from server.api.access import coach, person_of, signed_in
from server.api.problems import stale_problem
from server.api.shown_person import person_out
from server.computing.stored import kept_of_people
from server.people import actions
from server.people.audit import changed, looked
from server.people.invitations import invite
from server.people.listing import coming_sessions
from server.people.models import Person
from server.shelf.actions import vocabulary_of
from server.versions import Stale

router = Router(tags=["people"])
PRIVATE = frozenset(
    {"born", "sex", "height_m", "mass_kg", "lengths_m", "adaptive"}
)  # of a body: a change of these is written down


@router.get("/people/choices", response=schemas.PersonChoices)
def choices(request: HttpRequest) -> schemas.PersonChoices:
    """Closed sets that a person's page chooses from."""
    catalog = vocabulary_of(signed_in(request).gym).catalog
    demands = catalog.demands.values()
    return schemas.PersonChoices(
        cautions=[
            schemas.CautionChoice(id=row.id, name=row.name, changes=row.changes, bundle=bool(row.holds))
            for row in catalog.cautions.values()
        ],
        adaptive=[schemas.Choice(id=tag, name=tag.replace("-", " ")) for tag in ADAPTIVE],
        kit=_choices(catalog.kit),
        motions=[schemas.Choice(id=row.id, name=row.name) for row in demands if row.kind == "reach"],
        patterns=[schemas.Choice(id=row.id, name=row.name) for row in demands if row.kind == "pattern"],
        drills=_choices(catalog.drills),
        segments=list(MEASURABLE),
        divisions=["rx", "scaled", "intermediate", "masters", "teens"],
    )


def _choices(rows: dict[str, Any]) -> list[schemas.Choice]:
    return [schemas.Choice(id=row.id, name=row.name) for row in rows.values()]


@router.get("/people/{person_id}", response=schemas.PersonOut)
def person(request: HttpRequest, person_id: int) -> schemas.PersonOut:
    """One person, to themselves and their coaches."""
    by = signed_in(request)
    found = person_of(by, person_id)
    looked(by, [found.pk], "person", by.gym.today())
    return person_out(by, found)


@router.get("/people/{person_id}/coming", response=list[schemas.Coming])
def coming(request: HttpRequest, person_id: int) -> list[schemas.Coming]:
    """What the sessions of the days ahead ask of one person, and what stops them where."""
    by = signed_in(request)
    value = person_of(by, person_id).value(by.gym.today())
    words = vocabulary_of(by.gym)
    return [
        schemas.Coming(
            id=session.pk,
            date=session.date,
            title=session.title,
            asks=kept_of_people(by.gym_id, coming_for, session.text, [value], words)[0],
        )
        for session in coming_sessions(by.gym, by.gym.today())
    ]


@router.patch("/people/{person_id}", response={200: schemas.PersonOut, 409: schemas.StalePerson})
def change(request: HttpRequest, person_id: int, payload: schemas.PersonPatch) -> schemas.PersonOut:
    """Save what changed since ``version``; 409 with the person as they stand when somebody was quicker."""
    by = signed_in(request)
    person_of(by, person_id)
    fields = payload.dict(exclude_unset=True, exclude={"version"})
    try:
        person = actions.change_person(by, person_id, payload.version, _whole(fields))
    except Stale as stale:
        given = payload.dict(exclude_unset=True)
        raise stale_problem(stale, person_out(by, person_of(by, person_id)), given) from stale
    if fields.keys() & PRIVATE:
        changed(by, person, "body data")
    return person_out(by, person)


def _whole(fields: dict[str, object]) -> dict[str, object]:
    """A field that is emptied: null where the row has a number, empty where it has words."""
    words = ("sex", "division", "email", "name", "unit")
    return {name: "" if value is None and name in words else value for name, value in fields.items()}


@router.post("/people/{person_id}/leave", response=schemas.PersonOut)
def leave(request: HttpRequest, person_id: int) -> schemas.PersonOut:
    """They see nothing of the gym from now on, and are on no roster to come; what is known of them stays."""
    by = signed_in(request)
    person_of(by, person_id)
    return person_out(by, actions.leave(by, person_id))


@router.post("/people/{person_id}/return", response=schemas.PersonOut)
def come_back(request: HttpRequest, person_id: int) -> schemas.PersonOut:
    """Somebody who left is back, with all that was known of them."""
    by = coach(request)
    person_of(by, person_id)
    return person_out(by, actions.take_back(by, person_id))


@router.delete("/people/{person_id}", response={204: None})
def erase(request: HttpRequest, person_id: int) -> Status[None]:
    """Delete somebody and all that is known of them, for good."""
    by = signed_in(request)
    person_of(by, person_id)
    actions.erase(by, person_id)
    return Status(204, None)


@router.post("/people/{person_id}/invite", response={201: schemas.InvitedOut})
def send_invitation(request: HttpRequest, person_id: int) -> Status[schemas.InvitedOut]:
    """Mail somebody a link to make their row theirs; where no mail can be sent, the link is told instead."""
    by = coach(request)
    invited = invite(by, get_object_or_404(Person, gym_id=by.gym_id, pk=person_id))
    mailed = bool(settings.MAIL_READY)
    said = schemas.InvitedOut(
        email=invited.invitation.email,
        until=invited.invitation.until,
        mailed=mailed,
        link=None if mailed else invited.link,
    )
    return Status(201, said)
