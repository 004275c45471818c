"""``./chalk bench floor``: many open screens on one machine. How much a stream holds in memory, how soon a
change is on all of them, how soon all are back after the live process was started anew.

Everything runs on loopback, on a throw-away database with the demo gym, and stops by itself.
"""

from __future__ import annotations

import asyncio
import json
import re
import statistics
import time
import urllib.request
import uuid
from collections.abc import Callable
from contextlib import suppress
from dataclasses import dataclass, field

from ops.load import Client, memory_mb

STREAMS = 500
CHANGES = 60
BETWEEN_S = 0.1
RETRY = re.compile(rb"retry: (\d+)")


@dataclass
class Reader:
    """One screen, as far as the live process can tell: it comes back by itself, as a browser does."""

    port: int
    path: str
    cookie: str
    heard: dict[int, float] = field(default_factory=dict)  # version of the run -> when it came
    connected: bool = False
    retry_s: float = 1.0

    async def run(self) -> None:
        """Until it is cancelled."""
        while True:
            with suppress(OSError, asyncio.IncompleteReadError, ValueError):
                await self._read()
            self.connected = False
            await asyncio.sleep(self.retry_s)

    async def _read(self) -> None:
        reader, writer = await asyncio.open_connection("127.0.0.1", self.port, limit=2**20)
        try:
            asked = f"GET {self.path} HTTP/1.1\r\nHost: 127.0.0.1\r\nCookie: {self.cookie}\r\n\r\n"
            writer.write(asked.encode())
            await writer.drain()
            head = await reader.readuntil(b"\r\n\r\n")
            if b" 200 " not in head.split(b"\r\n", 1)[0]:
                raise ValueError("refused")
            while line := await reader.readline():
                self._take(line)
        finally:
            writer.close()
            with suppress(OSError):
                await writer.wait_closed()

    def _take(self, line: bytes) -> None:
        if found := RETRY.search(line):
            self.retry_s = int(found[1]) / 1000
        if not line.startswith(b"data: "):
            return
        self.connected = True
        now = time.perf_counter()
        for one in json.loads(line[6:])["classes"]:
            if one["run"]:
                self.heard.setdefault(one["run"]["state"]["version"], now)


def wait_for(port: int) -> None:
    """Until the live process answers, or ten seconds."""
    for _ in range(200):
        with suppress(OSError):
            urllib.request.urlopen(f"http://127.0.0.1:{port}/time", timeout=2).close()
            return
        time.sleep(0.05)


Restart = Callable[[], None]


def measure(
    port: int, live_port: int, live_pid: Callable[[], int], restart: Restart
) -> dict[str, dict[str, float]]:
    """Figures by what they are of. restart: ends the live process and starts it anew."""
    client = Client(port).sign_in()
    gym = client.ask("GET", "/api/me").json()["gym_id"]
    floor = client.ask("GET", "/api/floor").json()["floor"]
    started = client.ask(
        "POST", f"/api/floor/classes/{floor['classes'][0]['id']}/start", {"key": str(uuid.uuid4())}
    ).json()["run"]
    cookie = "; ".join(f"{name}={value}" for name, value in client.cookies.items())
    readers = [Reader(live_port, f"/floor?gym={gym}", cookie) for _ in range(STREAMS)]
    return asyncio.run(_measured(client, started, readers, live_pid, restart))


async def _measured(
    client: Client, run: dict[str, int], readers: list[Reader], live_pid: Callable[[], int], restart: Restart
) -> dict[str, dict[str, float]]:
    before_mb = memory_mb(live_pid())
    began = time.perf_counter()
    tasks = [asyncio.create_task(one.run()) for one in readers]
    await _all_connected(readers)
    open_s = time.perf_counter() - began
    held_mb = memory_mb(live_pid())
    delays = await _changes(client, run, readers)
    after_mb = memory_mb(live_pid())
    await asyncio.to_thread(restart)
    for one in readers:
        one.connected = False
    began = time.perf_counter()
    await _all_connected(readers)
    back_s = time.perf_counter() - began
    for task in tasks:
        task.cancel()
    await asyncio.gather(*tasks, return_exceptions=True)
    delays.sort()
    return {
        "streams": {"open": len(readers), "all_open_s": round(open_s, 2), "all_back_s": round(back_s, 2)},
        "memory": {
            "kB_a_stream": round((held_mb - before_mb) * 1000 / len(readers), 1),
            "kB_after_changes": round((after_mb - before_mb) * 1000 / len(readers), 1),
            "MB_alone": round(before_mb, 1),
        },
        "change": {
            "n": len(delays),
            "p50_ms": round(statistics.median(delays) * 1000, 1),
            "p95_ms": round(delays[int(len(delays) * 0.95)] * 1000, 1),
            "max_ms": round(delays[-1] * 1000, 1),
        },
    }


async def _all_connected(readers: list[Reader], limit_s: float = 60) -> None:
    until = time.perf_counter() + limit_s
    while not all(one.connected for one in readers):
        if time.perf_counter() > until:
            here = sum(one.connected for one in readers)
            raise RuntimeError(f"only {here} of {len(readers)} streams are open")
        await asyncio.sleep(0.02)


async def _changes(client: Client, run: dict[str, int], readers: list[Reader]) -> list[float]:
    """Seconds from the press to each stream, of every change."""
    delays: list[float] = []
    version = 1
    for number in range(CHANGES):
        kind = "hold" if number % 2 == 0 else "go-on"
        press = {"key": str(uuid.uuid4()), "kind": kind, "go": "", "version": version}
        pressed = time.perf_counter()
        path = f"/api/floor/runs/{run['id']}/press"
        body = {"commands": [{**press, "at_ms": int(time.time() * 1000)}]}
        answer = await asyncio.to_thread(client.ask, "POST", path, body)
        version = answer.json()["run"]["state"]["version"]
        until = time.perf_counter() + 10
        while not all(version in one.heard for one in readers) and time.perf_counter() < until:
            await asyncio.sleep(0.005)
        delays.extend(one.heard[version] - pressed for one in readers)
        await asyncio.sleep(BETWEEN_S)
    return delays
