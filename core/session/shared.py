"""Two groups of a class on one bar: who lifts what when, and how many plates move, beside what each would
move alone."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from core.prep.breaks import opening_of
from core.prep.plates import Plates, changes
from core.prep.ramp import ramps_for, shared_bar
from core.prep.sheet import Ramp
from core.session.ask import SessionAsk


@dataclass(frozen=True, kw_only=True)
class Turn:
    """One set on the shared bar. who: 0 or 1; reps is None for the working weight; moved: plates on or off
    each end before it."""

    who: int
    load: float
    reps: int | None
    plates: Plates
    moved: int


@dataclass(frozen=True)
class SharedBar:
    """turns is empty when the two cannot share; why says so. moved: plates in all; apart_moved: on two
    bars."""

    turns: tuple[Turn, ...] = ()
    moved: int = 0
    apart_moved: int = 0
    why: str = ""


def share_bar(ask: SessionAsk, first: int, second: int) -> SharedBar:
    """Lifters of two groups of the class (numbers in the plan's ramps) on one bar. Raises UnusableText."""
    opening = opening_of(ask.workout, ask.settings)
    ramps = ramps_for(opening, ask.people, ask.catalog, ask.rack)
    if max(first, second) >= len(ramps):
        return SharedBar(why="There is no such group any more.")
    pair = (ramps[first], ramps[second])
    try:
        sets = shared_bar(*pair, ask.rack)
    except ValueError as problem:
        return SharedBar(why=f"Not on one bar: {problem}.")
    moved = _moved([lift.plates for lift in sets])
    turns = tuple(
        Turn(who=lift.who, load=lift.load, reps=lift.reps, plates=lift.plates, moved=count)
        for lift, count in zip(sets, moved, strict=True)
    )
    return SharedBar(turns, sum(moved), sum(map(_alone, pair)))


def _alone(ramp: Ramp) -> int:
    """Plates that one group moves on a bar of its own."""
    return sum(_moved([*(step.plates for step in ramp.sets), ramp.plates]))


def _moved(plates: Sequence[Plates]) -> list[int]:
    """Plates on or off each end before every set, from an empty bar."""
    return [changes(before, after) for before, after in zip([(), *plates], plates, strict=False)]
