"""What a class would be given now, and what that changes against what it has."""

from __future__ import annotations

from typing import Any, NamedTuple

from core.documents.difference import changes_of, own_changes_of
from core.documents.published import published
from core.errors import Refused
from server.computing.run import compute
from server.people.models import Person
from server.prep.drafts import attending, session_ask
from server.programme.models import GymClass, Session
from server.publishing.models import Publication


class NothingToPublish(Refused):
    """The class cannot be published yet; ``field`` names what is missing."""


FINER = "The drills and their words are the same; what they cover was worked out anew."
NOBODY = "Nobody is on this class's roster yet, so there is no one to publish to."


class Made(NamedTuple):
    """What a class would be given now: the publication's content, and everybody's page."""

    content: dict[str, Any]
    pages: dict[Person, dict[str, Any]]


def make(gym_class: GymClass, session: Session) -> Made:
    """Work out what the class would be given. Raises NothingToPublish for an empty roster, UnusableText or
    PlanRefused for what cannot be planned."""
    roster = attending(gym_class)
    if not roster:
        raise NothingToPublish("people", NOBODY)
    chosen = chosen_in(gym_class)
    members = [(attendee.value, chosen.get(attendee.row.pk, {})) for attendee in roster]
    made = compute(session.gym_id, published, session_ask(session, gym_class), members)
    people = [attendee.row for attendee in roster]
    return Made(
        {"title": session.title, "text": session.text, "bench": made.record},
        {
            person: member_content(gym_class, sheet, person)
            for person, sheet in zip(people, made.sheets, strict=True)
        },
    )


class Difference(NamedTuple):
    """What a version changes against the one before. changes: for the class, in sentences; own: on a page
    beside that, by the person's id; pages: of whom any word changed; come, go: names of those who were not on
    it, or are no longer."""

    changes: tuple[str, ...]
    own: dict[int, tuple[str, ...]]
    pages: frozenset[int]
    come: tuple[str, ...]
    go: tuple[str, ...]

    @property
    def nothing(self) -> bool:
        """Whether everybody would get what they have."""
        return not (self.changes or self.pages or self.come or self.go)

    def told_to(self, person: Person) -> tuple[str, ...]:
        """What changed, as one member is told."""
        return (*self.changes, *self.own.get(person.pk, ()))


def difference(latest: Publication, made: Made) -> Difference:
    """What publishing now would change against a version."""
    sheets = list(latest.sheets.select_related("person"))
    before = {sheet.person_id: _without_changes(sheet.content) for sheet in sheets}
    now = {person.pk: page for person, page in made.pages.items()}
    both = [pk for pk in now if pk in before]
    own = {pk: own_changes_of(before[pk], now[pk]) for pk in both}
    words = changes_of(latest.content, made.content)
    if not words and latest.content != made.content:
        words = (FINER,)
    return Difference(
        words,
        own,
        frozenset(pk for pk in both if before[pk] != now[pk]),
        tuple(person.name for person in made.pages if person.pk not in before),
        tuple(sheet.person.name for sheet in sheets if sheet.person_id not in now),
    )


def what_would_change(gym_class: GymClass) -> Difference | None:
    """What publishing a class now would change; None for one that was not published yet. Raises what
    publishing raises."""
    latest = gym_class.publications.first()
    return difference(latest, make(gym_class, gym_class.session)) if latest else None


def _without_changes(page: dict[str, Any]) -> dict[str, Any]:
    """A page without what it told of the version before it."""
    return {name: field for name, field in page.items() if name != "changes"}


def chosen_in(gym_class: GymClass) -> dict[int, dict[str, str]]:
    """What the coach chose for members of a class instead of lifts that are not for them: person, then
    movement."""
    chosen: dict[int, dict[str, str]] = {}
    for person_id, movement, text in gym_class.insteads.values_list("person_id", "movement", "text"):
        chosen.setdefault(person_id, {})[movement] = text
    return chosen


def member_content(gym_class: GymClass, sheet: dict[str, Any], person: Person) -> dict[str, Any]:
    """One member's page, as plain data: their sheet and the class it is for."""
    session = gym_class.session
    return {
        **sheet,
        "title": session.title,
        "date": session.date.isoformat(),
        "starts_at": gym_class.starts_at.isoformat(),
        "gym": session.gym.name,
        "coach": gym_class.coach.name if gym_class.coach else "",
        "name": person.name,
        "timezone": session.gym.timezone,
        "caution_note": person.caution_note(session.gym.today()),
    }
