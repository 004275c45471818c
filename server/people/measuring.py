"""Taking tests of range: one reading or a whole class's, each kept once."""

from __future__ import annotations

import datetime
from collections.abc import Sequence
from typing import NamedTuple

from django.db import transaction
from django.db.models import QuerySet

from core.catalog import load_catalog
from core.catalog.measuring import RangeTest
from core.demand.people import ANGLES_DEG
from core.errors import Refused
from core.hazards import Cautions
from core.testing import WAYS_ERROR_DEG, check_reading, may_be_tested
from server.people.audit import changed
from server.people.models import MeasuredRange, Person

OLDEST_DAYS = 3650
MOST_READINGS = 3000  # of one person


class NotMeasured(Refused):
    """A reading that cannot be kept; ``field`` names what is at fault."""


class Reading(NamedTuple):
    """What was read. key: what the page that took it calls it. motion: of an angle taken in some way
    (goniometer, photo), by no test of the catalog."""

    person: int
    test: str
    side: str
    value: float
    on: datetime.date
    key: str
    motion: str = ""


class Taken(NamedTuple):
    """Readings kept, and for each that was not, its key and why."""

    kept: list[str]
    refused: dict[str, str]


def take(by: Person, readings: Sequence[Reading]) -> Taken:
    """Keep readings of a coach's gym, each by itself: one that cannot be is refused with its reason and the
    rest stand; one that came before is not kept twice. Raises PermissionError for anyone but a coach."""
    if not by.coaches:
        raise PermissionError("Only a coach of this gym can measure.")
    people = {person.pk: person for person in _people(by, {one.person for one in readings})}
    kept: list[str] = []
    refused: dict[str, str] = {}
    for one in readings:
        try:
            _take(by, people.get(one.person), one)
        except Refused as problem:
            refused[one.key] = str(problem)
        else:
            kept.append(one.key)
    return Taken(kept, refused)


def _people(by: Person, ids: set[int]) -> QuerySet[Person]:
    return by.gym.people.current().filter(pk__in=ids).prefetch_related("cautions")


@transaction.atomic
def _take(by: Person, person: Person | None, one: Reading) -> None:
    if person is None:
        raise NotMeasured("person", "This person is not in the gym, or not any more.")
    test = load_catalog().range_tests.get(one.test)
    if test is not None:
        check_reading(test, one.value, one.side)
    else:
        check_angle(one.test, one.motion, one.value)
    today = by.gym.today()
    if not today - datetime.timedelta(days=OLDEST_DAYS) <= one.on <= today + datetime.timedelta(days=1):
        raise NotMeasured("on", "A test is dated today or before.")
    if test is not None and not allowed(person, test, today):
        raise NotMeasured("test", f"{test.name} is not for {person.name}: a caution stands against it.")
    if person.ranges.count() >= MOST_READINGS:
        raise NotMeasured("person", f"{MOST_READINGS} readings of {person.name} are kept already.")
    _, made = MeasuredRange.objects.get_or_create(
        person=person,
        key=one.key,
        defaults={
            "motion": (test.motion or "") if test else one.motion,
            "side": one.side,
            "value": one.value,
            "test": one.test,
            "measured_on": one.on,
            "taken_by": by,
        },
    )
    if made:
        changed(by, person, "test taken")


def check_angle(way: str, motion: str, degrees: float) -> None:
    """Raises NotMeasured for an angle that was not taken in a known way, of a known motion, or cannot be."""
    if way not in WAYS_ERROR_DEG:
        raise NotMeasured("test", f"There is no test “{way[:40]}”.")
    if motion not in load_catalog().norms:
        raise NotMeasured("motion", f"An angle taken by {way} needs its motion, such as hip.flexion.")
    low, high = ANGLES_DEG
    if not low <= degrees <= high:
        raise NotMeasured("value", f"{degrees:g} degrees cannot be; from {low} to {high}.")


def allowed(person: Person, test: RangeTest, today: datetime.date) -> bool:
    """Whether nothing stands against asking a person to do a test. Prefetch ``cautions`` for many."""
    catalog = load_catalog()
    held = [row.caution for row in person.cautions_on(today)]
    return may_be_tested(test.id, Cautions.of(held, person.adaptive, catalog), catalog)


def take_back(by: Person, person: Person, key: str) -> bool:
    """Undo a reading by its key; False when there is none."""
    if not by.coaches_in(person.gym_id):
        raise PermissionError("Only a coach of this gym can take a test back.")
    gone, _ = person.ranges.filter(key=key).delete()
    if gone:
        changed(by, person, "test taken back")
    return bool(gone)
