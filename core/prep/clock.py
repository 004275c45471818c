"""The floor clock: every turn of every drill with its start, to the second. What the sheet says, the clock runs."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from core.prep.candidates import Candidate
from core.prep.pace import FLOW_BETWEEN_S, MINUTE_S, SHORT_TRANSITION_S, Pace
from core.prep.sequence import transition_s


@dataclass(frozen=True, slots=True)
class Turn:
    """One go at one drill. place: of the drill in the run. round: which time round, from 1; wave: which half of the class."""

    start_s: int
    seconds: int
    place: int
    round: int = 1
    wave: int = 1

    @property
    def end_s(self) -> int:
        return self.start_s + self.seconds


def lay_out(run: Sequence[Candidate], pace: Pace) -> list[Turn]:
    """Turns in order of time, from 0. Within a turn both sides share its seconds."""
    return {
        "free": _one_by_one,
        "stations": _stations,
        "supersets": _supersets,
        "flow": _passes,
        "every-minute": _minutes,
    }[pace.kind](run, pace)


def pairs(run: Sequence[Candidate]) -> list[list[int]]:
    """Places of a run in twos inside each phase; the last of an odd phase stands alone."""
    found: list[list[int]] = []
    for place, one in enumerate(run):
        if found and len(found[-1]) == 1 and run[found[-1][0]].phase == one.phase:
            found[-1].append(place)
        else:
            found.append([place])
    return found


def _one_by_one(run: Sequence[Candidate], pace: Pace) -> list[Turn]:
    turns, clock = [], 0
    for place, one in enumerate(run):
        clock += transition_s(run[place - 1] if place else None, one)
        for wave in range(one.waves):
            turns.append(Turn(clock, one.seconds // one.waves, place, wave=wave + 1))
            clock += one.seconds // one.waves
    return turns


def _stations(run: Sequence[Candidate], pace: Pace) -> list[Turn]:
    return [Turn(place * (pace.work_s + pace.change_s), one.turn_s, place) for place, one in enumerate(run)]


def _supersets(run: Sequence[Candidate], pace: Pace) -> list[Turn]:
    turns, clock = [], 0
    for pair in pairs(run):
        if turns:
            clock += transition_s(run[turns[-1].place], run[pair[0]]) - SHORT_TRANSITION_S
        for number in range(pace.rounds):
            for place in pair:
                turns.append(Turn(clock, run[place].turn_s, place, number + 1))
                clock += run[place].turn_s + SHORT_TRANSITION_S
    return turns


def _passes(run: Sequence[Candidate], pace: Pace) -> list[Turn]:
    turns, clock = [], 0
    for number in range(pace.rounds):
        for place, one in enumerate(run):
            turns.append(Turn(clock, one.turn_s, place, number + 1))
            clock += one.turn_s + FLOW_BETWEEN_S
    return turns


def _minutes(run: Sequence[Candidate], pace: Pace) -> list[Turn]:
    return [
        Turn((number * len(run) + place) * MINUTE_S, one.turn_s, place, number + 1)
        for number in range(pace.rounds)
        for place, one in enumerate(run)
    ]
