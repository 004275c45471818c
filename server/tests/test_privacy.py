"""Who may see and do what: every route by everybody it could be asked by. A route that is new and not listed
here fails."""

import datetime
import json
import re

from django.conf import settings
from django.db import transaction
from django.test import Client, TestCase, override_settings
from django.utils import timezone

from server.floor.running import Party, start_run
from server.people.models import Change, Look, Person
from server.publishing.actions import publish_class
from server.publishing.models import MemberSheet, Said
from server.tests.gyms import SmallGym, body, competition_with

# who may ask a route: anyone; whoever signed in ("account"); the person themselves and their coaches
# ("self"); coaches of
# the gym; its owners
ALLOWED = {
    "anyone": """get csrf  get health  get figures  post
        sheets/{token}/opened  get first-run  post first-run  post sign-in  post sign-in/link
        post sign-in/link/use  post password/forgotten  post password/new  post invitation  post
        invitation/accept get sheets/{token}  post sheets/{token}/said  get demo-mail
        get days/{token}  post days/{token}/opened  post days/{token}/said
        get floor/time  get floor/screen  post floor/screen
        get training/{token}  post training/{token}/ticked  put training/{token}/remind""",
    "account": """get me  post sign-out  get my-sheets  get shelf  get devices  delete devices  delete
    devices/{device_id} put password  post gyms/{gym_id}/choose  get people/choices
    get reach  put reach  post reach/feed""",
    "self": """get people/{person_id}  patch people/{person_id}  delete people/{person_id}  post
    people/{person_id}/leave get people/{person_id}/coming  post people/{person_id}/cautions  post
    people/{person_id}/bests delete people/{person_id}/{kind}/{row_id}  get people/{person_id}/export  put
    cautions/{caution_id}/end
    get people/{person_id}/log  get people/{person_id}/year  put answers/{said_id}
    get people/{person_id}/training""",
    "coach": """get find  get week  post sessions  get sessions/{session_id}  patch sessions/{session_id}
        delete sessions/{session_id}  post sessions/{session_id}/bench
        post sessions/{session_id}/next-minute  post sessions/{session_id}/shared-bar
        post sessions/{session_id}/alternatives  put sessions/{session_id}/here/{tab}
        delete sessions/{session_id}/here/{tab}  post week/review  post week/import  get lab
        post lab  get classes/{class_id}/publish  post classes/{class_id}/publish
        get classes/{class_id}/changes  post sessions/{session_id}/publish
        post sessions/{session_id}/move  post sessions/{session_id}/copy
        get classes/{class_id}/preview/{person_id}  put classes/{class_id}/instead/{person_id}
        get classes/{class_id}/roster  put classes/{class_id}/roster/{person_id}
        delete classes/{class_id}/roster/{person_id}  post classes/{class_id}/walk-in
        post sessions/{session_id}/classes  delete classes/{class_id}  delete deliveries/{sheet_id}
        get outbox  get words  post words  delete words/{word_id}  get movements  post movements
        delete movements/{slug}  get movements/file  post movements/file  get methods  post methods
        put methods/{slug}  delete methods/{slug}  get drills  get drills/{drill_id}  get place
        put place  get gym  get people  post people  get people/short/{session_id}
        post people/{person_id}/return  post people/{person_id}/invite
        post people/{person_id}/spots  post people/{person_id}/notes  get measure  post measure
        delete measure/{person_id}/{key}  post people/file/review  post people/file/import
        get people/file/roster  get people/file/tests
        get sending  get classes/{class_id}/rule  put classes/{class_id}/rule
        put sessions/{session_id}/rule  post classes/{class_id}/approve  post classes/{class_id}/cancel
        post classes/{class_id}/bring-back  post classes/{class_id}/move  post classes/{class_id}/nudge
        get classes/{class_id}/wall.svg
        get competitions  post competitions  get competitions/{competition_id}
        patch competitions/{competition_id}  delete competitions/{competition_id}
        get competitions/{competition_id}/day  post competitions/{competition_id}/heats/read
        post competitions/{competition_id}/heats/take  post competitions/{competition_id}/heats
        delete competitions/{competition_id}/heats/{heat}
        put competitions/{competition_id}/athletes/{person_id}  post competitions/{competition_id}/moves
        post competitions/{competition_id}/moves/{move_id}/undo
        post competitions/{competition_id}/publish
        get floor  post floor/classes/{class_id}/start  get floor/runs/{run_id}/orders/{version}
        post floor/runs/{run_id}/press  post floor/runs/{run_id}/shorten
        post floor/runs/{run_id}/asides/{aside_id}  post floor/runs/{run_id}/late
        get floor/runs/{run_id}/who  get classes/{class_id}/ran  get floor/screens  post floor/screens
        delete floor/screens/{screen_id}  get floor/classes/{class_id}/set-out
        post floor/classes/{class_id}/set-out/tick
        get floor/classes/{class_id}/set-out/ticks  get gym/plan
        get log  get log/classes  get log/classes/{class_id}  post log/classes/{class_id}/came  get log/file
        get week/lean  get year  get trials  post trials
        get blocks  post blocks  get blocks/choices  get blocks/{block_id}  patch blocks/{block_id}
        post blocks/{block_id}/stop  post blocks/{block_id}/people
        post enrolled/{enrolled_id}/stop  post enrolled/{enrolled_id}/resume
        put enrolled/{enrolled_id}/drill  post enrolled/{enrolled_id}/climb
        put enrolled/{enrolled_id}/level  get enrolled/{enrolled_id}/drills
        get enrolled/{enrolled_id}/events  post people/{person_id}/homework
        delete people/{person_id}/training-link""",
    "owner": """patch gym  get gym/file  put sending/rule  post sending/pause  put sending/sender
    post sending/test  put gym/plan  put log/felt""",
}
LEVELS = tuple(ALLOWED)  # each may do what stands before it
ASKERS = {  # by how far down the list each gets with the gym's own rows
    "nobody": 0,
    "left": 1,
    "other member": 1,
    "member": 2,
    "coach": 3,
    "owner": 4,
    "coach elsewhere": 1,
    "owner elsewhere": 1,
}
DENIED = (401, 403, 404)
ABOUT_THE_ASKER = (
    "post gyms/{gym_id}/choose",
    "delete devices/{device_id}",
)  # 404 is what their ids give here
BY_KEY = (
    "get sheets/{token}",
    "post sheets/{token}/said",
    "post sheets/{token}/opened",
    "get days/{token}",
    "post days/{token}/opened",
    "post days/{token}/said",
    "get training/{token}",
    "post training/{token}/ticked",
    "put training/{token}/remind",
    "get demo-mail",
)  # 404 for a word that opens nothing
NOT_A_MEMBER = (
    "delete people/{person_id}/{kind}/{row_id}",
)  # notes and spots are coaches'; its own test is below


def listed() -> dict[str, str]:
    """Route -> who may ask it."""
    return {
        " ".join(each.split()): level
        for level, text in ALLOWED.items()
        for each in re.findall(r"(?:get|post|put|patch|delete)\s+\S+", text)
    }


def published() -> set[str]:
    schema = json.loads((settings.ROOT / "web" / "src" / "api" / "openapi.json").read_text(encoding="utf-8"))
    return {
        f"{method} {path.removeprefix('/api/')}"
        for path, methods in schema["paths"].items()
        for method in methods
    }


def elsewhere(asker: str, route: str) -> bool:
    """Whether somebody of another gym asks what names no row of this one."""
    rows = (
        "session_id",
        "class_id",
        "person_id",
        "sheet_id",
        "caution_id",
        "competition_id",
        "run_id",
        "said_id",
    )
    return asker.endswith("elsewhere") and not any(f"{{{row}}}" in route for row in rows)


class Matrix(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home, cls.away = SmallGym("Kiln Row"), SmallGym("Osier Barn")
        cls.member, cls.other, left = cls.home.members
        cls.member.name = "Hidden Heron"
        cls.member.save()
        cls.home.gym_class.people.set([cls.member, cls.other])
        left.left_at = timezone.now()
        left.save()
        cls.people = {
            "left": left,
            "member": cls.member,
            "other member": cls.other,
            "coach": cls.home.coach,
            "owner": cls.home.person("Owner Slate", "owner"),
            "coach elsewhere": cls.away.coach,
            "owner elsewhere": cls.away.person("Owner Osier", "owner"),
        }
        cls.home.caution(cls.member, "wrist", note="Broke it in spring.")
        cls.theirs = cls.member.cautions.get()  # the coaches' word; a member ends only their own
        own = cls.member.cautions.create(caution="knee", since="2026-01-01", noted_by=cls.member)
        publish_class(cls.home.gym_class, cls.home.coach)
        competing = competition_with(cls.home, [cls.member, cls.other])
        cls.ids = {
            "competition_id": competing.pk,
            "run_id": start_run(Party(cls.home.gym.pk, cls.home.coach), cls.home.gym_class, "attempt-1").pk,
            "session_id": cls.home.session.pk,
            "class_id": cls.home.gym_class.pk,
            "person_id": cls.member.pk,
            "sheet_id": MemberSheet.objects.get(person=cls.member).pk,
            "caution_id": own.pk,
            "gym_id": cls.home.gym.pk,
            "kind": "bests",
            "said_id": Said.objects.create(
                gym_class=cls.home.gym_class,
                person=cls.member,
                kind="felt",
                value="same",
                key="k",
                said_at=timezone.now(),
            ).pk,
            "row_id": cls.member.bests.create(movement="press", kg=40, lifted_on="2026-01-01").pk,
            "key": "none-such",
            "tab": "a-tab-of-theirs",
        }

    def ask(self, route: str, asker: str):
        method, path = route.split()
        where = "/api/" + re.sub(r"\{(\w+)\}", lambda name: str(self.ids.get(name[1], "1")), path)
        person = self.people.get(asker)
        client = self.home.client(person) if person else Client()
        data = None if method == "get" else "{}"
        with transaction.atomic():
            answer = getattr(client, method)(where, data, content_type="application/json")
            transaction.set_rollback(True)  # what was done is undone for the next
        return answer

    def test_every_route_is_listed(self):
        """No address added later can be left out, and none that went stays."""
        self.assertEqual(published(), set(listed()))

    def test_everybody_gets_as_far_as_they_may_and_no_further(self):
        """Each route by eight askers: refused with 401, 403 or 404 beyond what they may; else answered or
        asked for better input."""
        for route, level in listed().items():
            for asker, reach in ASKERS.items():
                status = self.ask(route, asker).status_code
                told = f"{route} by {asker}: {status}"
                self.assertLess(status, 500, told)
                if elsewhere(asker, route):
                    continue  # it is of their own gym what they ask then
                if LEVELS.index(level) > reach:
                    # bad input may be said before anything is looked up; it never holds anything of the gym
                    self.assertIn(status, (*DENIED, 422), told)
                elif route not in (*ABOUT_THE_ASKER, *BY_KEY) and not (
                    asker == "left" and level == "account"
                ):
                    self.assertFalse(status in (401, 403), told)

    def test_nothing_of_a_person_reaches_who_may_not_see_it(self):
        """Every answer to a refused asker holds neither the note, nor a name, nor an address."""
        for route, level in listed().items():
            if level in ("self", "coach", "owner"):
                for asker in ("nobody", "left", "other member", "coach elsewhere", "owner elsewhere"):
                    text = self.ask(route, asker).content.decode()
                    for private in ("Broke it", self.member.name, self.member.email):
                        self.assertNotIn(private, text, f"{route} by {asker}")

    def test_a_member_cannot_write_what_is_the_coaches(self):
        """Name, role, groups and cautions' ends stay; the body may be put right; a coach's private note is
        not shown."""
        client = self.home.client(self.member)
        path = f"/api/people/{self.member.pk}"
        for fields in (
            {"name": "X"},
            {"role": "owner"},
            {"adaptive": []},
            {"groups": ["a"]},
            {"email": "x@y.example"},
        ):
            body = json.dumps({"version": 1, **fields})
            self.assertEqual(
                client.patch(path, body, content_type="application/json").status_code, 403, fields
            )
        body = json.dumps({"version": 1, "height_m": 1.71})
        self.assertEqual(client.patch(path, body, content_type="application/json").json()["height_m"], 1.71)
        ended = json.dumps({"until": "2026-01-01"})
        end = client.put(f"/api/cautions/{self.theirs.pk}/end", ended, content_type="application/json")
        self.assertEqual(end.status_code, 403)
        coach = self.home.client()
        for private in (True, False):
            note = json.dumps({"text": f"private {private}", "private": private})
            coach.post(f"{path}/notes", note, content_type="application/json")
        self.assertEqual([one["text"] for one in client.get(path).json()["notes"]], ["private False"])
        note_id = coach.get(path).json()["notes"][0]["id"]
        self.assertEqual(client.delete(f"{path}/notes/{note_id}").status_code, 403)


class Trail(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")
        cls.ada = cls.home.members[0]
        cls.owner = cls.home.person("Owner Slate", "owner")

    def test_a_row_for_each_viewer_person_screen_and_day(self):
        """Three looks at one page are one row; another screen or viewer is another; one's own look is
        none."""
        client, path = self.home.client(), f"/api/people/{self.ada.pk}"
        for _ in range(3):
            client.get(path)
        client.get("/api/people")
        self.home.client(self.owner).get(path)
        self.home.client(self.ada).get(path)
        rows = Look.objects.filter(person=self.ada).values_list("viewer__name", "screen")
        self.assertEqual(
            sorted(rows), [("Coach Marl", "people"), ("Coach Marl", "person"), ("Owner Slate", "person")]
        )

    def test_every_screen_that_shows_a_body_is_written_down(self):
        """The Bench of a class, a preview, the lab, a roster, measuring and a file: each a row for Ada."""
        client, gym_class, session = self.home.client(), self.home.gym_class, self.home.session
        ask = json.dumps(body(session, class_id=gym_class.pk))
        client.post(f"/api/sessions/{session.pk}/bench", ask, content_type="application/json")
        client.post("/api/lab", json.dumps({"person_id": self.ada.pk}), content_type="application/json")
        for path in (
            f"classes/{gym_class.pk}/preview/{self.ada.pk}",
            f"classes/{gym_class.pk}/roster",
            "measure",
            f"people/{self.ada.pk}/export",
        ):
            self.assertEqual(client.get(f"/api/{path}").status_code, 200, path)
        seen = set(Look.objects.filter(person=self.ada).values_list("screen", flat=True))
        self.assertEqual(seen, {"bench", "lab", "preview", "roster", "measure", "export"})

    def test_the_person_and_the_owner_see_the_trail_and_a_coach_does_not(self):
        """Who looked and what kind of thing changed, never what it said."""
        client, path = self.home.client(), f"/api/people/{self.ada.pk}"
        body = json.dumps({"caution": "knee", "note": "Torn meniscus."})
        client.post(f"{path}/cautions", body, content_type="application/json")
        client.patch(path, json.dumps({"version": 1, "mass_kg": 61}), content_type="application/json")
        for who in (self.ada, self.owner):
            found = self.home.client(who).get(path).json()
            self.assertEqual([one["what"] for one in found["changes"]], ["body data", "caution written down"])
        self.assertIsNone(client.get(path).json()["changes"])
        self.assertFalse(Change.objects.filter(what__contains="meniscus").exists())

    @override_settings(MAIL_READY=True)
    def test_who_left_is_out_at_once_and_back_with_everything(self):
        """The next request of somebody who left is refused, their place in classes to come is empty, their
        link too; taken back, all of it is there."""
        member, coach = self.home.client(self.ada), self.home.client()
        publish_class(self.home.gym_class, self.home.coach)
        token = MemberSheet.objects.get(person=self.ada).token
        path = f"/api/people/{self.ada.pk}"
        self.assertEqual(member.get(path).status_code, 200)
        coach.post(f"{path}/leave")
        self.assertEqual(
            [member.get(one).status_code for one in (path, "/api/me", "/api/my-sheets")], [403] * 3
        )
        self.assertEqual(Client().get(f"/api/sheets/{token}").status_code, 410)
        self.assertFalse(self.home.gym_class.people.filter(pk=self.ada.pk).exists())
        coach.post(f"{path}/return")
        self.assertEqual(member.get(path).json()["ranges"][0]["motion"], "wrist.extension")

    def test_erased_is_gone_everywhere(self):
        """Rows, sheets and messages go, the class's own record names nobody, and the account goes with its
        last row."""
        publish_class(self.home.gym_class, self.home.coach)
        account, name = self.ada.account, self.ada.name
        self.assertEqual(self.home.client().delete(f"/api/people/{self.ada.pk}").status_code, 204)
        self.assertFalse(Person.objects.filter(name=name).exists())
        self.assertFalse(type(account).objects.filter(pk=account.pk).exists())
        left = json.dumps([[one.page, one.words] for one in self.home.gym_class.publications.all()])
        self.assertNotIn(name, left)
        self.assertEqual(MemberSheet.objects.filter(own__name=name).count(), 0)
        self.assertEqual(
            self.home.client().get(f"/api/classes/{self.home.gym_class.pk}/publish").status_code, 200
        )

    def test_a_caution_holds_from_its_day_to_its_last(self):
        """By hand: noted from the 10th to the 20th it holds on both and on neither side of them."""
        day = datetime.date(2026, 3, 10)
        self.ada.cautions.create(caution="knee", since=day, until=day + datetime.timedelta(days=10))
        held = [self.ada.value(datetime.date(2026, 3, each)).cautions for each in (9, 10, 20, 21)]
        self.assertEqual(held, [(), ("knee",), ("knee",), ()])
