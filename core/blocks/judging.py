"""What re-tests say of a block on one range: progress, another drill, done, stop, or nothing yet. Two tests
at least on either side, and nothing inside their error is called a change."""

from __future__ import annotations

import datetime
import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Literal, NamedTuple

from core.testing import Measurement

SURE_Z = 1.96  # two-sided, 95 %
LIKELY_Z = 1.28  # one-sided, 90 %
LEAST_TESTS = 2
WITHIN_DAYS = 14  # the last tests lie within
BEFORE_DAYS = 120  # how far back a baseline goes; estimate
BASELINE_UNTIL_DAYS = 7  # and how far into the block; estimate
REVIEW_WEEKS = 6
ENOUGH_DONE = 0.7  # of the days, below which a drill was not given its chance
WORTH_DEG = 3.0  # a change that could not even be this much asks for another drill
DONE_APART_DAYS = 7

Stands = Literal["too few tests", "no clear change", "progress", "another drill", "done", "stop"]


@dataclass(frozen=True, slots=True)
class Mean:
    """Tests together: how many, their mean in degrees, and the standard error of it."""

    tests: int
    degrees: float
    error_deg: float


class Verdict(NamedTuple):
    """Where a block on a range stands. change_deg: of the last tests from the first; error_deg: its standard
    error, both None while there are too few."""

    stands: Stands
    why: str
    baseline: Mean | None
    last: Mean | None
    change_deg: float | None
    error_deg: float | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Asked:
    """What tests are judged by. tests: of one motion and side, with their degrees and the error each was read
    with; selected_on: the day of the test that chose this person, which never counts as a first one;
    goal_deg: least and reserve; drill_since: when the drill of now was
    begun, the block's start when it is the first; share_done: of the days that were planned."""

    tests: Sequence[Measurement]
    starts_on: datetime.date
    today: datetime.date
    goal_deg: float
    share_done: float
    selected_on: datetime.date | None = None
    drill_since: datetime.date | None = None
    hurt: bool = False


def judge_range(asked: Asked) -> Verdict:
    """What the tests say. Pain stops it whatever they say."""
    dated = sorted(((_day(test.on), test) for test in asked.tests if test.on), key=lambda pair: pair[0])
    known = [(day, test) for day, test in dated if day <= asked.today]
    baseline = _mean(test for day, test in known if _is_first(day, asked))
    newest = max((day for day, _ in known), default=None)
    recent = [(day, test) for day, test in known if newest and (newest - day).days <= WITHIN_DAYS]
    last = _mean(test for day, test in recent if day > asked.starts_on + _days(BASELINE_UNTIL_DAYS))
    if asked.hurt:
        said = "Something hurt: stop, and see a licensed clinician."
        return Verdict("stop", said, baseline, last, None, None)
    if _is_done(known, asked):
        said = f"Two tests {DONE_APART_DAYS} days apart or more reach {asked.goal_deg:.0f} degrees."
        return Verdict("done", said, baseline, last, *_change(baseline, last))
    if baseline is None or last is None:
        missing = "before it" if baseline is None else "after it began"
        said = f"It takes {LEAST_TESTS} tests {missing} to tell."
        return Verdict("too few tests", said, baseline, last, None, None)
    change, error = last.degrees - baseline.degrees, math.hypot(last.error_deg, baseline.error_deg)
    stands, said = _judged(change, error, asked)
    return Verdict(stands, said, baseline, last, change, error)


def _judged(change: float, error: float, asked: Asked) -> tuple[Stands, str]:
    inside = SURE_Z * error
    tests_may = f"the {inside:.1f} that tests may differ by"
    if change < -inside:
        return "stop", f"It fell by {-change:.1f} degrees, more than {tests_may}."
    if change > inside:
        return "progress", f"{change:.1f} degrees more, beyond {tests_may}."
    weeks = (asked.today - (asked.drill_since or asked.starts_on)).days / 7
    had_its_chance = weeks >= REVIEW_WEEKS and asked.share_done >= ENOUGH_DONE
    if had_its_chance and change + LIKELY_Z * error < WORTH_DEG:
        said = f"After {weeks:.0f} weeks it cannot have brought {WORTH_DEG:.0f} degrees."
        return "another drill", said
    return "no clear change", f"{change:+.1f} degrees; tests may differ by {inside:.1f}."


def _is_first(day: datetime.date, asked: Asked) -> bool:
    since, until = asked.starts_on - _days(BEFORE_DAYS), asked.starts_on + _days(BASELINE_UNTIL_DAYS)
    return since <= day <= until and day != asked.selected_on


def _is_done(known: Sequence[tuple[datetime.date, Measurement]], asked: Asked) -> bool:
    """The newest tests, as far back as a week, all reach the goal."""
    began = [(day, test) for day, test in known if day > asked.starts_on]
    if not began:
        return False
    newest = began[-1][0]
    reached: list[datetime.date] = []
    for day, test in reversed(began):
        if test.degrees < asked.goal_deg:
            break
        reached.append(day)
    return any((newest - day).days >= DONE_APART_DAYS for day in reached)


def _mean(tests: Iterable[Measurement]) -> Mean | None:
    """None for fewer than two. The error of the mean of tests with the same error is SEM / sqrt(k)."""
    some = list(tests)
    if len(some) < LEAST_TESTS:
        return None
    count = len(some)
    error = math.sqrt(sum(test.error_deg**2 for test in some)) / count
    return Mean(count, sum(test.degrees for test in some) / count, error)


def _change(first: Mean | None, last: Mean | None) -> tuple[float | None, float | None]:
    if first is None or last is None:
        return None, None
    return last.degrees - first.degrees, math.hypot(first.error_deg, last.error_deg)


def _day(on: str) -> datetime.date:
    return datetime.date.fromisoformat(on)


def _days(count: int) -> datetime.timedelta:
    return datetime.timedelta(days=count)
