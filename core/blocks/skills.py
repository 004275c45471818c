"""Skill and base: every minute a few good repetitions, the rest of it easy. The volume grows by a tenth a
week and every sixth week is lighter; what the class does of the same that day is taken off."""

from __future__ import annotations

from collections.abc import Mapping
from typing import NamedTuple

from core.blocks.values import Work
from core.catalog import Catalog
from core.catalog.rows import Drill
from core.demand.people import DEFAULT_AGE
from core.hazards import Cautions
from core.prep.dose import Dose

FIRST_MIN = 10  # of the first week's sessions; common practice
GROWS = 1.1  # times, a week; common practice
MOST_MIN = 15  # common practice
EASES_EVERY, EASED = 6, 0.7  # weeks, and the share that is left in such a one; common practice
LEAST_MIN = 3  # below which a session is not worth it; estimate
PRACTISES = 8  # twentieths of a pattern, from which a drill is a practice of it; estimate
REPS = 5  # a minute, of a drill that says none; common practice
EASY = (0.6, 0.7)  # of the highest pulse: talking stays easy; common practice
HIGHEST = (208.0, 0.7)  # highest pulse = 208 - 0.7 x age; Tanaka 2001, from memory


class Pulse(NamedTuple):
    """Beats a minute, from and to."""

    low: int
    high: int


def easy_pulse(age: int | None) -> Pulse:
    """The pulse at which the easy part stays easy. Limitations: people differ by ten beats and more; talking
    in whole sentences is the better sign."""
    base, per_year = HIGHEST
    highest = base - per_year * (age or DEFAULT_AGE)
    return Pulse(*(round(highest * share) for share in EASY))


def minutes_of(step: int) -> int:
    """Minutes of one session of a week."""
    loading = step - step // EASES_EVERY
    minutes = min(MOST_MIN, FIRST_MIN * GROWS**loading)
    return round(minutes * (EASED if step % EASES_EVERY == EASES_EVERY - 1 else 1.0))


def reps_a_minute(drill: Drill) -> int:
    """Good repetitions every minute."""
    return next((option.reps for option in drill.doses if option.reps), REPS)


def same_in_class(drill: Drill, reps: Mapping[str, float], catalog: Catalog) -> float:
    """Repetitions a class does of what the drill is a practice of, by name or by the pattern it practises."""
    practised = {demand for demand, effect in drill.effects.items() if effect >= PRACTISES}

    def same(movement: str) -> bool:
        row = catalog.movements.get(movement)
        return movement in drill.rehearses or (row is not None and not practised.isdisjoint(row.patterns))

    return sum(count for movement, count in reps.items() if same(movement))


def skill_work(
    drill: str, step: int, in_class: Mapping[str, float], cautions: Cautions, catalog: Catalog
) -> tuple[Work, ...]:
    """A session, as many minutes as leave the day's repetitions within the week's; empty when too few are
    left, or when it is not for this person."""
    row = catalog.drills.get(drill)
    if row is None or not may_practise(row, cautions, catalog):
        return ()
    reps = reps_a_minute(row)
    left = minutes_of(step) * reps - same_in_class(row, in_class, catalog)
    minutes = int(left // reps)
    if minutes < LEAST_MIN:
        return ()
    dose = Dose(sets=minutes, reps=reps)
    return (Work(drill=row.id, name=row.name, motion="", dose=dose, seconds=60 * minutes),)


def may_practise(row: Drill, cautions: Cautions, catalog: Catalog) -> bool:
    """Whether nothing of a person's stands against practising a drill on their own."""
    return not (cautions.stop(row, catalog) or cautions.way(row) or (cautions.seated and row.seated is None))
