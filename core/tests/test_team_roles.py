"""Who of a team does what at the same time; expectations worked by hand, the times from the minutes written
or from the catalog's pace."""

import unittest

from core.catalog import load_catalog
from core.demand import derive
from core.reading import read_workout, write_workout
from core.tests.fuzzing import unaccounted

CATALOG = load_catalog()


def waits(text: str) -> dict[str, int | None]:
    """What is done meanwhile -> seconds in all."""
    works = read_workout(text, CATALOG).works
    return {work.movement: work.seconds for work in works if work.role == "meanwhile"}


class Roles(unittest.TestCase):
    def test_one_works_and_the_other_holds(self):
        """Half of the minutes in pairs, a third in threes, whoever is named first and however."""
        for text, wanted in (
            ("AMRAP 15 in pairs, one works while the other holds a plank\n15 sit-ups", {"plank": 450}),
            ("AMRAP 12, pairs, one works one skips\n20 burpees", {"single-under": 360}),
            (
                "In pairs, AMRAP 10\n10 thrusters 40 kg\nPartner not working hangs from the bar",
                {"dead-hang-hold": 300},
            ),
            ("AMRAP 15 in threes\nA rows 500 m, B holds a plank, C rests, rotate", {"plank": 300}),
            ("AMRAP 15 in threes\na rows 500 m, b holds a plank, c rests, rotate", {"plank": 300}),
            ("AMRAP 12, pairs\nPartner A: 250 m row\nPartner B: wall sit", {"wall-sit": 360}),
            (
                "Teams of 3, AMRAP 9\nOne on the ski, one holds a wall sit, one does the reps:\n9 burpees",
                {"ski": 180, "wall-sit": 180},
            ),
        ):
            self.assertEqual(waits(text), wanted, text)

    def test_without_minutes_the_pace_of_the_work_says_how_long(self):
        """Five rounds each of 12 thrusters: who waits, waits as long as the other takes for 60 of them, by
        the middle of the catalog's pace, to five seconds."""
        pace = sum(CATALOG.movements["thruster"].pace_s) / 2
        found = waits(
            "In pairs, 5 rounds each for time\nP1 12 thrusters 40 kg while P2 holds a wall sit, then swap"
        )
        self.assertEqual(found, {"wall-sit": round(60 * pace / 5) * 5})

    def test_what_only_says_who_rests_adds_nothing(self):
        """'One works, one rests', 'a few', sentences about others and one role alone are no roles."""
        for text in (
            "Teams of 2, one works one rests\n30 burpees",
            "5 rounds\n10 burpees\nOne of you brings the plates",
            "A few rounds of 10 burpees, a little rest",
            "3 rounds\n10 push-ups\nOne person works at a time",
            "EMOM 10: one power clean, one hang clean, one jerk",
            "5 rounds, one 400 m run, one rope climb",
        ):
            self.assertEqual(waits(text), {}, text)

    def test_every_word_is_marked_and_what_is_written_reads_back(self):
        """No word without a mark; the canonical text says the same again."""
        for text in (
            "AMRAP 14 with a partner: one does 10 kb swings + 5 goblet squats, the other skips, change often",
            "In pairs, partner A holds a plank while partner B does 15 wall balls, switch, 4 rounds each",
            "partner wod - AMRAP 22\nP1: 200m run\nP2: max rounds of 5 pull ups / 10 push ups\nswitch",
        ):
            workout = read_workout(text, CATALOG)
            self.assertEqual(unaccounted(text, workout), [], text)
            again = read_workout(write_workout(workout, CATALOG), CATALOG)
            amounts = [(work.movement, work.reps, work.seconds, work.role) for work in workout.works]
            self.assertEqual(
                [(one.movement, one.reps, one.seconds, one.role) for one in again.works], amounts
            )

    def test_what_is_done_meanwhile_asks_the_body(self):
        """A plank held by who waits asks of the wrists what a plank asks."""
        waiting = derive(
            read_workout("AMRAP 15 in pairs, one works while the other holds a plank\n15 sit-ups")
        )
        alone = derive(read_workout("AMRAP 15 in pairs\n15 sit-ups"))
        self.assertGreater(waiting.score("trunk.brace"), alone.score("trunk.brace"))


class Tables(unittest.TestCase):
    def test_rows_that_stand_twice_mark_their_own_words(self):
        """A table of divisions that is the list, and a sentence with commas right below it: every word has a
        mark, and each division's line stands where its cell does."""
        text = (
            "Exercise, Rx, Scaled\nThruster, 42.5 kg, 30 kg\nPull-ups, chest to bar, ring rows\n"
            "Bring water, a towel, a friend and whatever else you think helps you, please."
        )
        workout = read_workout(text, CATALOG)
        self.assertEqual(unaccounted(text, workout), [])
        rows = next(work for work in workout.works if work.movement == "ring-row")
        line = text.splitlines()[rows.line - 1]
        self.assertEqual(line[rows.column - 1 :][: len(rows.text)], rows.text)


class Spoken(unittest.TestCase):
    def test_numbers_in_turns_of_speech_are_no_amounts(self):
        """What is added each set, left in the tank or stopped at loads nothing and repeats nothing."""
        work = read_workout("Front squat 7 x 3, start @ 65% and add 3-5% each set").works[0]
        self.assertEqual((work.reps, work.percents), (21, (65.0,)))
        chins = read_workout("Chin-ups 4 x 6 (leave 1 in the tank)").works[0]
        self.assertEqual((chins.reps, chins.loads), (24, ()))
        self.assertEqual(read_workout("max burpees, stop at 3:00").unread, ())

    def test_ladders_however_they_are_told(self):
        """1 to 5 is 15, three times 45, both sides 90; rungs written out go on by their step."""
        for text in (
            "KB press ladder 1-2-3-4-5 each arm x 3",
            "3 ladders of 1-2-3-4-5 KB press each arm",
            "KB press 1,2,3,4,5 per side, 3 ladders",
        ):
            self.assertEqual(sum(work.reps for work in read_workout(text).works), 90, text)
        part = read_workout("AMRAP 7\n1 deadlift 100 kg\n1 burpee\n2 deadlifts\n2 burpees\n...").parts[0]
        self.assertEqual((part.format.scheme, part.format.ladder_step), ((1, 2), 1))
        counted = read_workout("for time\n10 burpees\n20 burpees\n30 burpees").works
        self.assertEqual([work.reps for work in counted], [10, 20, 30])

    def test_drops_and_sides(self):
        """'-15 %' leaves 85; '8/8' are sides, '24/16' and '20/20' bells."""
        self.assertEqual(read_workout("Bench 3x5 -15%").works[0].percents, (85.0,))
        self.assertEqual(read_workout("single arm db row 8/8").works[0].reps, 16)
        self.assertEqual(read_workout("single arm swings 20/20").works[0].loads, (20.0, 20.0))
        self.assertEqual(read_workout("kb snatch 24/16").works[0].loads, (24.0, 16.0))
