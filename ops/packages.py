"""Debian packages: installed when root, else named in the one line a person with rights has to run."""

from __future__ import annotations

import glob
import os
import shutil
import subprocess
import sys

from ops.say import GiveUp, tell


def installed_program(name: str) -> str | None:
    """Path of a PostgreSQL server program: Debian's versioned folder first, then PATH; None when it is not
    there."""
    programs = glob.glob(f"/usr/lib/postgresql/*/bin/{name}")
    newest = max(programs, key=lambda path: int(path.split("/")[4].split(".")[0]), default=None)
    return newest or shutil.which(name)


def postgres_program(name: str) -> str:
    """Path of a PostgreSQL server program. Raises GiveUp when it is not installed."""
    program = installed_program(name)
    if program is None:
        raise GiveUp(f"PostgreSQL's {name} is missing; run ./chalk setup.")
    return program


def _missing(for_tests: bool) -> list[str]:
    packages = []
    if not installed_program("initdb"):
        packages.append("postgresql")
    try:
        import ensurepip  # noqa: F401  # Debian keeps it apart from python3
        import venv  # noqa: F401  # only whether it is there
    except ImportError:
        packages.append("python3-venv")
    if for_tests and not shutil.which("chromium"):
        packages.append("chromium")
    return packages


def check_tools() -> None:
    """Python 3.11 or newer and Node 20 or newer are the base this starts from."""
    if sys.version_info < (3, 11):  # noqa: UP036  # this file runs before anything has checked
        raise GiveUp(
            f"Python {sys.version.split()[0]} is too old; install Python 3.11 and run this again with it."
        )
    if not shutil.which("node") or not shutil.which("npm"):
        raise GiveUp("Node.js with npm is missing; install Node 20 and run this again.")
    version = subprocess.run(["node", "--version"], capture_output=True, text=True, check=True).stdout.strip()
    if int(version.lstrip("v").split(".")[0]) < 20:
        raise GiveUp(f"Node {version} is too old; install Node 20 and run this again.")


def ensure_packages(for_tests: bool) -> None:
    """Install what is missing, or raise GiveUp with the line to run."""
    missing = _missing(for_tests)
    if not missing:
        return
    line = f"apt-get install -y --no-install-recommends {' '.join(missing)}"
    if os.geteuid() != 0:
        raise GiveUp(
            f"these Debian packages are missing: {', '.join(missing)}.\n  Run once, with rights:  sudo {line}"
        )
    tell(f"Installing Debian packages: {', '.join(missing)}")
    environment = {**os.environ, "DEBIAN_FRONTEND": "noninteractive"}
    subprocess.run(["apt-get", "update", "-q"], env=environment, stdout=subprocess.DEVNULL, check=False)
    # Debian's postgresql starts a system cluster on install; this one is never used, and asking for none
    # leaves it out.
    os.makedirs("/etc/postgresql-common", exist_ok=True)
    settings = "/etc/postgresql-common/createcluster.conf"
    if not os.path.exists(settings):
        with open(settings, "w", encoding="utf-8") as file:
            file.write("create_main_cluster = false\n")
    result = subprocess.run(line.split(), env=environment, capture_output=True, text=True, check=False)
    if result.returncode:
        raise GiveUp(f"installing packages failed:\n{result.stderr.strip()[-800:]}\n  Try by hand:  {line}")
