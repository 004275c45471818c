"""Choosing for one member on the publish page."""

from e2e.browser import BrowserTest
from server.publishing.models import MemberSheet


class Choosing(BrowserTest):
    def test_a_coach_chooses_and_the_member_reads_it(self):
        """The page names the lift and why; a choice that is barred too is refused at its place and stays; a
        good one is in the preview and, once sent, on the member's page."""
        bo = self.home.members[1]
        self.home.caution(bo, "shoulder-overhead")

        def steps(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/publish/{self.home.gym_class.pk}")
            page.click(f"button:has-text('{bo.name}')")
            field = "#instead-push-press"
            page.wait_for_selector(field)
            self.assertIn("Push press is not for Bo Crane", page.inner_text("aside"))
            page.fill(field, "10 thrusters 30 kg")
            page.keyboard.press("Enter")
            page.wait_for_selector("aside [role=alert] >> text=Thruster is not for Bo Crane either")
            self.assertEqual(page.input_value(field), "10 thrusters 30 kg")
            self.assert_accessible(page, "choosing")
            page.fill(field, "15 bench presses 30 kg")
            page.keyboard.press("Enter")
            page.wait_for_selector(
                '[aria-label="The member\'s page"] >> text=Instead: 15 bench presses 30 kg'
            )
            page.click("button:has-text('Send now')")
            page.wait_for_selector("text=Sent to 3 people")

        self.drive(steps)
        token = MemberSheet.objects.get(person=bo).token
        self.drive(lambda page: self.read(page, token))

    def read(self, page, token):
        page.goto(f"{self.live_server_url}/m/{token}")
        page.wait_for_selector("text=Instead: 15 bench presses 30 kg")
