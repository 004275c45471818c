"""The commands of ./chalk. Each says what it does in one line of ``./chalk help``."""

from __future__ import annotations

import os
import secrets
import shutil
import subprocess
import time
import urllib.error
import urllib.request

from ops.database import demo_cluster, port_is_free, scratch_cluster
from ops.environment import ensure_interface, ensure_node_packages, ensure_python
from ops.packages import check_tools, ensure_packages
from ops.paths import PYTHON, ROOT, STATE
from ops.processes import run_together
from ops.say import GiveUp, complain, say

CORE_COMMANDS = ("read", "derive", "plan", "catalog", "bench")
HELP = """./chalk demo               set up what is missing, start with demo data, print the address and the sign-ins
./chalk test [LABEL ...]   set up what is missing and run every test (or those named)
./chalk start              run it for real from environment settings (docs/running.md)
./chalk setup              install everything and build the interface, start nothing
./chalk reset              delete the demo's data, so the next demo starts fresh
./chalk types              regenerate the interface's API types from the server
./chalk manage ...         Django's manage.py, on the demo's database
./chalk read FILE [--json]                     what a workout text says
./chalk derive FILE [--json] [--division D] [--after FILE] [--class FILE]      what it asks of the joints
./chalk plan FILE --minutes N [--json] [--method M] [--heads N] [--kit none|FILE] [--member FILE] [--after FILE] [--between MIN] [--cold]
./chalk catalog [--json] | ./chalk catalog show ID    what is on the shelf, and where a value comes from
./chalk bench [NAME] [--json]                  how long the core takes; how exactly it reads
./chalk bench fuzz [--seconds N]               mutated texts: none may crash, hang, or lose a word
./chalk help               this list"""
DEFAULT_PORT = 8497


def main(arguments: list[str]) -> int:
    """Run one command; 0 when it worked, 2 when something outside has to be put right first."""
    name, rest = (arguments[0], arguments[1:]) if arguments else ("help", [])
    commands = {
        "demo": demo,
        "test": test,
        "start": start,
        "setup": setup,
        "reset": reset,
        "types": types,
        "manage": manage,
    }
    try:
        if name in ("help", "--help", "-h"):
            say(HELP)
            return 0
        if name in CORE_COMMANDS:
            return core(name, rest)
        if name not in commands:
            complain(f"no command '{name}'. The commands are:\n{HELP}")
            return 2
        return commands[name](rest)
    except GiveUp as reason:
        complain(str(reason))
        return 2


def core(name: str, rest: list[str]) -> int:
    """The core's own commands: no database, no server. Replaces this process, so it starts fast."""
    if not PYTHON.exists():
        ensure_packages_for_core()
        ensure_python()
    environment = {**os.environ, "PYTHONPATH": str(ROOT)}
    os.execve(str(PYTHON), [str(PYTHON), "-m", "core.cli.main", name, *rest], environment)


def ensure_packages_for_core() -> None:
    try:
        import ensurepip  # noqa: F401
    except ImportError:
        ensure_packages(for_tests=False)


def setup(rest: list[str]) -> int:
    check_tools()
    ensure_packages(for_tests=False)
    ensure_python()
    ensure_interface()
    say("Ready.")
    return 0


def demo(rest: list[str]) -> int:
    """Everything, with demo data, until Ctrl-C."""
    port = int(os.environ.get("CHALK_PORT", DEFAULT_PORT))
    if not port_is_free(port):
        raise GiveUp(
            f"port {port} is taken by another program (another demo, perhaps).\n"
            f"  Stop it, or choose another port:  CHALK_PORT={port + 1} ./chalk demo"
        )
    check_tools()
    ensure_packages(for_tests=False)
    ensure_python()
    ensure_interface()
    cluster = demo_cluster()
    started = cluster.ensure_running()
    try:
        environment = _demo_environment(cluster, port)
        _create_database(environment)
        _manage(["migrate", "--verbosity", "0"], environment)
        _manage(["load_demo"], environment)
        _manage(["collectstatic", "--noinput", "--verbosity", "0"], environment)
        return run_together([_web_command(port)], environment, on_ready=lambda: _announce(port))
    finally:
        if started:
            cluster.stop()
        say("Stopped.")


def _announce(port: int) -> None:
    address = f"http://127.0.0.1:{port}"
    for _ in range(100):
        try:
            urllib.request.urlopen(f"{address}/api/health", timeout=2)
            break
        except (urllib.error.URLError, OSError):
            time.sleep(0.1)
    sign_ins = (ROOT / "server" / "demo" / "sign_ins.txt").read_text(encoding="utf-8").strip()
    say(f"\nDusty Chalk is at {address}\n\n{sign_ins}\n\nCtrl-C stops everything.")


def _web_command(port: int, workers: int = 2) -> list[str]:
    return [
        str(PYTHON),
        "-m",
        "gunicorn",
        "server.wsgi:application",
        "--bind",
        f"127.0.0.1:{port}",
        "--workers",
        str(workers),
        "--threads",
        "4",
        "--log-level",
        "warning",
        "--no-control-socket",
    ]


def _demo_environment(cluster, port: int) -> dict[str, str]:
    key_file = STATE / "demo-secret"
    if not key_file.exists():
        key_file.write_text(secrets.token_urlsafe(48))
        key_file.chmod(0o600)
    return {
        "CHALK_DATABASE_URL": cluster.url("chalk"),
        "CHALK_SECRET": key_file.read_text(),
        "CHALK_DEMO": "1",
        "CHALK_HOSTS": "127.0.0.1,localhost",
        "CHALK_ADDRESS": f"http://127.0.0.1:{port}",
        "PYTHONPATH": str(ROOT),
        "DJANGO_SETTINGS_MODULE": "server.settings",
    }


def _create_database(environment: dict[str, str]) -> None:
    code = (
        "import os, psycopg\n"
        "url = os.environ['CHALK_DATABASE_URL']; base, name = url.rsplit('/', 1)\n"
        "with psycopg.connect(base + '/postgres', autocommit=True) as connection:\n"
        "    if not connection.execute('select 1 from pg_database where datname = %s', [name]).fetchone():\n"
        "        connection.execute('create database ' + name)\n"
    )
    subprocess.run([str(PYTHON), "-c", code], env={**os.environ, **environment}, check=True)


def _manage(arguments: list[str], environment: dict[str, str]) -> None:
    result = subprocess.run(
        [str(PYTHON), "manage.py", *arguments], cwd=ROOT, env={**os.environ, **environment}, check=False
    )
    if result.returncode:
        raise GiveUp(
            f"'manage.py {' '.join(arguments)}' failed; its message stands above.\n"
            "  If the demo's data are from another version, start afresh:  ./chalk reset && ./chalk demo"
        )


def manage(rest: list[str]) -> int:
    cluster = demo_cluster()
    started = cluster.ensure_running()
    try:
        return subprocess.run(
            [str(PYTHON), "manage.py", *rest],
            cwd=ROOT,
            check=False,
            env={**os.environ, **_demo_environment(cluster, DEFAULT_PORT)},
        ).returncode
    finally:
        if started:
            cluster.stop()


def reset(rest: list[str]) -> int:
    cluster = demo_cluster()
    cluster.stop()
    shutil.rmtree(cluster.home, ignore_errors=True)
    say("The demo's data are gone; ./chalk demo makes them anew.")
    return 0


def start(rest: list[str]) -> int:
    """For real: settings come from the environment, and nothing is guessed."""
    missing = [
        name
        for name in ("CHALK_DATABASE_URL", "CHALK_SECRET", "CHALK_HOSTS", "CHALK_ADDRESS")
        if not os.environ.get(name)
    ]
    if missing:
        raise GiveUp(
            f"these settings are missing: {', '.join(missing)}. docs/running.md says what each one is."
        )
    check_tools()
    ensure_packages(for_tests=False)
    ensure_python()
    ensure_interface()
    environment = {"PYTHONPATH": str(ROOT), "DJANGO_SETTINGS_MODULE": "server.settings"}
    _manage(["migrate", "--verbosity", "0"], environment)
    _manage(["collectstatic", "--noinput", "--verbosity", "0"], environment)
    port = int(os.environ.get("CHALK_PORT", DEFAULT_PORT))
    return run_together([_web_command(port, workers=int(os.environ.get("CHALK_WORKERS", "4")))], environment)


def types(rest: list[str]) -> int:
    """The OpenAPI schema, which is committed, and the TypeScript types made from it, which every build makes anew."""
    ensure_python()
    ensure_node_packages()
    environment = {
        **os.environ,
        "CHALK_DATABASE_URL": "postgresql://none@127.0.0.1/none",
        "CHALK_SECRET": "types",
        "PYTHONPATH": str(ROOT),
    }
    subprocess.run([str(PYTHON), "manage.py", "export_schema"], cwd=ROOT, env=environment, check=True)
    return subprocess.run(["npm", "run", "--silent", "types"], cwd=ROOT / "web", check=False).returncode


def test(rest: list[str]) -> int:
    """All tests against a throw-away cluster, which is stopped and deleted afterwards."""
    check_tools()
    ensure_packages(for_tests=True)
    ensure_python(for_tests=True)
    ensure_interface()
    cluster = scratch_cluster()
    cluster.ensure_running()
    try:
        environment = {
            **os.environ,
            "CHALK_DATABASE_URL": cluster.url("postgres"),
            "CHALK_SECRET": "tests-only",
            "CHALK_HOSTS": "127.0.0.1,localhost,testserver",
            "CHALK_ADDRESS": "http://testserver",
            "CHALK_TESTING": "1",
            "PYTHONPATH": str(ROOT),
            "DJANGO_SETTINGS_MODULE": "server.settings",
        }
        return subprocess.run(
            [str(PYTHON), "-W", "error", "manage.py", "test", *rest], cwd=ROOT, env=environment, check=False
        ).returncode
    finally:
        cluster.stop()
        shutil.rmtree(cluster.home, ignore_errors=True)
