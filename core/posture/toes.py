"""A foot that stands on its toes: where its ankle is, and what toes and ankle give together.

The sole turns on the toes and the shank on the sole, so what one lacks the other may give. The ball of a foot
is 0.069 of height ahead of the ankle and the ankle 0.039 above the sole; with toes near their end that puts
the ankle 0.09 high in a shoe, and 0.08 ahead of where it stood flat (Winter's foot, from memory; the share of
the ball is an estimate).
"""

from __future__ import annotations

from core.posture.degrees import Numbers
from core.posture.shapes import Group

ANKLE_HEIGHT = 0.09  # of a foot on its toes, fraction of height
ANKLE_AHEAD = 0.08  # of where it stood flat
TOES_GIVE_DEG = 10.0  # that a forefoot under body weight bends beyond its toes' own range; estimate
TOES_AND_ANKLE = ("toe.extension", "ankle.dorsiflexion")


def toes_group(slope_deg: Numbers) -> Group:
    """What is asked under a shank that slopes so far down from the ankle to the knee (up is negative)."""
    return Group(TOES_AND_ANKLE, 90.0 + slope_deg - TOES_GIVE_DEG)
