"""Publishing: all or nothing, immutable, versioned, private."""

import json
import re

from django.core import mail
from django.test import Client, TestCase

from core.catalog import load_catalog
from core.errors import CoreError
from core.hazards import hazards_of
from server.delivery.models import Delivery
from server.delivery.sending import send_waiting
from server.programme.models import Session
from server.publishing.actions import NothingToPublish, publish_class
from server.publishing.models import Immutable, MemberSheet, Publication
from server.tests.gyms import SmallGym, change, say


class Publishing(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")

    def publish(self) -> Publication:
        return publish_class(self.home.gym_class, self.home.coach)

    def test_everyone_on_the_roster_gets_a_sheet_and_a_message(self):
        """Three members: three sheets, three messages, each with its own link."""
        publication = self.publish()
        self.assertEqual(publication.version, 1)
        send_waiting()
        links = {re.search(r"/m/(\S+)", one.body)[1] for one in mail.outbox}
        self.assertEqual(links, set(MemberSheet.objects.values_list("token", flat=True)))
        self.assertEqual(len(links), 3)

    def test_a_publication_never_changes(self):
        """Saving it again is refused; a correction is version 2 and version 1 still stands."""
        first = self.publish()
        with self.assertRaises(Immutable):
            first.save()
        self.home.session.text = "30 push presses 30 kg"
        self.home.session.save()
        second = self.publish()
        self.assertEqual(second.version, 2)
        self.assertIn("Front squat", Publication.objects.get(pk=first.pk).page["text"])
        self.assertRegex(
            Delivery.objects.last().subject, r"^Kiln Row, \w+ \d+ \w+, \d\d:\d\d: your sheet has"
        )

    def test_nothing_is_saved_when_it_cannot_be_published(self):
        """No people, no text, or nothing to prepare: a reason, and not one row."""
        self.home.gym_class.people.clear()
        with self.assertRaisesRegex(NothingToPublish, "roster"):
            self.publish()
        self.home.gym_class.people.set(self.home.members)
        for text in ("", "xyzzy plugh"):
            self.home.session.text = text
            self.home.session.save()
            with self.assertRaises(CoreError):
                publish_class(
                    type(self.home.gym_class).objects.get(pk=self.home.gym_class.pk), self.home.coach
                )
        self.assertEqual(
            (Publication.objects.count(), MemberSheet.objects.count(), Delivery.objects.count()),
            (0, 0, 0),
        )

    def test_only_a_coach_of_the_gym_publishes(self):
        """A member, or another gym's coach, is refused by the action itself."""
        for person in (self.home.members[0], SmallGym("Osier Barn").coach):
            with self.assertRaises(PermissionError):
                publish_class(self.home.gym_class, person)

    def test_the_page_says_when_the_board_changed_since(self):
        """After a change the class is marked, until it is sent again."""
        client = self.home.client()
        path = f"/api/classes/{self.home.gym_class.pk}/publish"
        self.assertFalse(client.post(path).json()["changed_since"])
        change(client, self.home.session, minutes=9)
        self.assertTrue(client.get(path).json()["changed_since"])
        self.assertEqual(client.post(path).json()["version"], 2)
        self.assertFalse(client.get(path).json()["changed_since"])

    def test_what_sending_would_change_is_said_before_and_after(self):
        """Nothing yet: null. Sent: nothing would change. A line more, a new wrist, one more on the roster:
        each is said; after sending, the class's sentences stand with the version."""
        client, bo = self.home.client(), self.home.members[1]
        path = f"/api/classes/{self.home.gym_class.pk}"
        self.assertIsNone(client.get(f"{path}/changes").json())
        client.post(f"{path}/publish")
        self.assertTrue(client.get(f"{path}/changes").json()["nothing"])
        self.home.measure(bo, "wrist.extension", 40)
        would = client.get(f"{path}/changes").json()
        self.assertFalse(would["nothing"])
        self.assertEqual([one["name"] for one in would["told"]], ["Bo Crane"])
        change(client, self.home.session, text=f"{self.home.session.text}\n12 wall balls 9/6 kg")
        self.home.gym_class.people.add(self.home.person("Dee Dipper", "member"))
        would = client.get(f"{path}/changes").json()
        self.assertIn("New on the board: “12 wall balls 9/6 kg”.", would["changes"])
        self.assertEqual((would["come"], would["go"]), (["Dee Dipper"], []))
        sent = client.post(f"{path}/publish").json()
        self.assertEqual(sent["changes"], would["changes"])
        told = {one["name"]: " ".join(one["changes"]) for one in would["told"]}
        self.assertEqual(set(told), {"Ada Finch", "Bo Crane", "Cy Dunnock"})
        self.assertIn("Yours before class", told["Bo Crane"])
        self.assertNotIn("Yours before class", told["Ada Finch"])

    def test_all_classes_of_a_session_are_sent_or_none(self):
        """Three classes, one with nobody: two are sent, once however often it is asked. When one cannot be
        sent, none is."""
        client = self.home.client()
        path = f"/api/sessions/{self.home.session.pk}/publish"
        later = [self.home.session.classes.create(starts_at=self.home.gym_class.starts_at) for _ in range(2)]
        later[0].people.set(self.home.members[:1])
        for sent in (True, False):
            answer = client.post(path)
            self.assertEqual(answer.status_code, 201)
            told = [(one["class_id"], one["version"], one["people"], one["sent"]) for one in answer.json()]
            self.assertEqual(told, [(self.home.gym_class.pk, 1, 3, sent), (later[0].pk, 1, 1, sent)])
        self.assertEqual(Delivery.objects.count(), 4)
        change(client, self.home.session, text="xyzzy plugh")
        self.assertEqual(client.post(path).status_code, 422)
        self.assertEqual(Publication.objects.count(), 2)

    def test_unread_lines_are_said_before_sending(self):
        """As written, and none when all is read."""
        path = f"/api/classes/{self.home.gym_class.pk}/publish"
        client = self.home.client()
        self.assertEqual(client.get(path).json()["unread"], [])
        change(client, self.home.session, text=f"{self.home.session.text}\n12 flumes 9/6 kg")
        self.assertEqual(client.get(path).json()["unread"], ["12 flumes 9/6 kg"])

    def test_a_class_with_nobody_says_so_before_and_instead_of_sending(self):
        """The problem stands on the page, and sending answers 422 with the same words."""
        self.home.gym_class.people.clear()
        path = f"/api/classes/{self.home.gym_class.pk}/publish"
        self.assertEqual(self.home.client().get(path).json()["problem"]["field"], "people")
        response = self.home.client().post(path)
        self.assertEqual((response.status_code, json.loads(response.content)["field"]), (422, "people"))


class Sheets(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")
        cls.home.caution(cls.home.members[1], "no-hang", "shoulder-overhead")
        cls.home.members[2].division = "scaled"
        cls.home.members[2].save()
        publish_class(cls.home.gym_class, cls.home.coach)

    def sheet(self, member) -> dict:
        token = MemberSheet.objects.get(person=member).token
        return Client().get(f"/api/sheets/{token}").json()

    def test_a_link_opens_one_members_page_without_signing_in(self):
        """The page has that member's items, and opening it is noted once."""
        found = self.sheet(self.home.members[0])
        self.assertEqual(found["name"], "Ada Finch")
        self.assertTrue(found["items"])
        self.assertEqual([gap["motion"] for gap in found["gaps"]], ["wrist.extension"])
        self.assertTrue(found["extras"])
        self.assertEqual(Client().get("/api/sheets/not-a-token").status_code, 404)

    def test_opened_is_noted_once_and_only_when_the_member_has_it_before_them(self):
        """Fetched by a messenger's preview, or looked at by a coach: not opened. Said by the page: opened,
        and the first time stays."""
        row = MemberSheet.objects.get(person=self.home.members[0])
        path = f"/api/sheets/{row.token}/opened"

        def say(client, touched=True):
            body = json.dumps({"stamp": "1", "touched": touched})
            return client.post(path, body, content_type="application/json")

        def opened():
            row.refresh_from_db()
            return row.opened_at

        Client().get(f"/m/{row.token}")
        Client().get(f"/api/sheets/{row.token}")
        say(self.home.client())
        say(Client(), touched=False)
        self.assertIsNone(opened())
        self.assertEqual(say(Client()).status_code, 204)
        first = opened()
        self.assertIsNotNone(first)
        say(Client())
        self.assertEqual(opened(), first)

    def test_a_page_has_the_board_as_written(self):
        """Every line of the board in order; what another division does is told apart."""
        lines = {
            member.name: {line["text"]: line["kind"] for line in self.sheet(member)["board"]}
            for member in self.home.members
        }
        for board in lines.values():
            self.assertEqual(list(board), list(dict.fromkeys(self.home.session.text.splitlines())))
            self.assertEqual(board["B) 3 rounds for time"], "words")
            self.assertEqual(board["15 push presses 40/27.5 kg"], "mine")
        self.assertEqual(lines["Ada Finch"]["scaled: ring rows"], "other")
        self.assertEqual(lines["Cy Dunnock"]["scaled: ring rows"], "mine")
        self.assertEqual(lines["Cy Dunnock"]["9 pull-ups"], "other")

    def test_nobody_elses_health_is_on_a_page_or_in_the_record(self):
        """Neither other names nor others' ranges are in a member's page; the class record holds no one's
        ranges."""
        page = json.dumps(self.sheet(self.home.members[1]))
        for private in ("Ada Finch", "Cy Dunnock"):
            self.assertNotIn(private, page)
        row = Publication.objects.get()
        self.assertEqual((row.page["gaps"], row.page["extras"], row.page["kept_to"]), ([], [], []))
        for private in ("Ada", "Bo Crane", "shoulder-overhead", 'caution_note": "B'):
            self.assertNotIn(private, json.dumps([row.page, row.words]))

    def test_cautions_and_divisions_reach_the_page(self):
        """Nothing forbidden on Bo's page; Cy's scaled line instead of the pull-ups."""
        for item in self.sheet(self.home.members[1])["items"]:
            self.assertFalse({"no-hang", "shoulder-overhead"} & hazards_of(item["drill"], load_catalog()))
        self.assertIn("ring rows", [one["text"] for one in self.sheet(self.home.members[2])["work"]])
        self.assertNotIn("9 pull-ups", [one["text"] for one in self.sheet(self.home.members[2])["work"]])

    def test_an_old_link_shows_the_newest_version(self):
        """After a correction the first message's link shows version 2."""
        token = MemberSheet.objects.get(person=self.home.members[0]).token
        Session.objects.filter(pk=self.home.session.pk).update(title="Kiln day, corrected")
        publish_class(self.home.gym_class, self.home.coach)
        self.assertEqual(Client().get(f"/api/sheets/{token}").json()["version"], 2)

    def test_how_it_felt_is_kept_and_shown_to_the_coach(self):
        """better, same or worse; anything else is refused."""
        token = MemberSheet.objects.get(person=self.home.members[0]).token
        self.assertEqual(say(token, "felt", "better").json()["felt"], "better")
        self.assertEqual(say(token, "felt", "great").status_code, 422)
        rows = self.home.client().get(f"/api/classes/{self.home.gym_class.pk}/publish").json()["deliveries"]
        self.assertEqual({row["name"]: row["felt"] for row in rows}["Ada Finch"], "better")

    def test_a_signed_in_member_finds_their_own_sheets_only(self):
        """my-sheets lists one link, the member's own."""
        found = self.home.client(self.home.members[0]).get("/api/my-sheets").json()
        self.assertEqual(
            [one["link"] for one in found],
            [f"/m/{MemberSheet.objects.get(person=self.home.members[0]).token}"],
        )

    def test_a_preview_is_the_page_before_it_is_sent(self):
        """The coach sees what a member would get, without a row written."""
        before = MemberSheet.objects.count()
        found = (
            self.home.client()
            .get(f"/api/classes/{self.home.gym_class.pk}/preview/{self.home.members[0].pk}")
            .json()
        )
        self.assertEqual(
            [item["drill"] for item in found["items"]],
            [item["drill"] for item in self.sheet(self.home.members[0])["items"]],
        )
        self.assertEqual(MemberSheet.objects.count(), before)
