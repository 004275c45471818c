"""A class against what its session asks: members by demands, what stops whom, and the prep that answers."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from core.demand.scores import DemandScore, Standing
from core.documents.base import Degrees, Document, ShareOfHour
from core.errors import CoreError
from core.prep.barred import barred_lines
from core.session import SessionAsk, work_out
from core.session.worked import Worked

MOST_DEMANDS = 6


class Cell(Document):
    """One person at one demand. has_deg, spread_deg: their range and how sure it is; left, right: where they
    were measured; short: stopped by it, measured."""

    person: str
    has_deg: Degrees
    spread_deg: Degrees
    least_deg: Degrees
    comfortable_deg: Degrees
    measured: bool
    short: bool
    chance: ShareOfHour
    left_deg: Degrees | None
    right_deg: Degrees | None


class Column(Document):
    """A range the session asks, for everybody it is asked of. low, high: of its scale, degrees."""

    id: str
    name: str
    score: ShareOfHour
    short: int
    low_deg: Degrees
    high_deg: Degrees
    cells: tuple[Cell, ...]


class Stopped(Document):
    """What most likely stops a measured person, and movements that are not for them."""

    person: str
    by: tuple[str, ...]
    barred: tuple[str, ...]


class PrepLine(Document):
    """A drill of the class's prep, in order."""

    drill: str
    name: str
    phase: str
    start_s: int
    seconds: int


class RosterAnswer(Document):
    """problem: why there is no prep; everything else is as far as it could be worked out."""

    columns: tuple[Column, ...] = ()
    stopped: tuple[Stopped, ...] = ()
    divisions: tuple[str, ...] = ()
    minutes: int = 0
    prep: tuple[PrepLine, ...] = ()
    problem: str = ""


def roster_answer(ask: SessionAsk) -> dict[str, Any]:
    """What a session asks of each of its people, and the prep for them."""
    try:
        worked = work_out(ask, brief=True)
    except CoreError as problem:
        return RosterAnswer(problem=str(problem)).json_value()
    reaches = [
        demand for demand in worked.profile.demands if worked.catalog.demands[demand.id].kind == "reach"
    ][:MOST_DEMANDS]
    return RosterAnswer(
        columns=tuple(_column(demand, worked) for demand in reaches if demand.people),
        stopped=_stopped(reaches, worked),
        divisions=tuple(worked.workout.divisions),
        minutes=worked.sheet.minutes,
        prep=tuple(
            PrepLine(
                drill=item.drill.id,
                name=item.drill.name,
                phase=item.phase,
                start_s=item.start_s,
                seconds=item.seconds,
            )
            for item in worked.sheet.items
        ),
    ).json_value()


def _column(demand: DemandScore, worked: Worked) -> Column:
    low, high = _scale(demand.people)
    return Column(
        id=demand.id,
        name=worked.catalog.demands[demand.id].name,
        score=demand.score,
        short=demand.short_count,
        low_deg=low,
        high_deg=high,
        cells=tuple(_cell(one) for one in demand.people),
    )


def _scale(people: Sequence[Standing]) -> tuple[float, float]:
    """The least and the most degrees to be drawn."""
    low = min(min(one.range_deg - one.spread_deg, one.required_deg) for one in people)
    high = max(max(one.range_deg + one.spread_deg, one.comfortable_deg) for one in people)
    return low - 2, high + 2


def _cell(one: Standing) -> Cell:
    return Cell(
        person=one.key,
        has_deg=one.range_deg,
        spread_deg=one.spread_deg,
        least_deg=one.required_deg,
        comfortable_deg=one.comfortable_deg,
        measured=one.measured,
        short=one.short,
        chance=one.chance_short,
        left_deg=one.left_deg,
        right_deg=one.right_deg,
    )


def _stopped(reaches: Sequence[DemandScore], worked: Worked) -> tuple[Stopped, ...]:
    found: list[Stopped] = []
    for person in worked.ask.people:
        mine = [
            (one.chance_short, worked.catalog.demands[demand.id].name)
            for demand in reaches
            for one in demand.people
            if one.key == person.key and one.short
        ]
        lines = barred_lines(worked.workout.for_division(person.division), person, worked.catalog)
        barred = tuple(worked.catalog.movements[line.movement].name for line in lines)
        if mine or barred:
            by = tuple(name for _, name in sorted(mine, reverse=True))
            found.append(Stopped(person=person.key, by=by, barred=barred))
    return tuple(found)
