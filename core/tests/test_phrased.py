"""Days put together from every form of saying the same (phrased.py): each form is read, whatever stands
around it, and no word is lost."""

import unittest

from core.reading import Workout, read_workout, write_workout
from core.tests.boards import Board, hold, wanted
from core.tests.fuzzing import unaccounted
from core.tests.phrased import Phrases
from core.tests.phrased_again import AGAIN, Again
from core.tests.phrased_more import MORE, More
from core.tests.phrased_others import NOTES, OTHERS

DAYS = 200
MOST_WRONG = 0.01  # of days; `./chalk bench phrased` says how many in thousands


def _asked(workout: Workout) -> list[tuple[object, ...]]:
    """What each movement of a workout comes to."""
    return [
        (one.movement, one.division, one.reps, one.distance_m, one.calories, one.seconds, one.load_kg)
        for one in workout.works
    ]


class Phrased(unittest.TestCase):
    def test_days_are_read_in_whatever_form_they_are_said(self):
        """A seed for each maker; the few that are not whole are printed with what differs."""
        wrong = []
        for makes, seed in ((Phrases, 20261202), (More, 20261203), (Again, 20261204)):
            for board in makes(seed).boards(DAYS):
                workout = read_workout(board.text)
                if differs := [*hold(board, workout)[1], *unaccounted(board.text, workout)]:
                    wrong.append((board.text, differs))
        self.assertLessEqual(len(wrong), 3 * DAYS * MOST_WRONG, wrong)

    def test_each_piece_alone_is_read(self):
        """Every kind of piece on its own, forty times."""
        for make in (*Phrases.lifting, *Phrases.pieces, *OTHERS, *MORE, *AGAIN):
            phrases = Again(7)
            for number in range(40):
                text, answer = getattr(phrases, make)()
                board = Board(number, text, tuple(map(wanted, answer)), (), False)
                with self.subTest(make, text=text):
                    self.assertEqual(hold(board)[1], [])

    def test_what_is_said_around_a_piece_is_no_work(self):
        """Below a piece and below a lift: nothing is done more or otherwise, and nothing is handed back."""
        for text in ("3 rounds for time\n10 pull-ups\n200 m run\n", "Back squat 5x5 @ 75%\n"):
            alone = _asked(read_workout(text))
            for note in NOTES:
                workout = read_workout(text + note)
                with self.subTest(text + note):
                    self.assertEqual(_asked(workout), alone)
                    self.assertEqual(workout.unread, ())

    def test_what_is_written_of_a_day_asks_the_same(self):
        """The canonical text of a day, read again: the same movements, amounts and loads."""
        for board in Again(5).boards(150):
            workout = read_workout(board.text)
            with self.subTest(board.text):
                self.assertEqual(_asked(read_workout(write_workout(workout))), _asked(workout))

    def test_the_same_seed_makes_the_same_days(self):
        first, second = ([board.text for board in Again(7).boards(20)] for _ in range(2))
        self.assertEqual(first, second)
        self.assertEqual(len(set(first)), 20)
