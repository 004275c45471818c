"""The picture of the modules, docs/modules.svg: which package imports which, drawn from the imports alone."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Mapping
from html import escape
from pathlib import Path
from typing import NamedTuple

from ops.paths import ROOT

PICTURE = ROOT / "docs" / "modules.svg"
ROOTS = ("core", "server")
LEFT_OUT = {"tests", "migrations"}
COMMANDS = "server.commands"  # Django's commands stand in any of its packages
BOX_H, GAP_X, GAP_Y, MARGIN = 34, 18, 34, 24
COLUMN = {"core": 250, "server": 640}  # the middle of each half, pixels
WIDTH = 900
LETTER, AIR = 7.4, 28  # of a box: a letter, and what stands around the words
BOW = {"core": -46, "server": 26}  # how far a line swings out for each row that it passes
ACROSS = 70  # how level a line leaves one half for the other
STYLE = """
text { font: 13px system-ui, sans-serif; fill: #232a2d; text-anchor: middle; }
rect { stroke: #232a2d; stroke-width: 1; } .core { fill: #f3e6c8; } .server { fill: #cfdcdc; }
path { fill: none; stroke: #6f6a5e; stroke-width: 1; }
""".strip()

Graph = dict[str, set[str]]


class Box(NamedTuple):
    """A package, or packages that need one another, in its place. left and top in pixels."""

    name: str
    row: int
    left: float

    @property
    def root(self) -> str:
        return self.name.partition(".")[0]

    @property
    def width(self) -> float:
        return _width(self.name)

    @property
    def middle(self) -> float:
        return self.left + self.width / 2

    @property
    def top(self) -> int:
        return MARGIN + self.row * (BOX_H + GAP_Y)


def picture() -> str:
    """The SVG: every package above all that it imports; lines that follow from others are left out."""
    graph = together(imports())
    rows = _rows(graph)
    height = len(rows) * (BOX_H + GAP_Y) - GAP_Y + 2 * MARGIN
    boxes = {box.name: box for number, row in enumerate(rows) for box in _placed(row, number)}
    lines = [_line(boxes[above], boxes[below]) for above, below in direct(graph)]
    shapes = [_drawn(box) for box in boxes.values()]
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {WIDTH} {height}" width="{WIDTH}">\n'
        f"<title>Every package stands above what it imports</title>\n<style>\n{STYLE}\n</style>\n"
        + "\n".join([*lines, *shapes])
        + "\n</svg>\n"
    )


def imports() -> Graph:
    """Package -> packages it imports, itself left out."""
    graph: Graph = {}
    for root in ROOTS:
        for path in sorted((ROOT / root).rglob("*.py")):
            parts = path.relative_to(ROOT).parts
            if LEFT_OUT.isdisjoint(parts):
                package = _package(parts)
                graph.setdefault(package, set()).update(_imported(path))
                graph[package].discard(package)
    graph = {name: needed for name, needed in graph.items() if name == COMMANDS or _is_package(name)}
    return {package: {name for name in names if name in graph} for package, names in graph.items()}


def _package(parts: tuple[str, ...]) -> str:
    if "management" in parts:
        return COMMANDS
    return ".".join(parts[:2]).removesuffix(".py").removesuffix(".__init__")


def _is_package(name: str) -> bool:
    """A folder below one of the two roots; files beside them are set-up."""
    return "." in name and (ROOT / name.replace(".", "/")).is_dir()


def _imported(path: Path) -> Iterator[str]:
    """The packages that a file imports."""
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        names: list[str] = []
        if isinstance(node, ast.Import):
            names = [alias.name for alias in node.names]
        elif isinstance(node, ast.ImportFrom) and node.module:
            names = [node.module]
        yield from (".".join(name.split(".")[:2]) for name in names)


def reach(graph: Mapping[str, set[str]], start: str) -> set[str]:
    """Everything that a package needs, however far below."""
    seen: set[str] = set()
    waiting = [start]
    while waiting:
        for name in graph[waiting.pop()] - seen:
            seen.add(name)
            waiting.append(name)
    return seen


def together(graph: Graph) -> Graph:
    """The graph with packages that need one another as one."""
    below = {name: reach(graph, name) for name in graph}
    ring = {name: frozenset({name, *(far for far in below[name] if name in below[far])}) for name in graph}
    called = {name: " + ".join(sorted(ring[name])) for name in graph}
    joined: Graph = {group: set() for group in called.values()}
    for name, needed in graph.items():
        joined[called[name]] |= {called[other] for other in needed}
        joined[called[name]].discard(called[name])
    return joined


def direct(graph: Graph) -> list[tuple[str, str]]:
    """The lines that do not follow from longer ways."""
    lines: list[tuple[str, str]] = []
    for name in sorted(graph):
        far = set[str]().union(*(reach(graph, needed) for needed in graph[name]))
        lines += [(name, needed) for needed in sorted(graph[name] - far)]
    return lines


def _rows(graph: Graph) -> list[list[str]]:
    """Packages by how many stand below them at most, the highest first."""
    depth: dict[str, int] = {}

    def depth_of(name: str) -> int:
        if name not in depth:
            depth[name] = 1 + max((depth_of(needed) for needed in graph[name]), default=-1)
        return depth[name]

    most = max(map(depth_of, graph))
    return [sorted(name for name in graph if depth[name] == level) for level in range(most, -1, -1)]


def _placed(row: list[str], number: int) -> Iterator[Box]:
    """The boxes of a row: those of each half side by side around its middle."""
    for root, middle in COLUMN.items():
        names = [name for name in row if name.startswith(root)]
        left = middle - (sum(map(_width, names)) + GAP_X * (len(names) - 1)) / 2
        for name in names:
            yield Box(name, number, left)
            left += _width(name) + GAP_X


def _words(name: str) -> str:
    root = name.partition(".")[0]
    packages = [package.removeprefix(f"{root}.") for package in name.split(" + ")]
    return f"{root}: {', '.join(packages)}" if len(packages) > 1 else name


def _width(name: str) -> float:
    return len(_words(name)) * LETTER + AIR


def _line(above: Box, below: Box) -> str:
    """A line from one box to another below it: down its half of the picture, swung out around the boxes
    between, or across from side to side."""
    if above.root != below.root:
        start_y, end_y = above.top + BOX_H / 2, below.top + BOX_H / 2
        right = below.left + below.width
        return (
            f'<path d="M{above.left:.0f} {start_y:.0f} C{above.left - ACROSS:.0f} {start_y:.0f} '
            f'{right + ACROSS:.0f} {end_y:.0f} {right:.0f} {end_y:.0f}"/>'
        )
    start, end = above.top + BOX_H, below.top
    third = (end - start) / 3
    out = BOW[above.root] * (below.row - above.row - 1)
    return (
        f'<path d="M{above.middle:.0f} {start} C{above.middle + out:.0f} {start + third:.0f} '
        f'{below.middle + out:.0f} {end - third:.0f} {below.middle:.0f} {end}"/>'
    )


def _drawn(box: Box) -> str:
    return (
        f'<rect class="{box.root}" x="{box.left:.0f}" y="{box.top}" width="{box.width:.0f}" '
        f'height="{BOX_H}" rx="6"/>'
        f'<text x="{box.middle:.0f}" y="{box.top + BOX_H / 2 + 5:.0f}">{escape(_words(box.name))}</text>'
    )
