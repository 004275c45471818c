"""A whole gym out and in again: the demo into an empty installation, byte for byte, and files that are
none."""

import copy
import io
import json
import tempfile
from pathlib import Path

from django.core.management import CommandError, call_command
from django.test import TestCase

from server.accounts.models import Account
from server.gym.models import Gym
from server.people.models import Person
from server.publishing.models import MemberSheet
from server.tests.gyms import SmallGym
from server.whole.bring import NotBrought, bring_gym
from server.whole.write import gym_document


class RoundTrip(TestCase):
    def test_the_demo_comes_back_as_it_was(self):
        """Written out, the installation emptied, brought in by the command line: the same file again, and
        every member's page still opens to them once they are invited."""
        call_command("load_demo", verbosity=0)
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "gym.json"
            call_command("gym", "export", str(file), stdout=io.StringIO())
            written = json.loads(file.read_text(encoding="utf-8"))
            Gym.objects.all().delete()
            Account.objects.all().delete()
            call_command("gym", "import", str(file), stdout=io.StringIO())
        gym = Gym.objects.get()
        again = json.loads(json.dumps(gym_document(gym)))
        self.assertEqual(again.keys(), written.keys())
        for name in written:
            self.assertEqual(again[name], written[name], name)
        self.assertGreater(sum(len(person["ranges"]) for person in written["people"]), 500)
        self.assertGreater(MemberSheet.objects.count(), 20)
        self.assertFalse(Person.objects.exclude(account=None).exists())

    def test_nothing_of_an_account_or_a_link_is_in_it(self):
        """No password hash, no token of a sheet, no session."""
        home = SmallGym("Kiln Row")
        client = home.client()
        client.post(f"/api/classes/{home.gym_class.pk}/publish")
        text = json.dumps(gym_document(home.gym))
        for token in MemberSheet.objects.values_list("token", flat=True):
            self.assertNotIn(token, text)
        self.assertNotIn(home.coach.account.password, text)

    def test_the_owner_writes_it_out_and_nobody_else(self):
        """A file with every person; a coach is refused."""
        home = SmallGym("Kiln Row")
        owner = home.person("Owner Slate", "owner")
        found = home.client(owner).get("/api/gym/file")
        self.assertEqual(len(json.loads(found.content)["people"]), 5)
        self.assertIn("attachment", found["Content-Disposition"])
        self.assertEqual(home.client().get("/api/gym/file").status_code, 403)


class Strangers(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.good = json.loads(json.dumps(gym_document(SmallGym("Kiln Row").gym)))

    def test_what_is_no_gym_is_refused_at_its_place_and_nothing_is_saved(self):
        """Wrong format, version, kinds, numbers, dates and lengths, each at its place; the gyms stay as they
        were."""
        spoiled = {
            "format": lambda file: file.update(format="other"),
            "version": lambda file: file.update(version=2),
            "gym": lambda file: file.update(gym=[]),
            "gym.timezone": lambda file: file["gym"].update(timezone="Mars/Olympus"),
            "people": lambda file: file.update(people={}),
            "people.1.number": lambda file: file["people"][1].update(number=1),
            "people.0.email": lambda file: file["people"][0].update(email="nobody"),
            "people.1.ranges.0.measured_on": lambda file: file["people"][1]["ranges"][0].update(
                measured_on="soon"
            ),
            "people.1.ranges.0.value": lambda file: file["people"][1]["ranges"][0].update(value=None),
            "sessions.0.classes.0.coach": lambda file: file["sessions"][0]["classes"][0].update(coach=99),
            "sessions.0.date": lambda file: file["sessions"][0].update(date="2026-02-30"),
            "file": lambda file: file["kit"].append(file["kit"][0]),
        }
        before = Gym.objects.count(), Person.objects.count()
        for place, spoil in spoiled.items():
            file = copy.deepcopy(self.good)
            spoil(file)
            with self.assertRaises(NotBrought) as caught:
                bring_gym(file)
            self.assertEqual(caught.exception.field, place)
            self.assertEqual((Gym.objects.count(), Person.objects.count()), before, place)
        for what in (None, [], "x", {}):
            with self.assertRaises(NotBrought):
                bring_gym(what)

    def test_the_command_line_says_what_is_wrong(self):
        """No file, no JSON, no gym: a message, never a traceback."""
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "gym.json"
            for text in (None, "{", "[]"):
                if text is not None:
                    file.write_text(text, encoding="utf-8")
                with self.assertRaises(CommandError):
                    call_command("gym", "import", str(file), verbosity=0)
