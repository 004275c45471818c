"""Things that move: a heat, a whole field, a lane, an athlete who does not start; and what that changes in
each athlete's line, in sentences."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Literal, NamedTuple, get_args

from core.day.line import ForHeat, Line
from core.day.values import Heat
from core.errors import Refused

MoveKind = Literal["shift", "swap", "scratch"]
MOVE_KINDS: tuple[MoveKind, ...] = get_args(MoveKind)
MOST_SHIFT_S = 24 * 3600
TOLD_FROM_S = 60  # a block that moves by less is not worth a word
Clock = Callable[[int], str]


class MoveRefused(Refused):
    """A move that cannot be; ``field`` names the part of it at fault."""


class Shift(NamedTuple):
    """A heat that starts at ``to_at``. saw_at: where whoever moves it saw it."""

    heat: str
    saw_at: int
    to_at: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Move:
    """shift: heats (one, or a field that is late) start at other times. swap: two ``athletes`` of ``heat``
    change lanes. scratch: the first of ``athletes`` does not start in ``heat``, or in no later one where
    none is named."""

    kind: MoveKind
    shifts: tuple[Shift, ...] = ()
    heat: str = ""
    athletes: tuple[str, ...] = ()


def moved(heats: Sequence[Heat], move: Move, now: int | None = None) -> tuple[Heat, ...]:
    """The heats after a move. Raises MoveRefused for one that is not there, or that has begun by ``now``."""
    match move.kind:
        case "shift":
            return _shifted(heats, move.shifts, now)
        case "swap":
            here = _heat(heats, move.heat)
            return tuple(_swapped(heat, move) if heat is here else heat for heat in heats)
        case "scratch":
            return _scratched(heats, move, now)


def seen_otherwise(heats: Sequence[Heat], move: Move) -> tuple[Heat, ...]:
    """Heats that stand neither where whoever moves them saw them, nor where they are to be: somebody else
    moved them since. Two who set the same time agree."""
    by_key = {heat.key: heat for heat in heats}
    return tuple(
        by_key[shift.heat]
        for shift in move.shifts
        if shift.heat in by_key and by_key[shift.heat].starts_at not in (shift.saw_at, shift.to_at)
    )


def _shifted(heats: Sequence[Heat], shifts: Sequence[Shift], now: int | None) -> tuple[Heat, ...]:
    if not shifts:
        raise MoveRefused("shifts", "Say which heat starts when.")
    to_at: dict[str, int] = {}
    for shift in shifts:
        here = _heat(heats, shift.heat)
        if here.starts_at == shift.to_at:
            continue
        if now is not None and here.starts_at <= now:
            raise MoveRefused("shifts", "A heat of these has started; what has begun cannot be moved.")
        if now is not None and shift.to_at <= now:
            raise MoveRefused("shifts", "That time has passed; a heat can only move to a time to come.")
        if abs(shift.to_at - here.starts_at) > MOST_SHIFT_S:
            raise MoveRefused("shifts", "That is more than a day away; put the date right instead.")
        to_at[shift.heat] = shift.to_at
    return tuple(replace(heat, starts_at=to_at.get(heat.key, heat.starts_at)) for heat in heats)


def _heat(heats: Sequence[Heat], key: str) -> Heat:
    found = next((heat for heat in heats if heat.key == key), None)
    if found is None:
        raise MoveRefused("heat", "There is no such heat any more; look at the day again.")
    return found


def _swapped(heat: Heat, move: Move) -> Heat:
    lanes = {entry.athlete: entry.lane for entry in heat.entries if entry.athlete in move.athletes}
    if len(move.athletes) != 2 or len(lanes) != 2:
        raise MoveRefused("athletes", "Two athletes of one heat change lanes.")
    one, other = move.athletes
    new = {one: lanes[other], other: lanes[one]}
    return replace(
        heat,
        entries=tuple(replace(entry, lane=new.get(entry.athlete, entry.lane)) for entry in heat.entries),
    )


def _scratched(heats: Sequence[Heat], move: Move, now: int | None) -> tuple[Heat, ...]:
    if not move.athletes:
        raise MoveRefused("athletes", "Say who does not start.")
    out = move.athletes[0]
    from_at = now if now is not None else -1

    def without(heat: Heat) -> Heat:
        if (move.heat and heat.key != move.heat) or (not move.heat and heat.starts_at <= from_at):
            return heat
        return replace(heat, entries=tuple(entry for entry in heat.entries if entry.athlete != out))

    found = tuple(without(heat) for heat in heats)
    if found == tuple(heats):
        raise MoveRefused("athletes", "They are in no heat that is still to come.")
    return found


@dataclass(frozen=True, slots=True)
class Changed:
    """What a move changes for one athlete. sentences: in order of time; by_s: the most that anything
    moves."""

    athlete: str
    sentences: tuple[str, ...]
    by_s: int


def changes_between(
    before: Mapping[str, Line], after: Mapping[str, Line], titles: Mapping[str, str], clock: Clock
) -> tuple[Changed, ...]:
    """Everybody whose line is another one, and how."""
    found = []
    for athlete in dict.fromkeys((*before, *after)):
        sentences, by_s = _line_changes(before.get(athlete), after.get(athlete), titles, clock)
        if sentences:
            found.append(Changed(athlete, tuple(sentences), by_s))
    return tuple(found)


def _line_changes(
    old: Line | None, new: Line | None, titles: Mapping[str, str], clock: Clock
) -> tuple[list[str], int]:
    was = {one.heat: one for one in old.heats} if old else {}
    now = {one.heat: one for one in new.heats} if new else {}
    sentences: list[str] = []
    most = 0
    for key in sorted({*was, *now}, key=lambda key: (now.get(key) or was[key]).starts_at):
        title = titles.get((now.get(key) or was[key]).event, "An event")
        if key not in now:
            sentences.append(f"{title}: no longer in it")
            continue
        if key not in was:
            sentences.append(f"{title}: starts at {clock(now[key].starts_at)}, new")
            continue
        told, by_s = _heat_changes(was[key], now[key], old, new, clock)
        sentences += [f"{title}: {one}" for one in told]
        most = max(most, by_s)
    return sentences, most


def _heat_changes(
    was: ForHeat, now: ForHeat, old: Line | None, new: Line | None, clock: Clock
) -> tuple[list[str], int]:
    told: list[str] = []
    by_s = now.starts_at - was.starts_at
    if by_s:
        told.append(f"starts at {clock(now.starts_at)}, {minutes_words(by_s)}")
    if was.lane != now.lane:
        told.append(f"lane {now.lane}" if now.lane else "no lane yet")
    begins_was, begins = _begins(old, was), _begins(new, now)
    shift = begins - begins_was
    if abs(shift) >= TOLD_FROM_S:
        told.append(f"prepare from {clock(begins)}, {minutes_words(shift)}")
    sets_was, sets = (line.sets.get(now.heat, ()) if line else () for line in (old, new))
    if sets and sets_was and sets[0] != sets_was[0] and sets[0] - sets_was[0] != by_s:
        told.append(f"first set at {clock(sets[0])}, {minutes_words(sets[0] - sets_was[0])}")
    if now.missed and not was.missed:
        told.append("not enough time for the weight any more")
    if not told and _done(was, old) != _done(now, new):
        told.append("other drills")
    if _loads(was, old) != _loads(now, new):
        told.append("other weights on the way up")
    return told, max(abs(by_s), abs(shift))


def _done(one: ForHeat, line: Line | None) -> list[tuple[str, int]]:
    blocks = line.blocks if line else ()
    return [
        (drill.drill.id, drill.seconds)
        for block in blocks
        if block.heat == one.heat
        for drill in block.drills
    ]


def _loads(one: ForHeat, line: Line | None) -> list[tuple[float, int]]:
    blocks = line.blocks if line else ()
    return [
        (each.step.load, each.step.reps) for block in blocks if block.heat == one.heat for each in block.sets
    ]


def _begins(line: Line | None, one: ForHeat) -> int:
    """When an athlete's preparation for a heat begins; its check-in where there is none."""
    own = [
        block.starts_at
        for block in (line.blocks if line else ())
        if block.heat == one.heat and (block.drills or block.sets)
    ]
    return min(own, default=one.check_in_at)


def minutes_words(seconds: int) -> str:
    """'15 min later', '2 min sooner'."""
    minutes = max(1, round(abs(seconds) / 60))
    return f"{minutes} min {'later' if seconds > 0 else 'sooner'}"
