"""What a session ends with after training: one clean, slow repetition of its hardest position."""

from __future__ import annotations

from collections import defaultdict

from core.catalog import Catalog
from core.demand.scores import DemandProfile
from core.hazards import Cautions
from core.hazards.shapes import shape_hazards
from core.reading.workout import Workout

MOST_ASKED = 3  # positions that somebody is asked about afterwards
EASY = 0.1  # a position that asks less falls apart for nobody; estimate


def finish_of(profile: DemandProfile, cautions: Cautions, catalog: Catalog) -> str:
    """The position that asks most of ranges and holds and no caution stops; empty when none asks much."""
    for position in _hardest(profile):
        shape = shape_hazards(catalog.poses[catalog.positions[position].pose], catalog)
        if not cautions.seated and not cautions.stop_movement(shape):
            return position
    return ""


def felt_positions(profile: DemandProfile, mine: Workout, catalog: Catalog) -> tuple[str, ...]:
    """The few positions somebody is asked about afterwards: of what they do, those that ask most."""
    passed = {position for work in mine.works for position in catalog.movements[work.movement].positions}
    return tuple(position for position in _hardest(profile) if position in passed)[:MOST_ASKED]


def _hardest(profile: DemandProfile) -> list[str]:
    """Positions that ask something worth a word of ranges and holds, the most first."""
    asked: dict[str, float] = defaultdict(float)
    for demand in profile.demands:
        if demand.kind in ("reach", "hold"):
            for term in demand.terms:
                asked[term.position] = max(asked[term.position], term.severity * term.exposure)
    hardest = sorted(asked, key=lambda position: (-asked[position], position))
    return [position for position in hardest if asked[position] >= EASY]
