"""The position lab: a shape, a body and its ranges -> where it stops, why, what would free it, and the figure to draw."""
from __future__ import annotations

import math
from dataclasses import dataclass, field

from core.body.figure import arc, draw
from core.body.pose import Limbs, Pose
from core.body.segments import LENGTH
from core.body.shortfall import Range
from core.catalog import Catalog
from core.demand.people import Person, range_of
from core.errors import CoreError
from core.posture import Body, SquatShape, body_of, solve_hinge, solve_lunge, solve_squat_for
from core.posture.hinge import BAR_HEIGHT_M
from core.posture.lunge import FRONT_SHANK_DEG, KNEE_CLEAR, REAR_TOE_STEP
from core.posture.margins import TOLERANCE_DEG, Margin

FAMILIES = ("squat", "lunge", "hinge")
MOTIONS = {"squat": ("ankle.dorsiflexion", "hip.flexion", "knee.flexion", "shoulder.flexion", "thoracic.extension"),
           "lunge": ("hip.extension", "hip.flexion", "knee.flexion"),
           "hinge": ("hip.flexion-straight-knee", "hip.flexion", "ankle.dorsiflexion")}
SQUAT_BARS = {"none": "air squat", "goblet": "goblet squat", "front": "front squat", "back": "back squat", "overhead": "overhead squat"}
POSITION_SHAPES = {  # catalog position -> what the lab opens with
    "squat-bottom": ("squat", "none", False), "squat-bottom-goblet": ("squat", "goblet", False), "squat-bottom-front": ("squat", "front", False),
    "squat-bottom-back": ("squat", "back", False), "squat-bottom-overhead": ("squat", "overhead", False), "squat-bottom-single": ("squat", "none", True),
    "lunge-bottom": ("lunge", "none", False), "lunge-front-rack": ("lunge", "none", False), "lunge-overhead": ("lunge", "none", False),
    "pull-from-floor": ("hinge", "none", False), "pull-from-deficit": ("hinge", "none", False),
}
# arm direction from straight down, elbow and wrist for drawing; the same as the catalog's poses
ARMS = {"none": (88, 0, 0), "goblet": (22, 128, 20), "front": (84, 146, 38), "back": (-66, 158, 0), "overhead": (180, 0, 0)}
PROPS = {"none": (), "goblet": ("kettlebell@hand-up",), "front": ("barbell@front",), "back": ("barbell@back",), "overhead": ("barbell@hands",)}
LIMITS = {"depth_deg": (60, 118), "stance_cm": (20, 110), "heel_mm": (0, 60), "load_share": (0, 2.5), "step_length_m": (0.3, 1.6), "bar_height_m": (0.0, 0.6)}
RANGE_LIMITS = (-20.0, 230.0)


class LabRefused(CoreError):
    """A value the lab cannot work with; ``field`` names it."""

    def __init__(self, name: str, message: str):
        self.field = name
        super().__init__(message)


@dataclass(frozen=True)
class LabAsk:
    """What is asked: a family and its shape. ranges: degrees typed over a person's own; lengths_m: measured segments."""

    family: str = "squat"
    bar: str = "none"
    single_leg: bool = False
    load_share: float = 0.0
    depth_deg: float = 100.0
    stance_cm: float = 42.0
    heel_mm: float = 0.0
    step_length_m: float = 0.9
    bar_height_m: float = BAR_HEIGHT_M
    ranges: dict[str, float] = field(default_factory=dict)
    lengths_m: dict[str, float] = field(default_factory=dict)


def ask_lab(ask: LabAsk, people: tuple[Person, ...], catalog: Catalog) -> dict:
    """The lab's answer for one person, or for the average of several (an unknown adult when none). Raises LabRefused."""
    _check(ask)
    group = people or (Person(),)
    has, measured = _ranges(ask, group, catalog)
    body = _body(ask, group)
    if ask.family == "squat":
        found = solve_squat_for(SquatShape(ask.bar, ask.load_share if ask.bar != "none" else 0.0, ask.depth_deg, ask.stance_cm, ask.heel_mm, ask.single_leg), has, body)
        pose, lean = _squat_pose(found.chain, ask.bar, ask.single_leg), found.chain.lean_deg
    elif ask.family == "lunge":
        try:
            found = solve_lunge(ask.step_length_m, has, body)
        except ValueError as problem:
            raise LabRefused("step_length_m", f"{problem}.") from problem
        pose, lean = _lunge_pose(found.margins[0].needs_deg, found.front_hip_flexion_deg, body), 0.0
    else:
        found = solve_hinge(has, body, ask.bar_height_m)
        pose, lean = _hinge_pose(found), found.back_deg
    names = catalog.demands
    return {
        "family": ask.family, "picture": _picture(pose, found.margins, body), "lean_deg": round(lean, 1), "holds": found.holds,
        "margins": [_margin(one, names, measured) for one in found.margins], "limiting": found.limiting.id,
        "limiting_name": names[found.limiting.id].name, "changes": [change.words() for change in found.changes], "says": _says(ask, found, names),
        "ranges": {motion: round(has[motion].mean_deg, 1) for motion in MOTIONS[ask.family]}, "measured": sorted(measured),
        "lengths_m": {name: round(getattr(body, name) * body.height_m, 3) for name in ("shank", "thigh", "trunk", "arm")},
        "height_m": body.height_m, "unknown": _unknown(ask, group, measured),
    }


def _check(ask: LabAsk) -> None:
    if ask.family not in FAMILIES:
        raise LabRefused("family", f"'{ask.family}' is no posture of the lab; it has {', '.join(FAMILIES)}.")
    if ask.bar not in ARMS:
        raise LabRefused("bar", f"'{ask.bar}' is no place for a load here; it has {', '.join(ARMS)}.")
    for name, (low, high) in LIMITS.items():
        if not low <= getattr(ask, name) <= high:
            raise LabRefused(name, f"{name.replace('_', ' ')} is {getattr(ask, name):g}; from {low:g} to {high:g} can be solved.")
    for motion, value in ask.ranges.items():
        if motion not in {one for motions in MOTIONS.values() for one in motions}:
            raise LabRefused("ranges", f"The lab does not use '{motion}'.")
        if not RANGE_LIMITS[0] <= value <= RANGE_LIMITS[1]:
            raise LabRefused("ranges", f"{motion} of {value:g} degrees; from {RANGE_LIMITS[0]:g} to {RANGE_LIMITS[1]:g} can be used.")


def _ranges(ask: LabAsk, group: tuple[Person, ...], catalog: Catalog) -> tuple[dict[str, Range], set[str]]:
    """What is there of each motion (typed over, else the group's average), and the motions somebody measured or typed."""
    has, measured = {}, set()
    for motion in MOTIONS[ask.family]:
        if motion in ask.ranges:
            has[motion] = Range(ask.ranges[motion], 0.0)
            measured.add(motion)
            continue
        own = [range_of(one, motion, catalog) for one in group]
        has[motion] = Range(sum(one.mean_deg for one in own) / len(own), math.sqrt(sum(one.sd_deg**2 for one in own) / len(own)))
        if all(any(row.motion == motion for row in one.ranges) for one in group):
            measured.add(motion)
    return has, measured


def _body(ask: LabAsk, group: tuple[Person, ...]) -> Body:
    heights = [one.height_m for one in group if one.height_m]
    sexes = {one.sex for one in group}
    height = sum(heights) / len(heights) if heights else None
    try:
        return body_of(height, sexes.pop() if len(sexes) == 1 else None, **ask.lengths_m)
    except ValueError as problem:
        raise LabRefused("lengths_m", f"{problem}.") from problem


def _squat_pose(chain, bar: str, single_leg: bool) -> Pose:
    arm, elbow, wrist = ARMS[bar]
    near = Limbs(chain.shank_deg - chain.heel_deg, chain.thigh_deg + chain.shank_deg, chain.thigh_deg + chain.lean_deg, arm + chain.lean_deg, elbow, wrist)
    far = Limbs(0.0, 6.0, 84.0 + chain.lean_deg, arm + chain.lean_deg, elbow, wrist) if single_leg else near
    return Pose(near, far, thigh_scale=math.cos(math.radians(chain.abduction_deg)), heel=chain.heel_deg, props=PROPS[bar])


def _lunge_pose(rear_deg: float, front_deg: float, body: Body) -> Pose:
    drop = math.degrees(math.asin(min(1.0, (REAR_TOE_STEP - KNEE_CLEAR) / body.shank)))
    return Pose(Limbs(FRONT_SHANK_DEG, front_deg + FRONT_SHANK_DEG, front_deg, 4.0, 10.0), Limbs(drop, 90.0 + drop - rear_deg, -rear_deg, 4.0, 10.0))


def _hinge_pose(found) -> Pose:
    return Pose(*([Limbs(found.ankle_deg, found.knee_deg, found.hip_deg, found.back_deg)] * 2), props=("barbell@hands",))


def _picture(pose: Pose, margins: tuple[Margin, ...], body: Body) -> dict:
    arm = body.arm / (LENGTH["upper_arm"] + LENGTH["forearm"] + LENGTH["hand"] / 2)
    lengths = {**LENGTH, "shank": body.shank, "thigh": body.thigh, "trunk": body.trunk, **{name: LENGTH[name] * arm for name in ("upper_arm", "forearm", "hand")}}
    figure = draw(pose, lengths)
    tightest = sorted(margins, key=lambda one: one.margin_deg)[:2]
    arcs = [found for one in tightest if (found := arc(pose, figure, one.id, one.needs_deg, one.has_deg))]
    return {"points": {name: list(place) for name, place in figure.points.items()}, "box": list(figure.box),
            "shapes": [{"kind": shape["kind"], "at": shape["at"], "size": shape["size"]} for shape in figure.shapes],
            "arcs": [{"motion": one.motion, "centre": list(one.centre), "start_deg": round(one.start_deg, 1), "needed_deg": one.needed_deg,
                      "has_deg": one.has_deg, "sign": one.sign} for one in arcs]}


def _margin(one: Margin, names, measured: set[str]) -> dict:
    return {"id": one.id, "name": " with ".join(names[motion].name.lower() if index else names[motion].name for index, motion in enumerate(one.motions)),
            "motions": list(one.motions), "needs_deg": round(one.needs_deg, 1), "has_deg": round(one.has_deg, 1), "margin_deg": round(one.margin_deg, 1),
            "measured": set(one.motions) <= measured}


def _says(ask: LabAsk, found, names) -> str:
    """The answer in one sentence."""
    name = names[found.limiting.id].name.lower()
    what = ("single-leg squat" if ask.single_leg else SQUAT_BARS[ask.bar]) if ask.family == "squat" else "lunge" if ask.family == "lunge" else "pull off the floor"
    if found.holds and found.limiting.margin_deg < -TOLERANCE_DEG:
        return f"This body holds the {what}, but only by leaning: {name} is {-found.limiting.margin_deg:.0f}° short of what keeps it upright."
    if found.holds:
        return f"This body holds the {what}; {name} is nearest its end, with {found.limiting.margin_deg:.0f}° in hand."
    return f"The {what} stops at {name}: {-found.limiting.margin_deg:.0f}° are missing."


def _unknown(ask: LabAsk, group: tuple[Person, ...], measured: set[str]) -> list[str]:
    """What the answer does not know."""
    found = []
    guessed = [motion for motion in MOTIONS[ask.family] if motion not in measured]
    if guessed:
        found.append(f"{len(guessed)} of {len(MOTIONS[ask.family])} ranges are the norm for age and sex, not measured.")
    if not ask.lengths_m:
        found.append("Segment lengths are adult averages of height; a tape measure beats them.")
    if len(group) > 1:
        found.append("An average body is nobody's body: use it to see the direction, not to judge a person.")
    found.append("Side view, both sides alike, slow and without pain: it explains training positions and predicts no injury.")
    return found
