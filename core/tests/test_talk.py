"""What is only said around a piece changes nothing of it: goals, scores, the room, how hard it should feel.
Nothing here is told what a piece asks for; each is held against itself alone."""

from __future__ import annotations

import itertools
import unittest
from collections.abc import Iterator

from core.reading import read_workout
from core.tests.asked import asked

PIECES = (
    "back squat 5x5 @ 70%",
    "Deadlift 5-5-3-3-1",
    "3 rounds for time:\n10 burpees\n15 wall balls 9/6\n200 m run",
    "EMOM 12:\n1) 10 burpees\n2) 12 cal row\n3) 30 s plank",
    "21-15-9\nThrusters 43/30\nPull-ups",
    "5 x 400 m run",
    "3 sets:\n12 bent over rows @ 50 kg\n10/side single leg deadlift\n30 s hollow hold",
    "In pairs, 20 min:\n100 cal row\n80 wall balls 9/6\n60 burpees",
    "Every 2 min x 6:\n2 power cleans + 1 push jerk @ 75%",
    "For time:\n1 km row\n50 thrusters 20/15\n30 pull-ups",
)
SAID = (
    *(
        "add 2% on last week",
        "if form breaks, drop 10 kg",
        "goal: sub 12 minutes",
        "should take 8 to 12 minutes",
    ),
    *("no more than 2 breaks per set", "last week we did 5x4 @ 72%", "hold 1:50/500m on the rower"),
    *("6 rowers only", "we have 12 bars and 20 people", "3 per rack", "4 heats, heat 2 starts at 9:20"),
    *("don't go below 60% of last week", "use a load you could lift 8 times", "HR 140-150", "damper 5"),
    *("2 in reserve", "3 no-reps = 1 penalty lap", "5 points for the fastest", "birthday of Marek (40!)"),
    *("today's leader: 231 reps", "same as 12/10", "level 5 on the bike", "donation: 5 €", "see page 12"),
    *("touch and go or singles", "vest optional", "judge your buddy", "time to beat: 8:45", "16 spots"),
)
FRAMES = ("{piece}\n{said}", "{piece}\n\n{said}", "{said}\n\n{piece}")
BESIDE = ("{last}, {said}", "{last} - {said}", "{last} ({said})", "{last}; {said}")


def _texts(piece: str, said: str, place: int) -> Iterator[str]:
    """A piece with what is said below it, above it, and beside its last line in one of four ways."""
    for frame in FRAMES:
        yield frame.format(piece=piece, said=said[0].upper() + said[1:])
    *above, last = piece.split("\n")
    yield "\n".join((*above, BESIDE[place % len(BESIDE)].format(last=last, said=said)))


class Talk(unittest.TestCase):
    def test_what_is_only_said_changes_nothing(self) -> None:
        alone = {piece: asked(piece + "\n") for piece in PIECES}
        for place, (said, piece) in enumerate(itertools.product(SAID, PIECES)):
            for text in _texts(piece, said, place + place // len(PIECES)):
                with self.subTest(text=text):
                    self.assertEqual(asked(text + "\n"), alone[piece])

    def test_it_stays_as_a_note(self) -> None:
        """It is shown with the piece, and no word of it is unread."""
        read = read_workout("Deadlift 5-5-3-3-1, no more than 2 breaks per set\n")
        self.assertIn("no more than 2 breaks per set", read.parts[0].notes)
        self.assertEqual(read.unread, ())

    def test_a_number_of_a_word_nobody_knows_fills_no_gap(self) -> None:
        """Neither beside a movement nor in brackets behind it."""
        for text in ("back squat 5x5, 12 zorkas", "back squat 5x5 (12 zorkas)", "back squat 5x5, zorka 12"):
            with self.subTest(text=text):
                self.assertEqual([(one.reps, one.load_kg) for one in read_workout(text).works], [(25, None)])


if __name__ == "__main__":
    unittest.main()
