"""The position lab's live answer."""

import datetime
from dataclasses import asdict

from django.http import HttpRequest, HttpResponse
from ninja import Router

from core.catalog import Catalog
from core.demand import Person as PersonValue
from core.documents.lab import Lab
from core.lab import LabAsk
from server.api import lab_schemas as schemas
from server.api.access import class_of, coach
from server.computing.run import compute
from server.computing.tasks import lab_json
from server.people.audit import looked
from server.people.models import Person
from server.shelf.actions import vocabulary_of

router = Router(tags=["lab"])


@router.get("/lab", response=schemas.LabStart)
def start(request: HttpRequest) -> schemas.LabStart:
    """Who can be put into the lab, and the positions it opens with."""
    rows = coach(request).gym.people.current()
    catalog = vocabulary_of(coach(request).gym).catalog
    people = rows.order_by("name").prefetch_related("ranges")
    return schemas.LabStart(
        people=[
            schemas.LabPerson(
                id=person.pk,
                name=person.name,
                measured=len({measured.motion for measured in person.ranges.all()}),
            )
            for person in people
        ],
        positions=_positions(catalog),
    )


def _positions(catalog: Catalog) -> list[schemas.LabPosition]:
    """Every position of the catalog that is solved, with its shape."""
    return [
        schemas.LabPosition.model_validate({**asdict(row.shape), "id": row.id, "name": row.name})
        for row in catalog.positions.values()
        if row.shape is not None
    ]


@router.post("/lab", response=Lab)
def answer(request: HttpRequest, payload: schemas.LabIn) -> HttpResponse:
    """Where this body stops in this position. Saves nothing."""
    person = coach(request)
    catalog = vocabulary_of(person.gym).catalog
    ask = LabAsk(**payload.dict(exclude={"person_id", "class_id"}))
    people = _people(person, payload, person.gym.today())
    looked(person, [int(one.key) for one in people], "lab", person.gym.today())
    body = compute(person.gym_id, lab_json, ask, people, catalog)
    return HttpResponse(body, content_type="application/json")


def _people(by: Person, payload: schemas.LabIn, today: datetime.date) -> tuple[PersonValue, ...]:
    """The person asked for, or everybody of a class; never anyone of another gym."""
    if payload.person_id:
        rows = Person.objects.filter(gym_id=by.gym_id, pk=payload.person_id)
    elif payload.class_id:
        rows = class_of(by, payload.class_id).people.current()
    else:
        return ()
    return tuple(person.value(today) for person in rows.whole())
