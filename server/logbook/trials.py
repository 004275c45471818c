"""Tests before and after: taken with the first value hidden, and kept with what was done in between."""

from __future__ import annotations

import datetime
from collections.abc import Sequence
from typing import NamedTuple

from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from core.catalog import load_catalog
from core.errors import Refused
from core.testing import check_reading
from server.logbook.models import Trial
from server.people.audit import changed
from server.people.measuring import allowed
from server.people.models import Person
from server.programme.models import GymClass

MOST_TRIALS = 2000  # of one person
LONGEST = datetime.timedelta(hours=6)  # between the two; longer is another day
OPEN_FOR = datetime.timedelta(hours=12)


class NotTried(Refused):
    """A reading before or after that cannot be kept; ``field`` names what is at fault."""


class TrialReading(NamedTuple):
    """The first or the second reading of a trial. key: the same for both; gym_class: whose prep lies between;
    between: drills, where it is no class's prep."""

    key: str
    person: int
    test: str
    side: str
    value: float
    at: datetime.datetime
    second: bool
    gym_class: int | None = None
    between: tuple[str, ...] = ()


class TrialsTaken(NamedTuple):
    """Readings kept, and for each that was not, its key and why."""

    kept: list[str]
    refused: dict[str, str]


def take_trials(by: Person, readings: Sequence[TrialReading]) -> TrialsTaken:
    """Keep readings before and after, each by itself; one that came before is not kept twice. Raises
    PermissionError for anyone but a coach."""
    if not by.coaches:
        raise PermissionError("Only a coach of this gym can measure.")
    ids = {one.person for one in readings}
    people = {row.pk: row for row in by.gym.people.current().filter(pk__in=ids).prefetch_related("cautions")}
    kept: list[str] = []
    refused: dict[str, str] = {}
    for one in readings:
        try:
            _take(by, people.get(one.person), one)
        except Refused as problem:
            refused[one.key] = str(problem)
        else:
            kept.append(one.key)
    return TrialsTaken(kept, refused)


@transaction.atomic
def _take(by: Person, person: Person | None, one: TrialReading) -> None:
    if person is None:
        raise NotTried("person", "This person is not in the gym, or not any more.")
    test = load_catalog().range_tests.get(one.test)
    if test is None:
        raise NotTried("test", f"There is no test “{one.test[:40]}”.")
    check_reading(test, one.value, one.side)
    if not allowed(person, test, by.gym.today()):
        raise NotTried("test", f"{test.name} is not for {person.name}: a caution stands against it.")
    at = min(one.at, timezone.now())
    if one.second:
        _second(person, one, at)
    else:
        _first(by, person, one, at)


def _first(by: Person, person: Person, one: TrialReading, at: datetime.datetime) -> None:
    if person.trials.count() >= MOST_TRIALS:
        raise NotTried("person", f"{MOST_TRIALS} tests before and after of {person.name} are kept already.")
    gym_class = None
    if one.gym_class is not None:
        gym_class = GymClass.objects.filter(pk=one.gym_class, session__gym_id=by.gym_id).first()
        if gym_class is None:
            raise NotTried("gym_class", "That class is not there any more.")
    _, made = Trial.objects.get_or_create(
        person=person,
        key=one.key,
        defaults={
            "gym_class": gym_class,
            "test": one.test,
            "side": one.side,
            "before": one.value,
            "before_at": at,
            "taken_by": by,
        },
    )
    if made:
        changed(by, person, "test before taken")


def _second(person: Person, one: TrialReading, at: datetime.datetime) -> None:
    rows = Trial.objects.select_for_update(of=("self",)).filter(person=person, key=one.key)
    trial = rows.first()
    if trial is None:
        raise NotTried("key", "There is no reading before this one.")
    if trial.after is not None:
        return
    if (trial.test, trial.side) != (one.test, one.side):
        raise NotTried("test", "The second reading is of another test or side than the first.")
    if not datetime.timedelta(0) <= at - trial.before_at <= LONGEST:
        raise NotTried("at", "The second reading comes after the first, within six hours.")
    trial.after, trial.after_at = one.value, at
    trial.between = _between(trial, one)
    trial.save(update_fields=["after", "after_at", "between"])


def _between(trial: Trial, one: TrialReading) -> list[str]:
    """What was done: the drills that were named, else the prep of the class."""
    if one.between or trial.gym_class is None:
        return sorted(set(one.between))
    newest = trial.gym_class.publications.first()
    return list(newest.drills) if newest else []


def open_trials(by: Person) -> QuerySet[Trial]:
    """Those that wait for their second reading."""
    since = timezone.now() - OPEN_FOR
    rows = Trial.objects.filter(person__gym_id=by.gym_id, after=None, before_at__gte=since)
    return rows.select_related("person").order_by("before_at", "pk")
