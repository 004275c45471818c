"""Figures that need the tests beside the core: how exactly boards are read, how reading grows, mutated
texts, and the planner against a general solver."""

from __future__ import annotations

import time
from collections.abc import Callable, Sequence
from contextlib import suppress
from statistics import median
from typing import Any

from core.catalog import load_catalog
from core.errors import UnusableText
from core.prep.choose import Choice, pinned, solve
from core.prep.problem import Problem
from core.reading import read_workout
from core.reading.names import Names
from core.reading.tokens import tokenize

GROWTH_KB = (0.75, 1.5, 3, 6)
LINES_PER_KB = 60  # more than enough
FUZZ_SEED = 20261126
LONG_ENOUGH_S = 3_600.0
EQUAL = 2e-5  # of the whole need


def read_unseen(text: str) -> object:
    """Read a text as if no line of it had been seen before."""
    tokenize.cache_clear()
    Names(load_catalog()).forget()
    return read_workout(text)


def different_lines(session: str, count: int) -> str:
    """``count`` lines of days like ``session`` with other numbers every time: no movement line twice, so
    nothing is answered from memory."""
    days = (_day(session, number) for number in range(count // 11 + 1))
    return "\n".join("\n\n".join(days).split("\n")[:count])


def _day(session: str, number: int) -> str:
    return (
        session.replace("4 x 4 @ 78", f"{2 + number % 7} x {1 + number % 9} @ {60 + number % 35}")
        .replace("15 push", f"{9 + number} push")
        .replace("12 box", f"{8 + number} box")
        .replace("9 chest", f"{3 + number} chest")
        .replace("30 m", f"{20 + number} m")
        .replace("40 s", f"{20 + number} s")
        .replace("12 cal", f"{7 + number} cal")
        .strip()
    )


def growth(session: str) -> dict[str, float]:
    """Milliseconds to read an unseen text of 0.75 to 6 kB: twice the length should take about twice the
    time."""
    times_ms = {}
    read_unseen(session)
    for size_kb in GROWTH_KB:
        text = different_lines(session, int(size_kb * LINES_PER_KB))[: int(size_kb * 1000) - 1]
        start = time.perf_counter()
        with suppress(UnusableText):  # more work than a day may have is read to its end and then refused
            read_unseen(text)
        times_ms[f"{size_kb:g} kB"] = round((time.perf_counter() - start) * 1000, 1)
    return times_ms


def accuracy() -> dict[str, float]:
    """Share of the corpus that reads exactly as its hand-checked expectation says."""
    from core.tests.corpus import CORPUS, differences

    wrong = sum(bool(differences(case)) for case in CORPUS)
    return {
        "texts": len(CORPUS),
        "exact": len(CORPUS) - wrong,
        "share": round(1 - wrong / len(CORPUS), 4),
    }


def fuzzed(seconds: float) -> tuple[int, list[str]]:
    """Mutated texts for as long as asked, an eighth of the time whole boards: how many were read, and those
    that broke a rule."""
    from core.tests.fuzzing import fuzz, mutated_board

    start = int(time.time())
    short, broken = fuzz(seconds * 7 / 8, start)
    long, broken_boards = fuzz(seconds / 8, start, make=mutated_board)
    return short + long, broken + broken_boards


def fuzz_proof(short: int = 100_000, long: int = 5_000, seed: int = FUZZ_SEED) -> dict[str, dict[str, float]]:
    """So many mutated texts up to 200 letters and whole boards up to 2,500, always the same ones."""
    from core.tests.fuzzing import fuzz, mutated_board

    read_workout("5 burpees")  # so that no text waits for the vocabulary
    read, broken = fuzz(LONG_ENOUGH_S, seed, short)
    boards, broken_boards = fuzz(LONG_ENOUGH_S, seed, long, mutated_board)
    return {
        "fuzz-texts": {"read": read, "broken": len(broken), "seed": seed},
        "fuzz-boards": {"read": boards, "broken": len(broken_boards), "seed": seed},
    }


def boards_read() -> dict[str, dict[str, float]]:
    """How the boards with answers are read: those worked with (seen, opened, second), and the sealed ones."""
    from core.tests.boards import HALVES, Score, boards, hold

    results = {}
    for half in HALVES:
        score = Score()
        for board in boards(half):
            score.add(hold(board)[0])
        results[f"boards-{half}"] = {name: round(value, 4) for name, value in score.shares().items()}
    return results


def clothes_worn(weeks: int = 400, lists: int = 400) -> dict[str, dict[str, float]]:
    """Which share of the boards that are read whole stays so in other clothes and in company; weeks and lists
    made of several, of which the share that is whole."""
    from core.tests import clothes

    kept = {}
    for name, change in (*clothes.CLOTHES.items(), *clothes.COMPANY.items()):
        wrong, changed = clothes.broken(change, clothes.whole())
        kept[f"clothes-{name}"] = {"changed": float(changed), "kept": round(1 - len(wrong) / changed, 4)}
    for name, texts in (("weeks", clothes.weeks(weeks)), ("lists", clothes.lists(lists))):
        kept[f"clothes-{name}"] = {
            "texts": float(len(texts)),
            "whole": round(1 - len(clothes.broken_of(texts)) / len(texts), 4),
        }
    return kept


def phrased_read(days: int = 10_000, seed: int = 29) -> dict[str, dict[str, float]]:
    """Days put together from every form of saying the same (core/tests/phrased.py): the shares read."""
    from core.tests.boards import Score, hold
    from core.tests.phrased_again import Again

    total = Score()
    for board in Again(seed).boards(days):
        total.add(hold(board)[0])
    return {
        "phrased": {"days": float(days), **{name: round(share, 5) for name, share in total.shares().items()}}
    }


def planner_proof(instances: int = 40, whole: int = 4) -> dict[str, dict[str, float]]:
    """The planner against the general solver: on generated pieces of the shelf (the solver helped by our
    plan, which leaves it the proof), and on whole sessions with the whole shelf (the solver alone, a
    minute at the most). Times of this very run."""
    from core.tests.reference_planner import prove
    from core.tests.test_planner_proof import generated, whole_shelf
    from core.tests.texts import SESSIONS

    def helped(problem: Problem, ours: Choice) -> Any:
        return prove(problem, ours, 60, keep=pinned(problem))

    def alone(problem: Problem, ours: Choice) -> Any:
        return prove(problem, None, 60)

    return {
        "planner-proof": _against([generated(number) for number in range(instances)], helped),
        "planner-proof-whole-shelf": _against([whole_shelf(text) for text in SESSIONS[:whole]], alone),
    }


def _against(problems: Sequence[Problem], solver: Callable[[Problem, Choice], Any]) -> dict[str, float]:
    """instances; worst share of the best the solver found; share equal to it; seconds of ours; the least
    and the median of how many times faster ours was."""
    from core.tests.test_planner_proof import share

    shares, ours_s, faster, equal = [], [], [], 0
    for problem in problems:
        start = time.perf_counter()
        ours = solve(problem)
        ours_s.append(time.perf_counter() - start)
        theirs = solver(problem, ours)
        faster.append(theirs.seconds / ours_s[-1])
        shares.append(share(ours.value(), theirs.value))
        equal += ours.value() > theirs.value - EQUAL
    return {
        "instances": len(problems),
        "worst_share": round(min(shares), 4),
        "equal": round(equal / len(problems), 4),
        "ours_ms": round(median(ours_s) * 1000, 1),
        "times_faster": round(median(faster), 1),
        "times_faster_least": round(min(faster), 1),
    }
