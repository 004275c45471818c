"""What a session and its prep add up to: jump contacts, lunge steps, reps of an every-minute block, slow
repetitions by the clock, intervals, who of a team works and waits how long, share of the hour."""

from __future__ import annotations

from collections.abc import Iterator

from core.catalog import Catalog
from core.catalog.rows import ClockKind, Movement
from core.posture import steps_over
from core.prep.jumps import jumps_in, jumps_of
from core.prep.sheet import Counted, Intervals, Item, SlowReps, Tally, Turns
from core.prep.timeline import part_minutes
from core.reading.volumes import MEANWHILE
from core.reading.workout import Part, Work, Workout

HOUR_MIN = 60
CONTACT_BANDS = (  # NSCA, from memory
    (80, "few"),
    (100, "a beginner's session"),
    (120, "an intermediate's"),
    (140, "an advanced athlete's"),
)
USUAL_STEP_M = 0.9  # heel to heel, of a lunge in a workout, tired steps and all; estimate
BELL_OVERHEAD_S = 6  # from one kettlebell repetition overhead to the next: quality, not rate; common practice
SHARED = ("split", "alternate")


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
        slow=tuple(_slow(workout, catalog)),
        intervals=tuple(_intervals(workout)),
        turns=tuple(_turns(workout, catalog)),
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


def _slow(workout: Workout, catalog: Catalog) -> Iterator[SlowReps]:
    """Repetitions by the clock: where the board says how often, and a bell's overhead in sets."""
    for part in workout.asking:
        for work in part.work:
            row = catalog.movements[work.movement]
            every_s = work.rep_every_s or (BELL_OVERHEAD_S if _is_slow(part, work, row) else 0)
            if every_s and work.reps:
                yield SlowReps(row.name, work.reps // work.sides, work.sides, every_s, work.reps * every_s)


def _is_slow(part: Part, work: Work, row: Movement) -> bool:
    """One bell overhead, side by side, in sets and not against the clock."""
    words = work.text.lower().split()
    bell = row.implement == "kettlebell" or any(word.startswith(("kettlebell", "kb")) for word in words)
    overhead = "overhead-one-arm" in row.positions
    return part.format.kind == "sets-x-reps" and bell and overhead and work.sides == 2


def _intervals(workout: Workout) -> Iterator[Intervals]:
    """Work and rest in all, for every movement of the list where each is done in all of the rounds."""
    for part in workout.asking:
        fmt = part.format
        if fmt.kind != "intervals" or not fmt.rounds or not fmt.work_s:
            continue
        shared = [work for work in part.work if work.as_prescribed]
        each = (
            bool(shared)
            and not fmt.stations
            and all(one.seconds == fmt.rounds * fmt.work_s for one in shared)
        )
        rounds = fmt.rounds * (len(shared) if each and shared else 1)
        yield Intervals(part.name, rounds, rounds * fmt.work_s, rounds * (fmt.rest_s or 0))


def _turns(workout: Workout, catalog: Catalog) -> Iterator[Turns]:
    """How long one of a team works and waits in a part that they share, and what is done meanwhile."""
    for part in workout.asking:
        fmt = part.format
        meanwhile = tuple(
            catalog.movements[work.movement].name for work in part.work if work.role == "meanwhile"
        )
        if not fmt.team or fmt.team < 2 or not (fmt.share in SHARED or meanwhile):
            continue
        done = Part(part.name, part.kind, fmt, tuple(work for work in part.work if work.role != MEANWHILE))
        own_s = part_minutes(done, catalog) * 60
        works_s = round(own_s / fmt.team if fmt.minutes else own_s)
        yield Turns(part.name, fmt.team, works_s, works_s * (fmt.team - 1), meanwhile)
