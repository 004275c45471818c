"""A lift that is not for a member: what their coach chose instead reaches their page, and nothing a caution
bars."""

import json

from django.test import Client, TestCase

from core.catalog import load_catalog
from core.prep.barred import barred_lines
from core.reading import read_workout
from server.prep.drafts import people_of
from server.publishing.actions import publish_class
from server.publishing.models import MemberSheet
from server.tests.gyms import SmallGym

REFUSED = {
    "overhead": ["10 push presses 40 kg", "5 overhead squats", "9 thrusters", "12 handstand push-ups"],
    "not understood": ["something gentle", "10 flumes"],
}


class Chosen(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")
        cls.bo = cls.home.members[1]
        cls.home.caution(cls.bo, "shoulder-overhead")

    def choose(self, text, movement="push-press", client=None):
        path = f"/api/classes/{self.home.gym_class.pk}/instead/{self.bo.pk}"
        body = json.dumps({"movement": movement, "text": text})
        return (client or self.home.client()).put(path, body, content_type="application/json")

    def barred(self) -> dict[str, str]:
        token = MemberSheet.objects.filter(person=self.bo).latest("pk").token
        found = Client().get(f"/api/sheets/{token}").json()["barred"]
        return {one["movement"]: one["instead"] for one in found}

    def test_the_choice_reaches_the_member_and_marks_the_class_changed(self):
        """Empty asks; chosen, the preview has it at once and the page with the next version; taken back, it
        asks again."""
        publish_class(self.home.gym_class, self.home.coach)
        self.assertEqual(self.barred()["push-press"], "")
        self.assertEqual(self.choose("  15  bench presses 30 kg ").json()["text"], "15 bench presses 30 kg")
        client = self.home.client()
        preview = client.get(f"/api/classes/{self.home.gym_class.pk}/preview/{self.bo.pk}").json()
        self.assertIn("15 bench presses 30 kg", [one["instead"] for one in preview["barred"]])
        path = f"/api/classes/{self.home.gym_class.pk}/publish"
        self.assertTrue(client.get(path).json()["changed_since"])
        (day,) = (one for one in client.get("/api/week").json()["days"] if one["sessions"])
        self.assertTrue(day["sessions"][0]["classes"][0]["changed_since"])
        self.assertEqual(client.post(path).json()["version"], 2)
        self.assertFalse(client.get(path).json()["changed_since"])
        self.assertEqual(self.barred()["push-press"], "15 bench presses 30 kg")
        self.choose("")
        publish_class(self.home.gym_class, self.home.coach)
        self.assertEqual(self.barred()["push-press"], "")

    def test_what_is_not_for_them_either_is_refused(self):
        """Another overhead lift, and what nobody can hold against a caution; nothing is kept of it."""
        for words, texts in REFUSED.items():
            for text in texts:
                answer = self.choose(text)
                self.assertEqual(
                    (answer.status_code, json.loads(answer.content)["field"]), (422, "text"), text
                )
                self.assertIn(words, json.loads(answer.content)["detail"].lower(), text)
        self.assertFalse(self.home.gym_class.insteads.exists())

    def test_a_choice_that_a_new_caution_bars_asks_again(self):
        """Chosen before the knee was hurt: with the new caution it does not reach the page."""
        self.assertEqual(self.choose("20 lunges").status_code, 200)
        self.home.caution(self.bo, "knee", "deep-bend")
        publish_class(self.home.gym_class, self.home.coach)
        self.assertEqual(self.barred()["push-press"], "")

    def test_no_movement_of_the_shelf_gets_past_it(self):
        """Every movement by name, for this member: taken exactly when their cautions do not bar it."""
        catalog = load_catalog()
        bo = next(one for one in people_of(self.home.gym_class) if one.name == self.bo.name)
        for row in list(catalog.movements.values())[::9]:
            text = f"5 {row.name}"
            workout = read_workout(text)
            if workout.unread or [work.movement for work in workout.works] != [row.id]:
                continue
            barred = bool(barred_lines(workout, bo, catalog))
            self.assertEqual(self.choose(text).status_code, 422 if barred else 200, row.id)

    def test_only_a_coach_of_the_gym_chooses_for_who_is_in_the_class(self):
        """A member 403, another gym 404, somebody who is not on the roster 404."""
        self.assertEqual(self.choose("5 squats", client=self.home.client(self.bo)).status_code, 403)
        self.assertEqual(self.choose("5 squats", client=SmallGym("Osier Barn").client()).status_code, 404)
        self.home.gym_class.people.remove(self.bo)
        self.assertEqual(self.choose("5 squats").status_code, 404)
