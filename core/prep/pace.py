"""How a method runs its clock: what one turn of a drill takes, how often it comes round, what lies between.

``free`` does one drill after the other at its own dose. ``stations`` works a fixed time at each and changes. ``supersets``
goes back and forth between two, some rounds. ``flow`` passes through all of them again and again, one repetition a side.
``every-minute`` gives each minute to one of them in turn (the machine, a primer, a skill), some rounds.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from core.catalog.rows import DoseOption, Method
from core.prep.settings import PlanSettings
from core.prep.sheet import Dose

TRANSITION_S = 10  # fetch kit or change level; common practice
SHORT_TRANSITION_S = 5
SIDE_LEAST_S = 10  # a side at a station; common practice
SET_SHARE = 0.6  # of a whole dose that one set of a superset is; estimate
SET_LEAST_S = 15
FLOW_PAUSE_S, FLOW_MOVE_S = 3, 2  # in an end position, and on the way; common practice
FLOW_BETWEEN_S = 1
MINUTE_S, MINUTE_TURN_S = 60, 40  # of its minute that each works; the rest is for changing; common practice


@dataclass(frozen=True, slots=True)
class Timed:
    """One drill in a pace: seconds of work in all, of one turn, how many turns, and the dose as it is said."""

    seconds: int
    turn_s: int
    turns: int
    dose: Dose


@dataclass(frozen=True, slots=True)
class Pace:
    """A method's clock for one plan. between_s: what each item costs beside its work; last_s: what of it the last one saves."""

    kind: str
    work_s: int
    change_s: int
    rounds: int
    fewest: int
    between_s: int
    last_s: int

    @property
    def fixed(self) -> bool:
        """Whether the clock, not the drill, sets how long it is done."""
        return self.kind in ("stations", "flow", "every-minute")

    def at_once(self, headcount: int) -> int:
        """People at one station at a time when they rotate; 0 when everybody does the same."""
        return -(-headcount // self.fewest) if self.kind == "stations" else 0

    def timed(self, option: DoseOption) -> Timed | None:
        """A dose in this pace, or None when it cannot be done in it."""
        as_written = Dose(option.sets, option.reps, option.per_side, option.hold_s, option.breaths)
        if self.kind == "stations":
            if option.per_side and self.work_s < 2 * SIDE_LEAST_S:
                return None
            return Timed(
                self.work_s,
                self.work_s,
                1,
                Dose(per_side=option.per_side, work_s=self.work_s // (2 if option.per_side else 1)),
            )
        if self.kind == "supersets":
            turn = max(SET_LEAST_S, round(option.seconds / option.sets * SET_SHARE / 5) * 5)
            reps = max(3, round(option.reps * SET_SHARE)) if option.reps else None
            return Timed(
                turn * self.rounds,
                turn,
                self.rounds,
                replace(as_written, sets=self.rounds, reps=reps, work_s=None if reps else turn),
            )
        if self.kind == "flow":
            turn = (FLOW_PAUSE_S + FLOW_MOVE_S) * (2 if option.per_side else 1)
            return Timed(
                turn * self.rounds, turn, self.rounds, Dose(self.rounds, 1, option.per_side, FLOW_PAUSE_S)
            )
        if self.kind == "every-minute":
            reps = (
                max(2, round(option.reps * option.sets * MINUTE_TURN_S / option.seconds))
                if option.reps
                else None
            )
            return Timed(
                MINUTE_TURN_S * self.rounds,
                MINUTE_TURN_S,
                self.rounds,
                Dose(self.rounds, reps, False, None, None, work_s=None if reps else MINUTE_TURN_S),
            )
        return Timed(option.seconds, option.seconds, 1, as_written)


def dose_words(option: DoseOption) -> str:
    """A dose as it is written, with its minutes and seconds."""
    words = Dose(option.sets, option.reps, option.per_side, option.hold_s, option.breaths).words()
    return f"{words}, {option.seconds // 60}:{option.seconds % 60:02}"


def pace_of(method: Method, settings: PlanSettings) -> Pace:
    """A method's pace for these minutes. Less time than usual means fewer rounds, two at least."""
    clock = method.clock
    fewest = max(1, sum(phase.min_items for phase in method.phases))
    rounds = clock.rounds
    if clock.kind in ("supersets", "flow", "every-minute"):
        rounds = max(2, min(clock.rounds, round(clock.rounds * settings.minutes / method.reference_minutes)))
    between = {
        "free": TRANSITION_S,
        "stations": clock.change_s,
        "supersets": SHORT_TRANSITION_S * rounds + 3,
        "flow": FLOW_BETWEEN_S * rounds,
        "every-minute": (MINUTE_S - MINUTE_TURN_S) * rounds,
    }[clock.kind]
    last = {
        "free": between,
        "stations": between,
        "supersets": SHORT_TRANSITION_S,
        "flow": FLOW_BETWEEN_S,
        "every-minute": MINUTE_S - MINUTE_TURN_S,
    }[clock.kind]
    return Pace(clock.kind, clock.work_s, clock.change_s, rounds, fewest, between, last)
