"""What one gym calls things: the catalog with its own movements, the words it taught, and the words it
marked as no work."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field

from core.catalog import Catalog, load_catalog
from core.reading.plain_words import plain
from core.reading.reader import read_workout
from core.reading.workout import Workout


@dataclass(frozen=True)
class Vocabulary:
    """taught: word -> movement id. notes: plain words that are no work."""

    catalog: Catalog = field(default_factory=load_catalog)
    taught: dict[str, str] = field(default_factory=dict)
    notes: frozenset[str] = frozenset()

    def read(self, text: str) -> Workout:
        """Read a text in this gym's words. Raises UnusableText."""
        return read_workout(text, self.catalog, self.taught, self.notes)


def vocabulary(catalog: Catalog, words: Iterable[tuple[str, str]]) -> Vocabulary:
    """From (word, movement id) pairs; an empty id marks a note. Words for movements that are gone are left
    out."""
    pairs = list(words)
    return Vocabulary(
        catalog,
        {word: movement for word, movement in pairs if movement in catalog.movements},
        frozenset(plain(word) for word, movement in pairs if not movement),
    )
