"""The lab over the API: this gym's people only, coaches only, and every error at its field."""

import json

from django.test import TestCase

from server.tests.gyms import SmallGym


class Lab(TestCase):
    def setUp(self):
        self.home, self.other = SmallGym("Kiln Row"), SmallGym("Marl Pit")
        self.home.measure(self.home.members[0], "ankle.dorsiflexion", 21)
        self.client = self.home.client()

    def ask(self, client=None, **body):
        return (client or self.client).post("/api/lab", json.dumps(body), content_type="application/json")

    def test_a_persons_own_ranges_are_used(self):
        """The measured ankle is in the answer; without a person it is the norm."""
        own = self.ask(bar="back", load_share=0.8, person_id=self.home.members[0].pk).json()
        self.assertTrue(21 < own["ranges"]["ankle.dorsiflexion"] < 32, "weighed with what adults have")
        self.assertIn("ankle.dorsiflexion", own["measured"])
        self.assertGreater(own["lean_deg"], self.ask(bar="back", load_share=0.8).json()["lean_deg"])
        self.assertNotEqual(
            self.ask(bar="back", class_id=self.home.gym_class.pk).json()["ranges"], own["ranges"]
        )

    def test_nobody_of_another_gym_gets_in(self):
        """A foreign person leaves the adult nobody knows; a foreign class is not found; the list names
        this gym's people only."""
        foreign = self.ask(person_id=self.other.members[0].pk).json()
        self.assertEqual(foreign["measured"], [])
        self.assertEqual(self.ask(class_id=self.other.gym_class.pk).status_code, 404)
        self.assertEqual(len(self.client.get("/api/lab").json()["people"]), 4)
        self.assertEqual(self.ask(self.home.client(self.home.members[0])).status_code, 403)

    def test_bad_values_say_where(self):
        """422 with the field of the value."""
        for body, field in (
            ({"bar": "nose"}, "bar"),
            ({"depth_deg": 300}, "depth_deg"),
            ({"family": "lunge", "step_length_m": 1.5}, "step_length_m"),
        ):
            answer = self.ask(**body)
            self.assertEqual((answer.status_code, answer.json()["field"]), (422, field))
