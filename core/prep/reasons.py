"""What a prep leaves and why, and what else is worth saying of it."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from core.catalog import Catalog
from core.demand.scores import DemandProfile
from core.prep.candidates import FULL, Refusal, refused
from core.prep.choose import Choice
from core.prep.offer import Asked
from core.prep.problem import Bools
from core.prep.sheet import Item, Ramp, RampSet, Uncovered

NOTICE = 0.1  # demands that score less than this are not called uncovered
WORTH_A_MINUTE = 0.02  # of the whole need, below which nobody would give a demand a minute; estimate
ENOUGH = 0.35  # a demand prepared at least this much counts as covered; estimate
SERVES_FROM = FULL * 0.25  # twentieths from which a drill is said to prepare a demand; estimate
RACK_OFF = 5.0  # kg or lb that plates may fall short before it is said; estimate
KIT_NAMED = 4

WHY_LOST: dict[Refusal | None, str] = {
    "kit": "not enough kit or floor",
    "caution": "a caution",
    "seated": "no seated version",
    "standing": "it is done from a chair",
    "banned": "taken out as well",
    "method": "the method leaves it out",
}


@dataclass(frozen=True, kw_only=True)
class Made:
    """A prep as it came out, to be explained. barred: what of the workout the one person's cautions bar."""

    asked: Asked
    profile: DemandProfile
    choice: Choice
    items: tuple[Item, ...]
    ramp: tuple[RampSet, ...]
    ramps: tuple[Ramp, ...]
    barred: tuple[str, ...] = ()

    def refusal(self, drill: str) -> Refusal | None:
        """Why a drill cannot stand in this prep."""
        asked = self.asked
        return refused(asked.catalog.drills[drill], asked.settings, asked.method, asked.catalog)


def served(items: Iterable[Item]) -> list[str]:
    """Every demand that drills are there for, once."""
    return list(dict.fromkeys(demand for item in items for demand in item.serves))


def where_asked(demand: str, profile: DemandProfile, catalog: Catalog) -> str:
    """Where the session asks most for a demand, in words; empty when it does not."""
    terms = next((row.terms for row in profile.demands if row.id == demand), ())
    if not terms:
        return ""
    most = max(terms, key=lambda term: term.severity * term.exposure)
    movement = catalog.movements[most.movement].name
    row = catalog.demands[demand]
    if row.kind in ("snap", "pattern"):  # of the movement, not of a position
        return f"{row.name.lower()} ({movement})"
    return f"{row.name.lower()} ({catalog.positions[most.position].name.lower()}, {movement})"


def uncovered(made: Made, coverage: dict[str, float]) -> tuple[Uncovered, ...]:
    """Demands that matter and are prepared too little, each with its reason."""
    return tuple(
        Uncovered(demand.id, _why(demand.id, made), coverage.get(demand.id, 1.0))
        for demand in made.profile.demands
        if demand.score >= NOTICE
        and coverage.get(demand.id, 1.0) < ENOUGH
        and made.asked.weights.get(demand.id, 0.0) >= WORTH_A_MINUTE * made.choice.problem.total
    )


def _why(demand: str, made: Made) -> str:
    """The true reason, nearest to what a coach could change: what stops the drills that could stand here,
    else why none can."""
    catalog = made.asked.catalog
    servers = [
        drill.id
        for drill in catalog.drills.values()
        if drill.effects.get(demand, 0) >= SERVES_FROM and set(drill.phases) - {"settle"}
    ]
    if not servers:
        return "no drill on the shelf prepares it"
    if made.asked.settings.locked:
        return "the prep is locked as it stands"
    able = made.choice.problem.serving(demand, SERVES_FROM)
    return _what_stops(able, made) if able.any() else _why_none(servers, made)


def _why_none(servers: list[str], made: Made) -> str:
    """Why not one of the drills that prepare a demand can stand in this prep."""
    reasons = {made.refusal(drill) for drill in servers}
    if "kit" in reasons:
        catalog = made.asked.catalog
        pieces: set[str] = set().union(*(catalog.drills[drill].kit for drill in servers))
        wanted = sorted(catalog.kit[piece].name for piece in pieces)[:KIT_NAMED]
        return f"not enough kit for {made.asked.settings.headcount}: it takes {', '.join(wanted)}"
    if reasons <= {"method", None}:
        return f"{made.asked.method.name} leaves it out"
    if "seated" in reasons:
        return "no seated version on the shelf"
    return "held back by a caution" if "caution" in reasons else "banned by the coach"


def _what_stops(able: Bools, made: Made) -> str:
    """Of drills that could stand in this prep, why none of them does (or no more of them)."""
    stops = made.choice.problem.stops(made.choice.rows)
    reasons = (
        ("taken", "all that serves it is in, and it asks for more"),
        ("strain", "more of it would tire or stretch what the workout needs"),
        ("phase", f"{made.asked.method.name} has no more room in that phase"),
        ("time", "no minutes left for it"),
    )
    for stop, words in reasons:
        able = able & ~stops[stop]
        if not able.any():
            return words
    return "other drills give more for their time"


def notes_on(made: Made) -> tuple[str, ...]:
    """Sentences about the whole prep, for the coach."""
    items, settings = made.items, made.asked.settings
    notes: list[str] = []
    if not made.profile.demands:
        notes.append("Nothing on the board could be read, so there is nothing to prepare.")
    elif not items:
        notes.append("No drill fits these minutes, this kit and these cautions.")
    notes.extend(_on_the_bar(made))
    there = {item.drill.id for item in items}
    lost = [drill for drill in settings.pinned if drill not in there]
    if lost:
        notes.append(f"Could not be kept: {', '.join(_lost(drill, made) for drill in lost)}.")
    if any(item.waves > 1 for item in items):
        notes.append("Some kit or floor is shared: those drills run in two waves.")
    notes.extend(made.barred)
    if any(item.new for item in items):
        why = "because unaccustomed work leaves people sore"
        notes.append(f"New to the class: their lowest dose the first time, {why}.")
    if made.asked.method.clock.kind == "stations" and items:
        each = -(-settings.headcount // len(items))
        start = "start everybody at a station of their own and change on the clock"
        notes.append(f"{len(items)} stations, {each} at each: {start}.")
    return tuple(notes)


def _on_the_bar(made: Made) -> list[str]:
    notes = [
        f"The rack makes {ramp.working:g} {ramp.unit} of the {ramp.wanted:g} {ramp.unit} asked."
        for ramp in made.ramps
        if ramp.wanted - ramp.working > RACK_OFF
    ]
    late = sum(step.start_s is None for step in made.ramp)
    if late:
        notes.append(f"{late} build-up {'set' if late == 1 else 'sets'} fall into the part's own time.")
    return notes


def _lost(drill: str, made: Made) -> str:
    why = WHY_LOST.get(made.refusal(drill), "no room for it")
    return f"{made.asked.catalog.drills[drill].name} ({why})"
