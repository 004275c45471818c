"""Reminders, by choice: in the morning of a day that holds something, or the evening before; and when a test
is due."""

from __future__ import annotations

import datetime
from collections.abc import Sequence

from django.utils import timezone

from server.blocks.courses import Running, open_in, running
from server.blocks.models import TrainingPage
from server.delivery.ledger import Message, queue_own
from server.delivery.models import Delivery
from server.gym.models import Gym

AT = {TrainingPage.Remind.MORNING: 7, TrainingPage.Remind.EVENING: 19}  # o'clock in the gym
WORK, TEST = "your block has something for you", "a test of your block is due"


def remind(gym: Gym, now: datetime.datetime | None = None) -> int:
    """Write down the reminders of this hour, each once; how many people are told."""
    now = now or timezone.now()
    here = now.astimezone(gym.zone)
    told = 0
    for choice, hour in AT.items():
        if here.hour != hour:
            continue
        day = here.date() + datetime.timedelta(days=choice == TrainingPage.Remind.EVENING)
        pages = TrainingPage.objects.filter(
            person__gym=gym, person__left_at=None, remind=choice, ended_at=None
        ).select_related("person")
        told += _remind(gym, list(pages), day, now)
    return told


def _remind(gym: Gym, pages: Sequence[TrainingPage], day: datetime.date, now: datetime.datetime) -> int:
    by_person = {page.person_id: page for page in pages}
    if not by_person:
        return 0
    rows = list(open_in(gym).filter(person_id__in=by_person))
    saying: dict[int, str] = {}
    for one in running(gym, rows, now.astimezone(gym.zone).date(), near=True):
        word = _word(one, day)
        if word:
            saying[one.row.person_id] = word if word == TEST else saying.get(one.row.person_id, word)
    messages = [
        Message(by_person[person].person, Delivery.Kind.WORK, f"/m/h/{by_person[person].token}", word)
        for person, word in saying.items()
    ]
    until = datetime.datetime.combine(day + datetime.timedelta(days=1), datetime.time(), tzinfo=gym.zone)
    queue_own(gym, f"work-{day:%Y%m%d}", messages, until, now)
    return len(messages)


def _word(one: Running, day: datetime.date) -> str:
    if any(day in week.tests_on for week in one.course.weeks):
        return TEST
    planned = one.course.day(day)
    return WORK if planned is not None and planned.work and not planned.done else ""
