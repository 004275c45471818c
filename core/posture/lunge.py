"""A lunge: distance and steps -> step length -> how far the rear hip opens and the front hip bends on these
legs.

Limitations: sagittal plane, trunk upright unless told, rear knee just off the floor, both feet pointing
ahead.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

from core.body.shortfall import Range
from core.posture.body import Body
from core.posture.margins import TOLERANCE_DEG, Change, Margin, limiting, smallest

KNEE_CLEAR = 0.02  # rear knee above the floor, fraction of height; estimate
# the rear foot stands on its toes, ankle this far behind them and as high; fraction of height, estimate
REAR_TOE_STEP = 0.11
FRONT_SHANK_DEG = 4.0  # forward tilt of the front shank; estimate


@dataclass(frozen=True, slots=True)
class Lunge:
    """A solved lunge, degrees and metres. step_length_m: heel to heel."""

    step_length_m: float
    rear_hip_extension_deg: float
    front_hip_flexion_deg: float
    front_knee_deg: float
    margins: tuple[Margin, ...]
    limiting: Margin
    holds: bool
    changes: tuple[Change, ...]


def steps_over(distance_m: float, step_length_m: float) -> int:
    """Whole steps it takes to cover a distance. Raises ValueError for lengths that are not above 0."""
    if distance_m <= 0 or step_length_m <= 0:
        raise ValueError(f"distance {distance_m} m in steps of {step_length_m} m: expected both above 0")
    return math.ceil(distance_m / step_length_m - 1e-9)


def longest_step_m(body: Body) -> float:
    """The longest step these legs can make with the rear knee just off the floor."""
    return _step_of(_widest(body), body) * body.height_m


@lru_cache(maxsize=512)
def _widest(body: Body) -> float:
    """The rear thigh, degrees behind straight down, at which the step is longest; steps grow up to it."""
    return max((degrees / 2 for degrees in range(178)), key=lambda rear: _step_of(rear, body))


def _step_of(rear_thigh_deg: float, body: Body) -> float:
    """Step length, fraction of height, with the rear thigh this far behind straight down."""
    hip_height = body.thigh * math.cos(math.radians(rear_thigh_deg)) + KNEE_CLEAR
    front_reach = _front_reach(hip_height, body)
    rear_knee_behind = body.thigh * math.sin(math.radians(rear_thigh_deg))
    drop = math.asin(min(1.0, max(-1.0, (REAR_TOE_STEP - KNEE_CLEAR) / body.shank)))
    rear_ankle_behind = rear_knee_behind + body.shank * math.cos(drop)
    return front_reach + rear_ankle_behind


def _front_thigh(hip_height: float, body: Body) -> float:
    """Front thigh from straight down, degrees, with the front shank a little forward."""
    knee_height = body.ankle_height + body.shank * math.cos(math.radians(FRONT_SHANK_DEG))
    return math.degrees(math.acos(max(-1.0, min(1.0, (hip_height - knee_height) / body.thigh))))


def _front_reach(hip_height: float, body: Body) -> float:
    thigh = math.radians(_front_thigh(hip_height, body))
    return body.thigh * math.sin(thigh) - body.shank * math.sin(math.radians(FRONT_SHANK_DEG))


def solve_lunge(
    step_length_m: float, has: dict[str, Range], body: Body, lean_deg: float = 0.0, with_changes: bool = True
) -> Lunge:
    """The lunge at a step length. Raises ValueError when the step is longer than the legs allow, or not
    above 0."""
    longest = longest_step_m(body)
    if not 0 < step_length_m <= longest:
        raise ValueError(
            f"a step of {step_length_m:.2f} m: these legs step above 0 and up to {longest:.2f} m"
        )
    low, high = -60.0, _widest(body)
    for _ in range(50):
        middle = (low + high) / 2
        if _step_of(middle, body) * body.height_m < step_length_m:
            low = middle
        else:
            high = middle
    rear = (low + high) / 2
    hip_height = body.thigh * math.cos(math.radians(rear)) + KNEE_CLEAR
    front = _front_thigh(hip_height, body)
    margins = (
        Margin(("hip.extension",), rear - lean_deg, has["hip.extension"].mean_deg),
        Margin(("hip.flexion",), front + lean_deg, has["hip.flexion"].mean_deg),
        Margin(("knee.flexion",), front + FRONT_SHANK_DEG, has["knee.flexion"].mean_deg),
    )
    first = limiting(margins)
    holds = first.margin_deg >= -TOLERANCE_DEG
    changes: tuple[Change, ...] = ()
    if not holds and with_changes:

        def shorter(cm: float) -> bool:
            return (
                step_length_m - cm / 100 > 0.05
                and solve_lunge(step_length_m - cm / 100, has, body, lean_deg, False).holds
            )

        def more(deg: float) -> bool:
            return solve_lunge(
                step_length_m,
                {**has, "hip.extension": Range(has["hip.extension"].mean_deg + deg, 0)},
                body,
                lean_deg,
                False,
            ).holds

        options = (
            ("hip-extension", smallest(more, 40, 1.0), "degrees"),
            ("shorter", smallest(shorter, math.floor(step_length_m * 100 - 6), 1.0), "cm"),
        )
        changes = tuple(Change(what, amount, unit) for what, amount, unit in options if amount)
    return Lunge(
        step_length_m,
        rear - lean_deg,
        margins[1].needs_deg,
        front + FRONT_SHANK_DEG,
        margins,
        first,
        holds,
        changes,
    )
