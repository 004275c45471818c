"""People of a gym. Ranges, cautions and notes are health data: seen by that person and the coaches of that
gym only.

A person is a row in one gym. Who signs in is an account (server.accounts), which has a row in every gym it
belongs to; a row without one is somebody on the roster who was never invited.
"""

from __future__ import annotations

import datetime
from typing import Any

from django.core.exceptions import ValidationError
from django.db import models
from django.db.models import Q
from django.utils import timezone

from core.catalog import load_catalog
from core.demand.people import Best, Held, StandingEntry, epley_max, newest
from core.demand.people import Person as PersonValue
from core.errors import UnusableFile
from core.hazards import check_tags
from core.learning import FeltNeed
from core.testing import Measurement as RangeValue
from server.accounts.models import Account
from server.gym.models import Gym

UNITS = [("kg", "kg"), ("lb", "lb")]


class Group(models.Model):
    """People a gym calls by one name: mornings, masters, a team."""

    gym = models.ForeignKey(Gym, models.CASCADE, related_name="groups")
    name = models.CharField(max_length=40)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["gym", "name"], name="one_group_per_name")]
        ordering = ["name"]


class PersonQuerySet(models.QuerySet["Person"]):
    """People, and what is asked of many of them."""

    def current(self) -> PersonQuerySet:
        """Those who have not left."""
        return self.filter(left_at=None)

    def whole(self) -> PersonQuerySet:
        """With everything that ``Person.value`` takes, in a fixed number of queries."""
        return self.prefetch_related("ranges", "cautions", "bests", "spots")


class Person(models.Model):
    """Owner, coach or member of one gym, with or without an account.

    email: where the gym reaches them; it need not be the account's. left_at: when they left; from then on
    they see nothing of the gym. unit: what loads are shown in, empty for the gym's own.
    consented_at: when they agreed to what is kept of them. version counts changes to this row.
    """

    class Role(models.TextChoices):
        OWNER = "owner"
        COACH = "coach"
        MEMBER = "member"

    gym = models.ForeignKey(Gym, models.CASCADE, related_name="people")
    account = models.ForeignKey(Account, models.SET_NULL, null=True, blank=True, related_name="people")
    email = models.EmailField(blank=True)
    name = models.CharField(max_length=80)
    role = models.CharField(max_length=10, choices=Role, default=Role.MEMBER)
    left_at = models.DateTimeField(null=True, blank=True)
    born = models.PositiveSmallIntegerField(null=True, blank=True)
    sex = models.CharField(max_length=6, blank=True, choices=[("male", "male"), ("female", "female")])
    height_m = models.FloatField(null=True, blank=True)
    mass_kg = models.FloatField(null=True, blank=True)
    lengths_m = models.JSONField(default=dict, blank=True)
    division = models.CharField(max_length=20, blank=True)
    adaptive = models.JSONField(default=list, blank=True)
    kit_at_home = models.JSONField(default=list, blank=True)
    unit = models.CharField(max_length=2, choices=UNITS, blank=True)
    groups = models.ManyToManyField(Group, related_name="people", blank=True)
    consented_at = models.DateTimeField(null=True, blank=True)
    version = models.PositiveIntegerField(default=1)

    objects = PersonQuerySet.as_manager()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["gym", "account"], name="one_row_per_account_and_gym"),
            models.UniqueConstraint(
                fields=["gym", "email"], condition=~Q(email=""), name="one_person_per_address"
            ),
        ]
        indexes = [models.Index(fields=["gym", "name"])]
        ordering = ["name", "pk"]

    @property
    def coaches(self) -> bool:
        """Whether this person may see and change what coaches see and change."""
        return self.role in (self.Role.OWNER, self.Role.COACH)

    @property
    def owns(self) -> bool:
        """Whether this person may change the gym itself, and who does what in it."""
        return self.role == self.Role.OWNER

    def coaches_in(self, gym_id: int) -> bool:
        """Whether this person is a coach of one gym."""
        return self.coaches and self.gym_id == gym_id

    def clean(self) -> None:
        """Refuse an adaptation that nobody knows: it could not be kept."""
        super().clean()
        try:
            check_tags((), self.adaptive, load_catalog(), self.name)
        except UnusableFile as problem:
            raise ValidationError(str(problem)) from problem

    def cautions_on(self, today: datetime.date) -> list[Caution]:
        """What holds on a day, the first noted first. Prefetch ``cautions`` when asking for many."""
        return [row for row in sorted(self.cautions.all(), key=lambda row: row.pk) if row.holds(today)]

    def caution_note(self, today: datetime.date) -> str:
        """What was written down with the cautions of a day."""
        return " ".join(dict.fromkeys(row.note for row in self.cautions_on(today) if row.note))

    def value(self, today: datetime.date, felt: tuple[FeltNeed, ...] = ()) -> PersonValue:
        """This person as the core sees one on a day. Ask many of ``whole()`` people. felt: what their answers
        after earlier preps move."""
        ranges, earlier = newest(self.measurements())
        return PersonValue(
            name=self.name,
            age=today.year - self.born if self.born else None,
            sex=self.sex or None,
            height_m=self.height_m,
            mass_kg=self.mass_kg,
            ranges=ranges,
            earlier=earlier,
            adaptive=tuple(self.adaptive),
            cautions=tuple(dict.fromkeys(row.caution for row in self.cautions_on(today))),
            kit_at_home=tuple(self.kit_at_home),
            division=self.division or None,
            key=str(self.pk),
            lengths_m=tuple(sorted(self.lengths_m.items())),
            bests=tuple(row.value() for row in self.bests.all()),
            held=self.held(),
            problem_spots=tuple(row.motion for row in self.spots.all()),
            standing=tuple(
                StandingEntry(row.motion, row.drill, row.side, row.when)
                for row in self.spots.all()
                if row.drill
            ),
            today=today.isoformat(),
            felt=felt,
        )

    def measurements(self) -> tuple[RangeValue, ...]:
        """Every measured range, oldest noted first; of two on one day the later one stands."""
        tests = {
            (row.motion, row.side, row.measured_on): row.value_in_core()
            for row in self._readings()
            if row.motion
        }
        return tuple(tests.values())

    def held(self) -> tuple[Held, ...]:
        """What the newest test of each position said."""
        tests = load_catalog().range_tests
        newest = {
            row.test: Held(row.test, row.value >= 1)
            for row in sorted(self._readings(), key=lambda row: row.measured_on)
            if row.test in tests and tests[row.test].position
        }
        return tuple(newest.values())

    def _readings(self) -> list[MeasuredRange]:
        return sorted(self.ranges.all(), key=lambda row: row.pk)


class MeasuredRange(models.Model):
    """One reading of a test of range. value: as read (degrees, centimetres, a rung, 1 for held); motion:
    empty
    for a test that measures none. key: what the page that took it called it, so that one which is sent twice
    is kept once."""

    person = models.ForeignKey(Person, models.CASCADE, related_name="ranges")
    motion = models.CharField(max_length=40, blank=True)
    side = models.CharField(max_length=5, default="both")
    value = models.FloatField()
    test = models.CharField(max_length=20, default="goniometer")
    measured_on = models.DateField()
    taken_by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
    key = models.CharField(max_length=64, null=True, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["person", "key"], name="one_reading_per_attempt")]
        indexes = [models.Index(fields=["person", "motion", "measured_on"])]

    def value_in_core(self) -> RangeValue:
        """As the core has one."""
        return RangeValue(
            motion=self.motion,
            value=self.value,
            side=self.side,
            test=self.test,
            on=self.measured_on.isoformat(),
        )


class Caution(models.Model):
    """What must not reach a person, from a day, until another when it is known. by_word: on whose word, such
    as a physio's; noted_by: who wrote it down. It is ended, never deleted, so that what held can be told."""

    person = models.ForeignKey(Person, models.CASCADE, related_name="cautions")
    caution = models.CharField(max_length=40)
    note = models.CharField(max_length=200, blank=True)
    by_word = models.CharField(max_length=80, blank=True)
    noted_by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
    since = models.DateField()
    until = models.DateField(null=True, blank=True)

    class Meta:
        indexes = [models.Index(fields=["person", "since"])]
        ordering = ["-since", "-pk"]

    def holds(self, on: datetime.date) -> bool:
        """Whether it holds on a day; the last day counts."""
        return self.since <= on and (self.until is None or on <= self.until)


class BestLift(models.Model):
    """The heaviest of one lift: a single, or a set of several repetitions it is estimated from."""

    person = models.ForeignKey(Person, models.CASCADE, related_name="bests")
    movement = models.CharField(max_length=90)
    kg = models.FloatField()
    reps = models.PositiveSmallIntegerField(default=1)
    lifted_on = models.DateField()

    class Meta:
        indexes = [models.Index(fields=["person", "movement", "lifted_on"])]
        ordering = ["movement", "-lifted_on", "-pk"]

    def value(self) -> Best:
        """As the core has one."""
        return Best(self.movement, epley_max(self.kg, self.reps), estimated=self.reps > 1)


class Note(models.Model):
    """What was written down about a person. private: for the coaches alone; else the person sees it too."""

    person = models.ForeignKey(Person, models.CASCADE, related_name="notes")
    by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
    text = models.CharField(max_length=1000)
    private = models.BooleanField(default=False)
    written_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-written_at", "-pk"]


class Spot(models.Model):
    """A place of the body that gives trouble: a motion and a side. With a drill it is a standing entry: an
    extra before every session that asks for ``when`` (a pattern, or empty: every session)."""

    person = models.ForeignKey(Person, models.CASCADE, related_name="spots")
    motion = models.CharField(max_length=40)
    side = models.CharField(max_length=5, default="both")
    note = models.CharField(max_length=200, blank=True)
    drill = models.CharField(max_length=60, blank=True)
    when = models.CharField(max_length=40, blank=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["person", "motion", "side"], name="one_spot_per_place")
        ]
        ordering = ["motion", "side"]


class Invitation(models.Model):
    """An address asked to make a row theirs. digest: of the word in the link, which is kept nowhere."""

    person = models.ForeignKey(Person, models.CASCADE, related_name="invitations")
    by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
    email = models.EmailField()
    digest = models.CharField(max_length=64, unique=True)
    sent_at = models.DateTimeField(default=timezone.now)
    until = models.DateTimeField()
    used_at = models.DateTimeField(null=True)
    ended_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["-sent_at", "-pk"]

    @property
    def opens(self) -> bool:
        """Whether its link still leads in."""
        return self.used_at is None and self.ended_at is None and timezone.now() < self.until


class Look(models.Model):
    """Somebody looked at what is private of a person: a row for each viewer, person, screen and day."""

    person = models.ForeignKey(Person, models.CASCADE, related_name="looks")
    viewer = models.ForeignKey(Person, models.CASCADE, related_name="+")
    screen = models.CharField(max_length=20)
    day = models.DateField()

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["person", "viewer", "screen", "day"], name="one_look_a_screen_and_day"
            )
        ]


class Change(models.Model):
    """Something private of a person was written down, changed or taken away: what kind, never what it
    said. by: None for who is erased, or the command line."""

    person = models.ForeignKey(Person, models.CASCADE, related_name="changes")
    by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
    what = models.CharField(max_length=60)
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        indexes = [models.Index(fields=["person", "-at"])]


def set_fields(row: Any, changes: dict[str, Any]) -> None:
    """Write fields of a row, checked as its model checks them. Raises ValidationError naming each at
    fault."""
    for name, value in changes.items():
        setattr(row, name, value)
    row.full_clean(exclude=[field.name for field in row._meta.fields if field.name not in changes])
