"""The squat family: air, goblet, front, back, overhead, single-leg. Given ranges, where it stops and what would free it.

A person bends the ankle as far as it goes; the trunk then leans just so far that body and load stand over the foot. Any
lean that keeps the common centre between a little ahead of the heel and a little behind the toes can be held; the preferred
one is over mid-foot. More ankle lets the trunk stay more upright, which spares hip and shoulder.

Limitations: sagittal plane; both sides alike (one leg: all on it); slow, no speed; spine as one straight segment whose upper
part gives what the person has of upper back extension. It explains training positions and predicts no injury.
"""
from __future__ import annotations

import math
from dataclasses import dataclass, replace

from core.body.shortfall import Range
from core.posture.body import Body
from core.posture.chain import Chain, Places, places
from core.posture.margins import Change, Margin, limiting, smallest

SUPPORT = (0.20, 0.80)  # of the foot from heel to toe, within which balance can be held with a load; estimate
LEAN_LIMITS = (-15.0, 88.0)
ARM_AHEAD_DEG = 85.0  # arms held out in an air squat, from straight down; estimate
RACK_ARM_DEG = 60.0
HEELS_MOST_MM, STANCE_MOST_CM, WALL_MOST_CM, DEGREES_MOST = 60.0, 40.0, 12.0, 40.0
ANKLE_STEPS = 12  # halvings of 70 degrees: to about a fiftieth of a degree
DEG_PER_CM = 3.6  # tibia angle per cm of toe-to-wall, Konor 2012 / Bennell 1998, from memory


@dataclass(frozen=True, slots=True)
class SquatShape:
    """What is done. depth_deg: thigh from straight down (90 level, more is deeper). stance_cm: width between the heels.
    heel_mm: raised heel. bar: none | goblet | front | back | overhead | elbow. load_share of body mass. single_leg: all on one."""

    bar: str = "none"
    load_share: float = 0.0
    depth_deg: float = 100.0
    stance_cm: float = 42.0
    heel_mm: float = 0.0
    single_leg: bool = False


@dataclass(frozen=True, slots=True)
class Squat:
    """A solved squat. Angles in degrees. lean_range: leans that keep balance within the foot, most upright first."""

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
    """Thighs out of the plane for a stance, degrees: half the stance less half a pelvis, over the thigh's length."""
    half_pelvis_cm = 0.0955 * body.height_m * 100  # half of 0.191 H between the hip joints, Winter, from memory
    thigh_cm = body.thigh * body.height_m * 100
    return math.degrees(math.asin(max(0.0, min(0.85, (stance_cm / 2 - half_pelvis_cm + 8.0) / thigh_cm))))  # knees travel about 8 cm over the feet; estimate


def heel_tilt(heel_mm: float, body: Body) -> float:
    """Tilt of the foot over a raised heel, degrees."""
    return math.degrees(math.asin(min(0.6, heel_mm / 1000 / (body.foot * body.height_m))))


def solve_squat_for(shape: SquatShape, has: dict[str, Range], body: Body, with_changes: bool = True) -> Squat:
    """The squat of a body with these ranges: the ankle bent as far as it goes, the lean that balances, every margin.

    has: motion -> Range (means are used). Raises ValueError for an unknown place of the bar.
    """
    ankle = has["ankle.dorsiflexion"].mean_deg
    tilt = heel_tilt(shape.heel_mm, body)
    low, high = _lean_range(shape, ankle + tilt, tilt, body)
    preferred = _lean_at(shape, ankle + tilt, tilt, body, 0.5)
    needs = _needs(shape, ankle, tilt, low)
    lean = preferred
    if preferred > low and any(_have(has, motions) < needed for motions, needed in _needs(shape, ankle, tilt, preferred)):
        fits = next((low + (preferred - low) * (1 - step / 10) for step in range(11)
                     if all(_have(has, motions) >= needed for motions, needed in _needs(shape, ankle, tilt, low + (preferred - low) * (1 - step / 10)))), low)
        lean = fits  # sit back a little, as far as the foot allows, before giving up the position
    chain = _chain(shape, ankle + tilt, lean, tilt, body)
    margins = [Margin(motions, needed, _have(has, motions)) for motions, needed in needs]
    margins.append(Margin(("ankle.dorsiflexion",), _ankle_needed(shape, has, tilt, body), ankle))
    margins = tuple(margins)
    first = limiting(margins)
    holds = first.margin_deg >= -1e-6
    changes = () if holds or not with_changes else _changes(shape, has, body)
    return Squat(shape, chain, places(chain, body, shape.bar, shape.load_share), (low, high), margins, first, holds, changes)


def _have(has: dict[str, Range], motions: tuple[str, ...]) -> float:
    return sum(has[motion].mean_deg for motion in motions)


def _needs(shape: SquatShape, ankle: float, tilt: float, lean: float) -> list[tuple[tuple[str, ...], float]]:
    """Degrees asked of each motion at a lean; the ankle's own need is worked out apart."""
    found: list[tuple[tuple[str, ...], float]] = [(("hip.flexion",), shape.depth_deg + lean), (("knee.flexion",), shape.depth_deg + ankle + tilt)]
    if shape.bar == "overhead":
        found.append((("shoulder.flexion", "thoracic.extension"), 180.0 + lean))
    if shape.bar == "front":
        found.append((("thoracic.extension",), max(0.0, lean * 0.5)))  # keep the elbows level over a leaning trunk; estimate
    return found


def _arm(shape: SquatShape, lean: float) -> float:
    if shape.bar == "overhead":
        return 180.0
    return ARM_AHEAD_DEG if shape.bar == "none" else RACK_ARM_DEG


def _chain(shape: SquatShape, shank: float, lean: float, tilt: float, body: Body) -> Chain:
    return Chain(shank, shape.depth_deg, lean, _arm(shape, lean), tilt, abduction_of(shape.stance_cm, body) if not shape.single_leg else 0.0)


def _lean_at(shape: SquatShape, shank: float, tilt: float, body: Body, share: float) -> float:
    """The lean that puts the common centre over a place on the foot (0 heel, 1 toe), degrees.

    With every other direction fixed the centre is ``c + a sin(lean) + b cos(lean)``, so the lean is closed form; the three
    numbers come from the chain itself at leans of 0, 90 and 180 degrees. Beyond reach the nearest limit is given.
    """
    def centre(lean: float) -> float:
        return places(_chain(shape, shank, lean, tilt, body), body, shape.bar, shape.load_share).centre[0]

    upright, level, down = centre(0.0), centre(90.0), centre(180.0)
    constant = (upright + down) / 2
    a, b = level - constant, upright - constant
    foot = places(_chain(shape, shank, 0.0, tilt, body), body, shape.bar, shape.load_share)
    wanted = foot.heel[0] + share * (foot.toe[0] - foot.heel[0]) - constant
    size = math.hypot(a, b)
    ratio = wanted / size
    if ratio >= 1:
        return LEAN_LIMITS[1]
    lean = math.degrees(math.asin(max(-1.0, ratio)) - math.atan2(b, a))
    return min(LEAN_LIMITS[1], max(LEAN_LIMITS[0], lean))


def _lean_range(shape: SquatShape, shank: float, tilt: float, body: Body) -> tuple[float, float]:
    return _lean_at(shape, shank, tilt, body, SUPPORT[0]), _lean_at(shape, shank, tilt, body, SUPPORT[1])


def _ankle_needed(shape: SquatShape, has: dict[str, Range], tilt: float, body: Body) -> float:
    """The least ankle bend with which the rest of this person could hold the position; 60 when none would do."""
    def fits(ankle: float) -> bool:
        low = _lean_at(shape, ankle + tilt, tilt, body, SUPPORT[0])
        balanced = low < LEAN_LIMITS[1] - 0.01
        return balanced and all(_have(has, motions) >= needed for motions, needed in _needs(shape, ankle, tilt, low) if motions[0] != "knee.flexion")

    low, high = -10.0, 60.0
    if not fits(high):
        return high
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
        ("ankle", lambda cm: holds(ranges=more("ankle.dorsiflexion", cm * DEG_PER_CM)), WALL_MOST_CM, 0.5, "cm"),
        ("stance", lambda cm: holds(replace(shape, stance_cm=shape.stance_cm + cm)), STANCE_MOST_CM, 2.0, "cm"),
        ("hip", lambda deg: holds(ranges=more("hip.flexion", deg)), DEGREES_MOST, 1.0, "degrees"),
        ("overhead", lambda deg: holds(ranges=more("shoulder.flexion", deg)), DEGREES_MOST, 1.0, "degrees"),
        ("depth", lambda deg: holds(replace(shape, depth_deg=shape.depth_deg - deg)), DEGREES_MOST, 1.0, "degrees"),
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
