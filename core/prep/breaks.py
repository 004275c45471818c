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
from core.reading.workout import Workout


def plan_session(
    workout: Workout,
    settings: PlanSettings,
    people: Sequence[Person] = (),
    catalog: Catalog | None = None,
    division: str | None = None,
    profile: DemandProfile | None = None,
) -> PrepSheet:
    """The prep of a whole session with its stops. ``profile``: of the whole session, when it is known already.

    Raises PlanRefused for settings that cannot be planned. Limitations: how long a part takes is an estimate.
    """
    catalog = catalog or load_catalog()
    settings.check(catalog)
    parts, opening = workout.asking, opening_of(workout, settings)
    given = _given(settings, len(parts))
    first = len(opening.parts)
    own = profile if profile and first == len(parts) else derive(opening, people, division, catalog)
    sheet = plan(
        opening.for_division(division),
        own,
        settings,
        people,
        catalog,
        ramps_for(opening, people, catalog, settings.rack, division),
    )
    typical = people[0] if len(people) == 1 else Person()
    warmths = [Warmth(0.0, dict(settings.warmed)), *drilled(sheet.items, catalog)]
    clock, breaks, done = float(settings.minutes), [], {item.drill for item in sheet.items}
    for number, part in enumerate(parts):
        mine = workout.only(slice(number, number + 1))
        degrees = degrees_asked(mine, catalog, division)
        if number:
            clock += CHANGE_MIN
            until = (
                next((other for other in sorted(given) if other > number), len(parts))
                if number in given
                else number + 1
            )
            rest = workout.only(slice(number, until))
            warm = readiness(
                warmths, clock, degrees if until == number + 1 else degrees_asked(rest, catalog, division)
            )
            stop = _stop(
                Break(number, until, part.name, clock, given.get(number, 0)),
                rest,
                warm,
                settings,
                people,
                catalog,
                division,
                done,
            )
            warmths += [Warmth(one.ended_min + clock, one.shares) for one in drilled(stop.items, catalog)]
            done |= {item.drill for item in stop.items}
            clock += stop.minutes
            breaks.append(stop)
        clock += part_minutes(part, catalog)
        warmths.append(Warmth(clock, worked(mine.for_division(division).parts, typical, catalog), degrees))
    return replace(sheet, parts=first, breaks=tuple(breaks))


def opening_of(workout: Workout, settings: PlanSettings) -> Workout:
    """The parts that the prep before class serves: all before the first stop that has minutes."""
    return workout.only(slice(min(_given(settings, len(workout.asking)), default=None)))


def _given(settings: PlanSettings, parts: int) -> dict[int, int]:
    return {part: minutes for part, minutes in settings.breaks if minutes and part < parts}


def _stop(
    stop: Break,
    rest: Workout,
    warm: dict[str, float],
    settings: PlanSettings,
    people: Sequence[Person],
    catalog: Catalog,
    division: str | None,
    done: set[str],
) -> Break:
    """The stop with what it finds ready and missing, planned when it has minutes. rest: the parts it serves."""
    profile = derive(rest, people, division, catalog)
    stop = replace(
        stop,
        ready=tuple((one.id, warm.get(one.id, 0.0)) for one in profile.demands if one.score >= NOTICE),
        missing=missing(profile, warm),
    )
    if not stop.minutes:
        return stop
    own = replace(
        settings,
        minutes=stop.minutes,
        between=True,
        warmed=tuple(warm.items()),
        pins=(),
        order=(),
        breaks=(),
        locked=False,
        recent=(*settings.recent, *sorted(done)),
    )
    sheet = plan(
        rest.for_division(division),
        profile,
        own,
        people,
        catalog,
        ramps_for(rest, people, catalog, settings.rack, division),
    )
    return replace(
        stop,
        items=sheet.items,
        ramp=sheet.ramp,
        seconds=sheet.seconds,
        covered=sheet.covered,
        uncovered=sheet.uncovered,
    )
