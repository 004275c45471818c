"""How a method runs its clock: what one turn of a drill takes, how often it comes round, what lies between.

``free`` does one drill after the other at its own dose. ``stations`` works a fixed time at each and changes.
``supersets`` goes back and forth between two, some rounds. ``flow`` passes through all of them again and
again, one repetition a side. ``every-minute`` gives each minute to one of them in turn (the machine, a
primer, a skill), some rounds.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from core.catalog.rows import ClockKind, DoseOption, Method
from core.prep.dose import Dose, dose_of
from core.prep.settings import PlanSettings

TRANSITION_S = 10  # fetch kit or change level; common practice
SHORT_TRANSITION_S = 5
SIDE_LEAST_S = 10  # a side at a station; common practice
SET_SHARE = 0.6  # of a whole dose that one set of a superset is; estimate
SET_LEAST_S = 15
SET_LEAST_REPS = 3
MINUTE_LEAST_REPS = 2
FLOW_PAUSE_S, FLOW_MOVE_S = 3, 2  # in an end position, and on the way; common practice
FLOW_BETWEEN_S = 1
MINUTE_S, MINUTE_TURN_S = 60, 40  # of its minute that each works; the rest is for changing; common practice
SUPERSET_CHANGE_S = 3  # to the next pair, spread over its two drills; estimate
# a minute each still is the school's own
FEWEST_ROUNDS = {"supersets": 2, "flow": 2, "every-minute": 1}


@dataclass(frozen=True, slots=True)
class Timed:
    """One drill in a pace: seconds of one turn, how many turns, and the dose as it is said."""

    turn_s: int
    turns: int
    dose: Dose

    @property
    def seconds(self) -> int:
        """Of work in all turns."""
        return self.turn_s * self.turns


@dataclass(frozen=True, slots=True, kw_only=True)
class Pace:
    """A method's clock for one plan. between_s: what each item costs beside its work; last_s: what of it the
    last one saves."""

    kind: ClockKind
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
        match self.kind:
            case "stations":
                return self._at_a_station(option)
            case "supersets":
                return self._in_a_superset(option)
            case "flow":
                return self._in_a_flow(option)
            case "every-minute":
                return self._in_a_minute(option)
            case "free":
                return Timed(option.seconds, 1, dose_of(option))

    def shared_by(self, waves: int, timed: Timed) -> Timed:
        """A drill that the class does in waves: each wave has its own time, but for a minute, which is
        shared; then each does as much less."""
        if self.kind != "every-minute" or waves == 1:
            return replace(timed, turn_s=timed.turn_s * waves)
        dose, each_s = timed.dose, timed.turn_s // waves
        if dose.reps:
            return replace(timed, dose=replace(dose, reps=max(1, dose.reps // waves)))
        return replace(timed, dose=replace(dose, work_s=each_s))

    def _at_a_station(self, option: DoseOption) -> Timed | None:
        sides = 2 if option.per_side else 1
        if sides == 2 and self.work_s < 2 * SIDE_LEAST_S:
            return None
        return Timed(self.work_s, 1, Dose(per_side=option.per_side, work_s=self.work_s // sides))

    def _in_a_superset(self, option: DoseOption) -> Timed:
        turn_s = max(SET_LEAST_S, round(option.seconds / option.sets * SET_SHARE / 5) * 5)
        reps = max(SET_LEAST_REPS, round(option.reps * SET_SHARE)) if option.reps else None
        dose = replace(dose_of(option), sets=self.rounds, reps=reps, work_s=None if reps else turn_s)
        return Timed(turn_s, self.rounds, dose)

    def _in_a_flow(self, option: DoseOption) -> Timed:
        turn_s = (FLOW_PAUSE_S + FLOW_MOVE_S) * (2 if option.per_side else 1)
        dose = Dose(sets=self.rounds, reps=1, per_side=option.per_side, hold_s=FLOW_PAUSE_S)
        return Timed(turn_s, self.rounds, dose)

    def _in_a_minute(self, option: DoseOption) -> Timed:
        reps = None
        if option.reps:
            reps = max(MINUTE_LEAST_REPS, round(option.reps * option.sets * MINUTE_TURN_S / option.seconds))
        dose = Dose(sets=self.rounds, reps=reps, work_s=None if reps else MINUTE_TURN_S)
        return Timed(MINUTE_TURN_S, self.rounds, dose)


def pace_of(method: Method, settings: PlanSettings, room_s: int | None = None) -> Pace:
    """A method's pace for these minutes. Less time than usual means fewer rounds. room_s: seconds for
    drills, where building the bar takes some of the minutes: whole minutes take turns in them."""
    clock = method.clock
    rounds = clock.rounds
    if clock.kind in ("supersets", "flow", "every-minute"):
        time_s = settings.minutes * MINUTE_S
        if room_s is not None and clock.kind == "every-minute":
            time_s = room_s
        usual = round(clock.rounds * time_s / (method.reference_minutes * MINUTE_S))
        rounds = max(FEWEST_ROUNDS[clock.kind], min(clock.rounds, usual))
    between_s, last_s = _between(clock.kind, clock.change_s, rounds)
    return Pace(
        kind=clock.kind,
        work_s=clock.work_s,
        change_s=clock.change_s,
        rounds=rounds,
        fewest=max(1, sum(phase.min_items for phase in method.phases)),
        between_s=between_s,
        last_s=last_s,
    )


def _between(kind: ClockKind, change_s: int, rounds: int) -> tuple[int, int]:
    """Seconds between drills that each item costs, and what of it the last one saves."""
    match kind:
        case "free":
            return TRANSITION_S, TRANSITION_S
        case "stations":
            return change_s, change_s
        case "supersets":
            return SHORT_TRANSITION_S * rounds + SUPERSET_CHANGE_S, SHORT_TRANSITION_S
        case "flow":
            return FLOW_BETWEEN_S * rounds, FLOW_BETWEEN_S
        case "every-minute":
            resting_s = MINUTE_S - MINUTE_TURN_S
            return resting_s * rounds, resting_s
