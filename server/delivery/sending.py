"""Handing waiting messages over. A message is claimed in one transaction, handed over, and marked in another:
whoever dies in between leaves a claim that runs out, and the message goes again under the same name."""

from __future__ import annotations

import datetime
import time
import uuid
from collections.abc import Callable, Sequence
from contextlib import closing

from django.db import transaction
from django.db.models import Q
from django.utils import timezone

from server.delivery.channels import LONGEST_S, Channel, NotHanded, channel_for
from server.delivery.ledger import NEWER, SHEETS, channels_of, reaches_of
from server.delivery.models import Delivery

AT_ONCE = 10
PATIENCE_S = 20.0  # of one round; what is left is for the next, so that what is urgent gets its turn
LEASE_S = PATIENCE_S + 3 * LONGEST_S + 25.0  # longer than a round and the last message it began may take
# between tries, seconds; the last for all further ones
BACK_OFF_S = (15, 60, 240, 600, 1200)
BEGAN = "the class began before"
LEFT = "they have left the gym"
DAY_OVER, LONGEST_WORK = "the day it was for is over", datetime.timedelta(hours=26)
NO_WAY = "there is no address for it any more"


def send_waiting(
    now: Callable[[], datetime.datetime] = timezone.now, channel: Callable[[str], Channel] = channel_for
) -> bool:
    """Hand over what is due, the urgent first, for as long as one round takes; whether more is waiting."""
    until = time.monotonic() + PATIENCE_S
    while time.monotonic() < until:
        rows = claim(now())
        if not rows:
            return False
        for name in dict.fromkeys(row.channel for row in rows):
            with closing(channel(name)) as way:
                _hand_over([row for row in rows if row.channel == name], way, now)
    return True


def claim(now: datetime.datetime) -> list[Delivery]:
    """Take messages that are due and nobody else has; those that would be in vain are ended instead."""
    due = Q(state=Delivery.State.QUEUED, due_at__lte=now)
    left_lying = Q(state=Delivery.State.SENDING, lease_until__lt=now)
    with transaction.atomic():
        rows = list(
            Delivery.objects.select_for_update(skip_locked=True, of=("self",))
            .filter(due | left_lying, gym__paused_at=None)
            .select_related("gym", "person__reach", "gym_class__session")
            .order_by("-urgent", "due_at", "pk")[:AT_ONCE]
        )
        newest = _newest_of(rows)
        reaches = reaches_of(row.person for row in rows)
        mine: list[Delivery] = []
        for row in rows:
            why = _in_vain(row, newest, now)
            if not why and row.channel not in channels_of(row.person, reaches[row.person_id]):
                why = NO_WAY
            if why:
                row.state = Delivery.State.FAILED if row.attempts else Delivery.State.DROPPED
                row.why = f"{why}; {row.why}" if row.attempts and row.why else why
                continue
            row.state, row.claim, row.attempts = Delivery.State.SENDING, uuid.uuid4().hex, row.attempts + 1
            row.lease_until = now + datetime.timedelta(seconds=LEASE_S)
            mine.append(row)
        Delivery.objects.bulk_update(rows, ["state", "why", "claim", "attempts", "lease_until"])
    return mine


About = tuple[int | None, int | None, int, str]  # a class or a competition, a person, a channel


def _about(row: Delivery) -> About:
    return row.gym_class_id, row.competition_id, row.person_id, row.channel


def _newest_of(rows: Sequence[Delivery]) -> dict[About, int]:
    """The newest message about each class (or competition) and person of some rows, by channel."""
    classes = {row.gym_class_id for row in rows if row.gym_class_id}
    competitions = {row.competition_id for row in rows if row.competition_id}
    about = Delivery.objects.filter(
        Q(gym_class_id__in=classes) | Q(competition_id__in=competitions),
        person_id__in={row.person_id for row in rows},
        kind__in=SHEETS,
    )
    return {_about(row): row.pk for row in about.order_by("pk")}


def _in_vain(row: Delivery, newest: dict[About, int], now: datetime.datetime) -> str:
    """Why a message is of no use any more; empty when it is."""
    if row.person.left_at is not None:
        return LEFT
    if row.kind in SHEETS and newest[_about(row)] != row.pk:
        return NEWER
    if row.kind == Delivery.Kind.WORK and now - row.queued_at > LONGEST_WORK:
        return DAY_OVER
    begun = row.until_class and row.gym_class is not None and row.gym_class.starts_at <= now
    return BEGAN if begun else ""


def _hand_over(rows: Sequence[Delivery], way: Channel, now: Callable[[], datetime.datetime]) -> None:
    """Give claimed messages away, each marked before the next. A server that is not there is not asked for
    each of them; what is left of a round that took long is let go of, as its claim might run out."""
    until = time.monotonic() + PATIENCE_S
    trouble: NotHanded | None = None
    for row in rows:
        if trouble:
            _not_handed(row, trouble, now())
        elif time.monotonic() > until:
            _mark(row, state=Delivery.State.QUEUED, attempts=row.attempts - 1)
        else:
            trouble = _give(row, way, now)


def _give(row: Delivery, way: Channel, now: Callable[[], datetime.datetime]) -> NotHanded | None:
    """Give one message away and write down what became of it; the trouble, when it is the server's."""
    try:
        way.hand_over(row)
    except NotHanded as problem:
        _not_handed(row, problem, now())
        return problem if problem.server else None
    _mark(row, state=Delivery.State.HANDED, handed_at=now(), why="")
    return None


def _not_handed(row: Delivery, problem: NotHanded, now: datetime.datetime) -> None:
    if problem.for_good:
        _mark(row, state=Delivery.State.FAILED, why=str(problem))
    else:
        _mark(row, state=Delivery.State.QUEUED, due_at=_again_at(row, now), why=str(problem))


def _again_at(row: Delivery, now: datetime.datetime) -> datetime.datetime:
    wait_s = BACK_OFF_S[min(row.attempts, len(BACK_OFF_S)) - 1]
    return now + datetime.timedelta(seconds=wait_s)


def _mark(row: Delivery, **fields: object) -> None:
    """Write what became of a message, unless its claim ran out and another worker has it."""
    mine = Delivery.objects.filter(pk=row.pk, claim=row.claim, state=Delivery.State.SENDING)
    mine.update(**fields, lease_until=None)
