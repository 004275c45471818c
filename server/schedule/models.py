"""When a class goes out by itself, and what became of it."""

from __future__ import annotations

import datetime

from django.core.validators import MaxValueValidator
from django.db import models
from django.db.models import Q

from core.week.sending import evening_before, hours_before
from server.gym.models import Gym
from server.people.models import Person
from server.programme.models import GymClass, Session

MOST_HOURS = 48


class Rule(models.Model):
    """When classes go out: of a gym, of a session, or of one class; the nearest holds. approve: it waits for
    a coach's yes."""

    class How(models.TextChoices):
        BY_HAND = "by hand"
        EVENING = "evening"
        HOURS = "hours"

    gym = models.ForeignKey(Gym, models.CASCADE, related_name="rules")
    session = models.OneToOneField(Session, models.CASCADE, null=True, blank=True, related_name="rule")
    gym_class = models.OneToOneField(GymClass, models.CASCADE, null=True, blank=True, related_name="rule")
    how = models.CharField(max_length=8, choices=How, default=How.BY_HAND)
    clock = models.TimeField(default=datetime.time(19, 0))
    hours = models.PositiveSmallIntegerField(default=12, validators=[MaxValueValidator(MOST_HOURS)])
    approve = models.BooleanField(default=False)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["gym"], condition=Q(session=None, gym_class=None), name="one_rule_per_gym"
            )
        ]

    def due(self, starts_at: datetime.datetime, gym: Gym) -> datetime.datetime | None:
        """When a class that starts then goes out; None when it does not by itself."""
        if self.how == self.How.EVENING:
            return evening_before(starts_at, self.clock, gym.zone)
        return hours_before(starts_at, self.hours) if self.how == self.How.HOURS else None


class Planned(models.Model):
    """What became of a class's going out. due_at: as the rule said when it was last looked at; early_at: when
    it went out before that, for those who want quiet then; why: what holds it."""

    class State(models.TextChoices):
        WAITING = "waiting"
        HELD = "held"
        DONE = "done"

    gym_class = models.OneToOneField(GymClass, models.CASCADE, related_name="planned")
    state = models.CharField(max_length=7, choices=State, default=State.WAITING)
    due_at = models.DateTimeField()
    why = models.JSONField(default=list)
    warned_at = models.DateTimeField(null=True)
    asked_at = models.DateTimeField(null=True)
    early_at = models.DateTimeField(null=True)
    approved_at = models.DateTimeField(null=True)
    approved_by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
