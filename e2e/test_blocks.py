"""Homework from the gym to the phone to the re-test; a block across a missed week; answers that change a
plan, and putting them aside."""

import datetime
import json

from django.utils import timezone

from e2e.browser import PHONE, BrowserTest
from server.blocks.models import Enrolled, Ticked, TrainingPage
from server.blocks.rules import settle
from server.people.models import MeasuredRange
from server.programme.models import GymClass, Session
from server.publishing.actions import publish_class
from server.publishing.models import MemberSheet, Said

ANKLE = "ankle.dorsiflexion"


def days(count: int) -> datetime.timedelta:
    return datetime.timedelta(days=count)


class OverWeeks(BrowserTest):
    def setUp(self):
        super().setUp()
        self.ada = self.home.members[0]
        self.today = self.home.gym.today()

    def ankle(self, cm: float, on: datetime.date):
        for side in ("left", "right"):
            MeasuredRange.objects.create(
                person=self.ada, motion=ANKLE, test="knee-to-wall", side=side, value=cm, measured_on=on
            )

    def test_homework_from_gym_to_phone_to_re_test(self):
        """A coach gives it; on the phone it is ticked without a signal and arrives by itself; two re-tests a
        week apart reach the goal and it is done, with its cause on the coach's page."""
        for back in (20, 10):
            self.ankle(8.0, self.today - days(back))

        def give(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/people/{self.ada.pk}")
            page.click("button:has-text('Give homework')")
            page.select_option("label:has-text('For which range') select", ANKLE)
            page.click("button:has-text('Give it')")
            page.wait_for_selector("[aria-label=Homework] svg[role=img]")
            self.assert_accessible(page, "a person with homework")
            return page.get_attribute("a:has-text('page for the phone')", "href")

        address = self.drive(give)
        row = Enrolled.objects.get(person=self.ada)
        row.block.weekdays = [
            self.today.weekday(),
            (self.today.weekday() + 2) % 7,
            (self.today.weekday() + 4) % 7,
        ]
        row.block.save()

        def tick(page):
            page.goto(self.live_server_url + address)
            page.wait_for_selector("button:has-text('I did it')")
            self.assert_accessible(page, "blocks on the phone")
            self.assert_no_sideways_scroll(page, "blocks on the phone")
            kept = "caches.open('pages').then(kept => kept.keys()).then(all => all.length === 2)"
            self.until(page, kept)
            page.context.set_offline(True)
            page.reload()
            page.wait_for_selector("text=No signal. This is the copy from last time")
            page.click("button:has-text('I did it')")
            page.wait_for_selector("text=Kept on this phone")
            page.reload()
            page.wait_for_selector("button[aria-pressed=true]:has-text('Done today')")
            page.context.set_offline(False)
            self.until(page, "localStorage.getItem(`ticked:${location.pathname.split('/')[3]}`) === null")
            page.goto("about:blank")

        self.drive(tick, PHONE)
        self.assertEqual(Ticked.objects.get(enrolled=row).on, self.today)
        row.block.starts_on = self.today - days(30)
        row.block.save()
        row.areas[ANKLE]["goal_deg"] = 36.0
        row.save()
        self.ankle(13.0, self.today - days(8))
        self.ankle(13.5, self.today)
        settle(self.home.gym)

        def look(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/people/{self.ada.pk}/log")
            page.wait_for_selector("text=Two tests 7 days apart")
            self.assertIn("because of tests: 13.5", page.inner_text("[aria-label='Homework and blocks']"))
            page.goto(f"{self.live_server_url}/blocks?over=true")
            page.click("a:has-text('Ankle bend')")
            page.wait_for_selector("summary:has-text('done')")
            page.click("text=As a table")
            self.assertEqual(page.locator("figure tbody tr").count(), 4)
            self.assert_accessible(page, "a block that is over")

        self.drive(look)

    def test_a_block_across_a_missed_week(self):
        """Started on the screen for two people; a week of it is missed: the page says so, the next has the
        dose of the last one done, on the coach's screen and on the phone."""

        def start(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/blocks")
            page.click("button:has-text('Start a block')")
            page.click("button:has-text('Landing and jump')")
            page.click("button:has-text('Start it')")
            page.wait_for_selector("text=Choose who it is for")
            for name in ("Ada", "Bo"):
                page.fill("label:has-text('Find them by name') + input", name)
                page.click(f"button:has-text('{name} ')")
            self.assert_accessible(page, "a new block")
            page.click("button:has-text('Start it')")
            page.click("a:has-text('Look at it')")
            page.wait_for_selector("h1:has-text('Landing and jump')")

        self.drive(start)
        row = Enrolled.objects.get(person=self.ada)
        block = row.block
        block.starts_on = self.today - days(14)
        block.save()
        zone = self.home.gym.zone
        for number in range(7):
            on = block.starts_on + days(number)
            if on.weekday() in block.weekdays:
                at = datetime.datetime.combine(on, datetime.time(18), tzinfo=zone)
                Ticked.objects.create(enrolled=row, on=on, value="yes", key=f"k{number}", said_at=at)

        def look(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/blocks/{block.pk}")
            page.wait_for_selector("summary:has-text('Ada Finch')")
            text = page.inner_text("details:has(summary:has-text('Ada Finch')) table")
            self.assertIn("missed: the next repeats the last done", text)
            self.assertIn("1 again", text)
            rows = page.locator("details:has(summary:has-text('Ada Finch')) tbody tr").all_inner_texts()
            self.assertEqual(["80" in one for one in rows[:3]], [True, False, True])
            self.assert_accessible(page, "a block")

        self.drive(look)
        token = TrainingPage.objects.create(person=self.ada).token

        def phone(page):
            page.goto(f"{self.live_server_url}/m/h/{token}")
            page.wait_for_selector("text=again as the last one done: 80 contacts a session")
            page.click("button:has-text('Something hurts')")
            page.click("button:has-text('Tell my coach')")
            page.wait_for_selector("text=Your coach knows")
            page.reload()
            page.wait_for_selector("text=This block rests until your coach has talked with you")

        self.drive(phone, PHONE)
        row.refresh_from_db()
        self.assertEqual(row.ended, "pain")


class FeltAnswers(BrowserTest):
    def test_felt_answers_change_a_plan_and_putting_them_aside_restores_it_exactly(self):
        """On the phone each position felt worse; the preview of the next class has other extras; put aside
        on the log, it is what it was, letter by letter."""
        ada = self.home.members[0]
        for motion, degrees in (("shoulder.flexion", 140), ("ankle.dorsiflexion", 25)):
            self.home.measure(ada, motion, degrees)
        publish_class(self.home.gym_class, self.home.coach)
        sheet = MemberSheet.objects.get(person=ada)
        again = Session.objects.create(
            gym=self.home.gym, date=self.home.session.date, title="Kiln again", text=self.home.session.text
        )
        next_class = GymClass.objects.create(
            session=again, starts_at=timezone.now() + datetime.timedelta(hours=9), coach=self.home.coach
        )
        next_class.people.set([ada])

        def preview(page) -> str:
            ask = f"/api/classes/{next_class.pk}/preview/{ada.pk}"
            found = page.evaluate(f"fetch('{ask}').then(answer => answer.json())")
            return json.dumps([found["extras"], found["items"]])

        def first(page) -> str:
            self.sign_in(page)
            return preview(page)

        def say(page):
            page.goto(f"{self.live_server_url}/m/{sheet.token}")
            page.wait_for_selector("text=how did each position feel")
            for one in page.locator("fieldset >> text=worse").all():
                one.click()
            page.wait_for_selector("text=Your coach has it")
            self.assert_accessible(page, "felt by position")

        def put_aside(page) -> tuple[str, str]:
            self.sign_in(page)
            changed = preview(page)
            page.goto(f"{self.live_server_url}/people/{ada.pk}/log")
            page.wait_for_selector("text=Another drill in place of")
            self.assert_accessible(page, "a person's weeks")
            while page.locator("button:text-is('Put aside')").count():
                before = page.locator("button:text-is('Put aside')").count()
                page.locator("button:text-is('Put aside')").first.click()
                left = (
                    "[...document.querySelectorAll('button')].filter(one => one.textContent === 'Put aside')"
                )
                self.until(page, f"{left}.length < {before}")
            page.wait_for_selector("text=Nothing. “Same” asks up to a quarter more")
            return changed, preview(page)

        was = self.drive(first)
        self.drive(say, PHONE)
        self.assertEqual(
            Said.objects.filter(kind="felt").exclude(position="").count(), len(sheet.page()["positions"])
        )
        changed, restored = self.drive(put_aside)
        self.assertNotEqual(was, changed)
        self.assertEqual(was, restored)


class Trials(BrowserTest):
    def test_before_and_after_on_the_floor(self):
        """A first reading is kept and never shown; the second brings both onto the class's log."""

        def steps(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/trials?class={self.home.gym_class.pk}")
            page.wait_for_selector("text=the first")
            self.assert_accessible(page, "before and after")
            row = page.locator("li:has-text('Ada Finch')").first
            row.locator("input").fill("900")
            page.wait_for_selector("text=can be read")
            row.locator("input").fill("7.5")
            row.locator("button").click()
            page.wait_for_selector("text=the first is in and hidden")
            page.reload()
            page.wait_for_selector("text=the first is in and hidden")
            self.assertNotIn("7.5", page.inner_text("main"))
            row = page.locator("li:has-text('the first is in')").first
            row.locator("input").fill("9")
            row.locator("button").click()
            page.wait_for_selector("text=Keep first")
            self.until(page, "!document.body.innerText.includes('the first is in and hidden')")
            page.goto(f"{self.live_server_url}/log/{self.home.gym_class.pk}")
            page.wait_for_selector("text=7.5 before, 9 after")
            self.assert_accessible(page, "a class's log")

        self.drive(steps, PHONE)


class Nothing(BrowserTest):
    def test_no_data_teaches_the_next_action(self):
        """A gym without a session, a person without a class: each screen opens, says what would stand there,
        and the accessibility engine finds nothing."""
        Session.objects.all().delete()
        ada = self.home.members[0]
        there = {
            "/log": "No class of these weeks is over yet",
            "/log?tab=classes": "No class is over yet",
            "/log?tab=drills": "No drill was given in these weeks",
            "/blocks": "Nothing runs",
            "/blocks?over=true": "No block is over yet",
            "/year": "No class of this year is over yet",
            f"/people/{ada.pk}/log": "Nothing was said in these weeks",
            f"/people/{ada.pk}/year": "No class of this year yet",
            "/trials": "Choose the class whose prep lies between",
        }

        def steps(page):
            self.sign_in(page)
            for path, words in there.items():
                page.goto(self.live_server_url + path)
                page.wait_for_selector(f"text={words}")
                self.assert_accessible(page, path)

        self.drive(steps)
        token = TrainingPage.objects.create(person=ada).token

        def phone(page):
            page.goto(f"{self.live_server_url}/m/h/{token}")
            page.wait_for_selector("text=Nothing runs at the moment")
            page.click("button:has-text('That morning')")
            page.wait_for_selector("text=Kept.")
            self.assert_accessible(page, "a phone without a block")
            page.goto("about:blank")  # the driver counts what the worker keeps as still under way

        self.drive(phone, PHONE)
        self.assertEqual(TrainingPage.objects.get().remind, "morning")
