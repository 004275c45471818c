"""What a coach can set beyond the board: stops, what was done before, a cold room, the lock; methods, kit,
floor and bars."""

import datetime
import json

from django.test import TestCase
from django.utils import timezone

from server.gym.models import Gym
from server.people.models import MeasuredRange
from server.prep.models import PrepDraft
from server.publishing.actions import publish_class
from server.publishing.models import MemberSheet
from server.shelf.models import OwnMethod
from server.tests.gyms import SmallGym, body, up_to_date

THREE = "A) Front squat 4x4 100/70 kg\n\nB) 3 rounds for time\n12 toes-to-bar\n200 m run"
RACK = {
    "unit": "kg",
    "bars": [20, 15],
    "pairs": [
        {"plate": 20, "pairs": 4},
        {"plate": 10, "pairs": 2},
        {"plate": 5, "pairs": 2},
        {"plate": 2.5, "pairs": 2},
    ],
}


class Dials(TestCase):
    def setUp(self):
        self.home, self.other = SmallGym("Kiln Row"), SmallGym("Osier Barn")
        self.client = self.home.client()

    def send(self, method, path, data=None, client=None):
        return getattr(client or self.client, method)(
            path, data=json.dumps(up_to_date(path, data or {})), content_type="application/json"
        )

    def bench(self, **changes):
        return self.send(
            "post",
            f"/api/sessions/{self.home.session.pk}/bench",
            body(self.home.session, **{"text": THREE, "class_id": self.home.gym_class.pk, **changes}),
        ).json()


class Sessions(Dials):
    def test_every_dial_is_saved_and_used(self):
        """What the page sends comes back with the session, and the plan keeps to it."""
        sent = {"text": THREE, "breaks": {"1": 3}, "after_text": "20 burpees", "after_min": 15, "cold": True}
        saved = self.send("patch", f"/api/sessions/{self.home.session.pk}", sent).json()
        self.assertEqual({name: saved[name] for name in sent}, sent)
        plan = self.bench(**{name: value for name, value in sent.items() if name != "text"})
        self.assertEqual([stop["minutes"] for stop in plan["plan"]["breaks"]], [3])
        self.assertEqual(plan["earlier"]["movements"], ["burpee"])
        self.assertTrue(plan["earlier"]["warm"])

    def test_a_stop_that_cannot_be_is_refused_and_nothing_is_saved(self):
        """One minute is none: 422 with the field, and the draft is as before."""
        response = self.send(
            "patch", f"/api/sessions/{self.home.session.pk}", {"breaks": {"1": 1}, "cold": True}
        )
        self.assertEqual((response.status_code, response.json()["field"]), (422, "breaks"))
        self.assertFalse(PrepDraft.objects.filter(session=self.home.session, cold=True).exists())

    def test_what_was_done_before_may_be_unreadable(self):
        """Nonsense before is said beside it, and the plan stands; a binary file names the field."""
        found = self.bench(after_text="12 gribbles")
        self.assertEqual(found["earlier"]["unread"], ["gribbles"])
        self.assertTrue(found["plan"]["items"])
        self.assertEqual(self.bench(after_text="\x00\x01")["field"], "after_text")

    def test_the_locked_prep_is_published_as_it_stands(self):
        """Locked on the Bench, then published: the same drills, though the class is another size."""
        plan = self.bench()["plan"]
        held = {
            "text": THREE,
            "locked": True,
            "pins": [f"{item['drill']}@{item['phase']}" for item in plan["items"]],
            "order": [item["drill"] for item in plan["items"]],
        }
        self.assertEqual(self.send("patch", f"/api/sessions/{self.home.session.pk}", held).status_code, 200)
        self.home.gym_class.people.remove(self.home.members[2])
        self.home.gym_class.session.refresh_from_db()
        published = publish_class(
            type(self.home.gym_class).objects.get(pk=self.home.gym_class.pk), self.home.coach
        )
        drills = [item["drill"] for item in plan["items"]]
        self.assertEqual([item["drill"] for item in published.page["items"]], drills)
        self.assertEqual(
            [item["drill"] for item in published.sheets.get(person=self.home.members[1]).page()["items"]],
            drills,
        )


class Members(Dials):
    def page(self, person) -> dict:
        publish_class(type(self.home.gym_class).objects.get(pk=self.home.gym_class.pk), self.home.coach)
        link = next(one["link"] for one in self.home.client(person).get("/api/my-sheets").json())
        return self.home.client(person).get(f"/api/sheets/{link.rsplit('/', 1)[1]}").json()

    def test_stops_reach_every_member_with_what_they_must_not_do_swapped(self):
        """A member who must not hang gets the stop without hanging, and is told what changed."""
        member = self.home.members[1]
        self.home.caution(member, "no-hang")
        self.send("patch", f"/api/sessions/{self.home.session.pk}", {"text": THREE, "breaks": {"1": 4}})
        mine, usual = self.page(member), self.page(self.home.members[2])
        hanging = [
            item["drill"] for stop in usual["breaks"] for item in stop["items"] if item["level"] == "hanging"
        ]
        self.assertTrue(hanging)
        self.assertFalse(
            [item for stop in mine["breaks"] for item in stop["items"] if item["level"] == "hanging"]
        )
        self.assertLessEqual(set(hanging), {swap["instead_of"] for swap in mine["swaps"]})
        self.assertTrue(all(item["figure"] for stop in mine["breaks"] for item in stop["items"]))

    def test_homework_for_what_stayed_short_and_only_on_one_s_own_page(self):
        """Two visits short of the front rack bring homework with its dose and its end; nobody else's page
        has it."""
        member = self.home.members[0]  # 48 degrees of wrist extension today
        MeasuredRange.objects.create(
            person=member,
            motion="wrist.extension",
            value=46,
            measured_on=timezone.localdate() - datetime.timedelta(days=60),
        )
        self.send("patch", f"/api/sessions/{self.home.session.pk}", {"text": THREE})
        self.assertEqual(self.page(self.home.members[1])["homework"], [])
        page = self.page(member)
        self.assertEqual(page["homework"], [])  # it runs as a block from the moment it was given
        (one,) = MemberSheet.objects.filter(person=member).latest("pk").page()["homework"]
        self.assertEqual(
            (one["motion"], one["visits"], one["first_deg"], one["last_deg"]), ("wrist.extension", 2, 46, 48)
        )
        self.assertIn("licensed clinician", one["stop"])
        (block,) = page["training"]["blocks"]
        self.assertEqual([area["motion"] for area in block["areas"]], ["wrist.extension"])

    def test_each_lifts_their_own_way_up(self):
        """The ramp on a page leads to that member's own standard, not to the class's longest."""
        man = self.home.members[1]
        man.sex = "male"
        man.save()
        self.send("patch", f"/api/sessions/{self.home.session.pk}", {"text": THREE})
        his, hers = self.page(man)["ramp"], self.page(self.home.members[2])["ramp"]
        self.assertEqual((his[0]["load"], hers[0]["load"]), (20, 15))
        self.assertGreater(his[-1]["load"], 70)
        self.assertLess(hers[-1]["load"], 70)

    def test_a_later_lift_is_built_up_by_everyone_s_own_weight(self):
        """The stop before a second lift brings each member their own sets, a man's bar heavier than a
        woman's."""
        man = self.home.members[1]
        man.sex = "male"
        man.save()
        text = "A) Front squat 4x4 60/40 kg\n\nB) Deadlift 3x3 140/100 kg"
        self.send("patch", f"/api/sessions/{self.home.session.pk}", {"text": text, "breaks": {"1": 5}})
        (his,), (hers,) = (self.page(member)["breaks"] for member in (man, self.home.members[2]))
        self.assertEqual((his["ramp"][0]["load"], hers["ramp"][0]["load"]), (20, 15))
        self.assertTrue(100 < his["ramp"][-1]["load"] < 140)
        self.assertTrue(70 < hers["ramp"][-1]["load"] < 100)
        self.assertEqual({step["movement"] for step in (*his["ramp"], *hers["ramp"])}, {"deadlift"})


class Methods(Dials):
    def copy(self, client=None, **changes):
        return self.send("post", "/api/methods", {"base": "flow", "name": "Slow flow", **changes}, client)

    def test_a_copy_is_made_used_changed_and_deleted(self):
        """Made from a built-in one, chosen for a session, changed, and deleted: the session goes back to
        what it was made from."""
        made = self.copy(max_hold_s=5)
        self.assertEqual(made.status_code, 201, made.content)
        own = next(one for one in made.json() if one["own"])
        self.assertEqual((own["base"], own["max_hold_s"], own["name"]), ("flow", 5, "Slow flow"))
        self.assertIn("Slow flow", [one["name"] for one in self.client.get("/api/shelf").json()["methods"]])
        self.assertEqual(
            self.send("patch", f"/api/sessions/{self.home.session.pk}", {"method": own["id"]}).status_code,
            200,
        )
        self.assertEqual(self.bench(method=own["id"])["plan"]["method_name"], "Slow flow")
        changed = self.send(
            "put",
            f"/api/methods/{own['id']}",
            {"base": "flow", "name": "Slower flow", "reference_minutes": 14},
        ).json()
        self.assertEqual(
            next(one for one in changed if one["own"])["max_hold_s"],
            10,
            "what is not given is as in the base",
        )
        self.client.delete(f"/api/methods/{own['id']}")
        self.assertEqual(PrepDraft.objects.get(session=self.home.session).method, "flow")

    def test_a_copy_of_a_copy_keeps_its_changes_and_goes_back_to_the_built_in_one(self):
        """Made from the gym's own one; both deleted, a session that used it has the built-in method again."""
        first = next(one for one in self.copy(max_hold_s=5).json() if one["own"])["id"]
        second = next(
            one for one in self.copy(base=first, name="Slowest flow").json() if one["name"] == "Slowest flow"
        )
        self.assertEqual((second["base"], second["max_hold_s"]), ("flow", 5))
        self.send("patch", f"/api/sessions/{self.home.session.pk}", {"method": second["id"]})
        for slug in (first, second["id"]):
            self.client.delete(f"/api/methods/{slug}")
        self.assertEqual(
            self.bench(method=PrepDraft.objects.get(session=self.home.session).method)["plan"]["method"],
            "flow",
        )

    def test_a_copy_that_cannot_be_names_its_field(self):
        """A taken name, bounds upside down; members make none, and another gym neither sees nor changes
        it."""
        response = self.copy(name="End-range tension")
        self.assertEqual((response.status_code, response.json()["field"]), (422, "name"))
        upside = self.copy(
            phases=[{"phase": "open", "min_s": 300, "max_s": 60, "min_items": 1, "max_items": 2}]
        )
        self.assertIn("least is above the most", upside.json()["detail"])
        self.assertEqual(self.copy(self.home.client(self.home.members[0])).status_code, 403)
        slug = next(one for one in self.copy().json() if one["own"])["id"]
        theirs = self.other.client()
        self.assertNotIn(slug, [one["id"] for one in theirs.get("/api/methods").json()])
        self.assertEqual(
            self.send("put", f"/api/methods/{slug}", {"base": "flow", "name": "Mine"}, theirs).status_code,
            404,
        )
        theirs.delete(f"/api/methods/{slug}")
        self.assertTrue(OwnMethod.objects.filter(slug=slug).exists())


class Place(Dials):
    def version(self) -> int:
        return Gym.objects.get(pk=self.home.gym.pk).place_version

    def put(self, client=None, **changes):
        return self.send(
            "put",
            "/api/place",
            {
                "kit": {"barbell": 6, "mat": 4},
                "places": {"mat": 8},
                "rack": RACK,
                "version": self.version(),
                **changes,
            },
            client,
        )

    def test_what_is_written_down_is_what_plans_keep_to(self):
        """Kit, floor and rack come back as written; a plan then loads only plates that are there."""
        self.assertEqual(self.put().status_code, 200)
        found = self.client.get("/api/place").json()
        self.assertEqual(
            {one["id"]: one["pieces"] for one in found["kit"] if one["pieces"]}, {"barbell": 6, "mat": 4}
        )
        self.assertEqual((found["places"], found["rack"]["pairs"]), ({"mat": 8}, RACK["pairs"]))
        sets = [step for group in self.bench()["plan"]["ramps"] for step in group["sets"]]
        self.assertTrue(sets)
        self.assertTrue(all(plate in (20, 10, 5, 2.5) for step in sets for plate in step["plates"]))
        self.put(
            rack={
                "unit": "lb",
                "bars": [45, 35],
                "pairs": [
                    {"plate": 45, "pairs": 3},
                    {"plate": 10, "pairs": 2},
                    {"plate": 5, "pairs": 1},
                    {"plate": 2.5, "pairs": 1},
                ],
            }
        )
        self.assertEqual({group["unit"] for group in self.bench()["plan"]["ramps"]}, {"lb"})

    def test_what_cannot_be_is_refused_whole(self):
        """A plate twice, kit nobody knows, a negative count, a bar of nothing: 422 with the field, and all
        stays as it was."""
        before = self.client.get("/api/place").json()
        for changes, field in (
            ({"kit": {"trampoline": 2}}, "kit.trampoline"),
            ({"kit": {"mat": -1}}, "kit.mat"),
            ({"places": {"roof": 3}}, "places.roof"),
            ({"rack": {**RACK, "unit": "st"}}, "unit"),
            ({"rack": {**RACK, "bars": [0, 15]}}, "bars"),
            ({"rack": {**RACK, "pairs": [*RACK["pairs"], {"plate": 20, "pairs": 1}]}}, "pairs"),
            ({"rack": {**RACK, "pairs": [{"plate": 0.1, "pairs": 1}]}}, "pairs"),
            (
                {"rack": {**RACK, "pairs": [{"plate": 1 + number, "pairs": 1} for number in range(13)]}},
                "pairs",
            ),
        ):
            response = self.put(**changes)
            self.assertEqual((response.status_code, response.json()["field"]), (422, field))
        self.assertEqual(self.client.get("/api/place").json(), before)
        self.assertEqual(self.put(self.home.client(self.home.members[0])).status_code, 403)

    def test_two_groups_on_one_bar(self):
        """A woman of each division share a bar: turns to each one's work, fewer plates moved than on two
        bars; a man needs his own."""
        scaling, man = self.home.members[0], self.home.members[1]
        scaling.division, man.sex = "scaled", "male"
        scaling.save()
        man.save()
        text = THREE.replace("\n\nB)", "\nscaled: front squat 4x4 80/55 kg\n\nB)")
        ramps = self.bench(text=text)["plan"]["ramps"]
        women = [place for place, one in enumerate(ramps) if one["sex"] == "female"]
        his = next(place for place, one in enumerate(ramps) if one["sex"] == "male")

        def share(first, second):
            sent = body(
                self.home.session, text=text, class_id=self.home.gym_class.pk, first=first, second=second
            )
            return self.send("post", f"/api/sessions/{self.home.session.pk}/shared-bar", sent).json()

        found = share(*women[:2])
        self.assertEqual(found["turns"][-1]["load"], max(ramps[place]["working"] for place in women))
        self.assertEqual(sum(one["moved"] for one in found["turns"]), found["moved"])
        self.assertLess(found["moved"], found["apart_moved"])
        self.assertIn("two bars", share(women[0], his)["why"])
        self.assertIn("no such group", share(0, 30)["why"])


class ShelfDrills(Dials):
    def test_every_drill_opens_with_its_reasons(self):
        """The list has them all; each opens with a picture, doses, and a reason for every effect; an
        unknown one is not found."""
        rows = self.client.get("/api/drills").json()
        self.assertGreaterEqual(len(rows), 180)
        for row in rows[::9]:
            one = self.client.get(f"/api/drills/{row['id']}").json()
            self.assertTrue(
                one["picture"]["points"] and one["doses"] and one["cues"] and one["sources"], row["id"]
            )
            self.assertTrue(all(effect["because"] for effect in one["effects"]))
        self.assertEqual(self.client.get("/api/drills/nothing").status_code, 404)
        self.assertEqual(self.home.client(self.home.members[0]).get("/api/drills").status_code, 403)
