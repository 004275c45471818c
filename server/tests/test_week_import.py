"""A week at once: reviewed before anything is saved, imported once, the same again changes nothing."""

import datetime
import json

from django.test import TestCase

from server.programme.models import GymClass, Session
from server.tests.gyms import SmallGym

WEEK = "Monday: Slow start\nA) Back squat 5x5\n\nTuesday\n10 burpees\n12 flumes\n\nWed: Row day\n1000 m row"


class ImportWeek(TestCase):
    def setUp(self):
        self.home = SmallGym("Kiln Row")
        self.home.gym.timezone = "Europe/London"
        self.home.gym.save()
        self.client = self.home.client()
        self.monday = self.home.session.date + datetime.timedelta(days=14 - self.home.session.date.weekday())

    def post(self, path, client=None, **changes):
        data = {"text": WEEK, "monday": self.monday.isoformat(), "pattern": "Mon-Wed 06:15 17:30", **changes}
        return (client or self.client).post(path, json.dumps(data), content_type="application/json")

    def test_the_review_saves_nothing_and_shows_what_was_read(self):
        """Every day with its movements, what it asks, unread words and class times."""
        found = self.post("/api/week/review").json()
        self.assertEqual(
            [(day["title"], day["status"], len(day["times"])) for day in found["days"]],
            [("Slow start", "new", 2), ("Tuesday", "new", 2), ("Row day", "new", 2)],
        )
        self.assertEqual(found["days"][1]["unread"], ["flumes"])
        self.assertEqual(found["days"][0]["parts"][0]["movements"], ["back squat"])
        self.assertTrue(found["days"][0]["asks"])
        self.assertEqual(Session.objects.count(), 1)

    def test_importing_twice_changes_nothing_and_says_so(self):
        """Three sessions and six classes the first time; nothing the second; the review says 'same'."""
        self.assertEqual(
            self.post("/api/week/import").json(), {"added": 3, "changed": 0, "same": 0, "classes": 6}
        )
        before = list(Session.objects.values_list("pk", "text", "changed_at"))
        self.assertEqual(
            self.post("/api/week/import").json(), {"added": 0, "changed": 0, "same": 3, "classes": 0}
        )
        self.assertEqual(list(Session.objects.values_list("pk", "text", "changed_at")), before)
        self.assertEqual({day["status"] for day in self.post("/api/week/review").json()["days"]}, {"same"})

    def test_a_changed_text_changes_its_session_and_keeps_its_classes(self):
        """The same title with another text is that session again; its roster stays."""
        self.post("/api/week/import")
        one = GymClass.objects.filter(session__title="Row day").first()
        one.people.set(self.home.members)
        done = self.post("/api/week/import", text=WEEK.replace("1000 m row", "2000 m row")).json()
        self.assertEqual(done, {"added": 0, "changed": 1, "same": 2, "classes": 0})
        self.assertEqual(Session.objects.get(title="Row day").text, "2000 m row")
        self.assertEqual(GymClass.objects.get(pk=one.pk).people.count(), 3)

    def test_days_left_out_are_left_out(self):
        """Skipping a day imports the others."""
        self.assertEqual(self.post("/api/week/import", skip=[1]).json()["added"], 2)
        self.assertFalse(Session.objects.filter(title="Tuesday").exists())

    def test_rosters_come_from_the_same_class_a_week_before(self):
        """A new class at the hour of an earlier one on that weekday has its people and its coach."""
        self.post("/api/week/import")
        early = GymClass.objects.get(session__title="Slow start", starts_at__hour=6)
        early.people.set(self.home.members[:2])
        early.coach = self.home.coach
        early.save()
        self.post(
            "/api/week/import",
            text="Monday: Later\n10 lunges",
            monday=(self.monday + datetime.timedelta(days=7)).isoformat(),
        )
        later = GymClass.objects.get(session__title="Later", starts_at__hour=6)
        self.assertEqual((later.people.count(), later.coach), (2, self.home.coach))

    def test_problems_name_their_place_and_save_nothing(self):
        """No day, a bad pattern, a bad calendar: 422 with the field; members are turned away; another gym
        is untouched."""
        for changes, field in (
            ({"text": "10 burpees"}, "text"),
            ({"pattern": "now and then"}, "pattern"),
            ({"calendar": "BEGIN"}, "calendar"),
            ({"text": "Mon\x00"}, "text"),
        ):
            answer = self.post("/api/week/import", **changes)
            self.assertEqual((answer.status_code, answer.json().get("field")), (422, field), changes)
        self.assertEqual(
            self.post("/api/week/import", self.home.client(self.home.members[0])).status_code, 403
        )
        self.assertEqual(Session.objects.count(), 1)
        other = SmallGym("Marl Pit")
        self.post("/api/week/import")
        self.assertEqual(other.gym.sessions.count(), 1)

    def test_a_calendar_gives_the_times(self):
        """Class times of an iCalendar file, in the gym's own zone."""
        raw = (
            "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//t//\r\nBEGIN:VEVENT\r\nUID:1\r\nSUMMARY:Class\r\n"
            f"DTSTART;TZID=Europe/London:{self.monday:%Y%m%d}T061500\r\nRRULE:FREQ=DAILY;COUNT=3\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
        )
        days = self.post("/api/week/review", pattern="", calendar=raw).json()["days"]
        self.assertEqual([len(day["times"]) for day in days], [1, 1, 1])
