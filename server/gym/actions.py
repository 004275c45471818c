"""What a gym has to work with: kit, one platform's bars and plates, and how many people its floor holds."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import get_args

from django.db import transaction

from core.catalog import load_catalog
from core.catalog.rows import Space
from core.errors import Refused
from core.prep.plates import BARS
from server.gym.models import Gym, KitItem
from server.people.models import Person
from server.versions import check_version

MOST_PIECES = 500
MOST_PAIRS, MOST_SIZES = 20, 12  # of one plate, and of different ones, on a platform
PLATE_STEP = 0.25  # the lightest plates made, kg or lb
HEAVIEST_PLATE, HEAVIEST_BAR = 100, 60  # kg or lb
SPACES = tuple(space for space in get_args(Space) if space != "spot")  # a spot to stand is never short


class NotPossible(Refused):
    """Something a gym cannot have; ``field`` names it."""


@transaction.atomic
def set_place(
    gym: Gym,
    by: Person,
    made_on: int,
    kit: Mapping[str, int],
    places: Mapping[str, int],
    unit: str,
    bars: Sequence[float],
    pairs: Sequence[tuple[float, int]],
) -> None:
    """Write down kit pieces, people per kind of space (left out: no limit), and one platform's bars and pairs
    of plates.

    Raises NotPossible naming what cannot be, Stale when it changed after version ``made_on``, and
    PermissionError for anyone but a coach of the gym. Nothing is saved unless all is.
    """
    if not by.coaches_in(gym.pk):
        raise PermissionError("Only a coach of this gym can change its kit.")
    _check_kit(kit)
    _check_places(places)
    _check_rack(unit, bars, pairs)
    gym.refresh_from_db(from_queryset=Gym.objects.select_for_update())
    check_version("What the gym has", gym.place_version, made_on)
    gym.kit.all().delete()
    KitItem.objects.bulk_create(
        KitItem(gym=gym, item=item, pieces=pieces) for item, pieces in kit.items() if pieces
    )
    gym.places = dict(places)
    heaviest_first = sorted(pairs, reverse=True)
    gym.rack = {
        "unit": unit,
        "bars": list(bars),
        "pairs": [[size, count] for size, count in heaviest_first if count],
    }
    gym.place_version += 1
    gym.save(update_fields=["places", "rack", "place_version"])


def _check_kit(kit: Mapping[str, int]) -> None:
    known = load_catalog().kit
    for item, pieces in kit.items():
        if item not in known:
            raise NotPossible(f"kit.{item}", f"There is no kit called '{item}' on the shelf.")
        if not 0 <= pieces <= MOST_PIECES:
            can = f"from 0 to {MOST_PIECES} can be written down"
            raise NotPossible(f"kit.{item}", f"{pieces} of {known[item].name}: {can}.")


def _check_places(places: Mapping[str, int]) -> None:
    for space, people in places.items():
        if space not in SPACES or not 0 <= people <= MOST_PIECES:
            can = f"people from 0 to {MOST_PIECES}, for {', '.join(SPACES)}"
            raise NotPossible(f"places.{space}", f"{space}: {can}.")


def _check_rack(unit: str, bars: Sequence[float], pairs: Sequence[tuple[float, int]]) -> None:
    if unit not in BARS:
        raise NotPossible("unit", "Plates are counted in kg or lb.")
    if len(bars) != 2 or not all(0 < bar <= HEAVIEST_BAR for bar in bars):
        raise NotPossible("bars", f"Two bars, each above 0 and at most {HEAVIEST_BAR} {unit}.")
    sizes = {size for size, _ in pairs}
    possible = all(_can_be_had(size, count) for size, count in pairs)
    if not possible or len(sizes) < len(pairs) or len(sizes) > MOST_SIZES:
        steps = f"in steps of {PLATE_STEP} up to {HEAVIEST_PLATE} {unit}"
        can = f"Up to {MOST_SIZES} plates, each once, {steps}, 0 to {MOST_PAIRS} pairs of it."
        raise NotPossible("pairs", can)


def _can_be_had(size: float, pairs: int) -> bool:
    return 0 < size <= HEAVIEST_PLATE and (size / PLATE_STEP).is_integer() and 0 <= pairs <= MOST_PAIRS
