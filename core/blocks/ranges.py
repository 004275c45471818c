"""Range: five minutes a muscle group and week, over three to five days; counted back from a competition, less
in the last weeks and nothing new in the last."""

from __future__ import annotations

import datetime
import math

from core.blocks.values import WEEK, Block, Work
from core.catalog import Catalog
from core.demand.people import Person
from core.prep.homework import HOLD_S, WEEKLY_S, done_at_home, home_dose, may_be_homework

HARD_DAY = 0.5  # a class that asks so much of a motion works it already; estimate
SHRUNK = 0.5  # of the day's sets, where no other day is free; estimate
FIRST_SHARE = 0.5  # of the first day: what is new makes people sore; common practice
TAPER = (0.5, 0.75)  # of the dose in the last week before a competition, and the one before; estimate


def sets_a_day(days: int) -> int:
    """Sets of HOLD_S seconds a side, so that the week comes to its five minutes."""
    return math.ceil(WEEKLY_S / days / HOLD_S)


def share_before(block: Block, starts_on: datetime.date) -> float:
    """Of the usual dose, in a week before a competition; all of it for another block."""
    if block.until is None:
        return 1.0
    weeks_left = (block.until - starts_on - datetime.timedelta(days=1)) // WEEK
    return TAPER[weeks_left] if 0 <= weeks_left < len(TAPER) else 1.0


def may_begin(block: Block, on: datetime.date) -> bool:
    """Whether something new may be begun on a day: never in the last week before the competition."""
    return block.until is None or block.until - on > WEEK


def range_work(block: Block, person: Person, share: float, catalog: Catalog) -> tuple[Work, ...]:
    """A day's work for each area of a block, a share of its sets; only what may reach this person at home."""
    work = []
    for motion in block.motions:
        drill = catalog.drills.get(block.drills.get(motion, ""))
        if drill is None or not may_be_homework(drill, motion, person, catalog):
            continue
        sets = max(1, round(sets_a_day(len(block.weekdays)) * share))
        dose = home_dose(drill, sets)
        timed = done_at_home(dose)
        work.append(
            Work(
                drill=drill.id,
                name=drill.name,
                motion=motion,
                dose=dose,
                seconds=timed.seconds,
                rest_s=timed.rest_s,
                each_side_s=sets * HOLD_S,
            )
        )
    return tuple(work)
