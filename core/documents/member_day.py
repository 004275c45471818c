"""member-day: one athlete's day as they have it on their phone. A link shows it, so it holds what is done and
when, and nothing of a body that the doing does not need."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from core.catalog import Catalog
from core.day.before import Spot
from core.day.line import Block, BlockKind, ForHeat, Line
from core.day.prepared import Prepared
from core.demand import Person
from core.demand.people import cautions_of
from core.documents.base import Document, Share
from core.documents.day import BLOCK_NAMES, DaySet, set_documents
from core.documents.picture import figure_of
from core.documents.plan import item_documents
from core.hazards import Cautions, hazards_of_movement

MOST_POSITIONS = 5
ASK_YOUR_COACH = (
    "Part of this is not for you as written; your coach has told you, or will, what you do instead."
)


class StepDrill(Document):
    """A drill of a stretch, with all that doing it needs."""

    drill: str
    figure: str
    name: str
    starts_at: int
    seconds: int
    dose_words: str
    cues: tuple[str, ...]
    kit_names: tuple[str, ...]


class DayBlock(Document):
    """A stretch of the day. fetch: what to have at hand for it."""

    kind: BlockKind
    name: str
    starts_at: int
    ends_at: int
    heat: str
    drills: tuple[StepDrill, ...]
    sets: tuple[DaySet, ...]
    fetch: tuple[str, ...]


class HeldPosition(Document):
    """A position that decides repetitions: what held and what failed is asked of it afterwards."""

    position: str
    name: str


class DayHeat(Document):
    """A start. said: sentences on what to know before it."""

    heat: str
    event: str
    title: str
    lane: int | None
    division: str
    starts_at: int
    ends_at: int
    check_in_at: int
    ready: Share
    lift: str
    movement: str
    opening: float
    unit: str
    said: tuple[str, ...]
    positions: tuple[HeldPosition, ...]


class DaySpot(Document):
    """Work on one range the day before."""

    name: str
    drill: str
    figure: str
    drill_name: str
    dose_words: str
    rounds: int
    seconds: int
    cues: tuple[str, ...]


class MemberDay(Document):
    """An athlete's day."""

    blocks: tuple[DayBlock, ...]
    heats: tuple[DayHeat, ...]
    before: tuple[DaySpot, ...]
    pack: tuple[str, ...]


def member_day(
    line: Line,
    prepared: Mapping[str, Prepared],
    spots: Sequence[Spot],
    pack: Sequence[str],
    titles: Mapping[str, str],
    person: Person,
    catalog: Catalog,
) -> MemberDay:
    """The document of one athlete's day. prepared: by event."""
    cautions = cautions_of(person, catalog)
    return MemberDay(
        blocks=tuple(_block(block, cautions, catalog) for block in line.blocks),
        heats=tuple(
            _heat(one, prepared[one.event], titles, catalog) for one in line.heats if one.event in prepared
        ),
        before=tuple(_spot(spot, catalog) for spot in spots),
        pack=tuple(pack),
    )


def _block(block: Block, cautions: Cautions, catalog: Catalog) -> DayBlock:
    items = item_documents([one.drill.item for one in block.drills], catalog, cautions)
    drills = tuple(
        StepDrill(
            drill=item.drill,
            figure=item.figure,
            name=item.name,
            starts_at=placed.starts_at,
            seconds=placed.seconds,
            dose_words=item.dose_words,
            cues=item.cues,
            kit_names=item.kit_names,
        )
        for item, placed in zip(items, block.drills, strict=True)
    )
    fetch = dict.fromkeys(name for drill in drills for name in drill.kit_names)
    return DayBlock(
        kind=block.kind,
        name=BLOCK_NAMES[block.kind],
        starts_at=block.starts_at,
        ends_at=block.ends_at,
        heat=block.heat,
        drills=drills,
        sets=set_documents(block),
        fetch=tuple(fetch),
    )


def _heat(one: ForHeat, prepared: Prepared, titles: Mapping[str, str], catalog: Catalog) -> DayHeat:
    steps = [
        f"{step.steps} steps a lane: each about {step.step_m:.2f} m, torso up." for step in prepared.steps
    ]
    positions = dict.fromkeys(standard.position for standard in prepared.standards)
    return DayHeat(
        heat=one.heat,
        event=one.event,
        title=titles.get(one.event, one.event),
        lane=one.lane,
        division=one.division or "",
        starts_at=one.starts_at,
        ends_at=one.ends_at,
        check_in_at=one.check_in_at,
        ready=one.overall,
        lift=catalog.movements[prepared.lift].name if prepared.lift else "",
        movement=prepared.lift,
        opening=prepared.opening,
        unit=prepared.unit,
        said=(
            *(f"{says[0].upper()}{says[1:]}." for says in prepared.shoes),
            *steps,
            *((ASK_YOUR_COACH,) if prepared.barred else ()),
            *(("There is not enough time for this weight: lift less.",) if one.missed else ()),
        ),
        positions=tuple(
            HeldPosition(position=position, name=catalog.positions[position].name)
            for position in list(positions)[:MOST_POSITIONS]
        ),
    )


def _spot(spot: Spot, catalog: Catalog) -> DaySpot:
    seated = spot.seated and spot.drill.seated
    return DaySpot(
        name=catalog.demands[spot.motion].plain or catalog.demands[spot.motion].name,
        drill=spot.drill.id,
        figure=figure_of(spot.drill.id, catalog, bool(seated)),
        drill_name=spot.drill.name,
        dose_words=spot.dose_words,
        rounds=spot.rounds,
        seconds=spot.seconds,
        cues=(spot.drill.seated,) if seated and spot.drill.seated else spot.drill.cues,
    )


def day_since(page: Mapping[str, Any], person: Person, catalog: Catalog) -> dict[str, Any]:
    """A stored day as this person may see it now: drills and ways up that their cautions have come to
    forbid are taken out and named; nothing is put in their place."""
    cautions = cautions_of(person, catalog)
    taken: dict[str, None] = {}
    barred = {
        heat["heat"]
        for heat in page["heats"]
        if heat["movement"] in catalog.movements
        and cautions.stop_movement(hazards_of_movement(heat["movement"], catalog, 1.0))
    }

    def may(drill: str, name: str) -> bool:
        row = catalog.drills.get(drill)
        if row is None:
            return False
        if cautions.stop(row, catalog) or (cautions.seated and row.seated is None):
            taken[name] = None
            return False
        return True

    blocks = []
    for block in page["blocks"]:
        drills = [one for one in block["drills"] if may(one["drill"], one["name"])]
        sets = block["sets"]
        if sets and block["heat"] in barred:
            taken[block["name"]] = None
            sets = []
        blocks.append({**block, "drills": drills, "sets": sets})
    before = [one for one in page["before"] if may(one["drill"], one["drill_name"])]
    return {**page, "blocks": blocks, "before": before, "taken_out": list(taken)}
