"""gunicorn's threaded worker, which a client that dribbles its request cannot hold: headers and body have to
be here in good time."""

from __future__ import annotations

import io
import socket
import time
from typing import Any

from gunicorn.workers.gthread import TConn, ThreadWorker

READ_S = 30.0  # for all of a request; a calendar of 2 MB takes that long at half a megabit a second
MOST_BYTES = 2_600_000  # of a body; what is longer is refused by its length (settings)


class PromptWorker(ThreadWorker):
    """Ends connections whose request does not come in time."""

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self._until: dict[TConn, float] = {}

    def handle(self, conn: TConn) -> Any:
        """A request, from its first byte on."""
        self._until[conn] = time.monotonic() + READ_S
        try:
            return super().handle(conn)
        finally:
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


def _cut(sock: socket.socket) -> None:
    """Whoever waits for more of it now learns that there is none."""
    try:
        sock.shutdown(socket.SHUT_RDWR)
    except OSError:
        return
