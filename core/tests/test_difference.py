"""What a new version changes, said in sentences: every change is said once, and what stays is not said."""

import random
import unittest

from core.catalog import load_catalog
from core.demand import Measurement, Person
from core.documents.difference import changes_of, own_changes_of
from core.documents.published import published
from core.session import SessionAsk

CATALOG = load_catalog()
TEXT = "A) Front squat 4x4 @ 78%\n\nB) 3 rounds for time\n15 push presses 40 kg\n9 pull-ups"
NELL = Person(name="Nell", key="1", ranges=(Measurement("wrist.extension", 45),))


def given(text: str = TEXT, title: str = "Kiln day", members=(), **dials) -> dict:
    dials = {"minutes": 12, "method": "general-to-specific", **dials}
    made = published(SessionAsk(text=text, people=tuple(members), **dials), [(one, {}) for one in members])
    of_class = {
        "title": title,
        "starts_at": "2026-11-03T18:15:00+00:00",
        "timezone": "Europe/Dublin",
        "coach": "",
    }
    return {**made.page, **of_class, "sheets": [{**one, **of_class} for one in made.sheets]}


class Said(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.before = given()
        cls.names = [item["name"] for item in cls.before["items"]]

    def test_nothing_changed_nothing_said(self):
        """The same twice."""
        self.assertEqual(changes_of(self.before, given()), ())

    def test_a_line_and_a_title(self):
        """Written down before: one line came, one went, another name."""
        now = given(TEXT.replace("9 pull-ups", "12 ring rows"), "Kiln day, easier")
        said = changes_of(self.before, now)
        self.assertIn("It is called “Kiln day, easier”, before “Kiln day”.", said)
        self.assertIn("New on the board: “12 ring rows”.", said)
        self.assertIn("No longer on the board: “9 pull-ups”.", said)

    def test_minutes_and_method(self):
        """Both dials, each in a sentence."""
        said = changes_of(self.before, given(minutes=9, method="end-range-tension"))
        self.assertIn("9 minutes of prep, before 12.", said)
        self.assertIn("Warmed up by “End-range tension”, before “General to specific”.", said)

    def test_a_drill_taken_out_is_named(self):
        """Banned: gone by name."""
        drill = self.before["items"][1]
        said = " ".join(changes_of(self.before, given(bans=(drill["drill"],))))
        self.assertRegex(said, f"No longer in the prep: [^.]*{drill['name']}")

    def test_another_order_is_said_and_no_drill_is_called_new(self):
        """The same drills the other way round."""
        now = {**self.before, "items": self.before["items"][::-1]}
        self.assertEqual(changes_of(self.before, now), ("The drills come in another order.",))

    def test_many_are_counted(self):
        """Nine lines more: six are named."""
        more = "\n".join(f"{count} burpees" for count in range(3, 12))
        said = changes_of(self.before, given(f"{TEXT}\n\nC) {more}"))
        self.assertRegex(" ".join(said), r"New on the board: (“[^”]+”, ){5}“[^”]+” and 3 more\.")

    def test_whatever_is_turned_is_told_and_turned_back_it_is_the_other_way_round(self):
        """Forty pairs of random settings: what both have in common is not named, what one has not is, both
        ways."""
        chance = random.Random(2026)
        boards = (TEXT, "5 rounds\n400 m run\n15 overhead squats 35 kg", "Bench press 5x5\n20 lunges")
        made = [
            given(
                chance.choice(boards),
                minutes=chance.randint(5, 18),
                method=chance.choice(list(CATALOG.methods)),
            )
            for _ in range(12)
        ]
        for _ in range(40):
            before, now = chance.choice(made), chance.choice(made)
            there, back = " ".join(changes_of(before, now)), " ".join(changes_of(now, before))
            self.assertEqual(there == "", back == "")
            old = {item["name"] for item in before["items"]}
            new = {item["name"] for item in now["items"]}
            came = there.partition("New in the prep: ")[2].partition("No longer in")[0]
            self.assertEqual(bool(new - old), "New in the prep" in there)
            self.assertEqual(bool(old - new), "No longer in the prep" in there)
            self.assertEqual(bool(old - new), "New in the prep" in back)
            if len(new - old) <= 6:
                self.assertTrue(all(name in came for name in new - old), there)


class Own(unittest.TestCase):
    def test_only_what_is_the_members_own(self):
        """A caution brings a change of drills and a lift that is not for them; the class's drills are not
        told again."""
        free = given(members=[NELL])["sheets"][0]
        careful = Person(name="Nell", key="1", ranges=NELL.ranges, cautions=("no-hang",))
        kept = given(members=[careful])["sheets"][0]
        self.assertEqual(own_changes_of(free, free), ())
        said = " ".join(own_changes_of(free, kept))
        self.assertIn("Not for you as written: pull-up", said.lower().replace("not for you", "Not for you"))
        back = " ".join(own_changes_of(kept, free))
        self.assertIn("All of it is for you as written.", back)
