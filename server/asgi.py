"""What uvicorn runs: the streams (server.live)."""

import os

import django

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.settings")
django.setup()

from django.db import connection  # noqa: E402  # settings come first
from psycopg.conninfo import make_conninfo  # noqa: E402

from server.live.app import Live  # noqa: E402


def address_of_database() -> str:
    """Where the one connection that listens goes: without limits of time, as it waits for ever."""
    named = connection.settings_dict
    return make_conninfo(
        host=named["HOST"],
        port=named["PORT"],
        user=named["USER"],
        password=named["PASSWORD"],
        dbname=named["NAME"],
    )


application = Live(address_of_database())
