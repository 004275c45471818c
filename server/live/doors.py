"""Who may listen: the same cookies as everywhere, asked again every minute. Each ask gives its database
connection back."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from functools import wraps
from http.cookies import CookieError, SimpleCookie
from typing import ParamSpec, TypeVar

from django.conf import settings
from django.contrib.auth import SESSION_KEY
from django.db import connection

from core.documents.base import as_json
from server.accounts.sessions import SessionStore
from server.api.floor import SCREEN_COOKIE
from server.floor.screens import screen_by
from server.floor.shown import floor_of
from server.gym.models import Gym
from server.people.models import Person

Given = ParamSpec("Given")
Answer = TypeVar("Answer")


def _closing(ask: Callable[Given, Answer]) -> Callable[Given, Answer]:
    """An ask that leaves no connection open in its thread."""

    @wraps(ask)
    def asked(*args: Given.args, **kwargs: Given.kwargs) -> Answer:
        try:
            return ask(*args, **kwargs)
        finally:
            connection.close()

    return asked


def cookies_of(headers: Mapping[bytes, bytes]) -> dict[str, str]:
    """The cookies of a request; none where they cannot be read."""
    jar: SimpleCookie = SimpleCookie()
    try:
        jar.load(headers.get(b"cookie", b"").decode("latin-1"))
    except CookieError:
        return {}
    return {name: morsel.value for name, morsel in jar.items()}


@_closing
def gym_of(cookies: Mapping[str, str], named: str) -> int | None:
    """The gym whose floor a device may see: for somebody who has signed in the one they name, where they
    coach; a screen's own where none is named. None for nobody."""
    secret = cookies.get(SCREEN_COOKIE)
    if not named:
        screen = screen_by(secret) if secret else None
        return screen.gym_id if screen is not None else None
    key = cookies.get(settings.SESSION_COOKIE_NAME)
    account = SessionStore(key).get(SESSION_KEY) if key else None
    if account is None or not named.isdigit() or len(named) > 15:
        return None
    rows = Person.objects.current().filter(account_id=account, account__is_active=True, gym_id=int(named))
    person = rows.first()
    return person.gym_id if person is not None and person.coaches else None


@_closing
def floor_json(gym_id: int) -> bytes:
    """A gym's floor as it goes over the wire."""
    return as_json(floor_of(Gym.objects.get(pk=gym_id)))
