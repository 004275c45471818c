"""Figures over the whole catalog: a body that could stand there."""
import math
import unittest
from dataclasses import replace

from core.body.figure import arc, draw, frames
from core.body.segments import LENGTH
from core.catalog import load_catalog
from core.demand import derive
from core.pictures import picture_of_drill, position_picture
from core.reading import read_workout

FLOOR_TOLERANCE = 0.03  # of height


def distance(a, b):
    return math.dist(a, b)


class Poses(unittest.TestCase):
    def setUp(self):
        self.catalog = load_catalog()

    def test_limbs_keep_their_length(self):
        """Every segment of every pose has the table's length, near and far."""
        for name, pose in self.catalog.poses.items():
            points = draw(pose).points
            for side in ("", "far_"):
                for start, end, segment, scale in (("hip", "knee", "thigh", pose.thigh_scale), ("knee", "ankle", "shank", 1), ("shoulder", "elbow", "upper_arm", 1),
                                                   ("elbow", "wrist", "forearm", 1)):
                    a = points[start] if start in ("hip", "shoulder") else points[side + start]
                    self.assertAlmostEqual(distance(a, points[side + end]), LENGTH[segment] * scale, delta=2e-4, msg=f"{name} {side}{segment}")

    def test_nothing_goes_through_the_floor(self):
        """No joint of any pose is below the floor by more than a finger's breadth."""
        for name, pose in self.catalog.poses.items():
            for joint, (_, y) in draw(pose).points.items():
                if joint not in ("far_toe", "toe", "fingers", "far_fingers"):
                    self.assertGreater(y, -FLOOR_TOLERANCE, f"{name}: {joint} at {y}")

    def test_standing_feet_are_flat(self):
        """Poses that stand on their feet have the near heel and toe on the floor."""
        for name, pose in self.catalog.poses.items():
            if pose.support == "feet" and not pose.heel:
                points = draw(pose).points
                self.assertAlmostEqual(points["heel"][1], 0, delta=1e-3, msg=name)
                self.assertAlmostEqual(points["toe"][1], 0, delta=1e-3, msg=name)

    def test_a_bar_in_the_hands_is_in_the_hands(self):
        """An implement held in the hands is drawn at the grip, in every position and drill."""
        for row in (*self.catalog.positions.values(), *self.catalog.drills.values()):
            pose = self.catalog.poses[row.pose if hasattr(row, "pose") else row.poses[0]]
            held = [prop for prop in row.props if prop in ("barbell@hands", "bar@hands", "stick@hands", "plate@hands")]
            if held:
                figure = draw(replace(pose, props=tuple(held)))
                self.assertLess(distance(figure.shapes[0]["at"][0], figure.points["grip"]), 1e-3, row.id)

    def test_a_balanced_standing_body_stands_over_its_feet(self):
        """Solved squats keep the hip behind the heel and the shoulder ahead of it: nobody is falling over."""
        for name in ("squat-air", "squat-front", "squat-back", "squat-overhead"):
            points = draw(self.catalog.poses[name]).points
            self.assertLess(points["hip"][0], points["ankle"][0], name)
            self.assertGreater(points["shoulder"][0], points["hip"][0], name)

    def test_the_overhead_squat_holds_the_bar_over_mid_foot(self):
        """Bar over the foot within a tenth of height."""
        points = draw(self.catalog.poses["squat-overhead"]).points
        self.assertAlmostEqual(points["grip"][0], (points["heel"][0] + points["toe"][0]) / 2, delta=0.1)

    def test_moving_between_poses_starts_and_ends_at_them(self):
        """The first and last frame are the two poses, and limbs keep their length on the way."""
        start, end = self.catalog.poses["stand"], self.catalog.poses["squat-air"]
        run = frames(start, end, 5)
        self.assertEqual(run[0].points, draw(start).points)
        self.assertAlmostEqual(distance(run[2].points["knee"], run[2].points["ankle"]), LENGTH["shank"], delta=2e-4)


class Pictures(unittest.TestCase):
    def test_a_position_shows_the_needed_and_the_available_angle(self):
        """The front rack of a front squat carries an arc whose angles are the demand's own."""
        catalog = load_catalog()
        profile = derive(read_workout("Front squat 5x5 @ 80%"))
        picture = position_picture("squat-bottom-front", profile, catalog)
        ankle = next(one for one in picture["arcs"] if one["motion"] == "ankle.dorsiflexion")
        term = next(term for demand in profile.demands if demand.id == "ankle.dorsiflexion" for term in demand.terms if term.position == "squat-bottom-front")
        self.assertEqual((ankle["needed_deg"], ankle["has_deg"]), (term.required_deg, term.range_deg))

    def test_the_arc_starts_along_the_limb_it_is_measured_from(self):
        """Shoulder flexion is measured from the trunk's own line: straight down for an upright trunk."""
        pose = load_catalog().poses["overhead"]
        found = arc(pose, draw(pose), "shoulder.flexion", 180)
        self.assertAlmostEqual(found.start_deg % 360, 0, delta=1e-6)

    def test_a_seated_drill_is_drawn_sitting(self):
        """From the chair: thighs level, shanks upright, feet flat, for every drill with a seated way."""
        catalog = load_catalog()
        for drill in catalog.drills.values():
            if not drill.seated:
                continue
            points = picture_of_drill(drill.id, catalog, seated=True)["points"]
            self.assertAlmostEqual(points["hip"][1], points["knee"][1], delta=0.08, msg=drill.id)
            self.assertLess(points["heel"][1], 0.05, drill.id)
            self.assertGreater(points["shoulder"][1], points["hip"][1], drill.id)

    def test_every_drill_can_be_drawn_and_moves(self):
        """All drills have frames, inside the box they claim."""
        catalog = load_catalog()
        for drill in catalog.drills:
            picture = picture_of_drill(drill, catalog)
            self.assertEqual(len(picture["frames"]), 9)
            for frame in picture["frames"]:
                self.assertTrue(all(picture["box"][0] - 0.1 <= x <= picture["box"][2] + 0.1 for x, _ in frame.values()), drill)
