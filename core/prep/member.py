"""One member's sheet: the class prep, with what they must not do swapped, and a few extras for their own
short ranges."""

from __future__ import annotations

from collections.abc import Sequence
from collections.abc import Set as AbstractSet
from dataclasses import dataclass, replace
from typing import NamedTuple

from core.catalog import Catalog, load_catalog
from core.catalog.rows import Drill, Method
from core.demand.people import Person, StandingEntry, adults_like, cautions_of
from core.demand.profile import derive
from core.demand.scores import DemandProfile, DemandScore, Standing
from core.hazards import NO_CAUTIONS, Cautions
from core.prep.barred import Barred, barred_lines
from core.prep.candidates import Candidate, candidates_for, refused, taken_away
from core.prep.clock import lay_out
from core.prep.cooldown import cool_down, muscles_worked
from core.prep.day import day_of
from core.prep.dose import dose_of
from core.prep.finish import felt_positions, finish_of
from core.prep.homework import Homework, homework_for
from core.prep.pace import TRANSITION_S, pace_of
from core.prep.placing import place
from core.prep.ramp import build_ramp, timed
from core.prep.sequence import in_order
from core.prep.settings import DEFAULT_METHOD, PlanSettings
from core.prep.sheet import Break, Item, PrepSheet, RampSet
from core.reading.workout import Workout
from core.testing import Measurement

EXTRAS_S = 240  # what people will do in the car park; common practice
MOST_EXTRAS = 3
ALWAYS_S = 60  # of a standing entry, a side; common practice
FREES_NOTHING = 0.2  # of a range's score, where it alone frees nothing; estimate
OPENS_WELL = 5  # twentieths that an extra must do for the motion it is given for
WELL_ENOUGH = 0.6  # of a motion's weight, left by the drills before: then it gets none of its own; estimate
ALSO = 0.5  # of what an extra does for other motions; estimate
LEGS = ("hip.", "knee.", "ankle.", "toe.")  # demands a session does not ask of a seated athlete


@dataclass(frozen=True, slots=True)
class Swap:
    """An item of the class prep this member does differently, and why."""

    instead_of: str
    drill: str | None
    why: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Gap:
    """A range this session asks for and this member is short of. Degrees. frees: how likely this motion is
    what stops them, 0..1. felt: of the need, by what they said after earlier preps."""

    motion: str
    has_deg: float
    needed_deg: float
    measured: bool
    side: str | None
    because: str
    score: float = 0.0
    frees: float = 0.0
    felt: float = 1.0

    @property
    def weight(self) -> float:
        """What work on it is worth: how likely it alone would free the posture, then how much it is asked."""
        return self.felt * (self.frees + FREES_NOTHING * self.score)


@dataclass(frozen=True, slots=True, kw_only=True)
class MemberSheet:
    """breaks: the stops that have drills or a way up, as this member does them. kept_to: what must not
    reach them. positions: that they are asked about afterwards."""

    items: tuple[Item, ...]
    extras: tuple[Item, ...]
    swaps: tuple[Swap, ...]
    gaps: tuple[Gap, ...]
    ramp: tuple[RampSet, ...]
    cooldown: tuple[Item, ...]
    homework: tuple[Homework, ...] = ()
    breaks: tuple[Break, ...] = ()
    barred: tuple[Barred, ...] = ()
    kept_to: Cautions = NO_CAUTIONS
    finish: str = ""
    positions: tuple[str, ...] = ()


def tight_sides(person: Person) -> tuple[tuple[str, str], ...]:
    """(motion, tighter side) where a person's two sides differ by more than their tests may."""
    tests: dict[str, dict[str, Measurement]] = {}
    for test in person.ranges:
        tests.setdefault(test.motion, {})[test.side] = test
    tight: list[tuple[str, str]] = []
    for motion, sides in tests.items():
        if "left" not in sides or "right" not in sides:
            continue
        tighter, other = sorted((sides["left"], sides["right"]), key=lambda one: one.degrees)
        if other.degrees - tighter.degrees >= max(tighter.detectable_deg, other.detectable_deg):
            tight.append((motion, tighter.side))
    return tuple(tight)


def settings_for(person: Person, settings: PlanSettings, catalog: Catalog) -> PlanSettings:
    """The class's settings as they hold for one person: their cautions and sides, nothing the coach fixed
    for the class."""
    return replace(
        settings,
        cautions=cautions_of(person, catalog),
        headcount=1,
        pins=(),
        order=(),
        tight_sides=tight_sides(person),
        locked=False,
        places=(),
    )


def fit_member(
    sheet: PrepSheet,
    workout: Workout,
    person: Person,
    settings: PlanSettings,
    catalog: Catalog | None = None,
    profile: DemandProfile | None = None,
) -> MemberSheet:
    """A member's own sheet for a class prep. Extras need no kit beyond what the member has at home.
    profile: of a class this person (by key) is in, when it is known already."""
    catalog = catalog or load_catalog()
    profile = profile or derive(workout, (person,), person.division, catalog)
    fitting = _Fitting(
        sheet=sheet,
        workout=workout,
        person=person,
        settings=settings_for(person, settings, catalog),
        catalog=catalog,
        asked=_asked_of(profile, person),
    )
    items, swaps = fitting.items(sheet.items)
    breaks: list[Break] = []
    for stop in sheet.breaks:
        fitted, swapped = fitting.stop(stop)
        swaps += tuple(swap for swap in swapped if swap not in swaps)
        if fitted.items or fitted.ramp:
            breaks.append(fitted)
    mine = workout.for_division(person.division)
    barred = barred_lines(mine, person, catalog)
    not_theirs = {work.text for work in mine.works if work.movement in {line.movement for line in barred}}
    gaps = tuple(gap for gap in gaps_of(profile, person, catalog) if gap.because not in not_theirs)
    needed = {gap.motion: gap.needed_deg for gap in gaps}
    return MemberSheet(
        items=items,
        extras=fitting.extras(gaps, items),
        swaps=swaps,
        gaps=gaps,
        ramp=fitting.ramp(sheet, workout.only(slice(sheet.parts))),
        cooldown=cool_down(muscles_worked(mine, person, catalog), fitting.settings, catalog),
        homework=homework_for(needed, person, fitting.settings, catalog),
        breaks=tuple(breaks),
        barred=barred,
        kept_to=fitting.settings.cautions,
        finish=finish_of(profile, fitting.settings.cautions, catalog),
        positions=felt_positions(profile, mine, catalog),
    )


def _asked_of(profile: DemandProfile, person: Person) -> frozenset[str]:
    """Ids of the demands a session has for a person; none of the legs from a chair."""
    seated = "seated" in person.adaptive
    return frozenset(one.id for one in profile.demands if not (seated and one.id.startswith(LEGS)))


def gaps_of(profile: DemandProfile, person: Person, catalog: Catalog) -> tuple[Gap, ...]:
    """Ranges a session asks of this person (by key, in the profile) that were measured and are short, or
    clearly short of comfort, by more than their test may be off; what would free most first."""
    sides = dict(tight_sides(person))
    gaps: list[Gap] = []
    for demand in profile.demands:
        if "seated" in person.adaptive and demand.id.startswith(LEGS):
            continue
        for standing in _short(demand, person):
            needed_deg = _reachable(demand.id, standing, person, catalog)
            if needed_deg - standing.range_deg <= _error_deg(demand.id, person):
                continue  # the test could not tell
            gaps.append(
                Gap(
                    motion=demand.id,
                    has_deg=standing.range_deg,
                    needed_deg=needed_deg,
                    measured=True,
                    side=sides.get(demand.id),
                    because=standing.text,
                    score=standing.score,
                    frees=standing.chance_short,
                    felt=standing.felt,
                )
            )
    return tuple(sorted(gaps, key=lambda gap: (-gap.weight, gap.motion)))


def _reachable(motion: str, standing: Standing, person: Person, catalog: Catalog) -> float:
    """What comfort takes, and no more than adults like this person have."""
    usual = adults_like(person, motion, catalog)
    wanted = max(standing.required_deg, standing.comfortable_deg)
    return round(min(wanted, usual.mean_deg + usual.sd_deg), 1)


def _error_deg(motion: str, person: Person) -> float:
    """How far the person's own test of a motion may be off, degrees."""
    return min((one.error_deg for one in person.ranges if one.motion == motion), default=0.0)


def _short(demand: DemandScore, person: Person) -> list[Standing]:
    """Where this person stands on a demand, if they were measured and lack range for it."""
    return [standing for standing in demand.people if standing.key == person.key and standing.lacking]


class _Fitted(NamedTuple):
    """Items as one member does them, and what was swapped for it."""

    items: tuple[Item, ...]
    swaps: tuple[Swap, ...]


class _FittedStop(NamedTuple):
    stop: Break
    swaps: tuple[Swap, ...]


@dataclass(frozen=True)
class _Fitting:
    """A class prep being fitted to one person. settings: theirs; asked: demands the session has for them."""

    sheet: PrepSheet
    workout: Workout
    person: Person
    settings: PlanSettings
    catalog: Catalog
    asked: AbstractSet[str] = frozenset()

    def stop(self, stop: Break) -> _FittedStop:
        """A stop before a later part."""
        fitted = self.items(stop.items)
        ramp = self.ramp(stop, self.workout.only(slice(stop.part, stop.until)))
        return _FittedStop(replace(stop, items=fitted.items, ramp=ramp), fitted.swaps)

    def ramp(self, sheet: PrepSheet | Break, serves: Workout) -> tuple[RampSet, ...]:
        """The member's own way up in a prep or a stop, from when the class starts building; sets beyond
        its time fall into the part."""
        if self.settings.seated or not sheet.ramp:
            return ()
        mine = build_ramp(
            serves.for_division(self.person.division), self.person, self.catalog, self.settings.rack
        )
        starts_s = sheet.ramp[0].start_s
        total_s = sheet.minutes * 60
        return timed(mine, total_s if starts_s is None else starts_s, total_s)

    def items(self, class_items: Sequence[Item]) -> _Fitted:
        """The class's items, each done this person's way, swapped, or left out."""
        items: list[Item] = []
        swaps: list[Swap] = []
        taken = {item.drill.id for item in class_items}
        for item in class_items:
            if self._may_do(item.drill):
                way = self.settings.cautions.way(item.drill)
                items.append(self._their_way(item, way))
                if way:
                    swaps.append(Swap(item.drill.id, item.drill.id, way))
                continue
            best = self._in_place_of(item, taken)
            swaps.append(Swap(item.drill.id, best.drill.id if best else None, self._reason(item, best)))
            if best is not None:
                taken.add(best.drill.id)
                items.append(_swapped(item, best))
        return _Fitted(tuple(items), tuple(swaps))

    @property
    def _method(self) -> Method:
        return self.catalog.methods[self.sheet.method]

    def _reason(self, item: Item, best: Candidate | None) -> str:
        """Which cautions took an item out, and whether anything safe is left to do instead."""
        against = self.settings.cautions.stop(item.drill, self.catalog)
        names = [row.name.lower() for row in self.catalog.cautions.values() if row.id in against]
        why = f"your cautions: {', '.join(names)}" if names else "done from the chair"
        return why if best else f"{why}; nothing safe fits in its place"

    def _may_do(self, drill: Drill) -> bool:
        """Whether nothing of this person's stands against a drill of the class; its method and kit are the
        class's."""
        free = replace(self.settings, bans=(), kit=None)
        return refused(drill, free, self._method, self.catalog) in (None, "method", "kit")

    def _their_way(self, item: Item, way: str) -> Item:
        """An item as this person does it."""
        if self.settings.seated:
            serves = tuple(demand for demand in item.serves if not demand.startswith(LEGS))
            return replace(item, seated=True, serves=serves)
        side = self._tight_side(item)
        dose = replace(item.dose, extra_side=side) if side else item.dose
        return replace(item, way=way, dose=dose, seated=self.settings.cautions.sits(item.drill))

    def _tight_side(self, item: Item) -> str | None:
        if not item.dose.per_side:
            return None
        sides = (side for motion, side in self.settings.tight_sides if motion in item.serves)
        return next(sides, None)

    def _in_place_of(self, item: Item, taken: set[str]) -> Candidate | None:
        """What serves most of an item's demands in its phase and time; where nothing of theirs does, what
        serves most of all that the session asks of them, then of all that a body of theirs can be asked, in
        the phase and then in another: their prep is as full as the class's."""
        own = dict.fromkeys(item.serves, 1.0) or {"locomotion": 1.0}
        asked = dict.fromkeys(sorted(self.asked), 1.0)
        every = {
            name: 1.0 for name in self.catalog.demands if not (self.settings.seated and name.startswith(LEGS))
        }
        ways = ((own, ""), (asked, ""), (asked, "any"), (every, ""), (every, "any"))
        found = (self._serving(weights, item, taken, phase) for weights, phase in ways)
        return next((one for one in found if one is not None), None)

    def _serving(
        self, weights: dict[str, float], item: Item, taken: set[str], phase: str = ""
    ) -> Candidate | None:
        """The drill that does most for some demands within an item's time. phase: the item's, or any."""
        longest_s = item.seconds + TRANSITION_S

        def worth(way: Candidate) -> tuple[int, str]:
            return sum(effect for demand, effect in way.effects if demand in weights), way.drill.id

        day = day_of(self.workout.for_division(self.person.division), self.catalog)
        able = [
            way
            for way in candidates_for(self.settings, self._method, self.catalog, weights, day=day)
            if way.drill.id not in taken
            and (phase == "any" or way.phase == item.phase)
            and (way.option.seconds <= longest_s or way.drill.style == "pulse")  # that can last as one likes
        ]
        return max(able, key=worth, default=None)

    def extras(self, gaps: Sequence[Gap], items: Sequence[Item]) -> tuple[Item, ...]:
        """A few minutes of the member's own: their standing entries for what the session asks, then what
        they are short of, with the kit they have at home."""
        weights = {gap.motion: gap.weight for gap in gaps}
        standing = {entry.drill: entry for entry in self.person.standing if entry.when in ("", *self.asked)}
        if not weights and not standing:
            return ()
        general = replace(
            self.settings,
            kit=dict.fromkeys(self.person.kit_at_home, 1),
            method=DEFAULT_METHOD,
            bans=(*(item.drill.id for item in items), *self.person.avoids),
        )
        method = self.catalog.methods[DEFAULT_METHOD]
        pool = [
            way
            for way in candidates_for(general, method, self.catalog, weights)
            if way.phase == "open"
            and all(each <= 1 for each in way.drill.kit.values())
            and not self._more_than_felt_worse(way)
        ]
        always = [way for drill in standing if (way := self._always(drill, general, method)) is not None]
        run = in_order(_one_each(pool, weights, always))
        turns = lay_out(run, pace_of(method, general))
        placed = zip(run, turns, strict=True)
        return tuple(
            self._entry(way, turn.start_s, standing[way.drill.id])
            if way.drill.id in standing
            else self._extra(way, turn.start_s, weights)
            for way, turn in placed
        )

    def _more_than_felt_worse(self, way: Candidate) -> bool:
        """Whether a drill would take longer than what felt worse, for the same motion: another drill, never
        more."""
        drills = self.catalog.drills
        return any(
            way.seconds > most_s
            for drill, most_s in self.person.avoids.items()
            if drill in drills and not way.drill.effects.keys().isdisjoint(_opened(drills[drill]))
        )

    def _always(self, drill: str, general: PlanSettings, method: Method) -> Candidate | None:
        """A standing entry at its dose nearest to a minute a side, with what the gym has; None where the
        class does it anyway, or a caution or the kit stands against it."""
        free = replace(general, kit=self.settings.kit)
        effects = dict.fromkeys(self.catalog.drills[drill].effects, 1.0)
        able = [way for way in candidates_for(free, method, self.catalog, effects) if way.drill.id == drill]
        return min(able, key=lambda way: (abs(way.option.seconds - ALWAYS_S), way.dose), default=None)

    def _entry(self, way: Candidate, start_s: int, entry: StandingEntry) -> Item:
        side = entry.side if way.option.per_side and entry.side != "both" else None
        return place(way, start_s, [entry.motion], side)

    def _extra(self, way: Candidate, start_s: int, weights: dict[str, float]) -> Item:
        motions = [motion for motion in weights if motion in way.drill.effects]
        sides = dict(self.settings.tight_sides)
        side = next((sides[motion] for motion in motions if motion in sides), None)
        serves = sorted(motions, key=lambda motion: -weights[motion])
        return place(way, start_s, serves, side if way.option.per_side else None)


def _opened(drill: Drill) -> frozenset[str]:
    """Motions a drill opens well enough to be an extra for them."""
    return frozenset(demand for demand, effect in drill.effects.items() if effect >= OPENS_WELL)


def _one_each(
    pool: Sequence[Candidate], weights: dict[str, float], always: Sequence[Candidate] = ()
) -> list[Candidate]:
    """What is always done, then for each of the weightiest motions the drill that does most for the minutes
    there are: one at the most, and none that an earlier one has done well enough."""
    chosen = list(always)
    left = dict(weights)
    spent_s = sum(way.seconds + TRANSITION_S for way in always)
    for demand, effect in (pair for way in always for pair in way.effects):
        if demand in left:
            left[demand] *= 1 - taken_away(effect)
    for motion in sorted(weights, key=lambda motion: (-weights[motion], motion)):

        def worth(way: Candidate, motion: str = motion) -> tuple[float, int, str]:
            gained = sum(left.get(demand, 0.0) * taken_away(effect) for demand, effect in way.effects)
            own = taken_away(dict(way.effects)[motion]) * left[motion]
            return own + ALSO * (gained - own), -way.seconds, way.drill.id

        able = [
            way
            for way in pool
            if dict(way.effects).get(motion, 0) >= OPENS_WELL
            and way.drill.id not in {one.drill.id for one in chosen}
            and spent_s + way.seconds <= EXTRAS_S
        ]
        if len(chosen) >= MOST_EXTRAS or left[motion] < WELL_ENOUGH * weights[motion] or not able:
            continue
        best = max(able, key=worth)
        chosen.append(best)
        spent_s += best.seconds + TRANSITION_S
        for demand, effect in best.effects:
            if demand in left:
                left[demand] *= 1 - taken_away(effect)
    return chosen


def _swapped(item: Item, way: Candidate) -> Item:
    """Another drill at an item's place and time, at its own dose."""
    return replace(
        item,
        drill=way.drill,
        phase=way.phase,
        seated=way.seated,
        way=way.way,
        dose=dose_of(way.option),
        dose_option=way.dose,
        kit=way.kit,
        serves=tuple(demand for demand in item.serves if demand in way.drill.effects),
    )
