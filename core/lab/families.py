"""Each family of postures, solved and turned into one common answer with the pose to draw."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import NamedTuple, Protocol

from core.body.pose import Pose
from core.body.shortfall import Range
from core.lab.asked import Bar, Family, LabAsk, LabRefused
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


class Loaded(NamedTuple):
    """A squat with the load in one place: its name, the arms (direction of the upper arm from straight
    down, elbow and wrist, degrees; the same as the catalog's poses) and what is held."""

    name: str
    arm_deg: float
    elbow_deg: float
    wrist_deg: float
    props: tuple[str, ...] = ()


SQUATS: dict[Bar, Loaded] = {
    "none": Loaded("air squat", arm_deg=88, elbow_deg=0, wrist_deg=0),
    "goblet": Loaded(
        name="goblet squat", arm_deg=22, elbow_deg=128, wrist_deg=20, props=("kettlebell@hand-up",)
    ),
    "front": Loaded(name="front squat", arm_deg=84, elbow_deg=146, wrist_deg=38, props=("barbell@front",)),
    "back": Loaded(name="back squat", arm_deg=-66, elbow_deg=158, wrist_deg=0, props=("barbell@back",)),
    "overhead": Loaded(
        name="overhead squat", arm_deg=180, elbow_deg=0, wrist_deg=0, props=("barbell@hands",)
    ),
}


class Posture(Protocol):
    """What every solved posture says."""

    @property
    def margins(self) -> tuple[Margin, ...]: ...
    @property
    def limiting(self) -> Margin: ...
    @property
    def holds(self) -> bool: ...
    @property
    def changes(self) -> tuple[Change, ...]: ...


@dataclass(frozen=True, kw_only=True)
class Solved:
    """A posture as the lab shows it. says: its name in a sentence; gives: how it is held when a range is
    short; extra: a further sentence. Angles in degrees."""

    posture: Posture
    pose: Pose
    lean_deg: float
    says: str
    gives: str = "leaning"
    extra: str = ""

    @property
    def margins(self) -> tuple[Margin, ...]:
        return self.posture.margins

    @property
    def limiting(self) -> Margin:
        return self.posture.limiting

    @property
    def holds(self) -> bool:
        return self.posture.holds

    @property
    def changes(self) -> tuple[Change, ...]:
        return self.posture.changes


def squat(ask: LabAsk, has: dict[str, Range], body: Body) -> Solved:
    load_share = ask.load_share if ask.bar != "none" else 0.0
    shape = SquatShape(
        bar=ask.bar,
        load_share=load_share,
        depth_deg=ask.depth_deg,
        stance_cm=ask.stance_cm,
        heel_mm=ask.heel_mm,
        single_leg=ask.single_leg,
    )
    posture = solve_squat_for(shape, has, body)
    loaded = SQUATS[ask.bar]
    pose = squat_pose(posture.chain, loaded.arm_deg, loaded.elbow_deg, loaded.wrist_deg, ask.single_leg)
    return Solved(
        posture=posture,
        pose=replace(pose, props=loaded.props),
        lean_deg=posture.chain.lean_deg,
        says="single-leg squat" if ask.single_leg else loaded.name,
    )


def lunge(ask: LabAsk, has: dict[str, Range], body: Body) -> Solved:
    try:
        posture = solve_lunge(ask.step_length_m, has, body)
    except ValueError as problem:
        raise LabRefused("step_length_m", f"{problem}.") from problem
    return Solved(posture=posture, pose=lunge_pose(posture, body), lean_deg=0.0, says="lunge")


def hinge(ask: LabAsk, has: dict[str, Range], body: Body) -> Solved:
    posture = solve_hinge(has, body, ask.bar_height_m)
    pose = replace(hinge_pose(posture), props=("barbell@hands",))
    return Solved(posture=posture, pose=pose, lean_deg=posture.back_deg, says="pull off the floor")


def hang(ask: LabAsk, has: dict[str, Range], body: Body) -> Solved:
    posture = solve_hang(ask.chest_cm, has, body)
    side = "ahead of" if posture.reached_cm >= 0 else "behind"
    reached = f"The chest gets {abs(posture.reached_cm):.0f} cm {side} the bar."
    return Solved(
        posture=posture,
        pose=replace(hang_pose(posture), props=("bar@hands",)),
        lean_deg=-posture.trunk_deg,
        says="arch of the kip" if ask.chest_cm else "straight hang",
        extra="" if posture.holds else reached,
    )


def plank(ask: LabAsk, has: dict[str, Range], body: Body) -> Solved:
    posture = solve_plank(ask.shoulders_cm, ask.wedge_deg, has, body)
    return Solved(
        posture=posture,
        pose=plank_pose(posture),
        lean_deg=180.0 + posture.trunk_deg,
        says="straight-arm plank",
        extra=f"The hands carry {posture.on_hands:.0%} of the body.",
    )


def handstand(ask: LabAsk, has: dict[str, Range], body: Body) -> Solved:
    posture = solve_handstand(has, body, ask.wedge_deg)
    return Solved(
        posture=posture,
        pose=handstand_pose(posture),
        lean_deg=posture.trunk_deg,
        says="handstand",
        gives="arching",
    )


SOLVERS: dict[Family, Callable[[LabAsk, dict[str, Range], Body], Solved]] = {
    "squat": squat,
    "lunge": lunge,
    "hinge": hinge,
    "hang": hang,
    "plank": plank,
    "handstand": handstand,
}
