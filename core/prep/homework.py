"""Homework: a little, a few times a week, for a range that stayed short over several re-tests. Change is made
in weeks.

One stubborn area at a time (two at the most), with its weekly dose, what to reach, and when to stop. A single
measurement is no reason for homework: test again first.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import NamedTuple

from core.catalog import Catalog
from core.catalog.rows import Drill
from core.demand.people import Person, cautions_of
from core.prep.dose import Dose
from core.prep.settings import PlanSettings
from core.testing import Measurement

RETESTS = 2  # visits in a row below what is needed; estimate
MOST_AREAS = 2
WEEKLY_S = 300  # a muscle group, a side; Thomas 2018, from memory
TIMES_A_WEEK = 3  # three to five days; Thomas 2018, from memory
HOLD_S = 30  # of one set, a side; common practice
SETS = -(-WEEKLY_S // (TIMES_A_WEEK * HOLD_S))
BREATH_S = 5  # one slow breath; common practice
REP_S = 3  # one slow repetition; estimate
REST_S = 10
REVIEW_WEEKS = 6  # no change after this long asks for another look; estimate
LEAST_EFFECT = 8  # twentieths a drill must do for the range it is given for
STYLES = ("tension", "static", "breath", "dynamic")  # the fittest first
EVERY_HOME = ("wall", "mat", "chair", "doorway")


@dataclass(frozen=True, slots=True, kw_only=True)
class Homework:
    """Work on one range at home. Degrees as the tests gave them, the tighter side; first and last: of the
    visits counted.

    weekly_s: seconds a week, both sides. stop: when it is over, in words.
    """

    motion: str
    side: str | None
    first_deg: float
    last_deg: float
    needed_deg: float
    visits: int
    drill: str
    name: str
    dose: Dose
    times_a_week: int
    weekly_s: int
    stop: str

    @property
    def dose_words(self) -> str:
        return self.dose.words()


class Visit(NamedTuple):
    """A day a motion was tested: degrees of the tighter side, and which that is where the sides differ."""

    day: str
    degrees: float
    side: str | None


def homework_for(
    needed: Mapping[str, float], person: Person, settings: PlanSettings, catalog: Catalog
) -> tuple[Homework, ...]:
    """Homework for the ranges of ``needed`` (motion -> degrees asked of this person) that stay short, the
    farthest off first.

    ``person.earlier`` holds the measurements before the newest ones. Only kit at home is used; cautions are
    kept.
    """
    homework: list[Homework] = []
    taken: set[str] = set()
    for motion, needed_deg in needed.items():
        visits = _visits([*person.earlier, *person.ranges], motion)
        recent = visits[-RETESTS:]
        if len(recent) < RETESTS or any(visit.degrees >= needed_deg for visit in recent):
            continue
        drill = _drill(motion, person, settings, catalog, taken)
        if drill is not None:
            taken.add(drill.id)
            homework.append(_homework(motion, needed_deg, visits, drill))
    farthest = sorted(homework, key=lambda task: (task.last_deg - task.needed_deg, task.motion))
    return tuple(farthest[:MOST_AREAS])


def _homework(motion: str, needed_deg: float, visits: Sequence[Visit], drill: Drill) -> Homework:
    dose = home_dose(drill, SETS)
    return Homework(
        motion=motion,
        side=visits[-1].side,
        first_deg=visits[0].degrees,
        last_deg=visits[-1].degrees,
        needed_deg=needed_deg,
        visits=len(visits),
        drill=drill.id,
        name=drill.name,
        dose=dose,
        times_a_week=TIMES_A_WEEK,
        weekly_s=done_at_home(dose).seconds * TIMES_A_WEEK,
        stop=(
            f"Over when two tests in a row reach {needed_deg:.0f} degrees. "
            f"No change after {REVIEW_WEEKS} weeks: try another drill with your coach. "
            "Pain, a pinch or numbness: stop, and see a licensed clinician."
        ),
    )


def _visits(tests: Sequence[Measurement], motion: str) -> list[Visit]:
    """Every day the motion was tested, oldest first. Undated tests are one day."""
    days: dict[str, list[Measurement]] = {}
    for test in tests:
        if test.motion == motion:
            days.setdefault(test.on, []).append(test)
    visits: list[Visit] = []
    for day, sides in sorted(days.items()):
        tighter, other = (pick(sides, key=lambda one: (one.degrees, one.side)) for pick in (min, max))
        differs = other.degrees - tighter.degrees >= tighter.detectable_deg and tighter.side != "both"
        visits.append(Visit(day, tighter.degrees, tighter.side if differs else None))
    return visits


def _drill(
    motion: str, person: Person, settings: PlanSettings, catalog: Catalog, taken: set[str]
) -> Drill | None:
    """The drill that does most for a range with the kit at home, without one that a caution forbids."""
    not_these = taken.union(settings.bans)
    return next((row for row in home_drills(motion, person, catalog) if row.id not in not_these), None)


def home_drills(motion: str, person: Person, catalog: Catalog) -> list[Drill]:
    """The drills that may be somebody's homework for a range, what does most first."""
    able = [row for row in catalog.drills.values() if may_be_homework(row, motion, person, catalog)]

    def worth(drill: Drill) -> tuple[int, int, str]:
        return drill.effects[motion], -STYLES.index(drill.style), drill.id

    return sorted(able, key=worth, reverse=True)


def may_be_homework(drill: Drill, motion: str, person: Person, catalog: Catalog) -> bool:
    """Whether a drill does enough for a range, needs no more than the kit at home, and nothing of this
    person's stands against it."""
    kit, cautions = {*person.kit_at_home, *EVERY_HOME}, cautions_of(person, catalog)
    if not set(drill.kit) <= kit:
        return False
    if cautions.stop(drill, catalog) or cautions.way(drill):  # at home nobody shows the other way
        return False
    if "long-hold" in cautions.hazards and drill.style != "breath":  # at home it is held
        return False
    if cautions.seated and drill.seated is None:
        return False
    return drill.effects.get(motion, 0) >= LEAST_EFFECT and drill.style in STYLES


class AtHome(NamedTuple):
    """How long a dose takes: both sides and all rests; and the rest after a set."""

    seconds: int
    rest_s: int


def home_dose(drill: Drill, sets: int) -> Dose:
    """So many sets at home, of HOLD_S seconds a side each."""
    per_side = any(option.per_side for option in drill.doses)
    if drill.style == "breath":
        return Dose(sets=sets, per_side=per_side, breaths=HOLD_S // BREATH_S)
    if drill.style == "dynamic":
        return Dose(sets=sets, per_side=per_side, reps=HOLD_S // REP_S)
    return Dose(sets=sets, per_side=per_side, hold_s=HOLD_S)


def done_at_home(dose: Dose) -> AtHome:
    """How long sets at home take."""
    sides = 2 if dose.per_side else 1
    return AtHome(sides * dose.sets * HOLD_S + (dose.sets - 1) * REST_S, REST_S)
