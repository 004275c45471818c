"""The lab's answers: for a person, for a class, for typed values; and what it refuses."""

import json
import unittest
from dataclasses import fields, replace

from core.catalog import load_catalog
from core.demand import Measurement
from core.demand.people import Person
from core.documents.lab import lab_document
from core.lab import LabAsk, LabRefused, ask_lab
from core.posture import Shape
from core.posture.shape import LIMITS

CATALOG = load_catalog()
STIFF = Person(
    "Stiff", 40, "male", 1.8, 85, (Measurement("ankle.dorsiflexion", 14), Measurement("hip.flexion", 105))
)
SUPPLE = Person(
    "Supple", 30, "female", 1.65, 62, (Measurement("ankle.dorsiflexion", 48), Measurement("hip.flexion", 145))
)
ASKS = {
    row.id: LabAsk(**{each.name: getattr(row.shape, each.name) for each in fields(Shape)})
    for row in CATALOG.positions.values()
    if row.shape is not None
}


class Lab(unittest.TestCase):
    def test_every_position_that_opens_in_the_lab_is_solved_and_drawn(self):
        """Nothing below the floor, flat hands where they bear, at most two arcs, a name for what limits."""
        for name, ask in ASKS.items():
            found = ask_lab(ask, (SUPPLE,), CATALOG)
            points = found.figure.points
            hangs = ask.family in ("hang", "l-hang", "toes-to-bar", "dip")
            on_hands = ask.family in ("plank", "push-up", "handstand", "head-down")
            lowest = 0.1 if hangs else 0.012 if on_hands else 0.0
            self.assertAlmostEqual(min(place[1] for place in points.values()), lowest, delta=0.05, msg=name)
            if on_hands:
                self.assertAlmostEqual(
                    points["wrist"][1], points["fingers"][1], delta=1e-3, msg=f"{name}: flat hands"
                )
            self.assertTrue(len(found.arcs) <= 2, name)
            self.assertTrue(any(found.limiting in margin.motions for margin in found.margins), name)

    def test_the_drawn_posture_uses_no_more_than_there_is(self):
        """Where a position holds, every angle of the figure is within the ranges."""
        for name, ask in ASKS.items():
            for person in (SUPPLE, STIFF, Person()):
                found = ask_lab(ask, (person,), CATALOG)
                if found.holds:
                    for margin in found.margins:
                        self.assertLessEqual(
                            margin.used_deg,
                            margin.has_deg + 0.5 * len(margin.motions) + 0.1,
                            f"{name} {margin.motions}",
                        )

    def test_two_people_get_two_answers_and_their_average_lies_between(self):
        """The stiff one stops and is told what would free it; the supple one holds; the average lean lies
        between."""
        ask = LabAsk(bar="back", load_share=0.8)
        stiff, supple, both = (
            ask_lab(ask, people, CATALOG) for people in ((STIFF,), (SUPPLE,), (STIFF, SUPPLE))
        )
        self.assertFalse(stiff.holds)
        self.assertTrue(stiff.changes and supple.holds and not supple.changes)
        self.assertTrue(supple.lean_deg < both.lean_deg)
        self.assertAlmostEqual(sum(stiff.stops.values()), 1)
        self.assertIn("nobody's body", " ".join(both.unknown))
        self.assertIn("1 of 3 ranges are the norm", " ".join(stiff.unknown))

    def test_every_change_offered_frees_it_and_a_step_less_does_not(self):
        """Heels, stances, depths, wedges, steps and degrees of a motion: each is the smallest of its kind."""
        cases = (
            LabAsk(bar="back", load_share=0.6, ranges={"ankle.dorsiflexion": 12, "hip.flexion": 112}),
            LabAsk(bar="overhead", load_share=0.5, ranges={"shoulder.flexion": 158}),
            LabAsk(family="plank", shoulders_cm=6, ranges={"wrist.extension": 60}),
            LabAsk(family="hang", chest_cm=12, ranges={"shoulder.flexion": 150, "thoracic.extension": 15}),
            LabAsk(family="lunge", step_length_m=1.15, ranges={"hip.extension": -8}),
        )
        steps = {"heel": 5, "stance": 2}
        for ask in cases:
            found = ask_lab(ask, (), CATALOG)
            self.assertFalse(found.holds, ask)
            self.assertTrue(found.changes, ask)
            for change in found.changes:
                if change.unit == "place":
                    continue
                step = steps.get(change.what, 0.5 if change.sd is not None else 1)
                self.assertTrue(self._with(ask, found, change.what, change.amount + 0.01), change)
                less = change.amount - step - (0.0 if change.sd is None else 0.05)
                if less > 0:
                    self.assertFalse(self._with(ask, found, change.what, less), change)

    @staticmethod
    def _with(ask, found, what, amount):
        """Whether an ask holds with one thing changed."""
        if what in found.ranges:
            more = {**ask.ranges, what: found.ranges[what] + amount}
            return ask_lab(replace(ask, ranges=more), (), CATALOG).holds
        field, way = {
            "heel": ("heel_mm", 1),
            "stance": ("stance_cm", 1),
            "depth": ("depth_deg", -1),
            "wedge": ("wedge_deg", 1),
            "shoulders": ("shoulders_cm", -1),
            "chest": ("chest_cm", -1),
            "step": ("step_length_m", -0.01),
        }[what]
        turned = replace(ask, **{field: getattr(ask, field) + way * round(amount)})
        return ask_lab(turned, (), CATALOG).holds

    def test_the_ankle_that_would_free_a_squat_is_found(self):
        """A stiff ankle is freed by more of it, and by no more than is missing."""
        found = ask_lab(
            LabAsk(bar="overhead", load_share=0.5, ranges={"ankle.dorsiflexion": 15}), (), CATALOG
        )
        self.assertEqual(found.limiting, "ankle.dorsiflexion")
        change = next(one for one in found.changes if one.what == "ankle.dorsiflexion")
        margin = next(one for one in found.margins if one.id == "ankle.dorsiflexion")
        self.assertAlmostEqual(change.amount, -margin.in_hand_deg, delta=2)

    def test_typed_values_win_and_the_lab_says_what_is_measured(self):
        """A typed ankle replaces the measured one and counts as known."""
        found = ask_lab(LabAsk(ranges={"ankle.dorsiflexion": 33.5}), (STIFF,), CATALOG)
        self.assertEqual(found.ranges["ankle.dorsiflexion"], 33.5)
        self.assertIn("ankle.dorsiflexion", found.measured)

    def test_lengths_by_tape_change_the_figure_too(self):
        """A longer thigh is drawn longer, by the same share the linkage used."""
        usual, long = (
            ask_lab(LabAsk(lengths_m=lengths, single_leg=True), (STIFF,), CATALOG).figure.points
            for lengths in ({}, {"thigh": 0.52})
        )

        def thigh(points):
            return sum((a - b) ** 2 for a, b in zip(points["hip"], points["knee"], strict=False)) ** 0.5

        self.assertAlmostEqual(thigh(long) / thigh(usual), 0.52 / (0.245 * 1.8), delta=0.03)

    def test_what_cannot_be_solved_names_its_field(self):
        """Unknown families and bars, depths, ranges, lengths and steps out of reach; both ends of every
        number."""
        beyond = tuple(
            (LabAsk(**{name: value}), name)
            for name, limit in LIMITS.items()
            for value in (limit.low - 1, limit.high + 1)
        )
        for ask, field in (
            (LabAsk(family="cartwheel"), "family"),
            (LabAsk(bar="nose"), "bar"),
            (LabAsk(ranges={"hip.flexion": 900}), "ranges.hip.flexion"),
            (LabAsk(ranges={"nose": 3}), "ranges.nose"),
            (LabAsk(lengths_m={"thigh": 3}), "lengths_m.thigh"),
            (LabAsk(lengths_m={"nose": 0.3}), "lengths_m.nose"),
            (LabAsk(height_m=4), "height_m"),
            (LabAsk(sex="robot"), "sex"),
            (LabAsk(family="lunge", step_length_m=1.5), "step_length_m"),
            *beyond,
        ):
            with self.assertRaises(LabRefused) as caught:
                ask_lab(ask, (), CATALOG)
            self.assertEqual(caught.exception.field, field)

    def test_no_answer_is_ever_not_a_number(self):
        """Whatever is asked within the limits, the JSON has numbers or null and can be read by strict
        readers."""
        for ask in ASKS.values():
            for ranges in (
                {},
                dict.fromkeys(("ankle.dorsiflexion", "shoulder.flexion", "hip.flexion"), -20.0),
            ):
                said = lab_document(ask_lab(replace(ask, ranges=ranges), (), CATALOG), CATALOG).json_value()
                json.dumps(said, allow_nan=False)
