"""A class that members have is cancelled, moved, or brought to mind again: each tells them."""

from __future__ import annotations

import datetime

from django.db import transaction
from django.utils import timezone

from core.errors import Refused
from core.week.sending import time_words
from server.delivery.ledger import Message, queue
from server.delivery.models import Delivery
from server.people.models import Person
from server.programme.models import GymClass, Session
from server.publishing.actions import lock_class, store
from server.publishing.making import Made, class_content
from server.publishing.models import Publication
from server.versions import check_version


class NotDone(Refused):
    """What cannot be done with a class; ``field`` names what stands against it."""


@transaction.atomic
def cancel_class(by: Person, gym_class: GymClass) -> GymClass:
    """The class does not take place; who has its sheet is told. Raises NotDone for one that is over, and
    PermissionError for anyone but a coach of the gym."""
    locked = lock_class(gym_class, by)
    if locked.cancelled_at:
        return locked
    now = timezone.now()
    if locked.starts_at <= now:
        raise NotDone("class", "This class has begun already; there is nothing left to cancel.")
    locked.cancelled_at = now
    locked.save(update_fields=["cancelled_at"])
    _tell_again(locked, by, Publication.Kind.CANCELLED, Delivery.Kind.CANCELLED)
    return locked


@transaction.atomic
def bring_back_class(by: Person, gym_class: GymClass) -> GymClass:
    """A cancelled class takes place after all; who was told is told with the next version."""
    locked = lock_class(gym_class, by)
    locked.cancelled_at = None
    locked.touched_at = timezone.now()
    locked.save(update_fields=["cancelled_at", "touched_at"])
    return locked


@transaction.atomic
def move_class(by: Person, gym_class: GymClass, starts_at: datetime.datetime) -> GymClass:
    """The class is at another time; who has its sheet is told. Raises NotDone for a time that has passed, for
    a class that has begun, and for one that is cancelled."""
    locked = lock_class(gym_class, by)
    before, now, zone = locked.starts_at, timezone.now(), locked.session.gym.timezone
    if starts_at == before:
        return locked
    if starts_at <= now:
        said = time_words(starts_at.isoformat(), zone)
        raise NotDone("starts", f"{said} has passed. A class can only be moved to a time to come.")
    if before <= now or locked.cancelled_at:
        raise NotDone("class", "This class has begun or is cancelled; add another one instead.")
    locked.starts_at = starts_at
    locked.save(update_fields=["starts_at"])
    said = f"the class is now {time_words(starts_at.isoformat(), zone)}"
    _tell_again(locked, by, Publication.Kind.PREP, Delivery.Kind.MOVED, said, before)
    return locked


@transaction.atomic
def move_sent_session(by: Person, session_id: int, made_on: int, date: datetime.date) -> Session:
    """A session that members have is on another day, its classes at the same clock times; all are told.
    Raises Stale, NotDone and PermissionError."""
    if not by.coaches:
        raise PermissionError("Only a coach of this gym can move a session.")
    rows = Session.objects.select_for_update(of=("self",)).select_related("gym")
    session = rows.get(gym_id=by.gym_id, pk=session_id)
    check_version("This session", session.version, made_on)
    zone = session.gym.zone
    session.date = date
    session.version += 1
    session.save(update_fields=["date", "version", "changed_at"])
    for gym_class in session.classes.select_related("session__gym"):
        clock = gym_class.starts_at.astimezone(zone).time()
        starts_at = datetime.datetime.combine(date, clock, zone)
        if gym_class.cancelled_at:  # its people know that it does not take place
            GymClass.objects.filter(pk=gym_class.pk).update(starts_at=starts_at)
        else:
            move_class(by, gym_class, starts_at)
    return session


def _tell_again(
    gym_class: GymClass,
    by: Person,
    kind: Publication.Kind,
    told: Delivery.Kind,
    said: str = "",
    known_at: datetime.datetime | None = None,
) -> None:
    """A new version of a class that was published, the same but for what is said of the class itself."""
    latest = gym_class.publications.first()
    if latest is None:
        return
    of_class = {
        name: field for name, field in class_content(gym_class).items() if name in ("date", "starts_at")
    }
    sheets = [sheet for sheet in latest.sheets.select_related("person") if sheet.person.left_at is None]
    made = Made({**latest.page, **of_class}, {sheet.person: {**sheet.page(), **of_class} for sheet in sheets})
    publication = store(gym_class, made, kind, by, None, latest.digest, held_at=latest.held_at)
    tokens = dict(publication.sheets.values_list("person_id", "token"))
    messages = [Message(person, told, f"/m/{tokens[person.pk]}", said) for person in made.pages]
    queue(gym_class, f"v{publication.version}", messages, known_at=known_at)


@transaction.atomic
def nudge(by: Person, gym_class: GymClass) -> int:
    """Bring their sheet to mind to those who have not opened it, once a version; how many. Raises NotDone for
    a class nobody has, and PermissionError for anyone but a coach of the gym."""
    locked = lock_class(gym_class, by)
    latest = locked.publications.first()
    if latest is None or locked.cancelled_at or locked.starts_at <= timezone.now():
        raise NotDone("class", "There is nothing to be reminded of: not sent, cancelled, or over.")
    sheets = latest.sheets.filter(opened_at=None, person__left_at=None).select_related("person")
    messages = [Message(sheet.person, Delivery.Kind.NUDGE, f"/m/{sheet.token}") for sheet in sheets]
    queue(locked, f"nudge-v{latest.version}", messages)
    return len(messages)
