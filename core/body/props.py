"""Implements, floor, wall, bar, rings, boxes: shapes for ``what@where`` props, placed by the figure's own
points.

Each kind of prop says where it can be; ``prop_fault`` finds a prop that could not be drawn, so that a catalog
row that loads can be.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from typing import Literal, NamedTuple

from core.body.segments import Point

ShapeKind = Literal["disc", "ring", "dot", "line", "handle", "thick", "rect", "wall", "post", "band", "loop"]


@dataclass(frozen=True, slots=True)
class Shape:
    """Something drawn beside the body: its points and, for round ones, its radius; fractions of height."""

    kind: ShapeKind
    at: tuple[Point, ...]
    size: float = 0.0

    @property
    def left(self) -> float:
        return min(x for x, _ in self.at) - self.size

    @property
    def right(self) -> float:
        return max(x for x, _ in self.at) + self.size

    @property
    def top(self) -> float:
        return max(y for _, y in self.at) + self.size


Points = Mapping[str, Point]
Drawer = Callable[[Points, str], list[Shape]]


def implements(props: Iterable[str], points: Points) -> tuple[Shape, ...]:
    """Shapes for ``what@where`` props. Raises KeyError for a prop that ``prop_fault`` finds fault with."""
    shapes: list[Shape] = []
    for prop in props:
        what, _, where = prop.partition("@")
        shapes.extend(PROPS[what].draw(points, where))
    return tuple(shapes)


def prop_fault(prop: str) -> str | None:
    """What was expected in place of a prop that cannot be drawn; None for one that can."""
    what, _, where = prop.partition("@")
    if what not in PROPS:
        return f"a prop that exists: {', '.join(sorted(PROPS))}"
    places = PROPS[what].places
    return None if where in places else f"{what}@ one of {', '.join(sorted(places))}"


def _shape(kind: ShapeKind, *points: Point, size: float = 0.0) -> Shape:
    return Shape(kind, tuple((round(x, 4), round(y, 4)) for x, y in points), size)


def _spot(points: Points, where: str) -> Point:
    """The point of the figure that a place names."""
    if where in ("back", "front", "upper-back"):
        return _on_the_trunk(points, where)
    return points[POINT_OF.get(where, where)]


def _on_the_trunk(points: Points, where: str) -> Point:
    shoulder, waist = points["shoulder"], points["waist"]
    across = (shoulder[1] - waist[1], waist[0] - shoulder[0])  # across the thorax, pointing behind
    sideways = abs(across[0]) / (math.hypot(*across) or 1.0)
    if where == "back":
        return shoulder[0] - sideways * 0.035, shoulder[1] + 0.012
    if where == "front":
        return shoulder[0] + sideways * 0.055, shoulder[1] + 0.02
    return (shoulder[0] * 2 + waist[0]) / 3, (shoulder[1] * 2 + waist[1]) / 3


def _disc(size: float) -> Drawer:
    def draw(points: Points, where: str) -> list[Shape]:
        return [_shape("disc", _spot(points, where), size=size)]

    return draw


def _barbell(points: Points, where: str) -> list[Shape]:
    end = _spot(points, where)
    return [_shape("ring", end, size=0.058), _shape("dot", end, size=0.014)]


def _stick(points: Points, where: str) -> list[Shape]:
    if where == "along-arm":
        return [_shape("line", points["grip"], points["shoulder"])]
    return [_shape("dot", _spot(points, where), size=0.016)]


def _kettlebell(points: Points, where: str) -> list[Shape]:
    x, y = _spot(points, where)
    drop = -0.062 if where != "hand-up" else 0.05
    return [_shape("handle", (x, y), (x, y + drop)), _shape("disc", (x, y + drop * 1.25), size=0.045)]


def _dumbbell(points: Points, where: str) -> list[Shape]:
    x, y = _spot(points, where)
    return [_shape("thick", (x - 0.05, y), (x + 0.05, y))]


class _UnderBox(NamedTuple):
    """What stands on a box: its point, how far that is above the lid, and how far ahead the box's middle
    is."""

    point: str
    above: float = 0.014
    ahead: float = 0.0


ON_A_BOX = {
    "seat": _UnderBox("hip", above=0.045),
    "feet": _UnderBox("heel", ahead=0.05),
    "foot": _UnderBox("heel", ahead=0.05),
    "hands": _UnderBox("fingers"),
    "knees": _UnderBox("knee"),
    "elbows": _UnderBox("elbow", ahead=0.02),
    "far-foot": _UnderBox("far_ankle"),
}


def _box(points: Points, where: str) -> list[Shape]:
    under = ON_A_BOX[where]
    x, y = points[under.point]
    centre, lid = x + under.ahead, max(0.05, y - under.above)
    return [_shape("rect", (centre - 0.15, 0.0), (centre + 0.15, lid))]


def _bench(points: Points, where: str) -> list[Shape]:
    left, right = sorted((points["hip"][0], points["neck"][0]))
    lid = max(0.06, min(points["hip"][1], points["shoulder"][1]) - 0.05)
    return [_shape("rect", (left - 0.04, 0.0), (right + 0.06, lid))]


def _wall(points: Points, where: str) -> list[Shape]:
    xs = [x for x, _ in points.values()]
    x = max(xs) + 0.03 if where == "front" else min(xs) - 0.03
    if where in points:
        x = points[where][0] + (0.02 if points[where][0] > points["hip"][0] else -0.02)
    return [_shape("wall", (x, 0.0), (x, 1.05))]


def _roller(points: Points, where: str) -> list[Shape]:
    x, y = _spot(points, where)
    return [_shape("ring", (x, max(0.045, y - 0.09)), size=0.045)]


def _overhead_bar(points: Points, where: str) -> list[Shape]:
    x, y = points["grip"]
    return [
        _shape("post", (x, y), (x, y + 0.085)),
        _shape("post", (x - 0.12, y + 0.085), (x + 0.12, y + 0.085)),
        _shape("dot", (x, y), size=0.026),
    ]


def _rings(points: Points, where: str) -> list[Shape]:
    x, y = points["grip"]
    return [_shape("ring", (x, y), size=0.03), _shape("line", (x, y + 0.03), (x, y + 0.22))]


def _band(points: Points, where: str) -> list[Shape]:
    hand = points["grip"]
    if where == "ankle":
        x, y = points["ankle"]
        return [_shape("band", (x, y + 0.02), (x - 0.3, y + 0.02))]
    if where == "knees":
        return [_shape("band", points["knee"], points["far_knee"]), _shape("dot", points["knee"], size=0.02)]
    if where == "between-hands":
        return [_shape("band", hand, points["far_grip"])]
    anchors: dict[str, Point] = {
        "above": (hand[0] + 0.16, max(hand[1] + 0.2, 1.0)),
        "front": (hand[0] + 0.3, hand[1]),
        "behind": (hand[0] - 0.3, hand[1]),
        "floor": (hand[0], 0.0),
    }
    return [_shape("band", hand, anchors[where])]


def _machine(points: Points, where: str) -> list[Shape]:
    x, hip = points["toe"][0], points["hip"]
    return [
        _shape("line", (hip[0] - 0.12, hip[1] - 0.05), (x + 0.06, hip[1] - 0.05)),
        _shape("ring", (x + 0.17, 0.12), size=0.1),
        _shape("band", points["grip"], (x + 0.17, 0.2)),
        _shape("rect", (hip[0] - 0.07, hip[1] - 0.07), (hip[0] + 0.07, hip[1] - 0.045)),
    ]


def _rope(points: Points, where: str) -> list[Shape]:
    return [_shape("loop", points["grip"], (points["hip"][0], 0.0))]


def _sandbag(points: Points, where: str) -> list[Shape]:
    if where == "hands":
        x, y = points["grip"]
        return [_shape("disc", (x, max(0.085, y - 0.05)), size=0.085)]
    shoulder, waist = points["shoulder"], points["waist"]
    on_the_chest = ((shoulder[0] + waist[0]) / 2 + 0.13, (shoulder[1] * 2 + waist[1]) / 3 - 0.04)
    return [_shape("disc", on_the_chest, size=0.085)]


def _climbing_rope(points: Points, where: str) -> list[Shape]:
    x, y = points["grip"]
    return [_shape("line", (x, 0.0), (x, y + 0.22))]


def _sled(points: Points, where: str) -> list[Shape]:
    x, y = points["grip"]
    if where == "pulled":
        return [_shape("band", (x, y), (x + 0.3, 0.1)), _shape("rect", (x + 0.28, 0.0), (x + 0.5, 0.1))]
    return [
        _shape("line", (x, y + 0.04), (x + 0.02, 0.05)),
        _shape("rect", (x - 0.02, 0.0), (x + 0.26, 0.07)),
    ]


def _bike(points: Points, where: str) -> list[Shape]:
    hip, grip, toe, far_toe = points["hip"], points["grip"], points["toe"], points["far_toe"]
    crank = ((toe[0] + far_toe[0]) / 2, (toe[1] + far_toe[1]) / 2)
    return [
        _shape("line", (hip[0], hip[1] - 0.05), crank),
        _shape("line", crank, (grip[0] - 0.02, grip[1])),
        _shape("ring", (grip[0] + 0.06, 0.15), size=0.15),
        _shape("rect", (hip[0] - 0.06, hip[1] - 0.065), (hip[0] + 0.06, hip[1] - 0.045)),
    ]


def _wheels(points: Points, where: str) -> list[Shape]:
    return [_shape("ring", (points["hip"][0] - 0.01, 0.17), size=0.17)]


class Prop(NamedTuple):
    """A kind of implement: how it is drawn, and where it can be."""

    draw: Drawer
    places: frozenset[str]


POINT_OF = {"hands": "grip", "hand": "grip", "hand-up": "grip", "far-hand": "far_grip"}
JOINTS = ("hip", "waist", "shoulder", "neck", "head", "knee", "ankle", "toe", "heel", "elbow", "wrist")
ON_THE_BODY = frozenset((*POINT_OF, *JOINTS, *(f"far_{joint}" for joint in JOINTS[5:])))
HELD = ON_THE_BODY | {"back", "front", "upper-back"}

PROPS: dict[str, Prop] = {
    "sandbag": Prop(_sandbag, frozenset({"hands", "chest"})),
    "climbing-rope": Prop(_climbing_rope, frozenset({"hands"})),
    "sled": Prop(_sled, frozenset({"front", "pulled"})),
    "bike": Prop(_bike, frozenset({"feet"})),
    "wheels": Prop(_wheels, frozenset({"hip"})),
    "barbell": Prop(_barbell, HELD),
    "stick": Prop(_stick, HELD | {"along-arm"}),
    "kettlebell": Prop(_kettlebell, HELD),
    "dumbbell": Prop(_dumbbell, HELD),
    "plate": Prop(_disc(0.05), HELD),
    "medicine-ball": Prop(_disc(0.075), HELD),
    "small-ball": Prop(_disc(0.025), HELD),
    "box": Prop(_box, frozenset(ON_A_BOX)),
    "bench": Prop(_bench, frozenset({"under"})),
    "wall": Prop(_wall, ON_THE_BODY - set(POINT_OF) | {"front", "behind"}),
    "roller": Prop(_roller, HELD),
    "bar": Prop(_overhead_bar, frozenset({"hands"})),
    "rings": Prop(_rings, frozenset({"hands"})),
    "band": Prop(_band, frozenset({"above", "front", "behind", "floor", "ankle", "knees", "between-hands"})),
    "machine": Prop(_machine, frozenset({"feet"})),
    "rope": Prop(_rope, frozenset({"hands"})),
}
