"""Texts that are none: read or refused clearly, within a second each."""

import time
import unittest

from core.errors import UnusableText
from core.reading import read_workout

KB = 1000


def nested(depth: int) -> str:
    """Rounds inside rounds, one column deeper each."""
    return "\n".join(f"{' ' * level}2 rounds of" for level in range(depth)) + f"\n{' ' * depth}1 burpee"


HOSTILE = {
    "200 kB of one letter": "a" * 200 * KB,
    "90 kB of one letter": "a" * 90 * KB,
    "90 kB of brackets": "(" * 45 * KB + ")" * 45 * KB,
    "a sheet below a blank line": "Week\n\nSnatch\t5\t2\t75 %\nClean\t4\t3\t80 %",
    "lines of brackets": ("(" * 900 + ")" * 900 + "\n") * 50,
    "digits": "7" * 90 * KB,
    "lines of digits": ("1234567890 " * 150 + "\n") * 50,
    "rounds 500 deep": nested(500),
    "dashes": "-" * 90 * KB,
    "a list of one number": "-".join(["21"] * 30 * KB),
    "mixed line ends": "3 rounds\r\n10 burpees\r12 pull-ups\n\r\n200 m run",
    "right to left": "3 جولات\n10 בורפי\n‮10 burpees‬\n\u200f12 pull-ups",
    "one sign a line": "x\n" * 3_199,
    "a dash a line": "-\n" * 3_199,
    "more lines than anybody reads": "-\n" * 45 * KB,
    "slashes": "10/" * 30 * KB,
    "colons": "1:" * 900,
    "spaces behind numbers": "1-1-1" + " " * 1_900 + "x",
    "a line of bars": "| 1 " * 490,
    "every none of a count": "20 pull-ups\n*every 0-20 m run: twists",  # a mutated board found it
    "every none of a way": "5 km run\nevery 0 km: 20 squats",
    "every none of minutes": "20 min run; every 0 min stop for 10 squats",
    "bars alone on their lines": "|\n|\n|\n5 burpees",  # a mutated board found it: a row without any cell
    "a bracket of numbers": "(" + "1," * 900 + ")",
    "sets and sets": "1x1 " * 490 + "ss w/ 3",
    "numbers between commas": "12, " * 490,  # whether a ladder goes on was asked of every way to cut them
    "spaces before a count": "10 a, 12 b" + " " * 1_900 + "x 4.",
    "counts in brackets": "clean (1) + " * 160,
    "sets by their numbers": "set 1 8 " * 240,
    "labels on a line": "A1 bench A2 row " * 120,
    "dashes between numbers": "1 - " * 480,
    "shares of a minute": "emom work 40 s, " * 120,
    "instead of what": "can't do a? " * 160,
    "ways in brackets": "run: 4 x 400, " * 140,
}


class Hostile(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        read_workout("10 burpees")  # the catalog is loaded once a process, by whatever is read first

    def test_each_is_answered_within_a_second(self):
        for name, text in HOSTILE.items():
            begin = time.process_time()  # what else the machine does meanwhile is not the reader's
            try:
                read_workout(text)
            except UnusableText as refusal:
                self.assertGreater(len(str(refusal)), 20, name)
            self.assertLess(time.process_time() - begin, 1.0, name)

    def test_nobody_s_share_may_be_nothing(self):
        """A share of 0 in brackets divided by nothing, until a mutated board found it."""
        for text in ("10 kick-ups (0 each)", "50 push-ups (5 0each)", "100 m carry (0 m each)"):
            with self.subTest(text):
                read_workout(text)

    def test_line_ends_of_every_kind_are_the_same(self):
        read = [
            [
                (work.movement, work.reps)
                for work in read_workout(f"3 rounds{end}10 burpees{end}12 pull-ups").works
            ]
            for end in ("\n", "\r\n", "\r")
        ]
        self.assertEqual(read, [[("burpee", 30), ("pull-up", 36)]] * 3)
