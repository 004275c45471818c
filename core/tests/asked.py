"""What a text asks for, to hold one text against another."""

from __future__ import annotations

from collections import Counter
from collections.abc import Hashable

from core.reading import read_workout


def asked(text: str) -> Counter[Hashable]:
    """Movements with amounts and loads, in any order."""
    return Counter(
        (one.movement, one.reps, one.distance_m, one.calories, one.seconds or 0, one.load_kg, one.percent)
        for one in read_workout(text).works
    )
