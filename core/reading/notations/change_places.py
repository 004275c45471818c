"""One place of a list after the other for so long each: '60 min, change every 10 min: bike / row / ski'."""

from __future__ import annotations

import re

from core.reading.notations.notation import Example, Notation
from core.reading.scan import Scan
from core.reading.tokens import seconds_of
from core.reading.workout import Format

_EVERY = re.compile(
    r"(?:change|switch|swap|rotate)\w*\s+every\s+(\d{1,3})\s*(?:min(?:ute)?s?|')", re.IGNORECASE
)


def read(scan: Scan) -> Format | None:
    """The time of all of it, and how long each place is worked."""
    at = scan.at("share")
    said = _EVERY.fullmatch(scan.phrases[at].text) if at is not None else None
    first = seconds_of(scan.phrases[0]) if scan.phrases else None
    if at is None or said is None or not first or scan.kind(at + 1) != "colon":
        return None
    each_s = int(said[1]) * 60
    if (
        first <= each_s
        or first % each_s
        or not any(one.kind in ("slash", "comma") for one in scan.phrases[at:])
    ):
        return None
    scan.used |= {0, at}
    return Format("intervals", work_s=each_s, rounds=scan.bounded(first // each_s), rest_s=0)


NOTATION = Notation(
    name="change places",
    meaning="every place of the list is worked for so long, one after the other, until the time is up",
    keys=frozenset(("share",)),
    read=read,
    rank=24,
    examples=(
        Example(
            "60 min steady, change every 10 min: bike / row / ski",
            Format("intervals", work_s=600, rest_s=0, rounds=6),
        ),
    ),
    counter_examples=("in pairs, change every 2 min",),
)
