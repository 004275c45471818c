"""When a block is tested: twice before it works, and twice a week apart at its middle and its end."""

from __future__ import annotations

import datetime
from collections.abc import Iterator

from core.blocks.steps import Step
from core.blocks.values import DAY, Block

FIRST_TESTS = (0, 2)  # days of the first week
EVERY_WEEKS = 3  # a pair of tests on so many weeks, the second at the end of the week; estimate


def test_days(block: Block, step: Step) -> Iterator[datetime.date]:
    """Days of a week on which the block's test is due; none of a block that tests nothing."""
    if not block.motions:
        return
    if step.starts_on == block.starts_on:
        yield from (step.starts_on + DAY * day for day in FIRST_TESTS)
    number = step.step + 1
    if number % EVERY_WEEKS == 0 or number == block.weeks:
        yield step.starts_on - DAY  # seven days before the other
        yield step.starts_on + 6 * DAY
