"""What is written down about a person beside their body: cautions, bests, spots and notes."""

from __future__ import annotations

import datetime

from django.db import transaction
from django.http import Http404, HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Status

from server.api import people_schemas as schemas
from server.api.access import coach, person_of, signed_in
from server.api.shown_person import person_out
from server.people import actions
from server.people.audit import changed
from server.people.models import BestLift, Caution, Note, Spot
from server.publishing.cautions import tell_of_caution

router = Router(tags=["people"])


@router.post("/people/{person_id}/cautions", response={201: schemas.PersonOut})
def add_caution(
    request: HttpRequest, person_id: int, payload: schemas.CautionIn
) -> Status[schemas.PersonOut]:
    """Write down what must not reach them; from that day it holds wherever a prep is made for them."""
    by = signed_in(request)
    person = person_of(by, person_id)
    with transaction.atomic():
        row = actions.note_caution(
            by,
            person,
            payload.caution,
            note=payload.note,
            by_word=payload.by_word,
            since=payload.since or by.gym.today(),
            until=payload.until,
        )
        tell_of_caution(by, row)
    changed(by, person, "caution written down")
    return Status(201, person_out(by, person))


@router.put("/cautions/{caution_id}/end", response=schemas.PersonOut)
def end_caution(request: HttpRequest, caution_id: int, payload: schemas.CautionEnd) -> schemas.PersonOut:
    """It holds no longer than that day."""
    by = signed_in(request)
    row = get_object_or_404(Caution.objects.select_related("person"), pk=caution_id, person__gym_id=by.gym_id)
    person = person_of(by, row.person_id)
    yesterday = by.gym.today() - datetime.timedelta(days=1)
    actions.end_caution(by, row, payload.until or yesterday)
    changed(by, person, "caution ended")
    return person_out(by, person)


@router.post("/people/{person_id}/bests", response={201: schemas.PersonOut})
def add_best(request: HttpRequest, person_id: int, payload: schemas.BestIn) -> Status[schemas.PersonOut]:
    """A best of a lift, or a set it is estimated from."""
    by = signed_in(request)
    person = person_of(by, person_id)
    on = payload.on or by.gym.today()
    actions.write_best(by, person, payload.movement, payload.kg, payload.reps, on)
    return Status(201, person_out(by, person))


@router.post("/people/{person_id}/spots", response={201: schemas.PersonOut})
def add_spot(request: HttpRequest, person_id: int, payload: schemas.SpotIn) -> Status[schemas.PersonOut]:
    """A place that gives trouble, and the standing entry for it."""
    by = coach(request)
    person = person_of(by, person_id)
    actions.set_spot(
        by,
        person,
        payload.motion,
        payload.side,
        note=payload.note,
        drill=payload.drill,
        when=payload.when,
    )
    changed(by, person, "problem spot")
    return Status(201, person_out(by, person))


@router.post("/people/{person_id}/notes", response={201: schemas.PersonOut})
def add_note(request: HttpRequest, person_id: int, payload: schemas.NoteIn) -> Status[schemas.PersonOut]:
    """A note; private: for the coaches alone."""
    by = coach(request)
    person = person_of(by, person_id)
    actions.write_note(by, person, payload.text, payload.private)
    changed(by, person, "note")
    return Status(201, person_out(by, person))


KINDS = {"bests": BestLift, "spots": Spot, "notes": Note}


@router.delete("/people/{person_id}/{kind}/{row_id}", response=schemas.PersonOut)
def remove(request: HttpRequest, person_id: int, kind: str, row_id: int) -> schemas.PersonOut:
    """Take a best, a spot or a note away; a member a best of their own."""
    by = signed_in(request)
    person = person_of(by, person_id)
    if kind not in KINDS:
        raise Http404
    if kind != "bests":
        coach(request)
    row = get_object_or_404(KINDS[kind], pk=row_id, person=person)
    row.delete()
    changed(by, person, f"{kind[:-1]} taken away")
    return person_out(by, person)
