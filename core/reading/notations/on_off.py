"""Work and rest by the clock: '40 s on / 20 s off x 6'."""

from __future__ import annotations

import re
from dataclasses import replace

from core.reading.notations.notation import Example, Notation
from core.reading.plain_words import plain
from core.reading.scan import Scan
from core.reading.tokens import seconds_of, seconds_of_clock
from core.reading.units import MINUTE_S
from core.reading.workout import Format

_TIMES = re.compile(r"\d{0,2}:\d{2}|\d+\s*(?:m(?:in)?\w*|')?")
_A_MINUTE = re.compile(r"emom|minute|otm", re.IGNORECASE)
AROUND = frozenset("easy break wu cd warm cool warmup cooldown".split())
_COUNTED_BY = ("rounds", "set-word", "x", "quality", "for-time")


def read(scan: Scan) -> Format | None:
    """A pair of times with 'on' and 'off', and how often."""
    at = scan.at("interval")
    if at is None:
        return None
    text = scan.phrases[at].text.lower()
    work_s, rest_s = times_of(text)
    every = scan.at("every")
    minutes = every is not None and _A_MINUTE.search(scan.phrases[every].text) is not None
    if minutes and work_s + rest_s == MINUTE_S:
        return None  # "EMOM 15, 40 s on / 20 s off": how long of each minute
    named = scan.kind(at + 1) == "words" and not scan.is_filler(at + 1)
    if work_s == rest_s and "/" in text and named and not scan.has(*_COUNTED_BY, "measure", "stations"):
        return None  # "0:30/0:30 side plank": so long a side
    scan.used.add(at)
    fmt = Format("intervals", work_s=work_s, rest_s=rest_s)
    stations = scan.at("stations")
    if stations is not None:
        scan.used.add(stations)
    rounds = _rounds(scan, fmt)
    scan.used |= {place for place in scan.free if _is_around(scan, place)}
    return replace(fmt, rounds=rounds)


def times_of(text: str) -> tuple[int, int]:
    """Seconds on and off of '40 s on / 20 s off'."""
    work, rest = _TIMES.findall(text)[:2]
    rest_s = _seconds(rest)
    if rest.strip().isdigit() and "min" in work:
        rest_s *= 60  # "4 min on, 2 off"
    return _seconds(work), rest_s


def _is_around(scan: Scan, place: int) -> bool:
    """'WU 10 min easy', 'after a 5 min break', 'CD 5 min': what stands before or after the intervals."""
    if place in scan.used or not seconds_of(scan.phrases[place]) or scan.phrases[place].times > 1:
        return False
    beside = (scan.phrases[one] for one in (place - 1, place + 1) if scan.kind(one) == "words")
    return any(word in AROUND for one in beside for word in plain(one.text).split())


def _seconds(text: str) -> int:
    if ":" in text:
        return seconds_of_clock(text)
    number = int(re.split(r"\D", text, maxsplit=1)[0])
    return number * 60 if re.search(r"m|'", text) else number


def _rounds(scan: Scan, fmt: Format) -> int | None:
    """'x 6', '6 rounds', '4 x' before, or the minutes they fill."""
    for place in scan.free:
        if place in scan.used:
            continue
        phrase = scan.phrases[place]
        if phrase.kind == "measure" and phrase.times > 1 and seconds_of(phrase):
            scan.used.add(place)
            return scan.bounded(phrase.times)
        if (
            phrase.kind == "count"
            and not phrase.pair
            and (scan.kind(place + 1) in _COUNTED_BY or scan.kind(place - 1) == "x")
        ):
            scan.used |= {one for one in (place, place + 1) if scan.kind(one) in ("count", *_COUNTED_BY)}
            return scan.bounded(phrase.values[0])
    return next(filter(None, (_filled(scan, place, fmt) for place in scan.free)), None)


def _filled(scan: Scan, place: int, fmt: Format) -> int | None:
    """How many intervals the minutes beside them hold."""
    seconds = seconds_of(scan.phrases[place])
    once = (fmt.work_s or 0) + (fmt.rest_s or 0)
    if (
        not seconds
        or scan.phrases[place].times != 1
        or scan.kind(place - 1) == "rest"
        or not once
        or seconds < 2 * once
    ):
        return None
    scan.used.add(place)
    return scan.bounded(seconds // once)


NOTATION = Notation(
    name="on and off",
    meaning="work for the first time, rest for the second, so many times",
    keys=frozenset(("interval",)),
    read=read,
    rank=20,
    examples=(
        Example(":40 on :20 off x 6", Format("intervals", work_s=40, rest_s=20, rounds=6)),
        Example("30s work / 30s rest, 5 rounds", Format("intervals", work_s=30, rest_s=30, rounds=5)),
        Example("4 rounds, 3 min on/1 min off", Format("intervals", work_s=180, rest_s=60, rounds=4)),
        Example("4 min on, 2 off x 3", Format("intervals", work_s=240, rest_s=120, rounds=3)),
    ),
    counter_examples=("1 min on the rower",),
)
