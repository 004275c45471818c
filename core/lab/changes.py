"""The smallest single changes that free a position: more of one motion, or another shape."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any, NamedTuple

import numpy as np

from core.body.shortfall import Range
from core.posture.body import Body
from core.posture.families import Postures, postures_of
from core.posture.shape import LIMITS, Shape
from core.posture.shapes import Ranges
from core.posture.stops import TOLERANCE_DEG

STEP_DEG = 0.5
MOST_DEG = 60.0  # a motion missing more than this is no change within reason


@dataclass(frozen=True, slots=True)
class Change:
    """The smallest change of one kind that frees the posture. what: a motion, or heel, stance, depth, bar,
    step, blocks, chest, wedge, shoulders, box. unit: degrees | mm | cm | place. sd: of adults, for a
    motion."""

    what: str
    amount: float
    unit: str
    sd: float | None = None


class Knob(NamedTuple):
    """One number of a shape that can be turned: by how much at most and in what steps, in its unit; turned
    gives the field's values after each amount."""

    what: str
    field: str
    unit: str
    step: float
    most: float
    per_unit: float  # of the field's own unit, with its direction


KNOBS: Mapping[str, Sequence[Knob]] = {
    "squat": (
        Knob("heel", "heel_mm", "mm", 5, 60, 1),
        Knob("stance", "stance_cm", "cm", 2, 40, 1),
        Knob("depth", "depth_deg", "degrees", 1, 40, -1),
    ),
    "lunge": (Knob("step", "step_length_m", "cm", 1, 60, -0.01),),
    "step-up": (Knob("box", "box_height_m", "cm", 1, 40, -0.01),),
    "hinge": (Knob("blocks", "bar_height_m", "cm", 1, 40, 0.01),),
    "bow": (Knob("lean", "lean_deg", "degrees", 1, 40, -1),),
    "fold": (Knob("short", "short_cm", "cm", 1, 60, 1),),
    "row": (Knob("hands", "hands_cm", "cm", 1, 25, 1),),
    "head-down": (Knob("wedge", "wedge_deg", "degrees", 1, 40, 1),),
    "hang": (Knob("chest", "chest_cm", "cm", 1, 40, -1),),
    "plank": (
        Knob("wedge", "wedge_deg", "degrees", 1, 40, 1),
        Knob("shoulders", "shoulders_cm", "cm", 1, 40, -1),
    ),
    "push-up": (Knob("wedge", "wedge_deg", "degrees", 1, 40, 1),),
    "handstand": (Knob("wedge", "wedge_deg", "degrees", 1, 40, 1),),
}


def changes_of(
    shape: Shape, body: Body, postures: Postures, has: Ranges, adults: Mapping[str, Range]
) -> tuple[Change, ...]:
    """Every single change that frees it: shapes first, then motions by how far they are among adults. has:
    [1, 1] a motion."""
    loose = {motion: degrees + TOLERANCE_DEG for motion, degrees in has.items()}
    turned = [_turned(knob, shape, body, loose) for knob in KNOBS.get(shape.family, ())]
    found = [change for change in turned if change]
    if shape.family == "squat" and shape.bar == "back" and _holds(replace(shape, bar="front"), body, loose):
        found.append(Change("bar", 1.0, "place"))
    motions = [
        Change(motion, amount, "degrees", amount / adults[motion].sd_deg)
        for motion, amount in _missing(postures, loose)
    ]
    return (*found, *sorted(motions, key=lambda one: one.sd or 0.0))


def _missing(postures: Postures, loose: Ranges) -> list[tuple[str, float]]:
    """Motions of which more alone would do, and how much more. loose: ranges with the tolerance on them."""
    found = []
    for motion, least in postures.least(loose).items():
        missing = float(least[0, 0] - loose[motion][0, 0])
        if 0 < missing <= MOST_DEG:
            found.append((motion, math.ceil(missing / STEP_DEG - 1e-6) * STEP_DEG))
    return found


def _turned(knob: Knob, shape: Shape, body: Body, loose: Ranges) -> Change | None:
    """The first amount of a knob with which it holds; all amounts are solved at once."""
    if knob.field == "stance_cm" and shape.single_leg:
        return None
    amounts = np.arange(knob.step, knob.most + knob.step / 2, knob.step)
    values = getattr(shape, knob.field) + amounts * knob.per_unit
    low, high = LIMITS[knob.field]
    amounts = amounts[(values >= low - 1e-9) & (values <= high + 1e-9)]
    if not amounts.size:
        return None
    column: Any = getattr(shape, knob.field) + amounts[:, None] * knob.per_unit
    holds = _holds_all(replace(shape, **{knob.field: column}), body, loose, amounts.size)
    return Change(knob.what, float(amounts[holds.argmax()]), knob.unit) if holds.any() else None


def _holds(shape: Shape, body: Body, loose: Ranges) -> bool:
    return bool(_holds_all(shape, body, loose, 1)[0])


def _holds_all(shape: Shape, body: Body, loose: Ranges, count: int) -> Any:
    postures = postures_of(shape, [body] * count)
    known = {motion: loose[motion] + np.zeros((count, 1)) for motion in postures.motions if motion in loose}
    if len(known) < len(postures.motions):  # another place of the load asks something nobody has told of
        return np.zeros(count, bool)
    return postures.holds(known)[:, 0]


SHAPES_SAY: Mapping[str, str] = {
    "heel": "a {0:g} mm heel",
    "stance": "stance {0:g} cm wider",
    "depth": "stop {0:g}° higher",
    "bar": "the bar in front",
    "step": "a step {0:g} cm shorter",
    "box": "a box {0:g} cm lower",
    "blocks": "the bar {0:g} cm higher",
    "chest": "the chest {0:g} cm less far through",
    "wedge": "a {0:g}° wedge under the heel of the hand",
    "shoulders": "the shoulders {0:g} cm further back",
    "lean": "a bow {0:g}° less deep",
    "short": "the hands {0:g} cm further from the soles",
    "hands": "the hands {0:g} cm further ahead of the ribs",
}
