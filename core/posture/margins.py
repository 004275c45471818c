"""What a posture asks of each motion, what a person has, and which one stops it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

TOLERANCE_DEG = 0.5  # half a degree is finer than anybody measures


@dataclass(frozen=True, slots=True)
class Margin:
    """One motion in one posture, degrees. ``motions`` together give what is needed; margin below 0 means
    it stops here."""

    motions: tuple[str, ...]
    needs_deg: float
    has_deg: float

    @property
    def margin_deg(self) -> float:
        return self.has_deg - self.needs_deg

    @property
    def id(self) -> str:
        """The motion that carries it (the first of coupled ones)."""
        return self.motions[0]


@dataclass(frozen=True, slots=True)
class Change:
    """The smallest change of one kind that frees the posture. unit: cm knee-to-wall | mm heel | cm wider |
    degrees | front."""

    what: str
    amount: float
    unit: str

    def words(self) -> str:
        """'+3 cm knee-to-wall', 'a 15 mm heel', 'stance 8 cm wider'."""
        shapes = {
            "ankle": "+{0:g} cm knee-to-wall",
            "heel": "a {0:g} mm heel",
            "stance": "stance {0:g} cm wider",
            "depth": "stop {0:g}° higher",
            "hip": "+{0:g}° of hip bend",
            "overhead": "+{0:g}° overhead",
            "bar": "the bar in front",
            "hamstrings": "+{0:g}° of straight-leg raise",
            "hip-extension": "+{0:g}° of hip extension",
            "shorter": "a step {0:g} cm shorter",
            "blocks": "the bar {0:g} cm higher",
            "chest": "the chest {0:g} cm less far through",
            "wrist": "+{0:g}° of wrist extension",
            "wedge": "a {0:g}° wedge under the heel of the hand",
            "shoulders": "the shoulders {0:g} cm further back",
        }
        return shapes[self.what].format(self.amount)


def limiting(margins: tuple[Margin, ...]) -> Margin:
    """The motion with the smallest margin; the first of equals."""
    return min(margins, key=lambda one: one.margin_deg)


def smallest(frees: Callable[[float], bool], most: float, step: float) -> float | None:
    """The smallest multiple of ``step`` up to ``most`` for which ``frees(amount)`` holds (it must hold for
    all above), or None."""
    count = round(most / step)
    if not frees(count * step):
        return None
    low, high = 0, count
    while high - low > 1:
        middle = (low + high) // 2
        if frees(middle * step):
            high = middle
        else:
            low = middle
    return round(high * step, 6)
