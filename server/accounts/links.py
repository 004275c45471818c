"""One-time links: to sign in without a password, and to choose a new one. Their words are signed, hold for a
quarter of an hour, and end with the first sign-in."""

from __future__ import annotations

import datetime

from django.conf import settings
from django.db.models import Q
from django.utils import timezone
from sesame.backends import ModelBackend
from sesame.utils import get_token

from server.accounts.mail import mailing, send
from server.accounts.models import Account, tidy_email
from server.accounts.sessions import end_sign_ins

SIGN_IN, NEW_PASSWORD = "sign-in", "new-password"
MAIL_EVERY = datetime.timedelta(minutes=1)  # to one account
_MAILS = {
    SIGN_IN: (
        "Your link to sign in",
        "Open this link to sign in. It works once, for a quarter of an hour.",
        "/enter",
    ),
    NEW_PASSWORD: (
        "Choose a new password",
        "Open this link to choose a new password. It works once, for a quarter of an hour.",
        "/new-password",
    ),
}
_NOT_ASKED = "If you did not ask for it, do nothing: nobody gets in without this mail."


def link_for(account: Account, purpose: str) -> str:
    """A whole address that does one thing once. Its word stands behind a #, which no server is ever sent."""
    return f"{settings.ADDRESS}{_MAILS[purpose][2]}#{get_token(account, scope=purpose)}"


def mail_link(email: str, purpose: str) -> None:
    """Send a link to whoever has the address; to nobody, and as quickly, when nobody has."""
    now = timezone.now()
    due = Q(mailed_at=None) | Q(mailed_at__lt=now - MAIL_EVERY)
    accounts = Account.objects.filter(email=tidy_email(email), is_active=True)
    wanted = accounts.filter(due).update(mailed_at=now)
    account = accounts.first() if wanted else None
    send_link(account_id=account.pk if account else 0, purpose=purpose)


@mailing
def send_link(account_id: int, purpose: str) -> None:
    """Make an account's link and send it; nobody's (0) is not sent."""
    account = Account.objects.filter(pk=account_id, is_active=True).first()
    if account:
        subject, text, _ = _MAILS[purpose]
        send(account.email, subject, f"{text}\n\n{link_for(account, purpose)}\n\n{_NOT_ASKED}\n")


def account_of(token: str, purpose: str) -> Account | None:
    """Whose link it is, which from now on opens nothing more; None for one that opens nothing."""
    account = _opened_by(token, purpose)
    return account if account and _use_up(account) else None


def _opened_by(token: str, purpose: str) -> Account | None:
    account = ModelBackend().authenticate(None, sesame=token, scope=purpose)
    return account if isinstance(account, Account) else None


def _use_up(account: Account) -> bool:
    """End every link of an account; False when another use of one was quicker."""
    same = Account.objects.filter(pk=account.pk, last_login=account.last_login)
    return same.update(last_login=timezone.now()) == 1


def choose_new_password(token: str, password: str) -> Account | None:
    """The account of a link, with a new password, signed out everywhere. None for a link that opens nothing.
    Raises ValidationError for a password that is too easy to guess; the link can be used again then."""
    account = _opened_by(token, NEW_PASSWORD)
    if account is None:
        return None
    account.choose_password(password)
    end_sign_ins(account)
    return account
