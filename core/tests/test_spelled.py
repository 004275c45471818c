"""Every spelling of a part beside every spelling of the others asks for the same."""

from __future__ import annotations

import unittest

from core.reading import read_workout
from core.reading.workout import Work
from core.tests.spelled import Spelled, lifts, lifts_by_the_clock, lists
from core.tests.spelled_anew import ANEW, told_anew
from core.tests.spelled_by_rows import BY_ROWS, told_by_rows
from core.tests.spelled_in_place import IN_PLACE, told_in_place
from core.tests.spelled_more import KINDS, pieces
from core.tests.spelled_otherwise import OTHERWISE, told_otherwise

ALLOWED = (
    0.03  # of texts read otherwise; the sweep that found these spellings measured 0.4 to 1.4 of a hundred
)
LIFTS_SEED, LISTS_SEED, CLOCKED_SEED, COUNT = 20261130, 20261201, 20261202, 500
MORE_SEED, FEWER = 20261203, 100


def _amount(work: Work) -> float | None:
    return work.reps or work.distance_m or work.calories or work.seconds


def _is_asked(piece: Spelled) -> bool:
    """Whether the text asks for what it was put together from."""
    parts = read_workout(piece.text + "\n").parts
    works = [work for part in parts if part.kind not in ("warm-up", "cool-down") for work in part.work]
    asked = piece.asked
    if piece.any_order:
        works = sorted(works, key=lambda work: (work.movement, work.load_kg or 0))
        asked = tuple(sorted(asked, key=lambda one: (one[0], one[2] or 0)))
    if len(works) != len(asked):
        return False
    turns = len(works) if piece.minutes else 1
    for work, (movement, amount, kg, percent) in zip(works, asked, strict=True):
        amounts = () if amount is None else (amount, amount // turns)
        if work.movement != movement or (amounts and round(_amount(work) or 0) not in amounts):
            return False
        if amount is None and not work.reps_estimated:
            return False
        if (kg and abs((work.load_kg or 0) - kg) > 0.6) or (percent and work.percent != percent):
            return False
    return True


class AnySpelling(unittest.TestCase):
    def test_sets_of_a_lift(self) -> None:
        """Name, sets, load and what stands behind them."""
        wrong = [one.text for one in lifts(LIFTS_SEED, COUNT) if not _is_asked(one)]
        self.assertLessEqual(len(wrong), ALLOWED * COUNT, wrong)

    def test_lists(self) -> None:
        """What arranges a list, its cap, its lines and its layout."""
        wrong = [one.text for one in lists(LISTS_SEED, COUNT) if not _is_asked(one)]
        self.assertLessEqual(len(wrong), ALLOWED * COUNT, wrong)

    def test_lifts_by_the_clock(self) -> None:
        """Name, how often, how many each time, and load."""
        wrong = [one.text for one in lifts_by_the_clock(CLOCKED_SEED, COUNT) if not _is_asked(one)]
        self.assertLessEqual(len(wrong), ALLOWED * COUNT, wrong)

    def test_pieces_of_many_kinds(self) -> None:
        """Turns, complexes, what opens and ends a piece, rounds told apart, weeks, event sheets."""
        for kind in KINDS:
            with self.subTest(kind):
                wrong = [one.text for one in pieces(kind, MORE_SEED, FEWER) if not _is_asked(one)]
                self.assertLessEqual(len(wrong), ALLOWED * FEWER, wrong)

    def test_pieces_told_otherwise(self) -> None:
        """Max loads, ladders, plans of a class, pairs, divisions, how often a list is done, groups."""
        for kind in OTHERWISE:
            with self.subTest(kind):
                told = told_otherwise(kind, MORE_SEED, FEWER)
                wrong = [one.text for one in told if not _is_asked(one)]
                self.assertLessEqual(len(wrong), ALLOWED * FEWER, wrong)

    def test_pieces_told_anew(self) -> None:
        """What interrupts a list, levels, loads set by set, rounds in rounds, waves, sentences, events."""
        for kind in ANEW:
            with self.subTest(kind):
                wrong = [one.text for one in told_anew(kind, MORE_SEED, FEWER) if not _is_asked(one)]
                self.assertLessEqual(len(wrong), ALLOWED * FEWER, wrong)

    def test_pieces_told_by_rows(self) -> None:
        """Intervals below a machine, tables, levels, loads by round, complexes, teams in turn."""
        for kind in BY_ROWS:
            with self.subTest(kind):
                wrong = [one.text for one in told_by_rows(kind, MORE_SEED, FEWER) if not _is_asked(one)]
                self.assertLessEqual(len(wrong), ALLOWED * FEWER, wrong)

    def test_things_in_any_place(self) -> None:
        """Loads of a list, lines below a lift, labels on rows of their own, pieces in a row."""
        for kind in IN_PLACE:
            with self.subTest(kind):
                wrong = [one.text for one in told_in_place(kind, MORE_SEED, FEWER) if not _is_asked(one)]
                self.assertLessEqual(len(wrong), ALLOWED * FEWER, wrong)


if __name__ == "__main__":
    unittest.main()
