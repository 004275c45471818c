"""What runs when the application runs: its processes, and the settings of the demo's."""

from __future__ import annotations

import os
import secrets
import subprocess
import time
import urllib.error
import urllib.request

from ops.database import Cluster
from ops.paths import DEMO, PYTHON, ROOT

DEFAULT_PORT = 8497
THREADS = 16  # of each web worker: most wait for a helper or the database
DJANGO = {"PYTHONPATH": str(ROOT), "DJANGO_SETTINGS_MODULE": "server.settings"}


def wait_for(port: int) -> None:
    """Until the server answers, or ten seconds."""
    for _ in range(100):
        try:
            urllib.request.urlopen(f"http://127.0.0.1:{port}/api/health", timeout=2)
            break
        except (urllib.error.URLError, OSError):
            time.sleep(0.1)


def web_command(port: int, workers: int = 2) -> list[str]:
    """What runs the web server on a loopback port."""
    bound = ["--bind", f"127.0.0.1:{port}", "--workers", str(workers), "--threads", str(THREADS)]
    kind = ["--worker-class", "server.worker.PromptWorker", "--limit-request-fields", "60"]
    quiet = ["--log-level", "warning", "--no-control-socket"]
    return [str(PYTHON), "-m", "gunicorn", "server.wsgi:application", *bound, *kind, *quiet]


def live_port(port: int) -> int:
    """Where the streams are, beside the web server."""
    return int(os.environ.get("CHALK_LIVE_PORT", port + 1))


def live_place(port: int) -> str:
    """Where pages look for the streams: what is set, else a path of the proxy where there is one, else their
    port."""
    behind_proxy = os.environ.get("CHALK_ADDRESS", "").startswith("https://")
    return os.environ.get("CHALK_LIVE", "/live" if behind_proxy else f":{live_port(port)}")


def live_command(port: int) -> list[str]:
    """What runs the streams on a loopback port: one process, which waits."""
    quiet = ["--log-level", "warning", "--no-access-log", "--no-server-header"]
    closing = ["--timeout-graceful-shutdown", "1"]
    return [str(PYTHON), "-m", "uvicorn", "server.asgi:application", "--port", str(port), *quiet, *closing]


def worker_command() -> list[str]:
    """What works in the background: sends what is due, hands over what waits."""
    return [str(PYTHON), "manage.py", "work"]


def demo_environment(cluster: Cluster, port: int) -> dict[str, str]:
    """The demo's settings, with a secret of its own that is made once."""
    key_file = DEMO / "demo-secret"
    if not key_file.exists():
        key_file.write_text(secrets.token_urlsafe(48))
        key_file.chmod(0o600)
    return {
        **DJANGO,
        "CHALK_DATABASE_URL": cluster.url("chalk"),
        "CHALK_SECRET": key_file.read_text(),
        "CHALK_DEMO": "1",
        "CHALK_HOSTS": "127.0.0.1,localhost",
        "CHALK_ADDRESS": f"http://127.0.0.1:{port}",
        "CHALK_LIVE": f":{live_port(port)}",
    }


CREATE_DATABASE = """
import os, psycopg
base, name = os.environ['CHALK_DATABASE_URL'].rsplit('/', 1)
with psycopg.connect(base + '/postgres', autocommit=True) as connection:
    if not connection.execute('select 1 from pg_database where datname = %s', [name]).fetchone():
        connection.execute('create database ' + name)
"""


def create_database(environment: dict[str, str]) -> None:
    """The database that settings name, unless there is one."""
    subprocess.run([str(PYTHON), "-c", CREATE_DATABASE], env={**os.environ, **environment}, check=True)
