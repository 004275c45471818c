"""Numbers of minutes, stations and pieces, in any spelling: places of the list below what arranges them."""

from __future__ import annotations

import itertools
import re
from collections.abc import Callable

from core.reading.arranging import LEAST_LABELS, alternates, lists_stations
from core.reading.board_words import board_words
from core.reading.headings import OWN_KINDS, Heading
from core.reading.names import Names
from core.reading.rows import (
    REMARK,
    Row,
)
from core.reading.tokens import seconds_of, tokenize

COUNTED_LABEL = re.compile(
    r"^\s*(?P<word>[A-Za-z]{1,12})\.?\s*#?(?P<number>\d{1,2})(?:\s+(?:starts?|begins"
    r"?)\s+(?:with|on))?\s*[:.)]\s+(?=\S)"
)
KNOWN_LABELS = frozenset(
    "set sets min minute minutes m station week day part block event workout wod session phase test option"
    " match place"
    " level l round rounds rd wave piece section opt t a b c d e f g h interval amrap emom"
    " scale scaled scaling".split()
)
PLACES = {
    **{word: place for place, word in enumerate("one two three four five six seven eight".split(), start=1)},
    **{word: place for place, word in enumerate("first second third fourth fifth sixth".split(), start=1)},
    **{sign: place for place, sign in enumerate("①②③④⑤⑥⑦⑧", start=1)},
}
MINUTE_LABEL = re.compile(
    r"^\s*[\[(#*_]*(?P<word>(?:min(?:ute)?s?|station|set|round|stage|place|st(?="
    r"[.\s]?\s*\d)|amrap(?=\s*\d\s*[:–-])|interval|[emrs](?=\d))\.?\s*#?)?"
    r"(?P<number>\d{1,2}(?!\d|[.,/]\d|\s*x|\s*%|\s*[&+,]\s*\d)|"
    + "|".join(PLACES)
    + r")(?:st|nd|rd|th)?(?P<minute>\s*min(?:ute)?s?\.?)?(?:\s*\([^)\d]*\))?[\])*_]*"
    r"(?P<sign>\s*[-–—:=.|/>→➔➜⇒)]+)?(?=\s|$)\s*(?=\S)",
    re.IGNORECASE,
)
_GOES_ON = re.compile(
    r"\d|max|rest\b|[^\d]{2,40}?\b(?:max|amrap|for\s+(?:cal(?:orie)?s?|met(?:er|re)s|reps|distance))\b",
    re.IGNORECASE,
)
_STATION_LETTER = re.compile(r"^\W*stations?\s+(?P<letter>[A-H])(?=\s*[:.)–-])", re.IGNORECASE)


def letters_of_stations(rows: list[Row]) -> None:
    """'Station A: 15 cal row', 'Station B: 12 burpees': places of a list, as if they were numbered."""
    found = [(row, said) for row in rows if row.role == "work" and (said := _STATION_LETTER.match(row.text))]
    places = [ord(said["letter"].upper()) - ord("A") + 1 for _, said in found]
    if len(found) >= LEAST_LABELS and places == list(range(1, len(found) + 1)):
        for place, (row, said) in enumerate(found, start=1):
            row.say([(*said.span("letter"), str(place))])


_FROM_ZERO = re.compile(
    r"^\s*(?:(?:min(?:ute)?s?\s*)?(?P<number>\d{1,2})\s*[:.)–-]|:(?P<clock>\d{2})(?:\s*[:.)–-])?)\s+(?=\S)",
    re.IGNORECASE,
)


def minutes_from_zero(rows: list[Row]) -> None:
    """'0 - 10 squats', '1 - 12 pull-ups', '2 - rest' below what arranges minutes: its first minute is 0."""
    for at, row in enumerate(rows):
        if not row.text.lstrip().startswith(("0", ":0", "m", "M")) or not lists_stations(rows, at):
            continue
        run = []
        for place, one in enumerate(rows[at:]):
            said = _FROM_ZERO.match(one.text)
            if said is None or int(said["number"] or said["clock"]) != place:
                break
            run.append((one, said))
        for one, said in run if len(run) >= LEAST_LABELS else ():
            one.say([(*said.span(), f"{int(said['number'] or said['clock']) + 1}. ")])


_RESTS_SO_LONG = re.compile(r"\W*\d{1,2}\s*min(?:ute)?s?\s+(?:rest|off|break|pause)\W*$", re.IGNORECASE)

_FIRST_MINUTE = re.compile(r"\W*1\s*min", re.IGNORECASE)


def minutes_in_order(rows: list[Row]) -> None:
    """'1 > 10 burpees', 'First minute: 12 cal row', '③ 40 s plank' below what arranges minutes: places of its
    list, in any spelling that counts up from one."""
    at = 0
    while at < len(rows):
        if rows[at].sets:
            at += 1  # "Rounds 1 and 3: .."
            continue
        run = list(itertools.takewhile(_counts_on(), map(_place_said, rows[at:]))) or _bare_places(rows, at)
        ends = run and _RESTS_SO_LONG.match(rows[at + len(run) - 1].text) is not None
        if ends and not _FIRST_MINUTE.match(rows[at].text):
            run.pop()  # "3 min rest" below "1) ..", "2) .."
        by_minutes = len(run) >= LEAST_LABELS and _below_a_time(rows, at, len(run))
        if len(run) < LEAST_LABELS or not (by_minutes or lists_stations(rows, at) or alternates(rows, at)):
            at += 1
            continue
        if by_minutes:
            rows[at - 1].minutes_below = True
        for row, (place, end) in zip(rows[at:], filter(None, run), strict=False):
            label = len(row.text) - len(row.text.lstrip())
            row.letter, row.start = place, end
            row.marks.append((label, end, f"number {place} of the list"))
        at += len(run)


def _bare_places(rows: list[Row], at: int) -> list[tuple[int, int] | None]:
    """The places of '1 Box step-up', '2 Ring row', .. below '45 s on, 15 s off', and of 'A 15 cal row', 'B 15
    cal bike' below 'alternating:'; none where they may be repetitions or head parts."""
    arranged = {one.kind for one in tokenize(rows[at - 1].text)} if at else set()
    placed = arranged & {"interval", "tabata", "stations", "every"}
    numbers = list(itertools.takewhile(_counts_on(), map(_bare_number, rows[at:]))) if placed else []
    ends = [one[1] for one in numbers if one is not None]
    said = all(
        _REST_OR_AMOUNT.search(REMARK.split(row.text, maxsplit=1)[0], end)
        for row, end in zip(rows[at:], ends, strict=False)
    )
    timed = said or {"every", "interval"} <= arranged  # "EMOM 12, 45 s on / 15 s off"
    if len(numbers) >= (LEAST_LABELS if timed else LEAST_BARE) and (timed or "every" not in arranged):
        return numbers
    lettered = list(itertools.takewhile(_counts_on(), map(_bare_letter, rows[at:])))
    by_minutes = len(lettered) > LEAST_LABELS and "every" in placed
    return lettered if by_minutes or alternates(rows, at) else []


def _bare_number(row: Row) -> tuple[int, int] | None:
    match = _BARE_NUMBER.match(row.text) if row.role == "work" else None
    return (int(match[1]), match.end()) if match is not None else None


def _bare_letter(row: Row) -> tuple[int, int] | None:
    match = _BARE_LETTER.match(row.text) if row.role == "work" else None
    return (ord(match[1]) - ord("A") + 1, match.end()) if match is not None else None


LEAST_BARE = 4
_REST_OR_AMOUNT = re.compile(
    r"\brest\b|(?<![/\d.@:-])\d{1,3}(?![\d/.:]|\s*(?:kg|lbs?|%|cm|in\b))", re.IGNORECASE
)
_BARE_NUMBER = re.compile(r"^\s*(\d{1,2})\s+(?=[^\W\d])")
_BARE_LETTER = re.compile(r"^\s*([A-F])\s+(?=\d|(?:rest|off|max)\b)")


def _below_a_time(rows: list[Row], at: int, size: int) -> bool:
    """'12 minutes:' above 'Min 1 - ..', 'Min 2 - ..'."""
    if at == 0 or rows[at].after_blank or not all(_A_MINUTE.match(row.text) for row in rows[at : at + size]):
        return False
    said = [one for one in tokenize(rows[at - 1].text) if one.kind not in ("colon", "dash", "comma", "for")]
    return len(said) == 1 and seconds_of(said[0]) is not None


_A_MINUTE = re.compile(r"\W*min(?:ute)?s?\b", re.IGNORECASE)


def pieces_in_order(rows: list[Row]) -> None:
    """'5 min #1: ..', '5 min #2: ..' below '3 x 5 min': places of its list."""
    found = [(row, match) for row in rows if row.role == "work" and (match := _PIECE_NUMBER.match(row.text))]
    if len(found) < LEAST_LABELS or [int(match[1]) for _, match in found] != list(range(1, len(found) + 1)):
        return
    for place, (row, match) in enumerate(found, start=1):
        row.letter, row.start = place, match.end()
        row.marks.append((0, len(match.group().rstrip()), f"number {place} of the list"))


_PIECE_NUMBER = re.compile(r"^\W*\d{1,2}\s*(?:min(?:ute)?s?|')\s*#\s*(\d)\s*[:–-]\s*(?=\S)", re.IGNORECASE)


def scores_in_order(rows: list[Row], names: Names) -> None:
    """'Score 1 = max load: 1 power clean + 1 jerk', 'Score 2 = 3 min max double-unders': pieces that name
    work, each told by its score."""
    found = [(row, match) for row in rows if row.role == "work" and (match := _SCORE.match(row.text))]
    works = [row.text[match.end() :] for row, match in found]
    if len(found) < LEAST_LABELS or [int(match[1]) for _, match in found] != list(range(1, len(found) + 1)):
        return
    if not all(any(sign.isdecimal() for sign in text) and names.find(text) for text in works):
        return
    for row, match in found:
        row.heading, row.start = Heading(f"Score {match[1]}", None, 0), match.end()
        row.marks.append((0, len(match.group().rstrip()), "which score"))


_SCORE = re.compile(
    r"^\W*score\s*#?(\d)\s*[=:–-]\s*(?:(?:for\s+)?(?:max(?:imum)?\s+)?(?:time|reps|distance|calories|cals)"
    r"\s*[:–-]\s*)?",
    re.IGNORECASE,
)


def _counts_on() -> Callable[[tuple[int, int] | None], bool]:
    """Whether each place follows the one before, from the first on."""
    places = itertools.count(1)
    return lambda said: said is not None and said[0] == next(places)


def _place_said(row: Row) -> tuple[int, int] | None:
    """The place a row's label says, and where its words begin."""
    match = MINUTE_LABEL.match(row.text) if row.role == "work" else None
    if match is None:
        return None
    said = match["number"].lower()
    place = int(said) if said.isdecimal() else PLACES.get(said, 0)
    signed = match["word"] or match["sign"] or match["minute"] or not said.isdecimal()
    goes_on = _GOES_ON.match(row.text[match.end() :]) is not None
    return (place, match.end()) if place and (signed or goes_on) else None


def counted_labels(rows: list[Row], names: Names) -> None:
    """'floor 1: 10 burpees', 'floor 2: 20 cal row': a word and a number that counts up, at the start of
    lines."""
    found = [(row, match) for row in rows if row.role == "work" and (match := COUNTED_LABEL.match(row.text))]
    for word in {match["word"].lower() for _, match in found} - KNOWN_LABELS:
        run = [(row, match) for row, match in found if match["word"].lower() == word]
        counts = [int(match["number"]) for _, match in run]
        if board_words().headings.get(word) in OWN_KINDS:
            continue  # "Strength 1:", "Strength 2:" are sections
        if len(run) < LEAST_LABELS or counts != list(range(1, len(run) + 1)) or names.find(word):
            continue
        for row, match in run:
            row.start = match.end()
            row.marks.append((match.start("word"), len(match.group().rstrip(" :.)")), "a number in a list"))
