"""The drills for the minutes there are, and what one more minute would buy: the same choosing again with
the minute, compared."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import NamedTuple

from core.catalog import Catalog
from core.catalog.rows import Method
from core.prep.candidates import candidates_for
from core.prep.choose import Choice, choose, limits_for
from core.prep.day import ANY_DAY, Day
from core.prep.floor import Reach
from core.prep.pace import TRANSITION_S, Pace, pace_of
from core.prep.problem import DIFFERENCE_COST, ITEM_COST
from core.prep.settings import MAX_MINUTES, PlanSettings
from core.prep.sheet import NextMinute, RampSet

NEXT_MINUTE_CHOICES = 3
LEAST_GAIN = 0.0005  # a share less than this is no gain


@dataclass(frozen=True, kw_only=True)
class Asked:
    """What drills are chosen for. ramp: the class's way up to its working weight; limiting: muscles the
    workout needs fresh; floor: the reaches nothing is polished before;
    whole: the need if nothing were ready."""

    settings: PlanSettings
    method: Method
    catalog: Catalog
    weights: dict[str, float]
    ramp: tuple[RampSet, ...]
    limiting: frozenset[str]
    floor: tuple[Reach, ...] = ()
    day: Day = ANY_DAY
    whole: float = 0.0


class Chosen(NamedTuple):
    """The pace for some minutes, and the drills."""

    pace: Pace
    choice: Choice


def choose_drills(asked: Asked) -> Chosen:
    """The pace for these minutes, and the drills."""
    settings, method = asked.settings, asked.method
    ramp = () if settings.locked else asked.ramp  # what is locked stays; building the bar gets what is left
    pace = pace_of(method, settings)
    pace = pace_of(method, settings, room_s(ramp, settings.minutes, method, pace))
    limits = limits_for(
        method,
        room_s(ramp, settings.minutes, method, pace),
        between_s=pace.between_s,
        limiting=asked.limiting,
        pins=settings.pinned,
        recent=settings.recent,
        floor=asked.floor,
        whole=asked.whole,
        apart=pace.kind == "stations",
        item_cost=DIFFERENCE_COST if settings.warmed and not settings.between else ITEM_COST,
        raise_scale=settings.minutes / method.reference_minutes,
    )

    def chosen_at(pace: Pace) -> Choice:
        candidates = candidates_for(settings, method, asked.catalog, asked.weights, pace, asked.day)
        return choose(candidates, asked.weights, limits)

    choice = chosen_at(pace)
    # fewer stations, more people at each: is there kit for them?
    while pace.kind == "stations" and 0 < len(choice.rows) < pace.fewest:
        pace = replace(pace, fewest=len(choice.rows))
        choice = chosen_at(pace)
    return Chosen(pace, choice)


def next_minute(asked: Asked, now: Choice) -> tuple[NextMinute, ...]:
    """What one more minute would bring in, what gives most first. Exactly what planning with the minute
    gives: ``whole`` is the share it prepares more, drills that leave for others counted; ``gain`` what
    that longer prep would lose without this drill. Empty when building the bar takes the minute, or
    nothing helps."""
    settings = asked.settings
    if settings.minutes >= MAX_MINUTES or settings.locked or not now.problem.candidates:
        return ()
    _, longer = choose_drills(replace(asked, settings=replace(settings, minutes=settings.minutes + 1)))
    whole = longer.covered() - now.covered()
    candidates, picked = longer.problem.candidates, now.picked
    new = [row for row in longer.rows if candidates[row].drill.id not in picked]
    if whole < LEAST_GAIN or not new:
        return ()
    gains = {row: longer.covered() - longer.without(row).covered() for row in new}
    ranked = sorted(new, key=lambda row: (-gains[row], row))[:NEXT_MINUTE_CHOICES]
    return tuple(
        NextMinute(
            drill=candidates[row].drill.id,
            name=candidates[row].drill.name,
            gain=gains[row],
            whole=whole,
            new=len(new),
        )
        for row in ranked
    )


def room_s(ramp: tuple[RampSet, ...], minutes: int, method: Method, pace: Pace) -> int:
    """Seconds for drills and what lies between them, once the ramp has its share; the last drill needs no
    way to another."""
    ramp_s = _ramp_that_fits(ramp, int(minutes * 60 * method.ramp_share))
    return minutes * 60 - ramp_s - (TRANSITION_S if ramp_s else 0) + pace.last_s


def _ramp_that_fits(ramp: tuple[RampSet, ...], room_s: int) -> int:
    """Seconds of the first sets that fit."""
    used_s = 0
    for step in ramp:
        if used_s + step.seconds > room_s:
            break
        used_s += step.seconds
    return used_s
