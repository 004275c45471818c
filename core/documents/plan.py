"""plan: a prep with its stops, its ways up, and what it leaves. Figures are called
by name; a page asks for each once."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from pydantic import Field

from core.catalog import Catalog
from core.catalog.rows import ClockKind, Level, Phase, WithoutTag
from core.documents.base import Degrees, Document, Minutes, Share, ShareOfHour
from core.documents.picture import figure_of
from core.hazards import NO_CAUTIONS, Cautions
from core.prep import homework as home
from core.prep import sheet as value


class Dose(Document):
    """How much of a drill."""

    sets: int
    reps: int | None
    per_side: bool
    hold_s: int | None
    breaths: int | None
    extra_side: str | None
    work_s: int | None


class Rung(Document):
    """A neighbour on a drill's ladder, and the test that stands between the two."""

    drill: str
    name: str
    test: str


class Rungs(Document):
    """The easier and the harder drill of the same ladder, null at an end."""

    easier: Rung | None
    harder: Rung | None


class Item(Document):
    """A drill at its place in a prep, a stop, a member's sheet or a cool-down. turns: [start, seconds] of
    each. figure: what its picture is called. A default is what a sheet is shown with that was stored before
    there was the field."""

    drill: str
    figure: str
    name: str
    phase: Phase
    start_s: int
    end_s: int
    seconds: int
    dose: Dose
    dose_words: str
    dose_option: int = 0
    dose_count: int = 1
    serves: tuple[str, ...]
    kit: tuple[str, ...]
    kit_names: tuple[str, ...]
    level: Level
    cautions: tuple[str, ...]
    cues: tuple[str, ...]
    fault: str = ""
    why: str = ""
    instead: dict[WithoutTag, str] = Field(default_factory=dict)
    easier: Rung | None = None
    harder: Rung | None = None
    waves: int
    pinned: bool
    gain: float
    turns: tuple[tuple[int, ...], ...] = ()
    group: int = 0
    new: bool = False


class RampSet(Document):
    """One build-up set. load and plates (per side) in ``unit``; start_s is null when it falls into the
    part."""

    movement: str
    name: str
    load_kg: float
    reps: int
    rest_s: int
    plates: tuple[float, ...]
    start_s: int | None
    seconds: int
    share: float
    estimated: bool
    load: float
    unit: str


class Ramp(Document):
    """The way up for one group of the class that lifts the same; weights, bar and plates in ``unit``."""

    division: str | None
    sex: str | None
    people: int
    movement: str
    name: str
    working: float
    wanted: float
    unit: str
    bar: float
    plates: tuple[float, ...]
    estimated: bool
    sets: tuple[RampSet, ...]


class Uncovered(Document):
    """A demand the prep leaves, and why."""

    demand: str
    name: str
    why: str
    covered: Share


class Ready(Document):
    """How ready a demand is."""

    demand: str
    name: str
    readiness: Share


class Break(Document):
    """The stop before a later part: what is ready, what is missing, and the drills for it when it has
    minutes. until: the first part it does not serve any more."""

    part: int
    until: int
    name: str
    starts_min: Minutes
    minutes: int
    seconds: int
    ready: tuple[Ready, ...]
    missing: tuple[str, ...]
    items: tuple[Item, ...]
    ramp: tuple[RampSet, ...]
    covered: Share
    uncovered: tuple[Uncovered, ...]


class NextMinute(Document):
    """One of ``new`` drills that a minute more brings; whole: the share prepared more in all."""

    drill: str
    name: str
    gain: Share
    whole: Share
    new: int


class Counted(Document):
    """Repetitions of a drill in all."""

    name: str
    reps: int


class SlowReps(Document):
    """Repetitions that begin every so many seconds, a side."""

    name: str
    reps: int
    sides: int
    every_s: int
    seconds: int


class Intervals(Document):
    """Work and rest of a part in intervals, in all."""

    part: str
    rounds: int
    work_s: int
    rest_s: int


class Turns(Document):
    """How long one of a team works and waits in a part they share."""

    part: str
    people: int
    works_s: int
    waits_s: int
    meanwhile: tuple[str, ...]


class Tally(Document):
    """Totals of the session and its prep."""

    contacts: int
    contacts_words: str
    lunge_steps: int
    reps: tuple[Counted, ...]
    slow: tuple[SlowReps, ...] = ()
    intervals: tuple[Intervals, ...] = ()
    turns: tuple[Turns, ...] = ()
    share_of_hour: ShareOfHour


class Homework(Document):
    """Work at home on one range that stays short."""

    motion: str
    motion_name: str
    plain: str
    side: str | None
    first_deg: Degrees
    last_deg: Degrees
    needed_deg: Degrees
    visits: int
    drill: str
    figure: str
    name: str
    dose: Dose
    dose_words: str
    times_a_week: int
    weekly_s: int
    stop: str


class Plan(Document):
    """A prep that fits its minutes. homework: of the one member it is for, else null."""

    minutes: int
    seconds: int
    method: str
    method_name: str
    headcount: int
    items: tuple[Item, ...]
    ramp: tuple[RampSet, ...]
    cooldown: tuple[Item, ...]
    uncovered: tuple[Uncovered, ...]
    next_minute: tuple[NextMinute, ...]
    finish: str = ""
    today: dict[str, str] = Field(default_factory=dict)
    covered: Share
    coverage: dict[str, Share]
    notes: tuple[str, ...]
    pace: ClockKind
    rounds: int
    tally: Tally
    parts: int | None
    breaks: tuple[Break, ...]
    ramps: tuple[Ramp, ...]
    homework: tuple[Homework, ...] | None = None


def plan_document(
    sheet: value.PrepSheet,
    catalog: Catalog,
    homework: Iterable[home.Homework] | None = None,
    cautions: Cautions = NO_CAUTIONS,
) -> Plan:
    """The document of a prep. homework and cautions: when it is one member's."""
    return Plan.of(
        sheet,
        **_named(sheet, catalog),
        items=item_documents(sheet.items, catalog, cautions),
        cooldown=item_documents(sheet.cooldown, catalog, cautions),
        breaks=tuple(
            Break.of(stop, **_named_break(stop, catalog), items=item_documents(stop.items, catalog, cautions))
            for stop in sheet.breaks
        ),
        homework=None if homework is None else tuple(homework_document(task, catalog) for task in homework),
    )


def _named(sheet: value.PrepSheet, catalog: Catalog) -> dict[str, object]:
    """The fields of a plan that say a catalog row's name beside its id."""
    return {
        "method_name": catalog.methods[sheet.method].name,
        "ramp": ramp_documents(sheet.ramp, catalog),
        "ramps": tuple(_ramp(ramp, catalog) for ramp in sheet.ramps),
        "uncovered": _uncovered(sheet.uncovered, catalog),
        "finish": catalog.positions[sheet.finish].name if sheet.finish else "",
    }


def _named_break(stop: value.Break, catalog: Catalog) -> dict[str, object]:
    """The fields of a stop that say a catalog row's name beside its id."""
    return {
        "ready": tuple(Ready.of(ready, name=catalog.demands[ready.demand].name) for ready in stop.ready),
        "ramp": ramp_documents(stop.ramp, catalog),
        "uncovered": _uncovered(stop.uncovered, catalog),
    }


def item_documents(
    items: Iterable[value.Item], catalog: Catalog, cautions: Cautions = NO_CAUTIONS
) -> tuple[Item, ...]:
    """The documents of items. cautions: of the one person they are for, whom no rung may lead to what they
    stop."""
    return tuple(Item.of(item, **_of_the_drill(item, catalog, cautions)) for item in items)


def _of_the_drill(item: value.Item, catalog: Catalog, cautions: Cautions = NO_CAUTIONS) -> dict[str, object]:
    """The fields of an item that come from its drill's row."""
    drill = item.drill
    neighbours = rungs(drill.id, catalog, cautions)
    return {
        "drill": drill.id,
        "figure": figure_of(drill.id, catalog, item.level == "seated"),
        "name": drill.name,
        "dose_count": len(drill.doses),
        "kit_names": tuple(catalog.kit[piece].name for piece in item.kit),
        "cautions": drill.cautions,
        "fault": drill.fault,
        "why": drill.why,
        "instead": drill.instead,
        "easier": neighbours.easier,
        "harder": neighbours.harder,
    }


def rungs(drill: str, catalog: Catalog, cautions: Cautions = NO_CAUTIONS) -> Rungs:
    """The neighbours of a drill on its ladder, those that may reach whom these are the cautions of."""
    easier, harder = catalog.neighbours(drill)
    return Rungs(easier=_rung(easier, catalog, cautions), harder=_rung(harder, catalog, cautions))


def _rung(neighbour: tuple[str, str] | None, catalog: Catalog, cautions: Cautions) -> Rung | None:
    if neighbour is None:
        return None
    drill, test = neighbour
    if cautions.stop(catalog.drills[drill], catalog) or (
        cautions.seated and catalog.drills[drill].seated is None
    ):
        return None
    return Rung(drill=drill, name=catalog.drills[drill].name, test=test)


def ramp_documents(ramp: Sequence[value.RampSet], catalog: Catalog) -> tuple[RampSet, ...]:
    """Build-up sets with the name of their movement."""
    return tuple(RampSet.of(step, name=catalog.movements[step.movement].name) for step in ramp)


def _ramp(ramp: value.Ramp, catalog: Catalog) -> Ramp:
    return Ramp.of(ramp, name=catalog.movements[ramp.movement].name, sets=ramp_documents(ramp.sets, catalog))


def _uncovered(left: Iterable[value.Uncovered], catalog: Catalog) -> tuple[Uncovered, ...]:
    return tuple(Uncovered.of(demand, name=catalog.demands[demand.demand].name) for demand in left)


def _homework_names(task: home.Homework, catalog: Catalog) -> dict[str, object]:
    demand = catalog.demands[task.motion]
    return {
        "motion_name": demand.name,
        "plain": demand.plain,
        "figure": figure_of(task.drill, catalog),
    }


def homework_document(task: home.Homework, catalog: Catalog) -> Homework:
    """The document of homework."""
    return Homework.of(task, **_homework_names(task, catalog))
