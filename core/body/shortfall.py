"""How likely, and by how much, a range falls short of what a position needs.

A range is uncertain, so it is a normal distribution: ``Range(mean_deg, sd_deg)``. Both formulas are closed
forms for ``R ~ Normal(mean, sd)``; tests hold them against scipy.stats.
"""

from __future__ import annotations

import math
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Range:
    """What a person has in one joint motion: mean and standard deviation in degrees; sd 0 means known
    exactly."""

    mean_deg: float
    sd_deg: float

    def __add__(self, other: Range) -> Range:
        """Coupled motions share a demand: independent ranges add, and so do their variances."""
        return Range(self.mean_deg + other.mean_deg, math.hypot(self.sd_deg, other.sd_deg))

    def __mul__(self, weight: float) -> Range:
        """A motion that helps by a share of its own degrees."""
        return Range(self.mean_deg * weight, self.sd_deg * weight)


def fused(known: Range, measured: Range) -> Range:
    """What is thought of a range once it was measured: both sources weighed by their precisions.

    known: of adults like this one; measured: the value with its test's error.
    """
    if measured.sd_deg == 0 or known.sd_deg == 0:
        return measured if measured.sd_deg == 0 else known
    precision = 1 / known.sd_deg**2 + 1 / measured.sd_deg**2
    mean = (known.mean_deg / known.sd_deg**2 + measured.mean_deg / measured.sd_deg**2) / precision
    return Range(mean, math.sqrt(1 / precision))


def short_probability(available: Range, required_deg: float) -> float:
    """P(R < required), in [0, 1]."""
    if available.sd_deg == 0:
        return float(available.mean_deg < required_deg)
    return 0.5 * math.erfc((available.mean_deg - required_deg) / (available.sd_deg * math.sqrt(2)))


def expected_shortfall_deg(available: Range, required_deg: float) -> float:
    """E[max(0, required - R)] in degrees, never negative."""
    gap = required_deg - available.mean_deg
    if available.sd_deg == 0:
        return max(0.0, gap)
    z = gap / available.sd_deg
    density = math.exp(-0.5 * z * z) / math.sqrt(2 * math.pi)
    return max(0.0, gap * short_probability(available, required_deg) + available.sd_deg * density)
