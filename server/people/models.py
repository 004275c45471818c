"""People of a gym. Ranges, cautions and notes are health data: seen by that person and the coaches of that
gym only."""

import datetime
from typing import Any, ClassVar

from django.contrib.auth.models import AbstractBaseUser, BaseUserManager
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import models

from core.catalog import load_catalog
from core.demand.people import Measurement as RangeValue
from core.demand.people import Person as PersonValue
from core.demand.people import newest
from core.errors import UnusableFile
from core.hazards import check_tags
from server.gym.models import Gym


class PersonManager(BaseUserManager["Person"]):
    """Makes people who can sign in."""

    def create_user(self, email: str, password: str | None, **fields: Any) -> "Person":
        """A person with a hashed password, the address in small letters. Raises ValidationError for a
        password that is too easy to guess."""
        person = self.model(email=self.normalize_email(email).lower(), **fields)
        if password is not None:
            validate_password(password, person)
        person.set_password(password)
        person.save()
        return person


class Person(AbstractBaseUser):
    """Anyone who can sign in: owner, coach or member of one gym."""

    class Role(models.TextChoices):
        OWNER = "owner"
        COACH = "coach"
        MEMBER = "member"

    gym = models.ForeignKey(Gym, models.CASCADE, related_name="people")
    email = models.EmailField(unique=True)
    name = models.CharField(max_length=80)
    role = models.CharField(max_length=10, choices=Role, default=Role.MEMBER)
    is_active = models.BooleanField(default=True)
    born = models.PositiveSmallIntegerField(null=True, blank=True)
    sex = models.CharField(max_length=6, blank=True, choices=[("male", "male"), ("female", "female")])
    height_m = models.FloatField(null=True, blank=True)
    mass_kg = models.FloatField(null=True, blank=True)
    division = models.CharField(max_length=20, blank=True)
    adaptive = models.JSONField(default=list, blank=True)
    cautions = models.JSONField(default=list, blank=True)
    caution_note = models.CharField(max_length=200, blank=True)
    kit_at_home = models.JSONField(default=list, blank=True)

    objects = PersonManager()
    USERNAME_FIELD = "email"
    REQUIRED_FIELDS: ClassVar[list[str]] = ["name"]

    @property
    def coaches(self) -> bool:
        """Whether this person may see and change what coaches see and change."""
        return self.role in (self.Role.OWNER, self.Role.COACH)

    def clean(self) -> None:
        """Refuse a caution or adaptation that nobody knows: it could not be kept."""
        super().clean()
        try:
            check_tags(self.cautions, self.adaptive, load_catalog(), self.name)
        except UnusableFile as problem:
            raise ValidationError(str(problem)) from problem

    def value(self, today: datetime.date) -> PersonValue:
        """This person as the core sees one. Prefetch ``ranges`` when asking for many."""
        tests = {
            (row.motion, row.side, row.measured_on): RangeValue(
                motion=row.motion,
                value=row.value,
                side=row.side,
                test=row.test,
                on=row.measured_on.isoformat(),
            )
            for row in sorted(self.ranges.all(), key=lambda row: row.pk)
        }  # of two on one day the later one stands
        ranges, earlier = newest(tuple(tests.values()))
        return PersonValue(
            name=self.name,
            age=today.year - self.born if self.born else None,
            sex=self.sex or None,
            height_m=self.height_m,
            mass_kg=self.mass_kg,
            ranges=ranges,
            earlier=earlier,
            adaptive=tuple(self.adaptive),
            cautions=tuple(self.cautions),
            kit_at_home=tuple(self.kit_at_home),
            division=self.division or None,
            key=str(self.pk),
        )


class MeasuredRange(models.Model):
    """One measured range: degrees, or centimetres for the knee-to-wall test."""

    person = models.ForeignKey(Person, models.CASCADE, related_name="ranges")
    motion = models.CharField(max_length=40)
    side = models.CharField(max_length=5, default="both")
    value = models.FloatField()
    test = models.CharField(max_length=20, default="goniometer")
    measured_on = models.DateField()

    class Meta:
        indexes = [models.Index(fields=["person", "motion", "measured_on"])]
