"""A gym, its defaults and its kit."""

import datetime
from zoneinfo import ZoneInfo, available_timezones

from django.core.exceptions import ValidationError
from django.core.validators import MaxValueValidator, MinValueValidator
from django.db import models
from django.utils import timezone

from core.prep.plates import USUAL_RACK, Rack


def known_zone(name: str) -> None:
    """Raises ValidationError for a time zone that does not exist."""
    if name not in available_timezones():
        raise ValidationError(f"There is no time zone '{name}'; one is written like Europe/Dublin.")


class Gym(models.Model):
    """One affiliate. Every other row belongs to one, and queries start from the signed-in person's."""

    name = models.CharField(max_length=80)
    place = models.CharField(max_length=80, blank=True)
    timezone = models.CharField(max_length=40, default="UTC", validators=[known_zone])
    method = models.CharField(max_length=40, default="general-to-specific")
    minutes = models.PositiveSmallIntegerField(
        default=12, validators=[MinValueValidator(2), MaxValueValidator(60)]
    )

    unit = models.CharField(max_length=2, choices=[("kg", "kg"), ("lb", "lb")], default="kg")
    version = models.PositiveIntegerField(default=1)  # counts changes to the fields above
    rack = models.JSONField(default=dict, blank=True)
    places = models.JSONField(default=dict, blank=True)
    place_version = models.PositiveIntegerField(default=1)  # counts changes to kit, places and rack
    paused_at = models.DateTimeField(null=True, blank=True)  # since when nothing is sent
    sender = models.EmailField(blank=True)  # whom its mails are from, and answers go to
    felt_moves = models.BooleanField(default=True)  # whether answers after class move the next preps

    @property
    def zone(self) -> ZoneInfo:
        """The gym's time zone: days, weeks and class times are told in it."""
        return ZoneInfo(self.timezone)

    def today(self) -> datetime.date:
        """The date on the gym's own calendar."""
        return timezone.now().astimezone(self.zone).date()

    def rack_value(self) -> Rack:
        """The bars and plates of one platform: what the gym wrote down, else a usual set in kilograms."""
        if not self.rack:
            return USUAL_RACK
        pairs = tuple((size, count) for size, count in self.rack["pairs"])
        men, women = self.rack["bars"]
        return Rack(self.rack["unit"], pairs, (men, women))

    def kit_pieces(self) -> dict[str, int]:
        """Kit id -> pieces, as the core wants it."""
        return {row.item: row.pieces for row in self.kit.all()}


class KitItem(models.Model):
    """How many of one thing the gym has."""

    gym = models.ForeignKey(Gym, models.CASCADE, related_name="kit")
    item = models.CharField(max_length=40)
    pieces = models.PositiveSmallIntegerField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["gym", "item"], name="one_row_per_kit_item")]
