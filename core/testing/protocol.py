"""How a test is done: what it could harm, and so who is not asked to do it."""

from __future__ import annotations

from functools import lru_cache

from core.catalog import Catalog
from core.hazards import Cautions
from core.hazards.drills import FLOOR, KNEELING
from core.hazards.shapes import shape_hazards


@lru_cache(maxsize=256)
def hazards_of_test(test: str, catalog: Catalog) -> frozenset[str]:
    """Ids of all that a test could harm: from its poses, its level and what is held; a test goes to the end
    of a range by its nature."""
    row = catalog.range_tests[test]
    hazards = {"end-range"}.union(*(shape_hazards(catalog.poses[pose], catalog) for pose in row.poses))
    if row.level in FLOOR:
        hazards.add("no-floor")
    if row.level in KNEELING:
        hazards.add("knee")
    if any(where == "hands" for _, _, where in (prop.partition("@") for prop in row.props)):
        hazards.add("both-hands")
    return frozenset(hazards)


def may_be_tested(test: str, cautions: Cautions, catalog: Catalog) -> bool:
    """Whether nothing of a person's stands against a test."""
    return not cautions.stop_movement(hazards_of_test(test, catalog))
