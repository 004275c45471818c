"""Ways in and out: the first run, invitations, one-time links, passwords, devices, and one account in two
gyms."""

import datetime
import json
import re
import smtplib
import traceback
from unittest import mock

from django.core import mail
from django.core.management import CommandError, call_command
from django.test import Client, TestCase
from django.utils import timezone
from procrastinate.contrib.django import app
from procrastinate.contrib.django.models import ProcrastinateJob

from server.accounts.links import NEW_PASSWORD, SIGN_IN, link_for
from server.accounts.mail import NotLeft
from server.accounts.models import Account, SignIn
from server.gym.first import first_code
from server.gym.models import Gym
from server.people.models import Invitation, Person
from server.programme.models import GymClass
from server.tests.gyms import PASSWORD, SmallGym

FIRST = {
    "gym": {"name": "Kiln Row", "place": "Osier", "timezone": "Europe/Dublin", "unit": "lb"},
    "name": "Owner Slate",
    "email": "Owner@Kiln.example",
    "password": "a-long-and-plain-one",
}


def send(client, method, path, /, **body):
    return getattr(client, method)(f"/api/{path}", json.dumps(body), content_type="application/json")


def word_of(message) -> str:
    """The word of the link in a mail."""
    return re.search(r"#(\S+)", message.body)[1]


class FirstRun(TestCase):
    def test_the_first_gym_is_made_by_who_started_the_server(self):
        """Without the code nobody can; with it the gym stands, its owner is signed in, and it cannot be done
        twice."""
        client = Client()
        self.assertTrue(client.get("/api/first-run").json()["needed"])
        wrong = send(client, "post", "first-run", code="guess", **FIRST)
        self.assertEqual((wrong.status_code, json.loads(wrong.content)["field"]), (422, "code"))
        self.assertFalse(Gym.objects.exists())
        me = send(client, "post", "first-run", code=f" {first_code().upper()} ", **FIRST)
        self.assertEqual((me.status_code, me.json()["role"], me.json()["unit"]), (201, "owner", "lb"))
        self.assertEqual(client.get("/api/week").json()["timezone"], "Europe/Dublin")
        self.assertFalse(client.get("/api/first-run").json()["needed"])
        again = send(Client(), "post", "first-run", code=first_code(), **FIRST)
        self.assertEqual((again.status_code, json.loads(again.content)["field"]), (422, "code"))
        self.assertEqual(Gym.objects.count(), 1)

    def test_what_cannot_be_is_said_at_its_place_and_nothing_is_made(self):
        """A zone that is none, an easy password, one's own name as one."""
        gym = FIRST["gym"]
        for field, sent in (
            ("gym.timezone", {"gym": {**gym, "timezone": "Mars/Olympus"}}),
            ("password", {"password": "password123"}),
            ("password", {"password": "owner-slate"}),
        ):
            answer = send(Client(), "post", "first-run", code=first_code(), **{**FIRST, **sent})
            self.assertEqual((answer.status_code, json.loads(answer.content)["field"]), (422, field), sent)
        self.assertFalse(Gym.objects.exists() or Account.objects.exists() or Person.objects.exists())

    def test_the_command_line_makes_gyms_and_invites(self):
        """A gym whose owner joins by the printed link; a second gym of the same owner needs no invitation; a
        coach."""
        said = mock.Mock()
        call_command(
            "gym", "create", "Kiln Row", "--owner", "Ada", "--email", "ada@kiln.example", stdout=said
        )
        printed = "".join(call.args[0] for call in said.write.call_args_list)
        word = re.search(r"#(\S+)", printed)[1]
        client = Client()
        joined = send(client, "post", "invitation/accept", token=word, password="chalk-on-slate", agrees=True)
        self.assertEqual((joined.status_code, joined.json()["role"]), (200, "owner"))
        call_command(
            "gym", "create", "Osier Barn", "--owner", "Ada", "--email", "ada@kiln.example", stdout=said
        )
        self.assertEqual(
            [gym["name"] for gym in client.get("/api/me").json()["gyms"]], ["Kiln Row", "Osier Barn"]
        )
        with self.assertRaisesMessage(CommandError, "Say which gym"):
            call_command("gym", "invite", "bo@kiln.example", "--name", "Bo", stdout=said)
        arguments = ("bo@kiln.example", "--name", "Bo", "--role", "coach", "--gym", "Osier Barn")
        call_command("gym", "invite", *arguments, stdout=said)
        self.assertEqual(Person.objects.get(name="Bo").gym.name, "Osier Barn")


class Invitations(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")
        cls.new = Person.objects.create(gym=cls.home.gym, name="New Heron", email="heron@kiln.example")

    def invite(self, person=None, client=None):
        return send(client or self.home.client(), "post", f"people/{(person or self.new).pk}/invite")

    def test_somebody_joins_by_mail(self):
        """The mail's subject names nothing; the link shows who and where; joined, they see their own and are
        in the list as somebody with an account; the link is used up."""
        self.assertEqual(self.invite().status_code, 201)
        (message,) = mail.outbox
        self.assertEqual(message.to, ["heron@kiln.example"])
        self.assertNotIn("Heron", message.subject)
        client, word = Client(), word_of(message)
        offer = send(client, "post", "invitation", token=word).json()
        self.assertEqual(
            (offer["gym"], offer["name"], offer["has_account"]), ("Kiln Row", "New Heron", False)
        )
        for sent, field in (
            ({"agrees": False}, "agrees"),
            ({"agrees": True, "password": "short"}, "password"),
        ):
            answer = send(
                client, "post", "invitation/accept", token=word, **{"password": "chalk-on-slate", **sent}
            )
            self.assertEqual(json.loads(answer.content)["field"], field)
        joined = send(client, "post", "invitation/accept", token=word, password="chalk-on-slate", agrees=True)
        self.assertEqual(joined.json()["name"], "New Heron")
        self.assertEqual(client.get(f"/api/people/{self.new.pk}").status_code, 200)
        self.assertEqual(send(Client(), "post", "invitation", token=word).status_code, 410)
        listed = {
            row["name"]: row["standing"] for row in self.home.client().get("/api/people").json()["people"]
        }
        self.assertEqual(listed["New Heron"], "account")

    def test_a_link_ends_with_time_with_another_and_with_leaving(self):
        """After two weeks, when a new one was sent, and when the person left: 410 each."""
        self.invite()
        self.invite()
        first, second = (word_of(message) for message in mail.outbox)
        ask = lambda word: send(Client(), "post", "invitation", token=word).status_code  # noqa: E731
        self.assertEqual((ask(first), ask(second), ask("x" * 24)), (410, 200, 410))
        late = timezone.now() + datetime.timedelta(days=15)
        with mock.patch("server.people.models.timezone.now", return_value=late):
            self.assertEqual(ask(second), 410)
        self.home.client().post(f"/api/people/{self.new.pk}/leave")
        self.assertEqual(ask(second), 410)
        self.assertFalse(Invitation.objects.filter(digest__in=[first, second]).exists())  # only their digests

    def test_an_account_joins_a_second_gym_and_is_asked_which(self):
        """A coach elsewhere with an account joins as a member: their password is asked for, a wrong one opens
        nothing; each request is for one gym, the one it names, and never for one they are not in."""
        away = SmallGym("Osier Barn")
        guest = Person.objects.create(gym=self.home.gym, name="Guest Marl", email=away.coach.email)
        self.invite(guest)
        word = word_of(mail.outbox[0])
        client = Client()
        self.assertTrue(send(client, "post", "invitation", token=word).json()["has_account"])
        wrong = send(client, "post", "invitation/accept", token=word, password="not-that-one", agrees=True)
        self.assertEqual(wrong.status_code, 401)
        joined = send(client, "post", "invitation/accept", token=word, password=PASSWORD, agrees=True)
        self.assertEqual((joined.json()["gym"], joined.json()["role"]), ("Kiln Row", "member"))
        here, there = str(self.home.gym.pk), str(away.gym.pk)
        self.assertEqual(client.get("/api/week", headers={"X-Gym": here}).status_code, 403)
        week = client.get("/api/week", headers={"X-Gym": there})
        self.assertEqual(week.status_code, 200)
        self.assertEqual(client.get("/api/me").json()["gym"], "Kiln Row")  # the one last chosen
        self.assertEqual(send(client, "post", f"gyms/{there}/choose").json()["role"], "coach")
        self.assertEqual(client.get("/api/me").json()["gym"], "Osier Barn")
        stranger = SmallGym("Third Place")
        self.assertEqual(client.get("/api/me", headers={"X-Gym": str(stranger.gym.pk)}).status_code, 403)
        self.assertEqual(send(client, "post", f"gyms/{stranger.gym.pk}/choose").status_code, 404)

    def test_who_may_invite_whom(self):
        """Members nobody; coaches members; coaches of an owner's choice only."""
        coach = Person.objects.create(
            gym=self.home.gym, name="Coach New", role="coach", email="c@kiln.example"
        )
        self.assertEqual(self.invite(client=self.home.client(self.home.members[0])).status_code, 403)
        self.assertEqual(self.invite(coach).status_code, 403)
        self.assertEqual(
            self.invite(coach, self.home.client(self.home.person("Owner Slate", "owner"))).status_code, 201
        )
        nobody = Person.objects.create(gym=self.home.gym, name="No Address")
        refused = self.invite(nobody)
        self.assertEqual((refused.status_code, json.loads(refused.content)["field"]), (422, "email"))
        self.assertEqual(self.invite(self.home.members[0]).status_code, 422)


class Links(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")
        cls.ada = cls.home.members[0]

    def test_a_mailed_link_signs_in_once(self):
        """Then it is used up, by whoever has it; two uses at once are one; spoiled or of another kind it is
        none."""
        send(Client(), "post", "sign-in/link", email=f" {self.ada.email.upper()} ")
        word = word_of(mail.outbox[0])
        self.assertEqual(
            send(Client(), "post", "password/new", token=word, password="x" * 12).status_code, 410
        )
        client = Client()
        self.assertEqual(send(client, "post", "sign-in/link/use", token=word).json()["name"], "Ada Finch")
        self.assertEqual(client.get("/api/my-sheets").status_code, 200)
        self.assertEqual(send(Client(), "post", "sign-in/link/use", token=word).status_code, 410)
        link = link_for(Account.objects.get(pk=self.ada.account_id), SIGN_IN).split("#")[1]
        self.assertEqual(send(Client(), "post", "sign-in/link/use", token=link[:-2]).status_code, 410)
        self.assertEqual(send(Client(), "post", "sign-in/link/use", token=link).status_code, 200)

    def test_nobody_learns_who_has_an_account(self):
        """The same answer for an address nobody has, and no mail; a second request within a minute sends
        none."""
        answers = [
            send(Client(), "post", path, email=email).content
            for path in ("sign-in/link", "password/forgotten")
            for email in ("nobody@kiln.example", self.ada.email)
        ]
        self.assertEqual(len(set(answers)), 1)
        self.assertEqual(len(mail.outbox), 1)

    def test_what_a_stopped_server_asked_for_still_leaves(self):
        """Outside tests a mail is a job: nobody's address, link or word stands in it, an address that nobody
        has makes one too, and whoever does the job makes a link that opens. A mail server that refuses fails
        the job, which is tried again; its trace has no address in it."""
        new = Person.objects.create(gym=self.home.gym, name="New Heron", email="heron@kiln.example")
        with self.settings(TESTING=False):
            for email in (self.ada.email, "nobody@kiln.example"):
                send(Client(), "post", "sign-in/link", email=email)
            self.assertEqual(send(self.home.client(), "post", f"people/{new.pk}/invite").status_code, 201)
        self.assertEqual(mail.outbox, [])
        first, nobodys, invitation = ProcrastinateJob.objects.order_by("pk")
        self.assertEqual(first.args, {"account_id": self.ada.account_id, "purpose": SIGN_IN})
        self.assertEqual(nobodys.args, {"account_id": 0, "purpose": SIGN_IN})
        self.assertEqual(list(invitation.args), ["invitation_id"])
        tasks = {task.name: task for task in app.tasks.values()}
        for job in (first, nobodys, invitation):
            tasks[job.task_name](**job.args)
        link, joining = mail.outbox
        self.assertEqual(send(Client(), "post", "sign-in/link/use", token=word_of(link)).status_code, 200)
        self.assertEqual(send(Client(), "post", "invitation", token=word_of(joining)).status_code, 200)
        refused = smtplib.SMTPRecipientsRefused({self.ada.email: (550, b"no")})
        sending = mock.patch("django.core.mail.EmailMessage.send", side_effect=refused)
        with sending, self.assertRaises(NotLeft) as caught:
            tasks[first.task_name](**first.args)
        self.assertNotIn(self.ada.email, "".join(traceback.format_exception(caught.exception)))
        self.assertIsNotNone(tasks[first.task_name].retry_strategy)

    def test_a_new_password_signs_every_device_out(self):
        """By link: an easy one is refused and the link still opens; then the old password and the old device
        are out."""
        old = self.home.client(self.ada)
        word = link_for(self.ada.account, NEW_PASSWORD).split("#")[1]
        client = Client()
        weak = send(client, "post", "password/new", token=word, password="password123")
        self.assertEqual((weak.status_code, json.loads(weak.content)["field"]), (422, "password"))
        self.assertEqual(
            send(client, "post", "password/new", token=word, password="flint-and-chalk").status_code, 200
        )
        self.assertEqual((client.get("/api/me").status_code, old.get("/api/me").status_code), (200, 401))
        self.assertEqual(
            send(Client(), "post", "password/new", token=word, password="flint-and-stone").status_code, 410
        )
        self.assertEqual(
            send(Client(), "post", "sign-in", email=self.ada.email, password=PASSWORD).status_code, 401
        )

    def test_devices_are_listed_and_ended(self):
        """Two browsers by what they are; one ends the other, then all end; nobody ends a stranger's; the list
        opens none."""
        agents = {
            "phone": "Mozilla/5.0 (iPhone; CPU) Safari/604",
            "desk": "Mozilla/5.0 (X11; Linux x86_64) Firefox/140",
        }
        clients = {}
        for name, agent in agents.items():
            clients[name] = Client(headers={"User-Agent": agent})
            send(clients[name], "post", "sign-in", email=self.ada.email, password=PASSWORD)
        stranger = self.home.client()
        found = clients["desk"].get("/api/devices").json()
        self.assertEqual({one["device"] for one in found}, {"Safari on iPhone", "Firefox on Linux"})
        keys = set(SignIn.objects.values_list("session_key", flat=True))
        self.assertFalse(keys & {one["id"] for one in found})
        phone = next(one["id"] for one in found if not one["this"])
        self.assertEqual(stranger.delete(f"/api/devices/{phone}").status_code, 404)
        self.assertEqual(clients["desk"].delete(f"/api/devices/{phone}").status_code, 204)
        self.assertEqual([clients[name].get("/api/me").status_code for name in ("phone", "desk")], [401, 200])
        clients["desk"].delete("/api/devices")
        self.assertEqual(clients["desk"].get("/api/me").status_code, 401)
        self.assertEqual(stranger.get("/api/me").status_code, 200)

    def test_a_password_is_changed_with_the_one_before(self):
        """A wrong one changes nothing; the right one signs the other devices out and keeps this."""
        here, other = self.home.client(self.ada), self.home.client(self.ada)
        wrong = send(here, "put", "password", current="not-that-one", password="flint-and-chalk")
        self.assertEqual(wrong.status_code, 401)
        self.assertEqual(
            send(here, "put", "password", current=PASSWORD, password="flint-and-chalk").status_code, 204
        )
        self.assertEqual((here.get("/api/me").status_code, other.get("/api/me").status_code), (200, 401))


class Settled(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")
        cls.owner = cls.home.person("Owner Slate", "owner")

    def test_class_times_make_the_classes_of_new_sessions(self):
        """Two on Tuesdays: a session on one gets both, each with the people and coach of the latest at its
        time; a Wednesday gets none. In October's change of clocks 06:15 stays 06:15."""
        Gym.objects.filter(pk=self.home.gym.pk).update(timezone="Europe/Dublin")
        client = self.home.client(self.owner)
        times = [{"weekday": 1, "starts": clock, "coach": None} for clock in ("06:15:00", "17:30:00")]
        self.assertEqual(send(client, "patch", "gym", version=1, times=times).status_code, 200)
        first = send(client, "post", "sessions", date="2026-10-20", title="A", text="5 burpees").json()
        GymClass.objects.get(pk=first["classes"][0]["id"]).people.set(self.home.members)
        later = send(client, "post", "sessions", date="2026-10-27", title="B", text="5 burpees").json()
        self.assertEqual(
            [(one["starts_at"], one["people"]) for one in later["classes"]],
            [("2026-10-27T06:15:00Z", 3), ("2026-10-27T17:30:00Z", 0)],
        )
        self.assertEqual(first["classes"][0]["starts_at"], "2026-10-20T05:15:00Z")
        other = send(client, "post", "sessions", date="2026-10-28", title="C", text="5 burpees").json()
        self.assertEqual(other["classes"], [])

    def test_a_pasted_week_shows_and_gets_the_gyms_class_times(self):
        """A Tuesday of a gym with one class on Tuesdays, taken by Coach Marl: in the review, counted, and
        made."""
        slot = {"weekday": 1, "starts": "06:15:00", "coach": self.home.coach.pk}
        client = self.home.client(self.owner)
        send(client, "patch", "gym", version=1, times=[slot])
        week = {"text": "2026-10-20: A\n5 burpees\n\n2026-10-21: B\n5 burpees", "monday": "2026-10-19"}
        days = send(client, "post", "week/review", **week).json()["days"]
        self.assertEqual([len(day["times"]) for day in days], [1, 0])
        self.assertEqual(send(client, "post", "week/import", **week).json()["classes"], 1)
        made = GymClass.objects.get(session__title="A")
        self.assertEqual((made.coach, str(made.starts_at)), (self.home.coach, "2026-10-20 06:15:00+00:00"))

    def test_what_cannot_be_settled_is_said_and_two_at_once_are_told(self):
        """Unknown zone and method, a coach of another gym, two classes at one time; the second of two owners
        is stale; coaches may look only."""
        client, away = self.home.client(self.owner), SmallGym("Osier Barn")
        slot = {"weekday": 1, "starts": "06:15:00", "coach": None}
        for field, sent in (
            ("timezone", {"timezone": "Mars/Olympus"}),
            ("method", {"method": "none-such"}),
            ("times", {"times": [slot, slot]}),
            ("times", {"times": [{**slot, "coach": away.coach.pk}]}),
        ):
            answer = send(client, "patch", "gym", version=1, **sent)
            self.assertEqual((answer.status_code, json.loads(answer.content)["field"]), (422, field), sent)
        self.assertEqual(
            send(client, "patch", "gym", version=1, name="Kiln Street").json()["name"], "Kiln Street"
        )
        stale = send(client, "patch", "gym", version=1, name="Kiln Lane")
        self.assertEqual((stale.status_code, stale.json()["stands"]["name"]), (409, "Kiln Street"))
        self.assertEqual(self.home.client().get("/api/gym").json()["name"], "Kiln Street")

    def test_a_gym_keeps_an_owner(self):
        """The only owner can neither step down, nor leave, nor be erased; with another each can be."""
        client, path = self.home.client(self.owner), f"people/{self.owner.pk}"
        for answer in (
            send(client, "patch", path, version=1, role="coach"),
            send(client, "post", f"{path}/leave"),
            client.delete(f"/api/{path}"),
        ):
            self.assertEqual((answer.status_code, json.loads(answer.content)["field"]), (422, "role"))
        coach = f"people/{self.home.coach.pk}"
        self.assertEqual(send(client, "patch", coach, version=1, role="owner").json()["role"], "owner")
        self.assertEqual(send(client, "post", f"{path}/leave").status_code, 200)
        self.assertEqual(client.get("/api/me").status_code, 403)
