"""What stands above, beside or before a piece changes nothing of it: heads, minutes, dates, and other pieces.
Nothing here is told what a piece asks for; each is held against itself alone."""

from __future__ import annotations

import itertools
import unittest

from core.tests.asked import asked

PIECES = (
    "4 x 30 s hollow hold, 4 x 30 s side plank per side",
    "every 4 min x 5: 15 m sled push, 10 burpees",
    "3 rounds for time: 10 burpees, 15 wall balls 9/6",
    "back squat 5x5 @ 70%",
    "farmer carry 4 x 40 m 2x24/16",
    "AMRAP 12: 10 burpees, 200 m run",
    "5 x 400 m run, rest 90 s",
    "3 sets: 12 bent over rows, 12 curls, 30 s plank",
    "EMOM 12: 1) 10 burpees 2) 12 cal row 3) rest",
    "deadlift 5-5-3-3-1",
    "15 m sled push, 15 m sled pull, for time",
)
HEADS_WITH_MINUTES = (
    *(
        "Block 2 (20')",
        "Part B (20 min)",
        "B (20')",
        "B) 20 min",
        "B. 20'",
        "Metcon (20')",
        "Metcon - 20 min",
    ),
    *("Conditioning, 20 min", "2) (20 min)", "2. 20 min", "Workout (20)", "Section 3 [20']", "Core (8')"),
    *(
        "Strength (15-20 min)",
        "Block C | 20 min",
        "Accessory (about 15 min)",
        "B [20 min]",
        "Part B 20-40 min",
    ),
)
HEADS = (
    *("Strength", "A.", "1)", "Block 1:", '"Old Mill"', "**WOD**", "[B]", "Part A: Strength", "A / Strength"),
    *("WOD #3", "Tue 8 Dec", "Tuesday", "08.12.2026", "Day 4", "Session 2 (PM)", "Today", "Event 2"),
    *('Event 2: "Hill"', "EVENT 2 | 10:40", "Not for time", "For quality"),
)
JOINTS = (":\n", "\n", ": ", " - ")
ALONE = (
    *(one.replace(": ", ":\n", 1).replace(", 1", "\n1") for one in PIECES[:10]),
    *("Snatch\nE90S x 8, 2 reps @ 70%", "Tabata: air squats", "Death by thrusters 40/30", "2 km row"),
    *("Buy-in: 1 km run\nAMRAP 10\n5 deadlifts 100/70", "Row 3 x 500 m, rest 2 min", "100 burpees for time"),
)
LISTS = (
    ("10 burpees", "15 wall balls 9/6", "200 m run"),
    ("12 cal row", "30 s plank", "8 deadlifts 100/70"),
    ("14 alt. pistols", '10 box jumps 24/20"', "20 m handstand walk", "7 C2B"),
)
ARRANGED = (
    *(
        "3 rounds for time",
        "5 rounds",
        "AMRAP 12",
        "12 min AMRAP",
        "4 rounds, not for time",
        "3 sets",
        "3 RFT",
    ),
    *("Every 3 min x 5", "For time", "E4MOM 20", "5 rounds for time, 20 min cap"),
)
LINES = ("- {}", "* {}", "   {}", "{}", "• {}")
SIGNS = (  # between the head and its list, and between its lines
    *((": ", ", "), (": ", " / "), (": ", " + "), (" - ", ", "), (": ", "; "), (": ", " & "), (": ", " -> ")),
    *((" | ", " | "), (" of ", ", ")),
)
FRAMES = ("{}\n\n{}\n", "A. {}\n\nB. {}\n", "{}\n\nrest 3 min\n\n{}\n", "Part 1\n{}\n\nPart 2\n{}\n")


class Heads(unittest.TestCase):
    def test_a_head_changes_nothing(self) -> None:
        """Numbers, names, days and minutes above a piece, or before it on its line, are none of its own."""
        alone = {piece: asked(piece + "\n") for piece in PIECES}
        heads = itertools.chain(
            itertools.product(HEADS_WITH_MINUTES, JOINTS[1:], PIECES),
            itertools.product(HEADS, JOINTS[:2], PIECES),
        )
        for head, joint, piece in heads:
            with self.subTest(text=f"{head}{joint}{piece}"):
                self.assertEqual(asked(f"{head}{joint}{piece}\n"), alone[piece])

    def test_a_list_is_the_same_in_any_layout(self) -> None:
        """A list below what arranges it, with any sign before its lines or between them, or above it."""
        for head, lines in itertools.product(ARRANGED, LISTS):
            wanted = asked("\n".join((f"{head}:", *lines, "")))
            below = ("\n".join((head, *(sign.format(one) for one in lines))) for sign in LINES)
            beside = (head + lead + sign.join(lines) for lead, sign in SIGNS)
            for text in (*below, *beside, "\n".join((*lines, head))):
                with self.subTest(text=text):
                    self.assertEqual(asked(text + "\n"), wanted)

    def test_pieces_stand_apart(self) -> None:
        """Two pieces with a gap, a rest or heads between them ask for what both ask for alone."""
        alone = {piece: asked(piece + "\n") for piece in ALONE}
        pairs = itertools.permutations(ALONE, 2)
        for place, (first, second) in enumerate(pairs):
            text = FRAMES[place % len(FRAMES)].format(first, second)
            with self.subTest(text=text):
                self.assertEqual(asked(text), alone[first] + alone[second])


if __name__ == "__main__":
    unittest.main()
