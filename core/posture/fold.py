"""Folding over straight legs until the hands reach the feet.

Trunk, legs and arms make a closed figure, as with the toes at the bar; along the nodes the spine rounds
further, which spares the hamstrings.

Limitations: side view, knees straight, no weight helping; a hand that reaches further than asked is not asked
for.
"""

from __future__ import annotations

import numpy as np

from core.body.pose import Limbs, Pose
from core.body.segments import LENGTH
from core.posture.body import Body
from core.posture.degrees import acos
from core.posture.hands import TO_GRIP
from core.posture.hang import END, SPINE_MOST_DEG, chord_of
from core.posture.shape import Shape
from core.posture.shapes import NEVER, NODES, Group, Shapes

TO_FINGERTIPS = 1 + LENGTH["hand"] / 2 / TO_GRIP  # the whole arm, as a share of the arm to the grip


def fold_shapes(shape: Shape, body: Body) -> Shapes:
    """Every fold of these bodies (columns [B, 1]) whose fingertips come so near to the soles."""
    rounded = np.linspace(0.0, SPINE_MOST_DEG, NODES)[None, :] + 0.0 * body.arm
    chord, arm = chord_of(rounded, body), body.arm * TO_FINGERTIPS
    legs = body.thigh + body.shank + body.ankle_height - shape.short_cm / 100 / body.height_m
    at_hip = acos((chord**2 + legs**2 - arm**2) / (2 * chord * legs))
    at_shoulder = acos((chord**2 + arm**2 - legs**2) / (2 * chord * arm))
    bend = 180.0 - at_hip - rounded / 2  # the spine rounds evenly: the pelvis is half of it from the chord
    reached = arm > np.abs(legs - chord)
    return Shapes(
        groups=(
            Group(("spine.flexion",), rounded, end=END),
            Group(("hip.flexion-straight-knee",), np.where(reached, bend, NEVER), end=END),
        ),
        dislike=0.0 * rounded,
        drawn={"rounded": rounded, "bend": bend, "shoulder": at_shoulder},
    )


def fold_pose(seen: dict[str, float]) -> Pose:
    """Standing: the hands come down ahead of the feet."""
    limbs = Limbs(0.0, 0.0, seen["bend"], seen["shoulder"] + seen["rounded"] / 2)
    return Pose(limbs, limbs, lumbar=seen["rounded"])
