"""The position lab's live answer."""

import datetime

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router

from core.lab import OPENS_WITH, LabAsk, ask_lab
from server.api import lab_schemas as schemas
from server.api.access import class_of, coach
from server.people.models import Person
from server.shelf.actions import vocabulary_of

router = Router(tags=["lab"])


@router.get("/lab", response=schemas.LabStart)
def start(request: HttpRequest):
    """Who can be put into the lab, and the positions it opens with."""
    person = coach(request)
    rows = (
        Person.objects.filter(gym_id=person.gym_id, is_active=True)
        .order_by("name")
        .prefetch_related("ranges")
    )
    return {
        "people": [
            {"id": one.pk, "name": one.name, "measured": len({row.motion for row in one.ranges.all()})}
            for one in rows
        ],
        "positions": [
            {
                "id": name,
                "family": one.family,
                "bar": one.bar,
                "single_leg": one.single_leg,
                "chest_cm": one.chest_cm,
                "bar_height_m": one.bar_height_m,
            }
            for name, one in OPENS_WITH.items()
        ],
    }


@router.post("/lab", response=schemas.LabOut)
def answer(request: HttpRequest, payload: schemas.LabIn):
    """Where this body stops in this position. Saves nothing."""
    person = coach(request)
    fields = payload.dict(exclude={"person_id", "class_id"})
    return ask_lab(
        LabAsk(**fields), _people(person, payload, timezone.localdate()), vocabulary_of(person.gym).catalog
    )


def _people(by: Person, payload: schemas.LabIn, today: datetime.date) -> tuple:
    """The person asked for, or everybody of a class; never anyone of another gym."""
    if payload.person_id:
        rows = Person.objects.filter(gym_id=by.gym_id, pk=payload.person_id)
    elif payload.class_id:
        rows = class_of(by, payload.class_id).people.filter(is_active=True)
    else:
        return ()
    return tuple(one.value(today) for one in rows.prefetch_related("ranges"))
