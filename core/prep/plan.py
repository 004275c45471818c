"""The plan: weights from the demand profile, ramp first, drills into the minutes left, then order, reasons and cool-down."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from functools import lru_cache

from core.catalog import Catalog, load_catalog
from core.catalog.rows import Clock, Method
from core.demand.people import Person
from core.demand.profile import DemandProfile, DemandScore
from core.prep.candidates import FULL, Candidate, refused, taken_away
from core.prep.choose import Choice
from core.prep.clock import Turn, lay_out, pairs
from core.prep.cooldown import cool_down, muscles_worked
from core.prep.offer import Asked, choose_drills, next_minute
from core.prep.pace import TRANSITION_S, Pace
from core.prep.ramp import ramps_for, timed
from core.prep.sequence import in_order
from core.prep.settings import PlanSettings
from core.prep.sheet import Item, PrepSheet, Ramp, RampSet, Uncovered
from core.prep.tally import tally
from core.reading.workout import Workout

NOTICE = 0.15  # demands that score less than this are not called uncovered
ENOUGH = 0.35  # a demand prepared at least this much counts as covered; estimate
SERVES_AT_LEAST = 3  # twentieths; below this an effect is not named as a reason
READY = 0.5  # a demand this ready needs nothing before the next part; estimate
STOP_S = 180  # what a stop before a second lift usually takes; common practice
RACK_OFF = 5.0  # kg or lb that plates may fall short before it is said; estimate
LIMITING_MUSCLES = 4


def plan(
    workout: Workout,
    profile: DemandProfile,
    settings: PlanSettings | None = None,
    people: Sequence[Person] = (),
    catalog: Catalog | None = None,
    ramps: tuple[Ramp, ...] | None = None,
    brief: bool = False,
) -> PrepSheet:
    """The prep for a session that fits ``settings.minutes``. ramps: of the class's groups, when they are known already; the longest
    one takes the time. brief: leaves out what one more minute would buy. Raises PlanRefused for settings that cannot be planned."""
    catalog = catalog or load_catalog()
    settings = settings or PlanSettings()
    method = settings.check(catalog)
    typical = people[0] if len(people) == 1 else Person()
    weights = demand_weights(profile, dict(settings.warmed))
    if settings.between:
        method, lacking = short_stop(method), missing(profile, dict(settings.warmed))
        weights = {demand: weight for demand, weight in weights.items() if demand in lacking}
    worked = muscles_worked(workout, typical, catalog)
    limiting = frozenset(muscle for muscle, _ in worked.most_common(LIMITING_MUSCLES))
    total_s = settings.minutes * 60
    if ramps is None:
        ramps = ramps_for(workout, (typical,), catalog, settings.rack)
    ramp = max(ramps, key=lambda one: one.seconds).sets if ramps and not settings.seated else ()
    asked = Asked(settings, method, catalog, weights, ramp, limiting)
    pace, choice = choose_drills(asked)
    run = in_order(
        list(choice.picked.values()),
        settings.order,
        {drill for drill in choice.picked if settings.is_new(drill)},
    )
    items = _items(run, lay_out(run, pace), pace, weights, settings)
    drills_end = max((one.end_s for one in items), default=0)
    timed_ramp = timed(ramp, drills_end + (TRANSITION_S if run else 0), total_s)
    timed_end = max(
        [drills_end, *(one.start_s + one.seconds for one in timed_ramp if one.start_s is not None)]
    )
    offer = () if brief or settings.between else next_minute(asked, choice)
    settle = cool_down(worked, settings, catalog)
    coverage = {demand: 1 - left / weights[demand] for demand, left in choice.left.items()}
    return PrepSheet(
        settings.minutes,
        timed_end,
        method.id,
        settings.headcount,
        items,
        timed_ramp,
        settle,
        _uncovered(profile, coverage, choice, settings, method, catalog),
        offer,
        choice.covered() if weights else 1.0,
        tuple(coverage.items()),
        _notes(method, ramps, timed_ramp, items, profile, settings, catalog),
        pace.kind,
        pace.rounds,
        tally(workout, items, settle, settings.minutes, pace.kind, catalog),
        ramps=ramps,
    )


def demand_weights(profile: DemandProfile, warmed: dict[str, float]) -> dict[str, float]:
    """What preparing each demand is worth: its score, more where people are short, less where it is already warm."""
    return {one.id: one.score * _need(one) * (1 - warmed.get(one.id, 0.0)) for one in profile.demands}


def missing(profile: DemandProfile, warmed: dict[str, float]) -> tuple[str, ...]:
    """Demands worth preparing that are too little ready, most asked first."""
    return tuple(
        one.id
        for one in profile.demands
        if warmed.get(one.id, 0.0) < READY and one.score * (1 - warmed.get(one.id, 0.0)) >= NOTICE
    )


@lru_cache(maxsize=64)
def short_stop(method: Method) -> Method:
    """A method cut down to a stop between two parts: no raise, no least of any phase, one drill after the other."""
    phases = [
        phase.model_copy(update={"min_s": 0, "min_items": 0, "max_s": STOP_S})
        for phase in method.phases
        if phase.phase not in ("raise", "release")
    ]
    return method.model_copy(
        update={
            "phases": tuple(phases),
            "reference_minutes": STOP_S // 60,
            "clock": Clock(),
            "item_s": (0, STOP_S),
            "ramp_share": max(method.ramp_share, 0.5),
        }
    )


def _need(one: DemandScore) -> float:
    if one.kind != "reach":
        return 0.7  # holds, snaps and patterns: everyone the same; estimate
    if not one.people:
        return 1.0
    short = sum(person.short_probability for person in one.people) / len(one.people)
    return 1.0 + 0.8 * short


def _items(
    run: list[Candidate], turns: list[Turn], pace: Pace, weights: dict[str, float], settings: PlanSettings
) -> tuple[Item, ...]:
    groups = (
        {place: number for number, pair in enumerate(pairs(run), 1) if len(pair) > 1 for place in pair}
        if pace.kind == "supersets"
        else {}
    )
    found = []
    for place, one in enumerate(run):
        own = tuple((turn.start_s, turn.seconds) for turn in turns if turn.place == place)
        found.append(_item(one, own, groups.get(place, 0), weights, settings))
    return tuple(found)


def _item(
    one: Candidate,
    turns: tuple[tuple[int, int], ...],
    group: int,
    weights: dict[str, float],
    settings: PlanSettings,
) -> Item:
    strength = dict(one.effects)
    serves = sorted(
        (
            demand
            for demand, effect in strength.items()
            if weights.get(demand, 0) > 0.03 and effect >= SERVES_AT_LEAST
        ),
        key=lambda demand: -weights[demand] * strength[demand],
    )
    extra = next(
        (
            side
            for motion, side in settings.tight_sides
            if motion in one.drill.effects and one.option.per_side
        ),
        None,
    )
    total = sum(weights.values()) or 1.0
    gain = sum(weights.get(demand, 0.0) * taken_away(effect) for demand, effect in one.effects) / total
    cues = (one.drill.seated,) if settings.seated and one.drill.seated else one.drill.cues
    return Item(
        one.drill.id,
        one.drill.name,
        one.phase,
        turns[0][0],
        one.seconds,
        replace(one.done, extra_side=extra),
        tuple(serves),
        one.kit,
        one.level,
        one.drill.cautions,
        cues,
        one.waves,
        one.drill.id in settings.pinned,
        round(gain, 4),
        turns,
        group,
        one.dose,
        settings.is_new(one.drill.id),
        one.drill.why,
    )


def _uncovered(
    profile: DemandProfile,
    coverage: dict[str, float],
    choice: Choice,
    settings: PlanSettings,
    method: Method,
    catalog: Catalog,
) -> tuple[Uncovered, ...]:
    found = []
    for one in profile.demands:
        covered = coverage.get(one.id, 1.0)
        if one.score >= NOTICE and covered < ENOUGH:
            found.append(Uncovered(one.id, _why(one.id, choice, settings, method, catalog), covered))
    return tuple(found)


def _why(demand: str, choice: Choice, settings: PlanSettings, method: Method, catalog: Catalog) -> str:
    """The true reason, nearest to what a coach could change: what stops the drills that could stand here, else why none can."""
    servers = [
        drill
        for drill in catalog.drills.values()
        if drill.effects.get(demand, 0) >= FULL * 0.25 and set(drill.phases) - {"settle"}
    ]
    if not servers:
        return "no drill on the shelf prepares it"
    if settings.locked:
        return "the prep is locked as it stands"
    able = choice.problem.serving(demand, FULL * 0.25)
    if able.any():
        return _what_stops(able, choice, method)
    reasons = {refused(drill, settings, method, catalog) for drill in servers}
    if "kit" in reasons:
        wanted = sorted({catalog.kit[item].name for drill in servers for item in drill.kit})
        return f"not enough kit for {settings.headcount}: it takes {', '.join(wanted[:4])}"
    if reasons <= {"method", None}:
        return f"{method.name} leaves it out"
    if "seated" in reasons:
        return "no seated version on the shelf"
    return "held back by a caution" if "caution" in reasons else "banned by the coach"


def _what_stops(able, choice: Choice, method: Method) -> str:
    """Of drills that could stand in this prep, why none of them does (or no more of them)."""
    stops = choice.problem.stops(choice.rows)
    reasons = (
        ("taken", "all that serves it is in, and it asks for more"),
        ("strain", "more of it would tire or stretch what the workout needs"),
        ("phase", f"{method.name} has no more room in that phase"),
        ("time", "no minutes left for it"),
    )
    for stop, words in reasons:
        able = able & ~stops[stop]
        if not able.any():
            return words
    return "other drills give more for their time"


WHY_LOST = {
    "kit": "not enough kit or floor",
    "caution": "a caution",
    "seated": "no seated version",
    "banned": "taken out as well",
    "method": "the method leaves it out",
}


def _why_lost(drill: str, settings: PlanSettings, method: Method, catalog: Catalog) -> str:
    return WHY_LOST.get(refused(catalog.drills[drill], settings, method, catalog) or "", "no room for it")


def _notes(
    method: Method,
    ramps: tuple[Ramp, ...],
    ramp: tuple[RampSet, ...],
    items: tuple[Item, ...],
    profile: DemandProfile,
    settings: PlanSettings,
    catalog: Catalog,
) -> tuple[str, ...]:
    notes = []
    if not profile.demands:
        notes.append("Nothing on the board could be read, so there is nothing to prepare.")
    elif not items:
        notes.append("No drill fits these minutes, this kit and these cautions.")
    notes.extend(
        f"The rack makes {one.working:g} {one.unit} of the {one.wanted:g} {one.unit} asked."
        for one in ramps
        if one.wanted - one.working > RACK_OFF
    )
    late = [one for one in ramp if one.start_s is None]
    if late:
        notes.append(
            f"{len(late)} build-up {'set' if len(late) == 1 else 'sets'} fall into the part's own time."
        )
    lost = [drill for drill in settings.pinned if drill not in {one.drill for one in items}]
    if lost:
        notes.append(
            f"Could not be kept: {', '.join(f'{catalog.drills[drill].name} ({_why_lost(drill, settings, method, catalog)})' for drill in lost)}."
        )
    if any(one.waves > 1 for one in items):
        notes.append("Some kit or floor is shared: those drills run in two waves.")
    if any(one.new for one in items):
        notes.append(
            "New to the class: their lowest dose the first time, because unaccustomed work leaves people sore."
        )
    if method.clock.kind == "stations" and items:
        each = -(-settings.headcount // len(items))
        notes.append(
            f"{len(items)} stations, {each} at each: start everybody at a station of their own and change on the clock."
        )
    return tuple(notes)
