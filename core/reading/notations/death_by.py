"""One repetition more every minute."""

from __future__ import annotations

from dataclasses import replace

from core.reading.notations.notation import Example, Notation
from core.reading.phrases import PAIR
from core.reading.scan import Scan
from core.reading.workout import Format

RISING = Format("every-minute", interval_s=60, scheme=(1,), ladder_step=1)


def read(scan: Scan) -> Format | None:
    """'Death by burpees'."""
    at = scan.at("death-by")
    if at is None:
        return None
    scan.used.add(at)
    rungs = scan.at("ladder")
    if rungs is None or len(scan.phrases[rungs].values) < PAIR:
        return RISING
    first, second = (int(one) for one in scan.phrases[rungs].values[:PAIR])
    if first >= second:
        return RISING
    scan.used.add(rungs)
    return replace(RISING, scheme=(first,), ladder_step=second - first)


NOTATION = Notation(
    name="rising minutes",
    meaning="one repetition in the first minute, one more in every minute after",
    keys=frozenset(("death-by",)),
    read=read,
    rank=10,
    examples=(
        Example("death by burpees", RISING),
        Example("Death by: 10 m shuttle runs", RISING),
        Example("death by burpees, 4-6-8...", replace(RISING, scheme=(4,), ladder_step=2)),
    ),
    counter_examples=("10 burpees",),
)
