"""Text and workout are two forms of one thing: what is written reads back the same, and every word of a
text is accounted for."""

import contextlib
import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from core.errors import UnusableText
from core.reading import Workout, read_workout, write_workout
from core.reading.usable import lines_of
from core.tests.fuzzing import TEXTS, fuzz, mutated_board, unaccounted
from core.tests.texts import BY_REP, CATALOG, workouts


def meaning(workout: Workout) -> Workout:
    """A workout without its places in the text, and without how words were assumed."""
    return replace(
        workout,
        unread=(),
        doubts=(),
        parts=tuple(
            replace(
                part,
                line=0,
                work=tuple(replace(work, line=0, column=0, text="", assumed="") for work in part.work),
            )
            for part in workout.parts
        ),
    )


class RoundTrip(unittest.TestCase):
    @settings(max_examples=250, deadline=None)
    @given(workouts())
    def test_what_is_written_reads_back_the_same(self, workout):
        """read(write(w)) == w for generated workouts, with nothing unread."""
        text = write_workout(workout)
        found = read_workout(text)
        self.assertEqual(found.unread, (), text)
        self.assertEqual(meaning(found), meaning(workout), text)

    def test_every_movement_is_read_by_its_name_in_every_amount(self):
        """What stands before a name is no part of it, whatever the name: "1 each side plank row" is no side
        plank."""
        for amount in ("7", "7 each side", "7-9 reps", "max", "3 x 7 each side", "7/5", "7 synchro"):
            for movement in BY_REP:
                text = f"{amount} {CATALOG.movements[movement].name}"
                found = read_workout(text)
                self.assertEqual([work.movement for work in found.parts[0].work], [movement], text)
                self.assertEqual(found.unread, (), text)

    def test_every_corpus_text_has_a_canonical_form(self):
        """A text read, written and read again means the same, and writing it once more changes nothing."""
        for text in TEXTS:
            workout = read_workout(text)
            if workout.unread:
                continue
            canonical = write_workout(workout)
            again = read_workout(canonical)
            self.assertEqual(meaning(again), meaning(workout), f"{text}\n--\n{canonical}")
            self.assertEqual(write_workout(again), canonical)


class Accounting(unittest.TestCase):
    def test_every_word_of_the_corpus_is_marked(self):
        """Each word was read as something, or is handed back: nothing is dropped."""
        for text in TEXTS:
            self.assertEqual(unaccounted(text, read_workout(text)), [], text)

    def test_unread_places_are_where_their_text_stands(self):
        """Line and column of every unread piece point at its words as written."""
        for text in (*TEXTS, "10 burpees\n  12 flumbles 40 kg wob\nzork: 12", "é 💪 3 zorks"):
            for one in read_workout(text).unread:
                line = lines_of(text)[one.line - 1]
                self.assertEqual(line[one.column - 1 : one.column - 1 + len(one.text)], one.text, text)


class Fuzz(unittest.TestCase):
    def test_mutated_texts_never_break_and_never_lose_a_word(self):
        """Twenty seconds of mutated boards: no error but UnusableText, no word without a mark (longer:
        ./chalk bench fuzz)."""
        count, broken = fuzz(20)
        self.assertEqual(broken[:3], [])
        self.assertGreater(count, 500)  # a slow machine reads some seventy a second

    def test_mutated_boards_never_break_and_never_lose_a_word(self):
        """The same of whole boards up to 2,500 letters."""
        count, broken = fuzz(15, make=mutated_board)
        self.assertEqual(broken[:3], [])
        self.assertGreater(count, 100)

    @settings(max_examples=200, deadline=None)
    @given(st.text(max_size=300))
    def test_any_unicode_is_read_or_refused(self, text):
        """Any text at all gives a workout or UnusableText."""
        with contextlib.suppress(UnusableText):
            read_workout(text)
