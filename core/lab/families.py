"""Each family of postures, solved and turned into one common answer with the pose to draw."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

from core.body.pose import Pose
from core.body.shortfall import Range
from core.lab.asked import SQUAT_BARS, LabAsk, LabRefused
from core.posture import (
    Body,
    SquatShape,
    solve_handstand,
    solve_hang,
    solve_hinge,
    solve_lunge,
    solve_plank,
    solve_squat_for,
)
from core.posture.figures import handstand_pose, hang_pose, hinge_pose, lunge_pose, plank_pose, squat_pose
from core.posture.margins import Change, Margin

# arm direction from straight down, elbow and wrist for drawing; the same as the catalog's poses
ARMS = {
    "none": (88, 0, 0),
    "goblet": (22, 128, 20),
    "front": (84, 146, 38),
    "back": (-66, 158, 0),
    "overhead": (180, 0, 0),
}
PROPS = {
    "none": (),
    "goblet": ("kettlebell@hand-up",),
    "front": ("barbell@front",),
    "back": ("barbell@back",),
    "overhead": ("barbell@hands",),
}


@dataclass(frozen=True)
class Solved:
    """A posture as the lab shows it. says: its name in a sentence; gives: how it is held when a range is short; extra: a
    further sentence. Angles in degrees."""

    pose: Pose
    lean_deg: float
    margins: tuple[Margin, ...]
    limiting: Margin
    holds: bool
    changes: tuple[Change, ...]
    says: str
    gives: str = "leaning"
    extra: str = ""


def squat(ask: LabAsk, has: dict[str, Range], body: Body) -> Solved:
    load = ask.load_share if ask.bar != "none" else 0.0
    found = solve_squat_for(
        SquatShape(ask.bar, load, ask.depth_deg, ask.stance_cm, ask.heel_mm, ask.single_leg), has, body
    )
    pose = replace(squat_pose(found.chain, *ARMS[ask.bar], single_leg=ask.single_leg), props=PROPS[ask.bar])
    return Solved(
        pose,
        found.chain.lean_deg,
        found.margins,
        found.limiting,
        found.holds,
        found.changes,
        "single-leg squat" if ask.single_leg else SQUAT_BARS[ask.bar],
    )


def lunge(ask: LabAsk, has: dict[str, Range], body: Body) -> Solved:
    try:
        found = solve_lunge(ask.step_length_m, has, body)
    except ValueError as problem:
        raise LabRefused("step_length_m", f"{problem}.") from problem
    return Solved(
        lunge_pose(found, body), 0.0, found.margins, found.limiting, found.holds, found.changes, "lunge"
    )


def hinge(ask: LabAsk, has: dict[str, Range], body: Body) -> Solved:
    found = solve_hinge(has, body, ask.bar_height_m)
    return Solved(
        replace(hinge_pose(found), props=("barbell@hands",)),
        found.back_deg,
        found.margins,
        found.limiting,
        found.holds,
        found.changes,
        "pull off the floor",
    )


def hang(ask: LabAsk, has: dict[str, Range], body: Body) -> Solved:
    found = solve_hang(ask.chest_cm, has, body)
    where = f"{abs(found.reached_cm):.0f} cm {'ahead of' if found.reached_cm >= 0 else 'behind'} the bar"
    return Solved(
        replace(hang_pose(found), props=("bar@hands",)),
        -found.trunk_deg,
        found.margins,
        found.limiting,
        found.holds,
        found.changes,
        "arch of the kip" if ask.chest_cm else "straight hang",
        extra="" if found.holds else f"The chest gets {where}.",
    )


def plank(ask: LabAsk, has: dict[str, Range], body: Body) -> Solved:
    found = solve_plank(ask.shoulders_cm, ask.wedge_deg, has, body)
    return Solved(
        plank_pose(found),
        180.0 + found.trunk_deg,
        found.margins,
        found.limiting,
        found.holds,
        found.changes,
        "straight-arm plank",
        extra=f"The hands carry {found.on_hands:.0%} of the body.",
    )


def handstand(ask: LabAsk, has: dict[str, Range], body: Body) -> Solved:
    found = solve_handstand(has, body, ask.wedge_deg)
    return Solved(
        handstand_pose(found),
        found.trunk_deg,
        found.margins,
        found.limiting,
        found.holds,
        found.changes,
        "handstand",
        gives="arching",
    )


SOLVERS: dict[str, Callable[[LabAsk, dict[str, Range], Body], Solved]] = {
    "squat": squat,
    "lunge": lunge,
    "hinge": hinge,
    "hang": hang,
    "plank": plank,
    "handstand": handstand,
}
