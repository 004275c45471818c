"""Names of movements as coaches write them: exact names first, misspelt ones only above a stated confidence.

Words are compared in a plain form: small letters, hyphens and dots as spaces, singular, usual abbreviations
written out ("DB snatches" and "dumbbell snatch" are the same). So the catalog lists each name once.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

from rapidfuzz import fuzz, process
from rapidfuzz.distance import OSA

from core.catalog import Catalog
from core.catalog.rows import Movement
from core.reading.board_words import board_words

ASSUME_FROM = 0.8  # confidence from which a misspelt name is read, and shown as an assumption; estimate
SUGGEST_FROM = 50  # likeness (0..100) from which a name is suggested
MOST_CANDIDATES = 5
LONGEST_GUESSED = 60  # letters; longer runs of unknown words are prose and get no guesses
REMEMBERED = 4096

SHORT_FORMS = {
    "db": "dumbbell",
    "dbs": "dumbbell",
    "dbl": "double",
    "kb": "kettlebell",
    "kbs": "kettlebell swing",
    "bb": "barbell",
    "mb": "medicine ball",
    "med": "medicine",
    "alt": "alternating",
    "sa": "single arm",
    "sl": "single leg",
    "oh": "overhead",
    "w": "with",
    "w/": "with",
    "w/o": "without",
    "str": "strict",
    "hs": "handstand",
    "rev": "reverse",
    "bw": "bodyweight",
    "lat": "lateral",
    "pullup": "pull up",
    "pushup": "push up",
    "pressup": "press up",
    "chinup": "chin up",
    "situp": "sit up",
    "stepup": "step up",
    "muscleup": "muscle up",
    "getup": "get up",
    "vup": "v up",
    "deadlift": "deadlift",
    "dead-lift": "deadlift",
    "sdlhp": "sumo deadlift high pull",
    "stepover": "step over",
    "wallball": "wall ball",
    "facing": "facing",
    "farmers": "farmer",
    "farmer's": "farmer",
    "grip": "grip",
    "ft": "foot",
    "crossover": "cross over",
    "doubleunder": "double under",
    "rear-foot": "rear foot",
    "ctb": "chest to bar",
    "c2b": "chest to bar",
    "ttb": "toe to bar",
    "t2b": "toe to bar",
    "sy": "synchro",
    "ext": "extension",
    "stoh": "shoulder to overhead",
    "s2oh": "shoulder to overhead",
    "s2o": "shoulder to overhead",
    "sto": "shoulder to overhead",
    "dl": "deadlift",
    "dls": "deadlift",
    "pwr": "power",
    "cln": "clean",
    "sqcl": "squat clean",
    "thr": "thruster",
    "mu": "muscle up",
    "mus": "muscle up",
    "abmats": "abmat",
    "ab-mat": "abmat",
    "bss": "bulgarian split squat",
    "pulldown": "pull down",
    "pushdown": "push down",
    "farmer's": "farmer",
}
LIMBS = frozenset(
    ("arm", "leg", "hand", "handed", "foot")
)  # "one arm" is "single arm"; any other "one" is just one
IRREGULAR = {
    "us": "us",
    "ups": "up",
    "abs": "ab",
    "calves": "calf",
    "feet": "foot",
    "lats": "lat",
    "toes": "toe",
    "knees": "knee",
    "press": "press",
    "bus": "bus",
    "dips": "dip",
    "series": "series",
    "cross": "cross",
    "plus": "plus",
    "pass": "pass",
    "this": "this",
    "as": "as",
    "is": "is",
    "his": "his",
    "tris": "tris",
}
# words that may stand beside a movement because its own kit is meant; with another one's they are handed back
KIT_WORDS: dict[str, frozenset[str]] = {
    "barbell": frozenset(("barbell", "bar", "rack", "rig", "empty", "plate")),
    "dumbbell": frozenset(("dumbbell", "head")),
    "kettlebell": frozenset(("kettlebell", "bell")),
    "medicine-ball": frozenset(("medicine", "ball", "wall", "target", "high")),
    "sandbag": frozenset(("sandbag", "bag")),
    "box": frozenset(("box", "high", "low")),
    "rings": frozenset(("ring", "low", "high")),
    "pull-up-bar": frozenset(("bar", "rig", "rack", "hang")),
    "wall": frozenset(("wall", "mat", "abmat", "head")),
    "rope": frozenset(("rope",)),
    "jump-rope": frozenset(("rope", "jump")),
    "machine": frozenset(("machine", "erg", "rower", "stationary")),
    "bench": frozenset(("bench",)),
    "band": frozenset(("band", "banded")),
    "plate": frozenset(("plate",)),
    "sled": frozenset(("sled", "turf")),
    "none": frozenset(("mat", "abmat", "floor", "wall", "body", "treadmill", "track", "outside", "grass", "turf", "street", "road")),
}
ONE_SIDED = frozenset(("single", "arm", "leg", "hand", "double"))
NEAREST_KIT = {"kettlebell": "dumbbell"}  # what is read, and shown as assumed, where a movement is not known with its kit
IMPLEMENT_WORDS = {
    "barbell": "barbell",
    "dumbbell": "dumbbell",
    "kettlebell": "kettlebell",
    "sandbag": "sandbag",
    "plate": "plate",
    "band": "band",
    "banded": "band",
    "medicine": "medicine-ball",
}


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


def plain(text: str) -> str:
    """Words in the form in which names are compared."""
    return " ".join(_plain_words(text))


@lru_cache(maxsize=8192)
def _plain_words(text: str) -> tuple[str, ...]:
    found: list[str] = []
    for word in (
        text.lower().replace("t&g", "tng").replace("-", " ").replace("/", " ").replace("&", " and ").split()
    ):
        word = word.strip(".,'()").replace(".", "")
        if not any(letter.isalnum() for letter in word):
            continue
        whole = SHORT_FORMS.get(word) or SHORT_FORMS.get(singular(word)) or singular(word)
        found.extend(whole.split())
    return tuple("single" if _is_one_limb(found, index) else word for index, word in enumerate(found))


def _is_one_limb(words: list[str], index: int) -> bool:
    return words[index] in ("1", "one") and index + 1 < len(words) and words[index + 1] in LIMBS


def singular(word: str) -> str:
    """'lunges' -> 'lunge', 'presses' -> 'press', 'carries' -> 'carry', \"farmer's\" -> 'farmer'."""
    if word in IRREGULAR:
        return IRREGULAR[word]
    if word.endswith("'s"):
        return word[:-2]
    if len(word) < 4 or not word.endswith("s") or word.endswith("ss"):
        return word
    if word.endswith("ies") and len(word) > 4:
        return word[:-3] + "y"
    if word.endswith(("sses", "shes", "ches", "xes", "zzes")):
        return word[:-2]
    return word[:-1]


def _passable(row: Movement) -> frozenset[str]:
    """Words that may stand beside a movement without making it another one."""
    own = KIT_WORDS.get(row.implement, frozenset())
    return board_words().passable | own | (ONE_SIDED if row.sides == 2 else frozenset())


class NameTable:
    """Every name of one catalog in plain words. Built once a catalog."""

    def __init__(self, catalog: Catalog, taught: tuple[tuple[str, str], ...] = ()):
        self.names: dict[tuple[str, ...], str] = {}
        for row in catalog.movements.values():
            for one in (row.name, row.id, *row.aliases):
                self.names.setdefault(_plain_words(one), row.id)
        for word, movement in taught:
            self.names[_plain_words(word)] = movement
        self.names.pop((), None)
        self.longest = max(len(name) for name in self.names)
        self.joined = {" ".join(name): movement for name, movement in self.names.items()}
        self._with_word: dict[str, list[str]] = {}
        for name in self.names:
            for word in set(name):
                self._with_word.setdefault(word, []).append(" ".join(name))
        self.firsts = {name[0] for name in self.names}
        self.words = frozenset(word for name in self.names for word in name)
        self.passable = {row.id: _passable(row) for row in catalog.movements.values()}
        self.vocabulary = sorted(self.words | {word for word in board_words().passable if len(word) > 3})
        self._known = frozenset(self.vocabulary) | board_words().passable | board_words().sentences | board_words().notes | board_words().plain
        self._by_length: dict[int, list[str]] = {}
        for word in self.vocabulary:
            self._by_length.setdefault(len(word), []).append(word)
        self.found: dict[str, Match | None] = {}
        self.corrected = lru_cache(maxsize=REMEMBERED)(self._corrected)
        self.candidates = lru_cache(maxsize=REMEMBERED)(self._candidates)

    def _corrected(self, word: str) -> tuple[str, float]:
        """The known word a misspelt one may be, with the confidence; itself and 1 when known, itself and 0
        when strange."""
        if word in self._known:
            return word, 1.0
        if len(word) < 4 or len(word) > 20:
            return word, 0.0
        most = 1 if len(word) < 8 else 2
        near = [
            one
            for size in range(len(word) - most, len(word) + most + 1)
            for one in self._by_length.get(size, ())
        ]
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
        words = _words_with_places(text)
        exact = self._find(words, exact=True)
        if exact and not exact.left_over:
            return exact
        near = self._find(words, exact=False)
        if exact and near:
            return near if len(near.left_over) < len(exact.left_over) else exact
        return exact or near

    def starts(self, text: str) -> bool:
        """Whether the first words are exactly a movement's name, perhaps after modifiers."""
        match = self._find(_words_with_places(text), exact=True)
        return match is not None and all(word in board_words().passable for word in _plain_words(text[: match.start]))

    def candidates(self, text: str) -> tuple[str, ...]:
        """Up to five movement ids a text may have meant, nearest first."""
        kept = [word for word in _plain_words(text) if word not in board_words().passable] or list(_plain_words(text))
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
        everything = list(range(len(forms)))
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
        for length in range(min(table.longest, len(indices)), 0, -1):
            for start in range(len(indices) - length + 1):
                window = indices[start : start + length]
                if forms[window[0]][0] in table.firsts:
                    movement = table.names.get(tuple(forms[index][0] for index in window))
                    if movement:
                        return window, movement
        return [], ""

    def _match(
        self,
        words: Sequence[tuple[int, int, str]],
        forms: list[tuple[str, float]],
        used: list[int],
        movement: str,
    ) -> Match:
        confidence = min(forms[index][1] for index in used)
        others = [index for index in range(len(forms)) if index not in used]
        movement, used, said = self._with_kit(forms, used, others, movement)
        passable = self._table.passable[movement]
        strange = [index for index in others if forms[index][0] not in passable]
        left_over = tuple(dict.fromkeys((words[index][0], words[index][1]) for index in strange))
        name = said or " ".join(forms[index][0] for index in used)
        return Match(
            movement,
            confidence,
            words[used[0]][0],
            words[used[-1]][1],
            f"as {name} ({confidence:.0%} alike)" if confidence < 1 else f"as {name}" if said else "",
            left_over,
            tuple(forms[index][0] for index in others),
            len(used),
        )

    def _with_kit(
        self, forms: Sequence[tuple[str, float]], used: list[int], others: list[int], movement: str
    ) -> tuple[str, list[int], str]:
        """'dumbbell strict press': the kit names another movement, wherever it stands; one not known with this kit is read with
        the nearest, which is said."""
        kit = next((index for index in others if forms[index][0] in IMPLEMENT_WORDS), None)
        if kit is None:
            return movement, used, ""
        plain_name = [forms[index][0] for index in used if forms[index][0] != "strict"]
        word = forms[kit][0]
        for one in (word, NEAREST_KIT.get(word, word)):
            known = self._table.names.get((one, *plain_name))
            if known is not None:
                others.remove(kit)
                return known, sorted([kit, *used]), "" if one == word else " ".join((one, *plain_name))
        return movement, used, ""


def _words_with_places(text: str) -> list[tuple[int, int, str]]:
    """(start, end, plain word) of every plain word; words made of several share their place."""
    found, place = [], 0
    for word in text.split():
        place = text.index(word, place)
        for form in _plain_words(word):
            found.append((place, place + len(word), form))
        place += len(word)
    forms = [form for _, _, form in found]
    return [
        (start, end, "single" if _is_one_limb(forms, index) else form)
        for index, (start, end, form) in enumerate(found)
    ]
