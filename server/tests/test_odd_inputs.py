"""Nothing that can be sent makes the server fail: every route answers odd input with 4xx and words.

The bodies are drawn from the published OpenAPI schema, then spoiled; the list below holds what made the
server fail once.
"""

import json
import re
import traceback
from urllib.parse import urlencode
from zlib import crc32

from django.conf import settings as django_settings
from django.db import transaction
from django.test import Client, TestCase
from hypothesis import HealthCheck, given, seed, settings
from hypothesis import strategies as st

from server.gym.models import Gym
from server.tests.gyms import SmallGym, body

OPENAPI = json.loads(
    (django_settings.ROOT / "web" / "src" / "api" / "openapi.json").read_text(encoding="utf-8")
)
EXAMPLES = 6  # of each route
ODD = st.one_of(
    st.sampled_from(
        [
            "\x00",
            "a\x00b",
            "\ud800",
            "",
            " ",
            "x" * 5000,
            -1,
            0,
            10**18,
            2**63,
            10**40,
            1e308,
            None,
            True,
            [],
            {},
            [[[]]],
            "0001-01-01",
            "9999-12-31",
            "../..",
            "%00",
            "’; drop table",
        ]
    ),
    st.text(max_size=30),
    st.integers(),
    st.dictionaries(st.text(max_size=5), st.integers(), max_size=3),
)


def operations():
    """Every route with its schema, except those that sign out."""
    for path, methods in sorted(OPENAPI["paths"].items()):
        for method, operation in sorted(methods.items()):
            if path not in ("/api/sign-out", "/api/devices"):
                yield method, path, operation


def of_schema(schema: dict) -> st.SearchStrategy:
    """Values as a JSON schema has them: the part of the standard that the OpenAPI document uses."""
    if "$ref" in schema:
        return st.deferred(
            lambda: of_schema(OPENAPI["components"]["schemas"][schema["$ref"].rsplit("/", 1)[-1]])
        )
    if "anyOf" in schema:
        return st.one_of(*map(of_schema, schema["anyOf"]))
    if "enum" in schema or "const" in schema:
        return st.sampled_from(schema.get("enum") or [schema["const"]])
    return KINDS[schema.get("type", "any")](schema)


def _object(schema: dict) -> st.SearchStrategy:
    if "properties" not in schema:
        values = schema.get("additionalProperties")
        return st.dictionaries(
            st.text(max_size=8), of_schema(values if isinstance(values, dict) else {}), max_size=3
        )
    fields = {name: of_schema(field) for name, field in schema["properties"].items()}
    required = set(schema.get("required", ()))
    optional = {name: field for name, field in fields.items() if name not in required}
    return st.fixed_dictionaries({name: fields[name] for name in required}, optional=optional)


def _string(schema: dict) -> st.SearchStrategy:
    if schema.get("format") == "date":
        return st.dates().map(str)
    if "pattern" in schema:
        return st.from_regex(schema["pattern"], fullmatch=True)
    longest = min(schema.get("maxLength", 40), 40)
    words = st.sampled_from(["flow", "burpee", "5 burpees", "easy-skip", "Monday\n5 x 5 back squat @ 80%"])
    return st.one_of(st.text(min_size=schema.get("minLength", 0), max_size=longest), words)


KINDS = {
    "object": _object,
    "string": _string,
    "array": lambda schema: st.lists(of_schema(schema.get("items", {})), max_size=3),
    "integer": lambda schema: st.integers(schema.get("minimum", -50), schema.get("maximum", 400)),
    "number": lambda schema: st.floats(schema.get("minimum", -9), schema.get("maximum", 900)),
    "boolean": lambda schema: st.booleans(),
    "null": lambda schema: st.none(),
    "any": lambda schema: ODD,
}


def bodies(operation) -> st.SearchStrategy:
    """A body as the schema has it, or as it has it with one field spoiled, or anything."""
    content = operation.get("requestBody", {}).get("content", {}).get("application/json")
    if content is None:
        return st.none()
    good = of_schema(content["schema"])

    @st.composite
    def spoiled(draw):
        value = draw(good)
        if isinstance(value, dict) and value:
            value = {**value, draw(st.sampled_from(sorted(value))): draw(ODD)}
        return value

    return st.one_of(good, spoiled(), ODD)


def _sendable(text: str) -> str:
    """Half letters cannot stand in an address."""
    return text.encode("utf-8", "replace").decode()


class EveryRoute(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")

    def assert_answered(self, response, told):
        trace = "".join(traceback.format_exception(*response.exc_info)) if response.exc_info else ""
        self.assertLess(response.status_code, 500, (told, trace[-1500:], response.content[:200]))
        if response.status_code >= 400:
            self.assertEqual(response["Content-Type"], "application/problem+json", told)
            self.assertTrue(json.loads(response.content)["detail"], told)

    def test_no_input_makes_a_route_fail(self):
        """Each route, with bodies as published, spoiled ones and odd addresses: no 500."""
        ids = {
            "session_id": str(self.home.session.pk),
            "class_id": str(self.home.gym_class.pk),
            "person_id": str(self.home.members[0].pk),
            "gym_id": str(self.home.gym.pk),
        }
        for method, path, operation in operations():
            with self.subTest(f"{method} {path}"), transaction.atomic():
                self.asked(method, path, operation, ids)()
                transaction.set_rollback(True)  # the next route finds everybody where they were

    def asked(self, method, path, operation, ids):
        """What asks one route with EXAMPLES of its inputs."""
        client = self.home.client()
        client.raise_request_exception = False
        word = st.one_of(ODD.map(str), st.just("1"))
        names = re.findall(r"{(\w+)}", path)
        queries = [one["name"] for one in operation.get("parameters", ()) if one["in"] == "query"]

        @seed(crc32(f"{method} {path}".encode()))  # a new route leaves the draws of the others
        @settings(
            max_examples=EXAMPLES, deadline=None, database=None, suppress_health_check=list(HealthCheck)
        )
        @given(
            st.fixed_dictionaries({name: st.one_of(st.just(ids.get(name, "1")), word) for name in names}),
            st.fixed_dictionaries(dict.fromkeys(queries, word)),
            bodies(operation),
        )
        def ask(values, query, sent):
            where = path
            for name, value in values.items():
                where = where.replace(f"{{{name}}}", _sendable(value).replace("/", "-") or "-")
            pairs = urlencode({name: _sendable(value) for name, value in query.items()})
            data = None if method == "get" else json.dumps(sent)
            answer = getattr(client, method)(
                where, data=data, content_type="application/json", QUERY_STRING=pairs
            )
            self.assert_answered(answer, (method, where, sent))

        return ask

    def test_what_made_it_fail_once(self):
        """Each body, raw or as JSON, to a route that reads one; signed out too."""
        session = f"/api/sessions/{self.home.session.pk}"
        bench = body(self.home.session)
        day = str(self.home.session.date)
        raw = {
            "brackets": "[" * 100_000,
            "objects": '{"a":' * 50_000,
            "a long number": '{"minutes": ' + "9" * 5_000 + "}",
            "not a number": '{"minutes": NaN}',
            "no JSON": "{",
            "not UTF-8": b'{"text": "\xff"}',
        }
        client, stranger = self.home.client(), Client()
        for one in (client, stranger):
            one.raise_request_exception = False
        for name, sent in raw.items():
            for where in (f"{session}/bench", "/api/sign-in", "/api/words", "/api/week/review"):
                answer = client.post(where, sent, content_type="application/json")
                self.assertIn(answer.status_code, (400, 401, 403, 422), (name, where))
                self.assert_answered(answer, (name, where))
        nul = {"email": "a\x00@b.example", "password": "\x00"}
        self.assertEqual(stranger.post("/api/sign-in", nul, content_type="application/json").status_code, 422)
        fields = [
            ("post", f"{session}/bench", {**bench, "text": "5 \ud83d burpees"}, "text"),
            ("post", f"{session}/bench", {**bench, "after_text": "\x00"}, "after_text"),
            ("post", f"{session}/bench", {**bench, "breaks": {"": ""}}, "breaks"),
            ("post", "/api/sessions", {"date": day, "title": "   "}, "title"),
            ("post", "/api/sessions", {"date": "0001-01-01", "title": "x"}, "date"),
            ("post", "/api/sessions", {"date": "9999-12-31", "title": "x"}, "date"),
            ("post", "/api/week/review", {"text": "Monday\n5 burpees", "monday": "0001-01-01"}, "monday"),
            ("post", "/api/words", {"word": "a\x00", "movement": ""}, "word"),
            ("post", "/api/movements", {"name": "  ", "like": "burpee"}, "name"),
            ("post", "/api/methods", {"name": "\t", "base": "flow"}, "name"),
        ]
        for method, where, sent, field in fields:
            text = json.dumps(sent)
            answer = getattr(client, method)(where, text, content_type="application/json")
            self.assertEqual((answer.status_code, json.loads(answer.content)["field"]), (422, field), sent)
        for where in ("/api/week?start=0001-01-01", "/api/week?start=9999-12-31", "/api/week?start=%00"):
            self.assertIn(client.get(where).status_code, (400, 422), where)
        for where in ("/api/sheets/%00", "/api/drills/%00", f"/api/sessions/{'9' * 5000}"):
            self.assertIn(client.get(where).status_code, (400, 404, 422), where)
            self.assertEqual(client.get(where)["Content-Type"], "application/problem+json")

    def test_a_gym_of_no_time_zone_is_not_kept(self):
        """A zone that does not exist is refused before it is stored."""
        with self.assertRaisesMessage(Exception, "There is no time zone"):
            Gym(name="Nowhere", timezone="Mars/Olympus").full_clean()
