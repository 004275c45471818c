"""The catalog as one value: every table of rows by id, and what follows from several of them."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import NamedTuple

from core.body.pose import Pose
from core.catalog.because import because, furthest_deg, users_of
from core.catalog.measuring import RangeTest
from core.catalog.rows import (
    Caution,
    Demand,
    Drill,
    Kit,
    Ladder,
    Method,
    Movement,
    Norm,
    Position,
    Reason,
    Source,
)


class Neighbour(NamedTuple):
    """The next drill on a ladder, and the test that stands between the two."""

    drill: str
    test: str


class Neighbours(NamedTuple):
    """The easier and the harder drill of a ladder, None at an end."""

    easier: Neighbour | None = None
    harder: Neighbour | None = None


class Because(NamedTuple):
    """An effect of a drill, in twentieths, and the reason for it."""

    demand: str
    twentieths: int
    reason: str


@dataclass(frozen=True, eq=False, kw_only=True)
class Catalog:
    """Every row by id, in file order. Treat as read-only. Two catalogs are the same only when they are one
    object."""

    sources: dict[str, Source]
    demands: dict[str, Demand]
    norms: dict[str, Norm]
    poses: dict[str, Pose]
    positions: dict[str, Position]
    movements: dict[str, Movement]
    drills: dict[str, Drill]
    kit: dict[str, Kit]
    methods: dict[str, Method]
    ladders: dict[str, Ladder]
    reasons: dict[str, Reason]
    cautions: dict[str, Caution]
    range_tests: dict[str, RangeTest]

    def why(self, drill: str) -> tuple[Because, ...]:
        """Every effect of a drill with its reason, the strongest first."""
        row = self.drills[drill]
        effects = sorted(row.effects.items(), key=lambda effect: (-effect[1], effect[0]))
        return tuple(
            Because(demand, twentieths, self._because(row, demand))
            for demand, twentieths in effects
            if twentieths
        )

    def _because(self, row: Drill, demand: str) -> str:
        mechanism = self.reasons[row.style].of_kind[self.demands[demand].kind]
        poses = [self.poses[pose] for pose in row.poses]
        return because(mechanism, furthest_deg(poses, demand), self._users[demand])

    @cached_property
    def _users(self) -> dict[str, tuple[str, ...]]:
        """Demand -> what uses it most."""
        return {
            demand: users_of(demand, self.positions.values(), self.movements.values())
            for demand in self.demands
        }

    def neighbours(self, drill: str) -> Neighbours:
        """What stands next to a drill on its ladder."""
        for ladder in self.ladders.values():
            drills = [rung.drill for rung in ladder.rungs]
            if drill in drills:
                return _beside(ladder, drills.index(drill))
        return Neighbours()


def _beside(ladder: Ladder, number: int) -> Neighbours:
    easier = harder = None
    if number > 0:
        below = ladder.rungs[number - 1]
        easier = Neighbour(below.drill, below.up)
    if number + 1 < len(ladder.rungs):
        harder = Neighbour(ladder.rungs[number + 1].drill, ladder.rungs[number].up)
    return Neighbours(easier, harder)
