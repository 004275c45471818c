"""Hanging and standing on the hands: against a rigid-body library, brute force, published weights, and
what coaches know."""

import itertools
import math
import unittest
from functools import partial

import mujoco
from hypothesis import given, settings
from hypothesis import strategies as st

from core.body.shortfall import Range
from core.posture import body_of, solve_handstand, solve_hang, solve_plank
from core.posture.hands import MID_HAND, arm_to_wrist
from core.posture.links import ahead, from_the_hands, run

ADULT = {
    "shoulder.flexion": 168.0,
    "thoracic.extension": 22.0,
    "hip.extension": 17.0,
    "lumbar.extension": 25.0,
    "wrist.extension": 72.0,
}
BODY = body_of(1.72)


def off_mid_hand(closed, arch, lean):
    """How far the centre of a handstand that leans so is from mid-hand."""
    chain = from_the_hands(BODY, lean, lean - closed, lean - closed + arch, arm_to_wrist(BODY))
    return abs(run((0, 0), chain)[1][0] - MID_HAND)


def has(
    shoulder: float = 168.0, back: float = 22.0, opening: float = 17.0, wrist: float = 72.0
) -> dict[str, Range]:
    return {
        name: Range(value, 5.0)
        for name, value in (
            ADULT
            | {
                "shoulder.flexion": shoulder,
                "thoracic.extension": back,
                "hip.extension": opening,
                "wrist.extension": wrist,
            }
        ).items()
    }


def simulated(start, links) -> tuple[list[tuple[float, float]], tuple[float, float]]:
    """The same links as hinged bodies in the rigid-body library: joint places and centre of mass."""
    inner = f'<site name="end" pos="0 0 {links[-1].length}"/>'
    for place in reversed(range(len(links))):
        link = links[place]
        at = f"{start[0]} 0 {start[1]}" if place == 0 else f"0 0 {links[place - 1].length}"
        inner = (
            f'<body name="b{place}" pos="{at}"><joint name="j{place}" type="hinge" axis="0 1 0"/>'
            f'<geom type="sphere" size="0.001" mass="{link.mass}" pos="0 0 {link.length * link.centre}"/>'
            f"{inner}</body>"
        )
    model = mujoco.MjModel.from_xml_string(
        f'<mujoco><compiler angle="degree"/><worldbody>{inner}</worldbody></mujoco>'
    )
    data, before = mujoco.MjData(model), 0.0
    for place, link in enumerate(links):
        data.joint(f"j{place}").qpos[0] = math.radians(link.direction_deg - before)
        before = link.direction_deg
    mujoco.mj_forward(model, data)
    joints = [(data.body(f"b{place}").xpos[0], data.body(f"b{place}").xpos[2]) for place in range(len(links))]
    joints.append((data.site("end").xpos[0], data.site("end").xpos[2]))
    return joints, (data.subtree_com[0][0], data.subtree_com[0][2])


class AgainstRigidBodies(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(st.floats(-180, 180), st.floats(-180, 180), st.floats(-180, 180), st.booleans())
    def test_places_and_centre(self, arm, trunk, leg, to_wrist):
        """Every joint and the common centre agree with the rigid-body library (mujoco) to a millionth of
        height, and so does the short form the solvers search with."""
        length = arm_to_wrist(BODY) if to_wrist else None
        links = from_the_hands(BODY, arm, trunk, leg, length)
        joints, centre = run((0.0, 0.02), links)
        theirs, their_centre = simulated((0.0, 0.02), links)
        for own, other in zip(joints, theirs, strict=False):
            self.assertLess(math.dist(own, other), 1e-6)
        self.assertLess(math.dist(centre, their_centre), 1e-6)
        self.assertAlmostEqual(ahead(BODY, arm, trunk, leg, length), their_centre[0], delta=1e-6)

    def test_solved_hangs_balance_under_the_bar_there_too(self):
        """Dead hangs and kips of stiff and supple shoulders: the library's centre hangs under the hands."""
        for chest in (0, 5, 12):
            for shoulder in (140, 168, 185):
                found = solve_hang(chest, has(shoulder), BODY)
                links = from_the_hands(BODY, 180 - found.arm_deg, 180 - found.trunk_deg, 180 - found.leg_deg)
                joints, centre = simulated((0.0, 0.0), links)
                self.assertAlmostEqual(centre[0], 0, delta=1e-6)
                self.assertLess(math.dist(joints[2], found.joints[2]), 1e-6)


class BruteForce(unittest.TestCase):
    def test_the_even_arch_is_the_one_a_search_finds(self):
        """Of bends in hundredths of a degree, shared evenly, the one that hangs nearest under the bar is
        the solved one."""
        found = solve_hang(8, has(200, 40, 40), BODY)
        arm = math.degrees(math.asin(0.08 / BODY.height_m / BODY.arm))
        best = min(
            (step / 100 for step in range(4000)),
            key=lambda bend: abs(
                run((0, 0), from_the_hands(BODY, 180 - arm, 180 - arm + bend, 180 - arm + 2 * bend))[1][0]
            ),
        )
        self.assertAlmostEqual(found.margins[0].needs_deg, 180 + best, delta=0.02)

    def test_how_far_stiff_shoulders_let_the_chest_go(self):
        """The furthest chest that needs no more overhead than there is, in millimetres by trial, is what
        the solver reports."""
        stiff = has(158, 22)
        found = solve_hang(15, stiff, BODY)
        furthest = max(step / 10 for step in range(150) if solve_hang(step / 10, stiff, BODY, False).holds)
        self.assertFalse(found.holds)
        self.assertAlmostEqual(found.reached_cm, furthest, delta=0.4)

    def test_the_handstand_leans_just_enough(self):
        """Of leans in hundredths of a degree, the one with the centre over mid-hand is the solved one,
        shoulders open or closed."""
        for shoulder in (168, 140, 120):
            found = solve_handstand(has(shoulder), BODY)
            closed, arch = found.arm_deg - found.trunk_deg, found.leg_deg - found.trunk_deg

            off = partial(off_mid_hand, closed, arch)
            self.assertAlmostEqual(
                min((step / 100 for step in range(-2000, 4000)), key=off), found.arm_deg, delta=0.02
            )


class Published(unittest.TestCase):
    def test_the_hands_carry_about_seven_tenths_of_a_straight_arm_plank(self):
        """Held at the top of a push-up the hands bear 69.2 % of body weight, men (Suprak 2011, from
        memory); within 5 points."""
        self.assertAlmostEqual(solve_plank(0, 0, has(), BODY).on_hands, 0.692, delta=0.05)


class CommonPractice(unittest.TestCase):
    """Trade facts; all common practice."""

    def test_a_kip_asks_more_than_a_hang_of_shoulders_and_hips(self):
        """The further the chest goes through, the more overhead and the more open hips it takes."""
        needs = [
            [margin.needs_deg for margin in solve_hang(chest, has(), BODY, False).margins]
            for chest in (0, 4, 8, 16)
        ]
        for before, after in itertools.pairwise(needs):
            self.assertTrue(all(a > b for a, b in zip(after, before, strict=False)), needs)

    def test_hips_that_do_not_open_make_the_shoulders_pay(self):
        """With stiff hips and low back the same kip takes more of the shoulders."""
        stiff = has() | {"hip.extension": Range(2, 5), "lumbar.extension": Range(2, 5)}
        self.assertGreater(
            solve_hang(8, stiff, BODY).margins[0].needs_deg, solve_hang(8, has(), BODY).margins[0].needs_deg
        )

    def test_closed_shoulders_arch_the_handstand_and_then_load_the_wrists(self):
        """180 stands straight; a little less arches the back; much less leans the arms, and the wrists
        pay."""
        straight, arched, leaning = (solve_handstand(has(shoulder), BODY) for shoulder in (165, 150, 115))
        self.assertAlmostEqual(straight.leg_deg, straight.arm_deg, delta=1e-6)
        self.assertGreater(arched.leg_deg, arched.trunk_deg)
        self.assertAlmostEqual(arched.arm_deg, straight.arm_deg, delta=1e-6)
        self.assertGreater(leaning.margins[1].needs_deg, straight.margins[1].needs_deg + 5)
        self.assertEqual(leaning.limiting.id, "shoulder.flexion")

    def test_every_change_offered_frees_the_position_and_a_step_less_does_not(self):
        """Wedges, shoulders back, more wrist, more overhead, less chest: each is the smallest of its kind."""

        def plank(shoulders=6.0, wedge=0.0, wrist=60.0):
            return solve_plank(shoulders, wedge, has(wrist=wrist), BODY)

        offered = {change.what: change.amount for change in plank().changes}
        self.assertEqual(set(offered), {"wedge", "shoulders", "wrist"})
        for what, free in (
            ("wedge", lambda a: plank(wedge=a)),
            ("shoulders", lambda a: plank(6.0 - a)),
            ("wrist", lambda a: plank(wrist=60 + a)),
        ):
            self.assertTrue(free(offered[what]).holds, what)
            self.assertFalse(free(offered[what] - 1).holds, what)
        hang = {change.what: change.amount for change in solve_hang(10, has(), BODY).changes}
        self.assertTrue(solve_hang(10 - hang["chest"], has(), BODY).holds)
        self.assertFalse(solve_hang(10 - hang["chest"] + 1, has(), BODY).holds)

    def test_what_arms_cannot_do_is_refused(self):
        """A chest or shoulders further out than arms allow, and a chest behind the bar, are refused with
        the bounds."""
        for call in (
            lambda: solve_hang(90, has(), BODY),
            lambda: solve_hang(-3, has(), BODY),
            lambda: solve_plank(40, 0, has(), BODY),
        ):
            with self.assertRaisesRegex(ValueError, "expected"):
                call()
