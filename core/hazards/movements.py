"""What a movement of the workout could harm: from its positions' poses, what is lifted, and its snaps."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache

from core.body.figure import draw
from core.body.pose import Pose
from core.catalog import Catalog
from core.catalog.rows import Movement, Position
from core.hazards.shapes import SEATS, bar_on_the_wrists, shape_hazards

WEIGHTS = frozenset({"barbell", "dumbbell", "kettlebell", "plate", "sandbag"})
HUNG_FROM = frozenset({"pull-up-bar", "rings", "rope"})
TWO_HANDS = frozenset({"barbell", "pull-up-bar", "rings", "rope", "jump-rope", "sandbag"})
STRIKES = ("ankle.elastic", "knee.landing", "sprint")
STRAINED_FROM = 0.6  # of a trunk's hold that lasts, from which people hold their breath; estimate
LEG_PATTERNS = frozenset({"squat", "hinge", "lunge", "jump", "get-up", "locomotion"})
OF_THE_LEGS = 0.3  # of a pattern; estimate
ONE_FOOT = 0.08  # of height, one foot above the other; estimate
STANDS = 0.15  # of height, hips of one who stands or squats


@lru_cache(maxsize=4096)
def hazards_of_movement(movement: str, catalog: Catalog, relative_load: float = 0.0) -> frozenset[str]:
    """Ids of all that a movement could harm. relative_load: of a best; heavy lifts are strained with the
    breath held."""
    row = catalog.movements[movement]
    positions = [catalog.positions[name] for name in row.positions]
    poses = [catalog.poses[position.pose] for position in positions]
    hazards = set[str]().union(*(shape_hazards(pose, catalog) for pose in poses))
    hazards |= _of_the_implement(row, positions, hazards, catalog) | _of_the_work(row, positions)
    if takes_standing(movement, catalog):
        hazards.add("both-legs")
    if any(one.shape and one.shape.family == "lunge" for one in positions):
        hazards |= {"knee", "balance"}  # the standard asks the rear knee to touch
    if any(map(_on_one_foot, poses)) or any(one.shape and one.shape.single_leg for one in positions):
        hazards.add("balance")
    if relative_load >= (catalog.cautions["breath-holding"].limit or 1.0):
        hazards.add("breath-holding")
    return frozenset(hazards)


def takes_standing(movement: str, catalog: Catalog) -> bool:
    """Whether a movement is done with the legs, and not from a seat."""
    row = catalog.movements[movement]
    poses = [catalog.poses[catalog.positions[position].pose] for position in row.positions]
    seat = all(any(prop.startswith(SEATS) for prop in pose.props) for pose in poses)
    return not seat and any(
        much >= OF_THE_LEGS for name, much in row.patterns.items() if name in LEG_PATTERNS
    )


def _of_the_implement(
    row: Movement, positions: Sequence[Position], shown: set[str], catalog: Catalog
) -> set[str]:
    hazards, poses = set[str](), [catalog.poses[one.pose] for one in positions]
    if row.implement in WEIGHTS | HUNG_FROM:
        hazards.add("grip")
    if row.implement in WEIGHTS and "lying" not in shown:
        hazards.add("loaded-spine")
    arms_alike = all(pose.near.shoulder == pose.far.shoulder for pose in poses)
    legs_differ = "lunge" in row.patterns or any(map(_on_one_foot, poses))  # not the arms, in ``sides``
    if row.implement in TWO_HANDS and arms_alike and (row.sides == 1 or legs_differ):
        hazards.add("both-hands")
    on_wrists = any(bar_on_the_wrists(one.pose, catalog.poses[one.pose]) for one in positions)
    if row.implement == "barbell" and on_wrists and "lying" not in shown:
        hazards.add("wrist")
    return hazards


def _of_the_work(row: Movement, positions: Sequence[Position]) -> set[str]:
    """What its snaps, and how long it is held, say."""
    hazards = set[str]()
    if row.contacts or any(snap in row.snaps for snap in STRIKES):
        hazards.add("no-impact")
    if "shoulder.kip" in row.snaps:
        hazards.add("back-extension")
    if "shoulder.throw" in row.snaps or "sprint" in row.snaps or (row.contacts and row.implement == "box"):
        hazards.add("sight")
    if row.unit == "second":
        hazards.add("long-hold")
        held = max(
            (hold for one in positions for name, hold in one.holds.items() if name.startswith("trunk.")),
            default=0,
        )
        if held >= STRAINED_FROM:
            hazards.add("breath-holding")
    return hazards


def _on_one_foot(pose: Pose) -> bool:
    if pose.support != "feet" or pose.view == "front":
        return False
    points = draw(pose).points
    near, far = (min(points[f"{side}heel"][1], points[f"{side}toe"][1]) for side in ("", "far_"))
    return abs(near - far) > ONE_FOOT and points["hip"][1] > STANDS
