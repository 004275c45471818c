"""What a page needs to draw a position or a drill: points, implements, arcs. All geometry is the core's; pages only draw."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache

from core.body.figure import Arc, Figure, arc, draw, frames
from core.body.pose import Pose
from core.catalog import Catalog
from core.demand.profile import DemandProfile

MOST_ARCS = 2
CHAIR_HIP_DEG, CHAIR_THIGH_SEEN = 16.0, 0.3  # thighs coming toward the viewer, for drawing
UPPER_PLACES = (
    "hands",
    "hand",
    "far-hand",
    "hand-up",
    "front",
    "back",
    "above",
    "between-hands",
    "behind",
    "along-arm",
)


def position_picture(position: str, profile: DemandProfile, catalog: Catalog) -> dict:
    """A position with the arcs of the reaches it is hardest on: the angle needed, and the angle people have."""
    row = catalog.positions[position]
    pose = _with_props(catalog.poses[row.pose], row.props)
    figure = draw(pose)
    arcs = []
    for demand in profile.demands:
        term = next(
            (term for term in demand.terms if term.position == position and term.required_deg is not None),
            None,
        )
        if term is None or len(arcs) == MOST_ARCS:
            continue
        found = arc(pose, figure, demand.id, term.required_deg, term.range_deg)
        if found:
            arcs.append(found)
    return figure_picture(figure, arcs)


def picture_of_drill(drill: str, catalog: Catalog, seated: bool = False) -> dict:
    """Figure and motion of one drill; the figure shown still is the last frame. ``seated`` draws it from the chair."""
    row = catalog.drills[drill]
    start, end = catalog.poses[row.poses[0]], catalog.poses[row.poses[-1]]
    if seated and row.seated and not any("seat" in prop for prop in start.props):
        start, end = _from_the_chair(start), _from_the_chair(end)
        props = tuple(prop for prop in row.props if prop.partition("@")[2] in UPPER_PLACES)
        return _moving(start, end, props)
    return _moving(start, end, row.props)


def _from_the_chair(pose: Pose) -> Pose:
    """The arms and the upper back of a pose, sitting down; arms turn with the thorax, so nothing else changes."""
    if pose.view == "front":
        near, far = (
            replace(side, hip=CHAIR_HIP_DEG, knee=CHAIR_HIP_DEG, thigh=CHAIR_THIGH_SEEN, shank=1.0)
            for side in (pose.near, pose.far)
        )
        return Pose(near, far, 0.0, pose.lumbar, 0.0, pose.neck, "feet", view="front", props=("box@seat",))
    near, far = (
        replace(
            side,
            ankle=0.0,
            knee=90.0,
            hip=90.0,
            shoulder=min(185.0, side.shoulder),
            wrist=min(30.0, side.wrist),
        )
        for side in (pose.near, pose.far)
    )
    lumbar, thoracic = max(-8.0, min(26.0, pose.lumbar)), pose.thoracic
    return Pose(near, far, 0.0, lumbar, thoracic, pose.neck, "feet", props=("box@seat",))


@lru_cache(maxsize=512)
def _moving(start: Pose, end: Pose, props: tuple[str, ...]) -> dict:
    run = frames(_with_props(start, props), _with_props(end, props))
    return {
        **figure_picture(run[-1], []),
        "frames": [_points(figure) for figure in run],
        "frame_shapes": [_shapes(figure) for figure in run],
        "box": _union(run),
    }


def _with_props(pose: Pose, props: tuple[str, ...]) -> Pose:
    return replace(pose, props=(*pose.props, *props))


def figure_picture(figure: Figure, arcs: list[Arc]) -> dict:
    """One figure with its arcs, as a page draws it."""
    return {
        "points": _points(figure),
        "shapes": _shapes(figure),
        "box": list(figure.box),
        "arcs": [
            {
                "motion": one.motion,
                "centre": list(one.centre),
                "start_deg": round(one.start_deg, 1),
                "needed_deg": one.needed_deg,
                "has_deg": one.has_deg,
                "sign": one.sign,
            }
            for one in arcs
        ],
    }


def _points(figure: Figure) -> dict[str, list[float]]:
    return {name: list(place) for name, place in figure.points.items()}


def _shapes(figure: Figure) -> list[dict]:
    return [{"kind": shape["kind"], "at": shape["at"], "size": shape["size"]} for shape in figure.shapes]


def _union(figures: tuple[Figure, ...]) -> list[float]:
    boxes = [figure.box for figure in figures]
    return [min(box[0] for box in boxes), 0.0, max(box[2] for box in boxes), max(box[3] for box in boxes)]
