"""The drills for the minutes there are, and what one more minute would buy: the same choosing again with the minute, compared."""

from __future__ import annotations

from dataclasses import dataclass, replace

from core.catalog import Catalog
from core.catalog.rows import Method
from core.prep.candidates import candidates_for
from core.prep.choose import Choice, choose, limits_for
from core.prep.pace import TRANSITION_S, Pace, pace_of
from core.prep.settings import MAX_MINUTES, PlanSettings
from core.prep.sheet import NextMinute, RampSet

NEXT_MINUTE_CHOICES = 3
LEAST_GAIN = 0.0005  # a share less than this is no gain


@dataclass(frozen=True)
class Asked:
    """What drills are chosen for. ramp: the class's way up to its working weight; limiting: muscles the workout needs fresh."""

    settings: PlanSettings
    method: Method
    catalog: Catalog
    weights: dict[str, float]
    ramp: tuple[RampSet, ...]
    limiting: frozenset[str]


def choose_drills(asked: Asked) -> tuple[Pace, Choice]:
    """The pace for these minutes, and the drills."""
    settings, method = asked.settings, asked.method
    pace = pace_of(method, settings)
    ramp = () if settings.locked else asked.ramp  # what is locked stays; building the bar gets what is left
    limits = limits_for(
        method,
        room_s(ramp, settings.minutes, method, pace),
        asked.limiting,
        settings.pinned,
        settings.recent,
        pace.between_s,
    )
    choice = choose(
        candidates_for(settings, method, asked.catalog, asked.weights, pace), asked.weights, limits
    )
    while (
        pace.kind == "stations" and 0 < len(choice.rows) < pace.fewest
    ):  # fewer stations, more people at each: is there kit for them?
        pace = replace(pace, fewest=len(choice.rows))
        choice = choose(
            candidates_for(settings, method, asked.catalog, asked.weights, pace), asked.weights, limits
        )
    return pace, choice


def next_minute(asked: Asked, now: Choice) -> tuple[NextMinute, ...]:
    """What one more minute would bring in, what gives most first. Exactly what planning with the minute gives: ``whole`` is the share
    it prepares more, drills that leave for others counted; ``gain`` what that longer prep would lose without this drill. Empty when
    building the bar takes the minute, or nothing helps."""
    if asked.settings.minutes >= MAX_MINUTES or asked.settings.locked or not now.problem.candidates:
        return ()
    _, longer = choose_drills(
        replace(asked, settings=replace(asked.settings, minutes=asked.settings.minutes + 1))
    )
    whole = longer.covered() - now.covered()
    new = [row for row in longer.rows if longer.problem.candidates[row].drill.id not in now.picked]
    if whole < LEAST_GAIN or not new:
        return ()
    alone = {row: longer.covered() - longer.without(row).covered() for row in new}
    ranked = sorted(new, key=lambda row: (-alone[row], row))[:NEXT_MINUTE_CHOICES]
    drills = [(longer.problem.candidates[row].drill, alone[row]) for row in ranked]
    return tuple(NextMinute(drill.id, drill.name, gain, whole, len(new)) for drill, gain in drills)


def room_s(ramp: tuple[RampSet, ...], minutes: int, method: Method, pace: Pace) -> int:
    """Seconds for drills and what lies between them, once the ramp has its share; the last drill needs no way to another."""
    ramp_s = _ramp_that_fits(ramp, int(minutes * 60 * method.ramp_share))
    return minutes * 60 - ramp_s - (TRANSITION_S if ramp_s else 0) + pace.last_s


def _ramp_that_fits(ramp: tuple[RampSet, ...], room_s: int) -> int:
    used = 0
    for one in ramp:
        if used + one.seconds > room_s:
            break
        used += one.seconds
    return used
