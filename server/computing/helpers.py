"""Warm processes that compute for one web worker. A task that takes too long is ended with its process; a
fork of a warm parent stands in its place at once."""

from __future__ import annotations

import multiprocessing
import queue
import threading
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from multiprocessing.connection import Connection
from multiprocessing.context import ForkServerContext, ForkServerProcess
from typing import Any, TypeVar

from core.errors import CoreError, Refused
from server.computing import work
from server.logs import log

TASKS = 2_000  # of one process, then a fresh one takes its place, so that no cache grows without end
SLOW_S = 2.0  # the worst legal task takes about that; a line in the log says which it was
START_S = 60.0  # of a process, the first of a cold machine; no task's time
HELPERS = 2  # of each worker: one gym holds at most one of them

Answer = TypeVar("Answer")


class TooLong(CoreError):
    """A task was ended at its limit."""

    field = "text"


class Busy(Exception):
    """Every helper is taken, or this gym's computing is; another try in a moment may do."""


class HelperFailed(Exception):
    """A task failed in a way nobody foresaw. places: where, innermost last."""

    def __init__(self, kind: str, places: tuple[str, ...] = ()):
        self.places = places
        super().__init__(kind)


class RefusedThere(Refused):
    """The core's refusal in a helper, with the field at fault."""


def _context() -> ForkServerContext:
    context = multiprocessing.get_context("forkserver")
    context.set_forkserver_preload(["server.computing.work", "server.computing.warm"])
    return context


class Helper:
    """One process and the line to it."""

    def __init__(self) -> None:
        self._process: ForkServerProcess | None = None
        self._line: Connection | None = None
        self._tasks = 0

    def run(self, task: Callable[..., Any], arguments: tuple[Any, ...], limit_s: float) -> Any:
        """A task's outcome. Raises TooLong, RefusedThere, or HelperFailed also for a process that died."""
        try:
            line = self._ready()
            started = time.perf_counter()
            line.send((task, arguments))
            if not line.poll(limit_s):
                self.end()
                raise TooLong(
                    "This takes too long to work out. Make the board shorter, or split the day in two."
                )
            outcome = line.recv()
            if (seconds := time.perf_counter() - started) > SLOW_S:
                log.warning("slow task", task=task.__name__, ms=round(seconds * 1000))
        except (EOFError, OSError) as problem:
            self.end()
            raise HelperFailed("the helper process ended") from problem
        if isinstance(outcome, work.Refused):
            raise RefusedThere(*outcome)
        if isinstance(outcome, work.Failed):
            raise HelperFailed(*outcome)
        return outcome.value

    def end(self) -> None:
        """Kill the process; the next task gets another."""
        if self._process is not None:
            self._process.kill()
            self._process.join()
            self._process.close()
        if self._line is not None:
            self._line.close()
        self._process = self._line = None
        self._tasks = 0

    def _ready(self) -> Connection:
        if self._process is not None and (self._tasks >= TASKS or not self._process.is_alive()):
            self.end()
        self._tasks += 1
        if self._process is None or self._line is None:
            context = _context()
            self._line, theirs = context.Pipe()
            process = context.Process(target=work.serve, args=(theirs,), daemon=True)
            process.start()  # one that raises here was never there to be ended
            self._process = process
            theirs.close()
            if not self._line.poll(START_S):
                self.end()
                raise HelperFailed("the helper process did not start")
            self._line.recv()
        return self._line


class Helpers:
    """The helpers of one web worker, lent to one task each."""

    def __init__(self, limit_s: float, count: int = HELPERS):
        self.limit_s = limit_s
        self._all = [Helper() for _ in range(count)]
        self._free: queue.LifoQueue[Helper] = queue.LifoQueue()
        for helper in self._all:
            self._free.put(helper)

    def run(self, task: Callable[..., Answer], *arguments: Any) -> Answer:
        """task(*arguments), computed in a helper. Both are pickled: the task by its name. Raises Busy when no
        helper comes free in time, and what Helper.run raises."""
        with self._lent() as helper:
            try:
                value: Answer = helper.run(task, arguments, self.limit_s)
            except TooLong:
                log.warning("ended a task at its limit", task=task.__name__)
                raise
            return value

    def warm(self) -> None:
        """Start every process before the first request, in the background."""
        for _ in self._all:
            threading.Thread(target=self._warm_one, daemon=True).start()

    def _warm_one(self) -> None:
        """An attempt: when the worker is ended meanwhile nothing is lost, and else the first task starts
        its own process and says what is wrong."""
        try:
            self.run(work.ready)
        except Exception as problem:
            log.info("a helper did not start warm", exc_info=problem)

    def end(self) -> None:
        """End every process."""
        for helper in self._all:
            helper.end()

    @contextmanager
    def _lent(self) -> Iterator[Helper]:
        try:
            helper = self._free.get(timeout=self.limit_s)
        except queue.Empty as problem:
            raise Busy from problem
        try:
            yield helper
        finally:
            self._free.put(helper)
