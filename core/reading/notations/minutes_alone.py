"""A time alone above a list: '20 min, steady'."""

from __future__ import annotations

from core.reading.board_words import board_words
from core.reading.notations.notation import Example, Notation
from core.reading.plain_words import plain
from core.reading.scan import Scan
from core.reading.tokens import seconds_of
from core.reading.workout import Format

LEAST_S = 240  # a shorter time alone is no piece; common practice


def read(scan: Scan) -> Format | None:
    """Only a time, with words that say how; a list stands below."""
    if not scan.line.followed or scan.line.headed or scan.line.named:
        return None
    times = [place for place in scan.free if seconds_of(scan.phrases[place]) is not None]
    others = [
        place
        for place in scan.free
        if place not in times and scan.phrases[place].kind not in ("comma", "colon", "at", "words", "dash")
    ]
    words = {
        word
        for place in scan.free
        if scan.kind(place) == "words"
        for word in plain(scan.phrases[place].text).split()
    }
    if len(times) != 1 or others or words - board_words().passable:
        return None
    seconds = seconds_of(scan.phrases[times[0]]) or 0
    if seconds < LEAST_S or scan.phrases[times[0]].times > 1:
        return None
    scan.used |= set(scan.free)
    if "in" in words:
        return Format(cap_s=seconds)
    return Format("as-many-as-possible", minutes=seconds / 60)


NOTATION = Notation(
    name="a time alone",
    meaning="the list below again and again for so long, without a score",
    keys=frozenset(("measure", "clock")),
    read=read,
    rank=95,
    examples=(
        Example("In 40 minutes:", Format(cap_s=2400)),
        Example("20 min, steady", Format("as-many-as-possible", minutes=20)),
    ),
    counter_examples=("2 min", "20 min row"),
)
