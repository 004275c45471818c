"""Joints across days: what a day asks of each, and the days on end that ask much of the same one."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from typing import Literal, NamedTuple

Joint = Literal[
    "neck", "shoulder", "elbow", "wrist", "grip", "upper-back", "low-back", "hip", "knee", "ankle"
]
JOINTS: dict[Joint, str] = {
    "neck": "Neck",
    "shoulder": "Shoulders",
    "elbow": "Elbows",
    "wrist": "Wrists",
    "grip": "Grip",
    "upper-back": "Upper back",
    "low-back": "Low back and trunk",
    "hip": "Hips",
    "knee": "Knees",
    "ankle": "Ankles and feet",
}
HARD = 0.4  # of a joint, from which a day works it hard; estimate
RUN_DAYS = 4  # on end, from which it has to be said; common practice
_OF: dict[str, Joint] = {
    "neck": "neck",
    "shoulder": "shoulder",
    "scapula": "shoulder",
    "elbow": "elbow",
    "wrist": "wrist",
    "grip": "grip",
    "thoracic": "upper-back",
    "spine": "low-back",
    "lumbar": "low-back",
    "trunk": "low-back",
    "hip": "hip",
    "knee": "knee",
    "ankle": "ankle",
    "toe": "ankle",
}


def joint_of(demand: str) -> Joint | None:
    """The joint a demand asks something of; None for a pattern, which asks of many."""
    return _OF.get(demand.partition(".")[0])


def joint_loads(asks: Mapping[str, float]) -> dict[Joint, float]:
    """What demands ask of each joint together, 0..1: a noisy-or, as scores are put together everywhere."""
    left: dict[Joint, float] = {}
    for demand, score in sorted(asks.items()):
        joint = joint_of(demand)
        if joint is not None:
            left[joint] = left.get(joint, 1.0) * (1 - min(1.0, max(0.0, score)))
    return {joint: 1 - rest for joint, rest in left.items()}


class Run(NamedTuple):
    """Days on end that work a joint hard, as places from 0; both ends count."""

    joint: Joint
    first: int
    last: int

    @property
    def days(self) -> int:
        """How many."""
        return self.last - self.first + 1


def runs_of(days: Sequence[Mapping[Joint, float]], least: int = RUN_DAYS) -> tuple[Run, ...]:
    """Every run of at least so many days, the longest first."""
    runs = [run for joint in JOINTS for run in _runs(joint, days) if run.days >= least]
    return tuple(sorted(runs, key=lambda run: (-run.days, run.first, run.joint)))


def _runs(joint: Joint, days: Sequence[Mapping[Joint, float]]) -> Iterator[Run]:
    first: int | None = None
    for place, loads in enumerate([*days, {}]):
        hard = loads.get(joint, 0.0) >= HARD
        if hard and first is None:
            first = place
        if not hard and first is not None:
            yield Run(joint, first, place - 1)
            first = None
