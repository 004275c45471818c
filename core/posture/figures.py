"""Solved postures as poses to draw: somebody's, or for the catalog those of a body whose ranges stop
nothing."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import fields, replace
from typing import Any, NamedTuple

import numpy as np

from core.body.pose import Limbs, Pose
from core.posture.body import Body, body_of
from core.posture.bow import bow_pose
from core.posture.chain import Chain
from core.posture.degrees import cos
from core.posture.families import Postures, postures_of
from core.posture.fold import fold_pose
from core.posture.hands import dip_pose, head_down_pose, plank_pose, push_up_pose, row_pose
from core.posture.handstand import handstand_pose
from core.posture.hang import hang_pose, toes_pose
from core.posture.hinge import hinge_pose
from core.posture.lockout import lockout_pose
from core.posture.lunge import lunge_pose, step_up_pose
from core.posture.shape import Bar, Shape
from core.posture.squat import balanced, squat_chain

# ankle, knee and hip of the leg held out in a single-leg squat, hip from an upright trunk; for drawing
FREE_LEG = (0.0, 6.0, 84.0)
FREE_DEG = {  # an adult nothing stops
    "shoulder.flexion": 180.0,
    "shoulder.extension": 80.0,
    "thoracic.extension": 40.0,
    "spine.flexion": 95.0,
    "hip.extension": 40.0,
    "lumbar.extension": 40.0,
    "hip.flexion": 140.0,
    "knee.flexion": 155.0,
    "ankle.dorsiflexion": 40.0,
    "hip.flexion-straight-knee": 100.0,
    "wrist.extension": 90.0,
    "elbow.flexion": 155.0,
    "toe.extension": 90.0,
}
SHAPE_FIELDS = frozenset(each.name for each in fields(Shape))


class Arms(NamedTuple):
    """Direction of the upper arm from straight down, elbow and wrist, degrees, and what is held."""

    upper_deg: float
    elbow_deg: float = 0.0
    wrist_deg: float = 0.0
    props: tuple[str, ...] = ()


ARMS: dict[Bar, Arms] = {
    "none": Arms(88),
    "goblet": Arms(22, 128, 20, ("kettlebell@hand-up",)),
    "front": Arms(78, 154, 34, ("barbell@front",)),
    "back": Arms(-66, 158, 0, ("barbell@back",)),
    "overhead": Arms(180, 0, 0, ("barbell@hands",)),
}
AT_THE_SIDES = Arms(4, 10)
OVERHEAD = ARMS["overhead"]
HANGING_DOWN = Arms(0, 0, 0, ("barbell@hands",))
PROPS = {
    "hang": ("bar@hands",),
    "l-hang": ("bar@hands",),
    "toes-to-bar": ("bar@hands",),
    "dip": ("rings@hands",),
}


def squat_pose(chain: Chain, arms: Arms, single_leg: bool = False) -> Pose:
    """A squat with its arms; a wide stance turns the thighs out of the picture."""
    near = Limbs(
        chain.shank_deg - chain.heel_deg,
        chain.thigh_deg + chain.shank_deg,
        chain.thigh_deg + chain.lean_deg,
        thigh=float(cos(chain.abduction_deg)),
    )
    ankle, knee, hip = FREE_LEG
    far = Limbs(ankle, knee, hip + chain.lean_deg) if single_leg else near
    return holding(Pose(near, far, heel=chain.heel_deg), arms, chain.lean_deg)


def holding(pose: Pose, arms: Arms, lean_deg: float) -> Pose:
    """A standing pose with its arms in a direction of their own, whatever the trunk leans."""

    def put(side: Limbs) -> Limbs:
        return replace(side, shoulder=arms.upper_deg + lean_deg, elbow=arms.elbow_deg, wrist=arms.wrist_deg)

    return replace(pose, near=put(pose.near), far=put(pose.far), props=arms.props)


def pose_of(shape: Shape, seen: Mapping[str, float], x: float, body: Body) -> Pose:
    """A posture of a family as a pose: what it is seen by (``Postures.seen``) and its ``x``."""
    given = dict(seen)
    if shape.family == "squat":
        chain = squat_chain(shape, given["ankle"], x, body)
        return squat_pose(chain, ARMS[shape.bar], shape.single_leg)
    arms = ARMS[shape.bar] if shape.bar != "none" else AT_THE_SIDES
    if shape.family == "lunge":
        return holding(lunge_pose(shape, given, x, body), arms, x)
    if shape.family == "step-up":
        pose = holding(step_up_pose(given, x), arms, x)
        return replace(pose, props=(*pose.props, "box@foot"))
    if shape.family == "bow":
        hung = arms if shape.bar == "back" else HANGING_DOWN
        return holding(bow_pose(shape, given, x), hung, shape.lean_deg)
    if shape.family == "hinge":
        drawn_back = HANGING_DOWN._replace(upper_deg=-shape.arms_back_deg)
        return holding(hinge_pose(given), drawn_back, given["lean"])
    if shape.family == "lockout":
        return holding(lockout_pose(given), OVERHEAD, -given["arch"])
    if shape.family == "toes-to-bar":
        pose = toes_pose(given, body)
    elif shape.family == "plank":
        pose = plank_pose(shape, given)
    else:
        makers = {
            "hang": hang_pose,
            "l-hang": hang_pose,
            "fold": fold_pose,
            "push-up": push_up_pose,
            "row": row_pose,
            "head-down": head_down_pose,
            "handstand": handstand_pose,
            "dip": dip_pose,
        }
        pose = makers[shape.family](given)
    return replace(pose, props=PROPS.get(shape.family, ()))


def easiest_pose(shape: Shape, postures: Postures, ranges: Mapping[str, float], body: Body) -> Pose:
    """The most comfortable posture of one body with these ranges, as a pose."""
    has = {motion: np.array([[ranges[motion]]]) for motion in postures.motions}
    place, x = postures.comfortable(has)
    seen = {name: float(value[0, 0]) for name, value in postures.seen(place, x).items()}
    return pose_of(shape, seen, float(x[0, 0]), body)


def catalog_pose(asked: Mapping[str, Any]) -> Pose:
    """The pose of a catalog row's ``solved`` field: a family and its numbers, and for a squat the ankle and
    the arms. Raises KeyError or ValueError for what it does not know."""
    known = {name: value for name, value in asked.items() if name in SHAPE_FIELDS}
    unknown = set(asked) - SHAPE_FIELDS - {"ankle_deg", "arms"}
    if unknown:
        raise ValueError(f"unknown: {', '.join(sorted(unknown))}")
    shape, body = Shape(**known), body_of()
    if shape.family == "squat":
        chain = balanced(shape, asked["ankle_deg"], body)
        return squat_pose(chain, Arms(asked["arms"]), shape.single_leg)
    pose = easiest_pose(shape, postures_of(shape, [body]), FREE_DEG, body)
    return replace(pose, props=())
