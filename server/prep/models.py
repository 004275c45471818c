"""The coach's draft of a prep: what was asked for and what was fixed by hand. The plan itself is always
computed."""

from django.db import models

from server.programme.models import Session


class PrepDraft(models.Model):
    """One draft a session."""

    session = models.OneToOneField(Session, models.CASCADE, related_name="draft")
    minutes = models.PositiveSmallIntegerField()
    method = models.CharField(max_length=40)
    pins = models.JSONField(default=list)
    bans = models.JSONField(default=list)
    order = models.JSONField(default=list)
    doses = models.JSONField(default=dict)
    breaks = models.JSONField(default=dict)
    after_text = models.TextField(blank=True, default="")
    after_min = models.PositiveSmallIntegerField(default=20)
    cold = models.BooleanField(default=False)
    hot = models.BooleanField(default=False)
    locked = models.BooleanField(default=False)
    changed_at = models.DateTimeField(auto_now=True)
