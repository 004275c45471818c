"""Every answer of the API held against the description it publishes, by a validator that shares nothing
with the server: a field too many, a field missing or a wrong type fails."""

import json
from typing import NamedTuple

import jsonschema
from django.conf import settings
from django.test import TestCase
from referencing import Registry, Resource

from server.publishing.models import MemberSheet
from server.tests.gyms import TEXT, SmallGym, body

OPENAPI = json.loads((settings.ROOT / "web" / "src" / "api" / "openapi.json").read_text(encoding="utf-8"))
REGISTRY = Registry().with_resource(
    "urn:api", Resource.from_contents({"$schema": "https://json-schema.org/draft/2020-12/schema", **OPENAPI})
)


def schema_of(method: str, path: str, status: int) -> dict:
    """What the description says of an answer."""
    content = OPENAPI["paths"][path][method]["responses"][str(status)]["content"]
    pointed = json.dumps(content["application/json"]["schema"]).replace('"#/', '"urn:api#/')
    return json.loads(pointed)


class Asked(NamedTuple):
    """A call: its path as described, what stands in the path, what is sent, the status of a good answer."""

    method: str
    path: str
    fill: dict[str, object] = {}  # noqa: RUF012  # read only
    sent: dict | None = None
    status: int = 200


class Answers(TestCase):
    def setUp(self):
        self.home = SmallGym("Kiln Row")
        self.client = self.home.client()

    def ask(self, asked: Asked, client=None):
        """The answer to a call, valid by the description."""
        response = getattr(client or self.client, asked.method)(
            asked.path.format(**asked.fill),
            **({} if asked.method == "get" else {"data": json.dumps(asked.sent or {})}),
            **({} if asked.method == "get" else {"content_type": "application/json"}),
        )
        self.assertEqual(response.status_code, asked.status, (asked.path, response.content[:300]))
        answer = response.json()
        validator = jsonschema.Draft202012Validator(
            schema_of(asked.method, asked.path, asked.status), registry=REGISTRY
        )
        faults = [f"{fault.json_path}: {fault.message[:200]}" for fault in validator.iter_errors(answer)]
        self.assertEqual(faults, [], asked.path)
        return answer

    def test_what_a_coach_looks_at(self):
        """Week, session, shelf, lab, methods, movements, words, place, outbox, and a drill of every style."""
        for path in (
            "/api/me",
            "/api/week",
            "/api/shelf",
            "/api/drills",
            "/api/methods",
            "/api/movements",
            "/api/words",
            "/api/place",
            "/api/outbox",
            "/api/lab",
        ):
            self.ask(Asked("get", path))
        self.ask(Asked("get", "/api/sessions/{session_id}", {"session_id": self.home.session.pk}))
        for drill in ("easy-skip", "box-prayer", "scap-pull", "glute-band-walk", "settle-walk"):
            self.ask(Asked("get", "/api/drills/{drill_id}", {"drill_id": drill}))

    def test_what_the_bench_answers(self):
        """A plan, a plan with a stop and what was done before, a problem, an empty board, swaps, a bar."""
        where = {"session_id": self.home.session.pk}
        boards = (
            body(self.home.session),
            body(self.home.session, class_id=self.home.gym_class.pk, breaks={"1": 4}),
            body(self.home.session, after_text="Snatch 5x2 @ 75%", method="timed-circuit"),
            body(self.home.session, minutes=0),
            body(self.home.session, method="vibes"),
            body(self.home.session, text=""),
            body(self.home.session, text="xyzzy\n3 flumes"),
            body(self.home.session, text="EMOM 16\nminute 1: 12 cal row\nminute 2: 8 toes-to-bar"),
        )
        for sent in boards:
            answer = self.ask(Asked("post", "/api/sessions/{session_id}/bench", where, sent))
            self.assertTrue(answer["plan"] or answer["problem"])
        drill = self.ask(Asked("post", "/api/sessions/{session_id}/bench", where, boards[0]))["plan"][
            "items"
        ][0]
        swap = body(self.home.session, drill=drill["drill"])
        self.assertTrue(self.ask(Asked("post", "/api/sessions/{session_id}/alternatives", where, swap)))
        bar = body(self.home.session, class_id=self.home.gym_class.pk, first=0, second=1)
        self.ask(Asked("post", "/api/sessions/{session_id}/shared-bar", where, bar))

    def test_what_the_lab_answers(self):
        """Every family, for somebody and for nobody."""
        start = self.ask(Asked("get", "/api/lab"))
        self.assertGreater(len(start["positions"]), 8)
        for position in start["positions"]:
            sent = {
                name: position[name] for name in ("family", "bar", "single_leg") if position[name] is not None
            }
            self.ask(Asked("post", "/api/lab", {}, sent))
            self.ask(Asked("post", "/api/lab", {}, {**sent, "person_id": self.home.members[0].pk}))

    def test_what_is_sent_and_what_a_member_gets(self):
        """Publish, the page before and after, the sheet by its link, and the member's own list."""
        where = {"class_id": self.home.gym_class.pk}
        self.ask(Asked("get", "/api/classes/{class_id}/publish", where))
        person = {"person_id": self.home.members[0].pk}
        self.ask(Asked("get", "/api/classes/{class_id}/preview/{person_id}", {**where, **person}))
        self.ask(Asked("post", "/api/classes/{class_id}/publish", where, status=201))
        self.ask(Asked("get", "/api/classes/{class_id}/publish", where))
        for sheet in MemberSheet.objects.all():
            self.ask(Asked("get", "/api/sheets/{token}", {"token": sheet.token}))
        member = self.home.client(self.home.members[0])
        self.assertTrue(self.ask(Asked("get", "/api/my-sheets"), member))

    def test_what_comes_back_from_a_change(self):
        """A word taught, a method copied, a week reviewed and kept."""
        self.ask(Asked("post", "/api/words", {}, {"word": "flumes", "movement": "burpee"}, 201))
        method = {"base": "flow", "name": "Slow flow", "belief": "Slowly."}
        self.ask(Asked("post", "/api/methods", {}, method, 201))
        week = {"text": f"Monday\n{TEXT}\n\nTuesday\n5 rounds\n20 push-ups", "monday": "2027-03-01"}
        self.ask(Asked("post", "/api/week/review", {}, week))

    def test_the_validator_would_see_a_field_too_many(self):
        """The check itself: an answer with a stray field is a fault."""
        where = {"session_id": self.home.session.pk}
        bench = self.ask(Asked("post", "/api/sessions/{session_id}/bench", where, body(self.home.session)))
        bench["plan"]["wings"] = 2
        validator = jsonschema.Draft202012Validator(
            schema_of("post", "/api/sessions/{session_id}/bench", 200), registry=REGISTRY
        )
        self.assertTrue(any("wings" in fault.message for fault in validator.iter_errors(bench)))
