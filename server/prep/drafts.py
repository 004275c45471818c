"""From a saved session and its draft to what is worked out."""

from __future__ import annotations

import datetime
from collections.abc import Sequence
from dataclasses import replace
from typing import NamedTuple

from core.demand import Person
from core.prep.settings import pins_of
from core.session import SessionAsk
from server.gym.models import Gym
from server.people.models import Person as PersonRow
from server.prep.dials import Dials
from server.prep.models import PrepDraft
from server.programme.actions import add_session
from server.programme.models import GymClass, Session
from server.shelf.actions import vocabulary_of

RECENT_DAYS = 2  # drills of these days are repeated less
KNOWN_DAYS = 28  # after four weeks a drill is new again; common practice
ENOUGH_PUBLISHED = 10  # publications from which a gym's habits are known; estimate


def draft_of(session: Session) -> PrepDraft:
    """The session's draft, made with the gym's defaults the first time (unsaved)."""
    try:
        return session.draft
    except PrepDraft.DoesNotExist:
        return PrepDraft(session=session, minutes=session.gym.minutes, method=session.gym.method)


def copy_session(by: PersonRow, session: Session, date: datetime.date, key: str | None) -> Session:
    """The same board and dials on another day, which has class times of its own only when no other session of
    that day has. Raises PermissionError for anyone but a coach of the gym."""
    taken = session.gym.sessions.filter(date=date, classes__isnull=False).exists()
    made = add_session(session.gym, by, date, session.title, session.text, key, with_classes=not taken)
    draft = draft_of(session)
    if draft.pk and not PrepDraft.objects.filter(session=made).exists():
        draft.pk, draft.session = None, made
        draft.save(force_insert=True)
    return made


def dials_of(session: Session) -> Dials:
    """What is set for a session."""
    return Dials.from_orm(draft_of(session))


def session_ask(
    session: Session,
    gym_class: GymClass | None = None,
    *,
    text: str | None = None,
    dials: Dials | None = None,
) -> SessionAsk:
    """What to work out for a session, for one class's people when a class is given. text and dials: as
    they stand on a page, else as saved. Raises PlanRefused for a pin that cannot be read."""
    dials = dials or dials_of(session)
    words, habits = vocabulary_of(session.gym), habits_of(session)
    return SessionAsk(
        text=session.text if text is None else text,
        minutes=dials.minutes,
        method=dials.method,
        people=people_of(gym_class) if gym_class else (),
        kit=session.gym.kit_pieces() or None,
        pins=pins_of(dials.pins, words.catalog.drills),
        bans=dials.bans,
        order=dials.order,
        doses=dials.doses,
        recent=habits.recent,
        known=habits.known,
        breaks={int(part): minutes for part, minutes in dials.breaks.items()},
        after_text=dials.after_text,
        after_min=dials.after_min,
        cold=dials.cold,
        hot=dials.hot,
        locked=dials.locked,
        rack=session.gym.rack_value(),
        places=session.gym.places,
        words=words,
    )


def day_of(session: Session) -> datetime.date:
    """The day on which a session is done: what somebody keeps to then is what counts; one that is over is
    looked at as of today."""
    return max(session.date, session.gym.today())


def people_of(gym_class: GymClass) -> tuple[Person, ...]:
    """Who is on a class's roster, as the core sees them, in the division they do there."""
    return tuple(person.value for person in attending(gym_class))


class Attendee(NamedTuple):
    """Somebody on a roster, and as the core sees them there."""

    row: PersonRow
    value: Person


def attending(gym_class: GymClass) -> list[Attendee]:
    """Who is on a class's roster, by name, in a fixed number of queries."""
    today = day_of(gym_class.session)
    chosen = dict(gym_class.attending.exclude(division="").values_list("person_id", "division"))
    rows = list(gym_class.people.current().whole().order_by("name"))
    values = with_felt(rows, today)
    return [Attendee(row, in_division(values[row.pk], chosen.get(row.pk))) for row in rows]


def with_felt(rows: Sequence[PersonRow], day: datetime.date) -> dict[int, Person]:
    """People (whole) as the core sees them on a day, with what their answers after earlier preps move."""
    from server.publishing.felt import felt_of  # publishing stands above prep

    felt = felt_of([row.pk for row in rows], day)
    return {row.pk: row.value(day, felt.get(row.pk, ())) for row in rows}


def in_division(person: Person, division: str | None) -> Person:
    """Somebody as they do a class: in the division chosen for it, else in their own."""
    return replace(person, division=division) if division else person


class Habits(NamedTuple):
    """recent: drills of the days before a session, so that the same list is not repeated every day. known:
    drills the gym gave in the last four weeks; None while it has given too little to tell."""

    recent: list[str]
    known: frozenset[str] | None


def drills_known(gym: Gym, date: datetime.date) -> frozenset[str] | None:
    """Drills a gym gave in the four weeks before a day; None while it has given too little to tell."""
    given = _given_before(gym.pk, date)
    return (
        frozenset(drill for _, drills in given for drill in drills)
        if len(given) >= ENOUGH_PUBLISHED
        else None
    )


def _given_before(gym_id: int, date: datetime.date) -> list[tuple[datetime.date, list[str]]]:
    """Days of the four weeks before one, and the drills that were given for them."""
    from server.publishing.models import Publication  # publishing stands above prep

    until, since = date - datetime.timedelta(days=1), date - datetime.timedelta(days=KNOWN_DAYS)
    rows = Publication.objects.filter(
        gym_class__session__gym_id=gym_id, gym_class__session__date__range=(since, until)
    )
    return list(rows.values_list("gym_class__session__date", "drills"))


def habits_of(session: Session) -> Habits:
    """What the gym gave for the days before a session, whichever class it was for."""
    given = _given_before(session.gym_id, session.date)
    lately = session.date - datetime.timedelta(days=RECENT_DAYS)
    recent = {drill for date, drills in given if date >= lately for drill in drills}
    known = frozenset(drill for _, drills in given for drill in drills)
    return Habits(sorted(recent), known if len(given) >= ENOUGH_PUBLISHED else None)
