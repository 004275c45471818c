"""One athlete's preparation for one event as if nothing were warm: its drills, the way up to the opening
weight, and all that the timing of a day hangs on. It depends on no clock, so it is worked out once and kept;
``core.day.line`` takes from it what is still missing when the time comes."""

from __future__ import annotations

import hashlib
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property

from core.catalog import Catalog
from core.catalog.rows import Phase
from core.day.asks import Standard, Steps, duration_s, limits_of, muscles_of, parts_of, standards_of, steps_of
from core.day.values import Entry, Event
from core.demand import Person, derive
from core.demand.scores import DemandProfile
from core.prep.barred import barred_lines, barred_words
from core.prep.candidates import refused, taken_away
from core.prep.member import settings_for
from core.prep.plan import demand_weights, plan
from core.prep.ramp import WorkingWeight, main_lift, ramp_to, working_weight
from core.prep.settings import Pin, PlanSettings
from core.prep.sheet import Item, Ramp, RampSet
from core.prep.timeline import part_minutes
from core.prep.warmth import LIFTING_SHARE, Ask, Key, asks_of, ramped, worked
from core.reading.workout import Work, Workout

OPENING_SHARE = 0.85  # of a best, where nobody named the first weight of an event; common practice
COST_FROM = 0.01  # of the whole need, below which a swap costs nothing worth a word
BAREFOOT = "bare feet or flat shoes for the drills: a raised heel hides the ankle"
LIFTING = "lifting shoes on from the first set"
RUNNING = "running shoes: the heel of a lifting shoe costs more on the run than it gives under the bar"


@dataclass(frozen=True, slots=True, kw_only=True)
class DayDrill:
    """One drill. seconds: of work, everything together. standing: an entry the athlete always does."""

    item: Item
    standing: bool = False

    @property
    def id(self) -> str:
        return self.item.drill.id

    @property
    def phase(self) -> Phase:
        return self.item.phase

    @property
    def seconds(self) -> int:
        return self.item.seconds


@dataclass(frozen=True, slots=True)
class KitSwap:
    """A drill that the venue's kit does not allow, and what stands in for it; None for nothing."""

    instead_of: str
    drill: str | None
    missing: tuple[str, ...]


@dataclass(frozen=True, kw_only=True)
class Prepared:
    """leaves and ramp_leaves: what the event and the way up leave ready; raises_s: large-muscle work of the
    event, seconds. kit_cost: share of the whole need that the venue's kit covers less than the gym's would.
    short: motions that will stop them here, most first. barred: sentences on lines that are not for them."""

    athlete: str
    event: str
    division: str | None
    drills: tuple[DayDrill, ...]
    ramp: tuple[RampSet, ...]
    opening: float
    unit: str
    lift: str
    asks: tuple[Ask, ...]
    weights: Mapping[str, float]
    leaves: Mapping[Key, float]
    reached: Mapping[Key, float]
    ramp_leaves: Mapping[Key, float]
    ramp_reached: Mapping[Key, float]
    raises_s: float
    duration_s: int
    limits: tuple[str, ...]
    standards: tuple[Standard, ...] = ()
    steps: tuple[Steps, ...] = ()
    swaps: tuple[KitSwap, ...] = ()
    kit_cost: float = 0.0
    shoes: tuple[str, ...] = ()
    short: tuple[str, ...] = ()
    barred: tuple[str, ...] = ()
    estimated: bool = False

    @cached_property
    def stamp(self) -> str:
        """The same for the same preparation."""
        told = (
            self.division,
            self.duration_s,
            [(drill.id, drill.seconds, drill.item.dose_words) for drill in self.drills],
            [(step.load, step.reps) for step in self.ramp],
            sorted(self.weights.items()),
            self.barred,
        )
        return hashlib.sha256(repr(told).encode()).hexdigest()[:16]


@dataclass(frozen=True, slots=True, kw_only=True)
class PrepareAsk:
    """settings: of the day (minutes, method, rack, and the venue's kit); gym_kit: what they train with, for
    what the venue costs; own_kit: what they bring; later: limits of their later events."""

    person: Person
    entry: Entry
    event: Event
    settings: PlanSettings
    gym_kit: Mapping[str, int] | None = None
    own_kit: Sequence[str] = ()
    later: tuple[str, ...] = ()
    catalog: Catalog = field(hash=False)


def prepare(ask: PrepareAsk) -> Prepared:
    """The whole preparation of one athlete for one event. Raises PlanRefused for settings that cannot be
    planned."""
    person, event, catalog = _as_entered(ask), ask.event, ask.catalog
    mine = event.workout.for_division(person.division)
    profile = derive(event.workout, (person,), person.division, catalog)
    settings = replace(
        settings_for(person, ask.settings, catalog), kit=_kit(ask), spare=muscles_of(ask.later)
    )
    standing = _standing(person, profile, settings, catalog)
    pins = tuple(Pin(drill, _opening(drill, settings, catalog)) for drill in standing)
    settings = replace(settings, pins=pins, order=standing)
    sheet = plan(mine, profile, settings, (person,), catalog, ramps=(), brief=True)
    drills = tuple(DayDrill(item=item, standing=item.drill.id in standing) for item in sheet.items)
    ramp = _way_up(ask, person)
    swaps, cost = _venue_swaps(ask, person, profile, settings, drills, sheet.covered)
    left = worked(mine, person, catalog)
    climbed = ramped((ramp,), person, catalog, 0.0) if ramp else None
    lift = ramp.movement if ramp else ""
    short = [
        (one.chance_short, demand.id) for demand in profile.demands for one in demand.people if one.lacking
    ]
    return Prepared(
        athlete=ask.entry.athlete,
        event=event.number,
        division=person.division,
        drills=drills,
        ramp=ramp.sets if ramp else (),
        opening=ramp.working if ramp else 0.0,
        unit=ramp.unit if ramp else ask.settings.rack.unit,
        lift=lift,
        asks=asks_of(profile, catalog),
        weights=demand_weights(profile, {}),
        leaves=left.shares,
        reached=left.reached,
        ramp_leaves=climbed.shares if climbed else {},
        ramp_reached=climbed.reached if climbed else {},
        raises_s=sum(
            part_minutes(part, catalog) * 60 * (LIFTING_SHARE if part.format.kind == "sets-x-reps" else 1.0)
            for part in parts_of(event, person.division)
        ),
        duration_s=duration_s(event, person.division, catalog),
        limits=limits_of(event, person, catalog),
        standards=standards_of(profile, person),
        steps=steps_of(event, person, catalog),
        swaps=swaps,
        kit_cost=cost,
        shoes=_shoes(event, person, bool(ramp), catalog),
        short=tuple(motion for _, motion in sorted(short, key=lambda one: (-one[0], one[1]))),
        barred=tuple(barred_words(line, catalog) for line in barred_lines(mine, person, catalog)),
        estimated=bool(ramp and ramp.estimated),
    )


def _as_entered(ask: PrepareAsk) -> Person:
    division = ask.entry.division
    return replace(ask.person, division=division) if division else ask.person


def _kit(ask: PrepareAsk) -> dict[str, int] | None:
    """The venue's kit and what the athlete brings."""
    kit = ask.settings.kit
    if kit is None:
        return None
    own = [*ask.own_kit, *(["chair"] if "seated" in ask.person.adaptive else [])]
    return {**kit, **{item: max(1, kit.get(item, 0)) for item in own}}


def _standing(
    person: Person, profile: DemandProfile, settings: PlanSettings, catalog: Catalog
) -> tuple[str, ...]:
    """Standing entries for what this event asks, as far as kit, method and cautions allow."""
    asked = {demand.id for demand in profile.demands}
    method = settings.check(catalog)
    drills = [entry.drill for entry in person.standing if entry.when in ("", *asked)]
    return tuple(
        drill
        for drill in dict.fromkeys(drills)
        if refused(catalog.drills[drill], settings, method, catalog) is None
    )


def _opening(drill: str, settings: PlanSettings, catalog: Catalog) -> Phase | None:
    """Where a standing entry is held: with what opens, first of it, where drill and method allow that."""
    phases = {bounds.phase for bounds in settings.check(catalog).phases}
    return "open" if "open" in phases and "open" in catalog.drills[drill].phases else None


def _way_up(ask: PrepareAsk, person: Person) -> Ramp | None:
    """The way up to the opening weight: the one they named, else what the event asks of them."""
    if "seated" in person.adaptive:
        return None
    catalog, rack = ask.catalog, ask.settings.rack
    mine = ask.event.workout.for_division(person.division)
    work = main_lift(mine, person, catalog)
    named = ask.entry.opening_kg
    if work is None or not (work.loads_kg or work.bodyweight):
        work = _found_in_the_event(mine, person, catalog) or work
    if work is None:
        return None
    if named:
        wanted = WorkingWeight(rack.in_unit(named), False)
    elif work.loads_kg or work.bodyweight:
        wanted = working_weight(work, person, catalog, rack)
    else:
        wanted = WorkingWeight(rack.in_unit(OPENING_SHARE * _most_kg(work, person, catalog)), True)
    return ramp_to(work, wanted, person, catalog, rack)


def _found_in_the_event(mine: Workout, person: Person, catalog: Catalog) -> Work | None:
    """The lift whose weight is found in the event itself: of a complex the one that ends it first."""
    lifts = [
        work
        for part in mine.parts
        if part.format.kind == "sets-x-reps"
        for work in part.work
        if catalog.movements[work.movement].implement == "barbell"
    ]
    return min(lifts, key=lambda work: _most_kg(work, person, catalog), default=None)


def _most_kg(work: Work, person: Person, catalog: Catalog) -> float:
    """What somebody could lift once, kg: their best, else what adults of their mass do."""
    best = person.best(work.movement)
    return best.kg if best else catalog.movements[work.movement].bodyweight_share * person.body_mass_kg


def _venue_swaps(
    ask: PrepareAsk,
    person: Person,
    profile: DemandProfile,
    settings: PlanSettings,
    drills: Sequence[DayDrill],
    covered: float,
) -> tuple[tuple[KitSwap, ...], float]:
    """What the venue's kit takes away against the gym's, and the share of the whole need that costs."""
    if settings.kit is None:
        return (), 0.0
    catalog = ask.catalog
    at_home = replace(settings, kit=dict(ask.gym_kit) if ask.gym_kit is not None else None)
    mine = ask.event.workout.for_division(person.division)
    usual = plan(mine, profile, at_home, (person,), catalog, ramps=(), brief=True)
    here = {drill.id for drill in drills}
    method = settings.check(catalog)
    new = [drill for drill in drills if drill.id not in {item.drill.id for item in usual.items}]
    swaps: list[KitSwap] = []
    for item in usual.items:
        if item.drill.id in here or refused(item.drill, settings, method, catalog) != "kit":
            continue
        best = max(new, key=lambda drill: _alike(drill.item, item), default=None)
        if best is not None and not _alike(best.item, item):
            best = None
        if best is not None:
            new.remove(best)
        missing = tuple(kit for kit in item.drill.kit if not (settings.kit or {}).get(kit))
        swaps.append(KitSwap(item.drill.id, best.id if best else None, missing))
    cost = usual.covered - covered
    return tuple(swaps), round(cost, 4) if swaps and cost >= COST_FROM else 0.0


def _alike(one: Item, other: Item) -> float:
    """How much of what a drill serves another one serves too."""
    return sum(taken_away(one.drill.effects.get(demand, 0)) for demand in other.serves)


def _shoes(event: Event, person: Person, lifts: bool, catalog: Catalog) -> tuple[str, ...]:
    """What to have on the feet, in order; nothing for who sits."""
    if "seated" in person.adaptive:
        return ()
    mine = event.workout.for_division(person.division)
    rows = [catalog.movements[work.movement] for work in mine.works]
    squats = any(row.implement == "barbell" and "squat" in row.patterns for row in rows)
    runs = any(
        set(row.patterns) & {"jump", "locomotion"} and row.implement in ("none", "jump-rope", "box")
        for row in rows
    )
    if squats and runs:
        return (BAREFOOT, RUNNING)
    if squats:
        return (BAREFOOT, LIFTING) if lifts else (BAREFOOT,)
    return ()
