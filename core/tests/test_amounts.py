"""Counting: passes, loads, kit, doses in words, cool-downs."""

import unittest
from collections import Counter

from core.catalog import load_catalog
from core.demand import Person
from core.demand.exposure import load_for, passes, relative_load
from core.hazards import Cautions
from core.prep import Dose, PlanSettings
from core.prep.candidates import kit_for, refused
from core.prep.cooldown import cool_down, muscles_worked
from core.prep.warmth import left_after
from core.reading import read_workout
from core.reading.tokens import tokenize

CATALOG = load_catalog()


def first(text: str):
    work = read_workout(text).parts[0].work[0]
    return work, CATALOG.movements[work.movement]


class Passes(unittest.TestCase):
    def test_each_way_of_counting_comes_to_passes_of_the_position(self):
        """Reps are passes; metres, calories and seconds become passes by the movement's own measure."""
        for text, low, high in (
            ("30 push presses 40 kg", 30, 30),
            ("60 s plank", 20, 20),
            ("90 m walking lunges", 90, 110),
            ("100 double-unders", 30, 40),
            ("1000 m row", 80, 100),
            ("50 cal row", 40, 50),
            ("400 m run", 20, 30),
            ("40 m farmer carry", 8, 12),
            ("3 farmer carries", 12, 18),
        ):
            found = passes(*first(text))
            self.assertTrue(low <= found <= high, f"{text}: {found}")

    def test_relative_load_by_percent_rpe_kilograms_and_nothing(self):
        """A percentage is itself; RPE follows Epley with reps in reserve (from memory); kilograms count
        against the person; none is a guess of half."""
        person = Person(sex="male", mass_kg=80)
        self.assertAlmostEqual(relative_load(*first("back squat 5x5 @ 75%"), person), 0.75)
        self.assertAlmostEqual(relative_load(*first("back squat 3x5 @ RPE 8"), person), 1 / (1 + 6 / 30))
        self.assertAlmostEqual(relative_load(*first("back squat 5x5 96 kg"), person), 1.0)
        self.assertAlmostEqual(relative_load(*first("back squat 5x5"), person), 0.5)
        self.assertAlmostEqual(relative_load(*first("20 air squats"), person), 0.0)
        pair, row = first("10 dumbbell thrusters 2 x 20 kg")
        self.assertAlmostEqual(relative_load(pair, row, person), 40 / (80 * row.bodyweight_share))

    def test_the_heavier_the_person_the_lighter_the_bar(self):
        """The same kilograms are a smaller share for a bigger person."""
        work, row = first("30 push presses 40 kg")
        self.assertGreater(
            relative_load(work, row, Person(mass_kg=60)), relative_load(work, row, Person(mass_kg=100))
        )
        self.assertEqual(load_for(first("30 push presses 40/27.5 kg")[0], Person(sex="female")), 27.5)


class Kit(unittest.TestCase):
    def test_missing_kit_is_swapped_for_what_stands_in(self):
        """No roller but a medicine ball: the ball is used and named; neither: the drill is out."""
        drill = CATALOG.drills["roller-upper-back"]
        self.assertEqual(
            kit_for(drill, PlanSettings(kit={"medicine-ball": 4}, headcount=4), CATALOG),
            (("medicine-ball",), 1),
        )
        self.assertIsNone(kit_for(drill, PlanSettings(kit={"band": 4}, headcount=4), CATALOG))

    def test_waves_are_heads_over_pieces_rounded_up(self):
        """8 bands: 8 people one wave, 9 two, 16 two, 17 no."""
        drill = CATALOG.drills["band-pull-apart"]
        found = [
            kit_for(drill, PlanSettings(kit={"band": 8}, headcount=heads), CATALOG)
            for heads in (8, 9, 16, 17)
        ]
        self.assertEqual([one and one[1] for one in found], [1, 2, 2, None])

    def test_two_people_share_half_a_piece(self):
        """A pull-up bar at half a piece a head serves two at once."""
        self.assertEqual(
            kit_for(CATALOG.drills["scap-pull"], PlanSettings(kit={"pull-up-bar": 5}, headcount=10), CATALOG)[
                1
            ],
            1,
        )

    def test_each_refusal_has_its_own_reason(self):
        """Banned, caution, seated, method and kit are told apart, in that order."""
        drill, method = CATALOG.drills["scap-pull"], CATALOG.methods["general-to-specific"]
        for wanted, fields in (
            ("banned", {"bans": ("scap-pull",)}),
            ("caution", {"cautions": Cautions(frozenset({"no-hang"}))}),
            ("seated", {"cautions": Cautions(seated=True)}),
            ("kit", {"kit": {}}),
            (None, {}),
        ):
            self.assertEqual(refused(drill, PlanSettings(**fields), method, CATALOG), wanted)
        self.assertEqual(refused(drill, PlanSettings(), CATALOG.methods["specific-only"], CATALOG), "method")


class Words(unittest.TestCase):
    def test_a_dose_reads_as_a_coach_says_it(self):
        """Reps, holds, breaths, sets, sides and the tighter side."""
        for dose, words in (
            (Dose(reps=10), "10 reps"),
            (Dose(sets=2, reps=12), "2 x 12 reps"),
            (Dose(reps=5, hold_s=3, per_side=True), "5 reps, 3 s each a side"),
            (Dose(breaths=5), "5 slow breaths"),
            (Dose(hold_s=30), "30 s"),
            (Dose(), "steady"),
            (Dose(reps=8, per_side=True, extra_side="left"), "8 reps a side, 2 more on the left"),
        ):
            self.assertEqual(dose.words(), words)

    def test_look_alikes_keep_their_columns(self):
        """Smart quotes, multiplication signs and tabs are read as plain ones, letter for letter."""
        plain, fancy = tokenize('4 x 400 m, 24" box'), tokenize("4\u00a0×\u00a0400 m, 24″ box")
        self.assertEqual(
            [(one.kind, one.column, one.values) for one in plain],
            [(one.kind, one.column, one.values) for one in fancy],
        )

    def test_fractions_are_read_however_they_are_typed(self):
        """'½ mile', '1/2 mile' and '0.5 mile' are the same half (1 mile = 1609.344 m, international
        agreement 1959)."""
        for text in ("½ mile run", "1/2 mile run", "0.5 mile run"):
            self.assertAlmostEqual(
                read_workout(text).parts[0].work[0].distance_m, 804.672, places=3, msg=text
            )


class Settle(unittest.TestCase):
    def test_the_cool_down_follows_what_was_worked(self):
        """Squats settle the quads; pulling settles lats or forearms; nothing worked, nothing to settle."""
        squats = [
            item.drill.id
            for item in cool_down(
                muscles_worked(read_workout("100 air squats"), Person(), CATALOG), PlanSettings(), CATALOG
            )
        ]
        pulls = [
            item.drill.id
            for item in cool_down(
                muscles_worked(read_workout("60 strict pull-ups"), Person(), CATALOG), PlanSettings(), CATALOG
            )
        ]
        self.assertIn("settle-quads", squats)
        self.assertTrue({"settle-lats", "settle-forearms"} & set(pulls))
        self.assertEqual(cool_down(Counter(), PlanSettings(), CATALOG), ())

    def test_a_seated_cool_down_is_seated(self):
        """Only holds with a way from the chair."""
        items = cool_down(
            muscles_worked(read_workout("60 strict pull-ups"), Person(), CATALOG),
            PlanSettings(cautions=Cautions(seated=True)),
            CATALOG,
        )
        self.assertTrue(items and all(item.drill.seated for item in items))

    def test_readiness_fades_and_never_passes_one(self):
        """More work warms more, more rest less; always between 0 and 1."""
        squats = read_workout("100 air squats")
        little, much = (
            left_after(read_workout(f"{reps} air squats"), squats, (), CATALOG, 0).readiness["squat"]
            for reps in (5, 15)
        )
        later = left_after(read_workout("15 air squats"), squats, (), CATALOG, 60).readiness["squat"]
        self.assertTrue(0 < little < much <= 1)
        self.assertAlmostEqual(later, much / 16)
