"""A pose: joint angles of a figure, near and far side apart, and how it stands on the world.

Angles in degrees, zero in the anatomical standing position. Positive: ankle dorsiflexion, knee flexion, hip
flexion, lumbar flexion, thoracic extension, neck extension, shoulder flexion, elbow flexion. ``wrist`` turns
the hand onward in the direction of elbow flexion. ``lean`` is the pelvis from upright, forward positive.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal, get_args

Support = Literal["feet", "floor", "hang"]
View = Literal["side", "front"]
Limb = Literal["ankle", "knee", "hip", "shoulder", "elbow", "wrist", "thigh", "shank"]
LIMB_FIELDS: tuple[Limb, ...] = get_args(Limb)
TRUNK_FIELDS = ("lean", "lumbar", "thoracic", "neck", "heel")


@dataclass(frozen=True, slots=True)
class Limbs:
    """Joint angles of one side, degrees; thigh and shank: the share of their length that is seen (1 in the
    plane of the picture)."""

    ankle: float = 0.0
    knee: float = 0.0
    hip: float = 0.0
    shoulder: float = 0.0
    elbow: float = 0.0
    wrist: float = 0.0
    thigh: float = 1.0
    shank: float = 1.0


@dataclass(frozen=True, slots=True)
class Pose:
    """One shape of the body. ``view``: front has angles of its own (see front.py). ``props``: what@where."""

    near: Limbs
    far: Limbs
    lean: float = 0.0
    lumbar: float = 0.0
    thoracic: float = 0.0
    neck: float = 0.0
    support: Support = "feet"
    heel: float = 0.0
    view: View = "side"
    props: tuple[str, ...] = ()


def between(start: Pose, end: Pose, share: float) -> Pose:
    """The pose ``share`` (0..1) of the way from start to end, angle by angle, so limbs keep their length."""

    def mix(a: float, b: float) -> float:
        return a + (b - a) * share

    def mix_limbs(a: Limbs, b: Limbs) -> Limbs:
        return Limbs(*(mix(getattr(a, name), getattr(b, name)) for name in LIMB_FIELDS))

    return replace(
        start if share < 0.5 else end,
        near=mix_limbs(start.near, end.near),
        far=mix_limbs(start.far, end.far),
        lean=mix(start.lean, end.lean),
        lumbar=mix(start.lumbar, end.lumbar),
        thoracic=mix(start.thoracic, end.thoracic),
        neck=mix(start.neck, end.neck),
        heel=mix(start.heel, end.heel),
    )
