"""Rounds within a time: '5 rounds in 20 minutes'."""

from __future__ import annotations

from core.reading.notations.notation import Example, Notation
from core.reading.scan import Scan
from core.reading.tokens import seconds_of
from core.reading.workout import Format


def read(scan: Scan) -> Format | None:
    """A count of rounds, 'in', and the time they have to be done in."""
    at = scan.at("rounds")
    if at is None or scan.kind(at - 1) != "count" or scan.phrases[at - 1].pair:
        return None
    within = scan.phrases[at + 1] if scan.kind(at + 1) == "words" else None
    seconds = seconds_of(scan.phrases[at + 2]) if scan.kind(at + 2) in ("measure", "clock") else None
    if within is None or within.text.lower() not in ("in", "within") or seconds is None:
        return None
    scan.used |= {at - 1, at, at + 1, at + 2}
    return Format("rounds", rounds=scan.bounded(scan.phrases[at - 1].values[0]), cap_s=seconds, for_time=True)


NOTATION = Notation(
    name="rounds in a time",
    meaning="so many rounds for time, with the time as their cap",
    keys=frozenset(("rounds",)),
    read=read,
    rank=55,
    examples=(Example("5 rounds in 20 minutes:", Format("rounds", rounds=5, cap_s=1200, for_time=True)),),
    counter_examples=("5 rounds", "3 rounds of 2:00"),
)
