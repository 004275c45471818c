"""Doors and traces: signing in under attack, links that end, what is logged, and what is sent along with
answers."""

import datetime
import json
import logging
import time
from unittest import mock

import structlog
from django.core.exceptions import ValidationError
from django.db import OperationalError
from django.test import Client, TestCase, override_settings
from django.utils import timezone

from server.accounts import sign_in
from server.accounts.models import Account
from server.accounts.sign_in import ADDRESS_FAILURES, HASHES_AT_ONCE, address_of
from server.logs import logging_settings
from server.people.models import Person
from server.publishing.actions import publish_class
from server.publishing.models import LINK_DAYS, MemberSheet
from server.tests.gyms import PASSWORD, SmallGym, say

ARGON = ["django.contrib.auth.hashers.Argon2PasswordHasher"]


def enter(client, email, password=PASSWORD, **extra):
    sent = {"email": email, "password": password}
    return client.post("/api/sign-in", json.dumps(sent), content_type="application/json", **extra)


class SignIn(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")

    def test_an_account_is_locked_for_the_address_that_guesses(self):
        """After six wrong tries even the right password waits, from there; from elsewhere it opens."""
        email = self.home.coach.email
        answers = [enter(Client(), email, "wrong-password").status_code for _ in range(6)]
        self.assertEqual(answers[:5], [401] * 5)
        locked = enter(Client(), email)
        self.assertEqual(locked.status_code, 429, locked.content)
        self.assertEqual(locked["Retry-After"], "2")
        self.assertEqual(enter(Client(), email, REMOTE_ADDR="10.9.9.9").status_code, 200)

    def test_an_address_that_tries_many_accounts_is_locked(self):
        """One guess each at many accounts: the address waits before anything is hashed."""
        for number in range(ADDRESS_FAILURES):
            enter(Client(), f"nobody{number}@kiln.example", "wrong-password")
        with mock.patch("django.contrib.auth.hashers.MD5PasswordHasher.encode") as encode:
            self.assertEqual(enter(Client(), self.home.coach.email).status_code, 429)
        encode.assert_not_called()

    def test_hashing_has_a_bound(self):
        """While as many are hashed as may be, another is asked to wait."""
        with mock.patch.object(sign_in, "HASH_WAIT_S", 0.05):
            for _ in range(HASHES_AT_ONCE):
                sign_in._hashing.acquire()
            try:
                self.assertEqual(enter(Client(), self.home.coach.email).status_code, 429)
            finally:
                for _ in range(HASHES_AT_ONCE):
                    sign_in._hashing.release()
        self.assertEqual(enter(Client(), self.home.coach.email).status_code, 200)

    @override_settings(PASSWORD_HASHERS=ARGON, AXES_ENABLED=False)
    def test_unknown_people_get_the_same_answer_in_the_same_time(self):
        """A wrong password and an account that does not exist: the same words, times within half of each
        other."""
        self.home.coach.account.choose_password(PASSWORD)
        asked = {"known": self.home.coach.email, "unknown": "nobody@kiln.example"}
        texts, taken = {}, {name: [] for name in asked}
        for _ in range(6):  # by turns, so that what else the machine does slows both
            for name, email in asked.items():
                started = time.perf_counter()
                answer = enter(Client(), email, "wrong-password")
                taken[name].append(time.perf_counter() - started)
                found = json.loads(answer.content)
                del found["request_id"]
                texts[name] = (answer.status_code, found)
        times = {name: min(each) for name, each in taken.items()}
        self.assertEqual(texts["known"], texts["unknown"])
        self.assertLess(max(times.values()) / min(times.values()), 1.5, times)

    def test_a_password_that_is_easy_to_guess_is_not_kept(self):
        """Short, common, of digits, or the person's own name: refused, and nobody is made."""
        for password in (
            "short-one",
            "password123",
            "129847502938",
            "bo.crane@kiln.example",
            "bartholomew-crane",
        ):
            with self.assertRaises(ValidationError, msg=password):
                Account.objects.create_user("bo.crane@kiln.example", password, known_as="Bartholomew Crane")
        self.assertFalse(Account.objects.filter(email="bo.crane@kiln.example").exists())

    def test_the_address_is_what_the_proxy_wrote(self):
        """Behind a proxy the last entry counts, not what the client claims; without one the claim is
        nothing."""
        request = Client().get("/api/csrf").wsgi_request
        request.META["HTTP_X_FORWARDED_FOR"] = "1.2.3.4, 10.0.0.7"
        with override_settings(BEHIND_PROXY=True):
            self.assertEqual(address_of(request), "10.0.0.7")
        with override_settings(BEHIND_PROXY=False):
            self.assertEqual(address_of(request), "127.0.0.1")


class Links(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")
        cls.ada = cls.home.members[0]
        cls.home.caution(cls.ada, "wrist", note="Broke her wrist in spring.")
        cls.home.measure(cls.ada, "shoulder.flexion", 139)
        publish_class(cls.home.gym_class, cls.home.coach)

    def page(self, client=None):
        token = MemberSheet.objects.filter(person=self.ada).earliest("pk").token
        return (client or Client()).get(f"/api/sheets/{token}")

    def test_a_link_alone_tells_what_to_do_and_nothing_of_a_body(self):
        """No note, no caution's name, no measured value; signed in, the member and their coach see all of
        it."""
        found = self.page()
        text = found.content.decode()
        self.assertTrue(found.json()["items"] and found.json()["gaps"] and found.json()["kept_to"])
        for private in ("Broke her wrist", '"caution": "wrist"', "Wrist weight", '_deg": 139'):
            self.assertNotIn(private, text)
        self.assertEqual({gap["has_deg"] for gap in found.json()["gaps"]}, {None})
        for person in (self.ada, self.home.coach):
            whole = self.page(self.home.client(person))
            self.assertIn("Broke her wrist", whole.content.decode())
            self.assertTrue(all(gap["has_deg"] for gap in whole.json()["gaps"]))
        self.assertFalse(self.page(self.home.client(self.home.members[1])).json()["private"])
        self.assertFalse(self.page(SmallGym("Osier Barn").client()).json()["private"])

    def test_a_link_ends_with_its_time_its_member_and_by_a_coach(self):
        """410 in words, for every version's link; the member signed in still looks back."""
        late = timezone.now() + datetime.timedelta(days=LINK_DAYS + 1)
        with mock.patch("server.publishing.models.timezone.now", return_value=late):
            self.assertEqual(self.page().status_code, 410)
        Person.objects.filter(pk=self.ada.pk).update(left_at=timezone.now())
        self.assertEqual(self.page().status_code, 410)
        Person.objects.filter(pk=self.ada.pk).update(left_at=None)
        self.assertEqual(self.page().status_code, 200)
        delivery = MemberSheet.objects.get(person=self.ada).pk
        self.assertEqual(
            SmallGym("Osier Barn").client().delete(f"/api/deliveries/{delivery}").status_code, 404
        )
        ended = self.home.client().delete(f"/api/deliveries/{delivery}").json()
        self.assertEqual({one["person"]: one["ended"] for one in ended["deliveries"]}[self.ada.pk], True)
        refused = self.page()
        self.assertEqual(refused.status_code, 410)
        self.assertIn("ask your coach", json.loads(refused.content)["detail"])
        self.assertEqual(self.page(self.home.client(self.ada)).status_code, 200)

    def test_how_it_felt_through_an_old_link_goes_to_the_newest_version(self):
        """The answer is the newest page, and the coach sees it there."""
        old = MemberSheet.objects.get(person=self.ada).token
        self.home.session.title = "Kiln day, corrected"
        self.home.session.save()
        publish_class(self.home.gym_class, self.home.coach)
        told = say(old, "felt", "better")
        self.assertEqual((told.json()["version"], told.json()["felt"]), (2, "better"))
        rows = self.home.client().get(f"/api/classes/{self.home.gym_class.pk}/publish").json()["deliveries"]
        self.assertEqual({row["person"]: row["felt"] for row in rows}[self.ada.pk], "better")

    def test_private_answers_are_kept_by_nobody(self):
        """no-store on pages, lists and refusals."""
        for answer in (self.page(), self.home.client().get("/api/week"), Client().get("/api/me")):
            self.assertEqual(answer["Cache-Control"], "no-store")


class Traces(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")

    def logged(self, ask) -> list[dict]:
        """What a request writes down, as it stands in the log: a JSON object a line."""
        lines: list[str] = []
        handler = logging.Handler()
        formatter = logging_settings(as_json=True, quiet=True)["formatters"]["line"]
        handler.setFormatter(
            structlog.stdlib.ProcessorFormatter(
                processors=formatter["processors"], foreign_pre_chain=formatter["foreign_pre_chain"]
            )
        )
        handler.emit = lambda record: lines.append(handler.format(record))
        loggers = [logging.getLogger(name) for name in ("chalk", "django")]
        for logger in loggers:
            logger.addHandler(handler)
        try:
            ask()
        finally:
            for logger in loggers:
                logger.removeHandler(handler)
        return [json.loads(line) for line in lines]

    def test_every_request_leaves_a_line_that_names_nobody(self):
        """Route, gym, status and time; not the link, the board or a name."""
        publish_class(self.home.gym_class, self.home.coach)
        token = MemberSheet.objects.first().token
        client = self.home.client()

        def ask():
            Client().get(f"/api/sheets/{token}")
            client.get("/api/week")
            client.post(
                "/api/words", '{"word": "secret words", "movement": ""}', content_type="application/json"
            )

        lines = self.logged(ask)
        self.assertEqual([line["route"] for line in lines], ["api/sheets/<token>", "api/week", "api/words"])
        self.assertEqual([line["status"] for line in lines], [200, 200, 201])
        self.assertEqual(lines[1]["gym"], self.home.gym.pk)
        self.assertTrue(all(line["ms"] > 0 and line["request_id"] for line in lines))
        told = json.dumps(lines)
        for private in (token, "secret words", "Ada", "Kiln", self.home.coach.email):
            self.assertNotIn(private, told)

    def test_a_fault_of_ours_is_traced_and_told_in_a_sentence(self):
        """500 as problem+json with the request's id; the log has that id, the kind and the places, no
        values."""
        client = self.home.client()
        client.raise_request_exception = False
        with mock.patch("server.api.week.kept_glances", side_effect=ValueError("5 burpees of Ada Finch")):
            lines = self.logged(lambda: setattr(self, "answer", client.get("/api/week")))
        found = json.loads(self.answer.content)
        self.assertEqual(
            (self.answer.status_code, self.answer["Content-Type"]), (500, "application/problem+json")
        )
        self.assertIn("written down", found["detail"])
        fault = next(line for line in lines if line["event"] == "unforeseen")
        self.assertEqual((fault["error"], fault["request_id"]), (["ValueError"], found["request_id"]))
        self.assertTrue(any("server/api/week.py" in place for place in fault["traceback"]))
        self.assertNotIn("burpees", json.dumps(lines))

    def test_a_database_that_is_away_is_said_and_comes_back(self):
        """503 with Retry-After as problem+json, in a view and in front of one; live answers, ready does
        not."""
        client = self.home.client()
        client.raise_request_exception = False
        for place in (
            "server.api.week.kept_glances",
            "django.contrib.sessions.backends.db.SessionStore.load",
        ):
            with mock.patch(place, side_effect=OperationalError("away")):
                answer = client.get("/api/week")
            self.assertEqual((answer.status_code, answer["Retry-After"]), (503, "2"), place)
            self.assertEqual(answer["Content-Type"], "application/problem+json")
        self.assertEqual(client.get("/healthz").json()["ready"], True)
        with mock.patch("server.health.connection.cursor", side_effect=OperationalError("away")):
            self.assertEqual(client.get("/healthz").status_code, 503)
            self.assertEqual(client.get("/healthz/live").status_code, 200)

    def test_what_is_sent_along(self):
        """No inline style or script without this answer's own word, no device, no schema, HSTS behind TLS."""
        first, second = (Client().get("/")["Content-Security-Policy"] for _ in range(2))
        self.assertNotIn("unsafe-inline", first)
        self.assertIn("style-src 'self' 'nonce-", first)
        self.assertNotEqual(first, second)
        self.assertIn("camera=()", Client().get("/")["Permissions-Policy"])
        for path in ("/api/openapi.json", "/api/docs"):
            self.assertEqual(self.home.client().get(path).status_code, 404)
        with override_settings(SECURE_HSTS_SECONDS=60):
            from django.middleware.security import SecurityMiddleware

            request = Client().get("/api/csrf", secure=True).wsgi_request
            from django.http import HttpResponse

            answer = SecurityMiddleware(lambda request: HttpResponse())(request)
        self.assertIn("max-age=60", answer["Strict-Transport-Security"])
