"""The Bench in detail: the thread is true, the board teaches, every dial answers."""

import json

from e2e.browser import BrowserTest
from server.tests.gyms import TEXT, body

STRONG = 0.45  # what the page counts as part of a thread; see web/src/thread/thread.ts


class Thread(BrowserTest):
    def bench(self) -> dict:
        """The server's own answer for the same session and class."""
        response = self.home.client().post(
            f"/api/sessions/{self.home.session.pk}/bench",
            json.dumps(body(self.home.session, class_id=self.home.gym_class.pk)),
            content_type="application/json",
        )
        return response.json()

    def lit(self, page) -> tuple[set[str], set[int]]:
        drills = page.eval_on_selector_all(
            "[data-drill]",
            "all => all.filter(one => one.className.includes('border-reach')).map(one => one.dataset.drill)",
        )
        lines = page.eval_on_selector_all(
            "[data-line]",
            (
                "all => all.filter(one => one.className.includes('bg-slate-line')).map(one => "
                "Number(one.dataset.line))"
            ),
        )
        return set(drills), set(lines)

    def test_a_demand_lights_its_own_lines_and_the_drills_that_serve_it(self):
        """For each of the first demands: lit lines are those of its strong terms, lit drills those that
        name it among their first reasons."""
        answer = self.bench()

        def steps(page):
            self.open_bench(page)
            for demand in answer["demands"][:6]:
                page.hover(f"[data-demand='{demand['id']}'] button")
                page.wait_for_selector(f"[data-demand='{demand['id']}'].bg-sheet")
                drills, lines = self.lit(page)
                weights = [term["severity"] * term["exposure"] for term in demand["terms"]]
                self.assertEqual(
                    lines,
                    {
                        term["line"]
                        for term, weight in zip(demand["terms"], weights, strict=False)
                        if weight >= max(weights) * STRONG
                    },
                    demand["id"],
                )
                self.assertEqual(
                    drills,
                    {item["drill"] for item in answer["plan"]["items"] if demand["id"] in item["serves"][:3]},
                    demand["id"],
                )

        self.drive(steps)

    def test_a_drill_lights_what_it_is_for_and_a_line_what_it_asks(self):
        """Pointing at a drill lights exactly its first reasons; the caret on a line holds the thread
        through that line."""
        answer = self.bench()
        item = next(one for one in answer["plan"]["items"] if len(one["serves"]) >= 2)

        def steps(page):
            self.open_bench(page)
            page.hover(f"[data-drill='{item['drill']}'] p >> nth=0")
            page.wait_for_selector("[data-testid='thread'] path")
            on = page.eval_on_selector_all(
                "[data-demand]",
                "all => all.filter(one => one.className.includes('bg-sheet')).map(one => one.dataset.demand)",
            )
            shown = page.eval_on_selector_all("[data-demand]", "all => all.map(one => one.dataset.demand)")
            self.assertEqual(set(on), set(item["serves"][:3]) & set(shown))
            page.mouse.move(640, 70)
            page.focus("textarea")
            page.evaluate("document.querySelector('textarea').setSelectionRange(0, 0)")
            page.keyboard.press("ArrowDown")
            page.keyboard.press("ArrowDown")
            page.keyboard.press("ArrowDown")
            page.wait_for_selector("[data-line='4'].rounded")
            self.assertEqual(self.lit(page)[1], {4})

        self.drive(steps)


class Builder(BrowserTest):
    def drills(self, page) -> list[str]:
        return page.eval_on_selector_all("[data-drill]", "all => all.map(one => one.dataset.drill)")

    def test_two_methods_side_by_side_and_one_taken(self):
        """Both plans with what they prepare; taking the other sets the method and closes; axe finds
        nothing in it."""

        def steps(page):
            self.open_bench(page)
            page.click("button:has-text('Compare')")
            page.select_option("select[aria-label='The other method']", label="Superset rounds")
            page.wait_for_selector("section[aria-label='Superset rounds'] >> text=pairs back to back")
            self.assert_accessible(page, "bench, comparing")
            page.click("text=Take this one")
            page.wait_for_selector("text=pairs back to back")
            page.wait_for_selector("[data-drill] >> text=pair 1")
            page.keyboard.press("Control+z")
            self.until(
                page,
                (
                    "![...document.querySelectorAll('[data-drill]')]"
                    ".some(one => one.innerText.includes('pair 1'))"
                ),
            )

        self.drive(steps)

    def test_another_dose_by_key_and_a_drill_dragged_inside_its_phase(self):
        """D takes a drill's other dose and keeps the drill; dragging one before another of its phase
        reorders, and undo brings it back."""

        def steps(page):
            self.open_bench(page)
            row = page.locator("[data-drill]:has(button[aria-label^='Other dose'])").first
            drill = row.get_attribute("data-drill")
            before = row.inner_text()
            page.focus(f"[data-drill='{drill}'] button[aria-label^='Keep']")
            page.keyboard.press("d")
            self.until(
                page,
                (
                    f"document.querySelector(\"[data-drill='{drill}']\")?.innerText.includes('kept') || "
                    f"document.querySelector(\"[data-drill='{drill}'] button[aria-pressed='true']\")"
                ),
            )
            self.assertNotEqual(page.inner_text(f"[data-drill='{drill}']"), before)
            ids = self.drills(page)
            phases = page.eval_on_selector_all("[data-drill]", "all => all.map(one => one.dataset.phase)")
            place = next(index for index in range(1, len(ids)) if phases[index] == phases[index - 1])
            page.drag_and_drop(
                f"[data-drill='{ids[place]}'] p >> nth=2", f"[data-drill='{ids[place - 1]}'] p >> nth=2"
            )
            self.until(
                page,
                (
                    f"[...document.querySelectorAll('[data-drill]')].findIndex(one => one.dataset.drill === "
                    f"'{ids[place]}') < [...document.querySelectorAll('[data-drill]')].findIndex(one => "
                    f"one.dataset.drill === '{ids[place - 1]}')"
                ),
            )
            page.mouse.move(640, 70)
            page.click("button[aria-label='Undo']")
            self.until(
                page,
                (
                    f"[...document.querySelectorAll('[data-drill]')].findIndex(one => one.dataset.drill === "
                    f"'{ids[place]}') > [...document.querySelectorAll('[data-drill]')].findIndex(one => "
                    f"one.dataset.drill === '{ids[place - 1]}')"
                ),
            )

        self.drive(steps)

    def test_the_swap_shows_why_and_the_rungs(self):
        """Before choosing: the reason for the drill, an easier and a harder rung with the test between,
        and what else costs what."""

        def steps(page):
            self.open_bench(page)
            drill = next(one for one in self.drills(page) if page.locator(f"[data-drill='{one}']").count())
            for drill in self.drills(page):
                page.focus(f"[data-drill='{drill}'] button[aria-label^='Keep']")
                page.keyboard.press("s")
                page.wait_for_selector("text=Instead of")
                if page.locator("[aria-label='Rungs'] button").count():
                    break
                page.keyboard.press("Escape")
            name = page.inner_text("[aria-label='Rungs'] button >> nth=0")
            page.click("[aria-label='Rungs'] button >> nth=0")
            page.wait_for_selector(f"[data-drill] >> text={name}")

        self.drive(steps)


class Later(BrowserTest):
    """What comes after the first part, and what came before the session."""

    def write(self, page):
        page.fill(
            "textarea", "A) Front squat 4x4 100/70 kg\n\nB) 3 rounds for time\n12 toes-to-bar\n200 m run"
        )
        self.until(
            page, "document.querySelector('[data-column=board]').innerText.includes('36')"
        )  # three rounds of twelve
        page.wait_for_load_state("networkidle")
        page.wait_for_selector("li[aria-label='Before B']")

    def test_a_stop_gets_only_what_is_missing_and_goes_again(self):
        """The later part says what has gone cold; three minutes bring drills for it, kept over a reload;
        none takes them out."""

        def steps(page):
            self.open_bench(page)
            self.write(page)
            stop = page.locator("li[aria-label='Before B']")
            self.assertIn("missing", stop.inner_text())
            self.assertIn("warm", stop.inner_text())
            page.click("text=Give it 3 minutes of its own")
            page.wait_for_selector("ol[aria-label='Drills before B'] li")
            page.wait_for_selector("text=of what A asks")
            self.assert_accessible(page, "bench, with a stop")
            page.wait_for_selector("text=Saved")
            page.reload()
            page.wait_for_selector("ol[aria-label='Drills before B'] li")
            page.select_option("select[aria-label='Minutes before B']", label="none")
            page.wait_for_selector("text=Give it 3 minutes of its own")

        self.drive(steps)

    def test_what_was_done_before_is_counted_as_warm(self):
        """A cold room and an earlier workout, its unread word said; the button names both, and undo takes
        them back."""

        def steps(page):
            self.open_bench(page)
            page.click("button:has-text('Before it')")
            page.check("text=The room is cold")
            page.fill("[aria-label='Before this session'] textarea", "20 burpees\n5 gribbles")
            page.wait_for_selector("text=Not read: gribbles")
            page.wait_for_selector("text=Still warm")
            self.assert_accessible(page, "bench, before it")
            page.keyboard.press("Escape")
            page.wait_for_selector("button:has-text('Before: cold, warm')")
            page.click("button[aria-label='Undo']")
            page.click("button[aria-label='Undo']")
            page.wait_for_selector("button:has-text('Before it')")

        self.drive(steps)

    def test_the_lock_by_key_holds_the_drills_while_minutes_change(self):
        """L locks: more minutes bring nothing in; L again opens, and the prep grows."""

        def drills(page):
            return page.eval_on_selector_all("[data-drill]", "all => all.map(one => one.dataset.drill)")

        def steps(page):
            self.open_bench(page)
            before = drills(page)
            page.keyboard.press("l")
            page.wait_for_selector("button[aria-pressed='true']:has-text('Locked')")
            for _ in range(6):
                page.keyboard.press("]")
            page.wait_for_selector("text=of 18:00")
            self.assertEqual(drills(page), before)
            page.keyboard.press("l")
            page.wait_for_selector("button[aria-pressed='false']:has-text('Lock')")
            self.until(page, f"document.querySelectorAll('[data-drill]').length > {len(before)}")

        self.drive(steps)

    def test_groups_of_the_class_and_two_on_one_bar(self):
        """Each group's way up stands apart; two share a bar turn by turn, or are told why not."""
        man = self.home.gym_class.people.order_by("name").first()
        man.sex = "male"
        man.save()

        def steps(page):
            self.open_bench(page)
            self.write(page)
            page.click("text=2 groups, shared bars")
            page.wait_for_selector("text=plates moved on each end")
            self.assertEqual(page.locator("[aria-label='Groups'] > li").count(), 2)
            self.assert_accessible(page, "bench, groups")
            page.select_option("select[aria-label='Second lifter']", index=1)
            page.wait_for_selector("text=they need two bars")

        self.drive(steps)


class Demands(BrowserTest):
    def test_an_opened_demand_says_division_people_and_size(self):
        """With one member scaling, the terms say who meets a line, the divisions stand apart, and the
        shortfall is counted by size."""
        one = self.home.gym_class.people.order_by("name").first()
        one.division = "scaled"
        one.save()
        everyone = self.home.gym_class.people.count()

        def steps(page):
            self.open_bench(page)
            page.fill(
                "textarea", "4 rounds\n6 overhead squats 50/35 kg\nscaled: 6 front squats 40/25 kg\n200 m run"
            )
            page.click("[data-demand='shoulder.flexion'] button")
            page.wait_for_selector("[data-demand='shoulder.flexion'] >> text=By division")
            opened = page.inner_text("[data-demand='shoulder.flexion']")
            self.assertIn(f"as written, {everyone - 1} of {everyone}", opened)
            self.assertIn("scaled, 1 person", opened)
            self.assertIn("Expected to be short by", opened)
            self.assertIn("decides the rep", opened)
            self.assert_accessible(page, "bench, a demand opened")

        self.drive(steps)


class Board(BrowserTest):
    def test_a_candidate_fixes_the_word_where_it_stands(self):
        """Choosing a candidate reads the word as it from then on; the text stays as written, and
        forgetting brings the word back."""

        def steps(page):
            self.open_bench(page)
            page.fill("textarea", TEXT + "\n12 boxx stepp overr 60 cm")
            page.wait_for_selector("[aria-label='Unread on line 7'] button")
            chosen = page.inner_text("[aria-label='Unread on line 7'] button >> nth=0")
            page.click("[aria-label='Unread on line 7'] button >> nth=0")
            page.wait_for_selector("[aria-label='Unread on line 7']", state="detached")
            page.wait_for_selector(f"text=“boxx stepp overr” is {chosen} here from now on")
            self.assertEqual(page.input_value("textarea"), TEXT + "\n12 boxx stepp overr 60 cm")
            page.click("text=Forget it")
            page.wait_for_selector("[aria-label='Unread on line 7']")

        self.drive(steps)

    def test_what_was_read_is_said_for_one_person(self):
        """Totals of all rounds stand below the board, assumptions and divisions marked."""

        def steps(page):
            self.open_bench(page)
            page.fill(
                "textarea",
                "3 rounds for time, cap 9\n15 push presss 40/27.5 kg\n9 pull-ups\nscaled: ring rows",
            )
            page.wait_for_selector("text=push presss as push press")
            told = page.inner_text("[aria-label='Board']")
            for words in ("45 · 40/27.5 kg", "3 rounds", "cap 9:00", "scaled"):
                self.assertIn(words, told)

        self.drive(steps)

    def test_noise_on_the_board_cannot_run_anything(self):
        """Markup typed as a workout is shown as text, and asks nothing of the page."""

        def steps(page):
            self.open_bench(page)
            page.fill(
                "textarea", '<img src=x onerror="window.hit=1">\n10 burpees\n<script>window.hit=1</script>'
            )
            page.wait_for_selector("[aria-label^='Unread on line']")
            self.assertIsNone(page.evaluate("window.hit ?? null"))
            self.assertEqual(page.locator("[aria-label='Board'] img").count(), 0)

        self.drive(steps)


class Dials(BrowserTest):
    def test_more_minutes_prepare_more_and_the_offer_is_taken_in_one_click(self):
        """The share prepared rises with minutes; 'one more minute buys' adds its minute and brings a drill
        it names. (Where building the bar takes the next minute there is no offer, so the first of some
        minutes that has one is used.)"""

        def steps(page):
            self.open_bench(page)

            def prepared() -> int:
                return int(page.inner_text("[aria-label='Prep'] .display >> nth=-1").split()[0])

            shares = []
            for minutes in (6, 12, 24):
                page.fill("input[type=number]", str(minutes))
                page.wait_for_selector(f"text=of {minutes}:00")
                shares.append(prepared())
            self.assertEqual(shares, sorted(shares))
            self.assertGreater(shares[-1], shares[0])
            for minutes in range(8, 20):
                page.fill("input[type=number]", str(minutes))
                page.wait_for_selector(f"text=of {minutes}:00")
                if page.is_visible("p:has-text('One more minute buys') button"):
                    break
            offer = page.inner_text("p:has-text('One more minute buys') button")
            page.click("p:has-text('One more minute buys') button")
            page.wait_for_selector(f"text=of {minutes + 1}:00")
            shown = page.inner_text("[aria-label='Drills in order']")
            self.assertIn(offer, shown)

        self.drive(steps)

    def test_taken_out_drills_can_come_back(self):
        """Each drill taken out is counted, and 'allow again' lets them be chosen once more."""

        def steps(page):
            self.open_bench(page)
            before = page.eval_on_selector_all("[data-drill]", "all => all.map(one => one.dataset.drill)")
            page.focus(f"[data-drill='{before[0]}'] button[aria-label^='Keep']")
            page.keyboard.press("x")
            page.wait_for_selector("text=1 drill taken out.")
            page.click("text=Allow again")
            page.wait_for_selector(f"[data-drill='{before[0]}']")
            self.assertEqual(
                page.eval_on_selector_all("[data-drill]", "all => all.map(one => one.dataset.drill)"), before
            )

        self.drive(steps)

    def test_positions_and_smaller_demands_open_and_close(self):
        """What is below the fold is named and reachable."""

        def steps(page):
            self.open_bench(page)
            few = page.locator("[data-demand]").count()
            page.click("button:has-text('smaller demands')")
            self.until(page, f"document.querySelectorAll('[data-demand]').length > {few}")
            page.click("button:has-text('Show the first ten')")
            self.until(page, f"document.querySelectorAll('[data-demand]').length === {few}")
            tiles = page.locator("[aria-label='Positions'] li").count()
            page.click("button:has-text('more position')")
            self.until(page, f"document.querySelectorAll('[aria-label=Positions] li').length > {tiles}")

        self.drive(steps)


class Around(BrowserTest):
    def test_the_week_turns_and_signing_out_closes_the_door(self):
        """A week on and back, then out: the same address asks for a sign-in again."""

        def steps(page):
            self.sign_in(page)
            here = page.inner_text("h1")
            page.click("a[aria-label='Week after']")
            self.until(
                page, f"![undefined, {json.dumps(here)}].includes(document.querySelector('h1')?.innerText)"
            )
            page.click("a:has-text('This week')")
            self.until(page, f"document.querySelector('h1')?.innerText === {json.dumps(here)}")
            page.click("text=Sign out")
            page.wait_for_selector("#email")
            page.goto(f"{self.live_server_url}/session/{self.home.session.pk}")
            page.wait_for_selector("#email")

        self.drive(steps)

    def test_the_preview_shows_whichever_member_is_chosen(self):
        """Choosing a name shows that member's page, with their own extras and nobody else's name."""

        def steps(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/publish/{self.home.gym_class.pk}")
            for name, has_extras in (("Ada Finch", True), ("Bo Crane", False)):
                page.click(f"button:has-text('{name}')")
                page.wait_for_selector(f"text=As {name} will see it")
                shown = page.inner_text("[aria-label='The member\\'s page']")
                self.assertEqual("Yours, before class" in shown, has_extras, name)
                self.assertNotIn("Cy Dunnock", shown)

        self.drive(steps)

    def test_pages_work_on_the_big_and_the_small_desk(self):
        """At 1920 x 1080 and at 1280 x 800 neither Week nor Bench nor Publish scrolls sideways."""

        def steps(page):
            self.sign_in(page)
            for path in ("/", f"/session/{self.home.session.pk}", f"/publish/{self.home.gym_class.pk}"):
                page.goto(self.live_server_url + path)
                page.wait_for_selector("article, [data-drill], [aria-label=Sending]")
                self.assert_no_sideways_scroll(page, path)

        for size in ({"width": 1920, "height": 1080}, {"width": 1280, "height": 800}):
            self.drive(steps, size)


class Truths(BrowserTest):
    """The Bench says what is true when there is little or nothing."""

    def test_an_empty_board_invites_and_the_caret_stands_there(self):
        """A session without a word: the caret on the board, an invitation, no alarm; one word is enough for
        an answer; and nothing ever is 100 % of nothing."""
        self.home.session.text = ""
        self.home.session.save()

        def steps(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/session/{self.home.session.pk}")
            page.wait_for_selector("text=Paste or write the day’s workout on the board")
            self.until(page, "document.activeElement.tagName === 'TEXTAREA'")
            self.assertEqual(page.locator("[role=alert]").count(), 0)
            self.assert_accessible(page, "an empty board")
            for text in ("burpees", "plank", "rest", "walk"):
                page.fill("textarea", text)
                page.wait_for_load_state("networkidle")
                page.wait_for_timeout(200)
                self.assertNotIn("0:00 of", page.inner_text("[data-column=prep]"), text)

        self.drive(steps)

    def test_a_class_of_nobody_and_minutes_that_fit_little(self):
        """Nobody on the roster: for adults, and said so. Two minutes: what fits, or that nothing does."""
        self.home.gym_class.people.clear()

        def steps(page):
            self.open_bench(page)
            page.wait_for_selector("h2:has-text('What it asks of adults')")
            page.wait_for_selector("text=for adults, as nobody is on the roster yet")
            page.fill("input[type=number]", "2")
            told = "document.querySelector('[data-column=prep]').innerText"
            self.until(page, f"/of 2:00|Nothing that helps fits into 2 minutes/.test({told})")
            self.assertNotIn("0:00 of", page.inner_text("[data-column=prep]"))

        self.drive(steps)

    def test_drills_are_dragged_both_ways_and_not_out_of_their_phase(self):
        """Down by the lower half, up by the upper; into another phase: nothing moves, and the reason is
        told."""

        def order(page):
            return page.eval_on_selector_all("[data-drill]", "all => all.map(one => one.dataset.drill)")

        def drag(page, drill, onto, lower):
            box = page.locator(f"[data-drill='{onto}']").bounding_box()
            place = {"x": 60, "y": box["height"] * (0.8 if lower else 0.2)}
            page.drag_and_drop(f"[data-drill='{drill}']", f"[data-drill='{onto}']", target_position=place)

        def steps(page):
            self.open_bench(page)
            before = order(page)
            phases = page.eval_on_selector_all("[data-drill]", "all => all.map(one => one.dataset.phase)")
            at = next(place for place in range(1, len(phases)) if phases[place] == phases[place - 1])
            first, second = before[at - 1], before[at]
            for drill, onto, lower in ((first, second, True), (first, second, False)):
                drag(page, drill, onto, lower)
                wanted = [second, first] if lower else [first, second]
                pair = f".slice({at - 1}, {at + 1}).map(one => one.dataset.drill).join()"
                self.until(
                    page, f"[...document.querySelectorAll('[data-drill]')]{pair} === '{','.join(wanted)}'"
                )
            other = next(
                drill for drill, phase in zip(before, phases, strict=True) if phase != phases[at - 1]
            )
            drag(page, first, other, True)
            page.wait_for_selector("[role=alert]:has-text('stays among the drills that')")
            self.assertEqual(order(page), before)

        self.drive(steps)

    def test_an_opened_demand_is_seen_and_what_is_dimmed_can_be_read(self):
        """The last demand opened: its row and the head of its table stand inside the column; with its thread
        held, the accessibility engine finds nothing."""

        def steps(page):
            self.open_bench(page)
            last = page.locator("[data-demand] > button").last
            last.click()
            page.wait_for_selector("[data-demand] table")
            page.wait_for_timeout(150)
            inside = page.evaluate(
                "(() => { const asks = document.querySelector('[data-column=asks]');"
                " const column = asks.getBoundingClientRect();"
                " const head = document.querySelector('[data-demand] thead').getBoundingClientRect();"
                " return head.top >= column.top - 1 && head.bottom <= column.bottom + 1; })()"
            )
            self.assertTrue(inside)
            page.mouse.move(640, 70)
            self.assert_accessible(page, "a thread held")

        self.drive(steps)
