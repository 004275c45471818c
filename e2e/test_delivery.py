"""From the schedule to the phone and back: the whole way on the screens of a coach and a member."""

import datetime

from django.utils import timezone

from core.catalog import load_catalog
from core.hazards import hazards_of
from e2e.browser import PHONE, BrowserTest
from server.delivery.models import Delivery
from server.publishing.actions import publish_class
from server.publishing.models import MemberSheet, Publication, Said
from server.schedule.looking import look
from server.tests.gyms import change

LOOKED_MS = 2_600  # a little more than a look takes


class Scheduled(BrowserTest):
    def test_from_the_schedule_to_the_phone(self):
        """The coach sets a rule for the class and sees what goes out next; a strange word holds it, and is
        said; put right it goes out by itself; the member opens it on a phone, which counts once they have
        looked at it and touched it."""
        path = f"/publish/{self.home.gym_class.pk}"

        def coach(page):
            self.sign_in(page)
            page.goto(self.live_server_url + path)
            page.click("text=Goes out by hand. >> .. >> button:has-text('Change')")
            page.check("text=some hours before class:")
            page.fill("[aria-label='Hours before class']", "12")
            page.click("text=Keep for this class")
            page.wait_for_selector("text=/Goes out by itself .*This class’s own rule: 12 h before class/")
            change_text = f"{self.home.session.text}\n8 flumes"
            self.meanwhile(lambda: change(self.home.client(), self.home.session, text=change_text))
            self.meanwhile(look)
            page.goto(f"{self.live_server_url}/sending")
            page.wait_for_selector("text=Held: Line 7 is not read: “8 flumes”.")
            self.assert_accessible(page, "sending, one held")
            page.goto(self.live_server_url + "/")
            page.wait_for_selector("a:has-text('1 held')")
            self.meanwhile(lambda: change(self.home.client(), self.home.session, text=self.home.session.text))
            self.meanwhile(look)
            self.meanwhile(self.post)
            page.goto(self.live_server_url + path)
            page.wait_for_selector("text=/Version 1 was sent .* by itself/")
            page.wait_for_selector("tr:has-text('Ada Finch') >> text=handed over")
            page.goto(f"{self.live_server_url}/outbox")
            return page.get_attribute("li:has-text('Ada') a[href^='/m/']", "href")

        def member(page):
            page.goto(self.live_server_url + link)
            page.wait_for_selector("text=Go through it with a timer")
            page.wait_for_timeout(LOOKED_MS)
            self.assertFalse(self.meanwhile(opened))
            page.mouse.wheel(0, 200)
            self.until_true(page, opened)

        def opened():
            return MemberSheet.objects.filter(person=self.home.members[0], opened_at__isnull=False).exists()

        link = self.drive(coach)
        self.drive(member, PHONE)

    def until_true(self, page, ask):
        for _ in range(100):
            if self.meanwhile(ask):
                return
            page.wait_for_timeout(100)
        self.fail("never true")


class Changed(BrowserTest):
    def setUp(self):
        super().setUp()
        publish_class(self.home.gym_class, self.home.coach)
        self.ada, self.bo, _ = self.home.members

    def link(self, person) -> str:
        token = MemberSheet.objects.filter(person=person).earliest("pk").token
        return f"{self.live_server_url}/m/{token}"

    def test_a_change_reaches_only_those_it_affects(self):
        """One more on the roster: the page says that one person is told; sent, one message goes, and the
        others' pages say nothing of a change."""
        links = {person.name: self.link(person) for person in self.home.members}
        MemberSheet.objects.update(opened_at=timezone.now(), seen_at=timezone.now(), seen_stamp="1")
        self.home.measure(self.bo, "wrist.extension", 40)

        def steps(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/publish/{self.home.gym_class.pk}")
            page.wait_for_selector("text=/Bo Crane: Yours before class/")
            page.wait_for_selector("text=1 person is told.")
            page.click("button:has-text('Send')")
            page.wait_for_selector("text=/Version 2 was sent/")
            bo = "tr:has-text('Bo Crane')"
            page.wait_for_selector(f"{bo} >> text=their phone may show an earlier version")
            page.goto(links["Ada Finch"])
            page.wait_for_selector("text=Go through it with a timer")
            self.assertEqual(page.locator("text=Changed since you looked").count(), 0)
            page.goto(links["Bo Crane"])
            page.wait_for_selector("text=Changed since you looked")
            self.assert_accessible(page, "a page that changed")

        self.drive(steps)
        told = Delivery.objects.filter(cause="v2").values_list("person__name", flat=True)
        self.assertEqual(list(told), ["Bo Crane"])

    def test_a_caution_after_publishing_hides_the_drill_also_on_a_phone_that_had_it(self):
        """Bo's phone shows the page; the caution comes; when the phone is looked at again the page is
        another: what it forbids is gone and named. The coach sees whose phone may show the old one."""
        link = self.link(self.bo)
        catalog = load_catalog()
        page_sent = MemberSheet.objects.get(person=self.bo).page()
        (drill, *_) = [
            item["name"]
            for item in page_sent["items"]
            if "shoulder-overhead" in hazards_of(item["drill"], catalog)
        ]

        def coach(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/publish/{self.home.gym_class.pk}")
            page.wait_for_selector("tr:has-text('Bo Crane') >> text=their phone may still show it")

        def member(page):
            page.goto(link)
            page.wait_for_selector(f"section[aria-label='In class'] >> text={drill}")
            self.meanwhile(lambda: self.home.caution(self.bo, "shoulder-overhead"))
            page.evaluate("document.dispatchEvent(new Event('visibilitychange'))")
            page.wait_for_selector("text=Taken out since your new caution")
            self.assertEqual(page.locator(f"section[aria-label='In class'] >> text={drill}").count(), 0)
            self.assert_accessible(page, "a page with drills taken out")

        self.drive(member, PHONE)
        MemberSheet.objects.filter(person=self.bo).update(seen_stamp="1")
        self.drive(coach)

    def test_pain_and_done_are_kept_offline_and_sent_once(self):
        """Without a signal: what hurts is told to stop, kept, and sent once when the signal is back; the
        coach has it on their page within its ten seconds, in words."""
        link = self.link(self.ada)

        def steps(page):
            page.goto(link)
            page.wait_for_selector("text=Go through it with a timer")
            page.context.set_offline(True)
            page.click("text=I did the prep")
            page.click("text=Something hurts")
            page.wait_for_selector("text=see a licensed clinician")
            self.assert_accessible(page, "something hurts")
            page.fill("#what-hurts", "left wrist")
            page.click("text=Tell my coach")
            page.wait_for_selector("text=your coach is told as soon as there is a signal")
            page.context.set_offline(False)
            page.wait_for_selector("text=Your coach knows.")
            page.reload()
            page.wait_for_selector("button[aria-pressed=true]:has-text('I did the prep')")
            page.wait_for_selector("text=Your coach knows.")

        def coach(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/publish/{self.home.gym_class.pk}")
            page.wait_for_selector("tr:has-text('Ada Finch') >> text=hurts: left wrist")
            page.wait_for_selector("tr:has-text('Ada Finch') >> text=prep done")

        self.drive(steps, PHONE)
        self.drive(coach)
        self.assertEqual(sorted(Said.objects.values_list("kind", flat=True)), ["done", "pain"])

    def test_cancelled_moved_reminded_and_the_wall(self):
        """Each from the coach's page, and as the member then sees it; a time that has passed is refused at
        its field."""
        link, starts = self.link(self.ada), self.home.gym_class.starts_at
        early = datetime.datetime.combine(starts.date(), datetime.time(0), datetime.UTC)

        def steps(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/publish/{self.home.gym_class.pk}")
            page.click("text=Remind the 3 who did not open it")
            page.wait_for_selector("text=Those who did not open it are reminded")
            page.click("text=Code for the wall")
            page.wait_for_selector("img[alt^='A code that leads']")
            self.until(page, "document.querySelector('img[alt^=A]').naturalWidth > 50")
            wall = page.get_attribute("a:has-text('Open what it leads to')", "href")
            page.click("text=Leave it")
            page.click("text=Move class")
            if timezone.now() - early > datetime.timedelta(minutes=2):
                page.fill("[type=time]", f"{early:%H:%M}")
                page.click("text=/Move it/")
                page.wait_for_selector("[role=alert]:has-text('has passed')")
            page.click("text=Leave it")
            page.click("text=Cancel class")
            page.click("text=/Cancel it; 3 people are told/")
            page.wait_for_selector("text=This class is cancelled")
            self.assert_accessible(page, "a cancelled class")
            page.goto(self.live_server_url + "/")
            page.wait_for_selector("article a:has-text('people, cancelled')")
            page.goto(link)
            page.wait_for_selector("text=This class is cancelled.")
            page.goto(self.live_server_url + wall)
            page.wait_for_selector("text=This class is cancelled.")
            self.assertEqual(page.locator("text=Something hurts").count(), 0)

        self.drive(steps)
        kinds = set(Delivery.objects.values_list("kind", flat=True))
        self.assertEqual(kinds, {"ready", "nudge", "cancelled"})
        self.assertEqual(Publication.objects.latest("version").kind, "cancelled")

    def test_a_stranger_and_a_link_that_was_ended(self):
        """Another gym's coach and a wrong link see nothing; the coach ends Ada's link, and it opens nothing
        any more, while Bo's does."""
        ada, bo = self.link(self.ada), self.link(self.bo)

        def steps(page):
            page.goto(f"{self.live_server_url}/m/not-a-link-of-anybody")
            page.wait_for_selector("text=leads nowhere any more")
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/publish/{self.home.gym_class.pk}")
            row = "tr:has-text('Ada Finch')"
            page.click(f"{row} >> text=/^end link/")
            page.click(f"{row} >> text=/^yes, end it/")
            page.wait_for_selector(f"{row} >> text=link ended")
            page.click("text=Sign out")
            page.wait_for_selector("#email")
            page.goto(ada)
            page.wait_for_selector("text=This link has ended")
            page.goto(bo)
            page.wait_for_selector("text=Go through it with a timer")

        self.drive(steps)

    def test_a_member_chooses_how_they_are_reached(self):
        """Quiet hours half filled in are refused; kept, they stand there again; a calendar's address is made;
        nothing scrolls sideways on a phone and axe finds nothing."""

        def steps(page):
            self.sign_in(page, self.ada)
            page.fill("[aria-label='Quiet from']", "21:30")
            page.click("button:has-text('Keep')")
            page.wait_for_selector("[role=alert]:has-text('both, or neither')")
            page.fill("[aria-label='Quiet to']", "06:45")
            page.click("button:has-text('Keep')")
            self.until(page, "!document.querySelector('[role=alert]')")
            page.click("text=Make its address")
            page.wait_for_selector("text=/feed/")
            self.assert_no_sideways_scroll(page, "how we reach you")
            self.assert_accessible(page, "how we reach you")
            page.reload()
            self.until(page, "document.querySelector('[aria-label=\"Quiet from\"]')?.value === '21:30'")

        self.drive(steps, PHONE)
