"""When a block is tested: twice before it works, and twice a week apart at its middle and its end."""

from __future__ import annotations

import datetime
from collections.abc import Iterator

from core.blocks.days import usual_days
from core.blocks.steps import Step
from core.blocks.values import WEEK, Block

EVERY_WEEKS = 3  # a pair of tests on so many weeks, the second on the week's last day of the block; estimate


def test_days(block: Block, step: Step) -> Iterator[datetime.date]:
    """Days of a week on which the block's test is due, on days of the block; none of a block that tests
    nothing. Those that lie in the week before come with the week they belong to."""
    usual = usual_days(block, step.starts_on)
    if not block.motions or not usual:
        return
    if step.starts_on == block.starts_on:
        yield from usual[:2]
    number = step.step + 1
    if number % EVERY_WEEKS == 0 or number == block.weeks:
        yield usual[-1] - WEEK
        yield usual[-1]
