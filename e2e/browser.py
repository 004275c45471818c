"""A browser for tests. Playwright lives in one worker thread, so that Django's database stays in the
test's own."""

from __future__ import annotations

import json
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from django.core.management.base import CommandError
from django.db import connections
from playwright.sync_api import sync_playwright

from server.delivery.channels import Outbox
from server.delivery.sending import send_waiting
from server.tests.gyms import PASSWORD, SmallGym

AXE = Path(__file__).resolve().parent.parent / "web" / "node_modules" / "axe-core" / "axe.min.js"
INSIDE_ONLY = "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost"
DESK = {"width": 1280, "height": 800}
PHONE = {"width": 390, "height": 844}
SHOWN = 800  # letters of the page that a failing test prints


class BrowserTest(StaticLiveServerTestCase):
    """Each test gets a small gym and a fresh page; ``self.drive(steps)`` runs ``steps(page)`` in the
    browser's thread."""

    @classmethod
    def setUpClass(cls):
        super().setUpClass()
        cls.thread = ThreadPoolExecutor(1)
        cls.thread.submit(cls._open).result()

    @classmethod
    def tearDownClass(cls):
        cls.thread.submit(cls._close).result()
        cls.thread.shutdown()
        super().tearDownClass()

    @classmethod
    def _open(cls):
        cls.playwright = sync_playwright().start()
        cls.chromium = cls.playwright.chromium.launch(executable_path="/usr/bin/chromium", args=[INSIDE_ONLY])

    @classmethod
    def _close(cls):
        cls.chromium.close()
        cls.playwright.stop()

    def setUp(self):
        self.home = SmallGym("Kiln Row")

    def _fixture_teardown(self):
        """A page that closes may still be saving, which holds tables that are to be emptied: try again."""
        for tries_left in (2, 1, 0):
            try:
                super()._fixture_teardown()
                return
            except CommandError:
                if not tries_left:
                    raise

    def drive(self, steps, size=DESK, **settings):
        """Run steps(page) and give back what it returns; script errors on the page fail the test. settings:
        of the browser, such as timezone_id."""

        def run():
            context = self.chromium.new_context(viewport=size, reduced_motion="reduce", **settings)
            page = context.new_page()
            page.set_default_timeout(30_000)  # a loaded machine is slow, not wrong
            errors: list[str] = []
            page.on("pageerror", lambda error: errors.append(str(error)))
            try:
                result = steps(page)
                page.unroute_all()
                page.wait_for_load_state(
                    "networkidle"
                )  # a request still running would hold the tables the test cleans
                return result, errors
            except Exception as problem:  # what a person would have seen belongs to the report
                problem.add_note(f"where it stopped: {page.url}\n{page.inner_text('body')[:SHOWN]}")
                raise
            finally:
                context.close()

        result, errors = self.thread.submit(run).result()
        self.assertEqual(errors, [])
        return result

    @staticmethod
    def meanwhile(job):
        """Run job() with the database while a page is open: the browser's own thread may not."""

        def run():
            try:
                return job()
            finally:
                connections.close_all()

        with ThreadPoolExecutor(1) as other:
            return other.submit(run).result()

    @staticmethod
    def post():
        """What a worker does: what waits leaves, to the demo's stand-in."""
        send_waiting(channel=lambda name: Outbox())

    def sign_in(self, page, person=None):
        page.goto(self.live_server_url + "/")
        page.fill("#email", (person or self.home.coach).email)
        page.fill("#password", PASSWORD)
        page.click("button:has-text('Sign in')")
        page.wait_for_selector("h1:has-text('Week of'), h1:has-text('Your prep')")

    def open_bench(self, page, session=None):
        self.sign_in(page)
        page.goto(f"{self.live_server_url}/session/{(session or self.home.session).pk}")
        page.wait_for_selector("[data-drill]")
        page.wait_for_load_state(
            "networkidle"
        )  # a late answer or font moves the rows, and a press and its release then
        page.evaluate(
            "document.fonts.ready.then(() => true)"
        )  # land on different things, which is no click at all

    def until(self, page, expression: str, seconds: float = 25):
        """Wait until a JavaScript expression is true (asked from outside, as the page's content policy
        allows no eval)."""
        for _ in range(int(seconds * 20)):
            if page.evaluate(expression):
                return
            page.wait_for_timeout(50)
        self.fail(f"never true: {expression}")

    def assert_accessible(self, page, where: str):
        """The accessibility engine finds nothing."""
        page.evaluate(AXE.read_text(encoding="utf-8"))
        found = page.evaluate(
            "axe.run(document, {resultTypes: ['violations']}).then(r => r.violations.map(v => [v.id, "
            "v.nodes.map(n => n.html.slice(0, 160) + ' ' + (n.any[0]?.message ?? ''))]))"
        )
        self.assertEqual(found, [], f"{where}: {json.dumps(found, indent=1)}")

    def assert_no_sideways_scroll(self, page, where: str):
        self.assertLessEqual(
            page.evaluate("document.documentElement.scrollWidth - window.innerWidth"), 0, where
        )
