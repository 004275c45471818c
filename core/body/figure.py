"""Forward kinematics: a pose becomes points, implements and arcs to draw. The page draws; it computes none of this.

Coordinates are fractions of standing height, x forward, y up, floor at 0. Directions are degrees from straight down
turning forward and up (0 down, 90 forward, 180 up). Limb lengths are the linkage's (Winter, from memory).
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from core.body.front import front_directions, front_points
from core.body.pose import Pose, between
from core.body.props import implements
from core.body.segments import (
    HALF_HAND,
    HEAD_RADIUS,
    HEEL_BEHIND_ANKLE,
    LENGTH,
    LOWER_TRUNK,
    NECK_LENGTH,
    SEEN_HAND,
    TOE_AHEAD_OF_ANKLE,
    Point,
    toward,
)

FRAMES = 9
BODY_HALF_THICKNESS = 0.045  # of a lying body above the floor


@dataclass(frozen=True, slots=True)
class Arc:
    """A joint motion to mark: centre, where it is measured from, and sweeps in degrees (needed, and what one has)."""

    motion: str
    centre: Point
    start_deg: float
    needed_deg: float
    has_deg: float | None
    sign: int


@dataclass(frozen=True, slots=True)
class Figure:
    """Points by name, the shapes around the body, and the box they fill, all in fractions of height."""

    points: dict[str, Point]
    shapes: tuple[dict, ...]
    box: tuple[float, float, float, float]


def pelvis_lean(pose: Pose) -> float:
    """Lean of the pelvis in degrees: from the flat near foot upward when standing on it, else as catalogued."""
    if pose.support == "feet":
        return pose.near.hip - pose.near.knee + pose.near.ankle + pose.heel
    return pose.lean


def directions(pose: Pose) -> dict[str, float]:
    """Absolute direction of every segment in degrees, far-side names prefixed ``far_``."""
    if pose.view == "front":
        return front_directions(pose)
    lean = pelvis_lean(pose)
    thorax = lean + pose.lumbar - pose.thoracic
    found = {"pelvis": 180 - lean, "thorax": 180 - thorax, "neck": 180 - thorax + pose.neck}
    for prefix, side in (("", pose.near), ("far_", pose.far)):
        thigh = side.hip - lean
        shank = thigh - side.knee
        upper_arm = side.shoulder - thorax
        forearm = upper_arm + side.elbow
        found |= {
            f"{prefix}thigh": thigh,
            f"{prefix}shank": shank,
            f"{prefix}foot": shank + 90 + side.ankle,
            f"{prefix}upper_arm": upper_arm,
            f"{prefix}forearm": forearm,
            f"{prefix}hand": forearm + side.wrist,
        }
    return found


def joint_points(pose: Pose, length: Mapping[str, float] = LENGTH) -> dict[str, Point]:
    """Joint places with the hip at the origin, before the figure is set on the world. ``length``: segments, of height."""
    if pose.view == "front":
        return front_points(pose, length)
    way = directions(pose)
    points: dict[str, Point] = {"hip": (0.0, 0.0)}
    points["waist"] = toward(points["hip"], way["pelvis"], length["trunk"] * LOWER_TRUNK)
    points["shoulder"] = toward(points["waist"], way["thorax"], length["trunk"] * (1 - LOWER_TRUNK))
    points["neck"] = toward(points["shoulder"], way["neck"], NECK_LENGTH)
    points["head"] = toward(points["neck"], way["neck"], HEAD_RADIUS)
    for prefix, side in (("", pose.near), ("far_", pose.far)):
        points[f"{prefix}knee"] = toward(points["hip"], way[f"{prefix}thigh"], length["thigh"] * side.thigh)
        ankle = toward(points[f"{prefix}knee"], way[f"{prefix}shank"], length["shank"] * side.shank)
        sole = toward(ankle, way[f"{prefix}foot"] - 90, length["ankle_height"])
        points[f"{prefix}ankle"] = ankle
        points[f"{prefix}toe"] = toward(sole, way[f"{prefix}foot"], TOE_AHEAD_OF_ANKLE)
        points[f"{prefix}heel"] = toward(sole, way[f"{prefix}foot"], -HEEL_BEHIND_ANKLE)
        points[f"{prefix}elbow"] = toward(points["shoulder"], way[f"{prefix}upper_arm"], length["upper_arm"])
        points[f"{prefix}wrist"] = toward(
            points[f"{prefix}elbow"], way[f"{prefix}forearm"], length["forearm"]
        )
        points[f"{prefix}grip"] = toward(
            points[f"{prefix}wrist"], way[f"{prefix}hand"], length["hand"] * HALF_HAND
        )
        points[f"{prefix}fingers"] = toward(
            points[f"{prefix}wrist"], way[f"{prefix}hand"], length["hand"] * SEEN_HAND
        )
    return points


def draw(pose: Pose, length: Mapping[str, float] = LENGTH) -> Figure:
    """The figure of a pose, standing on the floor or hanging from its bar, with implements and the box it fills."""
    points = joint_points(pose, length)
    lowest = min(
        y
        - (
            BODY_HALF_THICKNESS
            if name in ("hip", "waist", "shoulder")
            else HEAD_RADIUS
            if name == "head"
            else 0.012
        )
        for name, (_, y) in points.items()
    )
    if pose.support == "feet" and pose.view == "front":
        lowest = min(points[name][1] for name in ("heel", "toe", "far_heel", "far_toe"))
    elif pose.support == "feet":
        lowest = min(points["heel"][1], points["toe"][1]) if pose.heel == 0 else points["toe"][1]
    lift = 0.10 if pose.support == "hang" else 0.0
    points = {name: (round(x, 4), round(y - lowest + lift, 4)) for name, (x, y) in points.items()}
    shapes = tuple(implements(pose.props, points))
    xs = [x for x, _ in points.values()] + [x for shape in shapes for x in shape["xs"]]
    ys = [y for _, y in points.values()] + [y for shape in shapes for y in shape["ys"]]
    head_x, head_y = points["head"]
    box = (
        min(*xs, head_x - HEAD_RADIUS),
        0.0,
        max(*xs, head_x + HEAD_RADIUS),
        max(*ys, head_y + HEAD_RADIUS),
    )
    return Figure(points, shapes, tuple(round(side, 4) for side in box))


def frames(start: Pose, end: Pose, count: int = FRAMES) -> tuple[Figure, ...]:
    """``count`` figures from start to end, angle by angle."""
    return tuple(draw(between(start, end, index / (count - 1))) for index in range(count))


# motion -> (joint drawn at, segment the angle is measured from, offset of that direction, sign of growth)
ARC_PLACES = {
    "shoulder.flexion": ("shoulder", "thorax", 180, 1),
    "shoulder.extension": ("shoulder", "thorax", 180, -1),
    "elbow.flexion": ("elbow", "upper_arm", 0, 1),
    "wrist.extension": ("wrist", "forearm", 0, 1),
    "hip.flexion": ("hip", "pelvis", 180, 1),
    "hip.extension": ("hip", "pelvis", 180, -1),
    "hip.flexion-straight-knee": ("hip", "pelvis", 180, 1),
    "knee.flexion": ("knee", "thigh", 0, -1),
    "thoracic.extension": ("waist", "pelvis", 0, 1),
}


def arc(
    pose: Pose, figure: Figure, motion: str, needed_deg: float, has_deg: float | None = None
) -> Arc | None:
    """The arc that marks ``motion`` on a figure, or None for a motion its view cannot show."""
    way = directions(pose)
    if pose.view == "front":
        return _front_arc(pose, figure, way, motion, needed_deg, has_deg)
    leg = "" if abs(pose.near.hip) >= abs(pose.far.hip) or motion != "hip.extension" else "far_"
    if motion == "ankle.dorsiflexion":
        return Arc(motion, figure.points["ankle"], 180.0, needed_deg, has_deg, -1)
    if motion not in ARC_PLACES:
        return None
    joint, segment, offset, sign = ARC_PLACES[motion]
    name = f"{leg}{segment}" if f"{leg}{segment}" in way else segment
    return Arc(motion, figure.points[joint], way[name] + offset, needed_deg, has_deg, sign)


FRONT_ARC_PLACES = {"hip.abduction": ("hip", "pelvis"), "shoulder.abduction": ("shoulder", "thorax")}


def _front_arc(
    pose: Pose, figure: Figure, way: dict[str, float], motion: str, needed_deg: float, has_deg: float | None
) -> Arc | None:
    """Abduction, measured from straight down along the trunk outward, on the side that goes further out."""
    if motion not in FRONT_ARC_PLACES:
        return None
    joint, segment = FRONT_ARC_PLACES[motion]
    near, far = (
        side.hip - side.knee if joint == "hip" else side.shoulder for side in (pose.near, pose.far)
    )  # a straight leg goes out further
    prefix, sign = ("", 1) if near >= far else ("far_", -1)
    return Arc(motion, figure.points[f"{prefix}{joint}"], way[segment] + 180, needed_deg, has_deg, sign)
