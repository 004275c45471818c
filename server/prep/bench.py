"""The Bench's live answer: read, derive, plan and the pictures, from text and settings. Saves nothing."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property

from core.catalog import Catalog
from core.json_out import derive_json, item_json, plan_json, ramp_json
from core.demand import DemandProfile, Person, derive
from core.errors import PlanRefused, UnusableText
from core.lab import OPENS_WITH
from core.pictures import picture_of_drill, position_picture
from core.prep import Item, PlanSettings, PrepSheet, RampSet, plan, plan_session
from core.prep.breaks import opening_of
from core.prep.candidates import candidates_for, taken_away
from core.prep.plan import demand_weights
from core.prep.plates import Rack, changes
from core.prep.ramp import ramps_for, shared_bar
from core.prep.warmth import readiness_after
from core.reading import Workout
from core.reading.vocabulary import Vocabulary

MOST_POSITIONS = 8
MOST_ALTERNATIVES = 5
STILL_WARM = 0.1  # readiness below this is not worth a word


@dataclass(frozen=True)
class BenchInput:
    """What the Bench works on. Everything but the text may be left at its default."""

    text: str
    minutes: int
    method: str
    people: Sequence[Person] = ()
    kit: dict[str, int] | None = None
    pins: Sequence[str] = ()
    bans: Sequence[str] = ()
    order: Sequence[str] = ()
    doses: dict[str, int] = field(default_factory=dict)
    recent: Sequence[str] = ()
    known: frozenset[str] | None = None
    breaks: dict[str, int] = field(default_factory=dict)
    after_text: str = ""
    after_min: int = 20
    cold: bool = False
    locked: bool = False
    rack: Rack = field(default_factory=Rack)
    places: dict[str, int] = field(default_factory=dict)
    words: Vocabulary = field(default_factory=Vocabulary)

    def settings(self) -> PlanSettings:
        """Pins and bans of drills that no longer exist are left out, so an old draft still opens."""
        shelf = self.words.catalog.drills
        return PlanSettings(
            minutes=self.minutes,
            method=self.method,
            headcount=max(1, len(self.people)),
            kit=self.kit,
            pins=tuple(pin for pin in self.pins if pin.partition("@")[0] in shelf),
            bans=tuple(self.bans),
            order=tuple(self.order),
            recent=tuple(self.recent),
            doses=tuple(sorted(self.doses.items())),
            known=self.known,
            cold=self.cold,
            locked=self.locked,
            places=tuple(sorted(self.places.items())),
            rack=self.rack,
            breaks=tuple(sorted((int(part), minutes) for part, minutes in self.breaks.items())),
            warmed=tuple(sorted(self.warm.items())),
        )

    @cached_property
    def earlier(self) -> Workout | None:
        """What was done just before, as read; None when nothing was. Raises UnusableText."""
        return self.words.read(self.after_text) if self.after_text.strip() else None

    @cached_property
    def warm(self) -> dict[str, float]:
        """demand id -> readiness that what was done before leaves when the prep starts."""
        before = self.earlier
        return (
            readiness_after(
                before.for_division(None),
                Person(),
                self.words.catalog,
                self.after_min,
                self.words.read(self.text),
            )
            if before
            else {}
        )


@dataclass(frozen=True)
class Derived:
    """The three steps' values together, and the catalog and settings they were made with."""

    catalog: Catalog
    settings: PlanSettings
    workout: Workout
    profile: DemandProfile
    sheet: PrepSheet


def compute(asked: BenchInput) -> Derived:
    """Read, derive, plan. Raises UnusableText or PlanRefused."""
    catalog = asked.words.catalog
    workout = asked.words.read(asked.text)
    profile = derive(workout, asked.people, catalog=catalog)
    settings = asked.settings()
    return Derived(
        catalog,
        settings,
        workout,
        profile,
        plan_session(workout, settings, asked.people, catalog, profile=profile),
    )


def bench_view(asked: BenchInput) -> dict:
    """Everything the Bench shows. A problem keeps what could still be computed and names the field at fault."""
    catalog = asked.words.catalog
    try:
        workout = asked.words.read(asked.text)
    except UnusableText as problem:
        return {
            "problem": {"field": "text", "message": str(problem)},
            "workout": None,
            "demands": [],
            "positions": [],
            "plan": None,
            "earlier": None,
        }
    profile = derive(workout, asked.people, catalog=catalog)
    try:
        sheet = plan_session(workout, asked.settings(), asked.people, catalog, profile=profile)
    except PlanRefused as problem:
        return _view(catalog, workout, profile, None) | {
            "problem": {"field": problem.field, "message": str(problem)}
        }
    except UnusableText as problem:
        return _view(catalog, workout, profile, None) | {
            "problem": {"field": "after", "message": f"What was done before: {problem}"}
        }
    return _view(catalog, workout, profile, sheet) | {"earlier": _earlier(asked)}


def _earlier(asked: BenchInput) -> dict | None:
    """What was done before and is still warm, and what of it could not be read."""
    before = asked.earlier
    if before is None:
        return None
    catalog, warm = asked.words.catalog, asked.warm
    return {
        "movements": list(
            dict.fromkeys(
                catalog.movements[work.movement].name for part in before.parts for work in part.work
            )
        ),
        "unread": [one.text for one in before.unread],
        "warm": [
            {"demand": demand, "name": catalog.demands[demand].name, "readiness": round(share, 4)}
            for demand, share in sorted(warm.items(), key=lambda one: (-one[1], one[0]))
            if share >= STILL_WARM
        ],
    }


def derived_view(derived: Derived) -> dict:
    """The same view of values already computed."""
    return _view(derived.catalog, derived.workout, derived.profile, derived.sheet)


def _view(catalog: Catalog, workout: Workout, profile: DemandProfile, sheet: PrepSheet | None) -> dict:
    found = derive_json(workout, profile)
    demands = _named_demands(found.pop("demands"), catalog)
    marks = [
        {"line": one.line, "column": one.column, "length": one.length, "role": one.role, "says": one.says}
        for one in workout.marks
    ]
    return {
        "problem": None,
        "workout": {**_named_workout(found, catalog), "marks": marks},
        "demands": demands,
        "positions": _positions(workout, profile, catalog),
        "plan": sheet_view(sheet, catalog) if sheet else None,
        "earlier": None,
    }


def sheet_view(sheet: PrepSheet, catalog: Catalog) -> dict:
    """A prep sheet with names and pictures."""
    view = plan_json(sheet)
    view["breaks"] = [
        {
            **one,
            "items": items_view(stop.items, catalog),
            "ramp": ramp_view(stop.ramp, catalog),
            "ready": [{**ready, "name": catalog.demands[ready["demand"]].name} for ready in one["ready"]],
            "missing": [
                {"demand": demand, "name": catalog.demands[demand].name} for demand in one["missing"]
            ],
            "uncovered": [
                {**left, "name": catalog.demands[left["demand"]].name} for left in one["uncovered"]
            ],
        }
        for one, stop in zip(view["breaks"], sheet.breaks)
    ]
    view["ramps"] = [{**one, "name": catalog.movements[one["movement"]].name} for one in view["ramps"]]
    view["items"], view["cooldown"], view["ramp"] = (
        items_view(sheet.items, catalog),
        items_view(sheet.cooldown, catalog),
        ramp_view(sheet.ramp, catalog),
    )
    for one in view["uncovered"]:
        one["name"] = catalog.demands[one["demand"]].name
    view["method_name"] = catalog.methods[sheet.method].name
    return view


def items_view(items: Sequence[Item], catalog: Catalog) -> list[dict]:
    """Items with the names and the pictures a page shows."""
    return [
        {
            **item_json(item),
            "picture": picture_of_drill(item.drill, catalog, item.level == "seated"),
            "kit_names": [catalog.kit[kit].name for kit in item.kit],
            "fault": catalog.drills[item.drill].fault,
            "dose_count": len(catalog.drills[item.drill].doses),
            "instead": dict(catalog.drills[item.drill].instead),
            **rungs(item.drill, catalog),
        }
        for item in items
    ]


def rungs(drill: str, catalog: Catalog) -> dict:
    """The easier and the harder drill of the same ladder, each with the test between them."""
    easier, harder = catalog.neighbours(drill)
    return {
        name: {"drill": found[0], "name": catalog.drills[found[0]].name, "test": found[1]} if found else None
        for name, found in (("easier", easier), ("harder", harder))
    }


def ramp_view(ramp: Sequence[RampSet], catalog: Catalog) -> list[dict]:
    """Ramp sets with the name of their movement."""
    return [{**ramp_json(one), "name": catalog.movements[one.movement].name} for one in ramp]


def shared_view(asked: BenchInput, first: int, second: int) -> dict:
    """Lifters of two groups of the class (places in the plan's ramps) on one bar, beside what each would move alone."""
    settings = asked.settings()
    ramps = ramps_for(
        opening_of(asked.words.read(asked.text), settings), asked.people, asked.words.catalog, settings.rack
    )
    if not (first < len(ramps) and second < len(ramps)):
        return {"turns": [], "moved": 0, "apart_moved": 0, "why": "There is no such group any more."}
    try:
        turns = shared_bar(ramps[first], ramps[second], asked.rack)
    except ValueError as problem:
        return {"turns": [], "moved": 0, "apart_moved": 0, "why": f"Not on one bar: {problem}."}
    moved = _moved([turn.plates for turn in turns])
    alone = sum(
        sum(_moved([*(step.plates for step in ramps[one].sets), ramps[one].plates]))
        for one in (first, second)
    )
    return {
        "turns": [
            {
                "who": turn.who,
                "load": turn.load,
                "reps": turn.reps,
                "plates": list(turn.plates),
                "moved": count,
            }
            for turn, count in zip(turns, moved)
        ],
        "moved": sum(moved),
        "apart_moved": alone,
        "why": "",
    }


def _moved(plates: Sequence[Sequence[float]]) -> list[int]:
    return [changes(before, after) for before, after in zip([(), *plates], plates)]


def alternatives(asked: BenchInput, drill: str) -> list[dict]:
    """What could stand in a drill's place, each with what the exchange costs in seconds and coverage, best first."""
    catalog = asked.words.catalog
    here = compute(asked)
    item = next((one for one in here.sheet.items if one.drill == drill), None)
    if item is None:
        return []
    method = catalog.methods[asked.method]
    left = demand_weights(here.profile, asked.warm)
    taken = {one.drill for one in here.sheet.items}
    pool: dict[str, float] = {}
    for one in candidates_for(here.settings, method, catalog, left):
        if one.drill.id not in taken and one.phase == item.phase:
            worth = sum(
                left[demand] * taken_away(effect) for demand, effect in one.effects if demand in item.serves
            )
            pool[one.drill.id] = max(worth, pool.get(one.drill.id, 0.0))
    opening = opening_of(here.workout, here.settings)
    profile = (
        here.profile
        if len(opening.parts) == len(here.workout.asking)
        else derive(opening, asked.people, catalog=catalog)
    )
    found = []
    for other in sorted(pool, key=lambda name: (-pool[name], name))[: MOST_ALTERNATIVES * 2]:
        swapped = replace(
            here.settings,
            pins=(
                *(pin for pin in here.settings.pins if pin.partition("@")[0] != drill),
                f"{other}@{item.phase}",
            ),
            bans=(*here.settings.bans, drill),
        )
        sheet = plan(
            opening.for_division(None), profile, swapped, asked.people, catalog, here.sheet.ramps, brief=True
        )
        placed = next((one for one in sheet.items if one.drill == other), None)
        if placed:
            found.append(
                {
                    "drill": other,
                    "name": placed.name,
                    "seconds": placed.seconds,
                    "seconds_more": placed.seconds - item.seconds,
                    "covered_more": round(sheet.covered - here.sheet.covered, 4),
                    "kit_names": [catalog.kit[kit].name for kit in placed.kit],
                    "level": placed.level,
                    "serves": list(placed.serves),
                    "picture": picture_of_drill(other, catalog),
                }
            )
    return sorted(found, key=lambda one: -one["covered_more"])[:MOST_ALTERNATIVES]


def _named_workout(view: dict, catalog: Catalog) -> dict:
    for part in view["parts"]:
        for work in part["work"]:
            row = catalog.movements[work["movement"]]
            work["name"], work["standard"] = row.name, row.standard
    for one in view["unread"]:
        one["candidate_names"] = [catalog.movements[name].name for name in one["candidates"]]
    return view


def _named_demands(demands: list[dict], catalog: Catalog) -> list[dict]:
    for one in demands:
        row = catalog.demands[one["id"]]
        one["name"], one["plain"] = row.name, row.plain
        for term in one["terms"]:
            term["position_name"] = catalog.positions[term["position"]].name
            term["in_lab"] = term["position"] in OPENS_WITH
    return demands


def _positions(workout: Workout, profile: DemandProfile, catalog: Catalog) -> list[dict]:
    """The positions that carry most of what is asked, in the order the board meets them."""
    weight: dict[str, float] = {}
    for demand in profile.demands:
        for term in demand.terms:
            weight[term.position] = weight.get(term.position, 0.0) + term.severity * term.exposure * (
                2 if demand.kind == "reach" else 1
            )
    kept = set(sorted(weight, key=lambda name: (-weight[name], name))[:MOST_POSITIONS])
    met: dict[str, list[int]] = {}
    for part in workout.parts:
        for work in part.work:
            for position in catalog.movements[work.movement].positions:
                if position in kept and work.line not in met.setdefault(position, []):
                    met[position].append(work.line)
    return [
        {
            "id": position,
            "name": catalog.positions[position].name,
            "lines": lines,
            "demands": [
                demand.id
                for demand in profile.demands
                if any(term.position == position for term in demand.terms)
            ],
            "picture": position_picture(position, profile, catalog),
        }
        for position, lines in met.items()
    ]
