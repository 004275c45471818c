"""Every family against a search that knows nothing of the solver (core/tests/brute_force.py): holds or not,
and what is in hand."""

import math
import random
import unittest
from dataclasses import replace

import numpy as np

from core.posture import Shape, body_of, postures_of
from core.posture.shape import FAMILIES
from core.tests.brute_force import search

BODIES = 40
EDGE_DEG, IN_HAND_DEG = 0.5, 1.0
FAR_SD = 4  # a range further out than this is nobody's, and the grids end there
ADULTS = {  # mean and sd to draw from, wider than people are
    "shoulder.flexion": (169, 8),
    "shoulder.extension": (58, 9),
    "thoracic.extension": (22, 7),
    "spine.flexion": (81, 12),
    "hip.extension": (17.5, 7),
    "lumbar.extension": (25, 7),
    "hip.flexion": (131, 8),
    "hip.flexion-straight-knee": (80, 11),
    "knee.flexion": (139, 8),
    "ankle.dorsiflexion": (42, 6),
    "wrist.extension": (71, 9),
    "elbow.flexion": (147, 6),
    "toe.extension": (69, 10),
}
WIDER = 1.6


def drawn_shape(family, chance):
    """A shape with every number of its family varied."""
    draw = chance.uniform
    bar = chance.choice(["none", "goblet", "front", "back", "overhead"])
    numbers = {
        "squat": lambda: {
            "bar": bar,
            "load_share": draw(0, 1.8) if bar != "none" else 0.0,
            "depth_deg": draw(20, 118),
            "stance_cm": draw(25, 80),
            "heel_mm": chance.choice([0, draw(0, 30)]),
            "single_leg": chance.random() < 0.15,
        },
        "lunge": lambda: {
            "step_length_m": draw(0.6, 1.0),
            **chance.choice([{}, {"rear_knee_m": draw(0.0, 0.3)}, {"rear_foot_m": draw(0.25, 0.5)}]),
            "bar": chance.choice(["none", "front", "overhead"]),
        },
        "step-up": lambda: {"box_height_m": draw(0.3, 0.7), "bar": chance.choice(["none", "overhead"])},
        "hinge": lambda: {
            **chance.choice(
                [
                    {"bar_height_m": draw(0.1, 0.6)},
                    {"bar_height_m": draw(-0.3, 0.1), "from_knee": True, "arms_back_deg": draw(0, 30)},
                ]
            ),
            "load_share": chance.choice([0, draw(0.2, 2)]),
            "stance_cm": chance.choice([28, 90]),
            "knee_most_deg": chance.choice([165, draw(8, 60)]),
            "beside": chance.random() < 0.3,
        },
        "bow": lambda: {
            "lean_deg": draw(30, 90),
            "bar": chance.choice(["none", "back"]),
            "load_share": draw(0, 1),
            "knee_most_deg": draw(5, 40),
            "single_leg": chance.random() < 0.4,
        },
        "hang": lambda: {"chest_cm": chance.choice([0, draw(0, 12)])},
        "plank": lambda: {
            "shoulders_cm": draw(-5, 8),
            "wedge_deg": chance.choice([0, 10]),
            "forearms": chance.random() < 0.3,
        },
        "push-up": lambda: {
            "wedge_deg": chance.choice([0, 10]),
            **chance.choice(
                [{}, {"hands_m": (up := draw(0.2, 0.7)), "chest_m": up}, {"hands_m": draw(0, 0.1)}]
            ),
        },
        "row": lambda: {"hands_cm": draw(0, 20)},
        "fold": lambda: {"short_cm": draw(0, 30)},
        "head-down": lambda: {"wedge_deg": chance.choice([0, 10])},
        "handstand": lambda: {"wedge_deg": chance.choice([0, 10])},
    }
    return replace(Shape(family=family), **numbers.get(family, dict)())


def drawn_body(chance):
    """A body of any height, often with lengths of its own."""
    height = chance.uniform(1.5, 2.0)
    usual = {"shank": 0.246, "thigh": 0.245, "trunk": 0.288, "arm": 0.386}
    own = {name: height * share * chance.gauss(1, 0.05) for name, share in usual.items()}
    return body_of(height, None, "winter", **(own if chance.random() < 0.6 else {}))


def disagreements(family, count, seed):
    """Bodies on which solver and search differ: (by how much, what, where), and how many were compared."""
    chance = random.Random(f"{family} {seed}")
    wrong, compared = [], 0
    for number in range(count):
        shape, body = drawn_shape(family, chance), drawn_body(chance)
        found, postures = search(shape, body), postures_of(shape, [body])
        has = {one: chance.gauss(ADULTS[one][0], ADULTS[one][1] * WIDER) for one in postures.motions}
        columns = {one: np.array([[degrees]]) for one, degrees in has.items()}
        inside, around = found.holds(has, -EDGE_DEG), found.holds(has, EDGE_DEG)
        holds = bool(postures.holds(columns)[0, 0])
        if inside == around and holds != inside:
            wrong.append((math.inf, "holds", f"{number} {shape} {has}"))
        least = postures.least(columns)
        for motion, (mean, sd) in ((one, ADULTS[one]) for one in postures.motions):
            theirs, ours = found.least(has, motion), float(least[motion][0, 0])
            if theirs > mean + FAR_SD * sd or (math.isinf(ours) and inside != around):
                continue
            compared += 1
            if not abs(theirs - ours) <= IN_HAND_DEG:
                others = (
                    found.within(has, EDGE_DEG, but=motion).any()
                    != found.within(has, -EDGE_DEG, but=motion).any()
                )
                if not (others and math.isinf(theirs) != math.isinf(ours)):
                    wrong.append((abs(theirs - ours), motion, f"{number} {theirs} {ours} {shape} {has}"))
    return wrong, compared


class BruteForce(unittest.TestCase):
    def test_every_family_agrees_with_the_search(self):
        """Holds on every body over half a degree from the edge, in hand within a degree; by the statement in
        docs/model.md."""
        for family in FAMILIES:
            with self.subTest(family):
                wrong, compared = disagreements(family, BODIES, seed=1)
                self.assertGreater(compared, BODIES)
                self.assertEqual(wrong[:2], [])
