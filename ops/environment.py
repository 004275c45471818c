"""The Python environment (locked with hashes) and the built interface. Each is made once and again when
its lock changes."""

from __future__ import annotations

import hashlib
import os
import shutil
import subprocess
import sys
from pathlib import Path

from ops.paths import OPS, PYTHON, ROOT, STATE, VENV, WEB, WEB_BUILD
from ops.say import GiveUp, tell

GENERATED = "schema.d.ts"  # made from openapi.json by every build, so it is no source


def _digest(paths: list[Path]) -> str:
    total = hashlib.sha256()
    for path in sorted(paths):
        total.update(str(path.relative_to(ROOT)).encode())
        total.update(path.read_bytes())
    return total.hexdigest()


def _stamp(name: str) -> Path:
    return STATE / f"{name}.stamp"


def _fresh(name: str, digest: str) -> bool:
    return _stamp(name).exists() and _stamp(name).read_text() == digest


def _mark(name: str, digest: str) -> None:
    STATE.mkdir(exist_ok=True)
    _stamp(name).write_text(digest)


def _run(command: list[str], what: str, cwd: Path | None = None, env: dict[str, str] | None = None) -> None:
    """Run a command. Raises GiveUp with the end of what it said when it fails."""
    result = subprocess.run(command, capture_output=True, text=True, check=False, cwd=cwd, env=env)
    if result.returncode:
        tail = (result.stdout + result.stderr).strip()[-2000:]
        raise GiveUp(f"{what} failed:\n{tail}")


def ensure_python(for_tests: bool = False) -> None:
    """.venv with the locked packages. Tests add the test lock; the running application never needs it."""
    name = "python-test" if for_tests else "python"
    locks = [OPS / "requirements.lock", OPS / "requirements-bootstrap.lock"] + (
        [OPS / "requirements-test.lock"] if for_tests else []
    )
    digest = _digest(locks) + sys.version
    if PYTHON.exists() and (
        _fresh(name, digest) or (not for_tests and _fresh("python-test", _test_digest()))
    ):
        return
    tell("Installing Python packages")
    if not PYTHON.exists():
        shutil.rmtree(VENV, ignore_errors=True)
        _run([sys.executable, "-m", "venv", str(VENV)], "making the Python environment")
    _run(
        [
            str(PYTHON),
            "-m",
            "pip",
            "install",
            "-q",
            "--require-hashes",
            "--disable-pip-version-check",
            "-r",
            str(OPS / "requirements-bootstrap.lock"),
        ],
        "installing the package installer",
    )
    lock = OPS / ("requirements-test.lock" if for_tests else "requirements.lock")
    _run(
        [
            str(VENV / "bin" / "uv"),
            "--system-certs",
            "pip",
            "install",
            "-q",
            "--python",
            str(PYTHON),
            "--require-hashes",
            "-r",
            str(lock),
        ],
        "installing Python packages",
    )
    _mark(name, digest)


def _test_digest() -> str:
    return (
        _digest(
            [OPS / "requirements.lock", OPS / "requirements-bootstrap.lock", OPS / "requirements-test.lock"]
        )
        + sys.version
    )


def ensure_interface() -> None:
    """web/dist with compressed copies, rebuilt when a source of the interface changed."""
    sources = [path for path in (WEB / "src").rglob("*") if path.is_file() and path.name != GENERATED]
    sources += [
        WEB / name
        for name in (
            "package.json",
            "package-lock.json",
            "index.html",
            "member.html",
            "vite.config.ts",
            "tsconfig.json",
        )
    ]
    digest = _digest([path for path in sources if path.exists()])
    if WEB_BUILD.exists() and _fresh("web", digest):
        return
    ensure_node_packages()
    tell("Building the interface")
    _run(
        ["npm", "run", "--silent", "build"],
        "building the interface",
        cwd=WEB,
        env={**os.environ, "CI": "true"},
    )
    # a brotli and a gzip copy of each file, which are then handed out as they are
    _run([str(PYTHON), "-m", "whitenoise.compress", "--quiet", str(WEB_BUILD)], "compressing the interface")
    _mark("web", digest)


def ensure_node_packages() -> None:
    """web/node_modules exactly as the lock file says; the lock itself is never changed here."""
    digest = _digest([WEB / "package-lock.json"])
    if (WEB / "node_modules").exists() and _fresh("node", digest):
        return
    tell("Installing interface packages")
    _run(
        ["npm", "ci", "--no-audit", "--no-fund", "--loglevel=error"], "installing interface packages", cwd=WEB
    )
    _mark("node", digest)
