"""``./chalk check`` and ``./chalk format``: formatters, linters and type checkers over Python and the
interface."""

from __future__ import annotations

import os
import subprocess
from pathlib import Path
from typing import NamedTuple

from ops.environment import ensure_node_packages, ensure_python
from ops.paths import ROOT, STATE, VENV, WEB
from ops.say import say, tell

# the type checker's plugin reads the server's settings, which want these; nothing is connected to
SETTINGS = {"CHALK_DATABASE_URL": "postgresql://none@127.0.0.1/none", "CHALK_SECRET": "checks-only"}


class Tool(NamedTuple):
    """A command that finds fault: exit 0 when it finds none."""

    name: str
    command: list[str]
    folder: Path = ROOT


def _python(program: str) -> str:
    return str(VENV / "bin" / program)


def _node(program: str) -> str:
    return str(WEB / "node_modules" / ".bin" / program)


def checkers() -> list[Tool]:
    """Every tool of the check; the slowest first, for all run at once."""
    return [
        Tool("mypy", [_python("mypy"), "--cache-dir", str(STATE / "mypy")]),
        Tool("tsc", [_node("tsc"), "--noEmit"], WEB),
        Tool("ruff format", [_python("ruff"), "format", "--check", "--quiet", "."]),
        Tool("ruff check", [_python("ruff"), "check", "--quiet", "."]),
        Tool("biome", [_node("biome"), "ci", "--error-on-warnings", "."], WEB),
    ]


def formatters() -> list[Tool]:
    """Every tool that puts right what it can."""
    return [
        Tool("ruff check", [_python("ruff"), "check", "--fix", "--quiet", "."]),
        Tool("ruff format", [_python("ruff"), "format", "--quiet", "."]),
        Tool("biome", [_node("biome"), "check", "--write", "."], WEB),
    ]


def ensure_checkers() -> None:
    """All that the tools need, the interface's types among it."""
    ensure_python(for_tests=True)
    ensure_node_packages()
    subprocess.run(["npm", "run", "--silent", "types"], cwd=WEB, check=True, stdout=subprocess.DEVNULL)


def check(rest: list[str]) -> int:
    """Run every checker; 1 when one finds fault."""
    ensure_checkers()
    running = [(tool, _start(tool)) for tool in checkers()]
    failed = [tool.name for tool, process in running if not _passed(tool, process)]
    if failed:
        tell(f"Not clean: {', '.join(failed)}.")
        return 1
    say("Clean.")
    return 0


def format_(rest: list[str]) -> int:
    """Run every formatter, one after the other; 1 when one cannot put everything right."""
    ensure_checkers()
    failed = [tool.name for tool in formatters() if not _passed(tool, _start(tool))]
    return 1 if failed else 0


def _start(tool: Tool) -> subprocess.Popen[str]:
    return subprocess.Popen(
        tool.command,
        cwd=tool.folder,
        env={**SETTINGS, **os.environ, "NO_COLOR": "1"},
        stdout=subprocess.PIPE,
        stderr=subprocess.STDOUT,
        text=True,
    )


def _passed(tool: Tool, process: subprocess.Popen[str]) -> bool:
    """Wait for a tool; what it found is said when it found something."""
    output, _ = process.communicate()
    if process.returncode == 0:
        return True
    say(f"{tool.name}:\n{output.strip()}")
    return False
