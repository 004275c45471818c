"""A board on the Bench: what it was read as can be told at a glance, and each kind is put right in place."""

from e2e.browser import PHONE, BrowserTest
from server.programme.models import Session
from server.publishing.actions import publish_class

BOARD = """\
WINTER CLASS

A) Strength
Front squat 4x4 @ 78%

B) Metcon
3 rounds for time
15 push presses 40/27.5 kg
285 pull-ups
12 glorbs

Please wipe the bars, and thank you for the cake.
The cake was very good, please bring another."""
ASIDES = "\n".join(f"12 grumbels{'abcdefgh'[place]}" for place in range(8))


def look(page, line: int) -> str:
    """The classes of a line of the board."""
    return page.get_attribute(f"[data-line='{line}']", "class") or ""


class Board(BrowserTest):
    def setUp(self):
        super().setUp()
        self.write(BOARD)

    def write(self, text: str) -> None:
        self.home.session.text = text
        self.home.session.save()

    def saved(self) -> str:
        return Session.objects.get(pk=self.home.session.pk).text

    def test_sections_notes_doubts_and_unread_look_different(self):
        """Four looks on four lines, none of them the look of a line of work; and axe finds nothing."""

        def steps(page):
            self.open_bench(page)
            page.wait_for_selector("[aria-label='Doubted on line 9']")
            heading, work, note = (look(page, line) for line in (3, 4, 12))
            self.assertEqual(len({heading, work, note}), 3)
            colours = {
                role: page.evaluate(f"getComputedStyle(document.querySelector('[data-role={role}]')).color")
                for role in ("unread", "doubt", "note", "movement")
            }
            self.assertEqual(len(set(colours.values())), 4, colours)
            self.assert_accessible(page, "a board with doubts")
            self.assert_no_sideways_scroll(page, "a board with doubts")

        self.drive(steps)

    def test_yes_so_is_kept_with_the_text_and_not_asked_again(self):
        """One press answers; the words stand in the line, and a new visit asks nothing."""

        def steps(page):
            self.open_bench(page)
            self.assertIn("855 pull-ups", page.inner_text("[aria-label='Doubted on line 9']"))
            page.click("[aria-label='Doubted on line 9'] >> text=yes, so")
            page.wait_for_selector("[aria-label='Doubted on line 9']", state="detached")
            page.wait_for_selector("[role=status]:has-text('Saved')")
            page.reload()
            page.wait_for_selector("[data-drill]")
            page.wait_for_selector("[aria-label='Unread on line 10']")
            self.assertEqual(page.locator("[aria-label='Doubted on line 9']").count(), 0)

        self.drive(steps)
        self.assertEqual(self.saved().split("\n")[8], "285 pull-ups // yes, so")

    def test_an_answer_can_be_undone(self):
        def steps(page):
            self.open_bench(page)
            page.click("[aria-label='Doubted on line 9'] >> text=yes, so")
            page.wait_for_selector("[aria-label='Doubted on line 9']", state="detached")
            page.click("button[aria-label='Undo']")
            page.wait_for_selector("[aria-label='Doubted on line 9']")
            self.assertEqual(page.input_value("textarea"), BOARD)

        self.drive(steps)

    def test_correct_it_takes_the_caret_to_the_place(self):
        """The doubted number and the unread word are selected in the text, by the keyboard too."""

        def selected(page) -> str:
            return page.evaluate(
                "(one => one.value.slice(one.selectionStart, one.selectionEnd))"
                "(document.querySelector('textarea'))"
            )

        def steps(page):
            self.open_bench(page)
            page.click("[aria-label='Unread on line 10'] >> text=correct it")
            self.assertEqual(page.evaluate("document.activeElement.tagName"), "TEXTAREA")
            self.assertEqual(selected(page), "glorbs")
            page.keyboard.type("burpees")
            page.wait_for_selector("[aria-label='Unread on line 10']", state="detached")
            page.focus("[aria-label='Doubted on line 9'] button:has-text('correct it')")
            page.keyboard.press("Enter")
            self.assertIn("pull-ups", selected(page))
            page.wait_for_selector("text=Saved")

        self.drive(steps)
        self.assertIn("12 burpees", self.saved())

    def test_a_note_is_a_note_for_good(self):
        """'a note, here from now on' is remembered for the gym and can be forgotten on the spot."""

        def steps(page):
            self.open_bench(page)
            page.click("[aria-label='Unread on line 10'] >> text=a note, here from now on")
            page.wait_for_selector("[aria-label='Unread on line 10']", state="detached")
            page.wait_for_selector("text=“glorbs” is a note, no work here from now on")
            page.click("text=Forget it")
            page.wait_for_selector("[aria-label='Unread on line 10']")

        self.drive(steps)

    def test_many_cards_fold(self):
        """Five are open; the other three wait under their number and are as good as the first."""
        self.write(f"10 burpees\n{ASIDES}")

        def steps(page):
            self.open_bench(page)
            page.wait_for_selector("[aria-label='Unread on line 2']")
            self.assertTrue(page.is_visible("[aria-label='Unread on line 6']"))
            self.assertFalse(page.is_visible("[aria-label='Unread on line 7']"))
            page.click("summary:has-text('3 more that is not read')")
            self.assertTrue(page.is_visible("[aria-label='Unread on line 9']"))

        self.drive(steps)

    def test_a_member_sees_the_whole_board(self):
        """What the coach wrote and nobody could read is on the phone, marked; notes stand in their place."""
        self.write(BOARD.replace("285", "28"))
        sheet = publish_class(self.home.gym_class, self.home.coach).sheets.get(person=self.home.members[0])

        def steps(page):
            page.goto(f"{self.live_server_url}/m/{sheet.token}")
            page.wait_for_selector("h1")
            on = page.inner_text('[aria-label="What\'s on"]')
            self.assertIn("12 glorbs", on)
            self.assertIn("as on the board", on)
            self.assertIn("bring another", on)
            self.assert_accessible(page, "a member's page with notes")
            self.assert_no_sideways_scroll(page, "a member's page with notes")

        self.drive(steps, size=PHONE)
