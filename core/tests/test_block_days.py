"""The days of a week against a search of another kind, sets of jumps against counting, goals and tests by
hand."""

import datetime
import itertools
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from core.blocks import Block, ClassDay, Done, course_of
from core.blocks.days import Instant, Slot, choose_days, rested
from core.blocks.goals import goal_of
from core.blocks.jumps import jump_work
from core.blocks.ranges import may_begin, share_before
from core.blocks.steps import steps_of
from core.blocks.testing import test_days as due_on
from core.blocks.values import BlockRefused
from core.catalog import load_catalog
from core.demand import Person
from core.demand.people import adults_like
from core.hazards import NO_CAUTIONS, Cautions, hazards_of
from core.hazards.cautions import ADAPTIVE
from core.prep.homework import done_at_home, home_dose
from core.prep.jumps import Jumps, weighted
from core.reading.vocabulary import Vocabulary

CATALOG = load_catalog()
MONDAY = datetime.date(2026, 9, 7)
WEEK = [MONDAY + datetime.timedelta(days=number) for number in range(7)]
SHARES = st.sampled_from([0.0, 0.5, 1.0])


def slots(shares):
    """A judge by a share a day, whatever the other days are."""
    return lambda day, placed: Slot(shares[WEEK.index(day)], "full")


def best_by_hand(usual, free, shares):
    """Number of days that cannot be held, dose lost, and days away from the usual ones: the least of all
    assignments of usual days to free days, tried one by one."""
    best = None
    for count in range(len(usual) + 1):
        for days in itertools.permutations(free, count):
            if any(shares[WEEK.index(day)] == 0 for day in days):
                continue
            for stands_for in itertools.combinations(usual, count):
                lost = len(usual) - sum(shares[WEEK.index(day)] for day in days)
                far = sum(abs((day - own).days) for day, own in zip(days, stands_for, strict=True))
                worth = (len(usual) - count, round(lost, 3), far)
                if best is None or worth < best:
                    best = worth
    return best


class Days(unittest.TestCase):
    @settings(max_examples=120, deadline=None)
    @given(
        usual=st.sets(st.integers(0, 6), min_size=1, max_size=3),
        free=st.sets(st.integers(0, 6), max_size=5),
        shares=st.lists(SHARES, min_size=7, max_size=7),
    )
    def test_as_many_days_and_as_much_of_the_dose_as_can_be(self, usual, free, shares):
        """Against every assignment, tried one by one: never fewer days, never less of the dose; and of
        those the nearest to the usual days."""
        wanted, there = [WEEK[day] for day in sorted(usual)], [WEEK[day] for day in sorted(free)]
        chosen, said = choose_days(wanted, there, [], slots(shares))
        held = sum(one.slot.share for one in chosen)
        missing, lost, far = best_by_hand(wanted, there, shares)
        self.assertEqual(len(wanted) - len(chosen), missing)
        self.assertAlmostEqual(len(wanted) - held, lost)
        away = sum(abs((one.on - one.usual).days) for one in chosen)
        self.assertEqual(away, far)
        self.assertEqual(bool(said), missing > 0)
        self.assertEqual(len({one.on for one in chosen}), len(chosen))

    def test_a_day_done_early_stands_for_the_nearest(self):
        """Tuesday done of Monday, Wednesday, Friday: two days are left, of which Monday's or Wednesday's is
        gone."""
        wanted = [WEEK[0], WEEK[2], WEEK[4]]
        chosen, _ = choose_days(wanted, WEEK[2:], [WEEK[1]], slots([1.0] * 7))
        self.assertEqual([one.on for one in chosen], [WEEK[2], WEEK[4]])

    def test_rest_by_hand(self):
        """48 h from a class at 18:00 two days before: not before 18:00; the day before: not at all; from
        22:00 it would be too late; two days before a class at 06:30 only with a class no later."""
        two_before = Instant(WEEK[0], 18.0)
        self.assertEqual(rested(WEEK[2], None, [two_before])[:1], (1.0,))
        self.assertEqual(rested(WEEK[2], None, [two_before]).not_before, 18.0)
        self.assertTrue(rested(WEEK[2], 18.5, [two_before]).with_class)
        self.assertFalse(rested(WEEK[2], 6.5, [two_before]).with_class)
        self.assertEqual(rested(WEEK[1], None, [two_before]).share, 0.0)
        self.assertEqual(rested(WEEK[2], None, [Instant(WEEK[0], 22.0)]).share, 0.0)
        after = [Instant(WEEK[4], 6.5)]
        self.assertEqual(rested(WEEK[2], None, after).share, 0.0)
        self.assertTrue(rested(WEEK[2], 6.5, after).with_class)
        self.assertEqual(rested(WEEK[2], 12.0, after).share, 0.0)
        self.assertEqual(rested(WEEK[3], None, [two_before]), (1.0, "", None, False))


class Sets(unittest.TestCase):
    @settings(max_examples=80, deadline=None)
    @given(step=st.integers(0, 7), left=st.floats(0, 145))
    def test_never_over_and_nearly_all_of_what_is_left(self, step, left):
        """Whatever is left of the day: not a contact too many, at most five too few, and nothing below
        ten."""
        work = jump_work(step, left, NO_CAUTIONS, CATALOG)
        total = sum(each.contacts for each in work)
        self.assertLessEqual(total, left)
        if left >= 24:
            self.assertGreaterEqual(total, left - 5)
        if left < 10:
            self.assertEqual(work, ())

    def test_what_contacts_weigh(self):
        """Hand counts: 2 x 12 small hops are 6; 3 x 3 hops a side on one foot 27; 5 sets of 6 with two feet
        30."""
        for drill, sets, reps, expected in (
            ("pogo-hops", 2, 12, 6.0),
            ("hop-and-hold", 3, 3, 27.0),
            ("long-jump-stick", 5, 6, 30.0),
        ):
            row = CATALOG.drills[drill]
            sides = 2 if any(option.per_side for option in row.doses) else 1
            self.assertEqual(weighted([Jumps(row.landing, sets * reps * sides)]), expected, drill)

    def test_every_caution_and_chair(self):
        """Each caution of the catalog, and each adaptation: no drill it forbids in any week."""
        for caution in CATALOG.cautions:
            cautions = Cautions.of([caution], [], CATALOG)
            for step in range(6):
                for work in jump_work(step, 80, cautions, CATALOG):
                    self.assertFalse(
                        hazards_of(work.drill, CATALOG) & cautions.hazards, (caution, work.drill)
                    )
        for tag in ADAPTIVE:
            cautions = Cautions.of([], [tag], CATALOG)
            for work in jump_work(0, 80, cautions, CATALOG):
                self.assertFalse(cautions.stop(CATALOG.drills[work.drill], CATALOG))


class Steps(unittest.TestCase):
    def block(self, **fields) -> Block:
        return Block(**{"aim": "jump", "starts_on": MONDAY, "weeks": 6, "weekdays": (0, 2, 4), **fields})

    def test_half_a_week_counts_and_less_does_not(self):
        """Two of three days count, one of three does not; two of four do."""
        later = MONDAY + datetime.timedelta(days=7)
        for weekdays, done, missed in (((0, 2, 4), 2, False), ((0, 2, 4), 1, True), ((0, 1, 2, 3), 2, False)):
            days = [MONDAY + datetime.timedelta(days=number) for number in range(done)]
            first = next(iter(steps_of(self.block(weekdays=weekdays), days, later)))
            self.assertEqual(first.missed, missed, (weekdays, done))

    def test_it_ends_at_four_weeks_longer(self):
        """Never done at all: ten weeks, and then it asks to begin anew."""
        after = MONDAY + datetime.timedelta(weeks=12)
        self.assertEqual(len(list(steps_of(self.block(), [], after))), 10)
        course = course_of(self.block(), Person(), [], [], after, CATALOG)
        self.assertEqual(course.ended, "too many missed")

    def test_all_done_is_done(self):
        """Six weeks of three days each."""
        done = [
            Done(on=MONDAY + datetime.timedelta(days=7 * week + day))
            for week in range(6)
            for day in (0, 2, 4)
        ]
        course = course_of(self.block(), Person(), [], done, MONDAY + datetime.timedelta(weeks=6), CATALOG)
        self.assertEqual((course.ended, course.weeks_done), ("done", 6))

    def test_tests_are_due_by_hand(self):
        """Monday and Wednesday of the first week; of the third and the last, Friday and the Friday before."""
        block = self.block(aim="range", motions=("hip.flexion",))
        due = {step.step: list(due_on(block, step)) for step in steps_of(block, [], MONDAY)}
        self.assertEqual(due[0], [WEEK[0], WEEK[2]])
        friday = WEEK[4] + datetime.timedelta(weeks=2)
        self.assertEqual(due[2], [friday - datetime.timedelta(days=7), friday])
        self.assertEqual([len(due[step]) for step in range(6)], [2, 0, 2, 0, 0, 2])
        self.assertEqual(list(due_on(self.block(), next(iter(steps_of(self.block(), [], MONDAY))))), [])

    def test_counting_back(self):
        """A competition three weeks off: all, three quarters, half; nothing begun in the last seven days."""
        until = MONDAY + datetime.timedelta(weeks=3)
        block = self.block(aim="competition", motions=("hip.flexion",), until=until, weeks=3)
        weeks = [MONDAY + datetime.timedelta(weeks=number) for number in range(3)]
        self.assertEqual([share_before(block, week) for week in weeks], [1.0, 0.75, 0.5])
        self.assertTrue(may_begin(block, until - datetime.timedelta(days=8)))
        self.assertFalse(may_begin(block, until - datetime.timedelta(days=7)))
        with self.assertRaises(BlockRefused):
            self.block(aim="competition", motions=("hip.flexion",), until=WEEK[5]).check()


class Goals(unittest.TestCase):
    def test_the_least_and_three_degrees_within_what_adults_have(self):
        """No board: the mean of adults like them; a board that asks: never beyond a standard deviation over
        it."""
        person, words = Person(sex="female", age=30), Vocabulary()
        usual = adults_like(person, "ankle.dorsiflexion", CATALOG)
        self.assertAlmostEqual(goal_of("ankle.dorsiflexion", person, [], words), usual.mean_deg, places=1)
        asked = goal_of("ankle.dorsiflexion", person, ["5x5 overhead squat @ 80%", "????"], words)
        self.assertLessEqual(asked, round(usual.mean_deg + usual.sd_deg, 1))

    def test_a_dose_at_home_by_hand(self):
        """Four sets of 30 s on two sides with ten seconds between: 4 x 30 x 2 + 3 x 10 = 270 s."""
        sided = next(
            row
            for row in CATALOG.drills.values()
            if row.style == "tension" and any(option.per_side for option in row.doses)
        )
        self.assertEqual(done_at_home(home_dose(sided, 4)).seconds, 270)


class OtherDays(unittest.TestCase):
    def test_a_competition_takes_the_day_and_the_one_before_it_from_jumps(self):
        """Saturday competes: no jump on Friday, none on Saturday; range runs on Friday."""
        saturday = ClassDay(on=WEEK[5], competition=True)
        jumps = Block(aim="jump", starts_on=MONDAY, weeks=6, weekdays=(0, 2, 4))
        days = [day.on for day in course_of(jumps, Person(), [saturday], [], MONDAY, CATALOG).weeks[0].days]
        self.assertNotIn(WEEK[4], days)
        self.assertNotIn(WEEK[5], days)

    def test_skill_takes_the_class_off_and_moves_when_nothing_is_left(self):
        """60 of 60 in class leave nothing that day: it moves; 20 leave six minutes of six."""
        block = Block(aim="skill", starts_on=MONDAY, weeks=6, weekdays=(1, 3), skill="hollow-arch-swings")
        full = ClassDay(on=WEEK[1], hour=7, reps={"toes-to-bar": 60}, names=("Rig",))
        some = ClassDay(on=WEEK[3], hour=7, reps={"toes-to-bar": 20})
        week = course_of(block, Person(), [full, some], [], MONDAY, CATALOG).weeks[0]
        self.assertNotIn(WEEK[1], [day.on for day in week.days])
        thursday = next(day for day in week.days if day.on == WEEK[3])
        self.assertEqual(thursday.work[0].dose.sets, 6)
        self.assertIn("taken off", " ".join(thursday.said))
