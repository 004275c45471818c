"""What boards write short, written in full before it is read: numbers in words, sets, ways and words."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable, Iterator

from core.reading.in_full import (
    arranged,
    by_the_clock,
    complexes,
    groups,
    heaviest,
    heavy,
    in_turn,
    instead,
    ladders,
    lifts,
    minutes_told,
    rounds,
    sentences,
    set_loads,
    sets,
    short_lists,
    teams,
    times,
    up_and_down,
    waves,
    ways,
    words,
)
from core.reading.languages import Translated, rebuilt
from core.reading.spelled import numbers_in_words

_LABEL = re.compile(  # '1)', 'B.', 'a)', 'A2:', 'Part 2:' before what is said
    r"^\s*(?:[-*•–]\s+)?(?:\[[A-H]\d?\]|[\"“«][^\"”»]{2,40}[\"”»]\s*[:,–-]?|\(?(?:\d{1,2}|[A-Ha-h]\d?|\d[a-d])[.)]|[A-H]\d?:|#\d{1,2}\b|\d{1,2}\s+[-–](?=\s)(?!\s+\d{1,3}\s+[-–]\s)"
    r"|(?i:part|block|piece|section|day|event|wod|workout|session)\s*(?:\d|[A-H])\s*[:.)–-])\s+"
)


def _blank(label: re.Match[str]) -> str:
    """Spaces for a label, so that what follows begins the line; no column moves."""
    return " " * len(label[0])


WAYS = (
    *sentences.WAYS,
    *instead.WAYS,
    *groups.WAYS,
    *up_and_down.WAYS,
    *ladders.WAYS,
    *rounds.WAYS,
    *sets.WAYS,
    *short_lists.WAYS,
    *set_loads.WAYS,
    *waves.WAYS,
    *ways.WAYS,
    *words.WAYS,
    *teams.WAYS,
    *minutes_told.WAYS,
    *times.WAYS,
    *heaviest.WAYS,
    *heavy.WAYS,
    *lifts.WAYS,
    *arranged.WAYS,
    *by_the_clock.WAYS,
    *complexes.WAYS,
    *in_turn.WAYS,
)


def in_full(line: Translated, begins_a_name: Callable[[str], bool]) -> Translated:
    """A line with everything of this kind written in full; the line itself where it holds none.

    begins_a_name: whether words begin with a movement's name.
    """
    text = _LABEL.sub(_blank, line.text)
    said = (
        *_stops(text, begins_a_name),
        *numbers_in_words(text, begins_a_name),
        *(cut for way in WAYS for cut in way(text)),
    )
    cuts = list(_apart(sorted(said, key=lambda cut: (cut[0], cut[1] > cut[0], -cut[1]))))
    return rebuilt(line, cuts) if cuts else line


_STOP = re.compile(
    r"(?<=[\w%)\]])(?:(?<=[Rr][Pp][Ee]\s\d)|(?<=of\s\d)|(?<!\s\d))(?<![A-Z])(?<!\bal"
    r"t)(?<!\bmax)(?<!\bea)(?<!approx)(?<!\bno)(?<!\bst)(?<!\bvs)(?<!\s"
    r"[a-fh-ln-rt-z])(?P<stop>\.)\s+(?:\d{1,3}(?:\s?x\s?\d{1,2}|-\d[\d-]*|\s+sets\s+"
    r"(?:of|x)\s+\d{1,2}(?:\s+reps)?|\s?x|\s?k?m)?\s+)?(?=[A-Za-z][a-z])"
)


_UNIT_BEFORE = re.compile(r"(?:mins?|secs?|reps|cals?)$", re.IGNORECASE)  # "rest 2 min. Press 5x5"
_UP_TO_A_NUMBER = re.compile(r"[:\d(@]")


def _stops(text: str, begins_a_name: Callable[[str], bool]) -> Iterator[tuple[int, int, str]]:
    """'deadlift 5x5 @ 75 %. push press 6x5': a stop before a name in small letters parts two movements."""
    for said in _STOP.finditer(text) if ". " in text else ():
        if text[said.end()].isupper() and not _UNIT_BEFORE.search(text, 0, said.start()):
            continue  # another sentence
        if begins_a_name(_UP_TO_A_NUMBER.split(text[said.end() :], maxsplit=1)[0]):
            yield *said.span("stop"), ";"


def _apart(cuts: Iterable[tuple[int, int, str]]) -> Iterator[tuple[int, int, str]]:
    """Cuts in order, without those that begin within one before: two that say the same are one."""
    end = 0
    for cut in cuts:
        if cut[0] >= end:
            yield cut
            end = cut[1]
