"""The lab's answer: the position solved for one person or an average, in numbers, in one sentence, and as a
figure."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from core.body.figure import Arc, Figure, arc, draw
from core.body.segments import LENGTH
from core.body.shortfall import Range
from core.catalog import Catalog, load_catalog
from core.catalog.rows import Demand
from core.demand.people import Person, adults_like, range_of
from core.lab.asked import LabAsk, LabRefused
from core.lab.changes import SHAPES_SAY, Change, changes_of
from core.lab.words import gives_way, name_of
from core.posture.body import Body, body_of
from core.posture.families import Postures, postures_of
from core.posture.figures import pose_of
from core.posture.lunge import longest_step_m
from core.posture.shape import Family, Shape
from core.posture.shapes import Ranges
from core.posture.stops import PROPORTIONS, TOLERANCE_DEG, Adults, Outcome, outcome
from core.testing.convert import reading_of

MOST_ARCS = 2
ARM_PARTS = ("upper_arm", "forearm", "hand")


@dataclass(frozen=True, slots=True)
class Margin:
    """One motion, or several that share an angle, degrees. used: by the posture drawn; least: that any
    posture needs with the other ranges there are (None where none would do); has: what there is."""

    motions: tuple[str, ...]
    used_deg: float
    least_deg: float | None
    has_deg: float

    @property
    def id(self) -> str:
        """The motion that carries it (the first of coupled ones)."""
        return self.motions[0]

    @property
    def in_hand_deg(self) -> float | None:
        """What is left over; below 0 it is missing."""
        return None if self.least_deg is None else self.has_deg - self.least_deg


@dataclass(frozen=True, kw_only=True, slots=True)
class LabAnswer:
    """A position solved. limiting: the motion that stops it, or is nearest to; "proportions" where no range
    would free it. stops: motions with their share of the blame, where it does not hold. measured: motions
    somebody measured or typed; unknown: what the answer does not know, in sentences. Lengths in metres."""

    family: Family
    figure: Figure
    arcs: tuple[Arc, ...]
    lean_deg: float
    holds: bool
    margins: tuple[Margin, ...]
    limiting: str
    stops: dict[str, float]
    changes: tuple[Change, ...]
    angles: dict[str, float]
    says: str
    ranges: dict[str, float]
    measured: tuple[str, ...]
    lengths_m: dict[str, float]
    height_m: float
    unknown: tuple[str, ...]


def ask_lab(ask: LabAsk, people: tuple[Person, ...], catalog: Catalog) -> LabAnswer:
    """The lab's answer for one person, or for the average of several (an unknown adult when none). Raises
    LabRefused."""
    ask.check()
    group = people or (Person(sex=ask.sex),)
    body = _body(ask, group)
    _check_step(ask, body)
    postures = postures_of(ask, [body])
    motions = postures.motions
    _check_motions(ask, motions, catalog)
    ranges = {motion: _range(motion, ask, group, catalog) for motion in motions}
    adults = {motion: _adults(motion, group, catalog) for motion in motions}
    has: Ranges = {motion: np.array([[one.mean_deg]]) for motion, one in ranges.items()}
    found = outcome(
        postures,
        has,
        {
            motion: Adults(np.array([[one.mean_deg]]), np.array([[one.sd_deg]]))
            for motion, one in adults.items()
        },
    )
    measured = {motion for motion in motions if motion in ask.ranges or _all_measured(motion, group)}
    holds = bool(found.holds[0, 0])
    stops = _stops(found) if not holds else {}
    place, x = postures.comfortable(_drawn_with(has, adults, stops))
    seen = {name: float(value[0, 0]) for name, value in postures.seen(place, x).items()}
    pose = pose_of(ask, seen, float(x[0, 0]), body)
    figure = draw(pose, _drawn_lengths(body))
    margins = _margins(postures, found, has, [float(each[0, 0]) for each in postures.used(place, x)])
    limiting = _leading(stops, has, adults) if stops else _nearest(margins)
    marks = (
        arc(pose, figure, margin.id, margin.used_deg, margin.has_deg)
        for margin in _by_room(margins)[:MOST_ARCS]
    )
    lean_deg = _lean(ask, seen, float(x[0, 0]))
    return LabAnswer(
        family=ask.family,
        figure=figure,
        arcs=tuple(mark for mark in marks if mark),
        lean_deg=lean_deg,
        holds=holds,
        margins=margins,
        limiting=limiting,
        stops=stops,
        changes=() if holds else changes_of(ask, body, postures, has, adults),
        angles={margin.id: margin.used_deg for margin in margins},
        says=_says(ask, holds, limiting, margins, seen, catalog.demands),
        ranges={motion: one.mean_deg for motion, one in ranges.items()},
        measured=tuple(sorted(measured)),
        lengths_m={name: share * body.height_m for name, share in _segments(body).items()},
        height_m=body.height_m,
        unknown=_unknown(ask, group, len(motions), len(motions) - len(measured)),
    )


def _range(motion: str, ask: LabAsk, group: tuple[Person, ...], catalog: Catalog) -> Range:
    """What is there of a motion: typed over, else the group's average."""
    if motion in ask.ranges:
        return Range(ask.ranges[motion], 0.0)
    ranges = [range_of(person, motion, catalog) for person in group]
    mean_deg = sum(each.mean_deg for each in ranges) / len(ranges)
    return Range(mean_deg, math.sqrt(sum(each.sd_deg**2 for each in ranges) / len(ranges)))


def _adults(motion: str, group: tuple[Person, ...], catalog: Catalog) -> Range:
    """What adults like these have of a motion."""
    norms = [adults_like(person, motion, catalog) for person in group]
    count = len(norms)
    return Range(sum(one.mean_deg for one in norms) / count, sum(one.sd_deg for one in norms) / count)


def _all_measured(motion: str, group: tuple[Person, ...]) -> bool:
    measured = ({test.motion for test in person.ranges} for person in group)
    return all(motion in motions for motions in measured)


def _body(ask: LabAsk, group: tuple[Person, ...]) -> Body:
    heights = [person.height_m for person in group if person.height_m]
    sexes = {person.sex for person in group}
    height_m = ask.height_m or (sum(heights) / len(heights) if heights else None)
    try:
        return body_of(height_m, sexes.pop() if len(sexes) == 1 else None, "winter", **ask.lengths_m)
    except ValueError as problem:
        wrong = next((name for name in ask.lengths_m if str(problem).startswith(name)), "")
        raise LabRefused(f"lengths_m.{wrong}", f"{problem}.") from problem


def _check_step(ask: LabAsk, body: Body) -> None:
    if ask.family == "lunge" and ask.step_length_m > longest_step_m(body, ask):
        most = f"these legs step up to {longest_step_m(body, ask):.2f} m"
        raise LabRefused("step_length_m", f"a step of {ask.step_length_m:.2f} m: {most}.")


def _check_motions(ask: LabAsk, motions: tuple[str, ...], catalog: Catalog) -> None:
    for motion in ask.ranges:
        if motion not in catalog.norms:
            known = ", ".join(motions)
            raise LabRefused(
                f"ranges.{motion}", f"The lab does not use '{motion}'; this position uses {known}."
            )


def _drawn_with(has: Ranges, adults: Mapping[str, Range], stops: Mapping[str, float]) -> Ranges:
    """Ranges a figure is drawn with: what there is; where it does not hold, as it would stand if what stops
    it gave as much as the better half of adults has (so that the arcs show what is missing)."""
    freed = has if PROPORTIONS in stops else {motion: has[motion] for motion in stops}
    more = {
        motion: np.maximum(degrees, adults[motion].mean_deg + adults[motion].sd_deg)
        for motion, degrees in freed.items()
    }
    return {**has, **more}


def _segments(body: Body) -> dict[str, float]:
    """Segments that can be measured, of height."""
    return {"shank": body.shank, "thigh": body.thigh, "trunk": body.trunk, "arm": body.arm}


def _drawn_lengths(body: Body) -> dict[str, float]:
    """Every segment of the figure, of height; the parts of the arm keep their shares of it."""
    usual_arm = LENGTH["upper_arm"] + LENGTH["forearm"] + LENGTH["hand"] / 2
    segments = _segments(body)
    arm = segments.pop("arm") / usual_arm
    return {**LENGTH, **segments, **{part: LENGTH[part] * arm for part in ARM_PARTS}}


def _margins(postures: Postures, found: Outcome, has: Ranges, used: list[float]) -> tuple[Margin, ...]:
    """A margin for every angle that is asked of motions; where a motion has two, the one that asks most."""
    margins: dict[tuple[str, ...], Margin] = {}
    for group, degrees in zip(postures.groups, used, strict=True):
        if not group.motions:
            continue
        first, *others = group.motions
        rest = sum(float(has[motion][0, 0]) for motion in others)
        least = float(found.least[first][0, 0]) + rest
        before = margins.get(group.motions)
        if before is None or degrees > before.used_deg:
            there = float(has[first][0, 0]) + rest
            margins[group.motions] = Margin(
                group.motions, degrees, None if math.isnan(least) else least, there
            )
    return tuple(margins.values())


def _by_room(margins: tuple[Margin, ...]) -> list[Margin]:
    """Least room first; those nothing can be said of last."""
    return sorted(margins, key=lambda one: math.inf if one.in_hand_deg is None else one.in_hand_deg)


def _nearest(margins: tuple[Margin, ...]) -> str:
    return _by_room(margins)[0].id


def _stops(found: Outcome) -> dict[str, float]:
    """Motions (or the proportions) and their share of the blame, most first."""
    shares = {motion: float(share[0, 0]) for motion, share in found.blame.items() if share[0, 0] > 0}
    return dict(sorted(shares.items(), key=lambda one: -one[1]))


def _leading(stops: Mapping[str, float], has: Ranges, adults: Mapping[str, Range]) -> str:
    """Of the motions that stop it the one that lies lowest among adults."""
    motions = [motion for motion in stops if motion != PROPORTIONS]
    return min(
        motions,
        key=lambda one: (float(has[one][0, 0]) - adults[one].mean_deg) / adults[one].sd_deg,
        default=PROPORTIONS,
    )


def _lean(shape: Shape, seen: Mapping[str, float], x: float) -> float:
    """Trunk from upright, forward positive."""
    trunk = {
        "hinge": lambda: seen["lean"],
        "dip": lambda: seen["lean"],
        "lockout": lambda: -seen["arch"],
        "bow": lambda: shape.lean_deg,
        "fold": lambda: seen["bend"] + seen["rounded"] / 2,
        "row": lambda: 0.0,
        "hang": lambda: -seen["trunk"],
        "l-hang": lambda: -seen["trunk"],
        "toes-to-bar": lambda: seen["shoulder"] - 180.0,
        "plank": lambda: 90.0 - seen["slope"],
        "push-up": lambda: 90.0 + seen["slope"],
        "handstand": lambda: seen["trunk"],
        "head-down": lambda: 0.0,
    }
    return trunk[shape.family]() if shape.family in trunk else x


def joined_name(motions: tuple[str, ...], demands: Mapping[str, Demand]) -> str:
    """'Shoulder flexion with upper back extension'."""
    first, *others = (demands[motion].name for motion in motions)
    return " with ".join((first, *(name.lower() for name in others)))


def change_words(change: Change, answer: LabAnswer, demands: Mapping[str, Demand]) -> str:
    """'a 15 mm heel'; '+6° of ankle bend (1.0 sd; about 3.4 cm at the wall)'."""
    if change.what in SHAPES_SAY:
        return SHAPES_SAY[change.what].format(change.amount)
    more = f"{change.sd:.1f} sd"
    if change.what == "ankle.dorsiflexion":
        more += f"; about {_at_the_wall_cm(change.amount, answer):.1f} cm at the wall"
    return f"+{change.amount:g}° of {demands[change.what].name.lower()} ({more})"


def _at_the_wall_cm(more_deg: float, answer: LabAnswer) -> float:
    """Degrees of ankle in centimetres of the lunge test, from what this body has."""
    test = load_catalog().range_tests["knee-to-wall"]
    body = body_of(answer.height_m, None, "winter", shank=answer.lengths_m["shank"])
    has_deg = answer.ranges["ankle.dorsiflexion"]
    return reading_of(test, has_deg + more_deg, body) - reading_of(test, has_deg, body)


def _says(
    ask: LabAsk,
    holds: bool,
    limiting: str,
    margins: tuple[Margin, ...],
    seen: Mapping[str, float],
    demands: Mapping[str, Demand],
) -> str:
    """The answer in one sentence, and one more where there is more to say."""
    position = name_of(ask)
    if limiting == PROPORTIONS:
        return f"The {position} does not hold: with these proportions no range that adults have frees it."
    margin = next(one for one in margins if limiting in one.motions)
    name = demands[limiting].name.lower()
    room = margin.in_hand_deg
    if not holds:
        missing = "" if room is None or room >= 0 else f": {-room:.0f}° are missing"
        return f"The {position} stops at {name}{missing}."
    spare = "just enough" if room is None or room < TOLERANCE_DEG else f"{room:.0f}° in hand"
    answer = f"This body holds the {position}; {name} is nearest its end, with {spare}."
    return f"{answer} {gives_way(ask.family, seen)}".rstrip()


def _unknown(ask: LabAsk, group: tuple[Person, ...], motions: int, guessed: int) -> tuple[str, ...]:
    """What the answer does not know. guessed: ranges nobody measured."""
    unknown: list[str] = []
    if guessed:
        of_all = f"{guessed} of {motions} ranges"
        unknown.append(f"{of_all} are the norm for age and sex, not measured.")
    if not ask.lengths_m:
        unknown.append("Segment lengths are adult averages of height; a tape measure beats them.")
    if len(group) > 1:
        unknown.append(
            "An average body is nobody's body: use it to see the direction, not to judge a person."
        )
    unknown.append(
        "Side view, both sides alike, slow and without pain: "
        "it explains training positions and predicts no injury."
    )
    return tuple(unknown)
