"""Proofs of the solved postures: against a search apart, and against the ankle people are seen to use."""

from __future__ import annotations

import numpy as np

from core.posture import Shape, body_of, postures_of
from core.posture.shape import FAMILIES

PROOF_BODIES = 300
PROOF_SEED = 7
POPULATION = 1500
# means and sds of what the population of the calibration has, degrees; the ankle from lunge tests, the knee
# as it bends
# in a full squat (Hemmerich 2006, from memory), hips by Soucie 2011 (from memory)
ANKLE, HIP, KNEE = (42.0, 6.0), (131.0, 8.0), (157.0, 7.0)
HEIGHT_M = (1.72, 0.09)
FULL_DEPTH_DEG = 118.0


def posture_proof() -> dict[str, dict[str, float]]:
    """Every family against the search of core/tests/brute_force.py: bodies tried, angles compared,
    disagreements (over half a degree from the edge on whether it holds, over a degree on what is in hand)."""
    from core.tests.test_brute_force import disagreements

    results = {}
    for family in FAMILIES:
        wrong, compared = disagreements(family, PROOF_BODIES, PROOF_SEED)
        results[f"posture-{family}"] = {
            "bodies": PROOF_BODIES,
            "angles": compared,
            "disagree": len(wrong),
            "worst_deg": round(max((by for by, *_ in wrong), default=0.0), 2),
        }
    return results


def used_ankle() -> dict[str, dict[str, float]]:
    """What a population uses of its ankles in a full-depth squat, by which the squat's discomfort was
    calibrated: the mean is to be 36.5 to 40.5, the sd 4 to 8 (Hemmerich 2006: 38.5, sd 5.9; from memory)."""
    chance = np.random.default_rng(PROOF_SEED)
    has = {
        motion: chance.normal(mean, sd, (POPULATION, 1))
        for motion, (mean, sd) in (
            ("ankle.dorsiflexion", ANKLE),
            ("hip.flexion", HIP),
            ("knee.flexion", KNEE),
        )
    }
    postures = postures_of(
        Shape(depth_deg=FULL_DEPTH_DEG), [body_of(height) for height in chance.normal(*HEIGHT_M, POPULATION)]
    )
    holds = postures.holds(has)[:, 0]
    used = postures.used(*postures.comfortable(has))[0][holds, 0]
    return {
        "used-ankle": {
            "bodies": POPULATION,
            "hold": round(float(holds.mean()), 3),
            "mean_deg": round(float(used.mean()), 2),
            "sd_deg": round(float(used.std()), 2),
        }
    }
