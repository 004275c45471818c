"""The words of boards that are no movement, amount or format (words/boards.yaml)."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from pathlib import Path

import yaml

from core.reading.plain_words import plain_words
from core.reading.workout import PART_KINDS, PartKind

FILE = Path(__file__).parent / "words" / "boards.yaml"


@dataclass(frozen=True, slots=True)
class BoardWords:
    """headings: words -> the kind of section they open (None where they say none). instead: groups of
    movements that stand in for one another."""

    headings: dict[str, PartKind | None]
    notes: frozenset[str]
    loads: frozenset[str]
    divisions: frozenset[str]
    passable: frozenset[str]
    sentences: frozenset[str]
    plain: frozenset[str]
    kinds: frozenset[str]
    held: frozenset[str]
    openers: frozenset[str]
    orders: frozenset[str]
    idioms: frozenset[str]
    care: frozenset[tuple[str, ...]]
    unreal: frozenset[str]
    talk: frozenset[str]
    instead: tuple[frozenset[str], ...]


def speaks_of_care(text: str) -> bool:
    """'1 min pigeon each side', 'foam roll quads': nothing is asked of a joint under load."""
    words = plain_words(text)
    return any(
        words[at : at + len(care)] == care
        for at, word in enumerate(words)
        for care in _care_by_first_word().get(word, ())
    )


@lru_cache(maxsize=1)
def _care_by_first_word() -> dict[str, list[tuple[str, ...]]]:
    found: dict[str, list[tuple[str, ...]]] = {}
    for care in board_words().care:
        found.setdefault(care[0], []).append(care)
    return found


@lru_cache(maxsize=1)
def board_words() -> BoardWords:
    """Read once."""
    table = yaml.load(FILE.read_text(encoding="utf-8"), Loader=yaml.BaseLoader)
    kinds: dict[str, PartKind | None] = {name: name for name in PART_KINDS}
    headings = {words: kinds.get(kind) for kind, group in table["headings"].items() for words in group}
    return BoardWords(
        headings,
        frozenset(table["notes"]),
        frozenset(table["loads"]),
        frozenset(table["divisions"]),
        frozenset(table["passable"]),
        frozenset(table["sentences"]),
        frozenset(table["plain"]),
        frozenset(table["kinds"]),
        frozenset(table["held"]),
        frozenset(table["openers"]),
        frozenset(table["orders"]),
        frozenset(table["idioms"]),
        frozenset(map(plain_words, table["care"])),
        frozenset(table["unreal"]),
        frozenset(table["talk"]),
        tuple(frozenset(group) for group in table["instead"]),
    )
