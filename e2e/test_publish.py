"""Publishing on the screen: what is sent, what it changes, one class or all."""

from django.utils import timezone

from e2e.browser import PHONE, BrowserTest
from server.publishing.models import MemberSheet, Publication
from server.tests.gyms import change

MAIN = "[aria-label=Sending] button.action"


class Publishing(BrowserTest):
    def open(self, page):
        self.sign_in(page)
        page.goto(f"{self.live_server_url}/publish/{self.home.gym_class.pk}")
        page.wait_for_selector("[aria-label=Sending] button")

    def test_what_changes_is_told_before_and_after_and_nothing_twice(self):
        """Sent; nothing changed, so sending again is no main button; a line nobody reads and one more that is
        read: both are said before it is sent, and what changed stands there after; the member is told."""

        def steps(page):
            self.open(page)
            self.assertEqual(page.inner_text(MAIN), "Send now to 3 people")
            page.click(MAIN)
            page.wait_for_selector("text=Sent to 3 people.")
            page.wait_for_selector(MAIN, state="detached")
            self.assert_accessible(page, "sent")
            self.meanwhile(lambda: MemberSheet.objects.update(opened_at=timezone.now()))
            self.meanwhile(
                lambda: change(
                    self.home.client(),
                    self.home.session,
                    text=f"{self.home.session.text}\n12 wall balls 9/6 kg\n8 flumes",
                )
            )
            page.reload()
            page.wait_for_selector("text=What sending now changes")
            page.wait_for_selector("text=New on the board: “12 wall balls 9/6 kg”")
            page.wait_for_selector("text=One line is not read")
            self.assert_accessible(page, "about to be sent")
            page.click(f"{MAIN}:has-text('Send version 2')")
            page.wait_for_selector("text=What version 2 changed")
            page.wait_for_selector("tr:has-text('Ada Finch') >> text=queued")
            link = page.get_attribute("tr:has-text('Ada Finch') a", "href")
            page.goto(self.live_server_url + link)
            page.wait_for_selector("h2:has-text('Changed since you looked')")
            page.wait_for_selector("text=New on the board: “12 wall balls 9/6 kg”")
            page.wait_for_selector("text=8 flumes as on the board")
            page.goto(f"{self.live_server_url}/publish/{self.home.gym_class.pk}")
            # a coach who looks opens nothing
            page.wait_for_selector("tr:has-text('Ada Finch') >> text=queued")
            self.assertEqual(page.locator("tr:has-text('Ada Finch') >> text=opened").count(), 0)

        self.drive(steps)

    def test_all_classes_at_once_from_a_phone(self):
        """On 390 by 844 nothing scrolls sideways; all classes are sent with one press, and each says so."""
        later = self.home.session.classes.create(starts_at=self.home.gym_class.starts_at)
        later.people.set(self.home.members[:2])

        def steps(page):
            self.open(page)
            self.assert_no_sideways_scroll(page, "publish")
            page.click("text=All 2 classes of this session")
            page.wait_for_selector("text=Sent to 2 classes")
            page.wait_for_selector("nav >> text=/ · 2 · version 1 sent/")
            self.assert_accessible(page, "all sent")

        self.drive(steps, PHONE)
        self.assertEqual(sorted(one.sheets.count() for one in Publication.objects.all()), [2, 3])
