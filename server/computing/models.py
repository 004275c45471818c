"""What was computed, kept under the digest of all it was computed from."""

from django.db import models

from server.gym.models import Gym


class Kept(models.Model):
    """One value. It is never changed: other inputs, another catalog or another core have another key. It
    can be deleted at any time."""

    gym = models.ForeignKey(Gym, models.CASCADE, related_name="+")
    key = models.CharField(max_length=64)
    value = models.JSONField(null=True)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["gym", "key"], name="one_value_per_key")]
        indexes = [models.Index(fields=["gym", "made_at"])]
