"""What of a position is left to people with these ranges: whether it holds, how much of each motion it
takes at least and in comfort, and which motions stop it.

*Stops it*: the smallest set of motions that frees the position when each is raised to what the better half
of adults has (mean + 1 sd); of equal sets the one whose motions lie lowest among adults. The blame is split
over the set by what each was raised. Where none frees it, the proportions of the body do (``PROPORTIONS``).
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from itertools import combinations

import numpy as np
from numpy.typing import NDArray

from core.posture.families import Postures
from core.posture.shapes import Array, Ranges

TOLERANCE_DEG = 0.5  # half a degree is finer than anybody measures
TIE, TIE_MOST_DEG = 1e-6, 90.0  # settles ties and nothing else
PROPORTIONS = "proportions"  # what stops a body whom no range frees
COMFORT_LEAST_DEG = 5.0  # comfort is at least this far from the least, for the severity; estimate
SHORTFALL_SCALE_DEG = 10.0  # missing this much is severe; estimate


@dataclass(frozen=True, slots=True)
class Adults:
    """What adults have of one motion, for every row: mean and sd, [B, 1] each."""

    mean: Array
    sd: Array

    @property
    def raised(self) -> Array:
        """The better half of adults: mean + 1 sd."""
        return self.mean + self.sd


@dataclass(frozen=True, slots=True)
class Outcome:
    """Of every row and point, [B, n]. least, comfortable: motion -> degrees, nan where no posture leaves any;
    blame: motion (or PROPORTIONS) -> share, 0 where it holds."""

    holds: NDArray[np.bool_]
    least: Mapping[str, Array]
    comfortable: Mapping[str, Array]
    blame: Mapping[str, Array]

    def severity(self, motion: str, has: Array) -> Array:
        """How hard a motion is asked, in [0, 1]: nothing at comfortable, half where it just holds, rising
        with what is missing. Never falls with range."""
        least, comfortable = self.least[motion], self.comfortable[motion]
        room = np.maximum(comfortable - least, COMFORT_LEAST_DEG)
        short_of_comfort = np.clip((comfortable - has) / room, 0.0, 1.0)
        missing = 1 - np.exp(-np.maximum(0.0, least - has) / SHORTFALL_SCALE_DEG)
        severity = 0.5 * short_of_comfort + 0.5 * missing
        return np.where(np.isnan(severity), 0.0, severity)


def outcome(
    postures: Postures, has: Ranges, adults: Mapping[str, Adults], reserve_deg: float = 0.0
) -> Outcome:
    """The outcome for ranges [B, n] a motion. reserve_deg: wanted in hand for comfort."""
    raised = {motion: np.maximum(has[motion], adults[motion].raised) for motion in postures.motions}
    least = postures.least(has)
    alone = any(np.isinf(each).any() for each in least.values())
    with_others = postures.least(raised) if alone else {}
    lowest, comfort = {}, {}
    for motion in postures.motions:
        stuck = np.isinf(least[motion])
        others = has
        if stuck.any():
            lowest[motion] = np.where(stuck, with_others[motion], least[motion])
            others = {each: np.where(stuck, raised[each], has[each]) for each in postures.motions}
        else:
            lowest[motion] = least[motion]
        lowest[motion] = np.where(np.isinf(lowest[motion]), np.nan, lowest[motion])
        comfort[motion] = np.maximum(
            lowest[motion] + reserve_deg, _used(motion, postures, others, adults[motion].raised)
        )
    holds = postures.holds({motion: has[motion] + TOLERANCE_DEG for motion in postures.motions})
    blame = _blame(postures, has, raised, adults, ~holds, least)
    return Outcome(holds, lowest, comfort, blame)


def _used(motion: str, postures: Postures, others: Ranges, free: Array) -> Array:
    """Degrees of a motion in the easiest posture with the other ranges, the motion free up to what adults
    have."""
    ranges = {**others, motion: free + 0.0 * others[motion]}
    place, x = postures.comfortable(ranges, fine=False)
    used = np.full(place.shape, -np.inf)
    for group, degrees in zip(postures.groups, postures.used(place, x), strict=True):
        if motion in group.motions:
            rest = sum((others[each] for each in group.motions if each != motion), np.zeros(1))
            used = np.maximum(used, degrees - rest)
    return used


def _blame(
    postures: Postures,
    has: Ranges,
    raised: Ranges,
    adults: Mapping[str, Adults],
    fails: NDArray[np.bool_],
    least: Mapping[str, Array],
) -> dict[str, Array]:
    motions = postures.motions
    blame = {motion: np.zeros(fails.shape) for motion in (*motions, PROPORTIONS)}
    if not fails.any():
        return blame
    z = {motion: (has[motion] - adults[motion].mean) / adults[motion].sd for motion in motions}
    left = fails.copy()
    for size in range(1, len(motions) + 1):
        if not left.any():
            break
        lowest, chosen = np.full(fails.shape, np.inf), np.full(fails.shape, -1)
        sets = list(combinations(motions, size))
        for number, each in enumerate(sets):
            total = sum((z[motion] for motion in each), np.zeros(1))
            if size == 1:
                frees = least[each[0]] <= raised[each[0]] + TOLERANCE_DEG
                far = np.minimum(least[each[0]] - has[each[0]], TIE_MOST_DEG) / adults[each[0]].sd
                total = total + TIE * far  # of two that lie equally low, the one that misses less
            else:
                frees = _frees(each, postures, has, raised)
            better = left & frees & (total < lowest)
            lowest, chosen = np.where(better, total, lowest), np.where(better, number, chosen)
        for number, each in enumerate(sets):
            here = chosen == number
            if here.any():
                _split(each, here, has, raised, blame)
        left &= chosen < 0
    blame[PROPORTIONS] = left.astype(float)
    return blame


def _frees(each: tuple[str, ...], postures: Postures, has: Ranges, raised: Ranges) -> NDArray[np.bool_]:
    return postures.holds(
        {motion: (raised if motion in each else has)[motion] + TOLERANCE_DEG for motion in postures.motions}
    )


def _split(
    each: tuple[str, ...],
    here: NDArray[np.bool_],
    has: Ranges,
    raised: Ranges,
    blame: dict[str, Array],
) -> None:
    """Split the blame of some points over the motions of a set, by what each was raised."""
    lifted = [np.maximum(raised[motion] - has[motion], 1e-9) for motion in each]
    total = sum(lifted, np.zeros(1))
    for motion, by in zip(each, lifted, strict=True):
        blame[motion] = np.where(here, by / total, blame[motion])
