"""What sets a format, in the ways coaches write it; and names, with what stands beside them."""

import unittest

from core.catalog import load_catalog
from core.reading import read_workout
from core.reading.formats import read_format
from core.reading.line import Line
from core.reading.names import Names

# line, kind, and the fields that must be set
LINES = (
    ("5 RFT", "rounds", {"rounds": 5, "for_time": True}),
    ("3 rounds", "rounds", {"rounds": 3, "for_time": False}),
    ("4 rds for time", "rounds", {"rounds": 4, "for_time": True}),
    ("for time", "for-time", {"for_time": True}),
    ("21-15-9 reps for time of:", "for-time", {"scheme": (21, 15, 9)}),
    ("AMRAP 12", "as-many-as-possible", {"minutes": 12}),
    ("12 min AMRAP", "as-many-as-possible", {"minutes": 12}),
    ("AMRAP 7:30", "as-many-as-possible", {"minutes": 7.5}),
    ("as many rounds and reps as possible in 20 minutes", "as-many-as-possible", {"minutes": 20}),
    ("EMOM 10", "every-minute", {"rounds": 10, "interval_s": 60, "minutes": 10}),
    ("E2MOM x 6", "every-minute", {"rounds": 6, "interval_s": 120, "minutes": 12}),
    ("E3MOM 15", "every-minute", {"rounds": 5, "interval_s": 180}),
    ("every minute for 8 minutes", "every-minute", {"rounds": 8, "interval_s": 60}),
    ("every 3:00 for 15 min", "every-minute", {"rounds": 5, "interval_s": 180}),
    ("every 90 s x 8", "every-minute", {"rounds": 8, "interval_s": 90, "minutes": 12}),
    ("every 2 minutes for 5 rounds", "every-minute", {"rounds": 5, "interval_s": 120}),
    ("10-8-6-4-2", "for-time", {"scheme": (10, 8, 6, 4, 2)}),
    ("3 rounds for time, cap 14", "rounds", {"rounds": 3, "cap_s": 840}),
    ("time cap 12:00", "for-time", {"cap_s": 720}),
)


class Formats(unittest.TestCase):
    def test_each_way_of_writing_a_format(self):
        """Kind and numbers of every line of the table."""
        for line, kind, fields in LINES:
            found = read_format(Line(1, line))
            self.assertIsNotNone(found, line)
            self.assertEqual(found.format.kind, kind, line)
            for name, value in fields.items():
                self.assertEqual(getattr(found.format, name), value, f"{line}: {name}")

    def test_movement_lines_set_no_format(self):
        """Counts, loads and sets of a movement are left to the movement."""
        for line in (
            "15 push presses 40 kg",
            "Back squat 5x5",
            "200 m run",
            "Front squat 4 x 4 @ 78 %",
            "2 x 22.5 kg dumbbell thrusters",
        ):
            self.assertIsNone(read_format(Line(1, line)), line)

    def test_a_rest_belongs_to_the_part_it_stands_in(self):
        """'rest 1:00' under three rounds, or under a plain list, is the rest of that part."""
        self.assertEqual(read_workout("3 rounds\n10 burpees\nrest 1:00").parts[0].format.rest_s, 60)
        self.assertEqual(read_workout("10 burpees\nrest 90 s").parts[0].format.rest_s, 90)

    def test_parts_by_heading_and_by_a_new_format(self):
        """Letters, words, and a second format each open a part; kinds follow."""
        workout = read_workout(
            "Strength: back squat 5x5 @ 75%\nConditioning\nAMRAP 8\n10 burpees\n\n3 rounds\n"
            "10 push-ups\nSkill\nhandstand hold 3 x 20 s"
        )
        self.assertEqual(
            [(part.name, part.kind) for part in workout.parts],
            [
                ("Strength", "strength"),
                ("Conditioning", "conditioning"),
                ("Conditioning, then", "conditioning"),
                ("Skill", "skill"),
            ],
        )

    def test_an_open_format_is_an_honest_estimate(self):
        """Twice the minutes give about twice the rounds; both say they are estimates."""
        short, long = (
            read_workout(f"AMRAP {minutes}\n10 burpees\n15 air squats").parts[0] for minutes in (8, 16)
        )
        self.assertTrue(short.format.estimated and short.work[0].reps_estimated)
        self.assertTrue(1.7 <= long.format.rounds / short.format.rounds <= 2.4)


class NamesBeside(unittest.TestCase):
    def setUp(self):
        self.names = Names(load_catalog())

    def test_longer_names_win(self):
        """'overhead kettlebell swing' is not a kettlebell swing; 'strict pull-up' is not a pull-up."""
        for text, movement in (
            ("overhead kettlebell swings", "overhead-kettlebell-swing"),
            ("strict pull ups", "strict-pull-up"),
            ("dumbbell push press", "dumbbell-push-press"),
            ("chest to bar pull-ups", "chest-to-bar-pull-up"),
            ("front rack lunge", "front-rack-lunge"),
            ("bar muscle ups", "bar-muscle-up"),
        ):
            self.assertEqual(self.names.find(text).movement, movement, text)

    def test_modifiers_are_not_strangers_but_strangers_are_kept(self):
        """'heavy' beside a squat is understood; 'wobbling' is handed back with its place."""
        self.assertEqual(self.names.find("heavy back squat").left_over, ())
        self.assertEqual(self.names.find("back squat wobbling").left_over, ((11, 19),))

    def test_near_names_need_more_than_a_likeness(self):
        """One letter off is assumed and said; half the word is only suggested."""
        self.assertIn("burpee", self.names.find("burpeees").assumed)
        self.assertIsNone(self.names.find("burp"))
        self.assertIn("burpee", self.names.candidates("burp"))
        self.assertEqual(self.names.candidates("zzzzqqq"), ())


class Turns(unittest.TestCase):
    def test_a_movements_own_name_sets_nobody_on_turns(self):
        """'lunge and rotate' is a movement; 'rotate through' above a list gives each line a minute."""
        own = read_workout("every 1:00 x 2\n1 lunge and rotate\n20 m farmer carry")
        self.assertEqual([work.station for work in own.works], [None, None])
        said = read_workout("EMOM 12, rotate through\n10 burpees\n12 thrusters")
        self.assertEqual([work.station for work in said.works], [1, 2])
