"""``./chalk bench pages``: what the pages weigh and how soon they are there, in a real browser.

A phone on a slow network is Chromium's own emulation: 400 kbit/s, 400 ms a round trip, the processor slowed
four times, nothing kept from before. Bytes are those that came over the wire, headers included.
"""

from __future__ import annotations

import json
import sys
from dataclasses import dataclass
from typing import Any

from playwright.sync_api import sync_playwright

from ops.load import Client, Kinds, kinds_of

CHROMIUM = "/usr/bin/chromium"
INSIDE_ONLY = "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost"
PHONE, DESK = {"width": 390, "height": 844}, {"width": 1280, "height": 800}
SLOW = {"offline": False, "latency": 400, "downloadThroughput": 50_000, "uploadThroughput": 50_000}
SLOWER_CPU = 4
SETTLED_MS = 1_500  # with nothing more coming
FIRST_PAINT = "performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0"


@dataclass(frozen=True, kw_only=True)
class View:
    """A page as it is opened. there: what stands on it when it can be used; press: what begins its use."""

    path: str
    there: str
    size: dict[str, int]
    slow: bool = False
    press: str = ""
    then: str = ""


def views_of(kinds: Kinds) -> dict[str, View]:
    """The pages that are measured."""
    bench = f"/session/{kinds.session['id']}"
    timer = "text=Go through it with a timer"
    return {
        "member": View(path=kinds.link, there=timer, size=PHONE, slow=True, press=timer, then="[role=timer]"),
        "week": View(path="/", there="h1:has-text('Week of')", size=DESK),
        "bench": View(path=bench, there="[data-drill] svg", size=DESK),
        "publish": View(path=f"/publish/{kinds.class_id}", there="[aria-label=Sending] button", size=DESK),
        "people": View(path="/people", there="table", size=DESK),
    }


def measure(port: int) -> dict[str, dict[str, float]]:
    """Every page: kB over the wire, milliseconds to the first text and until it can be used; and the kB of an
    edit's answer on the Bench."""
    client = Client(port).sign_in()
    kinds = kinds_of(client)
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=[INSIDE_ONLY])
        try:
            results = {
                name: opened(browser, f"http://127.0.0.1:{port}", view, client.cookies)
                for name, view in views_of(kinds).items()
            }
        finally:
            browser.close()
    bench = f"/api/sessions/{kinds.session['id']}/bench"
    edit = client.ask("POST", bench, kinds.bench(7))
    results["edit"] = {"kB": _kb(len(edit.body)), "class_of": kinds.people}
    return results


def opened(browser: Any, base: str, view: View, cookies: dict[str, str]) -> dict[str, float]:
    """One page, opened with nothing kept from before. A member's page is opened by its link alone."""
    context = browser.new_context(viewport=view.size, service_workers="block")
    if not view.slow:
        context.add_cookies([{"name": name, "value": value, "url": base} for name, value in cookies.items()])
    page = context.new_page()
    devtools = context.new_cdp_session(page)
    bytes_come: list[int] = []
    devtools.on("Network.loadingFinished", lambda event: bytes_come.append(event["encodedDataLength"]))
    devtools.send("Network.enable")
    if view.slow:
        devtools.send("Network.emulateNetworkConditions", SLOW)
        devtools.send("Emulation.setCPUThrottlingRate", {"rate": SLOWER_CPU})
    try:
        page.goto(base + view.path, wait_until="commit")
        page.wait_for_selector(view.there)
        if view.press:
            page.click(view.press)
            page.wait_for_selector(view.then)
        usable_ms = page.evaluate("performance.now()")
        page.wait_for_load_state("networkidle")
        page.wait_for_timeout(SETTLED_MS)
        return {
            "kB": _kb(sum(bytes_come)),
            "first_text_ms": round(page.evaluate(FIRST_PAINT)),
            "usable_ms": round(usable_ms),
            "requests": len(bytes_come),
        }
    finally:
        context.close()


def _kb(size: float) -> float:
    return round(size / 1000, 1)


if __name__ == "__main__":
    sys.stdout.write(json.dumps(measure(int(sys.argv[1]))))
