"""What a shape of the body could harm, from its joint angles and where its points are; every limit stands in
cautions.yaml."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import NamedTuple

from core.body.figure import draw
from core.body.pose import Limbs, Pose
from core.catalog import Catalog

HEART = 0.5  # of the upper half of the trunk, from the waist to the shoulders; estimate
# fractions of height, estimates
KNEE_ON_FLOOR = 0.045  # a knee that bears weight stands so high at the most
KNEELING_HIP = 0.07  # and the hips so much above it at the least
HOVERING = (0.0195, 0.0205)  # where a lunge's rear knee is: just off the floor (core/posture/lunge.py)
HAND_ON_FLOOR = 0.1
OVERHEAD_DEG = 150.0  # of both arms, from which a bar rests on bent wrists; estimate
PLANTED_DEG = 55.0  # a wrist bent so far bears the body, unless the hands are held out free; estimate
KNEELS_FROM_DEG = 60.0  # of knee bend
LOW_HIPS = 0.4  # of height, in a front view; estimate
ON_SHOULDERS = 0.125
HANGS_FROM_DEG = 100.0  # of an arm, feet off the floor
SEATS = ("box@seat", "machine@feet", "bike@feet", "wheels")


class Seen(NamedTuple):
    """A pose with the points of its figure, and the limits of the cautions."""

    pose: Pose
    points: Mapping[str, tuple[float, float]]
    limit: Mapping[str, float]

    @property
    def sides(self) -> tuple[Limbs, Limbs]:
        return self.pose.near, self.pose.far

    def height(self, name: str) -> float:
        """Of a point above the floor; as high as one likes where the figure has none."""
        return self.points[name][1] if name in self.points else 9.0

    def on_a(self, *props: str) -> bool:
        return any(prop.startswith(props) for prop in self.pose.props)


def shape_hazards(pose: Pose, catalog: Catalog) -> frozenset[str]:
    """Hazards that a pose shows, whatever is held in it."""
    limits = {row.id: row.limit for row in catalog.cautions.values() if row.limit is not None}
    seen = Seen(pose, draw(pose).points, limits)
    return frozenset(hazard for hazard, shows in SHOWN.items() if shows(seen))


def _overhead(seen: Seen) -> bool:
    return any(abs(side.shoulder) >= seen.limit["shoulder-overhead"] for side in seen.sides)


def planted(seen: Seen) -> bool:
    """Whether the body leans on flat hands."""
    low = min(seen.height("wrist"), seen.height("far_wrist")) <= HAND_ON_FLOOR
    leaning = seen.pose.support != "feet" or seen.on_a("box@hands")
    return any(side.wrist >= PLANTED_DEG and (low or leaning) for side in seen.sides)


def bar_on_the_wrists(name: str, pose: Pose) -> bool:
    """Whether a bar in this shape is racked on the shoulders in front or held overhead."""
    racked = name in ("front-rack", "dip-front-rack", "squat-front", "lunge-front-rack")
    return racked or min(pose.near.shoulder, pose.far.shoulder) >= OVERHEAD_DEG


def _kneels(seen: Seen) -> bool:
    if seen.pose.view == "front":
        return False
    for prefix, side in (("", seen.pose.near), ("far_", seen.pose.far)):
        knee = seen.height(f"{prefix}knee")
        low = knee <= KNEE_ON_FLOOR and not HOVERING[0] <= knee <= HOVERING[1]
        if side.knee >= KNEELS_FROM_DEG and low and seen.height("hip") >= knee + KNEELING_HIP:
            return True
    folded = min(seen.pose.near.knee, seen.pose.near.hip) > seen.limit["deep-bend"]
    return folded and seen.pose.support == "floor" and seen.height("hip") > seen.height("knee")


def _deep(seen: Seen) -> bool:
    """In a front view the bends are foreshortened: low hips over the feet say it."""
    if seen.pose.view == "front":
        return seen.pose.support == "feet" and seen.height("hip") < LOW_HIPS
    return any(max(side.knee, side.hip) > seen.limit["deep-bend"] for side in seen.sides)


def _arched(seen: Seen) -> bool:
    return -seen.pose.lumbar >= seen.limit["back-extension"]


def _rounded(seen: Seen) -> bool:
    return seen.pose.view == "side" and seen.pose.lumbar >= seen.limit["back-flexion"]


def _head_down(seen: Seen) -> bool:
    waist, shoulder = seen.height("waist"), seen.height("shoulder")
    if "waist" not in seen.points:
        waist = seen.height("hip")
    heart = waist + HEART * (shoulder - waist)
    return heart - seen.height("head") >= seen.limit["no-invert"]


def _down(seen: Seen) -> bool:
    """Whether hips, knees or hands are on the floor; a seat is not the floor."""
    if seen.on_a(*SEATS, "bench@under"):
        return False
    lowest = min(seen.height("hip"), seen.height("shoulder"))
    low = seen.pose.support == "floor" and lowest <= seen.limit["no-floor"]
    on_hands = planted(seen) and not seen.on_a("box@hands", "wall@front")
    return low or on_hands or _kneels(seen)


def _flat(seen: Seen) -> bool:
    hip, shoulder = seen.height("hip"), seen.height("shoulder")
    if seen.on_a("bench@under"):
        return abs(hip - shoulder) < seen.limit["lying"]
    on_the_shoulders = shoulder < ON_SHOULDERS and seen.height("head") < ON_SHOULDERS
    return seen.pose.support == "floor" and (max(hip, shoulder) < seen.limit["lying"] or on_the_shoulders)


def _hangs(seen: Seen) -> bool:
    return seen.pose.support == "hang" and any(abs(side.shoulder) >= HANGS_FROM_DEG for side in seen.sides)


def _on_both_hands(seen: Seen) -> bool:
    return planted(seen) or seen.on_a("machine@feet")


SHOWN: dict[str, Callable[[Seen], bool]] = {
    "shoulder-overhead": _overhead,
    "wrist": planted,
    "knee": _kneels,
    "deep-bend": _deep,
    "back-extension": _arched,
    "back-flexion": _rounded,
    "no-invert": _head_down,
    "no-floor": _down,
    "lying": _flat,
    "no-hang": _hangs,
    "both-hands": _on_both_hands,
}
