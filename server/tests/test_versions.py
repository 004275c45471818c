"""What happens to a sheet after it was sent: new cautions, a class that is cancelled or moved, what its
member last saw, and what they say."""

import datetime
import json
import re
from unittest import mock

from django.test import Client, TestCase
from django.utils import timezone

from core.catalog import load_catalog
from core.hazards import hazards_of
from server.computing.helpers import Busy
from server.delivery.models import Delivery
from server.delivery.sending import send_waiting
from server.publishing.actions import publish_class
from server.publishing.models import MemberSheet, Publication, Said
from server.tests.gyms import SmallGym, change, say
from server.tests.mailserver import MailServer


class Sent(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")
        cls.ada, cls.bo, cls.cy = cls.home.members
        publish_class(cls.home.gym_class, cls.home.coach)

    def token(self, person, version=1) -> str:
        return MemberSheet.objects.get(person=person, publication__version=version).token

    def page(self, person, client=None) -> dict:
        return (client or Client()).get(f"/api/sheets/{self.token(person)}").json()

    def post(self, path, body=None, client=None):
        return (client or self.home.client()).post(
            f"/api/{path}", json.dumps(body or {}), content_type="application/json"
        )

    def seen(self, person, stamp, touched=True):
        body = {"stamp": stamp, "touched": touched}
        return self.post(f"sheets/{self.token(person)}/opened", body, Client())

    def row(self, person) -> dict:
        rows = self.home.client().get(f"/api/classes/{self.home.gym_class.pk}/publish").json()["deliveries"]
        return {row["person"]: row for row in rows}[person.pk]

    def write_caution(self, person, caution):
        today = str(timezone.localdate())
        body = {"caution": caution, "note": "", "by_word": "", "since": today, "until": None}
        own = self.home.client(person)
        self.assertEqual(self.post(f"people/{person.pk}/cautions", body, own).status_code, 201)


class Cautions(Sent):
    def test_a_new_caution_holds_whenever_the_sheet_is_read(self):
        """Overhead is out for Bo since version 1: every list of theirs is free of it, wherever it is read
        (the link, the page), and says what was taken out; the version stays as it was sent; Ada's page is the
        same."""
        before, others = self.page(self.bo), self.page(self.ada)
        self.write_caution(self.bo, "shoulder-overhead")
        after = self.page(self.bo)
        self.assertTrue(after["taken_out"])
        self.assertIn("push-press", [one["movement"] for one in after["barred"]])
        for name in ("items", "extras", "cooldown"):
            for item in after[name]:
                self.assertNotIn("shoulder-overhead", hazards_of(item["drill"], load_catalog()))
        gone = {item["name"] for item in before["items"]} - {item["name"] for item in after["items"]}
        self.assertTrue(gone)
        self.assertEqual(gone - {one["name"] for one in after["taken_out"]}, set())
        self.assertEqual({step["item"] for step in after["steps"]}, set(range(len(after["items"]))))
        html = Client().get(f"/m/{self.token(self.bo)}").content.decode()
        first_text = html.split('<div id="root">')[1].split('<script type="application/json"')[0]
        self.assertIn("Taken out since your new caution", first_text)
        for name in gone:
            self.assertNotIn(f"<li>{name}:", first_text)
        self.assertEqual(MemberSheet.objects.get(person=self.bo).page()["items"], before["items"])
        self.assertEqual(self.page(self.ada), others)

    def test_it_holds_also_while_the_gym_computes_more_than_can_be_meant(self):
        """No turn to be had: the page comes all the same, without what is forbidden, so that no phone falls
        back to the one it keeps."""
        self.write_caution(self.bo, "shoulder-overhead")
        with mock.patch("server.publishing.sheets.kept", side_effect=Busy):
            self.assertTrue(self.page(self.bo)["taken_out"])

    def test_the_coach_is_told_and_sees_who_may_hold_the_old_sheet(self):
        """Bo's phone had the page; the caution comes: marked as changed, as taken out, as held. On its next
        contact the phone has the new one, and the mark goes. Cy's phone never had it."""
        self.seen(self.bo, self.page(self.bo)["stamp"])
        self.assertEqual((self.row(self.bo)["taken_out"], self.row(self.bo)["holds_old"]), (False, False))
        for person in (self.bo, self.cy):
            self.write_caution(person, "shoulder-overhead")
        path = f"/api/classes/{self.home.gym_class.pk}/publish"
        self.assertTrue(self.home.client().get(path).json()["changed_since"])
        self.assertEqual((self.row(self.bo)["taken_out"], self.row(self.bo)["holds_old"]), (True, True))
        self.assertEqual((self.row(self.cy)["taken_out"], self.row(self.cy)["holds_old"]), (True, False))
        self.seen(self.bo, self.page(self.bo)["stamp"], touched=False)
        self.assertFalse(self.row(self.bo)["holds_old"])
        told = Delivery.objects.filter(kind="coach")
        self.assertEqual({row.person for row in told}, {self.home.coach})
        self.assertEqual(told.count(), 2)
        self.assertNotRegex(told.first().subject, "Bo|Crane|overhead|shoulder")

    def test_one_that_begins_on_the_day_of_the_class_holds_then(self):
        """Written down today for tomorrow: tomorrow's class is made without it, though today's is not."""
        tomorrow = timezone.localdate() + datetime.timedelta(days=1)
        self.bo.cautions.create(caution="shoulder-overhead", since=tomorrow)
        self.assertEqual(self.page(self.bo)["taken_out"], [])
        self.home.session.date = tomorrow
        self.home.session.save()
        self.assertTrue(self.page(self.bo)["taken_out"])
        version = publish_class(self.home.gym_class, self.home.coach)
        self.assertEqual(version.sheets.get(person=self.bo).kept_to, ["shoulder-overhead"])

    def test_the_next_version_is_made_for_it(self):
        """Sent again, nothing is "taken out" any more: the page was made so, and says what changed."""
        self.seen(self.bo, "1")
        self.write_caution(self.bo, "shoulder-overhead")
        publish_class(self.home.gym_class, self.home.coach)
        page = self.page(self.bo)
        self.assertEqual((page["version"], page["taken_out"]), (2, []))
        self.assertIn("What you keep to changed.", page["changes"])
        self.assertEqual([one.person for one in Delivery.objects.filter(cause="v2")], [self.bo])

    def test_homework_on_the_persons_page_keeps_to_it_too(self):
        sheet = MemberSheet.objects.get(person=self.bo)
        item = {**sheet.page()["items"][0]}
        task = {
            "drill": item["drill"],
            "name": "the drill",
            "motion": "hip.flexion",
            "dose_words": "5",
            "stop": "",
        }
        MemberSheet.objects.filter(pk=sheet.pk).update(own={"homework": [task]})
        path = f"/api/people/{self.bo.pk}"
        self.assertEqual(len(self.home.client().get(path).json()["homework"]), 1)
        hazard = sorted(hazards_of(item["drill"], load_catalog()))
        for caution in hazard or ["no-floor"]:
            self.home.caution(self.bo, caution)
        expected = 0 if hazard else 1
        self.assertEqual(len(self.home.client().get(path).json()["homework"]), expected)


class Looked(Sent):
    def test_what_changed_is_told_since_the_version_they_last_looked_at(self):
        """Ada looked at version 1, Bo never: after two more versions Ada is told the difference to the first,
        in one; a line that came and went is not in it; Bo is told nothing, as all of it is new."""
        self.seen(self.ada, "1")
        text = self.home.session.text
        change(self.home.client(), self.home.session, text=f"{text}\n12 wall balls 9/6 kg")
        self.post(f"classes/{self.home.gym_class.pk}/publish")
        change(self.home.client(), self.home.session, text=f"{text}\n20 sit-ups")
        self.post(f"classes/{self.home.gym_class.pk}/publish")
        said = " ".join(self.page(self.ada)["changes"])
        self.assertIn("New on the board: “20 sit-ups”", said)
        self.assertNotIn("wall balls", said)
        self.assertEqual(self.page(self.bo)["changes"], [])
        self.assertEqual(self.page(self.ada)["version"], 3)

    def test_a_coachs_preview_opens_nothing_and_a_get_changes_nothing(self):
        """GET of page, link and data by anyone, and all of it by a coach: not opened, not seen."""
        token = self.token(self.ada)
        for client in (Client(), self.home.client()):
            for path in (f"/m/{token}", f"/api/sheets/{token}"):
                client.get(path)
        self.home.client().get(f"/api/classes/{self.home.gym_class.pk}/preview/{self.ada.pk}")
        self.post(f"sheets/{token}/opened", {"stamp": "1", "touched": True}, self.home.client())
        sheet = MemberSheet.objects.get(person=self.ada)
        self.assertEqual((sheet.opened_at, sheet.seen_at), (None, None))


class Classes(Sent):
    def test_a_cancelled_class_says_so_to_all_and_on_every_page(self):
        """Each is told once, though twice pressed; the page says it; nothing can be sent; back again, all are
        told with the next version."""
        path = f"classes/{self.home.gym_class.pk}"
        for _ in range(2):
            self.assertTrue(self.post(f"{path}/cancel").json()["cancelled"])
        rows = Delivery.objects.filter(kind="cancelled")
        self.assertEqual(sorted(row.person.name for row in rows), ["Ada Finch", "Bo Crane", "Cy Dunnock"])
        self.assertRegex(rows[0].subject, r"^Kiln Row, .*: the class is cancelled$")
        self.assertTrue(self.page(self.ada)["cancelled"])
        self.assertEqual(self.post(f"{path}/publish").status_code, 422)
        mine = self.home.client(self.ada).get("/api/my-sheets").json()
        self.assertTrue(mine[0]["cancelled"])
        self.assertFalse(self.post(f"{path}/bring-back").json()["cancelled"])
        self.post(f"{path}/publish")
        self.assertEqual(Delivery.objects.filter(cause="v3").count(), 3)
        self.assertFalse(self.page(self.ada)["cancelled"])

    def test_a_moved_class_says_from_when_to_when(self):
        """The mail is about the time they know and names the new one; the page has it."""
        path, zone = f"classes/{self.home.gym_class.pk}", self.home.gym.zone
        later = (self.home.gym_class.starts_at + datetime.timedelta(minutes=30)).astimezone(zone)
        if later.date() != self.home.gym_class.starts_at.astimezone(zone).date():
            return  # over midnight it would be another day's class
        clock = f"{later:%H:%M}"
        known = f"{self.home.gym_class.starts_at.astimezone(zone):%H:%M}"
        self.assertEqual(self.post(f"{path}/move", {"starts": clock}).status_code, 200)
        row = Delivery.objects.filter(kind="moved").first()
        self.assertRegex(row.subject, rf"{known}: the class is now \w+ \d+ \w+, {clock}$")
        shown = datetime.datetime.fromisoformat(self.page(self.ada)["starts_at"])
        self.assertEqual(f"{shown.astimezone(zone):%H:%M}", clock)

    def test_a_class_cannot_be_moved_into_the_past(self):
        """Refused at its field with the time in words, and nothing is told."""
        from server.publishing.classes import NotDone, move_class

        past = timezone.now() - datetime.timedelta(minutes=1)
        with self.assertRaisesRegex(NotDone, "has passed"):
            move_class(self.home.coach, self.home.gym_class, past)
        self.assertFalse(Delivery.objects.filter(kind="moved").exists())

    def test_a_reminder_goes_once_to_those_who_did_not_open_it(self):
        """Pressed twice: one each, and none to Ada, who has it open."""
        self.seen(self.ada, "1")
        for _ in range(2):
            self.post(f"classes/{self.home.gym_class.pk}/nudge")
        told = Delivery.objects.filter(kind="nudge")
        self.assertEqual(sorted(row.person.name for row in told), ["Bo Crane", "Cy Dunnock"])
        with MailServer() as server:
            send_waiting()
        self.assertEqual(sorted(server.to()), sorted(p.email for p in self.home.members))

    def test_the_code_on_the_wall_leads_to_the_class_and_nobodys_own(self):
        """An SVG; the page has the prep, no extras, no names, and cannot be told apart by who asks."""
        self.home.caution(self.bo, "shoulder-overhead", note="Left, since May.")
        publish_class(self.home.gym_class, self.home.coach)
        shown = self.home.client().get(f"/api/classes/{self.home.gym_class.pk}/publish").json()
        code = self.home.client().get(f"/api/classes/{self.home.gym_class.pk}/wall.svg")
        self.assertEqual((code.status_code, code["Content-Type"]), (200, "image/svg+xml"))
        page = Client().get(shown["wall"])
        self.assertEqual(page.status_code, 200)
        data = json.loads(re.search(r'id="data">(.*?)</script>', page.content.decode())[1])
        self.assertTrue(data["wall"] and data["sheet"]["items"])
        self.assertEqual(
            (data["sheet"]["extras"], data["sheet"]["kept_to"], data["sheet"]["name"]), ([], [], "")
        )
        for private in ("Ada", "Crane", "Left, since May"):
            self.assertNotIn(private, page.content.decode())
        self.assertEqual(Client().get("/w/none-such").status_code, 404)


class Saying(Sent):
    def test_each_word_is_kept_once_and_the_newest_holds(self):
        """The same key twice: one row. Done, and taken back: not done."""
        token = self.token(self.ada)
        for _ in range(2):
            say(token, "felt", "worse", "key-felt-1")
        self.assertEqual(Said.objects.count(), 1)
        say(token, "felt", "better", "key-felt-2")
        say(token, "done", "yes", "key-done-1")
        page = say(token, "done", "no", "key-done-2").json()
        self.assertEqual((page["felt"], page["done"]), ("better", False))
        say(token, "extras", "yes")
        row = self.row(self.ada)
        self.assertEqual((row["felt"], row["done"], row["extras_done"]), ("better", False, True))

    def test_what_they_said_is_in_the_file_they_take_along(self):
        """How they are reached, and every word of their classes; nothing of anybody else's."""
        say(self.token(self.ada), "pain", "left wrist")
        say(self.token(self.bo), "felt", "worse")
        found = self.home.client(self.ada).get(f"/api/people/{self.ada.pk}/export").json()
        self.assertEqual([(one["kind"], one["value"]) for one in found["said"]], [("pain", "left wrist")])
        self.assertIn("reach", found)

    def test_pain_reaches_the_coach_at_once_and_their_mail_names_nobody(self):
        """Whose it is and what hurts stand on the coach's page; the message says neither."""
        say(self.token(self.bo), "pain", "left wrist, in the rack")
        self.assertEqual(self.row(self.bo)["pain"], "left wrist, in the rack")
        (row,) = Delivery.objects.filter(kind="coach")
        self.assertEqual((row.person, row.urgent), (self.home.coach, True))
        with MailServer() as server:
            send_waiting()
        (mail,) = (one for one in server.taken if str(one["To"]) == self.home.coach.email)
        self.assertNotRegex(mail.as_string(), "Bo|Crane|wrist")
        self.assertIn(f"/publish/{self.home.gym_class.pk}", mail.as_string())

    def test_words_that_cannot_be(self):
        """Another kind, another value, no key, a time without a zone, sixty at once: 422; a device whose
        clock is a day ahead is taken at the server's time."""
        token, path = self.token(self.ada), f"sheets/{self.token(self.ada)}/said"
        for kind, value in (("great", ""), ("done", "perhaps"), ("felt", "")):
            self.assertEqual(say(token, kind, value).status_code, 422, (kind, value))
        row = {"kind": "pain", "value": "", "key": "key-12345", "at": "2026-01-01T10:00:00"}
        self.assertEqual(self.post(path, {"rows": [row]}, Client()).status_code, 422)
        ahead = (timezone.now() + datetime.timedelta(days=1)).isoformat()
        many = [{**row, "at": ahead, "key": f"key-{number:05}"} for number in range(60)]
        self.assertEqual(self.post(path, {"rows": many}, Client()).status_code, 422)
        self.assertEqual(self.post(path, {"rows": many[:1]}, Client()).status_code, 200)
        self.assertLess(Said.objects.get().said_at, timezone.now() + datetime.timedelta(minutes=1))
        self.assertEqual(self.post("sheets/none-such/said", {"rows": []}, Client()).status_code, 404)

    def test_a_member_row_is_small_and_the_class_stands_once(self):
        """Twenty members: the mean row takes a tenth of a page, and the page stands once."""
        people = [self.home.person(f"Member{number} Row", "member") for number in range(17)]
        self.home.gym_class.people.add(*people)
        publication = publish_class(self.home.gym_class, self.home.coach)
        own = [len(json.dumps(sheet.own)) for sheet in publication.sheets.all()]
        whole = len(json.dumps(publication.page))
        self.assertEqual(len(own), 20)
        self.assertLess(sum(own) / len(own), 1_500)
        self.assertLess(sum(own) / len(own), whole / 10)
        self.assertEqual(Publication.objects.count(), 2)


class Marked(Sent):
    def changed(self) -> bool:
        return (
            self.home.client().get(f"/api/classes/{self.home.gym_class.pk}/publish").json()["changed_since"]
        )

    def test_the_class_is_marked_for_whatever_a_page_hangs_on(self):
        """Roster, division, caution, kit and title each mark it; what marks nothing: a note, another class's
        roster. Sent again, the mark goes."""
        coach, path = self.home.client(), f"classes/{self.home.gym_class.pk}"

        def put(where, **body):
            coach.put(f"/api/{where}", json.dumps(body), content_type="application/json")

        other = self.home.session.classes.create(starts_at=self.home.gym_class.starts_at)
        marks = (
            lambda: coach.delete(f"/api/{path}/roster/{self.cy.pk}"),
            lambda: put(f"{path}/roster/{self.ada.pk}", division="scaled"),
            lambda: self.write_caution(self.bo, "knee"),
            lambda: self.home.gym.kit.filter(item="band").update(pieces=1),
            lambda: change(coach, self.home.session, title="Another day"),
        )
        for number, mark in enumerate(marks):
            self.assertFalse(self.changed(), number)
            mark()
            self.assertTrue(self.changed(), number)
            self.post(f"{path}/publish")
        coach.post(
            f"/api/people/{self.bo.pk}/notes",
            json.dumps({"text": "Likes mornings.", "private": True}),
            content_type="application/json",
        )
        put(f"classes/{other.pk}/roster/{self.bo.pk}", division="")
        self.assertFalse(self.changed())

    def test_a_session_that_members_have_moves_and_tells_them(self):
        """Refused without the word; with it, its classes are on the other day at the same clock, and all are
        told both times; a day that has passed is refused in words, and nothing moves."""
        path, today = f"sessions/{self.home.session.pk}/move", self.home.session.date
        self.home.session.refresh_from_db()
        version = self.home.session.version

        def move(days, tell):
            date = str(today + datetime.timedelta(days=days))
            return self.post(path, {"date": date, "version": version, "tell": tell})

        off = self.home.session.classes.create(
            starts_at=self.home.gym_class.starts_at, cancelled_at=timezone.now()
        )
        self.assertEqual(move(3, False).status_code, 409)
        self.assertEqual(move(-3, True).status_code, 422)
        self.assertEqual(move(3, True).status_code, 200)
        self.home.gym_class.refresh_from_db()
        self.home.session.refresh_from_db()
        self.assertEqual(self.home.session.date, today + datetime.timedelta(days=3))
        off.refresh_from_db()
        self.assertEqual(off.starts_at, self.home.gym_class.starts_at)
        told = Delivery.objects.filter(kind="moved")
        self.assertEqual(told.count(), 3)
        self.assertRegex(told[0].subject, r": the class is now \w+ \d+ \w+, \d\d:\d\d$")

    def test_pain_stands_first_where_the_coach_looks(self):
        say(self.token(self.bo), "pain", "left wrist")
        (pain,) = self.home.client().get("/api/sending").json()["pains"]
        self.assertEqual((pain["name"], pain["what"]), ("Bo Crane", "left wrist"))

    def test_an_owner_tries_the_mail_server_before_anybody_needs_it(self):
        owner = self.home.client(self.home.person("Owner Slate", "owner"))
        with MailServer() as server:
            found = owner.post("/api/sending/test").json()
            self.assertEqual((found, len(server.taken)), ({"taken": True, "why": ""}, 1))
            server.refuse = {"owner.owner@kiln.example": "550 no relaying"}
            self.assertIn("550 no relaying", owner.post("/api/sending/test").json()["why"])
