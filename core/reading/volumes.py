"""Totals of the whole session per person. Exact for closed formats; open ones are estimated from pace and say so."""
from __future__ import annotations

from core.catalog import Catalog
from core.reading.chunks import Draft
from core.reading.workout import Format, Work

TRANSITION_S = 4.0  # from one movement to the next in a circuit; estimate
FATIGUE = 1.15  # rounds slow down over an open-ended piece; estimate
DEFAULT_AMRAP_MINUTES = 10.0
MAX_EFFORT_S = 40.0  # a max-effort set lasts about this long; estimate
MAX_ROUNDS = 200


def rounds_of(fmt: Format, drafts: list[Draft], catalog: Catalog) -> tuple[int, bool]:
    """How often the list is done, and whether that is an estimate."""
    if fmt.kind == "as-many-as-possible":
        seconds = (fmt.minutes or DEFAULT_AMRAP_MINUTES) * 60
        shared = [draft for draft in drafts if draft.division is None] or drafts
        once = sum(_once_s(draft, catalog) + TRANSITION_S for draft in shared) * FATIGUE
        return max(1, min(MAX_ROUNDS, round(seconds / once))) if once else 1, True
    if fmt.kind == "every-minute":
        stations = {draft.station for draft in drafts if draft.station}
        return max(1, (fmt.rounds or 10) // max(1, len(stations))), fmt.rounds is None
    return (fmt.rounds or 1), False


def finish(draft: Draft, fmt: Format, rounds: int, estimated: bool, catalog: Catalog) -> Work:
    """A draft with its totals."""
    scheme = _scheme(draft, fmt, rounds, catalog)
    times = draft.sets or (len(scheme) if fmt.scheme and not draft.scheme else rounds)
    counted = not (draft.distance_m or draft.calories or draft.seconds) or draft.reps or draft.scheme or draft.max_effort
    if not counted:
        scheme = ()
    reps = sum(scheme) * draft.sides
    distance_m = draft.distance_m * times * draft.sides if draft.distance_m else None
    seconds = draft.seconds * times * draft.sides if draft.seconds else None
    calories = draft.calories * times if draft.calories else None
    return Work(
        movement=draft.movement, line=draft.line, column=draft.column, text=draft.text, division=draft.division,
        scheme=scheme, reps=reps, reps_estimated=estimated or draft.estimated or draft.max_effort,
        loads_kg=draft.loads_kg, load_text=draft.load_text, implements=draft.implements, percent=draft.percent,
        rpe=draft.rpe, distance_m=round(distance_m, 3) if distance_m else None, calories=calories, seconds=seconds,
        heights_m=draft.heights_m, sides=draft.sides, tempo=draft.tempo, station=draft.station,
        replaces=draft.replaces, assumed="; ".join(draft.assumed), note="; ".join(draft.notes),
    )


def _scheme(draft: Draft, fmt: Format, rounds: int, catalog: Catalog) -> tuple[int, ...]:
    if draft.scheme:
        return draft.scheme * (1 if draft.sets_written else rounds)
    if draft.max_effort and not draft.reps:
        slow = catalog.movements[draft.movement].pace_s[1]
        return (max(1, round((draft.seconds or MAX_EFFORT_S) / slow)),) * rounds
    if fmt.scheme and draft.reps is None:
        return fmt.scheme
    if draft.reps is None:
        return (1,) * rounds
    return (draft.reps,) * (draft.sets or (len(fmt.scheme) if fmt.scheme else rounds))


def _once_s(draft: Draft, catalog: Catalog) -> float:
    """Seconds one pass of a line takes at the middle of its pace range."""
    row = catalog.movements[draft.movement]
    pace = sum(row.pace_s) / 2
    if draft.seconds:
        return draft.seconds * draft.sides
    if draft.calories:
        return draft.calories * (sum(row.calorie_s) / 2 if row.calorie_s else 3.5)
    if draft.distance_m:
        metres = draft.distance_m * draft.sides
        return metres * pace if row.unit == "metre" else metres / (row.metres_per_rep or 1.0) * pace
    return (sum(draft.scheme) or draft.reps or 1) * draft.sides * pace
