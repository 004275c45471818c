"""Publishing a class, and seeing it as any member would."""

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Status

from core.errors import CoreError
from server.api import schemas
from server.api.access import class_of, coach
from server.api.sheets import with_pictures
from server.prep.bench import compute
from server.prep.drafts import bench_input
from server.programme.models import GymClass
from server.publishing.actions import draft_digest, member_content, publish_class
from server.publishing.models import OutboxMessage

router = Router(tags=["publishing"])
OUTBOX_SHOWN = 200


@router.get("/classes/{class_id}/publish", response=schemas.PublishOut)
def publishing(request: HttpRequest, class_id: int):
    """The roster, what was sent, and whether the board changed since."""
    return _publish_out(class_of(coach(request), class_id))


@router.post("/classes/{class_id}/publish", response={201: schemas.PublishOut})
def publish(request: HttpRequest, class_id: int):
    """Publish now to everyone on the roster."""
    person = coach(request)
    gym_class = class_of(person, class_id)
    publish_class(gym_class, person)
    return Status(201, _publish_out(gym_class))


@router.get("/classes/{class_id}/preview/{person_id}", response=schemas.SheetOut)
def preview(request: HttpRequest, class_id: int, person_id: int):
    """What one member would get, computed now; nothing is saved or sent."""
    gym_class = class_of(coach(request), class_id)
    member = get_object_or_404(gym_class.people.prefetch_related("ranges"), pk=person_id)
    asked = bench_input(gym_class.session, gym_class)
    content = member_content(gym_class, compute(asked), asked, member)
    latest = gym_class.publications.first()
    return {
        **with_pictures(content),
        "version": (latest.version if latest else 0) + 1,
        "newest": True,
        "felt": "",
    }


@router.get("/outbox", response=list[schemas.OutboxOut])
def outbox(request: HttpRequest):
    """Messages that left this gym, newest first."""
    rows = (
        OutboxMessage.objects.filter(gym_id=coach(request).gym_id)
        .select_related("person")
        .order_by("-pk")[:OUTBOX_SHOWN]
    )
    return [
        {
            "to": f"{row.person.name} <{row.person.email}>",
            "subject": row.subject,
            "body": row.body,
            "sent_at": row.sent_at,
        }
        for row in rows
    ]


def _publish_out(gym_class: GymClass) -> dict:
    session = gym_class.session
    people = list(gym_class.people.prefetch_related("ranges").order_by("name"))
    latest = gym_class.publications.select_related("published_by").first()
    asked = bench_input(session, gym_class)
    problem = None
    if not people:
        problem = {
            "field": "people",
            "message": "Nobody is on this class's roster yet, so there is no one to publish to.",
        }
    else:
        try:
            if not compute(asked).sheet.items:
                problem = {
                    "field": "text",
                    "message": "There is no prep to publish: nothing on the board could be prepared.",
                }
        except CoreError as error:
            problem = {"field": getattr(error, "field", "text"), "message": str(error)}
    sheets = (
        latest.sheets.select_related("person").prefetch_related("messages").order_by("person__name")
        if latest
        else []
    )
    return {
        "class_id": gym_class.pk,
        "session_id": session.pk,
        "title": session.title,
        "starts_at": gym_class.starts_at,
        "coach": gym_class.coach.name if gym_class.coach else "",
        "roster": [
            {
                "id": one.pk,
                "name": one.name,
                "division": one.division,
                "adaptive": one.adaptive,
                "measured": len({(row.motion, row.side) for row in one.ranges.all()}),
            }
            for one in people
        ],
        "version": latest.version if latest else None,
        "published_at": latest.published_at if latest else None,
        "published_by": latest.published_by.name if latest and latest.published_by else "",
        "changed_since": bool(latest) and latest.digest != draft_digest(session),
        "problem": problem,
        "deliveries": [
            {
                "person": one.person_id,
                "name": one.person.name,
                "link": f"/m/{one.token}",
                "sent": bool(one.messages.all()),
                "opened": one.opened_at is not None,
                "felt": one.felt,
                "extras": len(one.content["extras"]),
                "swaps": len(one.content["swaps"]),
            }
            for one in sheets
        ],
    }
