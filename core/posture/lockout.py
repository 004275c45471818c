"""Standing with a load overhead: arms upright over mid-foot, ribs down.

Along the nodes the trunk goes from leaning forward to arched back. Arching spares the shoulders and is the
usual way to fake a lockout, so the standard allows little of it.
"""

from __future__ import annotations

import numpy as np

from core.body.pose import Limbs, Pose
from core.posture.body import Body
from core.posture.hang import OPENING
from core.posture.shape import Shape
from core.posture.shapes import NODES, Group, Shapes
from core.posture.squat import OVERHEAD

ARCH_LIMITS = (-10.0, 3.0)  # of the trunk back from upright; the most a lockout allows is an estimate
WEARS_DEG = 4.0


def lockout_shapes(shape: Shape, body: Body) -> Shapes:
    """Every lockout of these bodies (columns [B, 1])."""
    arch = np.linspace(*ARCH_LIMITS, NODES)[None, :] + 0.0 * body.arm
    return Shapes(
        groups=(Group(OVERHEAD, 180.0 - arch), Group(OPENING, arch)),
        dislike=(arch / WEARS_DEG) ** 2,
        drawn={"arch": arch},
    )


def lockout_pose(seen: dict[str, float]) -> Pose:
    limbs = Limbs(0.0, 0.0, -seen["arch"])
    return Pose(limbs, limbs)
