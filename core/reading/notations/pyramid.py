"""Up and down again: '1-10-1'."""

from __future__ import annotations

from collections.abc import Sequence

from core.reading.notations.notation import Example, Notation
from core.reading.scan import Scan
from core.reading.schemes import leads
from core.reading.workout import Format

LEAST_TOP = 4  # a lower top is a list of its own numbers; common practice
MOST_TOP = 30


def goes_up_and_down(values: Sequence[int]) -> bool:
    """Whether three numbers with dashes between them mean those between as well."""
    return len(values) == 3 and values[0] == values[2] == 1 and LEAST_TOP <= values[1] <= MOST_TOP


def read(scan: Scan) -> Format | None:
    """Three numbers that start and end with one and name the top between."""
    at = scan.at("scheme")
    if at is None or not leads(scan, at) or scan.has("sets", "measure", "rm"):
        return None
    values = [int(value) for value in scan.phrases[at].values]
    if "," in scan.phrases[at].text or not goes_up_and_down(values):
        return None
    scan.used.add(at)
    return Format(scheme=(*range(1, values[1] + 1), *range(values[1] - 1, 0, -1)))


NOTATION = Notation(
    name="up and down",
    meaning="one repetition, one more every round up to the number between, and down again",
    keys=frozenset(("scheme",)),
    read=read,
    rank=65,
    examples=(Example("1-5-1", Format(scheme=(1, 2, 3, 4, 5, 4, 3, 2, 1))),),
    counter_examples=("1-2-1", "1, 5, 1", "21-15-9"),
)
