"""events: an event sheet as read, and what each event asks of each division."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from core.catalog import Catalog
from core.catalog.rows import Kind
from core.day import values as value
from core.day.asks import DivisionAsks, division_asks, duration_s
from core.documents.base import Document, Metres, Share

MOST_DEMANDS = 8


class Fault(Document):
    """Something that cannot be used as it stands, at its place; way: what can be done."""

    kind: value.FaultKind
    says: str
    way: str
    line: int
    text: str
    heat: str
    athlete: str
    candidates: tuple[str, ...]


class Said(Document):
    """A sentence of the sheet."""

    line: int
    text: str


class AskedDemand(Document):
    """What a division asks of one demand."""

    id: str
    name: str
    kind: Kind
    score: Share


class Later(Document):
    """What limits an event, and the later ones that need it again."""

    limit: str
    events: tuple[str, ...]


class DivisionOfEvent(Document):
    """One division of an event: its lines as written and what they ask most of all. only: demands that the
    text as written does not have among its own, or has much less of."""

    division: str
    lines: tuple[str, ...]
    demands: tuple[AskedDemand, ...]
    limits: tuple[str, ...]
    only: tuple[str, ...]


class Event(Document):
    """An event as read."""

    number: str
    title: str
    name: str
    line: int
    text: str
    standards: tuple[Said, ...]
    floor: tuple[Said, ...]
    tie_break: tuple[Said, ...]
    kit: tuple[Said, ...]
    notes: tuple[Said, ...]
    lane_m: Metres | None
    team: int
    cap_s: int | None
    window_s: int | None
    duration_s: int
    divisions: tuple[DivisionOfEvent, ...]
    later: tuple[Later, ...]


class Venue(Document):
    """What the sheet says of the warm-up area; kit by name, null where it says nothing of kit."""

    kit: dict[str, int] | None
    kit_ids: dict[str, int] | None
    racks: int | None
    heads: int | None
    said: tuple[Said, ...]


class EventSheet(Document):
    """The sheet as read."""

    title: str
    events: tuple[Event, ...]
    venue: Venue
    notes: tuple[Said, ...]
    faults: tuple[Fault, ...]
    divisions: tuple[str, ...]


def sheet_document(sheet: value.EventSheet, text: str, catalog: Catalog) -> EventSheet:
    """The document of a sheet; text: as written."""
    lines = text.splitlines()
    divided = {event.number: _divisions(event, catalog) for event in sheet.events}
    events = []
    for place, event in enumerate(sheet.events):
        after = sheet.events[place + 1 :]
        events.append(
            Event(
                number=event.number,
                title=event.title,
                name=event.name,
                line=event.line,
                text=event.text,
                standards=_said(event.standards),
                floor=_said(event.floor),
                tie_break=_said(event.tie_break),
                kit=_said(event.kit),
                notes=_said(event.notes),
                lane_m=event.lane_m,
                team=event.team,
                cap_s=event.cap_s,
                window_s=event.window_s,
                duration_s=duration_s(event, None, catalog),
                divisions=tuple(
                    _division(asks, divided[event.number], lines, catalog) for asks in divided[event.number]
                ),
                later=_later(divided[event.number], after, divided),
            )
        )
    kit = sheet.venue.kit
    return EventSheet(
        title=sheet.title,
        events=tuple(events),
        venue=Venue(
            kit={catalog.kit[item].name: count for item, count in kit.items()} if kit is not None else None,
            kit_ids=dict(kit) if kit is not None else None,
            racks=sheet.venue.racks,
            heads=sheet.venue.heads,
            said=_said(sheet.venue.said),
        ),
        notes=_said(sheet.notes),
        faults=fault_documents(sheet.faults),
        divisions=sheet.divisions,
    )


def fault_documents(faults: Sequence[value.Fault]) -> tuple[Fault, ...]:
    """Faults as documents."""
    return tuple(Fault.of(fault) for fault in faults)


def _said(said: Sequence[value.Said]) -> tuple[Said, ...]:
    return tuple(Said(line=one.line, text=one.text) for one in said)


def _divisions(event: value.Event, catalog: Catalog) -> tuple[DivisionAsks, ...]:
    named = dict.fromkeys(("rx", *event.workout.divisions))
    return tuple(division_asks(event, division, catalog) for division in named)


APART = 1.5  # times as much of a demand, from which a division is said to ask it more; estimate


def _division(
    asks: DivisionAsks, every: Sequence[DivisionAsks], lines: Sequence[str], catalog: Catalog
) -> DivisionOfEvent:
    first = every[0]
    top = asks.profile.demands[:MOST_DEMANDS]
    only = [one.id for one in top if asks is not first and one.score > APART * first.profile.score(one.id)]
    return DivisionOfEvent(
        division=asks.division,
        lines=tuple(lines[line - 1].strip(" -*•") for line in asks.lines),
        demands=tuple(
            AskedDemand(id=one.id, name=catalog.demands[one.id].name, kind=one.kind, score=one.score)
            for one in top
        ),
        limits=asks.limits,
        only=tuple(only),
    )


def _later(
    asks: Sequence[DivisionAsks],
    after: Sequence[value.Event],
    divided: Mapping[str, Sequence[DivisionAsks]],
) -> tuple[Later, ...]:
    limits = dict.fromkeys(limit for one in asks for limit in one.limits)
    return tuple(
        Later(
            limit=limit,
            events=tuple(
                event.title for event in after if any(limit in one.limits for one in divided[event.number])
            ),
        )
        for limit in limits
    )
