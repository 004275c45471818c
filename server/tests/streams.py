"""The live process inside a test's own, on a port."""

from __future__ import annotations

import asyncio
import threading
import time

import uvicorn

from ops.database import free_port
from server.asgi import address_of_database
from server.live.app import Live


class Streams:
    """Runs until ``stop()``."""

    def __init__(self):
        self.port = free_port()
        self.live = Live(address_of_database())
        config = uvicorn.Config(self.live, port=self.port, log_level="error", loop="asyncio")
        self.server = uvicorn.Server(config)
        self.thread = threading.Thread(target=lambda: asyncio.run(self.server.serve()), daemon=True)
        self.thread.start()
        until = time.monotonic() + 15
        while not self.server.started and time.monotonic() < until:
            time.sleep(0.02)

    def stop(self):
        self.server.should_exit = True
        self.thread.join(10)
