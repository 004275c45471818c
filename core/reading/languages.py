"""Boards in other languages: every line put into the English of the trade, with the way back to its own
columns.

The words are data (words/*.yaml), a file a language. A language counts only in a text that shows it, so that
an English "course" or "main" stays what it is; several may stand mixed in one text.
"""

from __future__ import annotations

import itertools
import re
import unicodedata
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from functools import lru_cache
from pathlib import Path

import yaml

WORDS = Path(__file__).parent / "words" / "languages"
SHOWN_BY = 2  # different words of a language that a text must hold
TELLING_WORD = 4  # letters from which a word tells a language
TELLING_RUN = 4  # words of a term that no English board says
TELLS_ALONE = 6  # letters from which a word that is a term by itself does, no other beside it
LONGEST_TERM = 6  # words
LIFTS = ("snatch", "power snatch", "clean", "power clean", "clean and jerk")  # may start at the hang
# words of other languages that English boards use too: they show no language, nor do words of under four
# letters
ENGLISH_TOO = frozenset(
    """
    abs accessories amrap bar bench box burpee burpees cap core course curl equilibre event extension
    footing force goblet halter info infos kettlebell kettlebells limite main master masters material marche
    max maximal maximum military minute minutes mobility nage note notes note off pass passive pause pauses
    plank planche plus press quarter rest round rounds segment serie series shuttle skill snatch split sprint
    squat squats standard standards station stations strict strike sumo swing swings tag technique tempo terra
    total tour tours traction triceps vertical volta over dips rope corda sets alternate alternative
    level base complete limit minimal partner partners hang bike bikes team teams double lateral overhead
    muscle walk walks farmers warm arms band bands curls extensions extension calories rowing metres workout
    handstand place times come comes skip skips skipping less repetition lockers front back snatchs jumping
    box boxes simple actives primer jerk jerks step steps hangs tags option options twists facepulls
    hyperextensions thruster thrusters hollow rack pike clean cleans snatches deadlift push pistol
    pistols superman biceps tire twist jack jacks planks goblets handstands situps sprints ergometer
    athlete athletes effort calorie skierg ring rings kettlebell jump jumps possible doubles balance
    meter meters person warmup cooldown
    """.split()
)
# words of other languages that English has too, though its boards seldom use them: they tell none alone
NEVER_ALONE = frozenset(
    """
    abdomen abdominal adaptations atelier chaise divise ensemble facile flexion intermedia junta locker manner
    navette niveau novices pares pendant ponte repos ronda suspension
    """.split()
)
_WORD = re.compile(r"[^\W\d_]+")
_BETWEEN = re.compile(r"[ '\-]{1,2}|\Z")


@dataclass(frozen=True, slots=True)
class Language:
    """name -> its terms as tuples of folded words, each with the English it stands for. shows: words that
    tell the language together with others; alone: those that do without; runs: terms of several words that
    do, by the first of them."""

    name: str
    terms: dict[tuple[str, ...], str]
    shows: frozenset[str]
    alone: frozenset[str]
    runs: dict[str, frozenset[tuple[str, ...]]]
    functions: frozenset[str] = frozenset()
    days: tuple[str, ...] = ()  # of the week from Monday, in short


@dataclass(frozen=True, slots=True)
class Translated:
    """A line in English. starts and ends: for every character of it, where that begins and ends in the line
    as written."""

    text: str
    starts: tuple[int, ...] = ()
    ends: tuple[int, ...] = ()

    def written(self, start: int, end: int) -> tuple[int, int]:
        """The columns of the line as written (from 0) that a stretch of the English line stands for."""
        if not self.starts:
            return start, end
        first = min(start, len(self.starts) - 1)
        within = slice(first, max(end, first + 1))  # a table's cells may stand in another order
        return min(self.starts[within]), max(self.ends[within])

    def stretch(self, start: int, stop: int) -> Translated:
        """A part of the line at its columns: what stands before it is blank, what stands behind gone."""
        return Translated(" " * start + self.text[start:stop], self.starts[:stop], self.ends[:stop])


def fold(text: str) -> str:
    """Small letters without accents, as many of them as before."""
    if text.isascii():
        return text.lower()
    return "".join(_base(letter) for letter in text)


@lru_cache(maxsize=4096)
def _base(letter: str) -> str:
    base = unicodedata.normalize("NFKD", letter)[:1].lower()
    return base if len(base) == 1 else letter


@lru_cache(maxsize=1)
def languages() -> tuple[Language, ...]:
    """Every language there are words for, by name."""
    return tuple(_language(path) for path in sorted(WORDS.glob("*.yaml")))


def _language(path: Path) -> Language:
    table = yaml.load(path.read_text(encoding="utf-8"), Loader=yaml.BaseLoader)  # "no" and "on" are words
    functions = frozenset(fold(word) for one in table.pop("functions") for word in one.split())
    alone = {fold(word) for word in table.pop("alone", ())}
    days = tuple(fold(day) for day in table.pop("days"))
    from_the_hang = table.pop("from the hang")
    terms: dict[tuple[str, ...], str] = {}
    groups = [one for group in table.values() for one in group.items()]
    hanging = [
        (f"hang {lift}", [f"{term} {behind}" for term in written for behind in from_the_hang])
        for lift, written in groups
        if lift in LIFTS
    ]
    for english, written in (*groups, *hanging):
        for term in written:
            for form in _forms(term):
                terms.setdefault(form, english)
    words = {word for term in terms for word in term} | functions
    alone |= (
        {term[0] for term in terms if len(term) == 1 and len(term[0]) >= TELLS_ALONE}
        - NEVER_ALONE
        - ENGLISH_TOO
    )
    several = [
        term for term in terms if len(term) > 1 and (any(map(_tells, term)) or len(term) >= TELLING_RUN)
    ]
    runs = {
        first: frozenset(run) for first, run in itertools.groupby(sorted(several), key=lambda term: term[0])
    }
    return Language(path.stem, terms, frozenset(words - ENGLISH_TOO), frozenset(alone), runs, functions, days)


def _tells(word: str) -> bool:
    """Whether no English board uses a word, and it is long enough to tell a language."""
    return len(word) >= TELLING_WORD and word not in ENGLISH_TOO | NEVER_ALONE


def _forms(term: str) -> Iterator[tuple[str, ...]]:
    """A term, and its plural in s: of its last word, of its first, of both."""
    words = tuple(_WORD.findall(fold(term)))
    yield words
    first, last = f"{words[0]}s", f"{words[-1]}s"
    yield (*words[:-1], last)
    if len(words) > 1:
        yield (first, *words[1:])
        yield (first, *words[1:-1], last)


def shown_languages(text: str) -> tuple[str, ...]:
    """The languages a text shows, the one with most words first: by several of their words, by one that no
    English board uses, or by one with its accents."""
    said = _WORD.findall(fold(text))
    words = {word for word in said if word not in ENGLISH_TOO}
    accented = set() if text.isascii() else {fold(word) for word in _WORD.findall(text) if not word.isascii()}
    shown = []
    for language in languages():
        told = words & language.shows
        telling = sum(len(word) >= TELLING_WORD for word in told)
        sure = told & language.alone or any(len(word) >= TELLING_WORD - 1 for word in told & accented)
        if telling >= SHOWN_BY or sure or _has_a_run(said, language):
            shown.append((telling, len(told), language.name))
    return tuple(name for _, _, name in sorted(shown, key=lambda one: (-one[0], -one[1], one[2])))


def _has_a_run(said: list[str], language: Language) -> bool:
    """'salti sul box': whether a term of several words stands in a text."""
    if language.runs.keys().isdisjoint(said):
        return False
    return any(
        tuple(said[at : at + len(run)]) == run
        for at, word in enumerate(said)
        for run in language.runs.get(word, ())
    )


class Translator:
    """Puts lines into English with the words of some languages; the first named wins."""

    def __init__(self, names: Iterable[str]):
        self.terms: dict[tuple[str, ...], str] = {}
        by_name = {language.name: language for language in languages()}
        for name in names:
            for term, english in by_name[name].terms.items():
                self.terms.setdefault(term, english)
        self.firsts = {term[0] for term in self.terms}

    def line(self, line: Translated) -> Translated:
        """A line in English; as it is where it holds no word of these languages."""
        folded = fold(line.text)
        words = [(found.group(), found.start(), found.end()) for found in _WORD.finditer(folded)]
        cuts = list(self._cuts(folded, words))
        return rebuilt(line, cuts) if cuts else line

    def _cuts(self, folded: str, words: list[tuple[str, int, int]]) -> Iterator[tuple[int, int, str]]:
        at = 0
        while at < len(words):
            length, english = self._longest(folded, words, at) if words[at][0] in self.firsts else (0, "")
            if length == 1 and len(words[at][0]) == 1 and not _stands_alone(folded, words[at][1]):
                length = 0  # "E)" is a letter of a list
            if length:
                yield words[at][1], words[at + length - 1][2], english
            at += max(1, length)

    def _longest(self, folded: str, words: list[tuple[str, int, int]], at: int) -> tuple[int, str]:
        """How many words from here make the longest term, and its English; 0 where none does."""
        for length in range(min(LONGEST_TERM, len(words) - at), 0, -1):
            run = words[at : at + length]
            joined = all(_BETWEEN.fullmatch(folded[a[2] : b[1]]) for a, b in itertools.pairwise(run))
            english = self.terms.get(tuple(word for word, _, _ in run)) if joined else None
            if english is not None:
                return length, english
        return 0, ""


def _stands_alone(folded: str, at: int) -> bool:
    """Whether a letter stands between two spaces."""
    return folded[at - 1 : at] == " " == folded[at + 1 : at + 2]


@lru_cache(maxsize=64)
def translator(names: tuple[str, ...]) -> Translator:
    """The translator of a set of languages."""
    return Translator(names)


def rebuilt(line: Translated, cuts: Iterable[tuple[int, int, str]]) -> Translated:
    """A line with other words for some stretches (start, end, words) of its text, in order."""
    text = line.text
    pieces: list[str] = []
    starts: list[int] = []
    ends: list[int] = []
    place = 0
    for start, end, english in cuts:
        pieces.append(text[place:start])
        starts.extend(range(place, start))
        ends.extend(range(place + 1, start + 1))
        shown = english.capitalize() if text[start : start + 1].isupper() else english
        if text[end : end + 1] == "'":  # "all'80%": the sign belongs to the word
            end += 1
            shown += " "
        pieces.append(shown)
        starts.extend([start] * len(shown))
        ends.extend([end] * len(shown))
        place = end
    pieces.append(text[place:])
    starts.extend(range(place, len(text)))
    ends.extend(range(place + 1, len(text) + 1))
    if line.starts:
        places = [line.written(start, end) for start, end in zip(starts, ends, strict=True)]
        starts, ends = [start for start, _ in places], [end for _, end in places]
    return Translated("".join(pieces), tuple(starts), tuple(ends))
