"""day: the line of every athlete. Instants are whole seconds since 1970-01-01 UTC."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Literal

from core.catalog import Catalog
from core.catalog.rows import Kind
from core.day import coaches as with_whom
from core.day.asks import Standard, Steps
from core.day.line import Block as BlockValue
from core.day.line import BlockKind, DayLines, Line
from core.day.line import ForHeat as ForHeatValue
from core.day.prepared import KitSwap, Prepared
from core.documents.base import Degrees, Document, Metres, Share

MOST_READY = 6


class DayDrill(Document):
    """A drill at its time."""

    drill: str
    name: str
    starts_at: int
    seconds: int
    dose_words: str
    standing: bool


class DaySet(Document):
    """A set at its time. load and plates (on each end) in ``unit``."""

    starts_at: int
    hold_s: int
    load: float
    reps: int
    unit: str
    plates: tuple[float, ...]


class Block(Document):
    """A stretch of a day. name: what it is called; heat: the one it is for."""

    kind: BlockKind
    name: str
    starts_at: int
    ends_at: int
    heat: str
    drills: tuple[DayDrill, ...]
    sets: tuple[DaySet, ...]
    said: tuple[str, ...]


class ReadyFor(Document):
    """How ready one of the demands that are asked most is at the start."""

    name: str
    kind: Kind
    ready: Share


class StandardFor(Document):
    """A position that decides a repetition: what it takes at least and what they have, degrees."""

    position: str
    motion: str
    movement: str
    least_deg: Degrees
    has_deg: Degrees
    in_hand_deg: Degrees
    enough: bool
    measured: bool


class StepsFor(Document):
    """Lunge steps over one lane; opened_deg: by how much the hip would open further for ``fewer``."""

    movement: str
    lane_m: Metres
    longest_m: Metres
    steps: int
    opened_deg: Degrees | None
    fewer: int


class SwapFor(Document):
    """A drill the venue's kit does not allow, and what stands in for it."""

    instead_of: str
    drill: str | None
    missing: tuple[str, ...]


class ForHeat(Document):
    """One athlete's preparation for one heat. found: how ready they would be without it; ready: with it."""

    heat: str
    event: str
    title: str
    division: str | None
    lane: int | None
    starts_at: int
    ends_at: int
    check_in_at: int
    found: Share
    ready: Share
    by_demand: tuple[ReadyFor, ...]
    curve: tuple[tuple[float, ...], ...]
    dropped: tuple[str, ...]
    needless: tuple[str, ...]
    missed: bool
    waits_s: int
    lift: str
    opening: float
    unit: str
    estimated: bool
    standards: tuple[StandardFor, ...]
    steps: tuple[StepsFor, ...]
    swaps: tuple[SwapFor, ...]
    kit_cost: Share
    shoes: tuple[str, ...]
    short: tuple[str, ...]
    limits: tuple[str, ...]
    barred: tuple[str, ...]


class AthleteLine(Document):
    """An athlete's day."""

    athlete: str
    name: str
    blocks: tuple[Block, ...]
    heats: tuple[ForHeat, ...]


class Stretch(Document):
    """A time for which somebody is with an athlete; coach: "" for nobody."""

    athlete: str
    heat: str
    place: Literal["warm-up", "lanes"]
    starts_at: int
    ends_at: int
    coach: str


class Clash(Document):
    """A coach who is asked for in two places at once; coach "" where nobody is free."""

    coach: str
    starts_at: int
    ends_at: int
    athletes: tuple[str, ...]


class Crowd(Document):
    """A time at which more prepare at once than the warm-up area has room for."""

    starts_at: int
    ends_at: int
    athletes: int
    heads: int


class DayDocument(Document):
    """Every athlete's line, who is with whom, and what does not work out."""

    lines: tuple[AthleteLine, ...]
    stretches: tuple[Stretch, ...]
    clashes: tuple[Clash, ...]
    crowds: tuple[Crowd, ...]
    missed: int


BLOCK_NAMES: Mapping[BlockKind, str] = {
    "arrive": "Arrive, change, look at the floor",
    "raise": "Raise",
    "open": "Open",
    "prime": "Prime",
    "ramp": "Up to the opening weight",
    "wait": "Stay warm for check-in",
    "check-in": "Check-in; jacket on, keep moving",
    "event": "On the floor",
    "after": "Walk it off",
    "keep-warm": "Keep warm: jacket on, walk about",
    "rest": "Rest; sit, and eat what is yours",
}


def day_document(
    lines: DayLines,
    prepared: Mapping[tuple[str, str], Prepared],
    with_them: with_whom.With,
    names: Mapping[str, str],
    titles: Mapping[str, str],
    heads: int | None,
    catalog: Catalog,
) -> DayDocument:
    """The document of a day."""
    return DayDocument(
        lines=tuple(line_document(line, prepared, names, titles, catalog) for line in lines.lines),
        stretches=tuple(Stretch.of(one) for one in with_them.stretches if one.coach or with_them.clashes),
        clashes=tuple(Clash.of(one) for one in with_them.clashes),
        crowds=crowds_of(lines.lines, heads),
        missed=lines.racks.cost.missed,
    )


def line_document(
    line: Line,
    prepared: Mapping[tuple[str, str], Prepared],
    names: Mapping[str, str],
    titles: Mapping[str, str],
    catalog: Catalog,
) -> AthleteLine:
    """One athlete's line."""
    return AthleteLine(
        athlete=line.athlete,
        name=names.get(line.athlete, ""),
        blocks=tuple(_block(block) for block in line.blocks),
        heats=tuple(
            _for_heat(one, prepared[line.athlete, one.event], titles, catalog)
            for one in line.heats
            if (line.athlete, one.event) in prepared
        ),
    )


def _block(block: BlockValue) -> Block:
    return Block(
        kind=block.kind,
        name=BLOCK_NAMES[block.kind],
        starts_at=block.starts_at,
        ends_at=block.ends_at,
        heat=block.heat,
        drills=tuple(
            DayDrill(
                drill=one.drill.id,
                name=one.drill.item.drill.name,
                starts_at=one.starts_at,
                seconds=one.seconds,
                dose_words=one.drill.item.dose_words,
                standing=one.drill.standing,
            )
            for one in block.drills
        ),
        sets=set_documents(block),
        said=block.said,
    )


def set_documents(block: BlockValue) -> tuple[DaySet, ...]:
    """The sets of a stretch."""
    return tuple(
        DaySet(
            starts_at=one.starts_at,
            hold_s=one.hold_s,
            load=one.step.load,
            reps=one.step.reps,
            unit=one.step.unit,
            plates=one.step.plates,
        )
        for one in block.sets
    )


def _for_heat(one: ForHeatValue, prepared: Prepared, titles: Mapping[str, str], catalog: Catalog) -> ForHeat:
    most = sorted(prepared.weights, key=lambda demand: (-prepared.weights[demand], demand))
    return ForHeat(
        heat=one.heat,
        event=one.event,
        title=titles.get(one.event, one.event),
        division=one.division,
        lane=one.lane,
        starts_at=one.starts_at,
        ends_at=one.ends_at,
        check_in_at=one.check_in_at,
        found=one.found,
        ready=one.overall,
        by_demand=tuple(
            ReadyFor(
                name=catalog.demands[demand].name, kind=catalog.demands[demand].kind, ready=one.ready[demand]
            )
            for demand in most[:MOST_READY]
            if demand in one.ready
        ),
        curve=tuple((float(point.at), point.ready) for point in one.curve),
        dropped=_drill_names(one.dropped, catalog),
        needless=_drill_names(one.needless, catalog),
        missed=one.missed,
        waits_s=one.rack_waits_s,
        lift=catalog.movements[prepared.lift].name if prepared.lift else "",
        opening=prepared.opening,
        unit=prepared.unit,
        estimated=prepared.estimated,
        standards=tuple(_standard(each, catalog) for each in prepared.standards),
        steps=tuple(_steps(each, catalog) for each in prepared.steps),
        swaps=tuple(_swap(each, catalog) for each in prepared.swaps if _on_the_shelf(each, catalog)),
        kit_cost=prepared.kit_cost,
        shoes=prepared.shoes,
        short=tuple(catalog.demands[motion].name for motion in prepared.short),
        limits=prepared.limits,
        barred=prepared.barred,
    )


def _standard(standard: Standard, catalog: Catalog) -> StandardFor:
    return StandardFor(
        position=catalog.positions[standard.position].name,
        motion=catalog.demands[standard.motion].name,
        movement=catalog.movements[standard.movement].name,
        least_deg=standard.least_deg,
        has_deg=standard.has_deg,
        in_hand_deg=standard.in_hand_deg,
        enough=standard.enough,
        measured=standard.measured,
    )


def _steps(steps: Steps, catalog: Catalog) -> StepsFor:
    return StepsFor(
        movement=catalog.movements[steps.movement].name,
        lane_m=steps.lane_m,
        longest_m=steps.longest_m,
        steps=steps.steps,
        opened_deg=steps.opened_deg,
        fewer=steps.fewer,
    )


def _on_the_shelf(swap: KitSwap, catalog: Catalog) -> bool:
    drills = (swap.instead_of, *((swap.drill,) if swap.drill else ()))
    return all(drill in catalog.drills for drill in drills)


def _swap(swap: KitSwap, catalog: Catalog) -> SwapFor:
    return SwapFor(
        instead_of=catalog.drills[swap.instead_of].name,
        drill=catalog.drills[swap.drill].name if swap.drill else None,
        missing=tuple(catalog.kit[kit].name for kit in swap.missing if kit in catalog.kit),
    )


def _drill_names(drills: Sequence[str], catalog: Catalog) -> tuple[str, ...]:
    return tuple(catalog.drills[drill].name for drill in drills if drill in catalog.drills)


def crowds_of(lines: Sequence[Line], heads: int | None) -> tuple[Crowd, ...]:
    """Times at which more athletes prepare at once than there is room for."""
    if not heads:
        return ()
    edges: list[tuple[int, int]] = []
    for line in lines:
        for block in line.blocks:
            if block.drills or block.sets:
                edges += [(block.starts_at, 1), (block.ends_at, -1)]
    found: list[Crowd] = []
    there, begins, most = 0, 0, 0
    for at, step in sorted(edges):
        before, there = there, there + step
        if before <= heads < there:
            begins, most = at, there
        elif there > heads:
            most = max(most, there)
        elif before > heads >= there and at > begins:
            found.append(Crowd(starts_at=begins, ends_at=at, athletes=most, heads=heads))
    return tuple(found)
