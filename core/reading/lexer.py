"""A lexer for lark that tries only the terminals that can start with the next character.

Lark's own joins every terminal into one expression and walks through all of them at each place, which for words costs more
than the rest of reading together. What can start where is worked out from the expressions themselves, so nothing has to be
kept in step by hand.
"""

from __future__ import annotations

import re
from re import _constants as ops
from re import _parser

from lark import Token
from lark.lexer import Lexer

Leaf = tuple[str, str, int, int]
ANY = None  # a terminal that can start with anything
ASCII = 128
CATEGORY_TEST = {
    ops.CATEGORY_DIGIT: str.isdigit,
    ops.CATEGORY_SPACE: str.isspace,
    ops.CATEGORY_WORD: lambda c: c.isalnum() or c == "_",
}


class LineLexer(Lexer):
    """Longest-priority lexer over lark's terminals. White space separates and is never a token."""

    def __init__(self, conf):
        terminals = sorted(
            (one for one in conf.terminals if one.name not in conf.ignore),
            key=lambda one: (-one.priority, -one.pattern.max_width, -len(one.pattern.value), one.name),
        )
        starts = {one.name: first_characters(one.pattern.to_regexp()) for one in terminals}
        self._by_start = [
            _joined([one for one in terminals if starts[one.name] is ANY or chr(code) in starts[one.name]])
            for code in range(ASCII)
        ]
        self._other = _joined(
            [
                one
                for one in terminals
                if starts[one.name] is ANY or any(ord(c) >= ASCII for c in starts[one.name])
            ]
        )

    def lex(self, data: str):
        """Lark's tokens of one line, with 0-based places."""
        for name, text, start, end in self.scan(data):
            yield Token(name, text, start_pos=start, end_pos=end)

    def scan(self, data: str) -> list[Leaf]:
        """(terminal, text, start, end) of every token of one line."""
        found: list[Leaf] = []
        place, end = 0, len(data)
        while place < end:
            character = data[place]
            if character == " " or character.isspace():
                place += 1
                continue
            match = (self._by_start[ord(character)] if character < "\x80" else self._other).match(data, place)
            stop = match.end()
            found.append((match.lastgroup, data[place:stop], place, stop))
            place = stop
        return found


def first_characters(expression: str) -> frozenset[str] | None:
    """Every ASCII character a match can start with, and one stand-in for all others; None when that cannot be told."""
    found: set[str] = set()
    try:
        open_ended = _starts(_parser.parse(expression), found)
    except LookupError:
        return ANY
    return ANY if open_ended else frozenset(found)


def _joined(terminals) -> re.Pattern:
    return re.compile(
        "|".join(f"(?P<{one.name}>{one.pattern.to_regexp()})" for one in terminals) or r"(?P<OTHER>\S)"
    )


def _starts(items, found: set[str]) -> bool:
    """Collect what a sequence can start with. True when it can match nothing, so that what follows counts too."""
    for op, value in items:
        if not _starts_one(op, value, found):
            return False
    return True


def _starts_one(op, value, found: set[str]) -> bool:
    if op in (ops.ASSERT, ops.ASSERT_NOT, ops.AT):
        return True
    if op is ops.LITERAL:
        found.add(chr(value))
        return False
    if op in (ops.IN, ops.NOT_LITERAL, ops.ANY):
        found.update(_members(op, value))
        return False
    if op is ops.BRANCH:
        return any([_starts(branch, found) for branch in value[1]])
    if op is ops.SUBPATTERN:
        return _starts(value[3], found)
    if op in (ops.MAX_REPEAT, ops.MIN_REPEAT):
        return _starts(value[2], found) or value[0] == 0
    raise LookupError(op)


def _members(op, value) -> set[str]:
    everything = [chr(code) for code in range(ASCII)] + [
        "\u00e9",
        "\u2026",
        "\u00bd",
    ]  # stand-ins for all that is not ASCII
    if op is ops.ANY:
        return set(everything)
    if op is ops.NOT_LITERAL:
        return set(everything) - {chr(value)}
    negate, inside = False, set()
    for kind, what in value:
        if kind is ops.NEGATE:
            negate = True
        elif kind is ops.LITERAL:
            inside.add(chr(what))
        elif kind is ops.RANGE:
            inside.update(c for c in (*everything, chr(what[0])) if what[0] <= ord(c) <= what[1])
        elif kind is ops.CATEGORY:
            name = what
            positive = CATEGORY_TEST.get(name)
            opposite = {
                ops.CATEGORY_NOT_DIGIT: str.isdigit,
                ops.CATEGORY_NOT_SPACE: str.isspace,
                ops.CATEGORY_NOT_WORD: CATEGORY_TEST[ops.CATEGORY_WORD],
            }.get(name)
            inside.update(c for c in everything if (positive(c) if positive else not opposite(c)))
    return set(everything) - inside if negate else inside
