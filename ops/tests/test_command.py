"""./chalk as people call it."""

import contextlib
import io
import json
import os
import re
import shlex
import shutil
import socket
import subprocess
import tempfile
import unittest
from pathlib import Path
from unittest import mock

from ops import checks, environment, packages
from ops.command import help_text
from ops.database import Cluster, free_port, port_is_free
from ops.paths import PYTHON, ROOT, STATE
from ops.say import GiveUp

README = (ROOT / "README.md").read_text(encoding="utf-8")
LONG = ("./chalk demo", "./chalk test")  # run by people and by .ci/run, not from inside the tests


def chalk(*arguments: str, **environment: str) -> subprocess.CompletedProcess:
    return subprocess.run(
        [str(ROOT / "chalk"), *arguments],
        cwd=ROOT,
        capture_output=True,
        text=True,
        env={**os.environ, **environment},
        check=False,
        timeout=120,
    )


class Readme(unittest.TestCase):
    def test_every_command_it_shows_runs(self):
        """Each ./chalk line in a code block ends with exit 0 and prints something."""
        shown = [
            line
            for block in re.findall(r"```\n(.*?)```", README, re.S)
            for line in block.splitlines()
            if line.startswith("./chalk")
        ]
        self.assertGreaterEqual(len(shown), 9)
        for line in shown:
            if line in LONG:
                continue
            result = chalk(*shlex.split(line)[1:])
            self.assertEqual(result.returncode, 0, f"{line}: {result.stderr}")
            self.assertTrue(result.stdout, line)
            if "--json" in line:
                json.loads(result.stdout)

    def test_every_link_and_picture_is_there(self):
        """No dead link in the README or the docs."""
        for page in (ROOT / "README.md", *(ROOT / "docs").rglob("*.md")):
            for target in re.findall(r"\]\(([^)#]+)\)", page.read_text(encoding="utf-8")):
                if not target.startswith("http"):
                    self.assertTrue((page.parent / target).exists(), f"{page.name}: {target}")

    def test_the_papers_name_no_machine(self):
        """No registry's host stands in a lock, and no path of a machine in the papers."""
        for path in (*(ROOT / "ops").glob("*.lock"), ROOT / "web" / "package-lock.json"):
            own = re.sub(
                r'"(url|funding)".*', "", path.read_text(encoding="utf-8")
            )  # authors' own pages, as packages state them
            self.assertIsNone(re.search(r"https?://", own), path.name)
        for path in (*ROOT.glob("*.md"), *(ROOT / "docs").rglob("*.md")):
            self.assertIsNone(re.search(r"/(work|root|home)/", path.read_text(encoding="utf-8")), path.name)


class Help(unittest.TestCase):
    def test_every_command_is_listed_in_a_line(self):
        """help names all commands there are; an unknown one exits 2 and shows the list."""
        result = chalk("help")
        self.assertEqual(result.returncode, 0)
        for name in (
            "demo",
            "test",
            "check",
            "format",
            "start",
            "setup",
            "reset",
            "types",
            "manage",
            "read",
            "derive",
            "plan",
            "catalog",
            "bench",
        ):
            self.assertRegex(result.stdout, rf"\./chalk {name}\b")
        unknown = chalk("dance")
        self.assertEqual(unknown.returncode, 2)
        self.assertIn("no command 'dance'", unknown.stderr)
        self.assertIn(help_text().splitlines()[0], unknown.stderr)

    def test_what_a_command_does_not_take_is_told(self):
        """An option that is not there is no silent default: it exits 2, names it, and starts nothing."""
        for command, more in (("demo", ("--port", "8499")), ("reset", ("now",)), ("check", ("core",))):
            refused = chalk(command, *more)
            self.assertEqual(refused.returncode, 2)
            self.assertIn(f"'./chalk {command}' takes nothing behind it; '{' '.join(more)}'", refused.stderr)


class SetUp(unittest.TestCase):
    def test_what_set_up_says_does_not_mix_with_answers(self):
        """On a fresh clone everything set-up tells goes to standard error, so that --json is JSON."""
        out, err = io.StringIO(), io.StringIO()
        with (
            tempfile.TemporaryDirectory() as folder,
            mock.patch.multiple(
                environment,
                STATE=Path(folder),
                VENV=Path(folder) / ".venv",
                PYTHON=Path(folder) / ".venv" / "bin" / "python",
                WEB_BUILD=Path(folder) / "dist",
            ),
            mock.patch.object(environment, "_run") as installed,
            contextlib.redirect_stdout(out),
            contextlib.redirect_stderr(err),
        ):
            environment.ensure_python()
            environment.ensure_interface()
        self.assertEqual(out.getvalue(), "")
        self.assertIn("Installing Python packages", err.getvalue())
        self.assertIn("Building the interface", err.getvalue())
        self.assertGreaterEqual(installed.call_count, 4)


class Checks(unittest.TestCase):
    def test_the_check_finds_what_it_is_there_for(self):
        """An unused name, a wrong type and an unformatted line are each found, with a failing exit code."""
        with tempfile.TemporaryDirectory(dir=STATE) as folder:
            wrong = Path(folder) / "wrong.py"
            wrong.write_text("import os\n\n\ndef f( x:int)->str:\n  return x\n", encoding="utf-8")
            for command, words in (
                (["ruff", "check", str(wrong)], "F401"),
                (["ruff", "format", "--check", str(wrong)], "would be reformatted"),
                (["mypy", str(wrong)], "Incompatible return value type"),
            ):
                result = subprocess.run(
                    [str(PYTHON.parent / command[0]), *command[1:]],
                    capture_output=True,
                    text=True,
                    cwd=ROOT,
                    env={**os.environ, **checks.SETTINGS},
                    check=False,
                )
                self.assertEqual(result.returncode, 1, result.stderr)
                self.assertIn(words, result.stdout + result.stderr)


class Troubles(unittest.TestCase):
    def test_a_taken_port_gets_a_message_and_a_way_out(self):
        """The demo does not start over somebody else's port, says so, and exits 2."""
        with socket.socket() as other:
            other.bind(("127.0.0.1", 0))
            other.listen()
            port = other.getsockname()[1]
            self.assertFalse(port_is_free(port))
            result = chalk("demo", CHALK_PORT=str(port))
        self.assertEqual(result.returncode, 2)
        self.assertIn(f"port {port} is taken", result.stderr)
        self.assertIn(f"CHALK_PORT={port + 10}", result.stderr)

    def test_start_names_the_settings_that_are_missing(self):
        """Nothing is guessed for a real run."""
        bare = {name: value for name, value in os.environ.items() if not name.startswith("CHALK_")}
        result = subprocess.run(
            [str(ROOT / "chalk"), "start"], capture_output=True, text=True, env=bare, check=False
        )
        self.assertEqual(result.returncode, 2)
        self.assertIn("CHALK_SECRET", result.stderr)

    def test_missing_packages_are_named_in_one_line_for_an_ordinary_user(self):
        """Without rights nothing is installed; the line to run is printed."""
        with (
            mock.patch.object(packages, "_missing", return_value=["postgresql"]),
            mock.patch("os.geteuid", return_value=1000),
            self.assertRaisesRegex(GiveUp, "sudo apt-get install .*postgresql"),
        ):
            packages.ensure_packages(for_tests=False)


class Database(unittest.TestCase):
    def setUp(self):
        self.home = Path(tempfile.mkdtemp(prefix="chalk-cluster-", dir="/tmp"))
        self.home.chmod(0o755)
        self.addCleanup(shutil.rmtree, self.home, ignore_errors=True)

    def test_a_cluster_starts_answers_only_loopback_and_stops(self):
        """Made, started, reached with its own password, started again without complaint, stopped."""
        import psycopg

        cluster = Cluster(self.home / "db", free_port(), durable=False)
        self.addCleanup(cluster.stop)
        self.assertTrue(cluster.ensure_running())
        self.assertFalse(cluster.ensure_running())
        with psycopg.connect(cluster.url("postgres")) as connection:
            self.assertEqual(connection.execute("show listen_addresses").fetchone(), ("127.0.0.1",))
            self.assertEqual(connection.execute("show unix_socket_directories").fetchone(), ("",))
        with self.assertRaises(psycopg.OperationalError):
            psycopg.connect(
                cluster.url("postgres").replace(cluster.password_file.read_text().strip(), "wrong")
            )
        cluster.stop()
        self.assertTrue(port_is_free(cluster.port))

    def test_a_stale_or_foreign_folder_gets_a_message_with_its_path(self):
        """A folder that is no cluster, and one of another version, are named, with the line that removes
        them."""
        foreign = Cluster(self.home / "foreign", free_port())
        foreign.data.mkdir(parents=True)
        (foreign.data / "notes.txt").write_text("mine")
        with self.assertRaisesRegex(GiveUp, "rm -r .*foreign"):
            foreign.ensure_running()
        self.assertTrue((foreign.data / "notes.txt").exists())
        old = Cluster(self.home / "old", free_port())
        old.data.mkdir(parents=True)
        (old.data / "PG_VERSION").write_text("9\n")
        with (
            mock.patch.object(Cluster, "_status", return_value=3),
            self.assertRaisesRegex(GiveUp, "PostgreSQL 9"),
        ):
            old.ensure_running()
