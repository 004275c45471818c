"""How a position felt after its prep, and what that moves: how much is asked for it, a little, or by which
drill.

"Same" asks a tenth more, up to a quarter; "better" leaves the need as it is; "worse" never gives more of it,
but another drill the next time, and twice running a word to the coach. What was raised is halfway back after
eight weeks. Pain never raises anything: what was raised for that position before goes back to none."""

from __future__ import annotations

import datetime
import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Literal, NamedTuple

Felt = Literal["better", "same", "worse"]

SAME = 1.1  # times the need; estimate
MOST = 1.25  # and no more in all; estimate
HALF_DAYS = 56  # eight weeks until it is halfway back; estimate
AGAIN = 2  # times "worse" running, from which the coach is asked; estimate
FORGET_DAYS = 56  # a "worse" that nobody came back to keeps its drills away no longer; estimate


class DidFor(NamedTuple):
    """A drill somebody did of their own for a position, and its seconds."""

    drill: str
    seconds: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Answer:
    """What one person said of one position on one day. drills: their own for it then; hurt: whether they said
    that something hurts; key: names it, and orders two of one day."""

    on: datetime.date
    position: str
    said: Felt
    drills: tuple[DidFor, ...] = ()
    hurt: bool = False
    key: str = ""


class FeltNeed(NamedTuple):
    """What the answers make of one position. factor: of its need, 1 to 1.25; avoid: drills that another takes
    the place of; ask_coach: it was worse twice running; because: keys of the answers that count in it."""

    position: str
    factor: float
    avoid: tuple[DidFor, ...] = ()
    ask_coach: bool = False
    because: tuple[str, ...] = ()

    @property
    def moves(self) -> bool:
        """Whether anything is different for it."""
        return self.factor > 1 or bool(self.avoid) or self.ask_coach


def felt_needs(answers: Iterable[Answer], today: datetime.date) -> tuple[FeltNeed, ...]:
    """What one person's answers up to a day move, by position. Of several on one day for a position the last
    one (by key) counts; pain said with any of them counts."""
    days: dict[str, dict[datetime.date, list[Answer]]] = {}
    for answer in sorted(answers, key=lambda one: (one.on, one.key)):
        if answer.on <= today:
            days.setdefault(answer.position, {}).setdefault(answer.on, []).append(answer)
    needs = (
        _need(position, [_of_a_day(said) for said in days[position].values()], today) for position in days
    )
    return tuple(sorted(needs, key=lambda need: need.position))


def _of_a_day(said: Sequence[Answer]) -> Answer:
    last = said[-1]
    if last.hurt or not any(one.hurt for one in said):
        return last
    return Answer(
        on=last.on, position=last.position, said=last.said, drills=last.drills, hurt=True, key=last.key
    )


def _need(position: str, answers: Sequence[Answer], today: datetime.date) -> FeltNeed:
    """answers: one a day, the oldest first."""
    factor, since, because = 1.0, answers[0].on, []
    for answer in answers:
        factor = _faded(factor, (answer.on - since).days)
        since = answer.on
        if answer.hurt:
            factor, because = 1.0, [answer.key]
        elif answer.said == "same":
            factor = min(MOST, factor * SAME)
            because.append(answer.key)
    newest = answers[-1]
    fresh = (today - newest.on).days <= FORGET_DAYS
    worse = newest.said == "worse" and fresh
    running = answers[-AGAIN:]
    if worse:
        because.append(newest.key)
    return FeltNeed(
        position=position,
        factor=_faded(factor, (today - since).days),
        avoid=tuple(sorted(newest.drills)) if worse else (),
        ask_coach=worse and len(running) == AGAIN and all(one.said == "worse" for one in running),
        because=tuple(because),
    )


def _faded(factor: float, days: int) -> float:
    """A factor after so many days without an answer."""
    return 1 + (factor - 1) * math.exp2(-days / HALF_DAYS)
