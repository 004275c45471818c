"""Sweeps: every address of the API, every session of the demo, every kind of stored person."""

import datetime
import json

from django.core.management import call_command
from django.test import TestCase

from core.catalog import load_catalog
from core.hazards import hazards_of
from core.session import work_out
from server.accounts.models import Account
from server.people.models import MeasuredRange, Person
from server.prep.drafts import dials_of, session_ask
from server.programme.models import Session
from server.publishing.models import MemberSheet
from server.tests.gyms import SmallGym


class EveryDemoSession(TestCase):
    @classmethod
    def setUpTestData(cls):
        call_command("load_demo", verbosity=0)

    def test_every_class_of_the_demo_gets_a_plan_that_fits(self):
        """For all 18 sessions and both methods: inside the minutes, with the gym's kit, something of each
        demand's kind covered."""
        methods = load_catalog().methods
        for session in Session.objects.select_related("gym"):
            for method in methods:
                dials = dials_of(session).model_copy(update={"method": method})
                derived = work_out(session_ask(session, session.classes.last(), dials=dials))
                self.assertTrue(derived.sheet.items, (session.title, method))
                self.assertLessEqual(derived.sheet.seconds, derived.sheet.minutes * 60)
                self.assertTrue(
                    0.1 < derived.sheet.covered < 1, (session.title, method, derived.sheet.covered)
                )
                kit = session.gym.kit_pieces()
                self.assertTrue(all(kit.get(piece) for item in derived.sheet.items for piece in item.kit))

    def test_no_sheet_of_the_demo_breaks_a_caution(self):
        """Every stored sheet of every member with a caution is free of what it forbids, extras included."""
        catalog = load_catalog()
        checked = 0
        for sheet in MemberSheet.objects.select_related("person", "publication"):
            forbidden = set(sheet.person.cautions.values_list("caution", flat=True))
            for item in (*sheet.page()["items"], *sheet.page()["extras"]):
                checked += bool(forbidden)
                harms = hazards_of(item["drill"], catalog, "seated" in sheet.person.adaptive)
                self.assertFalse(forbidden & harms, (sheet.person.name, item["drill"]))
                if "seated" in sheet.person.adaptive:
                    self.assertEqual(item["level"], "seated")
        self.assertGreater(checked, 10)

    def test_stored_sheets_hold_no_figures_and_no_other_names(self):
        """Small, and private: no points of figures, and no other member's name anywhere."""
        names = set(Person.objects.filter(role="member").values_list("name", flat=True))
        for sheet in MemberSheet.objects.select_related("person", "publication"):
            text = json.dumps(sheet.page())
            self.assertNotIn('"points"', text)
            self.assertFalse([name for name in names - {sheet.person.name} if name in text])


class People(TestCase):
    def test_the_newest_measurement_of_each_side_counts(self):
        """A re-test replaces the older value of the same side and motion, and only that."""
        home = SmallGym("Kiln Row")
        person = home.members[1]
        today = datetime.date(2026, 3, 1)
        for side, value, days in (("left", 60, 40), ("left", 66, 2), ("right", 70, 30)):
            MeasuredRange.objects.create(
                person=person,
                motion="wrist.extension",
                side=side,
                value=value,
                measured_on=today - datetime.timedelta(days=days),
            )
        found = person.value(today)
        self.assertEqual({one.side: one.value for one in found.ranges}, {"left": 66, "right": 70})
        self.assertEqual((found.age, found.sex, found.division), (36, "female", None))

    def test_passwords_are_stored_as_hashes_and_addresses_in_small_letters(self):
        """The password is nowhere in the row; the address signs in however it is typed."""
        account = Account.objects.create_user(" Mixed.Case@Kiln.example", "a-long-secret")
        self.assertNotIn("a-long-secret", account.password)
        self.assertEqual(account.email, "mixed.case@kiln.example")
