"""What opens a section, what is a note or a title, what names a division, and texts in columns: tables of
each."""

import unittest

from core.catalog import load_catalog
from core.reading import read_workout
from core.reading.columns import read_columns
from core.reading.divisions import division_id, leading_division
from core.reading.headings import read_heading
from core.reading.names import Names
from core.reading.plain_words import plain, singular
from core.reading.prose import Prose, is_schedule, tells_work
from core.reading.tokens import tokenize

NAMES = Names(load_catalog())
PROSE = Prose(NAMES)


class Headings(unittest.TestCase):
    def test_headings_with_their_name_and_kind(self):
        """Letters, numbered letters, words, events, warm-ups, decoration; where the rest of the line
        starts."""
        for line, name, kind, rest in (
            ("A) back squat", "A", None, "back squat"),
            ("b2. rows", "B2", None, "rows"),
            ("Part C: run", "Part C", None, "run"),
            ("Strength: 5x5", "Strength", "strength", "5x5"),
            ("** CONDITIONING **", "Conditioning", "conditioning", ""),
            ("Event 2 - row", "Event 2", "event", "row"),
            ("Warm-up:", "Warm-up", "warm-up", ""),
            ("A) Skill: handstands", "A", "skill", "handstands"),
            ("Workout 2:", "Workout 2", None, ""),
            ("Workout 4.1", "Workout 4.1", None, ""),
            ("Cool down: walk", "Cool down", "cool-down", "walk"),
            ("# Lower rack (strength)", "Lower rack", "strength", ""),
            ("Accessory work:", "Accessory work", "strength", ""),
            ("GENERAL WARM UP (8 mins)", "General warm up", "warm-up", "(8 mins)"),
            ("BLOCK 2 – Skill: 12 min of balance", "Block 2", "skill", "12 min of balance"),
            ("Tue - press", "Tue", None, "press"),
        ):
            found = read_heading(line)
            self.assertIsNotNone(found, line)
            self.assertEqual((found.name, found.kind, line[found.end :].strip()), (name, kind, rest), line)

    def test_headings_of_what_is_no_work(self):
        """Standards, schedules and scaling open sections of their own kind."""
        for line, opens in (
            ("STANDARDS", "notes"),
            ("Floor plan", "notes"),
            ("DIVISIONS", "divisions"),
            ("Scaling:", "divisions"),
            ("MONDAY", "day"),
        ):
            self.assertEqual(read_heading(line).opens, opens, line)

    def test_lines_that_head_nothing(self):
        """Movements, levels and standards that start with a letter."""
        for line in (
            "L1: ring rows",
            "L-sit 3 x 20 s",
            "m: 60 kg",
            "20 burpees",
            "a burpee",
            "x 10",
            "strength is a skill, remember",
            "Row 500 m",
        ):
            self.assertIsNone(read_heading(line), line)

    def test_notes_and_what_only_looks_like_one(self):
        """Marked lines and sentences are notes; lines that count something to do are not."""
        for line in (
            "note: slow",
            "Coach's notes - open hips",
            "// later",
            "Goal: unbroken sets",
            "Keep the elbows high",
            "If you finish early, stretch.",
            "This one is meant to be a sprint for you",
            "Score is total reps",
            "Row: the athlete stays seated until the monitor reads 1000 m.",
            "Percentages of snatch for lines 1 and 2.",
        ):
            self.assertTrue(PROSE.is_note(line, tokenize(line)), line)
        for line in (
            "10 burpees",
            "for time",
            "AMRAP 12",
            "3 rounds of your best push-ups",
            "rest 2:00",
            "back squat",
            "max set of strict pull-ups",
            "Every 2 minutes for 10 minutes: 3 power cleans",
        ):
            self.assertFalse(PROSE.is_note(line, tokenize(line)), line)

    def test_times_of_the_day_are_no_work(self):
        """Classes and heats, but no rests and no pieces of so many minutes."""
        for line in ("6.30 / 9.30 / 18.00", "classes 06:00 07:00", "Heat 1 09:00, heat 2 09:15"):
            self.assertTrue(is_schedule(line) and not tells_work(tokenize(line), line), line)
        for line in ("4 x AMRAP 3:00, 1:00 rest", "1:00 on, 0:30 off", "every 2:00 for 10:00"):
            self.assertFalse(is_schedule(line) and not tells_work(tokenize(line), line), line)

    def test_titles_are_words_without_work(self):
        """'Long grey Friday' names a session; a movement, an amount or a strange count does not."""
        for line, expected in (
            ("Long grey Friday", True),
            ("Week 3 day 2", True),
            ("10 burpees", False),
            ("Back squat", False),
            ("AMRAP", False),
            ("2 flumes", False),
        ):
            self.assertEqual(PROSE.is_title(line, tokenize(line)), expected, line)

    def test_divisions_in_their_many_names(self):
        """One id for each, however it is written."""
        for text, division in (
            ("Rx", "rx"),
            ("RX+", "elite"),
            ("as prescribed", "rx"),
            ("scaled to", "scaled"),
            ("Scale", "scaled"),
            ("beginner", "foundation"),
            ("L2", "level-2"),
            ("level 3", "level-3"),
            ("Masters 45+", "masters"),
            ("advanced", "elite"),
            ("Teens", "teens"),
        ):
            self.assertEqual(division_id(text), division, text)

    def test_lines_that_lead_with_a_division(self):
        """Where its words begin; a movement that begins alike is none."""
        for line, division, rest in (
            ("Scaled: ring rows", "scaled", "ring rows"),
            ("L2 - 40/30 kg", "level-2", "40/30 kg"),
            ("55+ - 20 in box", "masters", "20 in box"),
            ("Masters 40-49: thruster 38 kg", "masters", "thruster 38 kg"),
        ):
            found = leading_division(line)
            self.assertIsNotNone(found, line)
            self.assertEqual((found[0], line[found[1] :]), (division, rest), line)
        for line in ("Seated presses 3x10", "10 burpees", "scale it down if your shoulder hurts"):
            self.assertIsNone(leading_division(line), line)

    def test_columns_by_bars_tabs_and_wide_gaps(self):
        """A head of division names; a line with one cell, or with other words, is none."""
        for line in ("Rx | Scaled", "Rx\tScaled", "Rx     Scaled"):
            self.assertEqual([one[0] for one in read_columns(line)], ["rx", "scaled"], line)
        for line in ("Rx", "10 burpees | 5 burpees", "Rx | later"):
            self.assertIsNone(read_columns(line), line)

    def test_three_columns_keep_their_rows_together(self):
        """Each division's list is its own column; a cell beyond the heads is handed back."""
        workout = read_workout(
            "Rx | Scaled | Masters\n10 C2B | 10 ring rows | 8 ring rows\n"
            "200 m run | 150 m run | 100 m walk | extra"
        )
        self.assertEqual(
            [
                [work.movement for work in workout.for_division(one).parts[0].work]
                for one in ("rx", "scaled", "masters")
            ],
            [["chest-to-bar-pull-up", "run"], ["ring-row", "run"], ["ring-row", "walk"]],
        )
        self.assertEqual([one.text for one in workout.unread], ["extra"])


class PlainWords(unittest.TestCase):
    def test_words_are_compared_in_one_form(self):
        """Plurals, hyphens, possessives and usual abbreviations come to the same words."""
        for text, expected in (
            ("DB Snatches", "dumbbell snatch"),
            ("push-ups", "push up"),
            ("pullups", "pull up"),
            ("Farmer's carries", "farmer carry"),
            ("C&J", "c and j"),
            ("T2B", "toe to bar"),
            ("box  jumps.", "box jump"),
            ("!!", ""),
        ):
            self.assertEqual(plain(text), expected, text)
        self.assertEqual(
            [singular(word) for word in ("presses", "lunges", "press", "flies", "gas", "boxes")],
            ["press", "lunge", "press", "fly", "gas", "box"],
        )

    def test_implements_name_another_movement_wherever_they_stand(self):
        """'dumbbell strict press' and 'strict dumbbell press' are the dumbbell's; a barbell's stays the
        barbell's."""
        for text, movement in (
            ("dumbbell strict press", "dumbbell-press"),
            ("strict dumbbell press", "dumbbell-press"),
            ("barbell press", "press"),
            ("kettlebell deadlift", "kettlebell-deadlift"),
            ("kb thrusters", "dumbbell-thruster"),
        ):
            self.assertEqual(NAMES.find(text).movement, movement, text)

    def test_nothing_below_the_stated_confidence_is_read(self):
        """Two wrong letters in a short word, or another first letter, are suggestions only."""
        for text in ("brpes", "xurp", "skwats"):
            self.assertIsNone(NAMES.find(text), text)
        self.assertGreaterEqual(NAMES.find("kettlebel swigns").confidence, 0.8)
