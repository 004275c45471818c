"""Ending at a time, from the session itself: what each demand is worth now, then what goes."""

from __future__ import annotations

from typing import NamedTuple

from core.demand import derive
from core.floor.shorten import Shortened, shortened
from core.floor.values import Order
from core.prep.plan import demand_weights
from core.session import SessionAsk


class ShortAsk(NamedTuple):
    """A run that has to end in ``room_s`` seconds. place, in_ms: where its clock stands; more: seconds that
    were added, by go."""

    session: SessionAsk
    order: Order
    place: int
    in_ms: int
    more: dict[str, int]
    room_s: int


def shortened_for(ask: ShortAsk) -> Shortened:
    """What is left of the section that runs, and what goes. Raises UnusableText."""
    session = ask.session
    profile = derive(session.workout, session.people, catalog=session.catalog)
    warmed = dict(session.settings.warmed)
    return shortened(
        _with_more(ask.order, ask.more),
        ask.place,
        ask.in_ms,
        ask.room_s,
        demand_weights(profile, warmed),
        session.catalog,
    )


def _with_more(order: Order, more: dict[str, int]) -> Order:
    """The order with what was added to its gos in them."""
    gos = tuple(
        go.model_copy(update={"seconds": go.seconds + more[go.key]}) if go.key in more else go
        for go in order.gos
    )
    return order.model_copy(update={"gos": gos})
