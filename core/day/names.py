"""Which of a gym's people a heat list means: by whole names, turned round, or by an initial where only one
fits."""

from __future__ import annotations

import unicodedata
from collections.abc import Iterable, Sequence

from rapidfuzz import fuzz, process

NEAR_FROM = 82  # likeness (0..100) from which somebody is asked about; estimate
MOST_NEAR = 3


def plain_name(name: str) -> tuple[str, ...]:
    """The words of a name without accents, case, dots and hyphens."""
    flat = "".join(one for one in unicodedata.normalize("NFKD", name) if not unicodedata.combining(one))
    return tuple(flat.casefold().replace("-", " ").replace(".", " ").replace(",", " ").split())


class Names:
    """The names of some people, by their keys."""

    def __init__(self, people: Iterable[tuple[str, str]]):
        self.names = dict(people)
        self._words = {key: plain_name(name) for key, name in self.names.items()}
        self._by_words: dict[tuple[str, ...], list[str]] = {}
        for key, words in self._words.items():
            self._by_words.setdefault(tuple(sorted(words)), []).append(key)

    def find(self, written: str) -> str | None:
        """The one person a name means, None for nobody or several."""
        words = plain_name(written)
        if not words:
            return None
        same = self._by_words.get(tuple(sorted(words)), [])
        if same:
            return same[0] if len(same) == 1 else None
        short = [key for key, own in self._words.items() if _shortens(words, own)]
        return short[0] if len(short) == 1 else None

    def near(self, written: str) -> tuple[str, ...]:
        """People whose names are like it, likest first."""
        plain = {key: " ".join(sorted(words)) for key, words in self._words.items()}
        asked = " ".join(sorted(plain_name(written)))
        found = process.extract(asked, plain, scorer=fuzz.ratio, limit=MOST_NEAR, score_cutoff=NEAR_FROM)
        return tuple(self.names[key] for _, _, key in found)


def _shortens(words: Sequence[str], name: Sequence[str]) -> bool:
    """Whether words are an initial and a last name ("t roe") of a whole one."""
    return (
        len(words) == 2
        and len(name) >= 2
        and len(words[0]) == 1
        and name[0].startswith(words[0])
        and words[1] == name[-1]
    )
