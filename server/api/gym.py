"""What the gym has: kit, floor, bars and plates."""

from collections.abc import Iterable
from typing import Any

from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field

from core.catalog import load_catalog
from core.prep.plates import BARS, KG_PAIRS, LB_PAIRS
from server.api.access import coach
from server.api.problems import stale_problem
from server.api.schemas import RowVersion
from server.gym.actions import SPACES, set_place
from server.gym.models import Gym
from server.versions import Stale

router = Router(tags=["gym"])


class KitCount(Schema):
    id: str
    name: str
    pieces: int


class Pairs(Schema):
    plate: float
    pairs: int


class Plates(Schema):
    """One platform: bars (men's, women's) and pairs of plates, all in ``unit``."""

    unit: str = Field(max_length=2)
    bars: list[float]
    pairs: list[Pairs] = Field(max_length=30)


class PlaceOut(Schema):
    """places: people a kind of space holds; one that is missing has no limit."""

    kit: list[KitCount]
    spaces: list[str]
    places: dict[str, int]
    rack: Plates
    usual: list[Plates]
    version: int


class PlaceIn(Schema):
    """version: of what was changed."""

    kit: dict[str, int]
    places: dict[str, int]
    rack: Plates
    version: RowVersion


class StalePlace(Schema):
    """A problem (RFC 9457): what is written down now, and what was given and not saved."""

    title: str
    status: int
    detail: str
    stands: PlaceOut
    given: dict[str, Any]


@router.get("/place", response=PlaceOut)
def place(request: HttpRequest) -> PlaceOut:
    """Kit, floor and rack as written down."""
    return _place(coach(request).gym)


@router.put("/place", response={200: PlaceOut, 409: StalePlace})
def change_place(request: HttpRequest, payload: PlaceIn) -> PlaceOut:
    """Write it down anew; nothing is saved unless all of it can be, and nobody else changed it meanwhile."""
    person = coach(request)
    rack = payload.rack
    pairs = [(size.plate, size.pairs) for size in rack.pairs]
    try:
        set_place(
            person.gym, person, payload.version, payload.kit, payload.places, rack.unit, rack.bars, pairs
        )
    except Stale as stale:
        person.gym.refresh_from_db()
        raise stale_problem(stale, _place(person.gym), payload.dict()) from stale
    return _place(person.gym)


def _place(gym: Gym) -> PlaceOut:
    pieces, rack = gym.kit_pieces(), gym.rack_value()
    kit = load_catalog().kit.values()
    usual = {"kg": KG_PAIRS, "lb": LB_PAIRS}
    return PlaceOut(
        kit=[KitCount(id=row.id, name=row.name, pieces=pieces.get(row.id, 0)) for row in kit],
        spaces=list(SPACES),
        places=gym.places,
        rack=_plates(rack.unit, rack.bars, rack.pairs),
        version=gym.place_version,
        usual=[_plates(unit, BARS[unit], pairs.items()) for unit, pairs in usual.items()],
    )


def _plates(unit: str, bars: Iterable[float], pairs: Iterable[tuple[float, int]]) -> Plates:
    rows = [Pairs(plate=plate, pairs=count) for plate, count in pairs]
    return Plates(unit=unit, bars=list(bars), pairs=rows)
