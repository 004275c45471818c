"""What a session ends with after training: one clean, slow repetition of its hardest position."""

from __future__ import annotations

from collections import defaultdict

from core.catalog import Catalog
from core.demand.scores import DemandProfile
from core.hazards import Cautions
from core.hazards.shapes import shape_hazards

EASY = 0.1  # a position that asks less falls apart for nobody; estimate


def finish_of(profile: DemandProfile, cautions: Cautions, catalog: Catalog) -> str:
    """The position that asks most of ranges and holds and no caution stops; empty when none asks much."""
    asked: dict[str, float] = defaultdict(float)
    for demand in profile.demands:
        if demand.kind in ("reach", "hold"):
            for term in demand.terms:
                asked[term.position] = max(asked[term.position], term.severity * term.exposure)
    for position in sorted(asked, key=lambda position: (-asked[position], position)):
        shape = shape_hazards(catalog.poses[catalog.positions[position].pose], catalog)
        if asked[position] >= EASY and not cautions.seated and not cautions.stop_movement(shape):
            return position
    return ""
