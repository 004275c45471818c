"""Stretches of a piece's minutes or rounds, each with its own work: 'min 1-4: ..', 'rounds 2, 5, 8: ..'; what
is done between sets: '5 x 10 ss w/ 15 pull-aparts'."""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace

from core.reading.arranging import LEAST_LABELS, lists_stations
from core.reading.phrases import PAIR
from core.reading.rows import Row

MOST_PLACES = 60  # rounds of one stretch
STRETCH = re.compile(
    r"^\W*(?P<word>(?:min(?:ute)?s?|m|rounds?|rds?|intervals?)\b\.?\s*)?"
    r"(?P<places>\d{1,2}(?:\s*(?:[-–]|to)\s*\d{1,2}|(?:\s*(?:,|&|\+|and|/)\s*\d{1,2})*))\s*[:)=–-]\s+(?=\S)",
    re.IGNORECASE,
)
_WITHIN = re.compile(
    r"(?<![^\W_])(?:min(?:ute)?s?|rounds?|rds?|intervals?)\b\.?\s*(?P<places>\d{1,2}\s*(?:[-–]|to)\s*\d{1,2})"
    r"\s*[:)=–-]?\s+(?=\S)",
    re.IGNORECASE,
)


def minutes_in_stretches(rows: list[Row]) -> None:
    """'min 1-4: 2 cleans', 'min 5-8: 1 clean', 'rounds 1, 4, 7: ..', 'rounds 2, 5, 8: ..': in how many of a
    piece's rounds each is done, where all of them together are its rounds from the first on."""
    found = [(row, match) for row in rows if row.role == "work" and (match := STRETCH.match(row.text))]
    worded = [one for one in found if one[1]["word"]]
    if not worded and found and not lists_stations(rows, rows.index(found[0][0])):
        return  # "1-3: ..", "4-6: .." only below what arranges minutes
    found = worded or found
    places = _windows([match["places"] for _, match in found])
    if len(found) < LEAST_LABELS or not _whole(places) or all(len(one) == 1 for one in places):
        return
    for (row, match), own in zip(found, places, strict=True):
        row.sets, row.start = len(own), match.end()
        start = match.start("word" if match["word"] else "places")
        row.marks.append((start, len(match.group().rstrip()), "in which rounds"))


def _windows(said: Sequence[str]) -> list[list[int]]:
    """The rounds of each stretch; '0-5', '5-10' are minutes by the clock, each up to the next one's start."""
    ends = [tuple(map(int, re.findall(r"\d+", one))) for one in said]
    by_clock = all(len(one) == 2 for one in ends) and bool(ends) and ends[0][0] == 0
    if by_clock and all(before[1] == after[0] < after[1] for before, after in itertools.pairwise(ends)):
        return [list(range(first + 1, last + 1)) for first, last in ends]
    return [_places_of(one) for one in said]


_BARE_WITHIN = re.compile(
    r"(?:(?<=:\s)|(?<=:)|(?<=,\s)|(?<=;\s)|(?<=/\s))(?P<places>\d{1,2}\s?[-–]\s?\d"
    r"{1,2})\s*[:)=]?\s+(?=\d+\s+[^\W\d])"
)
_MINUTES = re.compile(r"\b(?:e\d*mom|every\s+min(?:ute)?|otm)\b", re.IGNORECASE)


def stretches_within(rows: Sequence[Row]) -> Iterator[Row]:
    """'EMOM 10: min 1-5 10 cal row, min 6-10 12 burpees': a row for each stretch of a line."""
    for row in rows:
        said = list(_WITHIN.finditer(row.text)) if row.role == "work" else []
        if row.role == "work" and not said and _MINUTES.search(row.text):
            said = list(_BARE_WITHIN.finditer(row.text))  # "EMOM 10: 1-5 2 cleans, 6-10 1 jerk"
        places = [_places_of(match["places"]) for match in said]
        if len(said) < LEAST_LABELS or not _whole(places):
            yield row
            continue
        if row.text[: said[0].start()].strip():
            yield replace(row, text=row.text[: said[0].start()])
        stops = [match.start() for match in said[1:]] + [len(row.text)]
        for match, own, stop in zip(said, places, stops, strict=True):
            yield replace(
                row,
                text=" " * match.start() + row.text[match.start() : stop].rstrip(" ,;&+"),
                after_blank=False,
                start=match.end(),
                sets=len(own),
                marks=[(*match.span(), "in which rounds")],
            )


_BESIDE_SETS = re.compile(
    r"\d\s?[x×]\s?\d[^;]*?[\s,;](?P<with>(?:super\s?-?set(?:ted)?|ss|s/s)\s+(?:with\b|w\b[./]?))\s*\S",
    re.IGNORECASE,
)


def supersets_within(rows: Iterable[Row]) -> Iterator[Row]:
    """'Bench 5 x 10 ss w/ 15 band pull-aparts': a row for what is done between the sets of a line."""
    for row in rows:
        said = _BESIDE_SETS.search(row.text, row.start) if row.role == "work" else None
        if said is None:
            yield row
            continue
        at = said.start("with")
        yield replace(row, text=row.text[:at])
        yield replace(row, text=" " * at + row.text[at:], start=at, after_blank=False, marks=[])


def _whole(places: Sequence[Sequence[int]]) -> bool:
    """Whether all of them together are the rounds of a piece, from the first on."""
    every = sorted(itertools.chain.from_iterable(places))
    return every == list(range(1, len(every) + 1))


def _places_of(text: str) -> list[int]:
    """'1-4' -> 1, 2, 3, 4; '1, 4 & 7' -> 1, 4, 7."""
    numbers = [int(one) for one in re.findall(r"\d+", text)]
    stretch = len(numbers) == PAIR and re.search(r"[-–]|to", text) is not None
    return list(range(numbers[0], min(numbers[1], numbers[0] + MOST_PLACES) + 1)) if stretch else numbers
