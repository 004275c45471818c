"""Figures over the whole catalog: a body that could stand there."""

import math
import unittest
from dataclasses import replace

from core.body.figure import arc, draw, frames
from core.body.segments import LENGTH
from core.catalog import load_catalog
from core.demand import Measurement, Person, derive
from core.documents.picture import picture_of_drill, picture_of_position
from core.reading import read_workout

FLOOR_TOLERANCE = 0.03  # of height


def distance(a, b):
    return math.dist(a, b)


def from_line(point, start, end):
    """Distance of a point from a drawn line (or dot)."""
    length = math.dist(start, end) ** 2
    share = (
        0
        if not length
        else max(
            0,
            min(
                1,
                ((point[0] - start[0]) * (end[0] - start[0]) + (point[1] - start[1]) * (end[1] - start[1]))
                / length,
            ),
        )
    )
    return math.dist(point, (start[0] + share * (end[0] - start[0]), start[1] + share * (end[1] - start[1])))


class Poses(unittest.TestCase):
    def setUp(self):
        self.catalog = load_catalog()

    def test_limbs_keep_their_length(self):
        """Every segment of every pose has the table's length, near and far."""
        for name, pose in self.catalog.poses.items():
            points = draw(pose).points
            for side, limbs in (("", pose.near), ("far_", pose.far)):
                for start, end, segment, scale in (
                    ("hip", "knee", "thigh", limbs.thigh),
                    ("knee", "ankle", "shank", limbs.shank),
                    ("shoulder", "elbow", "upper_arm", 1),
                    ("elbow", "wrist", "forearm", 1),
                ):
                    a = (
                        points[start]
                        if start in ("hip", "shoulder") and pose.view == "side"
                        else points[side + start]
                    )
                    self.assertAlmostEqual(
                        distance(a, points[side + end]),
                        LENGTH[segment] * scale,
                        delta=2e-4,
                        msg=f"{name} {side}{segment}",
                    )

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

    def shown(self):
        """Every figure the catalog can show: (name, prop, figure) of each implement of each position and
        each drill's two poses."""
        for row in (*self.catalog.positions.values(), *self.catalog.drills.values()):
            for pose in [row.pose] if hasattr(row, "pose") else row.poses:
                shape = self.catalog.poses[pose]
                for prop in (*shape.props, *row.props):
                    yield f"{row.id} ({pose}) {prop}", prop, draw(replace(shape, props=(prop,)))

    def test_what_is_held_is_in_the_hands(self):
        """An implement in the hands touches a grip within a hand's length; a bar across the shoulders
        stays on them."""
        held, worn = 0, 0
        for name, prop, figure in self.shown():
            what, _, where = prop.partition("@")
            ends = [tuple(place) for shape in figure.shapes for place in shape.at]
            if where in ("hands", "hand", "hand-up", "far-hand", "between-hands", "above") and what not in (
                "box",
                "machine",
            ):
                grip = figure.points["far_grip" if where == "far-hand" else "grip"]
                self.assertLess(
                    min(from_line(grip, tuple(shape.at[0]), tuple(shape.at[-1])) for shape in figure.shapes),
                    0.09,
                    name,
                )
                held += 1
            if where in ("front", "back") and what == "barbell":
                self.assertLess(min(distance(end, figure.points["shoulder"]) for end in ends), 0.08, name)
                worn += 1
        self.assertGreater(held, 80)
        self.assertGreater(worn, 8)

    def test_nobody_stands_in_a_wall(self):
        """Every joint is on one side of the wall, save a finger's breadth."""
        walls = 0
        for name, _, figure in self.shown():
            for shape in figure.shapes:
                if shape.kind == "wall":
                    walls += 1
                    sides = {
                        x > shape.at[0][0]
                        for joint, (x, _) in figure.points.items()
                        if abs(x - shape.at[0][0]) > 0.03
                    }
                    self.assertEqual(len(sides), 1, name)
        self.assertGreater(walls, 5)

    def test_boxes_bear_what_lies_on_them(self):
        """Whoever sits on a box sits above it, and it stands on the floor."""
        for name, prop, figure in self.shown():
            if prop == "box@seat":
                (_, low), (_, high) = figure.shapes[0].at
                self.assertEqual(low, 0.0, name)
                self.assertTrue(0.01 <= figure.points["hip"][1] - high <= 0.08, name)

    def test_a_drill_is_seen_from_one_side(self):
        """Both poses of a drill have one view, so the motion between them is one."""
        for drill in self.catalog.drills.values():
            self.assertEqual(len({self.catalog.poses[pose].view for pose in drill.poses}), 1, drill.id)

    def test_front_views_stand_on_both_feet(self):
        """Seen from the front both feet are on the floor, and shoulders and hips are as wide as the table
        says (Winter, from memory)."""
        front = [(name, pose) for name, pose in self.catalog.poses.items() if pose.view == "front"]
        self.assertGreater(len(front), 8)
        for name, pose in front:
            points = draw(pose).points
            self.assertAlmostEqual(distance(points["hip"], points["far_hip"]), 0.191, delta=1e-3, msg=name)
            self.assertAlmostEqual(
                distance(points["shoulder"], points["far_shoulder"]), 0.259, delta=1e-3, msg=name
            )
            if pose.support == "feet":
                self.assertAlmostEqual(points["heel"][1], 0, delta=0.012, msg=name)
                self.assertAlmostEqual(points["far_heel"][1], 0, delta=0.012, msg=name)

    def test_abduction_is_marked_on_the_limb_that_goes_out(self):
        """The arc of a side lunge starts straight down and opens toward the straight leg; a side view
        cannot show it."""
        pose = self.catalog.poses["side-squat"]
        found = arc(pose, draw(pose), "hip.abduction", 40, 30)
        self.assertEqual((found.start_deg % 360, found.sign), (0, -1))
        self.assertIsNone(
            arc(self.catalog.poses["stand"], draw(self.catalog.poses["stand"]), "hip.abduction", 40)
        )

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
        self.assertAlmostEqual(
            distance(run[2].points["knee"], run[2].points["ankle"]), LENGTH["shank"], delta=2e-4
        )


class Pictures(unittest.TestCase):
    def test_a_position_shows_the_needed_and_the_available_angle(self):
        """The bottom of an overhead squat carries an arc whose angles are the demand's own."""
        catalog = load_catalog()
        stiff = Person(ranges=(Measurement("ankle.dorsiflexion", 18),))
        profile = derive(read_workout("Overhead squat 5x5 @ 80%"), [stiff])
        picture = picture_of_position("squat-bottom-overhead", profile, catalog)
        self.assertTrue(picture.arcs)
        for mark in picture.arcs:
            terms = next(one for one in profile.demands if one.id == mark.motion).terms
            term = next(one for one in terms if one.position == "squat-bottom-overhead")
            self.assertEqual((mark.needed_deg, mark.has_deg), (term.required_deg, term.range_deg))

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
            points = picture_of_drill(drill.id, catalog, seated=True).points
            self.assertAlmostEqual(points["hip"][1], points["knee"][1], delta=0.08, msg=drill.id)
            self.assertLess(points["heel"][1], 0.05, drill.id)
            self.assertGreater(points["shoulder"][1], points["hip"][1], drill.id)

    def test_every_drill_can_be_drawn_and_moves(self):
        """All drills have frames, inside the box they claim."""
        catalog = load_catalog()
        for drill in catalog.drills:
            picture = picture_of_drill(drill, catalog)
            self.assertEqual(len(picture.frames), 9)
            for frame in picture.frames:
                self.assertTrue(
                    all(picture.box[0] - 0.1 <= x <= picture.box[2] + 0.1 for x, _ in frame.values()),
                    drill,
                )

    def test_what_a_frame_leaves_out_can_be_told_from_the_rest(self):
        """Put together as the page does, every frame of every drill is the figure drawn from its angles."""
        catalog = load_catalog()
        for row in catalog.drills.values():
            picture = picture_of_drill(row.id, catalog)
            start, end = (
                replace(
                    catalog.poses[row.poses[place]],
                    props=(*catalog.poses[row.poses[place]].props, *row.props),
                )
                for place in (0, -1)
            )
            for named, figure in zip(picture.frames, frames(start, end), strict=True):
                points = {**picture.points, **named}
                for name in points:
                    near = name.removeprefix("far_")
                    if name != near and name not in named and near in named:
                        points[name] = named[near]
                for name, place in figure.points.items():
                    for told, drawn in zip(points[name], place, strict=True):
                        self.assertAlmostEqual(told, drawn, delta=0.00051, msg=(row.id, name))
