"""Random workouts and random whiteboards, for the properties that must hold of any of them."""

from __future__ import annotations

from hypothesis import strategies as st

from core.catalog import load_catalog
from core.reading.draft import BUILD_SETS, HEAVY_PERCENT, Draft
from core.reading.volumes import finish, rounds_of, time_left
from core.reading.workout import Format, Part, Workout

CATALOG = load_catalog()
BY_REP = [
    row.id
    for row in CATALOG.movements.values()
    if row.unit == "rep" and not row.context and row.implement != "box"
]
BY_METRE = [row.id for row in CATALOG.movements.values() if row.unit == "metre" and not row.context]
BY_CALORIE = [row.id for row in CATALOG.movements.values() if row.calorie_s and not row.context]
BY_SECOND = [row.id for row in CATALOG.movements.values() if row.unit == "second"]
BARBELL = [name for name in BY_REP if CATALOG.movements[name].implement == "barbell"]
whole = st.integers(1, 60)
minutes = st.integers(2, 30)
loads = st.lists(
    st.sampled_from([12.5, 16.0, 22.5, 40.0, 61.0, 95.0, 102.5]), min_size=1, max_size=2, unique=True
).map(lambda both: tuple(sorted(both, reverse=True)))  # a second standard is never the heavier one


@st.composite
def formats(draw) -> Format:
    """A format as a coach could write it."""
    kind = draw(
        st.sampled_from(["for-time", "scheme", "rounds", "amrap", "ladder", "every", "intervals", "sets"])
    )
    cap_s = draw(st.sampled_from([None, 600, 735]))
    team = draw(st.sampled_from([None, None, 2, 3]))
    share = {"team": team, "share": draw(st.sampled_from(["split", "alternate"])) if team else ""}
    if kind == "for-time":
        return Format("for-time", for_time=True, cap_s=cap_s, **share)
    if kind == "scheme":
        values = draw(st.lists(whole, min_size=3, max_size=6).filter(lambda found: len(set(found)) > 1))
        return Format("for-time", scheme=tuple(values), for_time=draw(st.booleans()), cap_s=cap_s)
    if kind == "rounds":
        return Format(
            "rounds",
            rounds=draw(st.integers(2, 12)),
            for_time=draw(st.booleans()),
            rest_s=draw(st.sampled_from([None, 60, 95])),
            cap_s=cap_s,
            **share,
        )
    if kind == "amrap":
        repeat = draw(st.integers(1, 4))
        return Format(
            "as-many-as-possible",
            minutes=float(draw(minutes)),
            repeat=repeat,
            rest_s=90 if repeat > 1 else None,
            **share,
        )
    if kind == "ladder":
        step = draw(st.integers(1, 4))
        return Format(
            "as-many-as-possible",
            minutes=float(draw(minutes)),
            scheme=(step, 2 * step, 3 * step),
            ladder_step=step,
        )
    if kind == "every":
        interval_s, rounds = draw(st.sampled_from([60, 90, 120, 180])), draw(st.integers(2, 12))
        return Format("every-minute", rounds=rounds, minutes=rounds * interval_s / 60, interval_s=interval_s)
    if kind == "intervals":
        return Format(
            "intervals",
            rounds=draw(st.integers(2, 10)),
            work_s=draw(st.sampled_from([20, 40, 75])),
            rest_s=draw(st.sampled_from([10, 20, 60])),
        )
    return Format("sets-x-reps")


DIFFERENT = st.lists(whole, min_size=3, max_size=6).filter(lambda counts: len(set(counts)) > 1).map(tuple)
AMOUNTS = ("reps", "reps", "range", "metres", "calories", "seconds", "max", "bare")
SET_AMOUNTS = ("sets", "scheme", "build", "timed")
TIMED = ("seconds", "timed")
IN_SETS = ("scheme", "build")
NOTES = ("step if you must", "or 5 wall walks", "slow (very) slow", "2 s pause")


@st.composite
def drafts(draw, fmt: Format) -> Draft:
    """A movement line as a coach could write it under a format."""
    amount = draw(st.sampled_from(SET_AMOUNTS if fmt.kind == "sets-x-reps" else AMOUNTS))
    draft = Draft(1, 1, "", division=draw(st.sampled_from([None, None, None, "masters"])))
    draft.movement = draw(st.sampled_from(movements_with(amount)))
    _give_amount(draw, draft, amount)
    if amount in SET_AMOUNTS:
        _give_sets(draw, draft, amount)
    if CATALOG.movements[draft.movement].implement == "barbell" and amount != "build":
        _give_weight(draw, draft)
    if draw(st.integers(0, 5)) == 0:
        draft.notes = [draw(st.sampled_from(NOTES))]
    return draft


def movements_with(amount: str) -> list[str]:
    """Movements that are counted so."""
    counted = {"metres": BY_METRE, "calories": BY_CALORIE, "seconds": BY_SECOND, "timed": BY_SECOND}
    return counted.get(amount, BARBELL if amount in IN_SETS else BY_REP)


def _give_amount(draw, draft: Draft, amount: str) -> None:
    if amount == "metres":
        draft.distance_m = draw(st.sampled_from([20.0, 400.0, 1609.344]))
    elif amount == "calories":
        draft.calories = draw(whole)
        draft.other = float(draft.calories - 1) if draft.calories > 2 else None
    elif amount in TIMED:
        draft.seconds = draw(st.integers(10, 120))
    elif amount == "reps":
        draft.reps, draft.sides = draw(whole), draw(st.sampled_from([1, 1, 2]))
    elif amount == "range":
        draft.reps = draw(st.integers(3, 20))
        draft.reps_to = draft.reps + draw(st.integers(1, 5))
    elif amount == "max":
        draft.max_effort = True


def _give_sets(draw, draft: Draft, amount: str) -> None:
    draft.sets_written, draft.sets = True, draw(st.integers(2, 6))
    if amount == "sets":
        draft.scheme = (draw(whole),) * draft.sets
    elif amount == "scheme":
        draft.scheme = draw(DIFFERENT)
        draft.sets = len(draft.scheme)
    elif amount == "build":
        draft.scheme, draft.sets = (draw(st.integers(1, 5)),) * BUILD_SETS, BUILD_SETS
        draft.estimated, draft.percents = True, (HEAVY_PERCENT,)


def _give_weight(draw, draft: Draft) -> None:
    weight = draw(st.sampled_from(["none", "load", "percent", "rpe", "bodyweight"]))
    if weight == "load":
        draft.loads, draft.load_unit = draw(loads), draw(st.sampled_from(["kg", "lb"]))
    elif weight == "percent":
        draft.percents = (float(draw(st.integers(40, 100))),)
    elif weight == "rpe":
        draft.rpe = float(draw(st.integers(5, 10)))
    elif weight == "bodyweight":
        draft.bodyweight = draw(st.sampled_from([0.75, 1.0, 1.5]))


@st.composite
def workouts(draw) -> Workout:
    """One to three parts with one to four lines each, finished the way the reader finishes them."""
    parts = []
    for index in range(draw(st.integers(1, 3))):
        fmt = draw(formats())
        lines = [draw(drafts(fmt)) for _ in range(draw(st.integers(1, 4)))]
        lines[0].division = None
        for place, one in enumerate(lines):
            if one.division and not one.has_amount:
                one.reps = draw(whole)
            if one.division:  # a division's line stands in for the last shared one before it
                one.replaces = (max(back for back in range(place) if lines[back].division is None),)
        if fmt.kind == "sets-x-reps":
            counts = {one.sets for one in lines if one.sets}
            fmt = Format("sets-x-reps", rounds=counts.pop() if len(counts) == 1 else None)
        reading = rounds_of(fmt, lines, CATALOG)
        if reading.estimated:
            fmt = Format(
                **{name: getattr(fmt, name) for name in fmt.__slots__}
                | {
                    "rounds": reading.rounds,
                    "estimated": True,
                    "rounds_range": (reading.fewest, reading.most),
                }
            )
        kind = draw(st.sampled_from(["strength", "skill", "conditioning", "event"]))
        notes = tuple(
            draw(st.lists(st.sampled_from(["Keep the ribs down.", "5 burpees if you are late"]), max_size=1))
        )
        parts.append(
            Part(
                "ABC"[index],
                kind,
                fmt,
                tuple(finish(one, time_left(one, lines, fmt, CATALOG), reading, CATALOG) for one in lines),
                notes,
            )
        )
    return Workout(draw(st.sampled_from(["", "Slow morning", "Week 3"])), tuple(parts))


SESSIONS = (  # whole days of several kinds, for plans
    (
        "A) Front squat 4x4 @ 78%\n\nB) 3 rounds for time\n15 push presses 40/27.5 kg\n"
        "12 box step-overs\n9 chest-to-bar pull-ups"
    ),
    "AMRAP 14\n6 ring dips\n12 goblet squats 24 kg\n30 double-unders",
    "5 rounds for time\n400 m run\n20 sit-ups",
    "Deadlift 5x5 @ 80%\n\n21-15-9\nring rows\npush-ups",
    "EMOM 16\nminute 1: 12 cal row\nminute 2: 8 toes-to-bar",
    "Overhead squat 5x3 @ 70%",
    "A) Bench press 5x5 @ 75%\n\nB) AMRAP 12\n250 m row\n10 dumbbell thrusters 2 x 15/10 kg\n10 hollow rocks",
    "for time\n50 walking lunges\n40 push-ups\n30 cal row\n20 get-ups 16/12 kg",
    (
        "skill: handstand hold 5 x 20 s\n\nB) every 3:00 for 15 min\n12 wall balls 9/6 kg\n"
        "3 muscle-ups\n150 m run"
    ),
    (
        "A) Power snatch 6x2 @ 70%\n\nB) 3 rounds for time\n15 kettlebell swings 24/16 kg\n"
        "40 m farmer carry 2 x 24/16 kg"
    ),
    "5 rounds\n12 seated dumbbell presses 12 kg\n15 chair push-ups",
)
