"""Changes of a board that change nothing a coach would see: what is asked has to stay. No answers are
needed, so every board of the corpus and of the half that may be looked at takes part."""

import re
import unittest
from collections.abc import Callable, Sequence
from functools import cache

from core.catalog import load_catalog
from core.reading import Work, read_workout
from core.reading.names import Names
from core.tests.boards import boards
from core.tests.corpus import CORPUS

SHORT = [case["text"] for case in CORPUS]
LONG = [board.text for board in boards("seen")]
SENTENCE = "Please wash your hands before you leave, and thank you all for coming."
LISTED = re.compile(r"^(\s*)(\d+) ([A-Za-z][A-Za-z -]+)$", re.MULTILINE)  # "15 push-ups"
LETTERED = re.compile(r"^\s*[a-h][.)]", re.MULTILINE)  # such letters in capitals begin parts
Change = Callable[[str], str]


@cache
def asked(text: str) -> tuple[tuple, ...]:
    """Everything that is asked, line by line, without places and assumptions."""
    return tuple(map(_asked, read_workout(text).works))


def _asked(work: Work) -> tuple:
    amounts = (work.reps, work.distance_m, work.calories, work.seconds, work.loads_kg, work.percents)
    return (work.movement, work.division, *amounts, work.station)


class SameMeaning(unittest.TestCase):
    def stays(self, change: Change, texts: Sequence[str]) -> None:
        changed = 0
        for text in texts:
            other = change(text)
            if other == text:
                continue
            changed += 1
            with self.subTest(text[:60]):
                self.assertEqual(asked(other), asked(text), other)
        self.assertGreater(changed, 9, "the change has to change something")


class Invisible(SameMeaning):
    def test_line_ends_of_another_system(self):
        self.stays(lambda text: text.replace("\n", "\r\n"), SHORT[::4] + LONG)

    def test_spaces_at_the_ends_of_lines(self):
        self.stays(lambda text: text.replace("\n", "   \n") + "  ", SHORT[::4] + LONG)

    def test_blank_lines_around_the_text(self):
        self.stays(lambda text: f"\n\n{text}\n\n", SHORT[::4] + LONG)

    def test_marks_that_no_one_sees(self):
        """A byte order mark before the text, a zero-width space after it."""
        self.stays(lambda text: f"\ufeff{text}\u200b", SHORT[::4] + LONG)

    def test_look_alikes_of_signs(self):
        """The curly apostrophe, the sign of multiplication."""
        self.stays(lambda text: re.sub(r"(?<=\d)x(?=\d)", "\u00d7", text).replace("'", "\u2019"), SHORT)

    def test_an_indent_of_everything(self):
        self.stays(lambda text: "\n".join(f"  {line}" for line in text.split("\n")), SHORT[::4] + LONG)


class Around(SameMeaning):
    def test_a_greeting_above(self):
        self.stays(lambda text: f"Good morning everybody, here is what we do today:\n\n{text}", SHORT[::3])

    def test_a_sentence_below(self):
        """A text of one line becomes the title of what follows, so it needs two."""
        texts = [text for text in SHORT[1::3] + LONG if "\n" in text]
        self.stays(lambda text: f"{text}\n\n{SENTENCE}", texts)

    def test_classes_below(self):
        texts = [text for text in SHORT[2::3] if "\n" in text]
        self.stays(lambda text: f"{text}\n\nClasses: 6:00, 7:15, 12:00, 17:30, 18:45", texts)

    def test_pictures_after_lines(self):
        self.stays(lambda text: re.sub(r"(?<=\S)$", " \U0001f4aa", text, flags=re.MULTILINE), SHORT[::3])


class Letters(SameMeaning):
    def test_all_in_capitals(self):
        self.stays(str.upper, [text for text in SHORT[::2] + LONG if not LETTERED.search(text)])

    def test_all_in_small_letters(self):
        self.stays(str.lower, [text for text in SHORT[1::2] if not LETTERED.search(text)])


class Habits(SameMeaning):
    """Other usual ways to write one line of a list, whose words are a movement's exact name."""

    names = Names(load_catalog())

    def written(self, shape: str) -> None:
        def rewritten(match: re.Match[str]) -> str:
            found = self.names.find(match[3])
            exact = found is not None and found.confidence == 1 and not found.left_over
            return match.expand(shape) if exact else match[0]

        self.stays(lambda text: LISTED.sub(rewritten, text), SHORT)

    def test_the_number_after_the_name(self):
        for shape in (r"\1\3 x \2", r"\1\3 - \2", r"\1\3: \2", r"\1\3 (\2)"):
            self.written(shape)

    def test_a_sign_or_a_word_between(self):
        for shape in (r"\1\2 x \3", r"\1\2x \3", r"\1\2 reps \3", r"\1\2 reps of \3"):
            self.written(shape)

    def test_signs_around_the_line(self):
        for shape in (r"\1\2 \3,", r"\1\2 \3.", r"\1- \2 \3", r"\1* \2 \3", r"\1**\2 \3**"):
            self.written(shape)

    def test_units(self):
        texts = SHORT[::2] + LONG
        self.stays(lambda text: re.sub(r"(\d) ?kg\b", r"\1kg", text), texts)
        self.stays(lambda text: re.sub(r"(\d) ?kg\b", r"\1 kilos", text), texts)
        self.stays(lambda text: re.sub(r"(\d) m\b", r"\1m", text), texts)
        self.stays(lambda text: re.sub(r"(\d) min\b(?!ute)", r"\1 minutes", text), texts)
        self.stays(lambda text: re.sub(r"(\d) ?(?:min|minutes)\b", r"\1'", text), texts)
        self.stays(lambda text: re.sub(r"(\d) ?s\b", r"\1 sec", text), texts)

    def test_joined_and_spaced(self):
        texts = SHORT[1::2] + LONG
        self.stays(lambda text: re.sub(r"(\d)%", r"\1 %", text), texts)
        self.stays(lambda text: re.sub(r"@ ?(\d)", r"@\1", text), texts)
        self.stays(lambda text: re.sub(r"(\d)x(\d)", r"\1 x \2", text), texts)
        self.stays(lambda text: re.sub(r"\b(\d)x(\d+)\b(?![.,/:x(+]| ?kg)", r"\1 sets of \2", text), texts)
        self.stays(lambda text: re.sub(r"(\d)/(\d+) ?kg", r"\1 / \2 kg", text), texts)
        self.stays(lambda text: text.replace(" - ", " \u2013 "), texts)


LOADLESS = (
    "For time\n50 thrusters\n30 burpees",
    "3 rounds\n10 power cleans\n200 m run\n15 pull-ups",
    "AMRAP 12\n9 deadlifts\n9 bar-facing burpees\n9 toes-to-bar",
    "21-15-9\nFront squats\nRing dips",
    "EMOM 10\n5 push presses",
    "4 rounds\n12 goblet squats\n12 sit-ups",
)
PAIRS = ((42.5, 30), (60, 40), (24, 16), (100, 70))
BY_SEX = (
    ("Men: {his:g} kg", "Women: {hers:g} kg"),
    ("M {his:g} kg", "F {hers:g} kg"),
    ("Men use {his:g} kg.", "Women use {hers:g} kg."),
    ("\u2642 {his:g} kg", "\u2640 {hers:g} kg"),
)


class Loads(SameMeaning):
    def test_a_pair_told_on_two_lines(self):
        """His and hers below a list are the pair, in either order, and no other movement's."""
        for text in LOADLESS:
            for his, hers in PAIRS:
                want = asked(f"{text}\n{his:g}/{hers:g} kg")
                for first, second in BY_SEX:
                    lines = [one.format(his=his, hers=hers) for one in (first, second)]
                    for order in (lines, lines[::-1]):
                        other = "\n".join((text, *order))
                        with self.subTest(other):
                            self.assertEqual(asked(other), want)

    def test_a_load_alone_is_never_a_burpees(self):
        """Below a list whose lift has its load, another one is handed back."""
        for text in ("For time\n50 thrusters 40/30\n30 burpees", "5 rounds\n9 deadlifts 100/70\n9 pull-ups"):
            workout = read_workout(f"{text}\n20 kg")
            self.assertEqual([one.loads for one in workout.works if "lift" not in one.movement][-1], ())
            self.assertIn("20 kg", [one.text for one in workout.unread])
