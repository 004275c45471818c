"""The member's page on a phone without a signal, and on one that installs it."""

from e2e.browser import PHONE, BrowserTest
from server.publishing.actions import publish_class
from server.publishing.models import MemberSheet, Said

KEPT = "caches.open('pages').then(kept => kept.keys()).then(all => all.map(one => new URL(one.url).pathname))"


class NoSignal(BrowserTest):
    def setUp(self):
        super().setUp()
        publish_class(self.home.gym_class, self.home.coach)
        self.sheet = MemberSheet.objects.get(person=self.home.members[0])

    @property
    def address(self) -> str:
        return f"{self.live_server_url}/m/{self.sheet.token}"

    def keep(self, page):
        page.goto(self.address)
        page.wait_for_selector("text=Go through it with a timer")
        self.until(page, f"{KEPT}.then(all => all.length === 2)")

    def test_a_page_that_was_open_once_works_without_a_network(self):
        """Opened, then offline: the page opens with its figures and faces, says it is a copy, its runner
        runs; how it felt is kept, and arrives by itself when the signal is back."""

        def steps(page):
            self.keep(page)
            page.wait_for_load_state("networkidle")
            page.context.set_offline(True)
            page.reload()
            page.wait_for_selector("text=No signal. This is the copy from last time.")
            page.wait_for_selector("section[aria-label='In class'] svg[role=img]")
            self.assertTrue(page.evaluate("document.fonts.ready.then(all => all.size > 0)"))
            page.click("text=Start")
            page.wait_for_selector("[data-phase=on] [role=timer]")
            page.go_back()
            page.click("fieldset >> text=better")
            page.wait_for_selector("text=it is sent by itself when there is a signal")
            self.assert_accessible(page, "no signal")
            page.reload()
            page.wait_for_selector("button[aria-pressed=true]:has-text('better')")
            page.goto(f"{self.live_server_url}/m/")
            page.click(f"a:has-text('{self.home.session.title}')")
            page.wait_for_selector("text=it is sent by itself when there is a signal")
            page.context.set_offline(False)
            page.wait_for_selector("text=Your coach has it")
            page.goto("about:blank")  # the driver counts what a worker answered offline as still under way

        self.drive(steps, PHONE)
        self.sheet.refresh_from_db()
        self.assertEqual(Said.objects.get(kind="felt").value, "better")
        self.assertIsNotNone(self.sheet.opened_at)

    def test_what_a_device_keeps_is_what_the_link_shows(self):
        """Opened by the member signed in: the copy that is kept tells nothing of their body; and a link that
        was ended takes its copy with it."""

        def steps(page):
            self.sign_in(page, self.home.members[0])
            self.keep(page)
            self.assertRegex(page.inner_text("main"), r"you have \d+°")
            page.context.set_offline(True)
            page.reload()
            page.wait_for_selector("text=No signal")
            self.assertNotIn("you have", page.inner_text("main"))
            page.context.set_offline(False)
            page.context.clear_cookies()
            self.meanwhile(lambda: MemberSheet.objects.update(ended_at="2026-01-01T00:00Z"))
            page.reload()
            page.wait_for_selector("text=This link has ended")
            self.until(page, f"{KEPT}.then(all => !all.some(one => one.length > 4))")

        self.drive(steps, PHONE)

    def test_it_can_be_installed_and_a_wrong_link_says_so(self):
        """The browser finds nothing that stands against installing either application; a link that leads
        nowhere is a 404 with words and a way on."""

        def steps(page):
            self.keep(page)
            faults = {}
            for address in (self.address, self.live_server_url + "/"):
                page.goto(address)
                devtools = page.context.new_cdp_session(page)
                found = devtools.send("Page.getInstallabilityErrors")["installabilityErrors"]
                faults[address] = [
                    one for one in found if one["errorId"] not in ("in-incognito", "not-in-main-frame")
                ]
            answer = page.goto(f"{self.live_server_url}/m/no-such-link")
            self.assertEqual(answer.status, 404)
            page.wait_for_selector("text=This link leads nowhere any more")
            page.click("text=The pages this phone keeps")
            page.wait_for_selector(f"a:has-text('{self.home.session.title}')")
            self.assert_accessible(page, "kept pages")
            return faults

        for address, faults in self.drive(steps, PHONE).items():
            self.assertEqual(faults, [], address)
