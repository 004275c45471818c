"""Totals of the whole session per person. Exact for closed formats; open ones are estimated from pace,
with a range."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, fields, replace

from core.catalog import Catalog
from core.catalog.rows import Movement
from core.reading.draft import Draft
from core.reading.workout import Format, Work, Written

TRANSITION_S = 4.0  # from one movement to the next in a circuit; estimate
FATIGUE = 1.15  # rounds slow down over an open-ended piece; estimate
DEFAULT_AMRAP_MINUTES = 10.0
DEFAULT_CALORIE_S = (2.6, 4.5)
MAX_EFFORT_S = 40.0  # a max-effort set lasts about this long; estimate
LONGEST_EFFORT_S = 120  # nobody goes flat out for longer, only slower; estimate
LOW_EFFORT, HIGH_EFFORT = 0.6, 1.6  # people differ this much in a try at the most; estimate
DEFAULT_WORK_S = 20
LEAST_LEFT_S = 10  # of an interval for what is tried last; estimate
WORKED_OF_MINUTE = 0.75  # of a minute without a number; estimate
LONG_INTERVAL_S = 240  # that is no minute with a rest in it but a time on one thing: "rotate every 5 min"
MAX_ROUNDS = 200
LONGEST_TIMED_S = 240  # repetitions for longer are practice; estimate
LONGEST_STEADY_S = 600  # of what nobody practises so long; estimate
STEADY = ("floor", "throw", "trunk")  # families
DEATH_BY_REPS = 12  # minutes most people last in a rising every-minute ladder; estimate
DEFAULT_INTERVALS = 8


ONCE = ("buy-in", "cash-out")  # roles of what frames a list
MEANWHILE = "meanwhile"  # role of what is done for as long as somebody else of the team works
WRITTEN = tuple(one.name for one in fields(Written))
# what a line says of itself goes into its work as it was read
AS_READ = tuple(
    sorted(
        {one.name for one in fields(Work)}
        & {one.name for one in fields(Draft)}
        - {"scheme", "reps", "distance_m", "calories", "seconds", "assumed"}
    )
)


@dataclass(frozen=True, slots=True)
class Rounds:
    """How often a list is done; fewest and most when that is an estimate."""

    rounds: int
    estimated: bool
    fewest: int
    most: int


def rounds_of(fmt: Format, drafts: list[Draft], catalog: Catalog) -> Rounds:
    """How often the list is done, and how sure that is."""
    if fmt.rounds_range and fmt.rounds:
        return Rounds(fmt.rounds, True, *fmt.rounds_range)
    if fmt.kind == "as-many-as-possible":
        return _open_rounds(fmt, drafts, catalog)
    if fmt.kind in ("every-minute", "intervals"):
        least = DEFAULT_INTERVALS if fmt.kind == "intervals" else 10
        known = fmt.rounds is not None
        total = fmt.rounds
        if total is None:
            total = DEATH_BY_REPS if fmt.ladder_step else least
        each = max(1, total // max(1, fmt.stations)) if fmt.kind == "every-minute" else total
        return Rounds(each, not known, max(1, each * 2 // 3), each if known else each * 4 // 3 + 1)
    if fmt.ladder_step and fmt.scheme:
        return Rounds(len(fmt.scheme), True, len(fmt.scheme), len(fmt.scheme) * 2)
    rounds = fmt.rounds or 1
    if fmt.kind == "rounds" and 1 < fmt.stations <= rounds:  # odd and even rounds
        rounds = max(1, rounds // fmt.stations)
    return Rounds(rounds, False, rounds, rounds)


def _open_rounds(fmt: Format, drafts: list[Draft], catalog: Catalog) -> Rounds:
    """Rounds that fit the minutes at the fast, the middle and the slow end of every movement's pace."""
    seconds = (fmt.minutes or DEFAULT_AMRAP_MINUTES) * 60
    shared = [draft for draft in drafts if draft.as_prescribed and not draft.role] or [
        draft for draft in drafts if not draft.role
    ]
    if not shared:
        return Rounds(1, True, 1, 1)
    framing = [one for one in drafts if one.as_prescribed and one.role == "buy-in"]
    fits = []
    for pace in (1.0, 0.5, 0.0):  # slow, middle, fast
        if fmt.ladder_step and fmt.scheme:
            fits.append(_rungs(fmt, seconds, shared, catalog, pace))
            continue
        once = _pass_s((_by_the_scheme(fmt, one) for one in shared), catalog, pace)
        if fmt.rest_s and fmt.repeat == 1:
            once += fmt.rest_s  # "1 min rest" at the end of the list
        if all(one.seconds for one in shared):
            once = sum(one.seconds or 0 for one in shared) + (fmt.rest_s or 0)  # the clock paces it
        left = seconds - _pass_s(framing, catalog, pace)
        fits.append(max(1, min(MAX_ROUNDS, round(left / once))) if once else 1)
    return Rounds(fits[1], True, fits[0], max(fits[1], fits[2]))


def _by_the_scheme(fmt: Format, draft: Draft) -> Draft:
    """A line of a list that "21-15-9" counts, with all of it."""
    if not fmt.scheme or replace(draft, counts="").has_amount:
        return draft
    total = sum(fmt.scheme)
    return replace(draft, calories=total) if draft.counts == "cal" else replace(draft, reps=total)


def _pass_s(drafts: Iterable[Draft], catalog: Catalog, pace: float) -> float:
    """Seconds of one pass of a list, one movement after another."""
    return sum(once_s(draft, catalog, pace) + TRANSITION_S for draft in drafts) * FATIGUE


def _rungs(fmt: Format, seconds: float, drafts: list[Draft], catalog: Catalog, pace: float) -> int:
    """Rungs of an open ladder that fit the time: what climbs by its own rungs, the rest once in each."""
    done, spent = 0, 0.0
    while spent < seconds and done < MAX_ROUNDS and rungs(fmt, done + 1)[-1] > 0:
        once = sum(_rung_s(fmt, draft, done, catalog, pace) for draft in drafts)
        spent += (once + len(drafts) * TRANSITION_S) * FATIGUE
        done += 1
    return max(1, done)


def _rung_s(fmt: Format, draft: Draft, done: int, catalog: Catalog, pace: float) -> float:
    """Seconds that a line of a ladder takes in the round after so many."""
    if (
        draft.reps
        or draft.distance_m
        or draft.seconds
        or draft.calories
        or (draft.scheme and not draft.ladder_step)
    ):
        return once_s(draft, catalog, pace)
    own = replace(fmt, scheme=draft.scheme, ladder_step=draft.ladder_step) if draft.scheme else fmt
    rung = rungs(own, done + 1)[-1]
    if draft.counts == "cal":
        return once_s(replace(draft, scheme=(), calories=rung), catalog, pace)
    return once_s(replace(draft, scheme=(), reps=rung), catalog, pace)


def rungs(fmt: Format, count: int) -> tuple[int, ...]:
    """The first ``count`` rungs of a scheme that may go on for ever."""
    if not fmt.ladder_step:
        return fmt.scheme
    found = list(fmt.scheme[:count])
    while len(found) < count:
        found.append(max(1, found[-1] + fmt.ladder_step))
    return tuple(found)


def finish(draft: Draft, fmt: Format, reading: Rounds, catalog: Catalog) -> Work:
    """A draft with its totals."""
    once = bool(draft.role)
    passes = _passes(draft, fmt, reading, catalog)
    counted = passes.what == "reps"
    tries_cal = 0 if draft.calories or draft.distance_m else _calories_tried(draft, fmt, catalog)
    share = _share(draft, fmt)
    reps = sum(passes.amounts) * draft.sides if counted else 0
    distance_m = sum(passes.amounts) if passes.what == "m" else (draft.distance_m or 0) * passes.times
    calories = sum(passes.amounts) if passes.what == "cal" else (draft.calories or tries_cal) * passes.times
    seconds = _each_s(draft, fmt, passes) * passes.times * draft.sides
    low, high = _spread(draft, reps, reading, once)
    open_ended = (
        draft.role == MEANWHILE
        or (reading.estimated and not once)
        or draft.estimated
        or draft.max_effort
        or draft.often
    )
    return Work(
        **{name: getattr(draft, name) for name in AS_READ},
        written=Written(**{name: getattr(draft, name) for name in WRITTEN}),
        scheme=passes.amounts if counted or draft.scheme else (),
        reps=math.ceil(reps / share),
        reps_estimated=bool(open_ended or passes.paced or tries_cal or share > 1),
        reps_range=(math.ceil(low / share), math.ceil(high / share)) if high > low else None,
        distance_m=round(distance_m * draft.sides / share, 3) or None,
        calories=math.ceil(calories / share) or None,
        seconds=math.ceil(seconds / share) or None,
        assumed="; ".join(draft.assumed),
        note="; ".join(draft.notes),
    )


def time_left(draft: Draft, lines: Sequence[Draft], fmt: Format, catalog: Catalog) -> Format:
    """'12 cal, 8 burpees, max swings' every 3 minutes: the format of what is tried last, for what the others
    leave of the time."""
    others = [
        one
        for one in lines
        if one is not draft
        and one.as_prescribed
        and one.station == draft.station
        and one.has_counts
        and not one.max_effort
    ]
    whole = fmt.work_s if fmt.kind == "intervals" else fmt.interval_s
    timed = fmt.kind in ("intervals", "every-minute") and whole
    if not draft.max_effort or draft.seconds or draft.has_counts or not others or not timed:
        return fmt
    left = (whole or 0) - sum(once_s(one, catalog, 0.5) for one in others)
    return replace(fmt, work_s=max(LEAST_LEFT_S, round(left)))


def _share(draft: Draft, fmt: Format) -> int:
    """Among how many a line's work is shared out."""
    own = draft.synchro or draft.everyone or draft.role == MEANWHILE
    shared = fmt.team and fmt.share in ("split", "alternate") and not own
    return fmt.team if shared and fmt.team else 1


def _each_s(draft: Draft, fmt: Format, passes: _Passes) -> int:
    """Seconds of one pass: as written, or the interval a line without an amount fills."""
    if draft.seconds or draft.role or draft.distance_m or draft.calories or not _fills_interval(draft, fmt):
        return draft.seconds or 0
    fills = not passes.what or (passes.paced and fmt.kind == "intervals")
    return _interval_s(fmt) if fills else 0


@dataclass(frozen=True, slots=True)
class _Passes:
    """How often a line is done, and the amount of each time. what: reps | cal | m, or "" when nothing is
    counted. paced: a pace made the amount."""

    times: int
    amounts: tuple[int, ...]
    what: str
    paced: bool = False


def _passes(draft: Draft, fmt: Format, reading: Rounds, catalog: Catalog) -> _Passes:
    rounds = 1 if draft.role or (fmt.kind == "sets-x-reps") else reading.rounds * fmt.repeat
    if draft.role in ONCE and fmt.kind == "as-many-as-possible":
        rounds = fmt.repeat  # once in each of its pieces
    if fmt.kind == "every-minute" and fmt.stations > 1 and draft.station and fmt.rounds and not draft.role:
        rounds = (
            max(1, (fmt.rounds - draft.station) // fmt.stations + 1) * fmt.repeat
        )  # "EMOM 10" of three places
    if fmt.kind == "rounds" and fmt.stations > 1 and draft.station is None and not draft.role:
        rounds = (fmt.rounds or 1) * fmt.repeat  # "8 rounds: 1 km run, then one station each round"
    what = draft.counts or "reps"
    if (
        draft.scheme and draft.ladder_step and fmt.ladder_step
    ):  # "2-4-6-8.. cleans", and below it "4-8-12-16.. push-ups"
        own = rungs(replace(fmt, scheme=draft.scheme, ladder_step=draft.ladder_step), reading.rounds)
        return _Passes(len(own) * fmt.repeat, own * fmt.repeat, what)
    if draft.scheme:
        return _Passes(len(draft.scheme) * rounds, draft.scheme * rounds, what)
    measured = bool(draft.distance_m or draft.calories or draft.seconds)
    from_format = bool(fmt.scheme) and not (draft.reps or measured or draft.role or draft.max_effort)
    if from_format:
        once = 1 if fmt.kind == "for-time" else reading.rounds
        rising = rungs(fmt, reading.rounds) if fmt.ladder_step else fmt.scheme * once
        if fmt.kind == "every-minute" and not fmt.ladder_step:
            rising = tuple(itertools.islice(itertools.cycle(fmt.scheme), reading.rounds))
        return _Passes(len(rising) * fmt.repeat, rising * fmt.repeat, what)
    if fmt.scheme and not draft.role:
        rounds = (
            reading.rounds if fmt.ladder_step or fmt.kind != "for-time" else len(fmt.scheme)
        ) * fmt.repeat
    times = (draft.sets or 1) * rounds
    each = _reps_each(draft, fmt, measured, catalog)
    paced = (
        bool(each)
        and not draft.reps
        and (_fills_interval(draft, fmt) if not measured else bool(draft.seconds))
    )
    return _Passes(times, (each,) * times if each else (), what if each else "", paced)


def _reps_each(draft: Draft, fmt: Format, measured: bool, catalog: Catalog) -> int:
    """Reps of one pass: as written, what a try at the most comes to, what fits an interval, or one."""
    row = catalog.movements[draft.movement]
    if draft.reps:
        return draft.reps
    if draft.max_effort and row.unit == "rep":
        return max(1, round(_effort_s(draft, fmt) / row.pace_s[1]))
    if (
        draft.seconds
        and not (draft.distance_m or draft.calories)
        and row.unit == "rep"
        and _is_timed_work(draft, row)
    ):
        return max(1, round(draft.seconds / (sum(row.pace_s) / 2)))
    if measured or draft.max_effort:
        return 0
    if _fills_interval(draft, fmt):
        return max(1, round(_interval_s(fmt) / (sum(row.pace_s) / 2))) if row.unit == "rep" else 0
    return 1


def _effort_s(draft: Draft, fmt: Format) -> float:
    """Seconds of a try at the most; where minutes are said one goes on for all of them, slower."""
    if fmt.kind == "as-many-as-possible" and draft.seconds:
        return draft.seconds / FATIGUE
    said = draft.seconds or fmt.work_s or MAX_EFFORT_S
    return said if said <= LONGEST_EFFORT_S else max(LONGEST_EFFORT_S, said / FATIGUE)


def _is_timed_work(draft: Draft, row: Movement) -> bool:
    """Whether repetitions are done for a time ("7 min burpees"): no position held, no skill practised."""
    longest = LONGEST_STEADY_S if row.family in STEADY else LONGEST_TIMED_S
    return not draft.counts and (draft.seconds or 0) <= longest


def _fills_interval(draft: Draft, fmt: Format) -> bool:
    """Whether a line without an amount is done for as long as its interval, or its minute, lasts."""
    return fmt.kind == "intervals" or (fmt.kind == "every-minute" and draft.station is not None)


def _interval_s(fmt: Format) -> int:
    """Seconds of work in one interval; of a minute's work most is worked."""
    if fmt.kind == "intervals":
        return fmt.work_s or DEFAULT_WORK_S
    interval_s = fmt.interval_s or 60
    return interval_s if interval_s >= LONG_INTERVAL_S else round(interval_s * WORKED_OF_MINUTE)


def _calories_tried(draft: Draft, fmt: Format, catalog: Catalog) -> int:
    """Calories of one try at the most on a machine, or of an interval that counts them."""
    row = catalog.movements[draft.movement]
    counting = draft.max_effort or (draft.counts == "cal" and not draft.scheme and not fmt.scheme)
    if not counting or row.calorie_s is None or draft.scheme:
        return 0
    return max(1, round(_effort_s(draft, fmt) / (sum(row.calorie_s) / 2)))


def _spread(draft: Draft, reps: int, reading: Rounds, once: bool) -> tuple[int, int]:
    """Fewest and most reps: of an open format, of a range of reps, of a try at the most."""
    low = high = float(reps)
    if reading.estimated and reading.rounds and not once:
        low, high = low * reading.fewest / reading.rounds, high * reading.most / reading.rounds
    if draft.reps_to:
        high *= draft.reps_to / (draft.reps or (draft.scheme[0] if draft.scheme else draft.reps_to))
    if draft.max_effort:
        low, high = low * LOW_EFFORT, high * HIGH_EFFORT
    return math.floor(low), math.ceil(high)


def once_s(draft: Draft, catalog: Catalog, pace: float) -> float:
    """Seconds one pass of a line takes, at ``pace`` between the fast end (0) and the slow end (1) of its
    range."""
    row = catalog.movements[draft.movement]
    fast, slow = row.pace_s
    each = fast + (slow - fast) * pace
    if draft.seconds:
        return draft.seconds * draft.sides
    if draft.calories:
        quick, long = row.calorie_s or DEFAULT_CALORIE_S
        return draft.calories * (quick + (long - quick) * pace)
    if draft.distance_m:
        metres = draft.distance_m * draft.sides
        return metres * each if row.unit == "metre" else metres / (row.metres_per_rep or 1.0) * each
    return (sum(draft.scheme) or draft.reps or 1) * draft.sides * each


def lasts_s(work: Work, catalog: Catalog, pace: float = 0.5) -> float:
    """Seconds all of a work takes one person, at ``pace`` between the fast end (0) and the slow end (1) of
    its range; one amount decides, in the order of time, way, calories and repetitions."""
    row = catalog.movements[work.movement]
    fast, slow = row.pace_s
    each = fast + (slow - fast) * pace
    if work.seconds:
        return float(work.seconds)
    if work.distance_m:
        return (
            work.distance_m if row.unit == "metre" else work.distance_m / (row.metres_per_rep or 1.0)
        ) * each
    if work.calories:
        quick, long = row.calorie_s or DEFAULT_CALORIE_S
        return work.calories * (quick + (long - quick) * pace)
    return work.reps * each
