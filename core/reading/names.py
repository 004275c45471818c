"""Names of movements as coaches write them: exact aliases first, near names only above a stated confidence."""
from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from rapidfuzz import fuzz, process

from core.catalog import Catalog

ASSUME_ABOVE = 90  # a near name at or above this is assumed, and shown as assumed; estimate
SUGGEST_ABOVE = 55
MOST_CANDIDATES = 5
# words that shape a movement without naming another one
MODIFIERS = frozenset("""a an the of with and alternating alt strict weighted unbroken heavy light slow steady easy hard pace
buy-in cash-out from floor ground hang touch-and-go tng squatted total single double synchro synchronised partner reps rep
barbell bar dumbbell dumbbells db dbs kettlebell kettlebells kb kbs bodyweight bw plate ring in on to for each as controlled
paused pause tempo your""".split())
IMPLEMENT_WORDS = {"barbell": "barbell", "dumbbell": "dumbbell", "dumbbells": "dumbbell", "db": "dumbbell",
                   "dbs": "dumbbell", "kettlebell": "kettlebell", "kettlebells": "kettlebell", "kb": "kettlebell"}


@dataclass(frozen=True, slots=True)
class Match:
    """A name found in a run of words. ``left_over`` are words beside it nobody understood, with their offsets."""

    movement: str
    assumed: str = ""
    left_over: tuple[tuple[int, str], ...] = ()


def plain(text: str) -> str:
    """Lower case, single spaces, hyphens and full stops as spaces, for comparing names."""
    return " ".join(text.lower().replace("-", " ").replace(".", " ").split())


@lru_cache(maxsize=8)
def _table_for(catalog_id: int, catalog_rows: tuple) -> dict[str, str]:
    table: dict[str, str] = {}
    for movement, name, aliases in catalog_rows:
        for one in (name, movement, *aliases):
            table.setdefault(plain(one), movement)
    return table


def name_table(catalog: Catalog) -> dict[str, str]:
    """Plain name or alias -> movement id."""
    rows = tuple((row.id, row.name, row.aliases) for row in catalog.movements.values())
    return _table_for(id(catalog), rows)


class Names:
    """Looks words up in one catalog, with what the gym taught on top (plain word -> movement id)."""

    def __init__(self, catalog: Catalog, taught: dict[str, str] | None = None):
        self._table = {**name_table(catalog), **{plain(word): movement for word, movement in (taught or {}).items()}}
        self._longest = max(len(name.split()) for name in self._table)

    def find(self, text: str) -> Match | None:
        """The movement a run of words names, or None. Exact names win over near ones; longer over shorter."""
        whole = plain(text)
        if whole in self._table:
            return Match(self._table[whole])
        words = _words_with_places(text)
        part = self._longest_known(words)
        if part:
            start, end, movement = part
            rest = tuple((place, word) for index, (place, word) in enumerate(words)
                         if not start <= index < end and plain(word) not in MODIFIERS)
            near = self._near(whole) if rest else None
            if near and len(near[0].split()) > end - start:
                return Match(self._table[near[0]], f"{text} as {near[0]}")
            return Match(movement, "", rest)
        near = self._near(whole)
        return Match(self._table[near[0]], f"{text} as {near[0]}") if near else None

    def candidates(self, text: str) -> tuple[str, ...]:
        """Up to five movement ids a text may have meant, nearest first."""
        found = process.extract(plain(text), self._table.keys(), scorer=fuzz.WRatio, limit=25, score_cutoff=SUGGEST_ABOVE)
        return tuple(dict.fromkeys(self._table[name] for name, _, _ in found))[:MOST_CANDIDATES]

    def _near(self, whole: str) -> tuple[str, float] | None:
        if len(whole) < 4:
            return None
        found = process.extractOne(whole, self._table.keys(), scorer=fuzz.ratio, score_cutoff=ASSUME_ABOVE)
        return (found[0], found[1]) if found else None

    def _longest_known(self, words: list[tuple[int, str]]) -> tuple[int, int, str] | None:
        for length in range(min(self._longest, len(words)), 0, -1):
            for start in range(len(words) - length + 1):
                name = plain(" ".join(word for _, word in words[start:start + length]))
                if name in self._table:
                    return start, start + length, self._table[name]
        return None


def _words_with_places(text: str) -> list[tuple[int, str]]:
    found, place = [], 0
    for word in text.split():
        place = text.index(word, place)
        found.append((place, word))
        place += len(word)
    return found
