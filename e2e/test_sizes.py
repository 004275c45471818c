"""Every screen on every size: nothing scrolls sideways, nothing a finger has to hit is too small, no name is
cut, and the accessibility engine finds nothing."""

from e2e.browser import BrowserTest
from server.blocks.starting import BlockIn, start_block
from server.people.models import Person
from server.publishing.actions import publish_class
from server.schedule.models import Rule

SIZES = {
    "desk": {"width": 1280, "height": 800},
    "tablet lying": {"width": 1024, "height": 768},
    "tablet": {"width": 820, "height": 1180},
    "phone": {"width": 390, "height": 844},
    "desk at 200 %": {"width": 640, "height": 400},
}
LONG = "The day before the day before the long carry with the lower rack and the late bus home"
FINGER = 40
FOR_FINGERS = ("tablet", "phone")
# what may be smaller: a link inside a sentence, and what is only there for a reader's keyboard
SMALL = f"""() => [...document.querySelectorAll(
    "main button, main select, main input:not([type=checkbox]):not([type=radio]):not([type=range])")]
  .filter(one => {{ const box = one.getBoundingClientRect(); const style = getComputedStyle(one);
    return box.width > 2 && box.height > 2 && style.visibility !== 'hidden' && style.display !== 'inline'
      && !one.closest('.sr-only, p, [data-inline]') && (box.height < {FINGER} - 0.5); }})
  .map(one => `${{one.tagName}} ${{(one.getAttribute('aria-label') || one.textContent).slice(0, 40)}} `
    + Math.round(one.getBoundingClientRect().height))"""
CUT = """() => [...document.querySelectorAll(
    "h1, [data-drill] .font-semibold, [data-demand] .font-semibold, td button, article a.display")]
  .filter(one => one.scrollWidth > one.clientWidth + 1 && getComputedStyle(one).overflow !== 'visible'
    && !one.closest('.sr-only'))
  .map(one => one.textContent.slice(0, 60))"""
BEYOND = """() => { const main = document.querySelector('main');
    const page = document.documentElement.scrollWidth - innerWidth;
    return Math.max(page, main.scrollWidth - main.clientWidth); }"""


class Sizes(BrowserTest):
    maxDiff = None

    def setUp(self):
        super().setUp()
        self.home.session.title = LONG
        self.home.session.save()
        for number in range(37):
            person = Person.objects.create(
                gym=self.home.gym, name=f"Bartholomew-Ignatius Longfellow-{number:02}"
            )
            self.home.gym_class.people.add(person)
        publish_class(self.home.gym_class, self.home.coach)
        Rule.objects.create(gym=self.home.gym, how="hours", hours=2)
        self.post()
        today = self.home.gym.today()
        people = tuple(self.home.gym.people.filter(role="member").values_list("pk", flat=True)[:30])
        given = BlockIn("jump", LONG[:80], today, 6, (0, 2, 4), people=people)
        self.block = start_block(self.home.coach, given).block.pk

    def screens(self) -> dict[str, str]:
        """Address -> what has to stand there."""
        session, gym_class, member = self.home.session.pk, self.home.gym_class.pk, self.home.members[0].pk
        return {
            "/": "article",
            f"/session/{session}": "[data-drill]",
            f"/publish/{gym_class}": "[aria-label=Sending] button",
            f"/roster/{gym_class}": "main ol, main table",
            "/people": "main table, main li",
            f"/people/{member}": "h1",
            f"/people/{member}/log": "h1",
            f"/people/{member}/year": "table",
            "/log": "h1",
            "/log?tab=classes": "h1",
            "/log?tab=drills": "h1",
            "/log?tab=files": "[aria-label=Files] li",
            f"/log/{gym_class}": "[aria-label='Who came'] li",
            "/year": "table",
            "/blocks": "[aria-label=Blocks] li",
            f"/blocks/{self.block}": "summary",
            f"/trials?class={gym_class}": "main li",
            "/measure": "h1",
            "/lab": "[aria-label='The answer'] svg",
            "/shelf": "h1",
            "/shelf?tab=drills": "[aria-label='All drills'] li",
            "/shelf?tab=methods": "[aria-label=Methods] li",
            "/shelf?tab=place": "h1",
            "/outbox": "li",
            "/sending": "[aria-label='Next out'] li",
            "/gym": "h1",
            "/account": "h1",
            "/week/import": "textarea",
        }

    def test_every_screen_fits_every_size_and_every_finger(self):
        """All screens on five sizes, with a title of 84 letters and a class of forty: nothing scrolls
        sideways and no name is cut; on a tablet and a phone every button, field and choice is at least 40
        pixels high; and the accessibility engine finds nothing there."""

        def steps(page):
            self.sign_in(page)
            found: dict[str, object] = {}
            for path, there in self.screens().items():
                page.goto(self.live_server_url + path)
                page.wait_for_selector(there)
                page.wait_for_load_state("networkidle")
                for name, size in SIZES.items():
                    page.set_viewport_size(size)
                    page.wait_for_timeout(60)
                    beyond, cut = page.evaluate(BEYOND), page.evaluate(CUT)
                    small = page.evaluate(SMALL)[:6] if name in FOR_FINGERS else []
                    if beyond > 1 or cut or small:
                        found[f"{path} on {name}"] = (beyond, cut, small)
                    if name == "phone":
                        self.assert_accessible(page, f"{path} on a phone")
            return found

        self.assertEqual(self.drive(steps, has_touch=True), {})

    def test_a_short_bench_on_a_phone(self):
        """Check, take one out without hovering, and on to publishing."""

        def steps(page):
            self.open_bench(page)
            first = page.get_attribute("[data-drill] >> nth=1", "data-drill")
            page.click(f"[data-drill='{first}'] button[aria-label^='Change']")
            page.click(f"[data-drill='{first}'] button[aria-label^='Take out']")
            page.wait_for_selector(f"[data-drill='{first}']", state="detached")
            page.wait_for_load_state("networkidle")  # a late name would move what is pressed
            page.click("[aria-label='Drills taken out'] button")
            page.wait_for_selector(f"[data-drill='{first}']")
            page.click("button:text-is('Board')")
            page.wait_for_selector("textarea")
            page.click("button:text-is('What it asks')")
            page.click("[data-demand] button >> nth=0")
            self.assert_accessible(page, "bench on a phone, a demand opened")
            page.click("a:has-text('Publish')")
            page.wait_for_selector("[aria-label=Sending] button")

        self.drive(steps, SIZES["phone"], has_touch=True)
