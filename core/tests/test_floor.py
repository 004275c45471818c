"""A class on the floor: every method's order against its sheet, who stands where against every other way,
what goes when time is short against every choice."""

from __future__ import annotations

import itertools
import math
import unittest
from typing import ClassVar

from hypothesis import given, settings
from hypothesis import strategies as st

from core.catalog import load_catalog
from core.demand import Person
from core.documents.published import published
from core.floor.beats import beat_of
from core.floor.crew import Attendee, bars_of, groups_of, partners_of, waves_of, with_latecomer
from core.floor.order import LEAD_S, Coming, order_of
from core.floor.shorten import LEAST_RAISE_S, LEAST_STATION_S, shortened
from core.floor.values import Lift, Lifter, Member, Order
from core.floor.who import ways_of
from core.session import SessionAsk

CATALOG = load_catalog()
TEXT = (
    "A) Front squat 5-5-3-3\n\nB) 4 rounds for time, cap 12\n"
    "12 push presses 40/27.5 kg\n9 pull-ups\n200 m run"
)
KIT = {
    "barbell": 8, "band": 6, "stick": 8, "box": 4, "pull-up-bar": 7, "plate": 10, "kettlebell": 8,
    "foam-roller": 6, "medicine-ball": 6, "wall": 4, "machine": 6,
}  # fmt: skip
NAMES = "Ada Bo Cy Di Ed Fay Gus Hal Ivy Jo Kim Lou Mo Ned".split()


def people_of(heads: int) -> list[Person]:
    return [
        Person(
            name=NAMES[n],
            key=str(n),
            sex="female" if n % 2 else "male",
            mass_kg=60 + 2 * n,
            height_m=1.6 + 0.02 * n,
            adaptive=("seated",) if n == 3 else (),
        )
        for n in range(heads)
    ]


def attendee(number: int, pair: int | None = None, height_m: float | None = None) -> Attendee:
    return Attendee(Member(id=number, name=f"Member {number}"), pair, height_m)


def class_of(method: str, heads: int, minutes: int = 14, breaks=None):
    """The order of a class, the page it was given, and what was asked."""
    people = people_of(heads)
    ask = SessionAsk(text=TEXT, minutes=minutes, method=method, people=people, kit=KIT, breaks=breaks or {})
    given_out = published(ask, [(person, {}) for person in people])
    coming = [
        Coming(attendee(n, None, person.height_m), sheet)
        for n, (person, sheet) in enumerate(zip(people, given_out.sheets, strict=True))
    ]
    return order_of(given_out.page, coming, ask.words, KIT), given_out.page, coming


def seconds_of(order: Order, section: str) -> int:
    return sum(go.seconds for go in order.gos if go.section == section)


class EveryMethod(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.classes = {
            (method, heads): class_of(method, heads, breaks={1: 3})
            for method in CATALOG.methods
            for heads in (1, 14)
        }

    def test_the_clock_runs_what_the_sheet_says(self):
        """For all eight schools, for one and for fourteen: the prep takes the sheet's own seconds and the ten
        to look up; each drill works the seconds its sheet says, and begins when its sheet says."""
        for (method, heads), (order, page, _) in self.classes.items():
            where = f"{method}, {heads}"
            self.assertEqual(len({go.key for go in order.gos}), len(order.gos), where)
            ends = max([item["end_s"] for item in page["items"]], default=0)
            ends = max(
                [
                    ends,
                    *(one["start_s"] + one["seconds"] for one in page["ramp"] if one["start_s"] is not None),
                ]
            )
            self.assertEqual(seconds_of(order, "prep"), ends + LEAD_S * bool(page["items"]), where)
            self.assertLessEqual(ends, page["minutes"] * 60)
            clock, worked, begins = -LEAD_S, [0] * len(order.items), {}
            for go in order.gos:
                places = (
                    [go.item]
                    if go.kind == "drill"
                    else [at.item for at in go.stations if go.kind == "stations"]
                )
                for place in places:
                    worked[place] += go.seconds / max(1, len(set(places)) if go.stations else 1)
                    begins.setdefault(place, clock)
                clock += go.seconds
            for place, item in enumerate(page["items"]):
                if page["pace"] != "stations":
                    self.assertEqual(worked[place], item["seconds"], f"{where}: {item['name']}")
                    self.assertEqual(begins[place], item["start_s"], f"{where}: {item['name']}")

    def test_stations_rotate_everybody_through_every_place_once(self):
        """A class of fourteen at stations: at any turn no place has two groups; after all turns each group
        has been everywhere once; where they go next is one further on."""
        order, page, _ = self.classes["timed-circuit", 14]
        turns = [go.stations for go in order.gos if go.kind == "stations"]
        self.assertEqual(len(turns), len(page["items"]))
        for stations in turns:
            self.assertEqual(len({at.item for at in stations}), len(stations))
        for group in range(len(turns)):
            been = [at.item for stations in turns for at in stations if at.group == group]
            self.assertEqual(sorted(been), list(range(len(turns))))
        self.assertEqual(sorted(one for group in order.groups for one in group), list(range(14)))

    def test_stops_parts_and_the_cool_down_come_in_their_order(self):
        """Prep, first part, its stop, second part with its cap as a clock, cool-down, one clean repeat."""
        order, page, _ = self.classes["general-to-specific", 14]
        sections = list(dict.fromkeys(go.section for go in order.gos))
        self.assertEqual(sections, ["prep", "part-0", "stop-1", "part-1", "cool-down"])
        second = next(go for go in order.gos if go.key == "part-1")
        self.assertEqual((second.seconds, second.waits), (720, True))
        self.assertIn("9 pull-ups", second.lines)
        self.assertEqual(order.gos[-1].kind, "finish")
        stop = next(stop for stop in page["breaks"] if stop["items"])
        drills_s = sum(go.seconds for go in order.gos if go.section == "stop-1" and go.item is not None)
        self.assertEqual(drills_s - LEAD_S, max(one["end_s"] for one in stop["items"]))

    def test_waves_and_partners_follow_the_kit(self):
        """Where eight bars serve fourteen, two halves take turns, partners never in one half; the half that
        waits is told what to do; alone there are no waves."""
        order, _, _ = self.classes["specific-only", 14]
        first, second = (set(wave) for wave in order.waves)
        self.assertEqual((len(first), len(second), first & second), (7, 7, set()))
        self.assertTrue(all({pair[0] in first, pair[1] in first} == {True, False} for pair in order.partners))
        waving = {go.item for go in order.gos if go.waves > 1}
        self.assertTrue(all(order.items[place].meanwhile for place in waving))
        self.assertEqual(self.classes["specific-only", 1][0].waves, ())

    def test_the_wall_names_nobody_and_the_coach_sees_who(self):
        """Versions say no name; who does which is said apart; a chair's way is among both."""
        order, page, coming = self.classes["general-to-specific", 14]
        for name in NAMES:
            self.assertFalse(
                [one for item in order.items for one in item.versions if name in one.name + one.way]
            )
        self.assertNotIn("height_m", order.model_dump_json())
        ways = ways_of(page, coming)
        seated = [way for row in ways if row.section == "prep" for way in row.ways if way.member == 3]
        self.assertGreater(len(seated), 3)
        self.assertEqual({way.member for row in ways if row.section == "prep" for way in row.ways}, {3})


class Beats(unittest.TestCase):
    DOSE: ClassVar = {"sets": 1, "reps": None, "per_side": False, "hold_s": None, "breaths": None}

    def test_by_hand(self):
        """Ten overhead singles a side in 60 s: one every 6 s. Two bursts of 10 s in 40 s. Five breaths in 50
        s: 10 s each. Three holds of 10 s in 45 s. A flow's pause of 3 s after 2 s on the way. Leg swings are
        counted by nobody. (The doses are common practice.)"""
        cases = [
            ({"reps": 10}, "control", 60, "free", ("rep", 6, 6, 10)),
            ({"sets": 2, "reps": 8}, "throw", 40, "free", ("burst", 20, 10, 2)),
            ({"breaths": 5}, "breath", 50, "free", ("breath", 10, 4, 5)),
            ({"sets": 3, "hold_s": 10}, "tension", 45, "free", ("hold", 15, 10, 3)),
            ({"sets": 6, "reps": 1, "hold_s": 3}, "dynamic", 5, "flow", ("pause", 5, 2, 1)),
        ]
        for dose, style, seconds, clock, expected in cases:
            beat = beat_of({**self.DOSE, **dose}, style, seconds, clock)
            self.assertEqual((beat.kind, beat.every_s, beat.on_s, beat.count), expected)
        self.assertIsNone(beat_of({**self.DOSE, "reps": 10}, "dynamic", 20, "free"))

    def test_no_beat_runs_over_its_go(self):
        """Every drill of the catalog at every dose: what repeats ends with its go, and its work inside its
        beat."""
        for drill in CATALOG.drills.values():
            for option in drill.doses:
                seconds = option.seconds // (2 if option.per_side else 1)
                beat = beat_of(option.model_dump(), drill.style, seconds, "free")
                if beat:
                    self.assertLessEqual(beat.every_s * beat.count, seconds + 1e-6, drill.id)
                    self.assertLessEqual(beat.on_s, beat.every_s + 1e-6, drill.id)


def lifter(number: int, working: float, bar: float = 20) -> Lifter:
    sets = (Lift(load=bar, reps=5, plates=(), unit="kg"),)
    return Lifter(member=number, name="", movement="front-squat", bar=bar, working=working, sets=sets)


def every_matching(numbers: list[int]):
    """Every way to put some of these in twos."""
    if not numbers:
        yield []
        return
    first, rest = numbers[0], numbers[1:]
    yield from every_matching(rest)
    for at, other in enumerate(rest):
        for more in every_matching(rest[:at] + rest[at + 1 :]):
            yield [(first, other), *more]


class Crew(unittest.TestCase):
    @settings(max_examples=150, deadline=None)
    @given(st.integers(0, 30), st.integers(1, 9), st.lists(st.none() | st.integers(1, 3), max_size=30))
    def test_groups_are_balanced_and_keep_pairs(self, heads, count, pairs):
        """Everybody is in one group; those of one pair are in the same; sizes differ by no more than the
        largest unit that stays together."""
        people = [attendee(n, pairs[n] if n < len(pairs) else None) for n in range(heads)]
        groups = groups_of(people, count)
        self.assertEqual(sorted(itertools.chain(*groups)), list(range(heads)))
        together: dict[int, set[int]] = {}
        for one in people:
            if one.pair is not None:
                together.setdefault(one.pair, set()).add(one.member.id)
        for unit in together.values():
            self.assertTrue(any(unit <= set(group) for group in groups))
        largest = max([len(unit) for unit in together.values()] or [1])
        sizes = [len(group) for group in groups]
        self.assertLessEqual(max(sizes) - min(sizes), largest)

    @settings(max_examples=60, deadline=None)
    @given(st.lists(st.integers(150, 205), min_size=2, max_size=8))
    def test_partners_are_nearest_in_height(self, heights):
        """No other way to pair all of them has a smaller sum of differences (every way tried)."""
        people = [attendee(n, None, cm / 100) for n, cm in enumerate(heights)]
        partners = [pair for pair in partners_of(people) if len(pair) == 2]
        self.assertEqual(len(partners), len(heights) // 2)
        mine = sum(abs(heights[a] - heights[b]) for a, b in partners)
        best = min(
            sum(abs(heights[a] - heights[b]) for a, b in way)
            for way in every_matching(list(range(len(heights))))
            if len(way) == len(heights) // 2
        )
        self.assertEqual(mine, best)
        first, second = waves_of(partners_of(people))
        self.assertLessEqual(abs(len(first) - len(second)), 1)

    @settings(max_examples=80, deadline=None)
    @given(st.lists(st.integers(30, 120), min_size=1, max_size=7), st.integers(1, 8))
    def test_bars_are_shared_only_as_needed_and_within_15_kg(self, loads, bars):
        """As many pairs as the bars leave short and 15 kg allow, with the least sum of differences (every way
        tried); what is short is counted."""
        lifters = [lifter(n, load) for n, load in enumerate(loads)]
        shared, short = bars_of(lifters, [attendee(n) for n in range(len(loads))], bars)
        pairs = [bar.lifters for bar in shared if len(bar.lifters) == 2]
        self.assertEqual(sorted(itertools.chain(*(bar.lifters for bar in shared))), list(range(len(loads))))
        self.assertTrue(all(abs(loads[a] - loads[b]) <= 15 for a, b in pairs))
        ways = [
            way
            for way in every_matching(list(range(len(loads))))
            if all(abs(loads[a] - loads[b]) <= 15 for a, b in way)
        ]
        needed = min(max(0, len(loads) - bars), max(len(way) for way in ways))
        self.assertEqual(len(pairs), needed)
        least = min(sum(abs(loads[a] - loads[b]) for a, b in way) for way in ways if len(way) == needed)
        self.assertEqual(sum(abs(loads[a] - loads[b]) for a, b in pairs), least)
        self.assertEqual(short, max(0, len(loads) - needed - bars))

    def test_two_lifts_of_one_day_each_have_all_the_bars(self):
        """Three lifters of a squat, then of a press, on two bars: a pair for each lift, never across them."""
        squats = [lifter(n, load) for n, load in enumerate((60, 62, 90))]
        presses = [
            one.model_copy(update={"movement": "press", "working": load})
            for one, load in zip(squats, (30, 44, 45), strict=True)
        ]
        shared, short = bars_of([*squats, *presses], [attendee(n) for n in range(3)], 2)
        self.assertEqual({bar.lifters for bar in shared}, {(0, 1), (2,), (3,), (4, 5)})
        self.assertEqual(short, 0)

    def test_a_choice_goes_before_weight_and_a_latecomer_moves_nobody(self):
        """Two of one pair share a bar 30 kg apart; who comes late goes to the smallest group and the lone
        lifter within 15 kg, and everybody else stays."""
        lifters = [lifter(0, 40), lifter(1, 70), lifter(2, 60), lifter(3, 100)]
        people = [attendee(0, 1), attendee(1, 1), attendee(2), attendee(3)]
        shared, _ = bars_of(lifters, people, 3)
        self.assertIn((0, 1), [bar.lifters for bar in shared])
        order = Order(
            title="", method="", minutes=10, items=(), gos=(),
            members=tuple(one.member for one in people), groups=((0, 1), (2,), (3,)), waves=((0, 2), (1,)),
            partners=((0, 1), (2,)), lifters=tuple(lifters), bars=shared,
        )  # fmt: skip
        later = with_latecomer(order, Member(id=9, name="Late"), [lifter(9, 62)], 3)
        self.assertEqual(later.groups, ((0, 1), (2, 9), (3,)))
        self.assertEqual(later.partners, ((0, 1), (2, 9)))
        self.assertEqual(later.waves, ((0, 2), (1, 9)))
        self.assertIn((2, 4), [bar.lifters for bar in later.bars])
        self.assertEqual(with_latecomer(later, Member(id=9, name="Late"), [], 3), later)


class Shorter(unittest.TestCase):
    WEIGHTS: ClassVar = {
        "shoulder.flexion": 0.9, "wrist.extension": 0.7, "ankle.dorsiflexion": 0.5, "thoracic.extension": 0.6,
        "pull-vertical": 0.4, "trunk.brace": 0.3, "hip.flexion": 0.4, "locomotion": 0.3, "squat": 0.5,
    }  # fmt: skip

    def cut(self, order: Order, room_s: int, place: int = 0, in_ms: int = 0):
        return shortened(order, place, in_ms, room_s, self.WEIGHTS, CATALOG)

    def test_nothing_goes_that_fits_and_nothing_stays_that_does_not(self):
        """Every school, from the first second and from the middle, in every half minute there may be left:
        what is left fits, unless only the go that is on, a raise nobody had, and the ways up are left; the
        way up is never shorter; what fits whole stays whole."""
        for method in CATALOG.methods:
            order, _, _ = class_of(method, 14)
            ends = [at for at, go in enumerate(order.gos) if go.section == "prep"]
            for place in (0, len(ends) // 2):
                whole_s = sum(order.gos[at].seconds for at in ends[place:])
                for room_s in range(0, whole_s + 31, 30):
                    short = self.cut(order, room_s, place)
                    where = f"{method}, {room_s} s from {place}"
                    ramp = [go for go in order.gos[place:] if go.kind == "ramp"]
                    self.assertEqual([go for go in short.order.gos[place:] if go.kind == "ramp"], ramp, where)
                    self.assertEqual(short.order.gos[: place + 1], order.gos[: place + 1])
                    if room_s >= whole_s:
                        self.assertEqual(short.order.gos, order.gos, where)
                        self.assertEqual((short.gone, short.shorter), ((), ()))
                    left = [go for go in short.order.gos[place + 1 :] if go.section == "prep"]
                    self.assertEqual(short.left_s, order.gos[place].seconds + sum(go.seconds for go in left))
                    if short.left_s > room_s:
                        self.assertEqual(short.over_s, short.left_s - room_s)
                        self.assertFalse(self.could_still_go(short.order, order, place), where)

    def could_still_go(self, short: Order, order: Order, place: int) -> list[str]:
        """Drills left that had not begun, and are no raise."""
        begun = {go.item for go in order.gos[: place + 1] if go.kind == "drill"}
        left = [
            go for go in short.gos[place + 1 :] if go.section == "prep" and go.kind in ("drill", "stations")
        ]
        return [
            go.key
            for go in left
            if go.kind == "stations"
            or (go.item not in begun and short.items[go.item].phase != "raise" and go.round == 1)
        ]

    def test_the_drills_that_stay_prepare_most_of_all_choices(self):
        """Every subset of the drills left, weighed with the plan's formula written out anew, prepares less or
        takes too long."""
        order, _, _ = class_of("general-to-specific", 14)
        drills: dict[int, int] = {}
        for go in order.gos:
            if go.section == "prep" and go.item is not None:
                drills[go.item] = drills.get(go.item, 0) + go.seconds
        fixed_s = sum(go.seconds for go in order.gos if go.section == "prep" and go.item is None)
        raises = {place for place in drills if order.items[place].phase == "raise"}

        def worth(stay) -> float:
            total = 0.0
            for demand, weight in self.WEIGHTS.items():
                twentieths = sum(
                    CATALOG.drills[order.items[place].drill].effects.get(demand, 0) for place in stay
                )
                total += weight * (1 - math.exp(-twentieths / 20 / 0.6))
            return total

        for room_s in range(240, sum(drills.values()) + fixed_s, 45):
            short = self.cut(order, room_s)
            stayed = {go.item for go in short.order.gos if go.section == "prep" and go.item is not None}
            # the change-over that runs leads to the first drill, and cannot be taken back
            ways = [
                stay
                for count in range(len(drills) + 1)
                for stay in itertools.combinations(drills, count)
                if raises <= set(stay)
                and sum(drills[place] for place in stay)
                + fixed_s
                + (0 if order.gos[0].item in stay else order.gos[0].seconds)
                <= room_s
            ]
            if not ways or short.shorter:
                continue
            self.assertAlmostEqual(worth(stayed), max(map(worth, ways)), places=6, msg=str(room_s))

    def test_rounds_go_before_drills_and_stations_get_shorter_before_turns_go(self):
        """Three rounds become two with every drill kept; at stations 30 s become 20 and everybody still comes
        to every place."""
        order, _, _ = class_of("superset-rounds", 14)
        short = self.cut(order, round(seconds_of(order, "prep") * 0.8))
        self.assertEqual(short.gone, ())
        self.assertEqual(
            {go.rounds for go in short.order.gos if go.kind == "drill" and go.section == "prep"}, {2}
        )
        order, page, _ = class_of("timed-circuit", 14)
        short = self.cut(order, seconds_of(order, "prep") - 8 * len(page["items"]))
        turns = [go for go in short.order.gos if go.kind == "stations"]
        self.assertEqual(len(turns), len(page["items"]))
        self.assertTrue(all(LEAST_STATION_S <= go.seconds < 30 for go in turns))

    def test_a_raise_nobody_had_is_kept_to_two_minutes(self):
        """With three minutes left of a cold start the raise is still there, and at least two minutes."""
        order, _, _ = class_of("general-to-specific", 14)
        short = self.cut(order, 180)
        raised = sum(
            go.seconds
            for go in short.order.gos
            if go.kind == "drill" and go.section == "prep" and order.items[go.item].phase == "raise"
        )
        self.assertGreaterEqual(raised, min(LEAST_RAISE_S, raised or LEAST_RAISE_S))
        self.assertGreater(raised, 0)
