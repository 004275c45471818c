"""What the reader takes for granted is told at its place, and what was right is seldom told of."""

from dataclasses import replace
from unittest import TestCase

from core.catalog import load_catalog
from core.reading import read_workout
from core.reading.granted import told
from core.reading.workout import ASKING_KINDS, Format, Work, Workout, Written

from .boards import boards, hold

CATALOG = load_catalog()
BARBELL = {movement.id for movement in CATALOG.movements.values() if movement.implement == "barbell"}


def assumed(text: str) -> list[str]:
    return [work.assumed for work in read_workout(text).works]


def reread(board, workout: Workout) -> tuple[Work, ...]:
    """What is told of a board if the reader had come to this instead."""
    bare = tuple(
        replace(part, work=tuple(replace(work, assumed="") for work in part.work)) for part in workout.parts
    )
    return Workout(workout.title, told(bare, list(enumerate(board.text.split("\n"), 1)), CATALOG)).works


class Granted(TestCase):
    def test_a_little_work_is_hardly_ever_done_once(self):
        for text in (
            "After that:\n12 ring rows\n20 crunches",
            "12 thrusters",
            "B. 8 strict dips, 8 chin-ups",
        ):
            with self.subTest(text):
                self.assertTrue(all("once" in one for one in assumed(text)))

    def test_what_says_how_often_is_believed(self):
        for text in (
            "3 rounds\n12 ring rows\n20 crunches",
            "For time:\n12 ring rows\n20 crunches",
            "12 min AMRAP\n12 ring rows\n20 crunches",
            "Ring rows 4 x 12",
            "100 sit-ups",
            "Run 5 km",
            "Warm-up\n10 air squats\n10 push-ups",
            "Max pull-ups in one go",
            "Teams of 3: 15 cal row",
        ):
            with self.subTest(text):
                self.assertFalse(any("once" in one for one in assumed(text)))

    def test_a_line_beside_one_of_sets_and_a_name_beside_an_amount(self):
        beside = read_workout("Back squat 5 x 5 @ 70%\n8 box jumps").works
        self.assertIn("not in the sets beside it", beside[1].assumed)
        self.assertEqual("", beside[0].assumed)
        self.assertIn(
            "no amount of its own", read_workout("For time: 40 wall balls, pull-ups").works[1].assumed
        )

    def test_sharing_that_left_no_trace(self):
        text = "Pairs\nFor time:\n60 burpees\n60 sit-ups"
        workout = read_workout(text)
        alone = replace(workout.parts[0], format=Format(for_time=True))
        lines = list(enumerate((text + "\nsplit as you like").split("\n"), 1))
        self.assertTrue(all("by each" in work.assumed for work in told((alone,), lines, CATALOG)[0].work))

    def test_a_reader_that_drops_a_load_a_percent_or_the_rounds_is_found_out(self):
        """Mutation: of every board that is read right, what one kind of fault would leave of it."""

        def without(dropped: str, work: Work) -> Work:
            return replace(work, **{dropped: ()})

        counts = {"loads": [0, 0], "percents": [0, 0]}
        for board in boards("kinds"):
            workout = read_workout(board.text)
            if "%" not in board.text and "kg" not in board.text:
                continue  # a best is a percent nobody wrote
            for dropped, count in counts.items():
                parts = tuple(
                    replace(part, work=tuple(without(dropped, work) for work in part.work))
                    for part in workout.parts
                )
                lost = zip(workout.works, reread(board, replace(workout, parts=parts)), strict=True)
                said = [
                    bool(after.assumed)
                    for before, after in lost
                    if getattr(before, dropped)
                    and before.movement in BARBELL
                    and not (before.percents if dropped == "loads" else before.loads or before.rpe)
                ]
                count[0] += sum(said)
                count[1] += len(said)
        for dropped, (told_of, all_of) in counts.items():
            with self.subTest(dropped, told_of=told_of, all_of=all_of):
                self.assertGreater(all_of, 40)
                self.assertGreater(told_of / all_of, 0.8)

    def test_a_reader_that_misses_the_rounds_is_found_out(self):
        told_of = all_of = 0
        for board in boards("kinds"):
            workout = read_workout(board.text)
            for at, part in enumerate(workout.parts):
                once = [replace(one, reps=one.written.reps) for one in part.work if _counted(one.written)]
                if (
                    part.format.kind != "rounds"
                    or part.kind not in ASKING_KINDS
                    or len(once) < len(part.work)
                ):
                    continue
                if sum(one.reps * 3 for one in once) > 120:
                    continue  # long enough to be done once
                missed = replace(part, format=Format(), work=tuple(once))
                parts = (*workout.parts[:at], missed, *workout.parts[at + 1 :])
                works = reread(board, replace(workout, parts=parts))
                mine = works[sum(len(one.work) for one in workout.parts[:at]) :][: len(once)]
                told_of += all(work.assumed for work in mine)
                all_of += 1
        self.assertGreater(all_of, 10)
        self.assertGreater(told_of / all_of, 0.9)

    def test_of_what_is_right_little_is_told(self):
        """At most one work in thirty of the boards that are read right throughout."""
        right = told_of = 0
        for board in boards("kinds"):
            workout = read_workout(board.text)
            if hold(board, workout)[1]:
                continue
            plain = reread(board, workout)
            right += len(plain)
            told_of += sum(bool(work.assumed) for work in plain)
        self.assertLess(told_of / right, 1 / 30)


def _counted(written: Written) -> bool:
    return bool(written.reps) and not (
        written.sets or written.scheme or written.calories or written.distance_m
    )
