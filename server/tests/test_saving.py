"""Saving: no edit lies over another unseen, whoever is quicker; the same asked twice is done once."""

import json
import threading
from functools import partial

from django.db import connections
from django.test import TestCase, TransactionTestCase

from server.delivery.models import Delivery
from server.gym.models import Gym
from server.prep.models import PrepDraft
from server.programme.models import Session
from server.publishing.actions import publish_class
from server.publishing.models import MemberSheet, Publication
from server.tests.gyms import TEXT, SmallGym, change

PAIRS = 12


def together(*jobs):
    """Run jobs at once, each in a thread of its own with its own database connection; their results in
    order."""
    start, results = threading.Barrier(len(jobs)), [None] * len(jobs)

    def run(place, job):
        start.wait()
        try:
            results[place] = job()
        finally:
            connections.close_all()

    threads = [threading.Thread(target=run, args=pair) for pair in enumerate(jobs)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    return results


def send(client, method, path, data, **headers):
    return getattr(client, method)(path, json.dumps(data), content_type="application/json", headers=headers)


class Versions(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")

    def setUp(self):
        self.client = self.home.client()
        self.path = f"/api/sessions/{self.home.session.pk}"

    def test_an_edit_made_on_older_content_is_refused_with_both(self):
        """Two pages on version 1: the second save is 409, holds what stands and what was given, saves
        nothing."""
        first = send(self.client, "patch", self.path, {"version": 1, "text": "5 burpees"})
        self.assertEqual((first.status_code, first.json()["version"]), (200, 2))
        second = send(self.client, "patch", self.path, {"version": 1, "text": "9 burpees"})
        self.assertEqual((second.status_code, second["Content-Type"]), (409, "application/problem+json"))
        found = json.loads(second.content)
        self.assertEqual((found["stands"]["text"], found["stands"]["version"]), ("5 burpees", 2))
        self.assertEqual(found["given"]["text"], "9 burpees")
        self.assertEqual(Session.objects.get().text, "5 burpees")

    def test_an_edit_says_what_it_was_made_on(self):
        """Without a version nothing is saved."""
        self.assertEqual(send(self.client, "patch", self.path, {"text": "5 burpees"}).status_code, 422)
        self.assertEqual(Session.objects.get().text, TEXT)

    def test_only_what_is_given_changes(self):
        """A dial alone leaves text, title and the other dials as they are."""
        change(self.client, self.home.session, minutes=9, cold=True)
        saved = change(self.client, self.home.session, hot=True).json()
        self.assertEqual(
            (saved["minutes"], saved["cold"], saved["hot"], saved["text"], saved["title"]),
            (9, True, True, TEXT, "Kiln day"),
        )

    def test_what_the_gym_has_and_its_methods_are_kept_the_same_way(self):
        """The second of two changes to the place, and to a method, is refused and told what stands."""
        place = self.client.get("/api/place").json()
        sent = {name: place[name] for name in ("places", "rack", "version")} | {"kit": {"barbell": 3}}
        self.assertEqual(send(self.client, "put", "/api/place", sent).status_code, 200)
        late = send(self.client, "put", "/api/place", {**sent, "kit": {"barbell": 9}})
        self.assertEqual(late.status_code, 409)
        stands = {one["id"]: one["pieces"] for one in json.loads(late.content)["stands"]["kit"]}
        self.assertEqual((stands["barbell"], Gym.objects.get().kit_pieces()["barbell"]), (3, 3))
        made = send(self.client, "post", "/api/methods", {"base": "flow", "name": "Ours"}).json()
        own = next(one for one in made if one["own"])
        new = {"base": "flow", "name": "Ours now", "version": own["version"]}
        self.assertEqual(send(self.client, "put", f"/api/methods/{own['id']}", new).status_code, 200)
        late = send(self.client, "put", f"/api/methods/{own['id']}", {**new, "name": "Mine"})
        self.assertEqual((late.status_code, json.loads(late.content)["stands"]["name"]), (409, "Ours now"))

    def test_an_import_does_not_lie_over_what_changed_since_its_review(self):
        """A day edited between review and import: 409 with a new review; taken again with that one, it is
        done."""
        week = {
            "text": f"{self.home.session.date}: Kiln day\n12 thrusters",
            "monday": str(self.home.session.date),
        }
        seen = send(self.client, "post", "/api/week/review", week).json()["stands"]
        change(self.client, self.home.session, text="7 wall balls")
        late = send(self.client, "post", "/api/week/import", {**week, "stands": seen})
        self.assertEqual((late.status_code, Session.objects.get().text), (409, "7 wall balls"))
        now = json.loads(late.content)["stands"]["stands"]
        done = send(self.client, "post", "/api/week/import", {**week, "stands": now})
        self.assertEqual((done.json()["changed"], Session.objects.get().text.strip()), (1, "12 thrusters"))
        again = send(self.client, "post", "/api/week/import", {**week, "stands": now})
        self.assertEqual(again.json()["same"], 1)

    def test_a_removal_is_of_what_the_coach_saw(self):
        """A session changed since is not deleted."""
        change(self.client, self.home.session, text="7 wall balls")
        self.assertEqual(self.client.delete(f"{self.path}?version=1").status_code, 409)
        self.assertEqual(self.client.delete(f"{self.path}?version=2").status_code, 204)


class AtOnce(TransactionTestCase):
    def setUp(self):
        self.home = SmallGym("Kiln Row")
        self.path = f"/api/sessions/{self.home.session.pk}"

    def test_title_against_text_loses_neither(self):
        """Both on the same version at once: one is saved, the other is told; sent again, both stand."""
        clients = [self.home.client(), self.home.client()]
        for number in range(PAIRS):
            version = Session.objects.get().version
            edits = ({"title": f"Title {number}"}, {"text": f"{number + 1} burpees"})
            answers = together(
                *(
                    partial(send, client, "patch", self.path, {"version": version, **edit})
                    for client, edit in zip(clients, edits, strict=True)
                )
            )
            self.assertEqual(sorted(answer.status_code for answer in answers), [200, 409])
            late = next(place for place, answer in enumerate(answers) if answer.status_code == 409)
            again = {"version": json.loads(answers[late].content)["stands"]["version"], **edits[late]}
            self.assertEqual(send(clients[late], "patch", self.path, again).status_code, 200)
            session = Session.objects.get()
            self.assertEqual((session.title, session.text), (f"Title {number}", f"{number + 1} burpees"))

    def test_two_first_saves_of_a_new_session_make_one_draft(self):
        """Neither fails for the other's draft."""
        clients = [self.home.client(), self.home.client()]
        for _ in range(PAIRS):
            PrepDraft.objects.all().delete()
            version = Session.objects.get().version
            answers = together(
                *(
                    partial(send, client, "patch", self.path, {"version": version, "minutes": minutes})
                    for client, minutes in zip(clients, (8, 9), strict=True)
                )
            )
            self.assertEqual(sorted(answer.status_code for answer in answers), [200, 409])
            self.assertEqual(PrepDraft.objects.count(), 1)

    def test_a_session_asked_for_twice_is_made_once(self):
        """The same attempt by two requests at once, and once more later: one session."""
        client, body = self.home.client(), {"date": "2026-12-01", "title": "Twice"}
        ask = {"Idempotency-Key": "attempt-1234"}
        answers = together(
            *(lambda: send(self.home.client(), "post", "/api/sessions", body, **ask) for _ in range(4))
        )
        answers.append(send(client, "post", "/api/sessions", body, **ask))
        self.assertEqual({answer.status_code for answer in answers}, {201})
        self.assertEqual(len({answer.json()["id"] for answer in answers}), 1)
        self.assertEqual(Session.objects.filter(title="Twice").count(), 1)

    def test_published_by_two_at_once_is_one_version(self):
        """Four presses at once: one publication, one message each."""
        path = f"/api/classes/{self.home.gym_class.pk}/publish"
        answers = together(*(lambda: send(self.home.client(), "post", path, {}) for _ in range(4)))
        self.assertEqual([answer.status_code for answer in answers], [201] * 4)
        self.assertEqual((Publication.objects.count(), Delivery.objects.count()), (1, 3))

    def test_a_lost_answer_can_be_repeated(self):
        """The same attempt after the board changed sends nothing; a new attempt is version 2."""
        client, path = self.home.client(), f"/api/classes/{self.home.gym_class.pk}/publish"
        send(client, "post", path, {}, **{"Idempotency-Key": "attempt-1234"})
        change(client, self.home.session, text="21 thrusters 40 kg")
        again = send(client, "post", path, {}, **{"Idempotency-Key": "attempt-1234"})
        self.assertEqual((again.json()["version"], MemberSheet.objects.count()), (1, 3))
        self.assertEqual(
            send(client, "post", path, {}, **{"Idempotency-Key": "attempt-5678"}).json()["version"], 2
        )

    def test_what_made_no_difference_is_not_told_as_changed_for_ever(self):
        """A dial turned without effect: changed until it is published again, which sends nothing and
        settles it."""
        client, path = self.home.client(), f"/api/classes/{self.home.gym_class.pk}/publish"
        send(client, "post", path, {})
        change(client, self.home.session, bans=["no-such-drill"])
        self.assertTrue(client.get(path).json()["changed_since"])
        again = send(client, "post", path, {}).json()
        self.assertEqual((again["version"], again["changed_since"]), (1, False))
        (day,) = (one for one in client.get("/api/week").json()["days"] if one["sessions"])
        self.assertFalse(day["sessions"][0]["classes"][0]["changed_since"])
        self.assertEqual(Delivery.objects.count(), 3)

    def test_the_same_again_is_no_new_version(self):
        """Nothing changed: nothing is sent. A member's new range alone makes one."""
        for _ in range(3):
            publish_class(self.home.gym_class, self.home.coach)
        self.assertEqual((Publication.objects.count(), Delivery.objects.count()), (1, 3))
        self.home.measure(self.home.members[1], "wrist.extension", 35)
        self.assertEqual(publish_class(self.home.gym_class, self.home.coach).version, 2)
