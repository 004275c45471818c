"""A year of forty members in blocks, every rule checked on what they did; and how long a block takes to
plan. Needs the tests beside the core."""

from __future__ import annotations

import time

MEMBERS, WEEKS = 40, 52


def blocks_lived(members: int = MEMBERS) -> dict[str, dict[str, float]]:
    """Sessions done, rules broken (which have to be none), and milliseconds of one look at one block."""
    from core.tests.lives import Life

    begun = time.perf_counter()
    lives = [Life(seed, WEEKS).live() for seed in range(1_000, 1_000 + members)]
    took_s = time.perf_counter() - begun
    looks = sum(life.days for life in lives)
    return {
        "blocks": {
            "members": members,
            "weeks": WEEKS,
            "sessions": sum(life.sessions for life in lives),
            "faults": sum(len(life.faults) for life in lives),
            "ms_a_look": round(took_s / looks * 1000, 2),
        }
    }
