"""A session worked out at once: swaps cost what planning again costs, shared bars move what is counted
plate by plate, what was done before is told."""

import itertools
import unittest
from collections import Counter
from dataclasses import replace

from core.catalog import load_catalog
from core.demand import Person
from core.errors import PlanRefused, UnusableText
from core.hazards import hazards_of
from core.prep import Pin
from core.session import SessionAsk, alternatives, earlier_of, share_bar, work_out

CATALOG = load_catalog()
TEXT = "A) Front squat 5x3 @ 80%\n\nB) 3 rounds for time\n12 push presses 40 kg\n9 pull-ups\n15 box jumps"
PEOPLE = (
    Person(name="Nell", key="1", sex="female", mass_kg=64),
    Person(name="Bo", key="2", sex="male", mass_kg=88),
    Person(name="Cy", key="3", sex="female", mass_kg=71, cautions=("no-hang",)),
)
ASKS = (
    SessionAsk(text=TEXT, minutes=12, method="general-to-specific"),
    SessionAsk(
        text=TEXT,
        minutes=9,
        method="timed-circuit",
        people=PEOPLE,
        kit={"band": 4, "stick": 6, "barbell": 6, "box": 3, "pull-up-bar": 2},
    ),
    SessionAsk(
        text="40 chest-to-bar pull-ups\n60 toes-to-bar",
        minutes=14,
        method="end-range-tension",
        after_text="Snatch 5x2 @ 75%",
        after_min=10,
    ),
)


class Alternatives(unittest.TestCase):
    def test_a_swap_costs_what_planning_again_costs(self):
        """For each drill of three sessions: the prep worked out anew with the other pinned and this one
        banned covers and takes just as much more as was said."""
        checked = 0
        for ask in ASKS:
            here = work_out(ask)
            for item in here.sheet.items[1::4]:
                for exchange in alternatives(ask, item.drill.id)[:2]:
                    again = work_out(
                        replace(
                            ask,
                            pins=(Pin(exchange.item.drill.id, item.phase),),
                            bans=(item.drill.id,),
                        )
                    ).sheet
                    placed = next(other for other in again.items if other.drill == exchange.item.drill)
                    self.assertAlmostEqual(again.covered - here.sheet.covered, exchange.covered_more)
                    self.assertEqual(placed.seconds - item.seconds, exchange.seconds_more)
                    self.assertNotIn(item.drill.id, [other.drill.id for other in again.items])
                    checked += 1
        self.assertGreater(checked, 6)

    def test_what_stands_in_fits_where_it_stands(self):
        """Never a drill that is in the prep already, of another phase, without its kit, or that a caution of
        the class forbids; the best first, five at most."""
        for ask in ASKS:
            here = work_out(ask)
            taken = {item.drill.id for item in here.sheet.items}
            cautions = {caution for person in ask.people for caution in person.cautions}
            for item in here.sheet.items[::4]:
                exchanges = alternatives(ask, item.drill.id)
                self.assertLessEqual(len(exchanges), 5)
                more = [round(exchange.covered_more, 4) for exchange in exchanges]
                self.assertEqual(more, sorted(more, reverse=True))
                for exchange in exchanges:
                    self.assertNotIn(exchange.item.drill.id, taken)
                    self.assertEqual(exchange.item.phase, item.phase)
                    self.assertFalse(cautions & hazards_of(exchange.item.drill.id, CATALOG) - {"no-hang"})
                    if ask.kit is not None:
                        self.assertTrue(all(ask.kit.get(piece) for piece in exchange.item.kit))

    def test_a_drill_that_is_not_there_has_none(self):
        """Nothing to swap, no error; a session that cannot be planned is refused as anywhere."""
        self.assertEqual(alternatives(ASKS[0], "settle-walk"), ())
        self.assertEqual(alternatives(ASKS[0], "no-such-drill"), ())
        with self.assertRaises(PlanRefused):
            alternatives(replace(ASKS[0], minutes=0), "easy-skip")
        with self.assertRaises(UnusableText):
            alternatives(replace(ASKS[0], text=""), "easy-skip")


class Shared(unittest.TestCase):
    ASK = SessionAsk(
        text="Front squat 5x3 100/70 kg\nscaled: front squat 5x3 80/55 kg",
        minutes=15,
        method="general-to-specific",
        people=(*PEOPLE, Person(name="Di", key="4", sex="female", mass_kg=60, division="scaled")),
    )

    def groups(self):
        ramps = work_out(self.ASK).sheet.ramps
        self.assertGreater(len(ramps), 2)
        return ramps

    def test_turns_lead_each_group_to_its_weight_with_the_plates_that_make_it(self):
        """Every turn's plates and bar make its load; each group lifts its own steps in order and ends at its
        working weight; moved plates are those that differ from one turn to the next."""
        ramps, shared = self.groups(), 0
        for first, second in itertools.combinations(range(len(ramps)), 2):
            found = share_bar(self.ASK, first, second)
            if not found.turns:
                self.assertIn("two bars", found.why)
                self.assertNotEqual(ramps[first].bar, ramps[second].bar)
                continue
            shared += 1
            moved, before = 0, Counter()
            for turn in found.turns:
                self.assertAlmostEqual(ramps[first].bar + 2 * sum(turn.plates), turn.load)
                now = Counter(turn.plates)
                self.assertLessEqual(((now - before) + (before - now)).total(), turn.moved)
                moved, before = moved + turn.moved, now
            self.assertEqual(moved, found.moved)
            for who, ramp in enumerate((ramps[first], ramps[second])):
                loads = [turn.load for turn in found.turns if turn.who == who]
                self.assertEqual(loads, [*(step.load for step in ramp.sets), ramp.working])
                self.assertIsNone([turn.reps for turn in found.turns if turn.who == who][-1])
        self.assertGreater(shared, 0)

    def test_a_group_that_is_gone_is_said(self):
        """After the class changed, a number may lead nowhere."""
        self.assertIn("no such group", share_bar(self.ASK, 0, 30).why)


class Before(unittest.TestCase):
    def test_what_was_done_is_told_with_what_is_still_warm(self):
        """Names once, what could not be read, readiness from the highest, none below a tenth; nothing done,
        nothing told."""
        self.assertIsNone(earlier_of(ASKS[0]))
        told = earlier_of(replace(ASKS[0], after_text="Snatch 5x2 @ 75%\n3 flumes\nSnatch 2x1 @ 80%"))
        self.assertEqual(told.movements, ("snatch",))
        self.assertIn("flumes", " ".join(told.unread))
        shares = [ready.readiness for ready in told.warm]
        self.assertEqual(shares, sorted(shares, reverse=True))
        self.assertTrue(shares and min(shares) >= 0.1)

    def test_it_fades_while_people_wait(self):
        """Every quarter of an hour halves what muscles hold and do (Bishop 2003, from memory); what was
        opened lasts."""
        soon, late = (
            {ready.demand: ready.readiness for ready in earlier_of(replace(ASKS[2], after_min=minutes)).warm}
            for minutes in (0, 15)
        )
        self.assertTrue(late)
        for demand, share in late.items():
            if ASKS[2].catalog.demands[demand].kind == "reach":
                self.assertGreater(share, 0.9 * soon[demand])
            else:
                self.assertAlmostEqual(share, soon[demand] / 2)
