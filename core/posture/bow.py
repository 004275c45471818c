"""Bowing to a said lean with the load on the back or hanging from the hands, on both legs or on one.

Along the nodes the knees go from straight to as bent as is allowed; at each, the shank may stand anywhere
that keeps body and load over the foot. More shank ahead takes hips and hamstrings less. On one leg the other
balances, straight and in line with the trunk.

Limitations: sagittal plane, straight back, slow; hanging arms hang straight down.
"""

from __future__ import annotations

import numpy as np

from core.body.pose import Limbs, Pose
from core.posture.body import Body
from core.posture.chain import BAR_FROM_SHOULDER
from core.posture.degrees import Numbers, asin, atan2, cos, sin
from core.posture.hinge import HIP_PER_KNEE, SHANK_BACK_DEG
from core.posture.shape import Shape
from core.posture.shapes import NODES, Group, Shapes
from core.posture.squat import SUPPORT

SHANK_AHEAD_DEG = 40.0  # the furthest a shank leans ahead under a bow; estimate
KNEE_PREFERS_DEG = (
    15.0  # soft knees: common practice; the number and what a bend away from it costs: estimates
)
KNEE_WEARS_DEG = 15.0
SHANK_WEARS_DEG = 10.0
END = 2.0


def bow_shapes(shape: Shape, body: Body) -> Shapes:
    """Every bow of these bodies (columns [B, 1]) to this lean."""
    knee = shape.knee_most_deg * np.linspace(0.0, 1.0, NODES)[None, :] + 0.0 * body.arm
    low, middle, high = _shanks_over(shape, knee, body, (SUPPORT[0], 0.5, SUPPORT[1]))
    lean = shape.lean_deg
    return Shapes(
        groups=(
            Group(("hip.flexion-straight-knee",), lean + (1 - HIP_PER_KNEE) * knee, slope=-1.0, end=END),
            Group(("hip.flexion",), lean + knee, slope=-1.0),
            Group(("knee.flexion",), knee),
            Group(("ankle.dorsiflexion",), 0.0 * knee, slope=1.0),
        ),
        dislike=((knee - KNEE_PREFERS_DEG) / KNEE_WEARS_DEG) ** 2,
        low=np.maximum(low, SHANK_BACK_DEG),
        high=np.minimum(high, SHANK_AHEAD_DEG),
        prefers=middle,
        weighs=1 / SHANK_WEARS_DEG**2,
        drawn={"knee": knee},
    )


def _shanks_over(shape: Shape, knee: Numbers, body: Body, shares: tuple[float, ...]) -> list[Numbers]:
    """The shanks that put the common centre over places on the foot (0 heel, 1 toe), degrees from upright.

    What moves with them is ``a sin(shank) - b sin(knee - shank)``, so a shank is closed form; beyond reach it
    is further than any that is allowed.
    """
    lean, load = shape.lean_deg, shape.load_share
    ahead, up = BAR_FROM_SHOULDER["back"] if shape.bar == "back" else (0.0, 0.0)
    standing = 0.5 if shape.single_leg else 1.0  # of the legs' masses
    total = (
        1.0 * (body.foot_mass + body.shank_mass + body.thigh_mass) + body.trunk_mass + body.arm_mass + load
    )
    foot, shank = standing * body.foot_mass, standing * body.shank_mass
    over_hip = total - foot - shank  # all that moves with the hips, the thigh in part
    fixed = (
        foot * body.mid_foot
        + body.trunk_mass * body.trunk_centre * body.trunk * sin(lean)
        + (body.arm_mass + load) * body.trunk * sin(lean)
        + load * (ahead * cos(lean) + up * sin(lean))
        - (1 - standing) * sin(lean) * _leg_moment(body)
    )
    a = body.shank * (shank * (1 - body.shank_centre) + over_hip)
    b = body.thigh * (over_hip - standing * body.thigh_mass * body.thigh_centre)
    most, turned = np.hypot(a + b * cos(knee), b * sin(knee)), atan2(b * sin(knee), a + b * cos(knee))
    found = []
    for share in shares:
        ratio = ((share * body.foot - body.heel_behind) * total - fixed) / most
        beyond = np.sign(ratio) * 90.0 * np.maximum(np.abs(ratio) - 1.0, 0.0)
        found.append(asin(ratio) + beyond + turned)
    return found


def _leg_moment(body: Body) -> Numbers:
    """Mass times distance from the hip of a straight leg, both sides together."""
    return (
        body.thigh_mass * body.thigh * body.thigh_centre
        + body.shank_mass * (body.thigh + body.shank * body.shank_centre)
        + body.foot_mass * (body.thigh + body.shank + body.ankle_height / 2)
    )


def bow_pose(shape: Shape, seen: dict[str, float], shank_deg: float) -> Pose:
    knee = seen["knee"]
    near = Limbs(shank_deg, knee, knee - shank_deg + shape.lean_deg)
    return Pose(near, Limbs() if shape.single_leg else near)
