"""The document pass: what a row is, and what rules a list from above, from below and from around it."""

import unittest

from core.catalog import load_catalog
from core.reading import read_workout
from core.reading.document import DocumentPass
from core.reading.headings import letters_head_parts
from core.reading.names import Names
from core.reading.prose import Prose
from core.tests.fuzzing import unaccounted

NAMES = Names(load_catalog())
SHEET = """\
HILL AND DALE - QUALIFIER

EVENT 1 - "Low Gate" - 09:00 - cap 12 min
For time
1000 m row
40 wall balls 9/6 kg
Standards: the ball has to touch the line with its centre.

SCHEDULE
Heat 1 09:00, heat 2 09:20
Athletes meet at the rig ten minutes before their heat."""


def amounts(text: str) -> list[tuple[str, float]]:
    """(movement, what is asked of one person) of every line."""
    return [
        (work.movement, work.reps or work.distance_m or work.calories or work.seconds or 0)
        for work in read_workout(text).works
    ]


class Rows(unittest.TestCase):
    def test_what_every_row_is(self):
        rows = DocumentPass(NAMES, Prose(NAMES), None).read(SHEET.split("\n"))
        self.assertEqual(
            [(row.number, row.role) for row in rows],
            [
                (1, "title"),
                *((number, "work") for number in (3, 4, 5, 6)),
                (7, "note"),
                (9, "work"),
                (10, "note"),
                (11, "note"),
            ],
        )
        self.assertEqual([row.heading.opens for row in rows if row.heading], ["part", "notes"])

    def test_a_sheet_becomes_its_work_and_nothing_else(self):
        workout = read_workout(SHEET)
        self.assertEqual(amounts(SHEET), [("row", 1000), ("wall-ball", 40)])
        self.assertEqual((workout.unread, workout.parts[0].format.cap_s), ((), 720))

    def test_bare_letters_head_parts_only_where_they_follow_one_another(self):
        self.assertTrue(letters_head_parts(["A Back squat 5x5", "B Rows 4x8"]))
        self.assertTrue(letters_head_parts(["B1 Rows 4x8", "B2 Dips 4x8"]))
        self.assertFalse(letters_head_parts(["A long day", "Burpees 10"]))


class Scopes(unittest.TestCase):
    """Each list of texts says one thing in several ways."""

    def same(self, texts: tuple[str, ...], wanted: list[tuple[str, float]]) -> None:
        for text in texts:
            self.assertEqual(amounts(text), wanted, text)

    def test_rounds_above_and_below(self):
        self.same(
            (
                "5 rounds\n10 burpees\n200 m run",
                "10 burpees\n200 m run\n5 rounds",
                "10 burpees\n200 m run\nx 5",
                "10 burpees\n200 m run\n5 rounds, rest 90 s",
                "5 rounds: 10 burpees, 200 m run",
            ),
            [("burpee", 50), ("run", 1000)],
        )

    def test_rounds_inside_rounds(self):
        self.same(
            (
                "2 rounds:\n  800 m run\n  3 rounds of:\n    10 burpees\n  rest 2 min",
                "2 sets\n\t800 m run\n\tthen 3 rounds of\n\t\t10 burpees",
            ),
            [("run", 1600), ("burpee", 60)],
        )
        self.same(("3 rounds of\n 4 rounds of\n  5 push-ups\n rest 2:00",), [("push-up", 60)])

    def test_stations_in_every_spelling(self):
        self.same(
            (
                "EMOM 12, 3 stations\na. 10 push-ups\nb. 12 cal row\nc. rest",
                "12 min EMOM\nMin 1: 10 push-ups\nMin 2: 12 cal row\nMin 3: rest",
                "E1MOM 12 min: A) 10 push-ups B) 12 cal row C) rest",
                "EMOM 12: 10 push-ups / 12 cal row / rest",
                "EMOM 12\n1 - 10 push-ups\n2 - 12 cal row\n3 - rest",
                "EMOM 12\n1: 10 push-ups\n2: 12 cal row\n3: rest",
            ),
            [("push-up", 40), ("row", 48)],
        )

    def test_sets_one_a_line(self):
        self.same(
            (
                "Back squat\nSet 1: 5 @ 65%\nSet 2: 4 @ 75%\nSet 3: 3 @ 85%",
                "Back squat\n5 @ 65%\n4 @ 75%\n3 @ 85%",
                "Back squat\n1x5 @ 65%\n1x4 @ 75%\n1x3 @ 85%",
                "Back squat 1x5 @ 65%, 1x4 @ 75%, 1x3 @ 85%",
                "Back squat\n5-4-3",
                "Movement\tSets\tReps\nBack squat\t1\t5-4-3",
            ),
            [("back-squat", 12)],
        )

    def test_tables_with_a_head(self):
        self.same(
            (
                "Exercise,Sets,Reps,Load\nDeadlift,4,5,120kg\nPlank,3,45s,",
                "| Exercise | Sets x Reps | Load |\n|---|---|---|\n"
                "| Deadlift | 4 x 5 | 120 kg |\n| Plank | 3 x 45 s | - |",
                "Movement;Sets;Reps;kg\nDeadlift;4;5;120\nPlank;3;45 s;",
            ),
            [("deadlift", 20), ("plank", 135)],
        )

    def test_a_load_alone_is_for_what_is_lifted(self):
        for text in (
            "5 rounds\n5 power cleans\n10 push-ups\n60/40 kg",
            "5 power cleans\n10 push-ups\n5 rounds, 60/40 kg",
        ):
            works = read_workout(text).works
            self.assertEqual([work.load_kg for work in works], [60, None], text)

    def test_a_lift_s_time_window_is_no_work(self):
        for text in (
            "Work, 20 min: snatch 5x2",
            "In 20 minutes, build to a heavy double snatch",
            "A) 12 min: build to a heavy 2 snatch",
        ):
            (work,) = read_workout(text).works
            self.assertIsNone(work.seconds, text)

    def test_a_number_before_the_name_of_a_section_is_marked(self):
        """Found by mutating texts: the number of a place of a list was in no mark."""
        for text in (
            "12 min EMOM\n1. 12 cal row\n2. Accessory: 3 x 10 curls",
            "EMOM 12\n1. 12 cal row\n2. Accessory: 3 AMRAP 8\n2-4-6-8-10...\nthrusters",
        ):
            self.assertEqual(unaccounted(text, read_workout(text)), [], text)

    def test_a_round_count_that_comes_last_leaves_no_empty_part(self):
        self.assertEqual(len(read_workout("8 deadlifts 100 kg\n7 pull-ups\n5 rounds\nfor time").parts), 1)

    def test_a_superset_is_done_as_often_as_the_sets_above(self):
        for said in ("superset with", "ss w/", "Super w."):
            self.assertEqual(
                amounts(f"B. Bench press 5x5\n{said} 10 ring rows"),
                [("bench-press", 25), ("ring-row", 50)],
                said,
            )

    def test_an_amount_for_each_of_a_list_of_names(self):
        """Before or behind the names, in brackets or not; but no name that has its own is given another."""
        wanted = [("air-squat", 10), ("push-up", 10), ("sit-up", 10)]
        for text in (
            "squats, push-ups, sit-ups - 10 each",
            "squats / push-ups / sit-ups (10 each)",
            "squats, push-ups, sit-ups, 10 each",
        ):
            self.assertEqual(amounts(text), wanted, text)
        self.assertEqual(amounts("5 squats, 10 push-ups each"), [("air-squat", 5), ("push-up", 10)])

    def test_a_list_of_times_fills_what_its_heading_says_it_takes(self):
        """8 minutes of two single minutes are four rounds; 10 minutes of two and one do not come out even."""
        self.assertEqual(amounts("Engine: 8 minutes\n1 min bike\n1 min row"), [("bike", 240), ("row", 240)])
        self.assertEqual(amounts("Engine: 10 min\n2 min bike\n1 min row"), [("bike", 120), ("row", 60)])

    def test_what_is_done_together_is_not_shared_out(self):
        text = "Partner WOD\n100 wall balls\n1600 m run (together)"
        self.assertEqual(amounts(text), [("wall-ball", 50), ("run", 1600)])

    def test_a_name_before_a_colon_labels_a_list_that_counts_its_own(self):
        self.assertEqual(
            amounts("Snatch: EMOM 10, 1 power snatch + 1 overhead squat"),
            [("power-snatch", 10), ("overhead-squat", 10)],
        )
        self.assertEqual(amounts("Deadlift: 5 x 3"), [("deadlift", 15)])

    def test_who_wrote_a_message_is_no_work(self):
        """Both usual forms of an exported chat; invented names."""
        for head in ("[07:12] Coach Orla:", "14.11.26, 07:12 - Coach Orla:"):
            workout = read_workout(
                f"{head} Strength: back squat 5x5\n{head} then 3 rounds\n{head} 10 burpees"
            )
            self.assertEqual([work.reps for work in workout.works], [25, 30], head)
            self.assertEqual(workout.unread, (), head)

    def test_minutes_of_the_hour_before_headings(self):
        workout = read_workout("0-10 Warm-up: 10 squats\n10-30 Strength: deadlift 5x3\n30-45 WOD: 50 burpees")
        self.assertEqual([part.kind for part in workout.parts], ["warm-up", "strength", "conditioning"])
        self.assertEqual([work.reps for work in workout.works], [10, 15, 50])
        self.assertEqual([work.reps for work in read_workout("8-10 squats\n10-12 push-ups").works], [8, 10])


class Asides(unittest.TestCase):
    """Words by the way are notes; what may be work is handed back. Invented words."""

    def test_words_by_the_way_are_notes(self):
        for text, words in (
            ("10 squats, full reset", "full reset"),
            ("8 ring rows, feet where you can breathe", "feet where you can breathe"),
            ("A rows 500 m, C rests, B waits at the door", "B waits at the door"),
        ):
            workout = read_workout(text)
            self.assertIn(words, " ".join(note for part in workout.parts for note in part.notes), text)
            self.assertEqual([one.text for one in workout.unread], [], text)

    def test_what_may_be_work_is_handed_back(self):
        for text, words in (
            ("10 glorbs, 5 squats", "glorbs"),
            ("high knees, wibble skips, butt kicks, 10 m each", "wibble skips"),
            ("10 squats, keg over the wall", "keg over the wall"),
            ("21-15-9\npull-ups\nevery wibble: 10 burpees", "every wibble"),
        ):
            self.assertIn(words, [one.text for one in read_workout(text).unread], text)

    def test_candidates_only_where_one_is_likely(self):
        self.assertEqual(NAMES.candidates("soup"), ())
        self.assertIn("row", NAMES.candidates("rowww"))

    def test_a_cell_under_no_column_is_handed_back(self):
        workout = read_workout("Lift | Sets x Reps | %\nBack squat | 5x3 | 80% | 12 | 6")
        self.assertEqual([one.text for one in workout.unread], ["12", "6"])
        self.assertEqual([work.reps for work in workout.works], [15])


class Divisions(unittest.TestCase):
    def test_a_substitute_stands_in_for_what_it_is_like(self):
        """Whatever stands between, and whatever was unread above."""
        text = "3 rounds\n10 pull-ups\n10 grumbels\n12 deadlifts 100/70 kg\nScaled: ring rows, 60/40 kg"
        workout = read_workout(text)
        scaled = workout.for_division("scaled").works
        self.assertEqual(
            [(work.movement, work.load_kg) for work in scaled], [("ring-row", None), ("deadlift", 60)]
        )

    def test_one_line_stands_in_for_every_place_of_its_movement(self):
        text = "For time\n30 box jump overs\n10 thrusters 50 kg\n20 box jump overs\nL1: step overs, 30 kg"
        workout = read_workout(text)
        self.assertEqual([work.replaces for work in workout.works if work.division], [(0, 2), (1,)])
        self.assertEqual(
            [(work.movement, work.reps) for work in workout.for_division("level-1").works],
            [("box-step-over", 30), ("thruster", 10), ("box-step-over", 20)],
        )

    def test_a_table_of_divisions_loads_the_list(self):
        text = (
            "| Division | Rx | Scaled |\n| Snatch | 60/42 kg | 35/25 kg |\n\nFor time\n15 snatches\n9 burpees"
        )
        self.assertEqual([work.load_kg for work in read_workout(text).works], [60, None])
