"""Mails that came back: delivery status notifications (RFC 3464), one or an mbox of them. Nothing else makes
a mail bounced."""

from __future__ import annotations

import email.policy
import mailbox
import re
from collections.abc import Iterator
from contextlib import closing
from email.message import Message
from email.parser import BytesParser
from pathlib import Path
from typing import NamedTuple

from django.db import transaction

from server.delivery.models import Delivery, Reach

WORD = re.compile(r"<([0-9a-f]{32})@")
MOST_WHY = 160
MOST_BYTES = 50_000_000


class Report(NamedTuple):
    """One recipient of a report. word: of our message it is about, empty when that is not told."""

    word: str
    recipient: str
    action: str
    why: str


def reports_in(path: Path) -> Iterator[Report]:
    """Every recipient of every report in a file; mails that are none are passed over. Raises OSError for a
    file that cannot be read, and ValueError for one that is too large."""
    if path.stat().st_size > MOST_BYTES:
        raise ValueError(f"the file is larger than {MOST_BYTES // 1_000_000} MB")
    parser = BytesParser(policy=email.policy.default)
    if path.read_bytes()[:5] == b"From ":
        with closing(mailbox.mbox(path, create=False)) as box:
            for one in box:
                yield from _reports_of(parser.parsebytes(one.as_bytes()))
    else:
        yield from _reports_of(parser.parsebytes(path.read_bytes()))


def _reports_of(message: Message) -> Iterator[Report]:
    if message.get_content_type() != "multipart/report":
        return
    if str(message.get_param("report-type", "")).lower() != "delivery-status":
        return
    word = ""
    blocks: list[Message] = []
    for part in message.walk():
        kind = part.get_content_type()
        if kind == "message/delivery-status" and isinstance(part.get_payload(), list):
            blocks += [one for one in part.get_payload() if isinstance(one, Message)]
        elif kind in ("message/rfc822", "text/rfc822-headers"):
            word = word or _word_in(part)
    for block in blocks:
        recipient = _address(block.get("Final-Recipient") or block.get("Original-Recipient") or "")
        if recipient:
            why = str(block.get("Diagnostic-Code") or block.get("Status") or "it came back")
            action = str(block.get("Action", "")).strip().lower()
            yield Report(word, recipient, action, " ".join(why.split())[:MOST_WHY])


def _word_in(part: Message) -> str:
    """Of the returned message, whose own headers carry its name."""
    inner = part.get_payload()
    if isinstance(inner, list) and inner and isinstance(inner[0], Message):
        found = WORD.search(str(inner[0].get("Message-ID", "")))
    else:
        headers = re.search(r"^message-id:\s*(\S+)", str(inner), re.IGNORECASE | re.MULTILINE)
        found = WORD.search(headers[1]) if headers else None
    return found[1] if found else ""


def _address(field: str) -> str:
    """ "rfc822; someone@example" as an address."""
    return str(field).partition(";")[2].strip().strip("<>").lower()


@transaction.atomic
def note_bounce(report: Report) -> bool:
    """Mark the message a failed report is about, and its address, which is not written to again; whether
    there was one. A report for another address than ours, or of a delay, marks nothing."""
    if report.action != "failed" or not report.word:
        return False
    rows = Delivery.objects.select_for_update(of=("self",)).select_related("person")
    row = rows.filter(word=report.word, channel=Delivery.Channel.MAIL).first()
    if row is None or row.person.email.lower() != report.recipient:
        return False
    row.state, row.why = Delivery.State.BOUNCED, report.why
    row.save(update_fields=["state", "why"])
    bounced = {"bounced": row.person.email, "bounced_why": report.why}
    Reach.objects.update_or_create(person=row.person, defaults=bounced)
    return True
