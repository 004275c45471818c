"""Saving on the screen: two places at once, a reload at once, no network, publishing right after an edit."""

import json
from unittest.mock import patch

from e2e.browser import DESK, BrowserTest
from server.programme.models import Session
from server.publishing.models import Publication
from server.tests.gyms import PASSWORD, change

STATUS = "document.querySelector('h1 + p [role=status]').innerText"
MINUTES = "document.querySelector('input[type=number]').value"


class Saving(BrowserTest):
    def stored(self) -> Session:
        return Session.objects.select_related("draft").get(pk=self.home.session.pk)

    def elsewhere(self, **fields) -> None:
        """Another coach's save, from another machine."""
        self.meanwhile(lambda: change(self.home.client(), self.home.session, **fields))

    def test_what_another_changed_comes_in_and_both_stand(self):
        """Somebody sets the minutes elsewhere while the board is edited here: both are kept and shown."""

        def steps(page):
            self.open_bench(page)
            self.elsewhere(minutes=9)
            page.fill("textarea", "21 burpees")
            self.until(page, f"{MINUTES} === '9'")
            self.until(page, f"{STATUS}.includes('Saved')")

        self.drive(steps)
        self.assertEqual((self.stored().text, self.stored().draft.minutes), ("21 burpees", 9))

    def test_the_same_changed_twice_is_asked(self):
        """Both wrote on the board: both stand side by side, nothing is saved, and the choice is kept."""
        choices = (("Keep mine", "21 burpees", "21 burpees"), ("Take theirs", "5 ring rows", "30 wall balls"))
        for choice, mine, stands in choices:

            def steps(page, choice=choice, mine=mine, stands=stands):
                self.open_bench(page)
                self.elsewhere(text="30 wall balls")
                page.fill("textarea", mine)
                page.wait_for_selector("[role=dialog] >> text=Changed in two places")
                self.assertIn("changed in two places", page.inner_text("h1 + p"))
                told = page.inner_text("[role=dialog]")
                self.assertIn("30 wall balls", told)
                self.assertIn(mine, told)
                self.assert_accessible(page, "conflict")
                page.keyboard.press("Escape")
                page.click(f"button:has-text('{choice}')")
                page.wait_for_selector("[role=dialog]", state="detached")
                self.until(page, f"document.querySelector('textarea').value === '{stands}'")
                self.until(page, f"!{STATUS}.includes('aving') && !{STATUS}.includes('Not')")

            self.drive(steps)
            self.assertEqual(self.stored().text, stands)

    def test_undo_survives_a_reload_and_takes_back_only_what_i_changed(self):
        """A board rewritten and minutes changed here, the method elsewhere: after a reload both steps of mine
        are taken back, one change at a time, by keys in the board too; the method stays theirs."""
        board = "document.querySelector('textarea').value"

        def steps(page):
            self.open_bench(page)
            before = page.input_value("textarea")
            page.fill("textarea", "")
            page.type("textarea", "5 ring rows")
            page.fill("input[type=number]", "9")
            self.until(page, f"{STATUS}.includes('Saved')")
            self.elsewhere(method="end-range-tension")
            page.reload()
            page.wait_for_selector("[data-drill]")
            page.click("button[aria-label=Undo]")
            self.until(page, f"{MINUTES} === '12'")
            self.assertEqual(page.input_value("textarea"), "5 ring rows")
            page.focus("textarea")
            page.keyboard.press("Control+z")
            self.until(page, f"{board} === {json.dumps(before)}")
            page.keyboard.press("Control+Shift+z")
            self.until(page, f"{board} === '5 ring rows'")
            self.until(page, f"{STATUS}.includes('Saved')")

        self.drive(steps)
        self.assertEqual(self.stored().text, "5 ring rows")
        self.assertEqual(self.stored().draft.method, "end-range-tension")

    def test_two_coaches_see_each_other_and_what_the_other_saved(self):
        """Two browsers on one session: each is told of the other; what one saves shows in the other without
        a press; and one who leaves is no longer told of."""
        other = self.home.person("Wren Osgood", "coach")

        def steps(page):
            self.open_bench(page)
            with page.context.browser.new_context(viewport=DESK) as elsewhere:
                theirs = elsewhere.new_page()
                self.sign_in(theirs, other)
                theirs.goto(page.url)
                theirs.wait_for_selector("text=Coach Marl has this open too")
                page.wait_for_selector("text=Wren Osgood has this open too")
                self.assert_accessible(page, "two on one board")
                theirs.wait_for_selector("[data-drill]")
                theirs.fill("input[type=number]", "9")
                self.until(page, f"{MINUTES} === '9'")
                theirs.goto(self.live_server_url + "/")
                theirs.wait_for_selector("h1")
                page.wait_for_selector("text=Wren Osgood has this open too", state="detached")
                theirs.wait_for_load_state("networkidle")

        with patch("server.api.presence.ASK_AGAIN_S", 1):
            self.drive(steps)

    def test_an_ended_sign_in_is_asked_for_in_place_and_carries_on(self):
        """Signed out elsewhere while the board is open: typed on, asked for the password on this page, and
        what was typed is saved then; a wrong password is told at its place; nobody reads the page
        meanwhile."""

        def steps(page):
            self.open_bench(page)
            page.context.clear_cookies(name="sessionid")
            page.fill("textarea", "21 burpees")
            page.wait_for_selector("[role=dialog] >> text=Your sign-in has ended")
            self.assert_accessible(page, "sign-in ended")
            page.fill("[role=dialog] input", "not it at all")
            page.click("text=Sign in and go on")
            page.wait_for_selector("[role=dialog] [role=alert] >> text=No one here has this")
            page.fill("[role=dialog] input", PASSWORD)
            page.click("text=Sign in and go on")
            page.wait_for_selector("[role=dialog]", state="detached")
            self.assertEqual(page.input_value("textarea"), "21 burpees")
            self.until(page, f"{STATUS}.includes('Saved')")

        self.drive(steps)
        self.assertEqual(self.stored().text, "21 burpees")

    def test_a_reload_at_once_keeps_the_edit(self):
        """Typed, and reloaded within 150 ms: it stands, and is saved."""

        def steps(page):
            self.open_bench(page)
            for number in range(3):
                page.fill("textarea", f"{number + 3} burpees")
                page.reload()
                page.wait_for_selector("textarea")
                self.until(page, f"document.querySelector('textarea').value === '{number + 3} burpees'")
                self.until(page, f"!{STATUS}.includes('aving') && !{STATUS}.includes('Not')")

        self.drive(steps)
        self.assertEqual(self.stored().text, "5 burpees")

    def test_an_edit_goes_into_what_is_published_right_after(self):
        """Typed, and on to publishing at once: the edit is in what was sent."""

        def steps(page):
            self.open_bench(page)
            page.fill("textarea", "21 thrusters 40/30 kg")
            page.evaluate("document.querySelector(\"a[href^='/publish/']\").click()")
            page.wait_for_selector("button:has-text('Send now')")
            page.click("button:has-text('Send now')")
            page.wait_for_selector("text=Sent to 3 people")
            page.click("button:has-text('Send again')")
            page.wait_for_selector("text=nothing was sent again")

        self.drive(steps)
        self.assertEqual(Publication.objects.get().page["text"], "21 thrusters 40/30 kg")

    def test_without_a_network_it_says_so_and_saves_by_itself_later(self):
        """Offline: 'Not saved yet', never 'Saved'; back again: saved without a press."""

        def steps(page):
            self.open_bench(page)
            page.context.set_offline(True)
            page.fill("textarea", "21 burpees")
            self.until(page, f"{STATUS}.includes('Not saved yet')")
            page.wait_for_selector("text=The server does not answer. This is what was last known")
            page.context.set_offline(False)
            self.until(page, f"{STATUS}.includes('Saved')")
            self.until(page, "!document.body.innerText.includes('does not answer')")

        self.drive(steps)
        self.assertEqual(self.stored().text, "21 burpees")

    def test_what_cannot_be_saved_is_said_and_stays(self):
        """Binary text: the reason stands beside the title, and what was typed stays on the page."""

        def steps(page):
            self.open_bench(page)
            page.evaluate(
                """() => { const field = document.querySelector('textarea');
                const value = Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value');
                value.set.call(field, '5 burpees \\u0000');
                field.dispatchEvent(new Event('input', {bubbles: true})); }"""
            )
            self.until(page, f"{STATUS}.includes('Not saved: This looks like a binary file')")

        self.drive(steps)
        self.assertIn("Front squat", self.stored().text)
