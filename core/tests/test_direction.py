"""The direction of dependency, held by force."""

import ast
import unittest
from pathlib import Path

CORE = Path(__file__).resolve().parent.parent
ORDER = [
    "errors",
    "body",
    "posture",
    "catalog",
    "hazards",
    "testing",
    "learning",
    "reading",
    "week",
    "demand",
    "prep",
    "day",
    "lab",
    "session",
    "blocks",
    "log",
    "documents",
    "floor",
    "drawing",
    "cli",
]  # each may import what stands before it
FORBIDDEN = {"django", "ninja", "server", "ops", "gunicorn", "psycopg"}


def imports_of(path: Path) -> set[str]:
    found = set()
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, ast.Import):
            found.update(name.name for name in node.names)
        elif isinstance(node, ast.ImportFrom) and node.module:
            found.add(node.module)
    return found


def sources() -> list[Path]:
    return [path for path in CORE.rglob("*.py") if "tests" not in path.parts]


class Direction(unittest.TestCase):
    def test_core_imports_no_framework_and_nothing_of_the_server(self):
        """No file of the core imports Django, the server or start-up code."""
        self.assertGreater(len(sources()), 25)
        for path in sources():
            roots = {name.split(".")[0] for name in imports_of(path)}
            self.assertFalse(roots & FORBIDDEN, f"{path.relative_to(CORE)} imports {roots & FORBIDDEN}")

    def test_packages_import_only_what_stands_below_them(self):
        """body knows nothing of catalog, reading nothing of demand, prep nothing of cli."""
        for path in sources():
            own = path.relative_to(CORE).parts[0].removesuffix(".py")
            if own == "__init__":
                continue
            for name in imports_of(path):
                parts = name.split(".")
                if parts[0] == "core" and len(parts) > 1 and parts[1] in ORDER:
                    self.assertLessEqual(
                        ORDER.index(parts[1]), ORDER.index(own), f"{path.relative_to(CORE)} imports {name}"
                    )

    def test_the_core_reads_no_clock_and_draws_no_chance(self):
        """Same input, same output: no time, random or datetime in the core (the benchmark measures time,
        and may; the days of a week, a block and a log are dates, but none of them is asked of the clock)."""
        for path in sources():
            if path.parent.name == "cli" and path.name in (
                "bench.py",
                "proofs.py",
                "day_proofs.py",
                "block_proofs.py",
            ):
                continue
            dated = path.parent.name in ("week", "learning", "blocks", "log")
            barred = {"time", "random", "secrets"} | (set() if dated else {"datetime"})
            self.assertFalse(barred & imports_of(path), path.name)
            self.assertNotRegex(path.read_text(encoding="utf-8"), r"\.(now|today|utcnow)\(", path.name)
