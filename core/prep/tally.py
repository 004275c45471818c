"""What a session and its prep add up to: jump contacts, lunge steps, reps of an every-minute block, share of the hour."""

from __future__ import annotations

from core.catalog import Catalog
from core.posture import steps_over
from core.prep.sheet import Item, Tally
from core.reading.workout import Workout

HOUR_MIN = 60
CONTACT_BANDS = (
    (80, "few"),
    (100, "a beginner's session"),
    (120, "an intermediate's"),
    (140, "an advanced athlete's"),
)  # NSCA, from memory
USUAL_STEP_M = 0.9  # heel to heel, of a lunge; estimate


def tally(
    workout: Workout,
    items: tuple[Item, ...],
    cooldown: tuple[Item, ...],
    minutes: int,
    pace: str,
    catalog: Catalog,
) -> Tally:
    """Totals of one person's session, warm-up and cool-down."""
    contacts, steps = 0, 0
    for part in workout.parts:
        for work in part.work:
            row = catalog.movements[work.movement]
            contacts += round(row.contacts * work.reps)
            if row.patterns.get("lunge") and work.distance_m:
                steps += steps_over(work.distance_m, USUAL_STEP_M)
    for item in items:
        if catalog.drills[item.drill].style == "spring" and {"jump", "knee.landing", "ankle.elastic"} & set(
            catalog.drills[item.drill].effects
        ):
            contacts += (item.dose.reps or 0) * item.dose.sets * (2 if item.dose.per_side else 1)
    reps = (
        tuple((item.name, item.dose.reps * item.dose.sets) for item in items if item.dose.reps)
        if pace == "every-minute"
        else ()
    )
    settle = sum(item.seconds for item in cooldown) / 60
    return Tally(contacts, _band(contacts), steps, reps, min(1.0, (minutes + settle) / HOUR_MIN))


def _band(contacts: int) -> str:
    if not contacts:
        return "none"
    return next(
        (words for most, words in CONTACT_BANDS if contacts <= most),
        "more than an advanced athlete's session",
    )
