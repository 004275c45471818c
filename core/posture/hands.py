"""Hands on the floor: the plank, and the handstand. Where the shoulders stand over the hands, and what wrists
and shoulders pay.

Under body weight a wrist bends further than it does unloaded, by ``PRESSED_DEG``. In a handstand the body
stands over the middle of the hands: straight when the shoulders open to a straight line; else the hips and
the low back arch, as far as they open, and what is still missing the arms lean, which the wrists pay for.

Limitations: side view, straight arms and knees, flat hands with the fingers ahead, at rest; no wall. It
explains training positions and predicts no injury.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from core.body.segments import LENGTH
from core.body.shortfall import Range
from core.posture.body import Body
from core.posture.chain import Point
from core.posture.hang import OPENING, OVERHEAD
from core.posture.links import ahead, bisect, from_the_hands, run, sway
from core.posture.margins import TOLERANCE_DEG, Change, Margin, limiting, smallest

PRESSED_DEG = 24.0  # a wrist under body weight beyond its unloaded range; estimate
WRIST_HEIGHT = 0.02  # of the joint above a flat hand, fraction of height; estimate
MID_HAND = 0.045  # middle of a flat hand ahead of the wrist, fraction of height; estimate
TOES_HEIGHT = 0.11  # of the ankles when standing on the toes, fraction of height; estimate
SHOULDERS_LIMIT_CM = 20.0


@dataclass(frozen=True, slots=True)
class OnHands:
    """A solved support, degrees. arm, trunk, leg: directions from straight up, forward (over the fingers)
    positive, running from the hands. joints: wrist, shoulder, hip, knee, ankle, sole; fractions of height.
    on_hands: share of body weight they carry."""

    arm_deg: float
    trunk_deg: float
    leg_deg: float
    joints: tuple[Point, ...]
    centre: Point
    on_hands: float
    margins: tuple[Margin, ...]
    limiting: Margin
    holds: bool
    changes: tuple[Change, ...]


def arm_to_wrist(body: Body) -> float:
    """Shoulder to wrist, fraction of height: the arm less half a hand."""
    return body.arm * (
        1 - LENGTH["hand"] / 2 / (LENGTH["upper_arm"] + LENGTH["forearm"] + LENGTH["hand"] / 2)
    )


def solve_plank(
    shoulders_cm: float, wedge_deg: float, has: dict[str, Range], body: Body, with_changes: bool = True
) -> OnHands:
    """The plank with the shoulders this far ahead of the wrists, hands on a wedge of so many degrees (heel of
    the hand up).

    Raises ValueError for shoulders further out than ``SHOULDERS_LIMIT_CM`` either way.
    """
    if not -SHOULDERS_LIMIT_CM <= shoulders_cm <= SHOULDERS_LIMIT_CM:
        expected = f"expected {-SHOULDERS_LIMIT_CM:g} to {SHOULDERS_LIMIT_CM:g} cm"
        raise ValueError(f"shoulders {shoulders_cm:g} cm ahead of the hands: {expected}")
    arm = arm_to_wrist(body)
    lean = math.degrees(math.asin(shoulders_cm / 100 / body.height_m / arm))
    height = WRIST_HEIGHT + arm * math.cos(math.radians(lean))
    slope = math.degrees(math.asin((height - TOES_HEIGHT) / (body.trunk + body.thigh + body.shank)))
    back = -(90.0 + slope)  # from the shoulders back and down to the feet
    joints, centre = run((0.0, WRIST_HEIGHT), from_the_hands(body, lean, back, back, arm))
    toes_x = joints[4][0]
    margins = (
        Margin(("wrist.extension",), 90.0 + lean - PRESSED_DEG - wedge_deg, has["wrist.extension"].mean_deg),
        Margin(("shoulder.flexion",), 90.0 - slope - lean, has["shoulder.flexion"].mean_deg),
    )
    first = limiting(margins)
    holds = first.margin_deg >= -TOLERANCE_DEG
    changes: tuple[Change, ...] = ()
    if not holds and with_changes:

        def freed(cm: float = 0.0, wedge: float = 0.0, degrees: float = 0.0) -> bool:
            more = {**has, "wrist.extension": Range(has["wrist.extension"].mean_deg + degrees, 0)}
            return solve_plank(shoulders_cm - cm, wedge_deg + wedge, more, body, False).holds

        tries = (
            ("wedge", smallest(lambda deg: freed(wedge=deg), 40, 1.0), "degrees"),
            (
                "shoulders",
                smallest(lambda cm: freed(cm=cm), math.floor(shoulders_cm + SHOULDERS_LIMIT_CM), 1.0),
                "cm",
            ),
            ("wrist", smallest(lambda deg: freed(degrees=deg), 40, 1.0), "degrees"),
        )
        changes = tuple(Change(what, amount, unit) for what, amount, unit in tries if amount)
    return OnHands(
        lean,
        back,
        back,
        joints,
        centre,
        (centre[0] - toes_x) / (0.0 - toes_x),
        margins,
        first,
        holds,
        changes,
    )


def solve_handstand(
    has: dict[str, Range], body: Body, wedge_deg: float = 0.0, with_changes: bool = True
) -> OnHands:
    """The handstand with everything over the middle of the hands. It holds as long as the wrists bear the
    lean it takes."""
    overhead = sum(has[motion].mean_deg for motion in OVERHEAD)
    opening = sum(has[motion].mean_deg for motion in OPENING)
    closed = max(0.0, 180.0 - overhead)
    straight = _lean_with(0.0, 0.0, body)
    arch = min(opening, _arch_to_stand(closed, straight, body))
    lean = _lean_with(closed, arch, body)
    trunk = lean - closed
    joints, centre = _stand(lean, closed, arch, body)
    margins = (
        Margin(OVERHEAD, 180.0, overhead),
        Margin(("wrist.extension",), 90.0 + lean - PRESSED_DEG - wedge_deg, has["wrist.extension"].mean_deg),
        Margin(OPENING, arch, opening),
    )
    holds = margins[1].margin_deg >= -TOLERANCE_DEG
    blame = limiting(margins) if holds else _blame(margins, lean, straight)
    changes: tuple[Change, ...] = ()
    if not holds and with_changes:

        def more(motion: str, degrees: float) -> bool:
            return solve_handstand(
                {**has, motion: Range(has[motion].mean_deg + degrees, 0)}, body, wedge_deg, False
            ).holds

        tries = (
            (
                "wedge",
                smallest(lambda deg: solve_handstand(has, body, wedge_deg + deg, False).holds, 40, 1.0),
                "degrees",
            ),
            ("overhead", smallest(lambda deg: more("shoulder.flexion", deg), 60, 1.0), "degrees"),
            ("hip-extension", smallest(lambda deg: more("hip.extension", deg), 40, 1.0), "degrees"),
            ("wrist", smallest(lambda deg: more("wrist.extension", deg), 40, 1.0), "degrees"),
        )
        changes = tuple(Change(what, amount, unit) for what, amount, unit in tries if amount)
    return OnHands(lean, trunk, trunk + arch, joints, centre, 1.0, margins, blame, holds, changes)


def _arch_to_stand(closed: float, straight: float, body: Body) -> float:
    """The arch that lets the arms stand as in a straight handstand; without end (``inf``) when no arch
    can."""
    if not closed:
        return 0.0
    arms, trunk, legs = sway(body, arm_to_wrist(body))
    sine = (
        MID_HAND - arms * math.sin(math.radians(straight)) - trunk * math.sin(math.radians(straight - closed))
    ) / legs
    return math.degrees(math.asin(sine)) - (straight - closed) if abs(sine) <= 1 else math.inf


def _blame(margins: tuple[Margin, ...], lean: float, straight: float) -> Margin:
    """Closed shoulders make the arms lean and the wrists pay: they are to blame when that lean is most of
    what is missing."""
    return margins[0] if lean - straight > -margins[1].margin_deg / 2 else margins[1]


def _stand(lean: float, closed: float, arch: float, body: Body) -> tuple[tuple[Point, ...], Point]:
    trunk = lean - closed
    return run((0.0, WRIST_HEIGHT), from_the_hands(body, lean, trunk, trunk + arch, arm_to_wrist(body)))


def _lean_with(closed: float, arch: float, body: Body) -> float:
    """Lean of the arms that puts the centre over the middle of the hands."""
    arm = arm_to_wrist(body)
    return bisect(
        -40.0, 80.0, lambda lean: ahead(body, lean, lean - closed, lean - closed + arch, arm) < MID_HAND
    )
