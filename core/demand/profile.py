"""Scores for every demand of a session, for a class and for each of its members, with their terms.

A score is a noisy-or over occurrences: ``1 - product(1 - severity * exposure)``. An occurrence is one
movement line; of the positions it passes through only the hardest counts (the others are kept, marked
``counts=False``). A class score is the mean of its members', so it lies between their lowest and highest.
Coupled motions share one need (overhead = shoulder flexion plus upper back extension; the front rack = both
with half the outward turn of the shoulder).
"""

from __future__ import annotations

import math
from collections.abc import Callable, Hashable, Sequence
from dataclasses import dataclass
from itertools import chain
from typing import NamedTuple

from core.body.shortfall import Range, expected_shortfall_deg, short_probability
from core.catalog import Catalog, load_catalog
from core.catalog.rows import Kind, Movement, Need
from core.demand.exposure import exposure
from core.demand.people import Person, range_of, sides_of
from core.reading.workout import Work, Workout

RESERVE_DEG = {"free": 0.0, "loaded": 3.0, "ballistic": 5.0}  # degrees in hand; estimate
SHORTFALL_SCALE_DEG = 10.0  # an expected shortfall of this size is severe; estimate
SHORT_FROM = 0.5  # more likely short than not
COUPLED_SHARE = 0.6  # a motion that helps another carries this much of the shared need; estimate
HOLD_SHARE = 0.5  # a hold everybody can take asks less than a range people lack; estimate
SKILL_SHARE = 0.7  # and so do snaps and patterns; estimate
# as good as none, a little, clearly; a goniometer cannot tell less than 5 (clinical rule)
SHORTFALL_BANDS_DEG = (0.5, 5.0, 10.0)
SPOT_SCORE = 0.02  # scores below this are noise and left out


class Term(NamedTuple):
    """Why a demand scores: one position of one movement line. Angles in degrees, None where no angle is
    asked.

    judged: a repetition is decided here. people: how many of the class meet it (those of its division).
    """

    movement: str
    line: int
    column: int
    text: str
    part: str
    division: str | None
    position: str
    severity: float
    exposure: float
    required_deg: float | None = None
    range_deg: float | None = None
    short_probability: float | None = None
    shortfall_deg: float | None = None
    shared_with: tuple[str, ...] = ()
    counts: bool = True
    judged: bool = False
    people: int = 1


@dataclass(frozen=True, slots=True)
class Standing:
    """Where one person stands on one reach demand, at its hardest need. left_deg and right_deg where they
    were measured."""

    key: str
    name: str
    range_deg: float
    required_deg: float
    measured: bool
    short_probability: float
    shortfall_deg: float
    score: float
    left_deg: float | None = None
    right_deg: float | None = None
    division: str | None = None

    @property
    def short(self) -> bool:
        """More likely short than not: the one rule by which people are counted as short."""
        return self.short_probability >= SHORT_FROM


@dataclass(frozen=True, slots=True)
class DivisionScore:
    """What a demand scores among the people of one division; short: how many of them are (reach only)."""

    division: str | None
    people: int
    score: float
    short: int


@dataclass(frozen=True, slots=True)
class DemandScore:
    """One demand of the session. ``score`` in [0, 1]; ``people`` is empty for anyone-in-particular;
    ``divisions`` is empty when everybody does the same."""

    id: str
    kind: Kind
    score: float
    shortfall_deg: float
    required_deg: float | None
    terms: tuple[Term, ...]
    people: tuple[Standing, ...]
    divisions: tuple[DivisionScore, ...] = ()

    @property
    def short_count(self) -> int:
        """People more likely short than not."""
        return sum(1 for one in self.people if one.short)

    @property
    def shortfall_counts(self) -> tuple[int, ...]:
        """How many people expect a shortfall up to each of SHORTFALL_BANDS_DEG, and how many more than the
        last."""
        counts = [0] * (len(SHORTFALL_BANDS_DEG) + 1)
        for one in self.people:
            counts[sum(one.shortfall_deg > band for band in SHORTFALL_BANDS_DEG)] += 1
        return tuple(counts)


@dataclass(frozen=True, slots=True)
class DemandProfile:
    """Demands in order of score, highest first."""

    demands: tuple[DemandScore, ...]

    def score(self, demand: str) -> float:
        return next((one.score for one in self.demands if one.id == demand), 0.0)


def reach_severity(available: Range, required_deg: float) -> float:
    """Severity in [0, 1] of needing a range: half likelihood, half size of the shortfall. Never falls with
    degrees."""
    return _severity(
        short_probability(available, required_deg), expected_shortfall_deg(available, required_deg)
    )


def _severity(likely: float, gap_deg: float) -> float:
    return 0.5 * likely + 0.5 * (1 - math.exp(-gap_deg / SHORTFALL_SCALE_DEG))


def derive(
    workout: Workout,
    people: Sequence[Person] = (),
    division: str | None = None,
    catalog: Catalog | None = None,
) -> DemandProfile:
    """What a workout asks of these people (an unknown adult when none are named).

    Each person does ``person.division`` when set, else ``division``. Returns demands highest first.
    """
    catalog = catalog or load_catalog()
    group = tuple(people) or (Person(),)
    by_division = {
        key: _occurrences(workout.for_division(key), catalog)
        for key in {one.division or division for one in group}
    }
    profiles = [_person_terms(one, by_division[one.division or division], catalog) for one in group]
    ids = {demand for profile in profiles for demand in profile}
    named = [one.division or division for one in group]
    scores = [_class_score(demand, group, profiles, catalog, bool(people), named) for demand in sorted(ids)]
    kept = [one for one in scores if one.score >= SPOT_SCORE]
    return DemandProfile(tuple(sorted(kept, key=lambda one: (-one.score, one.id))))


def _occurrences(workout: Workout, catalog: Catalog) -> list[tuple[str, Work, Movement]]:
    return [
        (part.name, work, catalog.movements[work.movement]) for part in workout.parts for work in part.work
    ]


def _person_terms(
    person: Person, occurrences: list[tuple[str, Work, Movement]], catalog: Catalog
) -> dict[str, list[Term]]:
    """demand id -> terms for one person."""
    found: dict[str, list[Term]] = {}
    ranges: dict[str, Range] = {}
    met: dict[str, list[Met]] = {}  # position -> its needs as this person meets them

    def have(motion: str) -> Range:
        if motion not in ranges:
            ranges[motion] = range_of(person, motion, catalog)
        return ranges[motion]

    for part, work, row in occurrences:
        share = exposure(work, row, person)
        if share <= 0:
            continue
        place = (work.movement, work.line, work.column, work.text, part, work.division)
        judged_share = exposure(work, row, person, judged=True)
        for position in row.positions:
            spot = catalog.positions[position]
            much = judged_share if spot.judged else share
            if position not in met:
                met[position] = [one for need in spot.needs for one in _met(need, have)]
            for motion, severity, required, own, likely, gap, others in met[position]:
                found.setdefault(motion, []).append(
                    Term(
                        *place,
                        position,
                        severity,
                        much,
                        required,
                        own,
                        likely,
                        gap,
                        others,
                        judged=spot.judged,
                    )
                )
            for demand, severity in spot.holds.items():
                found.setdefault(demand, []).append(
                    Term(*place, position, severity * HOLD_SHARE, much, judged=spot.judged)
                )
        for demand, severity in (*row.snaps.items(), *row.patterns.items()):
            found.setdefault(demand, []).append(Term(*place, row.positions[0], severity * SKILL_SHARE, share))
    return found


class Met(NamedTuple):
    """A need as one person meets it with one of the motions that share it: its severity, the degrees left
    to that motion by the others, what the person has, the chance and the size of a shortfall, and the
    other motions."""

    motion: str
    severity: float
    required_deg: float
    has_deg: float
    likely: float
    gap_deg: float
    others: tuple[str, ...]


def _met(need: Need, have: Callable[[str], Range]) -> list[Met]:
    """A need as one person meets it, for every motion that shares it."""
    together = Range(0.0, 0.0)
    for motion, weight in need.shares:
        together = together + have(motion) * weight
    required = need.deg + RESERVE_DEG[need.quality]
    likely, gap = short_probability(together, required), expected_shortfall_deg(together, required)
    severity = _severity(likely, gap)
    found = []
    for index, (motion, weight) in enumerate(need.shares):
        own = have(motion).mean_deg
        left = (required - (together.mean_deg - own * weight)) / weight
        found.append(
            Met(
                motion,
                severity * (COUPLED_SHARE if index else 1.0),
                round(left, 1),
                round(own, 1),
                likely,
                gap / weight,
                tuple(other for other in need.motions if other != motion),
            )
        )
    return found


def _noisy_or(terms: Sequence[Term]) -> float:
    left = 1.0
    counted = _hardest(terms).values()
    for term in sorted(
        counted, key=lambda one: one.severity * one.exposure
    ):  # a fixed order, so the text's order cannot matter
        left *= 1 - term.severity * term.exposure
    return 1 - left


def _hardest(terms: Sequence[Term]) -> dict[Hashable, Term]:
    """The hardest term of every movement line."""
    best: dict[Hashable, Term] = {}
    for term in terms:
        place = (term.line, term.column, term.movement, term.division, term.part)
        if place not in best or _weight(term) > _weight(best[place]):
            best[place] = term
    return best


def _class_score(
    demand: str,
    group: Sequence[Person],
    profiles: list[dict[str, list[Term]]],
    catalog: Catalog,
    named: bool,
    doing: Sequence[str | None],
) -> DemandScore:
    kind = catalog.demands[demand].kind
    own = [profile.get(demand, []) for profile in profiles]
    scores = [_noisy_or(terms) for terms in own]
    standings: tuple[Standing, ...] = ()
    required = None
    worst = [max(terms, key=_weight) if terms else None for terms in own]
    if kind == "reach":
        asked = [term.required_deg for term in worst if term and term.required_deg is not None]
        required = _average(asked)
        if named:
            standings = tuple(
                _standing(demand, person, term, score, does)
                for person, term, score, does in zip(group, worst, scores, doing, strict=True)
                if term
            )
    shortfall = max((term.shortfall_deg or 0.0 for term in chain.from_iterable(own)), default=0.0)
    if named:
        shortfall = _average([standing.shortfall_deg for standing in standings]) if standings else 0.0
    score = min(max(sum(scores) / len(group), min(scores)), max(scores))
    return DemandScore(
        demand,
        kind,
        score,
        shortfall,
        required,
        _merge(own),
        standings,
        _by_division(doing, scores, standings),
    )


def _standing(demand: str, person: Person, term: Term, score: float, does: str | None) -> Standing:
    """Where a person stands, from the hardest term of a reach they meet."""
    left_deg, right_deg = sides_of(person, demand)
    return Standing(
        key=person.key,
        name=person.name,
        range_deg=term.range_deg or 0.0,
        required_deg=term.required_deg or 0.0,
        measured=any(test.motion == demand for test in person.ranges),
        short_probability=term.short_probability or 0.0,
        shortfall_deg=term.shortfall_deg or 0.0,
        score=score,
        left_deg=left_deg,
        right_deg=right_deg,
        division=does,
    )


def _by_division(
    doing: Sequence[str | None], scores: Sequence[float], standings: Sequence[Standing]
) -> tuple[DivisionScore, ...]:
    """The demand apart for each division people do, most people first; empty when there is only one."""
    names = sorted(set(doing), key=lambda name: (-doing.count(name), name or ""))
    if len(names) < 2:
        return ()
    own = {
        name: [score for does, score in zip(doing, scores, strict=False) if does == name] for name in names
    }
    return tuple(
        DivisionScore(
            name,
            len(own[name]),
            sum(own[name]) / len(own[name]),
            sum(one.short for one in standings if one.division == name),
        )
        for name in names
    )


def _weight(term: Term) -> tuple[float, float]:
    return (term.severity * term.exposure, term.required_deg or 0.0)


def _merge(own: list[list[Term]]) -> tuple[Term, ...]:
    """Terms of the whole class: one a place and position, averaged over the people who meet it, strongest
    first."""
    groups: dict[Hashable, list[Term]] = {}
    for terms in own:
        for term in terms:
            groups.setdefault(
                (term.line, term.column, term.movement, term.position, term.shared_with, term.division), []
            ).append(term)
    merged = [_mean(terms) for terms in groups.values()]
    hardest = _hardest(merged)
    counting = {id(term) for term in hardest.values()}
    merged = [term if id(term) in counting else term._replace(counts=False) for term in merged]
    return tuple(sorted(merged, key=lambda one: (-_weight(one)[0], one.line, one.column, one.position)))


def _mean(terms: list[Term]) -> Term:
    if len(terms) == 1:
        return terms[0]
    first = terms[0]
    return first._replace(
        severity=_average([term.severity for term in terms]),
        exposure=_average([term.exposure for term in terms]),
        required_deg=_average_of([term.required_deg for term in terms]),
        range_deg=_average_of([term.range_deg for term in terms]),
        short_probability=_average_of([term.short_probability for term in terms]),
        shortfall_deg=_average_of([term.shortfall_deg for term in terms]),
        people=len(terms),
    )


def _average(values: Sequence[float]) -> float:
    return sum(values) / len(values)


def _average_of(values: Sequence[float | None]) -> float | None:
    """The average where the terms have a value: all of them or none."""
    there = [value for value in values if value is not None]
    return _average(there) if there else None
