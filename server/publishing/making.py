"""What a class would be given now, and what that changes against what it has."""

from __future__ import annotations

import datetime
import json
from collections.abc import Sequence
from typing import Any, NamedTuple

from core.demand import Person as PersonValue
from core.documents.base import as_json
from core.documents.difference import changes_of, told_of
from core.documents.published import Published, published
from core.documents.ready import published_if_ready
from core.errors import CoreError, Refused
from server.computing.run import compute
from server.people.models import Person
from server.prep.drafts import Attendee, attending, day_of, session_ask
from server.programme.models import GymClass, Session
from server.publishing.models import Publication


class NothingToPublish(Refused):
    """The class cannot be published yet; ``field`` names what is missing."""


FINER = "The drills and their words are the same; what they cover was worked out anew."
NOBODY = "Nobody is on this class's roster yet, so there is no one to publish to."


class Made(NamedTuple):
    """What a class would be given now: the class's page, with nobody's own, and everybody's."""

    page: dict[str, Any]
    pages: dict[Person, dict[str, Any]]


def make(gym_class: GymClass, session: Session) -> Made:
    """Work out what the class would be given. Raises NothingToPublish for an empty roster, UnusableText or
    PlanRefused for what cannot be planned."""
    roster = attending(gym_class)
    if not roster:
        raise NothingToPublish("people", NOBODY)
    given = compute(session.gym_id, published, session_ask(session, gym_class), members_of(gym_class, roster))
    return _made(gym_class, roster, given)


class LookedAt(NamedTuple):
    """Why a class cannot go out without its coach, in sentences; else what it would be given."""

    why: list[str]
    made: Made | None


def make_if_ready(gym_class: GymClass, session: Session) -> LookedAt:
    """What the class would be given, unless something stands against its going out by itself."""
    roster = attending(gym_class)
    if not roster:
        return LookedAt([NOBODY], None)
    try:
        ask, members = session_ask(session, gym_class), members_of(gym_class, roster)
        looked = compute(session.gym_id, published_if_ready, ask, members)
    except CoreError as problem:
        return LookedAt([str(problem)], None)
    return LookedAt(looked.why, _made(gym_class, roster, looked.given) if looked.given else None)


def _made(gym_class: GymClass, roster: Sequence[Attendee], given: Published) -> Made:
    of_class, day = class_content(gym_class), day_of(gym_class.session)
    return Made(
        {**given.page, **of_class},
        {
            attendee.row: {**sheet, **of_class, **own_content(attendee.row, day)}
            for attendee, sheet in zip(roster, given.sheets, strict=True)
        },
    )


def members_of(gym_class: GymClass, roster: Sequence[Attendee]) -> list[tuple[PersonValue, dict[str, str]]]:
    """Who comes, as the core sees them, with what was chosen for each."""
    chosen = chosen_in(gym_class)
    return [(attendee.value, chosen.get(attendee.row.pk, {})) for attendee in roster]


class Difference(NamedTuple):
    """What a version changes against the one before. changes: for the class, in sentences; told: to each
    person whose page changes in words, and what; come, go: who was not on it, or is no longer; silent:
    whether anything differs at all, in words or not."""

    changes: tuple[str, ...]
    told: dict[Person, tuple[str, ...]]
    come: tuple[Person, ...]
    go: tuple[Person, ...]
    silent: bool

    @property
    def nothing(self) -> bool:
        """Whether everybody would get what they have."""
        return not (self.changes or self.told or self.come or self.go or self.silent)


def difference(latest: Publication, made: Made) -> Difference:
    """What publishing now would change against a version."""
    sheets = {sheet.person_id: sheet for sheet in latest.sheets.select_related("person")}
    told: dict[Person, tuple[str, ...]] = {}
    silent = plain(made.page) != plain(latest.page)
    for person, page in made.pages.items():
        if person.pk in sheets:
            before = sheets[person.pk].page()
            words = told_of(latest.page, before, made.page, page)
            silent |= plain(page) != plain(before)
            if words:
                told[person] = words
    words = changes_of(latest.page, made.page)
    now = {person.pk for person in made.pages}
    return Difference(
        words if words or not silent or told else (FINER,),
        told,
        tuple(person for person in made.pages if person.pk not in sheets),
        tuple(sheet.person for sheet in sheets.values() if sheet.person_id not in now),
        silent,
    )


def plain(page: dict[str, Any]) -> Any:
    """A page as it comes back from where it is stored."""
    return json.loads(as_json(page))


def what_would_change(gym_class: GymClass) -> Difference | None:
    """What publishing a class now would change; None for one that was not published yet. Raises what
    publishing raises."""
    latest = gym_class.publications.first()
    return difference(latest, make(gym_class, gym_class.session)) if latest else None


def chosen_in(gym_class: GymClass) -> dict[int, dict[str, str]]:
    """What the coach chose for members of a class instead of lifts that are not for them: person, then
    movement."""
    chosen: dict[int, dict[str, str]] = {}
    for person_id, movement, text in gym_class.insteads.values_list("person_id", "movement", "text"):
        chosen.setdefault(person_id, {})[movement] = text
    return chosen


def member_content(gym_class: GymClass, sheet: dict[str, Any], person: Person) -> dict[str, Any]:
    """One member's page, as plain data: their sheet and the class it is for."""
    return {**sheet, **class_content(gym_class), **own_content(person, day_of(gym_class.session))}


def class_content(gym_class: GymClass) -> dict[str, Any]:
    """What a page says of the class; it is nobody's."""
    session = gym_class.session
    return {
        "title": session.title,
        "date": session.date.isoformat(),
        "starts_at": gym_class.starts_at.astimezone(datetime.UTC).isoformat(),
        "gym": session.gym.name,
        "coach": gym_class.coach.name if gym_class.coach else "",
        "timezone": session.gym.timezone,
        "name": "",
        "caution_note": "",
    }


def own_content(person: Person, day: datetime.date) -> dict[str, Any]:
    """What a page says of its member beside their prep."""
    return {"name": person.name, "caution_note": person.caution_note(day)}


def kept_to(person: PersonValue) -> list[str]:
    """What somebody's page is made to keep to, as its row says it."""
    return sorted({*person.cautions, *person.adaptive})
