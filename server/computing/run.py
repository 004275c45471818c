"""``compute``: the one way the server runs what may take long, for one gym at a time."""

from __future__ import annotations

import threading
from collections import Counter
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from typing import Any, TypeVar

from django.conf import settings
from django.db import OperationalError, connection
from psycopg.errors import LockNotAvailable

from server.computing.helpers import Busy, Helpers

WAITING = 4  # computations of one gym that may wait in a worker; more are asked to come again
LOCK_SPACE = 0x6368616C  # so that these advisory locks are nobody else's

Answer = TypeVar("Answer")

helpers = Helpers(limit_s=settings.TASK_LIMIT_S)
_counting = threading.Lock()
_inside: Counter[int] = Counter()


def compute(gym_id: int, task: Callable[..., Answer], *arguments: Any) -> Answer:
    """task(*arguments) in a helper process, ended at its limit; one at a time for each gym, over all workers.

    Raises Busy when more of the gym's work waits than can be meant, TooLong at the limit, and RefusedThere
    with the core's own words.
    """
    with _turn(gym_id):
        return helpers.run(task, *arguments)


@contextmanager
def _turn(gym_id: int) -> Iterator[None]:
    with _counting:
        if _inside[gym_id] > WAITING:
            raise Busy
        _inside[gym_id] += 1
    try:
        with _gym_lock(gym_id):
            yield
    finally:
        with _counting:
            _inside[gym_id] -= 1


@contextmanager
def _gym_lock(gym_id: int) -> Iterator[None]:
    """The gym's advisory lock in PostgreSQL: it holds over workers and machines, and ends with its holder."""
    try:
        with connection.cursor() as cursor:
            cursor.execute("select pg_advisory_lock(%s, %s)", [LOCK_SPACE, gym_id])
    except OperationalError as problem:
        if isinstance(problem.__cause__, LockNotAvailable):
            raise Busy from problem
        raise
    try:
        yield
    finally:
        with connection.cursor() as cursor:
            cursor.execute("select pg_advisory_unlock(%s, %s)", [LOCK_SPACE, gym_id])
