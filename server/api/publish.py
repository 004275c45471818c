"""Publishing a class, and seeing it as any member would."""

from io import BytesIO

import segno
from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Status

from core.documents.base import as_json
from core.documents.bench import ProblemAt
from core.documents.published import member_page, standing_of
from core.errors import CoreError
from core.week.sending import local
from server.api import schemas
from server.api.access import class_of, coach, session_of
from server.api.delivered import deliveries_of, told_of_version
from server.api.week import classes_out
from server.computing.run import compute
from server.computing.stored import kept
from server.people.audit import looked
from server.people.models import Person
from server.prep.drafts import day_of, session_ask, with_felt
from server.programme.models import GymClass
from server.publishing.actions import (
    choose_instead,
    draft_digest,
    end_link,
    publish_class,
    publish_session,
)
from server.publishing.classes import bring_back_class, cancel_class, move_class, nudge
from server.publishing.making import NOBODY, chosen_in, member_content, what_would_change
from server.publishing.models import MemberSheet, Publication
from server.publishing.sheets import shown

router = Router(tags=["publishing"])


@router.get("/classes/{class_id}/publish", response=schemas.PublishOut)
def publishing(request: HttpRequest, class_id: int) -> schemas.PublishOut:
    """The roster, what was sent, and whether the board changed since."""
    return _publish_out(coach(request), class_id)


@router.post("/classes/{class_id}/publish", response={201: schemas.PublishOut})
def publish(
    request: HttpRequest, class_id: int, key: schemas.AttemptKey = None
) -> Status[schemas.PublishOut]:
    """Publish now to everyone on the roster; the same again, or the same attempt, sends nothing more."""
    person = coach(request)
    publish_class(class_of(person, class_id), person, key)
    return Status(201, _publish_out(person, class_id))


@router.get("/classes/{class_id}/changes", response=schemas.WouldChange | None)
def changes(request: HttpRequest, class_id: int) -> schemas.WouldChange | None:
    """What publishing now would change against what the class has; null for one that has nothing yet."""
    found = what_would_change(class_of(coach(request), class_id))
    if found is None:
        return None
    return schemas.WouldChange(
        nothing=found.nothing,
        changes=list(found.changes),
        told=[
            schemas.Told(name=person.name, changes=[one for one in words if one not in found.changes])
            for person, words in found.told.items()
        ],
        come=[person.name for person in found.come],
        go=[person.name for person in found.go],
    )


@router.post("/sessions/{session_id}/publish", response={201: list[schemas.SentClass]})
def publish_all(
    request: HttpRequest, session_id: int, key: schemas.AttemptKey = None
) -> Status[list[schemas.SentClass]]:
    """Publish every class of a session that somebody comes to, or none of them."""
    person = coach(request)
    session = session_of(person, session_id)
    before = {one.id: one.published_version for one in classes_out(session)}
    made = publish_session(session, person, key)
    return Status(
        201,
        [
            schemas.SentClass(
                class_id=one.gym_class_id,
                starts_at=one.gym_class.starts_at,
                version=one.version,
                people=one.sheets.count(),
                sent=one.version != before[one.gym_class_id],
            )
            for one in made
        ],
    )


@router.post("/classes/{class_id}/cancel", response=schemas.PublishOut)
def cancel(request: HttpRequest, class_id: int) -> schemas.PublishOut:
    """The class does not take place; who has its sheet is told."""
    person = coach(request)
    cancel_class(person, class_of(person, class_id))
    return _publish_out(person, class_id)


@router.post("/classes/{class_id}/bring-back", response=schemas.PublishOut)
def bring_back(request: HttpRequest, class_id: int) -> schemas.PublishOut:
    """A cancelled class takes place after all; its people are told with the next version."""
    person = coach(request)
    bring_back_class(person, class_of(person, class_id))
    return _publish_out(person, class_id)


@router.post("/classes/{class_id}/move", response=schemas.PublishOut)
def move(request: HttpRequest, class_id: int, payload: schemas.ClassAt) -> schemas.PublishOut:
    """The class starts at another time of its day; who has its sheet is told."""
    person = coach(request)
    gym_class = class_of(person, class_id)
    zone = gym_class.session.gym.zone
    date = gym_class.starts_at.astimezone(zone).date()
    move_class(person, gym_class, local(date, payload.starts, zone))
    return _publish_out(person, class_id)


@router.post("/classes/{class_id}/nudge", response=schemas.PublishOut)
def remind(request: HttpRequest, class_id: int) -> schemas.PublishOut:
    """Bring their sheet to mind to those who have not opened it; once a version."""
    person = coach(request)
    nudge(person, class_of(person, class_id))
    return _publish_out(person, class_id)


@router.get("/classes/{class_id}/wall.svg")
def wall_code(request: HttpRequest, class_id: int) -> HttpResponse:
    """A code for the wall: it leads to the class's prep, which is nobody's own."""
    gym_class = class_of(coach(request), class_id)
    code = segno.make(f"{settings.ADDRESS}/w/{gym_class.wall}", micro=False)
    drawn = BytesIO()
    code.save(drawn, kind="svg", scale=6, dark="#22262a")
    return HttpResponse(drawn.getvalue(), content_type="image/svg+xml")


@router.delete("/deliveries/{sheet_id}", response=schemas.PublishOut)
def end(request: HttpRequest, sheet_id: int) -> schemas.PublishOut:
    """A member's link to this class opens nothing from now on."""
    person = coach(request)
    rows = MemberSheet.objects.select_related("publication__gym_class__session")
    sheet = get_object_or_404(rows, pk=sheet_id, publication__gym_class__session__gym_id=person.gym_id)
    end_link(person, sheet)
    return _publish_out(person, sheet.publication.gym_class_id)


@router.get("/classes/{class_id}/preview/{person_id}", response=schemas.SheetPage)
def preview(request: HttpRequest, class_id: int, person_id: int) -> HttpResponse:
    """What one member would get, computed now; nothing is saved or sent."""
    by = coach(request)
    gym_class = class_of(by, class_id)
    member = get_object_or_404(gym_class.people.whole(), pk=person_id)
    session = gym_class.session
    looked(by, [member.pk], "preview", session.gym.today())
    ask = session_ask(session, gym_class)
    chosen = chosen_in(gym_class).get(member.pk, {})
    there = (one for one in ask.people if one.key == str(member.pk))
    value = next(there, None) or with_felt([member], day_of(session))[member.pk]
    page = compute(session.gym_id, member_page, ask, value, chosen)
    latest = gym_class.publications.first()
    fields = shown(member_content(gym_class, page, member), (latest.version if latest else 0) + 1)
    return HttpResponse(as_json(fields), content_type="application/json")


@router.put("/classes/{class_id}/instead/{person_id}", response=schemas.InsteadIn)
def instead(
    request: HttpRequest, class_id: int, person_id: int, payload: schemas.InsteadIn
) -> schemas.InsteadIn:
    """What a member of the class does instead of a movement that is not for them; refused when it is not for
    them either. Sent with the next version."""
    person = coach(request)
    gym_class = class_of(person, class_id)
    member = get_object_or_404(gym_class.people.whole(), pk=person_id)
    row = choose_instead(person, gym_class, member, payload.movement, payload.text)
    return schemas.InsteadIn(movement=row.movement, text=row.text)


def _publish_out(by: Person, class_id: int) -> schemas.PublishOut:
    gym_class = class_of(by, class_id)
    session = gym_class.session
    people = list(gym_class.people.whole().order_by("name"))
    latest = gym_class.publications.select_related("published_by").first()
    sender = latest.published_by if latest else None
    deliveries = deliveries_of(gym_class, latest) if latest else []
    private = [one.person for one in deliveries if one.pain is not None or one.taken_out]
    looked(by, private, "publish", session.gym.today())
    problem, unread = _standing(gym_class, bool(people))
    return schemas.PublishOut(
        timezone=session.gym.timezone,
        class_id=gym_class.pk,
        session_id=session.pk,
        title=session.title,
        starts_at=gym_class.starts_at,
        coach=gym_class.coach.name if gym_class.coach else "",
        roster=[_roster_person(person) for person in people],
        version=latest.version if latest else None,
        published_at=latest.published_at if latest else None,
        published_by=sender.name if sender else "",
        changed_since=latest is not None and _changed(gym_class, latest),
        problem=problem,
        unread=unread,
        changes=latest.changes if latest else [],
        classes=classes_out(session_of(by, session.pk)),
        deliveries=deliveries,
        cancelled=gym_class.cancelled_at is not None,
        wall=f"/w/{gym_class.wall}",
        told=told_of_version(latest) if latest else 0,
    )


def _changed(gym_class: GymClass, latest: Publication) -> bool:
    """Whether the board, the prep, who comes, what they keep to, or a choice for one of them changed since a
    version."""
    touched = gym_class.touched_at is not None and gym_class.touched_at > latest.held_at
    chosen_since = gym_class.insteads.filter(changed_at__gt=latest.held_at)
    return touched or latest.digest != draft_digest(gym_class.session) or chosen_since.exists()


def _standing(gym_class: GymClass, anybody: bool) -> tuple[ProblemAt | None, list[str]]:
    """Why the class cannot be published as it stands, and the lines of its board that nobody understood."""
    session = gym_class.session
    try:
        found = kept(session.gym_id, standing_of, session_ask(session, gym_class))
    except CoreError as refused:
        return ProblemAt(field=refused.field, message=str(refused)), []
    if not anybody:
        return ProblemAt(field="people", message=NOBODY), found["unread"]
    return ProblemAt(**found["problem"]) if found["problem"] else None, found["unread"]


def _roster_person(person: Person) -> schemas.RosterPerson:
    return schemas.RosterPerson(
        id=person.pk,
        name=person.name,
        division=person.division,
        adaptive=person.adaptive,
        measured=len({(measured.motion, measured.side) for measured in person.ranges.all()}),
    )
