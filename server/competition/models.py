"""A competition some of a gym's people go to."""

from __future__ import annotations

import datetime
import secrets
from typing import Any
from zoneinfo import ZoneInfo

from django.core.validators import MaxValueValidator, MinValueValidator
from django.db import models
from django.utils import timezone

from server.gym.models import Gym, known_zone
from server.people.models import Person

MOST_DAYS = 7
LINK_DAYS = 28  # a link is for one weekend


def new_token() -> str:
    """An unguessable name for an athlete's day (192 bits)."""
    return secrets.token_urlsafe(24)


class Competition(models.Model):
    """The event sheet as written, and what its days are planned with.

    timezone: where it is, empty for the gym's own. racks and heads: what the coach reckons with, None for
    what the sheet says. minutes and method: of one preparation. version: counts every change to it, its
    heats and who starts in them. key: what the page that made it called the attempt.
    """

    gym = models.ForeignKey(Gym, models.CASCADE, related_name="competitions")
    name = models.CharField(max_length=120)
    place = models.CharField(max_length=120, blank=True)
    first = models.DateField()
    days = models.PositiveSmallIntegerField(
        default=1, validators=[MinValueValidator(1), MaxValueValidator(MOST_DAYS)]
    )
    timezone = models.CharField(max_length=40, blank=True, validators=[known_zone])
    sheet = models.TextField(blank=True)
    minutes = models.PositiveSmallIntegerField(
        default=10, validators=[MinValueValidator(3), MaxValueValidator(30)]
    )
    method = models.CharField(max_length=40, default="general-to-specific")
    check_in_min = models.PositiveSmallIntegerField(
        default=10, validators=[MinValueValidator(0), MaxValueValidator(60)]
    )
    racks = models.PositiveSmallIntegerField(null=True, blank=True, validators=[MaxValueValidator(20)])
    heads = models.PositiveSmallIntegerField(null=True, blank=True, validators=[MaxValueValidator(200)])
    coaches = models.ManyToManyField(Person, related_name="+", blank=True, through="Coaching")
    version = models.PositiveIntegerField(default=1)
    changed_at = models.DateTimeField(auto_now=True)
    key = models.CharField(max_length=64, null=True, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["gym", "key"], name="one_competition_per_attempt")]
        ordering = ["first", "pk"]

    @property
    def zone(self) -> ZoneInfo:
        """Its clock."""
        return ZoneInfo(self.timezone or self.gym.timezone)

    @property
    def last(self) -> datetime.date:
        """Its last day."""
        return self.first + datetime.timedelta(days=self.days - 1)


class Coaching(models.Model):
    """A coach who is there."""

    competition = models.ForeignKey(Competition, models.CASCADE, related_name="coachings")
    person = models.ForeignKey(Person, models.CASCADE, related_name="coachings")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["competition", "person"], name="once_a_coach")]


def new_key() -> str:
    """A short name for a heat that no other of its competition has."""
    return secrets.token_hex(6)


class Athlete(models.Model):
    """Somebody of the gym who starts. coach: whose they are that day, None for whoever is free; own_kit: what
    they bring; arrives_at: not there before."""

    competition = models.ForeignKey(Competition, models.CASCADE, related_name="athletes")
    person = models.ForeignKey(Person, models.CASCADE, related_name="starts_at_competitions")
    coach = models.ForeignKey(Person, models.SET_NULL, null=True, blank=True, related_name="+")
    own_kit = models.JSONField(default=list, blank=True)
    arrives_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["competition", "person"], name="once_an_athlete")]


class Heat(models.Model):
    """One start of an event, by the event's number on the sheet. key: names it in lines and moves."""

    competition = models.ForeignKey(Competition, models.CASCADE, related_name="heats")
    key = models.CharField(max_length=20, default=new_key)
    event = models.CharField(max_length=10)
    number = models.CharField(max_length=10, blank=True)
    starts_at = models.DateTimeField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["competition", "key"], name="one_heat_per_key")]
        ordering = ["starts_at", "event", "pk"]


class Entry(models.Model):
    """An athlete in a heat. division: for this event, empty for their own; opening_kg: the first weight they
    mean to take."""

    heat = models.ForeignKey(Heat, models.CASCADE, related_name="entries")
    person = models.ForeignKey(Person, models.CASCADE, related_name="entries")
    lane = models.PositiveSmallIntegerField(null=True, blank=True)
    division = models.CharField(max_length=20, blank=True)
    opening_kg = models.FloatField(
        null=True, blank=True, validators=[MinValueValidator(1), MaxValueValidator(500)]
    )

    class Meta:
        constraints = [models.UniqueConstraint(fields=["heat", "person"], name="once_in_a_heat")]
        ordering = ["lane", "pk"]


class Moved(models.Model):
    """Something that was moved on the day: what in words, and the heats before and after it, so that it can
    be taken back. key: what the device called it, so that one that is sent twice moves once."""

    competition = models.ForeignKey(Competition, models.CASCADE, related_name="moves")
    key = models.CharField(max_length=64)
    says = models.CharField(max_length=300)
    before = models.JSONField(default=list)
    after = models.JSONField(default=list)
    by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
    at = models.DateTimeField(default=timezone.now)
    undone_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["competition", "key"], name="moved_once")]
        ordering = ["-pk"]


class LineSheet(models.Model):
    """One athlete's line as it was given to them: a version, never changed. line: as it is timed; page: as
    they see it; changes: against the version before, in sentences; kept_to: cautions it was made for. Only
    what follows token is written later."""

    competition = models.ForeignKey(Competition, models.CASCADE, related_name="line_sheets")
    person = models.ForeignKey(Person, models.CASCADE, related_name="line_sheets")
    version = models.PositiveSmallIntegerField()
    line = models.JSONField()
    page = models.JSONField()
    changes = models.JSONField(default=list)
    kept_to = models.JSONField(default=list)
    published_at = models.DateTimeField(default=timezone.now)
    published_by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
    token = models.CharField(max_length=40, unique=True, default=new_token)
    seen_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["competition", "person", "version"], name="one_line_per_version")
        ]
        ordering = ["-version"]

    def whole_line(self) -> dict[str, Any]:
        """The line with whose it is."""
        return {**self.line, "athlete": str(self.person_id)}

    @property
    def link_ended(self) -> bool:
        """Whether the link opens nothing any more: too old, or its athlete has left."""
        until = self.competition.last + datetime.timedelta(days=LINK_DAYS)
        return timezone.now().date() > until or self.person.left_at is not None


class EventSaid(models.Model):
    """What an athlete said after an event: a result, how it felt, that a position held or failed, that
    something hurts. key: what the device called it, so that one that is sent twice is kept once; the newest
    of a kind (and position) holds."""

    class Kind(models.TextChoices):
        RESULT = "result"
        FELT = "felt"
        HELD = "held"
        FAILED = "failed"
        PAIN = "pain"

    competition = models.ForeignKey(Competition, models.CASCADE, related_name="said")
    person = models.ForeignKey(Person, models.CASCADE, related_name="said_at_events")
    event = models.CharField(max_length=10)
    kind = models.CharField(max_length=6, choices=Kind)
    value = models.CharField(max_length=200, blank=True)
    key = models.CharField(max_length=64)
    said_at = models.DateTimeField()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["competition", "person", "key"], name="said_of_an_event_once")
        ]
        indexes = [models.Index(fields=["competition", "event"])]
