"""What a member says of their block, day by day; and how they want to be reminded."""

from __future__ import annotations

import datetime
from collections.abc import Sequence
from typing import NamedTuple

from django.db import transaction
from django.utils import timezone

from core.errors import Refused
from server.blocks.actions import end_for
from server.blocks.models import Enrolled, Ticked, TrainingPage
from server.delivery.ledger import Message, queue_own
from server.delivery.models import Delivery
from server.people.models import Person

OLDEST = datetime.timedelta(days=14)  # a day that is ticked lies back at the most
MOST_TICKS = 2000  # of one block
HURTS = "somebody says that something hurts"
SOON = datetime.timedelta(days=1)


class NotTicked(Refused):
    """A tick that cannot be kept; ``field`` names what is at fault."""


class Tick(NamedTuple):
    """A day somebody did, took back, or that hurt. at: by their device's clock."""

    enrolled: int
    on: datetime.date
    value: str
    key: str
    at: datetime.datetime
    words: str = ""


def page_of(person: Person) -> TrainingPage:
    """Their own page of blocks, made the first time."""
    return TrainingPage.objects.get_or_create(person=person)[0]


@transaction.atomic
def note_ticks(person: Person, ticks: Sequence[Tick]) -> None:
    """Keep what a member says of their blocks, each word once. Pain ends the block for them and reaches
    their coaches at once. Raises NotTicked."""
    ids = {tick.enrolled for tick in ticks}
    rows = Enrolled.objects.select_for_update(of=("self",)).select_related("block__gym")
    mine = {row.pk: row for row in rows.filter(pk__in=ids, person=person)}
    now = timezone.now()
    for tick in ticks:
        row = mine.get(tick.enrolled)
        if row is None:
            raise NotTicked("enrolled", "This is not one of your blocks, or not any more.")
        _tick(row, tick, now)


def _tick(row: Enrolled, tick: Tick, now: datetime.datetime) -> None:
    today = row.block.gym.today()
    if not max(row.block.starts_on, today - OLDEST) <= tick.on <= today:
        raise NotTicked("on", "A day can be ticked from when it is there until two weeks later.")
    if row.ticks.count() >= MOST_TICKS:
        raise NotTicked("rows", f"{MOST_TICKS} ticks of this block are kept already.")
    kept, made = Ticked.objects.get_or_create(
        enrolled=row,
        key=tick.key,
        defaults={
            "on": tick.on,
            "value": tick.value,
            "words": tick.words.strip(),
            "said_at": min(tick.at, now),
        },
    )
    if made and tick.value == Ticked.Value.HURT:
        because = {"kind": "tick", "ids": [kept.pk]}
        end_for(None, row.pk, Enrolled.Ended.PAIN, "Something hurt; it waits for a coach.", because)
        tell_hurt(row, kept, now)


def tell_hurt(row: Enrolled, kept: Ticked, now: datetime.datetime) -> None:
    """Word to the coach who gave it and the owners, by no name and no body part."""
    gym = row.block.gym
    coaches = {one.pk: one for one in gym.people.current().filter(role=Person.Role.OWNER)}
    by = row.block.made_by
    if by is not None and by.left_at is None:
        coaches[by.pk] = by
    messages = [
        Message(one, Delivery.Kind.COACH, f"/people/{row.person_id}", HURTS, lasts=True)
        for one in coaches.values()
    ]
    queue_own(gym, f"block-hurt-{kept.pk}", messages, now + SOON, now)


def set_reminder(person: Person, remind: str) -> TrainingPage:
    """How somebody wants to be reminded of what a day holds."""
    page = page_of(person)
    page.remind = TrainingPage.Remind(remind)
    page.save(update_fields=["remind"])
    return page


def end_page_link(by: Person, person: Person) -> None:
    """The link to somebody's page of blocks opens nothing from now on; the next has another name. Raises
    PermissionError for anyone but them and a coach of the gym."""
    if not (by.coaches_in(person.gym_id) or by.pk == person.pk):
        raise PermissionError("Only a coach of this gym can end a link.")
    TrainingPage.objects.filter(person=person).delete()
