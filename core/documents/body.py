"""One person's body as pages show it: each range over months inside its error, and what sessions ask of
it."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from core.catalog import Catalog
from core.demand import derive
from core.demand.people import Person, adults_like, range_of
from core.demand.scores import DemandProfile
from core.documents.base import Degrees, Document, ShareOfHour
from core.documents.lab import name_of
from core.errors import UnusableText
from core.prep.barred import barred_lines
from core.prep.member import tight_sides
from core.reading.vocabulary import Vocabulary
from core.reading.workout import Workout

MOST_STOPS = 6
WORTH_SAYING = 0.2  # a chance below this is left out


class Visit(Document):
    """One test. value: as read by ``test``; error_deg: standard, on the day it is told."""

    on: str
    side: str
    value: float
    test: str
    degrees: Degrees
    error_deg: Degrees


class RangeOf(Document):
    """One motion of a body. has_deg, sd_deg: what they are thought to have, the tests weighed with what
    adults like them have (adults_deg, adults_sd_deg); tight: the clearly tighter side."""

    motion: str
    name: str
    has_deg: Degrees
    sd_deg: Degrees
    adults_deg: Degrees
    adults_sd_deg: Degrees
    tight: str | None
    visits: tuple[Visit, ...]


class Short(Document):
    """A range somebody measured lacks for a session. text: the words that ask for it; side: the tighter."""

    motion: str
    name: str
    has_deg: Degrees
    least_deg: Degrees
    comfortable_deg: Degrees
    side: str | None
    chance: ShareOfHour
    text: str


class StopAt(Document):
    """What may stop somebody in a position, and how likely."""

    position: str
    name: str
    what: str
    what_name: str
    chance: ShareOfHour


class ComingFor(Document):
    """A session for one person. barred: movements that are not for them; problem: why it cannot be read."""

    shorts: tuple[Short, ...] = ()
    stops: tuple[StopAt, ...] = ()
    barred: tuple[str, ...] = ()
    problem: str = ""


def ranges_of(person: Person, catalog: Catalog) -> tuple[RangeOf, ...]:
    """Every motion somebody measured of a person, in the order of the catalog."""
    tests = (*person.earlier, *person.ranges)
    tight = dict(tight_sides(person))
    return tuple(
        _range(motion, person, tight.get(motion), catalog)
        for motion in catalog.norms
        if any(one.motion == motion for one in tests)
    )


def _range(motion: str, person: Person, tight: str | None, catalog: Catalog) -> RangeOf:
    has, usual = range_of(person, motion, catalog), adults_like(person, motion, catalog)
    tests = [one for one in (*person.earlier, *person.ranges) if one.motion == motion]
    return RangeOf(
        motion=motion,
        name=catalog.demands[motion].name,
        has_deg=has.mean_deg,
        sd_deg=has.sd_deg,
        adults_deg=usual.mean_deg,
        adults_sd_deg=usual.sd_deg,
        tight=tight,
        visits=tuple(Visit.of(one) for one in sorted(tests, key=lambda one: (one.on, one.side))),
    )


def shorts_of(text: str, people: Sequence[Person], words: Vocabulary) -> list[list[dict[str, Any]]]:
    """For each person the ranges that one text finds them short of; none for a text that cannot be read."""
    try:
        workout = words.read(text)
    except UnusableText:
        return [[] for _ in people]
    profile = derive(workout, people, catalog=words.catalog)
    return [[short.json_value() for short in _shorts(profile, person, words.catalog)] for person in people]


def _shorts(profile: DemandProfile, person: Person, catalog: Catalog) -> list[Short]:
    """Ranges a person lacks, where they were measured; what is likeliest to stop them first."""
    tight = dict(tight_sides(person))
    found = [
        Short(
            motion=demand.id,
            name=catalog.demands[demand.id].name,
            has_deg=one.range_deg,
            least_deg=one.required_deg,
            comfortable_deg=one.comfortable_deg,
            side=tight.get(demand.id),
            chance=one.chance_short,
            text=one.text,
        )
        for demand in profile.demands
        for one in demand.people
        if one.key == person.key and one.lacking
    ]
    return sorted(found, key=lambda short: (-short.chance, short.motion))


def coming_for(text: str, people: Sequence[Person], words: Vocabulary) -> list[dict[str, Any]]:
    """What one text asks of each person alone, and what stops them where."""
    try:
        workout = words.read(text)
    except UnusableText as problem:
        return [ComingFor(problem=str(problem)).json_value() for _ in people]
    return [_coming(workout, person, words.catalog).json_value() for person in people]


def _coming(workout: Workout, person: Person, catalog: Catalog) -> ComingFor:
    profile = derive(workout, (person,), catalog=catalog)
    stops = [
        StopAt(
            position=position.position,
            name=catalog.positions[position.position].name,
            what=what,
            what_name=name_of(what, catalog.demands),
            chance=chance,
        )
        for position in profile.positions
        for what, chance in position.stopped.items()
    ]
    likely = sorted(stops, key=lambda stop: (-stop.chance, stop.position, stop.what))
    mine = workout.for_division(person.division)
    return ComingFor(
        shorts=tuple(_shorts(profile, person, catalog)),
        stops=tuple(stop for stop in likely if stop.chance >= WORTH_SAYING)[:MOST_STOPS],
        barred=tuple(catalog.movements[line.movement].name for line in barred_lines(mine, person, catalog)),
    )
