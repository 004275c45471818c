"""The one demo of a checkout: who runs it, what a killed one left behind, and how it is stopped."""

from __future__ import annotations

import fcntl
import json
import os
import signal
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any, TextIO

from ops.database import Cluster
from ops.paths import DEMO, ROOT
from ops.say import GiveUp, tell

LOCK, NOTE = DEMO / "demo.lock", DEMO / "demo.json"
STOP_S = 15.0


def note(port: int, children: list[int]) -> None:
    """Write down who runs the demo, for the next start and for ``./chalk stop``."""
    NOTE.write_text(json.dumps({"pid": os.getpid(), "port": port, "children": children}), encoding="utf-8")


@contextmanager
def only_one(cluster: Cluster) -> Iterator[None]:
    """Hold the checkout's demo. What a killed one left is ended first. Raises GiveUp while another runs."""
    with _held() as lock:
        if lock is None:
            running = _noted()
            address = f"http://127.0.0.1:{running.get('port', '?')}"
            raise GiveUp(
                f"the demo of this checkout runs already at {address} (process {running.get('pid', '?')}).\n"
                "  Use that one, or stop it:  ./chalk stop"
            )
        if left := _left_behind():
            tell(f"An earlier demo was killed; ending what it left: {_named(left)}.")
            _end(left)
        try:
            yield
        finally:
            cluster.stop()
            NOTE.unlink(missing_ok=True)


def stop_demo(cluster: Cluster) -> str:
    """Stop the demo that runs, or what a killed one left; what was done, in words."""
    with _held() as lock:
        if lock is None:
            pid = int(_noted().get("pid", 0))
            if pid:
                os.kill(pid, signal.SIGTERM)
            _wait_until_free()
            return f"Stopped the demo (process {pid})."
        left = _left_behind()
        _end(left)
        ran = cluster.is_running()
        cluster.stop()
        NOTE.unlink(missing_ok=True)
    if not left and not ran:
        return "Nothing of this checkout's demo is running."
    what = [_named(left)] if left else []
    return f"Stopped what a killed demo left: {' and '.join([*what, *(['the database'] if ran else [])])}."


def _named(pids: list[int]) -> str:
    return f"process{'es' if len(pids) > 1 else ''} {', '.join(map(str, pids))}"


@contextmanager
def _held() -> Iterator[TextIO | None]:
    """The lock, or None when another process has it. It ends with its holder, however that ends."""
    DEMO.mkdir(parents=True, exist_ok=True)
    with LOCK.open("a", encoding="utf-8") as file:
        try:
            fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError:
            yield None
            return
        yield file


def _wait_until_free() -> None:
    until = time.monotonic() + STOP_S
    while time.monotonic() < until:
        with _held() as lock:
            if lock is not None:
                return
        time.sleep(0.1)
    raise GiveUp(f"the demo does not end; end its process by hand: {_noted().get('pid')}")


def _noted() -> dict[str, Any]:
    try:
        noted: dict[str, Any] = json.loads(NOTE.read_text(encoding="utf-8"))
    except (OSError, ValueError):
        return {}
    return noted


def _left_behind() -> list[int]:
    """Processes of a demo whose own process is gone: those noted that still are what they were."""
    return [pid for pid in _noted().get("children", ()) if _is_ours(pid)]


def _is_ours(pid: int) -> bool:
    """Whether a process is a web server or a worker of this checkout: a number alone may be anybody's by
    now."""
    try:
        command = Path(f"/proc/{pid}/cmdline").read_bytes().decode(errors="replace")
        folder = Path(f"/proc/{pid}/cwd").resolve()
    except OSError:
        return False
    ours = ("server.wsgi", "server.asgi", "manage.py\0work")
    return any(name in command for name in ours) and folder == ROOT


def _end(pids: list[int]) -> None:
    """Ask them to end, with what they started; make them after a while."""
    for pid in pids:
        os.killpg(pid, signal.SIGTERM)
    until = time.monotonic() + STOP_S
    while any(map(_is_ours, pids)) and time.monotonic() < until:
        time.sleep(0.1)
    for pid in filter(_is_ours, pids):
        os.killpg(pid, signal.SIGKILL)
