"""Trigonometry in degrees over numbers or whole arrays."""

from __future__ import annotations

from typing import Any

import numpy as np

Numbers = Any  # a number, or an array of them; every function here keeps the shape it is given


def sin(angle_deg: Numbers) -> Numbers:
    return np.sin(np.radians(angle_deg))


def cos(angle_deg: Numbers) -> Numbers:
    return np.cos(np.radians(angle_deg))


def asin(ratio: Numbers) -> Numbers:
    """Degrees of a ratio; beyond -1 and 1 the nearest there is."""
    return np.degrees(np.arcsin(np.clip(ratio, -1.0, 1.0)))


def acos(ratio: Numbers) -> Numbers:
    """Degrees of a ratio; beyond -1 and 1 the nearest there is."""
    return np.degrees(np.arccos(np.clip(ratio, -1.0, 1.0)))


def atan2(opposite: Numbers, adjacent: Numbers) -> Numbers:
    return np.degrees(np.arctan2(opposite, adjacent))
