"""What the gym has: kit, floor, bars and plates."""

from collections.abc import Iterable

from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field

from core.catalog import load_catalog
from core.prep.plates import BARS, KG_PAIRS, LB_PAIRS
from server.api.access import coach
from server.gym.actions import SPACES, set_place
from server.gym.models import Gym

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


class PlaceIn(Schema):
    kit: dict[str, int]
    places: dict[str, int]
    rack: Plates


@router.get("/place", response=PlaceOut)
def place(request: HttpRequest) -> PlaceOut:
    """Kit, floor and rack as written down."""
    return _place(coach(request).gym)


@router.put("/place", response=PlaceOut)
def change_place(request: HttpRequest, payload: PlaceIn) -> PlaceOut:
    """Write it down anew; nothing is saved unless all of it can be."""
    person = coach(request)
    rack = payload.rack
    pairs = [(size.plate, size.pairs) for size in rack.pairs]
    set_place(person.gym, person, payload.kit, payload.places, rack.unit, rack.bars, pairs)
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
        usual=[_plates(unit, BARS[unit], pairs.items()) for unit, pairs in usual.items()],
    )


def _plates(unit: str, bars: Iterable[float], pairs: Iterable[tuple[float, int]]) -> Plates:
    rows = [Pairs(plate=plate, pairs=count) for plate, count in pairs]
    return Plates(unit=unit, bars=list(bars), pairs=rows)
