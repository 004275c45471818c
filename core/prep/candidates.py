"""Which drills could stand in this prep at all, at which dose and in which phase, and why the others could not."""
from __future__ import annotations

import math
from dataclasses import dataclass

from core.catalog import Catalog
from core.catalog.rows import DoseOption, Drill, Method
from core.prep.settings import PlanSettings

TAU = 0.6  # effect at which about two thirds of a demand are prepared; estimate
FULL = 20  # effects are twentieths
MAX_WAVES = 2
TRANSITION_S = 10  # fetch kit or change level; common practice
SHORT_TRANSITION_S = 5
LONGER_DOSE_BONUS = 1.3  # a longer dose does at most this much more; estimate


@dataclass(frozen=True, slots=True)
class Candidate:
    """A drill at one dose in one phase. factors: demand -> share of what is left of it that this takes away."""

    drill: Drill
    dose: int
    option: DoseOption
    phase: str
    seconds: int
    waves: int
    kit: tuple[str, ...]
    level: str
    factors: tuple[tuple[str, float], ...]

    @property
    def key(self) -> tuple[str, int, str]:
        return (self.drill.id, self.dose, self.phase)


def kit_for(drill: Drill, settings: PlanSettings, catalog: Catalog) -> tuple[tuple[str, ...], int] | None:
    """The kit really used (after swaps) and the waves it takes, or None when there is not enough."""
    used, waves = [], 1
    for item, each in drill.kit.items():
        if settings.kit is None:
            used.append(item)
            continue
        best = None
        for option in (item, *catalog.kit[item].swaps):
            at_once = int(settings.kit.get(option, 0) / each)
            if at_once and (best is None or math.ceil(settings.headcount / at_once) < best[1]):
                best = (option, math.ceil(settings.headcount / at_once))
        if best is None:
            return None
        used.append(best[0])
        waves = max(waves, best[1])
    return (tuple(used), waves) if waves <= MAX_WAVES else None


def refused(drill: Drill, settings: PlanSettings, method: Method, catalog: Catalog) -> str | None:
    """Why a drill cannot stand in this prep: banned | caution | seated | method | kit, or None when it can."""
    if drill.id in settings.bans:
        return "banned"
    if settings.avoid & set(drill.avoid):
        return "caution"
    if settings.seated and drill.seated is None:
        return "seated"
    if not set(drill.phases) & {phase.phase for phase in method.phases} or (method.max_hold_s == 0 and drill.holds_s):
        return "method"
    if kit_for(drill, settings, catalog) is None:
        return "kit"
    return None


def candidates_for(settings: PlanSettings, method: Method, catalog: Catalog, weights: dict[str, float]) -> list[Candidate]:
    """Every drill, dose and phase that may be chosen and serves something, in catalog order."""
    phases = [phase.phase for phase in method.phases]
    found = []
    for drill in catalog.drills.values():
        useful = any(weights.get(demand, 0) > 0 for demand in drill.effects) or drill.id in settings.pinned
        if not useful or refused(drill, settings, method, catalog):
            continue
        kit, waves = kit_for(drill, settings, catalog)
        level = "seated" if settings.seated else drill.level
        for dose, option in enumerate(drill.doses):
            if method.max_hold_s and (option.hold_s or 0) > method.max_hold_s and option.sets == 1 and drill.holds_s:
                continue
            bonus = min(LONGER_DOSE_BONUS, math.sqrt(option.seconds / drill.doses[0].seconds))
            factors = tuple((demand, 1 - math.exp(-effect / FULL * bonus / TAU))
                            for demand, effect in drill.effects.items() if weights.get(demand, 0) > 0)
            for phase in drill.phases:
                if phase in phases:
                    found.append(Candidate(drill, dose, option, phase, option.seconds * waves, waves, kit, level, factors))
    return found
