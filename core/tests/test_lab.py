"""The lab's answers: for a person, for a class, for typed values; and what it refuses."""

import unittest
from dataclasses import replace

from core.catalog import load_catalog
from core.demand.people import Measurement, Person
from core.lab import FAMILIES, OPENS_WITH, LabAsk, LabRefused, ask_lab

CATALOG = load_catalog()
STIFF = Person(
    "Stiff", 40, "male", 1.8, 85, (Measurement("ankle.dorsiflexion", 24), Measurement("hip.flexion", 120))
)
SUPPLE = Person(
    "Supple", 30, "female", 1.65, 62, (Measurement("ankle.dorsiflexion", 42), Measurement("hip.flexion", 140))
)


class Lab(unittest.TestCase):
    def test_every_position_that_opens_in_the_lab_is_solved_and_drawn(self):
        """Feet on the floor, joints at their places, two arcs at the tightest motions."""
        for name, ask in OPENS_WITH.items():
            self.assertIn(name, CATALOG.positions)
            found = ask_lab(replace(ask, load_share=0.5), (SUPPLE,), CATALOG)
            points = found.figure.points
            lowest = {"hang": 0.1, "plank": 0.012, "handstand": 0.012}.get(ask.family, 0.0)
            self.assertAlmostEqual(min(place[1] for place in points.values()), lowest, delta=0.02, msg=name)
            if ask.family in ("plank", "handstand"):
                self.assertAlmostEqual(
                    points["wrist"][1], points["fingers"][1], delta=1e-3, msg=f"{name}: flat hands"
                )
            self.assertTrue(
                all(place[1] > -0.03 for joint, place in points.items() if "toe" not in joint), name
            )
            self.assertTrue(1 <= len(found.arcs) <= 2, name)
            self.assertIn(found.limiting, found.margins)

    def test_two_people_get_two_answers_and_their_average_lies_between(self):
        """The stiff one stops and is told what would free it; the supple one holds; the average lean lies
        between."""
        ask = LabAsk(bar="back", load_share=0.8)
        stiff, supple, both = (
            ask_lab(ask, people, CATALOG) for people in ((STIFF,), (SUPPLE,), (STIFF, SUPPLE))
        )
        self.assertFalse(stiff.holds)
        self.assertTrue(stiff.changes and supple.holds and not supple.changes)
        self.assertTrue(supple.lean_deg < both.lean_deg < stiff.lean_deg)
        self.assertIn("nobody's body", " ".join(both.unknown))
        self.assertIn("3 of 5 ranges are the norm", " ".join(stiff.unknown))

    def test_typed_values_win_and_the_lab_says_what_is_measured(self):
        """A typed ankle replaces the measured one and counts as known."""
        found = ask_lab(LabAsk(ranges={"ankle.dorsiflexion": 33.5}), (STIFF,), CATALOG)
        self.assertEqual(found.ranges["ankle.dorsiflexion"], 33.5)
        self.assertIn("ankle.dorsiflexion", found.measured)

    def test_lengths_by_tape_change_the_figure_too(self):
        """A longer thigh is drawn longer, by the same share the linkage used."""
        usual, long = (
            ask_lab(LabAsk(lengths_m=lengths), (STIFF,), CATALOG).figure.points
            for lengths in ({}, {"thigh": 0.52})
        )

        def thigh(points):
            return sum((a - b) ** 2 for a, b in zip(points["hip"], points["knee"], strict=False)) ** 0.5

        self.assertAlmostEqual(thigh(long) / thigh(usual), 0.52 / (0.245 * 1.8), delta=0.03)

    def test_what_cannot_be_solved_names_its_field(self):
        """Unknown families and bars, depths, ranges, lengths and steps out of reach."""
        for ask, field in (
            (LabAsk(family="cartwheel"), "family"),
            (LabAsk(bar="nose"), "bar"),
            (LabAsk(depth_deg=200), "depth_deg"),
            (LabAsk(ranges={"hip.flexion": 900}), "ranges"),
            (LabAsk(ranges={"nose": 3}), "ranges"),
            (LabAsk(lengths_m={"thigh": 3}), "lengths_m"),
            (LabAsk(family="lunge", step_length_m=1.5), "step_length_m"),
            (LabAsk(family="hang", chest_cm=90), "chest_cm"),
            (LabAsk(family="plank", shoulders_cm=50), "shoulders_cm"),
            (LabAsk(wedge_deg=80), "wedge_deg"),
        ):
            with self.assertRaises(LabRefused) as caught:
                ask_lab(ask, (), CATALOG)
            self.assertEqual(caught.exception.field, field)
        self.assertEqual(len(FAMILIES), 6)
