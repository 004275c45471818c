"""Every family by its name: its set of postures for many bodies at once."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from typing import Protocol

from numpy import bool_
from numpy.typing import NDArray

from core.posture.body import Body, stacked
from core.posture.bow import bow_shapes
from core.posture.fold import fold_shapes
from core.posture.hands import dip_shapes, head_down_shapes, plank_shapes, push_up_shapes, row_shapes
from core.posture.handstand import Handstands
from core.posture.hang import hang_shapes, level_shapes, toes_shapes
from core.posture.hinge import hinge_shapes
from core.posture.lockout import lockout_shapes
from core.posture.lunge import lunge_shapes, step_up_shapes
from core.posture.shape import Family, Shape
from core.posture.shapes import Array, Group, Ranges
from core.posture.squat import squat_shapes


class Postures(Protocol):
    """All postures of a position for B bodies; ranges are [B, n] a motion (core/posture/shapes.py)."""

    @property
    def groups(self) -> tuple[Group, ...]: ...
    @property
    def motions(self) -> tuple[str, ...]: ...
    def holds(self, ranges: Ranges) -> NDArray[bool_]: ...
    def least(self, ranges: Ranges) -> dict[str, Array]: ...
    def comfortable(self, ranges: Ranges, fine: bool = True) -> tuple[Array, Array]: ...
    def used(self, place: Array, x: Array) -> tuple[Array, ...]: ...
    def seen(self, place: Array, x: Array) -> dict[str, Array]: ...


MAKERS: Mapping[Family, Callable[[Shape, Body], Postures]] = {
    "squat": squat_shapes,
    "lunge": lunge_shapes,
    "step-up": step_up_shapes,
    "hinge": hinge_shapes,
    "bow": bow_shapes,
    "hang": hang_shapes,
    "l-hang": level_shapes,
    "toes-to-bar": toes_shapes,
    "fold": fold_shapes,
    "plank": plank_shapes,
    "push-up": push_up_shapes,
    "row": row_shapes,
    "handstand": lambda shape, body: Handstands(shape.wedge_deg, body),
    "head-down": head_down_shapes,
    "dip": dip_shapes,
    "lockout": lockout_shapes,
}


def postures_of(shape: Shape, bodies: Sequence[Body]) -> Postures:
    """Every posture of a shape for these bodies, in their order."""
    return MAKERS[shape.family](shape, stacked(bodies))
