"""What a page needs to draw a position or a drill: points, implements, arcs. All geometry is the core's;
pages only draw."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from collections.abc import Set as AbstractSet
from dataclasses import replace
from functools import lru_cache, partial
from typing import Annotated

from pydantic import AfterValidator

from core.body.figure import Arc, Figure, arc, draw, frames
from core.body.pose import Limbs, Pose
from core.body.props import Shape as BodyShape
from core.body.props import ShapeKind
from core.catalog import Catalog
from core.catalog.rows import Position
from core.demand.scores import DemandProfile, Term
from core.documents.base import Degrees, Document, Numbers
from core.posture import Shape as Solved
from core.posture import body_of, postures_of
from core.posture.figures import easiest_pose

MOST_ARCS = 2
FROM_A_CHAIR = "~seated"  # ends the name of a figure in a chair
FAR = "far_"  # begins the names of points away from the viewer
CHAIR_HIP_DEG, CHAIR_THIGH_SEEN = 16.0, 0.3  # thighs coming toward the viewer, for drawing
CHAIR_MOST_SHOULDER_DEG, CHAIR_MOST_WRIST_DEG = 185.0, 30.0
CHAIR_LUMBAR_DEG = (-8.0, 26.0)  # least and most bend of the low back in a chair, for drawing
UPPER_PLACES = frozenset(
    ("hands", "hand", "far-hand", "hand-up", "front", "back", "above", "between-hands", "behind", "along-arm")
)

Coordinate = Annotated[float, AfterValidator(partial(round, ndigits=3))]  # half a pixel
Point = tuple[Coordinate, ...]  # x, y


class Shape(Document):
    """An implement, a wall, a bar: its points and, for round ones, its radius; fractions of height."""

    kind: ShapeKind
    at: tuple[Point, ...]
    size: float


class ArcMark(Document):
    """A joint motion marked: where it is measured from, and sweeps in degrees (needed, and what one has)."""

    motion: str
    centre: Point
    start_deg: Degrees
    needed_deg: float
    has_deg: float | None
    sign: int


class Picture(Document):
    """A figure: points by name, shapes, the box they fill (left, bottom, right, top), arcs, a motion.

    A frame names the points that are not where the still figure has them. A point of the far side that it
    does not name goes with the near one where that is named, and stays else: most motions are the same on
    both sides. frame_shapes is null when the shapes stand still.
    """

    points: dict[str, Point]
    shapes: tuple[Shape, ...]
    box: Numbers
    arcs: tuple[ArcMark, ...]
    frames: tuple[dict[str, Point], ...] | None = None
    frame_shapes: tuple[tuple[Shape, ...], ...] | None = None


def picture_of(figure: Figure, arcs: Iterable[Arc] = ()) -> Picture:
    """One figure with its arcs."""
    return Picture(
        points=figure.points,
        shapes=_shapes(figure.shapes),
        box=figure.box,
        arcs=tuple(ArcMark.of(mark) for mark in arcs),
    )


def _shapes(shapes: Sequence[BodyShape]) -> tuple[Shape, ...]:
    return tuple(Shape.of(shape) for shape in shapes)


def picture_of_pose(pose: str, catalog: Catalog) -> Picture:
    """A shape of the catalog, standing still."""
    return picture_of(draw(catalog.poses[pose]))


def picture_of_position(position: str, profile: DemandProfile, catalog: Catalog) -> Picture:
    """A position with the arcs of the reaches it is hardest on: the angle needed, and the angle people
    have. A solved one is drawn as the average body of the class takes it."""
    row = catalog.positions[position]
    pose = _with_props(_pose_of(row, profile, catalog), row.props)
    figure = draw(pose)
    arcs: list[Arc] = []
    for demand in profile.demands:
        term = _asking(demand.terms, position)
        if term is None or term.required_deg is None or len(arcs) == MOST_ARCS:
            continue
        mark = arc(pose, figure, demand.id, term.required_deg, term.range_deg)
        if mark:
            arcs.append(mark)
    return picture_of(figure, arcs)


def _pose_of(row: Position, profile: DemandProfile, catalog: Catalog) -> Pose:
    """The posture of the average body where it is solved, else the shape of the catalog; a row solves an arm
    and leaves the rest of the body as it is."""
    typical = next((one.typical for one in profile.positions if one.position == row.id), {})
    if row.shape is None or row.shape.family == "row" or not set(row.solved_motions) <= set(typical):
        return catalog.poses[row.pose]
    solved = _as_average(row.shape, tuple(sorted(typical.items())))
    return replace(solved, props=catalog.poses[row.pose].props)


@lru_cache(maxsize=512)
def _as_average(shape: Solved, typical: tuple[tuple[str, float], ...]) -> Pose:
    """How an average body with these ranges takes a shape most easily; asked again while a coach types."""
    body = body_of()
    return easiest_pose(shape, postures_of(shape, [body]), dict(typical), body)


def _asking(terms: Sequence[Term], position: str) -> Term | None:
    """The first term that asks an angle in a position."""
    asking = (term for term in terms if term.position == position and term.required_deg is not None)
    return next(asking, None)


def figure_of(drill: str, catalog: Catalog, seated: bool = False) -> str:
    """What a drill's figure is called: figures are sent apart, each once."""
    return f"{drill}{FROM_A_CHAIR}" if seated and _sits_down(drill, catalog) else drill


def picture_of_figure(figure: str, catalog: Catalog) -> Picture:
    """The picture that is called so. Raises KeyError for a name that none has."""
    return picture_of_drill(figure.removesuffix(FROM_A_CHAIR), catalog, figure.endswith(FROM_A_CHAIR))


def _sits_down(drill: str, catalog: Catalog) -> bool:
    """Whether it looks different from a chair."""
    row = catalog.drills[drill]
    start = catalog.poses[row.poses[0]]
    return bool(row.seated) and not any("seat" in prop for prop in start.props)


def picture_of_drill(drill: str, catalog: Catalog, seated: bool = False) -> Picture:
    """Figure and motion of one drill; the figure shown still is the last frame. ``seated`` draws it from
    the chair."""
    row = catalog.drills[drill]
    start, end = catalog.poses[row.poses[0]], catalog.poses[row.poses[-1]]
    if seated and _sits_down(drill, catalog):
        props = tuple(prop for prop in row.props if prop.partition("@")[2] in UPPER_PLACES)
        return _moving(_from_the_chair(start), _from_the_chair(end), props)
    return _moving(start, end, row.props)


def _from_the_chair(pose: Pose) -> Pose:
    """The arms and the upper back of a pose, sitting down; arms turn with the thorax, so nothing else
    changes."""
    if pose.view == "front":
        return Pose(
            _seated_from_the_front(pose.near),
            _seated_from_the_front(pose.far),
            lumbar=pose.lumbar,
            neck=pose.neck,
            view="front",
            props=("box@seat",),
        )
    least, most = CHAIR_LUMBAR_DEG
    return Pose(
        _seated_from_the_side(pose.near),
        _seated_from_the_side(pose.far),
        lumbar=max(least, min(most, pose.lumbar)),
        thoracic=pose.thoracic,
        neck=pose.neck,
        props=("box@seat",),
    )


def _seated_from_the_front(side: Limbs) -> Limbs:
    return replace(side, hip=CHAIR_HIP_DEG, knee=CHAIR_HIP_DEG, thigh=CHAIR_THIGH_SEEN, shank=1.0)


def _seated_from_the_side(side: Limbs) -> Limbs:
    return replace(
        side,
        ankle=0.0,
        knee=90.0,
        hip=90.0,
        shoulder=min(CHAIR_MOST_SHOULDER_DEG, side.shoulder),
        wrist=min(CHAIR_MOST_WRIST_DEG, side.wrist),
    )


@lru_cache(maxsize=512)
def _moving(start: Pose, end: Pose, props: tuple[str, ...]) -> Picture:
    run = frames(_with_props(start, props), _with_props(end, props))
    still = run[-1].points
    moving = {name for name in still if any(figure.points[name] != still[name] for figure in run)}
    shapes = tuple(_shapes(figure.shapes) for figure in run)
    return Picture(
        points=still,
        shapes=shapes[-1],
        box=_union(run),
        arcs=(),
        frames=tuple(_frame(figure.points, moving) for figure in run),
        frame_shapes=shapes if any(shape != shapes[-1] for shape in shapes) else None,
    )


def _frame(points: Mapping[str, Point], moving: AbstractSet[str]) -> dict[str, Point]:
    """The points of a frame that have to be named."""
    named: dict[str, Point] = {}
    for name, point in points.items():
        near = name.removeprefix(FAR)
        with_the_near = name != near and near in moving
        if (with_the_near and point != points[near]) or (not with_the_near and name in moving):
            named[name] = point
    return named


def picture_of_test(test: str, catalog: Catalog) -> Picture:
    """Figure and motion of a test of range; shown still where it is read."""
    row = catalog.range_tests[test]
    return _moving(catalog.poses[row.poses[0]], catalog.poses[row.poses[1]], row.props)


def _with_props(pose: Pose, props: tuple[str, ...]) -> Pose:
    return replace(pose, props=(*pose.props, *props))


def _union(figures: Sequence[Figure]) -> tuple[float, float, float, float]:
    boxes = [figure.box for figure in figures]
    return (
        min(box.left for box in boxes),
        0.0,
        max(box.right for box in boxes),
        max(box.top for box in boxes),
    )
