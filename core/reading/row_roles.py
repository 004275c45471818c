"""What one row, or a block of rows, is: a level's heading, a round's name, the sets of a lift."""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterator, Sequence
from dataclasses import replace

from core.reading.board_words import board_words
from core.reading.divisions import CANONICAL, leading_division
from core.reading.headings import (
    Heading,
)
from core.reading.phrases import Phrase
from core.reading.prose import arranges
from core.reading.rows import (
    Row,
    after_heading,
)
from core.reading.scan import FILLERS
from core.reading.tokens import tokenize

ROUND = re.compile(r"round\s*\d", re.IGNORECASE)


_OF_A_DIVISION = re.compile(
    r"\W*(?P<all>[^\W\d][^():\d]{0,24}\((?P<within>[^\W\d][^():]{1,14})\)"
    r"|(?:version|option|track|class|group|division)\s+(?P<behind>[^\W\d][^():]{1,14}?))\W*",
    re.IGNORECASE,
)


def named_divisions(rows: Sequence[Row]) -> None:
    """'Deck A (Rx)' and 'Deck B (Scaled)', 'Version Rx' and 'Version Scaled', each above a list: the
    divisions that they are."""
    found = [
        (row, said, said["within"] or said["behind"])
        for row in rows
        if row.role == "work" and (said := _OF_A_DIVISION.fullmatch(row.text))
    ]
    named = [(row, said, name) for row, said, name in found if only_division(name)]
    if len({only_division(name) for _, _, name in named}) < 2:
        return
    for row, said, name in named:
        row.say([(*said.span("all"), name)])


def pieces_of_divisions(rows: Sequence[Row]) -> Iterator[Row]:
    """'Rx: 5 rounds: ..', 'Scaled: 4 rounds: ..', a row each: a row of its own for the division, as above a
    list."""
    found = [_piece_of_a_division(row) if row.role == "work" else 0 for row in rows]
    several = sum(end > 0 for end in found) > 1
    for row, end in zip(rows, found, strict=True):
        if not (several and end):
            yield row
            continue
        yield replace(row, text=row.text[:end])
        yield replace(row, text=" " * end + row.text[end:], start=end, after_blank=False, marks=[])


def _piece_of_a_division(row: Row) -> int:
    """Where the piece of a division begins that its row tells whole, by its own rounds or minutes; 0 where it
    does not."""
    told = None if CANONICAL.match(row.text) else leading_division(row.text)
    return told[1] if told is not None and _PIECE_OF_ITS_OWN.match(row.text, told[1]) else 0


_PIECE_OF_ITS_OWN = re.compile(
    r"\W*(?:\d{1,2}\s+rounds?\b[^:;,]{0,20}:|amrap\s*\d{1,2}\b[^:;,]{0,12}:|\d{1,2}\s?[-\s]?min(?:ute)?s?\s+amrap\b[^:;,]{0,12}:"
    r"|emom\s*\d{1,2}\b[^:;,]{0,12}:)\s*(?=\S)",
    re.IGNORECASE,
)
_LEGEND = re.compile(r"\W{0,3}(?P<sign>[*^†°§#])\s*[=:]\s*(?P<who>[^\W\d][\w+ ]{0,24}?)\W*")


def legends(rows: Sequence[Row]) -> None:
    """'* = scaled option': whose the brackets are that begin with the sign, '1 mile run (*800 m)'."""
    for row in rows:
        said = _LEGEND.fullmatch(row.text) if row.role == "work" else None
        division = leading_division(said["who"]) if said is not None else None
        if said is None or division is None:
            continue
        row.role = "note"
        word = said["who"][: division[1]].strip()
        for other in rows:
            signs = [at for at in _places(other.text, f"({said['sign']}") if other.role == "work"]
            if signs:
                other.say([(at + 1, at + 2, f"{word}: ") for at in signs])


def _places(text: str, sign: str) -> Iterator[int]:
    at = text.find(sign)
    while at >= 0:
        yield at
        at = text.find(sign, at + 1)


_FITNESS = re.compile(r"\W*(?P<said>fitness)(?=\s*(?:[:(–-]|\W*$))", re.IGNORECASE)
_OTHER_LEVEL = re.compile(
    r"\b(?:performance|competitors?|compete|sport|health|rx|elite|pro)\b", re.IGNORECASE
)


_HALF = re.compile(r"\W*half\W*", re.IGNORECASE)


def half_of_nothing(rows: Sequence[Row]) -> None:
    """'Half:' above all that is done is how much of it, and no division: nobody does the whole."""
    above = itertools.takewhile(lambda row: not any(map(str.isdecimal, row.text)), rows)
    for row in above:
        if row.role == "work" and _HALF.fullmatch(row.text):
            row.role = "note"


def fitness_of_all(rows: Sequence[Row]) -> None:
    """'Fitness' above a piece is a section of the class, where the text names no other level beside it."""
    said = [(row, found) for row in rows if row.role == "work" and (found := _FITNESS.match(row.text))]
    if not said or any(_OTHER_LEVEL.search(row.text) for row in rows):
        return
    for row, found in said:
        row.say([(*found.span("said"), "conditioning")])


def level_blocks(rows: Sequence[Row]) -> None:
    """'LEVEL 1' and 'LEVEL 2', each above pieces of its own: headings of a division's parts."""
    alone = [
        (at, found)
        for at, row in enumerate(rows)
        if row.role == "work" and (found := only_division(row.text))
    ]
    if len(alone) < 2:
        return
    ends = [at for at, _ in alone[1:]] + [len(rows)]
    blocks = [rows[at + 1 : end] for (at, _), end in zip(alone, ends, strict=True)]
    if not all(map(_holds_pieces, blocks)):
        return
    for at, division in alone:
        row = rows[at]
        row.heading = Heading(
            " ".join(row.text.split()).strip(" *_#:"), None, len(row.text), alone=True, division=division
        )
        row.start = len(row.text)


def only_division(text: str) -> str:
    """The division that a line names and says no more of: 'Level 1 (first three months)'."""
    found = leading_division(text)
    rest = text[found[1] :].strip(" *_#:-–—") if found is not None else "?"
    bracket = rest.startswith("(") and rest.endswith(")") and not any(letter.isdigit() for letter in rest)
    return found[0] if found is not None and (not rest or bracket) else ""


def _holds_pieces(block: Sequence[Row]) -> bool:
    """Whether rows arrange a piece and hold another one, or sets of a lift."""
    own = list(itertools.takewhile(lambda row: row.role == "work", block))
    pieces = sum(arranges(row.text) for row in own)
    sets = any(phrase.kind in ("sets", "steps") for row in own for phrase in tokenize(row.text))
    return pieces > 1 or (pieces == 1 and sets)


def name_a_round(row: Row, heading: Heading) -> None:
    """'Round 3: 12 / 12' within a piece heads nothing."""
    row.start = after_heading(row.text, heading.end, False)
    row.marks.append((0, row.start, "which round"))
    if not any(letter.isalpha() for letter in row.content):
        row.role = "note"


def within_a_piece(rows: Sequence[Row], at: int) -> bool:
    """Whether a row stands in a block that a format opens: 'Round 1: ..' below '8 min AMRAP'."""
    first = at
    while first > 0 and not rows[first].after_blank:
        first -= 1
    return any(arranges(row.text) for row in rows[first:at] if not ROUND.match(row.text.strip()))


def only_a_label(heading: Heading, row: Row) -> bool:
    """'Score: total reps', 'Tomorrow: rowing and gymnastics'."""
    later = heading.name.lower() == "tomorrow" and not any(letter.isdigit() for letter in row.text)
    return later or heading.opens == "notes"


def only_says_who(phrases: Sequence[Phrase]) -> bool:
    """Whether a line says who share the work, and nothing else of its own."""
    others = [one for one in phrases if one.kind not in ("team", "share", "colon", "dash", "comma", "other")]
    kinds = board_words().headings.keys() | FILLERS
    said = all(one.kind == "words" and one.text.lower() in kinds for one in others)
    return said and any(one.kind == "team" for one in phrases)


def begins_with_sets(row: Row) -> bool:
    phrases = row.phrases(row.start, len(row.text)) if row.role == "work" else []
    return (
        bool(phrases)
        and not row.named
        and (phrases[0].kind in ("scheme", "sets", "steps") or row.sets > 0 or _weighed(phrases))
    )


def opens_with_sets(row: Row) -> bool:
    """'75 % 2x2', '5 @ 60 %', '5-5-3'."""
    phrases = row.phrases(row.start, len(row.text)) if row.role == "work" else []
    first = phrases[0] if phrases else None
    sets = first is not None and (first.kind in ("scheme", "sets", "steps") or first.unit == "percent")
    return _weighed(phrases) or sets or row.sets > 0


def _weighed(phrases: Sequence[Phrase]) -> bool:
    """'3 @ 70 %': a set and its load."""
    return [one.kind for one in phrases[:2]] == ["count", "at"]


def lists_on(row: Row) -> bool:
    """Whether a row goes on with the list of the block above it."""
    return row.item and not row.after_blank and row.heading is None


def without_rule(line: str) -> str:
    """A line without the dashes, stars or equals signs that only adorn its end: '-rest 2 min-', '** A **'."""
    end = len(line.rstrip().rstrip("-–—*_=~"))
    return line if end == 0 else line[:end] + " " * (len(line) - end)


def notes_joined(pieces: list[tuple[int, int, bool]]) -> list[tuple[int, int, bool]]:
    """Notes that follow one another as one."""
    kept: list[tuple[int, int, bool]] = []
    for start, stop, note in pieces:
        if kept and note and kept[-1][2]:
            kept[-1] = (kept[-1][0], stop, True)
        else:
            kept.append((start, stop, note))
    return kept
