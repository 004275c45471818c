"""A mail server on loopback for tests: what it took is the truth about what was sent."""

from __future__ import annotations

import asyncio
import re
from email import message_from_bytes, policy
from email.message import EmailMessage

from aiosmtpd.controller import Controller
from django.test import override_settings

from ops.database import free_port

SMTP = "django.core.mail.backends.smtp.EmailBackend"


class MailServer:
    """taken: every mail it said yes to, in order. refuse: address -> reply, before it takes anything;
    wait_s: how long it takes over each."""

    def __init__(self) -> None:
        self.taken: list[EmailMessage] = []
        self.refuse: dict[str, str] = {}
        self.wait_s = 0.0

    async def handle_RCPT(self, server, session, envelope, address, options):  # aiosmtpd's name
        if address in self.refuse:
            return self.refuse[address]
        envelope.rcpt_tos.append(address)
        return "250 OK"

    async def handle_DATA(self, server, session, envelope):  # aiosmtpd's name
        await asyncio.sleep(self.wait_s)
        message = message_from_bytes(envelope.content, policy=policy.default)
        self.taken.append(message)
        return "250 taken"

    def ids(self) -> list[str]:
        """The names of what it took, as the ledger has them."""
        return [re.match(r"<([0-9a-f]+)@", str(one["Message-ID"]))[1] for one in self.taken]

    def to(self) -> list[str]:
        """Whom it was for."""
        return [str(one["To"]) for one in self.taken]

    def __enter__(self) -> MailServer:
        self.port = free_port()
        self._controller = Controller(self, hostname="127.0.0.1", port=self.port)
        self._controller.start()
        self._settings = override_settings(EMAIL_BACKEND=SMTP, EMAIL_HOST="127.0.0.1", EMAIL_PORT=self.port)
        self._settings.enable()
        return self

    def __exit__(self, *problem: object) -> None:
        self._settings.disable()
        self._controller.stop()
