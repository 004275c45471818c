"""One builder of items: whatever prep, stop, extra or cool-down an item stands in, it says of its drill what
the shelf says, and of its place what can be counted from its dose and its turns."""

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from core.catalog import load_catalog
from core.demand import Measurement, Person
from core.errors import PlanRefused
from core.prep import Pin, PlanSettings, plan_session
from core.prep.member import fit_member
from core.prep.settings import pins_of
from core.reading import read_workout
from core.tests.texts import SESSIONS

CATALOG = load_catalog()
PEOPLE = (
    Person(name="Nell", key="1", ranges=(Measurement("wrist.extension", 45),)),
    Person(name="Bo", key="2", adaptive=("seated",), cautions=("no-floor", "no-impact")),
    Person(name="Cy", key="3", adaptive=("one-arm",), ranges=(Measurement("hip.flexion", 95),)),
)


def everywhere(text: str, minutes: int, method: str, person: Person):
    """Every item of a session's prep, its stops and its cool-down, for the class and for one member."""
    workout = read_workout(text)
    wanted = PlanSettings(minutes=minutes, method=method, headcount=12, breaks=((1, 4),))
    sheet = plan_session(workout, wanted, PEOPLE, CATALOG)
    mine = fit_member(sheet, workout, person, wanted, CATALOG)
    for made in (sheet, mine):
        yield from (*made.items, *made.cooldown, *getattr(made, "extras", ()))
        for stop in made.breaks:
            yield from stop.items


class Items(unittest.TestCase):
    @settings(max_examples=25, deadline=None)
    @given(
        st.sampled_from(SESSIONS),
        st.integers(6, 20),
        st.sampled_from(sorted(CATALOG.methods)),
        st.sampled_from(PEOPLE),
    )
    def test_an_item_is_its_drill_and_its_place(self, text, minutes, method, person):
        """The drill is the shelf's own row; phase, kit, dose and level are of those it has; the end is that
        of the last turn; its way is said in place of the cues."""
        for item in everywhere(text, minutes, method, person):
            drill = item.drill
            self.assertIs(drill, CATALOG.drills[drill.id])
            self.assertIn(item.phase, drill.phases)
            self.assertTrue(0 <= item.dose_option < len(drill.doses), drill.id)
            if item.dose.per_side:
                self.assertTrue(drill.doses[item.dose_option].per_side, drill.id)
            self.assertEqual(item.level, "seated" if item.seated else drill.level)
            self.assertTrue(item.cues and all(item.cues), drill.id)
            if item.way:
                self.assertEqual(item.cues, (item.way,))
            pieces = set(drill.kit) | {swap for piece in drill.kit for swap in CATALOG.kit[piece].swaps}
            self.assertLessEqual(set(item.kit), pieces, drill.id)
            if item.turns:
                self.assertEqual(item.start_s, item.turns[0].start_s)
                self.assertEqual(item.end_s, item.turns[-1].start_s + item.turns[-1].seconds)
            self.assertGreater(item.end_s, item.start_s)
            self.assertLessEqual(item.waves, 2)
            self.assertTrue(0 <= item.gain <= 1)

    def test_what_an_item_serves_is_what_its_drill_does(self):
        """No reason is named that the drill has no effect on."""
        for person in PEOPLE:
            for item in everywhere(SESSIONS[0], 14, "general-to-specific", person):
                for demand in item.serves:
                    self.assertGreater(item.drill.effects.get(demand, 0), 0, f"{item.drill.id} for {demand}")


class Pins(unittest.TestCase):
    @given(st.sampled_from(sorted(CATALOG.drills)), st.sampled_from([None, "raise", "open", "rehearse"]))
    def test_writing_and_parsing_are_one(self, drill, phase):
        """Any drill in any phase, or in none."""
        pin = Pin(drill, phase)
        self.assertEqual(Pin.parse(str(pin)), pin)

    def test_a_draft_with_a_drill_of_old_still_opens(self):
        """Pins of drills that left the shelf go; a phase that never was is refused."""
        written = ("easy-skip", "gone-long-ago", "box-prayer@open", "gone-too@open")
        self.assertEqual(pins_of(written, CATALOG.drills), (Pin("easy-skip"), Pin("box-prayer", "open")))
        with self.assertRaises(PlanRefused) as caught:
            pins_of(("easy-skip@later",), CATALOG.drills)
        self.assertEqual(caught.exception.field, "pins")
