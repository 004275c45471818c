"""Publishing a class, and seeing it as any member would."""

from collections.abc import Iterable
from typing import Any

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Status

from core.documents.bench import ProblemAt
from core.errors import CoreError
from core.session import work_out
from server.api import schemas
from server.api.access import class_of, coach
from server.people.models import Person
from server.prep.drafts import session_ask
from server.programme.models import GymClass
from server.publishing.actions import NO_PREP, NOBODY, draft_digest, member_content, publish_class
from server.publishing.models import MemberSheet, OutboxMessage
from server.publishing.sheets import shown

router = Router(tags=["publishing"])
OUTBOX_SHOWN = 200


@router.get("/classes/{class_id}/publish", response=schemas.PublishOut)
def publishing(request: HttpRequest, class_id: int) -> schemas.PublishOut:
    """The roster, what was sent, and whether the board changed since."""
    return _publish_out(class_of(coach(request), class_id))


@router.post("/classes/{class_id}/publish", response={201: schemas.PublishOut})
def publish(request: HttpRequest, class_id: int) -> Status[schemas.PublishOut]:
    """Publish now to everyone on the roster."""
    person = coach(request)
    gym_class = class_of(person, class_id)
    publish_class(gym_class, person)
    return Status(201, _publish_out(gym_class))


@router.get("/classes/{class_id}/preview/{person_id}", response=schemas.SheetPage)
def preview(request: HttpRequest, class_id: int, person_id: int) -> dict[str, Any]:
    """What one member would get, computed now; nothing is saved or sent."""
    gym_class = class_of(coach(request), class_id)
    member = get_object_or_404(gym_class.people.prefetch_related("ranges"), pk=person_id)
    worked = work_out(session_ask(gym_class.session, gym_class), brief=True)
    latest = gym_class.publications.first()
    return shown(member_content(gym_class, worked, member), (latest.version if latest else 0) + 1)


@router.get("/outbox", response=list[schemas.OutboxOut])
def outbox(request: HttpRequest) -> list[schemas.OutboxOut]:
    """Messages that left this gym, newest first."""
    messages = OutboxMessage.objects.filter(gym_id=coach(request).gym_id).select_related("person")
    return [
        schemas.OutboxOut(
            to=f"{message.person.name} <{message.person.email}>",
            subject=message.subject,
            body=message.body,
            sent_at=message.sent_at,
        )
        for message in messages.order_by("-pk")[:OUTBOX_SHOWN]
    ]


def _publish_out(gym_class: GymClass) -> schemas.PublishOut:
    session = gym_class.session
    people = list(gym_class.people.prefetch_related("ranges").order_by("name"))
    latest = gym_class.publications.select_related("published_by").first()
    by = latest.published_by if latest else None
    sheets: Iterable[MemberSheet] = ()
    if latest:
        rows = latest.sheets.select_related("person").prefetch_related("messages")
        sheets = rows.order_by("person__name")
    return schemas.PublishOut(
        class_id=gym_class.pk,
        session_id=session.pk,
        title=session.title,
        starts_at=gym_class.starts_at,
        coach=gym_class.coach.name if gym_class.coach else "",
        roster=[_roster_person(person) for person in people],
        version=latest.version if latest else None,
        published_at=latest.published_at if latest else None,
        published_by=by.name if by else "",
        changed_since=latest is not None and latest.digest != draft_digest(session),
        problem=_problem(gym_class) if people else ProblemAt(field="people", message=NOBODY),
        deliveries=[_delivery(sheet) for sheet in sheets],
    )


def _problem(gym_class: GymClass) -> ProblemAt | None:
    """Why the class cannot be published as it stands."""
    try:
        worked = work_out(session_ask(gym_class.session, gym_class), brief=True)
    except CoreError as problem:
        return ProblemAt(field=problem.field, message=str(problem))
    return None if worked.sheet.items else ProblemAt(field="text", message=NO_PREP)


def _roster_person(person: Person) -> schemas.RosterPerson:
    return schemas.RosterPerson(
        id=person.pk,
        name=person.name,
        division=person.division,
        adaptive=person.adaptive,
        measured=len({(measured.motion, measured.side) for measured in person.ranges.all()}),
    )


def _delivery(sheet: MemberSheet) -> schemas.DeliveryOut:
    return schemas.DeliveryOut(
        person=sheet.person_id,
        name=sheet.person.name,
        link=f"/m/{sheet.token}",
        sent=bool(sheet.messages.all()),
        opened=sheet.opened_at is not None,
        felt=sheet.felt,
        extras=len(sheet.content["extras"]),
        swaps=len(sheet.content["swaps"]),
    )
