"""On paper: each sheet says what it has to, without a button, in dark letters on white, on one page."""

from e2e.browser import BrowserTest
from server.publishing.actions import publish_class

SEEN = """[...document.querySelectorAll('button, input, select, textarea')]
    .filter(one => one.offsetParent && getComputedStyle(one).display !== 'none').length"""
PALE = """[...document.querySelectorAll('body *')].filter(one => {
    if (!one.offsetParent || one.children.length || !one.textContent.trim()) return false;
    if (one.closest('.sr-only')) return false;
    const [r, g, b] = getComputedStyle(one).color.match(/[\\d.]+/g).map(Number);
    return r + g + b > 420; }).map(one => one.textContent.slice(0, 40))"""
A4 = {"format": "A4", "print_background": False}


def pages(pdf: bytes) -> int:
    """Of a PDF, by its own page objects."""
    return pdf.count(b"/Type /Page\n") + pdf.count(b"/Type /Page ") + pdf.count(b"/Type /Page/")


class Paper(BrowserTest):
    def paper(self, page, words: tuple[str, ...], most_pages: int):
        page.wait_for_load_state("networkidle")
        page.emulate_media(media="print")
        text = page.inner_text("body")
        for word in words:
            self.assertIn(word, text)
        self.assertEqual(page.evaluate(SEEN), 0)
        self.assertEqual(page.evaluate(PALE), [])
        self.assertLessEqual(pages(page.pdf(**A4)), most_pages)
        page.emulate_media(media="screen")

    def test_bench_week_and_a_member_s_page(self):
        """Board, class, set-out, prep by the clock, the way up and the cool-down on one page; the week on
        one; a member's page with all that is folded away on the screen."""
        token = publish_class(self.home.gym_class, self.home.coach).sheets.first().token
        plan = self.home.gym_class.publications.get().page
        drills = tuple(item["name"] for item in plan["items"])

        def steps(page):
            self.open_bench(page)
            bench = ("Kiln day", "15 push presses", "Set out", "barbell", *drills, "Build up", "Afterwards")
            self.paper(page, bench, 1)
            page.goto(f"{self.live_server_url}/")
            page.wait_for_selector("article")
            self.paper(page, ("Week of", "Kiln day", "asks most"), 1)
            page.goto(f"{self.live_server_url}/m/{token}")
            page.wait_for_selector("text=Go through it with a timer")
            self.paper(page, ("Kiln day", "15 push presses", *drills), 3)

        self.drive(steps)

    def test_a_year_on_a_page(self):
        """A person's and a gym's year, each on one page, without a button."""
        member = self.home.members[0]

        def steps(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/people/{member.pk}/year")
            page.wait_for_selector("[aria-label=Months] table")
            self.paper(page, (member.name, "Tests, the first and the last", "Homework and blocks"), 1)
            page.goto(f"{self.live_server_url}/year")
            page.wait_for_selector("[aria-label=Months] table")
            self.paper(page, (self.home.gym.name, "Drills given most"), 1)

        self.drive(steps)
