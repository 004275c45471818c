"""Who listens to which gym, and one connection to PostgreSQL that hears what changes."""

from __future__ import annotations

import asyncio
from collections.abc import Awaitable, Callable

import psycopg
from psycopg import AsyncConnection

from server.floor.live import CHANNEL
from server.logs import log

AGAIN_S = 1.0  # after the database went away
LOOK_S = 30.0  # a change whose word was lost is seen by then

Look = Callable[[int], Awaitable[bytes]]


class Hub:
    """Streams by gym. A change is looked at once and goes to all of the gym's streams; a stream that is slow
    gets the newest, not all."""

    def __init__(self, address: str, look: Look):
        self.address, self.look = address, look
        self.streams: dict[int, set[asyncio.Queue[bytes]]] = {}
        self.due: set[int] = set()
        self.awake = asyncio.Event()
        self.tasks: list[asyncio.Task[None]] = []

    def start(self) -> None:
        """Begin to listen; to be called inside the loop."""
        if not self.tasks:
            self.tasks = [asyncio.create_task(self._listen()), asyncio.create_task(self._tell())]

    async def stop(self) -> None:
        """End listening."""
        for task in self.tasks:
            task.cancel()
        await asyncio.gather(*self.tasks, return_exceptions=True)
        self.tasks = []

    def join(self, gym_id: int) -> asyncio.Queue[bytes]:
        """A stream's own queue, which holds the newest state."""
        queue: asyncio.Queue[bytes] = asyncio.Queue(maxsize=1)
        self.streams.setdefault(gym_id, set()).add(queue)
        return queue

    def leave(self, gym_id: int, queue: asyncio.Queue[bytes]) -> None:
        """A stream has ended."""
        mine = self.streams.get(gym_id, set())
        mine.discard(queue)
        if not mine:
            self.streams.pop(gym_id, None)

    def changed(self, gym_id: int) -> None:
        """Something of a gym has changed; several at once are told as one."""
        if gym_id in self.streams:
            self.due.add(gym_id)
            self.awake.set()

    async def _listen(self) -> None:
        while True:
            try:
                async with await AsyncConnection.connect(self.address, autocommit=True) as connection:
                    await connection.execute(f"listen {CHANNEL}")
                    for gym_id in list(self.streams):  # what changed while nobody listened
                        self.changed(gym_id)
                    async for word in connection.notifies():
                        if word.payload.isdigit():
                            self.changed(int(word.payload))
            except (psycopg.Error, OSError) as problem:
                log.warning("the live process hears nothing of the database", error=type(problem).__name__)
            await asyncio.sleep(AGAIN_S)

    async def _tell(self) -> None:
        while True:
            try:
                await asyncio.wait_for(self.awake.wait(), LOOK_S)
            except TimeoutError:
                self.due.update(self.streams)
            self.awake.clear()
            due, self.due = self.due, set()
            await asyncio.gather(*(self._tell_one(gym_id) for gym_id in due))

    async def _tell_one(self, gym_id: int) -> None:
        try:
            state = await self.look(gym_id)
        except Exception as problem:  # the next look may work; the streams go on
            log.warning("the floor could not be read", error=type(problem).__name__)
            return
        for queue in self.streams.get(gym_id, ()):
            while not queue.empty():
                queue.get_nowait()
            queue.put_nowait(state)
