"""Clocks on the screen: the gym's time wherever the reader is, and the runner's seconds drill by drill."""

import datetime

from e2e.browser import PHONE, BrowserTest
from server.gym.models import Gym
from server.publishing.actions import publish_class


class Zones(BrowserTest):
    def test_times_are_the_gyms_wherever_the_reader_is(self):
        """A class at 06:15 in Kiritimati (UTC+14) is 06:15 on the week, the Bench and the publish page of a
        browser in New York."""
        Gym.objects.update(timezone="Pacific/Kiritimati")
        today = Gym.objects.get().today()
        six = datetime.datetime.combine(today, datetime.time(6, 15), tzinfo=Gym.objects.get().zone)
        self.home.session.date, self.home.gym_class.starts_at = today, six
        self.home.session.save()
        self.home.gym_class.save()

        def steps(page):
            self.sign_in(page)
            page.wait_for_selector("text=06:15, 3")
            page.goto(f"{self.live_server_url}/session/{self.home.session.pk}")
            self.until(page, "document.body.innerText.includes('06:15 class')")
            page.goto(f"{self.live_server_url}/publish/{self.home.gym_class.pk}")
            page.wait_for_selector("text=06:15 class")
            self.assertIn(f"{today:%A} {today.day} {today:%B}", page.inner_text("main").replace(",", ""))

        self.drive(steps, timezone_id="America/New_York")


class Runner(BrowserTest):
    def test_every_drill_starts_from_its_own_seconds(self):
        """Over a whole sheet with a faked clock: each drill begins with its own time, whatever the one before
        had left, also after it ran out; Back starts anew; a pause holds."""
        publish_class(self.home.gym_class, self.home.coach)
        sheet = self.home.gym_class.publications.get().sheets.get(person=self.home.members[1])
        seconds = [item["seconds"] for item in sheet.content["items"]]

        def left(page) -> int:
            minutes, rest = page.inner_text("[role=timer]").split(":")
            return int(minutes) * 60 + int(rest)

        def steps(page):
            page.clock.install()
            page.goto(f"{self.live_server_url}/m/{sheet.token}")
            page.click("text=Go through it with a timer")
            for place, whole in enumerate(seconds):
                self.assertEqual(left(page), whole, place)
                # 7 s of the first, all and more of the second, 7 s of the third, and so on
                page.clock.run_for((whole + 30 if place % 2 else min(7, whole)) * 1000)
                self.assertEqual(left(page), 0 if place % 2 else max(0, whole - 7), place)
                if place == 1:
                    page.click("button:has-text('Back')")
                    self.assertEqual(left(page), seconds[0])
                    page.click("button:has-text('Pause')")
                    page.clock.run_for(5000)
                    self.assertEqual(left(page), seconds[0])
                    page.click("button:has-text('Go on')")
                    page.clock.run_for(3000)
                    self.assertEqual(left(page), seconds[0] - 3)
                    page.click("button:has-text('Next')")
                page.click("button:has-text('Next'), button:has-text('Done')")
            page.wait_for_selector("h1:has-text('Done')")

        self.drive(steps, PHONE)


class Outbox(BrowserTest):
    def test_an_odd_title_takes_down_no_screen(self):
        """A title that only looks like a link stays words; the member's link beside it is one."""
        self.home.session.title = "http://[ and javascript:alert(1)"
        self.home.session.save()
        publish_class(self.home.gym_class, self.home.coach)

        def steps(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/outbox")
            page.wait_for_selector("text=javascript:alert(1)")
            links = page.eval_on_selector_all("li a", "all => all.map(one => one.getAttribute('href'))")
            self.assertEqual(len(links), 3)
            self.assertTrue(all(link.startswith("/m/") for link in links), links)

        self.drive(steps)
