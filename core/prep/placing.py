"""A drill that was chosen -> an item at its place, the one way items are made: in a prep, a stop, a
member's extras and a cool-down."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import replace

from core.prep.candidates import Candidate, taken_away
from core.prep.clock import Turn, pairs
from core.prep.pace import Pace
from core.prep.settings import PlanSettings
from core.prep.sheet import Item, Span

SERVES_AT_LEAST = 3  # twentieths; below this an effect is not named as a reason
WEIGHS_AT_LEAST = 0.03  # of a demand's weight, to be named as a reason


def place(candidate: Candidate, start_s: int, serves: Iterable[str], extra_side: str | None = None) -> Item:
    """An item of a candidate from ``start_s`` on, for the demands it serves here."""
    return Item(
        drill=candidate.drill,
        phase=candidate.phase,
        start_s=start_s,
        seconds=candidate.seconds,
        dose=replace(candidate.done, extra_side=extra_side),
        serves=tuple(serves),
        kit=candidate.kit,
        seated=candidate.seated,
        way=candidate.way,
        waves=candidate.waves,
        dose_option=candidate.dose,
    )


def place_run(
    run: Sequence[Candidate],
    turns: Sequence[Turn],
    pace: Pace,
    weights: dict[str, float],
    settings: PlanSettings,
) -> tuple[Item, ...]:
    """The items of a prep in order, each with its turns on the clock."""
    group_of = _groups(run) if pace.kind == "supersets" else {}
    total = sum(weights.values()) or 1.0
    items = []
    for number, candidate in enumerate(run):
        spans = tuple(Span(turn.start_s, turn.seconds) for turn in turns if turn.drill == number)
        covered = sum(weights.get(demand, 0.0) * taken_away(effect) for demand, effect in candidate.effects)
        item = place(candidate, spans[0].start_s, _served(candidate, weights), _side(candidate, settings))
        items.append(
            replace(
                item,
                turns=spans,
                group=group_of.get(number, 0),
                pinned=candidate.drill.id in settings.pinned,
                gain=round(covered / total, 4),
                new=settings.is_new(candidate.drill.id),
            )
        )
    return tuple(items)


def _groups(run: Sequence[Candidate]) -> dict[int, int]:
    """Number of a drill in the run -> its pair, counted from 1; who stands alone has none."""
    group_of: dict[int, int] = {}
    for group, pair in enumerate(pairs(run), 1):
        if len(pair) > 1:
            group_of.update(dict.fromkeys(pair, group))
    return group_of


def _served(candidate: Candidate, weights: dict[str, float]) -> list[str]:
    """The demands a drill is there for, those it does most for first."""
    strength = {
        demand: effect
        for demand, effect in candidate.effects
        if weights.get(demand, 0) > WEIGHS_AT_LEAST and effect >= SERVES_AT_LEAST
    }
    return sorted(strength, key=lambda demand: -weights[demand] * strength[demand])


def _side(candidate: Candidate, settings: PlanSettings) -> str | None:
    """The tighter side that gets a couple more, where a drill is done a side at a time."""
    if not candidate.option.per_side:
        return None
    sides = (side for motion, side in settings.tight_sides if motion in candidate.drill.effects)
    return next(sides, None)
