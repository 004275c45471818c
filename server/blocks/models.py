"""Blocks over weeks, the people in them, what they ticked, and what was changed and why.

Weeks and days are not stored: they follow from these rows and the classes (core.blocks), the same each time.
"""

from __future__ import annotations

import datetime
import secrets

from django.db import models
from django.db.models import Q

from core.blocks import Block as BlockValue
from core.blocks import Done
from core.blocks.values import Aim, Level
from server.gym.models import Gym
from server.people.models import Group, Person
from server.programme.models import WeeklyClass

AIMS = [("range", "range"), ("jump", "jump"), ("skill", "skill"), ("competition", "competition")]
LEVELS = [(level, level) for level in ("beginner", "intermediate", "advanced")]


def new_token() -> str:
    """An unguessable name for a member's own page of blocks (192 bits)."""
    return secrets.token_urlsafe(24)


class Block(models.Model):
    """What runs over some weeks, for one person, a group or a class. motions: of ranges; skill: the drill
    that is practised; until: the day of a competition; homework: one range for one person, given by rule or
    by a coach. key: what the page that made it called the attempt. version: counts changes to it."""

    gym = models.ForeignKey(Gym, models.CASCADE, related_name="blocks")
    aim = models.CharField(max_length=12, choices=AIMS)
    name = models.CharField(max_length=80)
    starts_on = models.DateField()
    weeks = models.PositiveSmallIntegerField()
    weekdays = models.JSONField(default=list)
    motions = models.JSONField(default=list, blank=True)
    skill = models.CharField(max_length=60, blank=True)
    until = models.DateField(null=True, blank=True)
    group = models.ForeignKey(Group, models.SET_NULL, null=True, blank=True, related_name="+")
    weekly_class = models.ForeignKey(WeeklyClass, models.SET_NULL, null=True, blank=True, related_name="+")
    homework = models.BooleanField(default=False)
    by_rule = models.BooleanField(default=False)
    made_by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    stopped_on = models.DateField(null=True, blank=True)
    version = models.PositiveIntegerField(default=1)
    key = models.CharField(max_length=64, null=True, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["gym", "key"], name="one_block_per_attempt")]
        indexes = [models.Index(fields=["gym", "starts_on"])]
        ordering = ["-starts_on", "-pk"]

    @property
    def value_aim(self) -> Aim:
        """Its aim, as the core has it."""
        return _aim(self.aim)


class Enrolled(models.Model):
    """Somebody in a block. level: of their jumps. areas: motion -> side, drill, goal_deg (the least and its
    reserve), selected_on (the day of the test that chose them), tried (drills before this one). ended: why
    it is over for them, empty while it runs. resumed_at: a coach took it up again; what hurt and what was
    tested before then is behind it."""

    class Ended(models.TextChoices):
        DONE = "done"
        STOPPED = "stopped"
        PAIN = "pain"
        FELL = "fell"
        OVER = "over"

    block = models.ForeignKey(Block, models.CASCADE, related_name="enrolled")
    person = models.ForeignKey(Person, models.CASCADE, related_name="enrolled")
    level = models.CharField(max_length=12, choices=LEVELS, default="beginner")
    areas = models.JSONField(default=dict, blank=True)
    ended = models.CharField(max_length=8, choices=Ended, blank=True)
    ended_on = models.DateField(null=True, blank=True)
    resumed_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["block", "person"], name="once_in_a_block")]
        indexes = [
            models.Index(fields=["person", "ended"]),
        ]
        ordering = ["person__name", "pk"]

    def value(self) -> BlockValue:
        """As the core has it. Fetch ``block`` with it."""
        block = self.block
        ends = [day for day in (self.ended_on, block.stopped_on) if day is not None]
        return BlockValue(
            aim=_aim(block.aim),
            starts_on=block.starts_on,
            weeks=block.weeks,
            weekdays=tuple(block.weekdays),
            motions=tuple(self.areas) or tuple(block.motions),
            drills={motion: area["drill"] for motion, area in self.areas.items()},
            skill=block.skill,
            level=_level(self.level),
            until=block.until,
            stopped_on=min(ends, default=None),
        )

    def done(self) -> list[Done]:
        """The days they ticked; the last word on a day holds. Prefetch ``ticks``."""
        zone = self.block.gym.zone
        last: dict[datetime.date, Ticked] = {}
        hurt: set[datetime.date] = set()
        for row in sorted(self.ticks.all(), key=lambda row: (row.said_at, row.pk)):
            if row.value == Ticked.Value.HURT:
                if self.resumed_at is None or row.kept_at > self.resumed_at:
                    hurt.add(row.on)
            else:
                last[row.on] = row
        found = []
        for on in sorted({*last, *hurt}):
            tick = last.get(on)
            if on not in hurt and (tick is None or tick.value == Ticked.Value.NO):
                continue
            said = tick.said_at.astimezone(zone) if tick else None
            same_day = said is not None and said.date() == on
            hour = said.hour + said.minute / 60 if said and same_day else None
            found.append(Done(on=on, at_hour=hour, hurt=on in hurt))
        return found


def _aim(word: str) -> Aim:
    aims: dict[str, Aim] = {"range": "range", "jump": "jump", "skill": "skill", "competition": "competition"}
    return aims[word]


def _level(word: str) -> Level:
    levels: dict[str, Level] = {
        "beginner": "beginner",
        "intermediate": "intermediate",
        "advanced": "advanced",
    }
    return levels[word]


class Ticked(models.Model):
    """A day of a block, as its member said it: done, not done after all, or that something hurt. key: what
    their device called it, so that one that is sent twice is kept once."""

    class Value(models.TextChoices):
        YES = "yes"
        NO = "no"
        HURT = "hurt"

    enrolled = models.ForeignKey(Enrolled, models.CASCADE, related_name="ticks")
    on = models.DateField()
    value = models.CharField(max_length=4, choices=Value)
    words = models.CharField(max_length=200, blank=True)
    key = models.CharField(max_length=64)
    said_at = models.DateTimeField()
    kept_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["enrolled", "key"], name="ticked_once_by_key")]
        indexes = [models.Index(fields=["enrolled", "on"])]


class BlockEvent(models.Model):
    """What was given, changed or ended for somebody, and because of what. because: kind and ids of the rows
    that led to it (tests, ticks, a coach's word), so that one can go back by the thread."""

    enrolled = models.ForeignKey(Enrolled, models.CASCADE, related_name="events")
    at = models.DateTimeField(auto_now_add=True)
    by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
    what = models.CharField(max_length=12)
    said = models.CharField(max_length=300)
    because = models.JSONField(default=dict, blank=True)

    class Meta:
        ordering = ["-at", "-pk"]


class TrainingPage(models.Model):
    """A member's own page of blocks, by an unguessable link, and how they want to be reminded. ended_at: the
    link opens nothing any more."""

    class Remind(models.TextChoices):
        NEVER = "never"
        MORNING = "morning"
        EVENING = "evening"

    person = models.OneToOneField(Person, models.CASCADE, related_name="training_page")
    token = models.CharField(max_length=40, unique=True, default=new_token)
    remind = models.CharField(max_length=7, choices=Remind, default=Remind.NEVER)
    ended_at = models.DateTimeField(null=True)
    seen_at = models.DateTimeField(null=True)

    class Meta:
        indexes = [models.Index(fields=["remind"], condition=~Q(remind="never"), name="who_is_reminded")]
