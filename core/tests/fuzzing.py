"""Mutated whiteboards, and the rules none of them may break; used by the tests and by ``./chalk bench
fuzz``."""

from __future__ import annotations

import random
import re
import time
from collections.abc import Callable

from core.errors import UnusableText
from core.reading import Workout, read_workout
from core.reading.languages import fold, languages
from core.reading.usable import lines_of
from core.tests.boards import boards
from core.tests.corpus import CORPUS

TEXTS = [case["text"] for case in CORPUS]
WORD = re.compile(r"\d*after that(?!\w)|[^\W_]+", re.IGNORECASE)
NOISE = "abcxyz 0123456789-/:%()@\n\t.,'\"+×½…kg💪éß|#*"
LONG_TEXTS = [board.text for board in boards("seen")]
SHORT, LONG = 200, 2_500  # letters of a mutated text
SLOWEST_S = 1.0


def unaccounted(text: str, workout: Workout) -> list[str]:
    """Words of a text that no mark covers."""
    covered: dict[int, set[int]] = {}
    for mark in workout.marks:
        covered.setdefault(mark.line, set()).update(range(mark.column - 1, mark.column - 1 + mark.length))
    left = []
    for number, line in enumerate(lines_of(text), start=1):
        for word in WORD.finditer(line):
            if (
                not covered.get(number, set()) & set(range(*word.span()))
                and fold(word.group()) not in SILENT_WORDS
            ):
                left.append(f"{number}: {word.group()}")
    return left


# words that join others and carry nothing of their own; the reader gives them no mark
_JOINING = frozenset(
    (
        "x of at and plus then afterwards each or rep reps set sets into m ea followed by straight directly"
        " right immediately"
    ).split()
)
SILENT_WORDS = (
    _JOINING
    | {"after that"}
    | {
        term[0]
        for language in languages()
        for term, english in language.terms.items()
        if len(term) == 1 and english in _JOINING
    }
)


def mutated(seed: random.Random) -> str:
    """A corpus text with letters lost, doubled, swapped and lines shuffled, or plain noise."""
    if seed.random() < 0.15:
        return "".join(seed.choice(NOISE) for _ in range(seed.randint(1, 160)))
    return _changed(seed.choice(TEXTS), seed, seed.randint(1, 6))[:SHORT]


def mutated_board(seed: random.Random) -> str:
    """One or two whole boards with a good many such changes."""
    text = "\n\n".join(seed.choice(LONG_TEXTS) for _ in range(seed.randint(1, 2)))
    return _changed(text, seed, seed.randint(5, 60))[:LONG]


def _changed(original: str, seed: random.Random, changes: int) -> str:
    text = list(original)
    for _ in range(changes):
        place = seed.randrange(len(text) + 1)
        action = seed.randrange(5)
        if action == 0 and place < len(text):
            del text[place]
        elif action == 1:
            text.insert(place, seed.choice(" \n\t-/x:@%()+0123456789…½'\"kgmsz|;"))
        elif action == 2 and place + 1 < len(text):
            text[place], text[place + 1] = text[place + 1], text[place]
        elif action == 3:
            text[place:place] = seed.choice(TEXTS)[: seed.randint(1, 40)]
        elif place < len(text):
            text[place] = seed.choice("0123456789xX-/ \n:;")
    return "".join(text)


def fuzz(
    seconds: float, start: int = 0, most: int = 1_000_000, make: Callable[[random.Random], str] = mutated
) -> tuple[int, list[str]]:
    """Read mutated texts until so many seconds of the processor's time or the number runs out. Returns how
    many were read, and the texts that broke a rule: an error other than UnusableText, a word without a mark,
    or a text that took longer than a second."""
    until, broken, count = time.process_time() + seconds, [], 0
    seed = random.Random(start)
    while time.process_time() < until and count < most:
        count += 1
        broken += _broken(make(seed))
    return count, broken


def _broken(text: str) -> list[str]:
    """The rules one text breaks, in words."""
    try:
        workout, took = _timed(text)
        if took > SLOWEST_S:  # a pause of the machine or of its memory is no fault of the text
            took = min(took, _timed(text)[1])
    except UnusableText:
        return []
    except Exception as problem:  # the rule is that nothing else is ever raised
        return [f"{type(problem).__name__}: {problem}\n{text!r}"]
    found = []
    if took > SLOWEST_S:
        found.append(f"took {took:.1f} s\n{text!r}")
    if left := unaccounted(text, workout):
        found.append(f"dropped {left}\n{text!r}")
    return found


def _timed(text: str) -> tuple[Workout, float]:
    """The workout of a text, and the seconds of this thread it took."""
    began = time.thread_time()
    return read_workout(text), time.thread_time() - began
