"""Solved postures as poses to draw, for the lab (somebody's ranges) and for the catalog (a body whose
ranges stop nothing)."""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import Any

from core.body.pose import Limbs, Pose
from core.body.shortfall import Range
from core.posture.body import Body, body_of
from core.posture.chain import Chain
from core.posture.hands import OnHands, solve_handstand, solve_plank
from core.posture.hang import Hang, solve_hang
from core.posture.hinge import Hinge, solve_hinge
from core.posture.lunge import FRONT_SHANK_DEG, KNEE_CLEAR, REAR_TOE_STEP, Lunge, solve_lunge
from core.posture.squat import SquatShape, balanced

POINTED_DEG = -40.0  # toes of a hanging or upside-down figure, for drawing
# ankle, knee and hip of the leg held out in a single-leg squat, hip from an upright trunk; for drawing
FREE_LEG = (0.0, 6.0, 84.0)
FREE = {
    motion: Range(degrees, 0.0)
    for motion, degrees in {  # an adult nothing stops
        "shoulder.flexion": 180.0,
        "thoracic.extension": 40.0,
        "hip.extension": 40.0,
        "lumbar.extension": 40.0,
        "hip.flexion": 140.0,
        "knee.flexion": 155.0,
        "ankle.dorsiflexion": 40.0,
        "hip.flexion-straight-knee": 80.0,
        "wrist.extension": 90.0,
    }.items()
}


def squat_pose(
    chain: Chain, arm: float, elbow: float = 0.0, wrist: float = 0.0, single_leg: bool = False
) -> Pose:
    """arm: direction of the upper arm from straight down, degrees."""
    seen = math.cos(math.radians(chain.abduction_deg))  # a wide stance turns the thighs out of the picture
    near = Limbs(
        chain.shank_deg - chain.heel_deg,
        chain.thigh_deg + chain.shank_deg,
        chain.thigh_deg + chain.lean_deg,
        arm + chain.lean_deg,
        elbow,
        wrist,
        seen,
    )
    ankle, knee, hip = FREE_LEG
    far = Limbs(ankle, knee, hip + chain.lean_deg, arm + chain.lean_deg, elbow, wrist) if single_leg else near
    return Pose(near, far, heel=chain.heel_deg)


def lunge_pose(found: Lunge, body: Body) -> Pose:
    drop = math.degrees(math.asin(min(1.0, (REAR_TOE_STEP - KNEE_CLEAR) / body.shank)))
    rear, front = found.margins[0].needs_deg, found.front_hip_flexion_deg
    return Pose(
        Limbs(FRONT_SHANK_DEG, front + FRONT_SHANK_DEG, front, 4.0, 10.0),
        Limbs(drop, 90.0 + drop - rear, -rear, 4.0, 10.0),
    )


def hinge_pose(found: Hinge) -> Pose:
    limbs = Limbs(found.ankle_deg, found.knee_deg, found.hip_deg, found.back_deg)
    return Pose(limbs, limbs)


def hang_pose(found: Hang) -> Pose:
    limbs = Limbs(POINTED_DEG, 0.0, found.leg_deg - found.trunk_deg, 180.0 + found.arm_deg - found.trunk_deg)
    return Pose(limbs, limbs, -found.trunk_deg, support="hang")


def plank_pose(found: OnHands) -> Pose:
    lean = 180.0 + found.trunk_deg
    limbs = Limbs(0.0, 0.0, 0.0, lean - found.arm_deg, 0.0, 90.0 + found.arm_deg)
    return Pose(limbs, limbs, lean, support="floor")


def handstand_pose(found: OnHands) -> Pose:
    limbs = Limbs(
        POINTED_DEG,
        0.0,
        found.trunk_deg - found.leg_deg,
        180.0 + found.trunk_deg - found.arm_deg,
        0.0,
        90.0 + found.arm_deg,
    )
    return Pose(limbs, limbs, 180.0 + found.trunk_deg, support="floor")


def catalog_pose(asked: Mapping[str, Any]) -> Pose:
    """The pose of a catalog row's ``solved`` field: a family and its shape. Raises KeyError or ValueError
    for what it does not know."""
    body, family = body_of(), asked["family"]
    if family == "squat":
        one_leg = asked.get("single_leg", False)
        shape = SquatShape(asked["bar"], asked.get("load_share", 0.0), asked["thigh_deg"], single_leg=one_leg)
        return squat_pose(balanced(shape, asked["ankle_deg"], body), asked["arms"], single_leg=one_leg)
    makers = {
        "lunge": lambda: lunge_pose(solve_lunge(asked["step_m"], FREE, body), body),
        "hinge": lambda: hinge_pose(solve_hinge(FREE, body, asked["bar_m"])),
        "hang": lambda: hang_pose(solve_hang(asked["chest_cm"], FREE, body)),
        "plank": lambda: plank_pose(solve_plank(asked["shoulders_cm"], 0.0, FREE, body)),
        "handstand": lambda: handstand_pose(solve_handstand(FREE, body)),
    }
    return makers[family]()
