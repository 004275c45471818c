"""A competition on the screens: from the pasted sheet to an athlete's phone, and what happens when things
move."""

from __future__ import annotations

import datetime
from unittest import mock

from django.utils import timezone

from e2e.browser import DESK, PHONE, BrowserTest
from e2e.test_offline import KEPT
from server.competition.models import Competition, EventSaid, LineSheet, Moved
from server.tests.gyms import competition_with
from server.tests.test_competition import HEATS, SHEET

TABLET = {"width": 820, "height": 1180}
ATHLETE = "button[aria-label^='Ada Finch, Event 1']"


class FromTheSheet(BrowserTest):
    def test_from_the_pasted_sheet_to_each_athletes_minutes(self):
        """Added, sheet and heats pasted, a name that is nearly one asked about, the day as lines, one
        opened by the keyboard, given out, and there on the athlete's phone."""
        first = timezone.localdate() + datetime.timedelta(days=4)

        def coach(page):
            self.sign_in(page)
            page.click("nav >> text=Competition")
            page.wait_for_selector("text=None yet. Add one")
            self.assert_accessible(page, "competitions, none")
            page.fill("label:has-text('Name') + input", "Reed Cup")
            page.fill("label:has-text('First day') + input", first.isoformat())
            page.click("button:has-text('Add it')")
            page.wait_for_selector("text=Paste the sheet as it was sent")
            page.fill("#event-sheet", SHEET.replace("air squats", "air squids"))
            page.wait_for_selector("h2:has-text('Event 2: Mill')")
            page.wait_for_selector("text=/Line 7: .*squids/")
            page.fill("#event-sheet", SHEET)
            page.wait_for_selector("text=/squids/", state="hidden")
            page.wait_for_selector("text=/There: .*2 rack/")
            self.assert_accessible(page, "competition, events")
            page.click("text=Heats and athletes")
            page.fill(
                "#heat-list", HEATS.replace("Ada Finch", "Ada Vinch") + "1,2,09:15,6,Somebody Else,RX\n"
            )
            page.click("button:has-text('Read it')")
            page.click("button:has-text('It is Ada Finch')")
            page.wait_for_selector("text=1 name is nobody of yours")
            self.assert_accessible(page, "competition, heats read")
            page.click("button:has-text('Take these heats')")
            page.wait_for_selector("section[aria-label='Athletes'] >> text=Ada Finch")
            page.click("nav[aria-label='Parts of the competition'] >> text=Day")
            page.wait_for_selector(ATHLETE)
            page.focus(ATHLETE)
            page.keyboard.press("Enter")
            page.wait_for_selector(
                "section[aria-label='Ada Finch, Event 1: Sluice'] >> text=Ready at the start"
            )
            self.assertIn("athlete=", page.url)
            self.assert_accessible(page, "competition, day")
            page.click("button:has-text('Give out the lines')")
            page.wait_for_selector("text=Everybody has their line")

        self.drive(coach)
        link = f"/m/d/{self.meanwhile(lambda: LineSheet.objects.get(person__name='Ada Finch').token)}"

        def athlete(page):
            page.goto(self.live_server_url + link)
            page.wait_for_selector("h2:has-text('Event 1: Sluice')")
            page.wait_for_selector("text=Nothing to do now")
            self.assert_accessible(page, "an athlete's day")
            self.assert_no_sideways_scroll(page, "an athlete's day")
            text = page.inner_text("main")
            self.assertNotIn("Bo Crane", text)
            self.assertIn("the day before", text.lower())

        self.drive(athlete, PHONE)


class Moving(BrowserTest):
    def setUp(self):
        super().setUp()
        self.competition = competition_with(self.home, self.home.members)
        self.path = f"/competition/{self.competition.pk}"

    def starts(self) -> str:
        heat = Competition.objects.get(pk=self.competition.pk).heats.get()
        return f"{heat.starts_at:%H:%M}"

    def test_one_touch_moves_a_heat_and_only_what_hangs_on_it(self):
        def steps(page):
            self.sign_in(page)
            page.goto(self.live_server_url + self.path)
            page.wait_for_selector("text=Everybody has their line")
            page.click("button[aria-label='Event 1: Sluice, heat 1: 5 min later']")
            page.wait_for_selector("h2:has-text('3 lines to give out')")
            page.wait_for_selector("text=Event 1: Sluice: starts at 09:05, 5 min later")
            self.assertEqual(self.meanwhile(self.starts), "09:05")
            page.click("button:has-text('Take back')")
            page.wait_for_selector("text=Everybody has their line")
            page.wait_for_selector("text=taken back")
            page.click("button:has-text('Event 1: Sluice, heat 1')")
            page.check("text=give out what changes at once")
            page.click("section[aria-label='Heats'] li li:has-text('Cy Dunnock') >> text=Does not start")
            page.wait_for_selector("text=Cy Dunnock does not start in Event 1: Sluice, heat 1")
            page.click("button[aria-label='Event 1: Sluice, heat 1: 10 min later']")
            page.wait_for_selector("text=/heat 1: 10 min later, at 09:10/")
            self.until_versions(page, {"Ada Finch": 2, "Bo Crane": 2, "Cy Dunnock": 2})

        self.drive(steps)
        self.assertEqual(Moved.objects.count(), 3)

    def until_versions(self, page, wanted: dict[str, int]):
        def versions() -> dict[str, int]:
            rows = LineSheet.objects.order_by("version").values_list("person__name", "version")
            return dict(rows)

        for _ in range(100):
            if self.meanwhile(versions) == wanted:
                return
            page.wait_for_timeout(100)
        self.assertEqual(self.meanwhile(versions), wanted)

    def test_a_phone_without_a_signal_keeps_its_move_and_two_who_differ_are_asked(self):
        """Offline the move waits on the phone, over a reload of nothing; another coach moves the same heat
        meanwhile; with the signal back it asks, and what is chosen is set."""

        def steps(page):
            self.sign_in(page)
            page.goto(self.live_server_url + self.path)
            page.wait_for_selector("text=Everybody has their line")
            page.context.set_offline(True)
            page.click("button[aria-label='Event 1: Sluice, heat 1: 10 min later']")
            page.wait_for_selector(
                "text=Kept here until there is a signal: Event 1: Sluice, heat 1, 10 min later"
            )
            self.assertEqual(self.meanwhile(self.starts), "09:00")
            self.meanwhile(self.other_moves)
            page.context.set_offline(False)
            page.wait_for_selector("text=Somebody else moved this since you saw it")
            page.wait_for_selector("text=/It stands at 09:05 now; you set 09:10/")
            self.assert_accessible(page, "two who moved a heat")
            page.click("button:has-text('Set mine')")
            page.wait_for_selector("text=starts at 09:10, 10 min later")
            self.assertEqual(self.meanwhile(self.starts), "09:10")
            self.assert_no_sideways_scroll(page, "competition on a phone")
            page.context.clear_cookies()
            page.click("button[aria-label='Event 1: Sluice, heat 1: 5 min sooner']")
            page.wait_for_selector("text=/Kept here .* 5 min sooner/")
            self.sign_in(page)
            page.goto(self.live_server_url + self.path)
            page.wait_for_selector("text=starts at 09:05")
            self.assertEqual(self.meanwhile(self.starts), "09:05")

        self.drive(steps, PHONE)

    def other_moves(self):
        heat = self.competition.heats.get()
        heat.starts_at += datetime.timedelta(minutes=5)
        heat.save()
        Competition.objects.filter(pk=self.competition.pk).update(version=99)

    def test_every_part_on_a_tablet_and_on_a_phone(self):
        def steps(page):
            self.sign_in(page)
            for tab in ("day", "events", "heats"):
                page.goto(f"{self.live_server_url}{self.path}?tab={tab}")
                page.wait_for_selector("h2")
                page.wait_for_load_state("networkidle")
                self.assert_no_sideways_scroll(page, tab)
                self.assert_accessible(page, f"competition, {tab}")

        for size in (TABLET, PHONE, DESK):
            self.drive(steps, size)

    def test_a_heat_by_hand_and_what_is_wrong_with_it_at_its_place(self):
        def steps(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}{self.path}?tab=heats")
            page.click("button:has-text('Add a heat')")
            form = "form[aria-label='Add a heat']"
            page.fill(f"{form} >> label:has-text('Day') + input", "2031-01-01")
            page.click("button:has-text('Add the heat')")
            page.wait_for_selector(f"{form} >> text=is not among its days")
            page.fill(f"{form} >> label:has-text('Day') + input", self.competition.first.isoformat())
            page.fill(f"{form} >> label:has-text('Starts') + input", "10:30")
            page.select_option(f"{form} >> label:has-text('Put in') >> select", label="Bo Crane")
            page.click("button:has-text('Add the heat')")
            page.wait_for_selector("section[aria-label='Heats'] >> li:has-text('10:30')")

        self.drive(steps)
        self.assertEqual(Competition.objects.get().heats.count(), 2)


class OnTheDay(BrowserTest):
    def test_now_next_and_what_is_said_afterwards(self):
        """The phone's clock in the middle of the preparation, then after the event: what to do now, what is
        next; felt, held and a result, once each, in the database and on the coach's screen."""
        competition = competition_with(self.home, self.home.members)
        sheet = LineSheet.objects.get(person=self.home.members[0])
        blocks = [block for block in sheet.page["blocks"] if block["drills"]]
        heat = sheet.page["heats"][0]

        def during(page):
            page.clock.install(time=datetime.datetime.fromtimestamp(blocks[1]["starts_at"] + 5, datetime.UTC))
            page.goto(f"{self.live_server_url}/m/d/{sheet.token}")
            now = page.wait_for_selector("section[aria-label='Now']")
            text = now.inner_text()
            self.assertIn(blocks[1]["drills"][0]["name"], text)
            self.assertIn("Next", text)
            page.wait_for_selector("[role=timer]")
            self.assert_accessible(page, "an athlete's day, now")

        def after(page):
            page.clock.install(time=datetime.datetime.fromtimestamp(heat["ends_at"] + 60, datetime.UTC))
            page.goto(f"{self.live_server_url}/m/d/{sheet.token}")
            said = f"section[aria-label='After {heat['title']}']"
            page.click(f"{said} >> button:has-text('better')")
            page.click(f"{said} >> button:has-text('held') >> nth=0")
            page.fill(f"{said} >> label:has-text('Result') >> input", "7:41")
            page.click(f"{said} >> button:has-text('Keep it')")
            page.wait_for_selector(f"{said} >> button:has-text('Kept')")
            self.assert_accessible(page, "an athlete's day, after")

        with mock.patch("server.competition.pages.AHEAD", datetime.timedelta(days=9)):
            self.drive(during, PHONE)
            self.drive(after, PHONE)
        kinds = sorted(EventSaid.objects.values_list("kind", flat=True))
        self.assertEqual(kinds, ["felt", "held", "result"])

        def coach(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/competition/{competition.pk}")
            page.wait_for_selector("section[aria-label='What athletes said'] >> text=7:41; felt better")

        self.drive(coach)

    def test_the_day_without_a_signal(self):
        """Opened once, then offline: the day, its figures and its clock are there; what is said waits on the
        phone and arrives by itself; the page stands among those the phone keeps."""
        competition_with(self.home, self.home.members)
        sheet = LineSheet.objects.get(person=self.home.members[0])
        ends = datetime.datetime.fromtimestamp(sheet.page["heats"][0]["ends_at"] + 60, datetime.UTC)

        def steps(page):
            page.goto(f"{self.live_server_url}/m/d/{sheet.token}")
            page.wait_for_selector("h2:has-text('Event 1: Sluice')")
            self.until(page, f"{KEPT}.then(all => all.some(one => one.includes('/m/d/')))")
            page.wait_for_load_state("networkidle")
            page.context.set_offline(True)
            page.clock.install(time=ends)
            page.reload()
            page.wait_for_selector("text=No signal. This is the copy from last time.")
            said = "section[aria-label='After Event 1: Sluice']"
            page.click(f"{said} >> button:has-text('better')")
            page.wait_for_selector(f"{said} >> text=Kept on this phone")
            page.context.set_offline(False)
            page.wait_for_selector(f"{said} >> text=Kept on this phone", state="hidden")
            page.goto(f"{self.live_server_url}/m/")
            page.wait_for_selector("a:has-text('Reed Cup')")
            page.goto("about:blank")  # the driver counts what a worker answered offline as still under way

        with mock.patch("server.competition.pages.AHEAD", datetime.timedelta(days=9)):
            self.drive(steps, PHONE)
        self.assertEqual(EventSaid.objects.get().value, "better")
