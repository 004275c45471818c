"""A real gym in the browser: from the first run to a published class, people, measuring without a network,
rosters."""

import json

from django.utils import timezone

from e2e.browser import DESK, PHONE, BrowserTest
from server.gym.first import first_code
from server.gym.models import Gym, KitItem
from server.people.models import MeasuredRange, Person
from server.publishing.models import MemberSheet
from server.tests.gyms import PASSWORD, SmallGym

TABLET = {"width": 820, "height": 1180}
ROSTER = (
    "name,email,born\nDella Marrow,della@kiln.example,1991\n"
    "Otis Grange,,2001\nBess Okonkwo-Featheringham,,1979\n"
)
BOARD = "A) Front squat 4x4 @ 78%\n\nB) 3 rounds for time\n15 push presses 40/27.5 kg\n9 pull-ups"


class NewGym(BrowserTest):
    def setUp(self):
        pass  # nobody is here yet

    def test_from_the_first_run_to_the_first_published_class(self):
        """An empty installation: the gym with its owner, a class time, a roster from a file, a day pasted,
        people put on, sent. No database is touched but through the pages."""
        today = timezone.localdate()

        def steps(page):
            page.goto(self.live_server_url + "/")
            page.click("a:has-text('Make the first one')")
            page.wait_for_selector("form[aria-label='Your gym']")
            self.assert_accessible(page, "first run")
            page.get_by_label("Code").fill("wrong")
            page.get_by_label("Name of the gym").fill("Kiln Row")
            page.get_by_label("Time zone").fill("UTC")
            page.get_by_label("Your name").fill("Owner Slate")
            page.get_by_label("Email").fill("owner@kiln.example")
            page.get_by_label("Password").fill(PASSWORD)
            page.click("button:has-text('Make the gym')")
            page.wait_for_selector("text=This is not the code")
            page.get_by_label("Code").fill(first_code())
            page.click("button:has-text('Make the gym')")
            page.wait_for_selector("section[aria-label='Class times']")
            page.get_by_label(f"A class on {today:%A}").fill("17:30")
            page.keyboard.press("Enter")
            page.wait_for_selector("h1 + span:has-text('Saved')")
            self.assert_accessible(page, "gym")
            page.click("a:has-text('Bring your roster from a file')")
            page.get_by_label("Or paste the table here").fill(ROSTER)
            page.click("button:has-text('Take 3 new people')")
            page.wait_for_selector("text=3 people added")
            self.assert_accessible(page, "import")
            page.goto(self.live_server_url + "/week/import")
            page.get_by_label("The week's text").fill(f"{today}: First day\n{BOARD}")
            page.click("button:has-text('Import 1 day')")
            page.wait_for_selector("text=1 session added")
            page.goto(self.live_server_url + "/")
            page.click("a:has-text('First day')")
            page.click("a:has-text('Roster')")
            for name in ("Della Marrow", "otis grange", "Walk In"):
                page.get_by_label("Somebody who comes, by name").fill(name)
                page.keyboard.press("Enter")
                page.wait_for_selector(f"td a:text-is('{name.title()}')")
            page.wait_for_selector("section[aria-label='The prep for them'] li")
            self.assert_accessible(page, "roster")
            page.click("a:has-text('Publish')")
            page.click("button:has-text('Send now to 3 people')")
            page.wait_for_selector("text=Sent to 1 person. No channel reaches 2 more: hand over their links.")

        self.drive(steps)
        self.assertEqual(
            sorted(MemberSheet.objects.values_list("person__name", flat=True)),
            [
                "Della Marrow",
                "Otis Grange",
                "Walk In",
            ],
        )
        self.assertEqual(Gym.objects.get().people.count(), 5)


class People(BrowserTest):
    def setUp(self):
        super().setUp()
        self.owner = self.home.person("Owner Slate", "owner")
        self.ada = self.home.members[0]

    def test_every_new_screen_on_every_size_has_no_faults(self):
        """Axe finds nothing and nothing scrolls sideways on a laptop, a tablet and a phone; a name of 80
        letters."""
        self.ada.name = "Ada " + "Featheringham" * 5 + "-Okonkwo-M"
        self.ada.save()
        self.home.caution(self.ada, "wrist", note="Broke it in spring.")
        self.ada.bests.create(movement="back-squat", kg=80, reps=3, lifted_on="2026-05-01")
        screens = {
            "people": ("/people", "table"),
            "person": (f"/people/{self.ada.pk}", "section[aria-label='Body and person']"),
            "measure": ("/measure", "h2:has-text('Tests')"),
            "gym": ("/gym", "section[aria-label='Class times']"),
            "account": ("/account", "section[aria-label='Devices'] li"),
            "import": ("/people/import", "h1:has-text('From a file')"),
            "roster": (f"/roster/{self.home.gym_class.pk}", "table"),
        }

        def steps(page):
            self.sign_in(page, self.owner)
            for name, (path, ready) in screens.items():
                page.goto(self.live_server_url + path)
                page.wait_for_selector(ready)
                for size in (DESK, TABLET, PHONE):
                    page.set_viewport_size(size)
                    self.assert_accessible(page, f"{name} at {size['width']}")
                    self.assert_no_sideways_scroll(page, f"{name} at {size['width']}")

        self.drive(steps)

    def test_two_coaches_change_one_person_and_nothing_is_lost(self):
        """Different fields merge by themselves; the same field is asked; a caution bites at once in the
        prep."""

        def steps(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/people/{self.ada.pk}")
            page.wait_for_selector("section[aria-label='Body and person']")
            self.meanwhile(lambda: self.change(mass_kg=70.5))
            page.get_by_label("Height, cm").fill("171")
            page.keyboard.press("Enter")
            page.wait_for_selector("h2 span:has-text('Saved')")
            self.until(page, "document.querySelector('h2 + div') && true")
            self.meanwhile(lambda: self.change(division="scaled"))
            page.get_by_label("Division").select_option("rx")
            page.wait_for_selector("text=Changed in two places")
            page.click("button:has-text('Keep mine')")
            page.wait_for_selector("h2 span:has-text('Saved')")
            page.get_by_label("Height, cm").fill("971")
            page.keyboard.press("Enter")
            page.wait_for_selector("[role=alert]:has-text('From 1.2 to 2.3')")
            page.get_by_label("Height, cm").fill("172")
            page.keyboard.press("Enter")
            page.wait_for_selector("h2 span:has-text('Saved')")

        self.drive(steps)
        self.ada.refresh_from_db()
        self.assertEqual((self.ada.height_m, self.ada.mass_kg, self.ada.division), (1.72, 70.5, "rx"))

    def change(self, **fields):
        person = Person.objects.get(pk=self.ada.pk)
        for name, value in fields.items():
            setattr(person, name, value)
        person.version += 1
        person.save()

    def test_a_member_sees_all_of_their_own_and_nothing_of_the_gym(self):
        """Their page with the trail and without coaches' notes; the body may be put right, the name not."""
        self.ada.notes.create(text="Talks herself into loads.", private=True)
        self.ada.notes.create(text="Sees her physio in May.")

        def steps(page):
            self.sign_in(page, self.ada)
            self.assertEqual(
                page.locator("nav a").all_inner_texts(), ["Your prep", "Your body", "Your weeks"]
            )
            page.click("a:has-text('Your body')")
            page.wait_for_selector("text=Sees her physio in May.")
            self.assertNotIn("Talks herself", page.inner_text("body"))
            self.assertTrue(page.get_by_label("Name", exact=True).is_disabled())
            page.get_by_label("Body mass, kg").fill("61,5")
            page.keyboard.press("Enter")
            page.wait_for_selector("h2 span:has-text('Saved')")
            page.click("summary:has-text('Who looked')")
            page.wait_for_selector("ul[aria-label='Changes'] li:has-text('body data')")
            page.goto(f"{self.live_server_url}/people/{self.home.coach.pk}")
            page.wait_for_selector("[role=alert]")
            self.assert_accessible(page, "not theirs")

        self.drive(steps)
        self.ada.refresh_from_db()
        self.assertEqual(self.ada.mass_kg, 61.5)


class Measuring(BrowserTest):
    def setUp(self):
        super().setUp()
        names = [f"{first} Marl" for first in "Bea Col Dan Eve Fay Gus Hal Ivy Jo".split()]
        self.twelve = [*self.home.members, *(self.home.person(name, "member") for name in names)]
        self.home.gym_class.people.set(self.twelve)
        KitItem.objects.create(gym=self.home.gym, item="wall", pieces=8)

    def test_twelve_people_three_tests_and_no_network(self):
        """Ankles both sides, a hold and a ladder of twelve: 2 or 3 digits and Enter a side, one key for the
        others. The network goes before the first key and comes back after the last; everything is kept once,
        an undone one not."""
        where = f"/measure?class={self.home.gym_class.pk}&tests=knee-to-wall,deep-squat,plate-ladder"
        presses = []

        def press(page, *keys):
            for key in keys:
                page.keyboard.press(key)
                presses.append(key)

        def steps(page):
            self.sign_in(page)
            page.goto(self.live_server_url + where)
            page.wait_for_selector("button:has-text('Start: 3 tests')")
            page.click("button:has-text('Start: 3 tests')")
            page.wait_for_selector("section[aria-label='This turn']")
            self.assert_accessible(page, "a turn")
            page.context.set_offline(True)
            press(page, "4", "4", "Enter")
            page.wait_for_selector("[role=alert]:has-text('From 0 to 25 cm')")
            press(page, "Backspace", "Backspace")
            for number in range(24):
                press(page, *str(9 + number % 5), "Enter")
            page.wait_for_selector("text=No network: 24 readings kept here")
            press(page, "u", "1", "1", "Enter")
            for number in range(12):
                press(page, "y" if number % 3 else "n")
            for number in range(12):
                press(page, str(number % 4))
            page.wait_for_selector("h1:has-text('That is everybody')")
            page.context.set_offline(False)
            page.wait_for_selector("text=48 readings kept.")
            self.assert_accessible(page, "done")

        self.drive(steps)
        taken = MeasuredRange.objects.exclude(key=None)
        self.assertEqual(taken.count(), 48)
        self.assertEqual(taken.filter(test="knee-to-wall", side="left").count(), 12)
        self.assertEqual(taken.filter(test="deep-squat", value=1).count(), 8)
        self.assertLess(len(presses) / 48, 2.6, f"{len(presses)} keys for 48 readings")

    def test_measuring_changes_the_right_people_only(self):
        """A stiff ankle by the page: that member's gaps and extras change, nobody else's; a coach of another
        gym is measuring at the same time and sees none of it."""
        away = SmallGym("Osier Barn")
        ada, bo = self.home.members[:2]
        self.home.gym_class.people.set([ada, bo])
        before = {person.pk: self.page_of(person) for person in (ada, bo)}

        def steps(page):
            self.sign_in(page)
            page.goto(f"{self.live_server_url}/measure?class={self.home.gym_class.pk}&tests=knee-to-wall")
            page.click("button:has-text('Start: 1 test')")
            for key in ("1", "Enter", "1", "Enter", "s", "s"):
                page.keyboard.press(key)
            page.wait_for_selector("h1:has-text('That is everybody')")
            page.wait_for_selector("text=2 readings kept.")

        self.drive(steps)
        after = {person.pk: self.page_of(person) for person in (ada, bo)}
        self.assertIn("ankle.dorsiflexion", [gap["motion"] for gap in after[ada.pk]["gaps"]])
        self.assertNotEqual(before[ada.pk]["extras"], after[ada.pk]["extras"])
        self.assertEqual(before[bo.pk]["gaps"], after[bo.pk]["gaps"])
        self.assertEqual(before[bo.pk]["extras"], after[bo.pk]["extras"])
        seen = json.dumps(away.client().get("/api/measure").json()["people"])
        self.assertNotIn('"knee-to-wall"', seen)
        self.assertEqual(away.client().get(f"/api/people/{ada.pk}").status_code, 404)

    def page_of(self, person) -> dict:
        path = f"/api/classes/{self.home.gym_class.pk}/preview/{person.pk}"
        return self.home.client().get(path).json()

    def test_two_coaches_measure_at_once(self):
        """Both stand at the same line: every reading of both is kept, the later one counts."""
        other = self.home.person("Ember Slate", "coach")
        turn = f"{self.live_server_url}/measure?class={self.home.gym_class.pk}&tests=knee-to-wall"

        def steps(page):
            self.sign_in(page)
            page.goto(turn)
            page.click("button:has-text('Start')")
            second = page.context.browser.new_context()
            beside = second.new_page()
            self.sign_in(beside, other)
            beside.goto(turn)
            beside.click("button:has-text('Start')")
            for one, value in ((page, "9"), (beside, "12")):
                one.keyboard.press(value[0])
                for digit in value[1:]:
                    one.keyboard.press(digit)
                one.keyboard.press("Enter")
                one.wait_for_selector("text=1 reading kept.")
            second.close()

        self.drive(steps)
        rows = MeasuredRange.objects.exclude(key=None).order_by("pk").values_list("value", "taken_by__name")
        self.assertEqual(list(rows), [(9.0, "Coach Marl"), (12.0, "Ember Slate")])
        first = min(self.twelve, key=lambda person: person.name)
        value = first.value(timezone.localdate())
        self.assertEqual([one.value for one in value.ranges if one.test == "knee-to-wall"], [12.0])
