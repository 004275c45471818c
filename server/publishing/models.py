"""Publications are immutable and versioned: a correction is a new version, never an edit."""

import datetime
import secrets
from typing import Any

from django.db import models
from django.utils import timezone

from server.gym.models import Gym
from server.people.models import Person
from server.programme.models import GymClass

LINK_DAYS = 28  # a link is for one class; after four weeks the member signs in to look back


class Immutable(Exception):
    """Something tried to change a row that never changes."""


def new_token() -> str:
    """An unguessable name for a member's sheet (192 bits)."""
    return secrets.token_urlsafe(24)


class Publication(models.Model):
    """What one class was given at one moment. key: what the page called the attempt, so that a repeated one
    sends nothing again. changes: against the version before, in sentences. held_at: when its content was
    last what the board gives. drills: of the class's prep, told apart from its content, which is large."""

    gym_class = models.ForeignKey(GymClass, models.CASCADE, related_name="publications")
    version = models.PositiveSmallIntegerField()
    published_at = models.DateTimeField(auto_now_add=True)
    published_by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
    digest = models.CharField(max_length=64)
    content = models.JSONField()
    changes = models.JSONField(default=list)
    drills = models.JSONField(default=list)
    key = models.CharField(max_length=64, null=True, blank=True)
    held_at = models.DateTimeField(default=timezone.now)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["gym_class", "version"], name="one_publication_per_version"),
            models.UniqueConstraint(fields=["gym_class", "key"], name="one_publication_per_attempt"),
        ]
        ordering = ["gym_class", "-version"]

    def holds_still(self, digest: str) -> None:
        """It was published again and nothing in it changed: what was set since made no difference."""
        self.digest, self.held_at = digest, timezone.now()
        Publication.objects.filter(pk=self.pk).update(digest=self.digest, held_at=self.held_at)

    def save(self, *args: Any, **kwargs: Any) -> None:
        """Raises Immutable for one that was saved before."""
        if self.pk:
            raise Immutable("A publication never changes; publish a new version.")
        super().save(*args, **kwargs)


class MemberSheet(models.Model):
    """One member's part of a publication. Only opened_at, felt and ended_at are written later."""

    publication = models.ForeignKey(Publication, models.CASCADE, related_name="sheets")
    person = models.ForeignKey(Person, models.CASCADE, related_name="sheets")
    token = models.CharField(max_length=40, unique=True, default=new_token)
    content = models.JSONField()
    opened_at = models.DateTimeField(null=True)
    felt = models.CharField(max_length=6, blank=True)
    ended_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["publication", "person"], name="one_sheet_per_person")]

    @property
    def link_ended(self) -> bool:
        """Whether the link opens nothing any more: ended by a coach, too old, or its member has left."""
        until = self.publication.gym_class.starts_at + datetime.timedelta(days=LINK_DAYS)
        return self.ended_at is not None or timezone.now() > until or self.person.left_at is not None


class Instead(models.Model):
    """What one member of a class does instead of a movement that is not for them, as the coach chose; empty
    when the choice was taken back. It was held against their cautions when it was written."""

    gym_class = models.ForeignKey(GymClass, models.CASCADE, related_name="insteads")
    person = models.ForeignKey(Person, models.CASCADE, related_name="insteads")
    movement = models.CharField(max_length=90)
    text = models.CharField(max_length=120, blank=True)
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["gym_class", "person", "movement"], name="one_choice_per_movement"
            )
        ]


class OutboxMessage(models.Model):
    """A message that left. In the demo this table is the mail server: nothing goes further."""

    gym = models.ForeignKey(Gym, models.CASCADE, related_name="outbox")
    person = models.ForeignKey(Person, models.CASCADE, related_name="messages")
    sheet = models.ForeignKey(MemberSheet, models.CASCADE, null=True, related_name="messages")
    sent_at = models.DateTimeField(auto_now_add=True)
    subject = models.CharField(max_length=160)
    body = models.TextField()
