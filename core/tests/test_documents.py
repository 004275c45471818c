"""Documents: nothing of a value is lost on the way out, nothing comes out that is not described, and what
was stored by earlier versions is still shown."""

import dataclasses
import unittest
from dataclasses import replace
from typing import NamedTuple

from pydantic import ValidationError

from core.catalog import load_catalog
from core.demand import Measurement, Person, derive, scores
from core.documents import demands, lab, plan_document, read_document, reading, sheet
from core.documents import plan as documents
from core.documents.base import Document
from core.documents.picture import picture_of_figure
from core.documents.sheet import Sheet, ShownSheet, sheet_document
from core.documents.sheet import shown as shown_now
from core.lab import LabAnswer
from core.prep import Pin, PlanSettings, homework, member, plan
from core.prep import dose as doses
from core.prep import sheet as values
from core.prep.member import fit_member
from core.reading import read_workout, workout

CATALOG = load_catalog()
TEXT = "A) Front squat 4x4 @ 78%\n\nB) 3 rounds for time, cap 14\n15 push presses 40 kg\n9 pull-ups"
WORKOUT = read_workout(TEXT)
SETTINGS = PlanSettings(minutes=14, breaks=((1, 4),))
PREP = plan(WORKOUT, derive(WORKOUT), SETTINGS)


class Said(NamedTuple):
    """A value, its document, and its fields that the document says by another name."""

    value: type
    document: type[Document]
    otherwise: frozenset[str] = frozenset()


SAID = (
    Said(values.Item, documents.Item, frozenset({"seated", "way"})),  # level and cues
    Said(values.RampSet, documents.RampSet),
    Said(values.Ramp, documents.Ramp),
    Said(values.Break, documents.Break),
    Said(values.Uncovered, documents.Uncovered),
    Said(values.Ready, documents.Ready),
    Said(values.NextMinute, documents.NextMinute),
    Said(values.Counted, documents.Counted),
    Said(values.Tally, documents.Tally),
    Said(values.PrepSheet, documents.Plan),
    Said(doses.Dose, documents.Dose),
    Said(homework.Homework, documents.Homework),
    Said(member.Gap, sheet.Gap, frozenset({"score"})),  # their order
    Said(member.Swap, sheet.Swap),
    Said(workout.Format, reading.Format),
    Said(workout.Work, reading.Work),
    Said(workout.Written, reading.Written),
    Said(workout.Part, reading.Part),
    Said(workout.Unread, reading.Unread),
    Said(workout.Mark, reading.Mark),
    Said(workout.Doubt, reading.Doubt),
    Said(scores.Term, demands.Term),
    Said(scores.Standing, demands.Standing, frozenset({"key"})),  # whose it is stays inside
    Said(LabAnswer, lab.Lab, frozenset({"figure", "arcs"})),  # picture
)


def fields_of(value: type) -> set[str]:
    return set(
        value._fields if hasattr(value, "_fields") else [row.name for row in dataclasses.fields(value)]
    )


class Complete(unittest.TestCase):
    def test_every_field_of_a_value_is_said(self):
        """A field added to the core reaches JSON, or this test fails and names it."""
        for said in SAID:
            lost = fields_of(said.value) - set(said.document.model_fields) - said.otherwise
            self.assertEqual(lost, set(), f"{said.value.__name__} loses fields on the way out")

    def test_a_document_that_says_more_than_its_value_has_is_refused(self):
        """A field that the value does not have is no silent null, and an unknown one is an error."""

        class Longer(documents.Dose):
            tempo: str

        with self.assertRaisesRegex(AttributeError, "tempo"):
            Longer.of(PREP.items[0].dose)
        with self.assertRaisesRegex(ValidationError, "wings"):
            documents.Dose.of(PREP.items[0].dose, wings=2)

    def test_every_field_of_the_prep_arrives_with_its_value(self):
        """Whole seconds, turns, doses, why and way: as they stand in the core, in the JSON."""
        said = plan_document(PREP, CATALOG).json_value()
        for item, shown in zip(PREP.items, said["items"], strict=True):
            for name in ("phase", "start_s", "end_s", "seconds", "waves", "group", "pinned", "new"):
                self.assertEqual(shown[name], getattr(item, name), name)
            self.assertEqual(shown["dose"], dataclasses.asdict(item.dose))
            self.assertEqual(shown["turns"], [list(turn) for turn in item.turns])
            self.assertEqual((shown["why"], shown["fault"]), (item.drill.why, item.drill.fault))
        self.assertEqual(len(said["breaks"]), len(PREP.breaks))

    def test_stations_reach_the_json(self):
        """Minutes on the minute with a station each keep them."""
        read = read_document(read_workout("EMOM 16\nminute 1: 12 cal row\nminute 2: 8 toes-to-bar"), CATALOG)
        self.assertEqual(read.json_value()["parts"][0]["format"]["stations"], 2)


class Pins(unittest.TestCase):
    def test_a_pin_is_parsed_and_written_alike(self):
        """``drill`` and ``drill@phase`` both ways; a phase nobody has is refused by name."""
        for written, pin in (
            ("box-prayer", Pin("box-prayer")),
            ("box-prayer@open", Pin("box-prayer", "open")),
        ):
            self.assertEqual(Pin.parse(written), pin)
            self.assertEqual(str(pin), written)
        with self.assertRaisesRegex(Exception, "No phase 'opening'.*raise, release, open"):
            Pin.parse("box-prayer@opening")


class Stored(unittest.TestCase):
    def setUp(self):
        person = Person(name="Nell", key="1", ranges=(Measurement("wrist.extension", 45),))
        mine = fit_member(PREP, WORKOUT, person, SETTINGS)
        self.stored = sheet_document(mine, PREP, WORKOUT, TEXT, None, CATALOG)

    def test_a_stored_sheet_is_shown_with_figures(self):
        """Everything stored, and every item calls a figure that there is."""
        content = self.stored.json_value()
        page = ShownSheet.model_validate(shown_now(content, CATALOG))
        self.assertEqual(len(page.items), len(self.stored.items))
        called = {item.figure for item in (*page.items, *page.extras, *page.cooldown)}
        self.assertTrue(all(picture_of_figure(name, CATALOG).frames for name in called))
        self.assertEqual([line.text for line in page.board], [line.rstrip() for line in TEXT.splitlines()])

    def test_a_sheet_of_an_earlier_version_is_still_shown(self):
        """Without the fields that later versions brought, and with a drill that left the shelf."""
        content = self.stored.json_value()
        for item in (*content["items"], *content["extras"], *content["cooldown"]):
            for field in ("turns", "group", "dose_option", "dose_count", "new", "why", "fault", "instead"):
                item.pop(field)
            for field in ("easier", "harder", "figure"):
                item.pop(field)
        content.pop("breaks")
        content.pop("unread")
        content.pop("notes")
        content.pop("homework")
        content.pop("board")
        content["items"][0]["drill"] = "a-drill-of-old"
        page = ShownSheet.model_validate(shown_now(content, CATALOG))
        self.assertEqual(len(page.items), len(content["items"]) - 1)
        self.assertEqual(page.breaks, ())
        self.assertEqual({line.kind for line in page.board}, {"mine"})

    def test_the_sheet_says_every_field_it_has(self):
        """Nothing of the member's sheet is left out of what is stored."""
        lost = fields_of(member.MemberSheet) - set(Sheet.model_fields)
        self.assertEqual(lost, set())


class Described(unittest.TestCase):
    def test_closed_sets_reach_the_schema(self):
        """Phases, levels, clocks and formats are closed lists, so that a page cannot misspell one."""
        schema = documents.Plan.model_json_schema(mode="serialization")
        item = schema["$defs"]["Item"]["properties"]
        self.assertIn("switch-on", item["phase"]["enum"])
        self.assertIn("half-kneeling", item["level"]["enum"])
        self.assertIn("every-minute", schema["properties"]["pace"]["enum"])

    def test_schemas_allow_nothing_else(self):
        """Every object of every document is closed, and every field is always there."""
        for document in (documents.Plan, reading.Read, demands.Derived, lab.Lab, Sheet):
            schema = document.model_json_schema(mode="serialization")
            for name, part in {document.__name__: schema, **schema["$defs"]}.items():
                if part.get("type") == "object":
                    self.assertIs(part["additionalProperties"], False, name)
                    self.assertEqual(set(part["required"]), set(part["properties"]), name)

    def test_documents_cannot_be_changed(self):
        """What was said stays said."""
        with self.assertRaises(ValidationError):
            plan_document(replace(PREP, notes=()), CATALOG).minutes = 3
