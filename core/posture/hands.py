"""Hands on the floor, on bars or at the ribs: the plank, the bottoms of a push-up, of a handstand push-up and
of a dip, the end of a row.

Under body weight a wrist bends further than it does unloaded, by ``PRESSED_DEG``. Along the nodes of a
plank the hips rise out of the line; along those of a push-up the forearms lean from back to ahead; along
those of a dip the trunk leans forward, which spares the shoulders' extension, while the hands stay under
the common centre.

Limitations: side view, flat hands with the fingers ahead, elbows close to the body, at rest.
"""

from __future__ import annotations

import numpy as np

from core.body.pose import Limbs, Pose
from core.body.segments import LENGTH
from core.posture.body import Body
from core.posture.degrees import Numbers, asin, cos, sin
from core.posture.shape import Shape
from core.posture.shapes import NEVER, NODES, Group, Pieces, Shapes, in_pieces
from core.posture.toes import ANKLE_HEIGHT, toes_group

PRESSED_DEG = 24.0  # a wrist under body weight beyond its unloaded range; estimate
WRIST_HEIGHT = 0.02  # of the joint above a flat hand, fraction of height; estimate
CHEST_HEIGHT = 0.075  # of the shoulders with the chest on the floor, fraction of height; estimate
PIKE_MOST_DEG = 30.0
PIKE_WEARS_DEG = 5.0
FOREARM_LIMITS = (-15.0, 15.0)  # of the forearm ahead of a right angle to the body, elbow ahead of the wrist
FOREARM_WEARS_DEG = 15.0
TO_THE_HIP = (0.0, 30.0)  # of a forearm at the end of a row, off a right angle to the trunk; estimate
DRAWN_BACK = 0.025  # of the shoulders by their blades, fraction of height; estimate
HEAD_HEIGHT = 0.182  # of the shoulders over the top of the head: 1 less the linkage below them
DIP_LEAN = (0.0, 45.0)
DIP_WEARS_DEG = 25.0
END = 3.0
TO_GRIP = LENGTH["upper_arm"] + LENGTH["forearm"] + LENGTH["hand"] / 2


def arm_to_wrist(body: Body) -> Numbers:
    """Shoulder to wrist, fraction of height: the arm less half a hand."""
    return body.arm * (1 - LENGTH["hand"] / 2 / TO_GRIP)


def plank_shapes(shape: Shape, body: Body) -> Shapes:
    """Every plank of these bodies (columns [B, 1]) with the shoulders so far ahead of the wrists."""
    pike = np.linspace(0.0, PIKE_MOST_DEG, NODES)[None, :] + 0.0 * body.arm
    legs = body.thigh + body.shank
    arm = _arm(body)[0] if shape.forearms else arm_to_wrist(body)
    height = 0.0 if shape.forearms else WRIST_HEIGHT
    lean = asin(shape.shoulders_cm / 100 / body.height_m / arm)
    line = np.sqrt(body.trunk**2 + legs**2 + 2 * body.trunk * legs * cos(pike))  # shoulders to ankles
    slope = asin((height + arm * cos(lean) - ANKLE_HEIGHT) / line) - asin(legs * sin(pike) / line)
    wrist = 90.0 + lean - PRESSED_DEG - shape.wedge_deg
    return Shapes(
        groups=(
            *(() if shape.forearms else (Group(("wrist.extension",), wrist + 0.0 * pike),)),
            Group(("shoulder.flexion",), 90.0 - slope - lean),
            Group(("hip.extension",), -pike),
            toes_group(-slope - pike),
        ),
        dislike=(pike / PIKE_WEARS_DEG) ** 2,
        drawn={"lean": lean + 0.0 * pike, "slope": slope, "pike": pike},
    )


def plank_pose(shape: Shape, seen: dict[str, float]) -> Pose:
    trunk = 90.0 - seen["slope"]
    elbow, wrist = (90.0 + seen["lean"], 0.0) if shape.forearms else (0.0, 90.0 + seen["lean"])
    limbs = Limbs(0.0, 0.0, seen["pike"], trunk - seen["lean"], elbow, wrist)
    return Pose(limbs, limbs, trunk, support="floor")


def push_up_shapes(shape: Shape, body: Body) -> Pieces:
    """Every bottom of a push-up of these bodies (columns [B, 1]), the chest on the floor or on what is there
    for it."""
    back, ahead = (limit + _body_slope(shape, body) for limit in FOREARM_LIMITS)
    return in_pieces(lambda forearm: _push_ups(shape, forearm, body), back, ahead)


def _push_ups(shape: Shape, forearm: Numbers, body: Body) -> Shapes:
    upper, lower = _arm(body)
    hands, chest = (on / body.height_m for on in (shape.hands_m, shape.chest_m))
    up = (hands + WRIST_HEIGHT + lower * cos(forearm) - chest - CHEST_HEIGHT) / upper
    rise = asin(up)  # upper arm, back and up
    slope = _body_slope(shape, body)
    return Shapes(
        groups=(
            Group(("wrist.extension",), 90.0 + forearm - PRESSED_DEG - shape.wedge_deg, end=END),
            Group(("shoulder.extension",), rise - slope, end=END),
            Group(("elbow.flexion",), 90.0 + rise - forearm),
            Group((), (np.abs(up) - 1.0) * 90.0),
            toes_group(slope + 0.0 * forearm),
        ),
        dislike=((forearm - slope) / FOREARM_WEARS_DEG) ** 2,
        drawn={"forearm": forearm, "rise": rise, "slope": slope + 0.0 * rise},
    )


def _body_slope(shape: Shape, body: Body) -> Numbers:
    """Down from the ankles to the chest of a straight body, degrees."""
    down = ANKLE_HEIGHT - shape.chest_m / body.height_m - CHEST_HEIGHT
    return asin(down / (body.trunk + body.thigh + body.shank))


def push_up_pose(seen: dict[str, float]) -> Pose:
    rise, forearm = seen["rise"] - seen["slope"], seen["forearm"]
    elbow = 90.0 + seen["rise"] - forearm
    limbs = Limbs(0.0, 0.0, 0.0, -rise, elbow, 90.0 + forearm)
    return Pose(limbs, limbs, 90.0 + seen["slope"], support="floor")


def row_shapes(shape: Shape, body: Body) -> Shapes:
    """Every end of a row of these bodies (columns [B, 1]), the hands at the ribs or nearer to the hips."""
    low = np.linspace(*TO_THE_HIP, NODES)[None, :] + 0.0 * body.arm  # the forearm off a right angle
    upper, lower = _arm(body)
    to_grip = lower + body.arm - arm_to_wrist(body)
    behind = (to_grip * cos(low) - shape.hands_cm / 100 / body.height_m - DRAWN_BACK) / upper
    extension = asin(behind)
    return Shapes(
        groups=(
            Group(("shoulder.extension",), np.where(behind < 1, extension, NEVER)),
            Group(("elbow.flexion",), 90.0 + extension - low),
        ),
        dislike=(low / FOREARM_WEARS_DEG) ** 2,
        drawn={"extension": extension, "low": low},
    )


def row_pose(seen: dict[str, float]) -> Pose:
    """Sitting up, as the trunk's own place does not matter."""
    limbs = Limbs(0.0, 90.0, 90.0, -seen["extension"], 90.0 + seen["extension"] - seen["low"])
    return Pose(limbs, limbs)


def head_down_shapes(shape: Shape, body: Body) -> Shapes:
    """Every bottom of a handstand push-up of these bodies (columns [B, 1]), the head on the floor."""
    forearm = np.linspace(*FOREARM_LIMITS, NODES)[None, :] + 0.0 * body.arm
    upper, lower = _arm(body)
    down = (HEAD_HEIGHT - WRIST_HEIGHT - lower * cos(forearm)) / upper  # of the elbow, from the shoulder
    flexion = 90.0 + asin(down)
    return Shapes(
        groups=(
            Group(("wrist.extension",), 90.0 + forearm - PRESSED_DEG - shape.wedge_deg, end=END),
            Group(("shoulder.flexion",), flexion),
            Group(("elbow.flexion",), 180.0 - flexion - forearm),
            Group((), (down - 1.0) * 90.0),  # arms too short; none are too long
        ),
        dislike=(forearm / FOREARM_WEARS_DEG) ** 2,
        drawn={"forearm": forearm, "flexion": flexion},
    )


def head_down_pose(seen: dict[str, float]) -> Pose:
    flexion, forearm = seen["flexion"], seen["forearm"]
    limbs = Limbs(-40.0, 0.0, 0.0, flexion, 180.0 - flexion - forearm, 90.0 + forearm)
    return Pose(limbs, limbs, 180.0, support="floor")


def dip_shapes(shape: Shape, body: Body) -> Shapes:
    """Every bottom of a dip of these bodies (columns [B, 1]): upper arms level, legs hanging."""
    lean = np.linspace(*DIP_LEAN, NODES)[None, :] + 0.0 * body.arm
    upper, lower = _arm(body)
    legs = body.thigh_mass + body.shank_mass + body.foot_mass
    hip_x = -body.trunk * sin(lean)  # from the shoulders
    centre = (
        legs * hip_x
        + body.trunk_mass * hip_x * (1 - body.trunk_centre)
        - body.arm_mass * body.arm_centre * upper
    ) / (legs + body.trunk_mass + body.arm_mass)
    ahead = (centre + upper) / lower  # of the hands from the elbows
    forearm = asin(ahead)
    return Shapes(
        groups=(
            Group(("shoulder.extension",), 90.0 - lean, end=END),
            Group(("elbow.flexion",), np.where(np.abs(ahead) < 1, 90.0 + forearm, NEVER)),
            Group(("hip.flexion",), lean),
        ),
        dislike=(lean / DIP_WEARS_DEG) ** 2,
        drawn={"lean": lean, "forearm": forearm},
    )


def dip_pose(seen: dict[str, float]) -> Pose:
    lean, forearm = seen["lean"], seen["forearm"]
    limbs = Limbs(-40.0, 0.0, lean, lean - 90.0, 90.0 + forearm, 20.0)
    return Pose(limbs, limbs, lean, support="hang")


def _arm(body: Body) -> tuple[Numbers, Numbers]:
    """Upper arm and forearm of this arm, fractions of height."""
    return body.arm * LENGTH["upper_arm"] / TO_GRIP, body.arm * LENGTH["forearm"] / TO_GRIP
