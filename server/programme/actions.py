"""Sessions put on days: permission, change and record in one place."""

from __future__ import annotations

import datetime

from django.db import transaction

from server.gym.models import Gym
from server.people.models import Person
from server.programme.models import GymClass, Session
from server.versions import check_version


class AlreadySent(Exception):
    """Members have the session."""


@transaction.atomic
def add_session(
    gym: Gym, by: Person, date: datetime.date, title: str, text: str, key: str | None = None
) -> Session:
    """A new session, with the class times (and rosters) of the latest earlier one on the same weekday; or,
    for a ``key`` that came before, the session it made then. Raises PermissionError for anyone but a coach
    of the gym."""
    if not by.coaches or by.gym_id != gym.pk:
        raise PermissionError("Only a coach of this gym can add a session.")
    fields = {"date": date, "title": title, "text": text}
    if key:
        session, made = Session.objects.get_or_create(gym=gym, key=key, defaults=fields)
    else:
        session, made = Session.objects.create(gym=gym, **fields), True
    if made:
        _give_classes(session)
    return session


def _give_classes(session: Session) -> None:
    """The class times (and rosters) of the latest earlier session on the same weekday."""
    gym, date = session.gym, session.date
    before = GymClass.objects.filter(
        session__gym=gym, session__date__lt=date, session__date__week_day=date.isoweekday() % 7 + 1
    )
    latest = before.select_related("session").order_by("-session__date").first()
    if latest is None:
        return
    zone, later = gym.zone, date - latest.session.date
    for gym_class in latest.session.classes.all():
        clock = gym_class.starts_at.astimezone(zone).replace(tzinfo=None)  # 06:15 stays 06:15 in winter
        moved = GymClass.objects.create(
            session=session, coach=gym_class.coach, starts_at=(clock + later).replace(tzinfo=zone)
        )
        moved.people.set(gym_class.people.filter(is_active=True))


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
def remove_session(by: Person, session_id: int, made_on: int) -> None:
    """Take a session away. Raises Stale and PermissionError as change_session, and AlreadySent for one that
    members have."""
    session = change_session(by, session_id, made_on, None, None)
    if session.classes.filter(publications__isnull=False).exists():
        raise AlreadySent
    session.delete()
