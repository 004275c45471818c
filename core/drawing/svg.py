"""A picture as SVG: the same chalk-line figure that the pages draw, for a file or a sheet of paper."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from typing import NamedTuple
from xml.sax.saxutils import escape, quoteattr

from core.documents.picture import ArcMark, Picture, Point, Shape

INK, FAR, KIT, GROUND, EDGE, REACH = "#232a2d", "#a9aca3", "#7b6f58", "#cfc6b3", "#fffdf8", "#1f6f8b"
ROOM = 0.07  # air round the figure, share of height
LEAST_SIDE = 0.62  # of the square a figure stands in, share of height
ARM_EDGE = 0.022  # of the light line round the near arm, so that it shows before the trunk
HEAD = 0.062
BEHIND = ("rect", "wall", "post", "band", "line", "loop")  # drawn before the body
DECIMALS = 4


class Bone(NamedTuple):
    """A limb drawn as one line: the points it runs through, and its width; share of height."""

    through: tuple[str, ...]
    width: float


NECK = Bone(("shoulder", "neck"), 0.045)
TRUNK = Bone(("hip", "waist", "shoulder"), 0.082)
THIGH = Bone(("hip", "knee"), 0.062)
SHANK = Bone(("knee", "ankle"), 0.05)
FOOT = Bone(("ankle", "heel", "toe"), 0.034)
ARM = Bone(("shoulder", "elbow", "wrist", "fingers"), 0.04)
FAR_LEG = Bone(("hip", "far_knee", "far_ankle"), 0.05)
FAR_FOOT = Bone(("far_heel", "far_toe"), 0.034)
FAR_ARM = Bone(("shoulder", "far_elbow", "far_wrist", "far_fingers"), 0.04)


def svg_of(picture: Picture, label: str) -> str:
    """The SVG of a picture standing still. label: what it shows, for who cannot see it."""
    left, _, right, top = picture.box
    side = max(right - left, top, LEAST_SIDE) + 2 * ROOM
    x0 = (left + right) / 2 - side / 2
    view = " ".join(_number(value) for value in (x0, -(side - ROOM), side, side))
    parts = [
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="{view}" role="img" aria-label={quoteattr(label)}>',
        f"<title>{escape(label)}</title>",
        _line((x0 + 0.02, -0.012), (x0 + side - 0.02, -0.012), GROUND, 0.012),
        *(_shape(shape) for shape in picture.shapes if shape.kind in BEHIND),
        *_body(picture.points),
        *(_shape(shape) for shape in picture.shapes if shape.kind not in BEHIND),
        *(_arc(mark) for mark in picture.arcs),
        "</svg>",
    ]
    return "\n".join(parts) + "\n"


def _body(points: Mapping[str, Point]) -> list[str]:
    seen_from_the_front = "far_hip" in points
    back = _front_trunk(points) if seen_from_the_front else _side_trunk(points)
    near = [_bone(bone, points, INK) for bone in (THIGH, SHANK, FOOT)]
    x, y = points["head"]
    head = f'<circle cx="{_number(x)}" cy="{_number(-y)}" r="{HEAD}" fill="{INK}"/>'
    edge = Bone(ARM.through, ARM.width + ARM_EDGE)
    return [*back, *near, head, _bone(edge, points, EDGE), _bone(ARM, points, INK)]


def _side_trunk(points: Mapping[str, Point]) -> list[str]:
    far = [_bone(bone, points, FAR) for bone in (FAR_LEG, FAR_FOOT, FAR_ARM)]
    return [*far, _bone(NECK, points, INK), _bone(TRUNK, points, INK)]


def _front_trunk(points: Mapping[str, Point]) -> list[str]:
    """Seen from the front: the trunk as wide as shoulders and hips, both sides in the same ink."""
    shoulder, far_shoulder, neck = points["shoulder"], points["far_shoulder"], points["neck"]
    hip, far_hip, waist = points["hip"], points["far_hip"], points["waist"]
    hips = _between(hip, far_hip, 0.5)
    outward = (hip[0] - hips[0], hip[1] - hips[1])
    outline = (
        _between(shoulder, neck, 0.12),
        _between(neck, shoulder, 0.42),
        _between(neck, far_shoulder, 0.42),
        _between(far_shoulder, neck, 0.12),
        (waist[0] - 0.95 * outward[0], waist[1] - 0.95 * outward[1]),
        far_hip,
        hip,
        (waist[0] + 0.95 * outward[0], waist[1] + 0.95 * outward[1]),
    )
    far = (
        Bone(("far_hip", "far_knee"), THIGH.width),
        Bone(("far_knee", "far_ankle"), SHANK.width),
        Bone(("far_ankle", "far_heel", "far_toe"), FOOT.width),
        Bone(("far_shoulder", "far_elbow", "far_wrist", "far_fingers"), ARM.width),
    )
    return [
        _polyline((_between(shoulder, far_shoulder, 0.5), neck), INK, NECK.width),
        f'<polygon points="{_path(outline)}" fill="{INK}" stroke="{INK}" stroke-width="{ARM.width}" '
        'stroke-linejoin="round"/>',
        *(_bone(bone, points, INK) for bone in far),
    ]


def _between(start: Point, end: Point, share: float) -> Point:
    return start[0] + (end[0] - start[0]) * share, start[1] + (end[1] - start[1]) * share


def _bone(bone: Bone, points: Mapping[str, Point], colour: str) -> str:
    return _polyline([points[name] for name in bone.through], colour, bone.width)


def _polyline(through: Sequence[Point], colour: str, width: float) -> str:
    return (
        f'<polyline points="{_path(through)}" fill="none" stroke="{colour}" stroke-width="{_number(width)}" '
        'stroke-linecap="round" stroke-linejoin="round"/>'
    )


def _path(points: Sequence[Point]) -> str:
    return " ".join(f"{_number(x)},{_number(-y)}" for x, y in points)


LINE_WIDTHS = {"thick": 0.05, "handle": 0.03, "wall": 0.03}
USUAL_LINE = 0.016


def _shape(shape: Shape) -> str:
    start, end = shape.at[0], shape.at[-1]
    match shape.kind:
        case "ring":
            return _circle(start, shape.size, f'fill="none" stroke="{KIT}" stroke-width="0.02"')
        case "disc" | "dot":
            return _circle(start, shape.size, f'fill="{KIT}"')
        case "rect":
            return _rect(start, end)
        case "loop":
            return _loop(start, end)
        case "band":
            return _line(start, end, KIT, USUAL_LINE, ' stroke-dasharray="0.03 0.018"')
        case _:
            return _line(start, end, KIT, LINE_WIDTHS.get(shape.kind, USUAL_LINE))


def _circle(centre: Point, radius: float, look: str) -> str:
    x, y = _number(centre[0]), _number(-centre[1])
    return f'<circle cx="{x}" cy="{y}" r="{_number(radius)}" {look}/>'


def _rect(low: Point, high: Point) -> str:
    width, height = _number(high[0] - low[0]), _number(high[1] - low[1])
    return (
        f'<rect x="{_number(low[0])}" y="{_number(-high[1])}" width="{width}" height="{height}" rx="0.012" '
        f'fill="{KIT}" fill-opacity="0.35" stroke="{KIT}" stroke-width="0.01"/>'
    )


def _loop(hand: Point, low: Point) -> str:
    """A rope swung under the feet, lowest at ``low``."""
    start = f"{_number(hand[0])} {_number(-hand[1])}"
    ahead, under = f"{_number(hand[0] + 0.35)} {_number(0.05 - low[1])}", f"{_number(low[0] + 0.1)} 0.04"
    curve = f"{ahead}, {under}, {_number(low[0] - 0.2)} {_number(-low[1])}"
    return f'<path d="M {start} C {curve}" fill="none" stroke="{KIT}" stroke-width="0.012"/>'


def _line(start: Point, end: Point, colour: str, width: float, more: str = "") -> str:
    x1, y1, x2, y2 = (_number(value) for value in (start[0], -start[1], end[0], -end[1]))
    return (
        f'<line x1="{x1}" y1="{y1}" x2="{x2}" y2="{y2}" stroke="{colour}" '
        f'stroke-width="{_number(width)}" stroke-linecap="round"{more}/>'
    )


def _arc(mark: ArcMark) -> str:
    """The angle needed as the wide arc, the angle people have as the thin one inside it."""
    needed = _sweep(mark.centre, 0.155, mark.start_deg, mark.sign * mark.needed_deg)
    parts = [f'<path d="{needed}" stroke-width="0.026"/>']
    if mark.has_deg is not None:
        has = _sweep(mark.centre, 0.115, mark.start_deg, mark.sign * max(0.0, mark.has_deg))
        parts.append(f'<path d="{has}" stroke-width="0.014" opacity="0.75"/>')
    pivot = _circle(mark.centre, 0.02, f'fill="{REACH}" stroke="none"')
    return f'<g fill="none" stroke="{REACH}" stroke-linecap="round">{"".join(parts)}{pivot}</g>'


MOST_SWEEP_DEG = 350.0


def _sweep(centre: Point, radius: float, start_deg: float, sweep_deg: float) -> str:
    """An arc; directions are degrees from straight down turning forward and up."""
    clipped = max(-MOST_SWEEP_DEG, min(MOST_SWEEP_DEG, sweep_deg))

    def at(direction_deg: float) -> str:
        angle = math.radians(direction_deg)
        x, y = centre[0] + radius * math.sin(angle), centre[1] - radius * math.cos(angle)
        return f"{_number(x)} {_number(-y)}"

    large, turn = int(abs(clipped) > 180), int(clipped <= 0)
    return f"M {at(start_deg)} A {radius} {radius} 0 {large} {turn} {at(start_deg + clipped)}"


def _number(value: float) -> str:
    return f"{round(value, DECIMALS):g}"
