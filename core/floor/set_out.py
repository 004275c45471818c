"""What to put where before the class comes: kit for every drill, plates beside every bar, and whether it all
fits on the floor."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from typing import NamedTuple

from core.catalog import Catalog
from core.catalog.rows import Drill
from core.documents.base import Document
from core.floor.room import GymPlan, Layout, Room, Zone, lay_stations, room_of
from core.floor.values import Lifter, Order

PLACES: dict[Zone, str] = {
    "open": "on the open floor",
    "rack": "at the racks",
    "rig": "at the rig",
    "wall": "along the wall",
}
STANDS = frozenset({"wall", "doorway", "rack", "pull-up-bar", "machine"})  # what is where it is already
ANCHORED = frozenset({"band", "band-heavy"})
BAR, STATION = "barbell", "station "
AN_ANCHOR = 2  # bands on one upright; common practice


class SetLine(Document):
    """One thing to put somewhere. key: names it for ticking off, as long as it stays the same thing; uses:
    the drills it is for."""

    key: str
    where: str
    what: str
    count: int
    more: str
    uses: tuple[str, ...]


class NoRoom(Document):
    """A drill that the floor does not hold, in square metres, and ways out of it."""

    drill: str
    name: str
    needs_m2: float
    has_m2: float
    says: str
    ways_out: tuple[str, ...]


class Clear(Document):
    """Room that has to stay free round everybody in a drill."""

    name: str
    radius_m: float
    why: str


class SetOut(Document):
    """All of it. layout: stations on the gym's plan, None where it has none or nobody rotates."""

    lines: tuple[SetLine, ...]
    clashes: tuple[NoRoom, ...]
    clear: tuple[Clear, ...]
    layout: Layout | None
    stations: tuple[str, ...]


class _Use(NamedTuple):
    """A drill at a place, and how many do it at once."""

    drill: Drill
    name: str
    kit: tuple[str, ...]
    at_once: int
    where: str


def set_out(
    order: Order, kit_of: Mapping[str, Sequence[str]], heads: int, plan: GymPlan, catalog: Catalog
) -> SetOut:
    """What to set out. kit_of: drill -> the kit really used, as its page says; heads: who comes."""
    uses = list(_uses(order, kit_of, heads, catalog))
    rooms = {use.name: room_of(use.drill) for use in uses}
    stations = [use for use in uses if use.where.startswith(STATION)]
    bars = tuple(_bar_lines(order))
    layout = None
    if stations and plan.pieces:
        layout = lay_stations(plan, [rooms[use.name] for use in stations], [use.at_once for use in stations])
    return SetOut(
        lines=(*_kit_lines(uses, _platforms(order), catalog), *bars),
        clashes=tuple(_clashes(uses, rooms, plan, bool(stations))),
        clear=tuple(
            Clear(name=name, radius_m=room.radius_m, why=room.why)
            for name, room in rooms.items()
            if room.radius_m
        ),
        layout=layout,
        stations=tuple(use.name for use in stations),
    )


def _uses(order: Order, kit_of: Mapping[str, Sequence[str]], heads: int, catalog: Catalog) -> Iterator[_Use]:
    """Every drill of the order once, with who does it at the same time."""
    turning = {at.item for go in order.gos for at in go.stations}
    waves = {go.item: go.waves for go in order.gos if go.item is not None and go.kind == "drill"}
    group = max((len(group) for group in order.groups), default=1)
    places = sorted(turning)
    for place, item in enumerate(order.items):
        drill = catalog.drills.get(item.drill)
        if drill is None or (place not in turning and place not in waves):
            continue
        at_once = group if place in turning else math.ceil(max(1, heads) / waves[place])
        where = f"{STATION}{places.index(place) + 1}" if place in turning else PLACES[room_of(drill).zone]
        yield _Use(drill, item.name, tuple(kit_of.get(item.drill, tuple(drill.kit))), at_once, where)


def _kit_lines(uses: Sequence[_Use], bars: int, catalog: Catalog) -> Iterator[SetLine]:
    """One line for each thing at each place: as many as the drill that takes most of it. bars: that stand on
    platforms anyway."""
    most: dict[tuple[str, str], int] = {}
    names: dict[tuple[str, str], list[str]] = {}
    for use in uses:
        for piece, each in _pieces(use):
            if piece in STANDS:
                continue
            key = (use.where, piece)
            most[key] = max(most.get(key, 0), math.ceil(each * use.at_once - 1e-9))
            if use.name not in names.setdefault(key, []):
                names[key].append(use.name)
    for (where, piece), count in sorted(most.items(), key=lambda line: (_number(line[0][0]), line[0])):
        anchors = math.ceil(count / AN_ANCHOR)
        more = f"{AN_ANCHOR} to an upright, {anchors} uprights" if piece in ANCHORED else ""
        if piece == BAR and bars and not where.startswith(STATION):
            count, more = count - bars, f"beside the {bars} on the platforms"
        if count <= 0:
            continue
        yield SetLine(
            key=f"{where}:{piece}"[:80],
            where=where,
            what=catalog.kit[piece].name if piece in catalog.kit else piece,
            count=count,
            more=more,
            uses=tuple(names[where, piece]),
        )


def _number(where: str) -> int:
    """Of a station; 0 for another place."""
    return int(where.removeprefix(STATION)) if where.startswith(STATION) else 0


def _pieces(use: _Use) -> Iterator[tuple[str, float]]:
    """Kit really used, and pieces a person; a piece that stands in for another counts like it."""
    shares = list(use.drill.kit.values())
    for place, piece in enumerate(use.kit):
        yield piece, use.drill.kit.get(piece, shares[place] if place < len(shares) else 1.0)


def _bar_lines(order: Order) -> Iterator[SetLine]:
    """Each bar with whose it is and all plates that its lifters will want on one end, both counted."""
    names = {member.id: member.name for member in order.members}
    numbers: Counter[str] = Counter()  # the same platforms serve the next lift
    for bar in order.bars:
        lifters = [order.lifters[place] for place in bar.lifters]
        if not any(lifter.sets for lifter in lifters):
            continue
        lift = lifters[0].movement
        numbers[lift] += 1
        number = numbers[lift]
        unit = lifters[0].sets[0].unit if lifters[0].sets else "kg"
        plates = plates_for(lifters)
        said = ", ".join(f"{2 * count} x {size:g}" for size, count in sorted(plates.items(), reverse=True))
        yield SetLine(
            key=f"bar {number} {lift}"[:80],
            where="on the platforms",
            what=f"Platform {number}, {lifters[0].name}: bar of {lifters[0].bar:g} {unit}",
            count=1,
            more=f"plates: {said}" if said else "no plates",
            uses=tuple(names[lifter.member] for lifter in lifters if lifter.member in names),
        )


def _platforms(order: Order) -> int:
    """Bars that stand on platforms: as many as the lift with most takes."""
    lifts = Counter(order.lifters[bar.lifters[0]].movement for bar in order.bars)
    return max(lifts.values(), default=0)


def plates_for(lifters: Sequence[Lifter]) -> Counter[float]:
    """Plates of each size that one end of a shared bar takes at most, over all sets of all lifters."""
    most: Counter[float] = Counter()
    for lifter in lifters:
        for step in lifter.sets:
            most |= Counter(step.plates)
    return most


def _clashes(
    uses: Sequence[_Use], rooms: Mapping[str, Room], plan: GymPlan, stations: bool
) -> Iterator[NoRoom]:
    """Drills of the open floor that do not fit it; at stations all of them stand there at once."""
    has_m2 = plan.open_m2
    if not has_m2:
        return
    open_uses = [use for use in uses if rooms[use.name].zone == "open"]
    if stations:
        turning = [use for use in open_uses if use.where.startswith(STATION)]
        needs_m2 = sum(rooms[use.name].area_m2 * use.at_once for use in turning)
        if needs_m2 > has_m2:
            largest = max(turning, key=lambda use: rooms[use.name].area_m2 * use.at_once)
            yield NoRoom(
                drill=largest.drill.id,
                name="The stations together",
                needs_m2=round(needs_m2, 1),
                has_m2=round(has_m2, 1),
                says=f"All stations take {needs_m2:.0f} m2 of {has_m2:.0f}.",
                ways_out=(
                    f"Swap {largest.name} on the Bench: it takes most.",
                    "Move a station outside, or to the racks.",
                ),
            )
    for use in open_uses:
        room = rooms[use.name]
        needs_m2 = room.area_m2 * use.at_once
        if use.where.startswith(STATION) or needs_m2 <= has_m2:
            continue
        parts = math.ceil(needs_m2 / has_m2)
        out = [f"Swap {use.name} on the Bench for one on the spot."]
        if parts == 2:
            out.insert(0, f"Run it in two halves: {needs_m2 / 2:.0f} m2 at a time.")
        yield NoRoom(
            drill=use.drill.id,
            name=use.name,
            needs_m2=round(needs_m2, 1),
            has_m2=round(has_m2, 1),
            says=f"{use.at_once} people take {needs_m2:.0f} m2 of {has_m2:.0f}.",
            ways_out=tuple(out),
        )
