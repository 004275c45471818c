"""Postures solved, not drawn: every family as the set of all its postures, and what of it is left to a body
of these lengths and ranges."""

from core.posture.body import Body, body_of
from core.posture.families import Postures, postures_of
from core.posture.lunge import steps_over
from core.posture.shape import Shape

__all__ = ["Body", "Postures", "Shape", "body_of", "postures_of", "steps_over"]
