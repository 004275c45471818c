"""derive: what a workout asks of the joints, each demand with the terms of its score."""

from __future__ import annotations

from collections.abc import Mapping

from core.catalog import Catalog
from core.catalog.rows import Kind
from core.demand import profile as value
from core.demand.profile import SHORTFALL_BANDS_DEG, DemandProfile
from core.documents.base import Degrees, Document, FineDegrees, Share
from core.documents.picture import Picture, picture_of_position
from core.documents.reading import Read, read_document
from core.lab import OPENS_WITH
from core.reading.workout import Workout

MOST_POSITIONS = 8
REACH_WEIGHS = 2  # of a position in the list of those that matter, beside other kinds; estimate


class Term(Document):
    """Why a demand scores: one position of one movement line."""

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
    range_deg: Degrees | None
    short_probability: Share | None
    shortfall_deg: FineDegrees | None
    shared_with: tuple[str, ...]
    counts: bool
    judged: bool
    people: int


class Standing(Document):
    """Where one person stands on one reach demand, at its hardest need."""

    name: str
    range_deg: Degrees
    required_deg: Degrees
    measured: bool
    short: bool
    short_probability: Share
    shortfall_deg: FineDegrees
    score: Share
    left_deg: Degrees | None
    right_deg: Degrees | None
    division: str | None


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
    """One demand of the session. prepared: what an earlier workout left ready, where one was given."""

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


class Derived(Read):
    """A text as read, and what it asks."""

    demands: tuple[Demand, ...]


class Position(Document):
    """A position the board passes through, the lines that do, and the demands it has a part in."""

    id: str
    name: str
    lines: tuple[int, ...]
    demands: tuple[str, ...]
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
    return Term.of(
        term, position_name=catalog.positions[term.position].name, in_lab=term.position in OPENS_WITH
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
            picture=picture_of_position(position, profile, catalog),
        )
        for position in _in_order(workout, catalog, kept)
    )


def _in_order(workout: Workout, catalog: Catalog, kept: set[str]) -> list[str]:
    """The positions as the board meets them."""
    met: dict[str, None] = {}
    for work in workout.works:
        met.update(dict.fromkeys(catalog.movements[work.movement].positions))
    return [position for position in met if position in kept]
