"""Streams: who may read one, how soon a change is there, what a quiet one holds, and when it ends."""

from __future__ import annotations

import http.client
import json
import socket
import time
from unittest import mock

from django.db import connection
from django.test import Client, TransactionTestCase

from server.api.floor import SCREEN_COOKIE
from server.floor.models import Screen, digest_of
from server.live import app
from server.publishing.actions import publish_class
from server.tests.gyms import SmallGym
from server.tests.streams import Streams

SECRET = "a-screen-of-this-test"
SOON_S = 3.0


class Reader:
    """One open stream."""

    def __init__(self, port: int, cookie: str, gym: str = "", origin: str = ""):
        self.connection = http.client.HTTPConnection("127.0.0.1", port, timeout=8)
        headers = {"Cookie": cookie, **({"Origin": origin} if origin else {})}
        self.connection.request("GET", f"/floor?gym={gym}", headers=headers)
        self.response = self.connection.getresponse()

    def next(self) -> dict:
        """The next floor; raises EOFError when the stream has ended."""
        while line := self.response.readline():
            if line.startswith(b"data: "):
                return json.loads(line[6:])
        raise EOFError

    def close(self):
        if self.connection.sock:
            self.connection.sock.shutdown(socket.SHUT_RDWR)
        self.response.close()
        self.connection.close()


class Live(TransactionTestCase):
    def setUp(self):
        self.home = SmallGym("Kiln Row")
        publish_class(self.home.gym_class, self.home.coach)
        self.client = self.home.client()
        self.screen = Screen.objects.create(gym=self.home.gym, name="Wall", digest=digest_of(SECRET))
        self.streams = Streams()
        self.addCleanup(self.streams.stop)

    def read(self, cookie: str, gym: str = "", **more) -> Reader:
        reader = Reader(self.streams.port, cookie, gym, **more)
        self.addCleanup(reader.close)
        return reader

    def session(self, person=None) -> str:
        return f"sessionid={self.home.client(person).cookies['sessionid'].value}"

    def start(self) -> int:
        path = f"/api/floor/classes/{self.home.gym_class.pk}/start"
        found = self.client.post(path, json.dumps({"key": "attempt-1"}), content_type="application/json")
        return found.json()["run"]["id"]

    def press(self, run: int, kind: str, version: int):
        body = {"key": f"press-{kind}-{version}", "kind": kind, "go": "", "version": version}
        body["at_ms"] = int(time.time() * 1000)
        path = f"/api/floor/runs/{run}/press"
        self.client.post(path, json.dumps({"commands": [body]}), content_type="application/json")

    def test_only_the_gyms_own_may_read(self):
        """A screen that is let in and a coach may; nobody, a member, a coach of another gym, a screen that
        waits, and a broken cookie may not. A page of another site gets no leave to read the answer."""
        other, gym = SmallGym("Quarry Hall"), str(self.home.gym.pk)
        Screen.objects.create(digest=digest_of("waiting"))
        refused = (
            ("", gym),
            (self.session(self.home.members[0]), gym),
            (f"sessionid={other.client().cookies['sessionid'].value}", gym),
            (self.session(), str(other.gym.pk)),
            (self.session(), ""),
            (self.session(), "9" * 40),
            (f"{SCREEN_COOKIE}=waiting", ""),
            ("=;;;\x01=", gym),
            ("sessionid=%00", gym),
            (f"{SCREEN_COOKIE}={SECRET}", gym),  # who names a gym is a coach or nobody
        )
        for cookie, named in refused:
            self.assertEqual(self.read(cookie, named).response.status, 403, (cookie, named))
        for cookie, named in ((self.session(), gym), (f"{SCREEN_COOKIE}={SECRET}", "")):
            reader = self.read(cookie, named, origin="http://127.0.0.1:8497")
            self.assertEqual(reader.next()["gym"], "Kiln Row")
            self.assertEqual(reader.response.headers["Access-Control-Allow-Credentials"], "true")
            self.assertNotIn("Content-Encoding", reader.response.headers)
        theirs = Screen.objects.create(gym=other.gym, name="Theirs", digest=digest_of("theirs"))
        both = self.read(f"{self.session()}; {SCREEN_COOKIE}=theirs", gym)
        self.assertEqual(both.next()["gym"], "Kiln Row")
        self.assertEqual(self.read(f"{SCREEN_COOKIE}=theirs").next()["gym"], theirs.gym.name)
        stranger = self.read(self.session(), gym, origin="https://elsewhere.example")
        self.assertNotIn("Access-Control-Allow-Origin", stranger.response.headers)

    def test_a_change_is_there_at_once_and_only_for_its_gym(self):
        """Started, held, gone on: each on the stream within a quarter of a second; another gym's stays
        quiet."""
        other = SmallGym("Quarry Hall")
        theirs = self.read(f"sessionid={other.client().cookies['sessionid'].value}", str(other.gym.pk))
        theirs.next()
        mine = self.read(f"{SCREEN_COOKIE}={SECRET}")
        mine.next()
        run = self.start()
        self.assertEqual(mine.next()["classes"][0]["run"]["id"], run)
        taken = []
        for version, kind in enumerate(("hold", "go-on", "hold"), 1):
            pressed = time.perf_counter()
            self.press(run, kind, version)
            state = mine.next()["classes"][0]["run"]["state"]
            taken.append(time.perf_counter() - pressed)
            self.assertEqual((state["version"], state["held_ms"] is None), (version + 1, kind == "go-on"))
        self.assertLess(min(taken), 0.25)
        self.assertEqual(list(self.streams.live.hub.due), [])
        theirs.connection.sock.settimeout(0.5)
        with self.assertRaises(TimeoutError):
            theirs.next()

    def test_a_quiet_stream_holds_no_connection_to_the_database(self):
        """Twenty streams open: one connection listens, and none beside it once each has its first state."""
        for _ in range(20):
            self.read(f"{SCREEN_COOKIE}={SECRET}").next()
        until = time.monotonic() + SOON_S
        while (count := self.others()) > 1 and time.monotonic() < until:
            time.sleep(0.05)
        self.assertEqual(count, 1)

    @staticmethod
    def others() -> int:
        with connection.cursor() as cursor:
            cursor.execute(
                "select count(*) from pg_stat_activity where datname = current_database() "
                "and pid <> pg_backend_pid() and backend_type = 'client backend'"
            )
            return cursor.fetchone()[0]

    def test_who_may_see_it_no_more_is_let_go(self):
        """The permission is asked again: a screen that is taken off, a coach who signs out, one who coaches
        no more; the others go on."""
        with mock.patch.object(app, "AGAIN_S", (0.1, 0.2)), mock.patch.object(app, "ALIVE_S", 0.1):
            second = self.home.person("Second Coach", "coach")
            signed_out = Client()
            signed_out.force_login(second.account, backend="django.contrib.auth.backends.ModelBackend")
            gym = str(self.home.gym.pk)
            readers = {
                "screen": self.read(f"{SCREEN_COOKIE}={SECRET}"),
                "signed out": self.read(f"sessionid={signed_out.cookies['sessionid'].value}", gym),
                "stays": self.read(self.session(), gym),
            }
            for reader in readers.values():
                reader.next()
            self.screen.delete()
            signed_out.logout()
            for name in ("screen", "signed out"):
                with self.assertRaises(EOFError, msg=name):
                    readers[name].next()
            self.start()
            self.assertIsNotNone(readers["stays"].next()["classes"][0]["run"])

    def test_it_hears_again_after_the_database_ended_its_connection(self):
        """The listening connection is killed from outside: within seconds a change is heard again, and what
        changed meanwhile is told."""
        mine = self.read(f"{SCREEN_COOKIE}={SECRET}")
        mine.next()
        with connection.cursor() as cursor:
            cursor.execute(
                "select pg_terminate_backend(pid) from pg_stat_activity where query = 'listen chalk_floor' "
                "and datname = current_database()"
            )
        run = self.start()
        while True:
            shown = mine.next()["classes"][0]["run"]
            if shown:
                break
        self.assertEqual(shown["id"], run)
