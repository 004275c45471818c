"""The Shelf: drills with their reasons, the gym's own methods, kit and floor and bars."""

from e2e.browser import BrowserTest
from server.shelf.models import OwnMethod


class Shelf(BrowserTest):
    def open(self, page, tab: str):
        self.sign_in(page)
        page.goto(f"{self.live_server_url}/shelf?tab={tab}")
        page.wait_for_load_state("networkidle")

    def test_a_drill_is_found_by_what_it_prepares_and_says_why(self):
        """By demand and by name; each effect with its reason; a rung leads on to the harder drill; every
        tab passes axe."""

        def steps(page):
            self.open(page, "drills")
            page.select_option("select[aria-label='That prepares']", label="Wrist extension")
            page.fill("input[aria-label='Find a drill']", "rocks")
            page.click("section[aria-label='All drills'] button:has-text('Wrist rocks')")
            page.wait_for_selector("section[aria-label^='Wrist rocks'] h3:has-text('What it prepares')")
            self.assertIn(
                "goes a little further each time", page.inner_text("section[aria-label^='Wrist rocks']")
            )
            self.assert_accessible(page, "shelf, drills")
            self.assert_no_sideways_scroll(page, "shelf, drills")
            page.fill("input[aria-label='Find a drill']", "nothing like it")
            page.wait_for_selector("text=No drill is called")
            page.click("text=Words and movements")
            page.wait_for_selector("text=a board can name")
            self.assertIn("tab=movements", page.url)

        self.drive(steps)

    def test_the_gym_s_own_copy_of_a_method(self):
        """Copied with a taken name it is refused at its place; with its own it is saved, chosen on the
        Bench, changed and deleted."""

        def steps(page):
            self.open(page, "methods")
            self.assert_accessible(page, "shelf, methods")
            page.click("button:has-text('Superset rounds')")
            page.click("text=Make our own copy")
            page.fill("label:has-text('name') input >> nth=0", "Flow")
            self.assert_accessible(page, "shelf, a copy of a method")
            page.click("text=Save the copy")
            page.wait_for_selector("[role=alert]:has-text('name')")
            page.fill("label:has-text('name') input >> nth=0", "Two by two")
            page.fill("input[aria-label='Rounds']", "2")
            page.click("text=Save the copy")
            page.wait_for_selector("h2:has-text('Two by two')")
            page.goto(f"{self.live_server_url}/session/{self.home.session.pk}")
            page.wait_for_selector("[data-drill]")
            page.select_option("label:has-text('method') select", label="Two by two")
            page.wait_for_selector("text=pairs back to back, 2 rounds")
            page.wait_for_selector("text=Saved")
            page.goto(f"{self.live_server_url}/shelf?tab=methods")
            page.click("button:has-text('Two by two')")
            page.click("text=Change it")
            page.fill("label:has-text('what you believe') input", "Pairs, quickly.")
            page.click("button:has-text('Save')")
            page.wait_for_selector("section >> text=Pairs, quickly.")
            page.click("button:has-text('Delete')")
            self.until(page, "!document.body.innerText.includes('Two by two')")

        self.drive(steps)
        self.assertEqual(OwnMethod.objects.count(), 0)
        self.home.session.refresh_from_db()
        self.assertEqual(self.home.session.draft.method, "superset-rounds")

    def test_kit_floor_and_bars_are_written_down(self):
        """Counts in pounds, a small floor, fewer bands: kept after a reload, and the plan's bars are in
        pounds."""

        def steps(page):
            self.open(page, "place")
            self.assert_accessible(page, "shelf, kit")
            page.fill("input[aria-label='light band']", "3")
            page.fill("input[aria-label='People lying down']", "9")
            page.select_option("select[aria-label='Unit of the plates']", label="pounds")
            page.fill("input[aria-label='Pairs of 45 lb']", "5")
            page.click("text=Write it down")
            page.wait_for_selector("text=no limit")
            self.until(
                page,
                (
                    "[...document.querySelectorAll('input')]"
                    ".some(one => one.ariaLabel === 'Pairs of 45 lb' && one.value === '5')"
                ),
            )
            page.reload()
            page.wait_for_selector("input[aria-label='Pairs of 45 lb']")
            self.assertEqual(
                [
                    page.input_value(f"input[aria-label='{name}']")
                    for name in ("light band", "People lying down", "Pairs of 45 lb")
                ],
                ["3", "9", "5"],
            )

        self.drive(steps)
        self.home.gym.refresh_from_db()
        self.assertEqual((self.home.gym.rack["unit"], self.home.gym.places), ("lb", {"mat": 9}))
