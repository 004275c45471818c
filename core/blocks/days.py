"""The days of one week of a block, planned with what else those days hold. It stands on its usual weekdays; a
day that clashes is moved to a free one, else made smaller, and says so."""

from __future__ import annotations

import datetime
from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from itertools import combinations
from typing import NamedTuple

from core.blocks.jumps import CLASS_COUNTS, REST_HOURS
from core.blocks.values import DAY, HOURS, WEEK, Block, ClassDay, Done

LATEST_HOUR = 21.0  # nobody begins later; estimate


class Instant(NamedTuple):
    """A session of jumps that needs its rest: a day, and its hour where that is known."""

    on: datetime.date
    hour: float | None


class Slot(NamedTuple):
    """How a day takes a session. share: of the dose it holds, 0 when none; why: in words, where it is less
    than all; not_before: hour from which rest is over."""

    share: float
    why: str = ""
    not_before: float | None = None
    with_class: bool = False


class Chosen(NamedTuple):
    """A day of the week and how it takes a session. usual: the weekday it stands for; None for one more than
    usual; why: of its usual day, where it was moved from it."""

    on: datetime.date
    slot: Slot
    usual: datetime.date | None
    why: str = ""


Placed = Mapping[datetime.date, Slot | None]  # the other days of a week; None while nobody knows how
Judge = Callable[[datetime.date, Placed], Slot]


def usual_days(block: Block, starts_on: datetime.date) -> list[datetime.date]:
    """The days of a week from a day on which the block usually stands."""
    week = [starts_on + DAY * number for number in range(7)]
    return [day for day in week if day.weekday() in block.weekdays]


def choose_days(
    usual: Sequence[datetime.date],
    free: Sequence[datetime.date],
    already: Collection[datetime.date],
    judge: Judge,
    otherwise: str = "the week has no day left for it",
) -> tuple[list[Chosen], list[str]]:
    """The days of a week for what is still to be done, and what could not be placed, in sentences. free: days
    that may be taken, in order; already: days on which it was done. As many as there are usual days left;
    then as much of the dose as can be; then as near to the usual days as can be; then the earliest."""
    left = _without_done(usual, already)
    undisturbed = _undisturbed(left, free, judge)
    if undisturbed is not None:
        return undisturbed, []
    best: tuple[float, ...] | None = None
    chosen: list[Chosen] = []
    for days in _subsets(free, len(left)):
        slots = _slots(days, judge)
        if slots is None:
            continue
        pairs = _pairs(days, left)
        far = sum(abs((day - usual_day).days) for day, usual_day in pairs.items())
        lost = len(left) - sum(slot.share for slot in slots.values())
        worth = (len(left) - len(days), round(lost, 3), far, *(day.toordinal() for day in days))
        if best is None or worth < best:
            best = worth
            chosen = [
                Chosen(day, slot, pairs[day], _why_moved(day, pairs[day], slots, judge))
                for day, slot in slots.items()
            ]
    missing = len(left) - len(chosen)
    return chosen, [_not_placed(missing, left, chosen, judge, otherwise)] if missing > 0 else []


def _undisturbed(
    left: Sequence[datetime.date], free: Sequence[datetime.date], judge: Judge
) -> list[Chosen] | None:
    """The usual days themselves, where all of them are free and hold all of the dose: nothing is better."""
    slots = _slots(left, judge) if set(left) <= set(free) else None
    if slots is None or any(slot.share < 1 for slot in slots.values()):
        return None
    return [Chosen(day, slot, day) for day, slot in slots.items()]


def _slots(days: Sequence[datetime.date], judge: Judge) -> dict[datetime.date, Slot] | None:
    """How each of some days takes a session, each told of the ones before; None where one cannot."""
    placed: dict[datetime.date, Slot | None] = dict.fromkeys(days)
    slots: dict[datetime.date, Slot] = {}
    for day in days:
        slot = judge(day, {one: at for one, at in placed.items() if one != day})
        if slot.share <= 0:
            return None
        slots[day] = placed[day] = slot
    return slots


def _subsets(free: Sequence[datetime.date], most: int) -> Iterator[tuple[datetime.date, ...]]:
    """Every choice of days, the largest first."""
    for count in range(min(most, len(free)), 0, -1):
        yield from combinations(free, count)


def _without_done(usual: Sequence[datetime.date], already: Collection[datetime.date]) -> list[datetime.date]:
    """The usual days that are left, each day done standing for the nearest of them."""
    left = list(usual)
    for day in sorted(already):
        if left:
            left.remove(min(left, key=lambda one: (abs((one - day).days), one)))
    return left


def _pairs(
    days: Sequence[datetime.date], usual: Sequence[datetime.date]
) -> dict[datetime.date, datetime.date]:
    """Which usual day each day stands for: itself where it is one, the others in order, so that the fewest
    days lie between; of equals the earliest."""
    others = [day for day in days if day not in usual]
    stands_for = min(
        combinations([day for day in usual if day not in days], len(others)),
        key=lambda these: sum(abs((day - one).days) for day, one in zip(others, these, strict=True)),
    )
    pairs = dict(zip(others, stands_for, strict=True))
    return {day: pairs.get(day, day) for day in days}


def _why_moved(
    day: datetime.date,
    usual: datetime.date,
    slots: Mapping[datetime.date, Slot],
    judge: Judge,
) -> str:
    if day == usual:
        return ""
    others = {one: slot for one, slot in slots.items() if one not in (day, usual)}
    return judge(usual, others).why or "that day is over"


def _not_placed(
    missing: int,
    left: Sequence[datetime.date],
    chosen: Sequence[Chosen],
    judge: Judge,
    otherwise: str,
) -> str:
    taken = {one.on: one.slot for one in chosen}
    whys = [judge(day, taken).why for day in left if day not in taken]
    why = next((one for one in whys if one), otherwise)
    times = "One day" if missing == 1 else f"{missing} days"
    return f"{times} of this week cannot be placed: {why}."


def class_jumps(days: Mapping[datetime.date, ClassDay]) -> list[Instant]:
    """Classes that jump so much that they need their own rest."""
    return [Instant(day.on, day.hour) for day in days.values() if day.contacts > CLASS_COUNTS]


def rested(on: datetime.date, hour: float | None, others: Collection[Instant]) -> Slot:
    """Whether a session of jumps on a day keeps 48 h from all others, and from which hour. hour: of the
    day's class, which it may go with. After a session two days before at an hour that nobody knows yet it
    goes with no class."""
    not_before, before, known = 0.0, float(HOURS), True
    for other in others:
        apart = (on - other.on).days
        if apart == 0 or abs(apart) * HOURS > REST_HOURS:
            continue
        if abs(apart) * HOURS < REST_HOURS:
            return Slot(0.0, f"{_name(other.on)} has jumps, and they need {REST_HOURS} h of rest")
        if other.hour is not None and apart > 0:
            not_before = max(not_before, other.hour)
        elif other.hour is not None:
            before = min(before, other.hour)
        elif apart > 0:
            known = False
    if known and hour is not None and not_before <= hour <= before:
        return Slot(1.0, not_before=not_before or None, with_class=True)
    if not_before > LATEST_HOUR:
        return Slot(0.0, "48 h of rest are over only late that evening")
    if before < HOURS:  # only with a class can it be held to be early enough
        return Slot(0.0, f"the class two days later jumps, less than {REST_HOURS} h after an evening")
    return Slot(1.0, not_before=not_before or None)


def done_instants(done: Collection[Done]) -> list[Instant]:
    """Days of a block that were done, as rest counts from them."""
    return [Instant(one.on, one.at_hour) for one in done]


def week_days(starts_on: datetime.date, today: datetime.date) -> list[datetime.date]:
    """The days of a week that are not over."""
    week = (starts_on + DAY * number for number in range(WEEK.days))
    return [day for day in week if day >= today]


def _name(day: datetime.date) -> str:
    return f"{day:%A}"
