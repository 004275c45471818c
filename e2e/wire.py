"""A loopback wire that can be cut: what goes in at one port comes out at another, until it does not."""

from __future__ import annotations

import socket
import threading
from contextlib import suppress


class Wire:
    """Forwards connections to a port of this host. ``cut()`` ends all of them and refuses new ones."""

    def __init__(self, to: int):
        self.to = to
        self.whole = True
        self.ends: set[socket.socket] = set()
        self.listening = socket.create_server(("127.0.0.1", 0))
        self.port = self.listening.getsockname()[1]
        self.threads: list[threading.Thread] = []
        self._begin(self._accept)

    def cut(self):
        self.whole = False
        for end in list(self.ends):
            with suppress(OSError):
                end.shutdown(socket.SHUT_RDWR)

    def mend(self):
        self.whole = True

    def close(self):
        self.cut()
        with suppress(OSError):
            self.listening.shutdown(socket.SHUT_RDWR)
        self.listening.close()
        for thread in self.threads:
            thread.join(2)

    def _begin(self, work, *arguments):
        thread = threading.Thread(target=work, args=arguments, daemon=True)
        self.threads.append(thread)
        thread.start()

    def _accept(self):
        while True:
            try:
                near, _ = self.listening.accept()
            except OSError:
                return
            if not self.whole:
                near.close()
                continue
            try:
                far = socket.create_connection(("127.0.0.1", self.to))
            except OSError:
                near.close()
                continue
            for one, other in ((near, far), (far, near)):
                self.ends.add(one)
                self._begin(self._pump, one, other)
            near = far = None  # theirs to close

    def _pump(self, one: socket.socket, other: socket.socket):
        try:
            while data := one.recv(65536):
                other.sendall(data)
        except OSError:
            pass
        finally:
            self.ends.discard(one)
            for end in (one, other):
                with suppress(OSError):
                    end.shutdown(socket.SHUT_RDWR)
                end.close()
