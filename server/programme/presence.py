"""Who else has a session open, so that two coaches on one board know of each other."""

from __future__ import annotations

import datetime

from django.utils import timezone

from server.people.models import Person
from server.programme.models import Presence, Session

ASK_AGAIN_S = 10  # how often a page says that it is still there
GONE_AFTER = datetime.timedelta(seconds=3 * ASK_AGAIN_S)  # two of its words may be lost
FORGOTTEN_AFTER = datetime.timedelta(days=1)


def say_here(by: Person, session: Session, tab: str) -> list[str]:
    """Note that a page of this person is open on a session. Whose other pages are open on it, by name, each
    once; their own other page counts. Raises PermissionError for anyone but a coach of the gym."""
    if not by.coaches_in(session.gym_id):
        raise PermissionError("Only a coach of this gym can open a session.")
    now = timezone.now()
    Presence.objects.update_or_create(session=session, person=by, tab=tab, defaults={"seen_at": now})
    open_ones = session.presences.filter(left=False, seen_at__gt=now - GONE_AFTER).exclude(person=by, tab=tab)
    return sorted(set(open_ones.values_list("person__name", flat=True)))


def say_gone(by: Person, session: Session, tab: str) -> None:
    """Note that the page was left, for good: a word it sent before may be worked on after this one. Forget
    the pages of long ago."""
    now = timezone.now()
    long_ago = now - FORGOTTEN_AFTER
    left = {"seen_at": now, "left": True}
    Presence.objects.update_or_create(session=session, person=by, tab=tab, defaults=left)
    Presence.objects.filter(session__gym_id=session.gym_id, seen_at__lt=long_ago).delete()
