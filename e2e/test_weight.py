"""What pages weigh over the wire and how soon they are there on a slow phone, from the server as it runs in
earnest. Bars: of the design; the network is Chromium's own emulation (400 kbit/s, 400 ms, processor slowed
four times)."""

import os
import subprocess
import sys
from concurrent.futures import ThreadPoolExecutor

from playwright.sync_api import sync_playwright

from e2e.served import ServedTest
from ops.pages import CHROMIUM, DESK, INSIDE_ONLY, PHONE, View, opened
from ops.paths import ROOT
from server.publishing.actions import publish_class
from server.publishing.models import MemberSheet
from server.tests.gyms import body

PEOPLE = 40
TIMER = "text=Go through it with a timer"
PHONE_KB, BENCH_KB, EDIT_KB = 150, 350, 25
TEXT_MS, USABLE_MS = 2_000, 5_000
TRIES = 3  # a loaded machine is slow, not wrong; bytes are the same each time


class Weight(ServedTest):
    def setUp(self):
        environment = {
            "CHALK_DATABASE_URL": "postgresql://none@127.0.0.1/none",  # nothing is asked of it
            **os.environ,
            "CHALK_TESTING": "0",
            "CHALK_SECRET": "tests-only",
            "DJANGO_SETTINGS_MODULE": "server.settings",
        }
        collect = [sys.executable, "manage.py", "collectstatic", "--noinput", "--verbosity", "0"]
        subprocess.run(collect, cwd=ROOT, env=environment, check=True)
        super().setUp()

    def look(self, view: View, cookies=None) -> dict[str, float]:
        def run():
            with sync_playwright() as playwright:
                browser = playwright.chromium.launch(executable_path=CHROMIUM, args=[INSIDE_ONLY])
                try:
                    return opened(browser, f"http://127.0.0.1:{self.port}", view, cookies or {})
                finally:
                    browser.close()

        with ThreadPoolExecutor(1) as other:
            return other.submit(run).result()

    def test_a_member_s_page_on_a_slow_phone(self):
        """All of it under 150 kB, faces and figures included; first text under 2 s; the runner under 5 s."""
        publish_class(self.home.gym_class, self.home.coach)
        link = f"/m/{MemberSheet.objects.get(person=self.home.members[0]).token}"
        view = View(path=link, there=TIMER, size=PHONE, slow=True, press=TIMER, then="[role=timer]")
        for tries_left in range(TRIES - 1, -1, -1):
            found = self.look(view)
            self.assertLess(found["kB"], PHONE_KB)
            self.assertGreater(found["kB"], 60, "not all of it was counted")
            if found["first_text_ms"] < TEXT_MS and found["usable_ms"] < USABLE_MS:
                break
            self.assertTrue(tries_left, found)

    def test_the_bench_and_an_edit_of_forty_people(self):
        """The first view under 350 kB; an edit's answer under 25 kB, packed as it is sent."""
        for number in range(PEOPLE - len(self.home.members)):
            person = self.home.person(f"P{number} Member", "member")
            for motion in ("wrist.extension", "shoulder.flexion", "hip.flexion"):
                self.home.measure(person, motion, 50 + number)
            self.home.gym_class.people.add(person)
        client = self.client_of(self.home.coach)
        bench = f"/session/{self.home.session.pk}"
        found = self.look(View(path=bench, there="[data-drill] svg", size=DESK), client.cookies)
        self.assertLess(found["kB"], BENCH_KB)
        edited = body(
            self.home.session, text=f"{self.home.session.text}\n12 thrusters", class_id=self.home.gym_class.pk
        )
        answer = client.ask("POST", f"/api/sessions/{self.home.session.pk}/bench", edited)
        self.assertEqual(answer.status, 200)
        self.assertLess(len(answer.body) / 1000, EDIT_KB)
