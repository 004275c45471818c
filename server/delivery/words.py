"""What messages say: the class, its time, and that a sheet is ready or changed. Nothing of a body, a caution
or the session's own title: that stands behind the link."""

from __future__ import annotations

import datetime
from typing import NamedTuple

from django.conf import settings
from django.core import signing

from core.week.sending import time_words
from server.delivery.models import Delivery
from server.gym.models import Gym

UNSUBSCRIBE = "unsubscribe"
SAID = {
    Delivery.Kind.READY: "your sheet is ready",
    Delivery.Kind.CHANGED: "your sheet has changed",
    Delivery.Kind.OFF: "you are no longer on the roster",
    Delivery.Kind.CANCELLED: "the class is cancelled",
    Delivery.Kind.NUDGE: "a reminder of your sheet",
}


class Letter(NamedTuple):
    """A message as it leaves. subject: one line, which is all of a text message beside its link."""

    subject: str
    body: str
    link: str
    unsubscribe: str


def class_words(gym: Gym, starts_at: datetime.datetime) -> str:
    """A class by its gym and time."""
    return f"{gym.name}, {time_words(starts_at.isoformat(), gym.timezone)}"


def subject_of(kind: Delivery.Kind, gym: Gym, starts_at: datetime.datetime, said: str = "") -> str:
    """One line of what happened. said: for what has no words of its own."""
    return f"{class_words(gym, starts_at)}: {said or SAID[kind]}"


def letter_of(row: Delivery) -> Letter:
    """The message of a row of the ledger, with its person and gym."""
    link = settings.ADDRESS + row.link
    off = unsubscribe_address(row.person_id)
    first_name = next(iter(row.person.name.split()), "")
    greeting = f"{first_name},\n\n" if first_name else ""
    lines = f"{greeting}{row.subject}.\n\n{link}\n\n"
    if row.kind == Delivery.Kind.COACH:
        return Letter(row.subject, lines, link, "")
    to = "those who asked to be reminded" if row.kind == Delivery.Kind.WORK else "those on a class's roster"
    reason = f"{row.gym.name} sends this to {to}. No more of it by mail: {off}\n"
    return Letter(row.subject, f"{lines}-- \n{reason}", link, off)


def unsubscribe_address(person_id: int) -> str:
    """Where somebody ends their mails, without signing in."""
    return f"{settings.ADDRESS}/u/{signing.dumps(person_id, salt=UNSUBSCRIBE)}"


def person_of_word(word: str) -> int | None:
    """Whose mails a link ends; None for one that we never gave."""
    try:
        found = signing.loads(word, salt=UNSUBSCRIBE)
    except signing.BadSignature:
        return None
    return found if isinstance(found, int) else None
