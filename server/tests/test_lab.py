"""The lab over the API: this gym's people only, coaches only, and every error at its field."""

import json
from dataclasses import fields

from django.test import TestCase

from core.catalog import load_catalog
from core.posture import Shape
from server.api.lab_schemas import ShapeIn
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

    def test_what_can_be_asked_is_the_core_s_shape(self):
        """Every number of a shape, with its default, and no other."""
        plain = Shape()
        self.assertEqual(
            {name: field.default for name, field in ShapeIn.model_fields.items()},
            {each.name: getattr(plain, each.name) for each in fields(Shape)},
        )

    def test_a_position_opens_with_its_own_shape(self):
        """Every solved position is offered with the numbers the demand uses; asking with them holds for an
        adult or says what stops it."""
        offered = self.client.get("/api/lab").json()["positions"]
        solved = {row.id: row.shape for row in load_catalog().positions.values() if row.shape}
        self.assertEqual({one["id"] for one in offered}, set(solved))
        for one in offered:
            shape = {name: value for name, value in one.items() if name not in ("id", "name")}
            self.assertEqual(Shape(**shape), solved[one["id"]])
            answer = self.ask(**shape).json()
            self.assertNotEqual(answer["holds"], bool(answer["stops"]), one["id"])

    def test_bad_values_say_where(self):
        """422 with the field of the value."""
        for body, field in (
            ({"bar": "nose"}, "bar"),
            ({"depth_deg": 300}, "depth_deg"),
            ({"family": "lunge", "step_length_m": 1.5}, "step_length_m"),
        ):
            answer = self.ask(**body)
            self.assertEqual((answer.status_code, answer.json()["field"]), (422, field))
