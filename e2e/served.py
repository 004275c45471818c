"""The application as it runs in earnest: gunicorn with its workers and helpers, on the test's database."""

from __future__ import annotations

import os
import signal
import subprocess
import tempfile
import time
import urllib.request
from collections.abc import Mapping
from pathlib import Path
from types import MappingProxyType
from urllib.parse import quote

from django.db import connection
from django.test import TransactionTestCase

from ops.command import web_command
from ops.database import free_port
from ops.load import Client
from ops.paths import ROOT
from ops.processes import end
from server.tests.gyms import SmallGym

READY_S = 30


class ServedTest(TransactionTestCase):
    """Each test gets a small gym and a server of its own, told by ``self.port``; its log is ``self.log``."""

    settings: Mapping[str, str] = MappingProxyType({})

    def setUp(self):
        self.home = SmallGym("Kiln Row")
        connection.commit()
        self.port = free_port()
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.log = Path(folder.name) / "log"
        self.start()
        self.addCleanup(self.stop)

    def start(self):
        database = connection.settings_dict
        user, password = quote(database["USER"]), quote(database["PASSWORD"])
        where = f"{database['HOST']}:{database['PORT']}/{connection.settings_dict['NAME']}"
        environment = {
            **os.environ,
            "CHALK_DATABASE_URL": f"postgresql://{user}:{password}@{where}",
            "CHALK_SECRET": "tests-only",
            "CHALK_HOSTS": "127.0.0.1",
            "CHALK_ADDRESS": f"http://127.0.0.1:{self.port}",
            "CHALK_TESTING": "0",
            "PYTHONPATH": str(ROOT),
            "DJANGO_SETTINGS_MODULE": "server.settings",
            **self.settings,
        }
        with self.log.open("a") as out:
            self.server = subprocess.Popen(
                web_command(self.port),
                cwd=ROOT,
                env=environment,
                stdout=out,
                stderr=out,
                start_new_session=True,
            )
        until = time.monotonic() + READY_S
        while time.monotonic() < until:
            try:
                urllib.request.urlopen(f"http://127.0.0.1:{self.port}/healthz", timeout=2).close()
                return
            except OSError:
                time.sleep(0.1)
        self.fail(f"the server did not start:\n{self.log.read_text()[-2000:]}")

    def stop(self):
        end(self.server)

    def kill(self):
        """As a power cut does."""
        os.killpg(self.server.pid, signal.SIGKILL)
        self.server.wait()

    def client_of(self, person) -> Client:
        """A browser that has signed in; the tests' passwords are hashed in a way the server does not take."""
        inside = self.home.client(person)
        client = Client(self.port, {"sessionid": inside.cookies["sessionid"].value})
        client.ask("GET", "/api/csrf")
        self.addCleanup(client.close)
        return client
