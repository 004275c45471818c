"""From a saved session and its draft to what the Bench works on."""

from __future__ import annotations

import datetime

from django.utils import timezone

from server.prep.bench import BenchInput
from server.prep.models import PrepDraft
from server.programme.models import GymClass, Session
from server.shelf.actions import vocabulary_of

DIALS = (
    "minutes",
    "method",
    "pins",
    "bans",
    "order",
    "doses",
    "breaks",
    "after_text",
    "after_min",
    "cold",
    "locked",
)  # what a coach sets
RECENT_DAYS = 2  # drills of these days are repeated less
KNOWN_DAYS = 28  # after four weeks a drill is new again; common practice
ENOUGH_PUBLISHED = 10  # publications from which a gym's habits are known; estimate


def draft_of(session: Session) -> PrepDraft:
    """The session's draft, made with the gym's defaults the first time (unsaved)."""
    try:
        return session.draft
    except PrepDraft.DoesNotExist:
        return PrepDraft(session=session, minutes=session.gym.minutes, method=session.gym.method)


def bench_input(session: Session, gym_class: GymClass | None = None, **changes) -> BenchInput:
    """What to compute for a session, for one class's people when a class is given."""
    draft = draft_of(session)
    today = timezone.localdate()
    people = (
        [
            person.value(today)
            for person in gym_class.people.filter(is_active=True).prefetch_related("ranges").order_by("name")
        ]
        if gym_class
        else []
    )
    fields = {
        **{dial: getattr(draft, dial) for dial in DIALS},
        "text": session.text,
        "people": people,
        "rack": session.gym.rack_value(),
        "places": session.gym.places,
        "kit": session.gym.kit_pieces() or None,
        "recent": recent_drills(session),
        "known": known_drills(session),
        "words": vocabulary_of(session.gym),
    }
    return BenchInput(**{**fields, **changes})


def recent_drills(session: Session) -> list[str]:
    """Drills published in the days before, so that the same list is not repeated every day."""
    return sorted({drill for drills in _published(session, RECENT_DAYS) for drill in drills})


def known_drills(session: Session) -> frozenset[str] | None:
    """Drills the gym has published in the last four weeks; None while it has published too little to tell."""
    published = _published(session, KNOWN_DAYS)
    return (
        frozenset(drill for drills in published for drill in drills)
        if len(published) >= ENOUGH_PUBLISHED
        else None
    )


def _published(session: Session, days: int) -> list[list[str]]:
    """The drills of every publication of the gym for the days before a session."""
    from server.publishing.models import Publication

    dates = (session.date - datetime.timedelta(days=days), session.date - datetime.timedelta(days=1))
    rows = Publication.objects.filter(
        gym_class__session__gym_id=session.gym_id, gym_class__session__date__range=dates
    )
    return [
        [item["drill"] for item in items or []]
        for items in rows.values_list("content__bench__plan__items", flat=True)
    ]
