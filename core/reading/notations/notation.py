"""What an entry of the notations says."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from core.reading.scan import Scan
from core.reading.workout import Format


@dataclass(frozen=True)
class Example:
    """A line and the format it sets, in the fields that differ from an empty one."""

    line: str
    format: Format


@dataclass(frozen=True)
class Notation:
    """One way of writing a format.

    keys: kinds of phrase (line.lark) one of which a line must hold for this to be tried. read: takes the
    phrases it reads from the scan and returns the format, or None where the line only looks like it. rank:
    tried before those with a higher one. counter_examples: lines that hold a key and set no such format.
    shown: whether the docs show how it is written.
    """

    name: str
    meaning: str
    keys: frozenset[str]
    read: Callable[[Scan], Format | None]
    rank: int
    examples: tuple[Example, ...]
    counter_examples: tuple[str, ...] = ()
    shown: bool = True
