"""From a version to each member: who is told, once, in what words, and what is said when it does not arrive.
The mail server's own log is the truth."""

import datetime
import json
import smtplib
import socket
import threading
from http.server import BaseHTTPRequestHandler, HTTPServer
from unittest import mock

from django.conf import settings
from django.test import TestCase, override_settings
from django.utils import timezone

from server.delivery.channels import Outbox
from server.delivery.ledger import Message, queue
from server.delivery.models import Delivery, OutboxMessage, Reach
from server.delivery.sending import BACK_OFF_S, claim, send_waiting
from server.programme.models import GymClass
from server.publishing.actions import publish_class
from server.publishing.saying import tell_coach
from server.schedule.models import Rule
from server.tests.gyms import SmallGym
from server.tests.mailserver import MailServer

MINUTE = datetime.timedelta(minutes=1)


def states() -> dict[str, str]:
    """Person -> what became of their newest message."""
    return dict(Delivery.objects.order_by("pk").values_list("person__name", "state"))


class Telling(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")
        cls.ada, cls.bo, cls.cy = cls.home.members

    def publish(self, **more):
        gym_class = GymClass.objects.select_related("session__gym").get(pk=self.home.gym_class.pk)
        return publish_class(gym_class, self.home.coach, **more)

    def told(self, version: int) -> dict[str, str]:
        rows = Delivery.objects.filter(cause=f"v{version}")
        return dict(rows.values_list("person__name", "kind"))

    def test_a_mail_says_class_and_time_and_nothing_of_a_body(self):
        """Plain text first, then HTML; a link; the headers of RFC 8058, RFC 3834; from the gym by name. Not
        the session's title, a drill, a caution or a range."""
        self.home.caution(self.ada, "knee", note="Meniscus, spring.")
        self.home.gym.sender = "desk@kilnrow.example"
        self.home.gym.save()
        with MailServer() as server:
            publication = self.publish()
            send_waiting()
            (mail,) = (one for one in server.taken if str(one["To"]) == self.ada.email)
        self.assertEqual(str(mail["From"]), "Kiln Row <desk@kilnrow.example>")
        self.assertEqual(str(mail["Auto-Submitted"]), "auto-generated")
        self.assertEqual(str(mail["List-Unsubscribe-Post"]), "List-Unsubscribe=One-Click")
        self.assertRegex(str(mail["List-Unsubscribe"]), rf"^\s*<{settings.ADDRESS}/u/\S+>$")
        self.assertRegex(str(mail["Subject"]), r"^Kiln Row, \w+ \d+ \w+, \d\d:\d\d: your sheet is ready$")
        kinds = [part.get_content_type() for part in mail.walk()]
        self.assertEqual(kinds, ["multipart/alternative", "text/plain", "text/html"])
        token = publication.sheets.get(person=self.ada).token
        whole = str(mail["Subject"]) + "".join(part.get_content() for part in list(mail.walk())[1:])
        self.assertEqual(whole.count(f"/m/{token}"), 2)
        names = {item["name"].lower() for item in publication.page["items"]}
        for private in ("knee", "meniscus", "kiln day", "squat", "wrist", *names):
            self.assertNotIn(private, whole.lower())

    def test_only_those_whose_page_changes_are_told_again(self):
        """One more on the roster: only they, and whose page that changes. A new test of Bo's wrist: only Bo.
        A longer board: everybody. One taken off: told that."""
        self.publish()
        self.assertEqual(set(self.told(1).values()), {"ready"})
        dee = self.home.person("Dee Dipper", "member")
        self.home.gym_class.people.add(dee)
        version = self.publish().version
        only = self.told(version)
        self.assertEqual(only.pop("Dee Dipper"), "ready")
        self.assertNotIn("Cy Dunnock", only)
        self.home.measure(self.bo, "wrist.extension", 40)
        version = self.publish().version
        self.assertEqual(self.told(version), {"Bo Crane": "changed"})
        self.home.session.text += "\n12 wall balls 9/6 kg"
        self.home.session.save()
        version = self.publish().version
        self.assertEqual(set(self.told(version).values()), {"changed"})
        self.assertEqual(len(self.told(version)), 4)
        self.home.gym_class.people.remove(self.bo)
        version = self.publish().version
        self.assertEqual(self.told(version)["Bo Crane"], "off")

    def test_a_newer_version_takes_the_place_of_what_waits(self):
        """Two versions before the worker comes: one mail each, of the second."""
        self.publish()
        self.home.session.text += "\n12 wall balls 9/6 kg"
        self.home.session.save()
        self.publish()
        with MailServer() as server:
            send_waiting()
        self.assertEqual(sorted(server.to()), sorted(person.email for person in self.home.members))
        self.assertTrue(all("has changed" in str(one["Subject"]) for one in server.taken))
        first = set(Delivery.objects.filter(cause="v1").values_list("state", "why"))
        self.assertEqual(first, {("dropped", "a newer version took its place")})

    def test_once_a_class_began_only_a_cancellation_goes(self):
        """A minute after the start nothing leaves but that."""
        self.publish()
        late = self.home.gym_class.starts_at + MINUTE
        with MailServer() as server:
            self.assertFalse(send_waiting(lambda: late))
            self.assertEqual(server.taken, [])
            self.assertEqual(set(states().values()), {"dropped"})
            queue(self.home.gym_class, "v9", [Message(self.ada, Delivery.Kind.CANCELLED, "/m/x")], now=late)
            send_waiting(lambda: late)
            self.assertEqual(server.to(), [self.ada.email])

    def test_who_left_is_not_written_to_and_pain_reaches_the_coach_also_after_class(self):
        """Ada leaves while hers waits: dropped. Once the class began a warning is of no use, pain is."""
        self.publish()
        self.ada.left_at = timezone.now()
        self.ada.save()
        tell_coach(self.home.gym_class, "warn-1", "not ready to go out")
        tell_coach(self.home.gym_class, "pain-1", "somebody says that something hurts", lasts=True)
        with MailServer() as server:
            send_waiting(lambda: self.home.gym_class.starts_at + MINUTE)
        (mail,) = server.taken
        self.assertIn("something hurts", str(mail["Subject"]))
        self.assertIn("left", Delivery.objects.get(person=self.ada).why)

    def test_a_gym_that_is_paused_sends_nothing_until_it_goes_on(self):
        self.publish()
        self.home.gym.paused_at = timezone.now()
        self.home.gym.save()
        with MailServer() as server:
            send_waiting()
            self.assertEqual(server.taken, [])
            self.home.gym.paused_at = None
            self.home.gym.save()
            send_waiting()
            self.assertEqual(len(server.taken), 3)

    def test_what_is_near_overtakes_the_evenings_queue(self):
        """Forty for tomorrow wait; a class in an hour changes: its mails are the first to be claimed."""
        now = timezone.now()
        far = self.home.session.classes.create(starts_at=now + datetime.timedelta(hours=14))
        near = self.home.session.classes.create(starts_at=now + datetime.timedelta(hours=1))
        people = [self.home.person(f"Member{number} Late", "member") for number in range(40)]
        queue(far, "v1", [Message(one, Delivery.Kind.READY, "/m/x") for one in people])
        queue(near, "v2", [Message(one, Delivery.Kind.CHANGED, "/m/y") for one in self.home.members])
        first = claim(timezone.now())
        self.assertEqual([row.gym_class_id for row in first[:3]], [near.pk] * 3)

    def test_quiet_hours(self):
        """Ada wants quiet from an hour ago until after the class: not told, and the row says why. Bo's end
        two hours before it: told then. Cy has none: told now."""
        now = timezone.now()
        starts = self.home.gym_class.starts_at

        def quiet(person, begins, ends):
            clocks = {"quiet_from": begins.time().replace(tzinfo=None), "quiet_to": ends.time()}
            Reach.objects.create(person=person, **clocks)

        hour = datetime.timedelta(hours=1)
        quiet(self.ada, now - hour, starts + hour)
        quiet(self.bo, now - hour, starts - 2 * hour)
        self.publish()
        rows = {row.person_id: row for row in Delivery.objects.all()}
        self.assertEqual(rows[self.ada.pk].state, "not told")
        self.assertIn("quiet", rows[self.ada.pk].why)
        self.assertAlmostEqual(rows[self.bo.pk].due_at, starts - 2 * hour, delta=MINUTE)
        self.assertAlmostEqual(rows[self.cy.pk].due_at, now, delta=MINUTE)
        shown = self.home.client().get(f"/api/classes/{self.home.gym_class.pk}/publish").json()
        found = {one["name"]: one["messages"][0]["state"] for one in shown["deliveries"]}
        self.assertEqual(found["Ada Finch"], "not told")

    def test_who_has_no_address_or_wants_no_mail_gets_none_and_the_coach_sees_it(self):
        """No row; the page says that no channel reaches them."""
        self.ada.email = ""
        self.ada.save()
        Reach.objects.create(person=self.bo, mail=False)
        self.publish()
        self.assertEqual(set(states()), {"Cy Dunnock"})
        Rule.objects.create(gym=self.home.gym, how="hours", hours=12)
        found = self.home.client().get("/api/sending").json()
        self.assertEqual(found["unreachable"], ["Ada Finch", "Bo Crane"])

    @override_settings(MAIL_READY=False)
    def test_without_a_mail_server_nothing_is_said_to_be_sent(self):
        self.publish()
        self.assertEqual(Delivery.objects.count(), 0)
        self.assertFalse(self.home.client().get("/api/sending").json()["mail"])


class Servers(TestCase):
    """A mail server that refuses, is slow, or is gone."""

    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")
        publish_class(cls.home.gym_class, cls.home.coach)

    def test_a_refusal_for_good_and_one_for_now(self):
        """550: failed, with the server's words, and not tried again. 450: tried again later, and then
        taken."""
        ada, bo, cy = self.home.members
        with MailServer() as server:
            server.refuse = {ada.email: "550 no such person", bo.email: "450 try later"}
            send_waiting()
            self.assertEqual(server.to(), [cy.email])
            self.assertEqual(states()["Ada Finch"], "failed")
            self.assertIn("550 no such person", Delivery.objects.get(person=ada).why)
            later = Delivery.objects.get(person=bo)
            self.assertEqual((later.state, later.attempts), ("queued", 1))
            self.assertIn("450", later.why)
            server.refuse = {}
            send_waiting(lambda: timezone.now() + datetime.timedelta(seconds=BACK_OFF_S[0] - 5))
            self.assertEqual(len(server.taken), 1)
            send_waiting(lambda: timezone.now() + datetime.timedelta(seconds=BACK_OFF_S[0] + 5))
            self.assertEqual(sorted(server.to()), sorted((bo.email, cy.email)))

    def test_a_server_that_is_gone_is_asked_once_a_round_and_loses_nothing(self):
        """Nobody listens: one try for three messages, which all wait; then it is back."""
        with socket.socket() as taken:
            taken.bind(("127.0.0.1", 0))
            port = taken.getsockname()[1]
            smtp = "django.core.mail.backends.smtp.EmailBackend"
            with (
                override_settings(EMAIL_BACKEND=smtp, EMAIL_HOST="127.0.0.1", EMAIL_PORT=port),
                mock.patch("smtplib.SMTP.connect", side_effect=ConnectionRefusedError) as asked,
            ):
                send_waiting()
        self.assertEqual(asked.call_count, 1)
        self.assertEqual(set(states().values()), {"queued"})
        self.assertIn("does not answer", Delivery.objects.first().why)
        with MailServer() as server:
            send_waiting(lambda: timezone.now() + 20 * MINUTE)
            self.assertEqual(len(set(server.to())), 3)

    def test_a_server_that_takes_for_ever_is_cut_off(self):
        """It holds each mail for a minute; the line is cut after half a second, and what waits waits on."""
        with MailServer() as server, mock.patch("server.delivery.channels.LONGEST_S", 0.5):
            server.wait_s = 60
            begun = timezone.now()
            send_waiting()
            self.assertLess(timezone.now() - begun, datetime.timedelta(seconds=10))
        self.assertEqual(set(states().values()), {"queued"})

    def test_settings_that_cannot_work_are_said_as_the_servers_words(self):
        """A password that is not taken is no member's fault: nothing fails for good."""
        refused = smtplib.SMTPAuthenticationError(535, b"bad credentials")
        with (
            MailServer(),
            mock.patch("smtplib.SMTP.login", side_effect=refused),
            override_settings(EMAIL_HOST_USER="gym", EMAIL_HOST_PASSWORD="wrong"),
        ):
            send_waiting()
        self.assertEqual(set(states().values()), {"queued"})
        (trouble, *_) = self.home.client().get("/api/sending").json()["troubles"]
        self.assertIn("535 bad credentials", trouble["why"])

    def test_tried_until_the_class_begins_and_then_failed(self):
        with mock.patch("smtplib.SMTP.connect", side_effect=OSError), MailServer():
            send_waiting()
            send_waiting(lambda: self.home.gym_class.starts_at + MINUTE)
        self.assertEqual(set(states().values()), {"failed"})
        self.assertIn("the class began before; the mail server does not answer", Delivery.objects.first().why)


class Texts(TestCase):
    """The adapter against a service on loopback; and the demo's stand-in."""

    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")
        for number, person in enumerate(cls.home.members):
            Reach.objects.create(person=person, mail=False, text=True, phone=f"+35385000000{number}")

    def test_each_number_once_and_a_refusal_is_told(self):
        """A JSON POST with the key and a reference; 422 for a number fails for good, 503 waits."""
        heard: list[tuple[dict, str]] = []
        answers = {"+353850000001": 422, "+353850000002": 503}

        class Service(BaseHTTPRequestHandler):
            def do_POST(self):  # the library's name
                fields = json.loads(self.rfile.read(int(self.headers["Content-Length"])))
                heard.append((fields, self.headers["Authorization"]))
                self.send_response(answers.get(fields["to"], 202))
                self.end_headers()

            def log_message(self, *_):
                """Quiet."""

        service = HTTPServer(("127.0.0.1", 0), Service)
        thread = threading.Thread(target=service.serve_forever, daemon=True)
        thread.start()
        address = f"http://127.0.0.1:{service.server_port}/messages"
        with override_settings(TEXT_READY=True, TEXT_URL=address, TEXT_KEY="k-1"):
            publish_class(self.home.gym_class, self.home.coach)
            send_waiting()
        service.shutdown()
        service.server_close()
        self.assertEqual({key for _, key in heard}, {"Bearer k-1"})
        self.assertEqual(states(), {"Ada Finch": "handed over", "Bo Crane": "failed", "Cy Dunnock": "queued"})
        (ada,) = (fields for fields, _ in heard if fields["to"].endswith("0"))
        self.assertEqual(ada["reference"], Delivery.objects.get(person=self.home.members[0]).word)
        self.assertRegex(ada["text"], r"^Kiln Row, .*: your sheet is ready\. http\S+/m/\S+$")

    def test_the_demos_outbox_stands_in_for_both(self):
        Reach.objects.update(mail=True)
        with override_settings(TEXT_READY=True):
            publish_class(self.home.gym_class, self.home.coach)
            send_waiting(channel=lambda name: Outbox())
        kinds = sorted(OutboxMessage.objects.values_list("channel", flat=True))
        self.assertEqual(kinds, ["mail"] * 3 + ["text"] * 3)
        shown = self.home.client().get("/api/outbox").json()
        self.assertEqual(len(shown), 6)
