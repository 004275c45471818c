"""The floor clock: every turn of every drill with its start, to the second. What the sheet says, the clock
runs."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from core.prep.candidates import Candidate
from core.prep.pace import FLOW_BETWEEN_S, MINUTE_S, SHORT_TRANSITION_S, Pace
from core.prep.sequence import transition_s


@dataclass(frozen=True, slots=True)
class Turn:
    """One go at one drill. drill: its number in the run. round: which time round, from 1; wave: which half
    of the class."""

    start_s: int
    seconds: int
    drill: int
    round: int = 1
    wave: int = 1

    @property
    def end_s(self) -> int:
        return self.start_s + self.seconds


def lay_out(run: Sequence[Candidate], pace: Pace) -> list[Turn]:
    """Turns in order of time, from 0. Within a turn both sides share its seconds."""
    match pace.kind:
        case "free":
            return _one_by_one(run)
        case "stations":
            return _stations(run, pace)
        case "supersets":
            return _supersets(run, pace)
        case "flow":
            return _passes(run, pace)
        case "every-minute":
            return _minutes(run, pace)


def pairs(run: Sequence[Candidate]) -> list[list[int]]:
    """Numbers of a run in twos inside each phase; the last of an odd phase stands alone."""
    paired: list[list[int]] = []
    for number, drill in enumerate(run):
        if paired and len(paired[-1]) == 1 and run[paired[-1][0]].phase == drill.phase:
            paired[-1].append(number)
        else:
            paired.append([number])
    return paired


def _one_by_one(run: Sequence[Candidate]) -> list[Turn]:
    turns: list[Turn] = []
    clock = 0
    for number, drill in enumerate(run):
        clock += transition_s(run[number - 1] if number else None, drill)
        turns.extend(_in_waves(Turn(clock, drill.seconds, number), drill.waves))
        clock = turns[-1].end_s
    return turns


def _in_waves(turn: Turn, waves: int) -> list[Turn]:
    """A turn of everybody as one of each wave, one after the other."""
    each_s = turn.seconds // waves
    return [
        replace(turn, start_s=turn.start_s + each_s * wave, seconds=each_s, wave=wave + 1)
        for wave in range(waves)
    ]


def _stations(run: Sequence[Candidate], pace: Pace) -> list[Turn]:
    each_s = pace.work_s + pace.change_s
    return [Turn(number * each_s, drill.turn_s, number) for number, drill in enumerate(run)]


def _supersets(run: Sequence[Candidate], pace: Pace) -> list[Turn]:
    turns: list[Turn] = []
    clock = 0
    for pair in pairs(run):
        if turns:
            clock += transition_s(run[turns[-1].drill], run[pair[0]]) - SHORT_TRANSITION_S
        for number in range(pace.rounds):
            for drill in pair:
                turn = Turn(clock, run[drill].turn_s, drill, number + 1)
                turns.extend(_in_waves(turn, run[drill].waves))
                clock = turn.end_s + SHORT_TRANSITION_S
    return turns


def _passes(run: Sequence[Candidate], pace: Pace) -> list[Turn]:
    turns: list[Turn] = []
    clock = 0
    for number in range(pace.rounds):
        for index, drill in enumerate(run):
            turn = Turn(clock, drill.turn_s, index, number + 1)
            turns.extend(_in_waves(turn, drill.waves))
            clock = turn.end_s + FLOW_BETWEEN_S
    return turns


def _minutes(run: Sequence[Candidate], pace: Pace) -> list[Turn]:
    turns: list[Turn] = []
    for number in range(pace.rounds):
        for index, drill in enumerate(run):
            start_s = (number * len(run) + index) * MINUTE_S
            turns.extend(_in_waves(Turn(start_s, drill.turn_s, index, number + 1), drill.waves))
    return turns
