"""How somebody is reached, and the ledger: one row for each message to one person by one channel."""

from __future__ import annotations

import uuid

from django.db import models

from core.week.sending import Quiet
from server.gym.models import Gym
from server.people.models import Person
from server.programme.models import GymClass


def new_word() -> str:
    """A name for a message that no other has."""
    return uuid.uuid4().hex


class Reach(models.Model):
    """What a member chose. quiet_from and quiet_to: clock times in the gym's zone, both or neither. bounced:
    the address that a mail came back from, and why; it is not written to again until it is another one.
    feed: an unguessable name for the calendar of their classes, None until they ask for one."""

    person = models.OneToOneField(Person, models.CASCADE, related_name="reach")
    mail = models.BooleanField(default=True)
    text = models.BooleanField(default=False)
    phone = models.CharField(max_length=20, blank=True)
    quiet_from = models.TimeField(null=True, blank=True)
    quiet_to = models.TimeField(null=True, blank=True)
    bounced = models.EmailField(blank=True)
    bounced_why = models.CharField(max_length=200, blank=True)
    feed = models.CharField(max_length=40, unique=True, null=True, blank=True)

    def quiet(self, gym: Gym) -> Quiet | None:
        """Their quiet hours, None for none."""
        if self.quiet_from is None or self.quiet_to is None or self.quiet_from == self.quiet_to:
            return None
        return Quiet(self.quiet_from, self.quiet_to, gym.zone)


class Delivery(models.Model):
    """One message to one person by one channel, about a class or a competition. cause: what it tells of,
    such as v3 for version 3 of the class: once for each person and channel. word: its name in the message
    itself, the same however often it is handed over. due_at: not before then; until_class: of no use once
    it began. claim and lease_until: which worker has it, and how long."""

    class Channel(models.TextChoices):
        MAIL = "mail"
        TEXT = "text"

    class Kind(models.TextChoices):
        READY = "ready"
        CHANGED = "changed"
        OFF = "off"
        MOVED = "moved"
        CANCELLED = "cancelled"
        NUDGE = "nudge"
        COACH = "coach"
        WORK = "work"

    class State(models.TextChoices):
        QUEUED = "queued"
        SENDING = "sending"
        HANDED = "handed over"
        FAILED = "failed"
        BOUNCED = "bounced"
        DROPPED = "dropped"
        QUIET = "not told"

    gym = models.ForeignKey(Gym, models.CASCADE, related_name="deliveries")
    gym_class = models.ForeignKey(GymClass, models.CASCADE, null=True, related_name="deliveries")
    competition = models.ForeignKey(
        "competition.Competition", models.CASCADE, null=True, related_name="deliveries"
    )
    person = models.ForeignKey(Person, models.CASCADE, related_name="deliveries")
    channel = models.CharField(max_length=4, choices=Channel)
    kind = models.CharField(max_length=9, choices=Kind)
    cause = models.CharField(max_length=40)
    subject = models.CharField(max_length=200)
    link = models.CharField(max_length=80)
    state = models.CharField(max_length=11, choices=State, default=State.QUEUED)
    why = models.CharField(max_length=200, blank=True)
    urgent = models.BooleanField(default=False)
    until_class = models.BooleanField(default=True)
    queued_at = models.DateTimeField()
    due_at = models.DateTimeField()
    attempts = models.PositiveSmallIntegerField(default=0)
    claim = models.CharField(max_length=32, blank=True)
    lease_until = models.DateTimeField(null=True)
    handed_at = models.DateTimeField(null=True)
    word = models.CharField(max_length=32, unique=True, default=new_word)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["gym_class", "cause", "person", "channel"], name="once_a_cause_person_and_channel"
            ),
            models.UniqueConstraint(
                fields=["competition", "cause", "person", "channel"], name="once_a_cause_at_a_competition"
            ),
            models.UniqueConstraint(
                fields=["cause", "person", "channel"],
                condition=models.Q(gym_class=None, competition=None),
                name="once_a_cause_of_its_own",
            ),
        ]
        indexes = [
            models.Index(fields=["state", "due_at"]),
            models.Index(fields=["gym", "state"]),
        ]


class OutboxMessage(models.Model):
    """A message that left. In the demo this table is the mail server and the telephone company: nothing goes
    further."""

    gym = models.ForeignKey(Gym, models.CASCADE, related_name="outbox")
    person = models.ForeignKey(Person, models.CASCADE, related_name="messages")
    channel = models.CharField(max_length=4, choices=Delivery.Channel, default=Delivery.Channel.MAIL)
    to = models.CharField(max_length=254)
    word = models.CharField(max_length=32)
    sent_at = models.DateTimeField(auto_now_add=True)
    subject = models.CharField(max_length=200)
    body = models.TextField()
