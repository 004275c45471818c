"""Joint places of a planar posture and where its mass is. x forward of the ankle, y up from the floor,
fractions of height."""

from __future__ import annotations

import math
from dataclasses import dataclass

from core.posture.body import Body

Point = tuple[float, float]

# where a bar or bell sits from the shoulder, along the trunk's normal (ahead) and along the trunk (up);
# fraction of height, estimate
BAR_FROM_SHOULDER = {
    "front": (0.055, 0.020),
    "back": (-0.045, 0.000),
    "goblet": (0.100, -0.060),
    "elbow": (0.090, -0.110),
}
BAR_PLACES = ("none", *BAR_FROM_SHOULDER, "overhead", "hands")


@dataclass(frozen=True, slots=True)
class Chain:
    """A posture as absolute directions in degrees from upright, forward positive; ``thigh_deg`` is the
    thigh from straight down, so 90 is level with the hip behind the knee. arm_deg is the arm from straight
    down, forward positive (180 is up)."""

    shank_deg: float
    thigh_deg: float
    lean_deg: float
    arm_deg: float
    heel_deg: float = 0.0
    abduction_deg: float = 0.0


@dataclass(frozen=True, slots=True)
class Places:
    """Joint places, the load's place (None without one) and the common centre of mass, fractions of
    height."""

    toe: Point
    heel: Point
    ankle: Point
    knee: Point
    hip: Point
    shoulder: Point
    grip: Point
    load: Point | None
    centre: Point


def places(chain: Chain, body: Body, bar: str = "none", load_share: float = 0.0) -> Places:
    """Forward kinematics and the centre of mass of body and load (``load_share``: load as a share of body
    mass).

    A raised heel turns the foot about the toe. Abduction turns both thighs out of the plane, so that they
    show shorter. Raises ValueError for an unknown place of the bar.
    """
    if bar not in BAR_PLACES:
        raise ValueError(f"bar place {bar!r}: expected one of {', '.join(BAR_PLACES)}")
    tilt = math.radians(chain.heel_deg)
    toe = (body.toe_ahead, 0.0)
    ankle = _turned((0.0, body.ankle_height), toe, tilt)
    heel = _turned((-body.heel_behind, 0.0), toe, tilt)
    shank, thigh, lean, arm = (
        math.radians(value) for value in (chain.shank_deg, chain.thigh_deg, chain.lean_deg, chain.arm_deg)
    )
    seen = body.thigh * math.cos(math.radians(chain.abduction_deg))
    knee = (ankle[0] + body.shank * math.sin(shank), ankle[1] + body.shank * math.cos(shank))
    hip = (knee[0] - seen * math.sin(thigh), knee[1] + seen * math.cos(thigh))
    shoulder = (hip[0] + body.trunk * math.sin(lean), hip[1] + body.trunk * math.cos(lean))
    grip = (shoulder[0] + body.arm * math.sin(arm), shoulder[1] - body.arm * math.cos(arm))
    load = _load_place(bar, shoulder, grip, lean)
    foot = ((toe[0] + heel[0]) / 2, (toe[1] + heel[1]) / 2)
    pieces = [
        (body.foot_mass, foot),
        (body.shank_mass, _along(knee, ankle, body.shank_centre)),
        (body.thigh_mass, _along(hip, knee, body.thigh_centre)),
        (body.trunk_mass, _along(hip, shoulder, body.trunk_centre)),
        (body.arm_mass, _along(shoulder, grip, body.arm_centre)),
    ]
    if load is not None and load_share:
        pieces.append((load_share, load))
    total = sum(mass for mass, _ in pieces)
    centre = (
        sum(mass * at[0] for mass, at in pieces) / total,
        sum(mass * at[1] for mass, at in pieces) / total,
    )
    return Places(toe, heel, ankle, knee, hip, shoulder, grip, load, centre)


def _turned(point: Point, about: Point, angle: float) -> Point:
    """A point turned about another, heel upward positive."""
    x, y = point[0] - about[0], point[1] - about[1]
    return (
        about[0] + x * math.cos(angle) + y * math.sin(angle),
        about[1] - x * math.sin(angle) + y * math.cos(angle),
    )


def _along(start: Point, end: Point, share: float) -> Point:
    return (start[0] + (end[0] - start[0]) * share, start[1] + (end[1] - start[1]) * share)


def _load_place(bar: str, shoulder: Point, grip: Point, lean: float) -> Point | None:
    if bar == "none":
        return None
    if bar in ("overhead", "hands"):
        return grip
    ahead, up = BAR_FROM_SHOULDER[bar]
    return (
        shoulder[0] + ahead * math.cos(lean) + up * math.sin(lean),
        shoulder[1] - ahead * math.sin(lean) + up * math.cos(lean),
    )
