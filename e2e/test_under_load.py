"""One gym's worst does not stop another's work: the worst legal requests, odd clients, kills midway."""

import http.client
import json
import socket
import threading
import time
import urllib.request
from types import MappingProxyType

from core.catalog import load_catalog
from e2e.served import ServedTest
from server.delivery.models import Delivery
from server.programme.models import Session
from server.publishing.models import MemberSheet, Publication
from server.tests.gyms import SmallGym, body

ATTACKERS, ASKS, KILLS = 20, 20, 5
TIMES_QUIET = 3.0
NO_WORSE_MS = (
    150  # below this nobody notices; on two cores that others use too, a ratio of small times says little
)


def worst_board() -> str:
    """As much as a board may hold: every line another movement and position."""
    names = [row.name for row in load_catalog().movements.values()][::8][:39]
    parts = (
        f"{chr(65 + part)}) 5x5 @ 80%\n"
        + "\n".join(f"10 {names[(part * 5 + line) % 39]}" for line in range(5))
        for part in range(12)
    )
    return "\n".join(parts)


class UnderLoad(ServedTest):
    settings = MappingProxyType({"CHALK_MAIL_URL": "smtp://127.0.0.1:9"})  # messages wait: nobody sends them

    def ask(self, client, session, **changes):
        path = f"/api/sessions/{session.pk}/bench"
        return client.ask("POST", path, body(session, **changes))

    def p95_ms(self, client, session, run) -> float:
        """Of a quiet coach's questions, each another one, so that nothing kept can answer."""
        taken = []
        for number in range(ASKS):
            answer = self.ask(client, session, text=f"5 rounds\n{run}{number} burpees\n10 thrusters 40 kg")
            self.assertEqual(answer.status, 200, answer.body[:200])
            taken.append(answer.seconds * 1000)
        return sorted(taken)[int(ASKS * 0.95) - 1]

    def best_ms(self, client, session, allowed) -> float:
        """The best of up to three measurements: what else the machine does makes one slower, never faster."""
        best = float("inf")
        for run in range(2, 5):
            best = min(best, self.p95_ms(client, session, run))
            if best < allowed:
                break
        return best

    def test_twenty_of_the_worst_of_one_gym_leave_another_at_work(self):
        """20 of the worst legal requests at once, again and again as the answers say: the other gym's p95
        stays under three times its quiet value, each worst one is answered or asked to wait, and health
        answers all the time.
        """
        other = SmallGym("Osier Barn")
        quiet, attackers = (
            self.client_of(other.coach),
            [self.client_of(self.home.coach) for _ in range(ATTACKERS)],
        )
        before = self.p95_ms(quiet, other.session, 1)
        allowed = max(TIMES_QUIET * before, NO_WORSE_MS)
        going, answers, health = threading.Event(), [], []
        board = worst_board()

        def attack(place, client):
            number = 0
            while not going.is_set():
                answer = self.ask(
                    client, self.home.session, text=f"{board}\n{place}{number} burpees", minutes=60
                )
                answers.append((answer.status, answer.seconds))
                number += 1
                going.wait(float(answer.headers.get("retry-after", 0)))

        def look():
            while not going.is_set():
                started = time.monotonic()
                with urllib.request.urlopen(f"http://127.0.0.1:{self.port}/healthz", timeout=10) as answer:
                    health.append((answer.status, time.monotonic() - started))
                time.sleep(0.1)

        threads = [threading.Thread(target=attack, args=pair) for pair in enumerate(attackers)]
        threads.append(threading.Thread(target=look))
        for thread in threads:
            thread.start()
        try:
            time.sleep(1)
            during = self.best_ms(quiet, other.session, allowed)
        finally:
            going.set()
            for thread in threads:
                thread.join()
        self.assertLess(during, allowed, f"quiet {before:.0f} ms")
        self.assertLessEqual({status for status, _ in answers}, {200, 429})
        self.assertGreater(sum(status == 200 for status, _ in answers), 0)
        self.assertEqual({status for status, _ in health}, {200})
        self.assertLess(max(seconds for _, seconds in health), 2)

    def test_a_client_that_dribbles_and_one_that_shouts_are_ended(self):
        """Forty half requests do not keep anybody out; a header line without end and a body of 5 MB are
        refused."""
        half = []
        for _ in range(40):
            line = socket.create_connection(("127.0.0.1", self.port))
            line.sendall(b"POST /api/sign-in HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 900\r\n\r\n{")
            half.append(line)
        try:
            client = self.client_of(self.home.coach)
            self.assertEqual(client.ask("GET", "/api/me").status, 200)
        finally:
            for line in half:
                line.close()
        with socket.create_connection(("127.0.0.1", self.port)) as line:
            line.sendall(b"GET / HTTP/1.1\r\nHost: 127.0.0.1\r\nX-Long: " + b"x" * 20_000 + b"\r\n\r\n")
            self.assertRegex(line.recv(200), rb"HTTP/1.1 4\d\d")
        answer = client.ask("POST", "/api/week/review", {"text": "x" * 5_000_000, "monday": "2026-11-30"})
        self.assertEqual((answer.status, json.loads(answer.body)["status"]), (413, 413))

    def edit_and_publish(self, client, session: Session, reps: int) -> None:
        """A coach's save and publication; the server may go away in the middle."""
        change = {"version": session.version, "text": f"5 rounds\n{reps} thrusters 40 kg", "minutes": 8}
        try:
            client.ask("PATCH", f"/api/sessions/{session.pk}", change)
            client.ask("POST", f"/api/classes/{self.home.gym_class.pk}/publish")
        except (OSError, http.client.HTTPException):
            return

    def test_killed_while_publishing_and_saving_nothing_is_half_done(self):
        """The server is killed outright in the middle, again and again: every publication has all its
        sheets and messages, every session's version counts its saves, and the next start works."""
        began = time.monotonic()
        self.edit_and_publish(self.client_of(self.home.coach), self.home.session, 8)
        took = time.monotonic() - began
        self.assertEqual(MemberSheet.objects.count(), 3)
        for number in range(1, KILLS + 1):
            before = Session.objects.get()
            client = self.client_of(self.home.coach)
            thread = threading.Thread(target=self.edit_and_publish, args=(client, before, 8 + number))
            thread.start()
            time.sleep(took * number / KILLS)
            self.kill()
            thread.join()
            self.start()
            after = Session.objects.get()
            self.assertEqual(after.version - before.version, int(after.text != before.text))
        for publication in Publication.objects.all():
            self.assertEqual(publication.sheets.count(), 3)
            messages = Delivery.objects.filter(cause=f"v{publication.version}")
            self.assertEqual(messages.count(), 3, publication.changes)
        client, session = self.client_of(self.home.coach), Session.objects.get()
        change = {"version": session.version, "text": "5 rounds\n30 thrusters 40 kg"}
        self.assertEqual(client.ask("PATCH", f"/api/sessions/{session.pk}", change).status, 200)
        self.assertEqual(client.ask("POST", f"/api/classes/{self.home.gym_class.pk}/publish").status, 201)
