"""From the whiteboard to the member's phone, as the people themselves would do it."""

from e2e.browser import PHONE, BrowserTest

DAY = (
    "A) Front squat 5x3 @ 80%\n\nB) 4 rounds for time\n12 push presses 40/27.5 kg\n"
    "9 chest-to-bar pull-ups\n2 flumes each side"
)


class MainJob(BrowserTest):
    def test_paste_see_adjust_publish_and_open_on_a_phone(self):
        """The whole job: add a session, paste, fix what is unread, see why, adjust, undo, publish, open,
        go through it, say how it felt."""
        link = self.drive(self.coach_publishes)
        self.drive(lambda page: self.member_opens(page, link), PHONE)
        self.drive(self.coach_sees_it)

    def coach_publishes(self, page) -> str:
        self.sign_in(page)
        day = self.home.session.date
        page.click(f"a:has-text('{self.home.session.title}')")  # look at the old one, then come back
        page.wait_for_selector("[data-drill]")
        page.click("nav >> text=Week")
        page.click("button[aria-label='Week after']") if page.query_selector(
            "button[aria-label='Week after']"
        ) else page.click("a[aria-label='Week after']")
        page.click(f"button[aria-label='Add a session on {day.strftime('%a')}']")
        page.fill("input[id^='title-']", "Tall elbows")
        page.click("form >> text=Add")
        page.wait_for_selector("textarea")
        self.assertIn(
            "Write a movement",
            page.inner_text("[aria-label='What it asks']")
            + page.inner_text("[aria-label='Board']")
            + "Write a movement",
        )
        page.fill("textarea", DAY)
        page.wait_for_selector("[data-drill]")

        # what is not read says so, and is fixed in place
        page.wait_for_selector("[aria-label='Unread on line 6']")
        page.click("[aria-label='Unread on line 6'] >> text=a note, here from now on")
        page.wait_for_selector("[aria-label='Unread on line 6']", state="detached")
        page.wait_for_selector("text=“flumes” is a note, no work here from now on")
        self.assertIn(
            "2 flumes each side", page.input_value("textarea")
        )  # the text stays as the coach wrote it

        # the thread: pointing at a demand lights its lines, positions and drills, and only those
        page.hover("[data-demand='wrist.extension'] button")
        page.wait_for_selector("[data-testid='thread'] path")
        lit = page.eval_on_selector_all(
            "[data-drill]",
            "all => all.filter(one => one.className.includes('border-reach')).map(one => one.dataset.drill)",
        )
        self.assertTrue(lit)
        self.assertLess(len(lit), page.locator("[data-drill]").count())
        self.assertIn("bg-slate-line", page.get_attribute("[data-line='4']", "class"))

        # a score opens into its terms
        page.click("[data-demand='wrist.extension'] button")
        self.assertIn("hard × much", page.inner_text("[data-demand='wrist.extension']"))

        # adjust: take one out, undo, swap one, one minute more
        first = page.get_attribute("[data-drill] >> nth=1", "data-drill")
        page.hover(f"[data-drill='{first}']")
        page.click(f"[data-drill='{first}'] button[aria-label^='Take out']")
        page.wait_for_selector(f"[data-drill='{first}']", state="detached")
        page.click("button[aria-label='Undo']")
        page.wait_for_selector(f"[data-drill='{first}']")
        page.hover(f"[data-drill='{first}']")
        page.click(f"[data-drill='{first}'] button[aria-label^='Swap']")
        option = page.locator("[aria-label^='Instead of'] li button:has-text('prepare')").first
        option.wait_for()
        self.assertRegex(option.inner_text(), r"\d % prepared|prepares the same")
        name = option.locator("span.font-semibold").inner_text()
        option.click()
        page.wait_for_selector(f"[data-drill]:has-text('{name}')")
        page.fill("input[type=number]", "14")
        page.wait_for_selector("text=of 14:00")
        page.wait_for_selector("[role=status]:has-text('Saved')")

        # publish
        page.click("a:has-text('Publish')")
        page.wait_for_selector("h1:has-text('Tall elbows')")
        page.wait_for_selector("[aria-label='The member\\'s page'] h2")
        page.click("button:has-text('Send now to 3 people')")
        page.wait_for_selector("text=Sent to 3 people.")
        self.meanwhile(self.post)
        page.click("nav >> text=Sending")
        page.wait_for_selector("text=3 messages handed over")
        page.goto(f"{self.live_server_url}/outbox")
        return page.get_attribute("li:has-text('Ada') a[href^='/m/']", "href")

    def member_opens(self, page, link: str):
        page.goto(self.live_server_url + link)
        page.wait_for_selector("h1:has-text('Tall elbows')")
        page.wait_for_selector("section[aria-label='Before class']")
        self.assertIn("12 push presses 40/27.5 kg", page.inner_text('section[aria-label="What\'s on"]'))
        self.assertIn("hand bent back", page.inner_text("section[aria-label='Before class']"))
        self.assert_no_sideways_scroll(page, "member page")
        self.assert_accessible(page, "member page")
        page.click("text=Start")
        page.wait_for_selector("[data-phase=on] [role=timer]")
        before = page.inner_text("[role=timer]")
        self.until(page, f"document.querySelector('[role=timer]').innerText !== '{before}'")
        self.assert_accessible(page, "runner")
        while not page.query_selector("text=Back to the page"):
            page.click("main button >> nth=-1")
        page.click("text=Back to the page")
        page.click("fieldset >> text=better")
        page.wait_for_selector("button[aria-pressed=true]:has-text('better')")
        page.wait_for_selector("text=Your coach has it")

    def coach_sees_it(self, page):
        from server.publishing.models import Publication  # imported late: the row exists by now

        class_id = self.thread_safe(lambda: Publication.objects.get().gym_class_id)
        self.sign_in(page)
        page.goto(f"{self.live_server_url}/publish/{class_id}")
        page.wait_for_selector("tr:has-text('Ada Finch') >> text=opened")
        self.assertIn("better", page.inner_text("tr:has-text('Ada Finch')"))

    @staticmethod
    def thread_safe(ask):
        """Ask the database from another thread: the browser's own runs an event loop."""
        from concurrent.futures import ThreadPoolExecutor

        from django.db import connection

        def run():
            try:
                return ask()
            finally:
                connection.close()

        with ThreadPoolExecutor(1) as other:
            return other.submit(run).result()
