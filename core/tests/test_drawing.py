"""Figures as SVG: everything of a picture is on the page, inside its view, arcs as wide as their angles."""

import math
import re
import unittest
from xml.etree import ElementTree

from hypothesis import given
from hypothesis import strategies as st

from core.body.props import PROPS, prop_fault
from core.catalog import load_catalog
from core.catalog.hints import did_you_mean
from core.demand import derive
from core.documents.picture import ArcMark, Picture, picture_of_drill, picture_of_pose, picture_of_position
from core.drawing import svg_of
from core.reading import read_workout

CATALOG = load_catalog()
PIVOT = re.compile(r"M (\S+) (\S+) A (\S+) \S+ 0 ([01]) ([01]) (\S+) (\S+)")


def root_of(picture: Picture, label: str = "a figure") -> ElementTree.Element:
    return ElementTree.fromstring(svg_of(picture, label))


def numbers(root: ElementTree.Element) -> list[tuple[float, float]]:
    """Every point that is drawn, in the picture's own coordinates."""
    points = []
    for part in root.iter():
        values = part.attrib
        for pair in values.get("points", "").split():
            x, y = map(float, pair.split(","))
            points.append((x, -y))
        for x, y in (("x1", "y1"), ("x2", "y2"), ("cx", "cy")):
            if x in values:
                points.append((float(values[x]), -float(values[y])))
    return points


class Drawing(unittest.TestCase):
    def test_every_joint_of_every_figure_is_drawn_inside_the_view(self):
        """All drills, positions and shapes: the joints that bodies are drawn through stand on the page, and
        nothing of a body leaves its view."""
        pictures = {name: picture_of_drill(name, CATALOG) for name in CATALOG.drills}
        pictures |= {name: picture_of_pose(name, CATALOG) for name in CATALOG.poses}
        for name, picture in pictures.items():
            root = root_of(picture)
            left, top, width, height = map(float, root.attrib["viewBox"].split())
            drawn = numbers(root)
            for joint in ("hip", "knee", "ankle", "toe", "shoulder", "elbow", "wrist", "head"):
                x, y = picture.points[joint]
                nearest = min(math.dist((x, y), point) for point in drawn)
                self.assertLess(nearest, 2e-4, f"{name}: {joint}")
                self.assertTrue(left <= x <= left + width and top <= -y <= top + height, f"{name}: {joint}")

    def test_every_implement_is_drawn(self):
        """As many parts more as the picture has shapes, whatever their kind."""
        for name in CATALOG.drills:
            picture = picture_of_drill(name, CATALOG)
            bare = picture.model_copy(update={"shapes": ()})
            more = len(list(root_of(picture).iter())) - len(list(root_of(bare).iter()))
            self.assertEqual(more, len(picture.shapes), name)

    def test_labels_are_words_not_markup(self):
        """A name with signs of markup in it is shown as it is."""
        picture = picture_of_pose("stand", CATALOG)
        for label in ('<script>"x"</script>', "a & b", "5 > 3", "'quoted'", "x" * 80):
            root = root_of(picture, label)
            self.assertEqual(root.attrib["aria-label"], label)
            self.assertEqual(root.findtext("{*}title"), label)

    @given(
        st.floats(0, 360),
        st.floats(1, 349),
        st.sampled_from([1, -1]),
        st.floats(-0.5, 0.5),
        st.floats(0, 1.8),
    )
    def test_an_arc_spans_its_angle(self, start_deg, needed_deg, sign, x, y):
        """Both ends lie on the circle round the joint, and the way between them is as long as the angle
        (worked out from the ends alone)."""
        picture = picture_of_pose("stand", CATALOG)
        mark = ArcMark(
            motion="shoulder.flexion",
            centre=(x, y),
            start_deg=start_deg,
            needed_deg=needed_deg,
            has_deg=None,
            sign=sign,
        )
        root = root_of(picture.model_copy(update={"arcs": (mark,)}))
        path = next(part for part in root.iter() if "stroke-width" in part.attrib and "d" in part.attrib)
        x1, y1, radius, large, turn, x2, y2 = map(float, PIVOT.match(path.attrib["d"]).groups())
        ends = [math.atan2(end_y + y, end_x - x) for end_x, end_y in ((x1, y1), (x2, y2))]
        for end_x, end_y in ((x1, y1), (x2, y2)):
            self.assertAlmostEqual(math.hypot(end_x - x, end_y + y), radius, delta=2e-3)
        clockwise = math.degrees(ends[1] - ends[0]) % 360  # on a page y points down
        swept = clockwise if turn else 360 - clockwise
        self.assertAlmostEqual(swept, mark.needed_deg, delta=1.5)
        self.assertEqual(bool(large), mark.needed_deg > 180)

    def test_a_position_asked_for_much_carries_its_arcs(self):
        """The arcs of the picture are paths of the file: two a mark where people's range is known."""
        profile = derive(read_workout("Front squat 5x5 @ 80%"))
        picture = picture_of_position("squat-bottom-front", profile, CATALOG)
        groups = root_of(picture).findall("{*}g")
        self.assertEqual(len(groups), len(picture.arcs))
        for group, mark in zip(groups, picture.arcs, strict=True):
            self.assertEqual(len(group.findall("{*}path")), 1 if mark.has_deg is None else 2)


class Props(unittest.TestCase):
    def test_every_prop_there_is_can_be_drawn_and_no_other(self):
        """Each kind in each of its places; a stranger and a wrong place say what there is."""
        for what, prop in PROPS.items():
            for where in prop.places:
                self.assertIsNone(prop_fault(f"{what}@{where}"))
            self.assertIn(f"{what}@ one of", prop_fault(f"{what}@moon"))
        self.assertIn("barbell", prop_fault("piano@hands"))


class Hints(unittest.TestCase):
    def test_what_was_meant(self):
        """A letter lost, doubled or swapped is found; nonsense is answered with what there is, when that is
        little, else with how much."""
        for came, meant in (
            ("box-praye", "box-prayer"),
            ("box-prayerr", "box-prayer"),
            ("bxo-prayer", "box-prayer"),
        ):
            self.assertEqual(did_you_mean(came, CATALOG.drills), f"; did you mean '{meant}'?")
        self.assertEqual(did_you_mean("qqqq", ["one", "two"]), ": one, two")
        self.assertIn(f"({len(CATALOG.drills)} known)", did_you_mean("qqqq", CATALOG.drills))

    @given(st.sampled_from(sorted(CATALOG.drills)), st.data())
    def test_a_lost_letter_never_costs_the_hint(self, name, data):
        """Any drill with any one letter left out is still recognised as some drill."""
        place = data.draw(st.integers(0, len(name) - 1))
        self.assertIn("did you mean", did_you_mean(name[:place] + name[place + 1 :], CATALOG.drills))
