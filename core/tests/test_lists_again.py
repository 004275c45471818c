"""Lists that are done again, tables without a head, and what is done instead: what each asks is added up
here, from how the text was made."""

import random
import unittest

from core.reading import read_workout
from core.tests.composed import BARE, EASIER, LIFTS

SEEDS = range(40)
SEPARATORS = ("\t", " | ", " ; ", ", ", "   ")


def asked(text: str) -> dict[tuple[str, str | None], int]:
    """How many repetitions of each movement a text asks, by division."""
    total: dict[tuple[str, str | None], int] = {}
    for work in read_workout(text).works:
        key = (work.movement, work.division)
        total[key] = total.get(key, 0) + (work.reps or 0)
    return total


class TablesWithoutAHead(unittest.TestCase):
    def test_rows_of_sets_and_repetitions_in_any_columns(self):
        """A name, sets, repetitions and how heavy, in columns that nothing names."""
        for seed in SEEDS:
            chance = random.Random(seed)
            names = chance.sample(sorted(LIFTS), chance.randint(2, 5))
            rows = [(name, chance.randint(2, 6), chance.randint(2, 12)) for name in names]
            sign, least, most = chance.choice((("%", 12, 18), ("kg", 8, 30)))
            loads = [f"{chance.randint(least, most) * 5} {sign}" for _ in rows]
            between = chance.choice(SEPARATORS)
            cells = [(name, str(s), str(r), load) for (name, s, r), load in zip(rows, loads, strict=True)]
            text = "\n".join(map(between.join, cells))
            wanted = {(LIFTS[name], None): s * r for name, s, r in rows}
            with self.subTest(text):
                self.assertEqual(asked(text), wanted)

    def test_lists_of_rounds_between_commas_are_no_table(self):
        """'Thrusters, 21, 15, 9' says three rounds, and no sets of fifteen at nine."""
        self.assertEqual(
            asked("Thrusters, 21, 15, 9\nPull-ups, 21, 15, 9"),
            {("thruster", None): 45, ("pull-up", None): 45},
        )


class DoneAgain(unittest.TestCase):
    def test_a_list_again_with_other_numbers(self):
        """'21 a', '21 b', 'then 15 of each, then 9' in several words: the sum of the numbers."""
        ways = (
            lambda rungs: "then " + ", then ".join(f"{one}s" for one in rungs),
            lambda rungs: "then " + ", then ".join(f"{one} of each" for one in rungs),
            lambda rungs: "then " + ", ".join(map(str, rungs)),
            lambda rungs: "\n".join(f"{one}/{one}" for one in rungs),
        )
        for seed in SEEDS:
            chance = random.Random(seed)
            first, second = chance.sample(sorted(BARE), 2)
            rungs = sorted(chance.sample(range(3, 40), 3), reverse=True)
            text = f"For time\n{rungs[0]} {first}\n{rungs[0]} {second}\n{chance.choice(ways)(rungs[1:])}"
            with self.subTest(text):
                self.assertEqual(asked(text), {(BARE[one], None): sum(rungs) for one in (first, second)})

    def test_a_rest_and_then_all_of_it_again(self):
        """'rest 5 min', 'repeat': twice; a rest that nothing follows leaves it once."""
        for words, times in (
            ("rest 5 min, repeat", 2),
            ("rest 5 min\nrepeat and try to match your time", 2),
            ("Rest 5:00 and go again", 2),
            ("rest 5 min", 1),
        ):
            with self.subTest(words):
                self.assertEqual(asked(f"3 rounds\n15 burpees\n{words}"), {("burpee", None): 45 * times})

    def test_a_rest_between_two_pieces_is_in_neither(self):
        """'AMRAP 8', a rest, 'AMRAP 8': as many rounds as without the rest; one that ends a list is in it."""
        alone = asked("AMRAP 8\n8 burpees\n8 push-ups")
        apart = asked("AMRAP 8\n8 burpees\n8 push-ups\nrest 4:00\nAMRAP 8\n8 sit-ups")
        within = asked("AMRAP 20\n8 burpees\n8 push-ups\nrest 1 min")
        without = asked("AMRAP 20\n8 burpees\n8 push-ups")
        self.assertEqual(apart["burpee", None], alone["burpee", None])
        self.assertLess(within["burpee", None], without["burpee", None])

    def test_what_interrupts_a_piece_stands_above_its_list(self):
        """'AMRAP 20', 'every 5 min: 400 m run' and then the list: as often as the minutes hold."""
        for minutes, every in ((20, 5), (24, 4), (18, 3)):
            for head in (
                f"AMRAP {minutes}\nEvery {every} min: 400 m run",
                f"AMRAP {minutes}, every {every} min run 400 m",
            ):
                works = read_workout(f"{head}\n10 push-ups\n10 sit-ups").works
                run = next(one for one in works if one.movement == "run")
                self.assertEqual(run.distance_m, 400 * (minutes // every), head)

    def test_sets_are_not_repeated_by_the_minutes_above_them(self):
        """'Technique 10 min' above '3 x 8' is no AMRAP of twenty-four."""
        self.assertEqual(asked("Stick work 10 min\n3x8 deadlift, 3x8 bench press")["deadlift", None], 24)


class Instead(unittest.TestCase):
    WAYS = (
        "{number} {easier} if no {hard}",
        "If you can't do {hard}, do {number} {easier}",
        "Scaled: {number} {easier} instead of {hard}",
        "Sub {number} {easier} for {hard}",
        "No {hard}? {number} {easier}",
        "Scaled athletes do {number} {easier}",
    )

    def test_in_whatever_words(self):
        """Who does it is the scaled, and what everybody does stays as it is."""
        for hard, (easier, movement) in EASIER.items():
            for way in self.WAYS:
                text = f"4 rounds\n12 {hard}\n20 deadlifts\n{way.format(hard=hard, easier=easier, number=8)}"
                with self.subTest(text):
                    wanted = {(BARE[hard], None): 48, ("deadlift", None): 80, (movement, "scaled"): 32}
                    self.assertEqual(asked(text), wanted)

    def test_instead_of_what_nobody_does_there(self):
        """It asks nothing, and is handed back as a note."""
        for way in self.WAYS[:3]:
            text = "4 rounds\n12 burpees\n" + way.format(hard="pull-ups", easier="ring rows", number=8)
            with self.subTest(text):
                self.assertEqual(asked(text), {("burpee", None): 48})
