"""Scores for every demand of a session, for a class and for each of its members, with their terms.

A score is a noisy-or over occurrences: ``1 - product(1 - severity * exposure)``. An occurrence is one
movement in the whole session, however many lines it has; of the positions it passes through only the
hardest counts (the others are kept, marked ``counts=False``). A class score is the mean of its members', so
it lies between their lowest and highest.
"""

from __future__ import annotations

from collections.abc import Hashable, Mapping, Sequence
from dataclasses import dataclass
from itertools import chain
from typing import Any

from core.catalog import Catalog, load_catalog
from core.catalog.rows import Movement, Position
from core.demand.exposure import amount, exposed, peak, relative_load
from core.demand.needs import AtPosition, Have, needs_of
from core.demand.people import Person, range_of, sides_of
from core.demand.scores import DemandProfile, DemandScore, DivisionScore, PositionStops, Standing, Term
from core.posture.shape import LIMITS
from core.reading.workout import Work, Workout

HOLD_SHARE = 0.45  # a hold everybody can take asks less than a range people lack; estimate
HOLD_UNLOADED = 0.6  # and this much of it without a load, all of it at one's best; estimate
SKILL_SHARE = 0.5  # and so do snaps and patterns; estimate
SPOT_SCORE = 0.005  # scores below this are noise and left out


@dataclass(frozen=True, slots=True)
class Occurrence:
    """One movement in the whole session: its lines, each with the name of its part."""

    row: Movement
    lines: tuple[tuple[str, Work], ...]

    def exposures(self, person: Person) -> tuple[float, float, float]:
        """Exposure at its positions, at those where the standard decides, and the heaviest share of one's
        best."""
        much = sum(amount(work, self.row, person) for _, work in self.lines)
        most = max(peak(work, self.row, person) for _, work in self.lines)
        loads = max(relative_load(work, self.row, person) for _, work in self.lines)
        return exposed(much, most), exposed(much, most, judged=True), min(1.0, loads)


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
    doing = [one.division or division for one in group]
    occurrences = {name: _occurrences(workout.for_division(name), catalog) for name in set(doing)}
    met = _met(group, doing, occurrences, catalog)
    profiles = [
        _person_terms(place, person, occurrences[does], met, catalog)
        for place, (person, does) in enumerate(zip(group, doing, strict=True))
    ]
    ids = {demand for profile in profiles for demand in profile}
    scores = [_class_score(demand, group, profiles, catalog, bool(people), doing) for demand in sorted(ids)]
    kept = [one for one in scores if one.score >= SPOT_SCORE]
    return DemandProfile(
        tuple(sorted(kept, key=lambda one: (-one.score, one.id))), _stops(doing, occurrences, met)
    )


def _occurrences(workout: Workout, catalog: Catalog) -> list[Occurrence]:
    lines: dict[str, list[tuple[str, Work]]] = {}
    for part in workout.parts:
        for work in part.work:
            lines.setdefault(work.movement, []).append((part.name, work))
    return [Occurrence(catalog.movements[movement], tuple(all_of)) for movement, all_of in lines.items()]


def _met(
    group: Sequence[Person],
    doing: Sequence[str | None],
    occurrences: Mapping[str | None, list[Occurrence]],
    catalog: Catalog,
) -> dict[tuple[int, str], AtPosition]:
    """(place in the group, position) -> what it asks there, for the positions of what each does."""
    having = [Have.of(person, catalog) for person in group]
    met: dict[tuple[int, str], AtPosition] = {}
    for name, all_of in occurrences.items():
        places = [place for place, does in enumerate(doing) if does == name]
        ids = dict.fromkeys(position for each in all_of for position in each.row.positions)
        rows = [_on_a_box(catalog.positions[position], all_of) for position in ids]
        found = needs_of([having[place] for place in places], rows)
        met.update({(places[place], position): asked for (place, position), asked in found.items()})
    return met


def _on_a_box(position: Position, occurrences: Sequence[Occurrence]) -> Position:
    """A foot on a box goes as high as the highest box that is stepped on; any other position is as it is."""
    heights = [
        height
        for each in occurrences
        if position.id in each.row.positions
        for _, work in each.lines
        for height in work.heights_m
    ]
    if not heights or position.shape is None or position.shape.family != "step-up":
        return position
    low, high = LIMITS["box_height_m"]
    height_m = min(high, max(low, *heights))
    return position.model_copy(update={"solved": {**(position.solved or {}), "box_height_m": height_m}})


def _stops(
    doing: Sequence[str | None],
    occurrences: Mapping[str | None, list[Occurrence]],
    met: Mapping[tuple[int, str], AtPosition],
) -> tuple[PositionStops, ...]:
    """What stops the people of a position, for the positions that ask a range of somebody."""
    order = dict.fromkeys(
        position for all_of in occurrences.values() for each in all_of for position in each.row.positions
    )
    found = []
    for position in order:
        own = [met[place, position] for place in range(len(doing)) if (place, position) in met]
        if not any(one.met for one in own):
            continue
        stopped: dict[str, float] = {}
        for one in own:
            for motion, chance in one.stops.items():
                stopped[motion] = stopped.get(motion, 0.0) + chance
        most_first = dict(sorted(stopped.items(), key=lambda item: (-item[1], item[0])))
        found.append(PositionStops(position, len(own), most_first, _typical(own)))
    return tuple(found)


def _typical(own: Sequence[AtPosition]) -> dict[str, float]:
    """The average range of those who pass through a position, by motion."""
    having: dict[str, list[float]] = {}
    for at in own:
        for one in at.met:
            having.setdefault(one.motion, []).append(one.has_deg)
    return {motion: _average(values) for motion, values in having.items()}


def _person_terms(
    place: int,
    person: Person,
    occurrences: Sequence[Occurrence],
    met: Mapping[tuple[int, str], AtPosition],
    catalog: Catalog,
) -> dict[str, list[Term]]:
    """demand id -> terms for one person. The first line of an occurrence stands for all of it."""
    found: dict[str, list[Term]] = {}
    for each in occurrences:
        share, judged_share, load = each.exposures(person)
        if share <= 0:
            continue
        row = each.row
        for position in row.positions:
            spot = catalog.positions[position]
            much = judged_share if spot.judged else share
            asked = met[place, position]
            stops = tuple(asked.stops.items())
            for one in asked.met:
                found.setdefault(one.motion, []).extend(
                    _terms(
                        each,
                        position,
                        one.severity,
                        much,
                        required_deg=one.least_deg,
                        comfortable_deg=one.comfortable_deg,
                        range_deg=one.has_deg,
                        chance_short=one.chance,
                        shortfall_deg=one.gap_deg,
                        shared_with=one.others,
                        stops=stops,
                        judged=spot.judged,
                    )
                )
            braced = HOLD_SHARE * (HOLD_UNLOADED + (1 - HOLD_UNLOADED) * load)
            for demand, severity in spot.holds.items():
                found.setdefault(demand, []).extend(
                    _terms(each, position, severity * braced, much, judged=spot.judged)
                )
        for demand, severity in (*row.snaps.items(), *row.patterns.items()):
            found.setdefault(demand, []).extend(_terms(each, row.positions[0], severity * SKILL_SHARE, share))
    return found


def _terms(each: Occurrence, position: str, severity: float, share: float, **asked: Any) -> list[Term]:
    """One term a line; the first carries the occurrence, the others show where else it is asked."""
    return [
        Term(
            work.movement,
            work.line,
            work.column,
            work.text,
            part,
            work.division,
            position,
            severity,
            share,
            counts=number == 0,
            **asked,
        )
        for number, (part, work) in enumerate(each.lines)
    ]


def _noisy_or(terms: Sequence[Term]) -> float:
    left = 1.0
    counted = _hardest(terms).values()
    for term in sorted(
        counted, key=lambda one: one.severity * one.exposure
    ):  # a fixed order, so the text's order cannot matter
        left *= 1 - term.severity * term.exposure
    return 1 - left


def _hardest(terms: Sequence[Term]) -> dict[Hashable, Term]:
    """The hardest term of every movement."""
    best: dict[Hashable, Term] = {}
    for term in terms:
        place = (term.movement, term.division)
        if term.counts and (place not in best or _weight(term) > _weight(best[place])):
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
                _standing(demand, person, max(terms, key=_weight), terms, score, does, catalog)
                for person, terms, score, does in zip(group, own, scores, doing, strict=True)
                if terms
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
        felt=_average([_felt(person, term) for person, term in zip(group, worst, strict=True)]),
    )


def _felt(person: Person, term: Term | None) -> float:
    """What somebody's answers make of the need of a demand: those on the position that asks most of it."""
    return person.felt_factor(term.position) if term else 1.0


def _standing(
    demand: str,
    person: Person,
    term: Term,
    terms: Sequence[Term],
    score: float,
    does: str | None,
    catalog: Catalog,
) -> Standing:
    """Where a person stands: by the hardest term of a reach they meet, and the most that any takes in
    comfort."""
    left_deg, right_deg = sides_of(person, demand)
    return Standing(
        key=person.key,
        name=person.name,
        range_deg=term.range_deg or 0.0,
        spread_deg=range_of(person, demand, catalog).sd_deg,
        required_deg=term.required_deg or 0.0,
        comfortable_deg=max(each.comfortable_deg or 0.0 for each in terms),
        text=term.text,
        measured=any(test.motion == demand for test in person.ranges),
        chance_short=term.chance_short or 0.0,
        shortfall_deg=term.shortfall_deg or 0.0,
        score=score,
        left_deg=left_deg,
        right_deg=right_deg,
        division=does,
        felt=_felt(person, term),
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
            round(sum(one.chance_short for one in standings if one.division == name)),
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
    counting = {id(term) for term in _hardest(merged).values()}
    merged = [term if id(term) in counting else term._replace(counts=False) for term in merged]
    return tuple(sorted(merged, key=lambda one: (-_weight(one)[0], one.line, one.column, one.position)))


def _mean(terms: list[Term]) -> Term:
    if len(terms) == 1:
        return terms[0]
    stops: dict[str, float] = {}
    for term in terms:
        for motion, chance in term.stops:
            stops[motion] = stops.get(motion, 0.0) + chance / len(terms)
    return terms[0]._replace(
        severity=_average([term.severity for term in terms]),
        exposure=_average([term.exposure for term in terms]),
        required_deg=_average_of([term.required_deg for term in terms]),
        comfortable_deg=_average_of([term.comfortable_deg for term in terms]),
        range_deg=_average_of([term.range_deg for term in terms]),
        chance_short=_average_of([term.chance_short for term in terms]),
        shortfall_deg=_average_of([term.shortfall_deg for term in terms]),
        stops=tuple(sorted(stops.items(), key=lambda one: (-one[1], one[0]))),
        people=len(terms),
    )


def _average(values: Sequence[float]) -> float:
    return sum(values) / len(values)


def _average_of(values: Sequence[float | None]) -> float | None:
    """The average where the terms have a value: all of them or none."""
    there = [value for value in values if value is not None]
    return _average(there) if there else None
