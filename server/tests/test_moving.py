"""Sessions moved and copied, who is expected twice, who has a session open, and finding things by a few
letters."""

import datetime
import json
import random
from unittest import mock
from zoneinfo import ZoneInfo

from django.test import TestCase
from django.utils import timezone

from server.people.models import Look
from server.prep.models import PrepDraft
from server.programme.models import GymClass, Presence, Session
from server.programme.presence import GONE_AFTER
from server.programme.rosters import AN_HOUR, at_two_at_once
from server.publishing.actions import publish_class
from server.tests.gyms import SmallGym, change


def send(client, method, path, /, **body):
    return getattr(client, method)(f"/api/{path}", json.dumps(body), content_type="application/json")


class Moving(TestCase):
    def setUp(self):
        self.home = SmallGym("Kiln Row")
        self.client = self.home.client()
        self.path = f"sessions/{self.home.session.pk}"

    def move(self, date, version=1):
        return send(self.client, "post", f"{self.path}/move", date=str(date), version=version)

    def test_classes_keep_their_clock_over_a_change_of_the_hour(self):
        """From a summer Saturday to the winter Sunday in the gym's own zone: 17:30 stays 17:30; so it does
        the other way round, in three zones."""
        for zone in ("Europe/London", "America/New_York", "Australia/Lord_Howe"):
            self.home.gym.timezone = zone
            self.home.gym.save()
            here = ZoneInfo(zone)
            for first, then in (("2026-10-24", "2026-11-02"), ("2026-03-07", "2026-04-06")):
                date = datetime.date.fromisoformat(first)
                starts_at = datetime.datetime.combine(date, datetime.time(17, 30), here)
                Session.objects.filter(pk=self.home.session.pk).update(date=date, version=1)
                GymClass.objects.filter(pk=self.home.gym_class.pk).update(starts_at=starts_at)
                self.assertEqual(self.move(then).status_code, 200)
                moved = GymClass.objects.get(pk=self.home.gym_class.pk)
                local = moved.starts_at.astimezone(here)
                self.assertEqual((str(local.date()), local.time()), (then, datetime.time(17, 30)), zone)
                self.assertEqual(set(moved.people.all()), set(self.home.members))

    def test_what_members_have_stays_and_what_is_stale_is_refused(self):
        """Seen at an older version: 409 with what stands. Sent: 409 in words, on its day; a copy is
        possible."""
        tomorrow = self.home.session.date + datetime.timedelta(days=1)
        self.assertEqual(self.move(tomorrow, version=7).status_code, 409)
        publish_class(self.home.gym_class, self.home.coach)
        refused = self.move(tomorrow)
        self.assertEqual(refused.status_code, 409)
        self.assertIn("Copy it", refused.json()["detail"])
        self.assertEqual(Session.objects.get(pk=self.home.session.pk).date, self.home.session.date)
        copied = send(self.client, "post", f"{self.path}/copy", date=str(tomorrow))
        self.assertEqual((copied.status_code, copied.json()["date"]), (201, str(tomorrow)))

    def test_a_copy_has_board_and_dials_and_doubles_no_class_times(self):
        """Minutes, method and a ban come along; on a day whose times another session has it gets none; asked
        twice with one key it is one."""
        change(self.client, self.home.session, minutes=9, method="end-range-tension", bans=["cat-cow"])
        busy = self.home.session.date + datetime.timedelta(days=7)
        other = Session.objects.create(gym=self.home.gym, date=busy, title="Other", text="5 burpees")
        other.classes.create(starts_at=timezone.now())
        for _ in range(2):
            answer = self.client.post(
                f"/api/{self.path}/copy",
                json.dumps({"date": str(busy)}),
                content_type="application/json",
                headers={"Idempotency-Key": "the-same-attempt"},
            )
            self.assertEqual(answer.status_code, 201)
        made = Session.objects.get(pk=answer.json()["id"])
        self.assertEqual(Session.objects.count(), 3)
        self.assertEqual((made.text, made.title), (Session.objects.first().text, "Kiln day"))
        draft = PrepDraft.objects.get(session=made)
        self.assertEqual((draft.minutes, draft.method, draft.bans), (9, "end-range-tension", ["cat-cow"]))
        self.assertEqual(made.classes.count(), 0)


class AtTwo(TestCase):
    def test_whoever_is_in_two_classes_at_one_hour_is_named(self):
        """Thirty random weeks against every pair of classes compared by hand: the same people."""
        home, chance = SmallGym("Kiln Row"), random.Random(15)
        day = home.session.date
        start = datetime.datetime.combine(day, datetime.time(6), home.gym.zone)
        for _ in range(30):
            GymClass.objects.all().delete()
            for _ in range(chance.randint(1, 5)):
                starts_at = start + datetime.timedelta(minutes=15 * chance.randint(0, 16))
                made = home.session.classes.create(starts_at=starts_at)
                made.people.set(chance.sample(home.members, chance.randint(0, 3)))
            classes = list(GymClass.objects.prefetch_related("people"))
            by_hand = {
                person.name
                for one in classes
                for other in classes
                if one.pk < other.pk and abs(one.starts_at - other.starts_at) < AN_HOUR
                for person in set(one.people.all()) & set(other.people.all())
            }
            self.assertEqual({one.name for one in at_two_at_once([home.session])}, by_hand)


class Here(TestCase):
    def test_pages_know_of_each_other_until_they_are_left_or_silent(self):
        """Two coaches: each hears the other's name, nobody their own page's; one's second tab counts; left or
        silent for long, nobody, nor by a slow word of a page that was left; another gym's is not found."""
        home, away = SmallGym("Kiln Row"), SmallGym("Osier Barn")
        wren = home.person("Wren Osgood", "coach")
        path = f"/api/sessions/{home.session.pk}/here"

        def here(person, tab):
            return home.client(person).put(f"{path}/{tab}").json()["others"]

        self.assertEqual(here(home.coach, "first-tab"), [])
        self.assertEqual(here(wren, "wrens-tab"), ["Coach Marl"])
        self.assertEqual(here(home.coach, "first-tab"), ["Wren Osgood"])
        self.assertEqual(here(home.coach, "second-tab"), ["Coach Marl", "Wren Osgood"])
        home.client(home.coach).delete(f"{path}/second-tab")
        home.client(home.coach).delete(f"{path}/first-tab")
        self.assertEqual(here(wren, "wrens-tab"), [])
        here(home.coach, "first-tab")  # on its way when the page was left
        self.assertEqual(here(wren, "wrens-tab"), [])
        home.client(home.coach).delete(f"{path}/third-tab")  # overtook the only word of its page
        here(home.coach, "third-tab")
        self.assertEqual(here(wren, "wrens-tab"), [])
        here(home.coach, "fourth-tab")
        self.assertEqual(here(wren, "wrens-tab"), ["Coach Marl"])
        later = timezone.now() + GONE_AFTER + datetime.timedelta(seconds=1)
        with mock.patch("server.programme.presence.timezone.now", return_value=later):
            self.assertEqual(here(wren, "wrens-tab"), [])
        self.assertEqual(away.client().put(f"{path}/their-tab").status_code, 404)
        self.assertEqual(home.client().put(f"{path}/no").status_code, 422)
        self.assertEqual(
            set(Presence.objects.values_list("person__name", flat=True)), {"Coach Marl", "Wren Osgood"}
        )


class Finding(TestCase):
    def test_only_what_is_the_gyms_own_is_found(self):
        """By a piece, by other letters, with one wrong; nobody who left, nothing of another gym; looks are
        written down; nothing for nothing."""
        home, away = SmallGym("Kiln Row"), SmallGym("Osier Barn")
        away.session.title = "Kiln day of others"
        away.session.save()
        gone = home.members[2]
        gone.left_at = timezone.now()
        gone.save()

        def found(letters, kind):
            rows = home.client().get("/api/find", {"q": letters}).json()
            return [row["name"] for row in rows if row["kind"] == kind]

        self.assertEqual(found("KILN", "session"), ["Kiln day"])
        self.assertEqual(found("ada fimch", "person"), ["Ada Finch"])
        self.assertEqual(found("dunnock", "person"), [])
        self.assertIn("Easy jog with turns", found("jog with", "drill"))
        self.assertIn("End-range tension", found("end-range", "method"))
        self.assertEqual(home.client().get("/api/find", {"q": "  "}).json(), [])
        self.assertEqual(home.client(home.members[0]).get("/api/find", {"q": "ada"}).status_code, 403)
        self.assertEqual(Look.objects.filter(person=home.members[0], screen="people").count(), 1)
