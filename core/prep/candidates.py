"""Which drills could stand in this prep at all, at which dose and in which phase, and why the others could not."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from functools import lru_cache

from core.catalog import Catalog
from core.catalog.rows import DoseOption, Drill, Method
from core.prep.pace import Pace, Timed, pace_of
from core.prep.settings import PlanSettings
from core.prep.sheet import Dose

TAU = 0.6  # effect at which about two thirds of a demand are prepared; estimate
FULL = 20  # effects are twentieths
MAX_WAVES = 2
LONGER_DOSE_BONUS = 1.3  # a longer dose does at most this much more; estimate


@dataclass(frozen=True, slots=True)
class Candidate:
    """A drill at one dose in one phase, in a method's pace. effects: demand -> whole twentieths of full preparation.

    seconds: of work, all turns, sides and waves; turn_s: of one turn; turns: how often the floor comes back to it.
    """

    drill: Drill
    dose: int
    option: DoseOption
    phase: str
    seconds: int
    turn_s: int
    turns: int
    done: Dose
    waves: int
    kit: tuple[str, ...]
    level: str
    effects: tuple[tuple[str, int], ...]

    @property
    def key(self) -> tuple[str, int, str]:
        return (self.drill.id, self.dose, self.phase)


@lru_cache(maxsize=256)
def taken_away(twentieths: float) -> float:
    """Share of what is left of a demand that an effect takes away: 1 - exp(-effect / tau)."""
    return 1 - math.exp(-twentieths / FULL / TAU)


def kit_for(
    drill: Drill, settings: PlanSettings, catalog: Catalog, at_once: int = 0
) -> tuple[tuple[str, ...], int] | None:
    """The kit really used (after swaps) and the waves that kit and floor take, or None when there is not enough of either.

    at_once: people who do the drill at the same time (0: everybody).
    """
    used, waves = [], 1
    people = at_once or settings.headcount
    for item, each in drill.kit.items():
        if settings.kit is None:
            used.append(item)
            continue
        best = None
        for option in (item, *catalog.kit[item].swaps):
            served = int(settings.kit.get(option, 0) / each)
            if served and (best is None or math.ceil(people / served) < best[1]):
                best = (option, math.ceil(people / served))
        if best is None:
            return None
        used.append(best[0])
        waves = max(waves, best[1])
    holds = dict(settings.places).get(drill.space)
    if holds is not None:
        waves = max(waves, math.ceil(people / holds) if holds else MAX_WAVES + 1)
    return (tuple(used), waves) if waves <= (1 if at_once else MAX_WAVES) else None


def refused(drill: Drill, settings: PlanSettings, method: Method, catalog: Catalog) -> str | None:
    """Why a drill cannot stand in this prep: banned | caution | seated | locked | method | kit, or None when it can."""
    held = _held_back(drill, settings)
    if held:
        return held
    if not any(_belongs(drill, phase.phase, method) for phase in method.phases):
        return "method"
    if kit_for(drill, settings, catalog, pace_of(method, settings).at_once(settings.headcount)) is None:
        return "kit"
    return None


def _held_back(drill: Drill, settings: PlanSettings) -> str | None:
    """What the coach, a caution or a chair say against a drill, whatever the method and the kit."""
    if drill.id in settings.bans:
        return "banned"
    if not settings.avoid.isdisjoint(drill.avoid):
        return "caution"
    if settings.seated and drill.seated is None:
        return "seated"
    if settings.locked and drill.id not in settings.pinned:
        return "locked"
    return None


def _belongs(drill: Drill, phase: str, method: Method) -> bool:
    """Whether a method lets a drill stand in a phase."""
    if (
        phase not in drill.phases
        or drill.style in method.forbids
        or (method.max_hold_s == 0 and drill.holds_s)
    ):
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
) -> list[Candidate]:
    """Every drill, dose and phase that may be chosen and serves something, in catalog order."""
    pace = pace or pace_of(method, settings)
    wanted = {demand for demand, weight in weights.items() if weight > 0}
    needed = (
        {phase.phase for phase in method.phases if phase.min_items} if weights else set()
    )  # nothing asked, nothing to warm up for
    warms, pinned, at_once = "raise" in needed, settings.pinned, pace.at_once(settings.headcount)
    found = []
    for drill, ways in _every_way(method, pace, catalog):
        useful = (
            not wanted.isdisjoint(drill.effects) or drill.id in pinned or (warms and "raise" in drill.phases)
        )
        if not useful or _held_back(drill, settings):
            continue
        gear = kit_for(drill, settings, catalog, at_once)
        if gear is None:
            continue
        kit, waves = gear
        for one in ways:
            if one.dose != settings.dose_of(drill.id, one.dose, len(drill.doses)) and not pace.fixed:
                continue
            if waves > 1 or settings.seated or kit != one.kit:
                one = replace(
                    one,
                    seconds=one.seconds * waves,
                    turn_s=one.turn_s * waves,
                    waves=waves,
                    kit=kit,
                    level="seated" if settings.seated else one.level,
                )
            found.append(one)
    return found


@lru_cache(maxsize=64)
def _every_way(
    method: Method, pace: Pace, catalog: Catalog
) -> tuple[tuple[Drill, tuple[Candidate, ...]], ...]:
    """Every drill with every dose and phase that a method at a pace lets it stand in, for one person with all the kit.

    Where the clock sets the dose, one dose is as good as another, and the first stands for all.
    """
    phases = [phase.phase for phase in method.phases]
    found = []
    for drill in catalog.drills.values():
        ways: list[Candidate] = []
        for dose, option in enumerate(drill.doses):
            if (
                method.max_hold_s
                and (option.hold_s or 0) > method.max_hold_s
                and option.sets == 1
                and drill.holds_s
            ):
                continue
            timed = pace.timed(option)
            if timed is None or not method.item_s[0] <= timed.seconds <= method.item_s[1]:
                continue
            ways += [
                _candidate(drill, dose, option, phase, timed)
                for phase in phases
                if _belongs(drill, phase, method)
            ]
            if pace.fixed:
                break
        if ways:
            found.append((drill, tuple(ways)))
    return tuple(found)


def _candidate(drill: Drill, dose: int, option: DoseOption, phase: str, timed: Timed) -> Candidate:
    share = min(LONGER_DOSE_BONUS, math.sqrt(timed.seconds / drill.doses[0].seconds))
    effects = tuple(
        (demand, max(1, round(effect * share))) for demand, effect in drill.effects.items() if effect
    )
    return Candidate(
        drill,
        dose,
        option,
        phase,
        timed.seconds,
        timed.turn_s,
        timed.turns,
        timed.dose,
        1,
        tuple(drill.kit),
        drill.level,
        effects,
    )
