"""Pieces that a row above announces, told one after the other: 'First: ..', 'Second: ..' below '3 x 8 min
AMRAP', 'Block 1: ..' below '3 blocks of 6 min'."""

from __future__ import annotations

import itertools
import re
from collections.abc import Sequence

from core.reading.arranging import LEAST_LABELS, arranges_itself
from core.reading.headings import Heading
from core.reading.rows import OF_ITS_OWN, Row
from core.reading.spelled import number_said


def ordinals(rows: list[Row]) -> None:
    """'First, 10 min of shoulders: ..', 'Second, strict press: ..': pieces in their order, told one after the
    other."""
    found = [(row, match) for row in rows if row.role == "work" and (match := ORDINAL.match(row.text))]
    again = _so_many_pieces(_above(rows, found[0][0])) if len(found) >= LEAST_LABELS else 0
    for place, (row, match) in enumerate(found if len(found) >= LEAST_LABELS else (), start=1):
        row.start = match.end()
        if again == len(found):  # "3 x 8 min AMRAP", and below it "First: .."
            row.letter = place
            row.marks.append((0, len(match.group().rstrip()), f"number {place} of the list"))
        else:
            row.heading = Heading(match["word"].capitalize(), None, match.end())


def pieces_announced(rows: list[Row]) -> None:
    """'Block 1: 12 cal bike', 'Block 2: ..' right below '3 x 6 min AMRAP': places of its list."""
    for at, row in enumerate(rows):
        if row.role != "work":
            continue
        blocks = _BLOCKS.match(row.text) or _WINDOWS.match(row.text)
        again = int(blocks["n"]) if blocks is not None else _so_many_pieces(row.text)
        said = [_ANNOUNCED.match(one.text) for one in rows[at + 1 : at + 1 + again]] if again > 1 else []
        listed = [one for one in said if one is not None and int(one["number"]) == said.index(one) + 1]
        if len(listed) != again or len({one["word"].lower() for one in listed}) > 1:
            continue
        if any(arranges_itself(one.text) for one in rows[at + 1 : at + 1 + again]):
            continue
        if blocks is not None:
            tried = any(_TRIED.search(one.text) for one in rows[at + 1 : at + 1 + again])
            how = "" if tried else " AMRAP"  # "600 m run, max push-ups" is no list again and again
            row.say([(*blocks.span("said"), f"{again} x {blocks['m']} min{how}")])
        for place, (one, match) in enumerate(zip(rows[at + 1 :], listed, strict=False), start=1):
            one.heading, one.letter, one.start = None, place, match.end()
            one.marks.append((0, len(match.group().rstrip()), f"number {place} of the list"))


_EMOMS = re.compile(
    r"^\W{0,6}(?P<n>[2-6])\s?[x×]\s?(?:(?P<m>\d{1,2})[\s-]?min(?:ute)?s?\sEMOMs?|EMOM\s(?P<after>\d{1,2}))(?=\s?(?:$|[,;:(]))|^\W{0,6}(?P<many>[2-6])\sEMOMs\sof\s(?P<long>\d{1,2})\smin",
    re.IGNORECASE,
)
_ONE_EMOM = re.compile(
    r"^\W{0,8}(?P<said>(?:EMOM|part|piece|block)\s?#?(?P<number>[1-6])\s?[:.)–-])\s(?=\S)", re.IGNORECASE
)


def emoms_announced(rows: Sequence[Row]) -> None:
    """'EMOM 1: 12 cal row', 'EMOM 2: ..' right below '3 x 7 min EMOM, 2 min break': each of seven minutes."""
    for at, row in enumerate(rows):
        head = _EMOMS.match(row.text) if row.role == "work" else None
        if head is None:
            continue
        many = int(head["n"] or head["many"])
        listed = rows[at + 1 : at + 1 + many]
        said = [_ONE_EMOM.match(one.text) for one in listed]
        if [int(one["number"]) if one else 0 for one in said] != list(range(1, many + 1)):
            continue
        row.role = "note"
        for one, match in zip(listed, said, strict=True):
            if match is not None:
                one.say([(*match.span("said"), f"EMOM {head['m'] or head['after'] or head['long']}:")])


_STATIONS = re.compile(
    r"\bE\d?MOM\b.*?\b(?P<n>[3-8]|three|four|five|six|seven|eight)\s(?:stations|movements|exercises)\b",
    re.IGNORECASE,
)
_BETWEEN_STATIONS = re.compile(r"\s[-–—|/]\s")


def stations_in_a_row(rows: Sequence[Row]) -> None:
    """'15 cal row - 12 burpees - rest' below 'EMOM 30, three stations': its places."""
    for head, row in itertools.pairwise(rows):
        said = _STATIONS.search(head.text) if head.role == row.role == "work" else None
        signs = list(_BETWEEN_STATIONS.finditer(row.text)) if said is not None else []
        if said is None or len(signs) + 1 != number_said(said["n"].lower()):
            continue
        start = len(row.text) - len(row.text.lstrip(" -*•"))
        places = [(one.start(), one.end(), f" {place}) ") for place, one in enumerate(signs, start=2)]
        row.say([(start, start, "1) "), *places])


_WHOLE_TIME = re.compile(
    r"\W*(?P<label>(?:\d{1,2}|[A-H])[.)]\s*)?(?P<time>(?P<said>[5-9]|[1-6]\d)\s?(?:min(?:ute)?s?|['’′]))\W*",
    re.IGNORECASE,
)
_EVERY = re.compile(r"\W*every\s+(?P<each>[2-9]|1\d)\s?(?:min(?:ute)?s?|')(?P<end>)\s*:?\s*", re.IGNORECASE)
_ROUNDS = re.compile(r"\W*(?:\d{1,2})\s+rounds?\b(?P<end>)(?!.*\d\s*(?:min|:\d\d))", re.IGNORECASE)


def whole_time_above(rows: list[Row]) -> None:
    """'30 min', and below it 'every 5 min:', '3 rounds', 'back squat 5x5': how long that goes on, may take or
    takes."""
    for above, row in itertools.pairwise(rows):
        whole = _WHOLE_TIME.fullmatch(above.text) if above.role == row.role == "work" else None
        if whole is None or row.after_blank or above.start:
            continue
        every, rounds = _EVERY.fullmatch(row.text), _ROUNDS.match(row.text)
        if every is not None and int(whole["said"]) % int(every["each"]) == 0:
            row.say([(*every.span("end"), f" for {whole['said']} min")])
        elif rounds is not None:
            row.say([(*rounds.span("end"), f" in {whole['said']} min")])
        elif OF_ITS_OWN.match(row.text.lstrip(" -*•·")) is None:
            continue
        if whole["label"]:
            begin, end = whole.span("time")
            above.say([(begin, end, " " * (end - begin))])
            above.marks.append((begin, end, "how long it takes"))
        else:
            above.role = "note"


_TRIED = re.compile(r"\bmax\b", re.IGNORECASE)
_WINDOWS = re.compile(
    r"^\W*(?P<said>(?P<m>\d{1,2})[\s-]*min(?:ute)?s?\s+(?:windows|blocks|pieces)\s*[,x×:–-]\s*(?P<n>[2-6])(?:\s+(?:of\s+them|in\s+total|total|times))?)",
    re.IGNORECASE,
)
_BLOCKS = re.compile(
    r"^\W*(?:[^\W\d]+\s*[:–-]\s*)?(?P<said>(?P<n>[2-6])\s+blocks\s+(?:of\s+)?(?P<m>"
    r"\d{1,2})\s*(?:min(?:ute)?s?\b|'))",
    re.IGNORECASE,
)
_ANNOUNCED = re.compile(
    r"^\W*(?P<word>block|piece|part|amrap|round|interval|effort|window|w(?=\d))\s*#?(?P<number>\d)\s*[:–-]\s+(?=\S)",
    re.IGNORECASE,
)
_SO_MANY_TIMES = re.compile(
    r"\b(\d)\s*(?:x|×|times)\s*\d|\bAMRAPs?\s+\d{1,2}(?:\s*min(?:ute)?s?)?\s*[x×]\s*(\d)\b", re.IGNORECASE
)
_A_PIECE_MORE = re.compile(r"\bAMRAP\b", re.IGNORECASE)


def _so_many_pieces(text: str) -> int:
    """How many pieces of one kind a line announces: '3 x 8 min AMRAP', 'AMRAP 5 + AMRAP 5'."""
    said = _SO_MANY_TIMES.search(text)
    return int(said[1] or said[2]) if said is not None else len(_A_PIECE_MORE.findall(text))


def _above(rows: list[Row], row: Row) -> str:
    """The text of the row above one; empty where it is the first."""
    at = next(at for at, one in enumerate(rows) if one is row)
    return rows[at - 1].text if at else ""


ORDINAL = re.compile(
    r"^\W*(?P<word>first|second|third|fourth|fifth|next|last|finally|lastly)(?:ly)?\s*[,:]\s+(?=\S)",
    re.IGNORECASE,
)
