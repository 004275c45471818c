"""What could stand in a drill's place, and what each exchange costs: the prep planned again with it."""

from __future__ import annotations

from dataclasses import dataclass, replace

from core.prep import Item, Pin, plan
from core.prep.breaks import opening_of, opening_profile
from core.prep.candidates import Candidate, candidates_for, taken_away
from core.prep.plan import demand_weights
from core.session.ask import SessionAsk
from core.session.worked import Worked, work_out

MOST_ALTERNATIVES = 5
TRIED = 2 * MOST_ALTERNATIVES  # drills that are planned with, those that promise most


@dataclass(frozen=True)
class Alternative:
    """Another drill in an item's place: how it would stand there, the seconds it takes more, and the share
    of the whole need the prep covers more."""

    item: Item
    seconds_more: int
    covered_more: float


def alternatives(ask: SessionAsk, drill: str) -> tuple[Alternative, ...]:
    """The best exchanges for a drill of the prep, best first; none when it is not in the prep. Raises
    UnusableText or PlanRefused."""
    here = work_out(ask)
    item = next((item for item in here.sheet.items if item.drill.id == drill), None)
    if item is None:
        return ()
    opening = opening_of(here.workout, here.settings)
    profile = opening_profile(here.workout, here.settings, ask.people, here.catalog, here.profile)
    exchanges: list[Alternative] = []
    for other in _promising(ask, here, item):
        settings = replace(
            here.settings,
            pins=(*(pin for pin in ask.pins if pin.drill != drill), Pin(other, item.phase)),
            bans=(*here.settings.bans, drill),
        )
        sheet = plan(
            opening.for_division(None),
            profile,
            settings,
            ask.people,
            here.catalog,
            here.sheet.ramps,
            brief=True,
        )
        placed = next((swapped for swapped in sheet.items if swapped.drill.id == other), None)
        if placed:
            covered_more = sheet.covered - here.sheet.covered
            exchanges.append(Alternative(placed, placed.seconds - item.seconds, covered_more))
    best = sorted(exchanges, key=lambda exchange: -round(exchange.covered_more, 4))
    return tuple(best[:MOST_ALTERNATIVES])


def _promising(ask: SessionAsk, here: Worked, item: Item) -> list[str]:
    """Drills that could stand in an item's phase and do most for what it serves."""
    weights = demand_weights(here.profile, dict(ask.settings.warmed))
    taken = {other.drill.id for other in here.sheet.items}
    method = here.catalog.methods[ask.method]
    worth: dict[str, float] = {}
    for way in candidates_for(here.settings, method, here.catalog, weights):
        if way.drill.id not in taken and way.phase == item.phase:
            worth[way.drill.id] = max(_worth(way, item, weights), worth.get(way.drill.id, 0.0))
    return sorted(worth, key=lambda drill: (-worth[drill], drill))[:TRIED]


def _worth(way: Candidate, item: Item, weights: dict[str, float]) -> float:
    """What a drill does for the demands an item serves."""
    return sum(
        weights[demand] * taken_away(effect) for demand, effect in way.effects if demand in item.serves
    )
