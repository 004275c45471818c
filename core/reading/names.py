"""Names of movements as coaches write them: exact names first, misspelt ones only above a stated confidence.

Words are compared in a plain form: small letters, hyphens and dots as spaces, singular, usual abbreviations
written out ("DB snatches" and "dumbbell snatch" are the same). So the catalog lists each name once.
"""

from __future__ import annotations

import itertools
import re
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

from rapidfuzz import fuzz, process
from rapidfuzz.distance import OSA

from core.catalog import Catalog
from core.reading.board_words import board_words
from core.reading.kit_words import IMPLEMENT_WORDS, NEAREST_KIT, passable_beside
from core.reading.plain_words import LIMBS, plain_words, words_with_places

ASSUME_FROM = 0.8  # confidence from which a misspelt name is read, and shown as an assumption; estimate
SUGGEST_FROM = 72  # likeness (0..100) from which a name is suggested
MOST_CANDIDATES = 5
LONGEST_GUESSED = 60  # letters; longer runs of unknown words are prose and get no guesses
LEAST_OF_A_KIND = 4  # letters of a word that tells one squat from another
LEAST_LETTERS = 5  # of a word that a misspelt one may be: "chain" is no chin-up
REMEMBERED = 4096
_WITHOUT = re.compile(r"\bwithout\s+(?:the\s+|an?\s+)?[^\W\d_]+(?!\w)", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class Match:
    """A name found in a run of words.

    confidence: 1 for an exact name. start and end: its place in the text. left_over: words beside it that
    nobody understood, as (start, end). beside: plain words beside it that shape it.
    """

    movement: str
    confidence: float = 1.0
    start: int = 0
    end: int = 0
    assumed: str = ""
    left_over: tuple[tuple[int, int], ...] = ()
    beside: tuple[str, ...] = ()
    words: int = 1


class NameTable:
    """Every name of one catalog in plain words. Built once a catalog."""

    def __init__(self, catalog: Catalog, taught: tuple[tuple[str, str], ...] = ()):
        self.names: dict[tuple[str, ...], str] = {}
        for row in catalog.movements.values():
            for one in (row.name, row.id, *row.aliases):
                self.names.setdefault(plain_words(one), row.id)
        for word, movement in taught:
            self.names[plain_words(word)] = movement
        self.names.pop((), None)
        self.idioms_from: dict[str, list[tuple[str, ...]]] = {}
        for idiom in sorted({plain_words(one) for one in board_words().idioms} - self.names.keys()):
            self.idioms_from.setdefault(idiom[0], []).append(idiom)
        self.longest = max(len(name) for name in self.names)
        self.joined = {" ".join(name): movement for name, movement in self.names.items()}
        self._with_word: dict[str, list[str]] = {}
        for name in self.names:
            for word in set(name):
                self._with_word.setdefault(word, []).append(" ".join(name))
        self.names_of: dict[str, list[tuple[str, ...]]] = {}
        for name, movement in self.names.items():
            self.names_of.setdefault(movement, []).append(name)
        self.firsts = {name[0] for name in self.names}
        self.words = frozenset(word for name in self.names for word in name)
        self.pairs = {pair for name in self.names for pair in itertools.pairwise(name)}
        self.passable = {row.id: passable_beside(row) for row in catalog.movements.values()}
        self.vocabulary = sorted(self.words | {word for word in board_words().passable if len(word) > 3})
        self.known = (
            frozenset(self.vocabulary)
            | board_words().passable
            | board_words().sentences
            | board_words().notes
            | board_words().plain
        )
        self._by_length: dict[int, list[str]] = {}
        for word in self.vocabulary:
            self._by_length.setdefault(len(word), []).append(word)
        self.found: dict[str, Match | None] = {}
        self.starts: dict[str, bool] = {}
        self.corrected = lru_cache(maxsize=REMEMBERED)(self._corrected)
        self.candidates = lru_cache(maxsize=REMEMBERED)(self._candidates)

    def _corrected(self, word: str) -> tuple[str, float]:
        """The known word a misspelt one may be, with the confidence; itself and 1 when known, itself and 0
        when strange."""
        if word in self.known:
            return word, 1.0
        if len(word) < 4 or len(word) > 20:
            return word, 0.0
        most = 1 if len(word) < 8 else 2
        near = [  # of equals the longer: a letter is sooner left out than put in
            one
            for size in range(len(word) + most, max(LEAST_LETTERS, len(word) - most) - 1, -1)
            for one in self._by_length.get(size, ())
        ]
        if len(word) == LEAST_LETTERS:  # "jumsp": "jumps" with two letters changed about
            short = self._by_length.get(LEAST_LETTERS - 1, ())
            near += [one for one in short if one[0] == word[0] and sorted(f"{one}s") == sorted(word)]
        found = process.extractOne(word, near, scorer=OSA.distance, score_cutoff=most)
        if found is None or (found[0][0] != word[0] and len(word) < 6):
            return word, 0.0
        return found[0], 1 - found[1] / max(len(word), len(found[0]))

    def _candidates(self, text: str) -> tuple[str, ...]:
        """Up to five movement ids a text may have meant: alike as a whole first, then sharing a word."""
        if not text or len(text) > LONGEST_GUESSED:
            return ()
        alike = process.extract(
            text, self.joined.keys(), scorer=fuzz.ratio, limit=MOST_CANDIDATES * 3, score_cutoff=SUGGEST_FROM
        )
        words = [self.corrected(word)[0] for word in text.split()]
        sharing = {
            name
            for word in words
            if len(word) > 2 and word not in board_words().passable
            for name in self._with_word.get(word, ())
        }
        near = process.extract(text, sharing, scorer=fuzz.ratio, limit=MOST_CANDIDATES * 2)
        ranked = sorted(
            {name: score for name, score, _ in (*alike, *near)}.items(), key=lambda one: (-one[1], one[0])
        )
        return tuple(dict.fromkeys(self.joined[name] for name, _ in ranked))[:MOST_CANDIDATES]


@lru_cache(maxsize=32)
def _table(catalog: Catalog, taught: tuple[tuple[str, str], ...]) -> NameTable:
    return NameTable(catalog, taught)


class Names:
    """Looks words up in one catalog, with what the gym taught on top (word -> movement id)."""

    def __init__(self, catalog: Catalog, taught: dict[str, str] | None = None):
        self._table = _table(catalog, tuple(sorted((taught or {}).items())))

    def forget(self) -> None:
        """Forget every word looked up so far, as a new process has."""
        self._table.found.clear()
        self._table.starts.clear()
        self._table.corrected.cache_clear()
        self._table.candidates.cache_clear()

    def find(self, text: str) -> Match | None:
        """The movement a run of words names, or None. Exact names win over misspelt ones; longer over
        shorter."""
        found = self._table.found
        if text not in found:
            if len(found) >= REMEMBERED:
                found.clear()
            found[text] = self._look_up(text)
        return found[text]

    def _look_up(self, text: str) -> Match | None:
        words = self._compounds(words_with_places(_WITHOUT.sub(lambda found: " " * len(found.group()), text)))
        exact = self._find(words, exact=True)
        if exact and not exact.left_over:
            return exact
        near = self._find(words, exact=False)
        if exact and near:
            return near if len(near.left_over) < len(exact.left_over) else exact
        return exact or near

    def _compounds(self, words: list[tuple[int, int, str]]) -> list[tuple[int, int, str]]:
        """'hand-stand', 'kettle bell', 'dead lift': two words that no name has side by side, and that make
        one word of names."""
        table = self._table
        joined: list[tuple[int, int, str]] = []
        for word in words:
            before = joined[-1] if joined else None
            if before and (before[2], word[2]) not in table.pairs and before[2] + word[2] in table.words:
                joined[-1] = (before[0], word[1], before[2] + word[2])
            else:
                joined.append(word)
        return joined

    def starts(self, text: str) -> bool:
        """Whether the first words are exactly a movement's name, perhaps after modifiers."""
        known = self._table.starts
        if text not in known:
            if len(known) >= REMEMBERED:
                known.clear()
            match = self._find(self._compounds(words_with_places(text)), exact=True)
            known[text] = match is not None and all(
                word in board_words().passable for word in plain_words(text[: match.start])
            )
        return known[text]

    def candidates(self, text: str) -> tuple[str, ...]:
        """Up to five movement ids a text may have meant, nearest first."""
        kept = [word for word in plain_words(text) if word not in board_words().passable] or list(
            plain_words(text)
        )
        return self._table.candidates(" ".join(kept))

    def _find(self, words: list[tuple[int, int, str]], exact: bool) -> Match | None:
        """The longest name in a run of words; words that are part of no name may stand between a name's
        own."""
        table = self._table
        forms = [(form, 1.0) if exact else table.corrected(form) for _, _, form in words]
        if (
            not exact
            and len({confidence == 1.0 for _, confidence in forms if confidence}) < 2
            and all(one[1] in (0.0, 1.0) for one in forms)
        ):
            return None  # nothing misspelt here
        idiomatic = self._idiomatic([form for form, _ in forms])
        everything = [index for index in range(len(forms)) if index not in idiomatic]
        compact = [
            index
            for index in everything
            if forms[index][0] in table.words or forms[index][0] not in board_words().passable
        ]
        found = max(
            (self._longest(forms, indices) for indices in (everything, compact)), key=lambda one: len(one[0])
        )
        if not found[0] or min(forms[index][1] for index in found[0]) < ASSUME_FROM:
            return None
        return self._match(words, forms, *found)

    def _longest(self, forms: list[tuple[str, float]], indices: list[int]) -> tuple[list[int], str]:
        """The longest run of these words that is a name (the first of equals), and the movement; empty
        when none is."""
        table = self._table
        said = [forms[index][0] for index in indices]
        starts = [place for place, word in enumerate(said) if word in table.firsts]
        if not starts:
            return [], ""
        for length in range(min(table.longest, len(said) - starts[0]), 0, -1):
            for start in starts:
                if start + length > len(said):
                    break
                if length == 1 and _is_a_limb(said[start : start + 2]):
                    continue
                if movement := table.names.get(tuple(said[start : start + length])):
                    return indices[start : start + length], movement
        return [], ""

    def _idiomatic(self, words: Sequence[str]) -> frozenset[int]:
        """Places of the words of turns of speech: 'three in a row' names no machine."""
        table = self._table
        if table.idioms_from.keys().isdisjoint(words):
            return frozenset()
        hidden: set[int] = set()
        for start, word in enumerate(words):
            if start and (words[start - 1], word) in table.names:
                continue  # "box jumps in 10 min" is no "jump in"
            for idiom in table.idioms_from.get(word, ()):
                if tuple(words[start : start + len(idiom)]) == idiom:
                    hidden.update(range(start, start + len(idiom)))
        return frozenset(hidden)

    def _match(
        self,
        words: Sequence[tuple[int, int, str]],
        forms: list[tuple[str, float]],
        used: list[int],
        movement: str,
    ) -> Match | None:
        confidence = min(forms[index][1] for index in used)
        others = [index for index in range(len(forms)) if index not in used]
        movement, used, said = self._with_kit(forms, used, others, movement)
        passable = self._table.passable[movement]
        strange = [index for index in others if forms[index][0] not in passable]
        if len(used) == 1 and self._names_another(forms, used[0], strange):
            return None
        left_over = tuple(dict.fromkeys((words[index][0], words[index][1]) for index in strange))
        name = said or " ".join(forms[index][0] for index in used)
        assumed = f"as {name}" if said else ""
        return Match(
            movement,
            confidence,
            words[used[0]][0],
            words[used[-1]][1],
            f"as {name} ({confidence:.0%} alike)" if confidence < 1 else assumed,
            left_over,
            tuple(forms[index][0] for index in others),
            len(used),
        )

    def _names_another(self, forms: Sequence[tuple[str, float]], at: int, strange: Sequence[int]) -> bool:
        """'zercher squats', 'gorilla rows': a word nobody knows right before one that many names end with
        makes it a movement nobody knows."""
        word = forms[at - 1][0] if at - 1 in strange else ""
        known = word in self._table.known or word in IMPLEMENT_WORDS or word in board_words().headings
        known |= len(word) < LEAST_OF_A_KIND
        return forms[at][0] in board_words().kinds and not known and word.isalpha()

    def _with_kit(
        self, forms: Sequence[tuple[str, float]], used: list[int], others: list[int], movement: str
    ) -> tuple[str, list[int], str]:
        """'dumbbell strict press': the kit names another movement, wherever it stands; one not known with
        this kit is read with the nearest, which is said."""
        kit = next((index for index in others if forms[index][0] in IMPLEMENT_WORDS), None)
        if kit is None:
            return movement, used, ""
        plain_name = tuple(forms[index][0] for index in used if forms[index][0] not in HOW_DONE)
        word = forms[kit][0]
        named = (plain_name, *self._table.names_of.get(movement, ()))  # "dumbbell OHP" is a dumbbell press
        for one in (word, NEAREST_KIT.get(word, word)):
            known = next(filter(None, (self._table.names.get((one, *name)) for name in named)), None)
            if known is not None:
                others.remove(kit)
                return known, sorted([kit, *used]), "" if one == word else " ".join((one, *plain_name))
        return movement, used, ""


HOW_DONE = ("strict", "alternating")  # words of a name that may be missing where its kit is said


def _is_a_limb(words: Sequence[str]) -> bool:
    """'stand on one leg': no single-unders."""
    return len(words) > 1 and words[0] == "single" and words[1] in LIMBS
