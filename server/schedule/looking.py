"""Once a minute: what is due goes out, and what is not ready is held and said, each class in its own
transaction, by whichever worker gets to it first."""

from __future__ import annotations

import datetime

from django.db import transaction
from django.utils import timezone

from core.documents.ready import not_ready
from core.errors import CoreError
from core.week.sending import time_words
from server.computing.helpers import Busy, TooLong
from server.computing.stored import kept
from server.logs import log
from server.prep.drafts import attending, session_ask
from server.programme.models import GymClass, Session
from server.publishing.actions import lock_class, publish_class
from server.publishing.making import NOBODY, Made, make_if_ready, members_of
from server.publishing.saying import tell_coach
from server.schedule.models import Planned
from server.schedule.rules import Due, classes_ahead, due_of, is_done

WARN = datetime.timedelta(hours=2)  # before it is due, a coach hears that something is not ready
ASK = "It waits for a coach's yes."


def look(now: datetime.datetime | None = None) -> int:
    """Send what is due; how many classes went out."""
    now = now or timezone.now()
    rows = list(classes_ahead(now).filter(session__gym__paused_at=None))
    near = [due for due in due_of(rows) if due.first - WARN <= now]
    left = [due for due in near if not is_done(getattr(due.gym_class, "planned", None), due)]
    # before any of them is held: whoever makes a row that another is making waits for its whole class
    Planned.objects.bulk_create(
        [Planned(gym_class=due.gym_class, due_at=due.due) for due in left], ignore_conflicts=True
    )
    return sum(_look_safely(due, now) for due in left)


def _look_safely(due: Due, now: datetime.datetime) -> bool:
    """One class; what goes wrong with it keeps no other from going out, and is tried again in a minute."""
    try:
        with transaction.atomic():
            return _look_at(due, now)
    except (Busy, TooLong) as problem:
        log.warning("a class could not be looked at now", exc_info=problem)
    except Exception as problem:
        log.error("a class could not be looked at", exc_info=problem)
    return False


def _look_at(due: Due, now: datetime.datetime) -> bool:
    """Whether the class went out."""
    planned = _planned(due)
    if planned is None or is_done(planned, due):
        return False
    if planned.due_at != due.due:  # the class, or its rule, was moved
        planned.due_at, planned.early_at, planned.state = due.due, None, Planned.State.WAITING
        planned.warned_at = planned.asked_at = planned.approved_at = None
    goes_out = now >= (due.due if planned.early_at else due.first)
    waits = due.rule.approve and planned.approved_at is None
    made: Made | None = None
    if goes_out and not waits:
        locked = lock_class(due.gym_class, None)
        planned.why, made = make_if_ready(locked, locked.session)
    else:
        planned.why = why_not(due.gym_class) + ([ASK] if waits else [])
    planned.state = Planned.State.HELD if goes_out and planned.why else Planned.State.WAITING
    sent = made is not None
    if planned.why:
        _tell(planned, due, now)
    elif sent:
        publish_class(due.gym_class, None, wanted=due.due, now=now, made=made)
        if now >= due.due:
            planned.state = Planned.State.DONE
        else:
            planned.early_at = now
    planned.save()
    return sent


def _planned(due: Due) -> Planned | None:
    """The class's row, held; None while another worker has it."""
    return Planned.objects.select_for_update(skip_locked=True).filter(gym_class=due.gym_class).first()


def why_not(gym_class: GymClass) -> list[str]:
    """Why a class cannot go out without its coach looking at it, in sentences; empty when it can."""
    session = Session.objects.select_related("gym", "draft").get(pk=gym_class.session_id)
    gym_class.session = session
    roster = attending(gym_class)
    if not roster:
        return [NOBODY]
    try:
        ask = session_ask(session, gym_class)
        return kept(session.gym_id, not_ready, ask, members_of(gym_class, roster))
    except CoreError as problem:
        return [str(problem)]


def _tell(planned: Planned, due: Due, now: datetime.datetime) -> None:
    """Word to the coach: that something stands against it, and that it waits for a yes; each once."""
    at = time_words(due.due.isoformat(), due.gym_class.session.gym.timezone)
    key = int(due.due.timestamp())
    if planned.why != [ASK] and planned.warned_at is None:
        tell_coach(due.gym_class, f"warn-{key}", f"not ready to go out ({at})")
        planned.warned_at = now
    if ASK in planned.why and planned.asked_at is None:
        tell_coach(due.gym_class, f"ask-{key}", f"waits for your yes to go out ({at})")
        planned.asked_at = now
