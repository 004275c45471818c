"""Homework and blocks: given, ticked, judged, ended; cautions by every way in; nobody's but theirs."""

import datetime
import json

from django.core import mail
from django.test import Client, TestCase, override_settings
from django.utils import timezone

from core.blocks.values import BlockRefused
from core.catalog import load_catalog
from core.hazards import hazards_of
from server.blocks.actions import change_drill, take_up_again
from server.blocks.courses import open_in, running
from server.blocks.jobs import look_at_blocks
from server.blocks.models import BlockEvent, Enrolled, Ticked, TrainingPage
from server.blocks.reminding import remind
from server.blocks.rules import give_by_rule, settle
from server.blocks.starting import BlockIn, give_homework, let_in, level_of, start_block
from server.delivery.models import Delivery
from server.delivery.sending import claim
from server.logbook.jobs import read_boards
from server.logbook.models import SessionAsked
from server.people.models import Group, MeasuredRange
from server.programme.models import GymClass, Session, WeeklyClass
from server.publishing.actions import publish_class
from server.publishing.models import MemberSheet
from server.tests.gyms import SmallGym
from server.whole.bring import bring_gym
from server.whole.write import gym_document

CATALOG = load_catalog()
ANKLE = "ankle.dorsiflexion"


def days(count: int) -> datetime.timedelta:
    return datetime.timedelta(days=count)


class Blocks(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")
        cls.ada, cls.bo, cls.cy = cls.home.members
        cls.today = cls.home.gym.today()

    def block(self, aim="jump", **fields):
        given = {
            "aim": aim,
            "name": "",
            "starts_on": self.today,
            "weeks": 6,
            "weekdays": (0, 2, 4),
            "people": tuple(one.pk for one in self.home.members),
            **fields,
        }
        return start_block(self.home.coach, BlockIn(**given))


def ankle(person, cm: float, on: datetime.date):
    """One reading at the wall, both sides alike."""
    for side in ("left", "right"):
        MeasuredRange.objects.create(
            person=person, motion=ANKLE, value=cm, side=side, test="knee-to-wall", measured_on=on
        )


class Starting(Blocks):
    def test_who_it_is_not_for_is_left_out_with_the_reason(self):
        """Bo must not jump: two are in, Bo is named; of nobody it is refused at the people."""
        self.home.caution(self.bo, "no-impact")
        started = self.block()
        self.assertEqual(
            [(one.name, one.why) for one in started.left_out],
            [("Bo Crane", "a caution stands against jumps")],
        )
        self.assertEqual(started.block.enrolled.count(), 2)
        for fields in ({"people": ()}, {"people": (self.bo.pk,)}):
            with self.assertRaises(BlockRefused) as refused:
                self.block(**fields)
            self.assertEqual(refused.exception.field, "people")

    def test_a_caution_written_down_later_empties_the_days(self):
        """No jump by any day once it holds, for whoever has it."""
        self.block()
        self.home.caution(self.ada, "no-impact")
        for one in running(self.home.gym, list(open_in(self.home.gym))):
            work = [each.drill for day in one.course.days for each in day.work]
            self.assertEqual(bool(work), one.row.person != self.ada)
            self.assertFalse(one.row.person == self.ada and any(hazards_of(each, CATALOG) for each in work))

    def test_a_group_and_who_came_to_it_since(self):
        """Two of a group begin; the third is brought in by one touch."""
        group = Group.objects.create(gym=self.home.gym, name="Mornings")
        group.people.set([self.ada, self.bo])
        block = self.block(people=(), group=group.pk).block
        self.assertEqual(block.enrolled.count(), 2)
        group.people.add(self.cy)
        self.assertEqual(let_in(self.home.coach, block.pk, ()), [])
        self.assertEqual(block.enrolled.count(), 3)

    def test_two_stubborn_areas_at_the_most(self):
        """A third is refused, whichever way it comes."""
        for motion in (ANKLE, "hip.flexion"):
            give_homework(self.home.coach, self.ada, motion)
        with self.assertRaises(BlockRefused):
            give_homework(self.home.coach, self.ada, "wrist.extension")
        with self.assertRaises(BlockRefused):
            self.block("range", motions=("wrist.extension",), people=(self.ada.pk,))
        row = Enrolled.objects.filter(person=self.ada).first()
        row.ended = "stopped"
        row.save()
        give_homework(self.home.coach, self.ada, "wrist.extension")
        with self.assertRaises(BlockRefused):
            take_up_again(self.home.coach, row.pk)

    def test_up_a_level_after_a_whole_block_without_pain(self):
        """Everyone begins as a beginner; a whole block lifts, pain does not."""
        self.assertEqual(level_of(self.ada), "beginner")
        row = self.block(people=(self.ada.pk,)).block.enrolled.get()
        for ended, level in (("pain", "beginner"), ("done", "intermediate")):
            row.ended = ended
            row.save()
            self.assertEqual(level_of(self.ada), level)


class Ticking(Blocks):
    def tick(self, token: str, rows: list[dict]):
        full = [
            {
                "on": self.today.isoformat(),
                "value": "yes",
                "at": timezone.now().isoformat(),
                "key": f"tick-{n:05}",
                **row,
            }
            for n, row in enumerate(rows)
        ]
        body = json.dumps({"rows": full})
        return Client().post(f"/api/training/{token}/ticked", body, content_type="application/json")

    def test_each_word_is_kept_once_and_the_last_of_a_day_holds(self):
        """Sent twice it is one row; done, then not after all, is not done."""
        row = give_homework(self.home.coach, self.ada, ANKLE)
        token = TrainingPage.objects.create(person=self.ada).token
        for _ in range(2):
            answer = self.tick(token, [{"enrolled": row.pk}])
            self.assertEqual(answer.status_code, 200, answer.content)
        self.assertEqual(Ticked.objects.count(), 1)
        self.assertEqual(answer.json()["blocks"][0]["done"], 1)
        answer = self.tick(token, [{"enrolled": row.pk, "value": "no", "key": "another-key"}])
        self.assertEqual(answer.json()["blocks"][0]["done"], 0)

    def test_nobody_ticks_for_somebody_else_or_for_another_time(self):
        """Another's block, tomorrow, three weeks ago: refused, and nothing is kept."""
        mine = give_homework(self.home.coach, self.ada, ANKLE)
        other = give_homework(self.home.coach, self.bo, ANKLE)
        token = TrainingPage.objects.create(person=self.ada).token
        for row in (
            {"enrolled": other.pk},
            {"enrolled": mine.pk, "on": (self.today + days(1)).isoformat()},
            {"enrolled": mine.pk, "on": (self.today - days(21)).isoformat()},
        ):
            self.assertEqual(self.tick(token, [row]).status_code, 422, row)
        self.assertEqual(Ticked.objects.count(), 0)
        self.assertEqual(Client().get("/api/training/nothing").status_code, 404)

    @override_settings(MAIL_READY=True)
    def test_pain_ends_the_block_tells_the_coach_and_raises_nothing(self):
        """It is over for her, the coach is told by no name and no body part, and only a coach takes it up
        again."""
        row = self.block(people=(self.ada.pk,)).block.enrolled.get()
        token = TrainingPage.objects.create(person=self.ada).token
        self.tick(token, [{"enrolled": row.pk, "value": "hurt", "words": "left knee"}])
        row.refresh_from_db()
        self.assertEqual(row.ended, "pain")
        told = Delivery.objects.get(kind="coach")
        self.assertEqual(told.person, self.home.coach)
        self.assertNotIn("knee", told.subject)
        self.assertNotIn("Ada", told.subject)
        self.assertFalse(open_in(self.home.gym).filter(person=self.ada).exists())
        with self.assertRaises(PermissionError):
            take_up_again(self.bo, row.pk)

    def test_a_link_alone_shows_no_degrees(self):
        """What to do, and nothing of the body; signed in, her own numbers."""
        ankle(self.ada, 8, self.today - days(1))
        give_homework(self.home.coach, self.ada, ANKLE)
        token = TrainingPage.objects.create(person=self.ada).token
        area = Client().get(f"/api/training/{token}").json()["blocks"][0]["areas"][0]
        self.assertEqual((area["tests"], area["goal_deg"], area["change_deg"]), ([], None, None))
        mine = self.home.client(self.ada).get(f"/api/training/{token}").json()["blocks"][0]["areas"][0]
        self.assertEqual(len(mine["tests"]), 1)
        self.ada.left_at = timezone.now()
        self.ada.save()
        self.assertEqual(Client().get(f"/api/training/{token}").status_code, 410)


class Judged(Blocks):
    def homework_since(self, weeks: int, **fields) -> Enrolled:
        """Given so many weeks ago, by rule, and done on every day of it."""
        row = give_homework(None, self.ada, ANKLE)
        row.block.starts_on = self.today - days(7 * weeks)
        row.block.save()
        row.areas[ANKLE] |= {"selected_on": None, "goal_deg": 60.0, **fields}
        row.save()
        zone = self.home.gym.zone
        for number in range(7 * weeks):
            on = row.block.starts_on + days(number)
            if on.weekday() in row.block.weekdays:
                at = datetime.datetime.combine(on, datetime.time(19), tzinfo=zone)
                Ticked.objects.create(enrolled=row, on=on, value="yes", key=f"k{number}", said_at=at)
        return row

    def test_no_change_after_six_weeks_changes_the_drill_and_says_why(self):
        """8 cm before and 7.9 cm after seven weeks, all done: another drill, by rule, because of these
        tests."""
        row = self.homework_since(7)
        first = row.areas[ANKLE]["drill"]
        for on, cm in ((-60, 8.0), (-55, 8.0), (-8, 7.9), (-1, 7.9)):
            ankle(self.ada, cm, self.today + days(on))
        settle(self.home.gym)
        row.refresh_from_db()
        self.assertNotEqual(row.areas[ANKLE]["drill"], first)
        self.assertEqual(row.areas[ANKLE]["tried"], [first])
        event = BlockEvent.objects.filter(enrolled=row, what="drill").get()
        self.assertEqual(len(event.because["ids"]), 8)

    def test_two_tests_a_week_apart_at_the_goal_end_it_as_done(self):
        """By the rule of two tests seven days apart."""
        row = self.homework_since(5, goal_deg=36.0)
        for on, cm in ((-45, 7.0), (-40, 7.0), (-9, 12.0), (-1, 12.0)):
            ankle(self.ada, cm, self.today + days(on))
        settle(self.home.gym)
        row.refresh_from_db()
        self.assertEqual(row.ended, "done")

    def test_a_fall_beyond_the_error_stops_it(self):
        """12 cm before, 5 cm after: stop."""
        row = self.homework_since(5)
        for on, cm in ((-45, 12.0), (-40, 12.0), (-9, 5.0), (-1, 5.0)):
            ankle(self.ada, cm, self.today + days(on))
        settle(self.home.gym)
        row.refresh_from_db()
        self.assertEqual(row.ended, "fell")

    def test_settling_again_and_again_changes_nothing_more(self):
        """What a rule did it does once: the next drill has its own six weeks, whatever older tests say."""
        row = self.homework_since(7)
        for on, cm in ((-60, 8.0), (-55, 8.0), (-8, 7.9), (-1, 7.9)):
            ankle(self.ada, cm, self.today + days(on))
        settle(self.home.gym)
        before = self.stands(row)
        for _ in range(3):
            settle(self.home.gym)
        self.assertEqual(self.stands(row), before)

    @staticmethod
    def stands(row: Enrolled):
        """What was done so far, and the drills of now."""
        return list(BlockEvent.objects.values_list("what", "said")), Enrolled.objects.get(pk=row.pk).areas

    def test_what_a_coach_takes_up_again_runs_on(self):
        """After pain and after a fall: the rules do not end it again by what lies before."""
        row = self.homework_since(5)
        for on, cm in ((-45, 12.0), (-40, 12.0), (-9, 5.0), (-1, 5.0)):
            ankle(self.ada, cm, self.today + days(on))
        settle(self.home.gym)
        now = timezone.now()
        Ticked.objects.create(enrolled=row, on=self.today, value="hurt", key="hurt", said_at=now)
        take_up_again(self.home.coach, row.pk)
        settle(self.home.gym)
        row.refresh_from_db()
        self.assertEqual(row.ended, "")
        Ticked.objects.create(enrolled=row, on=self.today, value="hurt", key="hurt-again", said_at=now)
        settle(self.home.gym)
        row.refresh_from_db()
        self.assertEqual(row.ended, "pain")

    def test_a_caution_since_takes_the_drill_away_by_rule_or_asks_the_coach(self):
        """Given by rule: another drill that may reach her, its reason written down. Given by a coach: its
        days are empty at once, and the coach is asked."""
        by_rule = self.homework_since(1)
        given = give_homework(self.home.coach, self.bo, ANKLE)
        first = by_rule.areas[ANKLE]["drill"]
        barred = hazards_of(first, CATALOG) | hazards_of(given.areas[ANKLE]["drill"], CATALOG)
        for person in (self.ada, self.bo):
            self.home.caution(person, *sorted(barred & set(CATALOG.cautions)))
        lines = self.home.client().get("/api/blocks").json()["blocks"]
        asks = [ask for line in lines for ask in line["asks"]]
        self.assertTrue(any("Bo Crane" in ask and "not for them" in ask for ask in asks), asks)
        for one in running(self.home.gym, list(open_in(self.home.gym))):
            self.assertFalse(any(day.work for day in one.course.days if not day.done))
        settle(self.home.gym)
        by_rule.refresh_from_db()
        drill = by_rule.areas[ANKLE]["drill"]
        cautions = set(self.ada.cautions.values_list("caution", flat=True))
        self.assertTrue(drill == first or not hazards_of(drill, CATALOG) & cautions)

    def test_a_drill_that_is_not_for_them_is_refused(self):
        """By a coach's choice too."""
        row = give_homework(self.home.coach, self.ada, ANKLE)
        self.home.caution(self.ada, "no-floor", "knee", "end-range", "long-hold")
        cautions = {"no-floor", "knee", "end-range", "long-hold"}
        barred = next(
            drill.id
            for drill in CATALOG.drills.values()
            if drill.effects.get(ANKLE, 0) >= 8 and hazards_of(drill.id, CATALOG) & cautions
        )
        with self.assertRaises(BlockRefused):
            change_drill(self.home.coach, row.pk, ANKLE, barred)


class ByRule(Blocks):
    def test_a_range_short_over_two_tests_is_given_once_and_stands_on_the_sheet(self):
        """Overhead short twice: publishing gives homework with its cause; publishing again gives no second;
        stopped, it is not given again; the sheet shows it as a block and no more as a suggestion."""
        for back in (60, 10):
            self.home.measure(self.ada, "wrist.extension", 40 + back / 60)
            row = self.ada.ranges.order_by("-pk").first()
            row.measured_on = self.today - days(back)
            row.save()
        MeasuredRange.objects.filter(person=self.ada, measured_on=self.today).delete()
        version = publish_class(self.home.gym_class, self.home.coach)
        sheet = MemberSheet.objects.get(person=self.ada, publication=version)
        tasks = sheet.page()["homework"]
        self.assertTrue(tasks)
        row = Enrolled.objects.get(person=self.ada, areas__has_key=tasks[0]["motion"])
        self.assertTrue(row.block.by_rule)
        self.assertEqual(len(row.events.get(what="given").because["ids"]), 2)
        self.assertEqual(give_by_rule(version), [])
        page = Client().get(f"/api/sheets/{sheet.token}").json()
        self.assertEqual(page["homework"], tasks[1:] if len(tasks) > 1 and len(page["homework"]) else [])
        self.assertEqual(page["training"]["blocks"][0]["enrolled"], row.pk)
        Enrolled.objects.update(ended="stopped", ended_on=self.today)
        self.assertEqual(give_by_rule(version), [])


@override_settings(MAIL_READY=True)
class Reminding(Blocks):
    def test_by_choice_once_a_day_and_in_the_gyms_hour(self):
        """At seven on a day that holds something, once; never to who did not ask."""
        for person in (self.ada, self.bo):
            give_homework(self.home.coach, person, ANKLE)
        TrainingPage.objects.create(person=self.ada, remind="morning")
        TrainingPage.objects.create(person=self.bo)
        on = next(self.today + days(n) for n in range(7) if (self.today + days(n)).weekday() in (0, 2, 4))
        seven = datetime.datetime.combine(on, datetime.time(7, 5), tzinfo=self.home.gym.zone)
        for now in (seven, seven + datetime.timedelta(minutes=20), seven + datetime.timedelta(hours=3)):
            remind(self.home.gym, now)
        rows = Delivery.objects.filter(kind="work")
        self.assertEqual([row.person for row in rows], [self.ada])
        self.assertNotIn("nkle", rows[0].subject)
        self.assertIn("/m/h/", rows[0].link)
        self.assertEqual(mail.outbox, [])


class Api(Blocks):
    def test_start_look_change_and_stop(self):
        """Through the addresses: 201, who is in it, its weeks, a stale change with both versions, stopped."""
        client = self.home.client()
        body = {
            "aim": "jump",
            "starts_on": self.today.isoformat(),
            "weeks": 6,
            "weekdays": [0, 2, 4],
            "people": [self.ada.pk],
        }
        for _ in range(2):
            started = client.post(
                "/api/blocks",
                json.dumps(body),
                content_type="application/json",
                headers={"Idempotency-Key": "same-attempt"},
            )
            self.assertEqual(started.status_code, 201, started.content)
        lines = client.get("/api/blocks").json()["blocks"]
        self.assertEqual(len(lines), 1)
        path = f"/api/blocks/{lines[0]['id']}"
        block = client.get(path).json()
        self.assertEqual([one["name"] for one in block["enrolled"]], ["Ada Finch"])
        self.assertEqual(len(block["enrolled"][0]["weeks"]), 6)
        change = json.dumps({"version": 1, "name": "Springs"})
        self.assertEqual(
            client.patch(path, change, content_type="application/json").json()["name"], "Springs"
        )
        stale = client.patch(path, change, content_type="application/json")
        self.assertEqual((stale.status_code, stale.json()["stands"]["name"]), (409, "Springs"))
        self.assertIsNotNone(client.post(f"{path}/stop").json()["stopped_on"])
        self.assertEqual(client.get("/api/blocks").json()["blocks"], [])
        wrong = {**body, "weekdays": [0, 1, 2, 3, 4, 5]}
        refused = client.post("/api/blocks", json.dumps(wrong), content_type="application/json")
        self.assertEqual((refused.status_code, refused.json()["field"]), (422, "weekdays"))


class Skill(Blocks):
    def test_the_pulse_that_stays_easy_is_said(self):
        """Born 1990, 208 - 0.7 x age (Tanaka 2001, from memory): 60 and 70 % of it, by hand from her age."""
        block = self.block("skill", people=(self.ada.pk,), weekdays=(1, 3), skill="hollow-arch-swings").block
        highest = 208 - 0.7 * (self.today.year - 1990)
        weeks = self.home.client().get(f"/api/blocks/{block.pk}").json()["enrolled"][0]["weeks"]
        words = f"about {round(highest * 0.6)} to {round(highest * 0.7)} beats"
        self.assertIn(words, weeks[0]["target_words"])


class ForMany(Blocks):
    def test_a_class_of_the_week_takes_its_newest_roster(self):
        """The newest class at that weekday and time: who was on an older one and not on it is not in."""
        at = self.home.gym_class.starts_at.astimezone(self.home.gym.zone)
        weekly = WeeklyClass.objects.create(gym=self.home.gym, weekday=at.weekday(), starts=at.time())
        older = Session.objects.create(
            gym=self.home.gym, date=self.today - days(7), title="Before", text="run"
        )
        before = GymClass.objects.create(session=older, starts_at=at - days(7))
        before.people.set([self.ada])
        self.home.gym_class.people.set([self.bo, self.cy])
        block = self.block(people=(), weekly_class=weekly.pk).block
        self.assertEqual([row.person.name for row in block.enrolled.all()], ["Bo Crane", "Cy Dunnock"])
        line = self.home.client().get("/api/blocks").json()["blocks"][0]
        self.assertEqual(line["for_words"], f"the {at:%H:%M} class")

    def test_the_class_s_jumps_are_taken_off_for_those_who_come(self):
        """A board of forty box jumps today: who is on its roster has 40 contacts fewer today, who is not has
        none fewer."""
        self.home.session.text = "for time\n40 box jumps"
        self.home.session.save()
        noon = datetime.datetime.combine(self.today, datetime.time(12), self.home.gym.zone)
        GymClass.objects.filter(pk=self.home.gym_class.pk).update(starts_at=noon)  # also late in the evening
        self.home.gym_class.people.set([self.ada])
        self.block(people=(self.ada.pk, self.bo.pk), weekdays=(self.today.weekday(),))
        by_name = {one.row.person.name: one for one in running(self.home.gym, list(open_in(self.home.gym)))}
        contacts = {name: one.course.day(self.today) for name, one in by_name.items()}
        self.assertAlmostEqual(contacts["Bo Crane"].contacts, 80, delta=1)
        self.assertAlmostEqual(contacts["Ada Finch"].contacts, 40, delta=1)
        self.assertIn("40 contacts of the 80", " ".join(contacts["Ada Finch"].said))

    def test_who_did_not_come_did_not_jump(self):
        """Said not to have come, her day is as if there were no class."""
        self.home.session.text = "for time\n40 box jumps"
        self.home.session.save()
        self.home.gym_class.attending.filter(person=self.ada).update(came=False)
        self.block(people=(self.ada.pk,), weekdays=(self.today.weekday(),))
        (one,) = running(self.home.gym, list(open_in(self.home.gym)))
        self.assertAlmostEqual(one.course.day(self.today).contacts, 80, delta=1)

    def test_somebody_who_left_is_in_no_list(self):
        """Their block is shown to nobody, and runs for nobody."""
        self.block(people=(self.ada.pk,))
        self.ada.left_at = timezone.now()
        self.ada.save()
        self.assertEqual(list(open_in(self.home.gym)), [])
        text = self.home.client().get("/api/blocks").content.decode()
        self.assertNotIn("Ada Finch", text)

    def test_another_gym_sees_and_changes_nothing(self):
        """Its coach gets 404 for the block, the person in it and what is in it."""
        block = self.block(people=(self.ada.pk,)).block
        away = SmallGym("Osier Barn").client()
        row = block.enrolled.get()
        for method, path in (
            ("get", f"blocks/{block.pk}"),
            ("post", f"blocks/{block.pk}/stop"),
            ("post", f"enrolled/{row.pk}/stop"),
            ("get", f"enrolled/{row.pk}/events"),
            ("get", f"people/{self.ada.pk}/training"),
            ("get", f"people/{self.ada.pk}/log"),
            ("get", f"people/{self.ada.pk}/year"),
        ):
            self.assertEqual(getattr(away, method)(f"/api/{path}").status_code, 404, path)
        block.refresh_from_db()
        self.assertIsNone(block.stopped_on)


class Links(Blocks):
    def test_an_ended_link_opens_nothing_and_the_next_has_another_name(self):
        """A coach ends it: 404 under the old name; the member's page has a new one."""
        give_homework(self.home.coach, self.ada, ANKLE)
        client = self.home.client()
        first = client.get(f"/api/people/{self.ada.pk}/training").json()["token"]
        self.assertEqual(Client().get(f"/m/h/{first}").status_code, 200)
        second = client.delete(f"/api/people/{self.ada.pk}/training-link").json()["token"]
        self.assertNotEqual(first, second)
        self.assertEqual(Client().get(f"/m/h/{first}").status_code, 404)
        self.assertEqual(Client().get(f"/m/h/{second}").status_code, 200)

    def test_the_page_comes_with_its_first_text_and_data(self):
        """A slow phone shows the week before any script; a name that is markup stays text."""
        self.ada.name = "</script><b>Ada"
        self.ada.save()
        give_homework(self.home.coach, self.ada, ANKLE)
        token = self.home.client().get(f"/api/people/{self.ada.pk}/training").json()["token"]
        page = Client().get(f"/m/h/{token}").content.decode()
        self.assertIn("week 1 of 6", page)
        self.assertNotIn("<b>Ada", page)

    def test_a_gym_s_file_takes_blocks_along(self):
        """Out and in: the block, its people, ticks and events, and no token."""
        row = give_homework(self.home.coach, self.ada, ANKLE)
        Ticked.objects.create(enrolled=row, on=self.today, value="yes", key="k1", said_at=timezone.now())
        token = TrainingPage.objects.create(person=self.ada, remind="evening").token
        document = json.loads(json.dumps(gym_document(self.home.gym), default=str))
        self.assertNotIn(token, json.dumps(document))
        gym = bring_gym(document)
        there = Enrolled.objects.get(block__gym=gym)
        self.assertEqual(there.areas, row.areas)
        self.assertEqual(there.ticks.get().on, self.today)
        self.assertEqual(there.events.get().what, "given")
        self.assertEqual(TrainingPage.objects.get(person__gym=gym).remind, "evening")


@override_settings(MAIL_READY=True)
class Evening(Blocks):
    def test_the_evening_before_and_a_test_that_is_due(self):
        """At seven in the evening for the next day; on a day of tests the word is of the test."""
        row = give_homework(self.home.coach, self.ada, ANKLE)
        TrainingPage.objects.create(person=self.ada, remind="evening")
        self.assertEqual(row.block.starts_on, self.today)
        tests = running(self.home.gym, [row])[0].course.weeks[0].tests_on
        due = tests[-1]
        at = datetime.datetime.combine(due - days(1), datetime.time(19, 1), tzinfo=self.home.gym.zone)
        remind(self.home.gym, at)
        told = Delivery.objects.get(kind="work")
        self.assertIn("a test of your block is due", told.subject)
        remind(self.home.gym, at + datetime.timedelta(minutes=30))
        self.assertEqual(Delivery.objects.filter(kind="work").count(), 1)

    def test_a_gym_that_is_paused_or_empty_is_no_trouble(self):
        """The job looks at every gym with blocks; one without pages sends nothing."""
        give_homework(self.home.coach, self.ada, ANKLE)
        look_at_blocks(0)
        read_boards(0)
        self.assertFalse(Delivery.objects.filter(kind="work").exists())
        self.assertTrue(SessionAsked.objects.exists())

    def test_a_reminder_that_was_left_lying_is_not_sent_a_day_late(self):
        """Nobody handed it over for thirty hours: it is dropped, and says why."""
        give_homework(self.home.coach, self.ada, ANKLE)
        TrainingPage.objects.create(person=self.ada, remind="morning")
        on = next(self.today + days(n) for n in range(7) if (self.today + days(n)).weekday() in (0, 2, 4))
        seven = datetime.datetime.combine(on, datetime.time(7, 5), tzinfo=self.home.gym.zone)
        remind(self.home.gym, seven)
        self.assertEqual(claim(seven + datetime.timedelta(hours=30)), [])
        row = Delivery.objects.get(kind="work")
        self.assertEqual((row.state, row.why), (Delivery.State.DROPPED, "the day it was for is over"))
