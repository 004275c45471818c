"""What is done with the body: a family of postures and its numbers, and the limits of each."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, fields
from typing import Literal, NamedTuple, get_args

Family = Literal[
    "squat",
    "lunge",
    "step-up",
    "hinge",
    "bow",
    "hang",
    "l-hang",
    "toes-to-bar",
    "fold",
    "plank",
    "push-up",
    "row",
    "handstand",
    "head-down",
    "dip",
    "lockout",
]
Bar = Literal["none", "goblet", "front", "back", "overhead"]
FAMILIES: tuple[Family, ...] = get_args(Family)
BARS: tuple[Bar, ...] = get_args(Bar)
KNEE_MOST_DEG = 165.0  # further than any adult's folds; estimate
BAR_HEIGHT_M = 0.225  # radius of a 45 cm competition plate; from memory


class Limit(NamedTuple):
    """The least and the most of a value that can be solved."""

    low: float
    high: float


LIMITS = {
    "depth_deg": Limit(20, 118),
    "stance_cm": Limit(20, 110),
    "heel_mm": Limit(0, 60),
    "load_share": Limit(0, 2.5),
    "step_length_m": Limit(0.3, 1.6),
    "box_height_m": Limit(0.1, 0.8),
    "bar_height_m": Limit(-0.4, 0.6),
    "chest_cm": Limit(0, 40),
    "shoulders_cm": Limit(-20, 20),
    "wedge_deg": Limit(0, 40),
    "knee_most_deg": Limit(5, KNEE_MOST_DEG),
    "lean_deg": Limit(20, 95),
    "arms_back_deg": Limit(0, 35),
    "rear_knee_m": Limit(0, 0.35),
    "rear_foot_m": Limit(0, 0.6),
    "hands_m": Limit(0, 0.8),
    "chest_m": Limit(0, 0.8),
    "hands_cm": Limit(0, 25),
    "short_cm": Limit(0, 60),
}


@dataclass(frozen=True, kw_only=True, slots=True)
class Shape:
    """A family and its numbers; those it does not use are passed over.

    bar: where the load is (hinge and families on the hands: none). load_share: of body mass. depth_deg:
    thigh from straight down (90 level, more is deeper). stance_cm: between the heels. heel_mm: raised heel.
    step_length_m: heel to heel. rear_knee_m: of a split, above just off the floor; rear_foot_m: the bench
    under a rear foot. knee_most_deg: that the knees of a hinge or a bow bend. beside: the load of a hinge is
    beside the feet, clear of the shins; from_knee: its bar height counts from the knee of who stands;
    arms_back_deg: its arms draw the load back. lean_deg: of a bow's trunk. chest_cm: ahead of the bar in a
    hang. shoulders_cm: ahead of the wrists in a plank; forearms: a plank on them. wedge_deg: under the heels
    of the hands. hands_m, chest_m: what the hands and the chest of a push-up are on, above the floor.
    hands_cm: ahead of the trunk's line in a row. short_cm: of the soles in a fold.
    """

    family: Family = "squat"
    bar: Bar = "none"
    single_leg: bool = False
    load_share: float = 0.0
    depth_deg: float = 100.0
    stance_cm: float = 42.0
    heel_mm: float = 0.0
    step_length_m: float = 1.05
    box_height_m: float = 0.5
    bar_height_m: float = BAR_HEIGHT_M
    chest_cm: float = 0.0
    shoulders_cm: float = 0.0
    wedge_deg: float = 0.0
    knee_most_deg: float = KNEE_MOST_DEG
    beside: bool = False
    from_knee: bool = False
    arms_back_deg: float = 0.0
    lean_deg: float = 75.0
    forearms: bool = False
    rear_knee_m: float = 0.0
    rear_foot_m: float = 0.0
    hands_m: float = 0.0
    chest_m: float = 0.0
    hands_cm: float = 10.0
    short_cm: float = 0.0


def shape_fault(given: Mapping[str, object]) -> str | None:
    """What is wrong with the fields of a shape, as what was expected; None when they make one."""
    known = [each.name for each in fields(Shape)]
    for name, value in given.items():
        if name not in known:
            return f"only {', '.join(known)}; '{name}' is none of them"
        if name == "family" and value not in FAMILIES:
            return f"a family of {', '.join(FAMILIES)}"
        if name == "bar" and value not in BARS:
            return f"a bar of {', '.join(BARS)}"
        limit = LIMITS.get(name)
        if limit and not (isinstance(value, (int, float)) and limit.low <= value <= limit.high):
            return f"{name} from {limit.low:g} to {limit.high:g}"
    return None
