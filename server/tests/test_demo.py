"""The demo: one whole invented gym, loaded once."""

import re
from pathlib import Path

from django.core.management import call_command
from django.test import TestCase

from core.reading import read_workout
from server.demo import scenario
from server.gym.models import Gym
from server.people.models import Person
from server.programme.models import GymClass, Session
from server.publishing.models import MemberSheet


class Demo(TestCase):
    @classmethod
    def setUpTestData(cls):
        call_command("load_demo", verbosity=0)

    def test_it_is_a_whole_gym(self):
        """Six coaches, 60-90 members, two adaptive, three class times a day for three weeks, some classes
        already sent; ten weeks before of two remembered classes a day."""
        self.assertEqual(Person.objects.exclude(role="member").count(), 6)
        self.assertTrue(60 <= Person.objects.filter(role="member").count() <= 90)
        self.assertEqual(sum(bool(person.adaptive) for person in Person.objects.all()), 2)
        self.assertEqual((Session.objects.count(), GymClass.objects.count()), (18 + 60, 54 + 120))
        self.assertGreater(MemberSheet.objects.count(), 20)

    def test_loading_again_changes_nothing(self):
        """A second run leaves one gym and as many people."""
        people = Person.objects.count()
        call_command("load_demo", verbosity=0)
        self.assertEqual((Gym.objects.count(), Person.objects.count()), (1, people))

    def test_its_workouts_are_read_but_for_the_one_that_teaches(self):
        """Every demo text is read whole; one holds one unread word on purpose."""
        unread = [(title, one.text) for title, text in scenario.WORKOUTS for one in read_workout(text).unread]
        self.assertEqual(unread, [("Lower rack, long carry", "flumes")])

    def test_everyone_is_made_up_at_a_reserved_address(self):
        """Addresses end in .example (RFC 2606), and the sign-ins it prints exist."""
        self.assertTrue(all(person.email.endswith(".example") for person in Person.objects.all()))
        printed = Path(scenario.__file__).with_name("sign_ins.txt").read_text(encoding="utf-8")
        for email in re.findall(r"\S+@\S+", printed):
            person = Person.objects.get(email=email)
            self.assertTrue(person.account.check_password(scenario.PASSWORD))
