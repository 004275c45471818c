"""A pull off the floor: long or short hamstrings -> how far the back leans, how much the knees bend to reach
the bar.

The grip hangs straight down to the bar. Hamstrings allow a hip bend that shrinks as the knee straightens: at
the knee bend k the hip can go to the straight-leg raise plus a share of k, as they pass over both joints.

Limitations: sagittal plane, neutral straight back, shoulders over the bar; a bar of usual plates is 22.5 cm
off the floor.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from core.body.shortfall import Range
from core.posture.body import Body
from core.posture.margins import TOLERANCE_DEG, Change, Margin, limiting, smallest

BAR_HEIGHT_M = 0.225  # radius of a 45 cm competition plate; from memory
HIP_PER_KNEE = (
    0.55  # degrees of hip bend a degree of knee bend gives back; moment arms at hip and knee, estimate
)
MOST_KNEE_DEG = 110.0


@dataclass(frozen=True, slots=True)
class Hinge:
    """A solved start of a pull, degrees. back_deg: trunk from upright."""

    back_deg: float
    knee_deg: float
    ankle_deg: float
    hip_deg: float
    margins: tuple[Margin, ...]
    limiting: Margin
    holds: bool
    changes: tuple[Change, ...]


def solve_hinge(
    has: dict[str, Range], body: Body, bar_height_m: float = BAR_HEIGHT_M, with_changes: bool = True
) -> Hinge:
    """The start with the straightest knees the hamstrings allow. Raises ValueError for a bar above the
    standing grip."""
    reach = bar_height_m / body.height_m
    top = body.ankle_height + body.shank + body.thigh + body.trunk - body.arm
    if not 0 <= reach < top:
        most = f"{top * body.height_m:.2f} m, where the hands hang when standing"
        raise ValueError(f"a bar at {bar_height_m:g} m: expected between 0 and {most}")
    raise_deg = has["hip.flexion-straight-knee"].mean_deg
    low, high = 0.0, MOST_KNEE_DEG
    for _ in range(50):
        middle = (low + high) / 2
        hip = _posture(middle, reach, body)[2]
        if hip is None or hip > raise_deg + HIP_PER_KNEE * middle:
            low = middle
        else:
            high = middle
    back, ankle, hip = _posture(high, reach, body)
    hip = hip if hip is not None else 180.0
    margins = (
        Margin(("hip.flexion-straight-knee",), hip - HIP_PER_KNEE * high, raise_deg),
        Margin(("hip.flexion",), hip, has["hip.flexion"].mean_deg),
        Margin(("ankle.dorsiflexion",), ankle, has["ankle.dorsiflexion"].mean_deg),
    )
    first = limiting(margins)
    holds = first.margin_deg >= -TOLERANCE_DEG
    changes: tuple[Change, ...] = ()
    if not holds and with_changes:

        def higher(cm: float) -> bool:
            return (
                reach + cm / 100 / body.height_m < top
                and solve_hinge(has, body, bar_height_m + cm / 100, False).holds
            )

        def longer(deg: float) -> bool:
            return solve_hinge(
                {**has, "hip.flexion-straight-knee": Range(raise_deg + deg, 0)}, body, bar_height_m, False
            ).holds

        options = (
            ("blocks", smallest(higher, 40, 1.0), "cm"),
            ("hamstrings", smallest(longer, 60, 1.0), "degrees"),
        )
        changes = tuple(Change(what, amount, unit) for what, amount, unit in options if amount)
    return Hinge(back, high, ankle, hip, margins, first, holds, changes)


def _posture(knee_deg: float, reach: float, body: Body) -> tuple[float, float, float | None]:
    """Back, ankle and hip angles with the grip at the bar: the shank takes a third of the knee's bend, the
    thigh the rest."""
    shank = knee_deg / 3
    thigh = knee_deg - shank
    hip_height = (
        body.ankle_height
        + body.shank * math.cos(math.radians(shank))
        + body.thigh * math.cos(math.radians(thigh))
    )
    cosine = (reach + body.arm - hip_height) / body.trunk
    if cosine < -1:
        return 180.0, shank, None
    back = math.degrees(math.acos(min(1.0, cosine)))
    return back, shank, back + thigh
