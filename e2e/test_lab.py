"""The position lab as a coach would use it: from a demand, by slider, by typing, by dragging, side by
side."""

from e2e.browser import BrowserTest


class Lab(BrowserTest):
    def open(self, page, query="position=squat-bottom-back"):
        self.sign_in(page)
        page.goto(f"{self.live_server_url}/lab?{query}")
        page.wait_for_selector("article [role=img]")

    def lean(self, page) -> str:
        return page.inner_text("article .quiet")

    def test_typing_less_ankle_leans_the_trunk_and_names_the_stop(self):
        """The answer follows a typed number; the changes that free it are listed; back to the body's own
        undoes it."""

        def steps(page):
            self.open(page)
            before = self.lean(page)
            page.fill("input[aria-label='Ankle bend, typed']", "27")
            self.until(page, f"document.querySelector('article .quiet').innerText !== {before!r}")
            page.fill("input[aria-label='Ankle bend, typed']", "12")
            page.wait_for_selector("text=Any one of these frees it")
            self.assertIn("heel", page.inner_text("article"))
            page.click("text=back to this body's own")
            page.wait_for_selector("text=Any one of these frees it", state="detached")
            self.assert_accessible(page, "lab")
            self.assert_no_sideways_scroll(page, "lab")

        self.drive(steps)

    def test_a_slider_by_keyboard_and_a_joint_by_dragging_do_the_same(self):
        """Arrow keys lower the ankle's range; dragging the ankle to the right raises it."""

        def steps(page):
            self.open(page)
            typed = "input[aria-label='Ankle bend, typed']"
            start = float(page.input_value(typed))
            page.focus("input[aria-label='Ankle bend']")
            for _ in range(6):
                page.keyboard.press("ArrowLeft")
            self.until(page, f'Number(document.querySelector("{typed}").value) < {start}')
            low = float(page.input_value(typed))
            box = page.locator("article svg circle.cursor-ew-resize").first.bounding_box()
            page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
            page.mouse.down()
            page.mouse.move(box["x"] + 60, box["y"] + box["height"] / 2, steps=6)
            page.mouse.up()
            self.until(page, f'Number(document.querySelector("{typed}").value) > {low}')

        self.drive(steps)

    def test_hanging_and_standing_on_the_hands(self):
        """A kip opened from its position stops when the shoulders are stiff; a plank is freed by a wedge;
        a handstand says it arches."""

        def steps(page):
            self.open(page, "position=hang-arch")
            self.assertEqual(page.input_value("input[aria-label='Chest ahead of the bar, typed']"), "8")
            page.fill("input[aria-label='Shoulder flexion, typed']", "150")
            page.wait_for_selector("[role=status]:has-text('stops at')")
            page.click("button:has-text('plank')")
            page.fill("input[aria-label='Wrist extension, typed']", "58")
            page.wait_for_selector("li:has-text('wedge under the heel of the hand')")
            page.fill("input[aria-label='Wedge under the heel of the hand, typed']", "12")
            page.wait_for_selector("[role=status]:has-text('holds the straight-arm plank')")
            page.click("button:has-text('handstand')")
            page.fill("input[aria-label='Wrist extension, typed']", "90")
            page.fill("input[aria-label='Shoulder flexion, typed']", "140")
            page.wait_for_selector("[role=status]:has-text('only by arching')")
            self.assert_accessible(page, "lab, on the hands")

        self.drive(steps)

    def test_before_and_after_and_two_people_stand_side_by_side(self):
        """Keep one answer, change a heel, see both; or put another person beside."""

        def steps(page):
            self.open(page)
            page.click("text=Keep this as “before”")
            page.fill("input[aria-label='Raised heel, typed']", "20")
            page.wait_for_selector("article[aria-label='now']")
            self.until(
                page,
                (
                    "document.querySelectorAll('article .quiet')[0].innerText !== "
                    "document.querySelectorAll('article .quiet')[1].innerText"
                ),
            )
            page.click("text=let it go")
            page.select_option("#lab-other", label="Ada Finch")
            page.wait_for_selector("article[aria-label='Ada Finch']")
            self.assert_accessible(page, "lab, side by side")

        self.drive(steps)

    def test_a_demand_links_to_the_lab_and_a_bad_number_is_said_in_place(self):
        """From the Bench's terms into the same position for the same class; an impossible step is refused
        in words."""

        def steps(page):
            self.open_bench(page)
            page.click("button:has-text('smaller demands')")
            page.click("[data-demand='ankle.dorsiflexion'] button")
            page.click("[data-demand='ankle.dorsiflexion'] a:has-text('Bottom of a front squat')")
            page.wait_for_selector("h1:has-text('Position lab')")
            self.assertEqual(page.input_value("#lab-person"), "class")
            page.wait_for_selector("article [role=img]")
            page.click("button:has-text('lunge')")
            page.fill("input[aria-label='Step, heel to heel, typed']", "1.5")
            page.wait_for_selector("[role=alert] >> text=these legs step")
            typed = page.locator("input[aria-label='Step, heel to heel, typed']")
            self.assertEqual(typed.get_attribute("aria-invalid"), "true")
            self.assertEqual(page.locator("article [role=img]").count(), 1, "the last answer stays")
            page.fill("input[aria-label='Step, heel to heel, typed']", "0.8")
            page.wait_for_selector("[role=alert]", state="detached")
            self.until(page, "decodeURIComponent(location.search).includes('step_length_m')")
            page.reload()
            page.wait_for_selector("article [role=img]")
            self.assertEqual(page.input_value("input[aria-label='Step, heel to heel, typed']"), "0.8")
            page.click("text=Back to the Bench")
            page.wait_for_selector("[data-demand='ankle.dorsiflexion'] [aria-label='What stops whom']")

        self.drive(steps)
