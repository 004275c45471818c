"""What each person is asked at each position: solved postures (core/posture) where there are, else shared
angles.

Derive and the lab ask the same function (``core.posture.stops.outcome``), so that they say the same of the
same person.
"""

from __future__ import annotations

import math
from collections import OrderedDict
from collections.abc import Hashable, Mapping, Sequence
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np

from core.body.shortfall import Range, expected_shortfall_deg, short_probability
from core.catalog import Catalog
from core.catalog.rows import Need, Position
from core.demand.people import Person, adults_like, range_of
from core.demand.points import standard_points
from core.posture.body import Body
from core.posture.families import postures_of
from core.posture.shape import Shape
from core.posture.shapes import Array
from core.posture.stops import SHORTFALL_SCALE_DEG, TOLERANCE_DEG, Adults, Outcome, outcome

RESERVE_DEG = {"free": 0.0, "loaded": 3.0, "ballistic": 5.0}  # degrees in hand; estimate
CONTRADICTS = 0.1  # what a point counts for that a held test contradicts; estimate
REMEMBERED = 20_000  # answers kept: a person, a position


class Met(NamedTuple):
    """What a person is asked of one motion at a position: severity in [0, 1], the least and the comfortable
    degrees, what they have, the chance that this motion stops them, the degrees they are expected to miss,
    and the motions that share the angle."""

    motion: str
    severity: float
    least_deg: float
    comfortable_deg: float
    has_deg: float
    chance: float
    gap_deg: float
    others: tuple[str, ...]


class AtPosition(NamedTuple):
    """Everything one position asks of one person; stops: motion -> the chance that it stops them."""

    met: tuple[Met, ...]
    stops: Mapping[str, float]


NOTHING = AtPosition((), {})


@dataclass(frozen=True)
class Have:
    """What one person has: ranges and what adults like them have, looked up once."""

    person: Person
    catalog: Catalog
    ranges: dict[str, Range]
    usual: dict[str, Range]

    @classmethod
    def of(cls, person: Person, catalog: Catalog) -> Have:
        return cls(person, catalog, {}, {})

    def range(self, motion: str) -> Range:
        if motion not in self.ranges:
            self.ranges[motion] = range_of(self.person, motion, self.catalog)
        return self.ranges[motion]

    def adults(self, motion: str) -> Range:
        if motion not in self.usual:
            self.usual[motion] = adults_like(self.person, motion, self.catalog)
        return self.usual[motion]

    def body(self) -> Body:
        return self.person.body

    def body_key(self) -> Hashable:
        return (self.person.height_m, self.person.sex, self.person.lengths_m)


def reach_severity(available: Range, required_deg: float) -> float:
    """Severity in [0, 1] of needing one range: half likelihood, half size of the shortfall. Never falls with
    degrees."""
    gap_deg = expected_shortfall_deg(available, required_deg)
    missing = 1 - math.exp(-gap_deg / SHORTFALL_SCALE_DEG)
    return 0.5 * short_probability(available, required_deg) + 0.5 * missing


def needs_of(group: Sequence[Have], positions: Sequence[Position]) -> dict[tuple[int, str], AtPosition]:
    """(place in the group, position id) -> what is asked there. People alike are worked out once, and
    remembered."""
    found = {}
    solved: dict[Hashable, list[AtPosition]] = {}
    for position in positions:
        same = (position.shape, position.quality, position.needs)
        keys: list[Hashable] = [(same, _key(position, have)) for have in group]
        known = {key: _remembered.get(key) for key in keys}
        fresh = {key: have for key, have in zip(keys, group, strict=True) if known[key] is None}
        if fresh:
            answers = dict(zip(fresh, _at(position, list(fresh.values()), solved), strict=True))
            known.update(answers)
            _remembered.update(answers)
        for place, key in enumerate(keys):
            found[place, position.id] = known[key] or NOTHING
    while len(_remembered) > REMEMBERED:
        _remembered.popitem(last=False)
    return found


_remembered: OrderedDict[Hashable, AtPosition] = OrderedDict()


def forget() -> None:
    """Forget every answer, for timing what nobody asked before."""
    _remembered.clear()


def _key(position: Position, have: Have) -> Hashable:
    """Everything of a person that an answer depends on."""
    motions = position.reaches
    return (
        have.body_key() if position.solved else None,
        have.person.held if position.solved else None,
        tuple([have.range(motion) for motion in motions]),
        tuple([have.adults(motion) for motion in motions]),
    )


def _at(
    position: Position, group: Sequence[Have], solved: dict[Hashable, list[AtPosition]]
) -> list[AtPosition]:
    """One position for everybody: its solved posture (once for positions of one shape), and what it asks
    besides."""
    key = (position.shape, position.quality, tuple(id(have) for have in group))
    if position.shape is None:
        solved[key] = [NOTHING] * len(group)
    elif key not in solved:
        solved[key] = solve(position.shape, group, RESERVE_DEG[position.quality])
    found = []
    for have, own in zip(group, solved[key], strict=True):
        shared = [one for need in position.needs for one in shared_need(need, have)]
        chances: dict[str, float] = dict(own.stops)
        for one in shared:
            chances[one.motion] = chances.get(one.motion, 0.0) + one.chance
        found.append(AtPosition((*own.met, *shared), _together(chances)))
    return found


def _together(chances: Mapping[str, float]) -> dict[str, float]:
    """Chances of motions told apart, as shares of the chance that any of them stops somebody."""
    total = sum(chances.values())
    if not total:
        return {}
    any_of = 1 - math.prod(1 - min(1.0, chance) for chance in chances.values())
    return {motion: chance * any_of / total for motion, chance in chances.items() if chance > 0}


def solve(shape: Shape, group: Sequence[Have], reserve_deg: float) -> list[AtPosition]:
    """One shape for everybody at once: at everybody's own ranges, and at the points around them."""
    postures = postures_of(shape, [have.body() for have in group])
    spread = standard_points(len(postures.motions))
    has: dict[str, Array] = {}
    adults: dict[str, Adults] = {}
    for row, motion in enumerate(postures.motions):
        own = np.array([(have.range(motion).mean_deg, have.range(motion).sd_deg) for have in group])
        usual = np.array([(have.adults(motion).mean_deg, have.adults(motion).sd_deg) for have in group])
        points = np.concatenate(([0.0], spread[row]))  # the first is what they have, told apart from the rest
        has[motion] = own[:, :1] + own[:, 1:] * points
        adults[motion] = Adults(usual[:, :1], usual[:, 1:])
    found = outcome(postures, has, adults, reserve_deg)
    weights = np.array([held_weights(have, has, row) for row, have in enumerate(group)])
    partners = {
        motion: tuple(
            other for group in postures.groups if motion in group.motions for other in group.motions
        )
        for motion in postures.motions
    }
    stops = {
        motion: np.average(share[:, 1:], axis=1, weights=weights).tolist()
        for motion, share in found.blame.items()
    }
    met = [_told(motion, found, own, stops[motion], partners[motion], weights) for motion, own in has.items()]
    return [
        AtPosition(
            tuple(one for one in row if one is not None),
            {motion: chances[place] for motion, chances in stops.items() if chances[place] > 0},
        )
        for place, row in enumerate(zip(*met, strict=True))
    ]


def held_weights(have: Have, has: Mapping[str, Array], row: int) -> Array:
    """How much each point of a row counts: one that contradicts what was held, or was not, in a test counts
    ``CONTRADICTS`` times as much. has: motion -> [B, 1 + n], what they have and then the points; a motion the
    test asks besides is as they have it."""
    points = next(iter(has.values())).shape[1] - 1
    weights = np.ones(points)
    for test, held in have.person.held:
        position = have.catalog.positions[have.catalog.range_tests[test].position or ""]
        if position.shape is None:
            continue
        postures = postures_of(position.shape, [have.body()])
        ranges = {
            motion: (has[motion][row : row + 1, 1:] if motion in has else np.full((1, points), own.mean_deg))
            + TOLERANCE_DEG
            for motion, own in ((motion, have.range(motion)) for motion in postures.motions)
        }
        agrees = np.asarray(postures.holds(ranges))[0] == held
        weights = np.where(agrees, weights, CONTRADICTS * weights)
    return weights


def _told(
    motion: str,
    found: Outcome,
    own: Array,
    chances: Sequence[float],
    partners: tuple[str, ...],
    weights: Array,
) -> list[Met | None]:
    """What every row is asked of a motion: the first point is the person, the rest are what they might
    have."""
    least, comfortable = found.least[motion], found.comfortable[motion]
    there = ~np.isnan(least)
    short = np.where(there, np.maximum(0.0, least - own), 0.0)[:, 1:]
    missing = np.average(short, axis=1, weights=weights)
    severity = np.average(found.severity(motion, own)[:, 1:], axis=1, weights=weights)
    # the person's own, or that of the first point that is asked anything
    rows, first = np.arange(len(least)), there.argmax(axis=1)
    least, comfortable = least[rows, first].round(1), comfortable[rows, first].round(1)
    asked: list[bool] = np.asarray(there.any(axis=1)).tolist()
    others = tuple(dict.fromkeys(other for other in partners if other != motion))
    return [
        Met(
            motion,
            float(severity[place]),
            float(least[place]),
            float(comfortable[place]),
            round(float(own[place, 0]), 1),
            chances[place],
            float(missing[place]),
            others,
        )
        if asked[place]
        else None
        for place in range(len(rows))
    ]


def shared_need(need: Need, have: Have) -> list[Met]:
    """A need that is not solved, for every motion that shares its angle. A gap is shared out by what each
    partner could still give, and nobody is told a goal beyond what the better half of adults has."""
    together = Range(0.0, 0.0)
    for motion, weight in need.shares:
        together = together + have.range(motion) * weight
    required = need.deg + RESERVE_DEG[need.quality]
    likely, gap = short_probability(together, required), expected_shortfall_deg(together, required)
    severity = reach_severity(together, required)
    room = [
        weight
        * max(0.0, have.adults(motion).mean_deg + have.adults(motion).sd_deg - have.range(motion).mean_deg)
        for motion, weight in need.shares
    ]
    shares = [one / sum(room) for one in room] if sum(room) > 0 else [1 / len(room)] * len(room)
    short_by = required - together.mean_deg
    found = []
    for (motion, weight), share, most in zip(need.shares, shares, room, strict=True):
        own = have.range(motion).mean_deg
        alone = len(shares) == 1
        goal = min(short_by * share, most) if short_by > 0 and not alone else short_by
        found.append(
            Met(
                motion,
                severity * share / max(shares),
                round(own + goal / weight, 1),
                round(own + goal / weight + RESERVE_DEG[need.quality], 1),
                round(own, 1),
                likely * share,
                gap * share / weight,
                tuple(other for other in need.motions if other != motion),
            )
        )
    return found
