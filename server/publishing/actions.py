"""Publishing a class: permission, change and record in one place."""

from __future__ import annotations

import hashlib
import json
from typing import Any

from django.conf import settings
from django.db import transaction
from django.utils import timezone

from core.documents.published import published
from core.errors import Refused
from core.session.instead import instead_of
from server.computing.run import compute
from server.people.models import Person
from server.prep.dials import Dials
from server.prep.drafts import attending, dials_of, session_ask
from server.programme.models import GymClass, Session
from server.publishing.models import Instead, MemberSheet, OutboxMessage, Publication
from server.shelf.actions import vocabulary_of


class NothingToPublish(Refused):
    """The class cannot be published yet; ``field`` names what is missing."""


NOBODY = "Nobody is on this class's roster yet, so there is no one to publish to."


def publish_class(gym_class: GymClass, by: Person, key: str | None = None) -> Publication:
    """Publish a class's prep to everyone on its roster, now. The same content again is no new version and
    sends nothing; nor does a ``key`` that came before, whatever changed since.

    Raises NothingToPublish for an empty roster, UnusableText or PlanRefused for what cannot be planned, and
    PermissionError for anyone but a coach of that gym. Nothing is saved unless everything is.
    """
    if not by.coaches_in(gym_class.session.gym_id):
        raise PermissionError("Only a coach of this gym can publish a class.")
    with transaction.atomic():
        # two at once: the second waits here, and finds the first one's version
        locked = GymClass.objects.select_for_update(of=("self",)).select_related("coach")
        gym_class = locked.get(pk=gym_class.pk)
        session = Session.objects.select_related("gym", "draft").get(pk=gym_class.session_id)
        gym_class.session = session
        before = gym_class.publications.filter(key=key).first() if key else None
        return before or _publish(gym_class, session, by, key)


def _publish(gym_class: GymClass, session: Session, by: Person, key: str | None) -> Publication:
    roster = attending(gym_class)
    people = [attendee.row for attendee in roster]
    if not people:
        raise NothingToPublish("people", NOBODY)
    chosen = chosen_in(gym_class)
    members = [(attendee.value, chosen.get(attendee.row.pk, {})) for attendee in roster]
    made = compute(session.gym_id, published, session_ask(session, gym_class), members)
    content = {"title": session.title, "text": session.text, "bench": made.record}
    pages = {
        person.pk: member_content(gym_class, sheet, person)
        for person, sheet in zip(people, made.sheets, strict=True)
    }
    latest, digest = gym_class.publications.first(), draft_digest(session)
    if latest and latest.content == content and _same_pages(latest, pages):
        latest.holds_still(digest)
        return latest
    publication = Publication.objects.create(
        gym_class=gym_class,
        version=(latest.version if latest else 0) + 1,
        published_by=by,
        digest=digest,
        content=content,
        drills=sorted({item["drill"] for item in made.record["plan"]["items"]}),
        key=key,
    )
    sheets = [
        MemberSheet(publication=publication, person=person, content=pages[person.pk]) for person in people
    ]
    MemberSheet.objects.bulk_create(sheets)
    OutboxMessage.objects.bulk_create(
        _message(session, publication, sheet) for sheet in sheets if sheet.person.email
    )
    return publication


def _same_pages(latest: Publication, pages: dict[int, dict[str, Any]]) -> bool:
    """Whether a version gave the same people the same pages."""
    return dict(latest.sheets.values_list("person_id", "content")) == pages


def chosen_in(gym_class: GymClass) -> dict[int, dict[str, str]]:
    """What the coach chose for members of a class instead of lifts that are not for them: person, then
    movement."""
    chosen: dict[int, dict[str, str]] = {}
    for person_id, movement, text in gym_class.insteads.values_list("person_id", "movement", "text"):
        chosen.setdefault(person_id, {})[movement] = text
    return chosen


def choose_instead(by: Person, gym_class: GymClass, person: Person, movement: str, text: str) -> Instead:
    """What a member does instead of a movement, checked against their cautions as they are now; an empty
    text takes the choice back. Raises PlanRefused naming what cannot be, and PermissionError for anyone but
    a coach of the gym."""
    session = gym_class.session
    if not by.coaches_in(session.gym_id):
        raise PermissionError("Only a coach of this gym can choose for a member.")
    words, value = vocabulary_of(session.gym), person.value(session.gym.today())
    tidy = compute(session.gym_id, instead_of, text, value, words)
    return Instead.objects.update_or_create(
        gym_class=gym_class, person=person, movement=movement, defaults={"text": tidy}
    )[0]


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


def draft_digest(session: Session) -> str:
    """What a publication was made from, so a later change is noticed. People's ranges are not in it."""
    dials = dials_of(session)
    parts: list[Any] = [
        session.text,
        dials.minutes,
        dials.method,
        list(dials.pins),
        list(dials.bans),
        list(dials.order),
        *([dials.doses] if dials.doses else []),
        *_later_dials(dials),
    ]
    return hashlib.sha256(json.dumps(parts).encode()).hexdigest()


def _later_dials(dials: Dials) -> list[dict[str, Any]]:
    """Dials that came later, only when they are turned: what was published before they existed has not
    changed."""
    after = [dials.after_text, dials.after_min] if dials.after_text.strip() else None
    turned = {"breaks": dials.breaks, "after": after, "cold": dials.cold, "locked": dials.locked}
    if dials.hot:
        turned["hot"] = True
    return [turned] if any(turned.values()) else []


def end_link(by: Person, sheet: MemberSheet) -> None:
    """The member's links of this class, of every version, open nothing from now on. Raises PermissionError
    for anyone but a coach of the gym."""
    gym_class = sheet.publication.gym_class
    if not by.coaches_in(gym_class.session.gym_id):
        raise PermissionError("Only a coach of this gym can end a link.")
    sheets = MemberSheet.objects.filter(publication__gym_class=gym_class, person_id=sheet.person_id)
    sheets.filter(ended_at=None).update(ended_at=timezone.now())


def _message(session: Session, publication: Publication, sheet: MemberSheet) -> OutboxMessage:
    again = " (changed)" if publication.version > 1 else ""
    extras = len(sheet.content["extras"])
    mine = f" You have {extras} of your own before class." if extras else ""
    first_name = sheet.person.name.split()[0] if sheet.person.name.strip() else "Hello"
    link = f"{settings.ADDRESS}/m/{sheet.token}"
    return OutboxMessage(
        gym=session.gym,
        person=sheet.person,
        sheet=sheet,
        subject=f"{session.title}: your prep{again}",
        body=f"{first_name}, the prep for {session.title} is ready.{mine}\n\n{link}\n",
    )
