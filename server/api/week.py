"""The week, and the sessions on its days."""

import datetime
from typing import Any

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from ninja import Router, Status

from core.documents.base import as_json
from core.documents.glance import RUN_DAYS, Glance
from core.prep import PlanSettings
from core.prep.settings import pins_of
from core.reading.vocabulary import Vocabulary
from server.api import schemas
from server.api.access import coach, session_of, sessions_of
from server.api.problems import Problem, stale_problem
from server.computing.stored import kept_glances
from server.people.models import Person
from server.prep.dials import DIALS, DialsGiven
from server.prep.drafts import copy_session, dials_of, draft_of
from server.prep.models import PrepDraft
from server.programme.actions import AlreadySent
from server.programme.actions import add_session as add
from server.programme.actions import change_session as change
from server.programme.actions import move_session as move
from server.programme.actions import remove_session as remove
from server.programme.models import Session
from server.programme.rosters import at_two_at_once
from server.publishing.actions import draft_digest
from server.publishing.classes import move_sent_session
from server.shelf.actions import vocabulary_of
from server.versions import Stale

router = Router(tags=["programme"])
DAYS = 7


@router.get("/week", response=schemas.Week)
def week(request: HttpRequest, start: schemas.Day | None = None) -> HttpResponse:
    """Monday to Sunday, from the Monday of ``start`` (today when left out)."""
    person = coach(request)
    today = person.gym.today()
    day = start or today
    monday = day - datetime.timedelta(days=day.weekday())
    dates = [monday + datetime.timedelta(days=offset) for offset in range(DAYS)]
    sessions = list(sessions_of(person).filter(date__range=(dates[0], dates[-1])))
    texts = [session.text for session in sessions]
    glances = kept_glances(person.gym_id, texts, vocabulary_of(person.gym))
    by_day: dict[datetime.date, list[schemas.WeekSession]] = {date: [] for date in dates}
    for session, glance in zip(sessions, glances, strict=True):
        by_day[session.date].append(_week_session(session, glance))
    days = [schemas.WeekDay(date=date, sessions=sessions) for date, sessions in by_day.items()]
    found = schemas.Week(
        start=monday,
        today=today,
        timezone=person.gym.timezone,
        days=days,
        run_days=RUN_DAYS,
        twice=[
            schemas.Twice(name=one.name, starts_at=one.starts_at, titles=list(one.titles))
            for one in at_two_at_once(sessions)
        ],
    )
    return HttpResponse(as_json(found), content_type="application/json")


def _week_session(session: Session, glance: Glance) -> schemas.WeekSession:
    return schemas.WeekSession(
        id=session.pk,
        title=session.title,
        lines=sum(1 for line in session.text.splitlines() if line.strip()),
        unread=len(glance.unread),
        prepared=draft_of(session).pk is not None,
        version=session.version,
        asks=list(glance.asks),
        classes=classes_out(session),
    )


def classes_out(session: Session) -> list[schemas.ClassOut]:
    """A session's classes (as sessions_of fetches them) with what each was last given."""
    digest = draft_digest(session)
    return [_class_out(gym_class, digest) for gym_class in session.classes.all()]


def _class_out(row: Any, digest: str) -> schemas.ClassOut:
    """One class, a row that sessions_of has annotated."""
    newest = row.newest or {}
    held_at = newest and datetime.datetime.fromisoformat(newest["held_at"])
    since = [at for at in (row.chosen_at, row.touched_at) if at and held_at and at > held_at]
    return schemas.ClassOut(
        id=row.pk,
        starts_at=row.starts_at,
        coach=row.coach_name or "",
        people=row.coming,
        published_version=newest.get("version"),
        cancelled=row.cancelled_at is not None,
        changed_since=bool(newest and (newest["digest"] != digest or since)),
    )


def session_out(session: Session) -> schemas.SessionOut:
    """A session with its dials and classes."""
    return schemas.SessionOut(
        **dials_of(session).dict(),
        id=session.pk,
        date=session.date,
        title=session.title,
        text=session.text,
        version=session.version,
        timezone=session.gym.timezone,
        classes=classes_out(session),
    )


@router.post("/sessions", response={201: schemas.SessionOut})
def add_session(
    request: HttpRequest, payload: schemas.SessionIn, key: schemas.AttemptKey = None
) -> Status[schemas.SessionOut]:
    """A new session, with the class times (and rosters) of the same weekday a week before."""
    person = coach(request)
    session = add(
        person.gym,
        person,
        payload.date,
        payload.title,
        payload.text,
        key,
        with_classes=payload.with_classes,
    )
    return Status(201, session_out(session_of(person, session.pk)))


@router.get("/sessions/{session_id}", response=schemas.SessionOut)
def get_session(request: HttpRequest, session_id: int) -> schemas.SessionOut:
    """One session."""
    return session_out(session_of(coach(request), session_id))


@router.patch("/sessions/{session_id}", response={200: schemas.SessionOut, 409: schemas.StaleSession})
def change_session(
    request: HttpRequest, session_id: int, payload: schemas.SessionPatch
) -> schemas.SessionOut:
    """Save what changed since ``version``; 409 with the session as it stands when somebody was quicker.
    Settings that cannot be planned are refused, and nothing is saved then."""
    person = coach(request)
    try:
        _change(person, session_id, payload)
    except Stale as stale:
        stands = session_out(session_of(person, session_id))
        raise stale_problem(stale, stands, payload.dict(exclude_unset=True)) from stale
    return session_out(session_of(person, session_id))


@transaction.atomic
def _change(person: Person, session_id: int, payload: schemas.SessionPatch) -> None:
    session_of(person, session_id)
    session = change(person, session_id, payload.version, payload.title, payload.text)
    draft = draft_of(session)
    _check(payload, draft, vocabulary_of(session.gym))
    for dial in DIALS:
        value = getattr(payload, dial)
        if value is not None:
            setattr(draft, dial, list(value) if isinstance(value, tuple) else value)
    draft.save()


def _check(given: DialsGiven, draft: PrepDraft, words: Vocabulary) -> None:
    """Raises PlanRefused for dials that cannot be planned."""
    settings = PlanSettings(
        minutes=given.minutes or draft.minutes,
        method=given.method or draft.method,
        pins=pins_of(given.pins or (), words.catalog.drills),
        breaks=tuple((int(part), minutes) for part, minutes in (given.breaks or {}).items()),
    )
    settings.check(words.catalog)


@router.post("/sessions/{session_id}/move", response={200: schemas.SessionOut, 409: schemas.StaleSession})
def move_session(request: HttpRequest, session_id: int, payload: schemas.MoveIn) -> schemas.SessionOut:
    """Put a session on another day, with its classes; one that members have only when they are told."""
    person = coach(request)
    session_of(person, session_id)
    go = move_sent_session if payload.tell else move
    try:
        go(person, session_id, payload.version, payload.date)
    except Stale as stale:
        raise stale_problem(stale, session_out(session_of(person, session_id)), {}) from stale
    except AlreadySent as sent:
        detail = "Members have this session for its day. Copy it to the other one instead."
        raise Problem(409, "Already published", detail) from sent
    return session_out(session_of(person, session_id))


@router.post("/sessions/{session_id}/copy", response={201: schemas.SessionOut})
def copy(
    request: HttpRequest, session_id: int, payload: schemas.CopyIn, key: schemas.AttemptKey = None
) -> Status[schemas.SessionOut]:
    """The same board and prep on another day."""
    person = coach(request)
    made = copy_session(person, session_of(person, session_id), payload.date, key)
    return Status(201, session_out(session_of(person, made.pk)))


@router.delete("/sessions/{session_id}", response={204: None})
def remove_session(request: HttpRequest, session_id: int, version: schemas.RowVersion) -> Status[None]:
    """Only a session nobody was given anything for can go, and only as the coach last saw it."""
    person = coach(request)
    session_of(person, session_id)
    try:
        remove(person, session_id, version)
    except Stale as stale:
        raise stale_problem(stale, session_out(session_of(person, session_id)), {}) from stale
    except AlreadySent as sent:
        detail = "Members have this session; change it and publish again instead."
        raise Problem(409, "Already published", detail) from sent
    return Status(204, None)
