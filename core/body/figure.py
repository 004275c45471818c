"""Forward kinematics: a pose becomes points, implements and arcs to draw. The page draws; it computes none of this.

Coordinates are fractions of standing height, x forward, y up, floor at 0. Directions are degrees from straight down
turning forward and up (0 down, 90 forward, 180 up). Limb lengths are the linkage's (Winter, from memory).
"""
from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from core.body.pose import Pose, between
from core.body.segments import HEEL_BEHIND_ANKLE, LENGTH, TOE_AHEAD_OF_ANKLE

Point = tuple[float, float]

NECK_LENGTH = 0.052  # shoulder line to skull base; estimate
HEAD_RADIUS = 0.062  # half of Drillis & Contini's head height, from memory
LOWER_TRUNK = 0.5  # share of the trunk below the bend of the back; estimate
FRAMES = 9
HALF_HAND = 0.5  # the grip sits in the middle of the hand
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


def toward(start: Point, direction_deg: float, length: float) -> Point:
    """The point ``length`` away from ``start`` in a direction."""
    angle = math.radians(direction_deg)
    return (start[0] + length * math.sin(angle), start[1] - length * math.cos(angle))


def pelvis_lean(pose: Pose) -> float:
    """Lean of the pelvis in degrees: from the flat near foot upward when standing on it, else as catalogued."""
    if pose.support == "feet":
        return pose.near.hip - pose.near.knee + pose.near.ankle + pose.heel
    return pose.lean


def directions(pose: Pose) -> dict[str, float]:
    """Absolute direction of every segment in degrees, far-side names prefixed ``far_``."""
    lean = pelvis_lean(pose)
    thorax = lean + pose.lumbar - pose.thoracic
    found = {"pelvis": 180 - lean, "thorax": 180 - thorax, "neck": 180 - thorax + pose.neck}
    for prefix, side in (("", pose.near), ("far_", pose.far)):
        thigh = side.hip - lean
        shank = thigh - side.knee
        upper_arm = side.shoulder - thorax
        forearm = upper_arm + side.elbow
        found |= {
            f"{prefix}thigh": thigh, f"{prefix}shank": shank, f"{prefix}foot": shank + 90 + side.ankle,
            f"{prefix}upper_arm": upper_arm, f"{prefix}forearm": forearm, f"{prefix}hand": forearm + side.wrist,
        }
    return found


def joint_points(pose: Pose, length: Mapping[str, float] = LENGTH) -> dict[str, Point]:
    """Joint places with the hip at the origin, before the figure is set on the world. ``length``: segments, of height."""
    way = directions(pose)
    points: dict[str, Point] = {"hip": (0.0, 0.0)}
    points["waist"] = toward(points["hip"], way["pelvis"], length["trunk"] * LOWER_TRUNK)
    points["shoulder"] = toward(points["waist"], way["thorax"], length["trunk"] * (1 - LOWER_TRUNK))
    points["neck"] = toward(points["shoulder"], way["neck"], NECK_LENGTH)
    points["head"] = toward(points["neck"], way["neck"], HEAD_RADIUS)
    thigh_length = length["thigh"] * pose.thigh_scale
    for prefix in ("", "far_"):
        points[f"{prefix}knee"] = toward(points["hip"], way[f"{prefix}thigh"], thigh_length)
        ankle = toward(points[f"{prefix}knee"], way[f"{prefix}shank"], length["shank"])
        sole = toward(ankle, way[f"{prefix}foot"] - 90, length["ankle_height"])
        points[f"{prefix}ankle"] = ankle
        points[f"{prefix}toe"] = toward(sole, way[f"{prefix}foot"], TOE_AHEAD_OF_ANKLE)
        points[f"{prefix}heel"] = toward(sole, way[f"{prefix}foot"], -HEEL_BEHIND_ANKLE)
        points[f"{prefix}elbow"] = toward(points["shoulder"], way[f"{prefix}upper_arm"], length["upper_arm"])
        points[f"{prefix}wrist"] = toward(points[f"{prefix}elbow"], way[f"{prefix}forearm"], length["forearm"])
        points[f"{prefix}grip"] = toward(points[f"{prefix}wrist"], way[f"{prefix}hand"], length["hand"] * HALF_HAND)
        points[f"{prefix}fingers"] = toward(points[f"{prefix}wrist"], way[f"{prefix}hand"], length["hand"] * 0.8)
    return points


def draw(pose: Pose, length: Mapping[str, float] = LENGTH) -> Figure:
    """The figure of a pose, standing on the floor or hanging from its bar, with implements and the box it fills."""
    points = joint_points(pose, length)
    lowest = min(
        y - (BODY_HALF_THICKNESS if name in ("hip", "waist", "shoulder") else HEAD_RADIUS if name == "head" else 0.012)
        for name, (_, y) in points.items()
    )
    if pose.support == "feet":
        lowest = min(points["heel"][1], points["toe"][1]) if pose.heel == 0 else points["toe"][1]
    lift = 0.10 if pose.support == "hang" else 0.0
    points = {name: (round(x, 4), round(y - lowest + lift, 4)) for name, (x, y) in points.items()}
    shapes = tuple(_implements(pose, points))
    xs = [x for x, _ in points.values()] + [x for shape in shapes for x in shape["xs"]]
    ys = [y for _, y in points.values()] + [y for shape in shapes for y in shape["ys"]]
    head_x, head_y = points["head"]
    box = (min(*xs, head_x - HEAD_RADIUS), 0.0, max(*xs, head_x + HEAD_RADIUS), max(*ys, head_y + HEAD_RADIUS))
    return Figure(points, shapes, tuple(round(side, 4) for side in box))


def frames(start: Pose, end: Pose, count: int = FRAMES) -> tuple[Figure, ...]:
    """``count`` figures from start to end, angle by angle."""
    return tuple(draw(between(start, end, index / (count - 1))) for index in range(count))


# motion -> (joint drawn at, segment the angle is measured from, offset of that direction, sign of growth)
ARC_PLACES = {
    "shoulder.flexion": ("shoulder", "thorax", 180, 1), "shoulder.extension": ("shoulder", "thorax", 180, -1),
    "elbow.flexion": ("elbow", "upper_arm", 0, 1), "wrist.extension": ("wrist", "forearm", 0, 1),
    "hip.flexion": ("hip", "pelvis", 180, 1), "hip.extension": ("hip", "pelvis", 180, -1),
    "hip.flexion-straight-knee": ("hip", "pelvis", 180, 1), "knee.flexion": ("knee", "thigh", 0, -1),
    "thoracic.extension": ("waist", "pelvis", 0, 1),
}


def arc(pose: Pose, figure: Figure, motion: str, needed_deg: float, has_deg: float | None = None) -> Arc | None:
    """The arc that marks ``motion`` on a figure, or None for a motion a side view cannot show."""
    way = directions(pose)
    leg = "" if abs(pose.near.hip) >= abs(pose.far.hip) or motion != "hip.extension" else "far_"
    if motion == "ankle.dorsiflexion":
        return Arc(motion, figure.points["ankle"], 180.0, needed_deg, has_deg, -1)
    if motion not in ARC_PLACES:
        return None
    joint, segment, offset, sign = ARC_PLACES[motion]
    name = f"{leg}{segment}" if f"{leg}{segment}" in way else segment
    return Arc(motion, figure.points[joint], way[name] + offset, needed_deg, has_deg, sign)


def _shape(kind: str, *points: Point, size: float = 0.0) -> dict:
    xs, ys = [x for x, _ in points], [y for _, y in points]
    return {"kind": kind, "at": [[round(x, 4), round(y, 4)] for x, y in points], "size": size,
            "xs": [min(xs) - size, max(xs) + size], "ys": [max(0.0, min(ys) - size), max(ys) + size]}


def _implements(pose: Pose, points: dict[str, Point]) -> list[dict]:
    """Shapes for ``what@where`` props. Unknown words are a catalog error, caught when the catalog loads."""
    shapes = []
    for prop in pose.props:
        what, _, where = prop.partition("@")
        shapes.extend(PROP_DRAWERS[what](points, where))
    return shapes


def _place(points: dict[str, Point], where: str) -> Point:
    shoulder, waist = points["shoulder"], points["waist"]
    back = (shoulder[1] - waist[1], waist[0] - shoulder[0])  # across the thorax, pointing behind
    size = math.hypot(*back) or 1.0
    if where == "back":
        return (shoulder[0] - abs(back[0]) / size * 0.035, shoulder[1] + 0.012)
    if where == "front":
        return (shoulder[0] + abs(back[0]) / size * 0.055, shoulder[1] + 0.02)
    if where == "upper-back":
        return ((shoulder[0] * 2 + waist[0]) / 3, (shoulder[1] * 2 + waist[1]) / 3)
    return points[{"hands": "grip", "hand": "grip", "hand-up": "grip", "far-hand": "far_grip"}.get(where, where)]


def _disc(size: float):
    def drawer(points, where):
        return [_shape("disc", _place(points, where), size=size)]
    return drawer


def _barbell(points, where):
    return [_shape("ring", _place(points, where), size=0.058), _shape("dot", _place(points, where), size=0.014)]


def _stick(points, where):
    if where == "along-arm":
        return [_shape("line", points["grip"], points["shoulder"])]
    return [_shape("dot", _place(points, where), size=0.016)]


def _kettlebell(points, where):
    x, y = _place(points, where)
    drop = -0.062 if where != "hand-up" else 0.05
    return [_shape("handle", (x, y), (x, y + drop)), _shape("disc", (x, y + drop * 1.25), size=0.045)]


def _dumbbell(points, where):
    x, y = _place(points, where)
    return [_shape("thick", (x - 0.05, y), (x + 0.05, y))]


def _box(points, where):
    x, y = points[{"seat": "hip", "feet": "heel", "foot": "heel", "hands": "fingers", "knees": "knee",
                   "elbows": "elbow", "far-foot": "far_ankle"}[where]]
    top = y - (0.045 if where == "seat" else 0.014)
    centre = x + (0.05 if where in ("feet", "foot") else 0.02 if where == "elbows" else 0.0)
    return [_shape("rect", (centre - 0.15, 0.0), (centre + 0.15, max(0.05, top)))]


def _bench(points, where):
    x0, x1 = sorted((points["hip"][0], points["neck"][0]))
    return [_shape("rect", (x0 - 0.04, 0.0), (x1 + 0.06, max(0.06, min(points["hip"][1], points["shoulder"][1]) - 0.05)))]


def _wall(points, where):
    xs = [x for x, _ in points.values()]
    x = max(xs) + 0.03 if where == "front" else min(xs) - 0.03
    if where in points:
        x = points[where][0] + (0.02 if points[where][0] > points["hip"][0] else -0.02)
    return [_shape("wall", (x, 0.0), (x, 1.05))]


def _roller(points, where):
    x, y = _place(points, where)
    return [_shape("ring", (x, max(0.045, y - 0.09)), size=0.045)]


def _overhead_bar(points, where):
    x, y = points["grip"]
    return [_shape("dot", (x, y), size=0.02), _shape("post", (x, y), (x, y + 0.06))]


def _rings(points, where):
    x, y = points["grip"]
    return [_shape("ring", (x, y), size=0.03), _shape("line", (x, y + 0.03), (x, y + 0.22))]


def _band(points, where):
    hand, how = points["grip"], where
    anchors = {"above": (hand[0] + 0.16, max(hand[1] + 0.2, 1.0)), "front": (hand[0] + 0.3, hand[1]),
               "behind": (hand[0] - 0.3, hand[1]), "floor": (hand[0], 0.0)}
    if how == "ankle":
        x, y = points["ankle"]
        return [_shape("band", (x, y + 0.02), (x - 0.3, y + 0.02))]
    if how == "knees":
        return [_shape("band", points["knee"], points["far_knee"]), _shape("dot", points["knee"], size=0.02)]
    if how == "between-hands":
        return [_shape("band", hand, points["far_grip"])]
    return [_shape("band", hand, anchors[how])]


def _machine(points, where):
    x, y = points["toe"]
    hip = points["hip"]
    return [_shape("line", (hip[0] - 0.12, hip[1] - 0.05), (x + 0.06, hip[1] - 0.05)),
            _shape("ring", (x + 0.17, 0.12), size=0.1), _shape("band", points["grip"], (x + 0.17, 0.2)),
            _shape("rect", (hip[0] - 0.07, hip[1] - 0.07), (hip[0] + 0.07, hip[1] - 0.045))]


def _rope(points, where):
    x, y = points["grip"]
    return [_shape("loop", (x, y), (points["hip"][0], 0.0))]


def _sandbag(points, where):
    shoulder, waist = points["shoulder"], points["waist"]
    if where == "hands":
        x, y = points["grip"]
        return [_shape("disc", (x, max(0.085, y - 0.05)), size=0.085)]
    return [_shape("disc", ((shoulder[0] + waist[0]) / 2 + 0.13, (shoulder[1] * 2 + waist[1]) / 3 - 0.04), size=0.085)]


def _climbing_rope(points, where):
    x, y = points["grip"]
    return [_shape("line", (x, 0.0), (x, y + 0.22))]


def _sled(points, where):
    x, y = points["grip"]
    if where == "pulled":
        return [_shape("band", (x, y), (x + 0.3, 0.1)), _shape("rect", (x + 0.28, 0.0), (x + 0.5, 0.1))]
    return [_shape("line", (x, y + 0.04), (x + 0.02, 0.05)), _shape("rect", (x - 0.02, 0.0), (x + 0.26, 0.07))]


def _bike(points, where):
    hip, grip = points["hip"], points["grip"]
    crank = ((points["toe"][0] + points["far_toe"][0]) / 2, (points["toe"][1] + points["far_toe"][1]) / 2)
    return [_shape("line", (hip[0], hip[1] - 0.05), crank), _shape("line", crank, (grip[0] - 0.02, grip[1])), _shape("ring", (grip[0] + 0.06, 0.15), size=0.15),
            _shape("rect", (hip[0] - 0.06, hip[1] - 0.065), (hip[0] + 0.06, hip[1] - 0.045))]


def _wheels(points, where):
    x, y = points["hip"]
    return [_shape("ring", (x - 0.01, 0.17), size=0.17)]


PROP_DRAWERS = {
    "sandbag": _sandbag, "climbing-rope": _climbing_rope, "sled": _sled, "bike": _bike, "wheels": _wheels,
    "barbell": _barbell, "stick": _stick, "kettlebell": _kettlebell, "dumbbell": _dumbbell, "plate": _disc(0.05),
    "medicine-ball": _disc(0.075), "small-ball": _disc(0.025), "box": _box, "bench": _bench, "wall": _wall,
    "roller": _roller, "bar": _overhead_bar, "rings": _rings, "band": _band, "machine": _machine, "rope": _rope,
}
