"""What stops whom: one fault is named, more range never hurts, chances are those of many draws, and the lab
and the demand say the same."""

import random
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from core.catalog import load_catalog
from core.demand import Measurement, Person, derive
from core.demand.needs import Have, needs_of
from core.demand.people import norm_range, person_from_json
from core.demand.scores import HOLDS
from core.errors import UnusableFile
from core.lab import LabAsk, ask_lab
from core.posture import body_of, postures_of
from core.posture.shape import FAMILIES
from core.posture.stops import Adults, outcome
from core.reading import Format, Part, Work, Workout
from core.tests.test_brute_force import ADULTS, drawn_body, drawn_shape

CATALOG = load_catalog()
SOLVED = [row for row in CATALOG.positions.values() if row.shape is not None]
FAULTS = 140
KEPT_SD = 0.3


def adults_of(motions):
    return {
        one: Adults(np.array([[float(ADULTS[one][0])]]), np.array([[float(ADULTS[one][1])]]))
        for one in motions
    }


def with_one_fault(seed):
    """A position, a body's ranges, and the one motion that lies 2 to 4 sd below what adults have and stops
    it; None when it stops nothing."""
    chance = random.Random(seed)
    row = chance.choice(SOLVED)
    postures = postures_of(row.shape, [body_of(chance.uniform(1.55, 1.95))])
    usual = adults_of(postures.motions)
    has = {
        one: usual[one].mean + usual[one].sd * chance.uniform(-KEPT_SD, KEPT_SD) for one in postures.motions
    }
    fault = chance.choice(postures.motions)
    if not postures.holds(has)[0, 0]:
        return None
    has[fault] = usual[fault].mean - usual[fault].sd * chance.uniform(2, 4)
    return None if outcome(postures, has, usual).holds[0, 0] else (postures, has, usual, fault)


class Faults(unittest.TestCase):
    def test_one_fault_is_named(self):
        """Of 140 bodies that hold, each stopped by one motion 2-4 sd short, at least 95 % are told that
        motion."""
        built = []
        for seed in range(5000):
            one = with_one_fault(seed)
            if one:
                built.append(one)
            if len(built) == FAULTS:
                break
        self.assertEqual(len(built), FAULTS)
        named = sum(
            max(outcome(postures, has, usual).blame.items(), key=lambda item: item[1][0, 0])[0] == fault
            for postures, has, usual, fault in built
        )
        self.assertGreaterEqual(named, 0.95 * FAULTS)

    def test_two_faults_share_the_blame(self):
        """Neither alone frees an overhead squat that both ankles and shoulders stop; together they do, and
        the shares add up to one."""
        postures = postures_of(CATALOG.positions["squat-bottom-overhead"].shape, [body_of(1.75)])
        usual = adults_of(postures.motions)
        has = {one: usual[one].mean for one in postures.motions}
        has["ankle.dorsiflexion"], has["shoulder.flexion"] = np.array([[14.0]]), np.array([[140.0]])
        blame = {
            one: float(share[0, 0])
            for one, share in outcome(postures, has, usual).blame.items()
            if share[0, 0]
        }
        self.assertEqual(set(blame), {"ankle.dorsiflexion", "shoulder.flexion"})
        self.assertAlmostEqual(sum(blame.values()), 1)


class Rows(unittest.TestCase):
    @settings(max_examples=300, deadline=None)
    @given(st.sampled_from(FAMILIES), st.integers(0, 10**6))
    def test_every_table_falls_and_then_rises(self, family, seed):
        """What the intervals rest on, of every family, shape and body: no condition is met, missed by over
        half a degree (or hundredth of the foot) and met again along a row of nodes."""
        chance = random.Random(seed)
        postures = postures_of(drawn_shape(family, chance), [drawn_body(chance)])
        for piece in getattr(postures, "pieces", (postures,)):
            if not hasattr(piece, "conditions"):
                continue
            for row in piece.conditions[0][:, 0, :]:
                hill = max(
                    min(row[at] - row[:at].min(), row[at] - row[at + 1 :].min())
                    for at in range(1, len(row) - 1)
                )
                self.assertLess(hill, 0.5, f"{family} {row.round(2)}")


class MoreRange(unittest.TestCase):
    @settings(max_examples=120, deadline=None)
    @given(st.sampled_from(FAMILIES), st.integers(0, 10**6), st.floats(0.1, 30))
    def test_more_range_never_stops_anybody(self, family, seed, more):
        """Whatever family, shape, body and ranges: more of one motion never loses a posture, never raises
        its own severity, and leaves its own least where it was."""
        chance = random.Random(seed)
        shape, body = drawn_shape(family, chance), drawn_body(chance)
        postures = postures_of(shape, [body])
        has = {
            one: np.array([[chance.gauss(ADULTS[one][0], ADULTS[one][1] * 1.5)]]) for one in postures.motions
        }
        usual = adults_of(postures.motions)
        before, motion = outcome(postures, has, usual), chance.choice(postures.motions)
        better = {**has, motion: has[motion] + more}
        after = outcome(postures, better, usual)
        self.assertTrue(after.holds[0, 0] or not before.holds[0, 0])
        np.testing.assert_allclose(after.least[motion], before.least[motion], atol=1e-6)
        self.assertLessEqual(
            after.severity(motion, better[motion])[0, 0], before.severity(motion, has[motion])[0, 0] + 1e-9
        )

    def test_blame_adds_up_where_it_fails_and_is_nothing_where_it_holds(self):
        """Shares of every failing body sum to one, of every other to zero."""
        chance = random.Random(4)
        for family in FAMILIES:
            for _ in range(12):
                postures = postures_of(drawn_shape(family, chance), [drawn_body(chance)])
                has = {one: np.array([[chance.gauss(*ADULTS[one])]]) for one in postures.motions}
                found = outcome(postures, has, adults_of(postures.motions))
                total = sum(float(share[0, 0]) for share in found.blame.values())
                self.assertAlmostEqual(total, 0.0 if found.holds[0, 0] else 1.0, msg=family)


class Chances(unittest.TestCase):
    def test_32_points_tell_what_4096_draws_tell(self):
        """The chance of being stopped and each motion's share of it, of an unmeasured adult at every solved
        position, within 0.07 of a plain Monte Carlo with numpy's generator."""
        draws = np.random.default_rng(3)
        person = Have.of(Person(), CATALOG)
        for row in SOLVED:
            told = needs_of([person], [row.model_copy(update={"needs": ()})])[0, row.id].stops
            postures = postures_of(row.shape, [person.body()])
            ranges = {one: person.range(one) for one in postures.motions}
            has = {one: draws.normal(each.mean_deg, each.sd_deg, (1, 4096)) for one, each in ranges.items()}
            usual = {
                one: Adults(np.array([[each.mean_deg]]), np.array([[each.sd_deg]]))
                for one, each in ranges.items()
            }
            blame = outcome(postures, has, usual).blame
            for motion, share in blame.items():
                self.assertAlmostEqual(
                    share.mean(), told.get(motion, 0.0), delta=0.08, msg=f"{row.id} {motion}"
                )

    def test_an_unmeasured_class_is_told_in_whole_people_that_add_up(self):
        """Fourteen adults nobody measured: at every solved position the people stopped and those who hold
        are fourteen."""
        people = [Person(key=str(place)) for place in range(14)]
        for movement in CATALOG.movements.values():
            if not any(CATALOG.positions[one].shape for one in movement.positions):
                continue
            work = Work(movement.id, 1, 1, movement.name, scheme=(10,), reps=10)
            profile = derive(Workout("", (Part("A", "conditioning", Format(), (work,)),)), people)
            for at in profile.positions:
                self.assertEqual(sum(at.counts.values()), 14, at.position)
                self.assertIn(HOLDS, at.counts)
            for demand in profile.demands:
                self.assertFalse([one for one in demand.people if one.short], "nobody unmeasured is named")


class OneBody(unittest.TestCase):
    def test_derive_and_the_lab_say_the_same_of_every_person_and_position(self):
        """The same least degrees, and stopped in the lab when the demand says so of the ranges they have."""
        people = (
            Person("Stiff", 40, "male", 1.8, 85, (Measurement("ankle.dorsiflexion", 24),), key="a"),
            Person("Supple", 30, "female", 1.62, 60, (Measurement("hip.flexion", 145),), key="b"),
            Person("Closed", 58, "male", 1.74, 80, (Measurement("shoulder.flexion", 140),), key="c"),
            Person(key="d"),
        )
        for row in SOLVED:
            asked = LabAsk(**{name: getattr(row.shape, name) for name in type(row.shape).__slots__})
            for person in people:
                answer = ask_lab(asked, (person,), CATALOG)
                met = needs_of([Have.of(person, CATALOG)], [row.model_copy(update={"needs": ()})])[
                    0, row.id
                ].met
                least = {one.motion: one.least_deg for one in met}
                for margin in answer.margins:
                    if margin.least_deg is None:
                        continue
                    rest = sum(answer.ranges[one] for one in margin.motions[1:])
                    self.assertAlmostEqual(
                        least[margin.id], margin.least_deg - rest, delta=0.051, msg=f"{row.id} {person.name}"
                    )

    def test_a_tape_measure_is_believed_in_proportion(self):
        """Long thighs in a member file take more of hips and ankles; one out of all proportion is refused
        by name."""
        usual = person_from_json({"name": "U", "height_m": 1.75}, CATALOG)
        long = person_from_json({"name": "L", "height_m": 1.75, "lengths_m": {"thigh": 0.5}}, CATALOG)
        row = CATALOG.positions["squat-bottom-back"]
        least = [
            {one.motion: one.least_deg for one in needs_of([Have.of(person, CATALOG)], [row])[0, row.id].met}
            for person in (usual, long)
        ]
        self.assertGreater(least[1]["hip.flexion"], least[0]["hip.flexion"] + 2)
        for lengths in ({"thigh": 1.5}, {"nose": 0.3}, {"thigh": "long"}, [0.4]):
            with self.assertRaisesRegex(UnusableFile, "lengths_m"):
                person_from_json({"name": "W", "height_m": 1.75, "lengths_m": lengths}, CATALOG)

    def test_norms_of_the_tests_are_those_of_the_catalog(self):
        """The adults the tests draw from are near the catalog's."""
        for motion, (mean, sd) in ADULTS.items():
            usual = norm_range(CATALOG, motion, 30, None)
            self.assertLess(abs(usual.mean_deg - mean), sd, motion)
