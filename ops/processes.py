"""Run child processes together: when one ends or Ctrl-C comes, all end."""

from __future__ import annotations

import os
import signal
import subprocess
import time
from collections.abc import Callable
from types import FrameType

STOP_TIMEOUT_S = 10
LOOK_S = 2.0


def run_together(
    commands: list[list[str]],
    environment: dict[str, str],
    on_start: Callable[[list[int]], None] | None = None,
    on_ready: Callable[[], None] | None = None,
    look: Callable[[], None] | None = None,
) -> int:
    """Start every command, wait until one ends or a stop signal comes, stop the rest. Returns the exit code.
    on_start: told the processes; look: called every LOOK_S while all goes well."""
    stopping: list[int] = []

    def stop(signum: int, frame: FrameType | None) -> None:
        stopping.append(signum)

    for signum in (signal.SIGINT, signal.SIGTERM, signal.SIGHUP):
        signal.signal(signum, stop)
    children = [
        subprocess.Popen(command, env={**os.environ, **environment}, start_new_session=True)
        for command in commands
    ]
    try:
        if on_start:
            on_start([child.pid for child in children])
        if on_ready:
            on_ready()
        looked = time.monotonic()
        while not stopping and all(child.poll() is None for child in children):
            time.sleep(0.2)
            if look and time.monotonic() - looked > LOOK_S:
                look()
                looked = time.monotonic()
        first_to_end = next((child.returncode for child in children if child.returncode is not None), 0)
    finally:
        for child in children:
            end(child)
    return 0 if stopping else first_to_end or 1  # nothing of ours is meant to end by itself


def end(child: subprocess.Popen[bytes]) -> None:
    """Ask a child (and what it started) to end; make it after a while."""
    if child.poll() is not None:
        return
    os.killpg(child.pid, signal.SIGTERM)
    try:
        child.wait(STOP_TIMEOUT_S)
    except subprocess.TimeoutExpired:
        os.killpg(child.pid, signal.SIGKILL)
        child.wait()
