"""What later parts find warm, the stop for what is missing, and how it fades."""

import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from core.catalog import load_catalog
from core.demand import Measurement, Person
from core.errors import PlanRefused
from core.prep import PlanSettings, plan_session
from core.prep.timeline import part_minutes
from core.prep.warmth import (
    HALF_LIFE_MIN,
    REACH_HALF_LIFE_MIN,
    READY,
    Ask,
    Warmth,
    left_after,
    prepared,
    raise_minutes,
    readiness,
)
from core.reading import read_workout

CATALOG = load_catalog()
TWO_LIFTS = read_workout("A) Snatch 5x2 @ 75%\n\nB) Clean and jerk 5x2 @ 75%")
THREE = read_workout(
    "A) Back squat 5x5 @ 75%\n\nB) Press 4x6\n\nC) 3 rounds for time\n12 toes-to-bar\n200 m run"
)
FRONT_RACK = {
    "shoulder.external-rotation",
    "wrist.extension",
    "elbow.flexion",
    "shoulder.flexion",
    "thoracic.extension",
}
REACHES = sorted(CATALOG.norms)
PLACES = ("", "squat", "front-rack", "hip.flexion+knee.flexion")
keys = st.tuples(st.sampled_from(PLACES), st.sampled_from(sorted(CATALOG.demands)))
shares = st.dictionaries(keys, st.floats(0, 1), max_size=6)
sources = st.lists(st.builds(Warmth, st.floats(-60, 60), shares), max_size=5)
asks = st.lists(
    st.builds(
        Ask,
        st.sampled_from(PLACES),
        st.sampled_from(sorted(CATALOG.demands)),
        st.floats(0.01, 0.9),
        st.sampled_from(["a", "b"]),
        st.floats(0, 180),
        st.sampled_from([HALF_LIFE_MIN, REACH_HALF_LIFE_MIN]),
    ),
    max_size=6,
)


class Fading(unittest.TestCase):
    @given(sources, st.builds(Warmth, st.floats(-60, 60), shares), st.floats(0, 90), asks)
    def test_readiness_is_a_share_and_more_never_cools(self, before, another, minute, asked):
        """In [0, 1]; one source more never lowers any of it, nor what needs nothing any more."""
        for measure in (readiness, prepared):
            less, more = measure(before, minute, asked), measure([*before, another], minute, asked)
            self.assertTrue(all(-1e-12 <= share <= 1 + 1e-12 for share in more.values()))
            self.assertTrue(all(more[demand] >= share - 1e-12 for demand, share in less.items()))

    @given(shares, st.floats(0, 30), st.floats(0, 60), asks)
    def test_it_halves_every_fifteen_minutes_and_an_opened_reach_every_three_hours(
        self, left, ended, later, asked
    ):
        """The half-life of muscle temperature at rest (Bishop 2003, from memory), and of what was opened
        (the model); nothing is warm before it was done."""
        source = Warmth(ended, left)
        for ask in asked:
            now, then = source.at(ended + later, ask), source.at(ended + later + ask.half_life_min, ask)
            self.assertAlmostEqual(then, now / 2)
            self.assertEqual(source.at(ended - 1, ask), 0)

    def test_the_worked_case_of_the_model(self):
        """A reach at 0.84 at 09:00 is 0.53 at 11:00, of which nothing is asked, and 0.33 at 13:00, a
        top-up."""
        opened = [Warmth(0.0, {("", "shoulder.flexion"): 0.84})]
        asked = [Ask("handstand", "shoulder.flexion", 0.4, "a", 170, REACH_HALF_LIFE_MIN)]
        for hours, ready, left in ((2, 0.53, 0.0), (4, 0.33, 0.67)):
            self.assertAlmostEqual(
                readiness(opened, 60 * hours, asked)["shoulder.flexion"], ready, delta=0.005
            )
            self.assertAlmostEqual(
                1 - prepared(opened, 60 * hours, asked)["shoulder.flexion"], left, delta=0.005
            )

    def test_the_raise_is_asked_as_the_model_says(self):
        """2.8 minutes when cold, 1.6 half an hour after full warmth, none when half warm."""
        self.assertAlmostEqual(raise_minutes(0.0), 2.8, delta=0.05)
        self.assertAlmostEqual(raise_minutes(0.25), 1.6, delta=0.05)
        self.assertEqual(raise_minutes(0.5), 0.0)

    @given(sources, asks, st.integers(0, 5), st.floats(0, 40))
    def test_a_degree_more_never_finds_more_ready(self, before, asked, which, more):
        """What went less far prepares less; as far or farther prepares all it did."""
        if not asked:
            return
        own = [Warmth(one.ended_min, one.shares, dict.fromkeys(one.shares, 90.0)) for one in before]
        further = list(asked)
        place = which % len(asked)
        further[place] = replace(asked[place], degrees=asked[place].degrees + more)
        less, far = readiness(own, 60, asked), readiness(own, 60, further)
        self.assertTrue(all(far[demand] <= share + 1e-12 for demand, share in less.items()))

    def test_a_place_not_visited_is_not_warm(self):
        """A front rack is no readier for having deadlifted; a back squat readies the front squat's bottom,
        and pressing overhead the hang's open shoulders."""

        def left(done, then):
            short = (Measurement("hip.flexion", 95), Measurement("shoulder.flexion", 140))
            stiff = (Person(key="a", ranges=short),)
            return left_after(read_workout(done), read_workout(then), stiff, CATALOG, 5).readiness

        self.assertLess(left("Deadlift 5x5 @ 75%", "press 5x5 40 kg").get("wrist.extension", 0), 0.01)
        self.assertGreater(left("Back squat 5x5 @ 75%", "Front squat 5x5 @ 75%")["hip.flexion"], 0.8)
        self.assertGreater(left("press 5x5 40 kg", "12 strict pull-ups")["shoulder.flexion"], 0.5)


class LaterParts(unittest.TestCase):
    def stops(self, workout, people=(), **wanted):
        return plan_session(workout, PlanSettings(**{"minutes": 12, **wanted}), people)

    def test_after_the_snatch_the_clean_and_jerk_lacks_its_front_rack_and_no_more(self):
        """Hips, back and overhead are warm; only the front rack is left, about three minutes of it (common
        practice)."""
        stiff = (
            Person(
                name="stiff", ranges=(Measurement("wrist.extension", 64), Measurement("elbow.flexion", 128))
            ),
        )
        (stop,) = self.stops(TWO_LIFTS, stiff, breaks=((1, 3),)).breaks
        self.assertTrue(stop.missing)
        self.assertLessEqual(set(stop.missing), FRONT_RACK)
        ready = dict(stop.ready)
        self.assertTrue(
            all(ready[demand] > READY for demand in ("hinge", "squat", "press-overhead", "pull-under"))
        )
        self.assertTrue(stop.items)
        self.assertLessEqual(stop.seconds, 180)
        self.assertTrue(all(FRONT_RACK & set(item.serves) for item in stop.items))

    def test_a_part_with_a_stop_is_left_to_it(self):
        """The prep before class then serves the parts before it alone; what hangs and kips is prepared in
        the stop."""
        whole, split = self.stops(THREE), self.stops(THREE, breaks=((2, 4),))
        self.assertEqual((whole.parts, split.parts), (3, 2))
        kips = {"kip", "shoulder.kip", "trunk.hollow"}
        self.assertTrue(any(kips & set(item.serves) for item in whole.items))
        self.assertFalse(any(kips & set(item.serves) for item in split.items))
        self.assertTrue(any(kips & set(item.serves) for item in split.breaks[1].items))

    @settings(max_examples=15, deadline=None)
    @given(st.sampled_from([TWO_LIFTS, THREE]), st.integers(2, 10), st.integers(6, 20))
    def test_a_stop_keeps_its_minutes_and_gives_only_what_is_missing(self, workout, minutes, opening):
        """Every drill of a stop serves something missing there; what is missing is asked and not ready."""
        sheet = self.stops(
            workout, minutes=opening, breaks=tuple((part, minutes) for part in range(1, len(workout.parts)))
        )
        for stop in sheet.breaks:
            ready = dict(stop.ready)
            self.assertLessEqual(set(stop.missing), set(ready))
            self.assertTrue(all(ready[demand] < 1 for demand in stop.missing))
            self.assertLessEqual(max([0, *(item.end_s for item in stop.items)]), minutes * 60)
            self.assertTrue(all(set(item.serves) & set(stop.missing) for item in stop.items))
            self.assertTrue(
                all(one.start_s is None or one.start_s + one.seconds <= minutes * 60 for one in stop.ramp)
            )

    def test_all_still_warm_gives_nothing(self):
        """The same squats again leave nothing to prepare, and the stop stays empty rather than filled."""
        twice = read_workout("A) 5 rounds\n20 air squats\n\nB) 5 rounds\n20 air squats")
        (stop,) = self.stops(twice, breaks=((1, 3),)).breaks
        self.assertEqual((stop.missing, stop.items), ((), ()))

    def test_an_earlier_event_leaves_less_to_do_and_fades(self):
        """The upper back opened for the first event still serves the next (common practice), less so an
        hour later."""
        first = read_workout("30 overhead squats 40 kg\n30 chest-to-bar pull-ups")
        soon, later = (left_after(first, TWO_LIFTS, (), CATALOG, gap) for gap in (5, 90))
        for demand, share in later.readiness.items():
            self.assertLessEqual(share, soon.readiness[demand] + 1e-9)
        self.assertGreater(soon.readiness["squat"], later.readiness["squat"] + 0.3)
        self.assertGreater(
            later.readiness["thoracic.extension"], later.readiness["squat"] + 0.1, "a reach lasts"
        )
        preps = [
            self.stops(TWO_LIFTS, warmed=tuple(left.prepared.items()), raised=left.raised)
            for left in (soon, later)
        ]
        raises = [
            [item for item in prep.items if item.phase == "raise"] for prep in (*preps, self.stops(TWO_LIFTS))
        ]
        self.assertEqual((raises[0], bool(raises[1]), bool(raises[2])), ([], True, True), "no second raise")

    def test_stops_that_cannot_be_planned_are_refused(self):
        """Before the first part, or of one minute, or of more than ten: said with the field."""
        for breaks in (((0, 3),), ((1, 1),), ((1, 11),)):
            with self.assertRaises(PlanRefused) as caught:
                self.stops(TWO_LIFTS, breaks=breaks)
            self.assertEqual(caught.exception.field, "breaks")
        self.assertEqual(self.stops(TWO_LIFTS, breaks=((7, 3),)).parts, 2)  # a part that is gone has no stop


class Minutes(unittest.TestCase):
    def test_how_long_parts_take(self):
        """Worked by hand: a cap ends it, intervals add up, five sets of a lift take about two and a half
        minutes each (common practice)."""
        for text, least, most in (
            ("EMOM 16\nminute 1: 12 cal row\nminute 2: 40 s plank", 16, 16),
            ("AMRAP 14\n6 ring dips", 14, 14),
            ("every 2:00 for 12 min\n12 push-ups", 12, 12),
            ("Back squat 5x5 @ 75%", 12.5, 12.5),
            ("for time, cap 12\n5000 m run\n50 burpees", 12, 12),
            ("3 rounds for time\n400 m run\n15 push-ups", 5, 14),
        ):
            (part,) = read_workout(text).parts
            self.assertTrue(least <= part_minutes(part, CATALOG) <= most, (text, part_minutes(part, CATALOG)))
        long = read_workout("3 rounds for time\n400 m run").parts[0]
        self.assertLess(
            part_minutes(long, CATALOG),
            part_minutes(read_workout("5 rounds for time\n400 m run").parts[0], CATALOG),
        )
        self.assertGreaterEqual(part_minutes(replace(long, work=()), CATALOG), 1)
