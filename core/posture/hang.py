"""Hanging from a bar: the dead hang, the arch of a kip, the legs held level, and the toes at the bar.

The hands hold the bar, arms straight, hips no less than straight. In the arch the common centre hangs under
the hands; along the nodes the shoulders open further and further, and what they do not give hips and low
back must. With the toes at the bar, arms, trunk and legs make a closed figure; along the nodes the spine
rounds further, which spares the hamstrings.

Limitations: side view, at rest: a real kip passes through the arch, so speed asks a few degrees more.
"""

from __future__ import annotations

import math

import numpy as np

from core.body.pose import Limbs, Pose
from core.posture.body import Body
from core.posture.degrees import Numbers, acos, asin, atan2, cos, sin
from core.posture.hinge import HIP_PER_KNEE
from core.posture.links import from_the_hands, run, sway
from core.posture.shape import Shape
from core.posture.shapes import NEVER, NODES, Group, Shapes
from core.posture.squat import OVERHEAD

OPENING = ("hip.extension", "lumbar.extension")
BEND_LIMITS = (-60.0, 60.0)  # of the shoulders beyond a straight line
CLOSED_LIMITS = (0.0, 90.0)  # of the shoulders short of a straight line, the legs level
OPEN_MOST_DEG = 75.0  # of hips and low back together, further than anybody arches
WEARS_DEG = 20.0  # discomfort: a bend of this at the shoulders, or at the hips, costs one
POINTED_DEG = -40.0  # toes of a hanging figure, for drawing
SPINE_MOST_DEG = 120.0
TOES_KNEE_DEG = 15.0  # knees nearly straight with the toes at the bar; estimate
BLADES_RISE = 0.015  # that hanging shoulders lengthen the arms by, fraction of height; estimate
END = 3.0


def hang_shapes(shape: Shape, body: Body) -> Shapes:
    """Every hang of these bodies (columns [B, 1]) with the chest so far ahead of the bar."""
    bend = np.linspace(*BEND_LIMITS, 2 * NODES)[None, :] + 0.0 * body.arm
    arm = asin(shape.chest_cm / 100 / body.height_m / body.arm)
    arms, trunk, legs = sway(body)
    behind = -(arms * sin(arm) + trunk * sin(arm - bend)) / legs
    leg = asin(behind)
    opening = arm - bend - leg
    return Shapes(
        groups=(
            Group(OVERHEAD, 180.0 + bend),
            Group(OPENING, opening),
            Group((), -opening),
            Group((), opening - OPEN_MOST_DEG),
            Group((), (np.abs(behind) - 1.0) * OPEN_MOST_DEG),
        ),
        dislike=(bend / WEARS_DEG) ** 2 + np.clip(opening / WEARS_DEG, -9, 9) ** 2,
        drawn={"arm": arm + 0.0 * bend, "trunk": arm - bend, "leg": leg},
    )


def hang_pose(seen: dict[str, float]) -> Pose:
    arm, trunk, leg = seen["arm"], seen["trunk"], seen["leg"]
    limbs = Limbs(POINTED_DEG, 0.0, leg - trunk, 180.0 + arm - trunk)
    return Pose(limbs, limbs, -trunk, support="hang")


def level_shapes(shape: Shape, body: Body) -> Shapes:
    """Every hang of these bodies (columns [B, 1]) with the legs straight ahead."""
    closed = np.linspace(*CLOSED_LIMITS, NODES)[None, :] + 0.0 * body.arm
    arms, trunk, legs = sway(body)
    ahead, turned = arms + trunk * cos(closed), trunk * sin(closed)
    ratio = legs / np.hypot(ahead, turned)
    arm = -asin(ratio) - atan2(turned, ahead)
    bend = 90.0 - arm - closed
    return Shapes(
        groups=(
            Group(OVERHEAD, 180.0 - closed),
            Group(
                ("hip.flexion-straight-knee",),
                np.where(ratio < 1, bend - HIP_PER_KNEE * TOES_KNEE_DEG, NEVER),
                end=END,
            ),
        ),
        dislike=(closed / WEARS_DEG) ** 2,
        drawn={"arm": arm, "trunk": arm + closed, "leg": 90.0 + 0.0 * arm},
    )


def toes_shapes(shape: Shape, body: Body) -> Shapes:
    """Every way these bodies (columns [B, 1]) bring straight-ish legs to the bar."""
    rounded = np.linspace(0.0, SPINE_MOST_DEG, NODES)[None, :] + 0.0 * body.arm
    half = rounded / 2
    chord = chord_of(rounded, body)
    arm = body.arm + BLADES_RISE
    along = (
        body.thigh
        + (body.shank + body.ankle_height) * cos(TOES_KNEE_DEG)
        + body.toe_ahead * sin(TOES_KNEE_DEG)
    )
    across = body.toe_ahead * cos(TOES_KNEE_DEG) - (body.shank + body.ankle_height) * sin(TOES_KNEE_DEG)
    reach, ahead = (
        np.hypot(along, across),
        atan2(across, along),
    )  # hip to toes, and how far ahead of the thigh
    at_hip = acos((chord**2 + reach**2 - arm**2) / (2 * chord * reach))
    at_shoulder = acos((chord**2 + arm**2 - reach**2) / (2 * chord * arm))
    hip = 180.0 - at_hip - ahead - half  # the spine rounds evenly, so the pelvis is half of it from the chord
    possible = (reach < chord + arm) & (reach > np.abs(chord - arm))
    return Shapes(
        groups=(
            Group(("spine.flexion",), rounded, end=END),
            Group(
                ("hip.flexion-straight-knee",),
                np.where(possible, hip - HIP_PER_KNEE * TOES_KNEE_DEG, NEVER),
                end=END,
            ),
        ),
        dislike=0.0 * rounded,
        drawn={"rounded": rounded, "hip": hip, "shoulder": at_shoulder},
    )


def chord_of(rounded: Numbers, body: Body) -> Numbers:
    """Hip to shoulder with the spine rounding evenly, fraction of height."""
    half = rounded / 2
    return body.trunk * np.where(half > 0.01, sin(half) / np.radians(np.maximum(half, 0.01)), 1.0)


def toes_pose(seen: dict[str, float], body: Body) -> Pose:
    """The whole figure turned about the bar until it hangs."""
    pelvis = (
        seen["shoulder"] - seen["rounded"] / 2
    )  # from the waist to the hip, from straight up, while the arms hang
    shoulder = pelvis + seen["rounded"]
    links = from_the_hands(body, 180.0, seen["shoulder"], pelvis - seen["hip"])
    middle = run((0.0, 0.0), links)[1]
    turn = math.degrees(math.atan2(middle[0], -middle[1]))
    limbs = Limbs(0.0, TOES_KNEE_DEG, seen["hip"], shoulder)
    return Pose(limbs, limbs, pelvis - 180.0 + turn, lumbar=seen["rounded"], support="hang")
