"""So long at every station: '3 rounds, 1 minute at each station'."""

from __future__ import annotations

from core.reading.notations.notation import Example, Notation
from core.reading.notations.usual_pair import USUAL
from core.reading.phrases import Phrase
from core.reading.scan import Scan
from core.reading.tokens import how_many, seconds_of
from core.reading.workout import Format

_CHANGES = ("change", "switch", "transition", "rotate", "move", "break")


def read(scan: Scan) -> Format | None:
    """A time with 'each station' or '5 stations', the rounds, and the rest or the change between; or how long
    all of it takes."""
    at = scan.at("stations")
    if at is None:
        return _each_of_a_list(scan)
    if scan.at("every", "amrap", "interval") is not None:
        return None
    works = [place for place in scan.free if _is_work(scan, place)]
    usual = next((place for place in scan.free if scan.phrases[place].values in USUAL), None)
    if not works and usual is not None and scan.kind(usual) == "count":  # "7 stations, 40/20, 3 rounds"
        scan.used |= {at, usual}
        work_s, rest_s = map(int, scan.phrases[usual].values)
        return Format("intervals", work_s=work_s, rest_s=rest_s, rounds=_rounds(scan) or 1)
    if not works:
        return None
    stations = how_many(scan.phrases[at])
    told = next((place for place in works if _is_of_each(scan, place + 1)), None)
    each = works[0] if told is None else told
    scan.used |= {at, each}
    work_s = seconds_of(scan.phrases[each]) or 0
    if told is not None:
        scan.used.add(each + 1)
    elif stations and work_s >= 2 * 60 * stations and not work_s % (60 * stations):
        return Format("every-minute", rounds=work_s // 60, minutes=work_s / 60, interval_s=60)
    rounds = scan.phrases[each].times if scan.phrases[each].times > 1 else _rounds(scan)
    rounds = rounds or _filled(scan, works, each, work_s * stations) or 1
    return Format("intervals", work_s=work_s, rest_s=_change(scan), rounds=rounds)


def _is_of_each(scan: Scan, place: int) -> bool:
    """'each', 'per station' behind a time."""
    if scan.kind(place) == "stations":
        return scan.phrases[place].text.lower().startswith(("per", "each", "at each", "every"))
    return scan.kind(place) == "each"


def _each_of_a_list(scan: Scan) -> Format | None:
    """'3 rounds, 1 min each' above a list of names."""
    each = next(
        (one for one in scan.free if scan.kind(one) == "each" and scan.kind(one + 1) not in _BEHIND), None
    )
    rounds = scan.at("rounds")
    named = scan.line.named or not scan.line.followed
    alone = rounds is None and each is not None and scan.kind(each + 1) not in ("", "colon")
    if named or alone or each is None or scan.at("every", "amrap", "interval") is not None or not each:
        return None
    seconds = seconds_of(scan.phrases[each - 1])
    count = _rounds(scan) if rounds is not None else 1
    if seconds is None or count is None or not each:
        return None
    scan.used |= set(scan.free) if rounds is None else {each, each - 1}
    return Format("intervals", work_s=seconds, rounds=count)


_BEHIND = ("words", "of")


def _is_work(scan: Scan, place: int) -> bool:
    following = scan.phrases[place + 1] if place + 1 < len(scan.phrases) else None
    return (
        seconds_of(scan.phrases[place]) is not None
        and scan.kind(place - 1) != "rest"
        and (scan.phrases[place].times == 1 or scan.kind(place + 1) == "stations")
        and not (following is not None and _tells_a_change(following))
    )


def _filled(scan: Scan, works: list[int], each: int, once: int) -> int | None:
    """How often the whole list fits the other time of the line."""
    whole = next((place for place in works if place != each), None)
    seconds = seconds_of(scan.phrases[whole]) if whole is not None else None
    if whole is None or not seconds or not once or seconds % once:
        return None
    scan.used.add(whole)
    return scan.bounded(seconds // once)


def _rounds(scan: Scan) -> int | None:
    at = scan.at("rounds")
    if at is None or scan.kind(at - 1) != "count":
        return None
    scan.used |= {at, at - 1}
    return scan.bounded(scan.phrases[at - 1].values[0])


def _change(scan: Scan) -> int | None:
    """'1 min to change', '1 min transition'."""
    for place in scan.free:
        seconds = seconds_of(scan.phrases[place])
        following = scan.phrases[place + 1] if place + 1 < len(scan.phrases) else None
        if place in scan.used or seconds is None or following is None:
            continue
        if _tells_a_change(following):
            scan.used |= {place, place + 1}
            return seconds
    return None


def _tells_a_change(phrase: Phrase) -> bool:
    told = phrase.kind in ("words", "rest")
    return told and any(word in phrase.text.lower() for word in _CHANGES)


NOTATION = Notation(
    name="so long a station",
    meaning="the time is worked at every station of the list; the list is done so many times",
    keys=frozenset(("stations", "each")),
    read=read,
    rank=25,
    examples=(
        Example("3 rounds, 1 minute at each station", Format("intervals", work_s=60, rounds=3)),
        Example("7 stations, 40/20, 3 rounds", Format("intervals", work_s=40, rest_s=20, rounds=3)),
        Example("3 rounds, 1 min each", Format("intervals", work_s=60, rounds=3)),
        Example("3 stations, 12 minutes, one minute each", Format("intervals", work_s=60, rounds=4)),
        Example("4 stations, 8 min per station", Format("intervals", work_s=480, rounds=1)),
        Example("six stations, thirty minutes", Format("every-minute", rounds=30, minutes=30, interval_s=60)),
        Example(
            "5 stations, 4 min each, 1 min to change", Format("intervals", work_s=240, rest_s=60, rounds=1)
        ),
    ),
    counter_examples=("EMOM 18, 3 stations",),
)
