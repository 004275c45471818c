"""One line of text -> phrases with their places. The grammar is line.lark; this file gives its leaves a type."""
from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from pathlib import Path

from lark import Lark, Token, Tree

from core.reading.units import UNIT_OF

# look-alikes a keyboard or a phone puts in; one character each, so columns stay true
LOOK_ALIKES = str.maketrans({"×": "x", "✕": "x", "’": "'", "‘": "'", "“": '"', "”": '"', "″": '"', "′": "'", "–": "-",
                             "—": "-", "−": "-", "\t": " ", "\u00a0": " "})


@dataclass(frozen=True, slots=True)
class Phrase:
    """kind: measure | sets | count | scheme | clock | words | or a keyword's name. column is 0-based."""

    kind: str
    text: str
    column: int
    end: int
    values: tuple[float, ...] = ()
    unit: str = ""
    times: int = 1


@lru_cache(maxsize=1)
def _parser() -> Lark:
    return Lark((Path(__file__).parent / "line.lark").read_text(encoding="utf-8"), start="line", parser="lalr",
                lexer="basic", maybe_placeholders=False)


def tokenize(line: str) -> list[Phrase]:
    """The phrases of one line, in order. Any text is accepted."""
    return [_phrase(tree, line) for tree in _parser().parse(line.translate(LOOK_ALIKES)).children]


def numbers(text: str) -> tuple[float, ...]:
    """'95/65' -> (95.0, 65.0); a comma counts as a decimal point."""
    return tuple(float(piece.strip().replace(",", ".")) for piece in text.split("/"))


def _phrase(tree: Tree, line: str) -> Phrase:
    leaves: list[Token] = tree.children
    start, end = leaves[0].start_pos, leaves[-1].end_pos
    text = line[start:end]
    found = {leaf.type: str(leaf) for leaf in leaves}
    counts = [str(leaf) for leaf in leaves if leaf.type == "NUMS"]
    kind = tree.data
    if kind == "measure":
        times = int(numbers(counts[0])[0]) if len(counts) == 2 else 1
        return Phrase("measure", text, start, end, numbers(counts[-1]), UNIT_OF[found["UNIT"].lower()], times)
    if kind == "sets":
        if "SCHEME" in found:
            return Phrase("sets", text, start, end, (float(found["SCHEME"].split("-")[0]),), "", int(numbers(counts[0])[0]))
        return Phrase("sets", text, start, end, numbers(counts[1]), "", int(numbers(counts[0])[0]))
    if kind == "count":
        return Phrase("count", text, start, end, numbers(counts[0]))
    if kind == "scheme":
        return Phrase("scheme", text, start, end, tuple(float(piece) for piece in found["SCHEME"].split("-")))
    if kind == "clock":
        minutes, _, seconds = found["CLOCK"].partition(":")
        return Phrase("clock", text, start, end, (int(minutes or 0) * 60 + int(seconds),), "s")
    if kind == "words":
        return Phrase("words", text, start, end)
    return Phrase(leaves[0].type.lower().replace("_", "-"), text, start, end)
