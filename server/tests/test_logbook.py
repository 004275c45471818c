"""The log: what classes were, what answers move and what leaves no trace, before and after, files, weeks,
years."""

import csv
import datetime
import io
import json

from django.test import Client, TestCase
from django.utils import timezone

from core.documents.base import as_json
from server.blocks.starting import give_homework
from server.floor.models import Ran, Run
from server.logbook.asked import note_asked
from server.logbook.models import SessionAsked, Trial
from server.people.models import Look
from server.programme.models import GymClass, Session
from server.publishing.actions import publish_class
from server.publishing.making import make
from server.publishing.models import MemberSheet, Said
from server.tests.gyms import SmallGym

NOW = timezone.now
OVERHEAD = "A) Overhead squat 5x3 @ 80%\n\nB) 5 rounds for time\n12 overhead squats 43 kg\n400 m run"


def key(number: int) -> str:
    return f"attempt-{number:04}"


def post(client: Client, path: str, body: dict):
    return client.post(f"/api/{path}", json.dumps(body), content_type="application/json")


class Logged(TestCase):
    """A gym whose class took place two days ago: Ada was there and said something, Bo did not come."""

    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")
        cls.ada, cls.bo, _ = cls.home.members
        for days in (300, 100):
            cls.home.measure(cls.ada, "shoulder.flexion", 140)
            row = cls.ada.ranges.get(motion="shoulder.flexion", measured_on=timezone.localdate())
            row.measured_on = timezone.localdate() - datetime.timedelta(days=days)
            row.save()
        publish_class(cls.home.gym_class, cls.home.coach)
        cls.sheet = MemberSheet.objects.get(person=cls.ada)
        cls.positions = [one["position"] for one in cls.sheet.page()["positions"]]
        cls.back_to(2)
        cls.client_of = cls.home.client()

    @classmethod
    def back_to(cls, days: int):
        """The class lies so many days back."""
        at = NOW() - datetime.timedelta(days=days)
        Session.objects.filter(pk=cls.home.session.pk).update(date=timezone.localdate(at))
        GymClass.objects.filter(pk=cls.home.gym_class.pk).update(starts_at=at)
        cls.home.gym_class.refresh_from_db()
        cls.home.session.refresh_from_db()

    def say(self, value: str, number: int, position: str = "", kind: str = "felt", **more):
        row = {"kind": kind, "value": value, "position": position, "key": key(number), **more}
        row.setdefault("at", NOW().isoformat())
        return post(Client(), f"sheets/{self.sheet.token}/said", {"rows": [row]})


class Classes(Logged):
    def test_one_class_says_who_came_what_ran_and_what_was_said(self):
        """Ada said of one position, did her extras, hurts; Bo is said not to have come; a drill ran 50 of 60
        s."""
        position = self.positions[0]
        self.assertEqual(self.say("same", 1, position).status_code, 200)
        self.say("yes", 2, kind="extras")
        self.say("left wrist", 3, kind="pain")
        run = Run.objects.create(gym_class=self.home.gym_class, key="k", started_ms=1, ended_ms=2)
        Ran.objects.create(
            run=run,
            place=0,
            name="Cat arch",
            drill="cat-arch",
            section="prep",
            planned_s=60,
            ran_s=50,
            outcome="cut",
        )
        path = f"log/classes/{self.home.gym_class.pk}"
        self.assertEqual(
            post(self.client_of, f"{path}/came", {"person": self.bo.pk, "came": False}).status_code, 204
        )
        log = self.client_of.get(f"/api/{path}").json()
        people = {one["name"]: one for one in log["people"]}
        ada = people["Ada Finch"]
        self.assertEqual((ada["felt"], ada["extras"], ada["pain"]), ("same", True, "left wrist"))
        self.assertEqual(ada["felt_at"][0]["position"], position)
        self.assertIs(people["Bo Crane"]["came"], False)
        self.assertEqual(
            [(one["planned_s"], one["ran_s"], one["outcome"]) for one in log["ran"]], [(60, 50, "cut")]
        )
        line = self.client_of.get("/api/log/classes").json()["classes"][0]
        self.assertEqual((line["roster"], line["came"], line["same"], line["pain"]), (3, 2, 1, 1))
        self.assertTrue(Look.objects.filter(person=self.ada, viewer=self.home.coach, screen="log").exists())

    def test_a_position_that_was_not_asked_is_refused(self):
        """Only what the page asks about can be answered."""
        answer = self.say("same", 1, "no-such-position")
        self.assertEqual(answer.status_code, 422)
        self.assertEqual(Said.objects.count(), 0)


class Felt(Logged):
    def plan(self) -> bytes:
        """What the next class, of Ada alone, would be given."""
        session = Session.objects.create(
            gym=self.home.gym, date=timezone.localdate(), title="Kiln again", text=self.home.session.text
        )
        gym_class = GymClass.objects.create(session=session, starts_at=NOW() + datetime.timedelta(hours=4))
        gym_class.people.set([self.ada])
        made = make(gym_class, session)
        told = as_json([made.page["items"], [page["extras"] for page in made.pages.values()]])
        session.delete()
        return told

    def test_an_answer_changes_the_plan_and_putting_it_aside_restores_it_exactly(self):
        """Worse: another drill in the place of hers, no second more; put aside: byte for byte what it was;
        counting again: what it was after."""
        before = self.plan()
        for number, position in enumerate(self.positions):
            self.say("worse", number, position)
        after = self.plan()
        self.assertNotEqual(before, after)
        rows = list(Said.objects.filter(person=self.ada))
        avoided = {drill for row in rows for drill, _ in row.drills}
        extras = [json.loads(told)[1][0] for told in (before, after)]
        self.assertFalse({one["drill"] for one in extras[1]} & avoided)
        self.assertLessEqual(
            sum(one["seconds"] for one in extras[1]), sum(one["seconds"] for one in extras[0])
        )
        for row in rows:
            self.put_aside(row, True)
        self.assertEqual(self.plan(), before)
        for row in rows:
            self.put_aside(row, False)
        self.assertEqual(self.plan(), after)

    def put_aside(self, row: Said, aside: bool):
        answer = self.client_of.put(
            f"/api/answers/{row.pk}",
            json.dumps({"aside": aside}),
            content_type="application/json",
        )
        self.assertEqual(answer.status_code, 200, answer.content)

    def test_an_owner_switches_it_off_and_on(self):
        """Off: the plan is what it was before anybody said anything; on again: as it was after. A coach may
        not."""
        before = self.plan()
        for number, position in enumerate(self.positions):
            self.say("worse", number, position)
        after = self.plan()
        owner = self.home.client(self.home.person("Owner Slate", "owner"))
        for on, expected in ((False, before), (True, after)):
            body = json.dumps({"on": on})
            answer = owner.put("/api/log/felt", body, content_type="application/json")
            self.assertEqual(answer.status_code, 200)
            self.assertEqual(self.plan(), expected)
        refused = self.client_of.put("/api/log/felt", body, content_type="application/json")
        self.assertEqual(refused.status_code, 403)

    def test_same_moves_the_need_a_tenth_and_says_because_of_what(self):
        """1.1 on the day (0.975 of the tenth two days later), its cause named, and where to see it."""
        self.say("same", 1, self.positions[0])
        log = self.home.client(self.ada).get(f"/api/people/{self.ada.pk}/log").json()
        (moved,) = log["moved"]
        self.assertAlmostEqual(moved["factor"], 1 + 0.1 * 0.5 ** (2 / 56), places=3)
        self.assertEqual([cause["value"] for cause in moved["causes"]], ["same"])
        because = self.client_of.get(f"/api/log/classes/{self.home.gym_class.pk}").json()["because"]
        self.assertEqual([one["name"] for one in because], ["Ada Finch"])

    def test_tests_of_the_day_lead_to_what_they_changed(self):
        """A block's event that rests on a test of the class's day stands on that class's log, with the way
        to it."""
        self.home.measure(self.ada, "wrist.extension", 44)
        test = self.ada.ranges.order_by("-pk").first()
        test.measured_on = self.home.session.date
        test.save()
        row = give_homework(
            self.home.coach, self.ada, "wrist.extension", because={"kind": "tests", "ids": [test.pk]}
        )
        because = self.client_of.get(f"/api/log/classes/{self.home.gym_class.pk}").json()["because"]
        self.assertEqual([one["link"] for one in because], [f"/blocks/{row.block_id}"])

    def test_pain_is_put_aside_by_a_coach_alone(self):
        """A member cannot talk their own pain away; what does not move anything cannot be put aside."""
        self.say("left wrist", 1, kind="pain")
        self.say("yes", 2, kind="done")
        pain, done = Said.objects.get(kind="pain"), Said.objects.get(kind="done")
        body = json.dumps({"aside": True})
        for client, row, status in (
            (self.home.client(self.ada), pain, 403),
            (self.client_of, done, 422),
            (self.client_of, pain, 200),
            (self.home.client(self.bo), pain, 404),
        ):
            path = f"/api/answers/{row.pk}"
            self.assertEqual(client.put(path, body, content_type="application/json").status_code, status)


class Weeks(Logged):
    def test_the_weeks_count_what_there_is(self):
        """One class, three on its roster, one gone; a joint it works hard; a drill once."""
        self.home.gym_class.attending.filter(person=self.bo).update(came=False)
        log = self.client_of.get("/api/log?weeks=6").json()
        self.assertEqual((log["classes"], sum(week["came"] for week in log["weeks"])), (1, 2))
        self.assertTrue(any(week["joints"] for week in log["weeks"]))
        self.assertTrue(all(one["classes"] in (0, 1) for one in log["drills"]))
        self.assertEqual(log["unread"], 0)
        self.assertEqual(SessionAsked.objects.count(), 1)

    def test_a_changed_board_is_read_again_and_an_unchanged_one_is_not(self):
        """The note holds as long as the text does."""
        day = self.home.session.date
        note_asked(self.home.gym, day, day)
        first = SessionAsked.objects.get()
        note_asked(self.home.gym, day, day)
        self.assertEqual(SessionAsked.objects.get().told, first.told)
        Session.objects.filter(pk=self.home.session.pk).update(text="for time\n50 double unders")
        note_asked(self.home.gym, day, day)
        again = SessionAsked.objects.get()
        self.assertNotEqual(again.told, first.told)
        self.assertEqual(again.contacts, 12.5)  # 50 small hops of a quarter each

    def test_a_gym_of_nobody_has_empty_weeks_and_years(self):
        """No class, no person but the coach: everything opens and says nothing."""
        bare = SmallGym("Osier Barn")
        bare.session.delete()
        client = bare.client()
        for path in ("log", "log/classes", "year", "week/lean", "blocks", "trials", "log/file?what=said"):
            self.assertEqual(client.get(f"/api/{path}").status_code, 200, path)
        self.assertEqual(client.get("/api/log").json()["classes"], 0)

    def test_four_days_running_are_said_with_a_swap(self):
        """Overhead squats Monday to Thursday of next week and a run on Friday: shoulders four days running,
        and a swap that breaks it."""
        Session.objects.all().delete()
        monday = timezone.localdate() + datetime.timedelta(days=7 - timezone.localdate().weekday())
        texts = [OVERHEAD] * 4 + ["3000 m run for time"]
        for number, text in enumerate(texts):
            Session.objects.create(
                gym=self.home.gym,
                date=monday + datetime.timedelta(days=number),
                title=f"Day {number}",
                text=text,
            )
        lean = self.client_of.get(f"/api/week/lean?start={monday}").json()
        self.assertTrue(any(run["days"] == 4 for run in lean["runs"]), lean["runs"])
        self.assertTrue(lean["swaps"])
        self.assertTrue(lean["swaps"][0]["gains"])


class Trials(Logged):
    def reading(self, value: float, second: bool, **more) -> dict:
        return {
            "key": key(9),
            "person": self.ada.pk,
            "test": "knee-to-wall",
            "side": "left",
            "value": value,
            "at": (NOW() + datetime.timedelta(seconds=-60 + 30 * second)).isoformat(),
            "second": second,
            "gym_class": self.home.gym_class.pk,
            **more,
        }

    def test_the_first_value_is_hidden_until_the_second_is_in(self):
        """No answer holds 7.25 before; afterwards both are there, with the class's drills between; the range
        it stands for is not measured by it."""
        self.assertEqual(
            len(post(self.client_of, "trials", {"rows": [self.reading(7.25, False)]}).json()["kept"]), 1
        )
        for path in (
            "trials",
            f"people/{self.ada.pk}/log",
            f"log/classes/{self.home.gym_class.pk}",
            "log/file?what=trials",
            f"people/{self.ada.pk}/export",
        ):
            self.assertNotIn("7.25", self.client_of.get(f"/api/{path}").content.decode(), path)
        post(self.client_of, "trials", {"rows": [self.reading(9.5, True), self.reading(9.5, True)]})
        (trial,) = self.client_of.get(f"/api/people/{self.ada.pk}/log").json()["trials"]
        self.assertEqual((trial["before"], trial["after"]), (7.25, 9.5))
        newest = self.home.gym_class.publications.first()
        self.assertEqual(Trial.objects.get().between, newest.drills)
        self.assertFalse(self.ada.ranges.filter(test="knee-to-wall").exists())

    def test_what_cannot_be_is_refused_by_itself(self):
        """A second without a first, another side, out of range, a caution: each its reason, the rest is
        kept."""
        self.home.caution(self.bo, "no-floor", "knee", "balance", "ankle")
        rows = [
            self.reading(9, True, key=key(1)),
            self.reading(99, False, key=key(2)),
            self.reading(9, False, key=key(3)),
            self.reading(9, True, key=key(3), side="right"),
        ]
        answer = post(self.client_of, "trials", {"rows": rows}).json()
        self.assertEqual(answer["kept"], [key(3)])
        self.assertEqual([one["key"] for one in answer["refused"]], [key(1), key(2), key(3)])


class Files(Logged):
    def test_every_kind_as_csv_and_json_holds_the_same_rows(self):
        """As many rows, the same headings; whose data stand in it is written down."""
        self.say("same", 1, self.positions[0])
        for what in ("classes", "came", "ran", "said", "asked", "tests", "trials", "ticks"):
            text = self.client_of.get(f"/api/log/file?what={what}&form=csv").content.decode()
            found = self.client_of.get(f"/api/log/file?what={what}&form=json").json()
            rows = list(csv.reader(io.StringIO(text)))
            self.assertEqual(len(rows) - 1, len(found["rows"]), what)
            if found["rows"]:
                self.assertEqual(rows[0], list(found["rows"][0]))
        self.assertTrue(Look.objects.filter(person=self.ada, screen="export").exists())

    def test_a_year_of_a_person_and_of_the_gym(self):
        """One class this year; the year's tests by their first and last; of the gym nobody by name."""
        year = self.home.client(self.ada).get(f"/api/people/{self.ada.pk}/year").json()
        if self.home.session.date.year == year["year"]:
            self.assertEqual(sum(month["classes"] for month in year["months"]), 1)
        text = self.client_of.get("/api/year").content.decode()
        for person in self.home.members:
            self.assertNotIn(person.name, text)
