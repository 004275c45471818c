"""The commands of ./chalk. Each says what it does in one line of ``./chalk help``."""

from __future__ import annotations

import json
import os
import shutil
import subprocess
import sys
from collections.abc import Callable
from typing import NamedTuple

from ops import load, running, streams
from ops.checks import check, format_
from ops.database import Cluster, demo_cluster, free_port, port_is_free, scratch_cluster
from ops.environment import ensure_interface, ensure_node_packages, ensure_python
from ops.modules import PICTURE, picture
from ops.packages import check_tools, ensure_packages
from ops.paths import PYTHON, ROOT, WEB
from ops.processes import end, run_together
from ops.say import GiveUp, complain, say, tell
from ops.serving import (
    DEFAULT_PORT,
    DJANGO,
    create_database,
    demo_environment,
    live_command,
    live_place,
    live_port,
    wait_for,
    web_command,
    worker_command,
)
from ops.settings_check import settings_problems

UNHURRIED = {"CHALK_TASK_LIMIT_S": "60"}  # where a busy machine is slow and nobody waits for an answer

Run = Callable[[list[str]], int]


class Command(NamedTuple):
    """A command of ./chalk: how it is called, what it does in a line, and what runs it (None: the core's
    own)."""

    usage: str
    says: str
    run: Run | None = None

    @property
    def name(self) -> str:
        return self.usage.split()[0]


def main(arguments: list[str]) -> int:
    """Run one command; 0 when it worked, 2 when something outside has to be put right first."""
    name, rest = (arguments[0], arguments[1:]) if arguments else ("help", [])
    command = next((command for command in COMMANDS if command.name == name), None)
    try:
        if name in ("help", "--help", "-h"):
            say(help_text())
            return 0
        if command is None:
            complain(f"no command '{name}'. The commands are:\n{help_text()}")
            return 2
        if rest and command.usage == name:
            raise GiveUp(f"'./chalk {name}' takes nothing behind it; '{' '.join(rest)}' was not used.")
        return command.run(rest) if command.run else core(name, rest)
    except GiveUp as reason:
        complain(str(reason))
        return 2


def help_text() -> str:
    """Every command in a line."""
    return "\n".join(f"./chalk {command.usage:27} {command.says}" for command in COMMANDS)


def core(name: str, rest: list[str]) -> int:
    """The core's own commands: no database, no server. Replaces this process, so it starts fast."""
    if not PYTHON.exists():
        ensure_packages_for_core()
        ensure_python()
    environment = {**os.environ, "PYTHONPATH": str(ROOT)}
    os.execve(str(PYTHON), [str(PYTHON), "-m", "core.cli.main", name, *rest], environment)


def ensure_packages_for_core() -> None:
    """What making a Python environment takes; nothing of the database."""
    try:
        import ensurepip  # noqa: F401  # only whether it is there
    except ImportError:
        ensure_packages(for_tests=False)


def setup(rest: list[str]) -> int:
    """Everything but starting."""
    ensure_all()
    say("Ready.")
    return 0


def ensure_all() -> None:
    """Packages, the Python environment and the built interface."""
    check_tools()
    ensure_packages(for_tests=False)
    ensure_python()
    ensure_interface()


def demo(rest: list[str]) -> int:
    """Everything, with demo data, until Ctrl-C."""
    port = _port()
    cluster = demo_cluster()
    with running.only_one(cluster):
        if not port_is_free(port):
            raise GiveUp(
                f"port {port} is taken by another program.\n"
                f"  Stop it, or choose another port:  CHALK_PORT={port + 10} ./chalk demo"
            )
        if not port_is_free(live_port(port)):
            raise GiveUp(
                f"port {live_port(port)}, where screens are told of changes, is taken by another program.\n"
                f"  Stop it, or choose another:  CHALK_LIVE_PORT={port + 11} ./chalk demo"
            )
        ensure_all()
        cluster.ensure_running()
        environment = demo_environment(cluster, port)
        _fill(environment)
        code = run_together(
            [web_command(port), worker_command(), live_command(live_port(port))],
            environment,
            on_start=lambda pids: running.note(port, pids),
            on_ready=lambda: _announce(port),
            look=lambda: _keep_up(cluster),
        )
    tell("Stopped.")
    return code


def stop(rest: list[str]) -> int:
    """Stop the demo, or what a killed one left."""
    say(running.stop_demo(demo_cluster()))
    return 0


def _keep_up(cluster: Cluster) -> None:
    """A database that was ended from outside is started again; the web server waits for it meanwhile."""
    if cluster.is_running():
        return
    tell("The database was ended from outside; starting it again.")
    try:
        cluster.ensure_running()
    except GiveUp as reason:
        tell(f"chalk: {reason}\n  Until then every page says that the database does not answer.")


def _port() -> int:
    """The port asked for. Raises GiveUp for what is none."""
    written = os.environ.get("CHALK_PORT", str(DEFAULT_PORT))
    if not written.isdigit() or not 0 < int(written) < 65536:
        raise GiveUp(f"CHALK_PORT is '{written}'; it is a number from 1 to 65535.")
    return int(written)


def _announce(port: int) -> None:
    address = f"http://127.0.0.1:{port}"
    wait_for(port)
    sign_ins = (ROOT / "server" / "demo" / "sign_ins.txt").read_text(encoding="utf-8").strip()
    say(f"\nDusty Chalk is at {address}\n\n{sign_ins}\n\nCtrl-C stops everything.")


def _fill(environment: dict[str, str]) -> None:
    """The database with its tables and the demo gym, and the static files."""
    create_database(environment)
    if problem := _pending(environment, "--other-version"):
        raise GiveUp(f"{problem}.\n  Start the demo afresh:  ./chalk reset && ./chalk demo")
    _manage(["migrate", "--verbosity", "0"], environment)
    _manage(["load_demo"], {**environment, **UNHURRIED})
    _manage(["collectstatic", "--noinput", "--verbosity", "0"], environment)


def _manage(arguments: list[str], environment: dict[str, str]) -> None:
    result = subprocess.run(
        [str(PYTHON), "manage.py", *arguments],
        cwd=ROOT,
        env={**os.environ, **environment},
        stdout=sys.stderr,  # answers stay answers
        check=False,
    )
    if result.returncode:
        raise GiveUp(
            f"'manage.py {' '.join(arguments)}' failed; its message stands above.\n"
            "  If the demo's data are from another version, start afresh:  ./chalk reset && ./chalk demo"
        )


def manage(rest: list[str]) -> int:
    """Django's own commands, on the demo's database."""
    cluster = demo_cluster()
    started = cluster.ensure_running()
    environment = {**os.environ, **demo_environment(cluster, DEFAULT_PORT)}
    try:
        return subprocess.run(
            [str(PYTHON), "manage.py", *rest], cwd=ROOT, env=environment, check=False
        ).returncode
    finally:
        if started:
            cluster.stop()


def on_database(command: str) -> Run:
    """A command of manage.py on the database of the settings, or else on the demo's."""

    def run(rest: list[str]) -> int:
        if "CHALK_DATABASE_URL" not in os.environ:
            return manage([command, *rest])
        _check_settings()
        ensure_python()
        called = [str(PYTHON), "manage.py", command, *rest]
        return subprocess.run(called, cwd=ROOT, env={**os.environ, **DJANGO}, check=False).returncode

    return run


def reset(rest: list[str]) -> int:
    """Delete the demo's data, once it is stopped."""
    cluster = demo_cluster()
    running.stop_demo(cluster)
    shutil.rmtree(cluster.home, ignore_errors=True)
    say("The demo's data are gone; ./chalk demo makes them anew.")
    return 0


def start(rest: list[str]) -> int:
    """For real: settings come from the environment, and nothing is guessed or migrated."""
    _check_settings()
    port = _port()
    ensure_all()
    _check_migrated()
    _manage(["collectstatic", "--noinput", "--verbosity", "0"], DJANGO)
    _manage(["gym", "first"], DJANGO)  # on an empty database: where to begin
    workers = int(os.environ.get("CHALK_WORKERS", "4"))
    jobs = [worker_command() for _ in range(int(os.environ.get("CHALK_JOB_WORKERS", "1")))]
    live = live_command(live_port(port))
    environment = {**DJANGO, "CHALK_LIVE": live_place(port)}
    return run_together([web_command(port, workers=workers), live, *jobs], environment)


def migrate(rest: list[str]) -> int:
    """Bring the database that the settings name up to this version."""
    _check_settings()
    ensure_python()
    _manage(["migrate"], DJANGO)
    return 0


def _check_settings() -> None:
    """Raises GiveUp naming every setting that cannot be meant."""
    problems = settings_problems(os.environ)
    if problems:
        said = "\n  ".join(problems)
        raise GiveUp(
            f"these settings have to be put right (docs/running.md says what each one is):\n  {said}"
        )


def _check_migrated() -> None:
    """Raises GiveUp for a database that does not answer, or is of another version."""
    if problem := _pending(DJANGO):
        raise GiveUp(problem)


def _pending(environment: dict[str, str], *options: str) -> str:
    """What has to be done about the database before it can be used; empty for nothing."""
    result = subprocess.run(
        [str(PYTHON), "manage.py", "pending", *options],
        cwd=ROOT,
        env={**os.environ, **environment},
        capture_output=True,
        text=True,
        check=False,
    )
    if not result.returncode:
        return ""
    return result.stdout.strip() or result.stderr.strip()[-600:]


def bench(rest: list[str]) -> int:
    """The core's benchmarks; ``server``, ``pages``, ``floor``, ``drift``, ``faults``, ``delivery`` and
    ``log`` need a database, and get their own."""
    if rest[:1] in (["faults"], ["delivery"], ["log"]):
        return _proof(rest[0], as_json="--json" in rest)
    if rest[:1] not in (["server"], ["pages"], ["floor"], ["drift"]):
        return core("bench", rest)
    ensure_all()
    if rest[0] in ("pages", "drift"):
        ensure_python(for_tests=True)  # the browser's driver
    cluster, port = scratch_cluster(), free_port()
    cluster.ensure_running()
    environment = {**os.environ, **demo_environment(cluster, port), "CHALK_LIVE": f":{free_port()}"}
    log = cluster.home / "server.log"
    try:
        _fill(environment)
        with log.open("w") as out:
            server = subprocess.Popen(
                web_command(port), env=environment, cwd=ROOT, stdout=out, stderr=out, start_new_session=True
            )
            try:
                wait_for(port)
                results = _measured(rest[0], port, server.pid, environment)
            finally:
                end(server)
    finally:
        cluster.stop()
        shutil.rmtree(cluster.home, ignore_errors=True)
    say(json.dumps(results, indent=1) if "--json" in rest else load.words(results))
    return 0


def _proof(kind: str, as_json: bool) -> int:
    """What is measured of delivery inside the server's own code, with a mail server on loopback."""
    ensure_packages(for_tests=False)
    ensure_python(for_tests=True)
    cluster = scratch_cluster()
    cluster.ensure_running()
    environment = {
        **os.environ,
        **demo_environment(cluster, free_port()),
        **UNHURRIED,
        "CHALK_DEMO": "0",
        "CHALK_TESTING": "1",  # passwords of many made-up people
    }
    try:
        create_database(environment)
        _manage(["migrate", "--verbosity", "0"], environment)
        command = [str(PYTHON), "-m", "server.tests.prove", kind]
        said = subprocess.run(command, env=environment, cwd=ROOT, stdout=subprocess.PIPE, check=True)
    finally:
        cluster.stop()
        shutil.rmtree(cluster.home, ignore_errors=True)
    results = json.loads(said.stdout)
    say(json.dumps(results, indent=1) if as_json else load.words(results))
    return 0


def _measured(kind: str, port: int, server: int, environment: dict[str, str]) -> dict[str, dict[str, float]]:
    if kind == "server":
        return load.measure(port, lambda: load.family_of(server))
    if kind == "floor":
        return _streams(port, environment)
    # the browser's driver is in the application's own Python
    command = [str(PYTHON), "-m", f"ops.{kind}", str(port)]
    found = subprocess.run(command, cwd=ROOT, check=True, stdout=subprocess.PIPE, text=True)
    results: dict[str, dict[str, float]] = json.loads(found.stdout)
    return results


def _streams(port: int, environment: dict[str, str]) -> dict[str, dict[str, float]]:
    """Many streams of the live process, which is started anew in between."""
    there = int(environment["CHALK_LIVE"].lstrip(":"))

    def begin() -> subprocess.Popen[bytes]:
        live = subprocess.Popen(live_command(there), env=environment, cwd=ROOT, start_new_session=True)
        streams.wait_for(there)
        return live

    running = [begin()]

    def again() -> None:
        end(running[0])
        running[0] = begin()

    try:
        return streams.measure(port, there, lambda: running[0].pid, again)
    finally:
        end(running[0])


def types(rest: list[str]) -> int:
    """What follows from the code: the OpenAPI schema, docs/schema and the picture of the modules, which are
    committed, and the TypeScript types, which every build makes anew."""
    ensure_python()
    ensure_node_packages()
    unconnected = {"CHALK_DATABASE_URL": "postgresql://none@127.0.0.1/none", "CHALK_SECRET": "types"}
    environment = {**os.environ, **DJANGO, **unconnected}
    subprocess.run([str(PYTHON), "manage.py", "export_schema"], cwd=ROOT, env=environment, check=True)
    PICTURE.write_text(picture(), encoding="utf-8")
    return subprocess.run(["npm", "run", "--silent", "types"], cwd=WEB, check=False).returncode


def test(rest: list[str]) -> int:
    """The check, then all tests against a throw-away cluster, which is stopped and deleted afterwards.
    Tests that are named run without the check."""
    check_tools()
    ensure_packages(for_tests=True)
    ensure_python(for_tests=True)
    ensure_interface()
    if not rest and check([]):
        return 1
    cluster = scratch_cluster()
    cluster.ensure_running()
    environment = {
        **os.environ,
        **DJANGO,
        "CHALK_DATABASE_URL": cluster.url("postgres"),
        "CHALK_SECRET": "tests-only",
        "CHALK_HOSTS": "127.0.0.1,localhost,testserver",
        "CHALK_ADDRESS": "http://testserver",
        "CHALK_TESTING": "1",
        **UNHURRIED,
    }
    try:
        command = [str(PYTHON), "-W", "error", "manage.py", "test", *rest]
        return subprocess.run(command, cwd=ROOT, env=environment, check=False).returncode
    finally:
        cluster.stop()
        shutil.rmtree(cluster.home, ignore_errors=True)


COMMANDS = (
    Command("demo", "set up what is missing, start with demo data, print the address and the sign-ins", demo),
    Command(
        "test [LABEL ...]", "set up what is missing, check, and run every test (or just those named)", test
    ),
    Command("check", "formatters, linters and type checkers over everything; changes nothing", check),
    Command("format", "put right what the formatters and linters can", format_),
    Command("start", "run it for real from environment settings (docs/running.md)", start),
    Command("migrate", "bring the database of the settings up to this version; start never does", migrate),
    Command(
        "gym create|invite|link|export|import",
        "a gym, its owner, invitations, its file; --help",
        on_database("gym"),
    ),
    Command(
        "bounces FILE",
        "mails that came back: reports (RFC 3464) as one mail or an mbox",
        on_database("bounces"),
    ),
    Command("stop", "stop the demo of this checkout, or what a killed one left", stop),
    Command("setup", "install everything and build the interface, start nothing", setup),
    Command("reset", "delete the demo's data, so the next demo starts fresh", reset),
    Command(
        "types",
        "write anew what follows from the code: schemas, the interface's types, the modules' picture",
        types,
    ),
    Command("manage ...", "Django's manage.py, on the demo's database", manage),
    Command("read FILE", "what a workout text says; --json"),
    Command("derive FILE", "what it asks; --json --division D --after FILE --class FILE"),
    Command(
        "plan FILE --minutes N",
        "the prep that fits; --json --method M --heads N --kit none|FILE --member FILE --cold --between MIN",
    ),
    Command(
        "lab FILE",
        "where bodies stop in positions, and what would free them; FILE is a JSON list of asks; --json",
    ),
    Command(
        "day FILE",
        "an event sheet as read; with --heats FILE --class FILE each athlete's line of the day; --json",
    ),
    Command(
        "catalog ...", "what is on the shelf; --json, or: show ID | list TABLE | draw ID --out F | sheet F"
    ),
    Command(
        "bench [NAME]",
        "how long the core takes, how exactly it reads, how fast the server answers, what pages weigh",
        bench,
    ),
    Command("help", "this list"),
)
