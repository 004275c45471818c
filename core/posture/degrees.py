"""Trigonometry in degrees over numbers or whole arrays."""

from __future__ import annotations

from typing import Any

import numpy as np

Numbers = Any  # a number, or an array of them; every function here keeps the shape it is given


MANY = 20_000  # angles from which the quick sine is worth its two conversions; measured
PER_DEGREE = np.pi / 180


def sin(angle_deg: Numbers) -> Numbers:
    """Of many thousand angles at once to seven digits (single precision, which numpy works out in vectors),
    else to sixteen."""
    return _wave(np.sin, angle_deg)


def cos(angle_deg: Numbers) -> Numbers:
    """As ``sin``."""
    return _wave(np.cos, angle_deg)


def _wave(of: np.ufunc, angle_deg: Numbers) -> Numbers:
    if np.size(angle_deg) < MANY:
        return of(np.radians(angle_deg))
    return of((angle_deg * PER_DEGREE).astype(np.float32)).astype(np.float64)


def asin(ratio: Numbers) -> Numbers:
    """Degrees of a ratio; beyond -1 and 1 the nearest there is."""
    return np.degrees(np.arcsin(np.clip(ratio, -1.0, 1.0)))


def acos(ratio: Numbers) -> Numbers:
    """Degrees of a ratio; beyond -1 and 1 the nearest there is."""
    return np.degrees(np.arccos(np.clip(ratio, -1.0, 1.0)))


def atan2(opposite: Numbers, adjacent: Numbers) -> Numbers:
    return np.degrees(np.arctan2(opposite, adjacent))
