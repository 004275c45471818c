"""The floor on the server: one run of a class, commands that come twice or late, screens that are let in, and
what is kept."""

from __future__ import annotations

import json
from unittest import mock

from django.test import Client, TestCase

from server.floor import running
from server.floor.models import Ran, Run, RunOrder, Screen, digest_of
from server.people.actions import erase
from server.prep.drafts import draft_of
from server.programme.rosters import walk_in
from server.publishing.actions import publish_class
from server.tests.gyms import SmallGym

NOW = 1_790_000_000_000


class FloorTest(TestCase):
    """A published class of three, and the server's clock in the test's hand."""

    def setUp(self):
        self.home = SmallGym("Kiln Row")
        publish_class(self.home.gym_class, self.home.coach)
        self.client = self.home.client()
        self.at = NOW
        for where in ("running", "shown"):
            patcher = mock.patch(f"server.floor.{where}.now_ms", lambda: self.at)
            patcher.start()
            self.addCleanup(patcher.stop)
        self.presses = 0

    def post(self, path: str, data: dict, client: Client | None = None, status: int = 200):
        answer = (client or self.client).post(
            f"/api/floor/{path}", json.dumps(data), content_type="application/json"
        )
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json() if answer.content else None

    def start(self, **more):
        run = self.post(f"classes/{self.home.gym_class.pk}/start", {"key": "attempt-1", **more})["run"]
        self.order = self.order_of(run["id"], run["state"]["order"])
        return run

    def order_of(self, run_id: int, version: int, client: Client | None = None):
        return (client or self.client).get(f"/api/floor/runs/{run_id}/orders/{version}").json()

    def command(self, kind: str, go: str, version: int, at: int | None = None, key: str = "") -> dict:
        self.presses += 1
        at_ms = self.at if at is None else at
        return {
            "key": key or f"press-{self.presses:04}",
            "kind": kind,
            "go": go,
            "version": version,
            "at_ms": at_ms,
        }

    def press(self, run: dict, *commands: dict, client: Client | None = None, **more):
        return self.post(f"runs/{run['id']}/press", {"commands": list(commands), **more}, client)


class Runs(FloorTest):
    def test_a_class_has_one_run_whoever_starts_it(self):
        """Started twice, by two keys: one run, at its first go, with the published prep in it."""
        run = self.start()
        again = self.post(f"classes/{self.home.gym_class.pk}/start", {"key": "attempt-2"})["run"]
        self.assertEqual(again["id"], run["id"])
        self.assertEqual(run["state"]["go"], self.order["gos"][0]["key"])
        page = self.home.gym_class.publications.get().page
        names = [item["name"] for item in self.order["items"]]
        self.assertEqual(names[: len(page["items"])], [item["name"] for item in page["items"]])
        self.assertEqual(Run.objects.count(), 1)

    def test_a_repeated_skip_is_the_same_skip(self):
        """One key twice, and two remotes that saw the same drill: one drill is skipped. A key from the other
        side of a lost answer gets its first answer again."""
        run = self.start()
        first = self.order["gos"][0]["key"]
        skip = self.command("skip", first, 1)
        one = self.press(run, skip)
        self.assertEqual(one["outcomes"], ["done"])
        self.assertEqual(self.press(run, skip)["outcomes"], ["done"])
        two = self.press(run, self.command("skip", first, 1))
        self.assertEqual(two["outcomes"], ["same"])
        self.assertEqual(two["run"]["state"], one["run"]["state"])
        self.assertEqual(one["run"]["state"]["go"], self.order["gos"][1]["key"])

    def test_what_was_pressed_counts_from_when_it_was_pressed(self):
        """A hold that took 400 ms to arrive stops the clock where it was pressed; one that claims to be an
        hour old counts from two seconds ago, one from the future from now."""
        for claimed, held in ((NOW + 9_600, 9_600), (NOW - 3_600_000, 8_000), (NOW + 3_600_000, 10_200)):
            run = self.start()
            self.at = NOW + 10_000
            moved = self.press(run, self.command("hold", "", 1, at=claimed))
            self.assertEqual(moved["run"]["state"]["held_ms"], held)
            Run.objects.all().delete()
            self.at = NOW

    def test_what_a_screen_did_alone_is_replayed_or_asked_about(self):
        """Without a network: skipped twice and held. If nobody commanded, it is done as it was pressed; if
        somebody did, nothing moves until the coach says, and then either holds."""
        run = self.start()
        gos = [go["key"] for go in self.order["gos"]]
        alone = [
            self.command("skip", gos[0], 1, NOW + 4_000),
            self.command("skip", gos[1], 2, NOW + 9_000),
            self.command("hold", gos[2], 3, NOW + 12_000),
        ]
        self.at = NOW + 180_000
        moved = self.press(run, *alone, alone_since=1)
        self.assertEqual(moved["outcomes"], ["done", "done", "done"])
        self.assertEqual((moved["run"]["state"]["go"], moved["run"]["state"]["held_ms"]), (gos[2], 3_000))
        more = self.press(run, self.command("more", gos[2], 4))
        self.assertEqual(more["outcomes"], ["done"])
        late = self.press(run, self.command("skip", gos[2], 4, NOW + 150_000), alone_since=4)
        self.assertEqual(late["outcomes"], ["asked"])
        self.assertEqual(late["run"]["state"], more["run"]["state"])
        (aside,) = late["run"]["asides"]
        self.assertEqual(aside["kinds"], ["skip"])
        taken = self.post(f"runs/{run['id']}/asides/{aside['id']}", {"take": True})
        self.assertEqual(taken["run"]["state"]["go"], gos[3])
        self.assertEqual(taken["run"]["asides"], [])
        again = self.post(f"runs/{run['id']}/asides/{aside['id']}", {"take": False})
        self.assertEqual(again["run"]["state"], taken["run"]["state"])

    def test_an_answer_that_was_lost_makes_nobody_else_of_oneself(self):
        """The first press arrived and its answer did not; sent again with a second one, as pressed alone:
        both are done, and nobody is asked."""
        run = self.start()
        gos = [go["key"] for go in self.order["gos"]]
        first = self.command("skip", gos[0], 1, NOW + 1_000)
        self.at = NOW + 1_000
        self.press(run, first)
        self.at = NOW + 60_000
        second = self.command("skip", gos[1], 2, NOW + 5_000)
        moved = self.press(run, first, second, alone_since=1)
        self.assertEqual(moved["outcomes"], ["done", "done"])
        self.assertEqual((moved["run"]["state"]["go"], moved["run"]["asides"]), (gos[2], []))
        self.assertEqual(moved["run"]["state"]["began_ms"], NOW + 5_000)

    def test_what_is_over_is_told_as_over(self):
        """Shortened, pressed and asked for after its end: a sentence each, no fault."""
        run = self.start()
        self.press(run, self.command("end", "", 1))
        ask = {"key": "shorten-9", "ends_ms": NOW + 60_000}
        self.assertIn("left to shorten", self.post(f"runs/{run['id']}/shorten", ask, status=409)["detail"])
        self.assertEqual(self.client.get(f"/api/floor/runs/{run['id']}/orders/1").status_code, 404)
        self.assertEqual(self.client.get(f"/api/floor/runs/{run['id']}/who").json(), {"ways": [], "late": []})
        self.post(f"runs/{run['id']}/late", {"person": self.home.members[0].pk})

    def test_ending_at_a_time_says_what_goes_first(self):
        """Six minutes are left of a twelve-minute prep: asked, it says what would go and changes nothing;
        taken, the order is without; a clock that moved meanwhile is told."""
        run = self.start()
        ask = {"key": "shorten-1", "ends_ms": NOW + 300_000}
        would = self.post(f"runs/{run['id']}/shorten", ask)
        self.assertTrue(would["gone"])
        self.assertEqual(would["run"]["state"], run["state"])
        did = self.post(f"runs/{run['id']}/shorten", {**ask, "take": True})
        self.assertEqual((did["gone"], did["left_s"] <= 300 or did["over_s"] > 0), (would["gone"], True))
        order = self.order_of(run["id"], did["run"]["state"]["order"])
        left = sum(go["seconds"] for go in order["gos"] if go["section"] == "prep")
        self.assertEqual(left, did["left_s"])
        self.assertFalse(
            {*would["gone"]}
            & {
                order["items"][go["item"]]["name"]
                for go in order["gos"]
                if go["item"] is not None and go["section"] == "prep"
            }
        )

    def test_a_late_start_runs_the_minutes_that_are_left(self):
        """Started with four minutes to the end of the prep: it ends there, or the raise and the way up alone
        are longer."""
        self.start(ends_ms=NOW + 240_000)
        run = Run.objects.get()
        order = run.order_of(run.clock.order)
        left = sum(go.seconds for go in order.gos if go.section == "prep")
        self.assertTrue(
            left <= 240
            or {order.items[go.item].phase for go in order.gos if go.section == "prep" and go.kind == "drill"}
            <= {"raise"}
        )
        self.assertTrue(order.dropped)

    def test_publishing_does_not_change_what_runs(self):
        """The board is changed and published while a class runs: the order stays."""
        run = self.start()
        draft = draft_of(self.home.session)
        draft.minutes = 6
        draft.save()
        publish_class(self.home.gym_class, self.home.coach)
        self.assertEqual(self.order_of(run["id"], 1), self.order)
        state = self.client.get("/api/floor").json()["floor"]["classes"][0]["run"]["state"]
        self.assertEqual(state, run["state"])

    def test_who_comes_late_is_placed_and_nobody_moves(self):
        run = self.start()
        self.post(f"runs/{run['id']}/late", {"person": self.home.coach.pk}, status=422)
        late = walk_in(self.home.coach, self.home.gym_class, "Vera Late")
        who = self.client.get(f"/api/floor/runs/{run['id']}/who").json()
        self.assertEqual([one["name"] for one in who["late"]], ["Vera Late"])
        placed = self.post(f"runs/{run['id']}/late", {"person": late.pk})
        order = self.order_of(run["id"], placed["run"]["state"]["order"])
        self.assertEqual(order["members"][:-1], self.order["members"])
        self.assertEqual(order["members"][-1]["name"], "Vera Late")
        self.assertEqual(order["gos"], self.order["gos"])

    def test_a_class_of_nobody_and_one_that_was_never_sent(self):
        """With an empty roster the prep runs, with nobody in it; never published, it runs as the board
        stands, with everybody."""
        self.home.gym_class.publications.all().delete()
        run = self.start()
        self.assertEqual(len(self.order["members"]), 3)
        self.press(run, self.command("end", "", 1))
        self.home.gym_class.people.clear()
        nobody = self.post(f"classes/{self.home.gym_class.pk}/start", {"key": "attempt-3"})["run"]
        order = self.order_of(nobody["id"], 1)
        self.assertTrue(order["gos"])
        self.assertEqual((order["members"], order["lifters"]), ([], []))

    def test_somebody_who_came_since_it_was_sent_lifts_their_own(self):
        """A walk-in after publishing: their way up is worked out, and they get a bar."""
        self.home.session.text = "A) Front squat 5x3 @ 80%"
        self.home.session.save()
        publish_class(self.home.gym_class, self.home.coach)
        late = walk_in(self.home.coach, self.home.gym_class, "Vera Late")
        self.start()
        self.assertIn(late.pk, [one["member"] for one in self.order["lifters"]])

    def test_what_became_of_each_drill_is_kept_and_names_nobody(self):
        """The first drill run whole, the rest not reached: rows say so; orders and presses are gone."""
        run = self.start()
        first = next(go for go in self.order["gos"] if go["kind"] == "drill")
        self.at = NOW + 10_000 + first["seconds"] * 1000
        ended = self.press(run, self.command("end", "", 1))
        self.assertIsNone(ended["run"])
        (kept,) = self.client.get(f"/api/classes/{self.home.gym_class.pk}/ran").json()
        outcomes = {row["name"]: (row["outcome"], row["ran_s"]) for row in kept["rows"]}
        self.assertEqual(outcomes[self.order["items"][first["item"]]["name"]], ("run", first["seconds"]))
        self.assertEqual({row["outcome"] for row in kept["rows"][1:]}, {"not reached"})
        self.assertEqual(RunOrder.objects.count(), 0)
        self.assertNotIn("Finch", json.dumps(kept))
        self.assertEqual(self.press(run, self.command("skip", "", 2), client=None)["outcomes"], ["same"])

    def test_a_run_that_nobody_ended_is_over_after_some_hours(self):
        self.start()
        self.at = NOW + running.OLDEST_MS + 1
        self.assertIsNone(self.client.get("/api/floor").json()["floor"]["classes"][0]["run"])
        self.assertTrue(Ran.objects.exists())

    def test_somebody_who_is_erased_is_in_no_order(self):
        run = self.start()
        erase(self.home.coach, self.home.members[0].pk)
        text = json.dumps(self.order_of(run["id"], 1))
        self.assertNotIn("Ada Finch", text)
        self.assertIn("Bo Crane", text)


class SetOut(FloorTest):
    def get(self, client: Client | None = None):
        answer = (client or self.client).get(f"/api/floor/classes/{self.home.gym_class.pk}/set-out")
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()

    def put(self, plan: dict, version: int, client: Client, status: int = 200):
        answer = client.put(
            "/api/gym/plan", json.dumps({"plan": plan, "version": version}), content_type="application/json"
        )
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json()

    def test_two_coaches_tick_off_one_list(self):
        """A tick of one is there for the other, twice is once, it can be taken back; lines stay the same
        while the class runs."""
        lines = self.get()["set_out"]["lines"]
        self.assertTrue(any(line["key"].startswith("bar ") for line in lines))
        key = lines[0]["key"]
        path = f"classes/{self.home.gym_class.pk}/set-out/tick"
        for _ in range(2):
            self.post(path, {"key": key, "on": True})
        other = self.home.client(self.home.person("Second Coach", "coach"))
        self.assertEqual(self.get(other)["ticked"], [{"key": key, "by": "Coach Marl"}])
        with mock.patch("server.floor.setting.compute") as computed:
            light = other.get(f"/api/floor/{path}s").json()
        self.assertEqual(light, [{"key": key, "by": "Coach Marl"}])
        computed.assert_not_called()
        self.start()
        self.assertEqual(self.get()["set_out"]["lines"], lines)
        self.assertEqual(self.post(path, {"key": key, "on": False}, other), [])
        self.post(path, {"key": key, "on": True}, self.home.client(self.home.members[0]), status=403)

    def test_only_an_owner_draws_the_plan_and_nothing_is_laid_over(self):
        """A coach may not; a piece outside is refused by its number; one made on an older plan is refused
        with both; a small floor is said for the class."""
        floor = {"kind": "open", "x": 0, "y": 0, "width": 1.5, "depth": 2}
        small = {"width": 4, "depth": 4, "pieces": [floor]}
        self.put(small, 0, self.client, status=403)
        owner = self.home.client(self.home.person("Olive Owner", "owner"))
        outside = {**small, "pieces": [floor, {**floor, "x": 3}]}
        self.assertEqual(self.put(outside, 0, owner, status=422)["field"], "pieces.1")
        self.assertEqual(self.put(small, 0, owner)["version"], 1)
        stale = self.put({**small, "pieces": []}, 0, owner, status=409)
        stands = self.client.get("/api/gym/plan").json()["plan"]["pieces"]
        self.assertEqual(stale["stands"]["plan"]["pieces"], stands)
        said = self.get()["set_out"]
        self.assertTrue(said["clashes"])
        self.assertTrue(all(clash["ways_out"] for clash in said["clashes"]))


class Screens(FloorTest):
    def paired(self, name: str = "North wall") -> Client:
        wall = Client()
        code = self.post("screen", {}, wall)["code"]
        self.assertEqual(wall.get("/api/floor/screen").json()["state"], "waiting")
        self.post("screens", {"code": f" {code[:3].lower()} {code[3:]}", "name": name}, status=201)
        return wall

    def test_a_screen_sees_this_floor_and_nothing_else(self):
        """Before it is let in: nothing. After: its gym's floor and clocks, no page of people, nobody's ways,
        no other gym; taken off, nothing again."""
        other = SmallGym("Quarry Hall")
        wall = Client()
        self.post("screen", {}, wall)
        self.assertEqual(wall.get("/api/floor").status_code, 401)
        wall = self.paired()
        self.assertEqual(wall.get("/api/floor/screen").json()["gym"], "Kiln Row")
        self.assertEqual(wall.get("/api/floor").json()["floor"]["gym"], "Kiln Row")
        run = self.start()
        self.assertEqual(self.press(run, self.command("hold", "", 1), client=wall)["outcomes"], ["done"])
        for path in ("people", "week", f"floor/runs/{run['id']}/who", "floor/screens", "gym"):
            self.assertEqual(wall.get(f"/api/{path}").status_code, 401, path)
        self.post(f"classes/{other.gym_class.pk}/start", {"key": "attempt-9"}, wall, status=404)
        theirs = other.client()
        self.assertEqual(theirs.get(f"/api/floor/runs/{run['id']}/orders/1").status_code, 404)
        self.post(f"runs/{run['id']}/press", {"commands": [self.command("skip", "x", 1)]}, theirs, status=404)
        (row,) = self.client.get("/api/floor/screens").json()
        self.assertEqual(theirs.delete(f"/api/floor/screens/{row['id']}").status_code, 204)
        self.assertEqual(wall.get("/api/floor").status_code, 200)
        self.assertEqual(self.client.delete(f"/api/floor/screens/{row['id']}").status_code, 204)
        self.assertEqual(wall.get("/api/floor").status_code, 401)
        self.assertEqual(wall.get("/api/floor/screen").json()["state"], "none")

    def test_a_coachs_own_device_may_be_a_screen_of_another_gym(self):
        """What names a gym is the coach's, what names none is the screen's."""
        other = SmallGym("Quarry Hall")
        Screen.objects.create(gym=other.gym, name="Theirs", digest=digest_of("theirs"))
        self.client.cookies["chalk_screen"] = "theirs"
        named = {"HTTP_X_GYM": str(self.home.gym.pk)}
        self.assertEqual(self.client.get("/api/floor", **named).json()["floor"]["gym"], "Kiln Row")
        self.assertEqual(self.client.get("/api/floor").json()["floor"]["gym"], "Quarry Hall")

    def test_a_code_is_good_once_for_ten_minutes_and_not_for_members(self):
        wall = Client()
        code = self.post("screen", {}, wall)["code"]
        self.post("screens", {"code": code}, self.home.client(self.home.members[0]), status=403)
        self.post("screens", {"code": "QQQQQQ"}, status=422)
        Screen.objects.update(asked_at="2026-01-01T00:00Z")
        self.post("screens", {"code": code}, status=422)
        self.assertEqual(wall.get("/api/floor/screen").json()["state"], "none")
        code = self.post("screen", {}, wall)["code"]
        self.post("screens", {"code": code, "name": "x" * 40}, status=201)
        self.post("screens", {"code": code}, status=422)

    def test_one_address_cannot_fill_the_list(self):
        for _ in range(10):
            self.post("screen", {}, Client())
        self.post("screen", {}, Client(), status=429)

    def test_the_wall_is_told_nothing_about_health(self):
        """Somebody with a caution and a chair: the order names no caution and no reason, and no version of a
        drill stands beside a name."""
        self.home.caution(self.home.members[1], "wrist", note="Broke her wrist in spring.")
        self.home.members[1].adaptive = ["seated"]
        self.home.members[1].save()
        publish_class(self.home.gym_class, self.home.coach)
        wall = self.paired()
        run = self.start()
        order = self.order_of(run["id"], 1, wall)
        text = json.dumps(order)
        for word in ("Broke", "spring", "caution_note", "height_m", "kept_to"):
            self.assertNotIn(word, text)
        self.assertTrue(any(item["versions"] for item in order["items"]))
        self.assertEqual(set(order["members"][0]), {"id", "name"})
        who = self.client.get(f"/api/floor/runs/{run['id']}/who").json()
        self.assertIn(self.home.members[1].pk, {way["member"] for row in who["ways"] for way in row["ways"]})
