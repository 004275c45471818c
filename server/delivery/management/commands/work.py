"""Work in the background: what is due goes out, what waits is handed over. Any number may run at once."""

from __future__ import annotations

import time
from argparse import ArgumentParser
from typing import Any

from django.core.management.base import BaseCommand
from django.db import OperationalError
from procrastinate.contrib.django import app
from procrastinate.exceptions import ConnectorException
from psycopg import OperationalError as DriverError

from server.computing.run import helpers
from server.logs import log

AT_ONCE = 4  # jobs of one worker
AGAIN_S = 2.0  # a database that went away is asked again
# of what a job asks; a message waits no longer than this for the next to be looked for
POLL_S = 5.0


class Command(BaseCommand):
    help = "Run jobs until a stop signal comes"

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("--once", action="store_true", help="end when nothing is waiting")

    def handle(self, *args: Any, **options: Any) -> None:
        helpers.warm()
        while not self._run(wait=not options["once"]):
            time.sleep(AGAIN_S)

    def _run(self, wait: bool) -> bool:
        """Whether the work has ended as it was asked to; else the database went away."""
        connector = app.connector.get_worker_connector()  # type: ignore[attr-defined]  # Django's has it
        try:
            with app.replace_connector(connector) as working:
                working.run_worker(
                    wait=wait, concurrency=AT_ONCE, fetch_job_polling_interval=POLL_S, listen_notify=wait
                )
        except (ConnectorException, OperationalError, DriverError) as problem:
            log.error("the database went away from the worker", exc_info=problem)
            return False
        return True
