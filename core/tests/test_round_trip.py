"""Text and workout are two forms of one thing: what is written reads back the same, and every word of a text is accounted for."""
import random
import re
import time
import unittest
from dataclasses import replace
from pathlib import Path

import yaml
from hypothesis import given, settings
from hypothesis import strategies as st

from core.errors import UnusableText
from core.reading import Workout, read_workout, write_workout
from core.reading.reader import lines_of
from core.tests.texts import workouts

CORPUS = [case["text"] for case in yaml.safe_load((Path(__file__).parent / "corpus.yaml").read_text(encoding="utf-8"))]
WORD = re.compile(r"[^\W_]+")


def meaning(workout: Workout) -> Workout:
    """A workout without its places in the text, and without how words were assumed."""
    return replace(workout, unread=(), parts=tuple(
        replace(part, line=0, work=tuple(replace(work, line=0, column=0, text="", assumed="") for work in part.work)) for part in workout.parts))


class RoundTrip(unittest.TestCase):
    @settings(max_examples=250, deadline=None)
    @given(workouts())
    def test_what_is_written_reads_back_the_same(self, workout):
        """read(write(w)) == w for generated workouts, with nothing unread."""
        text = write_workout(workout)
        found = read_workout(text)
        self.assertEqual(found.unread, (), text)
        self.assertEqual(meaning(found), meaning(workout), text)

    def test_every_corpus_text_has_a_canonical_form(self):
        """A text read, written and read again means the same, and writing it once more changes nothing."""
        for text in CORPUS:
            workout = read_workout(text)
            if workout.unread:
                continue
            canonical = write_workout(workout)
            again = read_workout(canonical)
            self.assertEqual(meaning(again), meaning(workout), f"{text}\n--\n{canonical}")
            self.assertEqual(write_workout(again), canonical)


def unaccounted(text: str, workout: Workout) -> list[str]:
    """Words of a text that no mark covers."""
    covered: dict[int, set[int]] = {}
    for mark in workout.marks:
        covered.setdefault(mark.line, set()).update(range(mark.column - 1, mark.column - 1 + mark.length))
    left = []
    for number, line in enumerate(lines_of(text), start=1):
        for word in WORD.finditer(line):
            if not covered.get(number, set()) & set(range(*word.span())) and word.group().lower() not in SILENT_WORDS:
                left.append(f"{number}: {word.group()}")
    return left


# words that join others and carry nothing of their own; the reader gives them no mark
SILENT_WORDS = frozenset("x of at and then each or rep reps set sets into m ea followed by straight directly right immediately".split())


class Accounting(unittest.TestCase):
    def test_every_word_of_the_corpus_is_marked(self):
        """Each word was read as something, or is handed back: nothing is dropped."""
        for text in CORPUS:
            self.assertEqual(unaccounted(text, read_workout(text)), [], text)

    def test_unread_places_are_where_their_text_stands(self):
        """Line and column of every unread piece point at its words as written."""
        for text in (*CORPUS, "10 burpees\n  12 flumbles 40 kg wob\nzork: 12", "é 💪 3 zorks"):
            for one in read_workout(text).unread:
                line = lines_of(text)[one.line - 1]
                self.assertEqual(line[one.column - 1:one.column - 1 + len(one.text)], one.text, text)


def mutated(seed: random.Random) -> str:
    """A corpus text with letters lost, doubled, swapped and lines shuffled, or plain noise."""
    if seed.random() < 0.15:
        return "".join(seed.choice("abcxyz 0123456789-/:%()@\n\t.,'\"+×½…kg💪éß|#*") for _ in range(seed.randint(1, 160)))
    text = list(seed.choice(CORPUS))
    for _ in range(seed.randint(1, 6)):
        place = seed.randrange(len(text) + 1)
        action = seed.randrange(5)
        if action == 0 and place < len(text):
            del text[place]
        elif action == 1:
            text.insert(place, seed.choice(" \n\t-/x:@%()+0123456789…½'\"kgmsz"))
        elif action == 2 and place + 1 < len(text):
            text[place], text[place + 1] = text[place + 1], text[place]
        elif action == 3:
            text[place:place] = seed.choice(CORPUS)[:seed.randint(1, 40)]
        elif place < len(text):
            text[place] = seed.choice("0123456789xX-/ \n:;")
    return "".join(text)


def fuzz(seconds: float, start: int = 0, most: int = 1_000_000) -> tuple[int, list[str]]:
    """Read mutated texts until time or number runs out. Returns how many were read, and the texts that broke a rule."""
    until, broken, count = time.monotonic() + seconds, [], 0
    seed = random.Random(start)
    while time.monotonic() < until and count < most:
        text = mutated(seed)
        count += 1
        try:
            workout = read_workout(text)
        except UnusableText:
            continue
        except Exception as problem:  # noqa: BLE001: the rule is that nothing else is ever raised
            broken.append(f"{type(problem).__name__}: {problem}\n{text!r}")
            continue
        if left := unaccounted(text, workout):
            broken.append(f"dropped {left}\n{text!r}")
    return count, broken


class Fuzz(unittest.TestCase):
    def test_mutated_texts_never_break_and_never_lose_a_word(self):
        """Twenty seconds of mutated boards: no error but UnusableText, no word without a mark (longer: ./chalk bench fuzz)."""
        count, broken = fuzz(20)
        self.assertEqual(broken[:3], [])
        self.assertGreater(count, 1500)

    @settings(max_examples=200, deadline=None)
    @given(st.text(max_size=300))
    def test_any_unicode_is_read_or_refused(self, text):
        """Any text at all gives a workout or UnusableText."""
        try:
            read_workout(text)
        except UnusableText:
            pass
