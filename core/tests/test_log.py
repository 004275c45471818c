"""The log's rules: joints over days, what a week could swap, worn drills, what keeps coming back; and felt
answers."""

import datetime
import random
import unittest
from itertools import permutations

from hypothesis import given, settings
from hypothesis import strategies as st

from core.catalog import load_catalog
from core.learning import Answer, DidFor, Trial, felt_needs, trial_stands
from core.log import (
    HARD,
    Answered,
    Given,
    SessionLoad,
    comes_back,
    drill_use,
    joint_loads,
    joint_of,
    lean_of,
    runs_of,
    suggestions,
)

CATALOG = load_catalog()
MONDAY = datetime.date(2026, 9, 7)
DATES = [MONDAY + datetime.timedelta(days=number) for number in range(-3, 10)]
WEEK = DATES[3:10]


def session(number: int, place: int, contacts: float = 0.0, told: int = 0, **asks: float) -> SessionLoad:
    named = {name.replace("_", "."): score for name, score in asks.items()}
    return SessionLoad(
        id=number, title=f"S{number}", on=WEEK[place], asks=named, contacts=contacts, told=told
    )


class Joints(unittest.TestCase):
    def test_every_demand_but_patterns_has_a_joint(self):
        """Reaches, holds and snaps name a joint; a pattern asks of many, a sprint of no single one."""
        for demand in CATALOG.demands.values():
            if demand.kind != "pattern" and demand.id != "sprint":
                self.assertIsNotNone(joint_of(demand.id), demand.id)

    def test_by_hand(self):
        """0.5 and 0.4 of one joint are 1 - 0.5 x 0.6 = 0.7."""
        loads = joint_loads({"shoulder.flexion": 0.5, "scapula.upward": 0.4, "squat": 0.9})
        self.assertEqual(loads, {"shoulder": 0.7})

    @given(st.lists(st.booleans(), max_size=20), st.integers(1, 6))
    def test_runs_against_counting(self, hard, least):
        """Runs are what reading the days as text and splitting at the light ones gives."""
        days = [{"hip": HARD if one else HARD - 0.01} for one in hard]
        text = "".join("x" if one else " " for one in hard)
        expected = sorted(len(part) for part in text.split() if len(part) >= least)
        self.assertEqual(sorted(run.days for run in runs_of(days, least)), expected)


class Swapping(unittest.TestCase):
    def test_four_days_of_one_joint_are_said_and_a_swap_breaks_them(self):
        """Hips Monday to Thursday, shoulders on Friday: Friday changed with Tuesday or Wednesday leaves two
        days at most on either side."""
        hips = [session(number, number, hip_flexion=0.6) for number in range(4)]
        week = [*hips, session(9, 4, told=12, shoulder_flexion=0.6)]
        lean = lean_of(week, DATES)
        self.assertEqual([(run.joint, run.days) for run in lean.runs], [("hip", 4)])
        first = suggestions(week, DATES, WEEK)[0]
        self.assertEqual(first.weight, 0)
        self.assertIn("Hips: 4 days running, then fewer than 4 days", first.gains)

    def test_people_who_have_a_sheet_are_a_cost(self):
        """Only a session that 12 people have could go: it says so."""
        fixed = [
            SessionLoad(id=number, title="", on=WEEK[number], asks={"hip.flexion": 0.6}, fixed=number != 1)
            for number in range(4)
        ]
        told = SessionLoad(id=1, title="", on=WEEK[1], asks={"hip.flexion": 0.6}, told=12)
        (first, *_) = suggestions([told, *(one for one in fixed if one.id != 1)], DATES, WEEK)
        self.assertIn("12 people have a sheet already and would be told", first.costs)

    def test_days_before_the_week_count(self):
        """Two hard days at the end of last week and two at the start of this one are four."""
        before = [
            SessionLoad(id=90 + place, title="", on=DATES[place + 1], asks={"hip.flexion": 0.6}, fixed=True)
            for place in range(2)
        ]
        week = [session(number, number, hip_flexion=0.6) for number in range(2)]
        self.assertEqual(lean_of([*before, *week], DATES).runs[0].days, 4)

    def test_jumps_on_two_days_on_end(self):
        """Fifty contacts on Monday and Tuesday are crowded; Tuesday's go elsewhere."""
        week = [session(1, 0, contacts=50), session(2, 1, contacts=50), session(3, 3)]
        self.assertEqual(len(lean_of(week, DATES).crowded), 1)
        self.assertEqual(suggestions(week, DATES, WEEK)[0].weight, 0)

    def test_the_best_swap_is_the_best_of_all_orders(self):
        """Five sessions at random on five days: where one change of two days can mend everything, brute
        force over all orders that differ by one exchange finds the same least weight."""
        chance = random.Random(3)
        for _ in range(40):
            week = [
                session(number, number, hip_flexion=chance.random(), shoulder_flexion=chance.random())
                for number in range(5)
            ]
            before = lean_of(week, DATES).weight
            if not before:
                continue
            least = before
            for order in permutations(range(7), 5):
                away = [number for number, place in enumerate(order) if number != place]
                swapped = len(away) == 2 and {order[number] for number in away} == set(away)
                if (len(away) == 1 and order[away[0]] >= 5) or swapped:
                    moved = [
                        SessionLoad(id=one.id, title="", on=WEEK[place], asks=one.asks)
                        for one, place in zip(week, order, strict=True)
                    ]
                    least = min(least, lean_of(moved, DATES).weight)
            found = suggestions(week, DATES, WEEK)
            self.assertEqual(found[0].weight if found else before, least)


class Drills(unittest.TestCase):
    def test_worn_used_and_never(self):
        """In 8 of 12 classes is worn, in 5 is used; what serves the ankle and never came out is told, with
        the kit there is."""
        asked = {"ankle.dorsiflexion": 0.6}
        given = [Given("calf-rocks", 8), Given("cat-arch", 5)]
        use = drill_use(given, 12, asked, frozenset(), CATALOG)
        self.assertEqual(
            [(one.drill, one.wear) for one in use[:2]], [("calf-rocks", "worn"), ("cat-arch", "used")]
        )
        never = [one for one in use if one.wear == "never"]
        self.assertTrue(never)
        for one in never:
            self.assertEqual(one.serves, "ankle.dorsiflexion")
            self.assertFalse(CATALOG.drills[one.drill].kit)
            self.assertNotEqual(one.drill, "calf-rocks")


class ComingBack(unittest.TestCase):
    def test_three_weeks_of_six(self):
        """Not better in three of the last six weeks comes back; in two, or seven weeks ago, does not."""
        rows = [Answered("front-rack", week, 1, 1, 0) for week in (5, 7, 9)]
        rows += [Answered("overhead", week, 0, 1, 1) for week in (8, 9)]
        rows += [Answered("hang", week, 0, 3, 0) for week in (1, 2, 3)]
        found = {one.position: one for one in comes_back(rows, 10)}
        self.assertTrue(found["front-rack"].again)
        self.assertFalse(found["overhead"].again)
        self.assertNotIn("hang", found)


def said(number: int, word: str, *, hurt: bool = False, drills=(), key: str = "") -> Answer:
    on = MONDAY + datetime.timedelta(days=number)
    return Answer(
        on=on, position="front-rack", said=word, hurt=hurt, drills=drills, key=key or f"{number:04}"
    )


def need(answers, number: int):
    found = felt_needs(answers, MONDAY + datetime.timedelta(days=number))
    return found[0] if found else None


ANSWERS = st.lists(
    st.builds(
        said,
        st.integers(0, 300),
        st.sampled_from(["better", "same", "worse"]),
        hurt=st.booleans(),
        key=st.text("abc", min_size=1, max_size=3),
    ),
    max_size=25,
)


class Felt(unittest.TestCase):
    def test_by_hand(self):
        """Same is 1.1; better leaves it; 56 days on it is 1.05; three times same is 1.25 and no more."""
        self.assertAlmostEqual(need([said(0, "same")], 0).factor, 1.1)
        self.assertAlmostEqual(need([said(0, "same")], 56).factor, 1.05)
        self.assertAlmostEqual(need([said(0, "same"), said(0, "better", key="1")], 0).factor, 1.0)
        self.assertAlmostEqual(need([said(0, "same"), said(1, "better")], 1).factor, 1.0988, places=4)
        self.assertAlmostEqual(need([said(number, "same") for number in range(9)], 8).factor, 1.25)
        worse = need([said(0, "same"), said(2, "worse", drills=(DidFor("cat-arch", 60),))], 2)
        self.assertLessEqual(worse.factor, 1.1)
        self.assertEqual(worse.avoid, (DidFor("cat-arch", 60),))
        self.assertFalse(worse.ask_coach)
        self.assertTrue(need([said(0, "worse"), said(9, "worse")], 9).ask_coach)
        self.assertFalse(need([said(0, "worse"), said(9, "worse"), said(12, "better")], 12).ask_coach)

    @settings(deadline=None)
    @given(ANSWERS, st.integers(0, 400))
    def test_bounds_pain_and_worse(self, answers, number):
        """The factor stays within 1 and 1.25; an answer with pain, or worse, or better never raises it
        against the same answers without it."""
        here = need(answers, number)
        self.assertTrue(here is None or 1 <= here.factor <= 1.25)
        for more in (said(number, "same", hurt=True), said(number, "worse"), said(number, "better")):
            last = Answer(on=more.on, position=more.position, said=more.said, hurt=more.hurt, key="zzzz")
            after = need([*answers, last], number)
            self.assertLessEqual(after.factor, max(1.0, here.factor if here else 1.0) + 1e-9)

    @settings(deadline=None)
    @given(ANSWERS, st.integers(0, 24), st.integers(0, 300), st.randoms())
    def test_put_aside_leaves_no_trace(self, answers, place, number, chance):
        """What is worked out without an answer is what would be had it never been given; the order it comes
        in does not matter."""
        without = answers[:place] + answers[place + 1 :]
        again = list(without)
        chance.shuffle(again)
        keyed = len({(one.on, one.key) for one in without}) == len(without)
        if keyed:
            self.assertEqual(need(without, number), need(again, number))


class Trials(unittest.TestCase):
    def test_the_first_value_is_hidden_until_the_second_is_in(self):
        """Nothing is shown of one reading; of two, both and whether it is a change."""
        test = CATALOG.range_tests["knee-to-wall"]
        first = Trial(test=test.id, side="left", before=8.0)
        self.assertEqual(trial_stands(first, test), (None, None, None))
        both = trial_stands(Trial(test=test.id, side="left", before=8.0, after=12.0, between=("x",)), test)
        self.assertEqual((both.before, both.after, both.change.verdict), (8.0, 12.0, "more"))
