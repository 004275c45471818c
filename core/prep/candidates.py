"""Which drills could stand in this prep at all, at which dose and in which phase, and why the others could not."""
from __future__ import annotations

import math
from dataclasses import dataclass

from core.catalog import Catalog
from core.catalog.rows import DoseOption, Drill, Method
from core.prep.pace import pace_of
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


def taken_away(twentieths: float) -> float:
    """Share of what is left of a demand that an effect takes away: 1 - exp(-effect / tau)."""
    return 1 - math.exp(-twentieths / FULL / TAU)


def kit_for(drill: Drill, settings: PlanSettings, catalog: Catalog, at_once: int = 0) -> tuple[tuple[str, ...], int] | None:
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
    if drill.id in settings.bans:
        return "banned"
    if settings.avoid & set(drill.avoid):
        return "caution"
    if settings.seated and drill.seated is None:
        return "seated"
    if settings.locked and drill.id not in settings.pinned:
        return "locked"
    if not any(_belongs(drill, phase.phase, method) for phase in method.phases):
        return "method"
    if kit_for(drill, settings, catalog, pace_of(method, settings).at_once(settings.headcount)) is None:
        return "kit"
    return None


def _belongs(drill: Drill, phase: str, method: Method) -> bool:
    """Whether a method lets a drill stand in a phase."""
    if phase not in drill.phases or drill.style in method.forbids or (method.max_hold_s == 0 and drill.holds_s):
        return False
    if method.kit_only is not None and not set(drill.kit) <= set(method.kit_only):
        return False
    only = method.styles.get(phase)
    return only is None or drill.style in only


def candidates_for(settings: PlanSettings, method: Method, catalog: Catalog, weights: dict[str, float]) -> list[Candidate]:
    """Every drill, dose and phase that may be chosen and serves something, in catalog order."""
    pace = pace_of(method, settings)
    phases = [phase.phase for phase in method.phases]
    needed = {phase.phase for phase in method.phases if phase.min_items} if weights else set()  # nothing asked, nothing to warm up for
    found = []
    for drill in catalog.drills.values():
        useful = any(weights.get(demand, 0) > 0 for demand in drill.effects) or drill.id in settings.pinned or "raise" in needed & set(drill.phases)
        if not useful or refused(drill, settings, method, catalog):
            continue
        kit, waves = kit_for(drill, settings, catalog, pace.at_once(settings.headcount))
        level = "seated" if settings.seated else drill.level
        for dose, option in enumerate(drill.doses):
            if dose != settings.dose_of(drill.id, dose, len(drill.doses)):
                continue
            if method.max_hold_s and (option.hold_s or 0) > method.max_hold_s and option.sets == 1 and drill.holds_s:
                continue
            timed = pace.timed(option)
            if timed is None or not method.item_s[0] <= timed.seconds <= method.item_s[1]:
                continue
            found.extend(_candidate(drill, dose, option, phase, timed, waves, kit, level, weights) for phase in phases if _belongs(drill, phase, method))
            if pace.fixed:
                break  # the clock sets the dose: one is as good as another
    return found


def _candidate(drill: Drill, dose: int, option: DoseOption, phase: str, timed, waves: int, kit: tuple[str, ...], level: str, weights: dict[str, float]) -> Candidate:
    share = min(LONGER_DOSE_BONUS, math.sqrt(timed.seconds / drill.doses[0].seconds))
    effects = tuple((demand, max(1, round(effect * share))) for demand, effect in drill.effects.items() if effect and weights.get(demand, 0) > 0)
    return Candidate(drill, dose, option, phase, timed.seconds * waves, timed.turn_s * waves, timed.turns, timed.dose, waves, kit, level, effects)
