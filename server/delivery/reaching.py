"""How somebody is reached: their own choice; and whom a gym's mails are from."""

from __future__ import annotations

import secrets
from typing import Any

from django.core.exceptions import ValidationError
from django.core.validators import validate_email
from django.db import transaction

from core.errors import Refused
from server.delivery.models import Reach
from server.gym.models import Gym
from server.people.models import Person


class NotReached(Refused):
    """A choice that cannot be; ``field`` names what is wrong with it."""


def set_reach(person: Person, fields: dict[str, Any]) -> Reach:
    """Choose one's channels and quiet hours. Raises NotReached."""
    if (fields["quiet_from"] is None) != (fields["quiet_to"] is None):
        raise NotReached("quiet_from", "Quiet hours begin and end; fill in both, or neither.")
    if fields["text"] and not fields["phone"]:
        raise NotReached("phone", "A text message needs a number.")
    return Reach.objects.update_or_create(person=person, defaults=fields)[0]


def renew_feed(person: Person) -> Reach:
    """A new address for somebody's calendar; the one before shows nothing from now on."""
    return Reach.objects.update_or_create(person=person, defaults={"feed": secrets.token_urlsafe(24)})[0]


def end_mails(person_id: int) -> bool:
    """No more mails about classes to somebody; whether there is such a person."""
    if not Person.objects.filter(pk=person_id).exists():
        return False
    Reach.objects.update_or_create(person_id=person_id, defaults={"mail": False})
    return True


@transaction.atomic
def set_sender(by: Person, sender: str) -> Gym:
    """Whom the gym's mails are from; empty: the installation's own address. Raises NotReached, and
    PermissionError for anyone but an owner."""
    if not by.owns:
        raise PermissionError("Only an owner says whom the gym's mails are from.")
    try:
        if sender:
            validate_email(sender)
    except ValidationError as problem:
        raise NotReached("sender", "That is no mail address.") from problem
    gym = Gym.objects.select_for_update().get(pk=by.gym_id)
    gym.sender = sender
    gym.save(update_fields=["sender"])
    return gym
