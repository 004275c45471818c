"""A planar body: segment lengths as fractions of height, masses as fractions of mass, and where each
segment balances."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, fields, replace
from operator import attrgetter
from typing import Any

import numpy as np

from core.body.segments import HEEL_BEHIND_ANKLE, LENGTH, TOE_AHEAD_OF_ANKLE

HEIGHT_M = {"male": 1.76, "female": 1.63, None: 1.70}  # of an adult nobody knows; estimate


@dataclass(frozen=True, slots=True)
class Body:
    """Lengths in fractions of height (``height_m`` makes them metres); masses of both sides together in
    fractions of body mass.

    Arms are one straight segment from shoulder to the grip. Centres are shares of a segment's length from its
    lower or inner end: shank and thigh from the joint nearer the trunk, trunk from hip to shoulder, arm from
    the shoulder.
    """

    height_m: float
    ankle_height: float
    heel_behind: float
    toe_ahead: float
    shank: float
    thigh: float
    trunk: float
    arm: float
    foot_mass: float
    shank_mass: float
    thigh_mass: float
    trunk_mass: float
    arm_mass: float
    shank_centre: float
    thigh_centre: float
    trunk_centre: float
    arm_centre: float

    @property
    def mid_foot(self) -> float:
        """Middle of the foot ahead of the ankle, fraction of height."""
        return (self.toe_ahead - self.heel_behind) / 2

    @property
    def foot(self) -> float:
        return self.toe_ahead + self.heel_behind


# Winter, Biomechanics and Motor Control of Human Movement, after Dempster / Drillis & Contini (from memory):
# lengths; masses
# of both sides; trunk, head and neck together 0.578 M with their centre at 0.66 from hip to shoulder; whole
# arm 0.05 M each,
# centre at 0.53. The arm ends at the grip: upper arm 0.186 + forearm 0.146 + half a hand 0.054. Heel 0.040
# behind the
# ankle: estimate.
WINTER = Body(
    height_m=HEIGHT_M[None],
    ankle_height=LENGTH["ankle_height"],
    heel_behind=HEEL_BEHIND_ANKLE,
    toe_ahead=TOE_AHEAD_OF_ANKLE,
    shank=LENGTH["shank"],
    thigh=LENGTH["thigh"],
    trunk=LENGTH["trunk"],
    arm=LENGTH["upper_arm"] + LENGTH["forearm"] + LENGTH["hand"] / 2,
    foot_mass=0.029,
    shank_mass=0.093,
    thigh_mass=0.200,
    trunk_mass=0.578,
    arm_mass=0.100,
    shank_centre=0.433,
    thigh_centre=0.433,
    trunk_centre=0.66,
    arm_centre=0.46,
)
# de Leva 1996, adjusted from Zatsiorsky (from memory), sex-specific masses and centres; lengths stay
# Winter's. Trunk with head:
# trunk 43.46 / 42.57 % and head 6.94 / 6.68 % of mass.
DE_LEVA = {
    "male": replace(
        WINTER,
        height_m=HEIGHT_M["male"],
        foot_mass=0.0274,
        shank_mass=0.0866,
        thigh_mass=0.2832,
        trunk_mass=0.504,
        arm_mass=0.0988,
        shank_centre=0.4459,
        thigh_centre=0.4095,
        trunk_centre=0.70,
        arm_centre=0.46,
    ),
    "female": replace(
        WINTER,
        height_m=HEIGHT_M["female"],
        foot_mass=0.0258,
        shank_mass=0.0962,
        thigh_mass=0.2956,
        trunk_mass=0.4925,
        arm_mass=0.0899,
        shank_centre=0.4416,
        thigh_centre=0.3612,
        trunk_centre=0.69,
        arm_centre=0.45,
    ),
}
MEASURABLE = ("shank", "thigh", "trunk", "arm")  # what a tape measure can give
LENGTH_LIMITS = (0.15, 0.5)  # fraction of height within which a measured length is believed


NUMBERS = attrgetter(*(each.name for each in fields(Body)))


def stacked(bodies: Sequence[Body]) -> Body:
    """Many bodies as one whose every number is a column [B, 1], for solving them all at once."""
    table: Any = np.array([NUMBERS(body) for body in bodies], dtype=float)
    return Body(*(table[:, place : place + 1] for place in range(table.shape[1])))


def body_of(
    height_m: float | None = None, sex: str | None = None, table: str = "winter", **lengths_m: float
) -> Body:
    """A person's body: the table's fractions, with any length a tape measure gave (metres) in its place.

    table: winter | de-leva (needs a sex). Raises ValueError for an unknown table or segment, or a length out
    of all proportion, naming it.
    """
    if table not in ("winter", "de-leva"):
        raise ValueError(f"segment table {table!r}: expected winter or de-leva")
    base = DE_LEVA[sex] if table == "de-leva" and sex in DE_LEVA else WINTER
    height = height_m or HEIGHT_M.get(sex, HEIGHT_M[None])
    changes = {}
    for name, metres in lengths_m.items():
        if name not in MEASURABLE:
            raise ValueError(f"segment {name!r}: expected one of {', '.join(MEASURABLE)}")
        share = metres / height
        if not LENGTH_LIMITS[0] <= share <= LENGTH_LIMITS[1]:
            least, most = (limit * height for limit in LENGTH_LIMITS)
            expected = f"expected {least:.2f} to {most:.2f} m"
            raise ValueError(f"{name} of {metres:g} m at a height of {height:g} m: {expected}")
        changes[name] = share
    return replace(base, height_m=height, **changes)
