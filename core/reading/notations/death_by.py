"""One repetition more every minute."""

from __future__ import annotations

from core.reading.notations.notation import Example, Notation
from core.reading.scan import Scan
from core.reading.workout import Format

RISING = Format("every-minute", interval_s=60, scheme=(1,), ladder_step=1)


def read(scan: Scan) -> Format | None:
    """'Death by burpees'."""
    at = scan.at("death-by")
    if at is None:
        return None
    scan.used.add(at)
    return RISING


NOTATION = Notation(
    name="rising minutes",
    meaning="one repetition in the first minute, one more in every minute after",
    keys=frozenset(("death-by",)),
    read=read,
    rank=10,
    examples=(Example("death by burpees", RISING), Example("Death by: 10 m shuttle runs", RISING)),
    counter_examples=("10 burpees",),
)
