"""What is set out, and where stations stand: against lists counted by hand and every way to place few
stations."""

from __future__ import annotations

import itertools
import math
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from core.catalog import load_catalog
from core.floor.room import AREA_M2, GymPlan, Piece, Room, lay_stations, room_of
from core.floor.set_out import plates_for, set_out
from core.floor.values import Lift, Lifter
from core.tests.test_floor import KIT, class_of

CATALOG = load_catalog()
HALL = GymPlan(
    width=20,
    depth=12,
    pieces=(
        Piece(kind="open", x=2, y=2, width=10, depth=8),
        Piece(kind="rack", x=14, y=0, width=4, depth=3),
        Piece(kind="rig", x=14, y=6, width=5, depth=3),
        Piece(kind="wall", x=0, y=11, width=20, depth=1),
    ),
)


def kit_of(page) -> dict[str, list[str]]:
    items = [*page["items"], *page["cooldown"], *(one for stop in page["breaks"] for one in stop["items"])]
    return {item["drill"]: item["kit"] for item in items}


class Set(unittest.TestCase):
    def test_what_a_class_of_fourteen_needs_by_hand(self):
        """For each drill of the prep, people at once (half of them in two waves) times its kit a person, and
        the most of all drills at one place; never more than the gym has; machines and walls stand where they
        are."""
        for method in CATALOG.methods:
            order, page, _ = class_of(method, 14)
            said = set_out(order, kit_of(page), 14, HALL, CATALOG)
            expected: dict[tuple[str, str], int] = {}
            group = max((len(one) for one in order.groups), default=0)
            for item in [*page["items"], *page["cooldown"]]:
                heads = (
                    group
                    if page["pace"] == "stations" and item in page["items"]
                    else math.ceil(14 / item["waves"])
                )
                for piece in item["kit"]:
                    each = CATALOG.drills[item["drill"]].kit.get(piece, 1)
                    key = (CATALOG.kit[piece].name, item["name"])
                    expected[key] = math.ceil(each * heads)
            for line in said.lines:
                if line.key.startswith("bar "):
                    continue
                counted = max(expected[line.what, use] for use in line.uses)
                everybody = not line.where.startswith("station")
                lifts = [order.lifters[bar.lifters[0]].movement for bar in order.bars]
                most = max(map(lifts.count, lifts), default=0)
                on_platforms = most if line.what == "barbell" and everybody else 0
                self.assertEqual(line.count, counted - on_platforms, f"{method}: {line}")
                piece = next(one for one in CATALOG.kit.values() if one.name == line.what)
                self.assertLessEqual(line.count, KIT.get(piece.id, 14), f"{method}: {line}")
                self.assertNotIn(piece.id, ("wall", "machine", "pull-up-bar"))
            self.assertEqual(len({line.key for line in said.lines}), len(said.lines), method)
            lifting = {order.members[one.member].name for one in order.lifters}
            self.assertEqual(
                {use for line in said.lines if line.key.startswith("bar ") for use in line.uses}, lifting
            )

    def test_plates_of_a_shared_bar_are_those_of_whoever_wants_most_of_each(self):
        """40 kg as 10 and 45 as 10 + 2.5, 70 as 20 + 5: one end wants 20, 10, 5, 2.5."""

        def lifter(*sets):
            lifts = tuple(Lift(load=0, reps=3, plates=plates, unit="kg") for plates in sets)
            return Lifter(member=0, name="", movement="", bar=20, working=0, sets=lifts)

        found = plates_for([lifter((), (10,), (10, 2.5)), lifter((), (10, 10), (20, 5))])
        self.assertEqual(dict(found), {20: 1, 10: 2, 5: 1, 2.5: 1})

    def test_a_floor_that_is_too_small_is_said_with_a_way_out(self):
        """Fourteen on 12 m2: every drill of the open floor that takes more says so, by how much; where two
        halves fit that is the first way out; on 400 m2 nothing is said."""
        order, page, _ = class_of("general-to-specific", 14)
        small = GymPlan(pieces=(Piece(kind="open", x=0, y=0, width=4, depth=5),))
        said = set_out(order, kit_of(page), 14, small, CATALOG)
        self.assertTrue(said.clashes)
        for clash in said.clashes:
            area = room_of(CATALOG.drills[clash.drill]).area_m2
            waves = next(
                item["waves"] for item in [*page["items"], *page["cooldown"]] if item["drill"] == clash.drill
            )
            self.assertAlmostEqual(clash.needs_m2, area * math.ceil(14 / waves), places=1)
            self.assertGreater(clash.needs_m2, 20)
            self.assertEqual("two halves" in clash.ways_out[0], clash.needs_m2 <= 40)
        large = GymPlan(width=20, depth=20, pieces=(Piece(kind="open", x=0, y=0, width=20, depth=20),))
        self.assertEqual(set_out(order, kit_of(page), 14, large, CATALOG).clashes, ())

    def test_what_swings_flies_hangs_and_turns_needs_clear_room(self):
        """By hand: a ball thrown, a rope, a hang; a plank needs none."""
        clear = {"fast-throws": 3.0, "easy-skip": 1.4}
        for drill, radius_m in clear.items():
            self.assertEqual(room_of(CATALOG.drills[drill]).radius_m, radius_m)
        hanging = [drill for drill in CATALOG.drills.values() if drill.level == "hanging"]
        self.assertTrue(hanging)
        for drill in hanging:
            self.assertEqual((room_of(drill).radius_m, room_of(drill).zone), (1.5, "rig"))
        still = [
            drill
            for drill in CATALOG.drills.values()
            if drill.style in ("static", "breath") and not drill.kit
        ]
        self.assertTrue(all(room_of(drill).radius_m == 0 for drill in still if drill.level != "hanging"))
        self.assertTrue(
            all(room_of(drill).area_m2 >= AREA_M2[drill.space] for drill in CATALOG.drills.values())
        )


class Plan(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(
        st.lists(st.sampled_from(["open", "rack", "rig", "wall"]), min_size=1, max_size=12),
        st.integers(1, 3),
    )
    def test_stations_stand_inside_their_kind_and_apart(self, zones, heads):
        """Whatever the stations: each in a piece of its kind or on open floor, and no two at one spot; those
        that found none are named."""
        rooms = [Room(2.3, 0.0, "", zone) for zone in zones]
        laid = lay_stations(HALL, rooms, [heads] * len(rooms))
        for one in laid.laid:
            piece = HALL.pieces[one.piece]
            self.assertIn(piece.kind, (zones[one.station], "open"))
            self.assertTrue(
                piece.x <= one.x <= piece.x + piece.width and piece.y <= one.y <= piece.y + piece.depth
            )
        self.assertEqual(len({(one.x, one.y) for one in laid.laid}), len(laid.laid))
        self.assertEqual({one.station for one in laid.laid} | set(laid.left), set(range(len(zones))))

    def test_a_round_is_nearly_as_short_as_it_can_be(self):
        """Four stations on the open floor and two at the rig: the walk is at most a quarter longer than the
        shortest of all ways to put them on the same spots."""
        rooms = [Room(6.0, 0.0, "", zone) for zone in ("open", "rig", "open", "open", "rig", "open")]
        laid = lay_stations(HALL, rooms, [1] * 6)
        self.assertEqual(laid.left, ())
        at = {one.station: (one.x, one.y) for one in laid.laid}
        open_places = [at[n] for n in (0, 2, 3, 5)]
        rig_places = [at[n] for n in (1, 4)]
        best = math.inf
        for opens in itertools.permutations(open_places):
            for rigs in itertools.permutations(rig_places):
                tour = [opens[0], rigs[0], opens[1], opens[2], rigs[1], opens[3]]
                best = min(
                    best, sum(math.dist(a, b) for a, b in zip(tour, [*tour[1:], tour[0]], strict=True))
                )
        self.assertLessEqual(laid.walk_m, best * 1.25 + 0.1)
        walked = sum(math.dist(at[n], at[(n + 1) % 6]) for n in range(6))
        self.assertAlmostEqual(laid.walk_m, walked, delta=0.1)
