"""The API: sign-in, roles, gyms kept apart, errors in one shape, nothing half saved."""

import json

from django.test import Client, TestCase

from server.accounts.models import Account
from server.accounts.sign_in import PASSWORD_BACKEND
from server.api.api import api
from server.gym.management.commands import export_schema
from server.prep.dials import DIALS, DialsGiven
from server.prep.models import PrepDraft
from server.programme.models import Session
from server.tests.gyms import PASSWORD, TEXT, SmallGym, body, up_to_date


class Api(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.home = SmallGym("Kiln Row")
        cls.other = SmallGym("Osier Barn")

    def send(self, client, method, path, data=None, **extra):
        return getattr(client, method)(
            path, data=json.dumps(up_to_date(path, data or {})), content_type="application/json", **extra
        )

    def assert_problem(self, response, status, field=None, words=""):
        """problem+json (RFC 9457) with its status, its field, and words for a person."""
        self.assertEqual(response.status_code, status, response.content)
        self.assertEqual(response["Content-Type"], "application/problem+json")
        found = json.loads(response.content)
        self.assertEqual(found["status"], status)
        self.assertTrue(found["title"] and found["detail"])
        if field is not None:
            self.assertEqual(found.get("field", ""), field)
        self.assertIn(words, found["detail"])


class SignIn(Api):
    def test_signing_in_needs_the_token_and_the_right_password(self):
        """Without the CSRF token 403, with a wrong password 401, with both a session."""
        client = Client(enforce_csrf_checks=True)
        credentials = {"email": self.home.coach.email, "password": PASSWORD}
        self.assert_problem(self.send(client, "post", "/api/sign-in", credentials), 403)
        token = client.get("/api/csrf").json()["token"]
        self.assert_problem(
            self.send(
                client, "post", "/api/sign-in", {**credentials, "password": "wrong"}, HTTP_X_CSRFTOKEN=token
            ),
            401,
            "password",
        )
        self.assertEqual(
            self.send(client, "post", "/api/sign-in", credentials, HTTP_X_CSRFTOKEN=token).json()["gym"],
            "Kiln Row",
        )
        self.assertEqual(client.get("/api/me").json()["name"], "Coach Marl")

    def test_changes_need_the_csrf_token(self):
        """A signed-in browser without the token cannot be made to publish."""
        client = Client(enforce_csrf_checks=True)
        client.force_login(self.home.coach.account, backend=PASSWORD_BACKEND)
        self.assert_problem(self.send(client, "post", f"/api/classes/{self.home.gym_class.pk}/publish"), 403)

    def test_nobody_signed_in_sees_nothing(self):
        """Every page of the API but health, csrf and a member's own link asks who you are."""
        for path in (
            "/api/me",
            "/api/week",
            f"/api/sessions/{self.home.session.pk}",
            "/api/outbox",
            "/api/my-sheets",
            "/api/shelf",
        ):
            self.assert_problem(Client().get(path), 401)
        self.assertEqual(Client().get("/api/health").json(), {"ok": True})

    def test_members_cannot_do_what_coaches_do(self):
        """The week, the Bench and publishing are for coaches; a member gets 403."""
        client = self.home.client(self.home.members[0])
        for path in (
            "/api/week",
            f"/api/sessions/{self.home.session.pk}",
            f"/api/classes/{self.home.gym_class.pk}/publish",
            "/api/outbox",
        ):
            self.assert_problem(client.get(path), 403)
        self.assert_problem(self.send(client, "post", f"/api/classes/{self.home.gym_class.pk}/publish"), 403)

    def test_an_account_that_is_closed_cannot_sign_in(self):
        """Its password opens nothing."""
        Account.objects.filter(pk=self.home.coach.account_id).update(is_active=False)
        client = Client()
        self.assert_problem(
            self.send(client, "post", "/api/sign-in", {"email": self.home.coach.email, "password": PASSWORD}),
            401,
        )


class Apart(Api):
    def test_another_gyms_rows_are_not_found(self):
        """Reading, changing, deleting, planning, previewing and publishing across gyms all answer 404."""
        client, theirs, klass = self.home.client(), self.other.session, self.other.gym_class
        asks = (
            ("get", f"/api/sessions/{theirs.pk}", None),
            ("patch", f"/api/sessions/{theirs.pk}", {"title": "mine"}),
            ("delete", f"/api/sessions/{theirs.pk}?version=1", None),
            ("post", f"/api/sessions/{theirs.pk}/bench", body(theirs)),
            ("post", f"/api/sessions/{theirs.pk}/alternatives", body(theirs, drill="easy-skip")),
            ("get", f"/api/classes/{klass.pk}/publish", None),
            ("post", f"/api/classes/{klass.pk}/publish", None),
            ("get", f"/api/classes/{klass.pk}/preview/{self.other.members[0].pk}", None),
            ("get", f"/api/classes/{self.home.gym_class.pk}/preview/{self.other.members[0].pk}", None),
        )
        for method, path, data in asks:
            self.assert_problem(
                client.get(path) if method == "get" else self.send(client, method, path, data), 404
            )
        self.assert_problem(
            self.send(
                client,
                "post",
                f"/api/sessions/{self.home.session.pk}/bench",
                body(self.home.session, class_id=klass.pk),
            ),
            404,
        )
        self.assertEqual(Session.objects.get(pk=theirs.pk).title, "Kiln day")
        self.assertEqual(theirs.classes.first().publications.count(), 0)

    def test_the_week_shows_only_ones_own_sessions(self):
        """Two gyms train on the same day; each sees one session."""
        days = self.home.client().get("/api/week").json()["days"]
        self.assertEqual(
            [session["id"] for day in days for session in day["sessions"]], [self.home.session.pk]
        )


class Bench(Api):
    def ask(self, **changes):
        return self.send(
            self.home.client(),
            "post",
            f"/api/sessions/{self.home.session.pk}/bench",
            body(self.home.session, **changes),
        )

    def test_the_bench_answers_with_all_three_steps(self):
        """Work with places, demands with terms and people, positions with figures, a plan that fits."""
        found = self.ask(class_id=self.home.gym_class.pk).json()
        self.assertIsNone(found["problem"])
        self.assertEqual(found["plan"]["headcount"], 3)
        self.assertLessEqual(found["plan"]["seconds"], 12 * 60)
        wrist = next(one for one in found["demands"] if one["id"] == "wrist.extension")
        self.assertEqual([one["name"] for one in wrist["people"] if one["chance_short"] > 0.9], ["Ada Finch"])
        self.assertTrue(all(one["picture"]["points"] for one in found["positions"]))
        called = ",".join(one["figure"] for one in found["plan"]["items"])
        figures = Client().get("/api/figures", {"of": f"{called},none-such"}).json()
        self.assertEqual(set(figures), set(called.split(",")))
        self.assertTrue(all(one["points"] and one["frames"] for one in figures.values()))

    def test_trying_things_on_the_bench_saves_nothing(self):
        """A live answer leaves no draft and no changed text."""
        self.ask(text="10 burpees", minutes=20)
        self.assertFalse(PrepDraft.objects.exists())
        self.assertEqual(Session.objects.get(pk=self.home.session.pk).text, TEXT)

    def test_bad_input_is_answered_at_its_place_and_keeps_the_rest(self):
        """Empty, noisy and binary text are problems of the text; bad minutes keep the demands."""
        self.assert_problem(self.ask(text="PK\u0000\u0000\u0003" * 30), 422, "text", "binary")
        for text in ("", "   \n", "q" * 200_000):
            found = self.ask(text=text).json()
            self.assertEqual(found["problem"]["field"], "text")
            self.assertTrue(found["problem"]["message"])
        for minutes in (0, 500, -3):
            found = self.ask(minutes=minutes).json()
            self.assertEqual(found["problem"]["field"], "minutes")
            self.assertTrue(found["demands"])
            self.assertIsNone(found["plan"])
        self.assertEqual(self.ask(method="vibes").json()["problem"]["field"], "method")

    def test_unread_words_come_with_names_to_choose_from(self):
        """A word nobody knows comes back with candidates by name."""
        unread = self.ask(text="12 boxx step ovurs thing").json()["workout"]["unread"]
        self.assertTrue(unread and unread[0]["candidate_names"])

    def test_alternatives_say_what_they_cost(self):
        """Each alternative of a drill is another drill of the gym's kit, with seconds and coverage beside
        it."""
        drill = self.ask().json()["plan"]["items"][2]
        found = self.send(
            self.home.client(),
            "post",
            f"/api/sessions/{self.home.session.pk}/alternatives",
            body(self.home.session, drill=drill["drill"]),
        ).json()
        self.assertTrue(found)
        self.assertNotIn(drill["drill"], [one["drill"] for one in found])
        self.assertEqual(
            [one["covered_more"] for one in found],
            sorted((one["covered_more"] for one in found), reverse=True),
        )
        first = found[0]
        swapped = self.ask(pins=[f"{first['drill']}@{drill['phase']}"], bans=[drill["drill"]]).json()["plan"]
        self.assertAlmostEqual(
            swapped["covered"] - self.ask().json()["plan"]["covered"], first["covered_more"], delta=0.0002
        )


class Sessions(Api):
    def test_a_session_is_added_with_last_weeks_times_and_people(self):
        """A new day takes its class times and rosters from the same weekday before."""
        day = self.home.session.date.replace(year=self.home.session.date.year)
        later = day.fromordinal(day.toordinal() + 7)
        response = self.send(
            self.home.client(), "post", "/api/sessions", {"date": later.isoformat(), "title": "Next kiln"}
        )
        self.assertEqual(response.status_code, 201)
        self.assertEqual([one["people"] for one in response.json()["classes"]], [3])

    def test_changes_are_saved_and_come_back(self):
        """Text, minutes, method, pins, bans and order survive a reload."""
        wanted = {
            "text": "20 burpees",
            "minutes": 9,
            "method": "specific-only",
            "pins": ["easy-skip@raise"],
            "bans": ["inchworm"],
            "order": ["easy-skip"],
            "title": "Changed",
        }
        self.send(self.home.client(), "patch", f"/api/sessions/{self.home.session.pk}", wanted)
        found = self.home.client().get(f"/api/sessions/{self.home.session.pk}").json()
        self.assertEqual({name: found[name] for name in wanted}, wanted)

    def test_nothing_is_half_saved(self):
        """Minutes of 500 refuse the whole change, the text with it."""
        response = self.send(
            self.home.client(),
            "patch",
            f"/api/sessions/{self.home.session.pk}",
            {"text": "20 burpees", "minutes": 500},
        )
        self.assert_problem(response, 422, "minutes", "500")
        self.assertEqual(Session.objects.get(pk=self.home.session.pk).text, TEXT)
        self.assert_problem(
            self.send(self.home.client(), "patch", f"/api/sessions/{self.home.session.pk}", {"title": ""}),
            422,
            "title",
        )
        self.assert_problem(
            self.send(self.home.client(), "post", "/api/sessions", {"date": "soon", "title": "x"}),
            422,
            "date",
        )

    def test_a_published_session_cannot_be_deleted(self):
        """Members have it; 409 says what to do instead."""
        client = self.home.client()
        self.send(client, "post", f"/api/classes/{self.home.gym_class.pk}/publish")
        self.assert_problem(
            self.send(client, "delete", f"/api/sessions/{self.home.session.pk}?version=1"), 409
        )


class Papers(Api):
    def test_the_committed_schemas_are_those_of_the_documents(self):
        """The OpenAPI schema, docs/schema and the table of notations are what ./chalk types would write
        now."""
        written = export_schema.files()
        self.assertEqual(len(written), 7)
        for path, text in written.items():
            stale = path.read_text(encoding="utf-8") != text
            self.assertFalse(stale, f"{path.name} is not what the documents say: ./chalk types")

    def test_an_answer_with_a_field_nobody_described_is_refused(self):
        """A response model is closed: what it does not know cannot leave by it."""
        for name, part in api.get_openapi_schema()["components"]["schemas"].items():
            if name in {document.__name__ for document in export_schema.DOCUMENTS.values()}:
                self.assertIs(part["additionalProperties"], False, name)

    def test_dials_are_given_by_the_names_they_are_stored_under(self):
        """Dials, DialsGiven and the draft's columns are one list."""
        columns = {field.name for field in PrepDraft._meta.get_fields()}
        self.assertEqual(set(DialsGiven.model_fields), set(DIALS))
        self.assertLessEqual(set(DIALS), columns)
