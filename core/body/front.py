"""Figures seen from the front: abduction, side bends, wide stances. The near side is drawn on the viewer's
right.

Angles of a front pose: hip and shoulder are abduction (outward positive), knee and elbow turn the next
segment on (knee inward, elbow upward and inward), lean and lumbar bend toward the near side. Bent limbs come
toward the viewer, so they show shorter: ``thigh`` and ``shank`` give the share seen.
"""

from __future__ import annotations

from collections.abc import Mapping

from core.body.pose import Pose
from core.body.segments import (
    HALF_PELVIS,
    HALF_SHOULDERS,
    HEAD_RADIUS,
    LENGTH,
    LOWER_TRUNK,
    NECK_LENGTH,
    Point,
    put_arm,
    toward,
)

COLLAR_RISE = 0.026  # of the collar above the line between the shoulder joints; estimate
FOOT_IN, FOOT_OUT = 0.014, 0.050  # of a foot turned out a little, seen from the front; estimate
SIDES = (("", 1), ("far_", -1))


def front_directions(pose: Pose) -> dict[str, float]:
    """Absolute direction of every segment in degrees, far-side names prefixed ``far_``."""
    thorax = pose.lean + pose.lumbar
    way = {"pelvis": 180 - pose.lean, "thorax": 180 - thorax, "neck": 180 - thorax + pose.neck}
    for prefix, sign in SIDES:
        side = pose.near if sign > 0 else pose.far
        thigh = sign * side.hip - pose.lean
        upper_arm = sign * side.shoulder - thorax
        forearm = upper_arm + sign * side.elbow
        way |= {
            f"{prefix}thigh": thigh,
            f"{prefix}shank": thigh - sign * side.knee,
            f"{prefix}upper_arm": upper_arm,
            f"{prefix}forearm": forearm,
            f"{prefix}hand": forearm + sign * side.wrist,
        }
    return way


def front_points(pose: Pose, length: Mapping[str, float] = LENGTH) -> dict[str, Point]:
    """Joint places with the middle of the pelvis at the origin. Feet that stand are flat on the floor,
    else in line with the leg."""
    way = front_directions(pose)
    middle: Point = (0.0, 0.0)
    points: dict[str, Point] = {"waist": toward(middle, way["pelvis"], length["trunk"] * LOWER_TRUNK)}
    chest = toward(points["waist"], way["thorax"], length["trunk"] * (1 - LOWER_TRUNK))
    points["neck"] = toward(chest, way["neck"], COLLAR_RISE + NECK_LENGTH)
    points["head"] = toward(points["neck"], way["neck"], HEAD_RADIUS)
    for prefix, sign in SIDES:
        side = pose.near if sign > 0 else pose.far
        points[f"{prefix}hip"] = toward(middle, way["pelvis"] - 90, sign * HALF_PELVIS)
        points[f"{prefix}shoulder"] = toward(chest, way["thorax"] - 90, sign * HALF_SHOULDERS)
        points[f"{prefix}knee"] = toward(
            points[f"{prefix}hip"], way[f"{prefix}thigh"], length["thigh"] * side.thigh
        )
        ankle = toward(points[f"{prefix}knee"], way[f"{prefix}shank"], length["shank"] * side.shank)
        down = 0.0 if pose.support == "feet" else way[f"{prefix}shank"]
        sole = toward(ankle, down, length["ankle_height"])
        points[f"{prefix}ankle"] = ankle
        points[f"{prefix}toe"] = toward(sole, down + 90, sign * FOOT_OUT)
        points[f"{prefix}heel"] = toward(sole, down + 90, -sign * FOOT_IN)
        put_arm(points, prefix, way, length)
    return points
