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
        threading.Thread(target=self._accept, daemon=True).start()

    def cut(self):
        self.whole = False
        for end in list(self.ends):
            with suppress(OSError):
                end.shutdown(socket.SHUT_RDWR)

    def mend(self):
        self.whole = True

    def close(self):
        self.cut()
        self.listening.close()

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
                threading.Thread(target=self._pump, args=(one, other), daemon=True).start()

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
