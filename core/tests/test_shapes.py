"""Shapes of boards, kind by kind, each in several spellings that say the same. The answers were written by
hand, before any run."""

import unittest

from core.reading import Workout, read_workout


def pounds(load: float) -> float:
    """Kilograms to six places; 1 lb is 0.45359237 kg exactly (the yard and pound agreement of 1959)."""
    return round(load * 0.45359237, 6)


def asked(workout: Workout) -> list[tuple[str, float]]:
    """(movement, what is asked of one person) of every line."""
    return [
        (work.movement, work.reps or work.distance_m or work.calories or work.seconds or 0)
        for work in workout.works
    ]


class Shapes(unittest.TestCase):
    def same(self, texts: tuple[str, ...], wanted: list[tuple[str, float]]) -> None:
        """Every text asks this, and has nothing unread."""
        for text in texts:
            workout = read_workout(text)
            self.assertEqual(asked(workout), wanted, text)
            self.assertEqual(workout.unread, (), text)

    def same_loads(self, texts: tuple[str, ...], loads: list[tuple[float, ...]]) -> None:
        for text in texts:
            self.assertEqual([work.loads_kg for work in read_workout(text).works], loads, text)


class Lists(Shapes):
    def test_sets_one_a_line_with_their_own_percent(self):
        for text in (
            "Front squat\n5 @ 70%\n3 @ 80%\n1 @ 90%",
            "Front squat\n1 x 5 @ 70%\n1 x 3 @ 80%\n1 x 1 @ 90%",
            "Front squat:\n- 5 reps at 70 %\n- 3 reps at 80 %\n- 1 rep at 90 %",
        ):
            (work,) = read_workout(text).works
            self.assertEqual((work.scheme, work.percents), ((5, 3, 1), (70, 80, 90)), text)

    def test_loads_by_set_after_a_complex(self):
        """1 clean and 2 jerks, four times: every set its load."""
        (clean, jerk) = read_workout("1 clean + 2 split jerks x 4\n60-65-70-75 kg").works
        self.assertEqual((clean.reps, jerk.reps, clean.complex), (4, 8, jerk.complex))
        self.assertEqual(clean.loads_kg, jerk.loads_kg)

    def test_a_load_alone_on_the_line_after_a_list(self):
        self.same_loads(
            (
                "For time\n21 thrusters\n21 pull-ups\n42.5/30 kg",
                "For time\n21 thrusters\n21 pull-ups\n(42.5/30 kg)",
                "For time\n21 thrusters\n21 pull-ups\n@ 42.5/30 kg",
            ),
            [(42.5, 30.0), ()],
        )

    def test_columns_pasted_from_a_sheet(self):
        self.same(
            (
                "Exercise\tSets\tReps\t%\nBack squat\t4\t6\t75\nDeadlift\t3\t5\t80",
                "Back squat\t4\t6\t75%\nDeadlift\t3\t5\t80%",
                "Exercise | Sets x Reps | %\nBack squat | 4x6 | 75%\nDeadlift | 3x5 | 80%",
                "Exercise;Sets;Reps;%\nBack squat;4;6;75\nDeadlift;3;5;80",
            ),
            [("back-squat", 24), ("deadlift", 15)],
        )

    def test_a_scheme_that_rules_a_list_from_above_or_below(self):
        self.same(
            (
                "21-15-9\nthrusters 40 kg\npull-ups",
                "For time: 21-15-9 of\nthrusters 40 kg\npull-ups",
                "thrusters 40 kg\npull-ups\n21-15-9",
            ),
            [("thruster", 45), ("pull-up", 45)],
        )

    def test_a_count_of_rounds_after_its_list_with_a_rest(self):
        for text in (
            "12 swings\n9 burpees\n4 rounds, rest 1:00 between rounds",
            "12 swings\n9 burpees\n4 rounds\nrest 60 s between rounds",
            "12 swings\n9 burpees\nx 4, rest 1 min",
        ):
            workout = read_workout(text)
            self.assertEqual(asked(workout), [("kettlebell-swing", 48), ("burpee", 36)], text)
            self.assertEqual([part.format.rest_s for part in workout.parts], [60], text)


class Clock(Shapes):
    def test_stations_on_one_line_and_in_a_list(self):
        self.same(
            (
                "EMOM 12\nA. 12 cal row\nB. 10 burpees\nC. 40 s plank",
                "EMOM 12: 1) 12 cal row 2) 10 burpees 3) 40 s plank",
                "Every minute for 12 minutes, 3 stations\n12 cal row\n10 burpees\n40 s plank",
                "EMOM x 12\nmin 1 - 12 cal row\nmin 2 - 10 burpees\nmin 3 - 40 s plank",
                "3 stations, 12 minutes, one minute each\n12 cal row\n10 burpees\n40 s plank",
            ),
            [("row", 48), ("burpee", 40), ("plank", 160)],
        )

    def test_odd_and_even(self):
        self.same(
            (
                "EMOM 10\nodd: 5 power cleans\neven: 10 push-ups",
                "EMOM 10\nodd minutes - 5 power cleans\neven minutes - 10 push-ups",
            ),
            [("power-clean", 25), ("push-up", 50)],
        )

    def test_twenty_ten(self):
        for text in (
            "tabata squats",
            "8 x 20/10 squats",
            "squats\n:20 on / :10 off x 8",
            "8 rounds of 20/10\nair squats",
        ):
            workout = read_workout(text)
            (fmt,) = (part.format for part in workout.parts)
            self.assertEqual((fmt.kind, fmt.rounds, fmt.work_s, fmt.rest_s), ("intervals", 8, 20, 10), text)
            self.assertTrue(workout.works[0].reps_estimated, text)

    def test_windows_from_to(self):
        """Each window is a piece of its own; what has no amount goes on for all of it."""
        workout = read_workout("0:00-6:00\n1000 m row\n30 burpees\n\n6:00-10:00\nmax strict press")
        self.assertEqual([work.movement for work in workout.works], ["row", "burpee", "press"])
        self.assertEqual(len(workout.parts), 2)

    def test_a_start_on_the_clock_is_no_amount(self):
        self.same(
            (
                "At 0:00\n50 burpees\n\nAt 10:00\n50 sit-ups",
                "On the 0:00\n50 burpees\n\nOn the 10:00\n50 sit-ups",
            ),
            [("burpee", 50), ("sit-up", 50)],
        )

    def test_a_cap_in_every_spelling(self):
        for said in ("cap 12", "time cap 12:00", "TC 12 min", "T.C. 12'", "(12 min cap)", "12:00 time limit"):
            workout = read_workout(f"For time\n100 burpees\n{said}")
            self.assertEqual([part.format.cap_s for part in workout.parts], [720], said)
            self.assertEqual(asked(workout), [("burpee", 100)], said)

    def test_class_times_are_no_work(self):
        self.same(
            (
                "06:00 07:00 12:15 18:30\n50 burpees",
                "Classes 6:00 / 7:00 / 18:30\n50 burpees",
                "6.30, 9.30, 18.00\n\n50 burpees",
            ),
            [("burpee", 50)],
        )

    def test_warm_ups_ask_nothing_and_are_never_multiplied(self):
        for said in ("Warm-up", "WU", "W/U", "General warm up", "Prep", "Activation", "Movement prep"):
            workout = read_workout(f"{said}\n10 inchworms\n\nWOD\n5 rounds\n10 burpees")
            self.assertEqual(asked(workout), [("inchworm", 10), ("burpee", 50)], said)
            self.assertEqual(workout.parts[0].kind, "warm-up", said)


class Teams(Shapes):
    def test_relays_where_everyone_does_all_of_it(self):
        """What is done by each is nobody's share."""
        for text in (
            "Teams of 3, 3 rounds each\n10 burpees",
            "Relay in teams of 3\n3 rounds each\n10 burpees",
        ):
            self.assertEqual(asked(read_workout(text)), [("burpee", 30)], text)

    def test_shared_work_is_shared_out(self):
        for text in (
            "In pairs, for time, split as you like\n100 wall balls",
            "Teams of 2\n100 wall balls\nsplit any way",
            "With a partner, share the reps\n100 wall balls",
        ):
            self.assertEqual(asked(read_workout(text)), [("wall-ball", 50)], text)

    def test_you_go_i_go(self):
        for said in ("you go I go", "YGIG", "alternating rounds", "one works, one rests"):
            workout = read_workout(f"In pairs, AMRAP 20, {said}\n10 burpees")
            self.assertEqual([part.format.team for part in workout.parts], [2], said)

    def test_synchro_is_done_by_both(self):
        self.assertEqual(
            asked(read_workout("In pairs, split the work\n40 synchro burpees")), [("burpee", 40)]
        )


class Divisions(Shapes):
    """A division in every place where boards write it."""

    def scaled(self, text: str) -> list[tuple[str, float | None]]:
        return [(work.movement, work.load_kg) for work in read_workout(text).for_division("scaled").works]

    def test_as_a_heading_in_brackets_with_loads_only_and_as_a_substitute(self):
        base = "3 rounds\n12 deadlifts 100/70 kg\n9 pull-ups\n"
        for said in (
            "Scaled\n12 deadlifts 60/40 kg\n9 ring rows",
            "Scaled: 60/40 kg, ring rows",
            "Scaled - deadlifts 60/40 kg, ring rows instead of pull-ups",
            "(scaled: 60/40 kg, ring rows)",
        ):
            self.assertEqual(self.scaled(base + said), [("deadlift", 60), ("ring-row", None)], said)

    def test_nobody_else_gets_what_a_division_does(self):
        text = "3 rounds\n12 deadlifts 100/70 kg\n9 pull-ups\nScaled: 60/40 kg, ring rows\nMasters: 80/55 kg"
        workout = read_workout(text)
        self.assertEqual(
            [work.load_kg for work in workout.for_division("masters").works if work.load_kg], [80]
        )
        self.assertEqual([work.load_kg for work in workout.for_division("rx").works if work.load_kg], [100])
        self.assertEqual(
            [work.movement for work in workout.for_division("masters").works], ["deadlift", "pull-up"]
        )

    def test_beside_each_line(self):
        text = "3 rounds\n12 deadlifts 100 kg (scaled: 60 kg)\n9 pull-ups (scaled: ring rows)"
        self.assertEqual(self.scaled(text), [("deadlift", 60), ("ring-row", None)])


class Numbers(Shapes):
    """A number fills a gap of its own kind, or is handed back."""

    def test_tempo_in_all_usual_spellings(self):
        for said in ("tempo 3-1-1-0", "@ 3110", "tempo 31X0", "(3-1-1-0)", "3110 tempo", "tempo: 3.1.1.0"):
            (work,) = read_workout(f"Front squat 4x5 {said}").works
            self.assertEqual(work.reps, 20, said)
            self.assertEqual(work.tempo[:1].strip(), "3", said)

    def test_fractions_of_bodyweight(self):
        for said, share in (("@ 1.5 BW", 1.5), ("0.75 bodyweight", 0.75), ("@ 1.25x bodyweight", 1.25)):
            (work,) = read_workout(f"Back squat 3x5 {said}").works
            self.assertEqual((work.bodyweight, work.reps), (share, 15), said)

    def test_a_load_with_a_plus_sign(self):
        (work,) = read_workout("Strict pull-up 5x3 (+10 kg)").works
        self.assertEqual((work.reps, work.load_kg), (15, 10))

    def test_a_machine_s_metres_without_a_unit(self):
        self.same(("3 rounds\n500 row\n10 burpees",), [("row", 1500), ("burpee", 30)])
        self.same(("400 run\n30 push-ups",), [("run", 400), ("push-up", 30)])

    def test_heights_are_no_amounts(self):
        for said in ("60/50 cm", '24/20"', "24 inch", "(60 cm)", "@ 60 cm"):
            (work,) = read_workout(f"20 box jumps {said}").works
            self.assertEqual((work.reps, work.load_kg), (20, None), said)

    def test_a_broken_pair_is_a_load(self):
        for said in ("(24/16)", "24/16", "24/16kg", "@ 24/16 kg", "24 kg / 16 kg"):
            (work,) = read_workout(f"20 swings {said}").works
            self.assertEqual((work.reps, work.loads_kg), (20, (24, 16)), said)

    def test_a_second_amount_is_handed_back(self):
        """The first stands; the other is neither added nor put in its place."""
        for text, reps in (("10 burpees 20", 10), ("5x5 back squat 7", 25)):
            workout = read_workout(text)
            self.assertEqual([work.reps for work in workout.works], [reps], text)
            self.assertTrue(workout.unread or workout.works[0].loads or workout.works[0].heights_m, text)

    def test_loads_take_the_text_s_own_system(self):
        self.same_loads(
            ("10 thrusters 95/65\n10 deadlifts 225/155",),
            [(pounds(95), pounds(65)), (pounds(225), pounds(155))],
        )
        self.same_loads(("10 thrusters 43/29\n10 deadlifts 100/70",), [(43, 29), (100, 70)])


class Words(Shapes):
    """Words that change a movement match, or are handed back; none is passed over."""

    def test_words_of_kit_that_change_the_movement(self):
        for text, movement in (
            ("10 bar muscle-ups", "bar-muscle-up"),
            ("10 ring dips", "ring-dip"),
            ("10 burpees over the bar", "lateral-burpee"),
            ("10 box jump overs", "box-jump-over"),
            ("10 sandbag cleans", "sandbag-clean"),
            ("10 burpees to a target", "burpee-to-target"),
            ("10 dumbbell thrusters", "dumbbell-thruster"),
        ):
            self.assertEqual([work.movement for work in read_workout(text).works], [movement], text)

    def test_a_word_of_kit_that_fits_no_movement_is_handed_back(self):
        for text, word in (
            ("10 burpees on a trampoline", "trampoline"),
            ("10 pull-ups with a yoke", "yoke"),
            ("10 squats to a wobble cushion", "wobble"),
        ):
            self.assertIn(word, " ".join(one.text for one in read_workout(text).unread), text)

    def test_nothing_is_read_from_a_heading_a_standard_or_a_sentence(self):
        """One burpee asked; movements named in passing are none."""
        for text in (
            'Event 3 "The long row"\n10 burpees',
            "10 burpees\n\nStandards: the thruster starts below parallel. The snatch ends overhead.",
            "10 burpees\nTomorrow we will row and then run, so rest your legs.",
            "Squat clinic on Sunday at ten, bring shoes!\n\n10 burpees",
        ):
            self.assertEqual(asked(read_workout(text)), [("burpee", 10)], text)


class OtherHabits(Shapes):
    """Kinds learned from the boards that were sealed first, and from changes that change nothing."""

    def test_labels_of_places_below_a_count(self):
        self.same(
            (
                "A. 3 sets\nA1 10 push-ups\nA2 12 ring rows",
                "3 sets\nA. 10 push-ups\nB. 12 ring rows",
                "3 rounds, no clock\n1a) 10 push-ups\n1b) 12 ring rows",
                "3 rounds\n(i) 10 push-ups\n(ii) 12 ring rows",
                "3 rounds\n#1 10 push-ups\n#2 12 ring rows",
            ),
            [("push-up", 30), ("ring-row", 36)],
        )

    def test_labels_that_head_parts_stay_parts(self):
        workout = read_workout("A) 5 x 5 back squat\nB) 3 x 8 bench press")
        self.assertEqual([part.name for part in workout.parts], ["A", "B"])

    def test_sets_of_all_that_follows_a_colon(self):
        self.same(
            (
                "3 sets: 10 ring rows, 30 s plank",
                "3x: 10 ring rows, 30 s plank",
                "3 sets, slow: 10 ring rows + 30 s plank",
                "3 x 10 ring rows + 30 s plank",
                "3 x 10 ring rows\nBetween the sets: 30 s plank",
                "3 x 10 ring rows\nsuperset with 30 s plank",
            ),
            [("ring-row", 30), ("plank", 90)],
        )

    def test_loads_of_men_and_women_apart(self):
        self.same_loads(
            (
                "20 deadlifts, men 100, women 70",
                "20 deadlifts (M:100/F:70)",
                "20 deadlifts (F 70 kg, M 100 kg)",
                "20 deadlifts 100 kg (men) / 70 kg (women)",
                "20 deadlifts\nRx M 100 kg, F 70 kg",
            ),
            [(100.0, 70.0)],
        )

    def test_a_load_between_two_movements_keeps_its_unit(self):
        """In pounds, and of the first of the two."""
        (deadlift, burpee) = read_workout("3 rounds: 10 deadlifts, 225/155 lb, 12 burpees").works
        self.assertEqual(deadlift.loads_kg, (pounds(225), pounds(155)))
        self.assertEqual(burpee.loads_kg, ())

    def test_second_standards_of_calories(self):
        self.same(
            ("3 rounds\n15 cal bike / 12 cal\n10 burpees", "3 rounds\n15/12 cal bike\n10 burpees"),
            [("bike", 45), ("burpee", 30)],
        )

    def test_words_behind_the_amounts_change_the_movement(self):
        self.same(("40 walking lunges with 20/15 kg plate overhead",), [("overhead-lunge", 40)])
        self.same(("10 squats 24 kg goblet",), [("goblet-squat", 10)])

    def test_rounds_of_a_division(self):
        workout = read_workout("5 rounds\n6 power snatches 60/40\nMasters\n4 rounds\n6 power snatches 35/20")
        self.assertEqual(
            [(work.division, work.reps) for work in workout.works], [(None, 30), ("masters", 24)]
        )

    def test_a_number_for_each_bare_name(self):
        self.same(
            (
                "5 rounds of 5-10-15 (pull up, push up, air squat)",
                "5 rounds of 5-10-15: pull-ups, push-ups, air squats",
            ),
            [("pull-up", 25), ("push-up", 50), ("air-squat", 75)],
        )

    def test_what_frames_the_rounds(self):
        """The same run above the rounds and as their last line is done twice."""
        text = "800m run\n5 rounds\n12 burpees\n9 pull-ups\n800m run"
        self.assertEqual(
            asked(read_workout(text)), [("run", 800), ("burpee", 60), ("pull-up", 45), ("run", 800)]
        )

    def test_minutes_and_feet(self):
        """The mark means minutes beside a run or a machine, feet beside a carry, a height beside a rope."""
        self.same(("row 5'",), [("row", 300)])
        self.same(("run 3'",), [("run", 180)])
        (carry,) = read_workout("farmer carry 100'").works
        self.assertAlmostEqual(carry.distance_m, 30.48)
        self.same(("rope climb 15'",), [("rope-climb", 1)])

    def test_company_is_no_team(self):
        self.same(("100 sit-ups with a partner holding the feet",), [("sit-up", 100)])
        self.same(("In pairs:\n100 sit-ups",), [("sit-up", 50)])

    def test_a_sheet_without_a_head(self):
        """Days before the names, an empty cell at the end."""
        rows = ("Mon\tStrict Press\t5\t3\t82.5%", "Wed\tBench Press\t5\t5\t75%", "Fri\tDips\t4\t8\t-")
        sheet = "\n".join(rows)
        self.same((sheet, f"Week 3\n\n{sheet}"), [("press", 15), ("bench-press", 25), ("bar-dip", 32)])
