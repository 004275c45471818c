"""Tests of range: what a reading says in degrees, how sure that is, and whether a change is one."""

from core.testing.change import (
    Change,
    RefusedReading,
    check_reading,
    judge,
    smallest_detectable_change,
    surprising,
)
from core.testing.measurement import WAYS_ERROR_DEG, Measurement, measured
from core.testing.protocol import hazards_of_test, may_be_tested

__all__ = [
    "WAYS_ERROR_DEG",
    "Change",
    "Measurement",
    "RefusedReading",
    "check_reading",
    "hazards_of_test",
    "judge",
    "may_be_tested",
    "measured",
    "smallest_detectable_change",
    "surprising",
]
