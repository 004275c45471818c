"""``./chalk bench drift``: a screen in a real browser for twenty real minutes. How far what it shows strays
from when the class began, by the machine's date, which the page itself never asks."""

from __future__ import annotations

import json
import os
import sys
import time
import uuid

from playwright.sync_api import sync_playwright

from ops.load import Client

SECONDS = float(os.environ.get("CHALK_DRIFT_S", "1200"))
# the page counts by its steady clock; here that is held against the date
BEGUN = """(() => {
  const shown = document.querySelector('[data-begun]').dataset.begun;
  return Number(shown) - (performance.timeOrigin + performance.now()) + Date.now();
})()"""
LOOK_S = 1.0


def measure(port: int) -> dict[str, dict[str, float]]:
    """The most that the instant at which the first long stretch began moves, in milliseconds; and how far it
    is from the server's own."""
    client = Client(port).sign_in()
    floor = client.ask("GET", "/api/floor").json()["floor"]
    path = f"/api/floor/classes/{floor['classes'][0]['id']}/start"
    run = client.ask("POST", path, {"key": str(uuid.uuid4())}).json()["run"]
    order = client.ask("GET", f"/api/floor/runs/{run['id']}/orders/1").json()
    _to_what_waits(client, run, order)
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium")
        page = browser.new_page(viewport={"width": 1920, "height": 1080})
        page.goto(f"http://127.0.0.1:{port}/wall")
        page.wait_for_selector("[data-code]")
        client.ask("POST", "/api/floor/screens", {"code": page.inner_text("[data-code]"), "name": "Drift"})
        page.wait_for_selector("[data-begun]")
        page.wait_for_timeout(3000)
        seen: list[float] = []
        until = time.monotonic() + SECONDS
        while time.monotonic() < until:
            seen.append(page.evaluate(BEGUN))
            page.wait_for_timeout(LOOK_S * 1000)
        browser.close()
    state = client.ask("GET", "/api/floor").json()["floor"]["classes"][0]["run"]["state"]
    return {
        "drift": {
            "minutes": round(SECONDS / 60, 1),
            "looks": len(seen),
            "most_ms": round(max(seen) - min(seen), 1),
            "from_the_server_ms": round(max(abs(one - state["began_ms"]) for one in seen), 1),
        }
    }


def _to_what_waits(client: Client, run: dict[str, int], order: dict[str, list[dict[str, str]]]) -> None:
    """To the first part, which goes on until somebody ends it."""
    commands = []
    for version, go in enumerate(order["gos"], 1):
        if go["kind"] == "part":
            break
        press = {"key": str(uuid.uuid4()), "kind": "skip", "go": go["key"], "version": version}
        commands.append({**press, "at_ms": int(time.time() * 1000)})
    for first in range(0, len(commands), 50):
        client.ask("POST", f"/api/floor/runs/{run['id']}/press", {"commands": commands[first : first + 50]})


if __name__ == "__main__":
    print(json.dumps(measure(int(sys.argv[1]))))  # noqa: T201  # the answer
