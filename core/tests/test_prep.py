"""The prep: limits always kept, reasons always true, order proven on small sets."""

import itertools
import random
import unittest
from collections import Counter
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from core.catalog import load_catalog
from core.demand import derive
from core.errors import PlanRefused
from core.hazards import Cautions, hazards_of
from core.prep import Pin, PlanSettings, plan
from core.prep.candidates import candidates_for
from core.prep.choose import choose, limits_for
from core.prep.clock import lay_out
from core.prep.pace import pace_of
from core.prep.plan import demand_weights
from core.prep.problem import Problem
from core.prep.sequence import in_order, transition_s
from core.prep.warmth import left_after
from core.reading import read_workout

CATALOG = load_catalog()
TEXTS = (
    (
        "A) Front squat 4x4 @ 78%\n\nB) 3 rounds for time\n15 push presses 40/27.5 kg\n"
        "12 box step-overs\n9 chest-to-bar pull-ups"
    ),
    "AMRAP 14\n6 ring dips\n12 goblet squats 24 kg\n30 double-unders",
    "5 rounds for time\n400 m run\n20 sit-ups",
    "Deadlift 5x5 @ 80%\n\n21-15-9\nring rows\npush-ups",
    "EMOM 16\nminute 1: 12 cal row\nminute 2: 8 toes-to-bar",
    "Overhead squat 5x3 @ 70%",
)
KITS = (
    None,
    {},
    {"band": 8, "stick": 10, "barbell": 12, "box": 6, "pull-up-bar": 8, "kettlebell": 10, "foam-roller": 3},
)


def made(text: str, **wanted):
    workout = read_workout(text)
    return plan(workout, derive(workout), PlanSettings(**wanted))


def usual_limits(method, seconds):
    """Limits with ten seconds between drills and nothing to spare, keep or avoid repeating."""
    return limits_for(method, seconds, between_s=10, limiting=frozenset(), pins={}, recent=())


class Limits(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(
        st.sampled_from(TEXTS),
        st.integers(2, 40),
        st.sampled_from(sorted(CATALOG.methods)),
        st.sampled_from(KITS),
        st.integers(1, 24),
    )
    def test_every_plan_keeps_its_limits(self, text, minutes, method, kit, heads):
        """Minutes, phases in order, kit for the heads, static holds, one dose a drill: whatever is asked
        for."""
        sheet = made(text, minutes=minutes, method=method, kit=kit, headcount=heads)
        clock = 0
        order, pace = [phase.phase for phase in CATALOG.methods[method].phases], sheet.pace
        for before, item in itertools.zip_longest((None, *sheet.items), sheet.items):
            if item is None:
                break
            self.assertGreaterEqual(item.start_s, clock)
            clock = item.start_s if pace not in ("free", "stations") else item.end_s
            self.assertIn(item.phase, order)
            if before:
                self.assertLessEqual(order.index(before.phase), order.index(item.phase))
            if kit is not None:
                for piece in item.kit:
                    each = next(
                        (
                            need
                            for name, need in item.drill.kit.items()
                            if piece == name or piece in CATALOG.kit[name].swaps
                        )
                    )
                    at_once = -(-heads // len(sheet.items)) if pace == "stations" else heads
                    self.assertGreaterEqual(int(kit[piece] / each) * item.waves, at_once)
        clock = max((item.end_s for item in sheet.items), default=0)
        self.assertLessEqual(max([clock, sheet.seconds]), minutes * 60)
        for one in sheet.ramp:
            self.assertTrue(
                one.start_s is None or (clock <= one.start_s and one.start_s + one.seconds <= minutes * 60)
            )
        held: dict[str, int] = {}
        for item in sheet.items:
            for muscle, seconds in item.drill.holds_s.items():
                held[muscle] = held.get(muscle, 0) + seconds
        self.assertTrue(
            all(seconds <= 30 for seconds in held.values())
        )  # Behm 2016; Kay & Blazevich 2012, from memory
        self.assertEqual(len({item.drill.id for item in sheet.items}), len(sheet.items))

    def test_the_same_question_gets_the_same_answer(self):
        """Deterministic: twice the same input, the same sheet."""
        self.assertEqual(made(TEXTS[0], minutes=12), made(TEXTS[0], minutes=12))

    def test_settings_that_cannot_be_planned_are_refused_by_name(self):
        """Minutes of 0 or 500, no heads, an unknown method or drill: the field at fault is named."""
        for field, wanted in (
            ("minutes", {"minutes": 0}),
            ("minutes", {"minutes": 500}),
            ("headcount", {"headcount": 0}),
            ("method", {"method": "vibes"}),
            ("pins", {"pins": (Pin("nope"),)}),
        ):
            with self.assertRaises(PlanRefused) as caught:
                made(TEXTS[0], **wanted)
            self.assertEqual(caught.exception.field, field)

    def test_grip_and_lats_are_not_tired_before_pulling(self):
        """Common practice: what limits the workout is spared."""
        sheet = made("60 toes-to-bar\n40 chest-to-bar pull-ups", minutes=20)
        for muscle in ("lats", "forearms"):
            self.assertLessEqual(sum(item.drill.fatigue.get(muscle, 0) for item in sheet.items), 0.2 + 1e-9)

    def test_nothing_read_gives_an_empty_plan_that_says_so(self):
        """An empty plan is better than a made-up one."""
        sheet = made("xyzzy", minutes=12)
        self.assertIn("Nothing on the board could be read", sheet.notes[0])


class Coach(unittest.TestCase):
    def test_pins_stay_bans_go_and_the_coachs_order_wins(self):
        """A pinned drill is in, a banned one is out, and the order inside a phase is the coach's."""
        free = made(TEXTS[0], minutes=14)
        banned = free.items[2].drill
        sheet = made(TEXTS[0], minutes=14, pins=(Pin("easy-skip"),), bans=(banned,))
        drills = [item.drill.id for item in sheet.items]
        self.assertIn("easy-skip", drills)
        self.assertNotIn(banned, drills)
        opened = [item.drill.id for item in free.items if item.phase == "open"]
        turned = tuple(reversed(opened))
        again = made(TEXTS[0], minutes=14, order=turned, pins=tuple(Pin(drill, "open") for drill in turned))
        self.assertEqual(
            tuple(item.drill.id for item in again.items if item.phase == "open" and item.drill.id in turned),
            turned,
        )

    def test_general_to_specific_has_three_mobility_drills_and_a_raise(self):
        """Common practice: warm, open (three at least), switch on, rehearse."""
        phases = [item.phase for item in made(TEXTS[0], minutes=15).items]
        self.assertGreaterEqual(phases.count("open"), 3)
        self.assertIn("raise", phases)
        self.assertIn("rehearse", phases)

    def test_specific_only_practises_positions_and_nothing_else(self):
        """No soft tissue, no stretching, no circuits; then the bar."""
        sheet = made(TEXTS[0], minutes=8, method="specific-only")
        self.assertEqual({item.phase for item in sheet.items}, {"rehearse"})
        self.assertTrue(sheet.ramp)
        self.assertTrue(all(not item.drill.holds_s for item in sheet.items))

    def test_a_seated_athlete_gets_every_drill_from_the_chair(self):
        """Every item has a seated way of doing it and says so."""
        workout = read_workout("5 rounds\n12 seated dumbbell presses 12 kg\n15 chair push-ups")
        sheet = plan(workout, derive(workout), PlanSettings(minutes=12, cautions=Cautions(seated=True)))
        self.assertTrue(sheet.items)
        self.assertTrue(all(item.level == "seated" and item.drill.seated for item in sheet.items))

    def test_what_is_only_for_a_chair_reaches_nobody_who_stands(self):
        """The hand-cycle warms somebody who sits; a class that stands never gets it, on any day, at any
        length or by any method."""
        only = {row.id for row in CATALOG.drills.values() if row.only_seated}
        self.assertTrue(only)
        sitting = Cautions(seated=True)
        found = {item.drill.id for text in TEXTS for item in made(text, minutes=20, cautions=sitting).items}
        self.assertTrue(found & only)
        for text in (*TEXTS, "Bench press 5x5 @ 75%", "4 rounds\n10 ring rows\n15 push-ups"):
            for method in CATALOG.methods:
                for minutes in (8, 20):
                    items = made(text, minutes=minutes, method=method).items
                    self.assertFalse(only & {item.drill.id for item in items}, (text, method, minutes))

    def test_cautions_are_never_overruled(self):
        """Nothing tagged with the caution is in the plan, not even pinned."""
        sheet = made(
            TEXTS[0],
            minutes=20,
            cautions=Cautions.of(["no-hang", "shoulder-overhead"], (), CATALOG),
            pins=(Pin("scap-pull"),),
        )
        self.assertFalse(
            [
                item.drill.id
                for item in sheet.items
                if {"no-hang", "shoulder-overhead"} & hazards_of(item.drill.id, CATALOG)
            ]
        )

    def test_what_is_left_out_says_a_true_reason(self):
        """With no kit, a short time and every server banned, each uncovered demand names why."""
        sheet = made("40 chest-to-bar pull-ups", minutes=3)
        self.assertTrue(sheet.uncovered)
        self.assertTrue(any("minutes" in one.why for one in sheet.uncovered))
        servers = tuple(name for name, drill in CATALOG.drills.items() if drill.effects.get("grip"))
        banned = made("40 chest-to-bar pull-ups", minutes=12, bans=servers)
        self.assertEqual(
            next(one.why for one in banned.uncovered if one.demand == "grip"), "banned by the coach"
        )

    def test_one_more_minute_buys_exactly_what_it_says(self):
        """For several sessions, methods and minutes: planning again with the minute prepares just as much
        more as was said, and has just the new drills that were said; each one's own gain is what the
        longer prep loses without it."""
        offers = 0
        for text, (minutes, method) in itertools.product(
            TEXTS,
            (
                (6, "general-to-specific"),
                (11, "general-to-specific"),
                (10, "superset-rounds"),
                (9, "timed-circuit"),
            ),
        ):
            before, after = (made(text, minutes=minutes + more, method=method) for more in (0, 1))
            new = {item.drill.id for item in after.items} - {item.drill.id for item in before.items}
            if before.next_minute:
                offers += 1
                self.assertAlmostEqual(after.covered - before.covered, before.next_minute[0].whole)
                self.assertEqual(before.next_minute[0].new, len(new))
                self.assertLessEqual({one.drill for one in before.next_minute}, new)
            else:
                self.assertTrue(not new or after.covered - before.covered < 0.0005, (text, minutes))
        self.assertGreater(offers, 12)

    def test_few_pieces_and_many_people_make_waves_or_leave_it(self):
        """Eight bands and fourteen people: two waves; three bands: not at all."""
        text = "5 rounds\n20 ring rows\n20 push-ups"
        some = made(text, minutes=25, headcount=14, kit={"band": 8}, pins=(Pin("band-pull-apart"),))
        item = next(one for one in some.items if one.drill.id == "band-pull-apart")
        self.assertEqual(item.waves, 2)
        few = made(text, minutes=25, headcount=14, kit={"band": 3}, pins=(Pin("band-pull-apart"),))
        self.assertNotIn("band-pull-apart", [one.drill.id for one in few.items])

    def test_cool_down_has_three_long_holds_and_a_walk(self):
        """At least three holds of 45-60 s of what worked (common practice)."""
        items = made(TEXTS[0], minutes=12).cooldown
        self.assertGreaterEqual(sum(1 for item in items if 45 <= (item.dose.hold_s or 0) <= 60), 3)
        self.assertEqual(items[-1].drill.id, "settle-walk")


class Difference(unittest.TestCase):
    def test_what_the_first_part_warmed_is_needed_less_by_the_second(self):
        """After snatches, a clean and jerk has its hinge warm; readiness halves every fifteen minutes
        (Bishop 2003, from memory). Its front rack is as cold as before."""
        snatch, jerk = read_workout("Snatch 6x2 @ 75%"), read_workout("Clean and jerk 5x2 @ 75%")
        now, later = (left_after(snatch, jerk, (), CATALOG, gap) for gap in (0, 15))
        self.assertAlmostEqual(later.readiness["hinge"], now.readiness["hinge"] / 2)
        cold, after = demand_weights(derive(jerk), {}), demand_weights(derive(jerk), now.prepared)
        self.assertLess(after["hinge"], cold["hinge"] / 1.5)
        self.assertGreater(after["elbow.flexion"], cold["elbow.flexion"] * 0.9)


class AgainstBruteForce(unittest.TestCase):
    def pool(self, size: int, number: int) -> list:
        weights = dict.fromkeys(CATALOG.demands, 1.0)
        settings_ = PlanSettings(minutes=30)
        whole = [
            one
            for one in candidates_for(settings_, settings_.check(CATALOG), CATALOG, weights)
            if one.phase == "open" and one.dose == 0
        ]
        return random.Random(number).sample(whole, size)

    def test_sequence_has_the_fewest_seconds_between_drills(self):
        """On 30 handfuls of up to seven drills the order is as cheap as the cheapest of all orders."""
        for number in range(30):
            pool = self.pool(3 + number % 5, number)
            best = min(
                sum(transition_s(a, b) for a, b in itertools.pairwise(run))
                for run in itertools.permutations(pool)
            )
            run = in_order(pool)
            self.assertEqual(
                sum(transition_s(a, b) for a, b in itertools.pairwise(run)),
                best,
                [one.drill.id for one in pool],
            )
            turns = lay_out(run, pace_of(CATALOG.methods["general-to-specific"], PlanSettings()))
            self.assertEqual(turns[-1].end_s, sum(one.seconds for one in pool) + best)

    def test_a_reason_names_what_it_serves_today(self):
        """The position and the movement that ask most for it; of a snap or a pattern the movement alone."""
        board = read_workout("Front squat 5x3 @ 80%")
        today = plan(board, derive(board), PlanSettings()).today
        self.assertEqual(today["squat"], "squat (front squat)")
        self.assertTrue(all(words.endswith("front squat)") for words in today.values()))
        self.assertIn("(front rack, front squat)", " ".join(today.values()))

    def test_choice_is_the_best_of_all_subsets(self):
        """On small shelves the chosen drills are the best subset there is, found by trying all."""
        for text in TEXTS:
            weights = demand_weights(derive(read_workout(text)), {})
            method = CATALOG.methods["general-to-specific"]
            limits = replace(
                usual_limits(method, 300),
                scale=2.0,
                phases=tuple(phase for phase in method.phases if phase.phase == "open"),
            )
            pool = [
                one
                for one in candidates_for(PlanSettings(), method, CATALOG, weights)
                if one.phase == "open" and one.dose == 0
            ][:12]
            problem, best = Problem(pool, weights, limits), -9.0
            for size in range(8):
                for rows in itertools.combinations(range(len(pool)), size):
                    if (
                        problem.bearable(rows)
                        and sum(problem.spends_of[row] for row in rows) <= 300
                        and sum(pool[row].seconds for row in rows) <= problem.most_s[0]
                    ):
                        best = max(best, problem.value_of(rows))
            self.assertAlmostEqual(choose(pool, weights, limits).value(), best, delta=1e-9)


class Clocks(unittest.TestCase):
    def sheets(self):
        for text in TEXTS[:4]:
            for method in CATALOG.methods.values():
                for minutes in (
                    method.reference_minutes - 4,
                    method.reference_minutes,
                    method.reference_minutes + 6,
                ):
                    yield method, made(text, minutes=minutes, method=method.id, headcount=12)

    def test_turns_never_overlap_and_fill_what_the_sheet_says(self):
        """For every method and several lengths: one drill at a time, each item's turns are its seconds,
        all inside the minutes."""
        for method, sheet in self.sheets():
            turns = sorted((start, seconds) for item in sheet.items for start, seconds in item.turns)
            for (start, seconds), (after, _) in itertools.pairwise(turns):
                self.assertLessEqual(start + seconds, after, method.id)
            for item in sheet.items:
                self.assertEqual(
                    sum(seconds for _, seconds in item.turns), item.seconds, f"{method.id} {item.drill.id}"
                )
                self.assertEqual((item.start_s, item.end_s), (item.turns[0][0], sum(item.turns[-1])))
            self.assertLessEqual(sheet.seconds, sheet.minutes * 60, method.id)

    def test_each_clock_runs_as_the_school_runs_it(self):
        """Common practice: circuits of 20-45 s with 10-15 s to change; pairs in 2-3 rounds; flows of
        passes with a pause of 2-5 s and nothing but a mat; minutes that start on the minute."""
        sheets = {
            method: made(
                TEXTS[0], minutes=CATALOG.methods[method].reference_minutes, method=method, headcount=12
            )
            for method in CATALOG.methods
        }
        circuit = sheets["timed-circuit"].items
        self.assertEqual({item.seconds for item in circuit}, {30})
        self.assertEqual(
            {after.start_s - before.end_s for before, after in itertools.pairwise(circuit)}, {15}
        )
        pairs_ = Counter(item.group for item in sheets["superset-rounds"].items if item.group)
        self.assertTrue(pairs_ and set(pairs_.values()) == {2})
        self.assertTrue(
            all(len(item.turns) == 3 and item.dose.sets == 3 for item in sheets["superset-rounds"].items)
        )
        self.assertTrue(
            all(
                set(item.kit) <= {"mat"} and len(item.turns) == 6 and item.dose.hold_s == 3
                for item in sheets["flow"].items
            )
        )
        self.assertTrue(
            all(start % 60 == 0 for item in sheets["skill-and-base"].items for start, _ in item.turns)
        )
        styles = {method: {item.drill.style for item in sheet.items} for method, sheet in sheets.items()}
        self.assertLessEqual(
            {item.drill.style for item in sheets["end-range-tension"].items if item.phase == "open"},
            {"circle", "tension"},
        )
        self.assertTrue(
            all(
                "soft-tissue" not in found
                for method, found in styles.items()
                if method != "soft-tissue-first"
            )
        )
        self.assertEqual(sheets["soft-tissue-first"].items[0].phase, "release")

    def test_stations_share_kit_that_a_class_could_not(self):
        """Eight stations rotate: 14 people with two bars, which nobody could do all at once in two waves."""
        sheet = made(
            TEXTS[0],
            minutes=12,
            method="timed-circuit",
            headcount=14,
            kit={"pull-up-bar": 3, "barbell": 3, "band": 3},
        )
        shared = [item for item in sheet.items if item.kit]
        self.assertTrue(shared)
        self.assertTrue(all(item.waves == 1 for item in shared))
        together = made(TEXTS[0], minutes=12, headcount=14, kit={"pull-up-bar": 3, "barbell": 3, "band": 3})
        self.assertFalse([item for item in together.items if set(item.kit) & {"pull-up-bar", "barbell"}])


class Doses(unittest.TestCase):
    def test_the_coachs_dose_wins_and_new_drills_get_the_lowest(self):
        """A longer dose chosen by hand is taken; what nobody did for four weeks is done little (common
        practice), and says so."""
        free = made(TEXTS[0], minutes=14)
        item = next(one for one in free.items if len(one.drill.doses) > 1)
        other = 1 - min(1, item.dose_option)
        again = made(TEXTS[0], minutes=14, pins=(Pin(item.drill.id),), doses=((item.drill.id, other),))
        self.assertEqual(next(one.dose_option for one in again.items if one.drill == item.drill), other)
        fresh = made(TEXTS[0], minutes=14, known=frozenset({item.drill.id}))
        self.assertTrue(all(one.dose_option == 0 for one in fresh.items if one.new))
        self.assertTrue(any("New to the class" in note for note in fresh.notes))
        self.assertFalse(next((one.new for one in fresh.items if one.drill == item.drill), False))


class Shelf(unittest.TestCase):
    def test_the_shelf_covers_every_demand(self):
        """180 drills at least; each demand has four that do a fifth of it or more, two of them without
        kit, and one from the chair wherever a seated body is asked for it."""
        self.assertGreaterEqual(len(CATALOG.drills), 180)
        legs = ("hip.extension", "knee.landing", "squat", "lunge", "pull-under")
        for demand in CATALOG.demands:
            serving = [
                drill
                for drill in CATALOG.drills.values()
                if drill.effects.get(demand, 0) >= 4 and set(drill.phases) - {"settle"}
            ]
            self.assertGreaterEqual(len(serving), 4, demand)
            self.assertGreaterEqual(sum(not drill.kit for drill in serving), 2, demand)
            if demand not in legs:
                self.assertTrue(any(drill.seated for drill in serving), demand)

    def test_ladders_lead_from_easy_to_hard_with_a_test_between(self):
        """Nearly every drill for before the work that is no machine or roller stands on a ladder; effort
        never falls by much on the way up; neighbours know each other and the test between them."""
        on = {rung.drill for ladder in CATALOG.ladders.values() for rung in ladder.rungs}
        loose = [
            drill.id
            for drill in CATALOG.drills.values()
            if drill.id not in on
            and set(drill.phases) - {"settle", "release"}
            and drill.style not in ("pulse", "soft-tissue")
        ]
        self.assertLess(len(loose) / len(CATALOG.drills), 0.25, loose)
        for ladder in CATALOG.ladders.values():
            efforts = [CATALOG.drills[rung.drill].effort for rung in ladder.rungs]
            self.assertTrue(
                all(after >= before - 0.21 for before, after in itertools.pairwise(efforts)), ladder.id
            )
            for before, after in zip(ladder.rungs, ladder.rungs[1:], strict=False):
                self.assertEqual(CATALOG.neighbours(before.drill)[1], (after.drill, before.up))
                self.assertEqual(CATALOG.neighbours(after.drill)[0], (before.drill, before.up))

    def test_every_drill_says_why_and_every_level_and_style_is_there(self):
        """A reason for each drill, and drills from standing to hanging, of all kinds of work."""
        self.assertTrue(all(len(drill.why) > 20 for drill in CATALOG.drills.values()))
        self.assertEqual(
            {drill.level for drill in CATALOG.drills.values()},
            {
                "standing",
                "half-kneeling",
                "hands-and-knees",
                "prone",
                "supine",
                "seated",
                "hanging",
                "floor-by-choice",
            },
        )
        self.assertEqual(len({drill.style for drill in CATALOG.drills.values()}), 12)


class Totals(unittest.TestCase):
    def test_a_kettlebell_ladder_by_the_clock(self):
        """Three ladders of 1 to 5 are 45 an arm; one every six seconds makes 9 minutes (common practice:
        ten an arm are a minute an arm). A rate on the board outranks it; against the clock there is none."""
        ladder = made("Kettlebell press ladder 1-2-3-4-5 each arm x 3, 16 kg").tally.slow
        self.assertEqual([one[1:] for one in ladder], [(45, 2, 6, 540)])
        ten = made("KB press 10/arm @ 12 kg x 1 set, a rep every 6 s").tally.slow
        self.assertEqual([one[1:] for one in ten], [(10, 2, 6, 120)])
        slower = made("turkish get-up 3/3 @ 16, one rep every 20 s").tally.slow
        self.assertEqual([one[1:] for one in slower], [(3, 2, 20, 120)])
        self.assertEqual(made("3 rounds for time\n10 single arm kettlebell press each side").tally.slow, ())

    def test_partners_take_turns(self):
        """Twelve minutes of two are six of work and six of the rope; fifteen of three are five and ten."""
        pair = made("In pairs, one works one skips, AMRAP 12:\n20 kb swings\n10 burpees").tally.turns
        self.assertEqual([one[1:4] for one in pair], [(2, 360, 360)])
        self.assertEqual(pair[0].meanwhile, ("single-under",))
        three = made("Team of 3, one works at a time\nAMRAP 15\n20 wall balls\n10 burpees").tally.turns
        self.assertEqual([one[1:] for one in three], [(3, 300, 600, ())])
        self.assertEqual(made("In pairs, everyone does all of it\n3 rounds\n10 burpees").tally.turns, ())

    def test_intervals_in_all(self):
        """Eight times twenty and ten are 2:40 and 1:20; of two movements twice that; 5 x 3 min on, 1:30
        off are 15 minutes and 7:30."""
        one = made("20/10 x 8\nair squats").tally.intervals
        self.assertEqual([each[1:] for each in one], [(8, 160, 80)])
        two = made("tabata: air squats, push-ups").tally.intervals
        self.assertEqual([each[1:] for each in two], [(16, 320, 160)])
        long = made("5 rounds, 3 min on / 1:30 off\n300 m run, then max cal row").tally.intervals
        self.assertEqual([each[1:] for each in long], [(5, 900, 450)])

    def test_totals_of_a_session(self):
        """40 box jumps are 40 contacts and more with what the prep hops; 45 m of lunges in steps of 0.9 m
        are 50 (worked by hand); 15 minutes and a quarter of an hour's cool-down are half the hour."""
        sheet = made("40 box jumps\n45 m walking lunges", minutes=15)
        self.assertGreaterEqual(sheet.tally.contacts, 40)
        self.assertEqual(sheet.tally.lunge_steps, 50)
        self.assertAlmostEqual(
            sheet.tally.share_of_hour,
            (15 + sum(item.seconds for item in sheet.cooldown) / 60) / 60,
            delta=1e-9,
        )
        block = made(TEXTS[0], minutes=12, method="skill-and-base")
        self.assertEqual(
            dict(block.tally.reps),
            {item.drill.name: item.dose.reps * item.dose.sets for item in block.items if item.dose.reps},
        )
