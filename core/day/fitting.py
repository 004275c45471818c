"""Drills put before an instant: what is worth doing, what fits, what goes first, what they leave ready."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace

from core.catalog.rows import Phase
from core.day.line import Block, BlockKind, Placed, PlacedSet
from core.day.prepared import DayDrill
from core.day.racks import SLOT_S, hold_slots
from core.day.readiness import Left, Raised, raise_of
from core.prep.candidates import taken_away
from core.prep.pace import TRANSITION_S
from core.prep.sheet import RampSet
from core.prep.warmth import EVERYWHERE

KIND_OF: Mapping[Phase, BlockKind] = {
    "raise": "raise",
    "release": "open",
    "open": "open",
    "switch-on": "prime",
    "rehearse": "prime",
    "settle": "after",
}
LEAST_RAISE_S = 120
SHORTEST_RAISE_S = 45  # less raise than this is none; estimate
STILL_TO_DO = 0.5  # of what a drill does cold, from which it is worth doing again; estimate
FIRST_TO_GO: tuple[Phase, ...] = ("rehearse", "open", "release")

Timed = tuple[DayDrill, int]  # a drill and its seconds now


def span_s(seconds: Sequence[int]) -> int:
    """Some drills one after the other, change-overs between and after them counted."""
    return sum(seconds) + TRANSITION_S * len(seconds)


def worth(drill: DayDrill, weights: Mapping[str, float], warm: Mapping[str, float]) -> bool:
    """Whether enough of what a drill does is still to be done."""
    whole = left = 0.0
    for demand, effect in drill.item.drill.effects.items():
        does = weights.get(demand, 0.0) * taken_away(effect)
        whole += does
        left += does * (1 - warm.get(demand, 0.0))
    return whole > 0 and left >= STILL_TO_DO * whole


def cut(raises: Sequence[DayDrill], seconds: int) -> list[Timed]:
    """The raise within some seconds, the last of its drills shorter."""
    kept: list[Timed] = []
    for drill in raises:
        here = min(drill.seconds, seconds - sum(each for _, each in kept))
        if here >= SHORTEST_RAISE_S:
            kept.append((drill, here))
    return kept


def fitting(drills: Sequence[Timed], room_s: int) -> tuple[list[Timed], list[str]]:
    """What of some drills fits, and what is dropped: rehearsal, opening, the raise down to two minutes, and
    then what is left; of a phase those first that do least. What an athlete always does goes last."""
    kept = list(drills)
    dropped: list[str] = []

    def too_long() -> bool:
        return bool(kept) and span_s([seconds for _, seconds in kept]) > room_s

    def drop(phases: Sequence[Phase]) -> None:
        there = [one for one in kept if one[0].phase in phases]
        for one in sorted(there, key=lambda one: (one[0].standing, one[0].item.gain)):
            if not too_long():
                return
            kept.remove(one)
            dropped.append(one[0].id)

    for phase in FIRST_TO_GO:
        drop((phase,))
    if too_long():
        raises = [drill for drill, _ in kept if drill.phase == "raise"]
        least = min(LEAST_RAISE_S, sum(seconds for drill, seconds in kept if drill.phase == "raise"))
        others = [one for one in kept if one[0].phase != "raise"]
        spare = room_s - span_s([seconds for _, seconds in others]) - TRANSITION_S * len(raises)
        kept[:] = [*cut(raises, max(least, spare)), *others]
    drop(("switch-on",))
    drop(("raise",))
    return kept, dropped


def placed_before(drills: Sequence[Timed], until: int) -> list[Placed]:
    """Drills one after the other that end, with a change-over, at an instant."""
    at = until - span_s([seconds for _, seconds in drills])
    placed: list[Placed] = []
    for drill, seconds in drills:
        placed.append(Placed(drill, at, seconds))
        at += seconds + TRANSITION_S
    return placed


def drill_left(placed: Placed) -> Left:
    """What a drill leaves ready."""
    effects = placed.drill.item.drill.effects
    shares = {(EVERYWHERE, demand): taken_away(effect) for demand, effect in effects.items() if effect}
    return Left(f"drill {placed.drill.id}", placed.ends_at, shares)


def raises_of(placed: Sequence[Placed]) -> list[Raised]:
    """How warm the raise among some drills leaves large muscles."""
    return [raise_of(one.seconds, one.ends_at) for one in placed if one.drill.phase == "raise"]


def sets_of(ramp: Sequence[RampSet], slots: Sequence[int] | None, origin: int) -> tuple[PlacedSet, ...]:
    """A way up at its slots, which count from an origin."""
    if slots is None:
        return ()
    return tuple(
        PlacedSet(step, (origin + slot) * SLOT_S, hold_slots(step.reps) * SLOT_S)
        for step, slot in zip(ramp, slots, strict=True)
    )


def blocks_of(placed: Sequence[Placed], heat: str) -> list[Block]:
    """Drills gathered into stretches of one kind."""
    blocks: list[Block] = []
    for one in placed:
        kind = KIND_OF[one.drill.phase]
        last = blocks[-1] if blocks else None
        if last and last.kind == kind:
            blocks[-1] = replace(last, ends_at=one.ends_at, drills=(*last.drills, one))
        else:
            blocks.append(
                Block(kind=kind, starts_at=one.starts_at, ends_at=one.ends_at, heat=heat, drills=(one,))
            )
    return blocks
