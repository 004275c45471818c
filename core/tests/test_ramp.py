"""The way up to the working weight: steps, plates from the rack, groups of a class, two on one bar."""

import itertools
import unittest

from hypothesis import given
from hypothesis import strategies as st

from core.catalog import load_catalog
from core.demand import Person
from core.demand.people import epley_max, person_from_json
from core.errors import UnusableFile
from core.prep import PlanSettings, plan_session
from core.prep.plates import BARS, KG_PAIRS, LB_PAIRS, Rack, changes, loading, shared, ways
from core.prep.ramp import build_ramp, ramp_loads, ramps_for, shared_bar
from core.reading import read_workout

CATALOG = load_catalog()
POUNDS = Rack("lb", tuple(LB_PAIRS.items()), BARS["lb"])
BOARD = "Back squat 5x5 100/70 kg\nscaled: back squat 5x5 80/60 kg"
CLASS = (
    *(Person(name=f"man {n}", sex="male") for n in range(3)),
    *(Person(name=f"woman {n}", sex="female") for n in range(2)),
    Person(name="scaling", sex="female", division="scaled"),
    Person(name="seated", sex="male", adaptive=("seated",)),
)


class Ramp(unittest.TestCase):
    @given(st.integers(9, 120), st.sampled_from([15.0, 20.0]))
    def test_no_jump_is_over_twenty_points_and_reps_fall(self, steps, bar):
        """Every step, the last one included, is at most a fifth of the working weight (common practice),
        where plates allow."""
        working = bar + steps * 2.5
        loads = ramp_loads(working, bar)
        chain = [*loads, working]
        self.assertEqual(chain[0], bar)
        limit = max(0.20 * working, 2.5) + 1e-9
        self.assertTrue(
            all(0 < after - before <= limit for before, after in itertools.pairwise(chain)), chain
        )

    def test_a_heavy_lift_gets_two_sets_at_least_and_a_light_one_none(self):
        """Common practice."""
        heavy = build_ramp(read_workout("Deadlift 5x3 120 kg"), Person(sex="male", mass_kg=82), CATALOG)
        self.assertGreaterEqual(len(heavy), 2)
        self.assertEqual([one.reps for one in heavy], sorted((one.reps for one in heavy), reverse=True))
        self.assertEqual(
            build_ramp(read_workout("50 deadlifts 40 kg"), Person(sex="male", mass_kg=82), CATALOG), ()
        )

    def test_working_up_agrees_with_the_nsca_steps(self):
        """NSCA (from memory): 5-10 easy reps first, then 3-5, then 2-3 or fewer, rests not shrinking."""
        sets = build_ramp(read_workout("Back squat 1x1 140 kg"), Person(sex="male", mass_kg=90), CATALOG)
        self.assertTrue(
            5 <= sets[0].reps <= 10 and 2 <= sets[len(sets) // 2].reps <= 5 and sets[-1].reps <= 3
        )
        self.assertEqual([one.rest_s for one in sets], sorted(one.rest_s for one in sets))

    def test_plates_add_up(self):
        """Bar and plates make the load: 20 kg bar with 25 + 15 a side is 100 kg, 45 lb bar with two 45s a
        side 225 lb (from memory)."""
        self.assertEqual(ways(40, KG_PAIRS)[0], (25.0, 15.0))
        self.assertEqual(ways(90, LB_PAIRS)[0], (45.0, 45.0))
        for load in range(20, 301, 5):
            self.assertEqual(20 + 2 * sum(ways((load - 20) / 2, KG_PAIRS)[0]), load)
        self.assertEqual(ways(0.5, KG_PAIRS), [])

    def test_the_rack_sets_the_plates_and_few_of_them_move(self):
        """From every way to load every set in turn, tried one by one, none moves fewer plates; kilograms
        and pounds (plates from memory), and only what the rack has."""
        for loads, bar, pairs in (
            ([20, 40, 60, 80, 95], 20, KG_PAIRS),
            ([45, 95, 135, 165, 185], 45, LB_PAIRS),
            ([20, 45, 60, 72.5], 20, {20.0: 1, 10.0: 2, 5.0: 2, 2.5: 1, 1.25: 1}),
        ):
            found = loading(loads, bar, pairs)
            for load, on in zip(loads, found, strict=False):
                self.assertAlmostEqual(bar + 2 * sum(on), load)
                self.assertTrue(all(on.count(size) <= pairs[size] for size in on))
            own = sum(changes(a, b) for a, b in zip([(), *found], found, strict=False))
            every = itertools.product(*(ways((load - bar) / 2, pairs) for load in loads))
            self.assertEqual(
                own,
                min(
                    sum(changes(a, b) for a, b in zip([(), *way], way, strict=False))
                    for way in itertools.islice(every, 60_000)
                ),
            )
        with self.assertRaisesRegex(ValueError, "62"):
            loading([62], 20, {20.0: 1, 1.25: 1})

    def test_two_on_one_bar_take_turns_and_end_together(self):
        """The lighter lifter goes first each round, the one with fewer sets starts later, and the plates
        are right for each turn."""
        turns = shared([20, 40, 60, 80], [15, 30, 40], 15, KG_PAIRS | {0.5: 2})
        self.assertEqual([who for who, _, _ in turns], [0, 1, 0, 1, 0, 1, 0])
        self.assertTrue(all(abs(15 + 2 * sum(on) - load) < 1e-6 for _, load, on in turns))

    def test_epley_is_epley(self):
        """1RM = w (1 + reps / 30): 100 kg for 10 is 133.3; for 1 it is itself (Epley, from memory); near
        Brzycki's w*36/(37-r) under ten reps."""
        self.assertAlmostEqual(epley_max(100, 10), 133.333, delta=0.01)
        self.assertEqual(epley_max(100, 1), 100)
        for reps in range(2, 10):
            self.assertAlmostEqual(epley_max(100, reps), 100 * 36 / (37 - reps), delta=4.5)


class Groups(unittest.TestCase):
    def test_everyone_who_lifts_the_same_is_one_group(self):
        """Three men at 100, two women at 70, one woman scaling at 60 on the 15 kg bar; the seated athlete
        squats no bar (by hand)."""
        found = [
            (one.people, one.working, one.bar, one.division)
            for one in ramps_for(read_workout(BOARD), CLASS, CATALOG)
        ]
        self.assertEqual(found, [(3, 100.0, 20.0, None), (2, 70.0, 15.0, None), (1, 60.0, 15.0, "scaled")])

    def test_the_longest_way_up_takes_the_time(self):
        """The class waits for its longest group, and the sheet lists every group."""
        sheet = plan_session(read_workout(BOARD), PlanSettings(minutes=14, headcount=7), CLASS)
        self.assertEqual(sum(one.seconds for one in sheet.ramp), max(one.seconds for one in sheet.ramps))
        self.assertEqual(len(sheet.ramps), 3)

    def test_a_rack_in_pounds_loads_pounds(self):
        """225 lb is 102.06 kg (1 lb = 0.45359237 kg, exactly); 100 kg, 220.46 lb, is nearest to 220 lb on
        a rack with 2.5 lb plates."""
        (exact,), (near,) = (
            ramps_for(read_workout(text), (Person(sex="male"),), CATALOG, POUNDS)
            for text in ("Deadlift 5x3 225 lb", "Deadlift 5x3 100 kg")
        )
        self.assertEqual((exact.working, exact.unit, exact.plates), (225.0, "lb", (45.0, 45.0)))
        self.assertEqual(near.working, 220.0)
        self.assertTrue(all(abs(one.load_kg - one.load * 0.45359237) < 0.001 for one in near.sets))
        self.assertEqual(near.sets[0].load, 45.0)

    def test_a_small_rack_says_what_it_cannot_make(self):
        """With one pair of tens a 20 kg bar ends at 40 kg, and the sheet says so."""
        sheet = plan_session(
            read_workout("Deadlift 5x3 140 kg"),
            PlanSettings(minutes=12, rack=Rack(pairs=((10.0, 1),))),
            (Person(sex="male"),),
        )
        self.assertEqual(sheet.ramps[0].working, 40.0)
        self.assertTrue(any("40 kg of the 140 kg" in note for note in sheet.notes), sheet.notes)

    @given(
        st.floats(20, 320),
        st.lists(
            st.tuples(st.sampled_from([25.0, 20.0, 10.0, 5.0, 2.5, 1.25]), st.integers(0, 4)),
            min_size=1,
            max_size=6,
            unique_by=lambda one: one[0],
        ),
    )
    def test_the_nearest_load_is_the_nearest_of_all(self, load, pairs):
        """Against every set of plates the rack could put on, tried one by one."""
        every = {
            20 + 2 * sum(size * count for (size, _), count in zip(pairs, counts, strict=False))
            for counts in itertools.product(*(range(most + 1) for _, most in pairs))
        }
        self.assertAlmostEqual(
            abs(Rack(pairs=tuple(pairs)).nearest(load, 20.0) - load),
            min(abs(one - load) for one in every),
            places=5,
        )

    def test_the_fullest_rack_answers_too(self):
        """Twelve plates, twenty pairs of each: few ways are weighed, each makes the load, and the fewest
        plates come first."""
        full = dict.fromkeys((50.0, 25.0, 20.0, 15.0, 10.0, 5.0, 2.5, 2.0, 1.25, 1.0, 0.5, 0.25), 20)
        found = ways(97.75, full)
        self.assertEqual(len(found), 40)
        self.assertTrue(all(abs(sum(on) - 97.75) < 1e-6 for on in found))
        self.assertEqual(found[0], (50.0, 25.0, 20.0, 2.5, 0.25))
        self.assertEqual(ways(97.8, full), [])
        self.assertEqual(
            [20 + 2 * sum(on) for on in loading([20, 60.5, 141, 215.5], 20, full)], [20, 60.5, 141, 215.5]
        )

    def test_two_on_one_bar_need_the_same_bar(self):
        """A man and a woman have bars of their own; two women share theirs, and each does her own sets,
        the heavier work last."""
        man, woman, scaling = ramps_for(read_workout(BOARD), CLASS, CATALOG)
        with self.assertRaisesRegex(ValueError, "two bars"):
            shared_bar(man, woman, Rack())
        turns = shared_bar(woman, scaling, Rack())
        self.assertEqual(
            [turn.load for turn in turns if turn.who == 0], [*(one.load for one in woman.sets), 70.0]
        )
        self.assertEqual(
            [turn.load for turn in turns if turn.who == 1], [*(one.load for one in scaling.sets), 60.0]
        )
        self.assertEqual((turns[-1].load, turns[-1].reps), (70.0, None))


class Bests(unittest.TestCase):
    BOARD = read_workout("Back squat 5x3 @ 80%")

    def lifter(self, **best):
        return person_from_json({"name": "Nell", "bests": [{"movement": "back-squat", **best}]}, CATALOG)

    def test_a_percentage_is_of_ones_own_best(self):
        """80 % of 130 is 104; the rack makes 105 of it, and nothing is an estimate."""
        (ramp,) = ramps_for(self.BOARD, [self.lifter(kg=130)], CATALOG)
        self.assertEqual((ramp.wanted, ramp.estimated), (104, False))
        mine = build_ramp(self.BOARD, self.lifter(kg=130), CATALOG)
        self.assertEqual(mine, ramp.sets)

    def test_a_best_from_a_set_is_estimated_and_marked(self):
        """100 kg for 6: 120 by Epley, so 96; and a load on the board counts against it."""
        (ramp,) = ramps_for(self.BOARD, [self.lifter(kg=100, reps=6)], CATALOG)
        self.assertAlmostEqual(ramp.wanted, 96)
        self.assertTrue(ramp.estimated)
        heavy = read_workout("Back squat 5x1 110 kg")
        strong, weak = (ramps_for(heavy, [self.lifter(kg=kg)], CATALOG) for kg in (260, 115))
        self.assertEqual((len(strong), len(weak)), (0, 1))

    def test_a_best_that_cannot_be_is_refused_at_its_place(self):
        for best, place in (
            ({"kg": -5}, "'kg'"),
            ({"kg": 900}, "'kg'"),
            ({"kg": 100, "reps": 40}, "'reps'"),
            ({"kg": 100, "movement": "back-sqat"}, "did you mean"),
        ):
            with self.assertRaisesRegex(UnusableFile, place):
                self.lifter(**best)
