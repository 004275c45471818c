"""The squat family: air, goblet, front, back, overhead, one leg, with the heel raised or the feet wide.

Along the nodes the ankle goes from straight to fully bent; at each, the trunk may lean anywhere between the
leans that keep body and load over the foot that can push. More ankle lets the trunk stay more upright,
which spares hip and shoulder; how much of it is used is the person's own choice of least discomfort.

Limitations: sagittal plane; both sides alike (one leg: all on it); slow, no speed; spine as one straight
segment whose upper part gives what the person has of upper back extension. It explains training positions
and predicts no injury.
"""

from __future__ import annotations

import numpy as np

from core.body.segments import HALF_PELVIS
from core.posture.body import Body
from core.posture.chain import BAR_FROM_SHOULDER, Chain
from core.posture.degrees import Numbers, asin, atan2, cos, sin
from core.posture.shape import Shape
from core.posture.shapes import NODES, Group, Shapes

SUPPORT = (0.20, 0.80)  # of the foot from heel to toe, within which balance can be held with a load; estimate
LEAN_LIMITS = (-15.0, 88.0)
ANKLE_MOST_DEG = 60.0  # further than any ankle bends
ARM_AHEAD_DEG = 85.0  # arms held out in an air squat, from straight down; estimate
RACK_ARM_DEG = 60.0
KNEES_OVER_FEET_CM = 8.0  # that the knees travel outward over the feet; estimate
# Discomfort, calibrated on the ankle people use in a full-depth squat (ops/calibrate.py, docs/model.md):
LEAN_WEARS_DEG = 25.0  # a lean of this costs as much as
OFF_BALANCE_DEG = 12.0  # leaning this far from where the centre stands over mid-foot
ANKLE_END = 0.35  # and an ankle at its very end costs this much
OVERHEAD = ("shoulder.flexion", "thoracic.extension")


def abduction_of(stance_cm: float, body: Body) -> Numbers:
    """Thighs out of the plane for a stance, degrees: half the stance less half a pelvis, over the thigh's
    length."""
    height_cm = body.height_m * 100
    outward = (stance_cm / 2 - HALF_PELVIS * height_cm + KNEES_OVER_FEET_CM) / (body.thigh * height_cm)
    return asin(np.clip(outward, 0.0, 0.85))


def heel_tilt(heel_mm: float, body: Body) -> Numbers:
    """Tilt of the foot over a raised heel, degrees."""
    return asin(np.minimum(0.6, heel_mm / 1000 / (body.foot * body.height_m)))


def squat_shapes(shape: Shape, body: Body) -> Shapes:
    """Every squat of these bodies (columns [B, 1]) in this shape."""
    tilt = heel_tilt(shape.heel_mm, body)
    ankle = np.linspace(0.0, ANKLE_MOST_DEG, NODES)[None, :] + 0.0 * tilt
    low, middle, high = leans_over(shape, ankle + tilt, tilt, body, (SUPPORT[0], 0.5, SUPPORT[1]))
    upright, steady = 1 / LEAN_WEARS_DEG**2, 1 / OFF_BALANCE_DEG**2
    wanted = middle * steady / (steady + upright)  # between upright and over mid-foot
    groups = [
        Group(("ankle.dorsiflexion",), ankle, end=ANKLE_END),
        Group(("knee.flexion",), shape.depth_deg + ankle + tilt),
        Group(("hip.flexion",), shape.depth_deg + 0.0 * ankle, slope=1.0),
        *trunk_groups(shape, ankle),
    ]
    return Shapes(
        groups=tuple(groups),
        dislike=middle**2 * upright * steady / (steady + upright),
        low=np.maximum(low, LEAN_LIMITS[0]),
        high=np.minimum(high, LEAN_LIMITS[1]),
        prefers=wanted,
        weighs=upright + steady,
        drawn={"ankle": ankle},
    )


def trunk_groups(shape: Shape, nodes: Numbers) -> list[Group]:
    """What a load overhead or in the front rack asks of a trunk that leans ``x`` forward: arms upright over
    it, or elbows level in front of it (half of the lean is taken back by the upper back; estimate)."""
    if shape.bar == "overhead":
        return [Group(OVERHEAD, 180.0 + 0.0 * nodes, slope=1.0)]
    if shape.bar == "front":
        return [Group(("thoracic.extension",), 0.0 * nodes, slope=0.5)]
    return []


def squat_chain(shape: Shape, ankle_deg: float, lean_deg: float, body: Body) -> Chain:
    """One squat as directions of its segments."""
    tilt = float(heel_tilt(shape.heel_mm, body))
    abduction = 0.0 if shape.single_leg else float(abduction_of(shape.stance_cm, body))
    return Chain(ankle_deg + tilt, shape.depth_deg, lean_deg, arm_of(shape), tilt, abduction)


def balanced(shape: Shape, ankle_deg: float, body: Body) -> Chain:
    """The squat at an ankle bend with everything over mid-foot, whatever ranges it takes."""
    tilt = heel_tilt(shape.heel_mm, body)
    (over_middle,) = leans_over(shape, ankle_deg + tilt, tilt, body, (0.5,))
    lean = float(np.clip(over_middle, *LEAN_LIMITS))
    return squat_chain(shape, ankle_deg, lean, body)


def arm_of(shape: Shape) -> float:
    """Direction of the arms from straight down, degrees."""
    if shape.bar == "overhead":
        return 180.0
    return ARM_AHEAD_DEG if shape.bar == "none" else RACK_ARM_DEG


def leans_over(
    shape: Shape, shank: Numbers, tilt: Numbers, body: Body, shares: tuple[float, ...]
) -> list[Numbers]:
    """The leans that put the common centre over places on the foot (0 heel, 1 toe), degrees; over 90 where no
    lean does.

    With every other direction fixed the centre is ``fixed + a sin(lean) + b cos(lean)``, so a lean is closed
    form. A test holds them against a rigid-body library's centre of mass.
    """
    fixed, a, b, total, heel_x, toe_x = _centre_terms(shape, shank, tilt, body)
    most, turned = np.hypot(a, b), atan2(b, a)
    leans = []
    for share in shares:
        ratio = ((heel_x + share * (toe_x - heel_x)) * total - fixed) / most
        leans.append(np.where(ratio < 1.0, asin(ratio) - turned, 90.0 + 90.0 * (ratio - 1.0)))
    return leans


def _centre_terms(shape: Shape, shank: Numbers, tilt: Numbers, body: Body) -> tuple[Numbers, ...]:
    """Mass times forward place: what does not move with the lean, what moves with its sine and its cosine;
    total mass; heel and toe."""
    seen = body.thigh * (1.0 if shape.single_leg else cos(abduction_of(shape.stance_cm, body)))
    toe_x = body.toe_ahead
    ankle_x = toe_x - body.toe_ahead * cos(tilt) + body.ankle_height * sin(tilt)
    heel_x = toe_x - body.foot * cos(tilt)
    knee_x = ankle_x + body.shank * sin(shank)
    hip_x = knee_x - seen * sin(shape.depth_deg)
    load = shape.load_share if shape.bar != "none" else 0.0
    above = body.trunk_mass + body.arm_mass + load
    reach = body.arm * sin(arm_of(shape))
    fixed = (
        body.foot_mass * (toe_x + heel_x) / 2
        + body.shank_mass * (knee_x + (ankle_x - knee_x) * body.shank_centre)
        + body.thigh_mass * (hip_x + (knee_x - hip_x) * body.thigh_centre)
        + above * hip_x
        + body.arm_mass * body.arm_centre * reach
    )
    sine = body.trunk_mass * body.trunk_centre * body.trunk + (body.arm_mass + load) * body.trunk
    cosine = 0.0 * sine
    if shape.bar in BAR_FROM_SHOULDER:
        ahead, up = BAR_FROM_SHOULDER[shape.bar]
        sine, cosine = sine + load * up, cosine + load * ahead
    elif shape.bar == "overhead":
        fixed = fixed + load * reach
    total = body.foot_mass + body.shank_mass + body.thigh_mass + above
    return fixed, sine, cosine, total, heel_x, toe_x
