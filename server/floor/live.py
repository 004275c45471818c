"""Word to the live process that something of a gym's floor has changed; it goes out with the transaction."""

from __future__ import annotations

import time

from django.db import connection

CHANNEL = "chalk_floor"


def now_ms() -> int:
    """The server's clock."""
    return time.time_ns() // 1_000_000


def tell_floor(gym_id: int) -> None:
    """Every screen and remote of a gym asks for its floor anew."""
    with connection.cursor() as cursor:
        cursor.execute("select pg_notify(%s, %s)", [CHANNEL, str(gym_id)])
