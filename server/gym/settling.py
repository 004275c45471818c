"""What an owner settles about the gym itself, and its weekly class times."""

from __future__ import annotations

import datetime
from collections.abc import Sequence
from typing import Any, NamedTuple

from django.core.exceptions import ValidationError
from django.db import transaction

from core.errors import Refused
from server.gym.models import Gym
from server.people.models import Person, set_fields
from server.programme.models import WeeklyClass
from server.shelf.actions import vocabulary_of
from server.versions import check_version

MOST_CLASSES = 150  # a week: more than every half hour of every day


class NotSettled(Refused):
    """A setting that cannot be; ``field`` names it."""


class Slot(NamedTuple):
    """A class time of every week. weekday: Monday is 0. coach: a person's id."""

    weekday: int
    starts: datetime.time
    coach: int | None


@transaction.atomic
def settle(by: Person, made_on: int, changes: dict[str, Any], times: Sequence[Slot] | None = None) -> Gym:
    """Change a gym's name, place, zone, unit, usual method and minutes, and (given) all its class times.
    Raises NotSettled naming what cannot be, Stale when it changed after version ``made_on``, and
    PermissionError for anyone but an owner."""
    if not by.owns:
        raise PermissionError("Only an owner of the gym can change this.")
    gym = Gym.objects.select_for_update().get(pk=by.gym_id)
    check_version("What is settled about the gym", gym.version, made_on)
    if changes.get("method", gym.method) not in vocabulary_of(gym).catalog.methods:
        raise NotSettled("method", "There is no such method any more; choose another.")
    try:
        set_fields(gym, changes)
    except ValidationError as problem:
        field, said = next(iter(problem.message_dict.items()))
        raise NotSettled(field, " ".join(said)) from problem
    gym.version += 1
    gym.save(update_fields=[*changes, "version"])
    if times is not None:
        _set_times(gym, times)
    return gym


def _set_times(gym: Gym, times: Sequence[Slot]) -> None:
    if len(times) > MOST_CLASSES:
        raise NotSettled("times", f"{len(times)} classes a week; up to {MOST_CLASSES} can be kept.")
    if len({(slot.weekday, slot.starts) for slot in times}) < len(times):
        raise NotSettled("times", "Two classes at the same time of the same day; one is enough.")
    coaches = {person.pk for person in gym.people.current() if person.coaches}
    for slot in times:
        if not 0 <= slot.weekday <= 6 or (slot.coach is not None and slot.coach not in coaches):
            raise NotSettled("times", "A class is on one of seven days, with a coach of this gym or none.")
    gym.weekly_classes.all().delete()
    WeeklyClass.objects.bulk_create(
        WeeklyClass(gym=gym, weekday=slot.weekday, starts=slot.starts, coach_id=slot.coach) for slot in times
    )
