"""Whether a reading can be, whether it surprises, and whether a change is one.

Smallest detectable change: 1.96 * sqrt(2) * SEM (Weir 2005, from memory): what two readings of an unchanged
body differ by in one of twenty pairs.
"""

from __future__ import annotations

import math
from typing import Literal, NamedTuple

from core.catalog.measuring import RangeTest
from core.errors import Refused

SURE_Z = 1.96  # two-sided, 95 %
SURPRISING = 2.0  # times the smallest detectable change, from which a reading is asked about
_UNITS = {"cm": "cm", "deg": "degrees", "rung": "rungs", "held": ""}

Verdict = Literal["first", "no clear change", "more", "less"]


class RefusedReading(Refused):
    """A reading that cannot be."""


class Change(NamedTuple):
    """From the last reading to this one, in what is read. detectable: the least that is a change; more: of
    range, which for some tests is a smaller reading."""

    amount: float
    detectable: float
    verdict: Verdict


def smallest_detectable_change(test: RangeTest) -> float:
    """In what is read; a rung or a hold is a change by itself."""
    return SURE_Z * math.sqrt(2) * test.sem


def check_reading(test: RangeTest, reading: float, side: str) -> None:
    """Raises RefusedReading for what nobody's body gives, what is no step of the scale, and for a side of a
    test that has none (or none of one that has two)."""
    low, high = test.limits
    if not low <= reading <= high:
        unit = _UNITS[test.reads]
        said = f"{test.name}: {reading:g} {unit} cannot be; from {low:g} to {high:g} {unit} can be read."
        raise RefusedReading("value", " ".join(said.split()))
    if test.reads in ("held", "rung") and not float(reading).is_integer():
        raise RefusedReading("value", f"{test.name} is counted whole.")
    if (side == "both") == test.per_side:
        expected = "left or right" if test.per_side else "both at once"
        raise RefusedReading("side", f"{test.name} is measured {expected}.")


def judge(test: RangeTest, last: float | None, reading: float) -> Change:
    """What a reading says beside the last one of the same side."""
    detectable = smallest_detectable_change(test)
    if last is None:
        return Change(0.0, detectable, "first")
    amount = reading - last
    clear = abs(amount) > detectable if test.sem else amount != 0
    if not clear:
        return Change(amount, detectable, "no clear change")
    return Change(amount, detectable, "more" if (amount > 0) != falls(test) else "less")


def surprising(test: RangeTest, last: float | None, reading: float) -> bool:
    """Whether to ask if a reading is so: it moved more than twice what is a change."""
    far = SURPRISING * smallest_detectable_change(test)
    return last is not None and test.sem > 0 and abs(reading - last) > far


def falls(test: RangeTest) -> bool:
    """Whether more range gives a smaller reading."""
    return test.converts == "arm-at-wall" or (test.reads == "cm" and test.converts == "none")
