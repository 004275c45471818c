"""Sessions put on days: permission, change and record in one place."""

from __future__ import annotations

import datetime

from django.db import transaction

from server.gym.models import Gym
from server.people.models import Person
from server.programme.models import GymClass, Session


@transaction.atomic
def add_session(gym: Gym, by: Person, date: datetime.date, title: str, text: str) -> Session:
    """A new session, with the class times (and rosters) of the latest earlier one on the same weekday. Raises
    PermissionError for anyone but a coach of the gym."""
    if not by.coaches or by.gym_id != gym.pk:
        raise PermissionError("Only a coach of this gym can add a session.")
    session = Session.objects.create(gym=gym, date=date, title=title, text=text)
    before = GymClass.objects.filter(
        session__gym=gym, session__date__lt=date, session__date__week_day=date.isoweekday() % 7 + 1
    )
    latest = before.select_related("session").order_by("-session__date").first()
    if latest is None:
        return session
    later = date - latest.session.date
    for gym_class in latest.session.classes.all():
        moved = GymClass.objects.create(
            session=session, coach=gym_class.coach, starts_at=gym_class.starts_at + later
        )
        moved.people.set(gym_class.people.all())
    return session
