"""How a position is called in a sentence, and what its posture gives away."""

from __future__ import annotations

from collections.abc import Mapping

from core.posture.shape import Family, Shape

NAMES: Mapping[Family, str] = {
    "lunge": "lunge",
    "step-up": "step-up",
    "bow": "hinge",
    "l-hang": "hang with level legs",
    "fold": "fold",
    "row": "end of a row",
    "head-down": "bottom of a handstand push-up",
    "toes-to-bar": "top of a toes-to-bar",
    "plank": "straight-arm plank",
    "push-up": "bottom of a push-up",
    "handstand": "handstand",
    "dip": "bottom of a dip",
    "lockout": "overhead lockout",
}
SQUATS = {
    "none": "air squat",
    "goblet": "goblet squat",
    "front": "front squat",
    "back": "back squat",
    "overhead": "overhead squat",
}
NOTICED_DEG = 3.0  # an arch or a lean smaller than this is not worth a sentence


def name_of(shape: Shape) -> str:
    """'front squat', 'arch of the kip'."""
    if shape.family == "squat":
        return "single-leg squat" if shape.single_leg else SQUATS[shape.bar]
    if shape.family == "hinge":
        return "pull off the floor" if not shape.from_knee else "hinge"
    if shape.family == "hang":
        return "arch of the kip" if shape.chest_cm else "straight hang"
    return NAMES[shape.family]


def gives_way(family: Family, seen: Mapping[str, float]) -> str:
    """A sentence on how a posture is held that is not straight; empty where it is."""
    if family == "handstand" and seen["arch"] >= NOTICED_DEG:
        return f"It stands only by arching {seen['arch']:.0f}°."
    if family == "lockout" and seen["arch"] >= NOTICED_DEG:
        return f"It is locked out only by arching {seen['arch']:.0f}°."
    if family == "plank" and seen["pike"] >= NOTICED_DEG:
        return f"The hips stand {seen['pike']:.0f}° out of the line."
    return ""
