"""The squat linkage against published posture, and against balance worked out the long way."""
import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from core.body import segments
from core.body.linkage import BAR_AHEAD_OF_SHOULDER, solve_squat

ankles = st.floats(15, 45)
depths = st.floats(70, 110)


def centre_of_mass_x(posture, thigh_deg: float, bar: str, load: float, stance: float = 20.0) -> float:
    """Body and bar's common centre, ahead of the ankle, worked out segment by segment from joint places."""
    shank = math.radians(posture.ankle_deg)
    knee = segments.LENGTH["shank"] * math.sin(shank)
    hip = knee - segments.LENGTH["thigh"] * math.cos(math.radians(stance)) * math.sin(math.radians(thigh_deg))
    lean = math.radians(posture.lean_deg)
    shoulder = hip + segments.LENGTH["trunk"] * math.sin(lean)
    pieces = [
        (2 * segments.MASS["foot"], segments.MID_FOOT_AHEAD_OF_ANKLE), (2 * segments.MASS["shank"], knee * (1 - 0.433)),
        (2 * segments.MASS["thigh"], hip + (knee - hip) * (1 - 0.433)), (segments.MASS["head_arms_trunk"], hip + (shoulder - hip) * 0.626),
    ]
    if bar != "overhead":
        pieces.append((load, shoulder + BAR_AHEAD_OF_SHOULDER[bar] * math.cos(lean)))
    return sum(mass * x for mass, x in pieces) / sum(mass for mass, _ in pieces)


class Segments(unittest.TestCase):
    def test_fractions_are_winters(self):
        """Winter after Dempster and Drillis & Contini (from memory): lengths of height, masses of body mass."""
        self.assertEqual([segments.LENGTH[name] for name in ("shank", "thigh", "trunk", "upper_arm", "forearm", "hand", "foot")],
                         [0.246, 0.245, 0.288, 0.186, 0.146, 0.108, 0.152])
        whole = segments.MASS["head_arms_trunk"] + 2 * sum(segments.MASS[name] for name in ("foot", "shank", "thigh"))
        self.assertAlmostEqual(whole, 1.0, delta=0.001)


class Balance(unittest.TestCase):
    @given(ankles, depths, st.sampled_from(["none", "front", "back", "goblet"]), st.floats(0, 1.5))
    def test_the_solved_lean_puts_everything_over_mid_foot(self, ankle, thigh, bar, load):
        """The centre of mass, summed segment by segment, stands over mid-foot to a millionth of height."""
        posture = solve_squat(ankle, thigh, bar, load)
        if posture.balanced:
            self.assertAlmostEqual(centre_of_mass_x(posture, thigh, bar, load), segments.MID_FOOT_AHEAD_OF_ANKLE, delta=1e-6)

    def test_no_other_lean_balances_better(self):
        """Brute force over leans in quarter degrees finds the same lean."""
        found = solve_squat(35, 98, "front", 0.8)
        leans = [step / 4 for step in range(-80, 341)]
        best = min(leans, key=lambda lean: abs(centre_of_mass_x(type(found)(35, 0, 0, lean, True), 98, "front", 0.8) - segments.MID_FOOT_AHEAD_OF_ANKLE))
        self.assertAlmostEqual(found.lean_deg, best, delta=0.25)

    def test_an_unknown_bar_place_is_refused_in_words(self):
        """The error names what came and what was expected."""
        with self.assertRaisesRegex(ValueError, "sideways.*front"):
            solve_squat(30, 90, "sideways")


class PublishedPosture(unittest.TestCase):
    def test_a_deep_heels_down_squat_bends_the_knee_as_measured(self):
        """Hemmerich 2006 (from memory): ankle about 38.5, knee 130-157."""
        self.assertTrue(130 <= solve_squat(38.5, 100).knee_deg <= 157)

    def test_the_front_squat_is_more_upright_than_the_back_squat(self):
        """By several degrees to the mid-teens at the same load (references of squat posture, from memory)."""
        difference = solve_squat(36, 98, "back", 0.8).lean_deg - solve_squat(36, 98, "front", 0.8).lean_deg
        self.assertTrue(4 <= difference <= 18, difference)

    def test_a_raised_heel_makes_the_trunk_more_upright(self):
        """By a few degrees (Sato 2012, Legg 2017; from memory)."""
        flat, raised = solve_squat(34, 98, "back", 0.8), solve_squat(34, 98, "back", 0.8, heel_deg=4)
        self.assertTrue(1 <= flat.lean_deg - raised.lean_deg <= 10, flat.lean_deg - raised.lean_deg)

    @given(st.floats(15, 40), st.floats(1, 8))
    def test_less_ankle_means_more_lean(self, ankle, less):
        """Restricting forward knee travel raises trunk lean (Fry 2003)."""
        self.assertGreater(solve_squat(ankle - less, 95, "back", 0.8).lean_deg, solve_squat(ankle, 95, "back", 0.8).lean_deg - 1e-9)
