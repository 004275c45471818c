"""What an event asks: which lines each division does, what limits it and which later event needs that again,
what a standard takes in degrees, and how many steps a lane is."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from core.catalog import Catalog
from core.day.values import Event
from core.demand import Person, derive
from core.demand.people import range_of
from core.demand.scores import DemandProfile
from core.posture.families import postures_of
from core.posture.lunge import longest_step_m, steps_over
from core.posture.shape import LIMITS, Shape
from core.posture.shapes import Ranges
from core.prep.cooldown import most_worked, muscles_worked
from core.prep.day import limiters
from core.prep.timeline import part_minutes
from core.reading.workout import Part

IN_HAND_DEG = 3.0  # what a standard is prepared with beyond what it takes; common practice
MOST_OPENED_DEG = 15.0  # of a hip, that anybody could hope to open; estimate
STEP_TOLERANCE_M = 0.005
STEP_SEARCHED_M = 0.05
LEG_MUSCLES = ("quads", "glutes", "hamstrings")
MOST_WORKED = 3  # muscles of an event that count as what it takes from the legs
LIMIT_OF = {"forearms": "grip", "lats": "lats", "shoulders": "shoulders", "triceps": "pressing"}
LEGS = "legs"
MUSCLES_OF = {**{limit: (muscle,) for muscle, limit in LIMIT_OF.items()}, LEGS: LEG_MUSCLES}


@dataclass(frozen=True, slots=True)
class Standard:
    """A position at which a repetition is decided, for one person. in_hand_deg: what they have beyond the
    least; below 0 it is missing."""

    position: str
    motion: str
    movement: str
    line: int
    least_deg: float
    has_deg: float
    measured: bool

    @property
    def in_hand_deg(self) -> float:
        return self.has_deg - self.least_deg

    @property
    def enough(self) -> bool:
        """Whether what is in hand is what is wanted."""
        return self.in_hand_deg >= IN_HAND_DEG


@dataclass(frozen=True, slots=True)
class Steps:
    """Lunge steps over one lane. opened_deg: by how much a hip would have to open further for ``fewer``
    steps; None where no hip could."""

    line: int
    movement: str
    lane_m: float
    longest_m: float
    steps: int
    opened_deg: float | None
    fewer: int

    @property
    def step_m(self) -> float:
        """How long each step is when they are all alike."""
        return self.lane_m / self.steps


@dataclass(frozen=True, slots=True)
class DivisionAsks:
    """What one division of an event does and asks. lines: of the sheet; limits: what gives out first."""

    division: str
    lines: tuple[int, ...]
    movements: tuple[str, ...]
    profile: DemandProfile
    limits: tuple[str, ...]


def duration_s(event: Event, division: str | None, catalog: Catalog) -> int:
    """How long an event takes, seconds: as its clock says, else at a usual pace, at most its cap; a heavy
    lift takes all of its window."""
    if event.window_s:
        return event.window_s
    return round(sum(part_minutes(part, catalog) for part in parts_of(event, division)) * 60)


def parts_of(event: Event, division: str | None) -> tuple[Part, ...]:
    """What one division does, part by part, its lines as if they were written for all."""
    mine = event.workout.for_division(division)
    return tuple(
        replace(part, work=tuple(replace(work, division=None) for work in part.work)) for part in mine.parts
    )


def division_asks(event: Event, division: str, catalog: Catalog) -> DivisionAsks:
    """One division of an event, for an adult nobody knows."""
    mine = event.workout.for_division(division)
    return DivisionAsks(
        division=division,
        lines=tuple(dict.fromkeys(work.line for work in mine.works)),
        movements=tuple(dict.fromkeys(work.movement for work in mine.works)),
        profile=derive(event.workout, (), division, catalog),
        limits=limits_of(event, Person(division=division), catalog),
    )


def limits_of(event: Event, person: Person, catalog: Catalog) -> tuple[str, ...]:
    """What gives out first in an event: grip, lats, shoulders and pressing by the kind of movement, and the
    legs where they do most of the work."""
    mine = event.workout.for_division(person.division)
    limiting = {
        muscle for work in mine.works for muscle in limiters(catalog.movements[work.movement], catalog)
    }
    found = [limit for muscle, limit in LIMIT_OF.items() if muscle in limiting]
    seated = "seated" in person.adaptive
    most = most_worked(muscles_worked(mine, person, catalog), MOST_WORKED)
    if not seated and set(most) & set(LEG_MUSCLES):
        found.append(LEGS)
    return tuple(found)


def muscles_of(limits: Iterable[str]) -> tuple[str, ...]:
    """The muscles that some limits spare."""
    return tuple(dict.fromkeys(muscle for limit in limits for muscle in MUSCLES_OF[limit]))


def standards_of(profile: DemandProfile, person: Person) -> tuple[Standard, ...]:
    """Every judged position of one person's profile, the motion with least in hand first."""
    measured = {test.motion for test in person.ranges}
    hardest: dict[tuple[str, str], Standard] = {}
    for demand in profile.demands:
        for term in demand.terms:
            if not term.judged or term.required_deg is None or term.range_deg is None:
                continue
            standard = Standard(
                term.position,
                demand.id,
                term.movement,
                term.line,
                round(term.required_deg, 1),
                round(term.range_deg, 1),
                demand.id in measured,
            )
            place = (term.position, demand.id)
            if place not in hardest or standard.in_hand_deg < hardest[place].in_hand_deg:
                hardest[place] = standard
    return tuple(sorted(hardest.values(), key=lambda one: (one.in_hand_deg, one.position, one.motion)))


def steps_of(event: Event, person: Person, catalog: Catalog) -> tuple[Steps, ...]:
    """Steps of each lunge over the event's lane, for one person; none where it has no lane, or from a
    chair."""
    if not event.lane_m or "seated" in person.adaptive:
        return ()
    found: dict[str, Steps] = {}
    for work in event.workout.for_division(person.division).works:
        row = catalog.movements[work.movement]
        if row.patterns.get("lunge") and work.distance_m and row.id not in found:
            found[row.id] = steps_over_lane(event.lane_m, person, catalog, work.line, row.id)
    return tuple(found.values())


def steps_over_lane(
    lane_m: float, person: Person, catalog: Catalog, line: int = 0, movement: str = ""
) -> Steps:
    """The fewest steps over a lane that leave this body something in hand in each, and by how much a hip
    would have to open for one fewer."""
    longest = longest_held_m(person, catalog)
    steps = steps_over(lane_m, longest)
    opened = None
    if steps > 1:
        opened = _opened_deg(lane_m / (steps - 1), person, catalog)
    return Steps(line, movement, lane_m, round(longest, 3), steps, opened, steps - 1 if opened else steps)


def longest_held_m(person: Person, catalog: Catalog) -> float:
    """The longest lunge step that a body holds with IN_HAND_DEG left in every motion, metres; the shortest
    that can be asked where it holds none."""
    low, high = LIMITS["step_length_m"].low, min(LIMITS["step_length_m"].high, longest_step_m(person.body))
    while high > low and not _held(high, person, catalog)[0]:
        high -= STEP_SEARCHED_M  # a short step asks much of the knee, so the longest is sought from above
    if high <= low:
        return low
    low, high = high, min(high + STEP_SEARCHED_M, LIMITS["step_length_m"].high)
    while high - low > STEP_TOLERANCE_M:
        middle = (low + high) / 2
        if _held(middle, person, catalog)[0]:
            low = middle
        else:
            high = middle
    return low


def _held(step_m: float, person: Person, catalog: Catalog, opened: Sequence[float] = (0.0,)) -> list[bool]:
    """Whether a step is held, for each of some degrees by which the hips open further."""
    postures = postures_of(Shape(family="lunge", step_length_m=step_m), [person.body])
    more = np.array([opened])
    ranges: Ranges = {
        motion: np.full(more.shape, range_of(person, motion, catalog).mean_deg - IN_HAND_DEG)
        + (more if motion == "hip.extension" else 0.0)
        for motion in postures.motions
    }
    return [bool(held) for held in postures.holds(ranges)[0]]


def _opened_deg(step_m: float, person: Person, catalog: Catalog) -> float | None:
    """The least whole degrees that a hip has to open further for a step; None where no opening will do."""
    if step_m >= longest_step_m(person.body) or step_m > LIMITS["step_length_m"].high:
        return None
    degrees = [float(each) for each in range(1, math.floor(MOST_OPENED_DEG) + 1)]
    held = _held(step_m, person, catalog, degrees)
    return next((more for more, is_held in zip(degrees, held, strict=True) if is_held), None)


def later_limits(events: Sequence[str], limits: Mapping[str, Sequence[str]]) -> dict[str, tuple[str, ...]]:
    """Of each of an athlete's events, in their order, what the later ones need fresh. limits: by event."""
    found: dict[str, tuple[str, ...]] = {}
    needed: dict[str, None] = {}
    for event in reversed(list(events)):
        found[event] = tuple(needed)
        needed.update(dict.fromkeys(limits.get(event, ())))
    return found
