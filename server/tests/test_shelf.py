"""A gym teaches its own words and movements; nobody else's gym hears of them."""

import json

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import TestCase

from server.shelf.actions import vocabulary_of
from server.shelf.models import GymWord, OwnMovement
from server.tests.gyms import SmallGym, body

BOARD = "3 rounds\n12 flumes\n10 push-ups"


class Teaching(TestCase):
    def setUp(self):
        self.home, self.other = SmallGym("Kiln Row"), SmallGym("Marl Pit")
        self.client = self.home.client()

    def post(self, path, data, client=None):
        return (client or self.client).post(path, json.dumps(data), content_type="application/json")

    def bench(self, home):
        return self.post(
            f"/api/sessions/{home.session.pk}/bench", body(home.session, text=BOARD), home.client()
        ).json()

    def test_a_taught_word_is_read_at_once_and_only_at_home(self):
        """After teaching, the bench reads it; the other gym's bench does not; forgetting undoes it."""
        self.assertEqual([one["text"] for one in self.bench(self.home)["workout"]["unread"]], ["flumes"])
        word = self.post("/api/words", {"word": "flumes", "movement": "walking-lunge"})
        self.assertEqual((word.status_code, word.json()["name"]), (201, "walking lunge"))
        self.assertEqual(self.bench(self.home)["workout"]["parts"][0]["work"][0]["movement"], "walking-lunge")
        self.assertEqual([one["text"] for one in self.bench(self.other)["workout"]["unread"]], ["flumes"])
        self.assertEqual(self.other.client().delete(f"/api/words/{word.json()['id']}").status_code, 204)
        self.assertEqual(GymWord.objects.count(), 1, "another gym cannot forget it")
        self.client.delete(f"/api/words/{word.json()['id']}")
        self.assertEqual([one["text"] for one in self.bench(self.home)["workout"]["unread"]], ["flumes"])

    def test_a_word_has_one_meaning(self):
        """Teaching it again, however it is written, changes the meaning instead of adding one."""
        self.post("/api/words", {"word": "flumes", "movement": "walking-lunge"})
        self.post("/api/words", {"word": "Flume", "movement": ""})
        self.assertEqual(list(GymWord.objects.values_list("word", "movement")), [("flumes", "")])
        self.assertIn("flumes", self.bench(self.home)["workout"]["parts"][0]["notes"])

    def test_a_movement_of_its_own_reaches_the_member(self):
        """Made from a similar one, taught, planned and published like any other; members cannot make one."""
        made = self.post(
            "/api/movements",
            {"name": "flume", "like": "walking-lunge", "positions": ["lunge-bottom", "overhead-lockout"]},
        )
        self.assertEqual(made.status_code, 201, made.content)
        self.assertEqual(
            [one["id"] for one in made.json()["positions"]], ["lunge-bottom", "overhead-lockout"]
        )
        self.home.session.text = BOARD
        self.home.session.save()
        view = self.bench(self.home)
        self.assertEqual(view["workout"]["unread"], [])
        self.assertIn("overhead-lockout", [one["id"] for one in view["positions"]])
        self.assertEqual(self.client.post(f"/api/classes/{self.home.gym_class.pk}/publish").status_code, 201)
        member = self.home.client(self.home.members[0])
        self.assertEqual(
            self.post("/api/movements", {"name": "x", "like": "burpee"}, member).status_code, 403
        )

    def test_what_cannot_be_taught_says_why_at_its_place(self):
        """No letters, an unknown movement, a name that is taken, nothing like it."""
        for path, data, field in (
            ("/api/words", {"word": "!!", "movement": "burpee"}, "word"),
            ("/api/words", {"word": "flumes", "movement": "nope"}, "movement"),
            ("/api/movements", {"name": "burpees", "like": "push-up"}, "name"),
            ("/api/movements", {"name": "flume", "like": "nope"}, "like"),
            ("/api/movements", {"name": "flume", "like": "push-up", "positions": []}, "positions"),
        ):
            answer = self.post(path, data)
            self.assertEqual((answer.status_code, answer.json()["field"]), (422, field), data)
        self.assertEqual((GymWord.objects.count(), OwnMovement.objects.count()), (0, 0))

    def test_files_go_from_gym_to_gym(self):
        """Export, import elsewhere, import again: added, then unchanged; a broken file changes nothing;
        deleting forgets its words."""
        self.post("/api/movements", {"name": "flume", "like": "walking-lunge"})
        raw = self.client.get("/api/movements/file").content
        there = self.other.client()
        for expected in ({"added": 1, "changed": 0, "same": 0}, {"added": 0, "changed": 0, "same": 1}):
            self.assertEqual(
                there.post("/api/movements/file", {"file": SimpleUploadedFile("movements.json", raw)}).json(),
                expected,
            )
        for broken, words in (
            (b"{", "not JSON"),
            (raw.replace(b'"lunge-bottom"', b'"nowhere"'), "nowhere"),
            (b"\xff\xfe", "not UTF-8"),
        ):
            answer = there.post("/api/movements/file", {"file": SimpleUploadedFile("movements.json", broken)})
            self.assertEqual(answer.status_code, 422)
            self.assertIn(words, answer.json()["detail"])
        self.assertEqual(self.other.gym.own_movements.count(), 1)
        self.post("/api/words", {"word": "wave", "movement": "own-flume"}, there)
        there.delete("/api/movements/own-flume")
        self.assertEqual(
            (
                self.other.gym.own_movements.count(),
                self.other.gym.words.count(),
                self.home.gym.own_movements.count(),
            ),
            (0, 0, 1),
        )

    def test_the_catalog_of_a_gym_is_made_once(self):
        """Two requests of one gym share one catalog object; gyms without movements share the built-in one."""
        self.post("/api/movements", {"name": "flume", "like": "walking-lunge"})
        self.assertIs(vocabulary_of(self.home.gym).catalog, vocabulary_of(self.home.gym).catalog)
        self.assertIsNot(vocabulary_of(self.home.gym).catalog, vocabulary_of(self.other.gym).catalog)
