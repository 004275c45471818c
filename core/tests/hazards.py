"""What drills could harm by two oracles that share nothing with core/hazards (labels by hand, and plain
words), members made up for the walk through every path, and what leaked to them."""

from __future__ import annotations

import json
import random
from collections.abc import Iterator
from functools import lru_cache
from pathlib import Path

import yaml

from core.catalog import load_catalog
from core.catalog.rows import Drill
from core.demand import Measurement, Person
from core.documents import sheet as document
from core.hazards.cautions import ADAPTIVE
from core.prep import PlanSettings, plan_session
from core.prep.member import fit_member
from core.prep.sheet import PrepSheet
from core.reading import Workout, read_workout

CATALOG = load_catalog()
LABELLED = {
    drill: frozenset(hazards)
    for drill, hazards in yaml.safe_load((Path(__file__).parent / "hazards.yaml").read_text()).items()
}
WORDS = {  # that stand in a drill's id, and what it could then harm; crude on purpose
    "shoulder-overhead": ("overhead", "hang", "kip-", "-kip", "snatch", "handstand"),
    "no-impact": ("hop", "skip", "jump", "jog", "strides", "landing"),
    "back-extension": ("hollow-arch", "cat-arch", "range-arch", "prone-press-up"),
    "wrist": ("push-up-practice", "scap-push-up", "bear", "wrist-rocks"),
    "balance": ("single-leg",),
}
FLOOR = ("half-kneeling", "hands-and-knees", "prone", "supine")
LIFTS = {  # barbell movements by words in their id
    "shoulder-overhead": ("push-press", "jerk", "snatch", "overhead", "thruster"),
    "deep-bend": ("front-squat", "back-squat", "overhead-squat", "thruster"),
    "lying": ("bench",),
}
ONE_HANDED = ("landmine-press", "one-arm-barbell-clean")
MINUTES, METHODS = (5, 8, 12, 20), tuple(CATALOG.methods)


def said(drill: Drill, seated: bool) -> frozenset[str]:
    """What a drill could harm by hand and by plain words."""
    hazards = set(LABELLED.get(drill.id, ()))
    hazards |= {hazard for hazard, words in WORDS.items() if any(word in drill.id for word in words)}
    if drill.level in FLOOR and "bench" not in drill.kit:
        hazards.add("no-floor")
    if drill.level == "hanging":
        hazards |= {"no-hang", "grip"}
    if "barbell" in drill.kit:
        hazards.add("both-hands")
    if max(option.hold_s or 0 for option in drill.doses) >= 20:
        hazards.add("long-hold")
    if seated:
        hazards -= {"no-floor", "no-hang", "no-impact", "knee", "balance", "lying"}
    return frozenset(hazards)


def lift_said(movement: str) -> frozenset[str]:
    """The same of a barbell movement of a ramp; a pull ends at the hips, whatever it is a part of."""
    lift = "" if movement.endswith(("pull", "deadlift")) else movement
    hazards = {hazard for hazard, words in LIFTS.items() if any(word in lift for word in words)}
    hazards |= {"grip"} | (set() if "bench" in movement else {"loaded-spine"})
    return frozenset(hazards | (set() if movement in ONE_HANDED else {"both-hands"}))


def members(count: int, seed: int) -> Iterator[Person]:
    """People with any cautions, adaptations and short ranges."""
    chance = random.Random(seed)
    cautions = tuple(CATALOG.cautions)
    for number in range(count):
        measured = chance.sample(sorted(CATALOG.norms), chance.randint(0, 5))
        yield Person(
            name=f"Member {number}",
            key=str(number),
            sex=chance.choice(["male", "female", None]),
            age=chance.randint(14, 75),
            cautions=tuple(chance.sample(cautions, chance.randint(1, 3))),
            adaptive=tuple(chance.sample(ADAPTIVE, chance.randint(1, 2)) if chance.random() < 0.4 else ()),
            kit_at_home=tuple(chance.sample(sorted(CATALOG.kit), 6)),
            ranges=tuple(Measurement(motion, chance.uniform(0, 60), on="2026-11-02") for motion in measured),
            earlier=tuple(Measurement(motion, chance.uniform(0, 60), on="2026-09-07") for motion in measured),
        )


def forbidden(person: Person) -> frozenset[str]:
    """Hazards that must not reach a person, read from the table alone."""
    rows = [CATALOG.cautions[caution] for caution in person.cautions]
    return frozenset(hazard for row in rows for hazard in (row.holds or (row.id,)))


@lru_cache(maxsize=512)
def class_prep(text: str, minutes: int, method: str) -> tuple[Workout, PlanSettings, PrepSheet]:
    """What a class of two is given on a day."""
    workout = read_workout(text, CATALOG)
    people = [Person(name="Ada", key="a", sex="female"), Person(name="Bo", key="b", sex="male")]
    settings = PlanSettings(
        minutes=minutes,
        method=method,
        headcount=len(people),
        breaks=tuple((part, 4) for part in range(1, len(workout.asking))),
    )
    return workout, settings, plan_session(workout, settings, people, CATALOG)


def leaks(person: Person, text: str, chance: random.Random) -> list[str]:
    """Everything on a person's sheet, by any path, that their cautions or adaptations forbid."""
    workout, settings, prep = class_prep(text, chance.choice(MINUTES), chance.choice(METHODS))
    fitted = fit_member(prep, workout, person, settings, CATALOG)
    page = document.sheet_document(fitted, prep, workout, text, None, CATALOG).json_value()
    stops = forbidden(person)
    seated = "seated" in person.adaptive
    found = []
    for path, drill, as_written in _drills(page):
        row = CATALOG.drills[drill]
        against = said(row, seated) & stops
        if "one-arm" in person.adaptive and as_written and "one-arm" not in row.instead:
            against |= said(row, seated) & {"both-hands"}
        if against:
            found.append(f"{path}: {drill} {sorted(against)}")
    ramps = [*page["ramp"], *(step for stop in page["breaks"] for step in stop["ramp"])]
    for step in ramps:
        against = lift_said(step["movement"]) & (
            stops | ({"both-hands"} if "one-arm" in person.adaptive else set())
        )
        if against or seated:
            found.append(f"ramp: {step['movement']} {sorted(against)}")
    return found


def _drills(page: dict) -> Iterator[tuple[str, str, bool]]:
    """Every drill a page names, where, and whether it is to be done as it is written there."""
    stops = [item for stop in page["breaks"] for item in stop["items"]]
    for path, items in (
        ("items", page["items"]),
        ("extras", page["extras"]),
        ("cooldown", page["cooldown"]),
        ("stops", stops),
        ("homework", page["homework"]),
    ):
        for item in items:
            yield path, item["drill"], True
            for rung in ("easier", "harder"):
                if item.get(rung):
                    yield f"{path} {rung}", item[rung]["drill"], True
    for swap in page["swaps"]:
        if swap["drill"]:
            yield "swaps", swap["drill"], True


def days(count: int, seed: int) -> list[str]:
    """Days of any movements: a lift with a percentage, then three others for rounds."""
    chance = random.Random(seed)
    lifts = [row.name for row in CATALOG.movements.values() if row.implement == "barbell"]
    others = [row.name for row in CATALOG.movements.values() if row.unit == "rep" and not row.context]
    return [
        "\n".join(
            [
                f"A) {chance.choice(lifts)} 5x2 @ {chance.choice([60, 75, 90])}%",
                "",
                "B) 3 rounds",
                *(f"{chance.randint(5, 20)} {name}" for name in chance.sample(others, 3)),
            ]
        )
        for _ in range(count)
    ]


def walk(people: int, texts: list[str], seed: int) -> list[str]:
    """What leaked to so many made-up members on these days."""
    chance = random.Random(seed)
    return [
        f"{json.dumps([person.cautions, person.adaptive])}: {leak}"
        for person in members(people, seed)
        for text in texts
        for leak in leaks(person, text, chance)
    ]
