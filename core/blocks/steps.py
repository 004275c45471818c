"""Which step of its progression every week of a block has. A week that was missed, less than half of it done,
repeats the last one that was; nothing jumps. After four missed in a row it begins anew, because what nobody
has done for four weeks is new again."""

from __future__ import annotations

import datetime
import math
from collections.abc import Collection, Iterator
from typing import NamedTuple

from core.blocks.values import WEEK, Block

ENOUGH = 0.5  # of a week's days, from which it counts as done; estimate
FORGOTTEN_WEEKS = 4  # missed in a row, after which it begins anew; common practice
MOST_REPEATS = 4  # weeks that a block may last longer than it is; estimate


class Step(NamedTuple):
    """A week's place in the progression. over: it lies behind; before: steps done before it."""

    starts_on: datetime.date
    step: int
    repeats: bool
    missed: bool
    over: bool


def steps_of(block: Block, done: Collection[datetime.date], today: datetime.date) -> Iterator[Step]:
    """The weeks of a block up to its end: those behind as they went, those ahead as if all were done."""
    if block.until is not None:
        yield from _back_from(block, block.until, done, today)
        return
    last_done, missed_running, starts_on = -1, 0, block.starts_on
    for _ in range(block.weeks + MOST_REPEATS):
        if last_done >= block.weeks - 1:
            return
        step = last_done + 1 if not missed_running else max(0, last_done)
        over = starts_on + WEEK <= today
        missed = over and _missed(block, done, starts_on)
        yield Step(starts_on, step, missed_running > 0, missed, over)
        if missed:
            missed_running += 1
            if missed_running >= FORGOTTEN_WEEKS:
                last_done, missed_running = -1, 0
        else:
            last_done, missed_running = step, 0
        starts_on += WEEK


def _back_from(
    block: Block, until: datetime.date, done: Collection[datetime.date], today: datetime.date
) -> Iterator[Step]:
    """Weeks that lead up to a date: it does not wait, so none is repeated."""
    starts_on, number = block.starts_on, 0
    while starts_on < until:
        over = min(starts_on + WEEK, until) <= today
        yield Step(starts_on, number, False, over and _missed(block, done, starts_on), over)
        starts_on, number = starts_on + WEEK, number + 1


def _missed(block: Block, done: Collection[datetime.date], starts_on: datetime.date) -> bool:
    return days_done(done, starts_on) < least_days(block)


def least_days(block: Block) -> int:
    """Days of a week that have to be done for it to count."""
    return math.ceil(len(block.weekdays) * ENOUGH)


def days_done(done: Collection[datetime.date], starts_on: datetime.date) -> int:
    """Days done in the week from a day."""
    return sum(1 for day in set(done) if starts_on <= day < starts_on + WEEK)
