"""Each school's own rules on twelve kinds of day, at its usual length and at five minutes (docs/model.md says
what each school would call its own; common practice)."""

from __future__ import annotations

import unittest
from collections import Counter
from functools import cache
from itertools import groupby, pairwise

from core.catalog import load_catalog
from core.prep import PlanSettings, plan_session
from core.prep.sheet import PrepSheet
from core.reading import read_workout
from core.tests.good_days import DAYS

CATALOG = load_catalog()
KINDS = (
    "clean and jerk",
    "back squat",
    "overhead squat",
    "deadlift",
    "bench",
    "toes to bar",
    "strict pull-ups",
    "handstand push-ups",
    "burpees",
    "run",
    "carries",
    "get-ups",
)
MINUTES = (5, 12)
TEXTS = {day.name: day.text for day in DAYS}


@cache
def sheet(method: str, kind: str, minutes: int) -> PrepSheet:
    settings = PlanSettings(minutes=minutes, method=method, headcount=12)
    return plan_session(read_workout(TEXTS[kind], CATALOG), settings, (), CATALOG)


class Schools(unittest.TestCase):
    def each(self, method: str):
        """The sheet and its items of every kind of day and length."""
        for kind in KINDS:
            for minutes in MINUTES:
                made = sheet(method, kind, minutes)
                self.assertTrue(made.items, (kind, minutes))
                self.assertLessEqual(made.seconds, minutes * 60, (kind, minutes))
                yield made, made.items

    def test_specific_only_is_empty_of_the_rest(self):
        """Practice of the positions, then the bar; nothing is stretched, rolled or switched on."""
        for _, items in self.each("specific-only"):
            self.assertEqual({item.phase for item in items}, {"rehearse"})
            self.assertLessEqual({item.drill.style for item in items}, {"practice", "spring"})

    def test_general_to_specific_goes_from_warm_to_the_lift(self):
        """A raise first, then something opened, and a rehearsal at the end; three drills of mobility when
        there is time for them."""
        for made, items in self.each("general-to-specific"):
            phases = [item.phase for item in items]
            self.assertEqual((phases[0], phases[-1]), ("raise", "rehearse"))
            self.assertGreaterEqual(phases.count("open"), 3 if made.minutes == 12 and not made.ramp else 1)
            self.assertFalse(any(item.drill.style == "soft-tissue" for item in items))

    def test_end_range_tension_is_fewer_drills_each_longer(self):
        """Slow circles and contractions at the end of a range, 40 s and more each, effort to a half."""
        for _, items in self.each("end-range-tension"):
            opened = [item for item in items if item.phase == "open"]
            self.assertTrue(opened)
            self.assertLessEqual({item.drill.style for item in opened}, {"circle", "tension"})
            self.assertTrue(all(item.seconds >= 40 and item.drill.effort <= 0.5 for item in items))

    def test_the_circuit_runs_on_one_clock_and_tires_no_muscle_twice(self):
        for made, items in self.each("timed-circuit"):
            self.assertEqual({item.seconds for item in items}, {30})
            self.assertEqual(made.pace, "stations")
            tired = Counter(muscle for item in items for muscle in item.drill.fatigue)
            self.assertFalse([muscle for muscle, times in tired.items() if times > 1])

    def test_supersets_come_in_pairs_and_rounds(self):
        """Two drills of one phase back to back, two rounds at the least, three with time for them."""
        for made, items in self.each("superset-rounds"):
            groups = Counter(item.group for item in items if item.group)
            for one, other in pairwise(items):
                if one.group and one.group == other.group:
                    self.assertEqual(one.phase, other.phase)
            self.assertTrue(all(size <= 2 for size in groups.values()))
            self.assertTrue(all(len(item.turns) == made.rounds >= 2 for item in items))

    def test_the_flow_is_passes_on_a_mat(self):
        """The same shapes in the same order again and again, nothing fetched."""
        for made, items in self.each("flow"):
            self.assertTrue(all(set(item.kit) <= {"mat"} for item in items))
            levels = [level for level, _ in groupby(item.level for item in items if item.phase == "open")]
            self.assertEqual(len(levels), len(set(levels)), "down to the floor twice")
            for number in range(made.rounds):
                starts = [item.turns[number].start_s for item in items]
                self.assertEqual(starts, sorted(starts))

    def test_skill_and_base_counts_its_minutes(self):
        """An easy machine or pulse, a primer and skill, a minute each in turn; repetitions are added up."""
        for made, items in self.each("skill-and-base"):
            self.assertEqual(items[0].drill.style, "pulse")
            self.assertTrue(all(turn.start_s % 60 == 0 for item in items for turn in item.turns))
            counted = {count.name for count in made.tally.reps}
            self.assertTrue(all(item.drill.name in counted for item in items if item.dose.reps))

    def test_soft_tissue_goes_only_to_the_days_own_spots(self):
        """Half a minute to a minute a spot, on what the day asks most; never the whole body."""
        for _, items in self.each("soft-tissue-first"):
            released = [item for item in items if item.phase == "release"]
            self.assertLessEqual(sum(item.seconds for item in released), 150)
            for item in released:
                self.assertTrue(item.serves, item.drill.id)
