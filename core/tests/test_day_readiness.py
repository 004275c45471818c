"""Readiness over a day: against the rules it is made of, and against hand-worked cases."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from core.catalog import load_catalog
from core.day.line import DayAsk
from core.day.prepared import PrepareAsk, prepare
from core.day.readiness import Asked, Left, Raised, raise_of, raised_at
from core.day.sheet import read_sheet
from core.day.timing import day_lines
from core.day.values import Entry, Heat
from core.demand import Person
from core.prep.settings import PlanSettings
from core.prep.warmth import EVERYWHERE, REACH_HALF_LIFE_MIN, Ask, Warmth, prepared, raise_minutes, readiness
from core.reading.vocabulary import Vocabulary

CATALOG = load_catalog()
NAMES = ("shoulder.flexion", "hip.flexion", "brace", "squat")
PLACES = ("", "squat", "hang")
SHARES = st.floats(0, 0.99)


@st.composite
def sources(draw) -> list[tuple[int, dict, dict]]:
    """Some sources: when they ended, what they left where, and how far they went."""
    key = st.tuples(st.sampled_from(PLACES), st.sampled_from(NAMES))
    return draw(
        st.lists(
            st.tuples(
                st.integers(0, 400),
                st.dictionaries(key, SHARES, max_size=4),
                st.dictionaries(key, st.floats(0, 180), max_size=2),
            ),
            max_size=5,
        )
    )


ASKS = st.lists(
    st.builds(
        Ask,
        where=st.sampled_from(PLACES),
        demand=st.sampled_from(NAMES),
        weight=st.floats(0.01, 0.9),
        together=st.sampled_from(("a", "b", "c")),
        degrees=st.none() | st.floats(0, 180),
        half_life_min=st.sampled_from((15.0, 180.0)),
    ),
    min_size=1,
    max_size=8,
)


class SameRulesTest(TestCase):
    @settings(max_examples=150, deadline=None)
    @given(sources(), ASKS, st.integers(0, 600))
    def test_arrays_say_what_the_rules_say(self, left, asks, minute):
        plain = [Warmth(float(ended), shares, reached) for ended, shares, reached in left]
        arrays = [
            Left(f"s{n}", ended * 60, shares, reached) for n, (ended, shares, reached) in enumerate(left)
        ]
        asked = Asked(asks)
        for told, expected in (
            (asked.by_demand(arrays, minute * 60), readiness(plain, minute, asks)),
            (asked.prepared(arrays, minute * 60), prepared(plain, minute, asks)),
        ):
            self.assertEqual(told.keys(), expected.keys())
            for demand, share in expected.items():
                self.assertAlmostEqual(told[demand], share, places=9)


class HandWorkedTest(TestCase):
    """The cases of the design's model: worked by hand from half-lives of 180 and 15 minutes."""

    def test_a_reach_opened_at_nine(self):
        asked = Asked([Ask("", "shoulder.flexion", 0.5, "a", None, REACH_HALF_LIFE_MIN)])
        nine = 9 * 3600
        opened = [Left("drill", nine, {(EVERYWHERE, "shoulder.flexion"): 0.84})]
        at = {hour: asked.overall(opened, [hour * 3600])[0] for hour in (9, 11, 13)}
        self.assertAlmostEqual(at[9], 0.84, places=2)
        self.assertAlmostEqual(at[11], 0.53, places=2)
        self.assertAlmostEqual(at[13], 0.33, places=2)
        # at 11:00 nothing is asked any more, at 13:00 a top-up of two thirds
        self.assertEqual(asked.prepared(opened, 11 * 3600)["shoulder.flexion"], 1.0)
        self.assertAlmostEqual(asked.prepared(opened, 13 * 3600)["shoulder.flexion"], 0.33, places=2)
        self.assertEqual(asked.overall(opened, [nine - 60])[0], 0.0)  # not before it is done

    def test_the_raise_that_is_still_asked(self):
        self.assertAlmostEqual(raise_minutes(0.0), 2.8, places=1)
        # half an hour after full warmth it has halved twice: 0.25, so 4 ln(0.75 / 0.5)
        warm = raised_at([Raised(0, 1.0)], 30 * 60)
        self.assertAlmostEqual(warm, 0.25, places=6)
        self.assertAlmostEqual(raise_minutes(warm), 1.6, places=1)
        self.assertEqual(raise_minutes(0.5), 0.0)
        self.assertAlmostEqual(raise_of(4 * 60, 0).share, 0.632, places=3)  # one time constant


SNATCH_THEN_JERK = """Event 1: First
8 minutes to find a heavy snatch
Event 2: Second
8 minutes to find a heavy clean and jerk
"""


class DifferenceTest(TestCase):
    def lines(self, gap_min: int):
        sheet = read_sheet(SNATCH_THEN_JERK, Vocabulary())
        person = Person(name="Bo", sex="female", mass_kg=64, key="bo")
        made = {
            ("bo", event.number): prepare(
                PrepareAsk(
                    person=person,
                    entry=Entry(athlete="bo"),
                    event=event,
                    settings=PlanSettings(minutes=10),
                    catalog=CATALOG,
                )
            )
            for event in sheet.events
        }
        entry = (Entry(athlete="bo"),)
        start = 10 * 3600
        second = start + 8 * 60 + gap_min * 60
        heats = (
            Heat(key="1", event="1", number="1", starts_at=start, entries=entry),
            Heat(key="2", event="2", number="1", starts_at=second, entries=entry),
        )
        return made, day_lines(DayAsk(heats=heats, prepared=made, racks=2, check_in_s=0)).lines[0]

    def test_after_the_snatch_the_jerk_is_left_with_about_its_front_rack(self):
        """Common practice: hips, back and overhead are warm, only the front rack is left, some three minutes;
        and nobody raises again."""
        made, line = self.lines(gap_min=16)
        done = [one for block in line.blocks if block.heat == "2" for one in block.drills]
        cold = made["bo", "2"].drills
        self.assertFalse([one for one in done if one.drill.phase == "raise"])
        opened = {one.drill.id for one in done if one.drill.phase == "open"}
        front = ("wrist.extension", "shoulder.external-rotation", "elbow.flexion", "shoulder.flexion")
        for drill in opened:
            self.assertTrue(set(front) & set(CATALOG.drills[drill].effects), drill)
        seconds = sum(one.seconds for one in done)
        self.assertLess(seconds, 0.6 * sum(drill.seconds for drill in cold))
        self.assertLess(seconds, 5 * 60)

    def test_a_long_gap_gets_a_fresh_raise_and_a_short_one_none(self):
        for gap_min, raised in ((16, False), (150, True)):
            _, line = self.lines(gap_min)
            raises = [block for block in line.blocks if block.heat == "2" and block.kind == "raise"]
            self.assertEqual(bool(raises), raised, gap_min)
