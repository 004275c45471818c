"""A session of several parts: what each later part finds ready, and a short stop before it for only what is missing.

The prep before class serves every part up to the first stop the coach gives minutes to; a part with a stop of its own is
left to it. What earlier drills and parts made ready fades until then (core/prep/warmth.py).
"""
from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from core.catalog import Catalog, load_catalog
from core.demand.people import Person
from core.demand.profile import DemandProfile, derive
from core.prep.plan import NOTICE, missing, plan
from core.prep.ramp import ramps_for
from core.prep.settings import PlanSettings
from core.prep.sheet import Break, PrepSheet
from core.prep.timeline import CHANGE_MIN, part_minutes
from core.prep.warmth import Warmth, degrees_asked, drilled, readiness, worked
from core.reading.workout import ASKING_KINDS, Part, Workout


def plan_session(
    workout: Workout, settings: PlanSettings, people: Sequence[Person] = (), catalog: Catalog | None = None, division: str | None = None,
    profile: DemandProfile | None = None,
) -> PrepSheet:
    """The prep of a whole session with its stops. ``profile``: of the whole session, when it is known already.

    Raises PlanRefused for settings that cannot be planned. Limitations: how long a part takes is an estimate.
    """
    catalog = catalog or load_catalog()
    settings.check(catalog)
    parts = asking(workout)
    given = {part: minutes for part, minutes in settings.breaks if minutes and part < len(parts)}
    first = min(given, default=len(parts))
    opening = replace(workout, parts=parts[:first])
    own = profile if profile and first == len(parts) else derive(opening, people, division, catalog)
    sheet = plan(opening.for_division(division), own, settings, people, catalog, ramps_for(opening, people, catalog, settings.rack, division))
    typical = people[0] if len(people) == 1 else Person()
    warmths = [Warmth(0.0, dict(settings.warmed)), *drilled(sheet.items, catalog)]
    clock, breaks, done = float(settings.minutes), [], {item.drill for item in sheet.items}
    for number, part in enumerate(parts):
        if number:
            clock += CHANGE_MIN
            until = next((other for other in sorted(given) if other > number), len(parts)) if number in given else number + 1
            stop = _stop(number, part, replace(workout, parts=parts[number:until]), clock, given.get(number, 0), warmths, settings, people, catalog, division, done)
            warmths += [Warmth(one.ended_min + clock, one.shares) for one in drilled(stop.items, catalog)]
            done |= {item.drill for item in stop.items}
            clock += stop.minutes
            breaks.append(stop)
        clock += part_minutes(part, catalog)
        own_part = replace(workout, parts=(part,))
        warmths.append(Warmth(clock, worked(own_part.for_division(division).parts, typical, catalog), degrees_asked(own_part, catalog, division)))
    return replace(sheet, parts=first, breaks=tuple(breaks))


def asking(workout: Workout) -> tuple[Part, ...]:
    """The parts that ask something; a written warm-up or cool-down is none of them."""
    return tuple(part for part in workout.parts if part.kind in ASKING_KINDS)


def _stop(number: int, part: Part, rest: Workout, clock: float, minutes: int, warmths: list[Warmth], settings: PlanSettings, people: Sequence[Person],
          catalog: Catalog, division: str | None, done: set[str]) -> Break:
    profile = derive(rest, people, division, catalog)
    warm = readiness(warmths, clock, degrees_asked(rest, catalog, division))
    ready = tuple((one.id, warm.get(one.id, 0.0)) for one in profile.demands if one.score >= NOTICE)
    stop = Break(number, part.name, clock, minutes, ready, missing(profile, warm))
    if not minutes:
        return stop
    own = replace(settings, minutes=minutes, between=True, warmed=tuple(warm.items()), pins=(), order=(), breaks=(), locked=False, recent=(*settings.recent, *sorted(done)))
    sheet = plan(rest.for_division(division), profile, own, people, catalog, ramps_for(rest, people, catalog, settings.rack, division))
    return replace(stop, items=sheet.items, ramp=sheet.ramp, seconds=sheet.seconds, covered=sheet.covered, uncovered=sheet.uncovered)
