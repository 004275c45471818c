"""A gym's own movements and words. Both are checked by the core before they are saved."""

from django.db import models

from server.gym.models import Gym


class OwnMovement(models.Model):
    """A movement the gym added. ``fields`` is a catalog row, valid when it was saved."""

    gym = models.ForeignKey(Gym, models.CASCADE, related_name="own_movements")
    slug = models.CharField(max_length=90)
    fields = models.JSONField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["gym", "slug"], name="one_own_movement_per_slug")]
        ordering = ["slug"]


class OwnMethod(models.Model):
    """A method the gym made from a built-in one. ``fields`` is a catalog row, valid when it was saved;
    ``base``: what it came from; ``version`` counts its changes."""

    gym = models.ForeignKey(Gym, models.CASCADE, related_name="own_methods")
    slug = models.CharField(max_length=90)
    base = models.CharField(max_length=40)
    fields = models.JSONField()
    version = models.PositiveIntegerField(default=1)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["gym", "slug"], name="one_own_method_per_slug")]
        ordering = ["slug"]


class GymWord(models.Model):
    """What the gym means by a word: a movement, or (empty) no work at all."""

    gym = models.ForeignKey(Gym, models.CASCADE, related_name="words")
    word = models.CharField(max_length=80)
    movement = models.CharField(max_length=90, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["gym", "word"], name="one_meaning_per_word")]
        ordering = ["word"]
