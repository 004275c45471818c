"""Publishing a class: permission, change and record in one place."""

from __future__ import annotations

import datetime
import hashlib
import json
from collections.abc import Callable
from typing import Any

from django.db import transaction
from django.utils import timezone

from core.documents.packed import pack, words_of
from core.session.instead import instead_of
from server.computing.run import compute
from server.delivery.ledger import Message, queue
from server.delivery.models import Delivery
from server.people.models import Person
from server.prep.dials import Dials
from server.prep.drafts import day_of, dials_of
from server.programme.models import GymClass, Session
from server.publishing.making import (
    NOBODY,
    Difference,
    Made,
    NothingToPublish,
    difference,
    kept_to,
    make,
    plain,
)
from server.publishing.models import Instead, MemberSheet, Publication
from server.shelf.actions import vocabulary_of

on_published: list[Callable[[Publication], object]] = []  # called in the transaction of a new version


@transaction.atomic
def publish_class(
    gym_class: GymClass,
    by: Person | None,
    key: str | None = None,
    *,
    wanted: datetime.datetime | None = None,
    now: datetime.datetime | None = None,
    made: Made | None = None,
) -> Publication:
    """Publish a class's prep to everyone on its roster, now. The same content again is no new version and
    sends nothing; nor does a ``key`` that came before, whatever changed since. by: nobody when the schedule
    does it. wanted: messages do not leave before, except to those who want quiet then. made: what the class
    would be given, where that is known for it as it is held (lock_class).

    Raises NothingToPublish for an empty roster or a class that is cancelled, UnusableText or PlanRefused for
    what cannot be planned, and PermissionError for anyone but a coach of that gym. Nothing is saved unless
    everything is.
    """
    locked = lock_class(gym_class, by)
    before = locked.publications.filter(key=key).first() if key else None
    return before or _publish(locked, by, key, wanted, now or timezone.now(), made)


def lock_class(gym_class: GymClass, by: Person | None) -> GymClass:
    """The class as it is now, held until the transaction ends: of two at once the second waits here, and
    finds the first one's version. Raises PermissionError for anyone but a coach of its gym."""
    if by is not None and not by.coaches_in(gym_class.session.gym_id):
        raise PermissionError("Only a coach of this gym can publish a class.")
    locked = GymClass.objects.select_for_update(of=("self",)).select_related("coach").get(pk=gym_class.pk)
    locked.session = Session.objects.select_related("gym", "draft").get(pk=gym_class.session_id)
    return locked


def _publish(
    gym_class: GymClass,
    by: Person | None,
    key: str | None,
    wanted: datetime.datetime | None,
    now: datetime.datetime,
    made: Made | None,
) -> Publication:
    if gym_class.cancelled_at:
        raise NothingToPublish("class", "This class is cancelled; take that back first.")
    made = made or make(gym_class, gym_class.session)
    latest, digest = gym_class.publications.first(), draft_digest(gym_class.session)
    changes = difference(latest, made) if latest else None
    if latest and changes and changes.nothing and latest.kind == Publication.Kind.PREP:
        latest.holds_still(digest)
        return latest
    publication = store(gym_class, made, Publication.Kind.PREP, by, key, digest, changes)
    tokens = dict(publication.sheets.values_list("person_id", "token"))
    told = told_now(made, latest, changes)
    messages = [Message(person, kind, f"/m/{tokens[person.pk]}") for person, kind in told.items()]
    queue(
        gym_class,
        f"v{publication.version}",
        messages + _no_longer(latest, changes),
        wanted=wanted,
        now=now,
    )
    for follows in on_published:
        follows(publication)
    return publication


def told_now(
    made: Made, latest: Publication | None, changes: Difference | None
) -> dict[Person, Delivery.Kind]:
    """Who is told of a new version: everybody of a first one or after a cancellation, else those whose page
    says something else, or is their first."""
    if latest is None or changes is None:
        return dict.fromkeys(made.pages, Delivery.Kind.READY)
    if latest.kind == Publication.Kind.CANCELLED:
        return dict.fromkeys(made.pages, Delivery.Kind.CHANGED)
    return {
        **dict.fromkeys(changes.told, Delivery.Kind.CHANGED),
        **dict.fromkeys(changes.come, Delivery.Kind.READY),
    }


def _no_longer(latest: Publication | None, changes: Difference | None) -> list[Message]:
    """Word to those who were on it and are not any more; their link shows what they had."""
    if latest is None or changes is None:
        return []
    tokens = dict(latest.sheets.values_list("person_id", "token"))
    current = (person for person in changes.go if person.left_at is None)
    return [Message(person, Delivery.Kind.OFF, f"/m/{tokens[person.pk]}") for person in current]


def store(
    gym_class: GymClass,
    made: Made,
    kind: Publication.Kind,
    by: Person | None,
    key: str | None,
    digest: str,
    changes: Difference | None = None,
    held_at: datetime.datetime | None = None,
) -> Publication:
    """A new version of a class and everybody's part of it, the class's page once and of each member's what is
    their own."""
    newest = gym_class.publications.first()
    page, pages = plain(made.page), {person: plain(own) for person, own in made.pages.items()}
    publication = Publication.objects.create(
        gym_class=gym_class,
        version=(newest.version if newest else 0) + 1,
        kind=kind,
        published_by=by,
        digest=digest,
        page=page,
        words=words_of(pages.values()),
        changes=list(changes.changes) if changes else [],
        drills=sorted({item["drill"] for item in page["items"]}),
        key=key,
        held_at=held_at or timezone.now(),
    )
    day = day_of(gym_class.session)
    MemberSheet.objects.bulk_create(
        MemberSheet(
            publication=publication,
            person=person,
            own=pack(own, page, publication.words),
            kept_to=kept_to(person.value(day)),
        )
        for person, own in pages.items()
    )
    return publication


def choose_instead(by: Person, gym_class: GymClass, person: Person, movement: str, text: str) -> Instead:
    """What a member does instead of a movement, checked against their cautions as they are now; an empty
    text takes the choice back. Raises PlanRefused naming what cannot be, and PermissionError for anyone but
    a coach of the gym."""
    session = gym_class.session
    if not by.coaches_in(session.gym_id):
        raise PermissionError("Only a coach of this gym can choose for a member.")
    words, value = vocabulary_of(session.gym), person.value(day_of(session))
    tidy = compute(session.gym_id, instead_of, text, value, words)
    return Instead.objects.update_or_create(
        gym_class=gym_class, person=person, movement=movement, defaults={"text": tidy}
    )[0]


def draft_digest(session: Session) -> str:
    """What a publication was made from, so a later change is noticed: the board, the dials and the gym's kit.
    Who comes and what they keep to is told apart (GymClass.touched_at); people's ranges are not in it."""
    dials = dials_of(session)
    parts: list[Any] = [
        session.text,
        session.title,
        sorted(session.gym.kit_pieces().items()),
        sorted(session.gym.places.items()),
        session.gym.rack,
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
            if gym_class.cancelled_at is None and gym_class.people.current().exists()
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
