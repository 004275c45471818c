"""How members are reached: their own choices, mails that come back, links in mails, and their calendar."""

import datetime
import json
import random
import re
import tempfile
from io import StringIO
from pathlib import Path

from django.core.management import call_command
from django.test import Client, TestCase, override_settings
from django.utils import timezone
from icalendar import Calendar

from core.catalog import load_catalog
from core.hazards import hazards_of
from server.delivery.bounces import note_bounce, reports_in
from server.delivery.models import Delivery, Reach
from server.delivery.sending import send_waiting
from server.publishing.actions import publish_class
from server.publishing.classes import cancel_class
from server.publishing.models import MemberSheet
from server.tests.gyms import SmallGym, change
from server.tests.mailserver import MailServer

HEADERS = "text/rfc822-headers"
REPORT = (Path(__file__).parent / "bounced.eml").read_text(encoding="utf-8")


def report(
    row: Delivery, recipient: str = "", action: str = "failed", kind: str = "text/rfc822-headers"
) -> str:
    """A report about a mail, shaped after the example of RFC 3464, appendix E."""
    filled = REPORT.replace("RECIPIENT", recipient or row.person.email).replace("ACTION", action)
    return filled.replace("WORD", row.word).replace("RETURNED", kind)


class Bounced(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")
        cls.ada, cls.bo, cls.cy = cls.home.members
        publish_class(cls.home.gym_class, cls.home.coach)

    def read(self, text: str) -> str:
        said = StringIO()
        with tempfile.NamedTemporaryFile("w", suffix=".eml") as file:
            file.write(text)
            file.flush()
            call_command("bounces", file.name, stdout=said, stderr=said)
        return said.getvalue()

    def state(self, person) -> str:
        return Delivery.objects.filter(person=person).latest("pk").state

    def test_only_a_report_of_a_failure_about_our_mail_to_them_counts(self):
        """Delayed, somebody else's address, a message we never sent: nothing. Failed: bounced, with the
        words; both ways of giving back what was sent."""
        with MailServer():
            send_waiting()
        row = Delivery.objects.get(person=self.ada)
        for text in (report(row, action="delayed"), report(row, recipient="somebody@else.example")):
            self.assertIn("0 of 1", self.read(text))
        self.assertIn("0 of 1", self.read(report(row).replace(row.word, "0" * 32)))
        self.assertEqual(self.state(self.ada), "handed over")
        self.assertIn("1 of 1", self.read(report(row)))
        self.assertEqual(self.state(self.ada), "bounced")
        self.assertIn("550 5.1.1 no such user here", Delivery.objects.get(person=self.ada).why)
        self.assertIn(
            "1 of 1", self.read(report(Delivery.objects.get(person=self.bo), kind="message/rfc822"))
        )

    def test_many_in_an_mbox_and_files_that_are_none(self):
        """Two reports in an mbox, with a mail that is none between. A letter, an empty file, bytes, and no
        file at all: told, exit 2."""
        ada, bo = Delivery.objects.get(person=self.ada), Delivery.objects.get(person=self.bo)
        plain = "From x@y Tue Nov  3 19:00:00 2026\nSubject: hello\n\nJust a mail.\n\n"
        mbox = "".join(
            f"From MAILER-DAEMON Tue Nov  3 19:00:00 2026\n{report(row)}\n{more}"
            for row, more in ((ada, plain), (bo, ""))
        )
        self.assertIn("2 of 2", self.read(mbox))
        for text in ("Dear coach,\n\nhello", "", "\0\1\2", plain):
            with self.assertRaises(SystemExit) as ended:
                self.read(text)
            self.assertEqual(ended.exception.code, 2)
        with self.assertRaises(SystemExit):
            call_command("bounces", "/none/such", stderr=StringIO())

    def test_whatever_a_file_holds_it_is_read_or_passed_over(self):
        """Two hundred reports with letters taken out, doubled or exchanged: none raises anything, and none
        marks somebody it does not name."""
        chance = random.Random(16)
        row = Delivery.objects.get(person=self.ada)
        for _ in range(200):
            text = list(report(row))
            for _ in range(chance.randint(1, 40)):
                at = chance.randrange(len(text))
                text[at] = chance.choice(("", text[at] * 2, "\n", ":", "<", "é", "\0", text[at - 1]))
            with tempfile.NamedTemporaryFile("w", suffix=".eml") as file:
                file.write("".join(text))
                file.flush()
                for found in reports_in(Path(file.name)):
                    note_bounce(found)
        marked = set(Delivery.objects.filter(state="bounced").values_list("person", flat=True))
        self.assertLessEqual(marked, {self.ada.pk})

    def test_an_address_that_bounced_is_not_written_to_until_it_is_another(self):
        """The coach and the member see it; a new address is tried."""
        self.read(report(Delivery.objects.get(person=self.ada)))
        change(self.home.client(), self.home.session, text="A) Front squat 4x4 @ 78%\n\n12 sit-ups")
        publish_class(self.home.gym_class, self.home.coach)
        self.assertFalse(Delivery.objects.filter(person=self.ada, cause="v2").exists())
        self.assertIn("550", self.home.client(self.ada).get("/api/reach").json()["bounced_why"])
        self.ada.email = "ada.new@kiln.example"
        self.ada.save()
        change(self.home.client(), self.home.session, text="A) Front squat 4x4 @ 78%\n\n15 sit-ups")
        publish_class(self.home.gym_class, self.home.coach)
        self.assertTrue(Delivery.objects.filter(person=self.ada, cause="v3").exists())


class Choices(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")
        cls.ada = cls.home.members[0]

    def put(self, person=None, **fields):
        usual = {"mail": True, "text": False, "phone": "", "quiet_from": None, "quiet_to": None}
        client = self.home.client(person or self.ada)
        return client.put("/api/reach", json.dumps({**usual, **fields}), content_type="application/json")

    def test_channels_and_quiet_hours_are_kept_and_checked(self):
        """Kept; half of the quiet hours, a text without a number, and a number that is none are refused at
        their field."""
        kept = self.put(text=True, phone="+353 85 000 0001", quiet_from="21:00", quiet_to="07:00")
        self.assertEqual((kept.status_code, kept.json()["quiet_from"]), (200, "21:00:00"))
        for fields, field in (
            ({"quiet_from": "21:00"}, "quiet_from"),
            ({"text": True}, "phone"),
            ({"phone": "ring me"}, "phone"),
            ({"quiet_from": "25:00", "quiet_to": "07:00"}, "quiet_from"),
        ):
            answer = self.put(**fields)
            self.assertEqual((answer.status_code, json.loads(answer.content)["field"]), (422, field), fields)
        self.assertEqual(Client().get("/api/reach").status_code, 401)

    def test_a_get_ends_no_mails_and_a_post_does(self):
        """As a mail program posts it (RFC 8058), without cookies or token; a word that is not ours: 404."""
        publish_class(self.home.gym_class, self.home.coach)
        with MailServer() as server:
            send_waiting()
        (mail,) = (one for one in server.taken if str(one["To"]) == self.ada.email)
        path = re.search(r"(/u/[^>]+)>", str(mail["List-Unsubscribe"]))[1]
        strict = Client(enforce_csrf_checks=True)
        self.assertEqual(strict.get(path).status_code, 200)
        self.assertFalse(Reach.objects.filter(person=self.ada, mail=False).exists())
        self.assertEqual(strict.post(path, {"List-Unsubscribe": "One-Click"}).status_code, 200)
        self.assertTrue(Reach.objects.get(person=self.ada, mail=False))
        self.assertEqual(strict.get("/u/none-such").status_code, 404)
        self.assertEqual(strict.post(f"{path[:-2]}xx").status_code, 404)

    def test_a_calendar_of_their_own(self):
        """Read back with a library: the class at its time with its prep, a link, and nothing of a body; a
        cancelled one says so; another address ends the first; who left has none."""
        self.home.caution(self.ada, "knee", note="Meniscus, spring.")
        client = self.home.client(self.ada)
        self.assertEqual(client.get("/api/reach").json()["feed"], "")
        address = client.post("/api/reach/feed").json()["feed"]
        path = address.removeprefix("http://testserver")
        (bare,) = Calendar.from_ical(Client().get(path).content).walk("VEVENT")
        self.assertNotIn("DESCRIPTION", bare)
        publication = publish_class(self.home.gym_class, self.home.coach)
        answer = Client().get(path)
        self.assertTrue(answer["Content-Type"].startswith("text/calendar"))
        (event,) = Calendar.from_ical(answer.content).walk("VEVENT")
        starts = self.home.gym_class.starts_at.replace(microsecond=0)
        self.assertEqual(event.decoded("DTSTART"), starts)
        self.assertIn(publication.page["items"][0]["name"], str(event["DESCRIPTION"]))
        token = MemberSheet.objects.get(person=self.ada).token
        self.assertTrue(str(event["URL"]).endswith(f"/m/{token}"))
        for private in ("knee", "Meniscus", "Ada"):
            self.assertNotIn(private, answer.content.decode())
        catalog = load_catalog()
        drills = [item["drill"] for item in publication.page["items"]]
        harmful = [one for one in drills if "shoulder-overhead" in hazards_of(one, catalog)]
        self.assertTrue(harmful)
        self.home.caution(self.ada, "shoulder-overhead")
        (event,) = Calendar.from_ical(Client().get(path).content).walk("VEVENT")
        for drill in harmful:
            self.assertNotIn(catalog.drills[drill].name, str(event["DESCRIPTION"]))
        cancel_class(self.home.coach, self.home.gym_class)
        (event,) = Calendar.from_ical(Client().get(path).content).walk("VEVENT")
        self.assertEqual(str(event["STATUS"]), "CANCELLED")
        client.post("/api/reach/feed")
        self.assertEqual(Client().get(path).status_code, 404)

    def test_the_senders_address_is_an_owners_and_must_be_one(self):
        owner = self.home.client(self.home.person("Owner Slate", "owner"))
        for sender, status in (("desk@kiln.example", 200), ("", 200), ("not an address", 422)):
            body = json.dumps({"sender": sender})
            answer = owner.put("/api/sending/sender", body, content_type="application/json")
            self.assertEqual(answer.status_code, status, sender)

    @override_settings(MAIL_READY=False)
    def test_what_cannot_work_is_said_before_class(self):
        """No mail server, no time zone of its own, somebody nobody can reach: each stands on the coach's
        page."""
        put = self.home.client().put
        path = f"/api/classes/{self.home.gym_class.pk}/rule"
        put(path, json.dumps({"how": "hours", "hours": 1}), content_type="application/json")
        found = self.home.client().get("/api/sending").json()
        self.assertEqual((found["mail"], found["no_zone"]), (False, True))
        self.assertEqual(len(found["unreachable"]), 3)
        (coming,) = found["next"]
        self.assertEqual(coming["class_id"], self.home.gym_class.pk)
        due = datetime.datetime.fromisoformat(coming["due_at"])
        self.assertGreater(due, timezone.now() + datetime.timedelta(hours=3))
