"""Boards put together from plain pieces (composed.py): what stands beside what must change nothing."""

import unittest

from core.reading import read_workout
from core.tests.boards import hold
from core.tests.composed import Composer
from core.tests.fuzzing import unaccounted

BOARDS = 350
LEAST_WHOLE = 0.99  # of boards of which every piece alone is read


class Composed(unittest.TestCase):
    def test_pieces_are_read_beside_each_other_as_alone(self):
        """Three seeds; the few that are not whole are printed with what differs."""
        wrong = []
        for seed in (20261129, 20261130, 20261201):
            for board in Composer(seed).boards(BOARDS // 3):
                workout = read_workout(board.text)
                _, differs = hold(board, workout)
                if differs := [*differs, *unaccounted(board.text, workout)]:
                    wrong.append((board.text, differs))
        self.assertLessEqual(len(wrong), BOARDS * (1 - LEAST_WHOLE), wrong)

    def test_the_same_seed_makes_the_same_boards(self):
        first, second = ([board.text for board in Composer(7).boards(20)] for _ in range(2))
        self.assertEqual(first, second)
        self.assertEqual(len(set(first)), 20)
