"""Homework: a little, a few times a week, for a range that stayed short over several re-tests. Change is made in weeks.

One stubborn area at a time (two at the most), with its weekly dose, what to reach, and when to stop. A single measurement is
no reason for homework: test again first.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from core.catalog import Catalog
from core.catalog.rows import Drill
from core.demand.people import TEST_ERROR_DEG, Measurement, Person
from core.prep.settings import PlanSettings
from core.prep.sheet import Dose

RETESTS = 2  # visits in a row below what is needed; estimate
MOST_AREAS = 2
TIMES_A_WEEK = 3  # two or three; common practice
SETS, HOLD_S, BREATHS = 3, 20, 5  # 2-3 x 20 s, or 5 slow breaths; common practice
REST_S = 10
REVIEW_WEEKS = 6  # no change after this long asks for another look; estimate
LEAST_EFFECT = 8  # twentieths a drill must do for the range it is given for
STYLES = ("tension", "static", "breath", "dynamic")


@dataclass(frozen=True, slots=True)
class Homework:
    """Work on one range at home. Degrees as the tests gave them, the tighter side; first and last: of the visits counted.

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


def homework_for(
    needed: Mapping[str, float], person: Person, settings: PlanSettings, catalog: Catalog
) -> tuple[Homework, ...]:
    """Homework for the ranges of ``needed`` (motion -> degrees asked of this person) that stay short, the farthest off first.

    ``person.earlier`` holds the measurements before the newest ones. Only kit at home is used; cautions are kept.
    """
    found, taken = [], set()
    for motion, needed_deg in needed.items():
        visits = _visits([*person.earlier, *(one for one in person.ranges)], motion)
        recent = visits[-RETESTS:]
        if len(recent) < RETESTS or any(degrees >= needed_deg for _, degrees, _ in recent):
            continue
        drill = _drill(motion, person, settings, catalog, taken)
        if drill is None:
            continue
        taken.add(drill.id)
        dose = _dose(drill)
        each = (dose.sets * (dose.hold_s or dose.breaths * 5) + (dose.sets - 1) * REST_S) * (
            2 if dose.per_side else 1
        )
        stop = (
            f"Over when two tests in a row reach {needed_deg:.0f} degrees. No change after {REVIEW_WEEKS} weeks: try another drill with your coach. "
            "Pain, a pinch or numbness: stop, and see a licensed clinician."
        )
        found.append(
            Homework(
                motion,
                recent[-1][2],
                visits[0][1],
                recent[-1][1],
                needed_deg,
                len(visits),
                drill.id,
                drill.name,
                dose,
                TIMES_A_WEEK,
                each * TIMES_A_WEEK,
                stop,
            )
        )
    return tuple(sorted(found, key=lambda one: (one.last_deg - one.needed_deg, one.motion))[:MOST_AREAS])


def _visits(tests: Sequence[Measurement], motion: str) -> list[tuple[str, float, str | None]]:
    """(day, degrees of the tighter side, that side) of every day the motion was tested, oldest first. Undated tests are one day."""
    days: dict[str, dict[str, float]] = {}
    for one in tests:
        if one.motion == motion:
            sides = days.setdefault(one.on, {})
            sides[one.side] = min(one.degrees, sides.get(one.side, one.degrees))
    found = []
    for day, sides in sorted(days.items()):
        tighter = min(sides, key=lambda side: (sides[side], side))
        differs = max(sides.values()) - sides[tighter] >= TEST_ERROR_DEG["goniometer"]
        found.append((day, sides[tighter], tighter if differs and tighter != "both" else None))
    return found


def _drill(
    motion: str, person: Person, settings: PlanSettings, catalog: Catalog, taken: set[str]
) -> Drill | None:
    """The drill that does most for a range with the kit at home, without one that a caution forbids."""
    seated = "seated" in person.adaptive
    able = [
        drill
        for drill in catalog.drills.values()
        if drill.effects.get(motion, 0) >= LEAST_EFFECT
        and drill.style in STYLES
        and drill.id not in taken
        and set(drill.kit) <= {*person.kit_at_home, "wall", "mat", "chair", "doorway"}
        and not set(person.cautions) & set(drill.avoid)
        and not (seated and drill.seated is None)
        and drill.id not in settings.bans
    ]
    return max(
        able,
        key=lambda drill: (drill.effects[motion], STYLES.index(drill.style) * -1, drill.id),
        default=None,
    )


def _dose(drill: Drill) -> Dose:
    per_side = any(option.per_side for option in drill.doses)
    return (
        Dose(1, None, per_side, None, BREATHS)
        if drill.style == "breath"
        else Dose(SETS, None, per_side, HOLD_S)
    )
