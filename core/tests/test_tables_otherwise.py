"""Tables laid out otherwise than a movement a row (grids.py), and what a question or a window says: each said
in two ways, or held against arithmetic. All of it common practice."""

import random
import unittest

from core.reading import read_workout


def asked(text: str) -> list[tuple[str, object]]:
    """What a text asks of one person: movement, and its metres, calories, seconds or repetitions, sorted."""
    works = read_workout(text).works
    return sorted(
        (work.movement, work.distance_m or work.calories or work.reps or work.seconds) for work in works
    )


class Grids(unittest.TestCase):
    def test_rounds_under_movements_are_their_lines(self):
        """Any numbers: the table says what its rows say when written out."""
        dice = random.Random(20261129)
        for separator in (" | ", "\t", ";"):
            rounds = [(dice.randrange(2, 9) * 100, dice.randrange(5, 40)) for _ in range(dice.randint(2, 6))]
            rows = [
                separator.join((str(at), f"{way} m", str(reps))) for at, (way, reps) in enumerate(rounds, 1)
            ]
            table = "\n".join((separator.join(("Round", "Row", "Wall ball")), *rows))
            lines = "\n".join(f"{way} m row\n{reps} wall balls" for way, reps in rounds)
            self.assertEqual(asked(table), asked(lines), table)

    def test_sets_beside_movements_are_added(self):
        dice = random.Random(7)
        for _ in range(5):
            sets = [dice.randint(1, 12) for _ in range(dice.randint(2, 5))]
            head = " | ".join(("Movement", *(f"Set {at}" for at in range(1, len(sets) + 1))))
            table = (
                f"{head}\nPull-up | " + " | ".join(map(str, sets)) + "\nDip | " + " | ".join(map(str, sets))
            )
            self.assertEqual(asked(table), [("bar-dip", sum(sets)), ("pull-up", sum(sets))], table)

    def test_days_over_sections_are_read_day_after_day(self):
        lifts, pieces = "Strength\tBack squat 5x5\tPress 4x6", "Metcon\t3 rounds: 10 burpees\t2k row"
        table = f"\tMon\tWed\n{lifts}\n{pieces}\nCore\trest\t60 sit-ups"
        works = [(work.movement, work.reps or work.distance_m) for work in read_workout(table).works]
        wanted = [("back-squat", 25), ("burpee", 30), ("press", 24), ("row", 2000), ("sit-up", 60)]
        self.assertEqual(works, wanted)

    def test_events_keep_their_caps(self):
        first, second = (
            "1 | For time: 50 cal row, 40 wall balls | 12 min",
            "2 | AMRAP: 6 pull-ups, 9 squats | 8",
        )
        table = f"EVENT | FORMAT | CAP\n{first}\n{second}"
        parts = read_workout(table).parts
        self.assertEqual(parts[0].format.cap_s, 720)
        self.assertEqual((parts[1].format.kind, parts[1].format.minutes), ("as-many-as-possible", 8))

    def test_what_is_no_such_table_stays_as_it_was(self):
        """Bars between movements of one line, and a table of movements a row."""
        for text in (
            "10 burpees | 10 squats | 200 m run",
            "Movement | Sets | Reps\nBack squat | 5 | 5\nRow | 3 | 8",
        ):
            self.assertTrue(read_workout(text).works, text)
        self.assertEqual(asked("Movement | Sets | Reps\nBack squat | 5 | 5"), [("back-squat", 25)])

    def test_a_column_of_pounds_is_none_of_kilograms(self):
        """225 lb are 102 kg (NIST Special Publication 811: 1 lb = 0.45359237 kg)."""
        for head, kg in (("lbs", 102.06), ("load (kg)", 225), ("weight", 225), ("lb", 102.06)):
            (work,) = read_workout(f"Exercise\tSets\tReps\t{head}\nBack squat\t5\t5\t225").works
            self.assertAlmostEqual(work.loads[0] * (0.45359237 if work.load_unit == "lb" else 1), kg, 2, head)
            sets = read_workout(f"Deadlift\nSet | {head} | Reps\n1 | 225 | 5\n2 | 225 | 5").works
            self.assertEqual({one.load_unit for one in sets}, {"lb" if "lb" in head else "kg"}, head)

    def test_every_cell_that_is_not_read_is_handed_back(self):
        table = "| Round | Row | Zork |\n| 1 | 500 m | 30 |\n| 2 | 400 m | 25 |"
        workout = read_workout(table)
        self.assertEqual([work.distance_m for work in workout.works], [500, 400])
        self.assertEqual([one.line for one in workout.unread], [2, 3])


class SaidOtherwise(unittest.TestCase):
    def test_one_board_in_two_ways(self):
        for short, long in (
            ("21-15-9? No! 15-12-9\nThrusters\nPull-ups", "15-12-9\nThrusters\nPull-ups"),
            ("Bench 4x8 ss w/ 12 ring rows", "Bench 4x8\nsuperset with 12 ring rows"),
            ("6 km row, every 2 km: 10 burpees", "6 km row, each 2k get off: 10 burpees"),
            (
                "EMOM 12: A: 10 burpees, B: 5 wall walks, C: 30 DU",
                "EMOM 12\nA. 10 burpees\nB. 5 wall walks\nC. 30 DU",
            ),
            ("9 thrusters 43-30", "9 thrusters 43/30"),
            ("40 DB snatch 22,5/15", "DB snatch 22,5/15 x 40"),
            ("5 backsquats, 5 powercleans", "5 back squats, 5 power cleans"),
            ("4 rounds, 0:40 work / 0:20 rest\nplank", "4 rounds, 40 s work / 20 s rest\nplank"),
            ("2 x (3 x 400 m row)", "6 x 400 m row"),
        ):
            self.assertEqual(asked(short), asked(long), short)
            loads = [[work.loads for work in read_workout(text).works] for text in (short, long)]
            self.assertEqual(loads[0], loads[1], short)

    def test_a_question_without_a_no_is_not_taken_back(self):
        """'No problem' answers nothing, and takes nothing of the next row."""
        self.assertEqual(asked("Tired? No problem.\n30 burpees"), [("burpee", 30)])

    def test_a_window_times_what_is_tried_in_it(self):
        for minutes in range(2, 7):
            again = minutes + 2
            rest, last = f"{minutes}:00-{again}:00 rest", f"{again}:00-{again + 3}:00 max burpees"
            bike, burpees = read_workout(f"0:00-{minutes}:00 max cal bike\n{rest}\n{last}").works
            self.assertEqual((bike.written.seconds, burpees.written.seconds), (minutes * 60, 180))
            self.assertTrue(bike.reps_estimated and burpees.reps_estimated)

    def test_a_percent_behind_a_lift_is_no_repetitions(self):
        for low in range(60, 95, 5):
            (work,) = read_workout(f"every 2:00 x 5: snatch @ {low}-{low + 5}").works
            self.assertEqual((work.reps, work.percents), (5, (low, low + 5)))

    def test_bare_names_below_minutes_take_turns(self):
        works = read_workout("EMOM 24\nrow\nball slam\nplank").works
        self.assertEqual([work.station for work in works], [1, 2, 3])
        self.assertTrue(all(work.assumed for work in works))

    def test_a_name_nobody_knows_rules_nothing_behind_it(self):
        workout = read_workout("800 m run\nthen 4 rounds of Zorka\nthen 800 m run")
        self.assertEqual([work.distance_m for work in workout.works], [800, 800])
        self.assertEqual([one.text for one in workout.unread], ["Zorka"])


if __name__ == "__main__":
    unittest.main()
