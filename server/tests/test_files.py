"""Rosters and tests in and out as CSV, held against the standard library's reader, and a spreadsheet's
formulas."""

import csv
import datetime
import io
import json
import unittest

from django.test import TestCase
from hypothesis import given, settings
from hypothesis import strategies as st

from server.people.models import MeasuredRange, Person
from server.people.tables import FORMULA, NoTable, read_table, write_table
from server.tests.gyms import SmallGym

ROSTER = """Full Name;E-mail;DOB;Gender;Height (cm);Weight (kg);Team
"Marrow, Della";della@kiln.example;1991-04-02;F;168;61,5;mornings
Ada Finch;ada.member@kiln.example;1988;female;171;;mornings, masters
Otis Grange;;12.07.2001;m;181.5;80;
"""
TESTS = """name,test,side,value,on
Ada Finch,knee-to-wall,left,11.5,2026-10-01
Ada Finch,knee-to-wall,right,12,2026-10-01
New Heron,Deep squat hold,,1,2026-10-01
"""


class Tables(unittest.TestCase):
    @given(
        st.lists(
            st.lists(
                st.text(
                    st.characters(codec="utf-8", exclude_characters="\x00\x1c\x1d\x1e\x85\u2028\u2029"),
                    max_size=12,
                ),
                min_size=3,
                max_size=3,
            ),
            min_size=1,
            max_size=6,
        )
    )
    @settings(max_examples=120, deadline=None)
    def test_what_is_written_is_read_again_and_no_cell_is_a_formula(self, rows):
        """By the standard library's reader no cell starts as a formula does; by ours each comes back, but for
        space around it."""
        tidy = [[" ".join(cell.split()) for cell in row] for row in rows]
        text = write_table(("a", "b", "c"), tidy)
        for row in csv.reader(io.StringIO(text, newline="")):
            self.assertFalse([cell for cell in row if cell.startswith(FORMULA)])
        kept = [row for row in tidy if any(row)]
        if kept:
            self.assertEqual([list(row) for row in read_table(text).rows], kept)

    def test_numbers_stay_numbers(self):
        """A negative number is no formula; a text that begins with a minus is."""
        text = write_table(("a", "b"), [(-4.5, "-4+cmd|' /C calc'!A0")])
        self.assertEqual(text.splitlines()[1], "-4.5,'-4+cmd|' /C calc'!A0")

    def test_what_is_no_table_is_said(self):
        """Empty, headings alone, too many rows or letters, a quote that never closes."""
        for text in ("", "\n\n", "name,email\n", "name\n" + "x\n" * 2501, "name\n" + "x" * 1_000_001):
            with self.assertRaises(NoTable):
                read_table(text)

    def test_separators_marks_and_short_rows(self):
        """Semicolons, tabs, a byte-order mark, a row that ends early, headings twice or empty."""
        self.assertEqual(read_table("\ufeffname;mail\nAda;a@b.example\n").headings, ("name", "mail"))
        found = read_table("name\t\tname\nAda\n")
        self.assertEqual(found.headings, ("name", "column 2", "name (2)"))
        self.assertEqual(found.rows, (("Ada", "", ""),))


class Import(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")
        cls.away = SmallGym("Osier Barn")

    def post(self, path, client=None, **sent):
        body = json.dumps(sent)
        return (client or self.home.client()).post(
            f"/api/people/file/{path}", body, content_type="application/json"
        )

    def test_a_roster_of_a_stranger(self):
        """Headings of another program, semicolons and decimal commas: guessed, reviewed, saved; written by
        hand before it ran. Ada is found by her address, Otis and Della are new, nobody got an account."""
        review = self.post("review", text=ROSTER).json()
        self.assertEqual(review["mapping"]["born"], "DOB")
        self.assertEqual(
            [(row["name"], row["status"]) for row in review["rows"]],
            [("Marrow, Della", "new"), ("Ada Finch", "changed"), ("Otis Grange", "new")],
        )
        self.assertEqual(
            self.post("import", text=ROSTER).json(), {"added": 2, "changed": 1, "same": 0, "readings": 0}
        )
        della = Person.objects.get(name="Marrow, Della")
        told = (della.born, della.sex, della.height_m, della.mass_kg, della.account_id, della.role)
        self.assertEqual(told, (1991, "female", 1.68, 61.5, None, "member"))
        ada = Person.objects.get(gym=self.home.gym, name="Ada Finch")
        self.assertEqual(
            (ada.born, ada.height_m, ada.mass_kg), (1988, 1.71, 64)
        )  # an empty cell says nothing
        self.assertEqual(sorted(group.name for group in ada.groups.all()), ["masters", "mornings"])
        self.assertEqual(Person.objects.get(name="Otis Grange").born, 2001)

    def test_the_same_file_again_changes_nothing(self):
        """People, groups and readings are there once however often the file is taken."""
        for text, same in ((ROSTER, 3), (TESTS, 3)):
            self.post("import", text=text)
            counts = (Person.objects.count(), MeasuredRange.objects.count())
            again = self.post("import", text=text).json()
            self.assertEqual((again["added"], again["changed"], again["same"]), (0, 0, same), text)
            self.assertEqual((Person.objects.count(), MeasuredRange.objects.count()), counts)

    def test_tests_join_the_right_people(self):
        """Two sides of Ada's ankle on their day; a hold of somebody new; what was read before stays."""
        self.post("import", text=TESTS)
        ada = Person.objects.get(gym=self.home.gym, name="Ada Finch")
        rows = sorted(ada.ranges.filter(test="knee-to-wall").values_list("side", "value", "measured_on"))
        day = datetime.date(2026, 10, 1)
        self.assertEqual(rows, [("left", 11.5, day), ("right", 12.0, day)])
        self.assertTrue(Person.objects.get(name="New Heron").value(day).held[0].held)

    def test_a_reading_far_from_the_last_is_told(self):
        """By hand: 10 cm a month ago; 12 is inside twice 1.39 cm, 13.5 is beyond and says so, and is
        taken."""
        ada = self.home.members[0]
        ada.ranges.create(
            motion="ankle.dorsiflexion", test="knee-to-wall", side="left", value=10, measured_on="2026-09-01"
        )
        for value, says in ((12, "test"), (13.5, "test, far from the last: look twice")):
            text = f"name,test,side,value,on\nAda Finch,knee-to-wall,left,{value},2026-10-01\n"
            (row,) = self.post("review", text=text).json()["rows"]
            self.assertEqual((row["status"], row["changes"]), ("changed", [says]))

    def test_one_bad_row_saves_nothing_until_it_is_left_out(self):
        """Each fault at its line and column; nothing is half saved; with the line left out the rest is."""
        text = (
            "name,email,born,height,test,side,value,on\n"
            "Good One,good@kiln.example,1990,170,,,,\n"
            "Tall One,,1990,400,,,,\n"
            "Old One,,sometime,170,,,,\n"
            "Wall One,,,,knee-to-wall,left,99,2026-01-01\n"
            "Side One,,,,knee-to-wall,,9,2026-01-01\n"
            "Ahead One,,,,knee-to-wall,left,9,2999-01-01\n"
            ",,1990,,,,,\n"
            "Other Name,good@kiln.example,,,,,,\n"
        )
        review = self.post("review", text=text).json()
        bad = {row["number"]: set(row["problems"]) for row in review["rows"] if row["status"] == "bad"}
        expected = {3: "height_m", 4: "born", 5: "value", 6: "side", 7: "on", 8: "name", 9: "name"}
        self.assertEqual(bad, {line: {field} for line, field in expected.items()})
        before = Person.objects.count()
        refused = self.post("import", text=text)
        self.assertEqual((refused.status_code, json.loads(refused.content)["field"]), (422, "rows"))
        self.assertEqual(Person.objects.count(), before)
        done = self.post("import", text=text, skip=list(expected)).json()
        self.assertEqual((done["added"], Person.objects.count()), (1, before + 1))

    def test_two_of_a_name_are_told_apart_by_address(self):
        """A name that two have is a fault; with the address it is one of them."""
        self.home.person("Ada Finch", "coach")
        text = "name,mass_kg\nAda Finch,70\n"
        self.assertEqual(self.post("review", text=text).json()["bad"], 1)
        text = "name,email,mass_kg\nAda Finch,ada.member@kiln.example,70\n"
        self.post("import", text=text)
        self.assertEqual(Person.objects.get(email="ada.member@kiln.example").mass_kg, 70)

    def test_what_is_written_out_comes_in_again(self):
        """The gym's roster and tests as files, taken by another gym: the same people, bodies and readings."""
        self.home.members[1].name = "=cmd Crane"
        self.home.members[1].save()
        self.post("import", text=TESTS)
        files = [
            self.home.client().get(f"/api/people/file/{name}").content.decode()
            for name in ("roster", "tests")
        ]
        self.assertIn("'=cmd Crane", files[0])
        away = self.away.client()
        for text in files:
            address = text.replace("@kiln.example", "@elsewhere.example")
            self.assertEqual(self.post("import", client=away, text=address).status_code, 200)
        for person in self.home.gym.people.current():
            twin = self.away.gym.people.get(
                name=person.name, email=person.email.replace("@kiln.", "@elsewhere.")
            )
            self.assertEqual(
                (twin.born, twin.height_m, twin.mass_kg), (person.born, person.height_m, person.mass_kg)
            )
            mine = set(person.ranges.values_list("test", "side", "value", "measured_on"))
            theirs = set(twin.ranges.values_list("test", "side", "value", "measured_on"))
            self.assertEqual(mine, theirs)
