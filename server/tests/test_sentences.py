"""No machine's words reach a person: every field of every request, with every kind of nonsense, comes back
as a sentence."""

import json
import re
from collections.abc import Iterator

from django.conf import settings
from django.test import SimpleTestCase, TestCase
from pydantic import BaseModel, ValidationError

import server.api.api  # noqa: F401  (all requests are defined once it is)
from server.api.sentences import OTHERWISE, sentence_of
from server.tests.gyms import SmallGym

NONSENSE = (
    None, "", " ", "x" * 200_001, "q\u0000", -1, 0, 10**12, 1.5, float("nan"), float("inf"), True, [], {},
    [None], [["x"]], {"x": "y"}, {"x": None}, {"x": [1]}, [{"x": 1}], "not a date", "2026-13-45", "25:99",
    "1999-01-01T00:00:00", ["x" * 400] * 900, {str(number): "x" for number in range(900)}, [-1, 10**12],
)  # fmt: skip
MACHINE = re.compile(
    r"Input should|pydantic|Value error|type=|[{}\[\]_]|\bNone\b|\bstr\b|\bint\b|\bdict\b|body"
)


def kinds(of: type[BaseModel] = BaseModel) -> Iterator[type[BaseModel]]:
    for kind in of.__subclasses__():
        yield kind
        yield from kinds(kind)


def requests() -> list[type[BaseModel]]:
    """Every shape that a page may send, those inside others too."""
    path = settings.ROOT / "web" / "src" / "api" / "openapi.json"
    schema = json.loads(path.read_text(encoding="utf-8"))
    sent = json.dumps([way.get("requestBody") for ways in schema["paths"].values() for way in ways.values()])
    names = set(re.findall(r"schemas/(\w+)", sent))
    while (
        inside := set(
            re.findall(r"schemas/(\w+)", json.dumps([schema["components"]["schemas"][one] for one in names]))
        )
        - names
    ):
        names |= inside
    by_name = {kind.__name__: kind for kind in kinds()}
    return [by_name[name] for name in sorted(names) if name in by_name]


class Sentences(SimpleTestCase):
    def test_every_field_of_every_request_says_what_is_wrong_in_words(self):
        """All nonsense at every field: a sentence with a capital, an end, and no word of the machine's; and
        hardly ever one that says nothing."""
        told = vague = 0
        for kind in requests():
            for field, about in kind.model_fields.items():
                name = about.alias or field
                for value in NONSENSE:
                    for error in self.errors(kind, {name: value}, name):
                        sentence = sentence_of(error)
                        where = (kind.__name__, name, error["type"], sentence)
                        self.assertIsNone(MACHINE.search(sentence), where)
                        self.assertRegex(sentence, r"^[A-Z“].*\w.*\.$", where)
                        self.assertLess(len(sentence), 240, where)
                        told += 1
                        vague += OTHERWISE in sentence
        self.assertGreater(told, 1000)
        self.assertLess(vague / told, 0.02)

    @staticmethod
    def errors(kind, given, name) -> list[dict]:
        try:
            kind.model_validate(given)
        except ValidationError as refused:
            return [error for error in refused.errors() if error["loc"][:1] == (name,)]
        return []

    def test_a_few_by_hand(self):
        """Written before they were run."""
        cases = (
            ({"type": "missing", "loc": ("body", "payload", "title"), "ctx": {}}, "Title is missing."),
            (
                {"type": "less_than_equal", "loc": ("body", "mass_kg"), "ctx": {"le": 300.0}},
                "The weight must be at most 300.",
            ),
            (
                {"type": "string_too_long", "loc": ("body", "bans", 3), "ctx": {"max_length": 90}},
                "Drills taken out, number 4, is too long: up to 90 letters.",
            ),
            (
                {"type": "date_from_datetime_parsing", "loc": ("query", "start")},
                "Start must be a day, such as 2026-03-14.",
            ),
        )
        for error, sentence in cases:
            self.assertEqual(sentence_of(error), sentence)


class OverTheWire(TestCase):
    def test_the_answer_is_the_sentence_and_names_the_field(self):
        """A title that is too long, a day that is none, a range of 999 degrees in the lab: each at its
        field."""
        client = SmallGym("Kiln Row").client()
        ranges = {"family": "squat", "bar": "back", "ranges": {"ankle.dorsiflexion": 999}}
        cases = (
            ("/api/sessions", {"date": "2026-03-14", "title": "x" * 121}, "title", "too long"),
            ("/api/sessions", {"date": "soon", "title": "x"}, "date", "must be a day"),
            ("/api/lab", ranges, "ranges.ankle.dorsiflexion", "ankle"),
        )
        for path, given, field, words in cases:
            answer = client.post(path, json.dumps(given), content_type="application/json")
            self.assertEqual(answer.status_code, 422, path)
            told = answer.json()
            self.assertEqual(told["field"], field)
            self.assertIn(words, told["detail"].lower())
            self.assertIsNone(MACHINE.search(told["detail"]), told)
