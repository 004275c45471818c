"""Homework: for what stays short over re-tests, with a weekly dose and an end."""

import unittest

from core.catalog import load_catalog
from core.demand import Measurement, Person
from core.demand.people import newest, person_from_json
from core.errors import UnusableFile
from core.hazards import hazards_of
from core.prep import PlanSettings
from core.prep.homework import homework_for

CATALOG = load_catalog()
NEEDED = {"ankle.dorsiflexion": 38.0}


def tested(*visits, **fields) -> Person:
    """A person whose ankle was tested on these (day, left cm, right cm) in the lunge test."""
    tests = tuple(
        Measurement("ankle.dorsiflexion", value, side, "knee-to-wall", day)
        for day, left, right in visits
        for side, value in (("left", left), ("right", right))
    )
    now, before = newest(tests)
    return Person(ranges=now, earlier=before, **fields)


def given(person: Person, needed=NEEDED):
    return homework_for(needed, person, PlanSettings(), CATALOG)


class Given(unittest.TestCase):
    def test_two_visits_in_a_row_below_bring_homework(self):
        """8 and 8.5 cm at the wall by hand, for 1.70 m (shank 41.82, toes 19.04 ahead of the ankle, knee 5
        behind its front; Winter, from memory): asin(22.04 / 41.82) + 4 = 35.8 degrees and
        asin(22.54 / 41.82) + 4 = 36.6 of 38: short twice. Five minutes a muscle group and week over three
        days (Thomas 2018, from memory): 300 / 3 = 100 s a day and side, so four sets of 30 s, or of six slow
        breaths, or of ten slow repetitions, with ten seconds between."""
        (one,) = given(tested(("2026-08-01", 8, 9), ("2026-10-01", 8.5, 9.5)))
        self.assertAlmostEqual(one.first_deg, 35.8, delta=0.05)
        self.assertAlmostEqual(one.last_deg, 36.6, delta=0.05)
        self.assertEqual((one.visits, one.times_a_week), (2, 3))
        self.assertEqual(one.dose.sets, 4)
        self.assertIn(
            (one.dose.hold_s, one.dose.breaths, one.dose.reps),
            [(30, None, None), (None, 6, None), (None, None, 10)],
        )
        each = 4 * 30 * (2 if one.dose.per_side else 1) + 3 * 10
        self.assertEqual(one.weekly_s, each * 3)
        self.assertGreaterEqual(CATALOG.drills[one.drill].effects["ankle.dorsiflexion"], 8)
        for word in ("two tests", "38 degrees", "licensed clinician"):
            self.assertIn(word, one.stop)

    def test_one_visit_or_a_range_that_came_brings_none(self):
        """A single test is no reason; nor is a range that was short and is not any more."""
        self.assertEqual(given(tested(("2026-10-01", 8, 9))), ())
        self.assertEqual(given(tested(("2026-08-01", 8, 9), ("2026-10-01", 12, 12.5))), ())
        self.assertEqual(
            len(given(tested(("2026-06-01", 11, 11), ("2026-08-01", 9, 9), ("2026-10-01", 9, 9)))), 1
        )

    def test_kit_at_home_cautions_and_the_chair_are_kept(self):
        """No drill that a caution forbids, none without a seated way for a seated athlete, no kit that is
        not at home."""
        visits = (("2026-08-01", 8, 9), ("2026-10-01", 8.5, 9.5))
        for fields in (
            {"cautions": ("no-floor", "no-impact")},
            {"adaptive": ("seated",)},
            {"kit_at_home": ("band",)},
            {},
        ):
            for one in given(tested(*visits, **fields)):
                drill = CATALOG.drills[one.drill]
                self.assertFalse(hazards_of(drill.id, CATALOG) & set(fields.get("cautions", ())))
                self.assertLessEqual(
                    set(drill.kit), {*fields.get("kit_at_home", ()), "wall", "mat", "chair", "doorway"}
                )
                self.assertTrue("seated" not in fields.get("adaptive", ()) or drill.seated)

    def test_the_farthest_off_comes_first_and_no_more_than_two(self):
        """One stubborn area at a time (common practice), two at the most, each with a drill of its own."""
        motions = ("ankle.dorsiflexion", "shoulder.flexion", "wrist.extension")
        tests = tuple(
            Measurement(motion, degrees, "both", "goniometer", day)
            for motion, degrees in zip(motions, (30, 140, 60), strict=False)
            for day in ("2026-08-01", "2026-10-01")
        )
        now, before = newest(tests)
        found = given(
            Person(ranges=now, earlier=before),
            {"ankle.dorsiflexion": 38, "shoulder.flexion": 170, "wrist.extension": 85},
        )
        self.assertEqual([one.motion for one in found], ["shoulder.flexion", "wrist.extension"])
        self.assertEqual(len({one.drill for one in found}), 2)


class Dates(unittest.TestCase):
    def test_the_newest_test_of_each_side_stands(self):
        """A member file with days: the newest of each side is the range, the others are what came before;
        a bad day is refused."""
        raw = {
            "ranges": [
                {"motion": "wrist.extension", "value": 60, "side": "left", "on": "2026-01-05"},
                {"motion": "wrist.extension", "value": 70, "side": "left", "on": "2026-05-05"},
                {"motion": "wrist.extension", "value": 66, "side": "right", "on": "2026-01-05"},
            ]
        }
        person = person_from_json(raw, CATALOG)
        self.assertEqual({(one.side, one.value) for one in person.ranges}, {("left", 70), ("right", 66)})
        self.assertEqual([(one.side, one.value) for one in person.earlier], [("left", 60)])
        with self.assertRaisesRegex(UnusableFile, "2026-03-14"):
            person_from_json(
                {"ranges": [{"motion": "wrist.extension", "value": 60, "on": "last week"}]}, CATALOG
            )
