"""The squat family: air, goblet, front, back, overhead, single-leg. Given ranges, where it stops and what
would free it.

A person bends the ankle as far as it goes; the trunk then leans just so far that body and load stand over the
foot. Any lean that keeps the common centre between a little ahead of the heel and a little behind the toes
can be held; the preferred one is over mid-foot. More ankle lets the trunk stay more upright, which spares hip
and shoulder.

Limitations: sagittal plane; both sides alike (one leg: all on it); slow, no speed; spine as one straight
segment whose upper part gives what the person has of upper back extension. It explains training positions and
predicts no injury.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from core.body.shortfall import Range
from core.posture.body import Body
from core.posture.chain import BAR_FROM_SHOULDER, BAR_PLACES, Chain, Places, places
from core.posture.margins import TOLERANCE_DEG, Change, Margin, limiting, smallest

SUPPORT = (0.20, 0.80)  # of the foot from heel to toe, within which balance can be held with a load; estimate
LEAN_LIMITS = (-15.0, 88.0)
ARM_AHEAD_DEG = 85.0  # arms held out in an air squat, from straight down; estimate
RACK_ARM_DEG = 60.0
HEELS_MOST_MM, STANCE_MOST_CM, WALL_MOST_CM, DEGREES_MOST = 60.0, 40.0, 12.0, 40.0
USUAL_DEG = {
    "hip.flexion": 124.0,
    "shoulder.flexion": 168.0,
    "thoracic.extension": 22.0,
}  # what most adults have; norms, from memory
LEAN_TRIES = 10
ANKLE_STEPS = 12  # halvings of 70 degrees: to about a fiftieth of a degree
DEG_PER_CM = 3.6  # tibia angle per cm of toe-to-wall, Konor 2012 / Bennell 1998, from memory


@dataclass(frozen=True, slots=True)
class SquatShape:
    """What is done. depth_deg: thigh from straight down (90 level, more is deeper). stance_cm: width
    between the heels. heel_mm: raised heel. bar: none | goblet | front | back | overhead | elbow.
    load_share of body mass. single_leg: all on one."""

    bar: str = "none"
    load_share: float = 0.0
    depth_deg: float = 100.0
    stance_cm: float = 42.0
    heel_mm: float = 0.0
    single_leg: bool = False


@dataclass(frozen=True, slots=True)
class Squat:
    """A solved squat. Angles in degrees. lean_range: leans that keep balance within the foot, most upright
    first."""

    shape: SquatShape
    chain: Chain
    places: Places
    lean_range: tuple[float, float]
    margins: tuple[Margin, ...]
    limiting: Margin
    holds: bool
    changes: tuple[Change, ...]

    @property
    def angles(self) -> dict[str, float]:
        """Joint angles by motion."""
        return {one.id: one.needs_deg for one in self.margins}


def abduction_of(stance_cm: float, body: Body) -> float:
    """Thighs out of the plane for a stance, degrees: half the stance less half a pelvis, over the thigh's
    length."""
    half_pelvis_cm = (
        0.0955 * body.height_m * 100
    )  # half of 0.191 H between the hip joints, Winter, from memory
    thigh_cm = body.thigh * body.height_m * 100
    return math.degrees(
        math.asin(max(0.0, min(0.85, (stance_cm / 2 - half_pelvis_cm + 8.0) / thigh_cm)))
    )  # knees travel about 8 cm over the feet; estimate


def heel_tilt(heel_mm: float, body: Body) -> float:
    """Tilt of the foot over a raised heel, degrees."""
    return math.degrees(math.asin(min(0.6, heel_mm / 1000 / (body.foot * body.height_m))))


def balanced(shape: SquatShape, ankle_deg: float, body: Body) -> Chain:
    """The squat at an ankle bend with everything over mid-foot, whatever ranges it takes."""
    tilt = heel_tilt(shape.heel_mm, body)
    return _chain(shape, ankle_deg + tilt, _lean_at(shape, ankle_deg + tilt, tilt, body, 0.5), tilt, body)


def solve_squat_for(shape: SquatShape, has: dict[str, Range], body: Body, with_changes: bool = True) -> Squat:
    """The squat of a body with these ranges: the ankle bent as far as it goes, the lean that balances, every
    margin.

    has: motion -> Range (means are used). Raises ValueError for an unknown place of the bar.
    """
    if shape.bar not in BAR_PLACES:
        raise ValueError(f"bar place {shape.bar!r}: expected one of {', '.join(BAR_PLACES)}")
    ankle = has["ankle.dorsiflexion"].mean_deg
    tilt = heel_tilt(shape.heel_mm, body)
    low, high = _lean_range(shape, ankle + tilt, tilt, body)
    lean = _held_lean(shape, has, ankle, tilt, low, _lean_at(shape, ankle + tilt, tilt, body, 0.5))
    chain = _chain(shape, ankle + tilt, lean, tilt, body)
    hard = tuple(
        Margin(motions, needed, _have(has, motions)) for motions, needed in _needs(shape, ankle, tilt, lean)
    )
    margins = (*hard, Margin(("ankle.dorsiflexion",), _ankle_needed(shape, tilt, body), ankle))
    holds = limiting(hard).margin_deg >= -TOLERANCE_DEG and low < LEAN_LIMITS[1] - 0.01
    changes = () if holds or not with_changes else _changes(shape, has, body)
    return Squat(
        shape,
        chain,
        places(chain, body, shape.bar, shape.load_share),
        (low, high),
        margins,
        _blame(shape, has, body, tilt, margins, holds),
        holds,
        changes,
    )


def _blame(
    shape: SquatShape,
    has: dict[str, Range],
    body: Body,
    tilt: float,
    margins: tuple[Margin, ...],
    holds: bool,
) -> Margin:
    """What stops it. A short ankle makes hips and shoulders pay several degrees for each of its own, so it
    is to blame when the others would do with the ankle the position usually takes; else the smallest
    margin is."""
    ankle = margins[-1]
    if not holds and ankle.margin_deg < 0:
        enough = ankle.needs_deg
        low = _lean_at(shape, enough + tilt, tilt, body, SUPPORT[0])
        if all(
            _have(has, motions) >= needed - TOLERANCE_DEG
            for motions, needed in _needs(shape, enough, tilt, low)
            if motions[0] != "knee.flexion"
        ):
            return ankle
        return limiting(margins[:-1])
    return limiting(margins)


def _held_lean(
    shape: SquatShape, has: dict[str, Range], ankle: float, tilt: float, low: float, preferred: float
) -> float:
    """Over mid-foot; sitting back as far as the foot allows before a joint that the lean loads gives up
    the position."""
    for step in range(LEAN_TRIES + 1):
        lean = preferred + (low - preferred) * step / LEAN_TRIES
        if all(
            _have(has, motions) >= needed
            for motions, needed in _needs(shape, ankle, tilt, lean)
            if motions[0] != "knee.flexion"
        ):
            return lean
    return low


def _have(has: dict[str, Range], motions: tuple[str, ...]) -> float:
    return sum(has[motion].mean_deg for motion in motions)


def _needs(shape: SquatShape, ankle: float, tilt: float, lean: float) -> list[tuple[tuple[str, ...], float]]:
    """Degrees asked of each motion at a lean; the ankle's own need is worked out apart."""
    found: list[tuple[tuple[str, ...], float]] = [
        (("hip.flexion",), shape.depth_deg + lean),
        (("knee.flexion",), shape.depth_deg + ankle + tilt),
    ]
    if shape.bar == "overhead":
        found.append((("shoulder.flexion", "thoracic.extension"), 180.0 + lean))
    if shape.bar == "front":
        found.append(
            (("thoracic.extension",), max(0.0, lean * 0.5))
        )  # keep the elbows level over a leaning trunk; estimate
    return found


def _arm(shape: SquatShape, lean: float) -> float:
    if shape.bar == "overhead":
        return 180.0
    return ARM_AHEAD_DEG if shape.bar == "none" else RACK_ARM_DEG


def _chain(shape: SquatShape, shank: float, lean: float, tilt: float, body: Body) -> Chain:
    return Chain(
        shank,
        shape.depth_deg,
        lean,
        _arm(shape, lean),
        tilt,
        abduction_of(shape.stance_cm, body) if not shape.single_leg else 0.0,
    )


def _lean_at(shape: SquatShape, shank: float, tilt: float, body: Body, share: float) -> float:
    """The lean that puts the common centre over a place on the foot (0 heel, 1 toe), degrees.

    With every other direction fixed the centre is ``fixed + a sin(lean) + b cos(lean)``, so the lean is
    closed form. A test holds the three numbers against the chain's own centre of mass. Beyond reach the
    nearest limit is given.
    """
    fixed, a, b, total, heel_x, toe_x = _centre_terms(shape, shank, tilt, body)
    wanted = (heel_x + share * (toe_x - heel_x)) * total - fixed
    ratio = wanted / math.hypot(a, b)
    if ratio >= 1:
        return LEAN_LIMITS[1]
    lean = math.degrees(math.asin(max(-1.0, ratio)) - math.atan2(b, a))
    return min(LEAN_LIMITS[1], max(LEAN_LIMITS[0], lean))


def _centre_terms(
    shape: SquatShape, shank: float, tilt: float, body: Body
) -> tuple[float, float, float, float, float, float]:
    """Mass times forward place: what does not move with the lean, what moves with its sine and its cosine;
    total mass; foot."""
    turn, shin, thigh = math.radians(tilt), math.radians(shank), math.radians(shape.depth_deg)
    seen = body.thigh * (
        math.cos(math.radians(abduction_of(shape.stance_cm, body))) if not shape.single_leg else 1.0
    )
    toe_x = body.toe_ahead
    ankle_x = toe_x - body.toe_ahead * math.cos(turn) + body.ankle_height * math.sin(turn)
    heel_x = toe_x - body.foot * math.cos(turn)
    knee_x = ankle_x + body.shank * math.sin(shin)
    hip_x = knee_x - seen * math.sin(thigh)
    load = shape.load_share if shape.bar != "none" else 0.0
    above = body.trunk_mass + body.arm_mass + load
    reach = body.arm * math.sin(math.radians(_arm(shape, 0.0)))
    fixed = (
        body.foot_mass * (toe_x + heel_x) / 2
        + body.shank_mass * (knee_x + (ankle_x - knee_x) * body.shank_centre)
        + body.thigh_mass * (hip_x + (knee_x - hip_x) * body.thigh_centre)
        + above * hip_x
        + body.arm_mass * body.arm_centre * reach
    )
    sine = body.trunk_mass * body.trunk_centre * body.trunk + (body.arm_mass + load) * body.trunk
    cosine = 0.0
    if shape.bar in BAR_FROM_SHOULDER:
        ahead, up = BAR_FROM_SHOULDER[shape.bar]
        sine += load * up
        cosine += load * ahead
    elif shape.bar == "overhead":
        fixed += load * reach
    return fixed, sine, cosine, body.foot_mass + body.shank_mass + body.thigh_mass + above, heel_x, toe_x


def _lean_range(shape: SquatShape, shank: float, tilt: float, body: Body) -> tuple[float, float]:
    return _lean_at(shape, shank, tilt, body, SUPPORT[0]), _lean_at(shape, shank, tilt, body, SUPPORT[1])


def _ankle_needed(shape: SquatShape, tilt: float, body: Body) -> float:
    """The least ankle bend with which usual hips and shoulders could hold the position: less can still be
    held by a body whose hips or shoulders have more to give, leaning further."""
    usual = {name: Range(value, 0.0) for name, value in USUAL_DEG.items()}

    def fits(ankle: float) -> bool:
        lean = _lean_at(shape, ankle + tilt, tilt, body, SUPPORT[0])
        return lean < LEAN_LIMITS[1] - 0.01 and all(
            _have(usual, motions) >= needed
            for motions, needed in _needs(shape, ankle, tilt, lean)
            if motions[0] != "knee.flexion"
        )

    low, high = -10.0, 60.0
    for _ in range(ANKLE_STEPS):
        middle = (low + high) / 2
        if fits(middle):
            high = middle
        else:
            low = middle
    return high


def _changes(shape: SquatShape, has: dict[str, Range], body: Body) -> tuple[Change, ...]:
    """The smallest single changes that free the position, in the order a coach would try them."""

    def holds(changed: SquatShape = shape, ranges: dict[str, Range] = has) -> bool:
        return solve_squat_for(changed, ranges, body, with_changes=False).holds

    def more(motion: str, amount: float) -> dict[str, Range]:
        return {**has, motion: Range(has[motion].mean_deg + amount, has[motion].sd_deg)}

    tries = (
        ("heel", lambda mm: holds(replace(shape, heel_mm=shape.heel_mm + mm)), HEELS_MOST_MM, 5.0, "mm"),
        (
            "ankle",
            lambda cm: holds(ranges=more("ankle.dorsiflexion", cm * DEG_PER_CM)),
            WALL_MOST_CM,
            0.5,
            "cm",
        ),
        (
            "stance",
            lambda cm: holds(replace(shape, stance_cm=shape.stance_cm + cm)),
            STANCE_MOST_CM,
            2.0,
            "cm",
        ),
        ("hip", lambda deg: holds(ranges=more("hip.flexion", deg)), DEGREES_MOST, 1.0, "degrees"),
        ("overhead", lambda deg: holds(ranges=more("shoulder.flexion", deg)), DEGREES_MOST, 1.0, "degrees"),
        (
            "depth",
            lambda deg: holds(replace(shape, depth_deg=shape.depth_deg - deg)),
            DEGREES_MOST,
            1.0,
            "degrees",
        ),
    )
    found = []
    for what, frees, most, step, unit in tries:
        if (what == "overhead" and shape.bar != "overhead") or (what == "stance" and shape.single_leg):
            continue
        amount = smallest(frees, most, step)
        if amount:
            found.append(Change(what, amount, unit))
    if shape.bar == "back" and holds(replace(shape, bar="front")):
        found.append(Change("bar", 1.0, "front"))
    return tuple(found)
