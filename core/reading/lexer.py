"""A lexer for lark that tries only the terminals that can start with the next character.

Lark's own joins every terminal into one expression and walks through all of them at each place, which for
words costs more than the rest of reading together. What a terminal can start with is declared above it in the
grammar; a test proves the declarations complete.
"""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from pathlib import Path
from typing import NamedTuple

from lark import Token
from lark.common import LexerConf
from lark.lexer import Lexer, TerminalDef

GRAMMAR = (Path(__file__).parent / "line.lark").read_text(encoding="utf-8")
ASCII = 128
_DECLARED = re.compile(
    r"^// starts:(?: (?P<ascii>\[.+\]))?(?P<others> others)?\n(?P<name>[A-Z_]+)(?:\.-?\d+)?:", re.MULTILINE
)


class Leaf(NamedTuple):
    """A token of a line: its terminal, its text, and 0-based places."""

    terminal: str
    text: str
    start: int
    end: int


@dataclass(frozen=True)
class Starts:
    """What a terminal can start with: ASCII characters, and whether any other one."""

    ascii: frozenset[str]
    others: bool

    def include(self, character: str) -> bool:
        return character in self.ascii if character < chr(ASCII) else self.others


def declared_starts(grammar: str) -> dict[str, Starts]:
    """Terminal -> what a grammar's text says it can start with."""
    starts: dict[str, Starts] = {}
    for said in _DECLARED.finditer(grammar):
        members = re.compile(said["ascii"] or r"(?!)")
        characters = frozenset(filter(members.match, map(chr, range(ASCII))))
        starts[said["name"]] = Starts(characters, said["others"] is not None)
    return starts


class LineLexer(Lexer):
    """Longest-priority lexer over the grammar's terminals. White space separates and is never a token."""

    def __init__(self, conf: LexerConf):
        starts = declared_starts(GRAMMAR)
        terminals = (terminal for terminal in conf.terminals if terminal.name not in conf.ignore)
        ranked = sorted(terminals, key=_rank)
        self._by_start = [
            _joined(terminal for terminal in ranked if starts[terminal.name].include(chr(code)))
            for code in range(ASCII)
        ]
        self._other = _joined(terminal for terminal in ranked if starts[terminal.name].others)

    def lex(self, data: str) -> Iterator[Token]:  # type: ignore[override]  # lark hands a lexer of one's own the text
        """Lark's tokens of one line, with 0-based places."""
        for leaf in self.scan(data):
            yield Token(leaf.terminal, leaf.text, start_pos=leaf.start, end_pos=leaf.end)

    def scan(self, data: str) -> list[Leaf]:
        """Every token of one line."""
        leaves: list[Leaf] = []
        place, end = 0, len(data)
        while place < end:
            character = data[place]
            if character == " " or character.isspace():
                place += 1
                continue
            able = self._by_start[ord(character)] if character < "\x80" else self._other
            match = able.match(data, place)
            if match is None or match.lastgroup is None:
                raise ValueError(f"no terminal takes {character!r}: OTHER must take every character")
            stop = match.end()
            leaves.append(Leaf(match.lastgroup, data[place:stop], place, stop))
            place = stop
        return leaves


def _rank(terminal: TerminalDef) -> tuple[int, int, int, str]:
    """Lark's own order: priority, then the longest expression."""
    pattern = terminal.pattern
    return -terminal.priority, -pattern.max_width, -len(pattern.value), terminal.name


def _joined(terminals: Iterable[TerminalDef]) -> re.Pattern[str]:
    """One expression that tries terminals in order."""
    choices = [f"(?P<{terminal.name}>{terminal.pattern.to_regexp()})" for terminal in terminals]
    return re.compile("|".join(choices) or r"(?P<OTHER>\S)")
