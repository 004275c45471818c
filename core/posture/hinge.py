"""A pull off the floor and every hinge over a load: it is over mid-foot, the shin clear of it.

Along the nodes the back goes from level or from straight knees to the most upright one at which the shin is
clear. The shoulders stand over the bar, or ahead of it by arms that draw it back, so each lean puts the hips
in one place; shank and thigh reach them from the foot, and the shank leans as it must. Hamstrings allow a hip
bend that grows as the knee bends, as they pass over both joints. A wide stance shortens the thighs seen from
the side (sumo).

Limitations: sagittal plane, neutral straight back, slow.
"""

from __future__ import annotations

import numpy as np

from core.body.pose import Limbs, Pose
from core.posture.body import Body
from core.posture.degrees import Numbers, acos, atan2, cos, sin
from core.posture.links import two_links
from core.posture.shape import Shape
from core.posture.shapes import NEVER, Group, Pieces, Shapes, in_pieces
from core.posture.squat import SUPPORT, abduction_of

HIP_PER_KNEE = (
    0.55  # degrees of hip bend a degree of knee bend gives back; moment arms at hip and knee, estimate
)
SHIN_BEHIND_BAR = (
    0.02  # room the shank has to lean into before the shin meets the bar, fraction of height; estimate
)
BLADES_DROP = 0.015  # that hanging shoulders lengthen the arms by, fraction of height; estimate
SHANK_BACK_DEG = -15.0  # the furthest a shank leans back; estimate
LEAN_MOST_DEG = 90.0
LOAD_SHARE = 0.7  # of body mass, where no load is named: what the centre is judged with; estimate
NARROW_CM = 30.0  # feet under the hips, at which the thighs stay in the plane
PREFERS_DEG = 62.0  # the lean most start a pull with, and how far from it costs one; estimate
WEARS_DEG = 15.0
FREE_SHANK_DEG = 60.0  # of a shank that meets no bar
END = 2.0
PERCENT = 100.0  # balance counts in hundredths of the foot beside degrees


def hinge_shapes(shape: Shape, body: Body) -> Pieces:
    """Every start of a pull of these bodies (columns [B, 1]): up to the lean at which the hips bend most,
    and on."""
    thigh = body.thigh * cos(abduction_of(shape.stance_cm, body) if shape.stance_cm > NARROW_CM else 0.0)
    reach = body.arm + BLADES_DROP
    back = shape.arms_back_deg
    shoulder = (body.mid_foot + reach * sin(back), _bar(shape, body) + reach * cos(back))
    low, high = _leans(shoulder, thigh, _clear_of_the_bar(shape, body), body, shape.knee_most_deg)
    # from straight knees back, ever further a node, as the knees first bend by the root of that way
    return in_pieces(
        lambda way: _shapes(shape, high - (high - low) * way**2, shoulder, thigh, body),
        0.0 * high,
        0.0 * high + 1.0,
    )


def _leans(
    shoulder: tuple[Numbers, Numbers], thigh: Numbers, clear: Numbers, body: Body, knee_most: Numbers
) -> tuple[Numbers, Numbers]:
    """The most upright back, at which the shin just clears the bar or the knees bend no further, and the most
    level one, at which the knees are straight; closed forms. The first is after the second where these legs
    cannot do it."""
    far = np.hypot(*shoulder)

    def leaning(leg_squared: Numbers) -> Numbers:
        """The lean that puts the hips so far from the ankle."""
        return atan2(*shoulder) + acos((far**2 + body.trunk**2 - leg_squared) / (2 * body.trunk * far))

    high = np.minimum(leaning((body.shank + thigh) ** 2), LEAN_MOST_DEG)
    folded = body.shank**2 + thigh**2 + 2 * body.shank * thigh * cos(knee_most)
    knee = (body.shank * sin(clear), body.shank * cos(clear))
    way = (shoulder[0] - knee[0], shoulder[1] - knee[1])  # knee to shoulders
    span = np.hypot(*way)
    inner = acos((span**2 + body.trunk**2 - thigh**2) / (2 * span * body.trunk))
    low = np.where(span < thigh + body.trunk, atan2(*way) + inner, atan2(*way))
    reached = far - body.trunk < np.sqrt(folded)
    return np.clip(np.where(reached, np.maximum(low, leaning(folded)), low), 0.0, high - 1e-3), high


def _legs(
    shoulder: tuple[Numbers, Numbers], lean: Numbers, thigh: Numbers, body: Body
) -> tuple[Numbers, Numbers, Numbers]:
    """Shank from upright, knee bend and hip bend for a lean of the back."""
    hip = (shoulder[0] - body.trunk * sin(lean), shoulder[1] - body.trunk * cos(lean))
    shank, knee = two_links(hip, body.shank, thigh)
    return shank, knee, knee - shank + lean


def _shapes(
    shape: Shape, lean: Numbers, shoulder: tuple[Numbers, Numbers], thigh: Numbers, body: Body
) -> Shapes:
    shank, knee, bend = _legs(shoulder, lean, thigh, body)
    clear = _clear_of_the_bar(shape, body)
    reached = np.hypot(shoulder[0] - body.trunk * sin(lean), shoulder[1] - body.trunk * cos(lean))
    possible = (shank <= clear + 1e-4) & (reached <= (body.shank + thigh) * (1 + 1e-6))
    groups = (
        Group(("hip.flexion-straight-knee",), np.where(possible, bend - HIP_PER_KNEE * knee, NEVER), end=END),
        Group(("hip.flexion",), bend, end=END),
        Group(("knee.flexion",), knee),
        Group(("ankle.dorsiflexion",), shank),
        Group((), SHANK_BACK_DEG - shank),
        Group((), knee - shape.knee_most_deg - 1e-6),
        *(Group((), side) for side in _off_the_foot(shape, body, thigh, shank, knee - shank, lean)),
    )
    return Shapes(
        groups=groups,
        dislike=((lean - PREFERS_DEG) / WEARS_DEG) ** 2,
        drawn={"shank": shank, "knee": knee, "bend": bend, "lean": lean},
    )


def _bar(shape: Shape, body: Body) -> Numbers:
    """The bar above the ankle, fraction of height."""
    return shape.bar_height_m / body.height_m + (body.shank if shape.from_knee else -body.ankle_height)


def _clear_of_the_bar(shape: Shape, body: Body) -> Numbers:
    """The furthest the shank leans before the shin meets the bar, degrees."""
    above = np.minimum(_bar(shape, body), body.shank)
    meets = (above > 0.01) & (not shape.beside)
    return np.where(meets, atan2(SHIN_BEHIND_BAR, np.maximum(above, 0.01)), FREE_SHANK_DEG)


def _off_the_foot(
    shape: Shape, body: Body, thigh: Numbers, shank: Numbers, seat: Numbers, lean: Numbers
) -> tuple[Numbers, Numbers]:
    """How far the common centre of body and bar is behind and ahead of the foot that can push; below 0 it
    is over it. seat: thigh from straight down."""
    knee_x = body.shank * sin(shank)
    hip_x = knee_x - thigh * sin(seat)
    shoulder_x = hip_x + body.trunk * sin(lean)
    load = shape.load_share or LOAD_SHARE
    pieces = (
        (body.foot_mass, body.mid_foot),
        (body.shank_mass, knee_x * (1 - body.shank_centre)),
        (body.thigh_mass, hip_x + (knee_x - hip_x) * body.thigh_centre),
        (body.trunk_mass, hip_x + (shoulder_x - hip_x) * body.trunk_centre),
        (body.arm_mass, shoulder_x + (body.mid_foot - shoulder_x) * body.arm_centre),
        (load, body.mid_foot),
    )
    centre = sum(mass * x for mass, x in pieces) / sum(mass for mass, _ in pieces)
    share = (centre + body.heel_behind) / body.foot
    return (SUPPORT[0] - share) * PERCENT, (share - SUPPORT[1]) * PERCENT


def hinge_pose(seen: dict[str, float]) -> Pose:
    limbs = Limbs(seen["shank"], seen["knee"], seen["bend"])
    return Pose(limbs, limbs)
