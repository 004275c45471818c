"""Implements, floor, wall, bar, rings, boxes: shapes for ``what@where`` props, placed by the figure's own points."""

from __future__ import annotations

import math
from collections.abc import Sequence

Point = tuple[float, float]


def implements(props: Sequence[str], points: dict[str, Point]) -> list[dict]:
    """Shapes for ``what@where`` props. Unknown words are a catalog error, caught when the catalog loads."""
    shapes = []
    for prop in props:
        what, _, where = prop.partition("@")
        shapes.extend(PROP_DRAWERS[what](points, where))
    return shapes


def _shape(kind: str, *points: Point, size: float = 0.0) -> dict:
    xs, ys = [x for x, _ in points], [y for _, y in points]
    return {
        "kind": kind,
        "at": [[round(x, 4), round(y, 4)] for x, y in points],
        "size": size,
        "xs": [min(xs) - size, max(xs) + size],
        "ys": [max(0.0, min(ys) - size), max(ys) + size],
    }


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
    return points[
        {"hands": "grip", "hand": "grip", "hand-up": "grip", "far-hand": "far_grip"}.get(where, where)
    ]


def _disc(size: float):
    def drawer(points, where):
        return [_shape("disc", _place(points, where), size=size)]

    return drawer


def _barbell(points, where):
    return [
        _shape("ring", _place(points, where), size=0.058),
        _shape("dot", _place(points, where), size=0.014),
    ]


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
    x, y = points[
        {
            "seat": "hip",
            "feet": "heel",
            "foot": "heel",
            "hands": "fingers",
            "knees": "knee",
            "elbows": "elbow",
            "far-foot": "far_ankle",
        }[where]
    ]
    top = y - (0.045 if where == "seat" else 0.014)
    centre = x + (0.05 if where in ("feet", "foot") else 0.02 if where == "elbows" else 0.0)
    return [_shape("rect", (centre - 0.15, 0.0), (centre + 0.15, max(0.05, top)))]


def _bench(points, where):
    x0, x1 = sorted((points["hip"][0], points["neck"][0]))
    return [
        _shape(
            "rect",
            (x0 - 0.04, 0.0),
            (x1 + 0.06, max(0.06, min(points["hip"][1], points["shoulder"][1]) - 0.05)),
        )
    ]


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
    return [
        _shape("post", (x, y), (x, y + 0.085)),
        _shape("post", (x - 0.12, y + 0.085), (x + 0.12, y + 0.085)),
        _shape("dot", (x, y), size=0.026),
    ]


def _rings(points, where):
    x, y = points["grip"]
    return [_shape("ring", (x, y), size=0.03), _shape("line", (x, y + 0.03), (x, y + 0.22))]


def _band(points, where):
    hand, how = points["grip"], where
    anchors = {
        "above": (hand[0] + 0.16, max(hand[1] + 0.2, 1.0)),
        "front": (hand[0] + 0.3, hand[1]),
        "behind": (hand[0] - 0.3, hand[1]),
        "floor": (hand[0], 0.0),
    }
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
    return [
        _shape("line", (hip[0] - 0.12, hip[1] - 0.05), (x + 0.06, hip[1] - 0.05)),
        _shape("ring", (x + 0.17, 0.12), size=0.1),
        _shape("band", points["grip"], (x + 0.17, 0.2)),
        _shape("rect", (hip[0] - 0.07, hip[1] - 0.07), (hip[0] + 0.07, hip[1] - 0.045)),
    ]


def _rope(points, where):
    x, y = points["grip"]
    return [_shape("loop", (x, y), (points["hip"][0], 0.0))]


def _sandbag(points, where):
    shoulder, waist = points["shoulder"], points["waist"]
    if where == "hands":
        x, y = points["grip"]
        return [_shape("disc", (x, max(0.085, y - 0.05)), size=0.085)]
    return [
        _shape(
            "disc", ((shoulder[0] + waist[0]) / 2 + 0.13, (shoulder[1] * 2 + waist[1]) / 3 - 0.04), size=0.085
        )
    ]


def _climbing_rope(points, where):
    x, y = points["grip"]
    return [_shape("line", (x, 0.0), (x, y + 0.22))]


def _sled(points, where):
    x, y = points["grip"]
    if where == "pulled":
        return [_shape("band", (x, y), (x + 0.3, 0.1)), _shape("rect", (x + 0.28, 0.0), (x + 0.5, 0.1))]
    return [
        _shape("line", (x, y + 0.04), (x + 0.02, 0.05)),
        _shape("rect", (x - 0.02, 0.0), (x + 0.26, 0.07)),
    ]


def _bike(points, where):
    hip, grip = points["hip"], points["grip"]
    crank = ((points["toe"][0] + points["far_toe"][0]) / 2, (points["toe"][1] + points["far_toe"][1]) / 2)
    return [
        _shape("line", (hip[0], hip[1] - 0.05), crank),
        _shape("line", crank, (grip[0] - 0.02, grip[1])),
        _shape("ring", (grip[0] + 0.06, 0.15), size=0.15),
        _shape("rect", (hip[0] - 0.06, hip[1] - 0.065), (hip[0] + 0.06, hip[1] - 0.045)),
    ]


def _wheels(points, where):
    x, y = points["hip"]
    return [_shape("ring", (x - 0.01, 0.17), size=0.17)]


PROP_DRAWERS = {
    "sandbag": _sandbag,
    "climbing-rope": _climbing_rope,
    "sled": _sled,
    "bike": _bike,
    "wheels": _wheels,
    "barbell": _barbell,
    "stick": _stick,
    "kettlebell": _kettlebell,
    "dumbbell": _dumbbell,
    "plate": _disc(0.05),
    "medicine-ball": _disc(0.075),
    "small-ball": _disc(0.025),
    "box": _box,
    "bench": _bench,
    "wall": _wall,
    "roller": _roller,
    "bar": _overhead_bar,
    "rings": _rings,
    "band": _band,
    "machine": _machine,
    "rope": _rope,
}
