"""The week on the screen: what it asks, and sessions renamed, moved, copied, removed, each taken back."""

import datetime

from e2e.browser import BrowserTest
from server.programme.models import GymClass, Session

LEDGE = "section[aria-label='{day:%a}'] article"


class Week(BrowserTest):
    def setUp(self):
        super().setUp()
        today = self.home.session.date
        monday = today - datetime.timedelta(days=today.weekday())
        self.days = [monday + datetime.timedelta(days=offset) for offset in range(7)]
        self.here, self.there = self.days[1], self.days[4]
        self.home.session.date = self.here
        self.home.session.save()

    def on(self, page, day, title="Kiln day"):
        return page.locator(f"{LEDGE.format(day=day)}:has-text('{title}')")

    def change(self, page, title="Kiln day"):
        page.click(f"button[aria-label='Change {title}']")
        page.wait_for_selector("[role=dialog] input[aria-label=Name]")

    def test_a_session_is_moved_by_menu_keys_and_drag_and_taken_back(self):
        """Each way ends on the other day with its class at the same clock; Undo brings it back; pointing at a
        day shows the strands as they would be, and nothing is saved by that."""

        def steps(page):
            self.sign_in(page)
            self.on(page, self.here).wait_for()
            drawn = "[aria-label='What the week asks'] svg[preserveAspectRatio] path"
            strand = f'document.querySelector("{drawn}").getAttribute("d")'
            before = page.evaluate(strand)
            self.change(page)
            self.assert_accessible(page, "a session's menu")
            button = f"fieldset:has-text('Move to') button:has-text('{self.there:%a}')"
            page.hover(button)
            self.until(page, f"{strand} !== '{before}'")
            page.click(button)
            self.on(page, self.there).wait_for()
            page.click("button:has-text('Undo')")
            self.on(page, self.here).wait_for()
            page.focus(f"{LEDGE.format(day=self.here)} a:has-text('Kiln day')")
            page.keyboard.press("Alt+ArrowRight")
            self.on(page, self.days[2]).wait_for()
            page.click("button:has-text('Undo')")
            self.on(page, self.here).wait_for()
            page.drag_and_drop(
                f"{LEDGE.format(day=self.here)} a.display", f"section[aria-label='{self.there:%a}'] h2"
            )
            self.on(page, self.there).wait_for()

        before = self.home.gym_class.starts_at.astimezone(self.home.gym.zone).time()
        self.drive(steps)
        gym_class = GymClass.objects.get()
        self.assertEqual(gym_class.session.date, self.there)
        here = gym_class.starts_at.astimezone(self.home.gym.zone)
        self.assertEqual((here.date(), here.time()), (self.there, before))

    def test_renamed_copied_and_removed_and_taken_back(self):
        """A new name and the old one again; a copy on another day, taken back; removed only once the time to
        take it back is over."""

        def steps(page):
            self.sign_in(page)
            self.change(page)
            page.fill("[role=dialog] input[aria-label=Name]", "Kiln day, renamed")
            page.click("button:has-text('Rename')")
            self.on(page, self.here, "Kiln day, renamed").wait_for()
            page.click("button:has-text('Undo')")
            page.wait_for_selector("text=Renamed “Kiln day, renamed” to “Kiln day”")
            self.change(page)
            page.click(f"fieldset:has-text('Copy to') button:has-text('{self.there:%a}')")
            self.on(page, self.there).wait_for()
            page.click("button:has-text('Undo')")
            self.on(page, self.there).wait_for(state="detached")
            self.change(page)
            page.click("button:text-is('Remove')")
            self.on(page, self.here).wait_for(state="detached")
            page.click("button:has-text('Undo')")
            self.on(page, self.here).wait_for()
            self.change(page)
            page.click("button:text-is('Remove')")
            page.wait_for_selector("text=“Kiln day” is removed in a moment")
            page.click("nav >> text=People")
            page.wait_for_selector("h1:has-text('People')")

        self.drive(steps)
        self.assertEqual(Session.objects.count(), 0)

    def test_class_times_are_not_doubled_unasked_and_who_comes_twice_is_said(self):
        """A second session on the day: none of its class times, unless they are asked for; then whoever is on
        both rosters is named."""

        def steps(page):
            self.sign_in(page)
            for number, again in enumerate((False, True)):
                page.click(f"button[aria-label='Add a session on {self.here:%a}']")
                page.fill("form input[id^=title-]", f"Second {number}")
                if again:
                    page.check("form input[type=checkbox]")
                page.click("form >> text=Add")
                page.wait_for_selector("textarea")
                page.click("nav >> text=Week")
                self.on(page, self.here, f"Second {number}").wait_for()
            return page.inner_text("body")

        self.home.gym.weekly_classes.create(weekday=self.here.weekday(), starts=datetime.time(17))
        self.home.gym_class.starts_at = datetime.datetime.combine(
            self.here, datetime.time(17), self.home.gym.zone
        )
        self.home.gym_class.save()
        earlier = Session.objects.create(
            gym=self.home.gym, date=self.here - datetime.timedelta(days=7), title="Last week"
        )
        starts = datetime.datetime.combine(earlier.date, datetime.time(17), self.home.gym.zone)
        GymClass.objects.create(session=earlier, starts_at=starts).people.set(self.home.members)
        told = self.drive(steps)
        counts = {one.title: one.classes.count() for one in Session.objects.filter(date=self.here)}
        self.assertEqual(counts, {"Kiln day": 1, "Second 0": 0, "Second 1": 1})
        self.assertIn("In two classes at one hour: Ada Finch (17:00, Kiln day and Second 1)", told)

    def test_an_empty_week_says_the_truth(self):
        """Nothing planned, nothing ahead, over: three different sentences; never that all is sent."""

        def steps(page):
            self.sign_in(page)
            said = {}
            for weeks in (-3, 1):
                page.goto(
                    f"{self.live_server_url}/?start={self.days[0] + datetime.timedelta(weeks=weeks):%Y-%m-%d}"
                )
                page.wait_for_selector("text=Nothing is planned in this week")
            page.goto(f"{self.live_server_url}/?start={self.days[0] - datetime.timedelta(weeks=1):%Y-%m-%d}")
            page.wait_for_selector("text=This week is over")
            self.assert_accessible(page, "a week that is over")
            return said

        Session.objects.create(
            gym=self.home.gym,
            date=self.days[0] - datetime.timedelta(days=3),
            title="Friday",
            text="5 burpees",
        )
        self.drive(steps)
