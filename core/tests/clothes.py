"""Boards in other clothes and in company: changes of a text that change nothing a coach would see, several
boards as the days of a week, several lines as the items of a list. The answers are the boards' own, which are
older than any of the changes; used by the tests and by ``./chalk bench clothes``."""

from __future__ import annotations

import random
import re
from collections.abc import Callable, Iterator, Sequence
from dataclasses import replace
from functools import cache

from core.errors import UnusableText
from core.tests.boards import HALVES, Board, boards, hold

SEED = 29
DAYS = ("Monday", "Tuesday", "Wednesday", "Thursday")
OF_SEVERAL_DAYS = re.compile(
    r"\b(mon|tue|wed|thu|fri|sat|sun|day|week|option|kids|event|workout|lun|mar|mo|di|mi|do|fr)",
    re.IGNORECASE,
)
LABELLED = re.compile(
    r"team|partner|pair|trio|relay|everyone|^then\b|^opt|^[MF]:? |^\W*\(?[A-Fa-f1-9]\d?\s?[.):-]\s"
    r"|\b(?:mon|tue|wed|thu|fri|sat|sun|day|week|option|part|event|workout|wod|strength|metcon|skill|warm)",
    re.IGNORECASE,
)
POUNDS = re.compile(r"\d\s?(?:lbs?\b|#)")
Change = Callable[[str], str]


@cache
def whole(every: int = 1) -> tuple[Board, ...]:
    """Every so many boards, of which those that are read as their answers say."""
    texts = [board for name in (*HALVES, "kinds") for board in boards(name)]
    return tuple(board for board in texts[::every] if hold(board)[0].whole and board.wanted)


@cache
def one_line() -> tuple[Board, ...]:
    """Every short board of one line that is read as its answer says, for everybody and in English."""
    every = [board for name in (*HALVES, "kinds") for board in boards(name)]
    short = [
        one for one in every if "\n" not in one.text.strip() and len(one.text) < 110 and not one.language
    ]
    plain = [one for one in short if not any(work.division or work.warm_up for work in one.wanted)]
    return tuple(one for one in plain if one.wanted and hold(one)[0].whole)


def lines(change: Change) -> Change:
    """A change of every line that says something."""
    return lambda text: "\n".join(change(line) if line.strip() else line for line in text.split("\n"))


def in_front(sign: str) -> Change:
    """A sign before every line that has none."""
    return lines(lambda line: line if re.match(r"\s*[-•*–#>|]", line) else f"{sign}{line}")


def stopped(line: str) -> str:
    """A full stop behind a short line that has no end."""
    short = re.search(r"[\w)%]$", line) and not re.search(r"[.!?] ", line) and len(line.split()) < 9
    return f"{line}." if short else line


def second_gap(text: str) -> str:
    """Two spaces before the last word of every third line."""
    rows = text.split("\n")
    return "\n".join(
        re.sub(r"(?<=\w) (?=\w+$)", "  ", row) if at % 3 == 1 else row for at, row in enumerate(rows)
    )


CLOTHES: dict[str, Change] = {
    "dashes": in_front("- "),
    "bullets": in_front("• "),
    "quotation": in_front("> "),
    "bold": lines(lambda line: line if "*" in line else f"**{line.strip()}**"),
    "indent": lines(lambda line: f"    {line}"),
    "blank lines": lambda text: text.replace("\n", "\n\n"),
    "full stops": lines(stopped),
    "semicolons": lines(lambda line: f"{line};" if re.match(r"\s*\d.*\w$", line) else line),
    "hard spaces": lambda text: text.replace(" ", "\u00a0"),
    "a space too many": second_gap,
    "percent": lambda text: re.sub(r"(\d) ?%", r"\1 percent", text),
    "at": lambda text: re.sub(r" ?@ ?(?=[4-9]\d\b(?! ?(?:kg|lb)))", " at ", text),
    "dashes between numbers": lambda text: re.sub(r"(?<=\d)-(?=\d)", "–", text).replace(" - ", " – "),
    "pictures": lines(lambda line: f"{line} 💪"),
}
COMPANY: dict[str, Change] = {
    "greeting": lambda text: f"Morning all! Here is the plan for today, see you on the floor.\n\n{text}",
    "name": lambda text: f"THE LONG SHADOW\n{text}",
    "name in quotes": lambda text: f'"The long shadow"\n{text}',
    "date": lambda text: f"Wednesday 2 December\n\n{text}",
    "day": lambda text: f"WEDNESDAY\n{text}",
    "request": lambda text: (
        f"{text}\n\nPlease log your scores, and put your plates back where you found them."
    ),
    "tags": lambda text: f"{text}\n#seeyouthere #earlybirds",
}


def broken(change: Change, of: Sequence[Board]) -> tuple[list[str], int]:
    """Which boards are no longer read whole after a change, with what differs; and how many it changed."""
    changed = [board for board in of if change(board.text) != board.text]
    others = [replace(board, text=change(board.text), unread=()) for board in changed]
    return list(_differing(others)), len(changed)


def _differing(texts: Sequence[Board]) -> Iterator[str]:
    for board in texts:
        try:
            score, differs = hold(board)
        except UnusableText:
            continue  # more than a day holds
        if not score.whole:
            yield f"{board.number or board.text[:60]!r}: {differs[:2]}"


def weeks(count: int, every: int = 1) -> list[Board]:
    """Boards below one another as days: nothing of one day may reach another."""
    draw = random.Random(SEED)
    single = [
        board
        for board in whole(every)
        if not (OF_SEVERAL_DAYS.search(board.text) or POUNDS.search(board.text))
        and not any(one.division for one in board.wanted)
    ]
    made = []
    for _ in range(count):
        some = draw.sample(single, draw.randint(2, 4))
        head = draw.choice(("{}\n{}", "## {}\n{}", "*** {} ***\n{}", "{}:\n\n{}"))
        days = (head.format(day, board.text.strip("\n")) for day, board in zip(DAYS, some, strict=False))
        made.append(_together(some, "\n\n".join(days)))
    return made


def lists(count: int) -> list[Board]:
    """Boards of one line, numbered or lettered: a number is no place in the minutes of an item before."""
    draw = random.Random(SEED)
    items = [board for board in one_line() if not (LABELLED.search(board.text) or POUNDS.search(board.text))]
    made = []
    for _ in range(count):
        some = draw.sample(items, draw.randint(2, 4))
        label = draw.choice(("{n}. {t}", "{n}) {t}", "{L}) {t}", "{L}. {t}", "{L}: {t}", "Part {n}: {t}"))
        rows = (label.format(n=at + 1, L="ABCD"[at], t=board.text.strip()) for at, board in enumerate(some))
        made.append(_together(some, "\n".join(rows)))
    return made


def _together(some: Sequence[Board], text: str) -> Board:
    return Board(0, text, tuple(one for board in some for one in board.wanted), (), False)


def broken_of(texts: Sequence[Board]) -> list[str]:
    """Those of some texts that are not read as their answers say."""
    return list(_differing(texts))
