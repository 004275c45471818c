"""Hanging from a bar: the dead hang and the arch of a kip. How far the chest goes through, and which joints
give the way.

The hands hold the bar, arms straight. The further the chest goes ahead of the bar, the further the legs must
stay behind it, so that the common centre hangs under the hands; shoulders and hips share that bend evenly,
and what the hips cannot give (hip and low back extension together) the shoulders must.

Limitations: side view, straight knees and a straight trunk, at rest in the arch: a real kip passes through
it, so speed asks a few degrees more. It explains training positions and predicts no injury.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass

from core.body.shortfall import Range
from core.posture.body import Body
from core.posture.chain import Point
from core.posture.links import ahead, bisect, from_the_hands, run
from core.posture.margins import TOLERANCE_DEG, Change, Margin, limiting, smallest

OVERHEAD = ("shoulder.flexion", "thoracic.extension")
OPENING = ("hip.extension", "lumbar.extension")
KIP_CHEST_CM = 5.0  # chest ahead of the bar in a usual kip; estimate
CHEST_LIMIT_CM = 40.0


@dataclass(frozen=True, slots=True)
class Hang:
    """A solved hang, degrees. arm, trunk, leg: directions down from straight down, forward positive.
    reached_cm: how far ahead of the bar the chest really gets. joints: hands, shoulder, hip, knee, ankle,
    sole; fractions of height, the hands at 0."""

    reached_cm: float
    arm_deg: float
    trunk_deg: float
    leg_deg: float
    joints: tuple[Point, ...]
    centre: Point
    margins: tuple[Margin, ...]
    limiting: Margin
    holds: bool
    changes: tuple[Change, ...]


def solve_hang(chest_cm: float, has: dict[str, Range], body: Body, with_changes: bool = True) -> Hang:
    """The hang with the chest this far ahead of the bar (0: a dead hang). Raises ValueError beyond what
    arms allow."""
    if not 0 <= chest_cm <= CHEST_LIMIT_CM:
        raise ValueError(f"a chest {chest_cm:g} cm ahead of the bar: expected 0 to {CHEST_LIMIT_CM:g} cm")
    overhead = sum(has[motion].mean_deg for motion in OVERHEAD)
    opening = sum(has[motion].mean_deg for motion in OPENING)
    wanted = _shape(chest_cm, opening, body)
    margins = (
        Margin(OVERHEAD, _opened(wanted), overhead),
        Margin(OPENING, _even_bend(chest_cm, body), opening),
    )
    holds = margins[0].margin_deg >= -TOLERANCE_DEG
    arm, trunk, leg = wanted if holds else _stopped(overhead, opening, body)
    reached = chest_cm if holds else math.sin(math.radians(arm)) * body.arm * body.height_m * 100
    joints, centre = _places(arm, trunk, leg, body)
    changes = () if holds or not with_changes else _changes(chest_cm, has, body)
    return Hang(
        reached,
        arm,
        trunk,
        leg,
        joints,
        centre,
        margins,
        limiting(margins[:1] if not holds else margins),
        holds,
        changes,
    )


def _opened(shape: tuple[float, float, float]) -> float:
    """Overhead angle: 180 with arms and trunk in line, more with the chest through."""
    arm, trunk, _ = shape
    return 180.0 + arm - trunk


def _places(arm: float, trunk: float, leg: float, body: Body) -> tuple[tuple[Point, ...], Point]:
    return run((0.0, 0.0), from_the_hands(body, 180.0 - arm, 180.0 - trunk, 180.0 - leg))


def _arm_for(chest_cm: float, body: Body) -> float:
    return math.degrees(math.asin(chest_cm / 100 / body.height_m / body.arm))


def _bend(arm: float, body: Body, legs_behind: Callable[[float], float]) -> float:
    """The bend at the shoulders with which the centre hangs under the hands; ``legs_behind(bend)`` is the
    bend at the hips."""

    def too_little(bend: float) -> bool:
        trunk = arm - bend
        return ahead(body, arm, trunk, trunk - legs_behind(bend)) > 0  # sines are alike from straight down

    return bisect(-60.0, 80.0, too_little)


def _even_bend(chest_cm: float, body: Body) -> float:
    """What the hips give when they and the shoulders bend alike."""
    return max(0.0, _bend(_arm_for(chest_cm, body), body, lambda bend: bend))


def _shape(chest_cm: float, opening: float, body: Body) -> tuple[float, float, float]:
    """Arm, trunk and leg directions: bent evenly, the hips no further than they open."""
    arm = _arm_for(chest_cm, body)

    def hips(bend: float) -> float:
        return min(bend, opening)

    bend = _bend(arm, body, hips)
    return arm, arm - bend, arm - bend - hips(bend)


def _stopped(overhead: float, opening: float, body: Body) -> tuple[float, float, float]:
    """Arm, trunk and leg directions where shoulders that open no further let the body hang."""
    bend = overhead - 180.0
    hips = min(bend, opening)
    arm = bisect(-80.0, 80.0, lambda arm: ahead(body, arm, arm - bend, arm - bend - hips) < 0)
    return arm, arm - bend, arm - bend - hips


def _changes(chest_cm: float, has: dict[str, Range], body: Body) -> tuple[Change, ...]:
    def more(motion: str, degrees: float) -> bool:
        return solve_hang(
            chest_cm, {**has, motion: Range(has[motion].mean_deg + degrees, 0)}, body, False
        ).holds

    tries = [
        ("overhead", smallest(lambda deg: more("shoulder.flexion", deg), 40, 1.0), "degrees"),
        ("hip-extension", smallest(lambda deg: more("hip.extension", deg), 40, 1.0), "degrees"),
    ]
    if chest_cm >= 1:
        tries.append(
            (
                "chest",
                smallest(
                    lambda cm: solve_hang(max(0.0, chest_cm - cm), has, body, False).holds,
                    math.floor(chest_cm),
                    1.0,
                ),
                "cm",
            )
        )
    return tuple(Change(what, amount, unit) for what, amount, unit in tries if amount)
