"""The room a drill takes, and the gym's own plan: does everybody fit, and where do stations stand.

Limitations: areas are for people side by side who keep to their place, or follow each other in a lane.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from itertools import pairwise
from typing import Annotated, Literal, NamedTuple

from pydantic import Field

from core.catalog.rows import Drill, Space
from core.documents.base import Document

Zone = Literal["open", "rack", "rig", "wall"]
# square metres one person takes; estimates, after how gyms mark their floors
AREA_M2: dict[Space, float] = {"spot": 2.3, "mat": 2.6, "bar": 6.0, "lane": 5.0, "wall": 2.3}
# metres round a person that have to be free, whatever they stand on; common practice
SWING_M, THROW_M, HANG_M, ROPE_M = 2.0, 3.0, 1.5, 1.4
SWINGS = frozenset({"kettlebell-swing", "single-arm-swing", "dumbbell-swing", "kettlebell-snatch"})
HANGING = frozenset({"pull-up-bar", "rings"})
BENEATH = frozenset({"rack", "barbell"})
GRID_M = 0.5  # a plan's lines; pieces snap to them
MOST_M, MOST_PIECES = 60.0, 60
IMPROVE_ROUNDS = 40

Metre = Annotated[float, Field(ge=0, le=MOST_M)]
Long = Annotated[float, Field(ge=GRID_M, le=MOST_M)]


class Piece(Document):
    """A rectangle of the plan, metres from its left and upper corner."""

    kind: Zone
    x: Metre
    y: Metre
    width: Long
    depth: Long
    name: Annotated[str, Field(max_length=40)] = ""

    @property
    def area_m2(self) -> float:
        return self.width * self.depth

    @property
    def middle(self) -> tuple[float, float]:
        return self.x + self.width / 2, self.y + self.depth / 2


class GymPlan(Document):
    """The gym from above. Empty where nobody drew it."""

    width: Long = 12.0
    depth: Long = 10.0
    pieces: Annotated[tuple[Piece, ...], Field(max_length=MOST_PIECES)] = ()

    @property
    def open_m2(self) -> float:
        """Free floor, square metres."""
        return sum(piece.area_m2 for piece in self.pieces if piece.kind == "open")


class Room(NamedTuple):
    """What one person takes of the floor. radius_m: that has to be clear round them, with ``why``."""

    area_m2: float
    radius_m: float
    why: str
    zone: Zone


def room_of(drill: Drill) -> Room:
    """The room a drill takes for one person."""
    radius_m, why = _radius(drill)
    area_m2 = max(AREA_M2[drill.space], math.pi * radius_m**2 / 2 if radius_m else 0.0)
    return Room(round(area_m2, 1), radius_m, why, zone_of(drill))


def _radius(drill: Drill) -> tuple[float, str]:
    if drill.style == "throw" and "medicine-ball" in drill.kit:
        return THROW_M, "a ball is thrown"
    if SWINGS & set(drill.rehearses):
        return SWING_M, "a weight swings"
    if drill.level == "hanging" or HANGING & set(drill.kit):
        return HANG_M, "somebody hangs and swings"
    if "jump-rope" in drill.kit:
        return ROPE_M, "a rope turns"
    return 0.0, ""


def zone_of(drill: Drill) -> Zone:
    """Where a drill is done."""
    if drill.level == "hanging" or HANGING & set(drill.kit):
        return "rig"
    if drill.space == "wall" or "wall" in drill.kit or "doorway" in drill.kit:
        return "wall"
    return "rack" if BENEATH & set(drill.kit) else "open"


class Laid(Document):
    """A station on the plan, metres. piece: which rectangle it stands in."""

    station: int
    x: float
    y: float
    piece: int


class Layout(Document):
    """Stations on the plan, and the metres everybody walks on a whole round. left: stations that found no
    place of their kind."""

    laid: tuple[Laid, ...]
    walk_m: float
    left: tuple[int, ...]


class _Spot(NamedTuple):
    x: float
    y: float
    piece: int
    zone: Zone


def lay_stations(plan: GymPlan, rooms: Sequence[Room], heads: Sequence[int]) -> Layout:
    """Stations in their order on the plan, each where its kind is done and its people fit, so that a round is
    a short walk: the nearest free place after the one before, then places exchanged as long as that helps."""
    spots = [_spots(plan, room, most) for room, most in zip(rooms, heads, strict=True)]
    chosen: dict[int, _Spot] = {}
    for station, able in enumerate(spots):
        free = [spot for spot in able if not _taken(spot, chosen.values(), rooms[station])]
        if not free:  # where its kind is full, there may be open floor
            anywhere = _spots(plan, rooms[station]._replace(zone="open"), heads[station])
            free = [spot for spot in anywhere if not _taken(spot, chosen.values(), rooms[station])]
        if free:
            last = chosen.get(station - 1)
            chosen[station] = min(
                free, key=lambda spot: (_apart(last, spot) if last else 0.0, spot.y, spot.x)
            )
    _improve(chosen, spots)
    laid = [Laid(station=at, x=spot.x, y=spot.y, piece=spot.piece) for at, spot in sorted(chosen.items())]
    left = tuple(at for at in range(len(rooms)) if at not in chosen)
    return Layout(laid=tuple(laid), walk_m=round(walk_m([chosen[at] for at in sorted(chosen)]), 1), left=left)


def _spots(plan: GymPlan, room: Room, heads: int) -> list[_Spot]:
    """Middles of the places a station could have, on a grid inside every piece of its kind; of the open floor
    where there is none of its kind."""
    side = max(GRID_M, math.sqrt(room.area_m2 * max(1, heads)))
    kinds = [number for number, piece in enumerate(plan.pieces) if piece.kind == room.zone]
    kinds = kinds or [number for number, piece in enumerate(plan.pieces) if piece.kind == "open"]
    spots: list[_Spot] = []
    for number in kinds:
        piece = plan.pieces[number]
        across, down = max(1, int(piece.width / side)), max(1, int(piece.depth / side))
        for row in range(down):
            for column in range(across):
                x = piece.x + piece.width * (column + 0.5) / across
                y = piece.y + piece.depth * (row + 0.5) / down
                spots.append(_Spot(round(x, 2), round(y, 2), number, piece.kind))
    return spots


def _taken(spot: _Spot, others: Iterable[_Spot], room: Room) -> bool:
    """Whether a place is another one's: nearer than half of what a station takes, or its clear radius."""
    least_m = max(math.sqrt(room.area_m2) / 2, room.radius_m if room.zone != "rig" else GRID_M)
    return any(_apart(spot, other) < least_m for other in others)


def _apart(one: _Spot, other: _Spot) -> float:
    return math.hypot(one.x - other.x, one.y - other.y)


def walk_m(spots: Sequence[_Spot]) -> float:
    """Metres of a round: from each to the next, and from the last to the first."""
    if len(spots) < 2:
        return 0.0
    return sum(_apart(one, other) for one, other in pairwise([*spots, spots[0]]))


def _improve(chosen: dict[int, _Spot], spots: Sequence[Sequence[_Spot]]) -> None:
    """Exchange two stations' places where both may stand in the other's and the round gets shorter."""
    order = sorted(chosen)
    for _ in range(IMPROVE_ROUNDS):
        best = walk_m([chosen[at] for at in order])
        swap: tuple[int, int] | None = None
        for first in order:
            for second in order:
                if first >= second or not _may_swap(first, second, chosen, spots):
                    continue
                tried = {**chosen, first: chosen[second], second: chosen[first]}
                length = walk_m([tried[at] for at in order])
                if length < best - 1e-9:
                    best, swap = length, (first, second)
        if swap is None:
            return
        chosen[swap[0]], chosen[swap[1]] = chosen[swap[1]], chosen[swap[0]]


def _may_swap(first: int, second: int, chosen: dict[int, _Spot], spots: Sequence[Sequence[_Spot]]) -> bool:
    zones = ({spot.zone for spot in spots[at]} for at in (first, second))
    theirs, others = zones
    return chosen[second].zone in theirs and chosen[first].zone in others
