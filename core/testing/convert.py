"""From what is read off a test to degrees, by the body it was read on."""

from __future__ import annotations

import math

from core.body.segments import LENGTH
from core.catalog.measuring import RangeTest
from core.posture.body import Body

KNEE_AHEAD_CM = 5.0  # front of the knee ahead of its centre; estimate
# an inclinometer, which norms are of, lies on the front of the shin, which leans so much further than the
# line through the joints: 9.5 cm went with 38.8 degrees in Konor 2012 (from memory)
SHIN_LEANS_MORE_DEG = 4.0
SHOULDER_FROM_WALL_CM = 9.0  # the joint's centre ahead of a wall that the upper back touches; estimate
STEP = 0.01  # of a reading, for the slope


def degrees_of(test: RangeTest, reading: float, body: Body) -> float:
    """Degrees of the test's motion. Raises ValueError for a test whose reading is no angle."""
    if test.converts == "as-read":
        return reading - test.less_deg
    if test.converts == "lunge":
        return _lunge_deg(reading, body)
    if test.converts == "arm-at-wall":
        return _overhead_deg(reading, body)
    raise ValueError(f"{test.id} is read as it is; it has no degrees")


def error_deg_of(test: RangeTest, reading: float, body: Body) -> float:
    """Standard error of those degrees between visits: that of the reading, and of what converts it."""
    return math.hypot(test.sem * slope_of(test, reading, body), test.conversion_error_deg)


def slope_of(test: RangeTest, reading: float, body: Body) -> float:
    """Degrees for one more of what is read."""
    return (degrees_of(test, reading + STEP, body) - degrees_of(test, reading, body)) / STEP


def reading_of(test: RangeTest, degrees: float, body: Body) -> float:
    """The reading that stands for an angle, to a thousandth: the other way round, by halving the limits."""
    low, high = test.limits
    rises = degrees_of(test, high, body) > degrees_of(test, low, body)
    for _ in range(40):
        middle = (low + high) / 2
        if (degrees_of(test, middle, body) < degrees) == rises:
            low = middle
        else:
            high = middle
    return round((low + high) / 2, 3)


def _lunge_deg(toe_to_wall_cm: float, body: Body) -> float:
    """The shin's lean from upright as an inclinometer reads it: by the knee's centre over the foot, seen from
    the side."""
    tall_cm = body.height_m * 100
    ahead_cm = toe_to_wall_cm + body.toe_ahead * tall_cm - KNEE_AHEAD_CM
    return _asin_deg(ahead_cm / (body.shank * tall_cm)) + SHIN_LEANS_MORE_DEG


def _overhead_deg(wrist_to_wall_cm: float, body: Body) -> float:
    """The arm from hanging down: straight up when the wrist is as far from the wall as the shoulder is."""
    to_the_wrist = LENGTH["upper_arm"] + LENGTH["forearm"]
    straight = to_the_wrist / (to_the_wrist + LENGTH["hand"] / 2)  # of the body's arm, which ends at the grip
    arm_cm = body.arm * straight * body.height_m * 100
    return 180.0 - _asin_deg((wrist_to_wall_cm - SHOULDER_FROM_WALL_CM) / arm_cm)


def _asin_deg(ratio: float) -> float:
    return math.degrees(math.asin(max(-1.0, min(1.0, ratio))))
