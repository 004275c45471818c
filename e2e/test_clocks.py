"""Clocks on the screen: the gym's time wherever the reader is, and the runner's seconds drill by drill."""

import datetime

from e2e.browser import PHONE, BrowserTest
from server.gym.models import Gym
from server.programme.models import GymClass
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
            page.wait_for_selector("a[title^='06:15, 3 people']")
            page.goto(f"{self.live_server_url}/session/{self.home.session.pk}")
            self.until(page, "document.body.innerText.includes('06:15 class')")
            page.goto(f"{self.live_server_url}/publish/{self.home.gym_class.pk}")
            page.wait_for_selector("text=06:15 class")
            self.assertIn(f"{today:%A} {today.day} {today:%B}", page.inner_text("main").replace(",", ""))

        self.drive(steps, timezone_id="America/New_York")


SMALL = {"width": 375, "height": 553}
COUNTED = """() => { window.buzzes = 0; window.beeps = 0; window.locks = 0;
    navigator.vibrate = pattern => { window.buzzes += 1; return true; };
    const start = OscillatorNode.prototype.start;
    OscillatorNode.prototype.start = function (...at) { window.beeps += 1; return start.apply(this, at); };
    const held = { release: async () => { window.locks -= 1; } };
    const lock = { request: async () => { window.locks += 1; return held; } };
    Object.defineProperty(navigator, 'wakeLock', { value: lock }); }"""


def expected(items: list[dict]) -> list[tuple[str, str, int, int]]:
    """Name, side, start and seconds of every go, from the stored items alone."""
    goes = []
    for item in items:
        for start, seconds in item["turns"] or [[item["start_s"], item["seconds"]]]:
            if not item["dose"]["per_side"]:
                goes.append((item["name"], "", start, seconds))
                continue
            first = item["dose"]["extra_side"] or "left"
            second = "right" if first == "left" else "left"
            goes.append((item["name"], first, start, -(-seconds // 2)))
            goes.append((item["name"], second, start - (-seconds // 2), seconds // 2))
    return sorted(goes, key=lambda go: go[2])


class Runner(BrowserTest):
    def setUp(self):
        super().setUp()
        publish_class(self.home.gym_class, self.home.coach)
        sheets = self.home.gym_class.publications.get().sheets
        self.sheet = sheets.get(person=self.home.members[1])
        self.items = self.sheet.page()["items"]

    def begin(self, page):
        page.clock.install()
        page.goto(f"{self.live_server_url}/m/{self.sheet.token}")
        page.wait_for_selector("text=Go through it with a timer")
        page.clock.pause_at(page.evaluate("Date.now()") + 1000)  # from here on time is the test's
        page.click("text=Go through it with a timer")

    @staticmethod
    def left(page) -> int:
        minutes, rest = page.inner_text("[role=timer]").split(":")
        return int(minutes) * 60 + int(rest)

    @staticmethod
    def after(page, seconds: float):
        page.clock.run_for(int(seconds * 1000))

    def test_the_clock_runs_the_whole_sheet_by_itself(self):
        """With a faked clock, nobody pressing: every drill and every side comes when the sheet says, with its
        own seconds; change-overs turn the screen light and count down; each turn shakes and sounds; the
        screen is kept on until it is done; nothing is cut off at 375 by 553."""
        goes = expected(self.items)

        def steps(page):
            page.add_init_script(f"({COUNTED})()")
            self.begin(page)
            self.assertEqual(page.get_attribute("[data-phase]", "data-phase"), "change")
            self.after(page, 5.5)
            clock_s = goes[0][2] + 0.5
            for number, (name, side, start, seconds) in enumerate(goes):
                if clock_s < start:  # in the change-over before it
                    self.assertEqual(page.get_attribute("[data-phase]", "data-phase"), "change", name)
                    self.assertIn("Get ready", page.inner_text("main"), name)
                    self.assertEqual(self.left(page), -(-(start - clock_s) // 1), name)
                    self.after(page, start + 0.5 - clock_s)
                    clock_s = start + 0.5
                self.assertEqual(page.inner_text("h1"), name)
                self.assertEqual(self.left(page), seconds, (name, side))
                self.assertIn(f"{side} side" if side else "", page.inner_text("[role=status]").lower())
                self.after(page, 2)
                self.assertEqual(page.get_attribute("[data-phase]", "data-phase"), "on")
                self.assertIn("bg-slate-deep", page.get_attribute("[data-phase]", "class"))
                self.assert_nothing_cut(page, name)
                self.assertEqual(page.evaluate("window.locks"), 1)
                self.after(page, start + seconds + 0.5 - clock_s - 2)
                clock_s = start + seconds + 0.5
                self.assertGreaterEqual(page.evaluate("window.buzzes"), number + 1, name)
            page.wait_for_selector("h1:has-text('Done')")
            self.assertEqual(page.evaluate("window.locks"), 0)
            self.assertGreater(page.evaluate("window.beeps"), len(goes))
            page.click("text=Back to the page")
            page.wait_for_selector("text=Go through it with a timer")

        self.drive(steps, SMALL)

    def assert_nothing_cut(self, page, name: str):
        """Everything stands inside the screen, and nothing scrolls but the cues."""
        beyond = page.evaluate(
            "[...document.querySelectorAll('main button, main h1, [role=timer]')].filter(one => {"
            " const box = one.getBoundingClientRect();"
            " return box.bottom > innerHeight || box.top < 0 || box.right > innerWidth; })"
            ".map(one => one.textContent)"
        )
        self.assertEqual(beyond, [], name)
        self.assertLessEqual(page.evaluate("document.documentElement.scrollHeight - innerHeight"), 0, name)

    def test_a_lock_a_reload_and_back_keep_the_place(self):
        """Locked for 20 s, reloaded, and left by the Back key: the clock is where it would be, and stands
        still only while the list is left. A pause holds; Back and Next lead to a step's own start."""
        goes = expected(self.items)
        whole = goes[0][3]

        def steps(page):
            self.begin(page)
            self.after(page, 5.5)
            self.assertEqual(self.left(page), whole)
            page.clock.fast_forward(10_000)  # as a locked phone: no tick meanwhile, then the world's time
            self.after(page, 0.5)
            self.assertLessEqual(abs(self.left(page) - (whole - 11)), 1)
            page.reload()
            page.wait_for_selector("[role=timer]")
            self.assertLessEqual(abs(self.left(page) - (whole - 11)), 1)
            page.go_back()
            page.wait_for_selector(f"text=Go on: 1 of {len(self.items)}")
            self.after(page, 60)
            page.click("text=Go on: 1 of")
            self.assertLessEqual(abs(self.left(page) - (whole - 11)), 1)
            page.click("button:has-text('Pause')")
            stood = self.left(page)
            self.after(page, 30)
            self.assertEqual(self.left(page), stood)
            page.click("button:has-text('Go on')")
            page.click("main button >> nth=-1")
            self.assertEqual(self.left(page), goes[1][3])
            page.click("button:has-text('Back')")
            self.assertEqual(self.left(page), whole)

        self.drive(steps, PHONE)

    def test_a_new_version_begins_anew(self):
        """What was left in version 1 is no place in version 2."""

        def steps(page):
            self.begin(page)
            self.after(page, 8)
            page.go_back()
            page.wait_for_selector("text=Go on: 1 of")
            self.meanwhile(self.correct)
            page.reload()
            page.wait_for_selector("h1:has-text('Kiln day, corrected')")
            self.assertEqual(page.locator("text=Go on: 1 of").count(), 0)

        self.drive(steps, PHONE)

    def correct(self):
        self.home.session.title = "Kiln day, corrected"
        self.home.session.save()
        publish_class(self.home.gym_class, self.home.coach)


class Outbox(BrowserTest):
    def test_an_odd_title_takes_down_no_screen(self):
        """A name that only looks like a link stays words; the member's link beside it is one."""
        self.home.gym.name = "http://[ and javascript:alert(1)"
        self.home.gym.save()
        gym_class = GymClass.objects.select_related("session__gym").get(pk=self.home.gym_class.pk)
        publish_class(gym_class, self.home.coach)
        self.post()

        def steps(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/outbox")
            page.wait_for_selector("li:has-text('javascript:alert(1)') a")
            links = page.eval_on_selector_all(
                "li a[href^='/m/']", "all => all.map(one => one.getAttribute('href'))"
            )
            self.assertEqual(len(links), 3)
            self.assertTrue(all(link.startswith("/m/") for link in links), links)

        self.drive(steps)
