"""Numbers in words, ladders by their step and loads in turn read as the same board with every number written
out."""

from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from core.catalog import load_catalog
from core.reading import read_workout
from core.reading.in_full import in_full
from core.reading.languages import Translated
from core.reading.names import Names

NAMES = Names(load_catalog())
_SMALL = "one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen"
SMALL = ("", *_SMALL.split(), "seventeen", "eighteen", "nineteen")
TENS = ("", "", "twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety")


def spelled(number: int, dash: str, joint: str) -> str:
    """A number below a thousand as English writes it (Merriam-Webster's list of numbers, from memory)."""
    hundreds, rest = divmod(number, 100)
    tens = SMALL[rest] if rest < 20 else TENS[rest // 10] + (dash + SMALL[rest % 10] if rest % 10 else "")
    whole = f"{SMALL[hundreds]} hundred" if hundreds else ""
    return joint.join(filter(None, (whole, tens)))


def written(text: str) -> str:
    return in_full(Translated(text), NAMES.starts).text


def amounts(text: str) -> list[tuple[str, float, float, float, tuple[float, ...]]]:
    """What is asked of everybody, in order."""
    return [
        (one.movement, one.reps, one.distance_m or 0, one.seconds or 0, one.percents)
        for one in read_workout(text).works
    ]


class InFull(TestCase):
    @settings(deadline=None, max_examples=60)
    @given(st.integers(3, 999), st.sampled_from("- "), st.sampled_from((" ", " and ")))
    def test_every_number_in_words_is_its_digits(self, number, dash, joint):
        said = spelled(number, dash, joint)
        self.assertEqual(f"{number} push-ups", written(f"{said} push-ups"))
        self.assertEqual(f"{number} metre run", written(f"{said} metre run"))

    @settings(deadline=None, max_examples=60)
    @given(st.integers(3, 99), st.integers(2, 9), st.sampled_from(("pull-ups", "wall balls", "burpees")))
    def test_a_board_in_words_asks_what_it_asks_in_digits(self, reps, rounds, name):
        words = f"{spelled(rounds, '-', ' ')} rounds for time:\n{spelled(reps, '-', ' ')} {name}\n"
        self.assertEqual(
            amounts(f"{rounds} rounds for time:\n{reps} {name}\n400 m run"),
            amounts(f"{words}four hundred metre run"),
        )

    def test_words_that_count_nothing_done_stay(self):
        for text in (
            "Two rowers free, one box each",
            "The first ten people row",
            "one arm swings",
            "all four of you start together",
            "twenty of us came",
        ):
            with self.subTest(text):
                self.assertEqual(text, written(text))

    @settings(deadline=None, max_examples=60)
    @given(st.integers(1, 30), st.integers(1, 10), st.integers(2, 9), st.booleans())
    def test_a_ladder_by_its_step_has_every_rung(self, least, step, more, down):
        rungs = [least + step * place for place in range(more + 1)]
        if down:
            rungs.reverse()
        way = "down to" if down else "up to"
        self.assertEqual(
            "-".join(map(str, rungs)) + " burpees",
            written(f"{rungs[0]} {way} {rungs[-1]} by {step}s burpees"),
        )

    def test_steps_that_miss_their_end_are_no_ladder(self):
        for text in ("14 down to 3 by 2s", "14 down to 2 by 0", "9 to 9 by 1s"):
            self.assertEqual(text, written(text))
        self.assertEqual("run 5 to 10 by 8 min", written("run 5 to 10 by 8 min"))

    @settings(deadline=None, max_examples=60)
    @given(st.integers(2, 5), st.integers(1, 5), st.integers(50, 70), st.integers(71, 90))
    def test_loads_in_turn_are_a_load_for_each_set(self, first, last, light, heavy):
        text = (
            f"Back squat {first + last} x 2, first {first} sets at {light} %, last {last} sets at {heavy} %"
        )
        (squat,) = read_workout(text).works
        self.assertEqual((light,) * first + (heavy,) * last, squat.percents)
        self.assertEqual(2 * (first + last), squat.reps)

    def test_marks_stand_where_the_words_stand(self):
        text = "Three rounds:\ntwenty-five wall balls\nfifteen dubs and ten glorbs"
        board = read_workout(text)
        lines = text.split("\n")
        said = {lines[one.line - 1][one.column - 1 :][: one.length] for one in board.marks}
        self.assertIn("twenty-five", said)
        self.assertEqual(["ten glorbs"], [one.text for one in board.unread if "glorbs" in one.text] or said)

    def test_other_languages_count_in_words_too(self):
        for text in (
            "Tres rondas:\nquince dominadas\nveinte sentadillas",
            "Drei Runden:\nfünfzehn Klimmzüge\nzwanzig Kniebeugen",
            "Trois tours:\nquinze tractions\nvingt squats\nrepos, pompes",
            "Tre giri:\nquindici trazioni\nventi squat, corsa\n",
            "Três rodadas:\nquinze barras\nvinte agachamentos",
        ):
            with self.subTest(text):
                pull, squat = amounts(text)[:2]
                self.assertEqual(("pull-up", 45, "air-squat", 60), (*pull[:2], *squat[:2]))


class Traces(TestCase):
    def test_an_amount_that_goes_nowhere_is_handed_back(self):
        for text, lost in (
            ("4 x 3 @ 77.5 %\n10 push-ups", "4 x 3"),
            ("For time:\n12 burpees\n30 of them", "30"),
        ):
            with self.subTest(text):
                self.assertTrue(any(lost in one.text for one in read_workout(text).unread))

    def test_what_counts_a_word_marked_as_no_work_is_not(self):
        text = "3 rounds\n15 air squats\n12 glorbs"
        self.assertEqual(["glorbs"], [one.text for one in read_workout(text).unread])
        self.assertEqual((), read_workout(text, notes=frozenset(("glorb",))).unread)

    @settings(deadline=None, max_examples=60)
    @given(st.integers(2, 9), st.integers(11, 40), st.integers(41, 90))
    def test_what_was_read_is_not(self, rounds, first, second):
        text = f"{rounds} rounds:\n{first} push-ups\n{second} air squats\n{first * 10} m run"
        self.assertEqual((), read_workout(text).unread)
