"""Sets of a list: '3 sets:', '4 sets of', '3x'."""

from __future__ import annotations

from core.reading.notations.notation import Example, Notation
from core.reading.scan import Scan
from core.reading.units import LOAD_UNITS, METRE_PER
from core.reading.workout import Format

_BESIDE = (
    "then",
    "colon",
    "of",
    "dash",
    "comma",
    "open",
    "close",
    "rest",
    "after-set",
    "clock",
    "measure",
    "cap",
    "each",
    "per-side",
    "for-time",
    "max",
)
_HOW_HARD = frozenset(("rpe", "rir", "tempo"))
_TALKS = frozenset(_BESIDE) - {"max", "measure", "then"} | {"words", "and", "plus", "at", "note"}
_SAYS_HOW = ("comma", "colon", "rest", "measure", "clock", "count", "dash")


def read(scan: Scan) -> Format | None:
    """A count with 'sets' or a times sign, and nothing else of its own on the line."""
    places = _with_word(scan) or _with_sign(scan)
    if places is None:
        return None
    count, other = places
    scan.used |= {count, other}
    return Format("rounds", rounds=scan.bounded(scan.phrases[count].values[0]))


def _with_word(scan: Scan) -> tuple[int, int] | None:
    at = scan.at("set-word")
    if at is None:
        return None
    count = at - 2 if at >= 2 and scan.is_filler(at - 1) else at - 1  # "3 giant sets"
    if scan.kind(count) != "count":
        return None
    alone = _nothing_but(scan, {at, count}) or _behind_a_title(scan, count, at)
    return (count, at) if alone or _above_its_list(scan, count, at) else None


def _above_its_list(scan: Scan, count: int, at: int) -> bool:
    """'3 sets: (RPE 7-8)', '3 sets - bring a towel' above a list: how often, and words by the way."""
    if not scan.line.followed or scan.line.named or scan.free[:1] != [count]:
        return False
    parted = scan.kind(at + 1) in ("colon", "dash", "comma", "open")
    kinds = {scan.kind(place) for place in scan.free if place > at}
    return parted and bool(kinds & (_HOW_HARD | {"words"})) and kinds <= _TALKS | _HOW_HARD


def _behind_a_title(scan: Scan, count: int, at: int) -> bool:
    """'KB + gymnastic strength, 3 sets:' above its list: words that name no movement, and how often."""
    if (
        not scan.line.followed
        or scan.line.named
        or count < 2
        or scan.kind(count - 1) not in ("comma", "dash", "colon")
    ):
        return False
    before = [scan.kind(place) for place in scan.free if place < count]
    behind = [scan.kind(place) for place in scan.free if place > at]
    says_how = all(
        scan.kind(place) in _SAYS_HOW or (scan.kind(place) == "words" and scan.is_filler(place))
        for place in scan.free
        if place > at
    )
    return set(before) <= {"words", "plus", "and", "comma", "dash", "colon"} and (
        set(behind) <= {"colon"} or ("rest" in behind and says_how)
    )


def _with_sign(scan: Scan) -> tuple[int, int] | None:
    at = scan.at("x")
    if at is None:
        return None
    if at and scan.phrases[at - 1].unit in LOAD_UNITS:
        return None  # "65% x 5": repetitions at a load
    for count in (at - 1, at + 1):
        if scan.kind(count) == "count" and not scan.phrases[count].pair and _nothing_but(scan, {at, count}):
            return count, at
    return None


def _nothing_but(scan: Scan, allowed: set[int]) -> bool:
    return all(
        place in allowed
        or (scan.phrases[place].kind in _BESIDE and scan.phrases[place].unit not in METRE_PER)
        or scan.is_filler(place)
        or (scan.kind(place) in ("count", "scheme") and _says_a_rest(scan, place))
        for place in scan.free
    )


def _says_a_rest(scan: Scan, place: int) -> bool:
    """Whether a bare number stands behind 'rest', 'r:' or 'cap'."""
    return scan.kind(place - 1 - (scan.kind(place - 1) == "colon")) in ("rest", "cap")


NOTATION = Notation(
    name="sets of a list",
    meaning="the list so many times, not against the clock",
    keys=frozenset(("set-word", "x")),
    read=read,
    rank=90,
    examples=(
        Example("3 sets:", Format("rounds", rounds=3)),
        Example("3x", Format("rounds", rounds=3)),
        Example("3 sets, each side", Format("rounds", rounds=3)),
        Example("4 giant sets, rest 2:00", Format("rounds", rounds=4, rest_s=120)),
        Example("3 sets, rest 60-90", Format("rounds", rounds=3, rest_s=60)),
    ),
    counter_examples=("5 sets of 3", "3 x 8 push-ups", "65% x 5", "80 kg x 3"),
)
