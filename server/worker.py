"""gunicorn's threaded worker, which a client that dribbles its request cannot hold: a thread is given to a
request only when it is here, and to few of the long ones at a time."""

from __future__ import annotations

import io
import re
import socket
import threading
import time
from typing import Any

from gunicorn.workers.gthread import _DEFER, TConn, ThreadWorker  # type: ignore[attr-defined]  # newer

READ_S = 30.0  # for all of a request; a calendar of 2 MB takes that long at half a megabit a second
LOOK_S = 0.1  # between two looks at a request that is not here yet
SEEN = 32_768  # bytes of a request that are looked at before a thread reads it
LONG_AT_ONCE = 4  # requests longer than that, read at the same time
MOST_BYTES = 2_600_000  # of a body; what is longer is refused by its length (settings)
_LENGTH = re.compile(rb"\r\ncontent-length:[ \t]*(\d{1,9})[ \t]*\r\n", re.IGNORECASE)


class PromptWorker(ThreadWorker):
    """Reads requests whole before it works on them, and ends those that do not come in time."""

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self._until: dict[TConn, float] = {}
        self._long = threading.BoundedSemaphore(LONG_AT_ONCE)

    def handle(self, conn: TConn) -> Any:
        """A request, when it is here; else the connection goes back to wait its turn, without a thread."""
        try:
            waiting = _bytes_missing(conn.sock)
        except BlockingIOError:  # nothing at all yet
            return _DEFER
        if waiting is None:
            self._until.pop(conn, None)
            return super().handle(conn)
        self._until.setdefault(conn, time.monotonic() + READ_S)
        if waiting > 0 or not self._long.acquire(blocking=False):
            time.sleep(LOOK_S)
            return _DEFER if conn in self._until else False
        try:
            return super().handle(conn)
        finally:
            self._long.release()
            self._until.pop(conn, None)

    def handle_request(self, req: Any, conn: TConn) -> Any:
        """The body is read before the application is asked; how long that one takes is its own matter."""
        req.body = io.BytesIO(req.body.read(MOST_BYTES))
        self._until.pop(conn, None)
        return super().handle_request(req, conn)

    def murder_keepalived(self, force: bool = False) -> None:
        """Called about every second: connections that said nothing for too long, and those that dribble."""
        super().murder_keepalived(force)  # type: ignore[call-arg]  # newer than its stubs
        now = time.monotonic()
        for conn, until in list(self._until.items()):
            if now > until:
                self._until.pop(conn, None)
                _cut(conn.sock)


def _bytes_missing(sock: socket.socket) -> int | None:
    """None for a request that is here whole, or is none; 0 for one longer than what is looked at; else
    about how much of it is still to come. Raises BlockingIOError when there is nothing of it."""
    sock.setblocking(False)
    try:
        here = sock.recv(SEEN, socket.MSG_PEEK)
    except BlockingIOError:
        raise
    except OSError:
        return None
    head, end, body = here.partition(b"\r\n\r\n")
    if not end:
        return 1 if here and len(here) < SEEN else None
    length = _LENGTH.search(head + b"\r\n")
    missing = int(length[1]) - len(body) if length else 0
    if missing <= 0:
        return None
    return 0 if len(here) == SEEN else missing


def _cut(sock: socket.socket) -> None:
    """Whoever waits for more of it now learns that there is none."""
    try:
        sock.shutdown(socket.SHUT_RDWR)
    except OSError:
        return
