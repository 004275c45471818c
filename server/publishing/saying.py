"""What a member's page reports: that it is there, that it was looked at, and what its member says."""

from __future__ import annotations

import datetime
from collections.abc import Sequence
from typing import Any, NamedTuple

from django.db import transaction
from django.db.models import Q
from django.utils import timezone

from core.errors import Refused
from server.delivery.ledger import Message, queue
from server.delivery.models import Delivery
from server.people.models import Person
from server.programme.models import GymClass
from server.publishing.felt import drills_for
from server.publishing.models import MemberSheet, Said
from server.shelf.actions import vocabulary_of

FELT = ("better", "same", "worse")
YES_NO = ("yes", "no")
MOST_SAID = 200  # of one member about one class
HURTS = "somebody says that something hurts"


class NotSaid(Refused):
    """What cannot be said so; ``field`` names it."""


class Word(NamedTuple):
    """One thing somebody says. at: by their device's clock; position: that it is about, empty for all of
    it."""

    kind: str
    value: str
    key: str
    at: datetime.datetime
    position: str = ""


def note_opened(sheet: MemberSheet, stamp: str, touched: bool) -> None:
    """A device has a member's page; when it was looked at stays as it was the first time."""
    sheet.seen_at, sheet.seen_stamp = timezone.now(), stamp
    fields = ["seen_at", "seen_stamp"]
    if touched and sheet.opened_at is None:
        sheet.opened_at = sheet.seen_at
        fields.append("opened_at")
    sheet.save(update_fields=fields)


@transaction.atomic
def note_said(sheet: MemberSheet, words: Sequence[Word]) -> None:
    """Keep what a member says of a class, each word once. That something hurts reaches the coach at once.
    Raises NotSaid."""
    gym_class, now = sheet.publication.gym_class, timezone.now()
    mine = Said.objects.filter(gym_class=gym_class, person=sheet.person)
    known = set(mine.values_list("key", flat=True))
    new = [word for word in words if word.key not in known]
    if len(known) + len(new) > MOST_SAID:
        raise NotSaid("rows", f"{MOST_SAID} things are said of this class already.")
    rows: list[Said] = []
    page = sheet.page() if any(word.position for word in new) else {}
    catalog = vocabulary_of(gym_class.session.gym).catalog
    for word in {word.key: word for word in new}.values():
        _check(word, page)
        rows.append(
            Said(
                gym_class=gym_class,
                person=sheet.person,
                kind=word.kind,
                value=word.value.strip(),
                position=word.position,
                drills=drills_for(page, word.position, catalog) if word.position else [],
                key=word.key,
                said_at=min(word.at, now),
            )
        )
    Said.objects.bulk_create(rows, ignore_conflicts=True)
    pains = [row for row in rows if row.kind == Said.Kind.PAIN]
    if pains:
        tell_coach(gym_class, f"pain-{sheet.person_id}-{pains[0].key}"[:40], HURTS, lasts=True)


def _check(word: Word, page: dict[str, Any]) -> None:
    """page: what they were asked about; empty where no word names a position."""
    if word.position:
        asked = {one["position"] for one in page.get("positions", ())}
        if word.kind != Said.Kind.FELT or word.position not in asked:
            raise NotSaid("rows", "This page asks nothing about that position.")
    allowed = {Said.Kind.FELT: FELT, Said.Kind.DONE: YES_NO, Said.Kind.EXTRAS: YES_NO}
    values = allowed.get(Said.Kind(word.kind))
    if values and word.value not in values:
        raise NotSaid("rows", f"One of {', '.join(values)}.")


def coaches_of(gym_class: GymClass) -> list[Person]:
    """Who answers for a class: its coach, else the owners of the gym."""
    coach = gym_class.coach
    if coach is not None and coach.left_at is None:
        return [coach]
    gym = gym_class.session.gym
    return list(gym.people.current().filter(Q(role=Person.Role.OWNER)))


def tell_coach(gym_class: GymClass, cause: str, said: str, *, lasts: bool = False) -> None:
    """Word to whoever answers for a class. lasts: also once it began."""
    tell_coaches(gym_class, coaches_of(gym_class), cause, said, lasts=lasts)


def tell_coaches(
    gym_class: GymClass, coaches: Sequence[Person], cause: str, said: str, *, lasts: bool = False
) -> None:
    """Word to some coaches, by no name and no body part; what it is about stands behind the link."""
    link = f"/publish/{gym_class.pk}"
    queue(gym_class, cause, [Message(one, Delivery.Kind.COACH, link, said, lasts) for one in coaches])
