"""The gym's own clock: class times over both changes of daylight saving, today and week edges, in four
zones and at UTC+14. Expected instants are worked out by hand from the zones' published rules (IANA), beside
each."""

import datetime
import json
from unittest import mock

from django.test import TestCase

from server.accounts.models import Account
from server.computing.tasks import WeekSource
from server.gym.models import Gym
from server.people.models import Person
from server.programme.actions import add_session
from server.programme.models import GymClass, Session
from server.programme.week_import import import_week
from server.publishing.actions import publish_class
from server.tests.gyms import SmallGym

UTC = datetime.UTC


def utc(*parts: int) -> datetime.datetime:
    return datetime.datetime(*parts, tzinfo=UTC)


# zone, a day of a class, its instant at 06:15 there, a week later over the change, and that instant
CHANGES = [
    ("Europe/Dublin", (2026, 10, 19), utc(2026, 10, 19, 5, 15), (2026, 10, 26), utc(2026, 10, 26, 6, 15)),
    ("Europe/Dublin", (2026, 3, 23), utc(2026, 3, 23, 6, 15), (2026, 3, 30), utc(2026, 3, 30, 5, 15)),
    ("America/New_York", (2026, 10, 26), utc(2026, 10, 26, 10, 15), (2026, 11, 2), utc(2026, 11, 2, 11, 15)),
    ("America/New_York", (2026, 3, 2), utc(2026, 3, 2, 11, 15), (2026, 3, 9), utc(2026, 3, 9, 10, 15)),
    ("Australia/Sydney", (2026, 9, 28), utc(2026, 9, 27, 20, 15), (2026, 10, 5), utc(2026, 10, 4, 19, 15)),
    ("Australia/Sydney", (2026, 3, 30), utc(2026, 3, 29, 19, 15), (2026, 4, 6), utc(2026, 4, 5, 20, 15)),
    (
        "Pacific/Kiritimati",
        (2026, 10, 19),
        utc(2026, 10, 18, 16, 15),
        (2026, 10, 26),
        utc(2026, 10, 25, 16, 15),
    ),
]
# an instant, and the date it is in each zone
MOMENT = utc(2026, 12, 6, 12, 30)  # a Sunday
TODAY = {
    "Europe/Dublin": "2026-12-06",
    "America/New_York": "2026-12-06",
    "Australia/Sydney": "2026-12-06",
    "Pacific/Kiritimati": "2026-12-07",  # UTC+14: already Monday, and another week
}


class Zones(TestCase):
    def home_in(self, zone: str) -> SmallGym:
        home = SmallGym(f"{zone.rsplit('/', 1)[-1]} Row")
        Session.objects.filter(gym=home.gym).delete()
        Gym.objects.filter(pk=home.gym.pk).update(timezone=zone)
        home.gym.refresh_from_db()
        home.coach = Person.objects.select_related("gym").get(pk=home.coach.pk)
        return home

    def class_on(self, home, date, starts_at) -> GymClass:
        session = Session.objects.create(gym=home.gym, date=date, title="Before", text="5 burpees")
        gym_class = session.classes.create(starts_at=starts_at, coach=home.coach)
        gym_class.people.set(home.members)
        return gym_class

    def test_a_new_session_keeps_the_clock_and_not_the_instant(self):
        """06:15 stays 06:15 a week later, over either change."""
        for zone, day, instant, later, expected in CHANGES:
            home = self.home_in(zone)
            self.class_on(home, datetime.date(*day), instant)
            session = add_session(home.gym, home.coach, datetime.date(*later), "After", "")
            (gym_class,) = session.classes.all()
            self.assertEqual(gym_class.starts_at, expected, (zone, later))
            Gym.objects.all().delete()
            Account.objects.all().delete()

    def test_an_imported_week_has_the_gyms_clock_and_its_rosters(self):
        """Times of a pattern are the gym's own, and the roster comes from the same clock time of that
        weekday."""
        for zone, day, instant, later, expected in CHANGES:
            home = self.home_in(zone)
            self.class_on(home, datetime.date(*day), instant)
            source = WeekSource("Monday\n5 burpees", datetime.date(*later), pattern="Mon 06:15")
            import_week(home.gym, home.coach, source)
            gym_class = GymClass.objects.get(session__date=datetime.date(*later))
            self.assertEqual(gym_class.starts_at, expected, (zone, later))
            self.assertEqual((gym_class.people.count(), gym_class.coach), (3, home.coach), (zone, later))
            Gym.objects.all().delete()
            Account.objects.all().delete()

    def test_today_and_the_week_are_the_gyms(self):
        """At one instant: each gym's own date, and the Monday of its own week."""
        for zone, today in TODAY.items():
            home = self.home_in(zone)
            client = home.client()
            with mock.patch("server.gym.models.timezone.now", return_value=MOMENT):
                week = client.get("/api/week").json()
            self.assertEqual((week["today"], week["timezone"]), (today, zone))
            date = datetime.date.fromisoformat(today)
            self.assertEqual(week["start"], str(date - datetime.timedelta(days=date.weekday())), zone)

    def test_what_is_published_tells_the_gyms_zone(self):
        """The page, the roster and the session name the zone that their times are shown in."""
        home = self.home_in("Pacific/Kiritimati")
        gym_class = self.class_on(home, datetime.date(2026, 12, 7), utc(2026, 12, 6, 16, 15))
        publish_class(gym_class, home.coach)
        client = home.client()
        for path in (
            f"/api/classes/{gym_class.pk}/publish",
            f"/api/sessions/{gym_class.session_id}",
            "/api/me",
        ):
            self.assertEqual(json.loads(client.get(path).content)["timezone"], "Pacific/Kiritimati", path)
