"""The ASGI application of the streams: ``GET /floor?gym=N`` as server-sent events, ``GET /time``.

A stream holds no thread and no database connection: it waits in a queue for what the hub puts there.
"""

from __future__ import annotations

import asyncio
import json
import random
import time
from collections.abc import Awaitable, Callable, MutableMapping
from typing import Any
from urllib.parse import parse_qs

from django.conf import settings

from server.live.doors import cookies_of, floor_json, gym_of
from server.live.hub import Hub

Scope = MutableMapping[str, Any]
Receive = Callable[[], Awaitable[MutableMapping[str, Any]]]
Send = Callable[[MutableMapping[str, Any]], Awaitable[None]]

ALIVE_S = 15.0  # between two signs of life on a quiet stream
AGAIN_S = (50.0, 70.0)  # until the permission is asked again, drawn so that not all ask at once
RETRY_MS = (500, 8_000)  # after which a browser comes back, drawn for each
ASKS_AT_ONCE = 8  # of the database, when all come back


class Live:
    """One process of streams."""

    def __init__(self, address: str):
        self.hub = Hub(address, self._floor)
        self.asking = asyncio.Semaphore(ASKS_AT_ONCE)
        self.ending = asyncio.Event()
        self.looking: dict[int, asyncio.Task[bytes]] = {}

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] == "lifespan":
            await self._lifespan(receive, send)
        elif scope["type"] == "http":
            await self._answer(scope, receive, send)

    async def _lifespan(self, receive: Receive, send: Send) -> None:
        while True:
            message = await receive()
            if message["type"] == "lifespan.startup":
                self.hub.start()
                await send({"type": "lifespan.startup.complete"})
            else:
                self.ending.set()
                await self.hub.stop()
                await send({"type": "lifespan.shutdown.complete"})
                return

    async def _answer(self, scope: Scope, receive: Receive, send: Send) -> None:
        headers = dict(scope["headers"])
        path = scope["path"].rstrip("/")
        allowed = _allow(headers.get(b"origin", b"").decode("latin-1"))
        if path.endswith("/time"):
            await _whole(send, 200, json.dumps({"ms": time.time_ns() // 1_000_000}).encode(), allowed)
            return
        if not path.endswith("/floor"):
            await _whole(send, 404, b"{}", allowed)
            return
        named = parse_qs(scope["query_string"].decode("latin-1")).get("gym", [""])[0]
        cookies = cookies_of(headers)
        gym_id = await self._ask(gym_of, cookies, named)
        if gym_id is None:
            await _whole(send, 403, b"{}", allowed)
            return
        await self._stream(receive, send, gym_id, lambda: self._ask(gym_of, cookies, named), allowed)

    async def _ask(self, ask: Callable[..., Any], *arguments: Any) -> Any:
        async with self.asking:
            return await asyncio.to_thread(ask, *arguments)

    async def _floor(self, gym_id: int) -> bytes:
        """What a gym's floor says from now on; not one that began to be read before."""
        state: bytes = await self._ask(floor_json, gym_id)
        return b"data: " + state + b"\n\n"

    async def _first(self, gym_id: int) -> bytes:
        """What a stream begins with: one look for all that open meanwhile. What changes during it is told
        apart, as the stream has joined already."""
        task = self.looking.get(gym_id)
        if task is None:
            task = asyncio.create_task(self._floor(gym_id))
            self.looking[gym_id] = task
            task.add_done_callback(lambda _: self.looking.pop(gym_id, None))
        return await asyncio.shield(task)

    async def _stream(
        self,
        receive: Receive,
        send: Send,
        gym_id: int,
        still: Callable[[], Awaitable[int | None]],
        allowed: list[tuple[bytes, bytes]],
    ) -> None:
        """Everything that changes, until the reader goes, or may see it no more."""
        queue = self.hub.join(gym_id)
        gone = asyncio.create_task(_gone(receive))
        try:
            head = [
                (b"content-type", b"text/event-stream"),
                (b"cache-control", b"no-store"),
                (b"x-accel-buffering", b"no"),
                *allowed,
            ]
            await send({"type": "http.response.start", "status": 200, "headers": head})
            retry = f"retry: {random.randint(*RETRY_MS)}\n".encode()  # spreads, hides nothing
            await _more(send, retry + await self._first(gym_id))
            ask_at = time.monotonic() + random.uniform(*AGAIN_S)
            while not gone.done() and not self.ending.is_set():
                waiting = asyncio.create_task(queue.get())
                await asyncio.wait({waiting, gone}, timeout=ALIVE_S, return_when=asyncio.FIRST_COMPLETED)
                if waiting.done():
                    await _more(send, waiting.result())
                else:
                    waiting.cancel()
                    await _more(send, b": here\n\n")
                if time.monotonic() > ask_at:
                    if await still() != gym_id:
                        break
                    ask_at = time.monotonic() + random.uniform(*AGAIN_S)
            await send({"type": "http.response.body", "body": b"", "more_body": False})
        except (OSError, asyncio.CancelledError):  # the reader went, or this process ends
            return
        finally:
            gone.cancel()
            self.hub.leave(gym_id, queue)


async def _gone(receive: Receive) -> None:
    while (await receive())["type"] != "http.disconnect":
        pass


async def _more(send: Send, body: bytes) -> None:
    await send({"type": "http.response.body", "body": body, "more_body": True})


async def _whole(send: Send, status: int, body: bytes, allowed: list[tuple[bytes, bytes]]) -> None:
    head = [(b"content-type", b"application/json"), (b"cache-control", b"no-store"), *allowed]
    await send({"type": "http.response.start", "status": status, "headers": head})
    await send({"type": "http.response.body", "body": body})


def _allow(origin: str) -> list[tuple[bytes, bytes]]:
    """Headers that let a page of the application read the answer, which comes from another port."""
    scheme, _, rest = origin.partition("://")
    host = rest.rsplit(":", 1)[0]
    if origin != settings.ADDRESS and (scheme not in ("http", "https") or host not in settings.ALLOWED_HOSTS):
        return []
    return [
        (b"access-control-allow-origin", origin.encode("latin-1")),
        (b"access-control-allow-credentials", b"true"),
        (b"vary", b"Origin"),
    ]
