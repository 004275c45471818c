"""A caution written down after a page was sent: what it forbids is taken out, held against labels by hand."""

import json
import random
import unittest
from dataclasses import replace
from functools import lru_cache

from core.demand import Person
from core.documents.published import NO_PREP, published
from core.documents.ready import not_ready
from core.documents.since import since_cautions
from core.hazards import Cautions
from core.reading.vocabulary import Vocabulary
from core.session import SessionAsk
from core.tests.hazards import CATALOG, LABELLED
from core.tests.texts import SESSIONS

WORDS = Vocabulary()
NELL = Person(name="Nell", key="1", sex="female")
TEXT = "A) Front squat 4x4 @ 78%\n\nB) 3 rounds for time\n15 push presses 40 kg\n9 pull-ups"


@lru_cache
def stored(text: str, person: Person, chosen: tuple[tuple[str, str], ...]) -> str:
    ask = SessionAsk(text=text, people=(person,), minutes=12, method="general-to-specific")
    return json.dumps(published(ask, [(person, dict(chosen))]).sheets[0])


def page_of(text: str = TEXT, person: Person = NELL, **chosen: str) -> dict:
    return json.loads(stored(text, person, tuple(chosen.items())))


class Taken(unittest.TestCase):
    def test_every_labelled_drill_is_taken_out_for_each_of_its_hazards(self):
        """Every drill that people labelled, on a page of its own: each of its hazards as a caution takes it
        out of every list it may stand in, by name, and nothing is put in its place."""
        page = page_of()
        checked = 0
        for drill, hazards in LABELLED.items():
            item = {**page["items"][0], "drill": drill, "name": f"the {drill}", "level": "standing"}
            lists = {**page, "items": [item], "extras": [item], "cooldown": [item], "swaps": []}
            for hazard in hazards:
                found = since_cautions(lists, replace(NELL, cautions=(hazard,)), WORDS)
                self.assertEqual(
                    (found["items"], found["extras"], found["cooldown"]), ([], [], []), (drill, hazard)
                )
                where = {one["where"] for one in found["taken_out"] if one["name"] == f"the {drill}"}
                self.assertEqual(where, {"class", "yours", "cool-down"})
                checked += 1
        self.assertGreater(checked, 150)

    def test_nothing_changes_for_who_may_do_all_of_it(self):
        """Without a caution, every list is as it was sent, on thirty days."""
        for text in SESSIONS[:30]:
            page = page_of(text)
            found = since_cautions(page, NELL, WORDS)
            self.assertEqual(found["taken_out"], [])
            for name in ("items", "extras", "cooldown", "ramp", "breaks", "homework", "barred"):
                self.assertEqual(found[name], page[name], (name, text))

    def test_the_way_up_ends_and_the_line_is_barred(self):
        """By hand: no loading of the spine leaves no way up to a front squat, bars the squat and the press,
        and leaves the pull-ups; no hanging bars the pull-ups alone."""
        page = page_of()
        found = since_cautions(page, replace(NELL, cautions=("loaded-spine",)), WORDS)
        self.assertTrue(page["ramp"])
        self.assertEqual(found["ramp"], [])
        self.assertIn(("build-up"), [one["where"] for one in found["taken_out"]])
        self.assertEqual([one["movement"] for one in found["barred"]], ["front-squat", "push-press"])
        found = since_cautions(page, replace(NELL, cautions=("no-hang",)), WORDS)
        self.assertEqual([one["movement"] for one in found["barred"]], ["pull-up"])
        self.assertEqual(found["ramp"], page["ramp"])

    def test_the_lines_are_those_of_the_division_they_do_in_this_class(self):
        """By hand: scaled does hanging knee raises, as written does burpees. Nell came as scaled and is as
        written by now: no hanging bars what stands on her page, and no impact, which burpees alone have, bars
        nothing of it."""
        text = "3 rounds\n12 burpees\nscaled: 9 hanging knee raises"
        page = page_of(text, replace(NELL, division="scaled"))
        self.assertEqual(page["division"], "scaled")
        for caution, barred in (("no-hang", ["hanging-knee-raise"]), ("no-impact", [])):
            found = since_cautions(page, replace(NELL, cautions=(caution,)), WORDS)
            self.assertEqual([one["movement"] for one in found["barred"]], barred)

    def test_a_choice_made_for_less_does_not_stand_for_more(self):
        """Rows were chosen instead of pull-ups for who may not hang; when the grip goes too, the line asks
        again."""
        careful = replace(NELL, cautions=("no-hang",))
        page = page_of(person=careful, **{"pull-up": "12 ring rows"})
        self.assertEqual([one["instead"] for one in page["barred"]], ["12 ring rows"])
        same = since_cautions(page, careful, WORDS)
        self.assertEqual([one["instead"] for one in same["barred"]], ["12 ring rows"])
        more = since_cautions(page, replace(NELL, cautions=("no-hang", "grip")), WORDS)
        self.assertEqual({one["instead"] for one in more["barred"]}, {""})

    def test_two_hundred_days_and_people_leave_nothing_forbidden(self):
        """Random cautions and adaptations on random days, sent before: nothing left on the page is stopped by
        them, and what is left stood there."""
        chance = random.Random(2026)
        pages = {text: page_of(text) for text in SESSIONS[:30]}
        for _ in range(200):
            page = pages[chance.choice(list(pages))]
            cautions = tuple(chance.sample(sorted(CATALOG.cautions), chance.randint(1, 3)))
            adaptive = tuple(
                chance.sample(("seated", "one-arm", "one-leg", "low-vision"), chance.randint(0, 1))
            )
            found = since_cautions(page, replace(NELL, cautions=cautions, adaptive=adaptive), WORDS)
            held = Cautions.of(cautions, adaptive, CATALOG)
            for name in ("items", "extras", "cooldown"):
                for item in found[name]:
                    self.assertIn(item, page[name])
                    self.assertFalse(
                        held.stop(CATALOG.drills[item["drill"]], CATALOG), (cautions, item["drill"])
                    )
            self.assertLessEqual(len(found["ramp"]), len(page["ramp"]))

    def test_a_drill_that_left_the_shelf_does_not_reach_who_keeps_to_something(self):
        page = page_of()
        item = {**page["items"][0], "drill": "no-such-drill"}
        found = since_cautions({**page, "items": [item]}, replace(NELL, cautions=("knee",)), WORDS)
        self.assertEqual(found["items"], [])


class Ready(unittest.TestCase):
    def ask(self, text: str = TEXT, *people: Person, minutes: int = 12) -> SessionAsk:
        return SessionAsk(text=text, people=people or (NELL,), minutes=minutes, method="general-to-specific")

    def reasons(self, text: str = TEXT, *members) -> list[str]:
        people = [person for person, _ in members] or [NELL]
        return not_ready(self.ask(text, *people), members or [(NELL, {})])

    def test_by_hand(self):
        """A plain board is ready. A strange word, a doubtful number, an empty board and a line that is not
        for somebody are each said, by line or by name; a choice makes it ready."""
        self.assertEqual(self.reasons(), [])
        self.assertEqual(self.reasons(f"{TEXT}\n12 flumes"), ["Line 6 is not read: “12 flumes”."])
        (doubt,) = self.reasons("3 rounds\n500 burpees")
        self.assertIn("Line 2 is doubted: 1500 burpees", doubt)
        self.assertEqual(self.reasons("3 rounds\n500 burpees // yes, so"), [])
        self.assertIn(NO_PREP, self.reasons("xyzzy plugh"))
        careful = replace(NELL, cautions=("no-hang",))
        self.assertEqual(self.reasons(TEXT, (careful, {})), ["Nell has nothing instead of pull-up."])
        self.assertEqual(self.reasons(TEXT, (careful, {"pull-up": "12 ring rows"})), [])

    def test_a_long_list_is_cut(self):
        """Twelve strange lines: eight are said, and that there are more."""
        reasons = self.reasons("\n".join(f"{count} flumes" for count in range(3, 15)))
        self.assertEqual(len(reasons), 9)
        self.assertRegex(reasons[-1], r"^And \d+ more\.$")
