"""Eight times twenty seconds on and ten off, by its usual short name."""

from __future__ import annotations

import re
from dataclasses import replace

from core.reading.notations.notation import Example, Notation
from core.reading.scan import Scan
from core.reading.tokens import seconds_of
from core.reading.workout import Format

TWENTY_TEN = Format("intervals", rounds=8, work_s=20, rest_s=10)
PAIR = (20.0, 10.0)
WHOLE_S = 240  # of eight times thirty seconds
_SAYS_THE_SAME = ("sets", "open", "close", "count", "slash", "x", "of", "each")


def read(scan: Scan) -> Format | None:
    """The name, and what stands beside it that says the same again."""
    at = scan.at("tabata")
    if at is None:
        return None
    scan.used.add(at)
    place = at + 1
    while scan.kind(place) in _SAYS_THE_SAME and not (
        scan.kind(place) == "count" and scan.kind(place + 1) == "words"
    ):
        scan.used.add(place)
        place += 1
    if (
        scan.kind(place) == "comma"
        and scan.kind(place + 1) == "measure"
        and scan.phrases[place + 1].unit == "min"
    ):
        scan.used |= {place, place + 1}
    pairs = [one for one in scan.free if scan.kind(one) == "sets" and one not in scan.used]
    scan.used |= {
        one for one in pairs if sorted(map(int, re.findall(r"\d+", scan.phrases[one].text))) == [8, 10, 20]
    }
    whole = (one for one in scan.free if one > at and seconds_of(scan.phrases[one]) == WHOLE_S)
    scan.used |= set(whole)  # "squats, 4 min"
    for one in scan.free:
        if (
            scan.kind(one) == "count"
            and tuple(scan.phrases[one].values) == (8.0,)
            and scan.kind(one + 1) == "rounds"
        ):
            scan.used |= {one, one + 1} | (
                {one + 2} if scan.kind(one + 2) == "of" else set()
            )  # "8 rounds of squats, 8 rounds of sit-ups"
    return replace(TWENTY_TEN, rounds=_said_rounds(scan) or TWENTY_TEN.rounds)


def _said_rounds(scan: Scan) -> int | None:
    """'16 rounds of 20/10' behind the name."""
    for at in scan.free:
        if [scan.kind(at + more) for more in range(3)] != ["count", "rounds", "of"]:
            continue
        if scan.kind(at + 3) == "count" and tuple(scan.phrases[at + 3].values) == PAIR:
            scan.used |= set(range(at, at + 4))
            return scan.bounded(scan.phrases[at].values[0])
    return None


NOTATION = Notation(
    name="twenty-ten",
    meaning="eight times 20 s of work and 10 s of rest for every movement of the list",
    keys=frozenset(("tabata",)),
    read=read,
    rank=15,
    examples=(
        Example("tabata:", TWENTY_TEN),
        Example("Tabata (8 x 20/10) of each:", TWENTY_TEN),
        Example("Tabata, 16 rounds of 20/10:", replace(TWENTY_TEN, rounds=16)),
    ),
    counter_examples=("20/10 x 8",),
    shown=False,
)
