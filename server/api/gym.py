"""What the gym has: kit, floor, bars and plates."""

from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field

from core.catalog import load_catalog
from core.prep.plates import BARS, KG_PAIRS, LB_PAIRS
from server.api.access import coach
from server.gym.actions import SPACES, set_place

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
def place(request: HttpRequest):
    """Kit, floor and rack as written down."""
    gym = coach(request).gym
    pieces, rack = gym.kit_pieces(), gym.rack_value()
    return {
        "kit": [
            {"id": row.id, "name": row.name, "pieces": pieces.get(row.id, 0)}
            for row in load_catalog().kit.values()
        ],
        "spaces": list(SPACES),
        "places": gym.places,
        "rack": {"unit": rack.unit, "bars": list(rack.bars), "pairs": _pairs(rack.pairs)},
        "usual": [
            {"unit": unit, "bars": list(BARS[unit]), "pairs": _pairs(pairs.items())}
            for unit, pairs in (("kg", KG_PAIRS), ("lb", LB_PAIRS))
        ],
    }


@router.put("/place", response=PlaceOut)
def change_place(request: HttpRequest, payload: PlaceIn):
    """Write it down anew; nothing is saved unless all of it can be."""
    person = coach(request)
    set_place(
        person.gym,
        person,
        payload.kit,
        payload.places,
        payload.rack.unit,
        payload.rack.bars,
        [(one.plate, one.pairs) for one in payload.rack.pairs],
    )
    return place(request)


def _pairs(rows) -> list[dict]:
    return [{"plate": plate, "pairs": pairs} for plate, pairs in rows]
