"""Where messages leave: a mail server, a text-message service, or the demo's outbox, which stands in for
both."""

from __future__ import annotations

import json
import smtplib
import socket
import threading
import urllib.error
import urllib.request
from collections.abc import Iterator
from contextlib import closing, contextmanager
from email.utils import formataddr
from typing import Protocol
from urllib.parse import urlsplit

from django.conf import settings
from django.core.mail import EmailMultiAlternatives, get_connection
from django.template.loader import render_to_string

from server.delivery.models import Delivery, OutboxMessage
from server.delivery.words import Letter, letter_of
from server.people.models import Person

LONGEST_S = 25.0  # of one message, from the first word to the server's last
MOST_WHY = 160


class NotHanded(Exception):
    """A message was not taken. for_good: trying again is of no use; server: it is the server that is not
    there or will not have us, so that other messages fare no better."""

    def __init__(self, why: str, *, for_good: bool = False, server: bool = False) -> None:
        super().__init__(why[:MOST_WHY])
        self.for_good, self.server = for_good, server


class Channel(Protocol):
    """What takes messages."""

    def hand_over(self, row: Delivery) -> None:
        """Give one message of the ledger away. Raises NotHanded."""

    def close(self) -> None:
        """Let go of what it holds open."""


def channel_for(channel: str) -> Channel:
    """The channel of this installation for mail or text."""
    if settings.DEMO:
        return Outbox()
    return MailChannel() if channel == Delivery.Channel.MAIL else TextChannel()


class Outbox:
    """The demo's stand-in for everybody's mail and telephone: messages stop here."""

    def hand_over(self, row: Delivery) -> None:
        """Keep a message where it can be read in the app, once."""
        letter = letter_of(row)
        text = row.channel == Delivery.Channel.TEXT
        OutboxMessage.objects.create(
            gym=row.gym,
            person=row.person,
            channel=row.channel,
            to=row.person.reach.phone if text else row.person.email,
            word=row.word,
            subject=letter.subject,
            body=f"{letter.subject}\n{letter.link}\n" if text else letter.body,
        )

    def close(self) -> None:
        """It holds nothing open."""


class MailChannel:
    """Over SMTP, with one connection for as many mails as there are."""

    def __init__(self) -> None:
        self._connection = get_connection(fail_silently=False)

    def hand_over(self, row: Delivery) -> None:
        """Give a mail to the server."""
        mail = mail_of(row, letter_of(row))
        mail.connection = self._connection
        try:
            self._connection.open()
            with self._in_time():
                mail.send()
        except smtplib.SMTPRecipientsRefused as refused:
            code, said = next(iter(refused.recipients.values()))
            raise NotHanded(_said(code, said), for_good=code >= 500) from refused
        except (smtplib.SMTPSenderRefused, smtplib.SMTPAuthenticationError) as refused:
            self.close()
            raise NotHanded(_said(refused.smtp_code, refused.smtp_error), server=True) from refused
        except smtplib.SMTPResponseException as refused:
            self.close()
            raise NotHanded(
                _said(refused.smtp_code, refused.smtp_error), for_good=refused.smtp_code >= 500
            ) from refused
        except (smtplib.SMTPException, OSError) as problem:
            self.close()
            raise NotHanded(f"the mail server does not answer ({type(problem).__name__})", server=True) from (
                problem
            )

    def close(self) -> None:
        """Take leave of the server."""
        try:
            self._connection.close()
        except (smtplib.SMTPException, OSError):
            self._connection = get_connection(fail_silently=False)

    @contextmanager
    def _in_time(self) -> Iterator[None]:
        """A server that answers a letter at a time would hold a worker for as long as it likes: its line is
        cut."""
        sock = getattr(getattr(self._connection, "connection", None), "sock", None)
        timer = threading.Timer(LONGEST_S, _cut, [sock])
        timer.start()
        try:
            yield
        finally:
            timer.cancel()


def _cut(sock: socket.socket | None) -> None:
    try:
        if sock is not None:
            sock.shutdown(socket.SHUT_RDWR)
    except OSError:
        return


def _said(code: int, said: bytes | str) -> str:
    words = said.decode(errors="replace") if isinstance(said, bytes) else said
    return f"the mail server said {code} {' '.join(words.split())}"


def try_mail(person: Person) -> str:
    """Send one mail to somebody now, as their gym's leave; empty when it was taken, else why it was not."""
    if not person.email:
        return "there is no address of yours to send it to"
    if not settings.MAIL_READY:
        return "no mail server is set (CHALK_MAIL_URL)"
    subject = f"{person.gym.name}: mails leave, and this one arrived"
    row = Delivery(gym=person.gym, person=person, kind=Delivery.Kind.COACH, subject=subject, link="/sending")
    with closing(channel_for(Delivery.Channel.MAIL)) as way:
        try:
            way.hand_over(row)
        except NotHanded as problem:
            return str(problem)
    return ""


def mail_of(row: Delivery, letter: Letter) -> EmailMultiAlternatives:
    """A mail in plain text first, with the headers that lists and machines look for (RFC 2369, RFC 8058,
    RFC 3834)."""
    sender = row.gym.sender or settings.DEFAULT_FROM_EMAIL
    headers = {
        "Message-ID": message_id(row.word),
        "From": formataddr((row.gym.name, sender)),
        "Auto-Submitted": "auto-generated",
    }
    if row.gym.sender:
        headers["Sender"] = settings.DEFAULT_FROM_EMAIL
    if letter.unsubscribe:
        headers["List-Unsubscribe"] = f"<{letter.unsubscribe}>"
        headers["List-Unsubscribe-Post"] = "List-Unsubscribe=One-Click"
    mail = EmailMultiAlternatives(
        letter.subject, letter.body, settings.DEFAULT_FROM_EMAIL, [row.person.email], headers=headers
    )
    shown = {"letter": letter, "gym": row.gym.name}
    mail.attach_alternative(render_to_string("delivery/mail.html", shown), "text/html")
    return mail


def message_id(word: str) -> str:
    """A mail's name, the same however often it is handed over."""
    return f"<{word}@{urlsplit(settings.ADDRESS).hostname}>"


class TextChannel:
    """Over HTTP, as such services are: a JSON POST with a bearer key, and a reference by which a message that
    comes twice is known (docs/publishing.md)."""

    def hand_over(self, row: Delivery) -> None:
        """Give a text message to the service."""
        letter = letter_of(row)
        fields = {
            "from": row.gym.name[:11],
            "to": row.person.reach.phone,
            "text": f"{letter.subject}. {letter.link}",
            "reference": row.word,
        }
        request = urllib.request.Request(
            settings.TEXT_URL,
            json.dumps(fields).encode(),
            {
                "Authorization": f"Bearer {settings.TEXT_KEY}",
                "Content-Type": "application/json",
                "Idempotency-Key": row.word,
            },
        )
        try:
            with urllib.request.urlopen(request, timeout=settings.EMAIL_TIMEOUT):
                return
        except urllib.error.HTTPError as refused:
            refused.close()
            said = f"the text service said {refused.code} {refused.reason}"
            ours = refused.code in (401, 403)  # our key, not their number
            wait = refused.code in (408, 409, 429)
            for_good = 400 <= refused.code < 500 and not ours and not wait
            raise NotHanded(said, for_good=for_good, server=ours) from refused
        except OSError as problem:
            said = f"the text service does not answer ({type(problem).__name__})"
            raise NotHanded(said, server=True) from problem

    def close(self) -> None:
        """It holds nothing open."""
