"""Runs, what was pressed in them, screens, ticks. Instants in ``_ms`` are milliseconds since 1970 on the
server's clock."""

from __future__ import annotations

import hashlib
import secrets

from django.db import models
from django.db.models import Q

from core.floor.clock import State
from core.floor.values import Order
from server.gym.models import Gym
from server.people.models import Person
from server.programme.models import GymClass

CODE_LETTERS = "ABCDEFGHJKLMNPRSTUVWXYZ"  # none that is taken for another across a room
CODE_LONG = 6
NAME_LONG = 40


def new_code() -> str:
    """What a screen shows until a coach approves it."""
    return "".join(secrets.choice(CODE_LETTERS) for _ in range(CODE_LONG))


def digest_of(secret: str) -> str:
    """What is kept of a screen's secret."""
    return hashlib.sha256(secret.encode()).hexdigest()


class Screen(models.Model):
    """A screen on a wall. gym and approved_at: since a coach let it in; until then it only shows its code.
    digest: of the secret that it alone has. address: it asked from, to bound how many one may ask for."""

    gym = models.ForeignKey(Gym, models.CASCADE, null=True, related_name="screens")
    name = models.CharField(max_length=NAME_LONG, blank=True)
    code = models.CharField(max_length=CODE_LONG, default=new_code)
    digest = models.CharField(max_length=64, unique=True)
    address = models.CharField(max_length=45, blank=True)
    asked_at = models.DateTimeField(auto_now_add=True)
    approved_at = models.DateTimeField(null=True)
    approved_by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
    seen_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["code"], condition=Q(gym=None), name="one_waiting_screen_per_code"
            )
        ]


class Run(models.Model):
    """A class's prep as it runs. state: where its clock stands; a class has one open run at a time. When it
    has ended only what became of each drill is left (Ran), not who stood where."""

    gym_class = models.ForeignKey(GymClass, models.CASCADE, related_name="runs")
    key = models.CharField(max_length=64)
    started_by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
    started_ms = models.BigIntegerField()
    state = models.JSONField(default=dict)
    ended_ms = models.BigIntegerField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["gym_class"], condition=Q(ended_ms=None), name="one_open_run_per_class"
            ),
            models.UniqueConstraint(fields=["gym_class", "key"], name="one_run_per_attempt"),
        ]
        ordering = ["pk"]

    @property
    def clock(self) -> State:
        """Where it stands."""
        return State.model_validate(self.state)

    def order_of(self, version: int) -> Order:
        """One version of its order. Raises RunOrder.DoesNotExist."""
        return self.orders.get(version=version).value


class RunOrder(models.Model):
    """A version of what a run runs; why: what made it, in words."""

    run = models.ForeignKey(Run, models.CASCADE, related_name="orders")
    version = models.PositiveSmallIntegerField()
    order = models.JSONField()
    why = models.CharField(max_length=400, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["run", "version"], name="one_order_per_version")]
        ordering = ["run", "version"]

    @property
    def value(self) -> Order:
        """As the core has it."""
        return Order.model_validate(self.order)


class Pressed(models.Model):
    """A command and what it did: state is the clock after it. made_on: the version whoever pressed saw."""

    run = models.ForeignKey(Run, models.CASCADE, related_name="pressed")
    key = models.CharField(max_length=64)
    kind = models.CharField(max_length=10)
    go = models.CharField(max_length=40, blank=True)
    made_on = models.PositiveIntegerField()
    at_ms = models.BigIntegerField()
    outcome = models.CharField(max_length=10)
    state = models.JSONField()
    by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
    screen = models.ForeignKey(Screen, models.SET_NULL, null=True, related_name="+")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["run", "key"], name="pressed_once")]
        ordering = ["run", "pk"]


class Aside(models.Model):
    """What somebody pressed on a screen without a network while others moved the clock: the coach says
    whether it holds. state: as that screen ended with it."""

    run = models.ForeignKey(Run, models.CASCADE, related_name="asides")
    key = models.CharField(max_length=64)
    screen = models.CharField(max_length=NAME_LONG)
    kinds = models.JSONField()
    from_ms = models.BigIntegerField()
    to_ms = models.BigIntegerField()
    state = models.JSONField()
    settled_ms = models.BigIntegerField(null=True)
    taken = models.BooleanField(default=False)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["run", "key"], name="one_aside_per_batch")]
        ordering = ["run", "pk"]


class FloorPlan(models.Model):
    """A gym from above, as its owner drew it. version: counts changes."""

    gym = models.OneToOneField(Gym, models.CASCADE, related_name="floor_plan")
    plan = models.JSONField(default=dict)
    version = models.PositiveIntegerField(default=1)


class Tick(models.Model):
    """Something of a class's set-out that stands where it should. key: of the line."""

    gym_class = models.ForeignKey(GymClass, models.CASCADE, related_name="ticks")
    key = models.CharField(max_length=80)
    by = models.ForeignKey(Person, models.SET_NULL, null=True, related_name="+")
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["gym_class", "key"], name="ticked_once")]


class Ran(models.Model):
    """What became of one drill, way up or part of a run, for the log. It is nobody's."""

    run = models.ForeignKey(Run, models.CASCADE, related_name="ran")
    place = models.PositiveSmallIntegerField()
    name = models.CharField(max_length=160)
    drill = models.CharField(max_length=90, blank=True)
    phase = models.CharField(max_length=10, blank=True)
    section = models.CharField(max_length=20)
    planned_s = models.PositiveIntegerField()
    ran_s = models.PositiveIntegerField()
    outcome = models.CharField(max_length=12)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["run", "place"], name="one_row_per_place")]
        ordering = ["run", "place"]
