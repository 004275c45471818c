"""Mail about accounts. It is asked for in the queue of background work and leaves from there, so that how
long an answer takes tells nothing of who has an account, and a server that is stopped loses none. What opens
a door is made when it leaves: nothing in the queue does."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any

from django.conf import settings
from django.core.mail import EmailMessage
from django.core.mail.backends.base import BaseEmailBackend
from django.db import transaction
from procrastinate import RetryStrategy
from procrastinate.contrib.django import app

from server.accounts.models import DemoMail
from server.logs import log

QUEUE, PRIORITY = "accounts", 20  # before mails about classes: somebody waits for it
TRIES = RetryStrategy(
    max_attempts=9, exponential_wait=3
)  # seconds to the power of the try: two hours and more


class NotLeft(Exception):
    """The mail server did not take a mail; it is tried again."""


def mailing(send_it: Callable[..., None]) -> Callable[..., None]:
    """Make what sends a mail a job: called, it is asked for, once the transaction stands. Its arguments are
    numbers and words that may stand in a queue."""
    job = app.task(queue=QUEUE, priority=PRIORITY, retry=TRIES)(send_it)

    def ask_for(**arguments: Any) -> None:
        if settings.TESTING:
            send_it(**arguments)
            return
        with transaction.atomic():
            job.defer(**arguments)

    return ask_for


def send(to: str, subject: str, body: str) -> None:
    """Hand a plain-text mail over. Raises NotLeft; what went wrong is in the log, without addresses."""
    try:
        EmailMessage(subject, body, settings.DEFAULT_FROM_EMAIL, [to]).send()
    except Exception as problem:
        log.error("a mail did not leave", exc_info=problem)
        raise NotLeft from None


class DemoBackend(BaseEmailBackend):
    """The demo's mail server: a table that can be read in the app."""

    def send_messages(self, email_messages: Sequence[EmailMessage]) -> int:
        rows = [
            DemoMail(to=mail.to[0], subject=str(mail.subject), body=str(mail.body)) for mail in email_messages
        ]
        DemoMail.objects.bulk_create(rows)
        return len(rows)
