"""What a session and its prep add up to: jump contacts, lunge steps, reps of an every-minute block, share
of the hour."""

from __future__ import annotations

from core.catalog import Catalog
from core.catalog.rows import ClockKind
from core.posture import steps_over
from core.prep.jumps import jumps_in, jumps_of
from core.prep.sheet import Counted, Item, Tally
from core.reading.workout import Workout

HOUR_MIN = 60
CONTACT_BANDS = (  # NSCA, from memory
    (80, "few"),
    (100, "a beginner's session"),
    (120, "an intermediate's"),
    (140, "an advanced athlete's"),
)
USUAL_STEP_M = 0.9  # heel to heel, of a lunge; estimate


def tally(
    workout: Workout,
    items: tuple[Item, ...],
    cooldown: tuple[Item, ...],
    minutes: int,
    pace: ClockKind,
    catalog: Catalog,
) -> Tally:
    """Totals of one person's session, warm-up and cool-down."""
    jumps = [*jumps_of(workout, catalog), *jumps_in(items)]
    contacts = sum(jump.contacts for jump in jumps)
    settle_min = sum(item.seconds for item in cooldown) / 60
    counted = items if pace == "every-minute" else ()
    return Tally(
        contacts=contacts,
        contacts_words=_band(contacts),
        lunge_steps=_lunge_steps(workout, catalog),
        reps=tuple(
            Counted(item.drill.name, item.dose.reps * item.dose.sets) for item in counted if item.dose.reps
        ),
        share_of_hour=min(1.0, (minutes + settle_min) / HOUR_MIN),
    )


def _lunge_steps(workout: Workout, catalog: Catalog) -> int:
    lunges = (work for work in workout.works if catalog.movements[work.movement].patterns.get("lunge"))
    return sum(steps_over(work.distance_m, USUAL_STEP_M) for work in lunges if work.distance_m)


def _band(contacts: int) -> str:
    if not contacts:
        return "none"
    bands = (words for most, words in CONTACT_BANDS if contacts <= most)
    return next(bands, "more than an advanced athlete's session")
