"""Sessions that know whose they are, so that they can be listed and ended (the extension that Django's own
documentation describes)."""

from __future__ import annotations

import datetime
import re
from typing import Any

from django.contrib.auth import SESSION_KEY
from django.contrib.sessions.backends.db import SessionStore as DatabaseStore
from django.http import HttpRequest
from django.utils import timezone

from server.accounts.models import Account, SignIn

SEEN_EVERY = datetime.timedelta(hours=1)  # "last here" is written this often at the most
BROWSERS = ("Edg", "OPR", "Firefox", "Chrome", "Safari")  # in the order in which they give themselves away
SYSTEMS = ("Android", "iPhone", "iPad", "Windows", "Macintosh", "Linux")
_NAMES = {"Edg": "Edge", "OPR": "Opera", "Macintosh": "Mac"}


class SessionStore(DatabaseStore):
    """Django's own, in rows that say whose they are."""

    @classmethod
    def get_model_class(cls) -> type[SignIn]:
        return SignIn

    def create_model_instance(self, data: dict[str, Any]) -> Any:
        row: Any = super().create_model_instance(data)
        row.account_id = data.get(SESSION_KEY)
        row.began_at, row.seen_at = _moment(data.get("began")), _moment(data.get("seen"))
        row.device = data.get("device", "")
        return row


def _moment(written: str | None) -> datetime.datetime | None:
    return datetime.datetime.fromisoformat(written) if written else None


def device_of(request: HttpRequest) -> str:
    """What kind of browser on what kind of system asks, in two words."""
    agent = request.META.get("HTTP_USER_AGENT", "")
    browser = next((name for name in BROWSERS if name in agent), "A browser")
    system = next((name for name in SYSTEMS if re.search(rf"\b{name}\b", agent)), "a device")
    return f"{_NAMES.get(browser, browser)} on {_NAMES.get(system, system)}"


def note_sign_in(request: HttpRequest) -> None:
    """Write down where and when somebody signed in; to be called right after login."""
    now = timezone.now().isoformat()
    request.session.update({"began": now, "seen": now, "device": device_of(request)})


def note_seen(request: HttpRequest) -> None:
    """The device was here, to the hour."""
    seen = _moment(request.session.get("seen"))
    if seen is None or timezone.now() - seen > SEEN_EVERY:
        request.session["seen"] = timezone.now().isoformat()


def sign_ins_of(account: Account) -> list[SignIn]:
    """The devices an account is signed in on, the one last seen first."""
    rows = SignIn.objects.filter(account_id=account.pk, expire_date__gt=timezone.now())
    return list(rows.order_by("-seen_at"))


def end_sign_in(account: Account, handle: str) -> bool:
    """Sign one device out; False when there is no such device."""
    rows = [row for row in sign_ins_of(account) if row.handle == handle]
    for row in rows:
        row.delete()
    return bool(rows)


def end_sign_ins(account: Account, except_key: str | None = None) -> None:
    """Sign every device out, but for the one with the session ``except_key``."""
    SignIn.objects.filter(account_id=account.pk).exclude(session_key=except_key or "").delete()
