"""The week, and the sessions on its days."""

import datetime

from django.db import transaction
from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Status

from core.demand import derive
from core.errors import UnusableText
from core.reading.vocabulary import Vocabulary
from server.api import schemas
from server.api.access import coach, session_of, sessions_of
from server.api.problems import Problem
from server.prep.bench import BenchInput
from server.prep.drafts import DIALS, draft_of
from server.programme.models import GymClass, Session
from server.publishing.actions import draft_digest
from server.shelf.actions import vocabulary_of

router = Router(tags=["programme"])
TOP_DEMANDS = 4


@router.get("/week", response=schemas.Week)
def week(request: HttpRequest, start: datetime.date | None = None):
    """Monday to Sunday, from the Monday of ``start`` (today when left out)."""
    person = coach(request)
    today = timezone.localdate()
    day = start or today
    monday = day - datetime.timedelta(days=day.weekday())
    found = sessions_of(person).filter(date__range=(monday, monday + datetime.timedelta(days=6)))
    by_day: dict[datetime.date, list[dict]] = {
        monday + datetime.timedelta(days=place): [] for place in range(7)
    }
    words = vocabulary_of(person.gym)
    for session in found:
        by_day[session.date].append(_week_session(session, words))
    return {
        "start": monday,
        "today": today,
        "days": [{"date": date, "sessions": rows} for date, rows in by_day.items()],
    }


def _week_session(session: Session, words: Vocabulary) -> dict:
    top, unread = [], 0
    try:
        workout = words.read(session.text)
        unread = len(workout.unread)
        names = words.catalog.demands
        top = [
            {"id": one.id, "name": names[one.id].name, "kind": one.kind, "score": round(one.score, 3)}
            for one in derive(workout, catalog=words.catalog).demands
            if one.kind == "reach"
        ][:TOP_DEMANDS]
    except UnusableText:
        pass
    return {
        "id": session.pk,
        "title": session.title,
        "lines": sum(1 for line in session.text.splitlines() if line.strip()),
        "unread": unread,
        "prepared": draft_of(session).pk is not None,
        "top": top,
        "classes": classes_out(session),
    }


def classes_out(session: Session) -> list[dict]:
    """A session's classes with what each was last given."""
    digest = draft_digest(session)
    rows = []
    for one in session.classes.all():
        latest = next(iter(one.publications.all()), None)
        rows.append(
            {
                "id": one.pk,
                "starts_at": one.starts_at,
                "coach": one.coach.name if one.coach else "",
                "people": one.coming,
                "published_version": latest.version if latest else None,
                "changed_since": bool(latest) and latest.digest != digest,
            }
        )
    return rows


def session_out(session: Session) -> dict:
    draft = draft_of(session)
    return {
        "id": session.pk,
        "date": session.date,
        "title": session.title,
        "text": session.text,
        **{dial: getattr(draft, dial) for dial in DIALS},
        "classes": classes_out(session),
    }


@router.post("/sessions", response={201: schemas.SessionOut})
@transaction.atomic
def add_session(request: HttpRequest, payload: schemas.SessionIn):
    """A new session, with the class times (and rosters) of the same weekday a week before."""
    person = coach(request)
    session = Session.objects.create(
        gym=person.gym, date=payload.date, title=payload.title.strip(), text=payload.text
    )
    before = GymClass.objects.filter(
        session__gym=person.gym,
        session__date__lt=payload.date,
        session__date__week_day=payload.date.isoweekday() % 7 + 1,
    ).order_by("-session__date")
    if before:
        model = before[0].session
        for one in model.classes.all():
            shifted = GymClass.objects.create(
                session=session, coach=one.coach, starts_at=one.starts_at + (payload.date - model.date)
            )
            shifted.people.set(one.people.all())
    return Status(201, session_out(session_of(person, session.pk)))


@router.get("/sessions/{session_id}", response=schemas.SessionOut)
def get_session(request: HttpRequest, session_id: int):
    return session_out(session_of(coach(request), session_id))


@router.patch("/sessions/{session_id}", response=schemas.SessionOut)
@transaction.atomic
def change_session(request: HttpRequest, session_id: int, payload: schemas.SessionPatch):
    """Save what changed. Settings that cannot be planned are refused, and nothing is saved then."""
    session = session_of(coach(request), session_id)
    given = payload.dict(exclude_unset=True)
    draft = draft_of(session)
    asked = BenchInput(
        text="",
        minutes=given.get("minutes") or draft.minutes,
        method=given.get("method") or draft.method,
        breaks=given.get("breaks") or {},
    )
    asked.settings().check(vocabulary_of(session.gym).catalog)
    if "\x00" in (given.get("text") or "") + (given.get("after_text") or ""):
        raise Problem(422, "That cannot be used", "This looks like a binary file, not text.", "text")
    for name in ("title", "text"):
        if given.get(name) is not None:
            setattr(session, name, given[name])
    session.save()
    for name in DIALS:
        if given.get(name) is not None:
            setattr(draft, name, given[name])
    draft.save()
    return session_out(session_of(request.user, session_id))


@router.delete("/sessions/{session_id}", response={204: None})
def remove_session(request: HttpRequest, session_id: int):
    """Only a session nobody was given anything for can go."""
    session = session_of(coach(request), session_id)
    if session.classes.filter(publications__isnull=False).exists():
        raise Problem(
            409, "Already published", "Members have this session; change it and publish again instead."
        )
    session.delete()
    return Status(204, None)
