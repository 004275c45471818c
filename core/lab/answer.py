"""The lab's answer: the posture solved for one person or an average, in numbers, in one sentence, and as a
figure."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from core.body.figure import Arc, Figure, arc, draw
from core.body.segments import LENGTH
from core.body.shortfall import Range
from core.catalog import Catalog
from core.catalog.rows import Demand
from core.demand.people import Person, range_of
from core.lab.asked import MOTIONS, Family, LabAsk, LabRefused
from core.lab.families import SOLVERS, Solved
from core.posture import Body, body_of
from core.posture.margins import TOLERANCE_DEG, Change, Margin

MOST_ARCS = 2
ARM_PARTS = ("upper_arm", "forearm", "hand")


@dataclass(frozen=True, kw_only=True)
class LabAnswer:
    """A posture solved. measured: motions somebody measured or typed; unknown: what the answer does not
    know, in sentences. Lengths in metres."""

    family: Family
    figure: Figure
    arcs: tuple[Arc, ...]
    lean_deg: float
    holds: bool
    margins: tuple[Margin, ...]
    limiting: Margin
    changes: tuple[Change, ...]
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
    group = people or (Person(),)
    motions = MOTIONS[ask.family]
    has = {motion: _range(motion, ask, group, catalog) for motion in motions}
    measured = {motion for motion in motions if motion in ask.ranges or _all_measured(motion, group)}
    body = _body(ask, group)
    solved = SOLVERS[ask.family](ask, has, body)
    figure = draw(solved.pose, _drawn_lengths(body))
    return LabAnswer(
        family=ask.family,
        figure=figure,
        arcs=_arcs(solved, figure),
        lean_deg=solved.lean_deg,
        holds=solved.holds,
        margins=solved.margins,
        limiting=solved.limiting,
        changes=solved.changes,
        says=_says(solved, catalog.demands),
        ranges={motion: has[motion].mean_deg for motion in motions},
        measured=tuple(sorted(measured)),
        lengths_m={name: share * body.height_m for name, share in _segments(body).items()},
        height_m=body.height_m,
        unknown=_unknown(ask, group, len(motions) - len(measured)),
    )


def _range(motion: str, ask: LabAsk, group: tuple[Person, ...], catalog: Catalog) -> Range:
    """What is there of a motion: typed over, else the group's average."""
    if motion in ask.ranges:
        return Range(ask.ranges[motion], 0.0)
    ranges = [range_of(person, motion, catalog) for person in group]
    mean_deg = sum(each.mean_deg for each in ranges) / len(ranges)
    return Range(mean_deg, math.sqrt(sum(each.sd_deg**2 for each in ranges) / len(ranges)))


def _all_measured(motion: str, group: tuple[Person, ...]) -> bool:
    measured = ({test.motion for test in person.ranges} for person in group)
    return all(motion in motions for motions in measured)


def _body(ask: LabAsk, group: tuple[Person, ...]) -> Body:
    heights = [person.height_m for person in group if person.height_m]
    sexes = {person.sex for person in group}
    height_m = sum(heights) / len(heights) if heights else None
    try:
        return body_of(height_m, sexes.pop() if len(sexes) == 1 else None, "winter", **ask.lengths_m)
    except ValueError as problem:
        raise LabRefused("lengths_m", f"{problem}.") from problem


def _segments(body: Body) -> dict[str, float]:
    """Segments that can be measured, of height."""
    return {"shank": body.shank, "thigh": body.thigh, "trunk": body.trunk, "arm": body.arm}


def _drawn_lengths(body: Body) -> dict[str, float]:
    """Every segment of the figure, of height; the parts of the arm keep their shares of it."""
    usual_arm = LENGTH["upper_arm"] + LENGTH["forearm"] + LENGTH["hand"] / 2
    segments = _segments(body)
    arm = segments.pop("arm") / usual_arm
    return {**LENGTH, **segments, **{part: LENGTH[part] * arm for part in ARM_PARTS}}


def _arcs(solved: Solved, figure: Figure) -> tuple[Arc, ...]:
    """The arcs of the motions nearest their end."""
    tightest = sorted(solved.margins, key=lambda margin: margin.margin_deg)[:MOST_ARCS]
    marks = (arc(solved.pose, figure, margin.id, margin.needs_deg, margin.has_deg) for margin in tightest)
    return tuple(mark for mark in marks if mark)


def joined_name(margin: Margin, demands: Mapping[str, Demand]) -> str:
    """'Shoulder flexion with upper back extension'."""
    first, *others = (demands[motion].name for motion in margin.motions)
    return " with ".join((first, *(name.lower() for name in others)))


def _says(solved: Solved, demands: Mapping[str, Demand]) -> str:
    """The answer in one sentence, and one more where there is more to say."""
    name = joined_name(solved.limiting, demands).lower()
    missing_deg = -solved.limiting.margin_deg
    if not solved.holds:
        answer = f"The {solved.says} stops at {name}: {missing_deg:.0f}° are missing."
    elif missing_deg > TOLERANCE_DEG:
        short = f"{name} is {missing_deg:.0f}° short of what keeps it upright"
        answer = f"This body holds the {solved.says}, but only by {solved.gives}: {short}."
    else:
        in_hand = f"{name} is nearest its end, with {-missing_deg:.0f}° in hand"
        answer = f"This body holds the {solved.says}; {in_hand}."
    return f"{answer} {solved.extra}".rstrip()


def _unknown(ask: LabAsk, group: tuple[Person, ...], guessed: int) -> tuple[str, ...]:
    """What the answer does not know. guessed: ranges nobody measured."""
    unknown: list[str] = []
    if guessed:
        of_all = f"{guessed} of {len(MOTIONS[ask.family])} ranges"
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
