"""What goes out by itself: when, whether it may, and what the coach hears before."""

import datetime
import json
from unittest import mock

from django.test import TestCase
from django.utils import timezone

from server.delivery.models import Delivery, Reach
from server.programme.models import GymClass
from server.publishing.actions import publish_class
from server.publishing.models import Publication
from server.schedule.looking import look
from server.schedule.models import Planned, Rule
from server.tests.gyms import SmallGym, change

HOUR, MINUTE = datetime.timedelta(hours=1), datetime.timedelta(minutes=1)


def put(client, path, body):
    return client.put(f"/api/{path}", json.dumps(body), content_type="application/json")


class Schedule(TestCase):
    """A class at 18:15 the day after tomorrow, in Dublin."""

    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")
        gym = cls.home.gym
        gym.timezone = "Europe/Dublin"
        gym.save()
        cls.date = gym.today() + datetime.timedelta(days=2)
        cls.home.session.date = cls.date
        cls.home.session.save()
        cls.starts = datetime.datetime.combine(cls.date, datetime.time(18, 15), gym.zone)
        cls.home.gym_class.starts_at = cls.starts
        cls.home.gym_class.save()
        cls.evening = datetime.datetime.combine(
            cls.date - datetime.timedelta(days=1), datetime.time(19), gym.zone
        )

    def rule(self, **fields):
        return Rule.objects.create(gym=self.home.gym, **{"how": "evening", **fields})

    def version(self) -> int | None:
        newest = Publication.objects.filter(gym_class=self.home.gym_class).order_by("-version").first()
        return newest.version if newest else None

    def to_coach(self) -> list[str]:
        rows = Delivery.objects.filter(kind="coach").order_by("pk")
        return [row.subject.split(": ")[1] for row in rows]

    def next(self) -> list[dict]:
        with mock.patch("django.utils.timezone.now", return_value=self.evening - HOUR):
            return self.home.client().get("/api/sending").json()["next"]

    def test_it_goes_out_the_evening_before_and_not_a_minute_earlier(self):
        """At 18:59 not, at 19:00, once; by nobody; and its people are told from then."""
        self.rule()
        self.assertEqual(look(self.evening - MINUTE), 0)
        self.assertIsNone(self.version())
        self.assertEqual(look(self.evening), 1)
        self.assertEqual(look(self.evening + MINUTE), 0)
        self.assertEqual(self.version(), 1)
        self.assertIsNone(Publication.objects.get().published_by)
        self.assertEqual(set(Delivery.objects.values_list("due_at", flat=True)), {self.evening})

    def test_the_nearest_rule_holds(self):
        """The gym's: the evening before; the session's: 6 h; the class's: by hand. Taken away, the next one
        holds again."""
        self.rule()
        due = self.starts - 6 * HOUR
        client, session, gym_class = self.home.client(), self.home.session, self.home.gym_class
        put(client, f"sessions/{session.pk}/rule", {"how": "hours", "hours": 6})
        put(client, f"classes/{gym_class.pk}/rule", {"how": "by hand"})
        look(due)
        self.assertIsNone(self.version())
        put(client, f"classes/{gym_class.pk}/rule", None)
        look(due - MINUTE)
        self.assertIsNone(self.version())
        look(due)
        self.assertEqual(self.version(), 1)

    def test_what_is_not_ready_warns_two_hours_before_is_held_and_goes_when_it_is(self):
        """A strange word: nothing is said at 16:59, once at 17:00, held at 19:00; put right, out within the
        next minute."""
        self.rule()
        change(self.home.client(), self.home.session, text=f"{self.home.session.text}\n12 flumes")
        look(self.evening - 2 * HOUR - MINUTE)
        self.assertEqual(self.to_coach(), [])
        for minutes in (0, 1, 30):
            look(self.evening - 2 * HOUR + minutes * MINUTE)
        (warning,) = self.to_coach()
        self.assertIn("not ready to go out", warning)
        look(self.evening)
        self.assertEqual(Planned.objects.get().state, "held")
        (shown,) = self.next()
        self.assertEqual(shown["why"], ["Line 7 is not read: “12 flumes”."])
        self.assertIsNone(self.version())
        change(self.home.client(), self.home.session, text="A) Front squat 4x4 @ 78%")
        look(self.evening + MINUTE)
        self.assertEqual((self.version(), Planned.objects.get().state), (1, "done"))
        self.assertEqual(len(self.to_coach()), 1)

    def test_somebody_without_a_safe_line_holds_it(self):
        """No hanging, and pull-ups on the board with nothing instead: held by name; chosen: out."""
        self.rule()
        bo = self.home.members[1]
        self.home.caution(bo, "no-hang")
        look(self.evening)
        self.assertEqual(Planned.objects.get().why, ["Bo Crane has nothing instead of pull-up."])
        path = f"classes/{self.home.gym_class.pk}/instead/{bo.pk}"
        self.assertEqual(
            put(self.home.client(), path, {"movement": "pull-up", "text": "12 ring rows"}).status_code, 200
        )
        look(self.evening + MINUTE)
        self.assertEqual(self.version(), 1)

    def test_it_waits_for_a_yes(self):
        """Asked two hours before, held when due, out a minute after the yes."""
        self.rule(approve=True)
        look(self.evening - 2 * HOUR)
        (asked,) = self.to_coach()
        self.assertIn("waits for your yes", asked)
        look(self.evening)
        self.assertEqual((self.version(), Planned.objects.get().state), (None, "held"))
        with mock.patch("django.utils.timezone.now", return_value=self.evening):
            answer = self.home.client().post(f"/api/classes/{self.home.gym_class.pk}/approve")
        self.assertTrue(answer.json()["next"]["approved"])
        look(self.evening + MINUTE)
        self.assertEqual(self.version(), 1)

    def test_a_paused_gym_sends_nothing_and_says_so(self):
        owner = self.home.person("Owner Slate", "owner")
        self.rule()
        client = self.home.client(owner)
        body = json.dumps({"paused": True})
        self.assertIsNotNone(
            client.post("/api/sending/pause", body, content_type="application/json").json()["paused_at"]
        )
        look(self.evening)
        self.assertIsNone(self.version())
        client.post("/api/sending/pause", '{"paused": false}', content_type="application/json")
        look(self.evening + 5 * MINUTE)
        self.assertEqual(self.version(), 1)

    def test_sent_by_hand_before_only_the_difference_goes(self):
        """Sent at noon, one more on the roster since: at 19:00 version 2 tells only them. Nothing since:
        nothing."""
        self.rule()
        publish_class(self.home.gym_class, self.home.coach)
        look(self.evening)
        self.assertEqual((self.version(), Planned.objects.get().state), (1, "done"))
        Planned.objects.all().delete()
        self.home.gym_class.people.add(self.home.person("Dee Dipper", "member"))
        look(self.evening)
        told = Delivery.objects.filter(cause="v2", kind="ready").values_list("person__name", flat=True)
        self.assertEqual(list(told), ["Dee Dipper"])

    def test_a_class_that_is_moved_or_cancelled_is_due_again_or_never(self):
        """Out for 18:15; moved to the evening of another day it is due again; cancelled it never is."""
        self.rule()
        look(self.evening)
        GymClass.objects.update(starts_at=self.starts + 24 * HOUR)
        look(self.evening + 24 * HOUR)
        self.assertEqual(Planned.objects.get().due_at, self.evening + 24 * HOUR)
        GymClass.objects.update(cancelled_at=timezone.now(), starts_at=self.starts)
        Planned.objects.all().delete()
        self.assertEqual(look(self.evening), 0)

    def test_it_goes_out_early_to_who_wants_quiet_when_it_is_due(self):
        """An early class, due three hours before it, at night; Ada wants quiet 21:00-09:00: hers goes at
        20:50 the evening before, the others' when it is due, and what changed in between reaches who is not
        asleep. Ada is not told of that, and the coach sees it."""
        GymClass.objects.update(starts_at=self.starts - 12 * HOUR)  # 06:15
        self.rule(how="hours", hours=3)
        due = self.starts - 15 * HOUR
        quiet = {"quiet_from": datetime.time(21), "quiet_to": datetime.time(9)}
        Reach.objects.create(person=self.home.members[0], **quiet)
        early = datetime.datetime.combine(
            self.date - datetime.timedelta(days=1), datetime.time(20, 50), self.home.gym.zone
        )
        look(early - MINUTE)
        self.assertIsNone(self.version())
        self.assertEqual(look(early), 1)
        at = {row.person.name: row.due_at for row in Delivery.objects.filter(cause="v1")}
        self.assertEqual(at, {"Ada Finch": early, "Bo Crane": due, "Cy Dunnock": due})
        change(self.home.client(), self.home.session, text=f"{self.home.session.text}\n12 wall balls 9/6 kg")
        self.assertEqual(look(due), 1)
        second = dict(Delivery.objects.filter(cause="v2").values_list("person__name", "state"))
        self.assertEqual(second, {"Ada Finch": "not told", "Bo Crane": "queued", "Cy Dunnock": "queued"})
        self.assertEqual(Planned.objects.get().state, "done")

    def test_one_class_that_fails_holds_up_no_other(self):
        """Whatever goes wrong with the first, the second goes out."""
        other = self.home.session.classes.create(starts_at=self.starts + HOUR, coach=self.home.coach)
        other.people.set(self.home.members[:1])
        self.rule()
        real = publish_class

        def fails(gym_class, *args, **kwargs):
            if gym_class.pk == self.home.gym_class.pk:
                raise ZeroDivisionError
            return real(gym_class, *args, **kwargs)

        with mock.patch("server.schedule.looking.publish_class", fails):
            self.assertEqual(look(self.evening), 1)
        self.assertEqual(Publication.objects.get().gym_class, other)
        self.assertEqual(look(self.evening + MINUTE), 1)

    def test_a_class_with_nobody_and_rules_that_cannot_be(self):
        """Nobody: held, with the words. A rule of 400 hours, or by a member or another gym's coach: refused
        at its field or not found."""
        self.rule()
        self.home.gym_class.people.clear()
        look(self.evening)
        self.assertIn("Nobody is on this class", Planned.objects.get().why[0])
        path = f"classes/{self.home.gym_class.pk}/rule"
        for fields in (
            {"how": "hours", "hours": 400},
            {"how": "never"},
            {"how": "evening", "clock": "25:00"},
        ):
            self.assertEqual(put(self.home.client(), path, fields).status_code, 422, fields)
        fields = {"how": "by hand"}
        self.assertEqual(put(SmallGym("Osier Barn").client(), path, fields).status_code, 404)
        self.assertEqual(put(self.home.client(self.home.members[0]), path, fields).status_code, 403)
        self.assertEqual(put(self.home.client(), "sending/rule", fields).status_code, 403)

    def test_how_many_queries_a_minute_takes_does_not_grow_with_the_gyms(self):
        """Nothing due: as many for four gyms as for one."""

        def asked() -> int:
            from django.db import connection
            from django.test.utils import CaptureQueriesContext

            with CaptureQueriesContext(connection) as queries:
                look(self.starts - 40 * HOUR)
            return len(queries)

        self.rule()
        one = asked()
        for number in range(3):
            other = SmallGym(f"Osier{number} Barn")
            Rule.objects.create(gym=other.gym, how="evening")
            GymClass.objects.filter(session__gym=other.gym).update(starts_at=self.starts)
        self.assertEqual(asked(), one)
