"""The figure of the page and the figure of the file are one: drawn by two hands from the same points, and
held against each other in the browser."""

from core.catalog import load_catalog
from core.documents.picture import picture_of_drill
from core.drawing import svg_of
from e2e.browser import BrowserTest

NEAR = 0.002  # of height: what rounding may move
BOXES = """
svg => [...svg.querySelectorAll('line, polyline, polygon, circle, rect, path')].map(part => {
  const box = part.getBBox();
  return [part.tagName, box.x, box.y, box.width, box.height, parseFloat(getComputedStyle(part).strokeWidth)];
})
"""
DRILLS = (
    "easy-skip",  # a rope under the feet
    "glute-band-walk",  # from the front, a band
    "box-prayer",  # a box
    "scap-pull",  # a bar, hanging
    "wall-slide",
    "easy-row",
)


def sorted_boxes(boxes):
    return sorted((box[0], *(round(value, 3) for value in box[1:])) for box in boxes)


class Figures(BrowserTest):
    def test_the_page_and_the_file_show_the_same_figure(self):
        """For drills with every kind of implement: as many parts, each in the same place and as thick, and
        the same view of them."""
        catalog = load_catalog()
        drills = [catalog.drills[name] for name in DRILLS if name in catalog.drills]
        self.assertGreaterEqual(len(drills), 5)

        def steps(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/shelf?tab=drills")
            paper = page.context.new_page()
            for drill in drills:
                page.fill("input[aria-label='Find a drill']", drill.name)
                page.click(f"section[aria-label='All drills'] button:has-text('{drill.name}') >> nth=0")
                shown = page.locator(f"section[aria-label='{drill.name}'] svg[role=img]").first
                shown.wait_for()
                paper.set_content(svg_of(picture_of_drill(drill.id, catalog), drill.name))
                filed = paper.locator("svg").first
                view, same_view = shown.get_attribute("viewBox"), filed.get_attribute("viewBox")
                for ours, theirs in zip(view.split(), same_view.split(), strict=True):
                    self.assertAlmostEqual(float(ours), float(theirs), delta=NEAR, msg=drill.id)
                page_boxes = sorted_boxes(shown.evaluate(BOXES))
                file_boxes = sorted_boxes(filed.evaluate(BOXES))
                self.assertEqual(len(page_boxes), len(file_boxes), drill.id)
                for ours, theirs in zip(page_boxes, file_boxes, strict=True):
                    self.assertEqual(ours[0], theirs[0], drill.id)
                    for here, there in zip(ours[1:], theirs[1:], strict=True):
                        self.assertAlmostEqual(here, there, delta=2 * NEAR, msg=f"{drill.id} {ours} {theirs}")

        self.drive(steps)
