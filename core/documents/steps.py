"""steps: a list of items as a clock runs it, one go after the other, side by side. Worked out from the items'
own documents, so that sheets of earlier versions run too."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from typing import Any, Literal

from core.documents.base import Document

Side = Literal["left", "right"]
SIDES: tuple[Side, Side] = ("left", "right")


class Step(Document):
    """One go at one drill. item: its place in the list; start_s from the start of the list: what lies between
    two steps is the change-over. side: which is meant, null for both together. round, of rounds: which time;
    wave, of waves: which part of the class."""

    item: int
    start_s: int
    seconds: int
    side: Side | None
    round: int
    rounds: int
    wave: int
    waves: int


def steps_of(items: Sequence[Mapping[str, Any]]) -> tuple[Step, ...]:
    """The steps of a list of item documents, in order of time, from 0. Both sides share a turn's seconds, the
    one that needs more first."""
    steps = [step for place, item in enumerate(items) for step in _of_item(place, item)]
    steps.sort(key=lambda step: step.start_s)
    begins_s = steps[0].start_s if steps else 0
    return tuple(step.model_copy(update={"start_s": step.start_s - begins_s}) for step in steps)


def _of_item(place: int, item: Mapping[str, Any]) -> Iterable[Step]:
    turns = item.get("turns") or [(item["start_s"], item["seconds"])]
    waves = max(1, item["waves"])
    rounds = max(1, len(turns) // waves)
    for number, (start_s, seconds) in enumerate(turns):
        for side, after_s, lasts_s in _sides(item["dose"], seconds):
            yield Step(
                item=place,
                start_s=start_s + after_s,
                seconds=lasts_s,
                side=side,
                round=number // waves + 1,
                rounds=rounds,
                wave=number % waves + 1,
                waves=waves,
            )


def _sides(dose: Mapping[str, Any], seconds: int) -> list[tuple[Side | None, int, int]]:
    """Side, seconds after the turn began, and how long."""
    if not dose["per_side"] or seconds < len(SIDES):
        return [(None, 0, seconds)]
    first = dose.get("extra_side") or SIDES[0]
    other = SIDES[1] if first == SIDES[0] else SIDES[0]
    half_s = (seconds + 1) // 2
    return [(first, 0, half_s), (other, half_s, seconds - half_s)]
