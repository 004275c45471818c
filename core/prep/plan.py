"""The plan: weights from the demand profile, ramp first, drills into the minutes left, then order, reasons
and cool-down."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import replace
from functools import lru_cache

from core.catalog import Catalog, load_catalog
from core.catalog.rows import Clock, Method
from core.demand.people import Person
from core.demand.scores import DemandProfile, DemandScore, Term
from core.hazards import NO_CAUTIONS
from core.prep.barred import barred_lines, barred_words
from core.prep.clock import lay_out
from core.prep.cooldown import cool_down, most_worked, muscles_worked
from core.prep.day import day_of
from core.prep.finish import finish_of
from core.prep.floor import floor_of
from core.prep.offer import Asked, choose_drills, next_minute
from core.prep.pace import TRANSITION_S
from core.prep.placing import place_run
from core.prep.problem import ROUNDED
from core.prep.ramp import ramps_for, timed
from core.prep.reasons import NOTICE, Made, notes_on, served, uncovered, where_asked
from core.prep.sequence import in_order
from core.prep.settings import PlanSettings
from core.prep.sheet import PrepSheet, Ramp
from core.prep.tally import tally
from core.prep.warmth import raise_minutes
from core.reading.workout import Workout

STOP_S = 180  # what a stop before a second lift usually takes; common practice
STOP_RAMP_SHARE = 0.5  # of a stop that building the bar may take, at least; estimate
LIMITING_MUSCLES = 4
OPENED = 0.15  # weight of a range that is used to its end all the time though nobody is short; estimate
NEAR_FROM, NEAR_ALL = 0.65, 0.85  # share of a range that is used, from which it is near its end; estimate
SOFT_ENDS = frozenset({"elbow.flexion", "elbow.extension", "knee.extension"})  # flesh or bone stops them
SAME_FOR_ALL = 0.7  # need of holds, snaps and patterns: everyone the same; estimate
SHORT_NEED = 0.8  # what being short adds to the need of a reach; estimate


def plan(
    workout: Workout,
    profile: DemandProfile,
    settings: PlanSettings | None = None,
    people: Sequence[Person] = (),
    catalog: Catalog | None = None,
    ramps: tuple[Ramp, ...] | None = None,
    brief: bool = False,
) -> PrepSheet:
    """The prep for a session that fits ``settings.minutes``. ramps: of the class's groups, when they are
    known already; the longest one takes the time. brief: leaves out what one more minute would buy. Raises
    PlanRefused for settings that cannot be planned."""
    catalog = catalog or load_catalog()
    settings = settings or PlanSettings()
    typical = people[0] if len(people) == 1 else Person()
    if ramps is None:
        ramps = ramps_for(workout, (typical,), catalog, settings.rack)
    worked = muscles_worked(workout, typical, catalog)
    day = day_of(workout, catalog)
    spared = day.limiting.union(most_worked(worked, LIMITING_MUSCLES), settings.spare)
    asked = _asked(settings, profile, catalog, ramps, spared)
    floor = floor_of(workout, asked.weights, catalog)
    spots = frozenset(motion for reach in floor for motion, _ in reach)
    asked = replace(asked, day=replace(day, spots=spots), floor=floor)
    pace, choice = choose_drills(asked)
    new = {drill for drill in choice.picked if settings.is_new(drill)}
    run = in_order(list(choice.picked.values()), settings.order, new, pace.kind)
    items = place_run(run, lay_out(run, pace), pace, asked.weights, settings)
    drills_end_s = max((item.end_s for item in items), default=0)
    ramp = timed(asked.ramp, drills_end_s + (TRANSITION_S if run else 0), settings.minutes * 60)
    ramp_ends_s = [step.start_s + step.seconds for step in ramp if step.start_s is not None]
    settle = cool_down(worked, settings, catalog)
    coverage = {demand: 1 - left / asked.weights[demand] for demand, left in choice.left.items()}
    made = Made(
        asked=asked,
        profile=profile,
        choice=choice,
        items=items,
        ramp=ramp,
        ramps=ramps,
        barred=_barred(workout, typical, settings, catalog),
    )
    return PrepSheet(
        minutes=settings.minutes,
        seconds=max([drills_end_s, *ramp_ends_s]),
        method=asked.method.id,
        headcount=settings.headcount,
        items=items,
        ramp=ramp,
        cooldown=settle,
        uncovered=uncovered(made, coverage),
        next_minute=() if brief or settings.between else next_minute(asked, choice),
        covered=choice.covered() if asked.weights else 1.0,
        coverage=coverage,
        notes=notes_on(made),
        pace=pace.kind,
        rounds=pace.rounds,
        tally=tally(workout, items, settle, settings.minutes, pace.kind, catalog),
        ramps=ramps,
        finish=finish_of(profile, settings.cautions, catalog),
        today={demand: where_asked(demand, profile, catalog) for demand in served(items)},
    )


def _barred(workout: Workout, person: Person, settings: PlanSettings, catalog: Catalog) -> tuple[str, ...]:
    """Sentences on what of the workout is not for the one person the prep is for; none for a class."""
    if settings.cautions == NO_CAUTIONS:
        return ()
    return tuple(barred_words(line, catalog) for line in barred_lines(workout, person, catalog))


def _asked(
    settings: PlanSettings,
    profile: DemandProfile,
    catalog: Catalog,
    ramps: tuple[Ramp, ...],
    limiting: Iterable[str],
) -> Asked:
    """What drills are chosen for; a stop between two parts looks only at what is not ready."""
    method, warmed = settings.check(catalog), dict(settings.warmed)
    weights = demand_weights(profile, warmed)
    if settings.raised:
        method = still_raised(method, settings.raised)
    whole = sum(demand_weights(profile, {}).values())
    if warmed and whole:
        method = shrunk(method, round(sum(weights.values()) / whole, 2))
    if settings.between:  # its shares are of what is missing
        whole, lacking = 0.0, missing(profile, warmed)
        method = short_stop(method)
        weights = {demand: weight for demand, weight in weights.items() if demand in lacking}
    longest = max(ramps, key=lambda ramp: ramp.seconds, default=None)
    return Asked(
        settings=settings,
        method=method,
        catalog=catalog,
        weights=weights,
        ramp=longest.sets if longest and not settings.seated else (),
        limiting=frozenset(limiting),
        whole=whole,
    )


def demand_weights(profile: DemandProfile, warmed: dict[str, float]) -> dict[str, float]:
    """What preparing each demand is worth: its score, more where people are short, less where it is
    already warm. A range that is used to near its end counts a little even where nobody is short."""
    return {
        demand.id: max(demand.score, _used_up(demand)) * _need(demand) * (1 - warmed.get(demand.id, 0.0))
        for demand in profile.demands
    }


def _used_up(demand: DemandScore) -> float:
    """What a reach is worth that is worked near its end: coaches open the front rack and the overhead
    before they are loaded, whoever comes."""
    if demand.kind != "reach" or demand.id in SOFT_ENDS:
        return 0.0
    return OPENED * max((_near_end(term) * term.exposure for term in demand.terms), default=0.0)


def _near_end(term: Term) -> float:
    """How near the end of its range a position takes a motion in comfort, 0..1."""
    if not term.comfortable_deg or not term.range_deg:
        return 0.0
    share = term.comfortable_deg / term.range_deg
    return min(1.0, max(0.0, (share - NEAR_FROM) / (NEAR_ALL - NEAR_FROM)))


def missing(profile: DemandProfile, warmed: dict[str, float]) -> tuple[str, ...]:
    """Demands worth preparing that are too little ready, most asked first."""

    def lacks(demand: DemandScore) -> bool:
        return demand.score * (1 - warmed.get(demand.id, 0.0)) >= NOTICE

    return tuple(demand.id for demand in profile.demands if lacks(demand))


@lru_cache(maxsize=64)
def still_raised(method: Method, raised: float) -> Method:
    """A method whose raise is only what is still asked of it: none once large muscles are half warm."""
    asked_s = round(raise_minutes(raised) * 60)
    phases = []
    for bounds in method.phases:
        if bounds.phase != "raise":
            phases.append(bounds)
        elif asked_s:
            least_s = min(bounds.min_s, asked_s)
            phases.append(
                bounds.model_copy(
                    update={"min_s": least_s, "max_s": max(least_s, min(bounds.max_s, asked_s))}
                )
            )
    return method.model_copy(update={"phases": tuple(phases)})


@lru_cache(maxsize=256)
def shrunk(method: Method, left: float) -> Method:
    """A method whose least is a share of what it usually is, as far as something is left to prepare; the
    raise is asked for apart (still_raised)."""
    phases = [
        bounds
        if bounds.phase == "raise"
        else bounds.model_copy(
            update={"min_s": round(bounds.min_s * left), "min_items": int(bounds.min_items * left + ROUNDED)}
        )
        for bounds in method.phases
    ]
    return method.model_copy(update={"phases": tuple(phases)})


@lru_cache(maxsize=64)
def short_stop(method: Method) -> Method:
    """A method cut down to a stop between two parts: no raise, no least of any phase, one drill after the
    other."""
    no_least = {"min_s": 0, "min_items": 0, "max_s": STOP_S}
    phases = [
        bounds.model_copy(update=no_least)
        for bounds in method.phases
        if bounds.phase not in ("raise", "release")
    ]
    return method.model_copy(
        update={
            "phases": tuple(phases),
            "reference_minutes": STOP_S // 60,
            "clock": Clock(),
            "item_s": (0, STOP_S),
            "ramp_share": max(method.ramp_share, STOP_RAMP_SHARE),
        }
    )


def _need(demand: DemandScore) -> float:
    return demand.felt * _lacking(demand)


def _lacking(demand: DemandScore) -> float:
    if demand.kind != "reach":
        return SAME_FOR_ALL
    if not demand.people:
        return 1.0
    short = sum(person.chance_short for person in demand.people) / len(demand.people)
    return 1.0 + SHORT_NEED * short
