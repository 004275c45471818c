"""The plan: weights from the demand profile, ramp first, drills into the minutes left, then order, reasons and cool-down."""
from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from core.catalog import Catalog, load_catalog
from core.catalog.rows import Method
from core.demand.people import Person
from core.demand.profile import DemandProfile, DemandScore
from core.prep.candidates import FULL, TRANSITION_S, Candidate, candidates_for, refused
from core.prep.choose import Choice, choose, limits_for
from core.prep.cooldown import cool_down, muscles_worked
from core.prep.ramp import build_ramp
from core.prep.sequence import in_order, starts
from core.prep.settings import PlanSettings
from core.prep.sheet import Dose, Item, NextMinute, PrepSheet, RampSet, Uncovered
from core.reading.workout import Workout

NOTICE = 0.15  # demands that score less than this are not called uncovered
ENOUGH = 0.35  # a demand prepared at least this much counts as covered; estimate
SERVES_AT_LEAST = 3  # twentieths; below this an effect is not named as a reason
LIMITING_MUSCLES = 4
NEXT_MINUTE_CHOICES = 3


def plan(
    workout: Workout, profile: DemandProfile, settings: PlanSettings | None = None, people: Sequence[Person] = (),
    catalog: Catalog | None = None,
) -> PrepSheet:
    """The prep for a session that fits ``settings.minutes``. Raises PlanRefused for settings that cannot be planned."""
    catalog = catalog or load_catalog()
    settings = settings or PlanSettings()
    method = settings.check(catalog)
    typical = people[0] if len(people) == 1 else Person()
    weights = demand_weights(profile, dict(settings.warmed))
    worked = muscles_worked(workout, typical, catalog)
    limiting = frozenset(muscle for muscle, _ in worked.most_common(LIMITING_MUSCLES))
    total_s = settings.minutes * 60
    ramp = build_ramp(workout, typical, catalog) if not settings.seated else ()
    ramp_s = _ramp_that_fits(ramp, int(total_s * method.ramp_share))
    pool = candidates_for(settings, method, catalog, weights)
    drill_s = total_s - ramp_s - (TRANSITION_S if ramp_s else 0) + TRANSITION_S  # the first drill needs no way to it
    choice = choose(pool, weights, limits_for(method, drill_s, limiting, settings.pinned, settings.recent))
    run = in_order(list(choice.picked.values()), settings.order)
    clock = starts(run)
    items = tuple(_item(one, start, weights, settings) for one, start in zip(run, clock))
    ramp = _timed(ramp, clock[-1] + (TRANSITION_S if run else 0), total_s)
    timed_end = max([clock[-1], *(one.start_s + one.seconds for one in ramp if one.start_s is not None)])
    coverage = {demand: 1 - choice.left[demand] / weight for demand, weight in weights.items() if weight > 0}
    return PrepSheet(
        settings.minutes, timed_end, method.id, settings.headcount, items, ramp, cool_down(worked, settings, catalog),
        _uncovered(profile, coverage, settings, method, catalog), _next_minute(choice, pool), 1 - sum(choice.left.values()) / choice.total
        if weights else 1.0, tuple(coverage.items()), _notes(method, ramp, items, profile))


def demand_weights(profile: DemandProfile, warmed: dict[str, float]) -> dict[str, float]:
    """What preparing each demand is worth: its score, more where people are short, less where it is already warm."""
    return {one.id: one.score * _need(one) * (1 - warmed.get(one.id, 0.0)) for one in profile.demands}


def _need(one: DemandScore) -> float:
    if one.kind != "reach":
        return 0.7  # holds, snaps and patterns: everyone the same; estimate
    if not one.people:
        return 1.0
    short = sum(person.short_probability for person in one.people) / len(one.people)
    return 1.0 + 0.8 * short


def _ramp_that_fits(ramp: tuple[RampSet, ...], room_s: int) -> int:
    used = 0
    for one in ramp:
        if used + one.seconds > room_s:
            break
        used += one.seconds
    return used


def _timed(ramp: tuple[RampSet, ...], start_s: int, total_s: int) -> tuple[RampSet, ...]:
    timed, clock = [], start_s
    for one in ramp:
        fits = clock + one.seconds <= total_s and (not timed or timed[-1].start_s is not None)
        timed.append(replace(one, start_s=clock if fits else None))
        clock += one.seconds
    return tuple(timed)


def _item(one: Candidate, start_s: int, weights: dict[str, float], settings: PlanSettings) -> Item:
    serves = sorted((demand for demand, effect in one.drill.effects.items() if weights.get(demand, 0) > 0.03 and effect >= SERVES_AT_LEAST),
                    key=lambda demand: -weights[demand] * one.drill.effects[demand])
    extra = next((side for motion, side in settings.tight_sides if motion in one.drill.effects and one.option.per_side), None)
    option = one.option
    dose = Dose(option.sets, option.reps, option.per_side, option.hold_s, option.breaths, extra)
    total = sum(weights.values()) or 1.0
    gain = sum(weights[demand] * factor for demand, factor in one.factors) / total
    cues = (one.drill.seated,) if settings.seated and one.drill.seated else one.drill.cues
    return Item(one.drill.id, one.drill.name, one.phase, start_s, one.seconds, dose, tuple(serves), one.kit, one.level,
                one.drill.cautions, cues, one.waves, one.drill.id in settings.pinned, round(gain, 4))


def _uncovered(profile: DemandProfile, coverage: dict[str, float], settings: PlanSettings, method: Method, catalog: Catalog) -> tuple[Uncovered, ...]:
    found = []
    for one in profile.demands:
        covered = coverage.get(one.id, 1.0)
        if one.score >= NOTICE and covered < ENOUGH:
            found.append(Uncovered(one.id, _why(one.id, settings, method, catalog), covered))
    return tuple(found)


def _why(demand: str, settings: PlanSettings, method: Method, catalog: Catalog) -> str:
    servers = [drill for drill in catalog.drills.values()
               if drill.effects.get(demand, 0) >= FULL * 0.25 and set(drill.phases) - {"settle"}]
    if not servers:
        return "no drill on the shelf prepares it"
    reasons = {refused(drill, settings, method, catalog) for drill in servers}
    if None in reasons:
        return "no minutes left for it"
    if reasons <= {"method"}:
        return f"{method.name} leaves it out"
    if "kit" in reasons:
        wanted = sorted({catalog.kit[item].name for drill in servers for item in drill.kit})
        return f"not enough kit for {settings.headcount}: it takes {', '.join(wanted[:4])}"
    if "seated" in reasons:
        return "no seated version on the shelf"
    return "held back by a caution" if "caution" in reasons else "banned by the coach"


def _next_minute(choice: Choice, pool: list[Candidate]) -> tuple[NextMinute, ...]:
    best: dict[str, NextMinute] = {}
    for one in pool:
        if one.drill.id in choice.picked or one.seconds + TRANSITION_S > 60 + TRANSITION_S or not choice.harmless(one):
            continue
        gain = choice.gain(one)
        if gain > 0 and gain > getattr(best.get(one.drill.id), "gain", 0.0):
            best[one.drill.id] = NextMinute(one.drill.id, one.drill.name, gain)
    return tuple(sorted(best.values(), key=lambda one: (-one.gain, one.drill))[:NEXT_MINUTE_CHOICES])


def _notes(method: Method, ramp: tuple[RampSet, ...], items: tuple[Item, ...], profile: DemandProfile) -> tuple[str, ...]:
    notes = []
    if not profile.demands:
        notes.append("Nothing on the board could be read, so there is nothing to prepare.")
    elif not items:
        notes.append("No drill fits these minutes, this kit and these cautions.")
    late = [one for one in ramp if one.start_s is None]
    if late:
        notes.append(f"{len(late)} build-up {'set' if len(late) == 1 else 'sets'} fall into the part's own time.")
    if any(one.waves > 1 for one in items):
        notes.append("Some kit is shared: those drills run in two waves.")
    return tuple(notes)
