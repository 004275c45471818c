"""Choose the drills: greedy by gain per second, then exchanges until none helps. Deterministic.

Objective: the sum over demands of ``weight * (1 - exp(-effect / tau))`` less a small cost per item and per piece of kit.
Limits: seconds, phase bounds, one dose per drill, static-hold seconds per muscle group, fatigue of what the workout needs.
"""
from __future__ import annotations

from collections import Counter
from dataclasses import dataclass

from core.catalog.rows import Method, MethodPhase
from core.prep.candidates import TRANSITION_S, Candidate

ITEM_COST = 0.004  # of the whole need, so that a drill has to earn its place; estimate
KIT_COST = 0.003
REPEAT_COST = 0.012  # for a drill used in the last days
HOLD_CAP_S = 30  # static-hold seconds per muscle group before training; Behm 2016, Kay & Blazevich 2012, from memory
FATIGUE_CAP = 0.5
LIMITING_FATIGUE_CAP = 0.2  # of muscles that limit the workout; common practice
MAX_EXCHANGES = 40
OTHER_STARTS = 12
BEST_STARTS = 2  # of those, how many are worked on


@dataclass(frozen=True, slots=True)
class Limits:
    """What a choice must keep to. seconds includes getting from drill to drill."""

    seconds: int
    phases: tuple[MethodPhase, ...]
    scale: float
    limiting: frozenset[str]
    pins: dict[str, str]
    recent: frozenset[str]

    def phase(self, name: str) -> MethodPhase:
        return next(phase for phase in self.phases if phase.phase == name)


class Choice:
    """Drills chosen so far, and what is left of every demand. Small and mutable; lives inside one plan."""

    def __init__(self, weights: dict[str, float], limits: Limits):
        self.left = dict(weights)
        self.total = sum(weights.values()) or 1.0
        self.limits = limits
        self.picked: dict[str, Candidate] = {}
        self.phase_s: Counter[str] = Counter()
        self.phase_items: Counter[str] = Counter()
        self.holds: Counter[str] = Counter()
        self.fatigue: Counter[str] = Counter()
        self.seconds = 0

    def gain(self, one: Candidate) -> float:
        """What adding a candidate is worth, share of the whole need, costs taken off."""
        worth = sum(self.left[demand] * factor for demand, factor in one.factors) / self.total
        return worth - ITEM_COST - KIT_COST * len(one.kit) - (REPEAT_COST if one.drill.id in self.limits.recent else 0.0)

    def value(self) -> float:
        covered = 1 - sum(self.left.values()) / self.total
        return covered - sum(ITEM_COST + KIT_COST * len(one.kit) + (REPEAT_COST if one.drill.id in self.limits.recent else 0.0)
                             for one in self.picked.values())

    def fits(self, one: Candidate, phase_bounds: bool = True) -> bool:
        """Whether a candidate can be added without breaking a limit."""
        if one.drill.id in self.picked or self.seconds + one.seconds + TRANSITION_S > self.limits.seconds:
            return False
        if phase_bounds:
            bound = self.limits.phase(one.phase)
            room = max(bound.max_s * self.limits.scale, bound.min_s if self.limits.scale >= 1 else 0)
            if self.phase_items[one.phase] >= bound.max_items or self.phase_s[one.phase] + one.seconds > room:
                return False
        return self.harmless(one)

    def below_least(self, bound: MethodPhase, adding: Candidate | None = None) -> bool:
        """Whether a phase has fewer items or seconds than its method wants, once ``adding`` is in."""
        more = adding is not None and adding.phase == bound.phase
        items = self.phase_items[bound.phase] + more
        seconds = self.phase_s[bound.phase] + (adding.seconds if more else 0)
        return items < bound.min_items or seconds < bound.min_s * min(1.0, self.limits.scale)

    def harmless(self, one: Candidate) -> bool:
        """Static holds and fatigue stay under their caps."""
        if any(self.holds[muscle] + held > HOLD_CAP_S for muscle, held in one.drill.holds_s.items()):
            return False
        return all(
            self.fatigue[muscle] + tired <= (LIMITING_FATIGUE_CAP if muscle in self.limits.limiting else FATIGUE_CAP) + 1e-9
            for muscle, tired in one.drill.fatigue.items()
        )

    def add(self, one: Candidate) -> None:
        self._apply(one, 1)
        self.picked[one.drill.id] = one

    def remove(self, one: Candidate) -> None:
        self._apply(one, -1)
        del self.picked[one.drill.id]

    def _apply(self, one: Candidate, sign: int) -> None:
        for demand, factor in one.factors:
            self.left[demand] *= (1 - factor) if sign > 0 else 1 / (1 - factor)
        for muscle, held in one.drill.holds_s.items():
            self.holds[muscle] += sign * held
        for muscle, tired in one.drill.fatigue.items():
            self.fatigue[muscle] += sign * tired
        self.phase_s[one.phase] += sign * one.seconds
        self.phase_items[one.phase] += sign
        self.seconds += sign * (one.seconds + TRANSITION_S)


def choose(candidates: list[Candidate], weights: dict[str, float], limits: Limits) -> Choice:
    """The drills of a prep. Built once freely, and once around each promising drill that was left out; the best wins.

    The second builds find what single exchanges cannot, such as two pulling drills giving way to one together.
    """
    fresh = Choice(weights, limits)
    most = {one.key: fresh.gain(one) for one in candidates}  # nothing gains more later than it does at first
    ranked = sorted(candidates, key=lambda one: (-most[one.key], one.key))
    first = _build(candidates, weights, limits)
    left_out = [one for one in ranked if one.drill.id not in first.picked and most[one.key] > 0]
    starts = sorted(_one_per_drill(left_out), key=lambda one: (-most[one.key] / (one.seconds + TRANSITION_S), one.key))[:OTHER_STARTS]
    others = sorted((_build(candidates, weights, limits, start) for start in starts), key=lambda one: -one.value())
    finished = [_improve(one, ranked, most) for one in (first, *others[:BEST_STARTS])]
    return max(finished, key=lambda one: one.value())


def _one_per_drill(candidates: list[Candidate]) -> list[Candidate]:
    first: dict[str, Candidate] = {}
    for one in candidates:
        first.setdefault(one.drill.id, one)
    return list(first.values())


def _improve(choice: Choice, ranked: list[Candidate], most: dict[tuple, float]) -> Choice:
    """Exchange until no single exchange helps, filling up after each."""
    for _ in range(MAX_EXCHANGES):
        if not _exchange(choice, ranked, most):
            break
        while _add_best(choice, ranked):
            pass
    return choice


def _build(candidates: list[Candidate], weights: dict[str, float], limits: Limits, start: Candidate | None = None) -> Choice:
    """Pins first, then each phase's least, then whatever gives most per second."""
    choice = Choice(weights, limits)
    for drill, phase in sorted(limits.pins.items()):
        own = [one for one in candidates if one.drill.id == drill]
        _add_best(choice, [one for one in own if one.phase == phase] or own, phase_bounds=False, always=True)
    if start is not None and choice.fits(start):
        choice.add(start)
    for phase in sorted(limits.phases, key=lambda one: ("open", "rehearse", "raise", "switch-on", "release").index(one.phase)):
        pool = [one for one in candidates if one.phase == phase.phase == one.drill.phases[0] or phase.phase != "raise" and one.phase == phase.phase]
        while choice.below_least(phase):
            if not _add_best(choice, pool, always=phase.phase == "raise"):
                break
    while _add_best(choice, candidates):
        pass
    return choice


def _add_best(choice: Choice, pool: list[Candidate], phase_bounds: bool = True, always: bool = False) -> bool:
    """Add the candidate with most gain per second (the shortest first when ``always``). False when none fits or helps."""
    best, best_rate = None, 0.0
    for one in pool:
        worth = choice.gain(one)
        if worth <= 0 and not always:
            continue
        rate = max(worth, 1e-6) / (one.seconds + TRANSITION_S)
        if rate > best_rate and choice.fits(one, phase_bounds):
            best, best_rate = one, rate
    if best is None:
        return False
    choice.add(best)
    return True


def _exchange(choice: Choice, ranked: list[Candidate], most: dict[tuple, float]) -> bool:
    """Make the best single exchange of one chosen drill for another (or for another dose of itself), if one helps."""
    best, best_value = None, choice.value() + 1e-9
    for out in list(choice.picked.values()):
        if out.drill.id in choice.limits.pins:
            continue
        bound = choice.limits.phase(out.phase)
        was_short = choice.below_least(bound)
        choice.remove(out)
        base = choice.value()
        short = not was_short and choice.below_least(bound)
        for one in ranked:
            if base + most[one.key] <= best_value:
                break  # ranked by the most each can ever gain: nothing after this one helps
            if short and choice.below_least(bound, one):
                continue
            worth = choice.gain(one)
            if base + worth > best_value and one.key != out.key and choice.fits(one):
                best, best_value = (out, one), base + worth
        choice.add(out)
    if best is None:
        return False
    choice.remove(best[0])
    choice.add(best[1])
    return True


def limits_for(method: Method, seconds: int, limiting: frozenset[str], pins: dict[str, str], recent: tuple[str, ...]) -> Limits:
    """Phase bounds scaled to the seconds there are for drills."""
    return Limits(seconds, method.phases, seconds / (method.reference_minutes * 60), limiting, pins, frozenset(recent))
