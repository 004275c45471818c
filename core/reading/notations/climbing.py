"""A ladder in words, whose rungs stand on another line: 'Ascending ladder, 9 minutes:'."""

from __future__ import annotations

from core.reading.notations.notation import Example, Notation
from core.reading.scan import Scan
from core.reading.tokens import seconds_of
from core.reading.workout import Format

_COMES_DOWN = "descend"  # what comes down has an end


def read(scan: Scan) -> Format | None:
    """The word, with the time it lasts where one is said."""
    at = scan.at("ladder-word")
    if at is None or any(scan.phrases[one].kind == "words" and not scan.is_filler(one) for one in scan.free):
        return None
    scan.used.add(at)
    time = next(
        (place for place in scan.free if seconds_of(scan.phrases[place]) and place not in scan.used), None
    )
    if time is None:
        return Format()
    scan.used.add(time)
    seconds = seconds_of(scan.phrases[time]) or 0
    capped = next((one for one in (time + 1, time - 1) if scan.kind(one) == "cap"), None)
    if capped is not None or _COMES_DOWN in scan.phrases[at].text.lower():
        scan.used |= {capped} if capped is not None else set()
        return Format(cap_s=seconds)
    return Format("as-many-as-possible", minutes=seconds / 60)


NOTATION = Notation(
    name="a ladder in words",
    meaning="the repetitions rise as the next line says, until the time is up",
    keys=frozenset(("ladder-word",)),
    read=read,
    rank=80,
    examples=(
        Example("Ascending ladder, 9 minutes:", Format("as-many-as-possible", minutes=9)),
        Example("descending:", Format()),
        Example("Descending ladder, 12 minute limit", Format(cap_s=720)),
        Example("Ladder, 12 min cap", Format(cap_s=720)),
    ),
    counter_examples=("clean ladder: 1 rep every 45 seconds",),
)
