"""What a gym changes: copies of methods, cold rooms, a locked prep, a small floor, drills nobody knows
yet."""

import itertools
import re
import unittest
from collections import Counter

from core.catalog import load_catalog
from core.catalog.own import copy_of, own_method, with_methods
from core.demand import derive
from core.errors import CatalogError, PlanRefused
from core.prep import Pin, PlanSettings, plan
from core.prep.candidates import candidates_for
from core.prep.sequence import in_order, transition_s
from core.reading import read_workout

CATALOG = load_catalog()
WORKOUT = read_workout("A) Front squat 4x4 @ 78%\n\nB) 3 rounds for time\n12 push presses 40 kg\n9 pull-ups")
PROFILE = derive(WORKOUT)


def made(catalog=None, **wanted):
    return plan(WORKOUT, PROFILE, PlanSettings(**{"minutes": 12, **wanted}), catalog=catalog or CATALOG)


class OwnCopies(unittest.TestCase):
    def test_a_copy_plans_by_its_own_rules(self):
        """A copy that forbids what the base uses most, with a stop at two drills to open, is planned so;
        the base stays as it is."""
        before = [item.drill.id for item in made().items]
        phases = [
            {**phase, "max_items": 2, "min_items": 1, "min_s": 60} if phase["phase"] == "open" else phase
            for phase in CATALOG.methods["general-to-specific"].model_dump(mode="json")["phases"]
        ]
        fields = copy_of(
            CATALOG,
            "general-to-specific",
            {"name": "Short and plain", "phases": phases, "forbids": ["soft-tissue", "tension"]},
        )
        catalog = with_methods([("own-short", fields)], CATALOG)
        sheet = made(catalog, method="own-short")
        opened = [item for item in sheet.items if item.phase == "open"]
        self.assertLessEqual(len(opened), 2)
        self.assertFalse(
            [item.drill.id for item in sheet.items if item.drill.style in ("tension", "soft-tissue")]
        )
        self.assertEqual([item.drill.id for item in made().items], before)
        self.assertIs(
            with_methods([("own-short", fields)], CATALOG),
            catalog,
            "equal rows are one catalog, so caches hold",
        )

    def test_a_copy_that_cannot_be_says_its_field(self):
        """No base, a field that is not the gym's to change, bounds upside down, phases out of order, a
        name that is taken."""
        with self.assertRaises(CatalogError):
            copy_of(CATALOG, "nothing", {})
        with self.assertRaises(CatalogError):
            copy_of(CATALOG, "flow", {"source": "measured"})
        base = copy_of(CATALOG, "flow", {"name": "Ours"})
        upside = [{"phase": "open", "min_s": 300, "max_s": 100, "min_items": 1, "max_items": 2}]
        disorder = [
            {"phase": "rehearse", "min_s": 0, "max_s": 100, "min_items": 0, "max_items": 2},
            {"phase": "open", "min_s": 0, "max_s": 100, "min_items": 0, "max_items": 2},
        ]
        for changes, said in (
            ({"phases": upside}, "least is above the most"),
            ({"phases": disorder}, "in the order"),
            ({"phases": []}, "at least one phase"),
            ({"name": "End-range tension"}, "name of its own"),
            ({"kit_only": ["trampoline"]}, "kit"),
            ({"ramp_share": 3}, "less than or equal"),
        ):
            with self.assertRaisesRegex(CatalogError, said):
                own_method(CATALOG, "own-x", {**base, **changes})


class Room(unittest.TestCase):
    def test_a_cold_room_raises_longer_and_only_then_for_the_specific_school(self):
        """The specific school raises only if it is cold (common practice); the default raises at least
        three minutes then, scaled."""
        self.assertFalse(
            [item for item in made(method="specific-only", minutes=8).items if item.phase == "raise"]
        )
        self.assertTrue(
            [
                item
                for item in made(method="specific-only", minutes=8, cold=True).items
                if item.phase == "raise"
            ]
        )
        usual, cold = (
            sum(item.seconds for item in made(minutes=20, cold=cold).items if item.phase == "raise")
            for cold in (False, True)
        )
        self.assertGreater(cold, usual)
        self.assertGreaterEqual(cold, 180)

    def test_a_small_floor_makes_waves_or_another_choice(self):
        """Seven mats for twelve people: what needs one runs in two waves, or is left; five are too few for
        two waves."""
        for places, waves in ((7, {2}), (5, set())):
            sheet = made(minutes=20, headcount=12, places=(("mat", places),))
            self.assertLessEqual({item.waves for item in sheet.items if item.drill.space == "mat"}, waves)
        pinned = made(minutes=20, headcount=12, places=(("mat", 7),), pins=(Pin("box-prayer"),))
        self.assertEqual([item.waves for item in pinned.items if item.drill.id == "box-prayer"], [2])


class Held(unittest.TestCase):
    def test_a_locked_prep_stays_as_it_stands(self):
        """More minutes, another class: the same drills, doses and order; nothing comes in, and what is
        left says it is locked."""
        sheet = made()
        held = {
            "locked": True,
            "pins": tuple(Pin(item.drill.id, item.phase) for item in sheet.items),
            "order": tuple(item.drill.id for item in sheet.items),
            "doses": tuple((item.drill.id, item.dose_option) for item in sheet.items),
        }
        again = made(minutes=20, headcount=4, **held)
        self.assertEqual(
            [(item.drill.id, item.dose, item.phase) for item in again.items],
            [(item.drill.id, item.dose, item.phase) for item in sheet.items],
        )
        self.assertEqual(again.next_minute, ())
        longer_ramp = plan(
            read_workout("Front squat 4x4 160 kg"), PROFILE, PlanSettings(minutes=12, **held), catalog=CATALOG
        )
        self.assertEqual(
            [item.drill.id for item in longer_ramp.items],
            [item.drill.id for item in sheet.items],
            "a longer way up gives way",
        )
        self.assertTrue(all("locked" in one.why for one in again.uncovered))

    def test_what_could_not_be_kept_is_said_with_its_reason(self):
        """A pinned drill without its kit is named, not dropped in silence."""
        sheet = made(kit={}, headcount=6, pins=(Pin("band-pull-apart"),))
        self.assertTrue(
            any("Band pull-apart" in note and "not enough kit" in note for note in sheet.notes), sheet.notes
        )
        with self.assertRaises(PlanRefused):
            made(pins=(Pin("no-such-drill"),))

    def test_what_people_know_comes_before_what_is_new(self):
        """Among orders of equal length, drills nobody has done for weeks come after the known ones of
        their kit and level."""
        settings = PlanSettings(minutes=30)
        pool = [
            one
            for one in candidates_for(
                settings, settings.check(CATALOG), CATALOG, dict.fromkeys(CATALOG.demands, 1.0)
            )
            if one.phase == "open" and one.dose == 0 and one.level == "standing" and not one.kit
        ][:5]
        new = {pool[0].drill.id, pool[2].drill.id}
        run = [one.drill.id for one in in_order(pool, (), new)]
        self.assertEqual(set(run[-2:]), new)
        cost = [
            sum(transition_s(a, b) for a, b in itertools.pairwise(way))
            for way in (in_order(pool, (), new), in_order(pool))
        ]
        self.assertEqual(*cost)


class Reasons(unittest.TestCase):
    def test_every_effect_of_every_drill_has_its_reason(self):
        """A reason for each effect, strongest first, beside the drill's own why; every style of the shelf
        has its lines."""
        for drill in CATALOG.drills.values():
            why = CATALOG.why(drill.id)
            self.assertEqual(
                {demand for demand, _, _ in why},
                {demand for demand, effect in drill.effects.items() if effect},
            )
            self.assertEqual(
                [effect for _, effect, _ in why], sorted((effect for _, effect, _ in why), reverse=True)
            )
            self.assertTrue(drill.why and all(len(because) > 8 for _, _, because in why), drill.id)

    def test_a_reason_says_how_far_this_drill_goes_and_for_what(self):
        """Worked by hand from the catalog's poses: the bottom of the deep squat hold bends ankles as its
        pose says; a reach is told with what asks for it, a pattern with what repeats it; hardly any is a
        style's phrase alone."""
        for drill in CATALOG.drills.values():
            poses = [CATALOG.poses[pose] for pose in drill.poses]
            for demand, _, because in CATALOG.why(drill.id):
                said = re.search(r"about (\d+) degrees", because)
                if demand == "ankle.dorsiflexion" and all(pose.view == "side" for pose in poses):
                    most = max(side.ankle for pose in poses for side in (pose.near, pose.far))
                    self.assertEqual(said is not None, most >= 10, drill.id)
                    self.assertTrue(said is None or abs(int(said[1]) - most) <= 2.5, drill.id)
                used = any(
                    demand in row.reaches or row.holds.get(demand) for row in CATALOG.positions.values()
                )
                self.assertTrue("; for " in because or not used, (drill.id, demand))
        every = Counter(because for drill in CATALOG.drills for _, _, because in CATALOG.why(drill))
        self.assertGreater(len(every), 0.35 * every.total())
        styles = [words for row in CATALOG.reasons.values() for words in row.of_kind.values()]
        self.assertLess(sum(every[words] for words in styles), 0.02 * every.total())
