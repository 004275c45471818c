"""The week: what needs attention, and what the pages are served with."""

import datetime
import re
import unittest

from django.conf import settings as configured
from django.db import connection
from django.test import Client, TestCase
from django.test.utils import CaptureQueriesContext
from hypothesis import given, settings
from hypothesis import strategies as st

from core.documents.bench import bench_document
from core.errors import CoreError
from core.session import SessionAsk
from server.prep.drafts import habits_of
from server.programme.models import Session
from server.publishing.actions import publish_class
from server.tests.gyms import TEXT, SmallGym, change


class Week(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")

    def day(self) -> dict:
        week = self.home.client().get("/api/week").json()
        return next(day for day in week["days"] if day["sessions"])

    def test_a_week_runs_monday_to_sunday_whatever_day_is_asked(self):
        """Any day of a week gives the same seven days, over a month's and a year's end too."""
        client = self.home.client()
        for start in ("2026-12-31", "2027-01-01", "2026-12-28"):
            days = [day["date"] for day in client.get("/api/week", {"start": start}).json()["days"]]
            self.assertEqual((days[0], days[-1], len(days)), ("2026-12-28", "2027-01-03", 7))
        self.assertEqual(client.get("/api/week", {"start": "soon"}).status_code, 422)

    def test_each_stage_shows(self):
        """Read, unread, prepared, sent, and changed since."""
        session = self.day()["sessions"][0]
        self.assertEqual(
            (session["unread"], session["prepared"], session["classes"][0]["published_version"]),
            (0, False, None),
        )
        client = self.home.client()
        change(client, self.home.session, text=TEXT + "\n2 flumes")
        session = self.day()["sessions"][0]
        self.assertEqual((session["unread"], session["prepared"]), (1, True))
        publish_class(self.home.gym_class, self.home.coach)
        self.assertEqual(self.day()["sessions"][0]["classes"][0]["changed_since"], False)
        change(client, self.home.session, text=TEXT)
        self.assertEqual(self.day()["sessions"][0]["classes"][0]["changed_since"], True)

    def test_an_unreadable_session_does_not_break_the_week(self):
        """An empty text and noise are shown as they are."""
        for text in ("", "q" * 150_000):
            Session.objects.filter(pk=self.home.session.pk).update(text=text)
            self.assertEqual(self.day()["sessions"][0]["asks"], [])

    def test_drills_of_the_days_before_are_known(self):
        """What was published yesterday is repeated less today; what comes tomorrow is not counted."""
        publish_class(self.home.gym_class, self.home.coach)
        tomorrow = Session.objects.create(
            gym=self.home.gym,
            date=self.home.session.date + datetime.timedelta(days=1),
            title="Next",
            text=TEXT,
        )
        self.assertTrue(habits_of(tomorrow).recent)
        self.assertEqual(habits_of(self.home.session).recent, [])


class Pages(TestCase):
    def test_pages_come_with_a_strict_policy_and_no_outside_address(self):
        """Scripts, styles and fonts come from here only; no frame may hold the page; a link's token leaves
        in no Referer."""
        for path, status in (("/", 200), ("/session/3", 200), ("/no/such/screen", 404), ("/m/no-token", 404)):
            page = Client().get(path)
            self.assertEqual(page.status_code, status)
            policy = page["Content-Security-Policy"]
            self.assertIn("default-src 'self'", policy)
            self.assertNotIn("unsafe-eval", policy)
            self.assertIn("frame-ancestors 'none'", policy)
            self.assertEqual(page["Referrer-Policy"], "same-origin")
            self.assertIsNone(re.search(r"(src|href)=\"https?://", page.content.decode()))

    def test_every_screen_of_the_router_is_an_address_and_no_other_is(self):
        """The paths of web/src/main.tsx answer 200; one letter more, and they answer 404."""
        router = (configured.ROOT / "web" / "src" / "main.tsx").read_text(encoding="utf-8")
        paths = re.findall(r'path: "([^"]+)"', router)
        doors = re.search(r"\.\.\.\[([^\]]+)\]\.map\(\(path\)", router)
        paths += re.findall(r'"([^"]+)"', doors[1])
        self.assertGreater(len(paths), 15)
        for path in paths:
            address = path.replace("$id", "7")
            self.assertEqual(Client().get(address).status_code, 200, address)
            self.assertEqual(Client().get(f"{address.rstrip('/')}/x").status_code, 404, address)

    def test_an_unknown_api_address_is_no_page(self):
        """A wrong API path answers 404, not the application."""
        self.assertEqual(Client().get("/api/nothing").status_code, 404)


class AnyInput(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(
        st.text(max_size=80),
        st.integers(-5, 80),
        st.sampled_from(["general-to-specific", "specific-only", "x"]),
    )
    def test_the_bench_answers_anything(self, text, minutes, method):
        """Whatever is typed, there is a view: a plan, or a problem with a field and words."""
        try:
            view = bench_document(SessionAsk(text=text, minutes=minutes, method=method)).json_value()
        except CoreError as error:
            self.fail(f"not answered: {error}")
        if view["plan"] is None:
            self.assertIn(view["problem"]["field"], ("text", "minutes", "method"))
            self.assertTrue(view["problem"]["message"])
        else:
            self.assertLessEqual(view["plan"]["seconds"], minutes * 60)


class Queries(TestCase):
    def test_a_fuller_week_asks_the_database_no_more_often(self):
        """The number of queries does not grow with sessions and classes. Who is in two at once is asked where
        two overlap, so two do from the start."""
        home = SmallGym("Kiln Row")
        client = home.client()
        home.session.classes.create(starts_at=home.gym_class.starts_at, coach=home.coach)
        client.get("/api/week")
        with CaptureQueriesContext(connection) as few:
            client.get("/api/week")
        for place in range(5):
            session = Session.objects.create(
                gym=home.gym, date=home.session.date, title=f"More {place}", text=TEXT
            )
            for hour in range(3):
                one = session.classes.create(
                    starts_at=home.gym_class.starts_at + datetime.timedelta(hours=hour), coach=home.coach
                )
                one.people.set(home.members)
            publish_class(one, home.coach)
        with CaptureQueriesContext(connection) as many:
            self.assertEqual(sum(len(day["sessions"]) for day in client.get("/api/week").json()["days"]), 6)
        self.assertEqual(len(many), len(few))

    def test_publishing_a_bigger_class_asks_hardly_more_often(self):
        """Twelve more people cost no query each: ranges are fetched together, sheets and messages written
        together."""
        home = SmallGym("Kiln Row")
        with CaptureQueriesContext(connection) as few:
            publish_class(home.gym_class, home.coach)
        home.gym_class.people.add(*(home.person(f"Person{place} Extra", "member") for place in range(12)))
        with CaptureQueriesContext(connection) as many:
            publish_class(home.gym_class, home.coach)
        self.assertLessEqual(len(many), len(few) + 2)


class Runs(TestCase):
    def test_which_days_count_is_said_by_the_core(self):
        """Every demand of every day says whether its day counts into a run, by the score written in the core;
        the page is told how many days on end are worth a word."""
        home = SmallGym("Kiln Row")
        week = home.client().get("/api/week").json()
        asks = [asked for day in week["days"] for session in day["sessions"] for asked in session["asks"]]
        self.assertEqual(week["run_days"], 3)
        self.assertEqual({asked["counts"] for asked in asks}, {True, False})
        for asked in asks:
            if abs(asked["score"] - 0.2) > 0.001:  # scores are rounded on the way out
                self.assertEqual(asked["counts"], asked["score"] > 0.2, asked)
