"""One line of text -> phrases with their places. The grammar is line.lark; this file gives its leaves a type."""
from __future__ import annotations

import re
from dataclasses import dataclass, replace
from functools import lru_cache
from pathlib import Path

from lark import Lark, Token, Tree

from core.reading.lexer import LineLexer
from core.reading.units import UNIT_OF

# look-alikes a keyboard or a phone puts in; one character each, so columns stay true
LOOK_ALIKES = str.maketrans({"×": "x", "✕": "x", "✖": "x", "’": "'", "‘": "'", "´": "'", "`": "'", "“": '"', "”": '"', "″": '"', "′": "'", "–": "-",
                             "—": "-", "−": "-", "‑": "-", "\t": " ", "\u00a0": " ", "\u2009": " ", "\u202f": " ", "→": ">", "＋": "+",
                             "：": ":", "✅": " ", "\ufe0f": " ", "\u200b": " ", "\ufeff": " "})
VULGAR = {"¼": 0.25, "½": 0.5, "¾": 0.75}
COUNT_WORDS = {"one": 1.0, "two": 2.0, "three": 3.0, "four": 4.0, "five": 5.0, "six": 6.0, "seven": 7.0, "eight": 8.0, "ten": 10.0, "twelve": 12.0}
FRACTIONS = {(1.0, 2.0): 0.5, (1.0, 4.0): 0.25, (3.0, 4.0): 0.75, (1.0, 3.0): 1 / 3}
FRACTION_UNITS = ("mile", "km")
MAX_DIGITS = 9  # longer numbers mean nothing on a board
CACHED_LINES = 8192


@dataclass(frozen=True, slots=True)
class Phrase:
    """kind: measure | sets | count | scheme | ladder | span | sum | clock | words | or a keyword's name. column is 0-based.

    values: the numbers; times: how often ("3 x 8"); pair is True when values are standards ("95/65"), not a list.
    """

    kind: str
    text: str
    column: int
    end: int
    values: tuple[float, ...] = ()
    unit: str = ""
    times: int = 1
    pair: bool = False
    form: str = ""


@lru_cache(maxsize=1)
def _parser() -> Lark:
    return Lark((Path(__file__).parent / "line.lark").read_text(encoding="utf-8"), start="line", parser="lalr",
                lexer=LineLexer, maybe_placeholders=False)


@lru_cache(maxsize=CACHED_LINES)
def tokenize(line: str) -> tuple[Phrase, ...]:
    """The phrases of one line, in order. Any text is accepted. A line read before is answered from memory."""
    seen = line.translate(LOOK_ALIKES)
    lower = seen.lower()
    if len(lower) != len(seen):  # a letter whose small form is longer: keep such letters as they are
        lower = "".join(letter.lower() if len(letter.lower()) == 1 else letter for letter in seen)
    found = [phrase for tree in _parser().parse(lower).children for phrase in _phrases(tree, line)]
    return tuple(_joined(found, line))


def numbers(text: str) -> tuple[float, ...]:
    """'95/65' -> (95.0, 65.0); '1,5' is one and a half, '1,000' a thousand, '1½' one and a half."""
    return tuple(_number(piece.strip()) for piece in text.split("/"))


def _number(text: str) -> float:
    if text in COUNT_WORDS:
        return COUNT_WORDS[text]
    if text and text[-1] in VULGAR:
        return float(text[:-1] or 0) + VULGAR[text[-1]]
    if re.fullmatch(r"\d{1,3}(,\d{3})+", text):
        text = text.replace(",", "")
    return float(text.replace(",", ".")) if len(text) <= MAX_DIGITS + 3 else float("1" + "0" * MAX_DIGITS)


def _whole(text: str) -> tuple[float, ...]:
    return tuple(_number(piece) for piece in re.findall(r"\d+", text))


def _phrases(tree: Tree, line: str) -> list[Phrase]:
    """One phrase of a tree, or the three of a number, a times sign and something that is no amount."""
    if tree.data != "apart":
        return [_phrase(tree, line)]
    kinds = ("count", "punctuation", "count" if tree.children[2].type in ("LADDER", "SPAN") else "words" if tree.children[2].type == "ONE_SIDED" else "keyword")
    return [_phrase(Tree(kind, [leaf]), line) for kind, leaf in zip(kinds, tree.children)]


def _phrase(tree: Tree, line: str) -> Phrase:
    leaves: list[Token] = tree.children
    start, end = leaves[0].start_pos, leaves[-1].end_pos
    text = line[start:end]
    found = {leaf.type: str(leaf) for leaf in leaves}
    counts = [str(leaf) for leaf in leaves if leaf.type == "NUMS"]
    kind = tree.data
    if kind == "measure":
        return _measure(found, counts, text, start, end)
    if kind == "sets":
        return _sets(found, counts, text, start, end)
    if kind == "count":
        return _count(leaves[0], text, start, end)
    if kind == "clock":
        return Phrase("clock", text, start, end, (float(seconds_of_clock(str(leaves[0]))),), "s")
    if kind == "words":
        return Phrase("words", text, start, end)
    name = {"SETS": "set-word", "X_ALONE": "x"}.get(leaves[0].type) or leaves[0].type.lower().replace("_", "-")
    return Phrase(name, text, start, end, _whole(text))


def seconds_of_clock(text: str) -> int:
    """':40', '1:30', '1:02:03' and 3'30\" -> seconds."""
    pieces = [int(piece or 0) for piece in re.split(r"[:'\"]", text.replace(" ", "").rstrip('"'))]
    total = 0
    for piece in pieces:
        total = total * 60 + piece
    return total


def _measure(found: dict, counts: list[str], text: str, start: int, end: int) -> Phrase:
    times = int(numbers(counts[0])[0]) if len(counts) == 2 or (counts and ("CLOCK" in found or "SCHEME" in found)) else 1
    if "CLOCK" in found:
        return Phrase("measure", text, start, end, (float(seconds_of_clock(found["CLOCK"])),), "s", times)
    unit = UNIT_OF[found["UNIT"].strip("-. ")]
    if "SCHEME" in found:
        return Phrase("measure", text, start, end, _whole(found["SCHEME"]), unit, times, form="list")
    values = numbers(counts[-1])
    if unit in FRACTION_UNITS and values in FRACTIONS:
        values = (FRACTIONS[values],)
    return Phrase("measure", text, start, end, values, unit, times, len(values) > 1)


def _sets(found: dict, counts: list[str], text: str, start: int, end: int) -> Phrase:
    times = int(numbers(counts[0])[0])
    if "SUM" in found:
        return Phrase("sets", text, start, end, _whole(found["SUM"]), "", times, form="sum")
    if "SCHEME" in found:
        return Phrase("sets", text, start, end, _whole(found["SCHEME"]), "", times, form="list")
    values = numbers(counts[1])
    form = "first-pair" if len(numbers(counts[0])) > 1 else ""
    return Phrase("sets", text, start, end, values, "", times, len(values) > 1, form)


def _count(leaf: Token, text: str, start: int, end: int) -> Phrase:
    if leaf.type == "NUMS":
        values = numbers(str(leaf))
        return Phrase("count", text, start, end, values, pair=len(values) > 1)
    if leaf.type == "LADDER":
        values = _whole(str(leaf))
        ends = re.search(r"(?:\.{2,}|…)\D*(\d+)\s*$", str(leaf))
        return Phrase("ladder", text, start, end, values, form="closed" if ends else "open")
    return Phrase(leaf.type.lower(), text, start, end, _whole(str(leaf)))


def _joined(phrases: list[Phrase], line: str) -> list[Phrase]:
    """'24kg/16kg', '60 kg / 40 kg' and '135 lb/95' become one measure with two standards; '5 sets of 3' sets."""
    kept: list[Phrase] = []
    for phrase in phrases:
        if len(kept) >= 2 and kept[-1].kind == "slash" and kept[-2].kind == "measure" and _continues(kept[-2], phrase):
            first = kept[-2]
            kept[-2:] = [replace(first, end=phrase.end, values=first.values + phrase.values, pair=True, text=line[first.column:phrase.end])]
            continue
        of = 1 if kept and kept[-1].kind == "of" else 0
        if phrase.kind in ("count", "scheme") and len(kept) >= 2 + of and kept[-1 - of].kind == "set-word" and _plain_count(kept[-2 - of]):
            first = kept[-2 - of]  # "5 sets of 3"
            form = "list" if phrase.kind == "scheme" else ""
            kept[-2 - of:] = [Phrase("sets", line[first.column:phrase.end], first.column, phrase.end, phrase.values, "", int(first.values[0]), phrase.pair, form)]
            continue
        kept.append(phrase)
    return kept


def _plain_count(phrase: Phrase) -> bool:
    return phrase.kind == "count" and not phrase.pair


def _continues(first: Phrase, second: Phrase) -> bool:
    if first.form or second.form or second.times != 1:
        return False
    return second.kind == "count" or (second.kind == "measure" and second.unit == first.unit)
