"""What is still ready after drills, a part or an earlier event, per position and demand, and how it fades.

A drill's opened reach serves every position that uses that motion. Worked passes serve only the position
they went through, its solved family (two-leg squats with the bar anywhere), and the same sum of motions
wherever it is asked.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field

from core.catalog import Catalog
from core.catalog.rows import Drill, Position
from core.demand.exposure import passes
from core.demand.needs import Have, needs_of
from core.demand.people import Person
from core.demand.profile import derive
from core.demand.scores import DemandProfile
from core.prep.candidates import taken_away
from core.prep.sheet import Item, Ramp
from core.prep.timeline import part_minutes
from core.reading.workout import Workout

HALF_LIFE_MIN = 15.0  # muscle temperature fades over about 15 min of rest; Bishop 2003, from memory
# what was opened for event one still serves event three (common practice); the number is the model's
REACH_HALF_LIFE_MIN = 180.0
BEYOND_DEG = 10.0  # going this far beyond what was visited finds about a third of it ready; estimate
PASSES = 4.0  # so many passes leave about two thirds ready; estimate
RAISE_MIN = 4.0  # so many minutes of large-muscle work raise about two thirds; estimate
READY = 0.5  # what is this ready needs nothing before the next part; estimate
LIFTING_SHARE = 0.3  # of a strength part's minutes is large-muscle work, the rest is rest; estimate
DEFAULT_GAP_MIN = 10.0
EVERYWHERE = ""
Key = tuple[str, str]  # where (EVERYWHERE for a drill), and the demand


@dataclass(frozen=True, slots=True)
class Ask:
    """What a coming part asks of one demand at one place. weight: severity x exposure; together: of the
    asks of one movement only the hardest counts."""

    where: str
    demand: str
    weight: float
    together: str
    degrees: float | None = None
    half_life_min: float = HALF_LIFE_MIN


@dataclass(frozen=True, slots=True)
class Warmth:
    """What something left ready: share in [0, 1] by place and demand at the minute it ended, counted from the
    start of the prep (what came before it has a minute below 0). reached: degrees it went to, where that is
    known; a position that goes further finds less of it ready."""

    ended_min: float
    shares: Mapping[Key, float]
    reached: Mapping[Key, float] = field(default_factory=dict)

    def at(self, minute: float, ask: Ask) -> float:
        """What is left of it for an ask. Nothing is counted before it has ended."""
        if minute < self.ended_min:
            return 0.0
        fade = math.pow(0.5, (minute - self.ended_min) / ask.half_life_min)
        everywhere = self.shares.get((EVERYWHERE, ask.demand), 0.0)
        here = self.shares.get((ask.where, ask.demand), 0.0) if ask.where else 0.0
        return fade * (1 - (1 - everywhere) * (1 - here * self._far_enough(ask)))

    def _far_enough(self, ask: Ask) -> float:
        reached = self.reached.get((ask.where, ask.demand))
        if reached is None or ask.degrees is None:
            return 1.0
        return math.exp(-max(0.0, ask.degrees - reached) / BEYOND_DEG)


def asks_of(profile: DemandProfile, catalog: Catalog) -> tuple[Ask, ...]:
    """Everything a profile asks, place by place."""
    found = []
    for demand in profile.demands:
        reach = demand.kind == "reach"
        for term in demand.terms:
            position = catalog.positions[term.position]
            placed = reach or demand.kind == "hold"
            found.append(
                Ask(
                    where=_where(position, demand.id, term.shared_with) if placed else EVERYWHERE,
                    demand=demand.id,
                    weight=term.severity * term.exposure,
                    together=f"{term.movement} {term.division}",
                    degrees=term.required_deg,
                    half_life_min=REACH_HALF_LIFE_MIN if reach else HALF_LIFE_MIN,
                )
            )
    return tuple(found)


def readiness(sources: Sequence[Warmth], minute: float, asks: Iterable[Ask]) -> dict[str, float]:
    """demand id -> how ready it is at a minute, in [0, 1], over the places that ask it. Never falls with
    one source more, never rises with a degree asked more."""
    whole: dict[str, float] = {}
    ready: dict[str, float] = {}
    for ask in asks:
        whole[ask.demand] = whole.get(ask.demand, 0.0) + ask.weight
        ready[ask.demand] = ready.get(ask.demand, 0.0) + ask.weight * _ready(sources, minute, ask)
    return {demand: ready[demand] / weight for demand, weight in whole.items() if weight > 0}


def prepared(sources: Sequence[Warmth], minute: float, asks: Iterable[Ask]) -> dict[str, float]:
    """demand id -> share of its score that needs nothing any more: a place that is READY is done with,
    another counts by what is left of it."""
    before: dict[str, dict[str, float]] = {}
    after: dict[str, dict[str, float]] = {}
    for ask in asks:
        ready = _ready(sources, minute, ask)
        left = ask.weight * (1 - ready) if ready < READY else 0.0
        for scores, weight in ((before, ask.weight), (after, left)):
            own = scores.setdefault(ask.demand, {})
            own[ask.together] = max(own.get(ask.together, 0.0), weight)
    return {
        demand: 1 - _noisy_or(after[demand]) / _noisy_or(own)
        for demand, own in before.items()
        if any(own.values())
    }


def _noisy_or(weights: Mapping[str, float]) -> float:
    return 1 - math.prod(1 - weight for weight in weights.values())


def _ready(sources: Sequence[Warmth], minute: float, ask: Ask) -> float:
    return 1 - math.prod(1 - source.at(minute, ask) for source in sources)


def worked(workout: Workout, person: Person, catalog: Catalog, ended_min: float = 0.0) -> Warmth:
    """What a workout leaves ready at the minute it ends: every position its movements passed through, by
    passes."""
    counted: dict[str, float] = {}
    for work in workout.works:
        row = catalog.movements[work.movement]
        counted[row.id] = counted.get(row.id, 0.0) + passes(work, row)
    return visited(counted, person, catalog, ended_min)


def ramped(ramps: Sequence[Ramp], person: Person, catalog: Catalog, ended_min: float) -> Warmth:
    """What the ways up leave ready: the positions of the lifts."""
    counted = {ramp.movement: float(sum(step.reps for step in ramp.sets)) for ramp in ramps}
    return visited(counted, person, catalog, ended_min)


def visited(counted: Mapping[str, float], person: Person, catalog: Catalog, ended_min: float) -> Warmth:
    """What so many passes through the positions of movements (by id) leave ready, and how far they went."""
    undone: dict[Key, float] = {}
    reached: dict[Key, float] = {}
    rows = {
        name: catalog.positions[name]
        for movement in counted
        for name in catalog.movements[movement].positions
    }
    met = needs_of([Have.of(person, catalog)], list(rows.values()))
    for movement, count in counted.items():
        row = catalog.movements[movement]
        left = math.exp(-count / PASSES)
        keys = {(EVERYWHERE, demand) for demand in (*row.snaps, *row.patterns)}
        for name in row.positions:
            keys |= {(_where(rows[name], demand, ()), demand) for demand in rows[name].holds}
            for one in met[0, name].met:
                key = (_where(rows[name], one.motion, one.others), one.motion)
                keys.add(key)
                reached[key] = max(reached.get(key, -math.inf), one.least_deg)
        for key in keys:
            undone[key] = undone.get(key, 1.0) * left
    return Warmth(ended_min, {key: 1 - left for key, left in undone.items()}, reached)


def _where(position: Position, demand: str, partners: tuple[str, ...]) -> str:
    """Where something is asked: a sum of motions wherever that sum is, else the family of solved postures
    (two-leg squats with the bar anywhere, lockouts with any grip), else the position itself."""
    if partners:
        return "+".join(sorted((demand, *partners)))
    shape = position.shape
    if shape is None:
        return position.id
    return f"{shape.family} on one leg" if shape.single_leg else shape.family


def drilled(items: Sequence[Item], started_min: float = 0.0) -> tuple[Warmth, ...]:
    """What every drill of a prep leaves ready, from the minute it ends. started_min: when the prep began."""
    return tuple(Warmth(item.end_s / 60 + started_min, _left_ready(item.drill)) for item in items)


def _left_ready(drill: Drill) -> dict[Key, float]:
    return {(EVERYWHERE, demand): taken_away(effect) for demand, effect in drill.effects.items() if effect}


def raise_left(workout: Workout, gap_min: float, catalog: Catalog) -> float:
    """How warm large muscles still are some minutes after a workout, in [0, 1]."""
    minutes = sum(
        part_minutes(part, catalog) * (LIFTING_SHARE if part.format.kind == "sets-x-reps" else 1.0)
        for part in workout.asking
    )
    return (1 - math.exp(-minutes / RAISE_MIN)) * math.pow(0.5, gap_min / HALF_LIFE_MIN)


def raise_minutes(raised: float) -> float:
    """Minutes of raise that are still asked: 2.8 when cold, none once half warm."""
    return RAISE_MIN * math.log((1 - raised) / READY) if raised < READY else 0.0


@dataclass(frozen=True, slots=True)
class Left:
    """What an earlier workout leaves for the next: readiness to say, what needs nothing any more to plan
    with, and how warm large muscles are."""

    readiness: dict[str, float]
    prepared: dict[str, float]
    raised: float


def left_after(
    workout: Workout,
    before: Workout,
    people: Sequence[Person],
    catalog: Catalog,
    gap_min: float = DEFAULT_GAP_MIN,
    division: str | None = None,
) -> Left:
    """What is left of a workout ``gap_min`` minutes after it was done, for the one that comes next
    (``before``)."""
    person = people[0] if len(people) == 1 else Person()
    source = worked(workout, person, catalog)
    asks = asks_of(derive(before, people, division, catalog), catalog)
    return Left(
        readiness([source], gap_min, asks),
        prepared([source], gap_min, asks),
        raise_left(workout, gap_min, catalog),
    )
