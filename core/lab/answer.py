"""The lab's answer: the posture solved for one person or an average, in numbers, in one sentence, and as a figure."""

from __future__ import annotations

import math

from core.body.figure import arc, draw
from core.body.pose import Pose
from core.body.segments import LENGTH
from core.body.shortfall import Range
from core.catalog import Catalog
from core.demand.people import Person, range_of
from core.lab.asked import MOTIONS, LabAsk, LabRefused
from core.lab.families import SOLVERS, Solved
from core.pictures import figure_picture
from core.posture import Body, body_of
from core.posture.margins import TOLERANCE_DEG, Margin


def ask_lab(ask: LabAsk, people: tuple[Person, ...], catalog: Catalog) -> dict:
    """The lab's answer for one person, or for the average of several (an unknown adult when none). Raises LabRefused."""
    ask.check()
    group = people or (Person(),)
    has, measured = _ranges(ask, group, catalog)
    body = _body(ask, group)
    found = SOLVERS[ask.family](ask, has, body)
    names = catalog.demands
    return {
        "family": ask.family,
        "picture": _picture(found.pose, found.margins, body),
        "lean_deg": round(found.lean_deg, 1),
        "holds": found.holds,
        "margins": [_margin(one, names, measured) for one in found.margins],
        "limiting": found.limiting.id,
        "limiting_name": names[found.limiting.id].name,
        "changes": [change.words() for change in found.changes],
        "says": _says(found, names),
        "ranges": {motion: round(has[motion].mean_deg, 1) for motion in MOTIONS[ask.family]},
        "measured": sorted(measured),
        "lengths_m": {
            name: round(getattr(body, name) * body.height_m, 3) for name in ("shank", "thigh", "trunk", "arm")
        },
        "height_m": body.height_m,
        "unknown": _unknown(ask, group, measured),
    }


def _ranges(ask: LabAsk, group: tuple[Person, ...], catalog: Catalog) -> tuple[dict[str, Range], set[str]]:
    """What is there of each motion (typed over, else the group's average), and the motions somebody measured or typed."""
    has, measured = {}, set()
    for motion in MOTIONS[ask.family]:
        if motion in ask.ranges:
            has[motion] = Range(ask.ranges[motion], 0.0)
            measured.add(motion)
            continue
        own = [range_of(one, motion, catalog) for one in group]
        has[motion] = Range(
            sum(one.mean_deg for one in own) / len(own),
            math.sqrt(sum(one.sd_deg**2 for one in own) / len(own)),
        )
        if all(any(row.motion == motion for row in one.ranges) for one in group):
            measured.add(motion)
    return has, measured


def _body(ask: LabAsk, group: tuple[Person, ...]) -> Body:
    heights = [one.height_m for one in group if one.height_m]
    sexes = {one.sex for one in group}
    height = sum(heights) / len(heights) if heights else None
    try:
        return body_of(height, sexes.pop() if len(sexes) == 1 else None, **ask.lengths_m)
    except ValueError as problem:
        raise LabRefused("lengths_m", f"{problem}.") from problem


def _picture(pose: Pose, margins: tuple[Margin, ...], body: Body) -> dict:
    arm = body.arm / (LENGTH["upper_arm"] + LENGTH["forearm"] + LENGTH["hand"] / 2)
    lengths = {
        **LENGTH,
        "shank": body.shank,
        "thigh": body.thigh,
        "trunk": body.trunk,
        **{name: LENGTH[name] * arm for name in ("upper_arm", "forearm", "hand")},
    }
    figure = draw(pose, lengths)
    tightest = sorted(margins, key=lambda one: one.margin_deg)[:2]
    arcs = [found for one in tightest if (found := arc(pose, figure, one.id, one.needs_deg, one.has_deg))]
    return figure_picture(figure, arcs)


def _joined(one: Margin, names) -> str:
    """'Shoulder flexion with upper back extension'."""
    return " with ".join(
        names[motion].name.lower() if index else names[motion].name
        for index, motion in enumerate(one.motions)
    )


def _margin(one: Margin, names, measured: set[str]) -> dict:
    return {
        "id": one.id,
        "name": _joined(one, names),
        "motions": list(one.motions),
        "needs_deg": round(one.needs_deg, 1),
        "has_deg": round(one.has_deg, 1),
        "margin_deg": round(one.margin_deg, 1),
        "measured": set(one.motions) <= measured,
    }


def _says(found: Solved, names) -> str:
    """The answer in one sentence, and one more where there is more to say."""
    name, missing = _joined(found.limiting, names).lower(), -found.limiting.margin_deg
    if found.holds and missing > TOLERANCE_DEG:
        answer = f"This body holds the {found.says}, but only by {found.gives}: {name} is {missing:.0f}° short of what keeps it upright."
    elif found.holds:
        answer = f"This body holds the {found.says}; {name} is nearest its end, with {-missing:.0f}° in hand."
    else:
        answer = f"The {found.says} stops at {name}: {missing:.0f}° are missing."
    return f"{answer} {found.extra}".rstrip()


def _unknown(ask: LabAsk, group: tuple[Person, ...], measured: set[str]) -> list[str]:
    """What the answer does not know."""
    found = []
    guessed = [motion for motion in MOTIONS[ask.family] if motion not in measured]
    if guessed:
        found.append(
            f"{len(guessed)} of {len(MOTIONS[ask.family])} ranges are the norm for age and sex, not measured."
        )
    if not ask.lengths_m:
        found.append("Segment lengths are adult averages of height; a tape measure beats them.")
    if len(group) > 1:
        found.append("An average body is nobody's body: use it to see the direction, not to judge a person.")
    found.append(
        "Side view, both sides alike, slow and without pain: it explains training positions and predicts no injury."
    )
    return found
