"""The reader against a corpus of our own, and against nonsense."""

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from core.catalog import load_catalog
from core.errors import UnusableText
from core.reading import read_workout
from core.tests.corpus import CORPUS, differences


class Corpus(unittest.TestCase):
    def test_every_text_reads_as_a_coach_would(self):
        """Movements, totals, loads, distances, divisions and what is handed back, text by text."""
        self.assertGreaterEqual(len(CORPUS), 150)
        for case in CORPUS:
            with self.subTest(case["text"]):
                self.assertEqual(differences(case), [])

    def test_a_wrong_reading_would_be_noticed(self):
        """The comparison itself fails on a wrong number, a wrong movement and a wrong format."""
        right = {"text": "3 rounds\n10 burpees", "format": ["rounds"], "work": [{"m": "burpee", "reps": 30}]}
        self.assertEqual(differences(right), [])
        for wrong in (
            {"work": [{"m": "burpee", "reps": 31}]},
            {"work": [{"m": "push-up"}]},
            {"format": ["for-time"]},
            {"fmt": {"rounds": 4}},
        ):
            self.assertTrue(differences(right | wrong), wrong)


class Places(unittest.TestCase):
    def test_a_movement_says_where_its_words_stand(self):
        """Line and column point at the words as written, after tabs and smart quotes too."""
        text = "3 rounds\n\t12 “box step-overs” 60/50 cm"
        work = read_workout(text).parts[0].work[0]
        line = text.splitlines()[work.line - 1]
        self.assertEqual(line[work.column - 1 : work.column - 1 + len(work.text)], "box step-overs")

    def test_unread_words_come_with_place_reason_and_at_most_five_candidates(self):
        """What is not understood is handed back where it stands."""
        one = read_workout("10 burpees\n12 pres ups overhead thing").unread
        self.assertTrue(one)
        self.assertEqual(one[0].line, 2)
        self.assertTrue(one[0].reason)
        self.assertLessEqual(len(one[0].candidates), 5)

    def test_every_alias_of_the_catalog_is_read_as_its_movement(self):
        """'10 NAME' (of metres or seconds where those count it) means the movement, for every name there
        is."""
        for row in load_catalog().movements.values():
            unit = {"metre": "m ", "second": "s "}.get(row.unit, "")
            for name in (row.name, *row.aliases):
                workout = read_workout(f"10 {unit}{name}")
                found = [work.movement for part in workout.parts for work in part.work]
                self.assertEqual(found, [row.id], name)
                self.assertEqual(workout.unread, (), name)

    def test_near_names_are_assumed_openly(self):
        """A typo above the stated confidence is read, and the assumption shown."""
        work = read_workout("12 push presss 40 kg").parts[0].work[0]
        self.assertEqual(work.movement, "push-press")
        self.assertIn("push press", work.assumed)

    def test_what_the_gym_taught_wins(self):
        """A gym's own word reads as the movement it was taught to mean."""
        workout = read_workout("10 flumes", taught={"flumes": "walking-lunge"})
        self.assertEqual(workout.parts[0].work[0].movement, "walking-lunge")


class Divisions(unittest.TestCase):
    TEXT = "3 rounds for time\n12 box jumps\n9 chest-to-bar pull-ups\nscaled: ring rows\n200 m run"

    def names(self, division):
        return [
            work.movement
            for part in read_workout(self.TEXT).for_division(division).parts
            for work in part.work
        ]

    def test_a_division_shares_what_it_does_not_override(self):
        """Scaled swaps the pull-ups and keeps the rest; as written ignores the scaled line."""
        self.assertEqual(self.names(None), ["box-jump", "chest-to-bar-pull-up", "run"])
        self.assertEqual(self.names("rx"), ["box-jump", "chest-to-bar-pull-up", "run"])
        self.assertEqual(self.names("scaled"), ["box-jump", "ring-row", "run"])


class Unusable(unittest.TestCase):
    def test_nothing_too_much_and_no_text_are_refused_in_words(self):
        """Empty, 200 kB of noise, and a binary upload each get their own message."""
        for text, words in (
            ("", "no text"),
            (" \n\t ", "no text"),
            ("q" * 200_000, "200 kB"),
            ("PK\x03\x04\x00\x00" * 40, "binary"),
            ("\ufffd" * 50, "binary"),
        ):
            with self.assertRaisesRegex(UnusableText, words):
                read_workout(text)

    def test_numbers_beyond_reason_are_handed_back(self):
        """Loads, sets and counts nobody means are unread, not computed with."""
        for text in (
            "back squat 5x5 900 kg",
            "0 burpees",
            "99999 burpees",
            "500 x 9 burpees",
            "front squat 3x3 @ 250 %",
        ):
            self.assertTrue(read_workout(text).unread, text)


words = st.text(alphabet=st.sampled_from("abc12 x-@/:%()\n\t.,'\"+kgm…é💪"), max_size=120)


class Fuzz(unittest.TestCase):
    @settings(max_examples=300, deadline=None)
    @given(words)
    def test_any_text_is_read_or_refused_and_never_breaks(self, text):
        """Nonsense gives a workout with unread places inside the text, or UnusableText; nothing else."""
        try:
            workout = read_workout(text)
        except UnusableText:
            return
        lines = text.replace("\r", "\n").split("\n")
        for one in workout.unread:
            self.assertTrue(1 <= one.line <= len(lines))
            self.assertTrue(1 <= one.column <= len(lines[one.line - 1]) + 1)

    @settings(max_examples=150, deadline=None)
    @given(
        st.lists(
            st.sampled_from(["wobbling", "zorch", "flumes", "quark jig", "brimble"]), min_size=1, max_size=4
        )
    )
    def test_no_word_is_lost(self, strange):
        """Every strange word comes back: as title, or unread."""
        text = "10 burpees\n" + "\n".join(f"12 {word}" for word in strange)
        workout = read_workout(text)
        kept = " ".join(
            [
                workout.title,
                *(one.text for one in workout.unread),
                *(note for part in workout.parts for note in part.notes),
            ]
        )
        for word in strange:
            self.assertIn(word, kept)
