"""Sessions on days, the classes that do them, and who is coming."""

from django.db import models

from server.gym.models import Gym
from server.people.models import Person


class Session(models.Model):
    """The workout of a day, as written."""

    gym = models.ForeignKey(Gym, models.CASCADE, related_name="sessions")
    date = models.DateField()
    title = models.CharField(max_length=120)
    text = models.TextField(blank=True)
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        indexes = [models.Index(fields=["gym", "date"])]
        ordering = ["date", "pk"]


class GymClass(models.Model):
    """One class time of a session."""

    session = models.ForeignKey(Session, models.CASCADE, related_name="classes")
    starts_at = models.DateTimeField()
    coach = models.ForeignKey(Person, models.SET_NULL, null=True, blank=True, related_name="classes_coached")
    people = models.ManyToManyField(Person, related_name="classes", blank=True)

    class Meta:
        ordering = ["starts_at", "pk"]
