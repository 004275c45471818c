"""Publications are immutable and versioned: a correction is a new version, never an edit."""

import datetime
import secrets
from typing import Any

from django.db import models
from django.utils import timezone

from core.documents.packed import unpack
from server.people.models import Person
from server.programme.models import GymClass

LINK_DAYS = 28  # a link is for one class; after four weeks the member signs in to look back


class Immutable(Exception):
    """Something tried to change a row that never changes."""


def new_token() -> str:
    """An unguessable name for a member's sheet (192 bits)."""
    return secrets.token_urlsafe(24)


class Publication(models.Model):
    """What one class was given at one moment. page: the class's, with nobody's own; words: of the drills that
    are only on members' own. key: what the page called the attempt, so that a repeated one sends nothing
    again. published_by: nobody when it went out by itself. changes: of the class's page against the version
    before, in sentences. held_at: when its content was last what the board gives."""

    class Kind(models.TextChoices):
        PREP = "prep"
        CANCELLED = "cancelled"

    gym_class = models.ForeignKey(GymClass, models.CASCADE, related_name="publications")
    version = models.PositiveSmallIntegerField()
    kind = models.CharField(max_length=9, choices=Kind, default=Kind.PREP)
    published_at = models.DateTimeField(auto_now_add=True)
    published_by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
    digest = models.CharField(max_length=64)
    page = models.JSONField()
    words = models.JSONField(default=dict)
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
    """One member's part of a publication: own is their page beside the class's, packed. kept_to: cautions and
    adaptations it was made for. Only what follows token is written later. seen_at and seen_stamp: when a
    device last had the page before it, and as it stood then; opened_at: when somebody first looked at it."""

    publication = models.ForeignKey(Publication, models.CASCADE, related_name="sheets")
    person = models.ForeignKey(Person, models.CASCADE, related_name="sheets")
    own = models.JSONField(default=dict)
    kept_to = models.JSONField(default=list)
    token = models.CharField(max_length=40, unique=True, default=new_token)
    opened_at = models.DateTimeField(null=True)
    seen_at = models.DateTimeField(null=True)
    seen_stamp = models.CharField(max_length=40, blank=True)
    ended_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["publication", "person"], name="one_sheet_per_person")]

    def page(self) -> dict[str, Any]:
        """The page as it was sent."""
        return unpack(self.own, self.publication.page, self.publication.words)

    @property
    def link_ended(self) -> bool:
        """Whether the link opens nothing any more: ended by a coach, too old, or its member has left."""
        until = self.publication.gym_class.starts_at + datetime.timedelta(days=LINK_DAYS)
        return self.ended_at is not None or timezone.now() > until or self.person.left_at is not None


class Said(models.Model):
    """What a member said of a class afterwards, on their page: how a position (or, with none, all of it)
    felt, that the prep or their extras are done, that something hurts. key: what the device called it, so
    that one that is sent twice is kept once; the newest of a kind and position holds. drills: of an answer
    on a position, what they had of their own for it (drill, seconds). aside_at: since when it moves nothing
    any more."""

    class Kind(models.TextChoices):
        FELT = "felt"
        DONE = "done"
        EXTRAS = "extras"
        PAIN = "pain"

    gym_class = models.ForeignKey(GymClass, models.CASCADE, related_name="said")
    person = models.ForeignKey(Person, models.CASCADE, related_name="said")
    kind = models.CharField(max_length=6, choices=Kind)
    value = models.CharField(max_length=200, blank=True)
    position = models.CharField(max_length=60, blank=True)
    drills = models.JSONField(default=list, blank=True)
    key = models.CharField(max_length=64)
    said_at = models.DateTimeField()
    kept_at = models.DateTimeField(auto_now_add=True)
    aside_at = models.DateTimeField(null=True, blank=True)
    aside_by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["gym_class", "person", "key"], name="said_once")]
        indexes = [
            models.Index(fields=["gym_class", "kind"]),
            models.Index(fields=["person", "kind", "said_at"]),
        ]


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
