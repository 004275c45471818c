"""Segment lengths as fractions of height; masses and centres are in core/posture/body.py.

Source: Winter, *Biomechanics and Motor Control of Human Movement*, after Dempster and Drillis & Contini (from
memory). Limitations: adult averages; a tape measure beats them.
"""

import math
from collections.abc import Mapping

Point = tuple[float, float]  # x forward (or to the viewer's right), y up, fractions of height

LENGTH = {  # fraction of standing height
    "ankle_height": 0.039,
    "shank": 0.246,
    "thigh": 0.245,
    "trunk": 0.288,
    "upper_arm": 0.186,
    "forearm": 0.146,
    "hand": 0.108,
    "foot": 0.152,
}
HEEL_BEHIND_ANKLE = 0.040  # fraction of height; estimate
TOE_AHEAD_OF_ANKLE = 0.112  # foot length 0.152 less the heel
HALF_PELVIS = 0.0955  # half of 0.191 between the hip joints, Winter, from memory
HALF_SHOULDERS = 0.1295  # half of 0.259 between the shoulders, Winter, from memory
NECK_LENGTH = 0.052  # shoulder line to skull base; estimate
HEAD_RADIUS = 0.062  # half of Drillis & Contini's head height, from memory
LOWER_TRUNK = 0.5  # share of the trunk below the bend of the back; estimate
HALF_HAND = 0.5  # the grip sits in the middle of the hand
SEEN_HAND = 0.8  # of the hand that a half-open one shows; estimate


def put_arm(
    points: dict[str, Point], prefix: str, way: Mapping[str, float], length: Mapping[str, float]
) -> None:
    """Put one arm on the points, from its shoulder by the directions of its segments to the fingers."""
    shoulder = points.get(f"{prefix}shoulder", points["shoulder"])
    elbow = toward(shoulder, way[f"{prefix}upper_arm"], length["upper_arm"])
    wrist = toward(elbow, way[f"{prefix}forearm"], length["forearm"])
    hand = way[f"{prefix}hand"]
    points[f"{prefix}elbow"] = elbow
    points[f"{prefix}wrist"] = wrist
    points[f"{prefix}grip"] = toward(wrist, hand, length["hand"] * HALF_HAND)
    points[f"{prefix}fingers"] = toward(wrist, hand, length["hand"] * SEEN_HAND)


def toward(start: Point, direction_deg: float, length: float) -> Point:
    """The point ``length`` away from ``start``; directions are degrees from straight down turning forward
    and up."""
    angle = math.radians(direction_deg)
    return (start[0] + length * math.sin(angle), start[1] - length * math.cos(angle))
