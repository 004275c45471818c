"""One thing said in every usual way, in every usual dress, with arithmetic for the answer: made by crossing
lists, so that no answer comes from the reader. common practice; the spellings are our own."""

import itertools
import unittest

from core.reading import Workout, read_workout

LIFT = "Back squat"


def amounts(workout: Workout) -> dict[str, tuple]:
    """movement -> what is asked of it, of works that stand once; one that stands twice is never right."""
    found: dict[str, tuple] = {}
    for work in workout.works:
        twice = work.movement in found
        found[work.movement] = ("twice",) if twice else (work.reps, work.distance_m, work.calories)
    return found


class Habits(unittest.TestCase):
    def test_sets_with_a_load_each(self):
        """5, 3 and 1 at 65, 75 and 85: nine repetitions, whatever signs stand in and between them."""
        forms = (
            "{r} @ {p}%|{r}@{p}%|{p}% x {r}|{p}%x{r}|{r} x {p}%|1x{r} @ {p}%|{r} reps @ {p}%|"
            "{r} at {p}%|{p}% ({r})|{p}kg x {r}|{r} x {p} kg|{p}% {r} reps"
        )
        signs = (" ", ", ", "; ", " + ", " / ", " - ", " then ", ", then ")
        for form, sign in itertools.product(forms.split("|"), signs):
            steps = sign.join(form.format(r=reps, p=load) for reps, load in ((5, 65), (3, 75), (1, 85)))
            for text in (f"{LIFT} {steps}", f"{LIFT}: {steps}", f"A) {LIFT}\n{steps}"):
                with self.subTest(text):
                    self.assertEqual(amounts(read_workout(text)), {"back-squat": (9, None, None)})

    def test_a_load_for_each_set(self):
        """Five sets of five stay 25 repetitions beside any list of five loads."""
        loads = ("70", "72.5", "75", "77.5", "80")
        places = (
            "{m} 5x5 @ {l}",
            "{m} 5x5 ({l})",
            "{m}\n5 x 5\n{l}",
            "{m} 5 sets of 5, {l}",
            "{m} 5-5-5-5-5 @ {l}",
        )
        signs = ("-", " - ", " / ", ", ", " ", " > ", " → ")
        for sign, unit, place in itertools.product(signs, ("%", " %", " kg"), places):
            text = place.format(m=LIFT, l=sign.join(loads) + unit)
            with self.subTest(text):
                work = read_workout(text).works[0]
                said = work.percents if "%" in unit else work.loads_kg
                self.assertEqual(work.reps, 25)
                self.assertTrue(said and set(said) <= set(map(float, loads)))

    def test_sections_in_every_dress(self):
        """A warm-up is never counted, a lift keeps its sets, a piece its rounds."""
        dress = (
            "{n}|{n}:|**{n}**|## {n}|--- {n} ---|{L}) {n}|{i}. {n}|[{n}]|{n} ({m} min)|{n} {m}'|"
            "Part {i} ({m} min) - {n}|{m} min {n}|{n} >>|• {n}|{n}!|({n})|{L}/ {n}|{n} block|"
            "{n} [{m} min]|_{n}_"
        )
        names = (
            ("Warm-up", "Strength", "Metcon"),
            ("Activation", "Lift", "WOD"),
            ("WU", "BARBELL", "Conditioning"),
        )
        bodies = (
            "2 rounds\n10 air squats\n200 m row",
            "Deadlift 5x3 @ 75%",
            "4 rounds for time\n10 burpees\n12 wall balls",
        )
        for form, said, gap in itertools.product(dress.split("|"), names, ("\n", "\n\n")):
            heads = [form.format(n=name, L="ABC"[at], i=at + 1, m=15) for at, name in enumerate(said)]
            self._sections(gap.join(f"{head}\n{body}" for head, body in zip(heads, bodies, strict=True)))

    def test_sections_on_the_line_of_their_work(self):
        """The same with the work behind the words."""
        dress = (
            "{n}: |{n} - |{n} -> |**{n}** |- {n}: |{m} min {n}: |{n} ({m} min): |[{n}] |{n} >> |"
            "{L}) {n}: |{n} / |({n}) |{n}; |{n} {m}' - "
        )
        names = (("Warm-up", "Strength", "Metcon"), ("Prep", "Lift", "Finisher"))
        bodies = (
            "2 rounds: 10 air squats, 200 m row",
            "5x3 deadlift @ 75%",
            "4 rounds for time: 10 burpees, 12 wall balls",
        )
        for form, said, gap in itertools.product(dress.split("|"), names, ("\n", "\n\n")):
            heads = [form.format(n=name, L="ABC"[at], m=15) for at, name in enumerate(said)]
            self._sections(gap.join(f"{head}{body}" for head, body in zip(heads, bodies, strict=True)))

    def _sections(self, text: str) -> None:
        with self.subTest(text):
            parts = read_workout(text).parts
            warm = [work.movement for part in parts if part.kind == "warm-up" for work in part.work]
            rest = {
                work.movement: work.reps for part in parts if part.kind != "warm-up" for work in part.work
            }
            self.assertEqual(warm, ["air-squat", "row"])
            self.assertEqual(rest, {"deadlift": 15, "burpee": 40, "wall-ball": 48})

    def test_lists_with_any_sign_between(self):
        """Five rounds of three movements, on one line or on three."""
        forms = ("{n} {m}", "{m} x {n}", "{n}x {m}", "{m} ({n})", "{n} reps of {m}")
        signs = (", ", " / ", " + ", " - ", " | ", "; ", " then ", "\n", "\n- ")
        items = (("burpees", 10), ("pull-ups", 8), ("air squats", 20))
        for form, sign, head in itertools.product(forms, signs, ("5 rounds: ", "5 RFT: ", "5 rounds\n")):
            lead = sign.lstrip("\n") if sign.startswith("\n") else ""
            text = head + lead + sign.join(form.format(n=count, m=name) for name, count in items)
            if sign.startswith("\n") and not head.endswith("\n"):
                continue
            with self.subTest(text):
                told = amounts(read_workout(text))
                self.assertEqual(
                    [told[name][0] for name in ("burpee", "pull-up", "air-squat")], [50, 40, 100]
                )

    def test_rounds_said_above_or_below(self):
        """Five times, in words."""
        below = (
            "x 5|5 rounds|Repeat 5 times|(5 rounds)|All x 5|repeat 4 more times|5 Rounds, rest 1 min|"
            "× 5|five times|for 5 rounds"
        )
        above = (
            "5 rounds|5 times through|5 RFT|Five (5) rounds for time of:|"
            "5 hard rounds, rest as needed|5x:|5 cycles of|Do the following 5 times:"
        )
        listed = "10 burpees\n200 m run\n12 pull-ups"
        texts = [f"{listed}{gap}{said}" for gap in ("\n", "\n\n") for said in below.split("|")]
        texts += [f"{said}\n{listed}" for said in above.split("|")]
        for text in texts:
            with self.subTest(text):
                told = amounts(read_workout(text))
                self.assertEqual((told["burpee"][0], told["run"][1], told["pull-up"][0]), (50, 1000, 60))

    def test_minutes_in_any_order_words(self):
        """Twelve minutes over three places: four of each."""
        labels = "1.|1)|1:|1 -|Min 1:|M1|#1|1st min:|(1)|1 >|1 | |1-|[1]|Min. 1".replace("| |", "|").split(
            "|"
        )
        for label, head in itertools.product(
            labels, ("EMOM 12", "12 min EMOM", "EMOM 12 - 4 rounds", "EMOM: 12 minutes")
        ):
            items = ("10 burpees", "12 cal row", "8 pull-ups")
            rows = [f"{label.replace('1', str(at))} {item}" for at, item in enumerate(items, start=1)]
            text = "\n".join((head, *rows)).replace("2st", "2nd").replace("3st", "3rd")
            with self.subTest(text):
                told = amounts(read_workout(text))
                self.assertEqual((told["burpee"][0], told["row"][2], told["pull-up"][0]), (40, 48, 32))

    def test_a_list_no_minute_could_hold_takes_turns(self):
        """Burpees, calories and a plank of 40 s are no minute's work; pull-ups and a few squats are."""
        taken = read_workout("EMOM 12\n10 burpees\n12 cal row\n40 s plank").works
        self.assertEqual([work.reps or work.calories or work.seconds for work in taken], [40, 48, 160])
        self.assertTrue(all(work.assumed for work in taken))
        fits = read_workout("EMOM 12\n3 pull-ups\n6 push-ups\n9 squats").works
        self.assertEqual([work.reps for work in fits], [36, 72, 108])

    def test_a_lift_and_a_piece_on_one_line(self):
        """Neither takes the other's sets, rounds or loads."""
        lifts = ("Back squat 5x5 @ 75%", "5x5 back squat", "Back squat: 5x5 @ 100 kg", "Back squat 5-5-5-5-5")
        pieces = (
            "4 rounds for time: 10 burpees, 12 cal row",
            "4 RFT 10 burpees, 12 cal row",
            "EMOM 8: 1) 10 burpees 2) 12 cal row",
            "For time: 40 burpees, 48 cal row",
        )
        signs = (" | ", "; ", " + ", ", then ", " -> ", " // ", " then ", " & ", "\n")
        for lift, piece, sign in itertools.product(lifts, pieces, signs):
            for before in ("", "Mon: ", "A) "):
                text = f"{before}{lift}{sign}{piece}"
                with self.subTest(text):
                    told = amounts(read_workout(text))
                    self.assertEqual(
                        told,
                        {"back-squat": (25, None, None), "burpee": (40, None, None), "row": (0, None, 48)},
                    )

    def test_divisions_in_every_dress(self):
        """Fifty deadlifts at 70 and sixty ring rows, however the line begins."""
        base = "5 rounds for time\n10 deadlifts 100/70 kg\n12 pull-ups\n14 box jumps"
        names = {
            "Scaled": "scaled",
            "Beginners": "foundation",
            "Intermediate": "intermediate",
            "Masters 40+": "masters",
            "L2": "level-2",
            "Newcomers": "foundation",
        }
        dress = "{d}: {b}|{d} - {b}|{d} = {b}|{d} ({b})|- {d}: {b}|**{d}** {b}|{d}) {b}|{d} -> {b}"
        for (name, division), form in itertools.product(names.items(), dress.split("|")):
            text = f"{base}\n{form.format(d=name, b='70/50 kg, ring rows')}"
            with self.subTest(text):
                own = {
                    work.movement: (work.reps, work.load_kg)
                    for work in read_workout(text).works
                    if work.division == division
                }
                self.assertEqual(own, {"deadlift": (50, 70), "ring-row": (60, None)})

    def test_a_table_of_divisions_that_is_the_list(self):
        """Each row is a line of the first division, and what the others do of it."""
        for sign in (" | ", "\t"):
            rows = (
                ("Movement", "Rx", "Scaled"),
                ("Row", "500 m", "400 m"),
                ("Deadlift", "30 x 100 kg", "30 x 70 kg"),
                ("Burpees", "30", "20"),
            )
            text = "For time\n" + "\n".join(sign.join(row) for row in rows)
            with self.subTest(text):
                told = {
                    (work.movement, work.division): work.distance_m or work.reps
                    for work in read_workout(text).works
                }
                expected = {
                    ("row", None): 500,
                    ("row", "scaled"): 400,
                    ("deadlift", None): 30,
                    ("deadlift", "scaled"): 30,
                    ("burpee", None): 30,
                    ("burpee", "scaled"): 20,
                }
                self.assertEqual(told, expected)

    def test_levels_with_pieces_of_their_own(self):
        """A block of a level that holds a lift and a piece is two parts of that level."""
        text = "\n\n".join(
            f"{name}\nSnatch 5 x 2\n3 rounds\n10 burpees\n12 sit-ups" for name in ("LEVEL 1", "LEVEL 2")
        )
        told = [(work.movement, work.division, work.reps) for work in read_workout(text).works]
        expected = [
            (name, level, reps)
            for level in ("level-1", "level-2")
            for name, reps in (("snatch", 10), ("burpee", 30), ("sit-up", 36))
        ]
        self.assertEqual(told, expected)
