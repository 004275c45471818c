"""The handstand: everything over the middle of the hands.

Straight when the shoulders open to a straight line; else hips and low back arch, and what is still missing
the arms lean, which the wrists pay for. Three directions (arms, trunk, legs) and one balance leave two to
choose, in which no bound is straight, so what is left of it is worked out by closed forms of its own.

Limitations: side view, straight arms and knees, flat hands with the fingers ahead, at rest; no wall.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from core.body.pose import Limbs, Pose
from core.posture.body import Body
from core.posture.degrees import Numbers, asin, atan2, cos, sin
from core.posture.hands import PRESSED_DEG, arm_to_wrist
from core.posture.hang import OPEN_MOST_DEG, OPENING, POINTED_DEG
from core.posture.links import sway
from core.posture.shapes import NEVER, Array, Group, Ranges
from core.posture.squat import OVERHEAD

MID_HAND = 0.045  # middle of a flat hand ahead of the wrist, fraction of height; estimate
CLOSED_MOST_DEG = 90.0  # shoulders further from overhead stand no handstand
CLOSED = np.linspace(-15.0, CLOSED_MOST_DEG, 36)  # shoulders short of a straight line
ARCHED = np.linspace(0.0, OPEN_MOST_DEG, 26)  # hips and low back
NOTHING = np.zeros((1, 1))
WEARS_DEG = 15.0  # discomfort: shoulders, arch or arms this far from straight cost one
WRISTS = "wrist.extension"


@dataclass(frozen=True)
class Handstands:
    """Every handstand of B bodies (columns [B, 1]); answers as ``Shapes`` does."""

    wedge_deg: float
    body: Body

    @property
    def motions(self) -> tuple[str, ...]:
        return (*OVERHEAD, WRISTS, *OPENING)

    def holds(self, ranges: Ranges) -> NDArray[np.bool_]:
        return np.asarray(self._arch(ranges) <= _sum(ranges, OPENING))

    def least(self, ranges: Ranges) -> dict[str, Array]:
        """motion -> least degrees with the other ranges; ``inf`` where none would do."""
        arch = self._arch(ranges)
        arched = np.minimum(_sum(ranges, OPENING), OPEN_MOST_DEG)
        lean = self._lean(180.0 - _sum(ranges, OVERHEAD), arched)
        overhead = self._overhead(ranges)
        found = {WRISTS: np.where(np.isnan(lean), np.inf, lean + self._flat)}
        for group, needs in ((OVERHEAD, overhead), (OPENING, arch)):
            for motion in group:
                others = _sum(ranges, tuple(other for other in group if other != motion))
                found[motion] = np.where(needs < NEVER, needs - others, np.inf)
        return {motion: found[motion] for motion in self.motions}

    def comfortable(self, ranges: Ranges, fine: bool = True) -> tuple[Array, Array]:
        """The arch, in steps of ``ARCHED``, and how far the shoulders are closed: as open as they go, then
        the arch that is easiest with the lean it leaves."""
        closed = np.maximum(0.0, 180.0 - _sum(ranges, OVERHEAD))[..., None]
        lean = self._lean(closed, ARCHED, column=True)
        missing = np.maximum(0.0, ARCHED - _sum(ranges, OPENING)[..., None])
        missing = missing + np.maximum(
            0.0, np.nan_to_num(lean, nan=NEVER) - self._most_lean(ranges)[..., None]
        )
        dislike = (ARCHED / WEARS_DEG) ** 2 + np.nan_to_num(lean / WEARS_DEG) ** 2 + NEVER * missing
        place = dislike.argmin(axis=-1).astype(float)
        return place, closed[..., 0]

    def used(self, place: Array, x: Array) -> tuple[Array, ...]:
        arched = np.interp(place, np.arange(ARCHED.size), ARCHED)
        return (180.0 - x, self._lean(x, arched) + self._flat, arched)

    def seen(self, place: Array, x: Array) -> dict[str, Array]:
        """What the drawing needs of a posture, by name."""
        arched = np.interp(place, np.arange(ARCHED.size), ARCHED)
        lean = np.nan_to_num(self._lean(x, arched))
        return {"arm": lean, "trunk": lean - x, "arch": arched}

    @property
    def groups(self) -> tuple[Group, ...]:
        """Which motions share an angle; their degrees are in ``used``."""
        return tuple(Group(motions, NOTHING) for motions in (OVERHEAD, (WRISTS,), OPENING))

    @property
    def _flat(self) -> float:
        """Wrist extension of upright arms."""
        return 90.0 - PRESSED_DEG - self.wedge_deg

    def _lean(self, closed: Numbers, arched: Numbers, column: bool = False) -> Numbers:
        """Lean of the arms that puts the centre over mid-hand; nan where none does. column: of [B, n, K]."""
        arms, trunk, legs = (each[..., None] if column else each for each in self._sway)
        ahead = arms + trunk * cos(closed) + legs * cos(closed - arched)
        back = -trunk * sin(closed) - legs * sin(closed - arched)
        ratio = MID_HAND / np.hypot(ahead, back)
        return np.where(ratio < 1, asin(ratio) - atan2(back, ahead), np.nan)

    @cached_property
    def _sway(self) -> tuple[Numbers, Numbers, Numbers]:
        return sway(self.body, arm_to_wrist(self.body))

    def _most_lean(self, ranges: Ranges) -> Array:
        return np.asarray(ranges[WRISTS] - self._flat)

    def _arch(self, ranges: Ranges) -> Array:
        """The least arch with these wrists and shoulders; NEVER where none is enough."""
        arms, trunk, legs = self._sway
        lean = self._most_lean(ranges)
        way = lean - (180.0 - _sum(ranges, OVERHEAD))
        ratio = (MID_HAND - arms * sin(lean) - trunk * sin(way)) / legs
        arch = np.where(
            np.abs(ratio) < 1, np.maximum(asin(ratio) - way, 0.0), np.where(ratio < 0, 0.0, NEVER)
        )
        closed = lean - way > CLOSED_MOST_DEG
        return np.where(closed | (arch > OPEN_MOST_DEG), NEVER, arch)

    def _overhead(self, ranges: Ranges) -> Array:
        """The least overhead range with these wrists and this arch."""
        arms, trunk, legs = self._sway
        lean, arched = self._most_lean(ranges), _sum(ranges, OPENING)
        ahead, back = trunk + legs * cos(arched), legs * sin(arched)
        ratio = (MID_HAND - arms * sin(lean)) / np.hypot(ahead, back)
        way = asin(ratio) - atan2(back, ahead)
        overhead = np.where(np.abs(ratio) < 1, 180.0 - lean + way, np.where(ratio < 0, 0.0, NEVER))
        return np.maximum(overhead, 180.0 - CLOSED_MOST_DEG)


def _sum(ranges: Ranges, motions: tuple[str, ...]) -> Array:
    return np.asarray(sum(ranges[motion] for motion in motions))


def handstand_pose(seen: dict[str, float]) -> Pose:
    arm, trunk = seen["arm"], seen["trunk"]
    limbs = Limbs(POINTED_DEG, 0.0, -seen["arch"], 180.0 + trunk - arm, 0.0, 90.0 + arm)
    return Pose(limbs, limbs, 180.0 + trunk, support="floor")
