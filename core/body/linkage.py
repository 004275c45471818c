"""Where a squat balances: a planar foot-shank-thigh-trunk chain with a bar, solved for trunk lean.

Given the ankle bend and the depth, there is one trunk lean that puts body and bar over the middle of the foot. That is
why a stiff ankle folds the trunk, and why a bar in front keeps it upright.

Limitations: sagittal plane only; symmetric stance; balance at one point (mid-foot), not within the whole foot.
"""
from __future__ import annotations

import math
from dataclasses import dataclass

from core.body.segments import CENTRE, LENGTH, MASS, MID_FOOT_AHEAD_OF_ANKLE

BAR_AHEAD_OF_SHOULDER = {"none": 0.0, "front": 0.055, "goblet": 0.10, "back": -0.045}  # fraction of height; estimate
MAX_LEAN_DEG = 85.0
MIN_LEAN_DEG = -20.0


@dataclass(frozen=True, slots=True)
class SquatPosture:
    """Joint angles in degrees of a balanced squat; ``balanced`` is False when no lean within -20..85 degrees balances."""

    ankle_deg: float
    knee_deg: float
    hip_deg: float
    lean_deg: float
    balanced: bool


def solve_squat(
    ankle_deg: float, thigh_deg: float, bar: str = "none", load_share: float = 0.0, stance_deg: float = 20.0,
    heel_deg: float = 0.0,
) -> SquatPosture:
    """Return the balanced squat posture.

    ankle_deg: ankle bend the person uses; thigh_deg: thigh from straight down (90 = parallel, above 90 = deeper);
    bar: none | front | goblet | back | overhead; load_share: bar mass as a share of body mass;
    stance_deg: hip abduction, which shortens the thigh seen from the side; heel_deg: tilt of a raised heel.
    Raises ValueError for an unknown bar place. Checked against published squat bands (Hemmerich 2006, Sato 2012).
    """
    if bar != "overhead" and bar not in BAR_AHEAD_OF_SHOULDER:
        raise ValueError(f"bar place {bar!r}: expected one of overhead, {', '.join(BAR_AHEAD_OF_SHOULDER)}")
    shank_tilt = math.radians(ankle_deg + heel_deg)
    knee_x = LENGTH["shank"] * math.sin(shank_tilt)
    hip_x = knee_x - LENGTH["thigh"] * math.cos(math.radians(stance_deg)) * math.sin(math.radians(thigh_deg))
    mid_foot = MID_FOOT_AHEAD_OF_ANKLE

    def moment(lean_deg: float) -> float:
        """Mass moment about mid-foot, fraction of height x body mass; grows with lean."""
        lean = math.radians(lean_deg)
        shoulder_x = hip_x + LENGTH["trunk"] * math.sin(lean)
        trunk_x = hip_x + CENTRE["head_arms_trunk"] * LENGTH["trunk"] * math.sin(lean)
        total = 2 * MASS["foot"] * 0.0
        total += 2 * MASS["shank"] * (knee_x * (1 - CENTRE["shank"]) - mid_foot)
        total += 2 * MASS["thigh"] * (hip_x + (knee_x - hip_x) * (1 - CENTRE["thigh"]) - mid_foot)
        total += MASS["head_arms_trunk"] * (trunk_x - mid_foot)
        if bar != "overhead":  # an overhead bar is carried over mid-foot by the shoulders
            total += load_share * (shoulder_x + BAR_AHEAD_OF_SHOULDER[bar] * math.cos(lean) - mid_foot)
        return total

    low, high = MIN_LEAN_DEG, MAX_LEAN_DEG
    balanced = moment(low) <= 0 <= moment(high)
    for _ in range(60):
        middle = (low + high) / 2
        if moment(middle) < 0:
            low = middle
        else:
            high = middle
    lean = (low + high) / 2
    return SquatPosture(ankle_deg, thigh_deg + ankle_deg + heel_deg, thigh_deg + lean, lean, balanced)
