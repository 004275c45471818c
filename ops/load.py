"""``./chalk bench server``: how long answers take over HTTP, how large they are, and what the workers hold
in memory.

Everything runs on loopback against a throw-away database with the demo gym, and stops by itself. Every kind
of answer is asked for in the same run on the same workers as a signed-in view that reads one row
(``/api/me``), so that ratios hold on a busy machine too.
"""

from __future__ import annotations

import gzip
import http.client
import json
import threading
import time
from collections.abc import Callable
from dataclasses import dataclass, field
from http.cookies import SimpleCookie
from pathlib import Path
from statistics import median
from typing import Any

COACH, PASSWORD = "wren.askew@quarrybell.example", "chalk-and-slate"  # of the demo
ROUNDS = 60  # asks of each kind by each client
WARM_UP = 4
BASE = "one row"  # what every kind is compared with
PUBLISHED, PUBLISHES = (14, 40), 12  # classes of so many, each sent so often
CLIENTS = 4
TIMEOUT_S = 60


@dataclass
class Answer:
    """One answer as it came over the wire."""

    status: int
    headers: dict[str, str]
    body: bytes
    seconds: float

    def json(self) -> Any:
        """The document in it, unpacked."""
        packed = self.headers.get("content-encoding") == "gzip"
        return json.loads(gzip.decompress(self.body) if packed else self.body)


@dataclass
class Client:
    """One browser, as far as the server can tell: a kept connection, cookies and the token."""

    port: int
    cookies: dict[str, str] = field(default_factory=dict)
    connection: http.client.HTTPConnection | None = None

    def ask(self, method: str, path: str, payload: object = None, *, signed: bool = True) -> Answer:
        """Ask once; a connection that was closed is opened again. signed: with the cookies, else as somebody
        who has only a link. Raises OSError when nobody answers."""
        try:
            return self._ask(method, path, payload, signed)
        except (http.client.HTTPException, ConnectionError):
            self.close()
            return self._ask(method, path, payload, signed)

    def close(self) -> None:
        """Let the connection go."""
        if self.connection:
            self.connection.close()
        self.connection = None

    def sign_in(self, email: str = COACH, password: str = PASSWORD) -> Client:
        """Get the token, then sign in with it. Raises RuntimeError when that is refused."""
        self.ask("GET", "/api/csrf")
        answer = self.ask("POST", "/api/sign-in", {"email": email, "password": password})
        if answer.status != 200:
            raise RuntimeError(f"signing in failed: {answer.status} {answer.body[:200]!r}")
        return self

    def _ask(self, method: str, path: str, payload: object, signed: bool) -> Answer:
        if self.connection is None:
            self.connection = http.client.HTTPConnection("127.0.0.1", self.port, timeout=TIMEOUT_S)
        headers = {
            "Cookie": "; ".join(f"{name}={value}" for name, value in self.cookies.items()),
            "X-CSRFToken": self.cookies.get("csrftoken", ""),
            "Content-Type": "application/json",
            "Accept-Encoding": "gzip",
        }
        if not signed:
            headers = {"Accept-Encoding": "gzip"}
        body = None if payload is None else json.dumps(payload).encode()
        started = time.perf_counter()
        self.connection.request(method, path, body, headers)
        response = self.connection.getresponse()
        received = response.read()
        seconds = time.perf_counter() - started
        for cookie in response.headers.get_all("Set-Cookie") or ():
            self.cookies.update({name: morsel.value for name, morsel in SimpleCookie(cookie).items()})
        lowered = {name.lower(): value for name, value in response.headers.items()}
        return Answer(response.status, lowered, received, seconds)


Ask = Callable[[Client, int], Answer]


@dataclass(frozen=True)
class Kinds:
    """What the asks need to know of the demo gym."""

    session: dict[str, Any]
    class_id: int
    people: int
    link: str
    drill: str

    def bench(self, number: int) -> dict[str, Any]:
        """The Bench as a coach types: another text every time, so that nothing stored can answer."""
        kept = {name: value for name, value in self.session.items() if name not in _NO_DIALS}
        minutes = self.session["minutes"] + (-1, 0, 1)[number % 3]
        return {
            **kept,
            "minutes": minutes,
            "text": f"{self.session['text']}\n{number} air squats",
            "class_id": self.class_id,
        }

    def asks(self) -> dict[str, Ask]:
        """Each kind of answer by name, the one everything is compared with first."""
        bench = f"/api/sessions/{self.session['id']}/bench"
        swap = f"/api/sessions/{self.session['id']}/alternatives"
        sheet = f"/api/sheets/{self.link.rsplit('/', 1)[-1]}"
        return {
            BASE: lambda client, _: client.ask("GET", "/api/me"),
            "week": lambda client, _: client.ask("GET", "/api/week"),
            "member sheet": lambda client, _: client.ask("GET", sheet, signed=False),
            "sheet, coach": lambda client, _: client.ask("GET", sheet),
            "bench": lambda client, number: client.ask("POST", bench, self.bench(number)),
            "minutes": lambda client, number: client.ask("POST", bench, self.minutes(number)),
            "swap": lambda client, number: client.ask("POST", swap, self.swap(number)),
        }

    def minutes(self, number: int) -> dict[str, Any]:
        """The Bench with nothing but its minutes changed."""
        return {**self.bench(0), "text": self.session["text"], "minutes": 6 + number % 24}

    def swap(self, number: int) -> dict[str, Any]:
        """What could stand in a drill's place."""
        return {**self.minutes(number), "minutes": self.session["minutes"], "drill": self.drill}


_NO_DIALS = ("id", "date", "title", "classes", "version", "changed_at", "starts_at")


def kinds_of(client: Client) -> Kinds:
    """The published class with the most people on today's or a past day of the demo's weeks."""
    week = client.ask("GET", "/api/week").json()
    sessions = [session for day in week["days"] for session in day["sessions"]]
    sent = [
        (one["people"], one["id"], session["id"])
        for session in sessions
        for one in session["classes"]
        if one["published_version"]
    ]
    people, class_id, session_id = max(sent)
    deliveries = client.ask("GET", f"/api/classes/{class_id}/publish").json()["deliveries"]
    session = client.ask("GET", f"/api/sessions/{session_id}").json()
    sheet = client.ask("GET", f"/api/sheets/{deliveries[0]['link'].rsplit('/', 1)[-1]}").json()
    return Kinds(session, class_id, people, deliveries[0]["link"], sheet["items"][1]["drill"])


def measure(port: int, pids: Callable[[], list[int]]) -> dict[str, dict[str, float]]:
    """Every kind alone and with CLIENTS at once, turn by turn, and the memory held at the end."""
    clients = [Client(port).sign_in() for _ in range(CLIENTS)]
    kinds = kinds_of(clients[0])
    asks = kinds.asks()
    results: dict[str, dict[str, float]] = {}
    for name, ask in asks.items():
        for number in range(WARM_UP):
            _checked(ask(clients[0], -1 - number), name)
        alone, beside = _turn_by_turn(clients[0], ask, asks[BASE], name)
        together = _timed(clients, ask, name)
        size = len(ask(clients[0], 9999).body)
        results[name] = {
            **_figures(alone, ""),
            **_figures(together, f"_x{CLIENTS}"),
            "kB": round(size / 1000, 1),
            "times_one_row": round(median(alone) / median(beside), 1),
        }
    for people in PUBLISHED:
        results[f"publish {people}"] = _publishing(clients[0], kinds, people)
    results["memory"] = {"MB": round(sum(memory_mb(pid) for pid in pids()), 0), "class_of": kinds.people}
    return results


def _publishing(client: Client, kinds: Kinds, people: int) -> dict[str, float]:
    """Sending a class of so many, its board changed each time; seconds from the press to the answer."""
    roster = f"/api/classes/{kinds.class_id}/roster"
    for person in client.ask("GET", "/api/people").json()["people"]:
        here = len(client.ask("GET", roster).json()["people"])
        if here >= people:
            break
        client.ask("PUT", f"{roster}/{person['id']}", {"division": "", "pair": None})
    session = f"/api/sessions/{kinds.session['id']}"
    taken: list[float] = []
    for number in range(PUBLISHES):
        version = client.ask("GET", session).json()["version"]
        text = f"{kinds.session['text']}\n{number + people} air squats"
        _checked(client.ask("PATCH", session, {"text": text, "version": version}), "edit")
        answer = client.ask("POST", f"/api/classes/{kinds.class_id}/publish")
        if answer.status != 201:
            raise RuntimeError(f"publish: {answer.status} {answer.body[:300]!r}")
        taken.append(answer.seconds)
    return _figures(sorted(taken), "")


def _turn_by_turn(client: Client, ask: Ask, base: Ask, name: str) -> tuple[list[float], list[float]]:
    """Seconds of every ask, and of the one everything is compared with, asked before each of them: a machine
    that is slow for a while is slow for both."""
    seconds: tuple[list[float], list[float]] = ([], [])
    for number in range(ROUNDS):
        seconds[1].append(_checked(base(client, number), BASE).seconds)
        seconds[0].append(_checked(ask(client, number), name).seconds)
    return sorted(seconds[0]), sorted(seconds[1])


def _timed(clients: list[Client], ask: Ask, name: str) -> list[float]:
    """Seconds of every ask, each client asking ROUNDS times as fast as it is answered."""
    seconds: list[float] = []

    def run(place: int, client: Client) -> None:
        for number in range(ROUNDS):
            seconds.append(_checked(ask(client, place * ROUNDS + number), name).seconds)

    threads = [threading.Thread(target=run, args=pair) for pair in enumerate(clients)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    return sorted(seconds)


def _checked(answer: Answer, name: str) -> Answer:
    if answer.status != 200:
        raise RuntimeError(f"{name}: {answer.status} {answer.body[:300]!r}")
    return answer


def _figures(seconds: list[float], suffix: str) -> dict[str, float]:
    places = {"p50": 0.5, "p95": 0.95, "p99": 0.99}
    return {
        f"{name}{suffix}_ms": round(seconds[min(len(seconds) - 1, int(len(seconds) * share))] * 1000, 1)
        for name, share in places.items()
    }


def memory_mb(pid: int) -> float:
    """A process's own share of memory (PSS) in MB; 0 when it has ended."""
    try:
        text = Path(f"/proc/{pid}/smaps_rollup").read_text(encoding="ascii")
    except OSError:
        return 0.0
    return next(int(line.split()[1]) for line in text.splitlines() if line.startswith("Pss:")) / 1000


def family_of(pid: int) -> list[int]:
    """A process and everything it started."""
    children = Path(f"/proc/{pid}/task/{pid}/children")
    found = [pid]
    if children.exists():
        for child in children.read_text(encoding="ascii").split():
            found += family_of(int(child))
    return found


def words(results: dict[str, dict[str, float]]) -> str:
    """A line for each kind of answer."""
    return "\n".join(
        f"{name:14}" + "   ".join(f"{figure} {value:g}" for figure, value in figures.items())
        for name, figures in results.items()
    )
