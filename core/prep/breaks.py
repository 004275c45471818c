"""A session of several parts: what each later part finds ready, and a short stop before it for only what is
missing.

The prep before class serves every part up to the first stop the coach gives minutes to; a part with a stop of
its own is left to it. What earlier drills and parts made ready fades until then (core/prep/warmth.py).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from core.catalog import Catalog, load_catalog
from core.demand.people import Person
from core.demand.profile import derive
from core.demand.scores import DemandProfile
from core.prep.plan import missing, plan
from core.prep.ramp import ramps_for
from core.prep.reasons import NOTICE
from core.prep.settings import PlanSettings
from core.prep.sheet import Break, PrepSheet, Ready
from core.prep.timeline import CHANGE_MIN, part_minutes
from core.prep.warmth import EVERYWHERE, Warmth, asks_of, drilled, prepared, ramped, readiness, worked
from core.reading.workout import Workout


def plan_session(
    workout: Workout,
    settings: PlanSettings,
    people: Sequence[Person] = (),
    catalog: Catalog | None = None,
    division: str | None = None,
    profile: DemandProfile | None = None,
    brief: bool = False,
) -> PrepSheet:
    """The prep of a whole session with its stops. ``profile``: of the whole session, when it is known
    already. brief: leaves out what one more minute would buy.

    Raises PlanRefused for settings that cannot be planned. Limitations: how long a part takes is an estimate.
    """
    catalog = catalog or load_catalog()
    settings.check(catalog)
    hour = _Hour(
        workout=workout,
        settings=settings,
        people=people,
        catalog=catalog,
        division=division,
        brief=brief,
    )
    opening = opening_of(workout, settings)
    whole = len(opening.parts) == len(workout.asking)
    sheet = hour.planned(opening, settings, profile if whole else None)
    return replace(sheet, parts=len(opening.parts), breaks=hour.breaks_after(sheet))


def opening_of(workout: Workout, settings: PlanSettings) -> Workout:
    """The parts that the prep before class serves: all before the first stop that has minutes."""
    return workout.only(slice(min(_given(settings, len(workout.asking)), default=None)))


def opening_profile(
    workout: Workout,
    settings: PlanSettings,
    people: Sequence[Person],
    catalog: Catalog,
    profile: DemandProfile,
) -> DemandProfile:
    """What the prep before class is for. profile: of the whole session, kept where nothing is left to a
    stop."""
    opening = opening_of(workout, settings)
    if len(opening.parts) == len(workout.asking):
        return profile
    return derive(opening, people, catalog=catalog)


def _given(settings: PlanSettings, parts: int) -> dict[int, int]:
    """Part -> minutes of the stop before it, where there are any."""
    return {part: minutes for part, minutes in settings.breaks if minutes and part < parts}


@dataclass(frozen=True)
class _Hour:
    """One session as it will run, for planning what comes before each of its parts."""

    workout: Workout
    settings: PlanSettings
    people: Sequence[Person]
    catalog: Catalog
    division: str | None
    brief: bool

    def planned(
        self, parts: Workout, settings: PlanSettings, profile: DemandProfile | None = None
    ) -> PrepSheet:
        """The prep or the stop for some parts."""
        catalog = self.catalog
        profile = profile or derive(parts, self.people, self.division, catalog)
        ramps = ramps_for(parts, self.people, catalog, settings.rack, self.division)
        return plan(
            parts.for_division(self.division), profile, settings, self.people, catalog, ramps, self.brief
        )

    def breaks_after(self, sheet: PrepSheet) -> tuple[Break, ...]:
        """The stops before the second and later parts, after this prep."""
        workout, catalog = self.workout, self.catalog
        typical = self.people[0] if len(self.people) == 1 else Person()
        before = {(EVERYWHERE, demand): share for demand, share in self.settings.warmed}
        clock_min = float(self.settings.minutes)
        warmths = [
            Warmth(0.0, before),
            *drilled(sheet.items),
            ramped(sheet.ramps, typical, catalog, clock_min),
        ]
        done = {item.drill.id for item in sheet.items}
        breaks: list[Break] = []
        for number, part in enumerate(workout.asking):
            only = workout.only(slice(number, number + 1))
            if number:
                clock_min += CHANGE_MIN
                stop = self._stop(number, clock_min, warmths, done)
                warmths.extend(drilled(stop.items, clock_min))
                done |= {item.drill.id for item in stop.items}
                clock_min += stop.minutes
                breaks.append(stop)
            clock_min += part_minutes(part, catalog)
            warmths.append(worked(only.for_division(self.division), typical, catalog, clock_min))
        return tuple(breaks)

    def _stop(
        self,
        number: int,
        clock_min: float,
        warmths: Sequence[Warmth],
        done: set[str],
    ) -> Break:
        """The stop before a part: what it finds ready and missing, planned when it has minutes. done:
        drills the class has had."""
        catalog, people, division = self.catalog, self.people, self.division
        part = self.workout.asking[number]
        given = _given(self.settings, len(self.workout.asking))
        until = self._serves_until(number, given)
        rest = self.workout.only(slice(number, until))
        profile = derive(rest, people, division, catalog)
        asks = asks_of(profile, catalog)
        ready = readiness(warmths, clock_min, asks)
        warm = prepared(warmths, clock_min, asks)
        noticed = [demand.id for demand in profile.demands if demand.score >= NOTICE]
        stop = Break(
            part=number,
            until=until,
            name=part.name,
            starts_min=clock_min,
            minutes=given.get(number, 0),
            ready=tuple(Ready(demand, ready.get(demand, 0.0)) for demand in noticed),
            missing=missing(profile, warm),
        )
        if not stop.minutes:
            return stop
        settings = _settings_between(self.settings, stop.minutes, warm, done)
        sheet = self.planned(rest, settings, profile)
        return replace(
            stop,
            items=sheet.items,
            ramp=sheet.ramp,
            seconds=sheet.seconds,
            covered=sheet.covered,
            uncovered=sheet.uncovered,
        )

    def _serves_until(self, number: int, given: dict[int, int]) -> int:
        """The first part that a stop does not serve: with minutes it serves all up to the next stop."""
        if number not in given:
            return number + 1
        return min((other for other in given if other > number), default=len(self.workout.asking))


def _settings_between(
    settings: PlanSettings, minutes: int, warm: dict[str, float], done: set[str]
) -> PlanSettings:
    """Settings of a stop: what the coach fixed for the prep before class does not hold here."""
    return replace(
        settings,
        minutes=minutes,
        between=True,
        warmed=tuple(warm.items()),
        pins=(),
        order=(),
        breaks=(),
        locked=False,
        recent=(*settings.recent, *sorted(done)),
    )
