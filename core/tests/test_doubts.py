"""What was read and is not likely is doubted aloud; 'yes, so' is kept with the text."""

import unittest

from core.reading import read_workout


def doubts(text: str) -> list[tuple[int, str]]:
    return [(one.line, one.what) for one in read_workout(text).doubts]


class Doubts(unittest.TestCase):
    def test_what_is_doubted(self):
        """Each with its line and with what was read."""
        for text, line, what in (
            ("3 rounds\n285 push-ups", 2, "855 push-ups"),
            ("5 deadlifts 5 kg", 1, "deadlift with 5 kg"),
            ("10 dumbbell snatches 95 kg", 1, "dumbbell snatch with 95 kg"),
            ("40 km run", 1, "40 km of run"),
            ("AMRAP 120\n10 burpees", 1, "120 minutes"),
            ("for time, cap 12\n10 burpees\ncap 20", 3, "cap 20"),
            ("60 rounds\n1 burpee", 1, "60 rounds"),
            ("Strength: 5x5\n\nConditioning\n10 burpees", 1, "Strength without any work"),
        ):
            self.assertIn((line, what), doubts(text), text)

    def test_usual_boards_are_not(self):
        for text in (
            "50-40-30-20-10\ndouble-unders\nsit-ups",
            "For time\n100 wall balls 9/6 kg\n2000 m row",
            "Deadlift 5x3 180 kg",
            "20 km bike, 5 km run",
            "Wed - rest",
        ):
            self.assertEqual(doubts(text), [], text)

    def test_yes_so_is_kept_with_the_text(self):
        """The answer stands in the line, goes with it, and is no note of the movement."""
        text = "3 rounds\n285 push-ups // yes, so"
        workout = read_workout(text)
        self.assertEqual(workout.doubts, ())
        self.assertEqual(workout.works[0].note, "")

    def test_an_estimate_says_so_exactly_where_a_pace_made_the_number(self):
        for text, estimated in (
            ("10 burpees", False),
            ("3 rounds\n5-8 pull-ups", False),
            ("EMOM 10\n3 power cleans", False),
            ("AMRAP 10\n3 power cleans", True),
            ("3 rounds\n1:00 max burpees", True),
            ("20/10 x 8\nburpees", True),
            ("max cal row in 3 min", True),
        ):
            self.assertEqual([work.reps_estimated for work in read_workout(text).works], [estimated], text)
