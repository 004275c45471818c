"""Demand profile -> the prep that fits: choosing, dosing, sequence, ramp, cool-down, and the difference
from what is warm."""

from core.prep.breaks import plan_session
from core.prep.dose import Dose
from core.prep.plan import plan
from core.prep.settings import Pin, PlanSettings
from core.prep.sheet import Break, Item, PrepSheet, RampSet, Uncovered

__all__ = [
    "Break",
    "Dose",
    "Item",
    "Pin",
    "PlanSettings",
    "PrepSheet",
    "RampSet",
    "Uncovered",
    "plan",
    "plan_session",
]
