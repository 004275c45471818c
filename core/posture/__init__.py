"""Postures solved, not drawn: where a body of these lengths and ranges stops in a squat, a lunge, a hinge,
a hang, on the hands, and what would free it."""

from core.posture.body import Body, body_of
from core.posture.hands import solve_handstand, solve_plank
from core.posture.hang import solve_hang
from core.posture.hinge import solve_hinge
from core.posture.lunge import solve_lunge, steps_over
from core.posture.squat import Squat, SquatShape, balanced, solve_squat_for

__all__ = [
    "Body",
    "Squat",
    "SquatShape",
    "balanced",
    "body_of",
    "solve_handstand",
    "solve_hang",
    "solve_hinge",
    "solve_lunge",
    "solve_plank",
    "solve_squat_for",
    "steps_over",
]
