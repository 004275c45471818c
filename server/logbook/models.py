"""What the log keeps beside what others do: what each session asked, and tests before and after a prep."""

from __future__ import annotations

from django.db import models

from core.learning import Trial as TrialValue
from server.people.models import Person
from server.programme.models import GymClass, Session


class SessionAsked(models.Model):
    """What a session asked, as it was last read, so that years can be looked at without reading them again.
    told: a digest of what it was worked out from; joints: joint -> load; demands: demand -> score; contacts:
    weighted, of its jumps. It can be deleted at any time."""

    session = models.OneToOneField(Session, models.CASCADE, related_name="asked")
    told = models.CharField(max_length=64)
    joints = models.JSONField(default=dict)
    demands = models.JSONField(default=dict)
    contacts = models.FloatField(default=0)


class Trial(models.Model):
    """A test before and after a prep or a drill: one observation of what it does at once. It is no measured
    range: the second value is warm. between: drills done in between, empty for a control. key: what the page
    that took it called it."""

    person = models.ForeignKey(Person, models.CASCADE, related_name="trials")
    gym_class = models.ForeignKey(GymClass, models.SET_NULL, null=True, related_name="trials")
    test = models.CharField(max_length=20)
    side = models.CharField(max_length=5, default="both")
    before = models.FloatField()
    before_at = models.DateTimeField()
    after = models.FloatField(null=True)
    after_at = models.DateTimeField(null=True)
    between = models.JSONField(default=list, blank=True)
    taken_by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
    key = models.CharField(max_length=64)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["person", "key"], name="one_trial_per_attempt"),
        ]
        indexes = [models.Index(fields=["person", "before_at"])]
        ordering = ["-before_at", "-pk"]

    def value(self) -> TrialValue:
        """As the core has it."""
        return TrialValue(
            test=self.test,
            side=self.side,
            before=self.before,
            after=self.after,
            between=tuple(self.between),
        )
