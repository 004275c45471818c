"""Who of the coaches is with whom when: in the warm-up area from the first bar to check-in, at the lanes
during an event. Nobody can be at both at once; where that is asked, it is said."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal, NamedTuple

from core.day.line import Block, Line

Place = Literal["warm-up", "lanes"]
WITH: Mapping[str, Place] = {"ramp": "warm-up", "prime": "warm-up", "event": "lanes"}


@dataclass(frozen=True, slots=True, kw_only=True)
class Stretch:
    """A time for which somebody should be with an athlete. coach: "" for nobody; asked: whom the athlete is
    theirs to, where that is said."""

    athlete: str
    heat: str
    place: Place
    starts_at: int
    ends_at: int
    coach: str = ""


@dataclass(frozen=True, slots=True)
class Clash:
    """A coach who is asked for in two places at once, or stretches nobody is free for (coach "")."""

    coach: str
    starts_at: int
    ends_at: int
    athletes: tuple[str, ...]


class With(NamedTuple):
    """Stretches in order of time, each with its coach, and where that cannot be."""

    stretches: tuple[Stretch, ...]
    clashes: tuple[Clash, ...]


def with_coaches(lines: Sequence[Line], coaches: Sequence[str], own: Mapping[str, str]) -> With:
    """Coaches given to stretches: an athlete's own coach (``own``), else the one who is with them already,
    else whoever is free or in the same place, the one with least to do first."""
    stretches = sorted(
        (one for line in lines for one in _stretches(line)), key=lambda one: (one.starts_at, one.athlete)
    )
    given: list[Stretch] = []
    clashes: list[Clash] = []
    last: dict[str, str] = {}
    for one in stretches:
        coach = own.get(one.athlete, "")
        if coach:
            clashes += _clashes(coach, one, given)
        elif coaches:
            coach = _free(one, coaches, given, last.get(one.athlete, ""))
            if not coach:
                clashes.append(Clash("", one.starts_at, one.ends_at, (one.athlete,)))
        last[one.athlete] = coach
        given.append(
            Stretch(
                athlete=one.athlete,
                heat=one.heat,
                place=one.place,
                starts_at=one.starts_at,
                ends_at=one.ends_at,
                coach=coach,
            )
        )
    return With(tuple(given), tuple(clashes))


def _stretches(line: Line) -> list[Stretch]:
    """Blocks of one heat in one place, together."""
    found: list[Stretch] = []
    for block in line.blocks:
        place = WITH.get(block.kind)
        if place is None or (block.kind == "prime" and block.heat in line.sets):
            continue
        before = found[-1] if found else None
        if before and before.place == place and before.heat == block.heat and _follows(before, block):
            found[-1] = Stretch(
                athlete=line.athlete,
                heat=block.heat,
                place=place,
                starts_at=before.starts_at,
                ends_at=block.ends_at,
            )
        else:
            found.append(
                Stretch(
                    athlete=line.athlete,
                    heat=block.heat,
                    place=place,
                    starts_at=block.starts_at,
                    ends_at=block.ends_at,
                )
            )
    return found


def _follows(before: Stretch, block: Block) -> bool:
    return block.starts_at - before.ends_at <= 60


def _apart(one: Stretch, other: Stretch) -> bool:
    """Whether nobody can be at both: they overlap, in two places."""
    return one.place != other.place and one.starts_at < other.ends_at and other.starts_at < one.ends_at


def _beside(one: Stretch, other: Stretch) -> bool:
    """Whether somebody at one is at the other too."""
    return one.place == other.place and one.starts_at < other.ends_at and other.starts_at < one.ends_at


def _clashes(coach: str, one: Stretch, given: Sequence[Stretch]) -> list[Clash]:
    return [
        Clash(
            coach,
            max(one.starts_at, other.starts_at),
            min(one.ends_at, other.ends_at),
            tuple(sorted({one.athlete, other.athlete})),
        )
        for other in given
        if other.coach == coach and other.athlete != one.athlete and _apart(one, other)
    ]


def _free(one: Stretch, coaches: Sequence[str], given: Sequence[Stretch], last: str) -> str:
    busy = {coach: sum(other.coach == coach for other in given) for coach in coaches}
    able = [
        coach for coach in coaches if not any(other.coach == coach and _apart(one, other) for other in given)
    ]
    here = [coach for coach in able if any(other.coach == coach and _beside(one, other) for other in given)]
    if here:  # who is in that place already can be with one more, and keeps the others free
        return last if last in here else here[0]
    if last in able:
        return last
    return min(able, key=lambda coach: (busy[coach], coaches.index(coach)), default="")
