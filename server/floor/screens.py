"""Screens on a wall: a screen asks, shows a code, and sees a gym's floor once a coach has typed the code."""

from __future__ import annotations

import datetime
import secrets

from django.db import IntegrityError, transaction
from django.utils import timezone

from core.errors import Refused
from server.floor.live import tell_floor
from server.floor.models import NAME_LONG, Screen, digest_of
from server.people.models import Person

WAITS = datetime.timedelta(minutes=10)  # a code is good for
SEEN_EVERY = datetime.timedelta(minutes=5)  # "last here" is written this often at the most
MOST_WAITING, MOST_AN_ADDRESS, MOST_OF_A_GYM = 500, 10, 20


class NotPaired(Refused):
    """What cannot be paired; ``field`` names it."""


@transaction.atomic
def ask_to_pair(address: str) -> tuple[Screen, str]:
    """A new screen that waits to be let in, and its secret, which is kept nowhere else. Raises NotPaired
    while too many wait."""
    Screen.objects.filter(gym=None, asked_at__lt=timezone.now() - WAITS).delete()
    waiting = Screen.objects.filter(gym=None)
    if waiting.count() >= MOST_WAITING or waiting.filter(address=address).count() >= MOST_AN_ADDRESS:
        raise NotPaired("screen", "Too many screens wait to be let in. Try again in ten minutes.")
    secret = secrets.token_urlsafe(32)
    for _ in range(4):
        try:
            with transaction.atomic():
                return Screen.objects.create(digest=digest_of(secret), address=address[:45]), secret
        except IntegrityError:  # that code waits already
            continue
    raise NotPaired("screen", "No code is free. Try again in a minute.")


def approve(by: Person, code: str, name: str) -> Screen:
    """Let the screen that shows a code see the floor of the coach's gym. Raises NotPaired."""
    if not by.coaches:
        raise PermissionError("Only a coach lets a screen in.")
    if by.gym.screens.count() >= MOST_OF_A_GYM:
        raise NotPaired("code", f"A gym has up to {MOST_OF_A_GYM} screens; take one off first.")
    tidy = "".join(code.split()).upper()
    now = timezone.now()
    with transaction.atomic():
        rows = Screen.objects.select_for_update().filter(gym=None, code=tidy, asked_at__gt=now - WAITS)
        screen = rows.first()
        if screen is None:
            raise NotPaired("code", "No screen shows that code now. Read it off the screen once more.")
        screen.gym_id, screen.name = by.gym_id, " ".join(name.split())[:NAME_LONG] or "Wall"
        screen.approved_by, screen.approved_at = by, now
        screen.save()
        tell_floor(by.gym_id)
    return screen


def unpair(by: Person, screen_id: int) -> None:
    """Take a screen off; it sees nothing from then on. One that is not there is off already."""
    if not by.coaches:
        raise PermissionError("Only a coach takes a screen off.")
    if by.gym.screens.filter(pk=screen_id).delete()[0]:
        tell_floor(by.gym_id)


def screen_by(secret: str) -> Screen | None:
    """The screen that has a secret, waiting or let in; None for one that is off, or waited too long."""
    screen = Screen.objects.select_related("gym").filter(digest=digest_of(secret)).first()
    if screen is None:
        return None
    if screen.gym_id is None and timezone.now() - screen.asked_at > WAITS:
        return None
    return screen


def note_seen(screen: Screen) -> None:
    """The screen was here, to a few minutes."""
    now = timezone.now()
    if screen.seen_at is None or now - screen.seen_at > SEEN_EVERY:
        Screen.objects.filter(pk=screen.pk).update(seen_at=now)
