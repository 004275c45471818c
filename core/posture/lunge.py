"""Feet apart: the lunge, the rear knee just off the floor or higher in a split, the rear foot on its toes or
on a bench; and the step-up, one foot on the box.

Along the nodes of a lunge the front shank goes from a little back to far forward; the hips follow, as both
thighs are given. Along those of a step-up the straight rear leg goes from upright to far over its foot. The
trunk's lean is free: forward it spares the rear hip and costs the front one.

Limitations: sagittal plane, both feet pointing ahead, thighs of one length; the centre lies between the
feet at every lean allowed, so balance asks nothing more (a test looks).
"""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from core.body.pose import Limbs, Pose
from core.posture.body import Body
from core.posture.degrees import Numbers, acos, asin, atan2, cos, sin
from core.posture.links import two_links
from core.posture.shape import Shape
from core.posture.shapes import NEVER, Group, Pieces, Shapes, in_pieces
from core.posture.squat import trunk_groups
from core.posture.toes import ANKLE_AHEAD, ANKLE_HEIGHT, toes_group

KNEE_CLEAR = 0.02  # rear knee above the floor, fraction of height; estimate
INSTEP_HEIGHT = 0.03  # of the ankle above the bench its instep lies on, fraction of height; estimate
INSTEP_DEG = -50.0  # of that foot, for drawing
SHANK_LIMITS = (-10.0, 55.0)  # of the front shank from upright, degrees; estimate
LEAN_LIMITS = (-10.0, 15.0)  # torso up: common practice; the numbers are estimates
LEAN_WEARS_DEG = 10.0  # discomfort: a lean of this costs one
SHANK_WEARS_DEG = 25.0  # and so does a front knee this far ahead of its ankle
END = 3.0
STEP_UP_AHEAD = 0.17  # front ankle ahead of the rear one, foot on the box; fraction of height, estimate
STEP_UP_LEAN = (-5.0, 60.0)
STEP_UP_MOST_DEG = 20.0  # of the rear leg over its foot


def steps_over(distance_m: float, step_length_m: float) -> int:
    """Whole steps it takes to cover a distance. Raises ValueError for lengths that are not above 0."""
    if distance_m <= 0 or step_length_m <= 0:
        raise ValueError(f"distance {distance_m} m in steps of {step_length_m} m: expected both above 0")
    return math.ceil(distance_m / step_length_m - 1e-9)


def longest_step_m(body: Body, shape: Shape | None = None) -> float:
    """The longest step these legs can make with the rear knee as low as the lunge has it: both thighs in one
    line."""
    rear = _rear(shape or Shape(family="lunge"), body)
    up = body.ankle_height - rear.knee + body.shank * cos(SHANK_LIMITS[0])
    ahead = math.sqrt(4 * body.thigh**2 - up**2) - body.shank * sin(SHANK_LIMITS[0])
    return float((ahead + rear.ahead) * body.height_m)


def lunge_shapes(shape: Shape, body: Body) -> Pieces:
    """Every lunge of these bodies (columns [B, 1]) at this step; none where the legs do not step so far."""
    rear = _rear(shape, body)
    across = shape.step_length_m / body.height_m - rear.ahead  # rear knee to front ankle
    up = body.ankle_height - rear.knee
    # both thighs in one line, at which the front shank can go no further: closed form
    reach = (4 * body.thigh**2 - across**2 - up**2 - body.shank**2) / (2 * body.shank * np.hypot(across, up))
    furthest = np.where(reach < 1, asin(reach) - atan2(up, across), 90.0)
    low, high = SHANK_LIMITS
    top = np.clip(furthest - 1e-6, low + 1e-3, high)
    return in_pieces(lambda shank: _lunges(shape, shank, furthest > low, (across, up), body), low, top)


def _lunges(
    shape: Shape,
    shank: Numbers,
    possible: NDArray[np.bool_],
    ankle: tuple[Numbers, Numbers],
    body: Body,
) -> Shapes:
    """Lunges with these front shanks; ankle: the front one from the rear knee."""
    across, up = ankle
    knee = (across + body.shank * sin(shank), up + body.shank * cos(shank))  # front, seen from the rear one
    span = np.hypot(*knee)
    half_open = acos(span / 2 / body.thigh)  # between a thigh and the line through both knees
    line = atan2(knee[0], knee[1])  # that line from straight up
    rear = line - half_open  # rear thigh ahead of straight up: how far that hip opens
    front = 180.0 - line - half_open  # front thigh from straight down
    drop = _rear(shape, body).drop
    groups = [
        Group(("hip.extension",), np.where(possible, rear, NEVER), slope=-1.0),
        Group(("hip.flexion",), front, slope=1.0),
        Group(("knee.flexion",), np.maximum(front + shank, 90.0 + drop - rear)),
        Group(("ankle.dorsiflexion",), shank, end=END),
        *trunk_groups(shape, shank),
    ]
    if not shape.rear_foot_m:
        groups.append(toes_group(drop + 0.0 * shank))
    return Shapes(
        groups=tuple(groups),
        dislike=(shank / SHANK_WEARS_DEG) ** 2,
        low=np.full_like(shank, LEAN_LIMITS[0]),
        high=np.full_like(shank, LEAN_LIMITS[1]),
        prefers=np.zeros_like(shank),
        weighs=1 / LEAN_WEARS_DEG**2,
        drawn={"shank": shank, "front": front, "rear": rear},
    )


def lunge_pose(shape: Shape, seen: dict[str, float], lean_deg: float, body: Body) -> Pose:
    drop = float(_rear(shape, body).drop)
    shank, front, rear = seen["shank"], seen["front"], seen["rear"]
    foot = INSTEP_DEG if shape.rear_foot_m else max(drop, 0.0)
    return Pose(
        Limbs(shank, front + shank, front + lean_deg), Limbs(foot, 90.0 + drop - rear, lean_deg - rear)
    )


def step_up_shapes(shape: Shape, body: Body) -> Pieces:
    """Every way these bodies (columns [B, 1]) stand with one foot on the box and the other flat behind it."""
    upright = 0.0 * body.thigh
    return in_pieces(lambda rear: _step_ups(shape, rear, body), upright, upright + STEP_UP_MOST_DEG)


def _from_the_box(shape: Shape, rear: Numbers, body: Body) -> tuple[Numbers, Numbers]:
    """The hips from the front ankle, the rear leg straight and so far over its foot."""
    leg = body.shank + body.thigh
    return leg * sin(rear) - STEP_UP_AHEAD, leg * cos(rear) - shape.box_height_m / body.height_m


def _step_ups(shape: Shape, rear: Numbers, body: Body) -> Shapes:
    hips = _from_the_box(shape, rear, body)
    shank, knee = two_links(hips, body.shank, body.thigh)
    possible = np.hypot(*hips) < body.shank + body.thigh
    groups = [
        Group(("hip.flexion",), np.where(possible, knee - shank, NEVER), slope=1.0),
        Group(("hip.extension",), rear, slope=-1.0),
        Group(("knee.flexion",), knee),
        Group(("ankle.dorsiflexion",), np.maximum(shank, rear), end=END),
        *trunk_groups(shape, rear),
    ]
    return Shapes(
        groups=tuple(groups),
        dislike=(rear / LEAN_WEARS_DEG) ** 2,
        low=np.full_like(rear, STEP_UP_LEAN[0]),
        high=np.full_like(rear, STEP_UP_LEAN[1]),
        prefers=np.zeros_like(rear),
        weighs=1 / (2 * LEAN_WEARS_DEG) ** 2,
        drawn={"shank": shank, "front": knee - shank, "rear": rear},
    )


def step_up_pose(seen: dict[str, float], lean_deg: float) -> Pose:
    """The near foot is on the box; the other stands."""
    shank, front, rear = seen["shank"], seen["front"], seen["rear"]
    near, far = Limbs(shank, front + shank, front + lean_deg), Limbs(rear, 0.0, lean_deg - rear)
    return Pose(near, far, lean_deg, support="floor")


class _Rear(NamedTuple):
    """The rear shank: how far it slopes down from ankle to knee, how high its knee is above the floor and how
    far ahead of where its ankle stood flat (or lies on a bench), fractions of height."""

    drop: Numbers
    knee: Numbers
    ahead: Numbers


def _rear(shape: Shape, body: Body) -> _Rear:
    on_a_bench = shape.rear_foot_m > 0
    ankle = shape.rear_foot_m / body.height_m + INSTEP_HEIGHT if on_a_bench else ANKLE_HEIGHT
    knee = np.maximum(KNEE_CLEAR + shape.rear_knee_m / body.height_m, ankle - body.shank)
    drop = asin((ankle - knee) / body.shank)
    return _Rear(drop, knee, body.shank * cos(drop) + (0.0 if on_a_bench else ANKLE_AHEAD))
