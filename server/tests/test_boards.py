"""What a board could not be read as goes with it: to the Bench, and into the sheets that are sent."""

import json

from django.test import TestCase

from core.documents.sheet import Sheet
from core.errors import CoreError
from server.publishing.actions import publish_class
from server.publishing.models import MemberSheet, Publication
from server.tests.gyms import SmallGym, body

BOARD = """\
3 rounds
15 push presses 40/27.5 kg
12 glorbs
285 pull-ups
Please bring your own towel, and be on time."""


class Boards(TestCase):
    def setUp(self):
        self.home = SmallGym("Kiln Row")
        self.home.session.text = BOARD
        self.home.session.save()

    def bench(self, **changes) -> dict:
        response = self.home.client().post(
            f"/api/sessions/{self.home.session.pk}/bench",
            json.dumps(body(self.home.session, **changes)),
            content_type="application/json",
        )
        self.assertEqual(response.status_code, 200, response.content[:300])
        return response.json()

    def sheets(self) -> list[dict]:
        publish_class(self.home.gym_class, self.home.coach)
        return [sheet.page() for sheet in MemberSheet.objects.all()]

    def test_the_bench_says_what_is_doubted_with_its_place(self):
        (doubt,) = self.bench()["workout"]["doubts"]
        line = BOARD.split("\n")[doubt["line"] - 1]
        self.assertEqual(doubt["line"], 4)
        self.assertEqual(line[doubt["column"] - 1 :][: len(doubt["text"])], doubt["text"])
        self.assertIn("855", doubt["what"])
        self.assertTrue(doubt["why"])

    def test_an_answer_goes_with_the_text(self):
        answered = BOARD.replace("285 pull-ups", "285 pull-ups // yes, so")
        self.assertEqual(self.bench(text=answered)["workout"]["doubts"], [])
        self.assertEqual(len(self.bench()["workout"]["doubts"]), 1)

    def test_every_sheet_holds_the_lines_nobody_could_read_and_the_notes(self):
        """Of every member, whatever else theirs leaves out."""
        sheets = self.sheets()
        self.assertEqual(len(sheets), 3)
        for sheet in sheets:
            self.assertEqual([one["text"] for one in sheet["unread"]], ["12 glorbs"])
            self.assertTrue(any("towel" in note for note in sheet["notes"]))

    def test_a_line_read_in_part_is_shown_once(self):
        """'12 wall balls over the yoke' is work with a strange word: as work, not again as unread."""
        self.home.session.text = "3 rounds\n12 burpees over the glorb\n9 pull-ups"
        self.home.session.save()
        for sheet in self.sheets():
            self.assertEqual(sheet["unread"], [])
            self.assertEqual(sum("burpees" in one["text"] for one in sheet["work"]), 1)

    def test_sheets_sent_before_there_were_notes_are_still_sheets(self):
        """A stored sheet without the two fields reads as one with none."""
        (first, *_) = self.sheets()
        old = {name: value for name, value in first.items() if name not in ("unread", "notes")}
        sheet = MemberSheet.objects.first()
        self.assertEqual(set(first) - set(old), {"unread", "notes"})
        Publication.objects.update(page=old)
        MemberSheet.objects.filter(pk=sheet.pk).update(own={})
        answer = self.home.client().get(f"/api/sheets/{sheet.token}")
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        self.assertEqual((answer.json()["unread"], answer.json()["notes"]), ([], []))

    def test_a_board_of_notes_alone_sends_nothing(self):
        """Nothing to prepare is said, and the week does not break on it."""
        self.home.session.text = "Please bring your own towel.\nThe hall is closed on Sunday, sorry."
        self.home.session.save()
        answer = self.bench()
        self.assertEqual(answer["workout"]["unread"], [])
        self.assertEqual(answer["plan"]["items"], [])
        self.assertIn("nothing to prepare", " ".join(answer["plan"]["notes"]))
        with self.assertRaises(CoreError):
            publish_class(self.home.gym_class, self.home.coach)
        self.assertEqual(self.home.client().get("/api/week").status_code, 200)

    def test_too_many_lines_are_refused_in_words_at_the_board(self):
        answer = self.bench(text="10 burpees\n" * 420)
        self.assertEqual(answer["problem"]["field"], "text")
        self.assertIn("421 lines; up to 400", answer["problem"]["message"])

    def test_the_documents_name_every_field(self):
        self.assertLessEqual({"unread", "notes"}, set(Sheet.model_fields))
