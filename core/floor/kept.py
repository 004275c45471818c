"""What was run of an order, from the states its clock went through: for how long, what was skipped, what was
cut."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from collections.abc import Set as AbstractSet
from typing import Literal, NamedTuple

from core.catalog.rows import Phase
from core.documents.base import Document
from core.floor.clock import State, elapsed_ms, place_of, seconds_of
from core.floor.values import Go, Order

RunOutcome = Literal["run", "shorter", "skipped", "cut", "not reached"]
RUN_SHARE = 0.9  # of its seconds, from which something was run whole; estimate
SKIPPED_SHARE = 0.1  # below which it was not done at all; estimate


class Stretch(NamedTuple):
    """A state of the clock, and the instants from which and until which it held."""

    state: State
    from_ms: int
    to_ms: int


class Ran(Document):
    """One drill, way up or part of a run. planned_s: as it was given; ran_s: how long the clock was in it."""

    name: str
    drill: str
    phase: Phase | None
    section: str
    planned_s: int
    ran_s: int
    outcome: RunOutcome


class _Thing(NamedTuple):
    """What a go counts for."""

    section: str
    name: str
    drill: str
    phase: Phase | None


def ran_of(orders: Sequence[Order], stretches: Sequence[Stretch]) -> tuple[Ran, ...]:
    """Each drill, way up and part of the order as it was first given, and what became of it. orders: by
    version, from 1; stretches: every state, in order."""
    spent_ms: dict[str, float] = {}
    reached: set[str] = set()
    for stretch in stretches:
        for key, ms in _spent(orders[stretch.state.order - 1].gos, stretch):
            spent_ms[key] = spent_ms.get(key, 0.0) + ms
            reached.add(key)
    furthest = max((at for at, go in enumerate(orders[0].gos) if go.key in reached), default=-1)
    still_there = {go.key for go in orders[-1].gos}
    things: dict[_Thing, list[int]] = {}
    for at, go in enumerate(orders[0].gos):
        for thing in _counts_for(orders[0], go):
            things.setdefault(thing, []).append(at)
    return tuple(
        _ran(thing, [orders[0].gos[at] for at in places], spent_ms, still_there, places[0] <= furthest)
        for thing, places in things.items()
    )


def _ran(
    thing: _Thing, gos: Sequence[Go], spent_ms: dict[str, float], there: AbstractSet[str], reached: bool
) -> Ran:
    planned_s = sum(go.seconds for go in gos)
    ran_s = sum(spent_ms.get(go.key, 0.0) for go in gos) / 1000
    share = ran_s / planned_s if planned_s else float(ran_s > 0)
    return Ran(
        name=thing.name,
        drill=thing.drill,
        phase=thing.phase,
        section=thing.section,
        planned_s=planned_s,
        ran_s=round(ran_s),
        outcome=_outcome(share, any(go.key in there for go in gos), reached),
    )


def _outcome(share: float, there: bool, reached: bool) -> RunOutcome:
    """there: whether the last order still has it; reached: whether the clock came as far."""
    if share >= RUN_SHARE:
        return "run"
    if share >= SKIPPED_SHARE:
        return "shorter"
    if not there:
        return "cut"
    return "skipped" if reached else "not reached"


def _counts_for(order: Order, go: Go) -> list[_Thing]:
    """What a go counts for: its drill, every drill of its stations, or itself; a change-over for nothing."""
    if go.kind == "change":
        return []
    if go.kind in ("drill", "stations"):
        places = [go.item] if go.item is not None else [at.item for at in go.stations]
        items = [order.items[place] for place in places]
        return [_Thing(go.section, item.name, item.drill, item.phase) for item in items]
    return [_Thing(go.section, go.name, "", None)]


def _spent(gos: Sequence[Go], stretch: Stretch) -> Iterator[tuple[str, float]]:
    """(key of a go, milliseconds that the clock was in it) while one state held; a stopped clock stands."""
    state = stretch.state
    if state.held_ms is not None:
        return
    begun_ms, until_ms = elapsed_ms(state, stretch.from_ms), elapsed_ms(state, stretch.to_ms)
    start_ms = 0
    for go in gos[place_of(gos, state.go) :]:
        end_ms = start_ms + seconds_of(go, state.more) * 1000
        if go.waits and end_ms < until_ms:
            end_ms = until_ms
        inside_ms = min(until_ms, end_ms) - max(begun_ms, start_ms)
        if inside_ms > 0:
            yield go.key, inside_ms
        start_ms = end_ms
        if start_ms >= until_ms:
            return
