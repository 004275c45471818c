"""Proof that nothing a caution forbids reaches anybody: made-up members through every path of many days."""

from __future__ import annotations

MEMBERS, DAYS = 200, 30
SEED = 20261128


def hazard_proof() -> dict[str, dict[str, float]]:
    """Members with any cautions on days of any movements, against labels by hand and plain words."""
    from core.tests.hazards import days, walk

    found = walk(MEMBERS, days(DAYS, SEED), SEED)
    for leak in found[:20]:
        print(leak)
    return {"hazards": {"members": MEMBERS, "days": DAYS, "leaks": len(found)}}
