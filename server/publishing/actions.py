"""Publishing a class: permission, change and record in one place."""

from __future__ import annotations

import hashlib
import json
from typing import Any

from django.conf import settings
from django.db import transaction
from django.utils import timezone

from core.session.instead import instead_of
from server.computing.run import compute
from server.people.models import Person
from server.prep.dials import Dials
from server.prep.drafts import dials_of
from server.programme.models import GymClass, Session
from server.publishing.making import NOBODY, NothingToPublish, difference, make
from server.publishing.models import Instead, MemberSheet, OutboxMessage, Publication
from server.shelf.actions import vocabulary_of


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
    made = make(gym_class, session)
    content, pages = made
    latest, digest = gym_class.publications.first(), draft_digest(session)
    changes = difference(latest, made) if latest else None
    if latest and changes and changes.nothing:
        latest.holds_still(digest)
        return latest
    publication = Publication.objects.create(
        gym_class=gym_class,
        version=(latest.version if latest else 0) + 1,
        published_by=by,
        digest=digest,
        content=content,
        changes=list(changes.changes) if changes else [],
        drills=sorted({item["drill"] for item in content["bench"]["plan"]["items"]}),
        key=key,
    )
    sheets = [
        MemberSheet(
            publication=publication,
            person=person,
            content={**page, "changes": list(changes.told_to(person) if changes else ())},
        )
        for person, page in pages.items()
    ]
    MemberSheet.objects.bulk_create(sheets)
    OutboxMessage.objects.bulk_create(
        _message(session, publication, sheet) for sheet in sheets if sheet.person.email
    )
    return publication


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


def publish_session(session: Session, by: Person, key: str | None = None) -> list[Publication]:
    """Publish every class of a session that somebody comes to. Raises what publish_class raises, for a
    session to whose classes nobody comes NothingToPublish; then none of them is published."""
    with transaction.atomic():
        made = [
            publish_class(gym_class, by, key)
            for gym_class in GymClass.objects.filter(session=session).select_related("session__gym", "coach")
            if gym_class.people.current().exists()
        ]
        if not made:
            raise NothingToPublish("people", NOBODY)
    return made


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
    changes = "".join(f"- {one}\n" for one in publication.changes)  # of the class: nobody's own
    link = f"{settings.ADDRESS}/m/{sheet.token}"
    return OutboxMessage(
        gym=session.gym,
        person=sheet.person,
        sheet=sheet,
        subject=f"{session.title}: your prep{again}",
        body=f"{first_name}, the prep for {session.title} is ready.{mine}\n{changes}\n{link}\n",
    )
