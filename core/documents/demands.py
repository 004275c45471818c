"""derive: what a workout asks of the joints, each demand with the terms of its score."""

from __future__ import annotations

from collections.abc import Mapping

from core.catalog import Catalog
from core.catalog.rows import Kind
from core.demand import scores as value
from core.demand.scores import HOLDS, SHORTFALL_BANDS_DEG, DemandProfile
from core.documents.base import Degrees, Document, FineDegrees, Share
from core.documents.lab import name_of
from core.documents.picture import Picture, picture_of_position
from core.documents.reading import Read, read_document
from core.reading.workout import Workout

MOST_POSITIONS = 8
REACH_WEIGHS = 2  # of a position in the list of those that matter, beside other kinds; estimate


class Term(Document):
    """Why a demand scores: one position of one movement line. least_deg (also required_deg): what any
    posture needs at least; stops: motion -> its share of those stopped here."""

    movement: str
    line: int
    column: int
    text: str
    part: str
    division: str | None
    position: str
    position_name: str
    in_lab: bool
    severity: Share
    exposure: Share
    required_deg: Degrees | None
    least_deg: Degrees | None
    comfortable_deg: Degrees | None
    range_deg: Degrees | None
    chance_short: Share | None
    shortfall_deg: FineDegrees | None
    shared_with: tuple[str, ...]
    stops: dict[str, Share]
    counts: bool
    judged: bool
    people: int


class Standing(Document):
    """Where one person stands on one reach demand, at its hardest need."""

    name: str
    range_deg: Degrees
    spread_deg: Degrees
    required_deg: Degrees
    comfortable_deg: Degrees
    text: str
    measured: bool
    short: bool
    chance_short: Share
    shortfall_deg: FineDegrees
    score: Share
    left_deg: Degrees | None
    right_deg: Degrees | None
    division: str | None
    felt: Share = 1.0


class DivisionScore(Document):
    """What a demand scores among the people of one division."""

    division: str | None
    people: int
    score: Share
    short: int


class Band(Document):
    """People whose expected shortfall is above the band before and up to this one; up_to_deg is null for
    the last."""

    up_to_deg: float | None
    people: int


class Demand(Document):
    """One demand of the session. prepared: what an earlier workout left ready, where one was given. felt: of
    its need, by what these people said of its hardest positions after earlier preps, 1 to 1.25."""

    id: str
    name: str
    plain: str
    kind: Kind
    score: Share
    shortfall_deg: FineDegrees
    required_deg: Degrees | None
    short: int
    people: tuple[Standing, ...]
    divisions: tuple[DivisionScore, ...]
    shortfall_bands: tuple[Band, ...]
    terms: tuple[Term, ...]
    prepared: Share | None
    felt: Share = 1.0


class Derived(Read):
    """A text as read, and what it asks."""

    demands: tuple[Demand, ...]


class Stops(Document):
    """About how many people something stops at a position; what is a motion, "proportions" or "holds"."""

    what: str
    name: str
    people: int


class Position(Document):
    """A position the board passes through, the lines that do, the demands it has a part in, and what stops
    whom: whole people that add up to all who pass through it."""

    id: str
    name: str
    lines: tuple[int, ...]
    demands: tuple[str, ...]
    stops: tuple[Stops, ...]
    in_lab: bool
    picture: Picture


def derived_document(
    workout: Workout,
    profile: DemandProfile,
    catalog: Catalog,
    readiness: Mapping[str, float] | None = None,
) -> Derived:
    """The document of a text and what it asks. readiness: by demand, where something was done before."""
    return Derived.of(read_document(workout, catalog), demands=demand_documents(profile, catalog, readiness))


def demand_documents(
    profile: DemandProfile, catalog: Catalog, readiness: Mapping[str, float] | None = None
) -> tuple[Demand, ...]:
    """Every demand of a profile, in its order."""
    return tuple(_demand(demand, catalog, readiness) for demand in profile.demands)


def _demand(demand: value.DemandScore, catalog: Catalog, readiness: Mapping[str, float] | None) -> Demand:
    row = catalog.demands[demand.id]
    return Demand.of(
        demand,
        name=row.name,
        plain=row.plain,
        short=demand.short_count,
        shortfall_bands=_bands(demand),
        terms=tuple(_term(term, catalog) for term in demand.terms),
        prepared=None if readiness is None else readiness.get(demand.id, 0.0),
    )


def _bands(demand: value.DemandScore) -> tuple[Band, ...]:
    if not demand.people:
        return ()
    limits = (*SHORTFALL_BANDS_DEG, None)
    return tuple(
        Band(up_to_deg=limit, people=count)
        for limit, count in zip(limits, demand.shortfall_counts, strict=True)
    )


def _term(term: value.Term, catalog: Catalog) -> Term:
    chances = sum(chance for _, chance in term.stops)
    return Term.of(
        term,
        least_deg=term.required_deg,
        stops={motion: chance / chances for motion, chance in term.stops} if chances else {},
        position_name=catalog.positions[term.position].name,
        in_lab=catalog.positions[term.position].shape is not None,
    )


def position_documents(workout: Workout, profile: DemandProfile, catalog: Catalog) -> tuple[Position, ...]:
    """The positions that carry most of what is asked, in the order the board meets them."""
    weight: dict[str, float] = {}
    asking: dict[str, dict[str, None]] = {}  # position -> demands, in order
    for demand in profile.demands:
        for term in demand.terms:
            weighs = term.severity * term.exposure * (REACH_WEIGHS if demand.kind == "reach" else 1)
            weight[term.position] = weight.get(term.position, 0.0) + weighs
            asking.setdefault(term.position, {})[demand.id] = None
    kept = set(sorted(weight, key=lambda position: (-weight[position], position))[:MOST_POSITIONS])
    lines: dict[str, dict[int, None]] = {}
    for work in workout.works:
        for position in kept.intersection(catalog.movements[work.movement].positions):
            lines.setdefault(position, {})[work.line] = None
    return tuple(
        Position(
            id=position,
            name=catalog.positions[position].name,
            lines=tuple(lines[position]),
            demands=tuple(asking[position]),
            stops=_position_stops(position, profile, catalog),
            in_lab=catalog.positions[position].shape is not None,
            picture=picture_of_position(position, profile, catalog),
        )
        for position in _in_order(workout, catalog, kept)
    )


def _position_stops(position: str, profile: DemandProfile, catalog: Catalog) -> tuple[Stops, ...]:
    """Who is stopped by what, most first, and who holds last."""
    found = next((one for one in profile.positions if one.position == position), None)
    if found is None:
        return ()
    counts = found.counts
    holds = counts.pop(HOLDS)
    most_first = sorted(counts.items(), key=lambda one: (-one[1], one[0]))
    stopped = [
        Stops(what=motion, name=name_of(motion, catalog.demands), people=count)
        for motion, count in most_first
    ]
    return (*stopped, Stops(what=HOLDS, name="Holds", people=holds))


def _in_order(workout: Workout, catalog: Catalog, kept: set[str]) -> list[str]:
    """The positions as the board meets them."""
    met: dict[str, None] = {}
    for work in workout.works:
        met.update(dict.fromkeys(catalog.movements[work.movement].positions))
    return [position for position in met if position in kept]
