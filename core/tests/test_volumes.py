"""Totals of a whole session for one person: exact where the format is closed, bracketed where it is open."""

import unittest
from collections import Counter

from hypothesis import assume, given, settings
from hypothesis import strategies as st

from core.catalog import load_catalog
from core.reading import read_workout
from core.reading.volumes import lasts_s

counts = st.integers(1, 60)


def first(text: str, place: int = 0):
    return [work for part in read_workout(text).parts for work in part.work][place]


class Closed(unittest.TestCase):
    @settings(deadline=None)
    @given(st.integers(2, 12), counts, st.integers(10, 800), st.integers(1, 60))
    def test_rounds_multiply_every_amount(self, rounds, reps, metres, calories):
        """n rounds are n times the reps, the metres, the calories and the seconds."""
        text = f"{rounds} rounds\n{reps} burpees\n{metres} m run\n{calories} cal row\n40 s plank"
        burpees, run, row, plank = (first(text, place) for place in range(4))
        self.assertEqual(
            (burpees.reps, run.distance_m, row.calories, plank.seconds),
            (rounds * reps, rounds * metres, rounds * calories, rounds * 40),
        )
        self.assertFalse(burpees.reps_estimated)
        self.assertIsNone(burpees.reps_range)

    @settings(deadline=None)
    @given(st.integers(2, 8), st.integers(1, 20))
    def test_both_sides_count(self, sets, reps):
        """n x m a side is twice as many."""
        self.assertEqual(first(f"{sets} x {reps}/side dumbbell rows 20 kg").reps, 2 * sets * reps)

    @settings(deadline=None)
    @given(st.lists(counts, min_size=3, max_size=7))
    def test_schemes_add_up(self, scheme):
        """21-15-9 and any other list is its sum, for every movement under it; 1-4-1 is a pyramid."""
        assume(len(scheme) != 3 or scheme[0] != scheme[2])
        text = "-".join(map(str, scheme)) + "\nburpees\ncal row\npush-ups"
        self.assertEqual((first(text).reps, first(text, 1).calories, first(text, 2).reps), (sum(scheme),) * 3)

    @settings(deadline=None)
    @given(st.integers(2, 30), st.integers(2, 5))
    def test_every_minute_spreads_over_its_stations(self, minutes, stations):
        """The p-th of k stations comes up in minutes p, p + k, ..: counted here by walking the minutes."""
        lines = "\n".join(
            f"minute {one}: 7 {name}"
            for one, name in zip(
                range(1, stations + 1),
                ("burpees", "push-ups", "lunges", "sit-ups", "ring rows"),
                strict=False,
            )
        )
        turns = Counter(minute % stations for minute in range(minutes))
        for place in range(stations):
            reps = first(f"EMOM {minutes}\n{lines}", place).reps
            self.assertEqual(reps, 7 * max(1, turns[place]))  # none is asked for nothing, however short it is

    def test_once_means_once(self):
        """Buy-ins and cash-outs are not multiplied by the rounds."""
        text = "3 rounds\nbuy-in: 50 lunges\n10 burpees\ncash-out: 30 sit-ups"
        self.assertEqual([first(text, place).reps for place in range(3)], [50, 30, 30])

    def test_a_team_shares_and_synchro_does_not(self):
        """Shared work is divided and says it is an estimate; together means everybody does it; 'each'
        means all of it."""
        text = "for time in teams of 3\n90 wall balls\n30 synchro burpees\n900 m row"
        balls, burpees, row = (first(text, place) for place in range(3))
        self.assertEqual(
            (balls.reps, balls.reps_estimated, burpees.reps, burpees.reps_estimated, row.distance_m),
            (30, True, 30, False, 300),
        )
        self.assertEqual(first("in pairs, 4 rounds each\n10 burpees").reps, 40)


class Open(unittest.TestCase):
    @settings(deadline=None, max_examples=40)
    @given(st.integers(3, 40), st.integers(2, 20), st.integers(2, 20))
    def test_the_estimate_lies_in_its_range_and_grows_with_the_minutes(self, minutes, one, two):
        """Fewest <= estimate <= most; more minutes never give fewer rounds."""
        fmt = read_workout(f"AMRAP {minutes}\n{one} burpees\n{two} push-ups").parts[0].format
        longer = read_workout(f"AMRAP {minutes + 5}\n{one} burpees\n{two} push-ups").parts[0].format
        self.assertTrue(fmt.rounds_range[0] <= fmt.rounds <= fmt.rounds_range[1])
        self.assertGreaterEqual(longer.rounds, fmt.rounds)

    @settings(deadline=None, max_examples=60)
    @given(
        st.integers(6, 40),
        st.lists(st.integers(1, 30), min_size=3, max_size=6),
        st.sampled_from(("{}\n{}", "{}: {}", "{}, {}")),
    )
    def test_what_is_estimated_fits_into_the_minutes(self, minutes, scheme, layout):
        """However its list is counted, an AMRAP asks for no more than could be done at the fastest pace in
        its time, unless one round alone is longer."""
        listed = "-".join(map(str, scheme))
        text = layout.format(f"AMRAP {minutes}", listed) + "\nburpees\nwall balls 9/6\n200 m run"
        part = read_workout(text).parts[0]
        fastest = sum(lasts_s(work, load_catalog(), 0.0) for work in part.work)
        if part.format.rounds > 1 and len(part.work) == 3:
            self.assertLess(fastest, 60 * minutes * 1.5, text)

    def test_a_coach_overrides_the_estimate(self):
        """'expect 6 rounds' is what counts; '5-7 rounds' gives its range."""
        self.assertEqual(first("AMRAP 12 (expect 6 rounds)\n5 burpees").reps, 30)
        work = first("AMRAP 12, expect 5-7 rounds\n5 burpees")
        self.assertEqual((work.reps, work.reps_range), (30, (25, 35)))

    def test_open_ladders_climb(self):
        """2-4-6... in eight minutes gives the first rungs in order, about as many as fit."""
        work = first("AMRAP 8\n2-4-6...\nburpees\nkb swings 24 kg")
        self.assertEqual(work.scheme, tuple(range(2, 2 * len(work.scheme) + 1, 2)))
        self.assertTrue(3 <= len(work.scheme) <= 9)

    def test_maximum_effort_is_a_wide_estimate(self):
        """A set to the limit has a range that holds its estimate, and says it is one."""
        work = first("3 x max strict pull-ups")
        self.assertTrue(work.reps_estimated and work.reps_range[0] < work.reps < work.reps_range[1])

    @settings(deadline=None, max_examples=40)
    @given(
        st.integers(1, 10),
        st.integers(1, 5),
        st.sampled_from(("cal bike", "cal row", "burpees", "double-unders", "wall balls 9/6")),
    )
    def test_a_longer_try_comes_to_more(self, minutes, more, what):
        """Whatever is tried at the most for so many minutes comes to more in more of them."""
        shorter, longer = (first(f"{one} min max {what}") for one in (minutes, minutes + more))
        self.assertLess(shorter.calories or shorter.reps, longer.calories or longer.reps)

    def test_intervals_fill_their_time(self):
        """A machine works its seconds; a counted movement what fits into them at its pace."""
        row, swings = first(":40 on :20 off x 6\nrow"), first(":40 on :20 off x 6\nkb swings 24 kg")
        self.assertEqual(row.seconds, 240)
        pace = sum(load_catalog().movements["kettlebell-swing"].pace_s) / 2
        self.assertEqual(swings.reps, 6 * round(40 / pace))


class Shelf(unittest.TestCase):
    def test_the_breadth_asked_for(self):
        """At least 220 movements in every family, 70 positions, each movement with what decides a rep, its
        fault and its pace."""
        catalog = load_catalog()
        self.assertGreaterEqual(len(catalog.movements), 220)
        self.assertGreaterEqual(len(catalog.positions), 70)
        families = {row.family for row in catalog.movements.values()}
        self.assertTrue(
            {
                "squat",
                "hinge",
                "lunge",
                "press",
                "pull",
                "olympic",
                "gymnastics",
                "jump",
                "throw",
                "carry",
                "odd-object",
                "machine",
                "running",
                "crawling",
                "floor",
                "trunk",
                "adaptive",
            }
            <= families,
            families,
        )
        for row in catalog.movements.values():
            self.assertTrue(row.standard and row.fault and row.muscles and row.positions, row.id)
            self.assertIn(row.source, catalog.sources)
        self.assertEqual(
            {position for row in catalog.movements.values() for position in row.positions},
            set(catalog.positions),
        )
