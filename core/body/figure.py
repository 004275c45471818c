"""Forward kinematics: a pose becomes points, implements and arcs to draw. The page draws; it computes none of
this.

Coordinates are fractions of standing height, x forward, y up, floor at 0. Directions are degrees from
straight down turning forward and up (0 down, 90 forward, 180 up). Limb lengths are the linkage's (Winter,
from memory).
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import NamedTuple

from core.body.front import front_directions, front_points
from core.body.pose import Limbs, Pose, between
from core.body.props import Shape, implements
from core.body.segments import (
    HEAD_RADIUS,
    HEEL_BEHIND_ANKLE,
    LENGTH,
    LOWER_TRUNK,
    NECK_LENGTH,
    TOE_AHEAD_OF_ANKLE,
    Point,
    put_arm,
    toward,
)

FRAMES = 9
HANGING_LIFT = 0.10  # of the feet of who hangs above the floor
LIMB_HALF_THICKNESS = 0.012
HALF_THICKNESS = {  # of a lying body above the floor, by point
    "hip": 0.045,
    "waist": 0.045,
    "shoulder": 0.045,
    "head": HEAD_RADIUS,
}


@dataclass(frozen=True, slots=True)
class Arc:
    """A joint motion to mark: centre, where it is measured from, and sweeps in degrees (needed, and what
    one has)."""

    motion: str
    centre: Point
    start_deg: float
    needed_deg: float
    has_deg: float | None
    sign: int


class Box(NamedTuple):
    """The space a figure fills, fractions of height."""

    left: float
    bottom: float
    right: float
    top: float


@dataclass(frozen=True, slots=True)
class Figure:
    """Points by name, the shapes around the body, and the box they fill, all in fractions of height."""

    points: dict[str, Point]
    shapes: tuple[Shape, ...]
    box: Box


def pelvis_lean(pose: Pose) -> float:
    """Lean of the pelvis in degrees: from the flat near foot upward when standing on it, else as
    catalogued."""
    if pose.support == "feet":
        return pose.near.hip - pose.near.knee + pose.near.ankle + pose.heel
    return pose.lean


def directions(pose: Pose) -> dict[str, float]:
    """Absolute direction of every segment in degrees, far-side names prefixed ``far_``."""
    if pose.view == "front":
        return front_directions(pose)
    lean = pelvis_lean(pose)
    thorax = lean + pose.lumbar - pose.thoracic
    way = {"pelvis": 180 - lean, "thorax": 180 - thorax, "neck": 180 - thorax + pose.neck}
    for prefix, side in (("", pose.near), ("far_", pose.far)):
        thigh = side.hip - lean
        shank = thigh - side.knee
        upper_arm = side.shoulder - thorax
        forearm = upper_arm + side.elbow
        way |= {
            f"{prefix}thigh": thigh,
            f"{prefix}shank": shank,
            f"{prefix}foot": shank + 90 + side.ankle,
            f"{prefix}upper_arm": upper_arm,
            f"{prefix}forearm": forearm,
            f"{prefix}hand": forearm + side.wrist,
        }
    return way


def joint_points(pose: Pose, length: Mapping[str, float] = LENGTH) -> dict[str, Point]:
    """Joint places with the hip at the origin, before the figure is set on the world. ``length``:
    segments, of height."""
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
        put_arm(points, prefix, way, length)
    return points


def draw(pose: Pose, length: Mapping[str, float] = LENGTH) -> Figure:
    """The figure of a pose, standing on the floor or hanging from its bar, with implements and the box it
    fills."""
    joints = joint_points(pose, length)
    lift = (HANGING_LIFT if pose.support == "hang" else 0.0) - _lowest(pose, joints)
    points = {name: (round(x, 4), round(y + lift, 4)) for name, (x, y) in joints.items()}
    shapes = implements(pose.props, points)
    return Figure(points, shapes, _box(points, shapes))


def _lowest(pose: Pose, points: Mapping[str, Point]) -> float:
    """The height that is to stand on the floor: the soles of who stands, else the lowest part of the body."""
    if pose.support == "feet" and pose.view == "front":
        return min(points[name][1] for name in ("heel", "toe", "far_heel", "far_toe"))
    if pose.support == "feet":
        toe = points["toe"][1]
        return min(points["heel"][1], toe) if pose.heel == 0 else toe
    return min(y - HALF_THICKNESS.get(name, LIMB_HALF_THICKNESS) for name, (_, y) in points.items())


def _box(points: Mapping[str, Point], shapes: Sequence[Shape]) -> Box:
    head_x, head_y = points["head"]
    xs, ys = [x for x, _ in points.values()], [y for _, y in points.values()]
    sides = (
        min(*xs, *(shape.left for shape in shapes), head_x - HEAD_RADIUS),
        0.0,
        max(*xs, *(shape.right for shape in shapes), head_x + HEAD_RADIUS),
        max(*ys, *(shape.top for shape in shapes), head_y + HEAD_RADIUS),
    )
    return Box(*(round(side, 4) for side in sides))


def frames(start: Pose, end: Pose, count: int = FRAMES) -> tuple[Figure, ...]:
    """``count`` figures from start to end, angle by angle."""
    return tuple(draw(between(start, end, index / (count - 1))) for index in range(count))


class ArcPlace(NamedTuple):
    """Where a motion's arc is drawn: at a joint, from a segment's direction plus an offset, growing this
    way."""

    joint: str
    segment: str
    offset_deg: float = 0.0
    sign: int = 1


ARC_PLACES = {
    "shoulder.flexion": ArcPlace("shoulder", "thorax", 180),
    "shoulder.extension": ArcPlace("shoulder", "thorax", 180, -1),
    "elbow.flexion": ArcPlace("elbow", "upper_arm"),
    "wrist.extension": ArcPlace("wrist", "forearm"),
    "hip.flexion": ArcPlace("hip", "pelvis", 180),
    "hip.extension": ArcPlace("hip", "pelvis", 180, -1),
    "hip.flexion-straight-knee": ArcPlace("hip", "pelvis", 180),
    "knee.flexion": ArcPlace("knee", "thigh", sign=-1),
    "thoracic.extension": ArcPlace("waist", "pelvis"),
}
FRONT_ARC_PLACES = {
    "hip.abduction": ArcPlace("hip", "pelvis", 180),
    "shoulder.abduction": ArcPlace("shoulder", "thorax", 180),
}
PLUMB_DEG = 180.0  # straight up, from which the shin's lean is measured


def arc(
    pose: Pose, figure: Figure, motion: str, needed_deg: float, has_deg: float | None = None
) -> Arc | None:
    """The arc that marks ``motion`` on a figure, or None for a motion its view cannot show."""
    if pose.view == "front":
        return _front_arc(pose, figure, motion, needed_deg, has_deg)
    if motion == "ankle.dorsiflexion":
        return Arc(
            motion=motion,
            centre=figure.points["ankle"],
            start_deg=PLUMB_DEG,
            needed_deg=needed_deg,
            has_deg=has_deg,
            sign=-1,
        )
    place = ARC_PLACES.get(motion)
    if place is None:
        return None
    start_deg = directions(pose)[place.segment] + place.offset_deg
    return Arc(
        motion=motion,
        centre=figure.points[place.joint],
        start_deg=start_deg,
        needed_deg=needed_deg,
        has_deg=has_deg,
        sign=place.sign,
    )


def _front_arc(
    pose: Pose, figure: Figure, motion: str, needed_deg: float, has_deg: float | None
) -> Arc | None:
    """Abduction, measured from straight down along the trunk outward, on the side that goes further out."""
    place = FRONT_ARC_PLACES.get(motion)
    if place is None:
        return None
    near, far = (_outward(side, place.joint) for side in (pose.near, pose.far))
    prefix, sign = ("", 1) if near >= far else ("far_", -1)
    start_deg = directions(pose)[place.segment] + place.offset_deg
    return Arc(
        motion=motion,
        centre=figure.points[f"{prefix}{place.joint}"],
        start_deg=start_deg,
        needed_deg=needed_deg,
        has_deg=has_deg,
        sign=sign,
    )


def _outward(side: Limbs, joint: str) -> float:
    """How far out a limb goes; a straight leg goes out further."""
    return side.hip - side.knee if joint == "hip" else side.shoulder
