"""How much of a movement there is: repetitions that saturate, load, speed, tempo, and a standard. Grows
with each of them, never shrinks."""

from __future__ import annotations

import math

from core.catalog.rows import Movement
from core.demand.people import Person
from core.reading.loads import EPLEY
from core.reading.workout import Work

REPS_TO_SATURATE = 25.0  # about this many plain repetitions expose most of what they will; estimate
LOAD_FLOOR = 0.5  # an unloaded repetition still counts this much; estimate
BALLISTIC_FACTOR = 1.4  # fast stretch asks more than a slow one; estimate
BODYWEIGHT_EFFORT = 0.5  # a bodyweight repetition against a heavy one; estimate
UNKNOWN_LOAD = 0.5  # share of the best when the board names no load; estimate
SECONDS_PER_REP = 3.0  # a hold of this long counts as one repetition; estimate
USUAL_REP_S = 3.0  # a repetition without a tempo; estimate
TEMPO_SATURATES_S = 10.0  # this much more time in a repetition doubles what it exposes; estimate
STANDARD_FACTOR = (
    1.2  # a position that decides the repetition has to be reached every time, tired or not; estimate
)
# a lift counts as a peak from this share of the best on, and fully this much further up; the model's own
# estimate
PEAK_FROM, PEAK_OVER, PEAK_MOST = 0.6, 0.35, 0.9
WEIGHTLESS = ("none", "wall", "pull-up-bar", "rings", "box", "jump-rope", "machine", "chair")


def passes(work: Work, row: Movement) -> float:
    """How many times the positions of a movement are passed through in the whole session, at least 0."""
    if row.unit == "second" and work.seconds:
        return work.seconds / SECONDS_PER_REP
    if work.distance_m:
        per_metre = row.reps_per_unit if row.unit == "metre" else 1 / (row.metres_per_rep or 1.0)
        return work.distance_m * per_metre
    if work.calories:
        return work.calories * row.calories_reps
    if work.seconds and not work.reps:
        if row.unit == "second":
            return work.seconds / SECONDS_PER_REP
        per_rep = sum(row.pace_s) / 2
        return work.seconds / per_rep * row.reps_per_unit
    if row.unit == "metre":  # "3 carries": count as 20 m each
        return work.reps * 20 * row.reps_per_unit
    return work.reps * row.reps_per_unit


def relative_load(work: Work, row: Movement, person: Person) -> float:
    """Load as a share of what is heavy for this person in this movement, 0..1.3."""
    if work.percent:
        return min(1.3, work.percent / 100)
    best = person.best(work.movement)
    if best and work.loads_kg:
        return min(1.3, load_for(work, person) * work.implements / best.kg)
    if work.bodyweight:
        return min(1.3, work.bodyweight / (row.bodyweight_share or 1.0))
    if work.rpe and work.scheme:
        return 1 / (1 + (max(work.scheme) - 1 + 10 - work.rpe) / EPLEY)
    if row.implement in WEIGHTLESS and not work.loads_kg:
        return row.bodyweight_share * BODYWEIGHT_EFFORT
    if not work.loads_kg:
        return UNKNOWN_LOAD if row.bodyweight_share else 0.0
    load = load_for(work, person) * work.implements
    return min(1.3, load / (person.body_mass_kg * (row.bodyweight_share or 1.0)))


def load_for(work: Work, person: Person) -> float:
    """The standard a person lifts, kg: the first named, or the lighter one of two for a woman."""
    if person.sex == "female" and len(work.loads_kg) > 1:
        return work.loads_kg[1]
    return work.loads_kg[0]


def under_tension(work: Work) -> float:
    """Factor of a written tempo: 1 without one, more the longer a repetition lasts ('x' is as fast as it
    goes)."""
    if not work.tempo:
        return 1.0
    seconds = sum(0.5 if digit == "x" else float(digit) for digit in work.tempo.split("-") if digit)
    return 1 + max(0.0, seconds - USUAL_REP_S) / TEMPO_SATURATES_S


def amount(work: Work, row: Movement, person: Person) -> float:
    """How much of a movement a line asks, 0 for no repetitions; amounts of its lines add."""
    much = passes(work, row) / REPS_TO_SATURATE
    much *= (LOAD_FLOOR + relative_load(work, row, person)) ** 2
    much *= under_tension(work)
    return much * BALLISTIC_FACTOR if row.ballistic else much


def peak(work: Work, row: Movement, person: Person) -> float:
    """How near its best a line goes, 0 to 0.9: a few heavy repetitions ask nearly all there is."""
    if passes(work, row) <= 0:
        return 0.0
    over = (relative_load(work, row, person) - PEAK_FROM) / PEAK_OVER
    return PEAK_MOST * min(1.0, max(0.0, over))


def exposed(much: float, heaviest: float, judged: bool = False) -> float:
    """Exposure in [0, 1) of an amount and a peak. judged: at a position at which the standard decides the
    repetition."""
    volume = 1 - math.exp(-much * (STANDARD_FACTOR if judged else 1.0))
    return 1 - (1 - heaviest) * (1 - volume)


def exposure(work: Work, row: Movement, person: Person, judged: bool = False) -> float:
    """Exposure of one line alone: 0 for no repetitions, rising with repetitions, load and speed,
    saturating."""
    return exposed(amount(work, row, person), peak(work, row, person), judged)
