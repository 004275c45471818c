"""Four invented athletes over thirty days: each plan as full as the class's, and nothing in it that is not
for them."""

import unittest

from core.catalog import load_catalog
from core.demand import Person
from core.demand.people import cautions_of
from core.hazards import hazards_of
from core.hazards.cautions import HAZARD_OF_TAG, way_with
from core.prep.member import fit_member
from core.session import SessionAsk, work_out
from server.demo import scenario

CATALOG = load_catalog()
METHODS = ("general-to-specific", "flow", "timed-circuit")
MORE_DAYS = """Clean and jerk 6x1 @ 80% | Snatch 5x2 @ 70% | 4 rounds: 500 m row, 15 push-ups, 12 lunges
AMRAP 12: 9 toes-to-bar, 12 dumbbell snatches 22.5/15 kg, 200 m run | Deadlift 3x3 @ 85% | Press 5x3 @ 80%
for time: 50 cal bike, 40 sit-ups, 30 kettlebell swings 24/16 kg | EMOM 12: 8 box jumps 60/50 cm
5 rounds: 8 pull-ups, 12 air squats, 40 m farmer carry 2 x 24/16 kg | Back squat 10-8-6-4-2
3 rounds: 10 wall walks, 20 double-unders, 15 ring rows | Bench press 5x5 @ 75%"""
DAYS = [text for _, text in scenario.WORKOUTS] + [
    day.strip() for line in MORE_DAYS.splitlines() for day in line.split("|")
]
ATHLETES = (
    Person("Hollis", 39, "male", 1.79, 84, adaptive=("seated",), cautions=("no-floor",), key="seated"),
    Person("Petra", 31, "female", 1.66, 61, adaptive=("one-arm",), cautions=("no-hang",), key="one-arm"),
    Person("Ivor", 44, "male", 1.74, 79, adaptive=("one-leg",), key="one-leg"),
    Person("Signe", 28, "female", 1.70, 66, adaptive=("low-vision",), key="low-vision"),
)
CLASS = tuple(Person(key=f"class {number}") for number in range(9))


class Athletes(unittest.TestCase):
    def test_each_plan_is_as_full_as_the_classes(self):
        """30 days, each with its method: as many drills and as many seconds, a raise first, and a cool-down;
        no drill that their tag or caution stops without its own way."""
        self.assertEqual(len(DAYS), 30)
        for number, text in enumerate(DAYS):
            method = METHODS[number % len(METHODS)]
            people = (*ATHLETES, *CLASS)
            worked = work_out(
                SessionAsk(text=text, minutes=12, method=method, people=people, kit=scenario.KIT)
            )
            for athlete in ATHLETES:
                mine = fit_member(
                    worked.sheet, worked.workout, athlete, worked.settings, CATALOG, worked.profile
                )
                told = (athlete.key, text, method)
                self.assertEqual(len(mine.items), len(worked.sheet.items), told)
                seconds = sum(item.seconds for item in worked.sheet.items)
                self.assertGreaterEqual(sum(item.seconds for item in mine.items), 0.9 * seconds, told)
                self.assertEqual(mine.items[0].phase, worked.sheet.items[0].phase, told)
                self.assertGreaterEqual(len(mine.cooldown), 3, told)
                self.assertEqual(len({item.drill.id for item in mine.items}), len(mine.items), told)
                self.check(athlete, (*mine.items, *mine.extras, *mine.cooldown))

    def check(self, athlete, items):
        cautions = cautions_of(athlete, CATALOG)
        tag = athlete.adaptive[0]
        for item in items:
            hazards = hazards_of(item.drill.id, CATALOG, seated=item.seated)
            self.assertFalse(hazards & cautions.hazards, (athlete.key, item.drill.id))
            if HAZARD_OF_TAG.get(tag) in hazards:
                self.assertTrue(way_with(tag, item.drill), (athlete.key, item.drill.id))
            if tag == "seated":
                self.assertTrue(item.seated and item.drill.seated, item.drill.id)
