"""Files from the command line -> values. Anything that cannot be used is an UnusableFile with the way out."""

from __future__ import annotations

import sys
from pathlib import Path

from core.catalog import Catalog
from core.demand.people import Person, person_from_json
from core.errors import UnusableFile
from core.json_text import BrokenJson, json_of


def read_text(name: str) -> str:
    """The text of a file, or of standard input for '-'."""
    try:
        raw = sys.stdin.buffer.read() if name == "-" else Path(name).read_bytes()
    except OSError as problem:
        raise UnusableFile(f"{name}: cannot be opened ({problem.strerror})") from problem
    try:
        return raw.decode("utf-8-sig")
    except UnicodeDecodeError as problem:
        raise UnusableFile(
            f"{name}: this is not UTF-8 text (byte {problem.start}); save it as plain text"
        ) from problem


def read_json_file(name: str) -> object:
    try:
        return json_of(read_text(name))
    except BrokenJson as problem:
        raise UnusableFile(f"{name}: not valid JSON: {problem}") from problem


def read_people(name: str, catalog: Catalog, today: str = "") -> tuple[Person, ...]:
    """A class file: a list of member objects, or {"members": [...]}; no members is an error."""
    raw = read_json_file(name)
    members = raw.get("members") if isinstance(raw, dict) else raw
    if not isinstance(members, list) or not members:
        raise UnusableFile(f"{name}: expected a list of members with at least one in it")
    return tuple(
        person_from_json(member, catalog, f"{name}, member {number}", today)
        for number, member in enumerate(members, 1)
    )


def read_kit(name: str, catalog: Catalog) -> dict[str, int]:
    """'none' for no kit at all, else a JSON file of kit id -> pieces."""
    if name == "none":
        return {}
    raw = read_json_file(name)
    if not isinstance(raw, dict):
        raise UnusableFile(f'{name}: expected an object such as {{"band": 8, "barbell": 12}}')
    for item, count in raw.items():
        if item not in catalog.kit:
            raise UnusableFile(f"{name}: no kit called '{item}'; expected {', '.join(catalog.kit)}")
        if isinstance(count, bool) or not isinstance(count, int) or not 0 <= count <= 1000:
            raise UnusableFile(f"{name}: '{item}' is {count!r}; expected a whole number from 0 to 1000")
    return raw
