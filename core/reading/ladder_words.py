"""Ladders said in words beside a list: '3 ladders of 1-2-3', '1-2-3-4-5 each arm x 3', and a repetition every
so many seconds."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from core.reading.phrases import Phrase

MOST_LADDERS = 12
LEAST_RUNGS = 3
_ONE_REP = ("a", "one", "1", "single")
LONGEST_REP_S = 30  # between two repetitions of one set; longer is an interval


def join_ladders(phrases: list[Phrase], line: str) -> list[Phrase]:
    """How often a rising list is climbed, as one phrase of kind 'ladders' or as the longer list."""
    rising = [at for at, one in enumerate(phrases) if _rises(one)]
    if len(rising) != 1:
        return phrases
    at = rising[0]
    said = _counted(phrases, at)
    if said is not None:
        first = phrases[said]
        whole = _climbed(phrases[at], first)
        text = line[first.column : whole.end]
        return [*phrases[:said], replace(whole, column=first.column, text=text), *phrases[at + 1 :]]
    times = _times(phrases, at)
    if times is None:
        return phrases
    begin, end = times
    column, stop = phrases[begin].column, phrases[end - 1].end
    count = next(one for one in phrases[begin:end] if one.kind == "count")
    joined = Phrase("ladders", line[column:stop], column, stop, count.values)
    return [*phrases[:at], _climbed(phrases[at], count), *phrases[at + 1 : begin], joined, *phrases[end:]]


def _climbed(rungs: Phrase, count: Phrase) -> Phrase:
    """A list, as often as a number says."""
    return replace(rungs, values=rungs.values * int(count.values[0]))


def _rises(phrase: Phrase) -> bool:
    values = phrase.values
    return phrase.kind == "scheme" and len(values) >= LEAST_RUNGS and list(values) == sorted(set(values))


def _is_ladders(phrase: Phrase) -> bool:
    return phrase.text.lower() in ("ladder", "ladders")


def _few(phrase: Phrase) -> bool:
    return phrase.kind == "count" and not phrase.pair and 1 < phrase.values[0] <= MOST_LADDERS


def _counted(phrases: Sequence[Phrase], at: int) -> int | None:
    """Where '3 ladders of' begins right before the list."""
    begin = at - 1 if at and phrases[at - 1].kind in ("of", "colon") else at
    if begin >= 2 and _is_ladders(phrases[begin - 1]) and _few(phrases[begin - 2]):
        return begin - 2
    return None


def _times(phrases: Sequence[Phrase], at: int) -> tuple[int, int] | None:
    """Where 'x 3' right behind the list (and its sides) stands, or '3 ladders' anywhere behind it."""
    begin = at + 2 if [one.kind for one in phrases[at + 1 : at + 2]] == ["per-side"] else at + 1
    sided = begin > at + 1
    two = phrases[begin : begin + 2]
    if sided and [one.kind for one in two] == ["x", "count"] and _few(two[1]):
        return begin, begin + 2
    for place in range(at + 1, len(phrases) - 1):
        if _few(phrases[place]) and _is_ladders(phrases[place + 1]):
            start = place - 1 if phrases[place - 1].kind == "x" else place
            return start, place + 2
    return None


def join_slow_reps(phrases: list[Phrase], line: str) -> list[Phrase]:
    """'a rep every 6 s', '1 rep every 6 seconds', 'one every 5 s': when the next repetition begins."""
    for at in range(1, len(phrases) - 1):
        measure = phrases[at + 1]
        if phrases[at].kind == "every" and phrases[at - 1].text.lower() in ("1", "one") and at > 1:
            column = phrases[at - 1].column  # "5 rounds, 1 every 4 min"
            every = replace(phrases[at], column=column, text=line[column : phrases[at].end])
            if measure.unit == "min":
                return [*phrases[: at - 1], every, *phrases[at + 1 :]]
        seconds = measure.values[0] if measure.unit == "s" and not measure.pair else 0
        if phrases[at].kind != "every" or not 1 < seconds <= LONGEST_REP_S:
            continue
        begin = at - 1 if phrases[at - 1].kind == "reps" else at
        if begin and phrases[begin - 1].text.lower() in _ONE_REP:
            begin -= 1
        if begin == at:
            continue
        column = phrases[begin].column
        said = Phrase("rep-every", line[column : measure.end], column, measure.end, measure.values, "s")
        return [*phrases[:begin], said, *phrases[at + 2 :]]
    return phrases
