"""What repeats inside one go of a drill: repetitions on a slow clock, bursts, breaths, holds, the pause of a
flow. From the drill's style and its dose."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from core.catalog.rows import ClockKind, Style
from core.floor.values import Beat
from core.prep.pace import FLOW_MOVE_S

BURST_S = 10  # fast light work; common practice
SLOW_REP_S = (
    4.0  # from which a repetition is called out by the clock; a kettlebell single is 6 s; common practice
)
COUNTED_IN_STYLES = frozenset({"control", "strength", "practice", "tension", "circle"})
IN_SHARE = 0.4  # of a slow breath that is drawn in: out is longer; common practice


def beat_of(dose: Mapping[str, Any], style: Style, seconds: int, clock: ClockKind) -> Beat | None:
    """What repeats in one go of ``seconds`` (one side, where sides come one after the other). None where it
    is steady, or quicker than anybody wants called. dose: as documents have it."""
    goes = _sets_in_a_go(dose, clock)
    if clock == "flow" and dose["hold_s"]:
        move_s = min(FLOW_MOVE_S, max(0, seconds - dose["hold_s"]))
        return Beat(kind="pause", every_s=seconds, on_s=move_s, count=1)
    if dose["breaths"]:
        count = dose["breaths"] * goes
        every_s = seconds / count
        return Beat(kind="breath", every_s=every_s, on_s=round(every_s * IN_SHARE, 2), count=count)
    if style == "throw":
        return _bursts(goes, seconds)
    if dose["hold_s"]:
        return _holds(dose["hold_s"], (dose["reps"] or 1) * goes, seconds)
    if dose["reps"] and style in COUNTED_IN_STYLES:
        count = dose["reps"] * goes
        every_s = seconds / count
        if every_s >= SLOW_REP_S:
            return Beat(kind="rep", every_s=every_s, on_s=every_s, count=count)
    return None


def _sets_in_a_go(dose: Mapping[str, Any], clock: ClockKind) -> int:
    """Sets that one go holds: all of them when drills come one after the other, else one."""
    return int(dose["sets"]) if clock == "free" else 1


def _bursts(goes: int, seconds: int) -> Beat | None:
    """Bursts with as much rest between as the time leaves; none where it leaves none."""
    every_s = seconds / goes
    if every_s < BURST_S:
        return Beat(kind="burst", every_s=every_s, on_s=every_s, count=goes)
    return Beat(kind="burst", every_s=every_s, on_s=BURST_S, count=goes)


def _holds(hold_s: int, count: int, seconds: int) -> Beat | None:
    """Holds with letting go between; fewer where the time does not hold all of them."""
    count = max(1, min(count, seconds // max(1, hold_s)))
    if count == 1 and seconds - hold_s < SLOW_REP_S:
        return None  # one hold is the go itself
    every_s = seconds / count
    return Beat(kind="hold", every_s=every_s, on_s=min(hold_s, every_s), count=count)
