"""Teaching the board its words, and a whole week at once, as a coach would do both."""

import datetime

from e2e.browser import BrowserTest
from server.programme.models import Session
from server.shelf.models import GymWord, OwnMovement

STRANGE = "3 rounds\n12 flumes\n12 trusters 30 kg\n10 push-ups"


class Words(BrowserTest):
    def setUp(self):
        super().setUp()
        self.home.session.text = STRANGE
        self.home.session.save()

    def test_a_word_is_mapped_in_place_and_remembered(self):
        """Search for a movement, read the word as it; the text stays, the line lights up; it can be
        forgotten on the spot."""

        def steps(page):
            self.open_bench(page)
            page.click("[aria-label='Unread on line 2'] >> text=another movement …")
            page.wait_for_selector("[role=dialog]")
            self.assert_accessible(page, "meaning of a word")
            page.fill("#meaning-search", "side lunge")
            page.keyboard.press("Enter")
            page.click("[role=dialog] button:has-text('Read it as lateral lunge')")
            page.wait_for_selector("[aria-label='Unread on line 2']", state="detached")
            page.wait_for_selector("text=“flumes” is lateral lunge here from now on")
            self.assertEqual(page.input_value("textarea"), STRANGE)
            self.assertIn("lateral lunge", page.inner_text("[aria-label='Board']"))
            page.click("text=Forget it")
            page.wait_for_selector("[aria-label='Unread on line 2']")

        self.drive(steps)
        self.assertEqual(GymWord.objects.count(), 0)

    def test_a_new_movement_is_made_from_a_similar_one(self):
        """With its own positions; the board reads it, the shelf lists it, and deleting it makes the word
        strange again."""

        def steps(page):
            self.open_bench(page)
            page.click("[aria-label='Unread on line 2'] >> text=another movement …")
            page.fill("#meaning-search", "walking lunge")
            page.click("[aria-label='Movements'] button >> nth=0")
            page.click("text=It is new, but like this")
            page.select_option("#own-position", label="Overhead lockout")
            page.wait_for_selector("button[aria-label='Leave out Overhead lockout']")
            page.click("text=Make it")
            page.wait_for_selector("[aria-label='Unread on line 2']", state="detached")
            page.click("nav >> text=Shelf")
            page.wait_for_selector("[aria-label='Your movements'] >> text=flumes")
            self.assert_accessible(page, "shelf")
            self.assert_no_sideways_scroll(page, "shelf")
            with page.expect_download() as saved:
                page.click("text=Save as a file")
            path = saved.value.path()
            page.click("button[aria-label='Delete flumes']")
            page.wait_for_selector("button[aria-label='Delete flumes']", state="detached")
            page.set_input_files(
                "input[type=file]",
                files=[
                    {"name": "movements.json", "mimeType": "application/json", "buffer": path.read_bytes()}
                ],
            )
            page.wait_for_selector("text=1 added, 0 changed, 0 as before")
            page.set_input_files(
                "input[type=file]",
                files=[{"name": "movements.json", "mimeType": "application/json", "buffer": b"{"}],
            )
            page.wait_for_selector("[role=alert] >> text=not JSON")

        self.drive(steps)
        self.assertEqual(OwnMovement.objects.get().fields["positions"][-1], "overhead-lockout")

    def test_an_assumption_is_shown_confirmed_and_gone(self):
        """'trusters' is marked as assumed; 'right, remember it' makes it a word of the gym."""

        def steps(page):
            self.open_bench(page)
            self.assertIn("trusters as thruster", page.inner_text("[aria-label='Assumed on line 3']"))
            page.click("[aria-label='Assumed on line 3'] >> text=right, remember it")
            page.wait_for_selector("[aria-label='Assumed on line 3']", state="detached")

        self.drive(steps)
        self.assertEqual(list(GymWord.objects.values_list("word", "movement")), [("trusters", "thruster")])

    def test_pointing_at_a_word_says_what_it_was_read_as_and_moves_nothing(self):
        """A caption under the word names its movement; the text's height and the caret stay as they were."""

        def steps(page):
            self.open_bench(page)
            page.click("textarea", position={"x": 70, "y": 90})
            before = page.evaluate(
                "[document.querySelector('textarea').offsetHeight, "
                "document.querySelector('textarea').selectionStart]"
            )
            box = page.evaluate(
                "(() => { const b = "
                "[...document.querySelectorAll('[data-role=movement]')].at(-1).getBoundingClientRect(); "
                "return [b.x + 4, b.y + 4]; })()"
            )
            page.mouse.move(*box)
            page.wait_for_selector("text=movement · push-up")
            self.assertEqual(
                page.evaluate(
                    "[document.querySelector('textarea').offsetHeight, "
                    "document.querySelector('textarea').selectionStart]"
                ),
                before,
            )

        self.drive(steps)


class Week(BrowserTest):
    def test_a_week_is_pasted_reviewed_imported_and_the_same_again_changes_nothing(self):
        """Paste, see every day, leave one out, import, look at the week; the same week again says there is
        nothing to do."""
        monday = self.home.session.date + datetime.timedelta(days=7 - self.home.session.date.weekday())
        week = (
            "Monday: Slow start\nA) Back squat 5x5\n\nTuesday\n12 flumes\n10 burpees\n\n"
            "Wed: Row day\n1000 m row"
        )

        def steps(page):
            self.sign_in(page)
            page.click("text=Paste a week")
            page.wait_for_selector("h1:has-text('Paste a week')")
            page.fill("input[type=date]", monday.isoformat())
            page.fill("#week-text", "10 burpees")
            page.wait_for_selector("[role=alert] >> text=No day could be found")
            page.fill("#week-text", week)
            page.fill("#pattern", "now and then")
            page.wait_for_selector("[role=alert] >> text=names no days and times")
            self.assertEqual(page.input_value("#week-text"), week)
            page.fill("#pattern", "Mon-Wed 06:15")
            page.wait_for_selector("text=3 days read: 3 new")
            self.assertIn("1 unread word", page.inner_text("[aria-label='Days']"))
            self.assert_accessible(page, "import of a week")
            self.assert_no_sideways_scroll(page, "import of a week")
            page.uncheck("[aria-label='Days'] input >> nth=1")
            page.click("button:has-text('Import 2 days')")
            page.wait_for_selector("text=Done: 2 sessions added, 2 classes.")
            page.wait_for_selector("text=2 there already")
            page.click("text=See the week")
            page.wait_for_selector("article >> text=Slow start")
            page.go_back()

        self.drive(steps)
        self.assertEqual(
            set(Session.objects.filter(date__gte=monday).values_list("title", flat=True)),
            {"Slow start", "Row day"},
        )

    def test_files_are_taken_for_the_text_and_for_the_times(self):
        """A CSV for the days and an iCalendar file for the classes."""
        monday = self.home.session.date + datetime.timedelta(days=7 - self.home.session.date.weekday())
        ics = (
            f"BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//t//\r\nBEGIN:VEVENT\r\nUID:1\r\n"
            f"SUMMARY:Class\r\nDTSTART:{monday:%Y%m%d}T061500\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
        )

        def steps(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/week/import?start={monday.isoformat()}")
            page.wait_for_selector("#week-text")
            page.set_input_files(
                "input[type=file] >> nth=0",
                files=[
                    {
                        "name": "week.csv",
                        "mimeType": "text/csv",
                        "buffer": f"date,title,text\n{monday},Lifted,back squat 5x5\n".encode(),
                    }
                ],
            )
            page.wait_for_selector("text=1 day read: 1 new")
            page.set_input_files(
                "input[type=file] >> nth=1",
                files=[{"name": "classes.ics", "mimeType": "text/calendar", "buffer": ics.encode()}],
            )
            page.wait_for_selector("[aria-label='Days'] >> text=06:15")
            page.click("button:has-text('Import 1 day')")
            page.wait_for_selector("text=Done: 1 session added, 1 class.")

        self.drive(steps)
        self.assertEqual(Session.objects.get(title="Lifted").classes.count(), 1)
