"""Solved postures against a rigid-body library, brute force, published bands, and what coaches know."""

import math
import unittest
from functools import partial

import mujoco
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from core.body.shortfall import Range
from core.posture import SquatShape, body_of, solve_hinge, solve_lunge, solve_squat_for, steps_over
from core.posture.body import DE_LEVA, WINTER
from core.posture.chain import BAR_FROM_SHOULDER, Chain, places
from core.posture.lunge import longest_step_m
from core.posture.squat import SUPPORT

ADULT = {
    "ankle.dorsiflexion": 38.0,
    "hip.flexion": 128.0,
    "knee.flexion": 140.0,
    "shoulder.flexion": 170.0,
    "thoracic.extension": 22.0,
    "hip.extension": 17.0,
    "hip.flexion-straight-knee": 80.0,
}
BARS = ("none", "goblet", "front", "back", "overhead")
BODY = body_of(1.75)


def has(**changes: float) -> dict[str, Range]:
    names = {
        "ankle": "ankle.dorsiflexion",
        "hip": "hip.flexion",
        "knee": "knee.flexion",
        "shoulder": "shoulder.flexion",
        "back": "thoracic.extension",
        "open": "hip.extension",
        "hamstrings": "hip.flexion-straight-knee",
    }
    return {
        name: Range(value, 5.0)
        for name, value in (ADULT | {names[key]: value for key, value in changes.items()}).items()
    }


def share_of(found) -> float:
    """Where the common centre stands on the foot, 0 heel to 1 toe."""
    at = found.places
    return (at.centre[0] - at.heel[0]) / (at.toe[0] - at.heel[0])


def simulated(
    chain: Chain, body, bar: str, load: float
) -> tuple[dict[str, tuple[float, float]], tuple[float, float]]:
    """Joint places and centre of mass of the same posture, by the rigid-body library: hinges in a chain
    from the foot up."""
    seen = body.thigh * math.cos(math.radians(chain.abduction_deg))
    tilt = math.radians(chain.heel_deg)
    ankle = (
        body.toe_ahead - body.toe_ahead * math.cos(tilt) + body.ankle_height * math.sin(tilt),
        body.toe_ahead * math.sin(tilt) + body.ankle_height * math.cos(tilt),
    )
    heel = (body.toe_ahead - body.foot * math.cos(tilt), body.foot * math.sin(tilt))
    foot = ((body.toe_ahead + heel[0]) / 2, heel[1] / 2)

    def point(mass, along):
        return f'<geom type="sphere" size="0.001" mass="{max(mass, 1e-9)}" pos="0 0 {along}"/>'

    weight = ""
    if bar in BAR_FROM_SHOULDER and load:
        ahead, up = BAR_FROM_SHOULDER[bar]
        weight = f'<geom type="sphere" size="0.001" mass="{load}" pos="{ahead} 0 {body.trunk + up}"/>'
    grip_mass = load if bar == "overhead" else 0.0
    joint_of = {"shank": "ankle", "thigh": "knee", "trunk": "hip", "arm": "shoulder"}

    def hinged(name, at, mass, centre, inner):
        """A link hinged at its lower end, its mass at one point, and what stands on it."""
        joint = f'<joint name="{joint_of[name]}" type="hinge" axis="0 1 0"/>'
        return f'<body name="{name}" pos="{at}">{joint}{point(mass, centre)}{inner}</body>'

    hands = (
        f'<site name="grip" pos="0 0 {-body.arm}"/>'
        f'<geom type="sphere" size="0.001" mass="{max(grip_mass, 1e-9)}" pos="0 0 {-body.arm}"/>'
    )
    arm = hinged("arm", f"0 0 {body.trunk}", body.arm_mass, -body.arm * body.arm_centre, hands)
    trunk = hinged("trunk", f"0 0 {seen}", body.trunk_mass, body.trunk * body.trunk_centre, weight + arm)
    thigh = hinged("thigh", f"0 0 {body.shank}", body.thigh_mass, seen * (1 - body.thigh_centre), trunk)
    shank_centre = body.shank * (1 - body.shank_centre)
    shank = hinged("shank", f"{ankle[0]} 0 {ankle[1]}", body.shank_mass, shank_centre, thigh)
    feet = f'<geom type="sphere" size="0.001" mass="{body.foot_mass}"/>'
    xml = (
        '<mujoco><compiler angle="degree"/><option gravity="0 0 0"/><worldbody>'
        f'<body pos="{foot[0]} 0 {foot[1]}">{feet}</body>{shank}</worldbody></mujoco>'
    )
    model = mujoco.MjModel.from_xml_string(xml)
    data = mujoco.MjData(model)
    ways = (
        chain.shank_deg,
        -chain.thigh_deg,
        chain.lean_deg,
        -chain.arm_deg,
    )  # absolute directions, forward turn positive about y
    for name, way, before in zip(("ankle", "knee", "hip", "shoulder"), ways, (0.0, *ways), strict=False):
        data.joint(name).qpos[0] = math.radians(way - before)
    mujoco.mj_forward(model, data)
    found = {
        joint: (data.body(part).xpos[0], data.body(part).xpos[2])
        for joint, part in (("ankle", "shank"), ("knee", "thigh"), ("hip", "trunk"), ("shoulder", "arm"))
    }
    found["grip"] = (data.site("grip").xpos[0], data.site("grip").xpos[2])
    return found, (data.subtree_com[0][0], data.subtree_com[0][2])


class AgainstRigidBodies(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(
        st.floats(5, 50),
        st.floats(60, 115),
        st.floats(-10, 80),
        st.floats(0, 190),
        st.floats(0, 12),
        st.floats(0, 45),
        st.sampled_from(BARS),
        st.floats(0.01, 2),
    )
    def test_joint_places_and_centre_of_mass(self, shank, thigh, lean, arm, heel, abduction, bar, load):
        """Every joint and the centre of mass agree with the rigid-body library (mujoco) to a millionth of
        height."""
        chain = Chain(shank, thigh, lean, arm, heel, abduction)
        own = places(chain, BODY, bar, load)
        theirs, centre = simulated(chain, BODY, bar, load if bar != "none" else 0.0)
        for joint, (x, y) in theirs.items():
            self.assertAlmostEqual(getattr(own, joint)[0], x, delta=1e-6, msg=joint)
            self.assertAlmostEqual(getattr(own, joint)[1], y, delta=1e-6, msg=joint)
        self.assertAlmostEqual(own.centre[0], centre[0], delta=1e-6)
        self.assertAlmostEqual(own.centre[1], centre[1], delta=1e-6)

    def test_every_solved_squat_too(self):
        """The postures the lab shows: all bars, flat and raised, stiff and supple."""
        for bar in BARS:
            for ankle in (20, 38):
                for heel in (0, 25):
                    found = solve_squat_for(
                        SquatShape(bar, 0.6 if bar != "none" else 0.0, heel_mm=heel),
                        has(ankle=ankle),
                        BODY,
                        False,
                    )
                    theirs, centre = simulated(found.chain, BODY, bar, 0.6 if bar != "none" else 0.0)
                    self.assertAlmostEqual(found.places.centre[0], centre[0], delta=1e-6)
                    self.assertAlmostEqual(found.places.hip[0], theirs["hip"][0], delta=1e-6)


def share_of_support(chain, shape, lean):
    """Where the centre stands between heel (0) and toe (1) when a solved squat leans so."""
    at = places(
        Chain(chain.shank_deg, shape.depth_deg, lean, chain.arm_deg, 0, chain.abduction_deg),
        BODY,
        shape.bar,
        shape.load_share,
    )
    return (at.centre[0] - at.heel[0]) / (at.toe[0] - at.heel[0])


class Balance(unittest.TestCase):
    def test_the_lean_is_the_one_brute_force_finds(self):
        """Of leans in twentieths of a degree the one nearest mid-foot is the solved one, and the range
        ends where the support does."""
        for bar in BARS:
            shape = SquatShape(bar, 0.7 if bar != "none" else 0.0)
            found = solve_squat_for(shape, has(hip=170, knee=175, shoulder=200, back=60), BODY, False)

            share = partial(share_of_support, found.chain, shape)
            leans = [step / 20 for step in range(-300, 1760)]
            self.assertAlmostEqual(
                min(leans, key=lambda lean: abs(share(lean) - 0.5)), found.chain.lean_deg, delta=0.05, msg=bar
            )
            inside = [lean for lean in leans if SUPPORT[0] <= share(lean) <= SUPPORT[1]]
            self.assertAlmostEqual(inside[0], found.lean_range[0], delta=0.06)
            self.assertAlmostEqual(inside[-1], found.lean_range[1], delta=0.06)

    @settings(deadline=None)
    @given(
        st.sampled_from(BARS),
        st.floats(0, 1.5),
        st.floats(12, 50),
        st.floats(70, 115),
        st.floats(25, 90),
        st.floats(0, 40),
    )
    def test_a_solved_squat_stands_on_its_foot(self, bar, load, ankle, depth, stance, heel):
        """Whatever the shape, the common centre is over the support whenever a lean within limits can put
        it there."""
        found = solve_squat_for(
            SquatShape(bar, load if bar != "none" else 0.0, depth, stance, heel),
            has(ankle=ankle),
            BODY,
            False,
        )
        assume(found.lean_range[0] > -14.9 and found.lean_range[1] < 87.9)
        self.assertTrue(SUPPORT[0] - 1e-6 <= share_of(found) <= SUPPORT[1] + 1e-6, share_of(found))


class Published(unittest.TestCase):
    def test_segment_fractions(self):
        """Winter after Dempster / Drillis & Contini (from memory): lengths of height; masses add to one
        body. de Leva 1996 too."""
        self.assertEqual(
            (WINTER.shank, WINTER.thigh, WINTER.trunk, WINTER.ankle_height), (0.246, 0.245, 0.288, 0.039)
        )
        self.assertAlmostEqual(WINTER.foot, 0.152)
        for table in (WINTER, *DE_LEVA.values()):
            self.assertAlmostEqual(
                table.foot_mass + table.shank_mass + table.thigh_mass + table.trunk_mass + table.arm_mass,
                1.0,
                delta=0.005,
            )

    def test_trunk_with_arms_is_the_published_head_arms_trunk(self):
        """Trunk, head and hanging arms together: 0.678 M at 0.626 from hip to shoulder (Winter, from
        memory)."""
        arm_hangs_at = WINTER.trunk - WINTER.arm * WINTER.arm_centre
        mass = WINTER.trunk_mass + WINTER.arm_mass
        self.assertAlmostEqual(mass, 0.678, delta=1e-9)
        self.assertAlmostEqual(
            (WINTER.trunk_mass * WINTER.trunk_centre * WINTER.trunk + WINTER.arm_mass * arm_hangs_at)
            / mass
            / WINTER.trunk,
            0.626,
            delta=0.02,
        )

    def test_a_deep_heels_down_squat(self):
        """Hemmerich 2006 (from memory): ankle 38.5 with the knee at 130-157."""
        found = solve_squat_for(SquatShape("none", depth_deg=100), has(ankle=38.5), BODY)
        self.assertTrue(130 <= found.angles["knee.flexion"] <= 157)

    def test_front_against_back_heel_against_flat_and_restricted_knees(self):
        """Front more upright than back by several degrees to the mid-teens; a raised heel by a few (Sato
        2012, Legg 2017); less forward knee travel leans the trunk (Fry 2003). All from memory."""
        free = has(hip=170)
        front, back = (
            solve_squat_for(SquatShape(bar, 0.8), free, BODY, False).chain.lean_deg
            for bar in ("front", "back")
        )
        self.assertTrue(4 <= back - front <= 18, back - front)
        raised = solve_squat_for(SquatShape("back", 0.8, heel_mm=20), free, BODY, False).chain.lean_deg
        self.assertTrue(1 <= back - raised <= 10, back - raised)
        restricted = solve_squat_for(
            SquatShape("back", 0.8), has(hip=170, ankle=25), BODY, False
        ).chain.lean_deg
        self.assertGreater(restricted, back + 3)


class CommonPractice(unittest.TestCase):
    """Common practice: what coaches of all schools see."""

    def test_a_stiff_ankle_leans_the_overhead_squat_and_its_limit_is_named(self):
        """22 degrees of ankle lean the trunk and stop it overhead or at the ankle; more ankle, a heel, or
        less depth help."""
        free = has(hip=170, shoulder=220, back=60)
        stiff = solve_squat_for(
            SquatShape("overhead", 0.5), has(hip=170, shoulder=220, back=60, ankle=22), BODY, False
        )
        self.assertGreater(
            stiff.chain.lean_deg,
            solve_squat_for(SquatShape("overhead", 0.5), free, BODY, False).chain.lean_deg + 3,
        )
        found = solve_squat_for(SquatShape("overhead", 0.5), has(ankle=26), BODY)
        self.assertFalse(found.holds)
        self.assertIn(found.limiting.id, ("shoulder.flexion", "ankle.dorsiflexion"))

    def test_the_same_squat_stops_at_different_joints(self):
        """Ankle in one person, hip in another, upper body in a third."""
        cases = (
            (SquatShape("back", 0.9), has(ankle=10, hip=128), "ankle.dorsiflexion"),
            (SquatShape("back", 0.9), has(hip=112), "hip.flexion"),
            (SquatShape("overhead", 0.5), has(ankle=44, shoulder=150), "shoulder.flexion"),
        )
        found = [solve_squat_for(shape, ranges, BODY, False) for shape, ranges, _ in cases]
        self.assertEqual([one.limiting.id for one in found], [motion for *_, motion in cases])
        self.assertFalse(any(one.holds for one in found))

    def test_supple_hips_hold_what_a_stiff_ankle_asks_by_leaning(self):
        """The position is held, the trunk leans, and the ankle is still named as short."""
        found = solve_squat_for(SquatShape("back", 0.9), has(ankle=20, hip=160), BODY)
        self.assertTrue(found.holds)
        self.assertEqual(found.limiting.id, "ankle.dorsiflexion")
        self.assertLess(found.limiting.margin_deg, 0)
        self.assertGreater(found.chain.lean_deg, 35)

    def test_every_change_offered_frees_it_and_a_smaller_one_does_not(self):
        """The smallest heel, width, ankle or depth: at it the position holds, a step below it does not."""
        shape, ranges = SquatShape("back", 0.6), has(ankle=22)
        found = solve_squat_for(shape, ranges, BODY)
        self.assertFalse(found.holds)
        by_name = {one.what: one.amount for one in found.changes}
        self.assertTrue({"heel", "depth"} <= set(by_name), by_name)

        def holds(heel=0.0, depth=0.0):
            return solve_squat_for(SquatShape("back", 0.6, 100 - depth, 42, heel), ranges, BODY, False).holds

        self.assertTrue(holds(heel=by_name["heel"]) and not holds(heel=by_name["heel"] - 5))
        self.assertTrue(holds(depth=by_name["depth"]) and not holds(depth=by_name["depth"] - 1))

    def test_more_range_never_makes_a_squat_worse(self):
        """Adding ankle, hip or shoulder never loses a position that was held, and never lets it miss by
        more."""
        for bar in BARS:
            start = solve_squat_for(
                SquatShape(bar, 0.5), has(ankle=30, hip=115, shoulder=160, knee=170), BODY, False
            )
            missing = min(0.0, *(one.margin_deg for one in start.margins))
            for more in ({"ankle": 36}, {"hip": 122}, {"shoulder": 168}):
                better = solve_squat_for(
                    SquatShape(bar, 0.5),
                    has(**({"ankle": 30, "hip": 115, "shoulder": 160, "knee": 170} | more)),
                    BODY,
                    False,
                )
                self.assertTrue(better.holds or not start.holds, (bar, more))
                self.assertGreaterEqual(
                    min(0.0, *(one.margin_deg for one in better.margins)), missing - 0.1, (bar, more)
                )

    def test_longer_lunge_steps_open_the_rear_hip_and_save_steps(self):
        """Eight or nine short steps cover what seven long ones do; the long ones need an open hip."""
        short, long = solve_lunge(0.85, has(), BODY), solve_lunge(1.0, has(), BODY)
        self.assertGreater(long.rear_hip_extension_deg, short.rear_hip_extension_deg + 10)
        self.assertEqual((steps_over(7, 1.0), steps_over(7, 0.85)), (7, 9))
        self.assertEqual((long.limiting.id, long.holds), ("hip.extension", False))
        self.assertIn("a step", " ".join(one.words() for one in long.changes))
        with self.assertRaisesRegex(ValueError, "these legs step"):
            solve_lunge(longest_step_m(BODY) + 0.1, has(), BODY)
        with self.assertRaises(ValueError):
            steps_over(10, 0)

    def test_short_hamstrings_bend_the_knees_and_long_ones_lower_the_back(self):
        """The pull off the floor with 60 and with 95 degrees of straight-leg raise; blocks free what is
        too low."""
        stiff, supple = solve_hinge(has(hamstrings=60), BODY), solve_hinge(has(hamstrings=95), BODY)
        self.assertGreater(stiff.knee_deg, supple.knee_deg + 20)
        self.assertGreater(supple.back_deg, stiff.back_deg + 10)
        shortest = solve_hinge(has(hamstrings=40), BODY)
        self.assertFalse(shortest.holds)
        self.assertIn("higher", " ".join(one.words() for one in shortest.changes))
        with self.assertRaisesRegex(ValueError, "hands hang"):
            solve_hinge(has(), BODY, 1.2)

    def test_long_thighs_lean_more(self):
        """The same ranges on longer thighs need more lean; a tape measure is believed only in proportion."""
        long_thighs = body_of(1.75, thigh=0.49)
        usual, long = (
            solve_squat_for(SquatShape("back", 0.8), has(hip=170), body, False).chain.lean_deg
            for body in (BODY, long_thighs)
        )
        self.assertGreater(long, usual + 3)
        with self.assertRaisesRegex(ValueError, "thigh of 1.2 m"):
            body_of(1.75, thigh=1.2)
        with self.assertRaisesRegex(ValueError, "segment 'nose'"):
            body_of(1.75, nose=0.05)
