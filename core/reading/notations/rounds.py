"""Rounds, for time or not: '5 RFT', '3 rounds', '4 sets, not for time', '21-15-9 for time'."""

from __future__ import annotations

from core.reading.board_words import board_words
from core.reading.notations.notation import Example, Notation
from core.reading.plain_words import plain_words
from core.reading.scan import Scan
from core.reading.schemes import ladder_on_line, leads
from core.reading.tokens import seconds_of
from core.reading.workout import Format

_KEYS = ("rounds", "for-time", "quality")
_PASSED = ("dash", "of", "comma", "colon")
MOST_FOR_TIME = 12  # rounds, said without the word; more are repetitions; common practice
_LEAD_IN = ("count", "scheme", "span", "x")


def read(scan: Scan) -> Format | None:
    """How many rounds, or the list of repetitions of each."""
    if scan.at(*_KEYS) is None or _rounds_of_something_else(scan):
        return None
    said = {kind: at for kind in _KEYS if (at := scan.at(kind)) is not None}
    if "rounds" in said:
        scan.used.update(place for place in scan.free if scan.kind(place) == "rounds")
        said["rounds"] = _counted_rounds(scan, said["rounds"])
    for at in said.values():
        scan.used.add(at)
    rounds = _count_of(scan, said) or _after_short_name(scan, said)
    if rounds is None and ("quality" in said or "rounds" not in said):
        rounds = _counted_sets(scan, before=None if "quality" in said else said["for-time"])
    scheme, step = _scheme(scan) if rounds is None else ((), None)
    if rounds is not None:
        _share_of_team(scan)
        _time_of_each(scan, said.get("rounds"))
    timed = "for-time" in said
    if rounds and (rounds > 1 or not timed):
        return Format("rounds", rounds=rounds, for_time=timed)
    if not (timed or scheme) and any(seconds_of(scan.phrases[place]) for place in scan.free):
        return None  # "20 min for quality" is a time alone
    return Format("for-time", scheme=scheme, ladder_step=step, for_time=timed)


def _after_short_name(scan: Scan, said: dict[str, int]) -> int | None:
    """'RFT 6': rounds for time, and how many."""
    at = said.get("for-time")
    if at is None or scan.phrases[at].text.lower() != "rft" or scan.kind(at + 1) != "count":
        return None
    scan.used.add(at + 1)
    return scan.bounded(scan.phrases[at + 1].values[0])


def _counted_rounds(scan: Scan, first: int) -> int:
    """'Circuit, 5 rounds': the word that a number stands beside."""
    places = [place for place in scan.free if scan.kind(place) == "rounds"]
    counted = [place for place in places if scan.kind(place - 1) in ("count", "scheme")]
    several = [place for place in counted if scan.phrases[place - 1].values != (1,)]
    if several and len(counted) > 1 and any(scan.kind(place) == "each" for place in scan.free):
        ones = [place for place in counted if place not in several]
        scan.used.update(place - 1 for place in ones)  # "each does one round before tagging the next"
        return several[-1]
    return next(iter(counted), first)


def _rounds_of_something_else(scan: Scan) -> bool:
    """'expect 5 rounds' and 'rest between rounds' set no rounds."""
    at = scan.at("rounds")
    if at is None or at == scan.free[0]:
        return False
    at = _counted_rounds(scan, at)
    return (
        scan.kind(at - 1) not in _LEAD_IN
        and not _filled_count(scan, at)
        and scan.at("for-time", "quality") is None
    )


def _filled_count(scan: Scan, at: int) -> bool:
    """'2 hard rounds': a count, and one word that says nothing of its own."""
    return _says_how(scan, at - 1) and scan.kind(at - 2) in ("count", "scheme")


def _says_how(scan: Scan, at: int) -> bool:
    """'hard', 'easy', 'quality': words that may be passed over."""
    return scan.kind(at) == "words" and all(
        word in board_words().passable for word in plain_words(scan.phrases[at].text)
    )


def _count_of(scan: Scan, said: dict[str, int]) -> int | None:
    for kind, at in said.items():
        rounds = _before(scan, at, kind) or (_after(scan, at) if kind == "rounds" else None)
        if rounds is not None:
            return rounds
    return None


def _before(scan: Scan, at: int, kind: str) -> int | None:
    """'5 rounds', '3-5 rounds' (the fewest), '3 hard rounds'."""
    place = at - 1
    while (
        place >= 0
        and place not in scan.line.taken
        and scan.kind(place) != "count"
        and (scan.is_filler(place) or scan.kind(place) in _PASSED or _says_how(scan, place))
    ):
        place -= 1
    phrase = scan.phrases[place] if place >= 0 else None
    if phrase is None or place in scan.used:
        return None
    counted = scan.kind(place) == "count" and not phrase.pair
    if (
        counted
        and kind == "for-time"
        and phrase.values[0] > MOST_FOR_TIME
        and "rft" not in scan.phrases[at].text.lower()
    ):
        return None  # "pull-ups: 50 for time" counts them
    named = kind == "for-time" and [scan.kind(one) for one in (place - 1, place - 2)] == ["x", "words"]
    if named and scan.kind(place - 3) in ("comma", "slash", "plus", "and"):
        return None  # "17 deadlifts, 6 swings, toes-to-bar x 12 - for time"
    ranged = kind == "rounds" and scan.kind(place) in ("scheme", "span") and len(phrase.values) == 2
    if not (counted or ranged):
        return None
    scan.used.add(place)
    return scan.bounded(phrase.values[0])


def _after(scan: Scan, at: int) -> int | None:
    """'rounds: 5'."""
    place = at + 2 if scan.kind(at + 1) == "colon" else at + 1
    if scan.kind(place) != "count" or scan.kind(place + 1) not in ("", "colon"):
        return None
    scan.used.add(place)
    return scan.bounded(scan.phrases[place].values[0])


def _counted_sets(scan: Scan, before: int | None) -> int | None:
    """'for quality: 3x', '4 sets, not for time', '5 sets, each for time'."""
    times = scan.at("x")
    sets = scan.at("set-word")
    if before is not None:
        times, sets = None, sets if sets is not None and sets < before else None
    if times is not None and scan.kind(times - 1) == "count" and scan.kind(times + 1) in ("", "colon"):
        at = times
    elif sets is not None and scan.kind(sets - 1) == "count" and not scan.phrases[sets - 1].pair:
        at = sets
    else:
        return None
    scan.used |= {at, at - 1}
    return scan.bounded(scan.phrases[at - 1].values[0])


def _scheme(scan: Scan) -> tuple[tuple[int, ...], int | None]:
    scheme, step = ladder_on_line(scan)
    at = scan.at("scheme")
    if scheme or at is None or not leads(scan, at):
        return scheme, step
    scan.used.add(at)
    return tuple(int(value) for value in scan.phrases[at].values), None


def _share_of_team(scan: Scan) -> None:
    """'4 rounds (2 each)' of a team says twice what its share says."""
    at = scan.at("each")
    if at is not None and [scan.kind(one) for one in range(at - 2, at + 2)] == [
        "open",
        "count",
        "each",
        "close",
    ]:
        scan.used |= {at - 1, at}


def _time_of_each(scan: Scan, at: int | None) -> None:
    """'3 intervals of 3:00': how long one lasts says nothing of its work."""
    if (
        at is not None
        and scan.kind(at + 1) == "of"
        and at + 2 < len(scan.phrases)
        and seconds_of(scan.phrases[at + 2])
        and scan.kind(at + 3) not in ("words", "of")
    ):
        scan.used |= {at + 1, at + 2}


NOTATION = Notation(
    name="rounds",
    meaning="the list so many times, or once for every number of a list of repetitions",
    keys=frozenset(_KEYS),
    read=read,
    rank=60,
    examples=(
        Example("5 laps of the following", Format("rounds", rounds=5)),
        Example("5 RFT", Format("rounds", rounds=5, for_time=True)),
        Example("3 rounds:", Format("rounds", rounds=3)),
        Example("4 sets, not for time", Format("rounds", rounds=4)),
        Example("21-15-9 for time", Format(scheme=(21, 15, 9), for_time=True)),
        Example("for time:", Format(for_time=True)),
    ),
    counter_examples=("rest 1 min between rounds", "expect 5 rounds"),
)
