"""The week, and the sessions on its days."""

import datetime

from django.db import transaction
from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Status

from core.demand import derive
from core.errors import UnusableText
from core.prep import PlanSettings
from core.prep.settings import pins_of
from core.reading.vocabulary import Vocabulary
from server.api import schemas
from server.api.access import coach, session_of, sessions_of
from server.api.problems import Problem
from server.prep.dials import DIALS, DialsGiven
from server.prep.drafts import dials_of, draft_of
from server.prep.models import PrepDraft
from server.programme.actions import add_session as add
from server.programme.models import Session
from server.publishing.actions import draft_digest
from server.shelf.actions import vocabulary_of

router = Router(tags=["programme"])
TOP_DEMANDS = 4
DAYS = 7


@router.get("/week", response=schemas.Week)
def week(request: HttpRequest, start: datetime.date | None = None) -> schemas.Week:
    """Monday to Sunday, from the Monday of ``start`` (today when left out)."""
    person = coach(request)
    today = timezone.localdate()
    day = start or today
    monday = day - datetime.timedelta(days=day.weekday())
    dates = [monday + datetime.timedelta(days=offset) for offset in range(DAYS)]
    words = vocabulary_of(person.gym)
    by_day: dict[datetime.date, list[schemas.WeekSession]] = {date: [] for date in dates}
    for session in sessions_of(person).filter(date__range=(dates[0], dates[-1])):
        by_day[session.date].append(_week_session(session, words))
    days = [schemas.WeekDay(date=date, sessions=sessions) for date, sessions in by_day.items()]
    return schemas.Week(start=monday, today=today, days=days)


def _week_session(session: Session, words: Vocabulary) -> schemas.WeekSession:
    unread, top = 0, list[schemas.TopDemand]()
    try:
        workout = words.read(session.text)
    except UnusableText:
        workout = None
    if workout is not None:
        unread = len(workout.unread)
        profile = derive(workout, catalog=words.catalog)
        reaches = [demand for demand in profile.demands if demand.kind == "reach"]
        top = [
            schemas.TopDemand(
                id=demand.id,
                name=words.catalog.demands[demand.id].name,
                kind=demand.kind,
                score=round(demand.score, 3),
            )
            for demand in reaches[:TOP_DEMANDS]
        ]
    return schemas.WeekSession(
        id=session.pk,
        title=session.title,
        lines=sum(1 for line in session.text.splitlines() if line.strip()),
        unread=unread,
        prepared=draft_of(session).pk is not None,
        top=top,
        classes=classes_out(session),
    )


def classes_out(session: Session) -> list[schemas.ClassOut]:
    """A session's classes (as sessions_of fetches them) with what each was last given."""
    digest = draft_digest(session)
    classes: list[schemas.ClassOut] = []
    for gym_class in session.classes.all():
        latest = next(iter(gym_class.publications.all()), None)
        classes.append(
            schemas.ClassOut(
                id=gym_class.pk,
                starts_at=gym_class.starts_at,
                coach=gym_class.coach.name if gym_class.coach else "",
                people=getattr(gym_class, "coming"),  # noqa: B009  # annotated by sessions_of
                published_version=latest.version if latest else None,
                changed_since=latest is not None and latest.digest != digest,
            )
        )
    return classes


def session_out(session: Session) -> schemas.SessionOut:
    """A session with its dials and classes."""
    return schemas.SessionOut(
        **dials_of(session).dict(),
        id=session.pk,
        date=session.date,
        title=session.title,
        text=session.text,
        classes=classes_out(session),
    )


@router.post("/sessions", response={201: schemas.SessionOut})
def add_session(request: HttpRequest, payload: schemas.SessionIn) -> Status[schemas.SessionOut]:
    """A new session, with the class times (and rosters) of the same weekday a week before."""
    person = coach(request)
    session = add(person.gym, person, payload.date, payload.title.strip(), payload.text)
    return Status(201, session_out(session_of(person, session.pk)))


@router.get("/sessions/{session_id}", response=schemas.SessionOut)
def get_session(request: HttpRequest, session_id: int) -> schemas.SessionOut:
    """One session."""
    return session_out(session_of(coach(request), session_id))


@router.patch("/sessions/{session_id}", response=schemas.SessionOut)
@transaction.atomic
def change_session(
    request: HttpRequest, session_id: int, payload: schemas.SessionPatch
) -> schemas.SessionOut:
    """Save what changed. Settings that cannot be planned are refused, and nothing is saved then."""
    person = coach(request)
    session = session_of(person, session_id)
    draft = draft_of(session)
    _check(payload, draft, vocabulary_of(session.gym))
    if "\x00" in (payload.text or "") + (payload.after_text or ""):
        raise Problem(422, "That cannot be used", "This looks like a binary file, not text.", "text")
    if payload.title is not None:
        session.title = payload.title
    if payload.text is not None:
        session.text = payload.text
    session.save()
    for dial in DIALS:
        value = getattr(payload, dial)
        if value is not None:
            setattr(draft, dial, list(value) if isinstance(value, tuple) else value)
    draft.save()
    return session_out(session_of(person, session_id))


def _check(given: DialsGiven, draft: PrepDraft, words: Vocabulary) -> None:
    """Raises PlanRefused for dials that cannot be planned."""
    settings = PlanSettings(
        minutes=given.minutes or draft.minutes,
        method=given.method or draft.method,
        pins=pins_of(given.pins or (), words.catalog.drills),
        breaks=tuple((int(part), minutes) for part, minutes in (given.breaks or {}).items()),
    )
    settings.check(words.catalog)


@router.delete("/sessions/{session_id}", response={204: None})
def remove_session(request: HttpRequest, session_id: int) -> Status[None]:
    """Only a session nobody was given anything for can go."""
    session = session_of(coach(request), session_id)
    if session.classes.filter(publications__isnull=False).exists():
        raise Problem(
            409, "Already published", "Members have this session; change it and publish again instead."
        )
    session.delete()
    return Status(204, None)
