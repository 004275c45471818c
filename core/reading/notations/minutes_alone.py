"""A time alone above a list: '20 min, steady'."""

from __future__ import annotations

from collections.abc import Sequence

from core.reading.board_words import board_words
from core.reading.notations.notation import Example, Notation
from core.reading.plain_words import plain
from core.reading.prose import COUNTED
from core.reading.scan import Scan
from core.reading.tokens import Phrase, seconds_of
from core.reading.workout import Format

ON_AND_ON = frozenset(("continuous", "continuously", "nonstop", "non-stop", "moving"))
LEAST_S = 240  # a shorter time alone is no piece; common practice


def read(scan: Scan) -> Format | None:
    """Only a time, with words that say how; a list stands below."""
    if (inline := _again_and_again(scan)) is not None:
        return inline
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


def goes_on(phrases: Sequence[Phrase]) -> bool:
    """Whether a word says that the list goes on and on."""
    return any(phrase.kind == "words" and phrase.text.lower() in ON_AND_ON for phrase in phrases)


def _again_and_again(scan: Scan) -> Format | None:
    """'10 min continuous: 20 m crawl, 20 m lunge': a list on the line itself."""
    if len(scan.free) < 4 or scan.phrases[scan.free[0]].times > 1:
        return None
    first, said, colon = scan.free[:3]
    seconds = seconds_of(scan.phrases[first])
    words = set(scan.phrases[said].text.lower().split())
    counted = [place for place in scan.free[3:] if scan.kind(place) in COUNTED]
    if seconds is None or seconds < LEAST_S or scan.kind(colon) != "colon" or len(counted) < 2:
        return None
    if not words & ON_AND_ON:
        return None
    scan.used |= {first, said, colon}
    return Format("as-many-as-possible", minutes=seconds / 60)


NOTATION = Notation(
    name="a time alone",
    meaning="the list below again and again for so long, without a score",
    keys=frozenset(("measure", "clock")),
    read=read,
    rank=95,
    examples=(
        Example("In 40 minutes:", Format(cap_s=2400)),
        Example(
            "10 min continuous: 20 m bear crawl, 20 m walk", Format("as-many-as-possible", minutes=10)
        ),
        Example("20 min, steady", Format("as-many-as-possible", minutes=20)),
    ),
    counter_examples=("2 min", "20 min row"),
)
