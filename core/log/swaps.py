"""What a week leans on, and which sessions could change places so that it leans less; with what that
costs."""

from __future__ import annotations

import datetime
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from itertools import combinations
from typing import NamedTuple

from core.blocks.jumps import CLASS_COUNTS
from core.log.joints import JOINTS, RUN_DAYS, Joint, Run, joint_loads, runs_of

MOST_SHOWN = 3


@dataclass(frozen=True, slots=True, kw_only=True)
class SessionLoad:
    """A session as a week weighs it. contacts: weighted, a block's beside it included; told: people who have
    its sheet already and would have to be told; fixed: it may not change its day."""

    id: int
    title: str
    on: datetime.date
    asks: Mapping[str, float] = field(default_factory=dict)
    contacts: float = 0.0
    told: int = 0
    fixed: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Lean:
    """How days lean. days: joint -> load, day by day; runs: four days or more on one joint; contacts and
    grip: of each day; crowded: places of days that jump less than 48 h after another."""

    days: tuple[dict[Joint, float], ...]
    runs: tuple[Run, ...]
    contacts: tuple[float, ...]
    grip: tuple[float, ...]
    crowded: tuple[int, ...]

    @property
    def weight(self) -> float:
        """How much there is to mend: days beyond three of every run, and days that jump too soon."""
        return sum(run.days - RUN_DAYS + 1 for run in self.runs) + len(self.crowded)


class Change(NamedTuple):
    """Sessions that could change their days. what: session -> its new day; gains and costs: in sentences;
    weight: of what is left to mend."""

    what: tuple[tuple[int, datetime.date], ...]
    gains: tuple[str, ...]
    costs: tuple[str, ...]
    weight: float


def lean_of(sessions: Iterable[SessionLoad], dates: Sequence[datetime.date]) -> Lean:
    """How some days lean, by their sessions together."""
    by_day: dict[datetime.date, list[SessionLoad]] = {date: [] for date in dates}
    for session in sessions:
        if session.on in by_day:
            by_day[session.on].append(session)
    days = tuple(joint_loads(_together(by_day[date])) for date in dates)
    contacts = tuple(max((one.contacts for one in by_day[date]), default=0.0) for date in dates)
    jumping = [count > CLASS_COUNTS for count in contacts]
    crowded = tuple(place for place in range(1, len(dates)) if jumping[place] and jumping[place - 1])
    return Lean(
        days=days,
        runs=runs_of(days),
        contacts=contacts,
        grip=tuple(loads.get("grip", 0.0) for loads in days),
        crowded=crowded,
    )


def _together(sessions: Iterable[SessionLoad]) -> dict[str, float]:
    """Of each demand, what the day's hardest session asks: nobody does them all."""
    most: dict[str, float] = {}
    for session in sessions:
        for demand, score in session.asks.items():
            most[demand] = max(most.get(demand, 0.0), score)
    return most


def suggestions(
    sessions: Sequence[SessionLoad], dates: Sequence[datetime.date], movable: Sequence[datetime.date]
) -> tuple[Change, ...]:
    """Up to three changes of two sessions' days, or of one to a day without any, that leave least to mend;
    none where nothing is, or nothing helps. dates: days looked at, with those around the week; movable: of
    the week."""
    before = lean_of(sessions, dates)
    if not before.weight:
        return ()
    changes = (_change(what, sessions, dates, before) for what in _possible(sessions, movable))
    better = [change for change in changes if change.weight < before.weight]
    return tuple(sorted(better, key=lambda one: (one.weight, len(one.costs), one.what))[:MOST_SHOWN])


def _possible(
    sessions: Sequence[SessionLoad], movable: Sequence[datetime.date]
) -> Iterator[tuple[tuple[int, datetime.date], ...]]:
    free = [session for session in sessions if session.on in movable and not session.fixed]
    taken = {session.on for session in sessions}
    for first, second in combinations(free, 2):
        if first.on != second.on:
            yield ((first.id, second.on), (second.id, first.on))
    for session in free:
        for date in movable:
            if date not in taken:
                yield ((session.id, date),)


def _change(
    what: tuple[tuple[int, datetime.date], ...],
    sessions: Sequence[SessionLoad],
    dates: Sequence[datetime.date],
    before: Lean,
) -> Change:
    after_days = dict(what)
    moved = [_on(session, after_days.get(session.id, session.on)) for session in sessions]
    after = lean_of(moved, dates)
    return Change(
        what=what,
        gains=tuple(_told_of_runs(before, after, better=True)),
        costs=(*_told_of_runs(before, after, better=False), *_people(sessions, after_days)),
        weight=after.weight,
    )


def _on(session: SessionLoad, date: datetime.date) -> SessionLoad:
    if date == session.on:
        return session
    return SessionLoad(
        id=session.id,
        title=session.title,
        on=date,
        asks=session.asks,
        contacts=session.contacts,
        told=session.told,
        fixed=session.fixed,
    )


def _told_of_runs(before: Lean, after: Lean, *, better: bool) -> Iterator[str]:
    """What gets better, or worse: the longest run of each joint, and days that jump too soon."""
    for joint, name in JOINTS.items():
        was, is_now = _longest(before, joint), _longest(after, joint)
        if was != is_now and (is_now < was) == better:
            yield f"{name}: {_days(was)} running, then {_days(is_now)}"
    was, is_now = len(before.crowded), len(after.crowded)
    if was != is_now and (is_now < was) == better:
        yield f"Jumps less than 48 h apart: {_times(was)}, then {_times(is_now)}"


def _longest(lean: Lean, joint: Joint) -> int:
    return max((run.days for run in lean.runs if run.joint == joint), default=0)


def _days(count: int) -> str:
    return f"{count} days" if count else f"fewer than {RUN_DAYS} days"


def _times(count: int) -> str:
    return {0: "never", 1: "once"}.get(count, f"{count} times")


def _people(sessions: Sequence[SessionLoad], moved: Mapping[int, datetime.date]) -> Iterator[str]:
    told = sum(session.told for session in sessions if session.id in moved)
    if told:
        yield f"{told} {'person has' if told == 1 else 'people have'} a sheet already and would be told"
