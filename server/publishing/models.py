"""Publications are immutable and versioned: a correction is a new version, never an edit."""

import secrets
from typing import Any

from django.db import models

from server.gym.models import Gym
from server.people.models import Person
from server.programme.models import GymClass


class Immutable(Exception):
    """Something tried to change a row that never changes."""


def new_token() -> str:
    """An unguessable name for a member's sheet (192 bits)."""
    return secrets.token_urlsafe(24)


class Publication(models.Model):
    """What one class was given at one moment."""

    gym_class = models.ForeignKey(GymClass, models.CASCADE, related_name="publications")
    version = models.PositiveSmallIntegerField()
    published_at = models.DateTimeField(auto_now_add=True)
    published_by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
    digest = models.CharField(max_length=64)
    content = models.JSONField()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["gym_class", "version"], name="one_publication_per_version")
        ]
        ordering = ["gym_class", "-version"]

    def save(self, *args: Any, **kwargs: Any) -> None:
        """Raises Immutable for one that was saved before."""
        if self.pk:
            raise Immutable("A publication never changes; publish a new version.")
        super().save(*args, **kwargs)


class MemberSheet(models.Model):
    """One member's part of a publication. Only opened_at and felt are written later."""

    publication = models.ForeignKey(Publication, models.CASCADE, related_name="sheets")
    person = models.ForeignKey(Person, models.CASCADE, related_name="sheets")
    token = models.CharField(max_length=40, unique=True, default=new_token)
    content = models.JSONField()
    opened_at = models.DateTimeField(null=True)
    felt = models.CharField(max_length=6, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["publication", "person"], name="one_sheet_per_person")]


class OutboxMessage(models.Model):
    """A message that left. In the demo this table is the mail server: nothing goes further."""

    gym = models.ForeignKey(Gym, models.CASCADE, related_name="outbox")
    person = models.ForeignKey(Person, models.CASCADE, related_name="messages")
    sheet = models.ForeignKey(MemberSheet, models.CASCADE, null=True, related_name="messages")
    sent_at = models.DateTimeField(auto_now_add=True)
    subject = models.CharField(max_length=160)
    body = models.TextField()
