"""A list as a clock runs it: one go after the other, sides in turn, nothing twice and nothing left out."""

import unittest
from itertools import pairwise

from core.catalog import load_catalog
from core.demand import derive
from core.documents.plan import item_documents
from core.documents.steps import steps_of
from core.prep import PlanSettings, plan
from core.reading import read_workout

CATALOG = load_catalog()
BOARDS = (
    "A) Front squat 4x4 @ 78%\n\nB) 3 rounds for time\n15 push presses 40 kg\n9 pull-ups",
    "5 rounds\n400 m run\n15 overhead squats 35 kg",
    "Bench press 5x5\n\n12 min\n10 ring dips\n20 lunges",
)


def item(start_s: int, seconds: int, **more) -> dict:
    dose = {"per_side": False, "extra_side": None, **more.pop("dose", {})}
    return {"start_s": start_s, "seconds": seconds, "turns": [], "waves": 1, "dose": dose, **more}


def told(items) -> list[tuple]:
    return [(one.item, one.start_s, one.seconds, one.side, one.round) for one in steps_of(items)]


class ByHand(unittest.TestCase):
    def test_one_after_the_other_with_sides(self):
        """Written down before it was run: 30 s; 10 s between; 41 s in two sides, the longer first; from 0."""
        items = [item(5, 30), item(45, 41, dose={"per_side": True})]
        self.assertEqual(told(items), [(0, 0, 30, None, 1), (1, 40, 21, "left", 1), (1, 61, 20, "right", 1)])

    def test_the_side_that_needs_more_comes_first(self):
        """The tighter right side before the left."""
        items = [item(0, 40, dose={"per_side": True, "extra_side": "right"})]
        self.assertEqual([(one.side, one.seconds) for one in steps_of(items)], [("right", 20), ("left", 20)])

    def test_rounds_go_in_turns(self):
        """A pair back to back, twice: first, second, first, second."""
        items = [item(0, 60, turns=[[0, 30], [70, 30]]), item(35, 60, turns=[[35, 30], [105, 30]])]
        self.assertEqual(
            told(items),
            [(0, 0, 30, None, 1), (1, 35, 30, None, 1), (0, 70, 30, None, 2), (1, 105, 30, None, 2)],
        )

    def test_halves_of_a_class_are_told_apart(self):
        """Two waves of one drill are one round each half."""
        steps = steps_of([item(0, 60, waves=2, turns=[[0, 30], [30, 30]])])
        self.assertEqual(
            [(one.wave, one.waves, one.round, one.rounds) for one in steps], [(1, 2, 1, 1), (2, 2, 1, 1)]
        )

    def test_nothing_to_do_has_no_steps(self):
        """An empty list."""
        self.assertEqual(steps_of([]), ())


class OfPlans(unittest.TestCase):
    def test_every_method_runs_whole_and_without_overlap(self):
        """Three boards by every method: steps follow each other, each drill is done for its own seconds, and
        the last ends when the prep does."""
        for board in BOARDS:
            workout = read_workout(board)
            for method in CATALOG.methods:
                sheet = plan(workout, derive(workout), PlanSettings(minutes=14, method=method))
                items = [one.json_value() for one in item_documents(sheet.items, CATALOG)]
                steps = steps_of(items)
                for one, following in pairwise(steps):
                    self.assertLessEqual(one.start_s + one.seconds, following.start_s, (board, method))
                for place, row in enumerate(items):
                    done = sum(step.seconds for step in steps if step.item == place)
                    self.assertEqual(done, row["seconds"], (board, method, row["drill"]))
                if steps:
                    ends = max(row["end_s"] for row in items) - min(row["start_s"] for row in items)
                    self.assertEqual(steps[-1].start_s + steps[-1].seconds, ends, (board, method))
