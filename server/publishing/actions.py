"""Publishing a class: permission, change and record in one place."""

from __future__ import annotations

import hashlib
import json
from typing import Any

from django.conf import settings
from django.db import transaction
from django.utils import timezone

from core.documents.published import published
from core.errors import CoreError, PlanRefused
from core.session.instead import instead_of
from server.computing.run import compute
from server.gym.models import Gym
from server.people.models import Person
from server.prep.dials import Dials
from server.prep.drafts import dials_of, session_ask
from server.programme.models import GymClass, Session
from server.publishing.models import Instead, MemberSheet, OutboxMessage, Publication
from server.shelf.actions import vocabulary_of


class NothingToPublish(CoreError):
    """The class cannot be published yet; ``field`` names what is missing."""

    def __init__(self, field: str, message: str):
        self.field = field
        super().__init__(message)


NOBODY = "Nobody is on this class's roster yet, so there is no one to publish to."


def publish_class(gym_class: GymClass, by: Person, key: str | None = None) -> Publication:
    """Publish a class's prep to everyone on its roster, now. The same content again is no new version and
    sends nothing; nor does a ``key`` that came before, whatever changed since.

    Raises NothingToPublish for an empty roster, UnusableText or PlanRefused for what cannot be planned, and
    PermissionError for anyone but a coach of that gym. Nothing is saved unless everything is.
    """
    if not by.coaches or by.gym_id != gym_class.session.gym_id:
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
    people = list(gym_class.people.filter(is_active=True).prefetch_related("ranges").order_by("name"))
    if not people:
        raise NothingToPublish("people", NOBODY)
    today = session.gym.today()
    made = compute(
        session.gym_id, published, session_ask(session, gym_class), [person.value(today) for person in people]
    )
    content = {"title": session.title, "text": session.text, "bench": made.record}
    chosen = chosen_in(gym_class)
    pages = {
        person.pk: member_content(gym_class, sheet, person, chosen)
        for person, sheet in zip(people, made.sheets, strict=True)
    }
    latest = gym_class.publications.first()
    if latest and latest.content == content and _same_pages(latest, pages):
        return latest
    publication = Publication.objects.create(
        gym_class=gym_class,
        version=(latest.version if latest else 0) + 1,
        published_by=by,
        digest=draft_digest(session),
        content=content,
        drills=sorted({item["drill"] for item in made.record["plan"]["items"]}),
        key=key,
    )
    sheets = [
        MemberSheet(publication=publication, person=person, content=pages[person.pk]) for person in people
    ]
    MemberSheet.objects.bulk_create(sheets)
    OutboxMessage.objects.bulk_create(_message(session, publication, sheet) for sheet in sheets)
    return publication


def _same_pages(latest: Publication, pages: dict[int, dict[str, Any]]) -> bool:
    """Whether a version gave the same people the same pages."""
    return dict(latest.sheets.values_list("person_id", "content")) == pages


Chosen = dict[tuple[int, str], Instead]  # by person and movement


def chosen_in(gym_class: GymClass) -> Chosen:
    """What the coach chose for members of a class instead of lifts that are not for them."""
    return {(row.person_id, row.movement): row for row in gym_class.insteads.exclude(text="")}


def choose_instead(by: Person, gym_class: GymClass, person: Person, movement: str, text: str) -> Instead:
    """What a member does instead of a movement, checked against their cautions as they are now; an empty
    text takes the choice back. Raises PlanRefused naming what cannot be, and PermissionError for anyone but
    a coach of the gym."""
    session = gym_class.session
    if not by.coaches or by.gym_id != session.gym_id:
        raise PermissionError("Only a coach of this gym can choose for a member.")
    words, value = vocabulary_of(session.gym), person.value(session.gym.today())
    tidy = compute(session.gym_id, instead_of, text, value, words)
    return Instead.objects.update_or_create(
        gym_class=gym_class, person=person, movement=movement, defaults={"text": tidy}
    )[0]


def _still_theirs(row: Instead | None, person: Person, gym: Gym) -> str:
    """A choice, as long as the member's cautions of today allow it too; they may have changed since."""
    if row is None:
        return ""
    try:
        return instead_of(row.text, person.value(gym.today()), vocabulary_of(gym))
    except PlanRefused:
        return ""


def member_content(
    gym_class: GymClass, sheet: dict[str, Any], person: Person, chosen: Chosen
) -> dict[str, Any]:
    """One member's page, as plain data: their sheet, what was chosen for them, and the class it is for."""
    session = gym_class.session
    barred = [
        {**one, "instead": _still_theirs(chosen.get((person.pk, one["movement"])), person, session.gym)}
        for one in sheet["barred"]
    ]
    return {
        **sheet,
        "barred": barred,
        "title": session.title,
        "date": session.date.isoformat(),
        "starts_at": gym_class.starts_at.isoformat(),
        "gym": session.gym.name,
        "coach": gym_class.coach.name if gym_class.coach else "",
        "name": person.name,
        "timezone": session.gym.timezone,
        "caution_note": person.caution_note,
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
    if not by.coaches or by.gym_id != gym_class.session.gym_id:
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
