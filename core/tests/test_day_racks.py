"""Ways up on shared racks: against a general solver, against every possibility of small ones, and by the
rules."""

from __future__ import annotations

from itertools import product
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from core.day.racks import MOST_REST_SLOTS, Cost, WayUp, cost_of, hold_slots, rest_slots, schedule
from core.tests.rack_reference import best, instance, worst

INSTANCES = 60
AT_A_DESK = 0.5  # of the effort, as the server searches


def way(key: str, deadline: int, holds=(3, 3), rests=(4,), release=0, **more) -> WayUp:
    return WayUp(key=key, athlete=key, holds=holds, rests=rests, release=release, deadline=deadline, **more)


def kept_rules(ways: list[WayUp], racks: int, starts: dict) -> list[str]:
    """Rules that a schedule breaks, worked out slot by slot."""
    broken: list[str] = []
    busy: dict[int, int] = {}
    for one in ways:
        own = starts[one.key]
        if own is None:
            continue
        if own[0] < one.release or own[-1] + one.holds[-1] > one.deadline:
            broken.append(f"{one.key} is outside its time")
        for number, rest in enumerate(one.rests):
            gap = own[number + 1] - own[number] - one.holds[number]
            if not rest <= gap <= MOST_REST_SLOTS:
                broken.append(f"{one.key} rests {gap} slots")
        for start, hold in zip(own, one.holds, strict=True):
            for slot in range(start, start + hold):
                busy[slot] = busy.get(slot, 0) + 1
    return broken + [f"{count} racks at {slot}" for slot, count in busy.items() if count > racks]


class ReferenceTest(TestCase):
    def test_each_level_is_within_two_percent_of_the_solver(self):
        off, unproven = [], 0
        for number in range(INSTANCES):
            ways, racks = instance(number)
            found = schedule(ways, racks, AT_A_DESK)
            self.assertEqual(kept_rules(ways, racks, dict(found.starts)), [])
            reference = best(ways, racks)
            unproven += not reference.proven
            level = worst(tuple(found.cost), reference)
            if level:
                off.append((number, level, tuple(found.cost), reference.values))
        self.assertEqual(off, [], f"{unproven} were not proven")

    def test_small_ones_against_every_possibility(self):
        for racks, deadlines in product((1, 2), ((16, 16), (16, 18), (14, 20))):
            ways = [way("a", deadlines[0]), way("b", deadlines[1], holds=(2, 3))]
            places = [
                [(first, second) for first in range(21) for second in range(21) if _fits(one, first, second)]
                + [None]
                for one in ways
            ]
            possible = (
                cost_of(ways, starts)
                for pair in product(*places)
                if not kept_rules(ways, racks, starts := {"a": pair[0], "b": pair[1]})
            )
            self.assertEqual(schedule(ways, racks).cost, min(possible), (racks, deadlines))


def _fits(one: WayUp, first: int, second: int) -> bool:
    gap = second - first - one.holds[0]
    return one.rests[0] <= gap <= MOST_REST_SLOTS and second + one.holds[1] <= one.deadline


class RulesTest(TestCase):
    def test_times_of_a_set_by_hand(self):
        # five reps of 3 s and 30 s of plates are 45 s; one rep 33 s, which takes three slots of 15
        self.assertEqual((hold_slots(5), hold_slots(1), hold_slots(11)), (3, 3, 5))
        # 60 s after a light one, 120 after a middling one, 180 before the weight
        self.assertEqual([rest_slots(share) for share in (0.3, 0.6, 0.85)], [4, 8, 12])

    def test_two_at_one_rack_take_turns_and_two_racks_keep_them_apart(self):
        both = [way("a", 40), way("b", 40)]
        self.assertEqual(schedule(both, 2).cost, Cost(0, 0, 0, 20))
        one = schedule(both, 1)
        # whoever is not last waits as long as the other one's last set lasts
        self.assertEqual(one.cost[:3], (0, 0, 3))

    def test_no_rack_at_all_is_no_time(self):
        self.assertEqual(schedule([way("a", 40)], 0).cost.missed, 1)
        self.assertEqual(schedule([], 2).cost, Cost(0, 0, 0, 0))

    def test_who_has_their_sets_keeps_them_when_another_heat_moves(self):
        ways = [way("a", 40), way("b", 40), way("c", 44)]
        first = schedule(ways, 2)
        given = [
            WayUp(
                **{**{name: getattr(one, name) for name in one.__slots__}, "published": first.starts[one.key]}
            )
            for one in ways
        ]
        late = way("c", 60, published=first.starts["c"])
        again = schedule([*given[:2], late], 2)
        self.assertEqual((again.starts["a"], again.starts["b"]), (first.starts["a"], first.starts["b"]))
        self.assertEqual(again.cost.changed, 0)  # c's own sets are still in time, so it keeps them

    def test_what_runs_is_fixed(self):
        running = way("a", 40, published=(10, 20), fixed=True)
        found = schedule([running, way("b", 30, release=8)], 1)
        self.assertEqual(found.starts["a"], (10, 20))
        self.assertEqual(kept_rules([running, way("b", 30, release=8)], 1, dict(found.starts)), [])

    @settings(max_examples=60, deadline=None)
    @given(st.integers(0, 10**6))
    def test_every_schedule_keeps_the_rules_and_the_same_asks_give_the_same(self, number):
        ways, racks = instance(number)
        found = schedule(ways, racks, effort=0.05)
        self.assertEqual(kept_rules(ways, racks, dict(found.starts)), [])
        self.assertEqual(schedule(ways, racks, effort=0.05), found)
        self.assertEqual(found.cost, cost_of(ways, found.starts))
