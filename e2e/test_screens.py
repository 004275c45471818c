"""Every screen: reachable by keyboard, nothing cut, accessible, and honest about bad input."""

import datetime

from django.utils import timezone

from e2e.browser import BrowserTest
from server.programme.models import GymClass, Session
from server.publishing.actions import publish_class
from server.tests.gyms import TEXT


class Accessible(BrowserTest):
    def test_no_screen_has_a_violation_or_scrolls_sideways(self):
        """Sign-in, week, Bench (at rest, opened, with a swap open), keys, publish, outbox, and a member's
        list."""
        publish_class(self.home.gym_class, self.home.coach)
        self.post()

        def steps(page):
            page.goto(self.live_server_url + "/")
            page.wait_for_selector("#email")
            self.assert_accessible(page, "sign-in")
            self.sign_in(page)
            page.wait_for_selector("article")
            self.assert_accessible(page, "week")
            self.assert_no_sideways_scroll(page, "week")
            page.keyboard.press("?")
            page.wait_for_selector("[role=dialog]")
            self.assert_accessible(page, "keys")
            page.keyboard.press("Escape")
            page.goto(f"{self.live_server_url}/session/{self.home.session.pk}")
            page.wait_for_selector("[data-drill]")
            page.mouse.move(640, 70)
            self.assert_accessible(page, "bench")
            self.assert_no_sideways_scroll(page, "bench")
            page.click("[data-demand] button >> nth=0")
            page.mouse.move(640, 70)
            page.keyboard.press("Escape")
            self.assert_accessible(page, "bench, a demand opened")
            page.goto(f"{self.live_server_url}/publish/{self.home.gym_class.pk}")
            page.wait_for_selector("[aria-label='The member\\'s page'] h2")
            self.assert_accessible(page, "publish")
            for path, there in (("outbox", "li"), ("sending", "text=Next out")):
                page.goto(f"{self.live_server_url}/{path}")
                page.wait_for_selector(there)
                self.assert_accessible(page, path)
            page.click("text=Sign out")
            page.wait_for_selector("#email")
            self.sign_in(page, self.home.members[0])
            page.wait_for_selector("li a")
            self.assert_accessible(page, "my sheets")

        self.drive(steps)


class BadInput(BrowserTest):
    def test_bad_text_and_minutes_are_said_at_their_place_and_nothing_is_lost(self):
        """An empty board, noise, and minutes of 0 or 500: a message where the fault is; the saved text
        survives."""

        def steps(page):
            self.open_bench(page)
            page.fill("input[type=number]", "500")
            self.assertIn("2 to 60", page.inner_text("#minutes-problem"))
            page.fill("input[type=number]", "0")
            self.assertIn("2 to 60", page.inner_text("#minutes-problem"))
            page.keyboard.press("Tab")
            self.assertEqual(page.input_value("input[type=number]"), "12")
            page.fill("textarea", "")
            page.wait_for_selector("text=Paste or write the day’s workout on the board")
            self.assertEqual(page.locator("[role=alert]").count(), 0)  # an empty board invites
            page.fill("textarea", "q" * 150_000)
            page.wait_for_selector("[aria-label='Board'] [role=alert]:has-text('150 kB')")
            page.fill("textarea", "zorch brimble")
            page.wait_for_selector("[aria-label='Unread on line 1']")
            page.fill("textarea", TEXT + "\n20 sit-ups")
            page.wait_for_selector("[data-drill]")
            page.wait_for_selector("[role=status]:has-text('Saved')")
            page.reload()
            page.wait_for_selector("[data-drill]")
            self.assertEqual(page.input_value("textarea"), TEXT + "\n20 sit-ups")

        self.drive(steps)

    def test_an_empty_class_and_a_wrong_password_and_a_foreign_page(self):
        """A class with no members cannot be sent and says why; so do a wrong password and somebody else's
        session."""
        empty = GymClass.objects.create(
            session=self.home.session, starts_at=timezone.now() + datetime.timedelta(hours=9)
        )

        def steps(page):
            page.goto(self.live_server_url + "/")
            page.fill("#email", self.home.coach.email)
            page.fill("#password", "nope")
            page.click("button:has-text('Sign in')")
            self.assertIn("No one here", page.inner_text("[role=alert]"))
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/publish/{empty.pk}")
            page.wait_for_selector("text=Nobody is on this class's roster yet")
            self.assertTrue(page.is_disabled("button:has-text('Send now')"))
            page.goto(f"{self.live_server_url}/session/999999")
            page.wait_for_selector("text=There is nothing here, or it belongs to another gym.")

        self.drive(steps)

    def test_a_lost_server_says_so_and_the_text_stays(self):
        """When saving fails the head says it, and what was typed is still on the board."""

        def steps(page):
            self.open_bench(page)
            page.route("**/api/sessions/**", lambda route: route.abort())
            page.fill("textarea", TEXT + "\n10 burpees")
            page.wait_for_selector("[role=status]:has-text('Not saved')")
            self.assertIn("10 burpees", page.input_value("textarea"))
            stored = self.meanwhile(lambda: Session.objects.get(pk=self.home.session.pk).text)
            self.assertEqual(stored, TEXT)  # afterwards the way is free again, and it may be saved after all

        self.drive(steps)


class Keyboard(BrowserTest):
    def test_the_listed_keys_work(self):
        """Each key of the list does what the list says."""

        def steps(page):
            self.open_bench(page)
            page.keyboard.press("?")
            listed = page.inner_text("[role=dialog]")
            page.keyboard.press("Escape")
            for key in ("?", "Esc", "[", "Ctrl Z", "Ctrl K", "G then", "K", "S", "X", "Alt"):
                self.assertIn(key, listed)
            self.assertLess(listed.index("On the Bench"), listed.index("Everywhere"))  # this screen's first
            page.keyboard.press("]")
            self.until(page, "document.querySelector('input[type=number]').value === '13'")
            page.keyboard.press("[")
            self.until(page, "document.querySelector('input[type=number]').value === '12'")
            page.keyboard.press("Control+z")
            self.until(page, "document.querySelector('input[type=number]').value === '13'")
            page.keyboard.press("Control+Shift+Z")
            self.until(page, "document.querySelector('input[type=number]').value === '12'")
            drill = page.get_attribute("[data-drill] >> nth=0", "data-drill")
            page.focus(f"[data-drill='{drill}'] button[aria-label^='Keep']")
            page.keyboard.press("k")
            page.wait_for_selector(f"[data-drill='{drill}'] button[aria-pressed=true]")
            page.keyboard.press("k")
            page.wait_for_selector(f"[data-drill='{drill}'] button[aria-pressed=false]")
            page.keyboard.press("s")
            page.wait_for_selector("[aria-label^='Instead of']")
            page.keyboard.press("Escape")
            page.wait_for_selector("[aria-label^='Instead of']", state="detached")
            page.focus(f"[data-drill='{drill}'] button[aria-label^='Keep']")
            page.keyboard.press("x")
            page.wait_for_selector(f"[data-drill='{drill}']", state="detached")
            # the keyboard stays in the list: the next one is there to be taken out as well
            self.until(page, "document.activeElement.closest('[data-drill]') !== null")
            heard = page.inner_text("[data-column=prep] [role=status].sr-only")
            self.assertRegex(heard, r"Prep: \d+ drills?, \d+:\d\d of 12:00, \d+ % prepared")

        self.drive(steps)

    def test_everything_is_found_by_a_few_letters_and_screens_by_two_keys(self):
        """A session, a person (a letter wrong), a drill and a method, each opened by Enter; G and a letter
        goes to a screen; nothing found says so; the skip link leads past the head; every page has its title,
        and an address that is none says so with status 404 and a way back."""

        def found(page, letters, kind):
            page.keyboard.press("Control+k")
            page.keyboard.type(letters)
            page.wait_for_selector(f"[role=option][aria-selected=true]:has-text('{kind}')")
            page.keyboard.press("Enter")

        def steps(page):
            self.sign_in(page)
            self.assertIn("Week of", page.title())
            found(page, "kiln", "session")
            page.wait_for_selector("textarea")
            self.until(page, "document.title.startsWith('Kiln day')")
            found(page, "ada fimch", "person")
            page.wait_for_selector("h1:has-text('Ada Finch')")
            found(page, "jog with", "drill")
            page.wait_for_selector("h1:has-text('Shelf')")
            page.wait_for_selector("h2:has-text('Easy jog with turns')")
            found(page, "end-range ten", "method")
            page.wait_for_selector("[aria-label=Methods] [aria-current=true]:has-text('End-range tension')")
            page.keyboard.press("/")
            page.keyboard.type("zzyzx")
            page.wait_for_selector("text=Nothing here is called “zzyzx”.")
            self.assert_accessible(page, "nothing found")
            page.keyboard.press("Escape")
            page.wait_for_selector("[role=dialog]", state="detached")
            for key, title in (("p", "People"), ("w", "Week"), ("l", "Position lab"), ("g", "Gym")):
                page.keyboard.press("g")
                page.keyboard.press(key)
                self.until(page, f"document.title.includes('{title}')")
            page.reload()
            page.wait_for_selector("h1")
            page.keyboard.press("Tab")
            self.assertEqual(page.evaluate("document.activeElement.textContent"), "Skip to the content")
            page.keyboard.press("Enter")
            self.until(page, "document.activeElement.id === 'content'")
            answer = page.goto(f"{self.live_server_url}/no/such/screen")
            self.assertEqual(answer.status, 404)
            page.wait_for_selector("h1:has-text('There is nothing at this address')")
            self.assert_accessible(page, "nothing at this address")
            page.click("text=To the week")
            page.wait_for_selector("h1:has-text('Week of')")

        self.drive(steps)

    def test_a_drill_moves_within_its_phase(self):
        """Alt and an arrow change the order, and the order is kept after a reload."""

        def steps(page):
            self.open_bench(page)

            def order():
                return page.eval_on_selector_all("[data-drill]", "all => all.map(one => one.dataset.drill)")

            before = order()
            later = page.locator("button[aria-label$=' later']:not([disabled])").first
            drill = later.evaluate("one => one.closest('[data-drill]').dataset.drill")
            page.focus(f"[data-drill='{drill}'] button[aria-label^='Keep']")
            page.keyboard.press("Alt+ArrowDown")
            self.until(
                page,
                (
                    f"[...document.querySelectorAll('[data-drill]')].map(one => "
                    f"one.dataset.drill).indexOf('{drill}') === {before.index(drill) + 1}"
                ),
            )
            page.wait_for_selector("[role=status]:has-text('Saved')")
            moved = order()
            page.reload()
            page.wait_for_selector("[data-drill]")
            self.assertEqual(order(), moved)

        self.drive(steps)

    def test_typing_on_the_board_keeps_the_caret_where_it_is(self):
        """Marking up the text as it is typed moves neither caret nor lines."""

        def steps(page):
            self.open_bench(page)
            page.focus("textarea")
            page.evaluate("document.querySelector('textarea').setSelectionRange(14, 14)")
            page.keyboard.type(" heavy", delay=60)
            page.wait_for_timeout(400)
            self.assertEqual(page.evaluate("document.querySelector('textarea').selectionStart"), 20)
            self.assertIn("Front squat heavy", page.input_value("textarea"))

        self.drive(steps)


class MoreScreens(BrowserTest):
    def test_a_correction_is_a_new_version_and_reaches_the_phone(self):
        """Publish, change the board, the page says so, publish again: the old link shows version 2."""
        first = publish_class(self.home.gym_class, self.home.coach)
        token = first.sheets.get(person=self.home.members[0]).token

        def steps(page):
            self.open_bench(page)
            page.fill("textarea", TEXT + "\n12 box step-ups")
            page.wait_for_selector("[role=status]:has-text('Saved')")
            page.click("a:has-text('Publish')")
            page.wait_for_selector("text=has changed since")
            page.click("button:has-text('Send version 2')")
            page.wait_for_selector("text=Sent to 3 people.")
            page.goto(f"{self.live_server_url}/m/{token}")
            page.wait_for_selector("text=12 box step-ups")

        self.drive(steps)

    def test_the_method_dial_replans_and_the_note_says_where_coaches_differ(self):
        """Specific only leaves nothing but practice and the ramp; its belief and its critics are both
        told."""

        def steps(page):
            self.open_bench(page)
            page.select_option("select >> nth=0", label="Specific only")
            self.until(
                page,
                "![...document.querySelectorAll('[data-drill]')].some(one => one.innerText.includes('open'))",
            )
            page.click("summary")
            told = page.inner_text("[aria-label='Prep']")
            self.assertIn("The lift is its own warm-up", told)
            self.assertIn("licensed clinician", told)
            page.click("button[aria-label='Undo']")
            self.until(
                page,
                "[...document.querySelectorAll('[data-drill]')].some(one => one.innerText.includes('open'))",
            )

        self.drive(steps)

    def test_a_members_page_fits_a_phone_and_swaps_for_the_chair(self):
        """A seated member's page is all from the chair, tells what changed, and scrolls in one direction
        only."""
        member = self.home.members[1]
        member.adaptive = ["seated"]
        member.save()
        self.home.caution(member, "no-floor", "no-impact", "no-hang", note="Trains from the chair.")
        token = publish_class(self.home.gym_class, self.home.coach).sheets.get(person=member).token

        def steps(page):
            page.goto(f"{self.live_server_url}/m/{token}")
            page.wait_for_selector("h1")
            page.click("summary")
            self.assertNotIn("Trains from the chair", page.inner_text("main"))  # a link alone tells no note
            self.sign_in(page, member)
            page.goto(f"{self.live_server_url}/m/{token}")
            page.wait_for_selector("text=Trains from the chair.")
            page.click("summary")
            self.assertIn("done from the chair", page.inner_text("section[aria-label='In class']"))
            self.assertNotIn("build up", page.inner_text("main"))
            self.assert_no_sideways_scroll(page, "seated member's page")
            self.assert_accessible(page, "seated member's page")
            page.goto(f"{self.live_server_url}/m/nobody")
            page.wait_for_selector("text=This link leads nowhere any more")

        self.drive(steps, {"width": 390, "height": 844})

    def test_a_link_to_a_demand_opens_with_its_thread(self):
        """A deep link holds the thread of one joint, and Escape lets it go."""

        def steps(page):
            self.sign_in(page)
            page.goto(
                f"{self.live_server_url}/session/{self.home.session.pk}?class={self.home.gym_class.pk}&point=wrist.extension"
            )
            page.wait_for_selector("[data-testid='thread'] path")
            self.assertIn("hard × much", page.inner_text("[data-demand='wrist.extension']"))
            page.keyboard.press("Escape")
            page.wait_for_selector("[data-testid='thread']", state="detached")

        self.drive(steps)

    def test_text_is_never_smaller_than_13_pixels(self):
        """The smallest letters on the Bench, the week and a member's page."""
        token = publish_class(self.home.gym_class, self.home.coach).sheets.first().token
        smallest = (
            "Math.min(...[...document.querySelectorAll('body *')].filter(e => e.children.length === 0 "
            "&& e.textContent.trim() && e.offsetParent && !e.closest('.sr-only')).map(e => "
            "parseFloat(getComputedStyle(e).fontSize)))"
        )

        def steps(page):
            self.open_bench(page)
            self.assertGreaterEqual(page.evaluate(smallest), 13)
            page.goto(f"{self.live_server_url}/")
            page.wait_for_selector("article")
            self.assertGreaterEqual(page.evaluate(smallest), 13)
            page.goto(f"{self.live_server_url}/m/{token}")
            page.wait_for_selector("h1")
            self.assertGreaterEqual(page.evaluate(smallest), 13)

        self.drive(steps)
