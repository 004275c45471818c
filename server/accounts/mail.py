"""Mail about accounts. It leaves after the answer, so that how long an answer takes tells nothing of who has
an account."""

from __future__ import annotations

from collections.abc import Sequence
from concurrent.futures import ThreadPoolExecutor

from django.conf import settings
from django.core.mail import EmailMessage
from django.core.mail.backends.base import BaseEmailBackend
from django.db import connection, transaction

from server.accounts.models import DemoMail
from server.logs import log

_post = ThreadPoolExecutor(max_workers=1, thread_name_prefix="mail")


def send(to: str, subject: str, body: str) -> None:
    """Hand a plain-text mail over once the transaction stands. What goes wrong is in the log, without
    addresses."""
    mail = EmailMessage(subject, body, settings.DEFAULT_FROM_EMAIL, [to])
    if settings.TESTING:
        mail.send()
    else:
        transaction.on_commit(lambda: _post.submit(_hand_over, mail))


def _hand_over(mail: EmailMessage) -> None:
    try:
        mail.send()
    except Exception as problem:
        log.error("a mail did not leave", exc_info=problem)
    finally:
        connection.close()  # this thread's own


class DemoBackend(BaseEmailBackend):
    """The demo's mail server: a table that can be read in the app."""

    def send_messages(self, email_messages: Sequence[EmailMessage]) -> int:
        rows = [
            DemoMail(to=mail.to[0], subject=str(mail.subject), body=str(mail.body)) for mail in email_messages
        ]
        DemoMail.objects.bulk_create(rows)
        return len(rows)
