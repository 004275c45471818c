"""Sessions put on days: permission, change and record in one place."""

from __future__ import annotations

import datetime
from collections.abc import Sequence

from django.db import transaction

from server.gym.models import Gym
from server.people.models import Person
from server.programme.models import GymClass, Session
from server.versions import check_version

EARLIER_CLASSES = 40  # looked through for one at the same time


class AlreadySent(Exception):
    """Members have the session."""


@transaction.atomic
def add_session(
    gym: Gym,
    by: Person,
    date: datetime.date,
    title: str,
    text: str,
    key: str | None = None,
    *,
    with_classes: bool = True,
) -> Session:
    """A new session, with the class times (and rosters) of the latest earlier one on the same weekday where
    they are wanted; or, for a ``key`` that came before, the session it made then. Raises PermissionError for
    anyone but a coach of the gym."""
    if not by.coaches_in(gym.pk):
        raise PermissionError("Only a coach of this gym can add a session.")
    fields = {"date": date, "title": title, "text": text}
    if key:
        session, made = Session.objects.get_or_create(gym=gym, key=key, defaults=fields)
    else:
        session, made = Session.objects.create(gym=gym, **fields), True
    if made and with_classes:
        _give_classes(session)
    return session


@transaction.atomic
def add_class(by: Person, session_id: int, starts: datetime.time) -> GymClass:
    """A class of a session at a clock time, with the roster of the latest earlier one at that time on the
    same weekday; the one there is where there is one. Raises PermissionError for anyone but a coach."""
    if not by.coaches:
        raise PermissionError("Only a coach of this gym can add a class.")
    session = (
        Session.objects.select_for_update(of=("self",))
        .select_related("gym")
        .get(gym_id=by.gym_id, pk=session_id)
    )
    there = {_clock(one, session.gym): one for one in session.classes.all()}
    return there.get(starts) or _give_class(session, starts, None, _earlier_classes(session))


@transaction.atomic
def remove_class(by: Person, gym_class: GymClass) -> None:
    """Take a class away. Raises AlreadySent for one that members have."""
    if not by.coaches_in(gym_class.session.gym_id):
        raise PermissionError("Only a coach of this gym can take a class away.")
    if gym_class.publications.exists():
        raise AlreadySent
    gym_class.delete()


def _give_classes(session: Session) -> None:
    """The gym's class times of that weekday; while it has none, those of the latest earlier session on the
    same weekday. Each has the roster and coach of the latest earlier class at its time."""
    gym, date = session.gym, session.date
    weekly = list(gym.weekly_classes.select_related("coach"))
    earlier = _earlier_classes(session)
    if not weekly:
        latest = [one for one in earlier if one.session_id == earlier[0].session_id]
        times = [(_clock(one, gym), one.coach) for one in latest]
    else:
        times = [(one.starts, one.coach) for one in weekly if one.weekday == date.weekday()]
    for clock, coach in times:
        _give_class(session, clock, coach, earlier)


def _give_class(
    session: Session, clock: datetime.time, coach: Person | None, earlier: Sequence[GymClass]
) -> GymClass:
    """A class at a clock time, with the people (and the coach) of the latest earlier one at that time."""
    gym = session.gym
    like = next((one for one in earlier if _clock(one, gym) == clock), None)
    starts_at = datetime.datetime.combine(session.date, clock, gym.zone)  # 06:15 stays 06:15 in winter
    made = GymClass.objects.create(
        session=session, starts_at=starts_at, coach=coach or (like.coach if like else None)
    )
    if like:
        made.people.set(like.people.current())
    return made


def _earlier_classes(session: Session) -> list[GymClass]:
    """Classes on the same weekday before a session, the latest session's first, each session's in order."""
    before = GymClass.objects.filter(
        session__gym=session.gym,
        session__date__lt=session.date,
        session__date__week_day=session.date.isoweekday() % 7 + 1,
    )
    rows = before.select_related("session", "coach").order_by("-session__date", "-session_id", "starts_at")
    return list(rows[:EARLIER_CLASSES])


def _clock(gym_class: GymClass, gym: Gym) -> datetime.time:
    return gym_class.starts_at.astimezone(gym.zone).time()


@transaction.atomic
def change_session(by: Person, session_id: int, made_on: int, title: str | None, text: str | None) -> Session:
    """The session, locked until the transaction ends, with a new title and text where given, one version
    further. Raises Stale when it changed after version ``made_on``, Session.DoesNotExist for none of the
    coach's gym, and PermissionError for anyone but a coach."""
    if not by.coaches:
        raise PermissionError("Only a coach of this gym can change a session.")
    session = (
        Session.objects.select_for_update(of=("self",))
        .select_related("gym")
        .get(gym_id=by.gym_id, pk=session_id)
    )
    check_version("This session", session.version, made_on)
    session.title = session.title if title is None else title
    session.text = session.text if text is None else text
    session.version += 1
    session.save(update_fields=["title", "text", "version", "changed_at"])
    return session


@transaction.atomic
def move_session(by: Person, session_id: int, made_on: int, date: datetime.date) -> Session:
    """The session on another day, its classes at the same clock times there, their rosters with them. Raises
    Stale and PermissionError as change_session, and AlreadySent for one that members have."""
    session = change_session(by, session_id, made_on, None, None)
    if session.classes.filter(publications__isnull=False).exists():
        raise AlreadySent
    session.date = date
    session.save(update_fields=["date"])
    zone = session.gym.zone
    for gym_class in session.classes.all():
        clock = _clock(gym_class, session.gym)
        gym_class.starts_at = datetime.datetime.combine(date, clock, zone)
        gym_class.save(update_fields=["starts_at"])
    return session


@transaction.atomic
def remove_session(by: Person, session_id: int, made_on: int) -> None:
    """Take a session away. Raises Stale and PermissionError as change_session, and AlreadySent for one that
    members have."""
    session = change_session(by, session_id, made_on, None, None)
    if session.classes.filter(publications__isnull=False).exists():
        raise AlreadySent
    session.delete()
