"""A catalog file as plain values: YAML, refused with its line when a key stands twice, and the line of any
field."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import yaml

from core.errors import CatalogError

# the parser in C where it is there, 10 times as fast
_FastLoader: type = getattr(yaml, "CSafeLoader", yaml.SafeLoader)
ONCE = "each id and each field once; it stands here a second time"
Fields = dict[str, Any]


class _Twice(Exception):
    def __init__(self, key: object, line: int):
        self.key, self.line = key, line
        super().__init__(key)


class _Loader(_FastLoader):  # type: ignore[misc]  # which of two classes it is depends on the machine
    """Refuses a key that stands twice in one mapping."""

    def construct_mapping(self, node: yaml.MappingNode, deep: bool = False) -> dict[Any, Any]:
        keys: set[str] = set()
        for key, _ in node.value:
            if key.value in keys:
                raise _Twice(key.value, key.start_mark.line + 1)
            keys.add(key.value)
        mapping: dict[Any, Any] = super().construct_mapping(node, deep=deep)
        return mapping


def read_rows(path: Path) -> dict[str, Fields]:
    """Row id -> fields of a catalog file. Raises CatalogError naming file and line for a file that is not
    a mapping of mappings, or says a key twice."""
    try:
        rows = yaml.load(path.read_text(encoding="utf-8"), Loader=_Loader)
    except yaml.YAMLError as problem:
        mark = getattr(problem, "problem_mark", None)
        line = mark.line + 1 if mark else None
        raise CatalogError(path.name, "?", "?", str(problem).splitlines()[0], "valid YAML", line) from problem
    except _Twice as twice:
        raise CatalogError(path.name, *_place_of(path, twice), twice.key, ONCE, twice.line) from twice
    for row, fields in rows.items() if isinstance(rows, dict) else [("?", rows)]:
        if not isinstance(fields, dict):
            raise CatalogError(
                path.name, str(row), "row", fields, "its fields, one a line", line_of(path, str(row))
            )
    return dict(rows)


def _place_of(path: Path, twice: _Twice) -> tuple[str, str]:
    """The row and the field of a key that stands twice; the row's own id is its field 'id'."""
    rows: yaml.Node | Any = yaml.compose(path.read_text(encoding="utf-8"), Loader=_FastLoader)
    above = [key.value for key, _ in rows.value if key.start_mark.line < twice.line]
    row = above[-1]
    return row, "id" if row == twice.key else str(twice.key)


def line_of(path: Path, row: str, field: str = "") -> int | None:
    """The line on which a field (its names joined by dots) of a row stands, as near as it can be found;
    None where the row is not in the file. Reads the file again: it is asked only when something is wrong."""
    node = yaml.compose(path.read_text(encoding="utf-8"), Loader=_FastLoader)
    found = _below(node, row) or _below_group(node, row)
    if found is None:
        return None
    line, node = found
    left = field
    while left:
        step = _step(node, left)
        if step is None:
            break
        line, node, left = step
    return int(line)


def _below(node: Any, name: str) -> tuple[int, Any] | None:
    """The line of a name in a mapping or a place in a list, and what stands there."""
    if isinstance(node, yaml.SequenceNode) and name.isdecimal() and int(name) < len(node.value):
        item = node.value[int(name)]
        return item.start_mark.line + 1, item
    if isinstance(node, yaml.MappingNode):
        for key, value in node.value:
            if key.value == name:
                return key.start_mark.line + 1, value
    return None


def _below_group(node: Any, row: str) -> tuple[int, Any] | None:
    """A row that stands one level down, as in the file of demands."""
    for _, group in getattr(node, "value", ()):
        found = _below(group, row)
        if found:
            return found
    return None


def _step(node: Any, path: str) -> tuple[int, Any, str] | None:
    """One step down a dotted path: names may hold dots themselves, so the longest that is there is taken."""
    parts = path.split(".")
    for count in range(len(parts), 0, -1):
        found = _below(node, ".".join(parts[:count]))
        if found:
            return found[0], found[1], ".".join(parts[count:])
    return None
