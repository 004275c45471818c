"""Signing in by address and password: throttled by account and address, with a bounded cost of hashing."""

from __future__ import annotations

import datetime
import threading
from collections.abc import Iterator, Mapping
from contextlib import contextmanager

from axes.models import AccessAttempt
from django.conf import settings
from django.contrib.auth import authenticate, login
from django.db.models import Sum
from django.http import HttpRequest
from django.utils import timezone

from server.accounts.models import Account, tidy_email
from server.accounts.sessions import note_sign_in

ADDRESS_FAILURES = 40  # from one address within the time out, whoever was tried: a whole gym may share one
HASHES_AT_ONCE = 2  # of each worker process: a hash is made to be slow and to need memory
HASH_WAIT_S = 2.0
PASSWORD_BACKEND = "django.contrib.auth.backends.ModelBackend"
_hashing = threading.BoundedSemaphore(HASHES_AT_ONCE)


class TooManyTries(Exception):
    """Wait, then try again."""


def address_of(request: HttpRequest) -> str:
    """Where a request comes from. Behind a proxy it is the last address the proxy wrote; what stands before
    that anybody can write."""
    if settings.BEHIND_PROXY and (forwarded := request.META.get("HTTP_X_FORWARDED_FOR")):
        return str(forwarded).rsplit(",", 1)[-1].strip()
    return str(request.META.get("REMOTE_ADDR", ""))


def username_of(request: HttpRequest, credentials: Mapping[str, str] | None = None) -> str:
    """The account that is tried, as it is counted. It is called by the form's name before the try, and by the
    backend's after it."""
    given = credentials or {}
    return (given.get("username") or given.get(Account.USERNAME_FIELD) or "").strip().lower()


def sign_in(request: HttpRequest, email: str, password: str) -> Account | None:
    """The account that has now signed in, or None for an address or password that is not so: both take the
    same time. Raises TooManyTries before any hashing for an account locked for this address, for an address
    that failed too often, and when too many sign in at once."""
    if _tried_too_often(address_of(request)):
        raise TooManyTries
    with hashing():
        account = authenticate(request, username=tidy_email(email), password=password)
    if getattr(request, "axes_locked_out", False):
        raise TooManyTries
    if not isinstance(account, Account):
        return None
    enter(request, account)
    return account


def enter(request: HttpRequest, account: Account) -> None:
    """Sign an account in on this device, however it was known."""
    login(request, account, backend=PASSWORD_BACKEND)
    note_sign_in(request)


def _tried_too_often(address: str) -> bool:
    since = timezone.now() - datetime.timedelta(hours=settings.AXES_COOLOFF_TIME)
    tries = AccessAttempt.objects.filter(ip_address=address or None, attempt_time__gte=since)
    failures: int = tries.aggregate(total=Sum("failures_since_start"))["total"] or 0
    return failures >= ADDRESS_FAILURES


@contextmanager
def hashing() -> Iterator[None]:
    """Around whatever hashes a password. Raises TooManyTries when too many do at once."""
    if not _hashing.acquire(timeout=HASH_WAIT_S):
        raise TooManyTries
    try:
        yield
    finally:
        _hashing.release()
