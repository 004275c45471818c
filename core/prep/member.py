"""One member's sheet: the class prep, with what they must not do swapped, and a few extras for their own short ranges."""

from __future__ import annotations

from dataclasses import dataclass, replace

from core.catalog import Catalog, load_catalog
from core.catalog.rows import Drill, MethodPhase
from core.demand.people import Person
from core.demand.profile import DemandProfile, derive
from core.prep.candidates import candidates_for, refused
from core.prep.choose import choose_few, solve
from core.prep.cooldown import cool_down, muscles_worked
from core.prep.homework import Homework, homework_for
from core.prep.clock import lay_out
from core.prep.pace import TRANSITION_S, pace_of
from core.prep.problem import Limits, Problem
from core.prep.ramp import build_ramp, timed
from core.prep.sequence import in_order
from core.prep.settings import PlanSettings
from core.prep.sheet import Break, Dose, Item, PrepSheet, RampSet
from core.reading.workout import Workout

EXTRAS_S = 240  # what people will do in the car park; common practice
MOST_EXTRAS = 3
FEW = 40  # drills of which every handful is tried
LEGS = ("hip.", "knee.", "ankle.", "toe.")  # demands a session does not ask of a seated athlete
SIDE_DIFFERENCE_DEG = (
    5.0  # a side this much tighter gets a little more; about 1.5 cm of the lunge test (Bennell 1998)
)


@dataclass(frozen=True, slots=True)
class Swap:
    """An item of the class prep this member does differently, and why."""

    instead_of: str
    drill: str | None
    why: str


@dataclass(frozen=True, slots=True)
class Gap:
    """A range this session asks for and this member is short of. Degrees."""

    motion: str
    has_deg: float
    needed_deg: float
    measured: bool
    side: str | None
    because: str
    score: float = 0.0


@dataclass(frozen=True, slots=True)
class MemberSheet:
    """breaks: the stops that have drills or a way up, as this member does them."""

    items: tuple[Item, ...]
    extras: tuple[Item, ...]
    swaps: tuple[Swap, ...]
    gaps: tuple[Gap, ...]
    ramp: tuple[RampSet, ...]
    cooldown: tuple[Item, ...]
    homework: tuple[Homework, ...] = ()
    breaks: tuple[Break, ...] = ()


def tight_sides(person: Person) -> tuple[tuple[str, str], ...]:
    """(motion, tighter side) where a person's two sides differ by more than the usual error."""
    found = []
    by_motion: dict[str, dict[str, float]] = {}
    for one in person.ranges:
        by_motion.setdefault(one.motion, {})[one.side] = one.degrees
    for motion, sides in by_motion.items():
        if {"left", "right"} <= set(sides) and abs(sides["left"] - sides["right"]) >= SIDE_DIFFERENCE_DEG:
            found.append((motion, min(("left", "right"), key=lambda side: sides[side])))
    return tuple(found)


def fit_member(
    sheet: PrepSheet,
    workout: Workout,
    person: Person,
    settings: PlanSettings,
    catalog: Catalog | None = None,
    profile: DemandProfile | None = None,
) -> MemberSheet:
    """A member's own sheet for a class prep. Extras need no kit beyond what the member has at home. profile: of a class this person
    (by key) is in, when it is known already."""
    catalog = catalog or load_catalog()
    sides = tight_sides(person)
    own = replace(
        settings,
        avoid=frozenset(person.cautions),
        seated="seated" in person.adaptive,
        adaptive=frozenset(person.adaptive),
        headcount=1,
        pins=(),
        order=(),
        tight_sides=sides,
        locked=False,
        places=(),
    )
    items, swaps = _fit_items(sheet.items, sheet.method, own, catalog)
    breaks = []
    for stop in sheet.breaks:
        stop_items, stop_swaps = _fit_items(stop.items, sheet.method, own, catalog)
        swaps += tuple(one for one in stop_swaps if one not in swaps)
        fitted = replace(
            stop,
            items=stop_items,
            ramp=_ramp(stop, workout.only(slice(stop.part, stop.until)), person, own, catalog),
        )
        if fitted.items or fitted.ramp:
            breaks.append(fitted)
    mine = workout.for_division(person.division)
    gaps = gaps_of(profile or derive(workout, (person,), person.division, catalog), person, mine)
    settle = cool_down(muscles_worked(mine, person, catalog), own, catalog)
    return MemberSheet(
        items,
        _extras(gaps, own, person, items, catalog),
        swaps,
        gaps,
        _ramp(sheet, workout.only(slice(sheet.parts)), person, own, catalog),
        settle,
        homework_for({gap.motion: gap.needed_deg for gap in gaps}, person, own, catalog),
        tuple(breaks),
    )


def gaps_of(profile: DemandProfile, person: Person, mine: Workout) -> tuple[Gap, ...]:
    """Ranges a session asks of this person (by key, in the profile) that were measured and fall short. mine: what the person does."""
    sides, lines = (
        dict(tight_sides(person)),
        {(work.line, work.column) for part in mine.parts for work in part.work},
    )
    found = []
    for one in profile.demands:
        if "seated" in person.adaptive and one.id.startswith(LEGS):
            continue
        for standing in one.people:
            if standing.key == person.key and standing.measured and standing.short:
                because = next(
                    (term.text for term in one.terms if (term.line, term.column) in lines), one.terms[0].text
                )
                found.append(
                    Gap(
                        one.id,
                        standing.range_deg,
                        standing.required_deg,
                        True,
                        sides.get(one.id),
                        because,
                        standing.score,
                    )
                )
    return tuple(sorted(found, key=lambda gap: (-gap.score, gap.motion)))


def _ramp(
    sheet: PrepSheet | Break, serves: Workout, person: Person, own: PlanSettings, catalog: Catalog
) -> tuple[RampSet, ...]:
    """The member's own way up in a prep or a stop, from when the class starts building; sets beyond its time fall into the part."""
    if own.seated or not sheet.ramp:
        return ()
    mine = build_ramp(serves.for_division(person.division), person, catalog, own.rack)
    starts = sheet.ramp[0].start_s
    return timed(mine, sheet.minutes * 60 if starts is None else starts, sheet.minutes * 60)


def _fit_items(
    class_items: tuple[Item, ...], method_id: str, own: PlanSettings, catalog: Catalog
) -> tuple[tuple[Item, ...], tuple[Swap, ...]]:
    items, swaps = [], []
    taken = {item.drill for item in class_items}
    method = catalog.methods[method_id]
    for item in class_items:
        drill = catalog.drills[item.drill]
        why = refused(drill, replace(own, bans=(), kit=None), method, catalog)
        other_way = _other_way(drill, own)
        if other_way and why in (None, "method", "kit") and not own.seated:
            items.append(replace(_with_side(item, own), cues=(other_way,)))
            swaps.append(Swap(item.drill, item.drill, other_way))
            continue
        if why in (None, "method", "kit"):
            items.append(_seated(item, drill.seated) if own.seated else _with_side(item, own))
            continue
        weights = {demand: 1.0 for demand in item.serves} or {"locomotion": 1.0}
        pool = [
            one
            for one in candidates_for(own, method, catalog, weights)
            if one.drill.id not in taken
            and one.phase == item.phase
            and one.option.seconds <= item.seconds + TRANSITION_S
        ]
        best = max(
            pool,
            key=lambda one: (
                sum(effect for demand, effect in one.effects if demand in weights),
                one.drill.id,
            ),
            default=None,
        )
        reason = "done from the chair" if own.seated else "your cautions"
        if best is None:
            swaps.append(Swap(item.drill, None, reason))
            continue
        taken.add(best.drill.id)
        option = best.option
        items.append(
            replace(
                item,
                drill=best.drill.id,
                name=best.drill.name,
                dose=Dose(option.sets, option.reps, option.per_side, option.hold_s, option.breaths),
                kit=best.kit,
                level=best.level,
                cautions=best.drill.cautions,
                cues=(best.drill.seated,) if own.seated and best.drill.seated else best.drill.cues,
                serves=tuple(demand for demand in item.serves if demand in best.drill.effects),
            )
        )
        swaps.append(Swap(item.drill, best.drill.id, reason))
    return tuple(items), tuple(swaps)


def _other_way(drill: Drill, own: PlanSettings) -> str:
    """How an adaptive member does a drill of the class, else nothing. What a caution forbids is swapped, never talked round."""
    return next((drill.instead[tag] for tag in sorted(own.adaptive & set(drill.instead))), "")


def _seated(item: Item, how: str | None) -> Item:
    serves = tuple(demand for demand in item.serves if not demand.startswith(LEGS))
    return replace(item, level="seated", cues=(how,) if how else item.cues, serves=serves)


def _with_side(item: Item, own: PlanSettings) -> Item:
    side = next(
        (side for motion, side in own.tight_sides if motion in item.serves and item.dose.per_side), None
    )
    return replace(item, dose=replace(item.dose, extra_side=side)) if side else item


def _extras(
    gaps: tuple[Gap, ...], own: PlanSettings, person: Person, items: tuple[Item, ...], catalog: Catalog
) -> tuple[Item, ...]:
    weights = {gap.motion: gap.score for gap in gaps}
    if not weights:
        return ()
    kit = {item: 1 for item in person.kit_at_home}
    general = replace(own, kit=kit, method="general-to-specific", bans=tuple(item.drill for item in items))
    pool = [
        one
        for one in candidates_for(general, catalog.methods["general-to-specific"], catalog, weights)
        if one.phase == "open" and all(each <= 1 for each in one.drill.kit.values())
    ]
    phases = (MethodPhase(phase="open", min_s=0, max_s=EXTRAS_S, min_items=0, max_items=MOST_EXTRAS),)
    problem = Problem(
        pool, weights, Limits(EXTRAS_S, phases, 1.0, frozenset(), {}, frozenset(), TRANSITION_S)
    )
    choice = choose_few(problem, MOST_EXTRAS) if len(pool) <= FEW else solve(problem)
    run = in_order(list(choice.picked.values()))
    sides = dict(own.tight_sides)
    extras = []
    for one, turn in zip(run, lay_out(run, pace_of(catalog.methods["general-to-specific"], general))):
        option = one.option
        side = next(
            (
                sides[motion]
                for motion in weights
                if motion in sides and motion in one.drill.effects and option.per_side
            ),
            None,
        )
        cues = (one.drill.seated,) if own.seated and one.drill.seated else one.drill.cues
        serves = tuple(
            sorted(
                (motion for motion in weights if motion in one.drill.effects),
                key=lambda motion: -weights[motion],
            )
        )
        extras.append(
            Item(
                one.drill.id,
                one.drill.name,
                "open",
                turn.start_s,
                one.seconds,
                Dose(option.sets, option.reps, option.per_side, option.hold_s, option.breaths, side),
                serves,
                one.kit,
                one.level,
                one.drill.cautions,
                cues,
            )
        )
    return tuple(extras)
