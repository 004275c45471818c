"""Places and balance against a rigid-body library, and every family's postures against what studies saw."""

import math
import unittest
from dataclasses import replace

import mujoco
import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from core.catalog import load_catalog
from core.posture import Shape, body_of, postures_of, steps_over
from core.posture.body import DE_LEVA, WINTER
from core.posture.chain import BAR_FROM_SHOULDER, Chain, places
from core.posture.hands import arm_to_wrist
from core.posture.links import ahead, from_the_hands, run
from core.posture.lunge import longest_step_m
from core.posture.squat import SUPPORT, squat_chain

BARS = ("none", "goblet", "front", "back", "overhead")
BODY = body_of(1.75)
ADULT = {
    "ankle.dorsiflexion": 42.0,
    "hip.flexion": 131.0,
    "knee.flexion": 139.0,
    "shoulder.flexion": 169.0,
    "shoulder.extension": 58.0,
    "thoracic.extension": 22.0,
    "spine.flexion": 81.0,
    "hip.extension": 17.5,
    "lumbar.extension": 25.0,
    "hip.flexion-straight-knee": 80.0,
    "wrist.extension": 71.0,
    "elbow.flexion": 147.0,
    "toe.extension": 69.0,
}


def posture(shape, body=BODY, **ranges):
    """The most comfortable posture of an adult with some ranges of their own: what it asks by motions, and
    what it is drawn by."""
    has = {name: np.array([[value]]) for name, value in (ADULT | ranges).items()}
    postures = postures_of(shape, [body])
    place, x = postures.comfortable(has)
    asked = {
        group.motions: float(degrees[0, 0])
        for group, degrees in zip(postures.groups, postures.used(place, x), strict=True)
    }
    seen = {name: float(value[0, 0]) for name, value in postures.seen(place, x).items()}
    return asked, seen, float(x[0, 0])


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


def simulated_links(start, links) -> tuple[list[tuple[float, float]], tuple[float, float]]:
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

    def test_every_solved_squat_balances_there_too(self):
        """At the ends of the leans a squat may take, the library's own centre stands at the ends of the
        support."""
        for bar in BARS:
            for heel in (0, 25):
                shape = Shape(bar=bar, load_share=0.6 if bar != "none" else 0.0, heel_mm=heel)
                postures = postures_of(shape, [BODY])
                for node in (12, 20):
                    ankle = postures.drawn["ankle"][0, node]
                    for lean, share in ((postures.low, SUPPORT[0]), (postures.high, SUPPORT[1])):
                        chain = squat_chain(shape, ankle, float(lean[0, node]), BODY)
                        if not -14.9 < chain.lean_deg < 87.9:
                            continue
                        load = shape.load_share if bar != "none" else 0.0
                        centre = simulated(chain, BODY, bar, load)[1]
                        at = places(chain, BODY, bar, load)
                        stands = (centre[0] - at.heel[0]) / (at.toe[0] - at.heel[0])
                        self.assertAlmostEqual(stands, share, delta=1e-6, msg=f"{bar} {heel} {node}")

    @settings(max_examples=60, deadline=None)
    @given(st.floats(-180, 180), st.floats(-180, 180), st.floats(-180, 180), st.booleans())
    def test_places_and_centre(self, arm, trunk, leg, to_wrist):
        """Every joint and the common centre agree with the rigid-body library (mujoco) to a millionth of
        height, and so does the short form the solvers search with."""
        length = arm_to_wrist(BODY) if to_wrist else None
        links = from_the_hands(BODY, arm, trunk, leg, length)
        joints, centre = run((0.0, 0.02), links)
        theirs, their_centre = simulated_links((0.0, 0.02), links)
        for own, other in zip(joints, theirs, strict=False):
            self.assertLess(math.dist(own, other), 1e-6)
        self.assertLess(math.dist(centre, their_centre), 1e-6)
        self.assertAlmostEqual(ahead(BODY, arm, trunk, leg, length), their_centre[0], delta=1e-6)


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

    def test_the_hands_carry_about_seven_tenths_of_a_straight_arm_plank(self):
        """Held at the top of a push-up the hands bear 69.2 % of body weight, men (Suprak 2011, from
        memory); within 5 points."""
        _, seen, _ = posture(Shape(family="plank"))
        back = -(90.0 + seen["slope"])
        joints, centre = run((0.0, 0.02), from_the_hands(BODY, seen["lean"], back, back, arm_to_wrist(BODY)))
        toes_x = joints[4][0]
        self.assertAlmostEqual((centre[0] - toes_x) / -toes_x, 0.692, delta=0.05)

    def test_a_full_squat_uses_the_ankle_people_were_seen_to_use(self):
        """Hemmerich 2006 (from memory): 38.5 degrees, sd 5.9, with the heels down and the knees at about
        157. In a population with 42 (sd 6) available and such knees the most comfortable posture uses 36.5
        to 40.5, sd 4 to 8; the discomfort was calibrated on this."""
        chance = np.random.default_rng(11)
        count = 600
        has = {
            "ankle.dorsiflexion": chance.normal(42, 6, (count, 1)),
            "hip.flexion": chance.normal(131, 8, (count, 1)),
            "knee.flexion": chance.normal(160, 6, (count, 1)),
        }
        bodies = [body_of(height) for height in chance.normal(1.72, 0.09, count)]
        postures = postures_of(Shape(depth_deg=118), bodies)
        holds = postures.holds(has)[:, 0]
        used = postures.used(*postures.comfortable(has))[0][holds, 0]
        self.assertGreater(holds.mean(), 0.8)
        self.assertTrue(36.5 <= used.mean() <= 40.5, used.mean())
        self.assertTrue(4 <= used.std() <= 8, used.std())

    def test_lunges_lie_in_the_bands_studies_report(self):
        """A forward lunge of about 0.6 of height: front knee 90 to 115, front hip 80 to 115, rear hip 0 to
        20 degrees open (Riemann 2012, Boudreau 2009 and others, from memory; wide bands)."""
        asked, _, _ = posture(Shape(family="lunge", step_length_m=0.6 * BODY.height_m))
        self.assertTrue(90 <= asked["knee.flexion",] <= 115, asked)
        self.assertTrue(80 <= asked["hip.flexion",] <= 115, asked)
        self.assertTrue(0 <= asked["hip.extension",] <= 20, asked)

    def test_rear_toes_bend_as_far_as_in_a_heel_rise(self):
        """With the ankle that lunge tests find, the toes of a lunge bend near the 58 degrees of a heel rise
        (Nawoczenski 1999, from memory; a wide band)."""
        asked, _, _ = posture(Shape(family="lunge"))
        toes = asked["toe.extension", "ankle.dorsiflexion"] - ADULT["ankle.dorsiflexion"]
        self.assertTrue(48 <= toes <= 68, toes)

    def test_fingertips_come_near_the_floor(self):
        """The fingertip-to-floor distance of healthy adults lies around nothing to 12 cm (Perret 2001 and
        studies after it, from memory; a wide band)."""
        short = next(
            cm
            for cm in range(60)
            if postures_of(Shape(family="fold", short_cm=cm), [BODY]).holds(
                {name: np.array([[value]]) for name, value in ADULT.items()}
            )[0, 0]
        )
        self.assertTrue(0 <= short <= 12, short)

    def test_a_handstand_stands_within_a_few_degrees_of_straight(self):
        """Held handstands keep shoulders and hips within about ten degrees of a straight line (Kerwin 2001,
        Gautier 2009, from memory)."""
        asked, seen, _ = posture(Shape(family="handstand"))
        self.assertLess(seen["arch"], 10)
        self.assertLess(abs(asked["shoulder.flexion", "thoracic.extension"] - 180), 10)
        self.assertTrue(0 <= seen["arm"] <= 10)

    def test_a_kip_opens_shoulders_and_hips(self):
        """In the arch of a kip the shoulders open past a straight line and the hips behind it, some ten to
        thirty-five degrees together (Dinunzio 2018, from memory; wide band)."""
        asked, _, _ = posture(Shape(family="hang", chest_cm=8))
        bend = asked["shoulder.flexion", "thoracic.extension"] - 180
        self.assertTrue(10 <= bend + asked["hip.extension", "lumbar.extension"] <= 60, asked)
        self.assertTrue(bend > 0 and asked["hip.extension", "lumbar.extension"] > 0)


class CommonPractice(unittest.TestCase):
    """Trade facts; all common practice unless a source is named."""

    def test_front_against_back_and_heel_against_flat(self):
        """A front squat is more upright than a back squat; a raised heel and more ankle are more upright
        than flat."""

        def lean(bar, heel=0.0, ankle=42.0):
            shape = Shape(bar=bar, load_share=0.8, heel_mm=heel)
            free = {"hip.flexion": 170.0, "knee.flexion": 170.0, "ankle.dorsiflexion": ankle}
            return posture(shape, **free)[2]

        self.assertGreater(lean("back"), lean("front") + 3)
        self.assertGreater(lean("back", ankle=25), lean("back", heel=20, ankle=25) + 1)
        self.assertGreater(lean("back", ankle=18), lean("back") + 3)

    def test_a_stiff_ankle_leans_the_overhead_squat(self):
        """22 degrees of ankle lean the trunk further than 42 do, and the arms have to go further back for
        it."""

        def squat(ankle):
            open_above = {"shoulder.flexion": 200.0, "thoracic.extension": 40.0, "knee.flexion": 160.0}
            asked, _, lean = posture(
                Shape(bar="overhead", load_share=0.5), **open_above, **{"ankle.dorsiflexion": ankle}
            )
            return asked["shoulder.flexion", "thoracic.extension"], lean

        (stiff_arms, stiff_lean), (arms, lean) = squat(22), squat(42)
        self.assertGreater(stiff_lean, lean + 3)
        self.assertGreater(stiff_arms, arms + 3)

    def test_long_thighs_lean_more(self):
        """The same ranges on longer thighs need more lean; a tape measure is believed only in proportion."""
        shape = Shape(bar="back", load_share=0.8)
        usual, long = (
            posture(shape, body, **{"hip.flexion": 170.0})[2] for body in (BODY, body_of(1.75, thigh=0.49))
        )
        self.assertGreater(long, usual + 3)
        with self.assertRaisesRegex(ValueError, "thigh of 1.2 m"):
            body_of(1.75, thigh=1.2)
        with self.assertRaisesRegex(ValueError, "segment 'nose'"):
            body_of(1.75, nose=0.05)

    def test_longer_lunge_steps_open_the_rear_hip_and_save_steps(self):
        """Eight or nine short steps cover what seven long ones do; the long ones need an open hip."""

        def rear(step):
            asked, _, lean = posture(Shape(family="lunge", step_length_m=step), **{"hip.extension": 45.0})
            return asked["hip.extension",] + lean

        self.assertGreater(rear(1.05), rear(0.85) + 8)
        self.assertEqual((steps_over(7, 1.0), steps_over(7, 0.85)), (7, 9))
        self.assertTrue(1.0 < longest_step_m(BODY) < 1.4)
        with self.assertRaises(ValueError):
            steps_over(10, 0)

    def test_a_pull_stands_over_mid_foot(self):
        """Bar over mid-foot, shin behind it, hips between knees and shoulders; a wide stance is more
        upright."""
        asked, seen, _ = posture(Shape(family="hinge", stance_cm=28), **{"hip.flexion-straight-knee": 95.0})
        self.assertTrue(0 <= seen["shank"] <= 15 and 45 <= seen["lean"] <= 75, seen)
        self.assertTrue(60 <= asked["knee.flexion",] <= 100)
        _, wide, _ = posture(Shape(family="hinge", stance_cm=90))
        self.assertLess(wide["lean"], seen["lean"] - 5)

    def test_a_straight_leg_hinge_bows_near_level_over_upright_shins(self):
        """The bar just below the knees, the shins near upright, knees soft; a bar held higher asks less of
        the hamstrings (common practice)."""
        hinge = load_catalog().positions["hinge-straight"].shape
        _, seen, _ = posture(hinge, **{"hip.flexion-straight-knee": 95.0})
        self.assertTrue(55 <= seen["lean"] <= 85 and -10 <= seen["shank"] <= 10, seen)
        self.assertLessEqual(seen["knee"], 25.5)
        least = [
            float(postures_of(shape, [BODY]).least(ranges)["hip.flexion-straight-knee"][0, 0])
            for shape in (hinge, replace(hinge, bar_height_m=0.05))
            for ranges in ({name: np.array([[value]]) for name, value in ADULT.items()},)
        ]
        self.assertGreater(least[0], least[1] + 8)

    def test_a_row_to_the_hip_spares_the_shoulders(self):
        """Hands further from the ribs, or nearer to the hip, take the elbow less far behind the trunk."""
        near, far = (posture(Shape(family="row", hands_cm=cm))[0] for cm in (4, 12))
        self.assertGreater(near["shoulder.extension",], far["shoulder.extension",] + 5)

    def test_rounding_spares_the_hamstrings_with_the_toes_at_the_bar(self):
        """The further the spine rounds, the less the hips have to fold."""
        least = {
            spine: float(
                postures_of(Shape(family="toes-to-bar"), [BODY]).least(
                    {"spine.flexion": np.array([[spine]]), "hip.flexion-straight-knee": np.array([[80.0]])}
                )["hip.flexion-straight-knee"][0, 0]
            )
            for spine in (50.0, 80.0, 100.0)
        }
        self.assertGreater(least[50.0], least[80.0] + 5)
        self.assertGreater(least[80.0], least[100.0] + 3)

    def test_leaning_spares_the_shoulders_in_a_dip(self):
        """Upright dips take all the extension there is; leaning forward takes less."""
        upright, leaning = (
            posture(Shape(family="dip"), **{"shoulder.extension": has})[0]["shoulder.extension",]
            for has in (85, 50)
        )
        self.assertGreater(upright, leaning + 10)
