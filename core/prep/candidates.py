"""Which drills could stand in this prep at all, at which dose and in which phase, and why the others could
not."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Literal, NamedTuple

from core.catalog import Catalog
from core.catalog.rows import DoseOption, Drill, Level, Method, Phase
from core.hazards import NO_CAUTIONS, Cautions
from core.prep.day import ANY_DAY, Day
from core.prep.dose import Dose, dose_of
from core.prep.pace import Pace, Timed, pace_of
from core.prep.settings import PlanSettings

TAU = 0.6  # effect at which about two thirds of a demand are prepared; estimate
FULL = 20  # effects are twentieths
MAX_WAVES = 2
SPOT_FROM = 3  # twentieths from which tissue work is for a spot
LONGER_DOSE_BONUS = 1.3  # a longer dose does at most this much more; estimate

HeldBack = Literal["banned", "caution", "seated", "standing", "locked"]
Refusal = Literal[HeldBack, "method", "kit"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Candidate:
    """A drill at one dose in one phase, in a method's pace. effects: demand -> whole twentieths of full
    preparation.

    seconds: of work, all turns, sides and waves; turn_s: of one turn; turns: how often the floor comes back
    to it. way: how the one person it is for does it, in place of the drill's own cues.
    """

    drill: Drill
    dose: int
    option: DoseOption
    phase: Phase
    seconds: int
    turn_s: int
    turns: int
    done: Dose
    waves: int
    kit: tuple[str, ...]
    seated: bool
    effects: tuple[tuple[str, int], ...]
    way: str = ""

    @property
    def level(self) -> Level:
        return "seated" if self.seated else self.drill.level


class Gear(NamedTuple):
    """The kit really used (after swaps), and the waves that kit and floor take."""

    kit: tuple[str, ...]
    waves: int


@lru_cache(maxsize=256)
def taken_away(twentieths: float) -> float:
    """Share of what is left of a demand that an effect takes away: 1 - exp(-effect / tau)."""
    return 1 - math.exp(-twentieths / FULL / TAU)


def kit_for(drill: Drill, settings: PlanSettings, catalog: Catalog, at_once: int = 0) -> Gear | None:
    """Kit and waves of a drill, or None when there is not enough kit or floor.

    at_once: people who do the drill at the same time (0: everybody).
    """
    people = at_once or settings.headcount
    used, waves = [], 1
    for item, each in drill.kit.items():
        piece = _piece(item, each, people, settings, catalog)
        if piece is None:
            return None
        used.append(piece.item)
        waves = max(waves, piece.waves)
    room = dict(settings.places).get(drill.space)
    if room is not None:
        waves = max(waves, math.ceil(people / room) if room else MAX_WAVES + 1)
    most_waves = 1 if at_once else MAX_WAVES
    return Gear(tuple(used), waves) if waves <= most_waves else None


class _Piece(NamedTuple):
    item: str
    waves: int


def _piece(item: str, each: float, people: int, settings: PlanSettings, catalog: Catalog) -> _Piece | None:
    """The kit that stands in for ``item`` with the fewest waves, itself first; None when none of it will
    do."""
    if settings.kit is None:
        return _Piece(item, 1)
    best: _Piece | None = None
    for option in (item, *catalog.kit[item].swaps):
        served = int(settings.kit.get(option, 0) / each)
        if not served:
            continue
        waves = math.ceil(people / served)
        if best is None or waves < best.waves:
            best = _Piece(option, waves)
    return best


def refused(drill: Drill, settings: PlanSettings, method: Method, catalog: Catalog) -> Refusal | None:
    """Why a drill cannot stand in this prep, or None when it can."""
    held = _held_back(drill, settings, catalog)
    if held:
        return held
    if not any(_belongs(drill, bounds.phase, method) for bounds in method.phases):
        return "method"
    if kit_for(drill, settings, catalog, pace_of(method, settings).at_once(settings.headcount)) is None:
        return "kit"
    return None


def _held_back(drill: Drill, settings: PlanSettings, catalog: Catalog) -> HeldBack | None:
    """What the coach, a caution or a chair say against a drill, whatever the method and the kit."""
    if drill.id in settings.bans:
        return "banned"
    if settings.cautions.stop(drill, catalog):
        return "caution"
    if settings.seated and drill.seated is None:
        return "seated"
    if drill.only_seated and not settings.cautions.sits(drill):
        return "standing"
    if settings.locked and drill.id not in settings.pinned:
        return "locked"
    return None


def _belongs(drill: Drill, phase: Phase, method: Method) -> bool:
    """Whether a method lets a drill stand in a phase."""
    if phase not in drill.phases or drill.style in method.forbids:
        return False
    if method.max_hold_s == 0 and drill.holds_s:
        return False
    if method.kit_only is not None and not set(drill.kit) <= set(method.kit_only):
        return False
    only = method.styles.get(phase)
    return only is None or drill.style in only


def candidates_for(
    settings: PlanSettings,
    method: Method,
    catalog: Catalog,
    weights: dict[str, float],
    pace: Pace | None = None,
    day: Day = ANY_DAY,
) -> list[Candidate]:
    """Every drill, dose and phase that may be chosen and serves something, in catalog order; a practice does
    as much as it shares with the day."""
    pace = pace or pace_of(method, settings)
    at_once, pinned = pace.at_once(settings.headcount), settings.pinned
    wanted = frozenset(demand for demand, weight in weights.items() if weight > 0)
    # nothing asked, nothing to warm up for
    warms = bool(weights) and any(bounds.phase == "raise" and bounds.min_items for bounds in method.phases)
    candidates: list[Candidate] = []
    for drill, ways in _every_way(method, pace, catalog):
        useful = not wanted.isdisjoint(drill.effects) or drill.id in pinned
        if not useful and not (warms and "raise" in drill.phases):
            continue
        if _held_back(drill, settings, catalog) or (drill.id in day.unfit and drill.id not in pinned):
            continue
        gear = kit_for(drill, settings, catalog, at_once)
        if gear is None:
            continue
        allowed = _allowed(ways, drill, gear, settings, pace)
        share = day.shares.get(drill.id, 1.0)
        allowed = allowed if share == 1 else (_in_part(way, share) for way in allowed)
        candidates.extend(way for way in allowed if way.phase != "release" or _on_a_spot(way, day))
    return candidates


def _on_a_spot(way: Candidate, day: Day) -> bool:
    """Whether tissue work goes where it is needed: whole-body rolling wastes the session; common practice."""
    served = (demand for demand, effect in way.effects if effect >= SPOT_FROM)
    return not day.spots or way.drill.style != "soft-tissue" or not day.spots.isdisjoint(served)


def _in_part(way: Candidate, share: float) -> Candidate:
    """A way whose effects are a share of what they would be."""
    effects = ((demand, round(effect * share)) for demand, effect in way.effects)
    return replace(way, effects=tuple((demand, effect) for demand, effect in effects if effect))


def _allowed(
    ways: tuple[Candidate, ...], drill: Drill, gear: Gear, settings: PlanSettings, pace: Pace
) -> Iterator[Candidate]:
    """The ways to do a drill that the coach's dose and a new drill leave, with the kit and waves there
    are."""
    for way in ways:
        if not pace.fixed and way.dose != settings.dose_of(drill.id, way.dose, len(drill.doses)):
            continue
        if gear.waves == 1 and gear.kit == way.kit and settings.cautions == NO_CAUTIONS:
            yield way
            continue
        shared = pace.shared_by(gear.waves, Timed(way.turn_s, way.turns, way.done))
        yield replace(
            way,
            seconds=shared.seconds,
            turn_s=shared.turn_s,
            done=shared.dose,
            waves=gear.waves,
            kit=gear.kit,
            seated=settings.cautions.sits(drill),
            way=settings.cautions.way(drill),
        )


class _Ways(NamedTuple):
    drill: Drill
    ways: tuple[Candidate, ...]


@lru_cache(maxsize=64)
def _every_way(method: Method, pace: Pace, catalog: Catalog) -> tuple[_Ways, ...]:
    """Every drill with every dose and phase that a method at a pace lets it stand in, for one person with
    all the kit."""
    every = (_Ways(drill, tuple(_ways(drill, method, pace))) for drill in catalog.drills.values())
    return tuple(found for found in every if found.ways)


def _ways(drill: Drill, method: Method, pace: Pace) -> Iterator[Candidate]:
    """Where the clock sets the dose, one dose is as good as another, and the first that fits stands for
    all."""
    shortest_s, longest_s = method.item_s
    for dose, option in enumerate(drill.doses):
        if _held_too_long(drill, option, method):
            continue
        timed = pace.timed(option)
        if timed is None or not shortest_s <= timed.seconds <= longest_s:
            continue
        for bounds in method.phases:
            if _belongs(drill, bounds.phase, method):
                yield _candidate(drill, dose, option, bounds.phase, timed)
        if pace.fixed:
            return


def _held_too_long(drill: Drill, option: DoseOption, method: Method) -> bool:
    """Whether a single static hold is longer than the method allows."""
    if not method.max_hold_s or not drill.holds_s or option.sets > 1:
        return False
    return (option.hold_s or 0) > method.max_hold_s


def _candidate(drill: Drill, dose: int, option: DoseOption, phase: Phase, timed: Timed) -> Candidate:
    share = min(LONGER_DOSE_BONUS, math.sqrt(timed.seconds / drill.doses[0].seconds))
    effects = ((demand, max(1, round(effect * share))) for demand, effect in drill.effects.items() if effect)
    return Candidate(
        drill=drill,
        dose=dose,
        option=option,
        phase=phase,
        seconds=timed.seconds,
        turn_s=timed.turn_s,
        turns=timed.turns,
        done=timed.dose,
        waves=1,
        kit=tuple(drill.kit),
        seated=False,
        effects=tuple(effects),
    )


def as_written(drill: Drill, phase: Phase, cautions: Cautions) -> Candidate:
    """A drill at its first dose, done once through with all the kit it names, as a person does it."""
    option = drill.doses[0]
    way = _candidate(drill, 0, option, phase, Timed(option.seconds, 1, dose_of(option)))
    return replace(way, seated=cautions.sits(drill), way=cautions.way(drill))
