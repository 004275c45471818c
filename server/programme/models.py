"""Sessions on days, the classes that do them, and who is coming."""

import secrets

from django.db import models

from server.gym.models import Gym
from server.people.models import Person


class Session(models.Model):
    """The workout of a day, as written.

    version: counts every change to it and to its prep's draft, so that one made on older content is noticed.
    key: what the page that made it called the attempt, so that a repeated one makes no second session.
    """

    gym = models.ForeignKey(Gym, models.CASCADE, related_name="sessions")
    date = models.DateField()
    title = models.CharField(max_length=120)
    text = models.TextField(blank=True)
    changed_at = models.DateTimeField(auto_now=True)
    version = models.PositiveIntegerField(default=1)
    key = models.CharField(max_length=64, null=True, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["gym", "key"], name="one_session_per_attempt")]
        indexes = [models.Index(fields=["gym", "date"])]
        ordering = ["date", "pk"]


class WeeklyClass(models.Model):
    """A class time the gym has every week: a weekday (Monday is 0), a clock time, and who takes it."""

    gym = models.ForeignKey(Gym, models.CASCADE, related_name="weekly_classes")
    weekday = models.PositiveSmallIntegerField()
    starts = models.TimeField()
    coach = models.ForeignKey(Person, models.SET_NULL, null=True, blank=True, related_name="+")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["gym", "weekday", "starts"], name="one_class_a_weekday_and_time")
        ]
        ordering = ["weekday", "starts"]


class Attending(models.Model):
    """Somebody on a class's roster. division: for this class, empty for their own; pair: those with the same
    number train together. came: whether they did, None while nobody said otherwise than the roster."""

    gym_class = models.ForeignKey("GymClass", models.CASCADE, related_name="attending")
    person = models.ForeignKey(Person, models.CASCADE, related_name="attending")
    division = models.CharField(max_length=20, blank=True)
    pair = models.PositiveSmallIntegerField(null=True, blank=True)
    came = models.BooleanField(null=True, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["gym_class", "person"], name="once_on_a_roster")]


def new_wall_word() -> str:
    """An unguessable name for the page of a class's prep (128 bits)."""
    return secrets.token_urlsafe(16)


class GymClass(models.Model):
    """One class time of a session. touched_at: when who comes, or what one of them keeps to, last changed;
    wall: names the page of its prep with nobody's own, for whoever stands before it."""

    session = models.ForeignKey(Session, models.CASCADE, related_name="classes")
    starts_at = models.DateTimeField()
    coach = models.ForeignKey(Person, models.SET_NULL, null=True, blank=True, related_name="classes_coached")
    people = models.ManyToManyField(Person, related_name="classes", blank=True, through=Attending)
    cancelled_at = models.DateTimeField(null=True, blank=True)
    touched_at = models.DateTimeField(null=True, blank=True)
    wall = models.CharField(max_length=30, unique=True, default=new_wall_word)

    class Meta:
        ordering = ["starts_at", "pk"]
        indexes = [models.Index(fields=["starts_at"])]


class Presence(models.Model):
    """A page that is open on a session. tab: what the page calls itself; seen_at: when it last said so; left:
    it was left, and a word of it that comes later was only slow."""

    session = models.ForeignKey(Session, models.CASCADE, related_name="presences")
    person = models.ForeignKey(Person, models.CASCADE, related_name="presences")
    tab = models.CharField(max_length=40)
    seen_at = models.DateTimeField()
    left = models.BooleanField(default=False, db_default=False)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["session", "person", "tab"], name="once_a_tab")]
